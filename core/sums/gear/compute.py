"""The ``gear`` sum: all that is measured on one gear."""

from __future__ import annotations

from functools import lru_cache
from math import degrees

import numpy as np

from gearing.errors import GearingError
from gearing.geometry.gear import (
    Gear,
    base_radius,
    diametral_pitch,
    reference_diameter,
    root_radius,
    tip_land,
    tip_radius,
    undercut,
)
from gearing.geometry.internal import ring_root_radius, ring_tip_radius, space_of
from gearing.geometry.outline import tooth_outline
from gearing.measuring.methods import Probe, hold
from gearing.measuring.predict import (
    USUAL_PIN,
    over_pins,
    over_tips_largest,
    over_tips_settled,
    span_counts,
    span_over_teeth,
    suiting_pins,
    tip_chord,
    usual_span,
)

from .request import GearIn
from .response import Drawing, GearOut, HoldOut, OverPins, TipChord


def measure_gear(request: GearIn) -> GearOut:
    """All readings of one gear."""
    gear = request.gear()
    pitches = request.chord_pitches or max(2, request.teeth // 5)
    if pitches > request.teeth // 2:
        raise GearingError(
            f"{pitches} pitches reach past the far side.",
            code="too_many_pitches",
            field="chord_pitches",
            hint=f"At most {request.teeth // 2}.",
        )
    return GearOut(
        teeth=request.teeth,
        module_mm=float(gear.module),
        diametral_pitch=diametral_pitch(float(gear.module)),
        reference_diameter_mm=float(reference_diameter(gear)),
        outside_diameter_mm=2 * float(tip_radius(gear)),
        root_diameter_mm=2 * float(root_radius(gear)),
        base_diameter_mm=2 * float(base_radius(gear)),
        over_tips_settled_mm=float(over_tips_settled(gear)),
        over_tips_largest_mm=float(over_tips_largest(gear)),
        span_mm={str(k): float(span_over_teeth(gear, k)) for k in span_counts(gear)},
        span_usual=usual_span(gear),
        over_pins=_pins(gear, request.pin_diameter_mm),
        tip_chord=TipChord(pitches=pitches, chord_mm=float(tip_chord(gear, pitches))),
        tip_land_mm=float(tip_land(gear)),
        undercut=undercut(gear),
        drawing=draw(gear, request.show.method.internal),
        shown=hold_out(gear, request.show.probe(None)),
    )


def hold_out(gear: Gear, probe: Probe) -> HoldOut:
    """Where the caliper goes on this gear."""
    held = hold(gear, probe)
    return HoldOut(
        what=probe.name,
        kind=probe.kind,
        turn_deg=degrees(held.turn),
        left_mm=held.left,
        right_mm=held.right,
        height_mm=held.height,
        jaws=held.jaws,
        marks=[[x, y] for x, y in held.marks],
        mark_size_mm=held.mark_size,
    )


def _pins(gear: Gear, pin: float | None) -> OverPins | None:
    """Over the pins asked for, or over the usual ones, or where those do not fit over the best."""
    if pin:
        return OverPins(pin_diameter_mm=pin, reading_mm=over_pins(gear, pin))
    suits = suiting_pins(gear)
    if suits is None:
        return None
    thin, best, thick = suits
    usual = USUAL_PIN * float(gear.module)
    diameter = usual if thin <= usual <= thick else best
    return OverPins(pin_diameter_mm=diameter, reading_mm=over_pins(gear, diameter))


@lru_cache(maxsize=1024)
def draw(gear: Gear, internal: bool = False) -> Drawing:
    """One tooth of a gear, or one space of a ring, and the circles it stands on."""
    points = np.round(tooth_outline(space_of(gear) if internal else gear, 10, 6), 4)
    return Drawing(
        teeth=int(gear.teeth),
        tooth=points.tolist(),
        tip_radius_mm=float(ring_tip_radius(gear) if internal else tip_radius(gear)),
        reference_radius_mm=float(reference_diameter(gear)) / 2,
        root_radius_mm=float(ring_root_radius(gear) if internal else root_radius(gear)),
        internal=internal,
    )
