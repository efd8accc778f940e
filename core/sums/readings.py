"""What is known of a gear on the bench: readings by kind, in any order and unit."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field, model_validator

from gearing.errors import GearingError
from gearing.identify import CALIPER_ERROR, Reading
from gearing.probes import Probe

from .base import Length, Model
from .gear import Teeth

Kind = Literal["tips", "narrow", "bore", "root", "span", "pins", "chord", "mate"]
_NEEDS = {
    "span": (
        "A span needs the number of teeth between the jaws.",
        "Count the teeth the jaws close over: 2 or more.",
    ),
    "chord": ("A chord needs the number of pitches between the two tips.", "Count the spaces between them."),
    "mate": ("A distance needs the tooth count of the mate.", "Count the mate's teeth."),
}
_LEAST = {"span": 2, "chord": 1, "mate": 4}


class ReadingIn(Model):
    """One caliper reading. Send the same measurement again for each time it was read.

    `k` counts the teeth of a span, the pitches of a chord or the teeth of the
    mate; `size_mm` is the diameter of the pins.
    """

    kind: Kind = "tips"
    how: Literal["settled", "largest"] = "settled"
    k: Annotated[int, Field(ge=1, le=1000)] | None = None
    size_mm: Length | None = None
    value: Length

    @model_validator(mode="after")
    def _whole(self) -> ReadingIn:
        if self.kind in _NEEDS and (self.k is None or self.k < _LEAST[self.kind]):
            problem, hint = _NEEDS[self.kind]
            raise GearingError(problem, field="k", hint=hint)
        if self.kind == "pins" and self.size_mm is None:
            raise GearingError(
                "Over pins needs the diameter of the pins.",
                field="size_mm",
                hint="Measure the pin or drill shank: about 1.7 × module suits.",
            )
        return self

    def probe(self, bore: float | None) -> Probe:
        """The way of measuring, without what does not concern it."""
        if self.kind == "tips":
            return Probe("tips", self.how)
        if self.kind == "bore":
            return Probe("bore", size=bore or 0.0)
        if self.kind == "pins":
            return Probe("pins", size=self.size_mm or 0.0)
        return Probe(self.kind, k=self.k or 0) if self.kind in _NEEDS else Probe(self.kind)


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
