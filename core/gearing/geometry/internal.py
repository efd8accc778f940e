"""Internal gears, and what is measured inside them (ISO 21771-1, internal gears).

A :class:`~gearing.geometry.gear.Gear` read as a ring has its teeth pointing inwards.
Its *space* has the shape of an external tooth of the same size, so everything
known of teeth serves for rings as well: see :func:`space_of`.
"""

from __future__ import annotations

from dataclasses import replace

import numpy as np

from .gear import (
    Gear,
    base_helix_angle,
    base_radius,
    reference_diameter,
    tooth_half_angle,
    transverse_pressure_angle,
)
from .involute import Real, inv, inverse_inv


def space_of(ring: Gear) -> Gear:
    """The external gear whose teeth fill the ring's spaces from root to tip.

    Addendum and dedendum change places, and what wear takes off the ring's
    teeth it adds to the space.
    """
    dedendum = ring.addendum - ring.tip_trim / ring.module
    return replace(
        ring, addendum=ring.dedendum, dedendum=dedendum, tip_trim=0.0, thinning=-np.asarray(ring.thinning)
    )


def ring_tip_radius(ring: Gear) -> Real:
    """``d/2 - mn(ha* - x)``, and the tip trim wider, mm."""
    full = reference_diameter(ring) / 2 - ring.module * (ring.addendum - ring.profile_shift)
    return full + ring.tip_trim


def ring_root_radius(ring: Gear) -> Real:
    """``d/2 + mn(hf* + x)``, mm."""
    return reference_diameter(ring) / 2 + ring.module * (ring.dedendum + ring.profile_shift)


def _across(ring: Gear) -> Real:
    """What an odd count takes off a reading from one place to the most opposite one."""
    odd = np.asarray(ring.teeth) % 2 == 1
    return np.where(odd, np.cos(np.pi / (2 * ring.teeth)), 1.0)


def ring_tip_half_angle(ring: Gear) -> Real:
    """Half the land of a ring's tip as an angle, rad: what its space leaves of half a pitch."""
    space = tooth_half_angle(space_of(ring), ring_tip_radius(ring))
    return np.clip(np.pi / ring.teeth - space, 0.0, np.pi / ring.teeth)


def inside_tips(ring: Gear) -> Real:
    """Inside jaws at their widest from tip to the most opposite tip, mm.

    Across from a tip of an odd count stands a space: the jaws find the corners
    of the lands that face each other, ``2·ra·cos(pi/2z - psi)``.
    """
    odd = np.asarray(ring.teeth) % 2 == 1
    facing = np.maximum(np.pi / (2 * ring.teeth) - ring_tip_half_angle(ring), 0.0)
    return 2 * ring_tip_radius(ring) * np.where(odd, np.cos(facing), 1.0)


def inside_roots(ring: Gear) -> Real:
    """Pointed inside jaws from the bottom of a space to that of the most opposite one, mm."""
    return 2 * ring_root_radius(ring) * _across(ring)


def between_pins(ring: Gear, pin_diameter: float) -> Real:
    """Reading between two pins laid in opposite spaces, mm; nan where the pin is too thick.

    ``inv(phi) = inv(alpha_t) + pi/2z + 2x·tan(alpha_n)/z - dp/(z·mn·cos(alpha_n))``,
    ``M = db/cos(phi) - dp`` for even counts.
    """
    involute = np.asarray(
        inv(transverse_pressure_angle(ring))
        + np.pi / (2 * ring.teeth)
        + 2 * ring.profile_shift * np.tan(ring.pressure_angle) / ring.teeth
        + ring.thinning / (ring.teeth * ring.module)
        - pin_diameter / (2 * base_radius(ring) * np.cos(base_helix_angle(ring)))
    )
    angle = inverse_inv(np.maximum(involute, 0.0))
    reading = 2 * base_radius(ring) / np.cos(angle) * _across(ring) - pin_diameter
    return np.where(involute > 0, reading, np.nan)


def farthest_distance(ring: Gear, pinion_teeth: int) -> Real:
    """Centre distance at which an unshifted pinion has no play left in the ring, mm.

    ``inv(alpha_w) = inv(alpha_t) + (2x·tan(alpha_n) + thinning/mn)/(z - z1)``;
    nan where the pinion has as many teeth as the ring.
    """
    between = np.where(np.asarray(ring.teeth) > pinion_teeth, ring.teeth - pinion_teeth, np.nan)
    room = (2 * ring.profile_shift * np.tan(ring.pressure_angle) + ring.thinning / ring.module) / between
    alpha = transverse_pressure_angle(ring)
    working = inverse_inv(np.maximum(inv(alpha) + room, 0.0))
    reference = between * ring.module / np.cos(ring.helix_angle) / 2
    distance: Real = reference * np.cos(alpha) / np.cos(working)
    return distance
