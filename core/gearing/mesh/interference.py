"""What runs into what as a pair turns: the tip of each tooth followed along its mate's outline.

Not the usual conditions of tables, which are safe for one way of cutting and
cry wolf for another, but the path itself: a tip's corner, in the frame of its
mate, against the flank and the fillet that a rack cutter leaves there (Litvin
and Fuentes, Gear Geometry and Applied Theory, 6.7 and 11).
"""

from __future__ import annotations

from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from ..geometry.gear import Gear, base_radius, tooth_half_angle
from ..geometry.internal import space_of
from ..geometry.involute import Real
from ..geometry.outline import tooth_outline
from .pair import Pair, beyond

STEPS = 121
"""Places a corner is looked at from where it enters its mate to where it leaves."""

DRAWN = 0.005
"""How deep, in modules, a tip may seem to stand in the mate's: what drawing leaves open."""

ROUNDED = 0.03
"""The same in a foot, whose fillet is another with every cutter: a corner rubs itself free of so much."""

Floats = NDArray[np.float64]


def interferes(pair: Pair, distance: Real) -> NDArray[np.bool_]:
    """Whether flanks or tips of a pair run into each other at each distance, roots apart."""
    return np.asarray(dug(pair, distance) > 0)


def interference(pair: Pair, distance: Real) -> list[tuple[str, NDArray[np.bool_]]]:
    """What may run into what, and at which of the distances it does."""
    return [(words, depth > 0) for words, depth in _depths(pair, distance)]


def dug(pair: Pair, distance: Real) -> Floats:
    """How deep anything of one stands in the other beyond what is left open, mm; negative where nothing does.

    Smooth along the distance.
    """
    return np.asarray(np.max([depth for _, depth in _depths(pair, distance)], axis=0))


def _depths(pair: Pair, distance: Real) -> list[tuple[str, Floats]]:
    a = np.asarray(distance, dtype=np.float64)
    module = float(pair.first.module)
    if pair.internal:
        return [
            (
                "Tips of pinion and ring meet as they leave: too few teeth between the two counts.",
                _pinion_in_ring(pair, a) - DRAWN * module,
            ),
            (
                "The ring's tips dig into the feet of the pinion's teeth, unless they are trimmed.",
                _in_gear(pair, a, 0) - ROUNDED * module,
            ),
        ]
    return [
        (
            f"The tips of the {tip} dig into the feet of the {flank}'s teeth.",
            _in_gear(pair, a, wall) - ROUNDED * module,
        )
        for wall, tip, flank in ((0, "second", "first"), (1, "first", "second"))
    ]


def short_of_involute(pair: Pair, a: float) -> list[str]:
    """Where tips reach below the involute of their mate, and what that asks to be known."""
    along = a * float(np.sin(pair.working_angle(a)))
    if pair.internal:
        if pair.tips[1] <= base_radius(pair.second):
            return ["The ring's tips stand inside its base circle: they have no flank there to run on."]
        if beyond(pair.second, pair.tips[1]) < along:
            return [
                "The ring's tips reach below the involute of the pinion: a moulded pinion may bind there."
            ]
        return []
    return [
        f"The tips of the {tip} reach below the involute of the {flank}: cut teeth are undercut "
        "to clear them, moulded ones may not be. Turn the pair by hand, one whole turn."
        for gear, radius, tip, flank in (
            (pair.second, pair.tips[1], "second", "first"),
            (pair.first, pair.tips[0], "first", "second"),
        )
        if beyond(gear, radius) - along > 1e-6
    ]


def _in_gear(pair: Pair, a: Floats, wall: int) -> Floats:
    """How deep the mate's tip corner goes into gear number `wall`, mm, by distance."""
    gear, mate = (pair.first, pair.second) if wall == 0 else (pair.second, pair.first)
    top, corner = pair.tips[wall], pair.tips[1 - wall]
    if pair.internal:
        half_tip = np.pi / mate.teeth - tooth_half_angle(space_of(mate), corner)
    else:
        half_tip = np.maximum(tooth_half_angle(mate, corner), 0.0)
    at = a[..., None]
    most = np.arccos(np.clip((at**2 + corner**2 - top**2) / (2 * at * corner), -1.0, 1.0))
    turn = np.linspace(-1.0, 1.0, STEPS) * most
    x, y = at - corner * np.cos(turn), corner * np.sin(turn)
    if pair.internal:
        x = -x
    radius, angle = np.hypot(x, y), np.arctan2(y, x)
    # Tooth on tooth at the flank that drives: the play lies behind.
    play = np.asarray(pair.backlash(a) / pair.working_radii(a)[wall])[..., None]
    rolled = (turn - half_tip) * mate.teeth / gear.teeth - play / 2
    edge = rolled + np.pi / gear.teeth - _half_angles(gear, radius)
    return _deepest(radius * (angle - edge), radius < top)


def _pinion_in_ring(pair: Pair, a: Floats) -> Floats:
    """How deep the pinion's tip corner goes into the ring's teeth, mm, by distance."""
    top, corner = pair.tips[1], pair.tips[0]
    half_tip = np.maximum(tooth_half_angle(pair.first, corner), 0.0)
    at = a[..., None]
    most = np.arccos(np.clip((top**2 - at**2 - corner**2) / (2 * at * corner), -1.0, 1.0))
    turn = np.linspace(-1.0, 1.0, STEPS) * most
    x, y = at + corner * np.cos(turn), corner * np.sin(turn)
    radius, angle = np.hypot(x, y), np.arctan2(y, x)
    play = np.asarray(pair.backlash(a) / pair.working_radii(a)[1])[..., None]
    rolled = (turn - half_tip) * pair.first.teeth / pair.second.teeth - play / 2
    edge = rolled + _half_angles(space_of(pair.second), radius)
    return _deepest(radius * (angle - edge), radius > top)


def _half_angles(gear: Gear, radius: Floats) -> Floats:
    """Half the angle of a drawn tooth at each radius, fillet and all, rad."""
    angles: Floats = np.interp(radius, *_drawn(gear))
    return angles


@lru_cache(maxsize=64)
def _drawn(gear: Gear) -> tuple[Floats, Floats]:
    """Half a drawn tooth from its foot outwards: radii, mm, and half angles, rad."""
    drawn = tooth_outline(gear, 60, 30)
    half = drawn[len(drawn) // 2 + 1 :][::-1]
    return np.hypot(*half.T), np.abs(np.arctan2(half[:, 0], half[:, 1]))


def _deepest(depth: Floats, where: NDArray[np.bool_]) -> Floats:
    deepest: Floats = np.where(where, depth, 0.0).max(axis=-1)
    return deepest
