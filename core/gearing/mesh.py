"""Two external parallel-axis gears in mesh (ISO 21771-1, clause 5)."""

from __future__ import annotations

from dataclasses import dataclass
from fractions import Fraction
from math import gcd

import numpy as np

from .errors import GearingError
from .gear import (
    Gear,
    base_pitch,
    base_radius,
    reference_diameter,
    root_radius,
    tip_radius,
    tooth_half_angle,
    transverse_pressure_angle,
)
from .involute import Real, inv, inverse_inv


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
        ``j·cos(alpha_w)``, along the line of action.
    turn_1, turn_2 : float
        Free turn of each gear with the other held.
    contact_ratio : float
        Transverse contact ratio.
    tip_clearance_1, tip_clearance_2 : float
        From the tip of gear 1 (2) to the root of the other.
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
    hunts: bool
    turns_to_meet_again: int


def zero_backlash_distance(first: Gear, second: Gear) -> float:
    """Centre distance at which a pair has no play, mm.

    ``inv(alpha_w) = inv(alpha_t) + 2·tan(alpha_n)(x1 + x2)/(z1 + z2)`` (ISO
    21771-1), with any thinning of the teeth taken off.

    Raises
    ------
    GearingError
        If the teeth are too thin to touch on both flanks at any distance.
    """
    total = first.teeth + second.teeth
    shift = first.profile_shift + second.profile_shift
    thinning = first.thinning + second.thinning
    diameters = reference_diameter(first) + reference_diameter(second)
    involute = (
        inv(transverse_pressure_angle(first))
        + 2 * np.tan(first.pressure_angle) * shift / total
        - thinning / diameters
    )
    if involute <= 0:
        raise GearingError(
            "These teeth are too thin to touch on both flanks at any distance.",
            field="profile_shift",
            hint="Check the profile shift of both gears.",
        )
    return float((base_radius(first) + base_radius(second)) / np.cos(inverse_inv(involute)))


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


def mesh(first: Gear, second: Gear, distance: float | None = None) -> Mesh:
    """Mesh two gears at `distance`, or where they have no backlash.

    Raises
    ------
    GearingError
        If the gears differ in base pitch, or cannot mesh at `distance`.
    """
    if not np.isclose(base_pitch(first), base_pitch(second), rtol=1e-3):
        raise GearingError(
            "The two gears differ in pitch: they will not run together.",
            field="module",
            hint="Compare module and pressure angle of both; read the doubtful one again.",
        )
    close = zero_backlash_distance(first, second)
    a = close if distance is None else distance
    bases = float(base_radius(first) + base_radius(second))
    touching = float(tip_radius(first) + tip_radius(second))
    if not bases < a < touching:
        raise GearingError(
            f"At {a:.2f} mm these gears do not mesh.",
            field="centre_distance",
            hint=f"They run without play at {close:.3f} mm and lose each other at {touching:.2f} mm.",
        )
    alpha_w = float(np.arccos(bases / a))
    total = float(first.teeth + second.teeth)
    working_1, working_2 = a * float(first.teeth) / total, a * float(second.teeth) / total
    pitch = 2 * np.pi * working_1 / float(first.teeth)
    thick_1 = 2 * working_1 * float(tooth_half_angle(first, working_1))
    thick_2 = 2 * working_2 * float(tooth_half_angle(second, working_2))
    play = pitch - thick_1 - thick_2
    reach = beyond_base(first) + beyond_base(second) - a * float(np.sin(alpha_w))
    z1, z2 = int(first.teeth), int(second.teeth)
    return Mesh(
        ratio=Fraction(z2, z1),
        zero_backlash_distance=close,
        distance=a,
        working_pressure_angle=alpha_w,
        backlash=play,
        normal_backlash=play * float(np.cos(alpha_w)),
        turn_1=play / working_1,
        turn_2=play / working_2,
        contact_ratio=reach / float(base_pitch(first)),
        tip_clearance_1=a - float(tip_radius(first) + root_radius(second)),
        tip_clearance_2=a - float(tip_radius(second) + root_radius(first)),
        hunts=gcd(z1, z2) == 1,
        turns_to_meet_again=z2 // gcd(z1, z2),
    )


def beyond_base(gear: Gear) -> float:
    """Length of the line of action from the base circle to the tip, mm."""
    ra, rb = float(tip_radius(gear)), float(base_radius(gear))
    return float(np.sqrt(max(ra * ra - rb * rb, 0.0)))
