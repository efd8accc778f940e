"""What the ``gear`` sum is asked."""

from __future__ import annotations

from typing import Annotated

import numpy as np
from pydantic import Field, model_validator

from gearing.errors import GearingError
from gearing.geometry.gear import (
    FEWEST_TEETH,
    INCH,
    MOST_TEETH,
    Gear,
    checked,
)

from ..base import Length, Model, Module
from ..probe import ProbeIn

Teeth = Annotated[int, Field(ge=FEWEST_TEETH, le=MOST_TEETH)]


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
