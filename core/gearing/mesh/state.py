"""A pair at one distance: everything said of it."""

from __future__ import annotations

from dataclasses import dataclass
from fractions import Fraction
from math import gcd

import numpy as np

from ..errors import GearingError
from ..gear import Gear, base_radius, transverse_pressure_angle
from ..involute import Real, inv, inverse_inv
from .pair import Pair, beyond


@dataclass(frozen=True, slots=True)
class Mesh:
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
    troubles : tuple of str
        Where flanks or tips run where they must not.
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
    troubles: tuple[str, ...]
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


def mesh(first: Gear, second: Gear, distance: float | None = None, *, internal: bool = False) -> Mesh:
    """Mesh two gears at `distance`, or where they have no backlash; with `internal` in a ring.

    Raises
    ------
    GearingError
        If the gears differ in base pitch, or cannot mesh at `distance`.
    """
    pair = Pair(first, second, internal)
    close = pair.zero_backlash_distance
    a = close if distance is None else distance
    low, high = pair.limits
    if not low < a < high:
        lost = low if internal else high
        raise GearingError(
            f"At {a:.2f} mm these gears do not mesh.",
            field="centre_distance",
            hint=f"They run without play at {close:.3f} mm and lose each other at {lost:.2f} mm.",
        )
    one, two = (float(radius) for radius in pair.working_radii(a))
    play = float(pair.backlash(a))
    clear_1, clear_2 = (float(clear) for clear in pair.clearances(a))
    z1, z2 = int(first.teeth), int(second.teeth)
    return Mesh(
        ratio=Fraction(z2, z1),
        zero_backlash_distance=close,
        distance=a,
        working_pressure_angle=float(pair.working_angle(a)),
        backlash=play,
        normal_backlash=float(pair.normal_backlash(a)),
        turn_1=play / one,
        turn_2=play / two,
        contact_ratio=float(pair.contact_ratio(a)),
        tip_clearance_1=clear_1,
        tip_clearance_2=clear_2,
        working_depth=float(pair.working_depth(a)),
        skips_at=pair.skips_at,
        troubles=tuple(_troubles(pair, a)),
        hunts=gcd(z1, z2) == 1,
        turns_to_meet_again=z2 // gcd(z1, z2),
    )


def _troubles(pair: Pair, a: float) -> list[str]:
    """Tips in roots, tips past the end of the involute, and tips that meet inside a ring."""
    found = []
    names = ("first", "ring" if pair.internal else "second")
    for clear, tip, root in zip(pair.clearances(a), names, reversed(names), strict=True):
        if clear < 0:
            found.append(f"The tips of the {tip} touch the roots of the {root}, {-clear:.2f} mm deep.")
    along = a * float(np.sin(pair.working_angle(a)))
    if pair.internal:
        return found + _in_ring(pair, a)
    one, two = (beyond(gear, tip) for gear, tip in zip((pair.first, pair.second), pair.tips, strict=True))
    for past, tip, flank in ((two - along, "second", "first"), (one - along, "first", "second")):
        if past > 1e-6:
            found.append(
                f"The tips of the {tip} reach below the involute of the {flank}: cut teeth are undercut "
                "to clear them, moulded ones may not be."
            )
    return found


def _in_ring(pair: Pair, a: float) -> list[str]:
    """Interference of a pinion in a ring: at the flank's end, and of tips that pass each other.

    After the usual conditions for internal gears (JGMA 611; Litvin and
    Fuentes, 11): ``z1/z2 >= 1 - tan(alpha_a2)/tan(alpha_w)`` and
    ``theta1·z1/z2 + inv(alpha_w) - inv(alpha_a2) >= theta2``.
    """
    (ra1, ra2), rb2 = pair.tips, float(base_radius(pair.second))
    share = float(pair.first.teeth / pair.second.teeth)
    if ra2 <= rb2:
        return ["The ring's tips stand inside its base circle: they have no flank there to run on."]
    working = float(pair.working_angle(a))
    at_1 = float(np.arccos(np.clip(base_radius(pair.first) / ra1, -1, 1)))
    at_2 = float(np.arccos(rb2 / ra2))
    found = []
    if share < 1 - np.tan(at_2) / np.tan(working):
        found.append("The ring's tips reach below the involute of the pinion, unless they are trimmed.")
    turn_1 = np.arccos(np.clip((ra2**2 - ra1**2 - a**2) / (2 * a * ra1), -1, 1))
    turn_2 = np.arccos(np.clip((a**2 + ra2**2 - ra1**2) / (2 * a * ra2), -1, 1))
    room = (turn_1 + inv(at_1) - inv(working)) * share + inv(working) - inv(at_2) - turn_2
    if room < 0:
        found.append("Tips of pinion and ring meet as they leave: too few teeth between the two counts.")
    return found
