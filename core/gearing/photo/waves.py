"""Waves that go round a rim a whole number of times, and whether they keep step with its teeth.

Looked at askew teeth stand closer on one side than on the other: a wave may run ahead and behind by what goes
round once and twice, which changes no count.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from functools import cache

import numpy as np
from numpy.typing import NDArray

from .face import blurred

Array = NDArray[np.float64]
Floats = NDArray[np.float32]
Waves = NDArray[np.complex64]

FEWEST, MOST = 6, 160
"""Teeth that are looked for."""

AROUND = 3072
"""Samples round the rim."""

WINDOWS = 48


@dataclass(frozen=True, slots=True)
class Wave:
    """A wave round the rim: how often, how much of what is seen it explains, and where its crests are."""

    teeth: int
    share: float
    warp: Array

    @property
    def phase(self) -> Array:
        """At each sample round the rim."""
        return _phase(self.teeth, self.warp)


def _bends(angle: Array) -> Array:
    return np.stack(
        [np.ones_like(angle), np.cos(angle), np.sin(angle), np.cos(2 * angle), np.sin(2 * angle)], axis=-1
    )


ANGLE = np.linspace(0, 2 * np.pi, AROUND, endpoint=False)
"""Where the samples round the rim are."""


@cache
def _bends_around() -> tuple[Array, Array]:
    """What a phase may be bent by at each sample round the rim, and in each window of them."""
    bends = _bends(ANGLE)
    return bends, bends.reshape(WINDOWS, AROUND // WINDOWS, -1).mean(axis=1)


def _phase(teeth: int, warp: Array) -> Array:
    return np.asarray(teeth * ANGLE + _bends_around()[0] @ warp, dtype=np.float64)


COARSE = 1536
"""Samples round the rim in which a wave is looked for; it is followed in all of them."""


@cache
def _warps() -> tuple[Array, NDArray[np.int64]]:
    """Ways a tilted camera bends an even spacing, by :func:`_bends`, and where to look for each."""
    angle = np.linspace(0, 2 * np.pi, COARSE, endpoint=False)
    made, places = [], []
    for far in np.linspace(0, MOST_AHEAD, 10):
        for way in np.linspace(0, 2 * np.pi, 36 if far else 1, endpoint=False):
            at = angle.copy()
            for _ in range(4):
                at = angle - far * np.cos(at - way)
            made.append([0.0, far * np.cos(way), far * np.sin(way), 0.0, 0.0])
            places.append(np.round(at / (2 * np.pi) * COARSE).astype(np.int64) % COARSE)
    return np.array(made), np.array(places)


def mixed(signals: Array) -> Floats:
    """The few mixtures that say what all signals do, the strongest first; their power is one in all.

    What a wave explains of them, and its step with them, is what it is of the signals (singular vectors).
    """
    strengths, turns = np.linalg.eigh(signals @ signals.T)
    strongest = np.argsort(-strengths)[:MIXTURES]
    return np.asarray(turns[:, strongest].T @ signals / np.sqrt(len(signals)), dtype=np.float32)


MIXTURES = 4


def waves(mixtures: Floats, reach: Array | None = None) -> list[Wave]:
    """Waves that are there, the strongest first; `reach` is how far out the face is seen on each ray."""
    looked_in = mixtures[:3]
    coarse = looked_in.reshape(len(looked_in), COARSE, AROUND // COARSE).mean(axis=2)
    bent, places = _warps()
    seen = (np.abs(np.fft.rfft(coarse[:, places], axis=2)[..., : MOST + 1]) ** 2).sum(axis=0)
    by_count = seen.max(axis=0)
    likely = [int(k) for k in np.argsort(-by_count) if k >= FEWEST][:8]
    begun = [(k, k * bent[int(seen[:, k].argmax())]) for k in likely]
    begun += _by_edges([*looked_in, *(() if reach is None else (reach,))])
    found = [followed(mixtures, k, warp) for k, warp in begun]
    best = {wave.teeth: wave for wave in sorted(found, key=lambda wave: wave.share)}
    return sorted(best.values(), key=lambda wave: -wave.share)


SMOOTH = (4.0, 12.0)
"""Samples over which a signal is smoothed before its edges are looked for: fine teeth, coarse ones."""

RAGGED, MOST_EDGES = 0.25, 5
"""Scatter of gaps, of those about them, above which edges are no teeth's; counts by edges followed."""


def _by_edges(signals: Sequence[Array]) -> list[tuple[int, Array]]:
    """Counts by the edges themselves, and how they bend: they go round once however the rim may lie.

    A gap of two is a tooth broken off.
    """
    made: dict[int, tuple[float, Array]] = {}
    for signal in signals:
        for width in SMOOTH:
            smooth = blurred(signal, width)
            for way in (smooth, -smooth):
                for teeth, ragged, warp in _edges(way):
                    if teeth not in made or ragged < made[teeth][0]:
                        made[teeth] = (ragged, warp)
    best = sorted(made.items(), key=lambda each: each[1][0])[:MOST_EDGES]
    return [(teeth, warp) for teeth, (_, warp) in best]


def _edges(signal: Array) -> Iterator[tuple[int, float, Array]]:
    middle = _middles(signal)
    if not FEWEST - 2 <= len(middle) <= MOST:
        return
    gaps = np.diff(np.append(middle, middle[0] + AROUND))
    near = (np.arange(len(gaps))[:, None] + np.arange(-3, 4)) % len(gaps)
    usual = np.median(gaps[near], axis=1)
    places = np.maximum(1, np.round(gaps / usual))
    teeth, ragged = int(places.sum()), float(np.std(gaps / (usual * places)))
    if FEWEST <= teeth <= MOST and ragged <= RAGGED:
        angle = 2 * np.pi * middle / AROUND
        phase = 2 * np.pi * np.append(0, np.cumsum(places)[:-1]) - teeth * angle
        warp, *_ = np.linalg.lstsq(_bends(angle), phase, rcond=None)
        yield teeth, ragged, np.asarray(warp, dtype=np.float64)


def _middles(signal: Array) -> Array:
    """Middles of what stands out of a signal that goes round; what only trembles about nought is none."""
    level = 0.4 * float(np.std(signal))
    state = np.where(signal > level, 1, np.where(signal < -level, -1, 0))
    told = np.flatnonzero(state)
    if not len(told):
        return np.array([])
    # Between the two what it was last holds on.
    held = state[told[np.searchsorted(told, np.arange(AROUND), "right") - 1]]
    rises = np.flatnonzero((held == 1) & (np.roll(held, 1) == -1))
    falls = np.flatnonzero((held == -1) & (np.roll(held, 1) == 1))
    if len(rises) < 2 or len(rises) != len(falls):
        return np.array([])
    after = falls[np.searchsorted(falls, rises) % len(falls)]
    middles: Array = np.sort((rises + np.mod(after - rises, AROUND) / 2) % AROUND)
    return middles


def followed(mixtures: Floats, teeth: int, warp: Array) -> Wave:
    """The wave of so many teeth, its running ahead and behind fitted window by window."""
    _, centre = _bends_around()
    best, share = warp, -1.0
    for n in range(FOLLOWED + 1):
        turned = mixtures * _unwound(_phase(teeth, warp))
        windows = turned.reshape(len(mixtures), WINDOWS, AROUND // WINDOWS).mean(axis=2)
        all_of_it = windows.mean(axis=1)
        now = _share(all_of_it)
        if now > share:
            best, share = warp, now
        if n == FOLLOWED:
            break
        # Each has a phase of its own: it is turned to agree with the strongest.
        own = np.conj(all_of_it)
        together = _smoothed((windows * own[:, None]).sum(axis=0))
        phase, weight = np.angle(together), np.abs(together)
        # A window that has slipped by half a tooth or more says nothing of how it bends.
        weight = weight * (np.abs(phase) < SLIPPED)
        step, *_ = np.linalg.lstsq(centre * weight[:, None], phase * weight, rcond=None)
        warp = warp + step
    ahead, twice = (float(np.hypot(*best[at : at + 2])) / teeth for at in (1, 3))
    # A camera bends it so far and no farther: what needs more is another count made to fit.
    return Wave(teeth, share / (1 + (ahead / MOST_AHEAD) ** 8) / (1 + (twice / MOST_TWICE) ** 4), best)


FOLLOWED = 3
"""Times that it is fitted."""

PITCHES = 1.0
"""Pitches over which it is looked whether the wave is still in step."""


def in_step(mixtures: Floats, wave: Wave) -> Array:
    """How well the wave keeps step at each place round the rim, from 1 to -1 where it is half a tooth off.

    A wave of one tooth too many fits all round but for a place where it slips past a tooth: there it runs
    against what is seen.
    """
    turned = mixtures * _unwound(wave.phase)
    own = turned.mean(axis=1)
    together = (np.conj(own)[:, None] * turned).sum(axis=0)
    width = PITCHES * AROUND / wave.teeth
    real, imaginary = blurred(together.real, width), blurred(together.imag, width)
    # Phase alone: where light is faint the step is as good as where it is strong.
    told: Array = real / np.maximum(np.hypot(real, imaginary), 1e-9)
    return told


SLIPPED = 2.2
MOST_AHEAD, MOST_TWICE = 0.16, 0.06
"""How far teeth run ahead of an even spacing, once and twice round, radians, at a tilt of some 40 degrees."""


def _unwound(phase: Array) -> Waves:
    """What a signal is multiplied with so that a wave of that phase stands still."""
    short = phase.astype(np.float32)
    made = np.empty(len(short), np.complex64)
    made.real, made.imag = np.cos(short), -np.sin(short)
    return made


def _share(means: Waves) -> float:
    """How much of what changes round the rim a wave explains."""
    return float((2 * np.abs(means) ** 2).sum())


def _smoothed(windows: Waves) -> Waves:
    kernel = np.array([0.25, 0.5, 1, 0.5, 0.25], np.float32)
    padded = np.concatenate([windows[-2:], windows, windows[:2]])
    return np.asarray(np.convolve(padded, kernel / kernel.sum(), "valid"), np.complex64)
