"""A recording as a picture: how loud from moment to moment, and how loud at each pitch."""

from __future__ import annotations

from dataclasses import dataclass
from itertools import pairwise

import numpy as np
from numpy.typing import NDArray

from .lines import spectrum
from .recording import Recording

Array = NDArray[np.float64]

MOMENTS, PITCHES = 480, 200
LOWEST_HZ = 20.0
DEEPEST_DB = -120.0


@dataclass(frozen=True, eq=False)
class SoundPicture:
    """What is drawn of a recording.

    Attributes
    ----------
    moments : ndarray, shape (MOMENTS,)
        The most in each equal part of the time, as a share of the loudest.
    hertz, decibel : ndarray, shape (PITCHES,)
        Evenly spaced by ratio; the most in each band, dB of full scale.
    """

    moments: Array
    hertz: Array
    decibel: Array


def picture_of(recording: Recording) -> SoundPicture:
    """The picture of a recording."""
    edges = np.linspace(0, len(recording.samples), MOMENTS + 1).astype(int)[:-1]
    loud = np.maximum.reduceat(np.abs(recording.samples), edges)
    hertz, density = spectrum(recording.samples, recording.rate)
    power = 2 * density * hertz[1]
    bounds = np.geomspace(LOWEST_HZ, recording.rate / 2, PITCHES + 1)
    at = np.minimum(np.searchsorted(hertz, bounds), len(hertz) - 1)
    most = np.array([power[first : max(last, first + 1)].max() for first, last in pairwise(at)])
    decibel = np.maximum(10 * np.log10(np.maximum(most, 1e-30)), DEEPEST_DB)
    return SoundPicture(loud / max(float(loud.max()), 1e-12), np.sqrt(bounds[:-1] * bounds[1:]), decibel)
