"""Worm and wheel, and bevel pairs, as far as their simple theory goes.

The worm pair is judged in its middle plane, where it is a rack on a gear; the
bevel pair by its virtual spur gears on the back cones (Tredgold; Niemann and
Winter, Maschinenelemente III).
"""

from __future__ import annotations

from dataclasses import dataclass
from math import atan2, cos, degrees, pi, sin, sqrt, tan

from ..errors import GearingError
from ..geometry.gear import Gear
from .pair import Pair


@dataclass(frozen=True, slots=True)
class WormPair:
    """Lengths mm, angles rad.

    Attributes
    ----------
    distance : float
        ``(d1 + m·z2)/2``.
    lead_angle, lead : float
    contact_ratio : float
        In the middle plane, rack on gear.
    efficiency, backwards : float
        Of the worm driving and of the wheel driving; zero or less: it holds itself.
    """

    ratio: float
    distance: float
    lead_angle: float
    lead: float
    contact_ratio: float
    efficiency: float
    backwards: float


def worm_efficiency(lead_angle: float, pressure_angle: float, friction: float) -> tuple[float, float]:
    """Efficiency of the worm driving, and of the wheel driving (zero or less: it holds).

    ``(cos a - u·tan g)/(cos a + u/tan g)`` and ``(cos a - u/tan g)/(cos a + u·tan g)``
    (Niemann and Winter, worm drives).
    """
    c, t = cos(pressure_angle), tan(lead_angle)
    return (c - friction * t) / (c + friction / t), (c - friction / t) / (c + friction * t)


def worm_pair(
    starts: int, teeth: int, module: float, worm_diameter: float, pressure_angle: float, friction: float
) -> WormPair:
    """A worm of reference diameter `worm_diameter` and its wheel.

    Raises
    ------
    GearingError
        If the worm is too thin for its threads.
    """
    if worm_diameter <= 2.5 * module:
        raise GearingError(
            "This worm would have no core.",
            code="no_worm_core",
            field="worm_diameter_mm",
            hint="Its outside, less two modules.",
        )
    gamma = atan2(module * starts, worm_diameter)
    forward, back = worm_efficiency(gamma, pressure_angle, friction)
    return WormPair(
        ratio=teeth / starts,
        distance=(worm_diameter + module * teeth) / 2,
        lead_angle=gamma,
        lead=pi * module * starts,
        contact_ratio=rack_contact(teeth, module, pressure_angle),
        efficiency=forward,
        backwards=back,
    )


def rack_contact(teeth: int, module: float, pressure_angle: float, further: float = 0.0) -> float:
    """Contact ratio of a wheel on the worm in its middle plane, `further` mm out than it belongs; 0 for none.

    The worm's straight sides end at its tip, and touch nothing beyond the wheel's base circle.
    """
    r2, ra2 = module * teeth / 2, module * (teeth + 2) / 2
    rb2, sine = r2 * cos(pressure_angle), sin(pressure_angle)
    along = sqrt(ra2 * ra2 - rb2 * rb2) - r2 * sine + min((module - further) / sine, r2 * sine)
    return max(0.0, along / (pi * module * cos(pressure_angle)))


def wheel_backlash(axial: float, teeth: int, module: float) -> float:
    """Turn of the wheel, rad, for `axial` mm of play of the worm along its shaft (in mesh or thrust)."""
    return axial / (module * teeth / 2)


@dataclass(frozen=True, slots=True)
class BevelPair:
    """Lengths mm, angles rad. Cone angles of both, cone distance, and contact by the virtual gears."""

    ratio: float
    cones: tuple[float, float]
    cone_distance: float
    virtual_teeth: tuple[float, float]
    contact_ratio: float
    backlash_per_mm: tuple[float, float]


def bevel_pair(
    first: int, second: int, module: float, pressure_angle: float, shafts: float, apart: float = 0.0
) -> BevelPair:
    """Straight bevels of outer module `module` on shafts `shafts` apart, their pitch cones `apart` mm off.

    `backlash_per_mm` is how much a millimetre of shim behind each gear changes
    the backlash: minus, since it moves the gear along its axis towards the
    crossing, the pitch cones ``sin(delta)`` of that into each other, and so
    closes ``2·tan(alpha)·sin(delta)``.

    Raises
    ------
    GearingError
        If the shafts stand so that one gear would have no cone.
    """
    cone_1 = atan2(sin(shafts), second / first + cos(shafts))
    cone_2 = shafts - cone_1
    if not (0 < cone_1 < pi / 2 and 0 < cone_2 < pi / 2):
        raise GearingError(
            f"At {degrees(shafts):.0f}° between the shafts one of these gears has no cone.",
            code="no_pitch_cone",
            field="shaft_angle_deg",
            hint="Usually 90.",
        )
    virtual = first / cos(cone_1), second / cos(cone_2)
    pair = Pair(Gear(virtual[0], module, pressure_angle), Gear(virtual[1], module, pressure_angle))
    play = -2 * tan(pressure_angle) * sin(cone_1), -2 * tan(pressure_angle) * sin(cone_2)
    return BevelPair(
        ratio=second / first,
        cones=(cone_1, cone_2),
        cone_distance=module * first / (2 * sin(cone_1)),
        virtual_teeth=virtual,
        contact_ratio=max(0.0, float(pair.contact_ratio(pair.zero_backlash_distance + apart))),
        backlash_per_mm=play,
    )
