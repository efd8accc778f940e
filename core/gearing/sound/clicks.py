"""Clicks of a unit turned by hand, counted though the hand is uneven.

Where clicks stand out is found by spectral kurtosis (Antoni, The spectral
kurtosis, Mechanical Systems and Signal Processing 20, 2006): bands in which the
power comes in bursts. Of the peaks in those bands a chain is taken whose
spacing changes slowly: a hand speeds up and slows down, noise does neither.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.lib.stride_tricks import sliding_window_view
from numpy.typing import NDArray

from .recording import Recording

Array = NDArray[np.float64]

WINDOW_S, HOP_S = 0.006, 0.002
APART_S = 0.02
"""Clicks nearer than this are one."""

FROM_HZ = 300.0
"""Below it a hand and a bench rumble."""

NOISE_PEAK = 3.0
"""Height of a peak, in robust deviations, that noise reaches now and then."""

UNEVEN = 6.0
"""Cost of a spacing that changes: of the squared log of its change."""

AHEAD = 16
MOST_PEAKS = 700
STANDS_OUT = 1.6
"""Mean height over what noise reaches from which a chain is clicks and no chance."""

FEWEST = 3

LEAST_DB = -3.0
"""Power of a click over its first ten milliseconds against the room's from which clicks are found: measured
on 40 simulated recordings a step, at -6 dB eight of ten."""


@dataclass(frozen=True, slots=True, eq=False)
class ClickCount:
    """Clicks at `times`, shape (n,), s; `clear` is how far they stand out, `heard` whether that is enough."""

    times: Array
    clear: float
    heard: bool


def count_clicks(recording: Recording) -> ClickCount:
    """The clicks of a recording; none where none stands out of the noise."""
    strength, step = onset_strength(recording)
    at, height = _peaks(strength, max(1, round(APART_S / step)))
    if len(at) < FEWEST:
        return ClickCount(np.zeros(0), 0.0, False)
    chain = _chain(at.astype(float) * step, height)
    clear = float(np.mean(height[chain])) / NOISE_PEAK if len(chain) else 0.0
    return ClickCount((at[chain] * step).astype(float), clear, clear >= STANDS_OUT and len(chain) >= FEWEST)


def onset_strength(recording: Recording) -> tuple[Array, float]:
    """How much each moment stands out, in robust deviations, and the seconds from one to the next."""
    size = max(32, round(WINDOW_S * recording.rate))
    hop = max(1, round(HOP_S * recording.rate))
    frames = sliding_window_view(recording.samples, size)[::hop] * np.hanning(size)
    power = np.abs(np.fft.rfft(frames, axis=1)) ** 2
    power = power[:, np.fft.rfftfreq(size, 1 / recording.rate) >= FROM_HZ]
    level = np.median(power, axis=0) / np.log(2) + 1e-20
    scaled = power / level
    kurtosis = np.minimum((scaled**2).mean(axis=0) / np.maximum(scaled.mean(axis=0) ** 2, 1e-12) - 2, 60.0)
    weight = np.maximum(kurtosis, 0.02)
    strength = np.log1p(scaled) @ weight / weight.sum()
    middle = float(np.median(strength))
    spread = 1.4826 * float(np.median(np.abs(strength - middle))) + 1e-12
    return (strength - middle) / spread, hop / recording.rate


def _peaks(strength: Array, apart: int) -> tuple[NDArray[np.int64], Array]:
    """Moments that stand out among those near them, in order."""
    padded = np.pad(strength, apart, constant_values=-np.inf)
    most = sliding_window_view(padded, 2 * apart + 1).max(axis=1)
    at = np.flatnonzero((strength >= most) & (strength > NOISE_PEAK))
    if len(at) > MOST_PEAKS:
        at = np.sort(at[np.argsort(-strength[at])[:MOST_PEAKS]])
    return at, strength[at]


def _chain(times: Array, height: Array) -> NDArray[np.int64]:
    """The chain of peaks that stands out most while its spacing changes little, as their places."""
    gain = np.log(np.maximum(height, 1e-6) / NOISE_PEAK) - LEAST_GAIN
    many = len(times)
    best = np.full((many, AHEAD), -np.inf)
    came = np.full((many, AHEAD), -1, dtype=np.int64)
    for j in range(1, many):
        first = max(0, j - AHEAD)
        for i in range(first, j):
            back = j - i - 1
            gap = times[j] - times[i]
            begun = gain[i] + gain[j]
            best[j, back] = begun
            earlier = min(i, AHEAD)
            if earlier:
                before = times[i] - times[i - earlier : i][::-1]
                scores = best[i, :earlier] - UNEVEN * np.log(gap / before) ** 2
                top = int(np.argmax(scores))
                if scores[top] + gain[j] > begun:
                    best[j, back] = scores[top] + gain[j]
                    came[j, back] = top
    if not np.isfinite(best).any():
        return np.zeros(0, dtype=np.int64)
    at, step = divmod(int(np.argmax(best)), AHEAD)
    chain = [at]
    while True:
        i = at - step - 1
        chain.append(i)
        if came[at, step] < 0:
            break
        at, step = i, int(came[at, step])
    return np.array(chain[::-1])


LEAST_GAIN = 0.25
"""What a peak must gain beyond the height of noise for a chain to take it in."""
