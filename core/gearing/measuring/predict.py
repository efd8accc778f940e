"""What a caliper reads on a gear, by each way of holding it.

Each function predicts one reading from one :class:`~gearing.geometry.gear.Gear`.
Formulas are for sound teeth; what wear and trim do is expressed in the gear.
"""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from ..errors import GearingError
from ..geometry.gear import (
    Gear,
    base_helix_angle,
    base_radius,
    reference_diameter,
    root_radius,
    tip_radius,
    tooth_half_angle,
    transverse_pressure_angle,
)
from ..geometry.involute import Real, inv, inverse_inv

USUAL_PIN = 1.7
"""Pin diameter in modules that touches near the reference circle (ISO 21771-1 practice)."""


def _tip_half_angle(gear: Gear) -> Real:
    """Half the tip land as an angle, rad, never below a point nor above a quarter pitch."""
    return np.clip(tooth_half_angle(gear, tip_radius(gear)), 0.0, np.pi / (2 * gear.teeth))


def over_tips_settled(gear: Gear) -> Real:
    """Smallest reading of flat jaws over the tips as the gear turns between them, mm.

    Even counts: each jaw bridges two tips, ``2·ra·cos(pi/z - psi)``. Odd: one
    jaw bridges two tips, the other meets one, ``ra(1 + cos(pi/z - psi))``.
    `psi` is the tip half-angle: leaving the land out costs 0.06 mm on 15 teeth
    of module 1. By geometry of flat jaws on convex tips.
    """
    bridge = np.cos(np.pi / gear.teeth - _tip_half_angle(gear))
    odd = np.asarray(gear.teeth) % 2 == 1
    return tip_radius(gear) * np.where(odd, 1 + bridge, 2 * bridge)


def over_tips_largest(gear: Gear) -> Real:
    """Largest reading of flat jaws over the tips as the gear is rocked, mm.

    Even counts meet tip to tip, ``2·ra``; odd ones never do,
    ``2·ra·cos(pi/2z - psi)``.
    """
    odd = np.asarray(gear.teeth) % 2 == 1
    rocked = np.cos(np.pi / (2 * gear.teeth) - _tip_half_angle(gear))
    return 2 * tip_radius(gear) * np.where(odd, rocked, 1.0)


def span_over_teeth(gear: Gear, k: int | NDArray[np.int64]) -> Real:
    """Base tangent length ``W_k`` over `k` teeth (ISO 21771-1, DIN 3960), mm.

    Measured in the normal plane. Does not say whether the jaws can touch the
    flanks there: see :func:`span_counts`.
    """
    alpha_n = gear.pressure_angle
    module = np.asarray(gear.module)
    length: Real = (
        module * np.cos(alpha_n) * ((k - 0.5) * np.pi + gear.teeth * inv(transverse_pressure_angle(gear)))
        + 2 * gear.profile_shift * module * np.sin(alpha_n)
        - gear.thinning * np.cos(alpha_n)
    )
    return length


def span_contact_radius(gear: Gear, k: int | NDArray[np.int64]) -> Real:
    """Radius at which the jaws touch the flanks for a span over `k` teeth, mm."""
    touch: Real = np.hypot(base_radius(gear), span_over_teeth(gear, k) * np.cos(base_helix_angle(gear)) / 2)
    return touch


def form_radius(gear: Gear) -> Real:
    """Radius where a rack cutter's straight flank stops forming the involute, mm.

    The start of the usable flank; at least the base radius. ISO 21771-1,
    generated root form circle, for a cutter with its tip rounding below the
    addendum line of the mating rack.
    """
    depth = gear.module * (gear.addendum - gear.profile_shift)
    alpha_t = transverse_pressure_angle(gear)
    along = reference_diameter(gear) / 2 * np.sin(alpha_t) - depth / np.sin(alpha_t)
    return np.hypot(base_radius(gear), np.maximum(along, 0.0))


def span_counts(gear: Gear) -> list[int]:
    """The `k` for which flat jaws touch sound flank between form and tip circle.

    Scalar gears only; may be empty for stubby or short-addendum gears.
    """
    spanned = np.arange(2, int(gear.teeth) // 2 + 2)
    touch = np.asarray(span_contact_radius(gear, spanned))
    return [int(k) for k in spanned[(touch >= form_radius(gear)) & (touch <= tip_radius(gear))]]


def usual_span(gear: Gear) -> int:
    """The `k` whose jaws touch nearest the reference circle, ``z·alpha/pi + 1/2`` (DIN 3960).

    Examples
    --------
    >>> usual_span(Gear(31, 0.5))
    4
    """
    spanned = gear.teeth * transverse_pressure_angle(gear) / np.pi + 0.5
    return max(2, round(float(spanned)))


def checked_span(gear: Gear, k: int) -> float:
    """``W_k``, refused where the jaws would not lie on the flanks.

    Raises
    ------
    GearingError
        Naming the counts that do work.
    """
    valid = span_counts(gear)
    if k not in valid:
        can = " or ".join(str(n) for n in valid) or "none"
        raise GearingError(
            f"Over {k} teeth the jaws do not touch the flanks of this gear.",
            code="span_off_flanks",
            field="k",
            hint=f"Teeth to span on this gear: {can}.",
        )
    return float(span_over_teeth(gear, k))


def over_pins_reading(gear: Gear, pin_diameter: float) -> Real:
    """Reading over two pins (helical gears: balls) in opposite spaces, mm (ISO 21771-1).

    ``inv(phi) = inv(alpha_t) + dp/(z·mn·cos(alpha_n)) - pi/2z + 2x·tan(alpha_n)/z``;
    nan where the pin is too thin for the space. Fields may be arrays. Does not
    say whether the pin lies on the flanks: see :func:`over_pins`.
    """
    alpha = transverse_pressure_angle(gear)
    involute = np.asarray(
        inv(alpha)
        + pin_diameter / (2 * base_radius(gear) * np.cos(base_helix_angle(gear)))
        - np.pi / (2 * gear.teeth)
        + 2 * gear.profile_shift * np.tan(gear.pressure_angle) / gear.teeth
        - gear.thinning / (gear.teeth * gear.module)
    )
    angle = inverse_inv(np.maximum(involute, 0.0))
    across = 2 * base_radius(gear) / np.cos(angle)
    odd = np.asarray(gear.teeth) % 2 == 1
    reading = across * np.where(odd, np.cos(np.pi / (2 * gear.teeth)), 1.0) + pin_diameter
    return np.where(involute > 0, reading, np.nan)


def pins_lie(gear: Gear, pin_diameter: Real) -> tuple[Real, Real, Real, Real]:
    """How pins lie in opposite spaces of one gear, mm; nan where they are too thin.

    Returns
    -------
    reading, under, above, touch : ndarray
        Over both pins; from root to pin; from tips to pin's outside; and the
        radius at which the pin touches the flanks, ``hypot(rb, rb·tan(phi) - dp/2)``.
    """
    reading = over_pins_reading(gear, pin_diameter)  # type: ignore[arg-type]
    odd = int(gear.teeth) % 2 == 1
    pin = np.asarray(pin_diameter)
    centre = (reading - pin) / 2 / (float(np.cos(np.pi / (2 * gear.teeth))) if odd else 1.0)
    base = base_radius(gear)
    along = np.sqrt(np.maximum(centre * centre - base * base, 0.0)) - pin / 2
    under, above = centre - pin / 2 - root_radius(gear), centre + pin / 2 - tip_radius(gear)
    return reading, under, above, np.where(along >= 0, np.hypot(base, along), np.nan)


def suiting_pins(gear: Gear) -> tuple[float, float, float] | None:
    """The thinnest, the best and the thickest pin for a gear, mm; None if none lies on its flanks.

    The best touches as near the reference circle as may be.
    """
    pins = np.arange(0.8, 3.2, 0.005) * float(gear.module)
    _, under, above, touch = pins_lie(gear, pins)
    with np.errstate(invalid="ignore"):
        good = np.asarray((under >= 0) & (above > 0) & (touch <= tip_radius(gear)))
    if not good.any():
        return None
    off = np.where(good, np.abs(touch - reference_diameter(gear) / 2), np.inf)
    thin, thick = float(pins[good][0]), float(pins[good][-1])
    # Off the ends, where a worn shank or a rounded figure tips over.
    room = min(max(0.05 * float(gear.module), 0.01), (thick - thin) / 3)
    return thin, min(max(float(pins[int(off.argmin())]), thin + room), thick - room), thick


def over_pins(gear: Gear, pin_diameter: float) -> float:
    """The reading over pins of one gear, refused where they would not lie on the flanks, mm.

    Raises
    ------
    GearingError
        If the pin falls through to the root or stands clear of the flanks.
    """
    reading, under, above, touch = (float(each) for each in pins_lie(gear, pin_diameter))
    if np.isnan(reading) or np.isnan(touch):
        raise _no_pin(gear, "The pin is too thin for this tooth space.")
    if under < 0:
        raise _no_pin(gear, "The pin rests on the root, not the flanks.")
    if above <= 0:
        raise _no_pin(gear, "The pin lies below the tips.")
    if touch > tip_radius(gear):
        raise _no_pin(gear, "The pin lies on the tips, not the flanks.")
    return reading


def _no_pin(gear: Gear, problem: str) -> GearingError:
    suits = suiting_pins(gear)
    hint = (
        f"From {suits[0]:.2f} to {suits[2]:.2f} mm lie on the flanks of this gear, {suits[1]:.2f} mm best."
        if suits
        else "No pin lies on the flanks of this gear: take a span over teeth."
    )
    return GearingError(problem, code="pin_does_not_suit", field="pin_diameter", hint=hint)


def tip_chord(gear: Gear, pitches: int) -> Real:
    """Straight distance between like edges of tips `pitches` apart, ``da·sin(n·pi/z)``, mm."""
    return 2 * tip_radius(gear) * np.sin(pitches * np.pi / gear.teeth)
