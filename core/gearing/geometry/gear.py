"""The geometry of one external cylindrical gear.

Symbols after ISO 1122-1 and ISO 21771-1, tooth proportions after ISO 53.
A :class:`Gear` knows nothing of how it was measured or identified.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from ..errors import GearingError
from .involute import Real, inv, pressure_angle_at

INCH = 25.4
"""Millimetres in an inch, exact."""

FEWEST_TEETH = 4
MOST_TEETH = 1000

DEGREES_20 = float(np.radians(20.0))
"""The usual pressure angle (ISO 53), rad."""


@dataclass(frozen=True, slots=True)
class Gear:
    """One external gear. Fields may be arrays that broadcast together.

    Attributes
    ----------
    teeth : int
        Tooth count ``z``.
    module : float
        Normal module ``mn``, mm.
    pressure_angle : float
        Normal pressure angle ``alpha_n``, rad.
    profile_shift : float
        Profile shift coefficient ``x``.
    helix_angle : float
        Helix angle ``beta`` at the reference circle, rad.
    addendum, dedendum : float
        ``ha*`` and ``hf* = ha* + c*``, in modules (ISO 53 profile A: 1 and 1.25).
    tip_trim : float
        Taken off the tip radius by turning, moulding or wear, mm.
    thinning : float
        Taken off the normal tooth thickness at the reference circle, mm.
    """

    teeth: Real
    module: Real
    pressure_angle: Real = DEGREES_20
    profile_shift: Real = 0.0
    helix_angle: Real = 0.0
    addendum: Real = 1.0
    dedendum: Real = 1.25
    tip_trim: Real = 0.0
    thinning: Real = 0.0


def checked(gear: Gear) -> Gear:
    """Return `gear` if it can be cut; scalar fields only.

    Raises
    ------
    GearingError
        Naming the field and what to do about it.
    """
    if not FEWEST_TEETH <= gear.teeth <= MOST_TEETH:
        raise GearingError(
            f"{gear.teeth:g} teeth cannot be worked with here.",
            code="tooth_count_out_of_range",
            field="teeth",
            hint=f"Count again, marking the tooth you start at: {FEWEST_TEETH} to {MOST_TEETH} teeth.",
        )
    if not 0.05 <= gear.module <= 50:
        raise GearingError(
            f"A module of {gear.module:g} mm is no gear for a bench.",
            code="module_out_of_range",
            field="module",
            hint="Give the module in mm, 0.05 to 50, or the diametral pitch.",
        )
    if tip_radius(gear) <= base_radius(gear):
        raise GearingError(
            "Nothing of the tooth is left outside the base circle.",
            code="no_tooth_left",
            field="tip_trim",
            hint="Less tip trim, or a larger addendum or profile shift.",
        )
    if root_radius(gear) <= 0:
        raise GearingError(
            "The tooth space would reach past the centre.",
            code="root_past_centre",
            field="profile_shift",
            hint="Check the count, the profile shift and the dedendum.",
        )
    return gear


def transverse_pressure_angle(gear: Gear) -> Real:
    """``alpha_t`` from ``tan(alpha_t) = tan(alpha_n)/cos(beta)`` (ISO 21771-1), rad."""
    return np.arctan(np.tan(gear.pressure_angle) / np.cos(gear.helix_angle))


def reference_diameter(gear: Gear) -> Real:
    """``d = z·mn/cos(beta)`` (ISO 21771-1), mm."""
    return gear.teeth * gear.module / np.cos(gear.helix_angle)


def lead(gear: Gear) -> Real:
    """Way along the axis for one turn, ``pz = pi·d/tan(beta)`` (ISO 21771-1), mm; minus for left hand."""
    return np.pi * reference_diameter(gear) / np.tan(gear.helix_angle)


def base_radius(gear: Gear) -> Real:
    """``rb = d·cos(alpha_t)/2`` (ISO 21771-1), mm."""
    return reference_diameter(gear) * np.cos(transverse_pressure_angle(gear)) / 2


def base_helix_angle(gear: Gear) -> Real:
    """``sin(beta_b) = sin(beta)·cos(alpha_n)`` (ISO 21771-1), rad."""
    angle: Real = np.arcsin(np.sin(gear.helix_angle) * np.cos(gear.pressure_angle))
    return angle


def helix_from_tips(gear: Gear, tip_angle: Real) -> Real:
    """Helix angle at the reference circle from the one read along the tips, rad.

    A lead is the same at every radius, so ``tan(beta) = tan(beta_a)·d/da``;
    `d` itself hangs on the answer, which settles in a few rounds.
    """
    helix = np.asarray(tip_angle, dtype=np.float64)
    tall = 2 * (np.asarray(gear.addendum) + gear.profile_shift)
    for _ in range(4):
        across = gear.teeth / np.cos(helix)
        helix = np.asarray(np.arctan(np.tan(tip_angle) * across / (across + tall)))
    return helix


def tip_radius(gear: Gear) -> Real:
    """``ra = d/2 + mn(ha* + x)``, less the tip trim, mm."""
    full = reference_diameter(gear) / 2 + gear.module * (gear.addendum + gear.profile_shift)
    return full - gear.tip_trim


def root_radius(gear: Gear) -> Real:
    """``rf = d/2 - mn(hf* - x)``, mm."""
    return reference_diameter(gear) / 2 - gear.module * (gear.dedendum - gear.profile_shift)


def tooth_half_angle(gear: Gear, radius: Real) -> Real:
    """Half the angle one tooth subtends at `radius`, transverse section, rad.

    ``s/d + inv(alpha_t) - inv(alpha_r)`` (ISO 21771-1); negative beyond the
    radius at which the flanks meet in a point.
    """
    diameter = reference_diameter(gear)
    normal = gear.module * (np.pi / 2 + 2 * gear.profile_shift * np.tan(gear.pressure_angle)) - gear.thinning
    thickness = normal / np.cos(gear.helix_angle)
    at_radius = pressure_angle_at(base_radius(gear), radius)
    return thickness / diameter + inv(transverse_pressure_angle(gear)) - inv(at_radius)


def tooth_thickness(gear: Gear, radius: Real) -> Real:
    """Transverse tooth thickness as an arc at `radius`, mm."""
    return 2 * radius * tooth_half_angle(gear, radius)


def tip_land(gear: Gear) -> Real:
    """Tooth thickness left at the tip, mm; zero or less means pointed."""
    return tooth_thickness(gear, tip_radius(gear))


def base_pitch(gear: Gear) -> Real:
    """Transverse base pitch ``p_bt = 2·pi·rb/z`` (ISO 21771-1), mm."""
    return 2 * np.pi * base_radius(gear) / gear.teeth


def diametral_pitch(module: float) -> float:
    """Teeth per inch of reference diameter, ``25.4/mn``."""
    return INCH / module


def undercut(gear: Gear) -> bool:
    """Whether a rack cutter would undercut: ``z < 2(ha* - x)/sin²(alpha)``."""
    limit = 2 * (gear.addendum - gear.profile_shift) / np.sin(gear.pressure_angle) ** 2
    return bool(gear.teeth < limit)
