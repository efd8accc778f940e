"""What the ``read`` sum is asked."""

from __future__ import annotations

from dataclasses import replace
from math import degrees, radians
from typing import Annotated, Literal

from pydantic import Field, model_validator

from gearing.errors import GearingError
from gearing.identification.next_measurement import Reachable
from gearing.measuring.marks import read_mark
from gearing.measuring.methods import LOOSE_MOULDED, TO_THE_ROOT, Probe
from gearing.measuring.readings import CALIPER_ERROR, HELIX_ERROR, Clues, Reading

from ..base import Length, Model
from ..gear import Teeth
from ..probe import ProbeIn

MOULDED = ("nylon", "acetal", "plastic", "pom")
"""Materials whose gears come out of a mould."""


class ReadingIn(ProbeIn):
    """One caliper reading. Send the same measurement again for each time it was read."""

    value: Length
    error_mm: Annotated[float, Field(ge=0.001, le=5)] | None = Field(
        default=None, description="Its own standard error, where it is no caliper's: a photo's, a ruler's"
    )


class ReadIn(Model):
    """A gear on the bench. `or_teeth` is a second count, if two were made and differ.

    Readings are taken all inside a ring with internal teeth, or all on an external gear.
    """

    teeth: Teeth
    or_teeth: Teeth | None = None
    mate_teeth: Teeth | None = Field(
        default=None, description="Teeth of the mate, where one is at hand to measure the distance to"
    )
    readings: Annotated[list[ReadingIn], Field(min_length=1, max_length=40)]
    error_mm: Annotated[float, Field(ge=0.001, le=1)] = CALIPER_ERROR
    mark: Annotated[str, Field(max_length=60)] = ""
    helix_deg: Annotated[float, Field(ge=0, le=60)] = Field(
        default=0.0, description="Helix angle as read along the tips, against the axis; 0 for straight teeth"
    )
    helix_error_deg: Annotated[float, Field(ge=0.05, le=5)] = degrees(HELIX_ERROR)
    hand: Literal["", "left", "right"] = ""
    angle_deg: Annotated[float, Field(ge=10, le=35)] | None = Field(
        default=None, description="Pressure angle something speaks for"
    )
    angle_from: Literal["eye", "gauge", "told"] = "eye"
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
    said_module_mm: Annotated[float, Field(gt=0, le=50)] | None = Field(
        default=None, description="Module it was said to be of when it came off"
    )
    mate_module_mm: Annotated[float, Field(gt=0, le=50)] | None = Field(
        default=None, description="Module its mate was read to be of"
    )
    mate_sure: Annotated[float, Field(ge=0, le=1)] = Field(default=1.0, description="The odds of that")
    pointed: bool = Field(default=False, description="Whether its teeth are worn thin at the tip")
    worn: Literal["", "both", "one", "sector"] = Field(
        default="", description="Where wear is seen: both flanks, one flank, one sector"
    )

    @model_validator(mode="after")
    def _possible(self) -> ReadIn:
        inner = [r.method.internal for r in self.readings]
        if any(inner) and not all(inner):
            raise GearingError(
                "Some readings are of internal teeth, some of external ones.",
                code="readings_mixed",
                field=f"readings.{inner.index(not inner[0])}.value",
                hint="Read a ring inside only, or a gear outside only; a part with both is two gears.",
            )
        if 0 < self.helix_deg <= 2 * self.helix_error_deg:
            raise GearingError(
                f"A helix of {self.helix_deg:g}° cannot be told from straight teeth.",
                code="helix_too_small",
                field="helix_deg",
                hint="Leave it out for straight teeth, or measure it on a longer print of the teeth.",
            )
        tips = [r.value for r in self.readings if r.kind in ("tips", "narrow")]
        for at, reading in enumerate(self.readings):
            field = f"readings.{at}.value"
            if reading.kind == "root" and tips and reading.value >= min(tips):
                raise GearingError(
                    "The root reads larger than the tips.",
                    code="readings_contradict",
                    field=field,
                    hint="Put the points of the jaws to the bottom of two opposite spaces, and read again.",
                )
            if reading.kind == "chord" and tips and reading.value > max(tips):
                raise GearingError(
                    "The chord reads longer than the gear is wide.",
                    code="readings_contradict",
                    field=field,
                    hint="Read it again, tip to tip.",
                )
            floor = [r.value for r in self.readings if r.kind == "floor"]
            if reading.kind == "inside" and floor and reading.value >= max(floor):
                raise GearingError(
                    "The tips of the ring read wider than its roots.",
                    code="readings_contradict",
                    field=field,
                    hint="Inside jaws on two opposite tips, then in two opposite spaces: read both again.",
                )
            if reading.method.mate and reading.method.internal and (reading.k or 0) >= self.teeth:
                raise GearingError(
                    "The mate has as many teeth as the ring, or more.",
                    code="mate_too_large",
                    field=f"readings.{at}.k",
                    hint="Count both again: a pinion inside a ring has fewer teeth.",
                )
            if reading.method.bore and self.bore_mm is None:
                raise GearingError(
                    "Tip to bore needs the bore.",
                    code="bore_needed",
                    field="bore_mm",
                    hint="Measure the bore and give it too.",
                )
        return self

    def clues(self) -> Clues:
        """What speaks for a size besides the readings."""
        return Clues(
            read_mark(self.mark) if self.mark.strip() else None,
            radians(self.helix_deg),
            radians(self.helix_error_deg),
            radians(self.angle_deg or 0.0),
            self.angle_from,
            said=self.said_module_mm or 0.0,
            mate=self.mate_module_mm or 0.0,
            mate_sure=self.mate_sure,
            pointed=self.pointed,
        )

    @property
    def loose_root(self) -> float:
        """What a moulded gear leaves open at its roots, in modules."""
        words = set(self.material.lower().split())
        return LOOSE_MOULDED if words & set(MOULDED) else 0.0

    def reach(self) -> Reachable:
        """What can be taken on this very gear."""
        return Reachable(self.width_mm or 0.0, frozenset(self.missing), self.loose_root)

    def taken(self) -> list[Reading]:
        """The readings as the core takes them."""
        return [Reading(self._probe(r), r.value, r.error_mm or self.error_mm) for r in self.readings]

    def _probe(self, reading: ReadingIn) -> Probe:
        probe = reading.probe(self.bore_mm)
        return replace(probe, loose=self.loose_root) if probe.kind in TO_THE_ROOT else probe
