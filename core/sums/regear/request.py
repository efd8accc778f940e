"""What the ``regear`` sum is asked."""

from __future__ import annotations

import re
from typing import Annotated, Any, Literal

from pydantic import BeforeValidator, Field, WithJsonSchema, model_validator

from gearing.errors import GearingError
from gearing.mesh.verdict import Band, band_for, own_band
from gearing.regear import Plate

from ..base import Length, Model, Module

Teeth = Annotated[int, Field(ge=5, le=400)]
Kind = Annotated[str, Field(max_length=20)]
Angle = Annotated[float, Field(ge=10, le=35)]
_RANGE = re.compile(r"^(\d{1,3})(?:-(\d{1,3}))?$")


def read_counts(said: Any) -> Any:
    """``10-20, 24`` as a list of counts; a list stays one.

    Raises
    ------
    GearingError
        If a part of the text is no count and no range.
    """
    if not isinstance(said, str):
        return said
    made: list[int] = []
    for part in re.split(r"[,;\s]+", re.sub(r"\s*(-|–|to)\s*", "-", said.strip()[:400])):
        match = _RANGE.match(part.strip())
        if not match or int(match[2] or match[1]) < int(match[1]):
            raise GearingError(
                f"“{part[:20]}” is no count.",
                code="not_a_count",
                field="",
                hint="Counts and ranges: 10-20, 24.",
            )
        made += range(int(match[1]), int(match[2] or match[1]) + 1)
    return list(dict.fromkeys(made))


def _counts(most: int) -> Any:
    return Annotated[
        list[Teeth],
        BeforeValidator(read_counts),
        Field(min_length=1, max_length=most),
        WithJsonSchema(
            {
                "anyOf": [{"type": "array", "items": {"type": "integer"}}, {"type": "string"}],
                "description": "Counts, or text: 10-20, 24",
            }
        ),
    ]


Counts = Annotated[
    list[Teeth],
    BeforeValidator(read_counts),
    Field(min_length=1),
    WithJsonSchema(
        {
            "anyOf": [
                {"type": "array", "items": {"type": "integer"}, "maxItems": 240},
                {"type": "string", "maxLength": 400},
            ],
            "description": "Counts, or text: 10-20, 24",
        }
    ),
]


Cut = Literal["plain", "shifted"]


class PlateIn(Model):
    """Holes in a line: the first from the foot of the perpendicular, pitch, count, and the line's offset."""

    first_mm: Annotated[float, Field(ge=-500, le=500)]
    pitch_mm: Annotated[float, Field(ge=1e-6, le=100)]
    count: Annotated[int, Field(ge=1, le=60)]
    offset_mm: Annotated[float, Field(ge=-500, le=500)] = 0.0

    def plate(self) -> Plate:
        return Plate(self.first_mm, self.pitch_mm, self.count, self.offset_mm)


class SlotIn(Model):
    """The shaft distances a slot allows."""

    least_mm: Length
    most_mm: Length

    @model_validator(mode="after")
    def _opens(self) -> SlotIn:
        if self.least_mm >= self.most_mm:
            raise GearingError(
                "The slot is upside down.",
                code="slot_reversed",
                field="least_mm",
                hint="The nearest distance first, then the farthest.",
            )
        return self


class TargetIn(Model):
    """``keep`` the speed; a ``speed`` in km/h; a final ``ratio``; a motor so many % ``cooler``."""

    want: Literal["keep", "speed", "ratio", "cooler"] = "keep"
    value: Annotated[float, Field(ge=0, le=100_000)] = 0.0


class RegearIn(Model):
    """The present gearing, what changed, what limits it, and what can be had."""

    pinion: Teeth
    spur: Teeth
    wheel_mm: Length = Field(description="Wheel, or sprocket with its track, before")
    new_wheel_mm: Length | None = None
    reduction: Annotated[float, Field(ge=1e-6, le=10_000)] = Field(
        default=1.0, description="Turns of the spur shaft for one of the wheel, before"
    )
    new_reduction: Annotated[float, Field(ge=1e-6, le=10_000)] | None = None
    module_mm: Module
    pressure_angle_deg: Angle = 20.0
    kv: Annotated[float, Field(ge=0, le=100_000)] = 0.0
    volts: Annotated[float, Field(ge=0, le=1000)] = 0.0
    load: Annotated[float, Field(ge=1e-6, le=1)] = 0.85
    target: TargetIn = Field(default_factory=TargetIn)
    pinions: Annotated[Counts, Field(max_length=120)]
    spurs: Annotated[Counts, Field(max_length=240)]
    stock: Annotated[list[Teeth], Field(max_length=400)] = Field(
        default_factory=list, description="Counts that lie in the drawer; the present pair is taken to"
    )
    slot: SlotIn | None = None
    plate: PlateIn | None = None
    distances_mm: Annotated[list[Length], Field(max_length=60)] = Field(
        default_factory=list, description="Holes by their measured shaft distance, in place of a plate"
    )
    pinions_cut: Cut = Field(
        default="plain", description="plain: without shift; shifted: few teeth cut out of undercut"
    )
    band: Kind = "open"
    band_low: Annotated[float, Field(ge=1e-6, le=1)] | None = None
    band_high: Annotated[float, Field(ge=1e-6, le=1)] | None = None

    def chosen_band(self) -> Band:
        if self.band_low and self.band_high:
            return own_band(self.band_low, self.band_high)
        return band_for(self.band)
