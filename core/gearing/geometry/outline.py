"""The true outline of an external gear, transverse section, as points.

The flank is the involute; below it the root fillet is the trochoid that a
rack cutter with a rounded tip leaves (ISO 53 profile A), undercut included.
Points are for drawing and for measuring on the drawing.
"""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from .gear import Gear, base_radius, reference_diameter, root_radius, tip_radius, tooth_half_angle
from .roots import crossing

Points = NDArray[np.float64]


def tooth_outline(gear: Gear, flank_points: int = 12, fillet_points: int = 8, tip_points: int = 1) -> Points:
    """One tooth, from the middle of one root space to the middle of the next.

    Parameters
    ----------
    gear : Gear
        Scalar fields, already checked.
    flank_points, fillet_points : int
        Points along each flank and fillet.
    tip_points : int
        Points on the tip circle between the two flanks.

    Returns
    -------
    ndarray, shape (n, 2)
        x, y in mm, gear centre at the origin, the tooth on the positive y
        axis, running clockwise. Turning it by ``2·pi/z`` gives the next tooth.
    """
    fillet = _fillet(gear, fillet_points)
    flank = _flank(gear, fillet[-1, 0], flank_points)
    half = np.vstack([fillet, flank])
    left = _cartesian(half[:, 0], -half[:, 1])
    right = _cartesian(half[::-1, 0], half[::-1, 1])
    across = np.linspace(-half[-1, 1], half[-1, 1], tip_points + 2)[1:-1]
    return np.vstack([left, _cartesian(np.full(tip_points, half[-1, 0]), across), right])


def gear_outline(gear: Gear, flank_points: int = 12, fillet_points: int = 8, tip_points: int = 1) -> Points:
    """The whole closed outline, teeth clockwise from the positive y axis, shape (n, 2), mm."""
    tooth = tooth_outline(gear, flank_points, fillet_points, tip_points)
    turns = -2 * np.pi * np.arange(int(gear.teeth)) / gear.teeth
    cos, sin = np.cos(turns)[:, None], np.sin(turns)[:, None]
    x = tooth[None, :, 0] * cos - tooth[None, :, 1] * sin
    y = tooth[None, :, 0] * sin + tooth[None, :, 1] * cos
    return np.stack([x.ravel(), y.ravel()], axis=1)


def form_radius(gear: Gear) -> float:
    """Radius at which the involute of a rack-cut gear begins, undercut taken off, mm."""
    return float(_fillet(gear, 25)[-1, 0])


def _cartesian(radius: Points, angle: Points) -> Points:
    return np.stack([radius * np.sin(angle), radius * np.cos(angle)], axis=1)


def _flank(gear: Gear, start: float, points: int) -> Points:
    """Involute from `start` to the tip, as (radius, half-angle) rows."""
    top = float(tip_radius(gear))
    if tooth_half_angle(gear, top) < 0:
        top = _pointed_radius(gear, start, top)
    # Even steps along the involute's own parameter put points where it bends.
    rb = float(base_radius(gear))
    roll = np.linspace(_roll(rb, start), _roll(rb, top), points + 1)[1:]
    radius = np.hypot(rb, rb * roll)
    return np.stack([radius, np.maximum(tooth_half_angle(gear, radius), 0.0)], axis=1)


def _roll(base: float, radius: float) -> float:
    return float(np.sqrt(max(radius * radius - base * base, 0.0)) / base)


def _pointed_radius(gear: Gear, low: float, high: float) -> float:
    """Radius at which the two flanks meet, mm."""
    return float(crossing(lambda radius: tooth_half_angle(gear, radius) > 0, low, high))


def _fillet(gear: Gear, points: int) -> Points:
    """Root and fillet from mid space up to the involute, as (radius, half-angle) rows.

    For each normal direction of the cutter's tip rounding, the law of gearing
    places the one roll position at which that point cuts (Litvin and Fuentes,
    Gear Geometry and Applied Theory, 6.4): exact, with no search.
    """
    z = float(gear.teeth)
    pitch_radius = float(reference_diameter(gear)) / 2
    scale = pitch_radius * 2 / z
    alpha = float(np.arctan(np.tan(gear.pressure_angle) / np.cos(gear.helix_angle)))
    shift = float(gear.profile_shift * gear.module)
    depth = float(gear.dedendum * gear.module) - shift
    half_width = scale * np.pi / 4 - shift * np.tan(alpha) + float(gear.thinning) / 2
    room = (half_width - depth * np.tan(alpha)) / (1 / np.cos(alpha) - np.tan(alpha))
    clearance = max(float((gear.dedendum - gear.addendum) * gear.module), 0.0)
    rounding = max(min(clearance / (1 - np.sin(alpha)), room * 0.999), 1e-6 * scale)

    centre_depth = depth - rounding
    centre_across = half_width - centre_depth * np.tan(alpha) - rounding / np.cos(alpha)
    # Dense, since an undercut fillet crosses the flank within a small part of its sweep.
    normal = np.linspace(np.pi / 2, alpha, points * 40)
    roll = -(centre_across - centre_depth / np.tan(normal))
    x = centre_across + rounding * np.cos(normal) + roll
    y = pitch_radius - centre_depth - rounding * np.sin(normal)
    turn = roll / pitch_radius
    across = x * np.cos(turn) - y * np.sin(turn)
    along = x * np.sin(turn) + y * np.cos(turn)
    radius = np.hypot(across, along)
    half_angle = np.pi / z - np.arctan2(across, along)

    last = _meets_flank(gear, radius, half_angle)
    keep = np.unique(np.linspace(0, last, points).round().astype(int))
    floor = np.array([[float(root_radius(gear)), np.pi / z]])
    return np.vstack([floor, np.stack([radius[keep], half_angle[keep]], axis=1)])


def _meets_flank(gear: Gear, radius: Points, half_angle: Points) -> int:
    """Index where the fillet reaches the involute; earlier than its end if undercut."""
    rb = float(base_radius(gear))
    inside = np.where(radius > rb, half_angle - tooth_half_angle(gear, np.maximum(radius, rb)), 0.0)
    cut = np.flatnonzero((radius > rb) & (inside < -1e-6))
    if not cut.size:
        return len(radius) - 1
    after = np.flatnonzero((np.arange(len(radius)) > cut[0]) & (inside >= 0))
    return int(after[0]) - 1 if after.size else len(radius) - 1
