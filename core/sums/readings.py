"""What is known of a gear on the bench: readings by kind, in any order and unit."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field, model_validator

from gearing.errors import GearingError
from gearing.identify import CALIPER_ERROR, Reading

from .base import Length, Model
from .gear import Teeth
from .probe import ProbeIn


class ReadingIn(ProbeIn):
    """One caliper reading. Send the same measurement again for each time it was read."""

    value: Length


class ReadIn(Model):
    """A gear on the bench. `or_teeth` is a second count, if two were made and differ."""

    teeth: Teeth
    or_teeth: Teeth | None = None
    readings: Annotated[list[ReadingIn], Field(min_length=1, max_length=40)]
    error_mm: Annotated[float, Field(ge=0.001, le=1)] = CALIPER_ERROR
    mark: Annotated[str, Field(max_length=60)] = ""
    unit_kind: Annotated[str, Field(max_length=20)] = ""
    bore_mm: Length | None = None
    bore_shape: Literal["round", "D", "spline", "hex", "keyed"] = "round"
    width_mm: Length | None = None
    boss: Annotated[str, Field(max_length=60)] = ""
    material: Annotated[str, Field(max_length=40)] = ""
    show: ProbeIn | None = Field(default=None, description="A measurement to show on the leading candidate")
    missing: Annotated[list[Annotated[int, Field(ge=0, le=999)]], Field(max_length=1000)] = Field(
        default_factory=list, description="Teeth seen to be missing, counted clockwise from the top"
    )
    worn: Literal["", "both", "one", "sector"] = Field(
        default="", description="Where wear is seen: both flanks, one flank, one sector"
    )

    @model_validator(mode="after")
    def _possible(self) -> ReadIn:
        tips = [r.value for r in self.readings if r.kind in ("tips", "narrow")]
        for at, reading in enumerate(self.readings):
            field = f"readings.{at}.value"
            if reading.kind == "root" and tips and reading.value >= min(tips):
                raise GearingError(
                    "The root reads larger than the tips.",
                    field=field,
                    hint="Put the points of the jaws to the bottom of two opposite spaces, and read again.",
                )
            if reading.kind == "chord" and tips and reading.value > max(tips):
                raise GearingError(
                    "The chord reads longer than the gear is wide.",
                    field=field,
                    hint="Read it again, tip to tip.",
                )
            if reading.kind == "bore" and self.bore_mm is None:
                raise GearingError(
                    "Tip to bore needs the bore.", field="bore_mm", hint="Measure the bore and give it too."
                )
        return self

    def taken(self) -> list[Reading]:
        """The readings as the core takes them."""
        return [Reading(r.probe(self.bore_mm), r.value, self.error_mm) for r in self.readings]
