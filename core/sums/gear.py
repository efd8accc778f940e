"""The ``gear`` sum: all that is measured on one gear."""

from __future__ import annotations

from functools import lru_cache
from math import degrees
from typing import Annotated

import numpy as np
from pydantic import Field, model_validator

from gearing.errors import GearingError
from gearing.geometry.gear import (
    FEWEST_TEETH,
    INCH,
    MOST_TEETH,
    Gear,
    base_radius,
    checked,
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

from .base import Length, Model, Module
from .probe import ProbeIn

Teeth = Annotated[int, Field(ge=FEWEST_TEETH, le=MOST_TEETH)]
Point = Annotated[list[float], Field(min_length=2, max_length=2)]


class GearIn(Model):
    """One external gear: teeth, and its module or diametral pitch."""

    teeth: Teeth
    module_mm: Module | None = None
    diametral_pitch: Annotated[float, Field(gt=0.5, le=500)] | None = None
    pressure_angle_deg: Annotated[float, Field(ge=10, le=35)] = 20.0
    profile_shift: Annotated[float, Field(ge=-1.5, le=2)] = 0.0
    helix_angle_deg: Annotated[float, Field(ge=-60, le=60)] = 0.0
    addendum: Annotated[float, Field(ge=0.3, le=2)] = 1.0
    dedendum: Annotated[float, Field(ge=0.4, le=2.5)] = 1.25
    tip_trim_mm: Annotated[float, Field(ge=0, le=10)] = 0.0
    thinning_mm: Annotated[float, Field(ge=0, le=10)] = Field(
        default=0.0, description="Worn off the tooth thickness at the reference circle"
    )
    pin_diameter_mm: Length | None = None
    chord_pitches: Annotated[int, Field(ge=1, le=500)] | None = None
    show: ProbeIn = Field(default_factory=ProbeIn, description="A measurement to show on the drawing")

    @model_validator(mode="after")
    def _one_size(self) -> GearIn:
        if (self.module_mm is None) == (self.diametral_pitch is None):
            raise GearingError(
                "The size is missing or given twice.",
                code="size_unclear",
                field="module_mm",
                hint="Give either the module in mm or the diametral pitch.",
            )
        return self

    def gear(self) -> Gear:
        """The gear these numbers describe, checked."""
        module = self.module_mm if self.module_mm else INCH / (self.diametral_pitch or 1.0)
        return checked(
            Gear(
                self.teeth,
                module,
                float(np.radians(self.pressure_angle_deg)),
                self.profile_shift,
                float(np.radians(self.helix_angle_deg)),
                self.addendum,
                self.dedendum,
                self.tip_trim_mm,
                self.thinning_mm,
            )
        )


class OverPins(Model):
    pin_diameter_mm: float
    reading_mm: float


class TipChord(Model):
    pitches: int
    chord_mm: float


class Drawing(Model):
    """A gear for drawing: one tooth's outline, to be turned `teeth` times.

    Of a ring with internal teeth it is the outline of one space.
    """

    teeth: int
    tooth: list[Point]
    tip_radius_mm: float
    reference_radius_mm: float
    root_radius_mm: float
    internal: bool = False


class HoldOut(Model):
    """The gear between the jaws: its turn, and where the jaw faces stand."""

    what: str
    kind: str
    turn_deg: float
    left_mm: float
    right_mm: float
    height_mm: float
    jaws: str = Field(description="flat across the gear, blades, edge down to the line, or none")
    marks: list[Point] = Field(description="Points touched, or middles of pins, mm")
    mark_size_mm: float


class GearOut(Model):
    """What the gear measures. Spans are keyed by the teeth spanned."""

    teeth: int
    module_mm: float
    diametral_pitch: float
    reference_diameter_mm: float
    outside_diameter_mm: float
    root_diameter_mm: float
    base_diameter_mm: float
    over_tips_settled_mm: float
    over_tips_largest_mm: float
    span_mm: dict[str, float]
    span_usual: int = Field(description="Teeth to span for jaws nearest the reference circle")
    over_pins: OverPins | None
    tip_chord: TipChord
    tip_land_mm: float
    undercut: bool
    drawing: Drawing
    shown: HoldOut


def measure_gear(given: GearIn) -> GearOut:
    """All readings of one gear."""
    gear = given.gear()
    pitches = given.chord_pitches or max(2, given.teeth // 5)
    if pitches > given.teeth // 2:
        raise GearingError(
            f"{pitches} pitches reach past the far side.",
            code="too_many_pitches",
            field="chord_pitches",
            hint=f"At most {given.teeth // 2}.",
        )
    return GearOut(
        teeth=given.teeth,
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
        over_pins=_pins(gear, given.pin_diameter_mm),
        tip_chord=TipChord(pitches=pitches, chord_mm=float(tip_chord(gear, pitches))),
        tip_land_mm=float(tip_land(gear)),
        undercut=undercut(gear),
        drawing=draw(gear, given.show.method.internal),
        shown=hold_out(gear, given.show.probe(None)),
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
