"""Lines in the sound of a unit that runs: teeth that meet, and what beats once a turn of something.

Teeth of a stage meet at its tooth frequency; a damaged wheel or bearing knocks
at its own rate, which stands in the spectrum of the envelope (Randall,
Vibration-based Condition Monitoring, 2nd ed., 2.2 and 5.5).
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from ..train.fault_rates import Carrier
from .recording import Recording

Array = NDArray[np.float64]

FRAME_S = 2.0
NEAR = 0.02
"""How far off the speed given may be, as a share."""

AROUND = 0.12
"""Share of a line's frequency to each side that is its ground."""

STANDS_OUT_DB = 9.0
HARMONICS = 4
LOWEST_HZ = 1.0
DB_PER_E = 3.0
"""Decibels of prominence that make a thing e times likelier."""


@dataclass(frozen=True, slots=True)
class Line:
    """A line that could be heard: its frequency as met, Hz, and how far above its ground, dB."""

    name: str
    hertz: float
    prominence: float

    @property
    def stands_out(self) -> bool:
        return self.prominence >= STANDS_OUT_DB


def spectrum(samples: Array, rate: float) -> tuple[Array, Array]:
    """Frequencies, Hz, and power by Welch's method, Hann windows half over each other."""
    size = min(len(samples), int(FRAME_S * rate))
    starts = range(0, len(samples) - size + 1, max(1, size // 2))
    window = np.hanning(size)
    power = np.mean([np.abs(np.fft.rfft(samples[at : at + size] * window)) ** 2 for at in starts], axis=0)
    return np.fft.rfftfreq(size, 1 / rate).astype(float), np.asarray(power / np.sum(window**2) / rate)


def lines_of(recording: Recording, meetings: Sequence[tuple[str, float]]) -> list[Line]:
    """How each tooth frequency of the train stands in the spectrum, with its first harmonics.

    Parameters
    ----------
    meetings : sequence of (str, float)
        What meets, and how often a second.
    """
    hertz, power = spectrum(recording.samples, recording.rate)
    return [_line(name, at, hertz, power, harmonics=2) for name, at in meetings]


@dataclass(frozen=True, slots=True)
class Sidebands:
    """Lines beside a tooth frequency, Hz, at the rate of one wheel, and how far they stand out, dB.

    A wheel that is worn at one place or runs out makes its teeth meet louder once a turn.
    """

    name: str
    hertz: tuple[float, ...]
    prominence: float

    @property
    def stands_out(self) -> bool:
        return self.prominence >= STANDS_OUT_DB


def sidebands_of(recording: Recording, meeting: Line, wheels: Sequence[tuple[str, float]]) -> list[Sidebands]:
    """The sidebands of a tooth frequency as it was met.

    Parameters
    ----------
    wheels : sequence of (str, float)
        The two that meet, and how often a second each turns.
    """
    hertz, power = spectrum(recording.samples, recording.rate)
    made = []
    for name, rate in wheels:
        places = tuple(meeting.hertz + n * rate for n in BESIDE if meeting.hertz + n * rate > LOWEST_HZ)
        heard = [_beside(place, rate, hertz, power) for place in places]
        made.append(Sidebands(name, places, float(np.mean(heard)) if heard else 0.0))
    return made


BESIDE = (-2, -1, 1, 2)


def _beside(place: float, rate: float, hertz: Array, power: Array) -> float:
    """How far one sideband stands above what lies within half its spacing, dB."""
    reach = max(0.12 * rate, 1.5 * float(hertz[1]))
    away = np.abs(hertz - place)
    ground = power[(away <= max(0.45 * rate, reach + 4 * float(hertz[1]))) & (away > reach)]
    inside = power[away <= reach]
    if not len(ground) or not len(inside):
        return 0.0
    chance = np.log(len(inside) + 1) / np.log(2)
    return 10 * float(
        np.log10(max(float(inside.max()) / max(float(np.median(ground)) * chance, 1e-30), 1e-3))
    )


def beats_of(
    recording: Recording, carriers: Sequence[Carrier], turns_per_s: float
) -> list[tuple[Carrier, float, Line]]:
    """What knocks at its own rate, with its odds among these and none of them; the likeliest first."""
    envelope, rate = _envelope(recording)
    hertz, power = spectrum(envelope, rate)
    lines = [
        _line(each.name, each.per_turn * turns_per_s, hertz, power, HARMONICS, NEAR + each.spread)
        for each in carriers
    ]
    weight = np.exp(np.array([*(line.prominence for line in lines), STANDS_OUT_DB]) / DB_PER_E)
    odds = weight / weight.sum()
    made = [
        (carrier, float(share), line) for carrier, share, line in zip(carriers, odds, lines, strict=False)
    ]
    return sorted(made, key=lambda row: -row[1])


def _envelope(recording: Recording) -> tuple[Array, float]:
    """How loud the upper half of the band is from moment to moment."""
    spectrum_ = np.fft.rfft(recording.samples)
    hertz = np.fft.rfftfreq(len(recording.samples), 1 / recording.rate)
    spectrum_[hertz < recording.rate / 16] = 0
    loud = np.abs(np.fft.irfft(spectrum_, len(recording.samples)))
    step = max(1, recording.rate // 1000)
    cut = len(loud) // step * step
    made = loud[:cut].reshape(-1, step).mean(axis=1)
    return made - made.mean(), recording.rate / step


def _line(name: str, at: float, hertz: Array, power: Array, harmonics: int, near: float = NEAR) -> Line:
    """The mean prominence of a line and its harmonics; the first where nothing is to be seen above."""
    step = hertz[1]
    met, heard = at, []
    for n in range(1, harmonics + 1):
        middle = n * at
        if middle < LOWEST_HZ or middle * (1 + AROUND) > hertz[-1]:
            continue
        reach = max(near * middle, 1.5 * step)
        inside = np.abs(hertz - middle) <= reach
        ground = (np.abs(hertz - middle) <= max(AROUND * middle, reach + 8 * step)) & (
            np.abs(hertz - middle) > reach + step
        )
        if not inside.any() or not ground.any():
            continue
        if n == 1:
            met = float(hertz[inside][np.argmax(power[inside])])
        # More places to look are more chances: the highest of many is high by itself.
        chance = np.log(np.count_nonzero(inside) + 1) / np.log(2)
        top = float(power[inside].max()) / max(float(np.median(power[ground])) * chance, 1e-30)
        heard.append(10 * np.log10(max(top, 1e-3)))
    return Line(name, met, float(np.mean(heard)) if heard else 0.0)
