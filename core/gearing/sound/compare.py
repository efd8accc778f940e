"""Before against after, under the same conditions: how loud, in which octaves, how uneven."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from .lines import spectrum
from .recording import Recording

Array = NDArray[np.float64]

OCTAVES = (125.0, 250.0, 500.0, 1000.0, 2000.0, 4000.0, 8000.0)


@dataclass(frozen=True, slots=True)
class Loudness:
    """Levels, dB of full scale: A-weighted, and by octave (centre, dB); `uneven` is a share of the level."""

    level: float
    octaves: tuple[tuple[float, float], ...]
    uneven: float


def a_weighting(hertz: Array) -> Array:
    """A-weighting, dB, for frequencies above 0 (IEC 61672-1, annex E).

    Examples
    --------
    >>> [round(float(x), 1) for x in a_weighting(np.array([100.0, 1000.0, 4000.0]))]
    [-19.1, 0.0, 1.0]
    """
    square = np.maximum(hertz, 1e-3) ** 2
    gain = 12194.0**2 * square**2
    gain = gain / ((square + 20.6**2) * (square + 12194.0**2))
    gain = gain / np.sqrt((square + 107.7**2) * (square + 737.9**2))
    return np.asarray(20 * np.log10(gain) + 2.0)


def loudness(recording: Recording) -> Loudness:
    """How loud a recording is."""
    hertz, density = spectrum(recording.samples, recording.rate)
    power = 2 * density * hertz[1]
    weighted = power * 10 ** (a_weighting(hertz) / 10)
    octaves = tuple(
        (centre, _decibel(float(power[(hertz >= centre / 2**0.5) & (hertz < centre * 2**0.5)].sum())))
        for centre in OCTAVES
        if centre * 2**0.5 <= recording.rate / 2
    )
    return Loudness(_decibel(float(weighted[1:].sum())), octaves, _unevenness(recording))


def _decibel(power: float) -> float:
    return 10 * float(np.log10(max(power, 1e-12)))


def _unevenness(recording: Recording) -> float:
    """How far the level moves within a tenth of a second, as a share of it: rough teeth rattle."""
    step = max(1, recording.rate // 200)
    cut = len(recording.samples) // step * step
    level = np.sqrt((recording.samples[:cut].reshape(-1, step) ** 2).mean(axis=1))
    many = 20
    if len(level) < 2 * many:
        return 0.0
    smooth = np.convolve(level, np.ones(many) / many, "same")
    return float(np.std(level - smooth) / max(float(level.mean()), 1e-12))
