"""Where the tips end, by how wide the teeth are seen at each radius.

A tip of few pixels is lost in the blur: its end is seen too early, and the earlier the more pointed it is.
How much of a pitch is tooth at each radius is not: blur along the rim changes none of it, and blur across the
rim is that of a profile that is known, an involute tooth's cut off at the tip. The profile is held against
what is seen, its blur and its shift found with it, and then sector by sector where it ends.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from ..geometry.gear import Gear
from ..geometry.outline import tooth_outline
from .count import PhotoCount, sampled
from .picture import Image

Array = NDArray[np.float64]

ACROSS, ROWS = 24, 112
"""Samples across a pitch, and from below the middle of a tooth to beyond its tip."""

BELOW, BEYOND, BEYOND_PIXELS = 2.1, 1.3, 7.0
"""How far in and out is looked, in modules from the tip; out at least so many pixels."""

FITTED = 1.35
"""From where the profile is fitted, in modules below the tip: further in the fillet widens it."""

FACE, MIDDLE, GAP = 1.3, 0.1, 0.42
"""The face's colour is taken from so many modules below the tip, this near the middle of a tooth, in pitches;
the ground's farther than that from it."""

SECTORS = 16


@dataclass(frozen=True, slots=True)
class _Tooth:
    """A tooth as it is seen: profile shift and addendum, in modules, and blur, in pixels."""

    shift: float = 0.0
    addendum: float = 1.0
    blur: float = 1.5


USUAL, LIKELY = _Tooth(), _Tooth(0.2, 0.06, 1.0)
"""What is expected of a tooth, and how far from it a tooth may be without being unlikely."""

LEAST_BLUR, MOST_BLUR = 0.4, 4.0

NOISE = 0.02
"""Of the profile, as a share of a pitch: what is expected to be left of it."""


def profile_tips(image: Image, seen: PhotoCount) -> Array:
    """Points of the circle through the tips, one to a sector, pixels, shape (sectors, 2)."""
    module = 2 / (seen.teeth + 2)
    angles = np.arctan2(*seen.rim.on_circle(seen.crests).T[::-1])
    there = np.ones(seen.teeth, bool)
    there[list(seen.missing)] = False
    order = np.argsort(angles)
    sectors = [
        mine for each in np.array_split(order, min(seen.teeth, SECTORS)) if len(mine := each[there[each]])
    ]
    if len(sectors) < 5:
        return np.empty((0, 2))
    middle = np.array([float(np.angle(np.exp(1j * angles[mine]).mean())) for mine in sectors])
    pixels = np.hypot(*(seen.rim.points(middle) - (seen.rim.x, seen.rim.y)).T)
    out = max(BEYOND * module, BEYOND_PIXELS / float(pixels.min()))
    share = np.linspace(1 - BELOW * module, 1 + out, ROWS)
    end, tooth = np.ones(len(sectors)), USUAL
    for _ in range(2):
        # Each looked at from its own end, so that all are one profile.
        ends = np.ones(seen.teeth)
        for mine, at in zip(sectors, end, strict=True):
            ends[mine] = at
        wide, told = _profiles(image, seen, angles, share, ends)
        weight = np.array([told[mine].sum(axis=0) for mine in sectors])
        each = np.array([(wide[mine] * told[mine]).sum(axis=0) for mine in sectors]) / np.maximum(
            weight, 1e-9
        )
        all_of_it = (each * weight).sum(axis=0) / np.maximum(weight.sum(axis=0), 1e-9)
        tooth, whole = _fitted(all_of_it, share, seen.teeth, float(np.median(pixels)), tooth)
        shifts = [
            _shifted(one, share, seen.teeth, float(far), tooth, whole)
            for one, far in zip(each, pixels * end, strict=True)
        ]
        end = end * np.array(shifts)
        good = np.isfinite(end) & (end > 0.8) & (end < 1.25)
        if good.sum() < 5:
            return np.empty((0, 2))
        end = np.where(good, end, np.median(end[good]))
    return seen.rim.points(middle[good], end[good])


def _profiles(
    image: Image, seen: PhotoCount, angles: Array, share: Array, ends: Array
) -> tuple[Array, Array]:
    """How much of a pitch is tooth, and how well that is told, by radius: shape (teeth, ROWS) each.

    By the colours as the camera gave them: those mix evenly where an edge is blurred, as Lab's do not.
    """
    about = (np.arange(ACROSS) + 0.5) / ACROSS - 0.5
    near = angles[:, None] + about * 2 * np.pi / seen.teeth
    far = share[None, :] * ends[:, None]
    at = seen.rim.points(near[:, :, None], far[:, None, :]).astype(np.float32)
    rays = sampled(image, at.reshape(seen.teeth * ACROSS, ROWS, 2)).reshape(seen.teeth, ACROSS, ROWS, 3)
    gap = rays[:, np.abs(about) > GAP].mean(axis=1)
    body = share < 1 - FACE * 2 / (seen.teeth + 2)
    face = rays[:, np.abs(about) < MIDDLE][:, :, body].mean(axis=(1, 2))
    apart = face[:, None, :] - gap
    told = (apart**2).sum(axis=2)
    wide = ((rays.mean(axis=1) - gap) * apart).sum(axis=2) / np.maximum(told, 1e-9)
    return wide, told


def _seen_as(share: Array, end: float, teeth: int, pixels: float, tooth: _Tooth) -> Array:
    """What :func:`_profiles` tells of a gear whose tips end at `end`, of a radius of so many pixels."""
    step = share[1] - share[0]
    module = end / (teeth / 2 + tooth.addendum + tooth.shift)
    # Beyond both ends as well, where the blur comes from.
    more = int(np.ceil(3 * MOST_BLUR / pixels / step))
    grid = share[0] + step * np.arange(-more, len(share) + more)
    wide = tooth_share(grid / module, teeth, tooth.shift) * np.clip((end - grid) / step + 0.5, 0.0, 1.0)
    blur = tooth.blur / pixels
    pitch = 2 * np.pi * grid / teeth
    k = np.arange(1, HARMONICS + 1)[:, None]
    # A tooth in its pitch by its harmonics (Fourier), each lessened by the blur along the rim.
    part = 2 * np.sin(np.pi * k * wide) / (np.pi * k) * np.exp(-2 * (np.pi * k * blur / pitch) ** 2)
    # Over the rays that the gap's colour is taken from, and those of the face.
    in_gap = wide + (part * (-1.0) ** k * np.sinc(k * (1 - 2 * GAP))).sum(axis=0)
    along = np.arange(-more, more + 1) * step
    bell = np.exp(-0.5 * (along / blur) ** 2)
    bell /= bell.sum()
    mean = np.convolve(wide, bell, "same")[more:-more]
    gap = np.convolve(in_gap, bell, "same")[more:-more]
    told: Array = (mean - gap) / np.maximum(1 - gap, 0.05)
    return told


HARMONICS = 6


def tooth_share(reach: Array, teeth: int, shift: float) -> Array:
    """How much of a pitch a tooth takes so many modules from the middle, were its tip not cut off."""
    radii, shares = _cut(teeth)
    at = np.clip((shift - SHIFTS[0]) / (SHIFTS[1] - SHIFTS[0]), 0, len(SHIFTS) - 1.001)
    n = int(at)
    low, high = (np.interp(reach, radii, shares[k]) for k in (n, n + 1))
    return np.asarray(low + (at - n) * (high - low), dtype=np.float64)


SHIFTS = np.linspace(-0.6, 0.8, 15)


@lru_cache(maxsize=32)
def _cut(teeth: int) -> tuple[Array, Array]:
    """The same of teeth as a rack cuts them, feet and undercut with it, for each of :data:`SHIFTS`."""
    radii = np.linspace(teeth / 2 - 2.2, teeth / 2 + 2.2, 400)
    shares = []
    for shift in SHIFTS:
        tooth = tooth_outline(Gear(teeth, 1.0, profile_shift=float(shift), addendum=1.3), 80, 40, 5)
        half = tooth[tooth[:, 0] >= 0]
        reach, angle = np.hypot(*half.T), np.arctan2(half[:, 0], half[:, 1])
        order = np.argsort(reach)
        inside = np.where(radii < reach.min(), np.pi / teeth, np.interp(radii, reach[order], angle[order]))
        shares.append(np.where(radii > reach.max(), 0.0, inside) * teeth / np.pi)
    return radii, np.array(shares)


def _fitted(told: Array, share: Array, teeth: int, pixels: float, begun: _Tooth) -> tuple[_Tooth, float]:
    """The tooth a profile is of, and where it ends, by least squares with what is expected (Gauss)."""
    at = np.array([1.0, begun.shift, begun.addendum, np.log(begun.blur)])
    expected = np.array([USUAL.shift, USUAL.addendum, np.log(USUAL.blur)])
    spread = np.array([LIKELY.shift, LIKELY.addendum, LIKELY.blur])
    rows = _fit_rows(share, teeth)

    def left(point: Array) -> Array:
        made = _seen_as(share, float(point[0]), teeth, pixels, _of(point))
        return np.concatenate([(made - told)[rows] / NOISE, (point[1:] - expected) / spread])

    for _ in range(STEPS):
        now = left(at)
        slope = np.column_stack([(left(at + d) - now) / d.sum() for d in np.diag(NUDGE)])
        step, *_ = np.linalg.lstsq(slope, -now, rcond=None)
        step = np.clip(step, -MOST_STEP, MOST_STEP)
        for _ in range(4):
            if float((left(at + step) ** 2).sum()) < float((now**2).sum()):
                at = at + step
                break
            step = step / 3
        else:
            break
    return _of(at), float(at[0])


STEPS = 12
NUDGE = np.array([1e-4, 1e-3, 1e-3, 1e-3])
MOST_STEP = np.array([0.05, 0.3, 0.2, 0.5])


def _of(point: Array) -> _Tooth:
    blur = float(np.clip(np.exp(point[3]), LEAST_BLUR, MOST_BLUR))
    return _Tooth(float(np.clip(point[1], -0.8, 0.8)), float(np.clip(point[2], 0.5, 1.3)), blur)


def _fit_rows(share: Array, teeth: int) -> slice:
    return slice(int(np.searchsorted(share, 1 - FITTED * 2 / (teeth + 2))), len(share))


def _shifted(told: Array, share: Array, teeth: int, pixels: float, tooth: _Tooth, begun: float) -> float:
    """Where the tips of one sector end, the tooth known; NaN where its profile is none."""
    rows = _fit_rows(share, teeth)
    step, best = SEARCHED * 2 / (teeth + 2) / PARTS[0], begun
    # In wide steps first, then in narrow ones about the best of them.
    for parts, narrower in zip(PARTS, (1, PARTS[1]), strict=True):
        step /= narrower
        ends = best + np.arange(-parts, parts + 1) * step
        made = (_seen_as(share, float(end), teeth, pixels, tooth) for end in ends)
        off = np.array([float(((one - told)[rows] ** 2).sum()) for one in made])
        least = int(off.argmin())
        if not 0 < least < len(ends) - 1:
            return float("nan")
        best = float(ends[least])
    low, here, high = off[least - 1 : least + 2]
    return best + step * float(0.5 * (low - high) / max(low - 2 * here + high, 1e-12))


SEARCHED, PARTS = 0.8, (5, 4)
"""Modules about the end of all of it, in which a sector's is looked for, and the steps that is done in."""
