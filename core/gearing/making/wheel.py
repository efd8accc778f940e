"""Worm wheels cut for their worm: in every plane across the wheel's axis the worm is a rack that it rolls on.

A plane at a level off the worm cuts its thread in a rack, straight-sided only in the middle; as the worm
turns, the rack moves along. The wheel there is what rolls on it (ISO/TR 10828): where they touch, the normal
goes through the pitch point.
"""

from __future__ import annotations

from math import sqrt

import numpy as np
from manifold3d import Manifold
from numpy.typing import NDArray

from ..errors import GearingError
from ..geometry.involute import Real
from .rings import inset, lofted
from .section import Points
from .worm import WormThread, checked_worm

Array = NDArray[np.float64]

FOOT, LAND, ROOT = 5, 4, 3
"""Points along the curve under a flank, half a tip and half a root."""

CLEARANCE = 0.2
"""Between tips and roots, in modules."""

RIM = 1.5
"""How far the wheel stands out over its pitch circle at most, in modules: beyond its throat (DIN 3975)."""

FINE, COARSEST = 0.003, 0.02
"""How far what is straight between two slices may stand off the throat: at first, mm; at most, in modules."""

MOST_TRIANGLES = 100_000
"""Of a body, past which its slices stand further apart."""


def wheel_slice(teeth: int, worm: WormThread, level: float, play: float = 0.0) -> Points:
    """The wheel's outline in the plane at `level` from its middle, anticlockwise, shape (n, 2), mm."""
    right = _side(teeth, worm, level, play, 1)
    left = _side(teeth, worm, level, play, -1)
    # Each from the tip down to the middle of the root; the gap stands at the top.
    gap = np.vstack([right, left[::-1]])
    tip, pitch = np.hypot(*gap[0]), 2 * np.pi / teeth
    start, end = np.arctan2(gap[0, 1], gap[0, 0]), np.arctan2(gap[-1, 1], gap[-1, 0])
    if end > start + pitch:
        raise _not_cut("The teeth come to a point", level)
    land = np.linspace(end, start + pitch, 2 * LAND)[1:-1]
    one = np.vstack([gap, tip * np.column_stack([np.cos(land), np.sin(land)])])
    turns = pitch * np.arange(teeth)
    cos, sin = np.cos(turns)[:, None], np.sin(turns)[:, None]
    x, y = one.T
    return np.stack([(x * cos - y * sin).ravel(), (x * sin + y * cos).ravel()], axis=1)


def _side(teeth: int, worm: WormThread, level: float, play: float, side: int) -> Points:
    """One side of the gap at the top: from the tip to the middle of the root, shape (n, 2)."""
    module, pitch_radius = worm.module, worm.module * teeth / 2
    apart = pitch_radius + worm.diameter / 2
    hob = worm.diameter / 2 + (1 + CLEARANCE) * module
    deepest = np.sqrt(hob**2 - level**2)
    throat = worm.root + CLEARANCE * module
    tip = apart - np.sqrt(max(throat**2 - level**2, 0.0))
    tip = min(tip, pitch_radius + RIM * module)
    shallow = max(apart - tip - 0.6 * module, 0.05 * module)

    def rack(down: Array) -> Array:
        radius = np.hypot(down, level)
        # The gap is as wide as the thread of the hob; the play widens it.
        at: Array = _leans(worm, level, down) + side * (worm.half_thickness(radius) + play / 2)
        return at

    def rolled(along: Array, down: Array, moved: Array) -> Points:
        x, y = along + moved, apart - down
        turn = moved / pitch_radius
        cos, sin = np.cos(turn), np.sin(turn)
        return np.column_stack([x * cos - y * sin, x * sin + y * cos])

    down = np.linspace(shallow, deepest, 400)
    along = rack(down)
    slope = (rack(down + 1e-5) - rack(down - 1e-5)) / 2e-5
    above = apart - down - pitch_radius
    moved = above / np.where(np.abs(slope) < 1e-9, 1e-9, slope) - along
    points = rolled(along, down, moved)
    reach = np.hypot(*points.T)
    if reach[0] < tip or not (np.diff(reach) < 0).all():
        raise _not_cut(f"A wheel of {teeth} teeth is undercut by this worm", level)
    # By their distance from the axis, so that slices have the same points.
    wanted = np.linspace(tip, reach[-1], _along_flank(teeth))
    flank = np.column_stack([np.interp(wanted, reach[::-1], points[::-1, n]) for n in (0, 1)])
    # The corner of the hob leaves the foot, and its tip the root.
    last, at = moved[-1], along[-1]
    foot = rolled(np.full(FOOT, at), np.full(FOOT, deepest), np.linspace(last, -at, FOOT + 1)[1:])
    start = np.arctan2(foot[-1, 1], foot[-1, 0])
    middle = np.pi / 2 - _leans(worm, level, deepest) / pitch_radius
    root = np.linspace(start, middle, ROOT + 1)[1:]
    return np.vstack([flank, foot, np.hypot(*foot[-1]) * np.column_stack([np.cos(root), np.sin(root)])])


def _along_flank(teeth: int) -> int:
    """Points: a flank is the straighter the more teeth there are, its radius going with their count."""
    return max(5, round(12 * sqrt(30 / teeth)))


def _leans(worm: WormThread, level: float, down: Real) -> Real:
    """How far the middle of the thread has gone along the worm where a plane meets it, mm."""
    turned: Real = np.arctan2(level, down) * worm.lead / (2 * np.pi)
    return turned if worm.left else -turned


def _not_cut(why: str, level: float) -> GearingError:
    return GearingError(
        f"{why} at the edge of its face." if level else f"{why}.",
        code="undercut_wheel",
        field="width_mm" if level else "teeth",
        hint="A narrower face." if level else "More teeth, or a worm of fewer starts or a larger diameter.",
    )


def wheel_body(teeth: int, worm: WormThread, width: float, play: float = 0.0, grows: float = 0.0) -> Manifold:
    """Its body along z, the throat in the middle of its width.

    Raises
    ------
    GearingError
        If the worm does not reach round so wide a wheel, or undercuts it.
    """
    thread = checked_worm(worm)
    most = 2 * np.sqrt(thread.tip**2 - (thread.diameter / 2) ** 2) + 0.5 * thread.module
    if width > most:
        raise GearingError(
            f"The worm does not reach round a face of {width:g} mm.",
            code="wheel_too_wide",
            field="width_mm",
            hint=f"Up to {most:.1f} mm with this worm.",
        )
    # Two triangles to each piece between two levels.
    most = MOST_TRIANGLES // (2 * teeth * (2 * (_along_flank(teeth) + FOOT + ROOT + LAND) - 2))
    finest = width / np.sqrt(8 * thread.root * FINE)
    coarsest = width / np.sqrt(8 * thread.root * COARSEST * thread.module)
    many = max(4, int(np.ceil(max(min(finest, most), coarsest))))
    levels = np.linspace(-width / 2, width / 2, many + 1)
    slices = [inset(wheel_slice(teeth, thread, float(level), play), grows) for level in levels]
    return lofted(
        [
            np.column_stack([each, np.full(len(each), level + width / 2)])
            for each, level in zip(slices, levels, strict=True)
        ]
    )
