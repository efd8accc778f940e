"""What the ``gear`` sum answers."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from ..base import Model

Point = Annotated[list[float], Field(min_length=2, max_length=2)]


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
