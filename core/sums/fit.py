"""The ``fit`` sum: does this gear fit in place of that one."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from gearing.decision.replacement import Fit, Part, compare
from gearing.geometry.gear import MOST_TEETH

from .base import Length, Model, Module

Words = Annotated[str, Field(max_length=60)]


class PartIn(Model):
    """A gear as it is wanted or offered; what is not known is left out."""

    teeth: Annotated[int, Field(ge=0, le=MOST_TEETH)] = 0
    module_mm: Module | None = None
    pressure_angle_deg: Annotated[float, Field(ge=0, le=35)] = 0.0
    bore_mm: Length | None = None
    bore_shape: Annotated[str, Field(max_length=20)] = ""
    width_mm: Length | None = None
    boss: Words = ""
    material: Words = ""

    def part(self) -> Part:
        return Part(
            self.teeth,
            self.module_mm or 0.0,
            self.pressure_angle_deg,
            self.bore_mm or 0.0,
            self.bore_shape,
            self.width_mm or 0.0,
            self.boss,
            self.material,
        )


class FitIn(Model):
    wanted: PartIn
    part: PartIn


class FieldFitOut(Model):
    field: str
    verdict: str
    says: str


class FitOut(Model):
    """``fits``, ``change``, ``not``, or ``unknown`` while something is to be measured."""

    verdict: str
    says: str
    fields: list[FieldFitOut]


SAYS = {
    "fits": "fits",
    "unknown": "may fit: not all is known of it",
    "change": "fits with a change",
    "not": "does not fit",
}


def fit_part(given: FitIn) -> FitOut:
    """Compare a part with the gear it is to replace."""
    return fit_out(compare(given.wanted.part(), given.part.part()))


def fit_out(fit: Fit) -> FitOut:
    """A comparison as the screen shows it."""
    return FitOut(
        verdict=fit.verdict,
        says=SAYS[fit.verdict],
        fields=[FieldFitOut(field=f.field, verdict=f.verdict, says=f.says) for f in fit.fields],
    )
