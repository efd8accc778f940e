"""What the ``fit`` sum is asked."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from gearing.decision.replacement import ReplacementPart
from gearing.geometry.gear import MOST_TEETH

from ..base import Length, Model, Module

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

    def part(self) -> ReplacementPart:
        return ReplacementPart(
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
