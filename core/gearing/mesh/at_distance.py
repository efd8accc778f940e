"""A pair at one distance: everything said of it."""

from __future__ import annotations

from dataclasses import dataclass
from fractions import Fraction
from math import gcd

import numpy as np

from ..errors import GearingError
from ..geometry.gear import Gear, base_radius, transverse_pressure_angle
from ..geometry.involute import Real, inv, inverse_inv
from .interference import interference, short_of_involute
from .pair import Pair


@dataclass(frozen=True, slots=True)
class Engagement:
    """A pair at a set centre distance. Lengths mm, angles rad.

    Attributes
    ----------
    ratio : Fraction
        Turns of gear 1 for one turn of gear 2, ``z2/z1``.
    zero_backlash_distance : float
        Centre distance at which both flanks touch.
    distance : float
        The working centre distance ``a``.
    working_pressure_angle : float
    backlash : float
        Circumferential backlash ``j`` at the working pitch circles.
    normal_backlash : float
        Along the line of action.
    turn_1, turn_2 : float
        Free turn of each gear with the other held.
    contact_ratio : float
        Transverse contact ratio.
    tip_clearance_1, tip_clearance_2 : float
        From the tip of gear 1 (2) to the root of the other.
    working_depth : float
    skips_at : float
        Distance at which the contact ratio is 1; nan if it never falls so far.
    cut_contact_ratio : float
        The same where both were cut by a rack, undercut taken off.
    troubles : tuple of str
        Where flanks or tips run where they must not: none of these runs right.
    interferes : bool
        Whether any of them is more than a lack of room between tip and root.
    notes : tuple of str
        What to know of a pair that runs.
    hunts : bool
        Whether every tooth meets every other, ``gcd(z1, z2) = 1``.
    turns_to_meet_again : int
        Turns of gear 1 before the same two teeth meet again.
    """

    ratio: Fraction
    zero_backlash_distance: float
    distance: float
    working_pressure_angle: float
    backlash: float
    normal_backlash: float
    turn_1: float
    turn_2: float
    contact_ratio: float
    tip_clearance_1: float
    tip_clearance_2: float
    working_depth: float
    skips_at: float
    cut_contact_ratio: float
    troubles: tuple[str, ...]
    interferes: bool
    notes: tuple[str, ...]
    hunts: bool
    turns_to_meet_again: int


def zero_backlash_distance(first: Gear, second: Gear) -> float:
    """Centre distance at which an external pair has no play, mm.

    Raises
    ------
    GearingError
        If the gears differ in pitch, or are too thin to touch on both flanks.
    """
    return Pair(first, second).zero_backlash_distance


def closest_distance(gear: Gear, mate_teeth: int) -> Real:
    """Centre distance without play to an unshifted mate cut alike, mm; fields may be arrays."""
    both = gear.teeth + mate_teeth
    involute = np.maximum(
        inv(transverse_pressure_angle(gear))
        + 2 * np.tan(gear.pressure_angle) * gear.profile_shift / both
        - gear.thinning / (gear.module * both),
        0.0,
    )
    return base_radius(gear) * both / gear.teeth / np.cos(inverse_inv(involute))


def mesh(first: Gear, second: Gear, distance: float | None = None, *, internal: bool = False) -> Engagement:
    """Mesh two gears at `distance`, or where they have no backlash; with `internal` in a ring.

    Raises
    ------
    GearingError
        If the gears differ in base pitch, are too thin to touch, or cannot mesh at `distance`.
    """
    return mesh_at(Pair(first, second, internal), distance)


def mesh_at(pair: Pair, distance: float | None = None) -> Engagement:
    """A pair at `distance`, or where it has no backlash.

    Raises
    ------
    GearingError
        If the teeth are too thin, or cannot mesh at `distance`.
    """
    first, second, internal = pair.first, pair.second, pair.internal
    close = pair.zero_backlash_distance
    a = close if distance is None else distance
    low, high = pair.limits
    if not low < a < high:
        lost = low if internal else high
        raise GearingError(
            f"At {a:.2f} mm these gears do not mesh.",
            code="no_mesh_at_distance",
            field="centre_distance",
            hint=f"They run without play at {close:.3f} mm and lose each other at {lost:.2f} mm.",
        )
    radius_1, radius_2 = (float(radius) for radius in pair.working_radii(a))
    play = float(pair.backlash(a))
    clear_1, clear_2 = (float(clear) for clear in pair.clearances(a))
    z1, z2 = int(first.teeth), int(second.teeth)
    collides = [says for says, where in interference(pair, a) if np.any(where)]
    return Engagement(
        ratio=Fraction(z2, z1),
        zero_backlash_distance=close,
        distance=a,
        working_pressure_angle=float(pair.working_angle(a)),
        backlash=play,
        normal_backlash=float(pair.normal_backlash(a)),
        turn_1=play / radius_1,
        turn_2=play / radius_2,
        contact_ratio=float(pair.contact_ratio(a)),
        tip_clearance_1=clear_1,
        tip_clearance_2=clear_2,
        working_depth=float(pair.working_depth(a)),
        skips_at=pair.skips_at,
        cut_contact_ratio=float(pair.cut_contact_ratio(a)),
        troubles=(*_tips_in_roots(pair, a), *collides),
        interferes=bool(collides),
        notes=tuple(short_of_involute(pair, a)),
        hunts=gcd(z1, z2) == 1,
        turns_to_meet_again=z2 // gcd(z1, z2),
    )


def _tips_in_roots(pair: Pair, a: float) -> list[str]:
    names = ("first", "ring" if pair.internal else "second")
    return [
        f"The tips of the {tip} touch the roots of the {root}, {-clear:.2f} mm deep."
        for clear, tip, root in zip(pair.clearances(a), names, reversed(names), strict=True)
        if clear < 0
    ]
