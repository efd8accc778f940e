"""Play of two gears whose base pitches differ a little: one warmer, wetter or of another material.

Where pitches differ the play is another at each tooth in contact; what is free
is what the tightest leave, on either flank.
"""

from __future__ import annotations

from dataclasses import dataclass
from math import acos, ceil, cos, floor, pi, sin, sqrt

from ..geometry.gear import Gear, base_radius, tip_radius, tooth_half_angle
from ..geometry.internal import ring_tip_radius, space_of


@dataclass(frozen=True, slots=True)
class Unlike:
    """Circumferential backlash, mm: at the pitch point, and the least and most met over a turn."""

    pitch_point: float
    least: float
    most: float


def unlike(first: Gear, second: Gear, distance: float, *, internal: bool = False) -> Unlike | None:
    """Play of two gears of nearly one base pitch at `distance`; None where no flanks meet.

    Each flank stands at ``rb·(angle + half base thickness + alpha_w)`` along the
    line of action, with ``cos(alpha_w) = (rb2 ± rb1)/a``; tooth number ``k`` from
    the line of centres gains ``k·(p_b2 - p_b1)`` on one flank and loses it on the
    other, as far as both involutes reach (ISO 21771-1, 5; the pitch error after
    Niemann and Winter, Maschinenelemente II).
    """
    ring = space_of(second) if internal else second
    rb1, rb2 = float(base_radius(first)), float(base_radius(second))
    bases = rb2 - rb1 if internal else rb1 + rb2
    if distance <= bases:
        return None
    working = acos(bases / distance)
    between = distance * sin(working)
    half_1 = float(tooth_half_angle(first, rb1)) + working
    half_2 = float(tooth_half_angle(ring, rb2)) + working
    tip_1 = sqrt(max(float(tip_radius(first)) ** 2 - rb1**2, 0.0))
    if internal:
        middle = rb2 * half_2 - between - rb1 * half_1
        begins = sqrt(max(float(ring_tip_radius(second)) ** 2 - rb2**2, 0.0)) - between
        ends = tip_1
    else:
        middle = between - rb2 * (half_2 - pi / float(second.teeth)) - rb1 * half_1
        begins = between - sqrt(max(float(tip_radius(second)) ** 2 - rb2**2, 0.0))
        ends = min(tip_1, between)
    z = float(first.teeth)
    low, high = ((max(t, 0.0) / rb1 - half_1) * z / (2 * pi) for t in (begins, ends))
    if high - low < 0:
        return None
    more = 2 * pi * (rb2 / float(second.teeth) - rb1 / z)
    # As the gears turn, the two tightest teeth move alike and their sum only jumps: between the
    # jumps, and at them, is all there is.
    tight = low if more > 0 else high
    jumps = sorted({tight % 1.0, -tight % 1.0})
    turned = [*jumps, (jumps[0] + jumps[-1]) / 2, (jumps[0] + jumps[-1] + 1) / 2]
    plays = [
        2 * middle + (_tightest(at, low, high, more) + _tightest(-at, low, high, more)) * more
        for at in turned
    ]
    scale = 1 / cos(working)
    return Unlike(2 * middle * scale, min(plays) * scale, max(plays) * scale)


def _tightest(at: float, low: float, high: float, more: float) -> float:
    """Place, in pitches, of the tightest tooth in contact of those at `at` and whole pitches on."""
    if more > 0:
        return at + ceil(low - at)
    return at + floor(high - at)
