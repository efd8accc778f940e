"""What the ``crossed`` sum is asked."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from ..base import Length, Model, Module

Angle = Annotated[float, Field(ge=10, le=35)]


class WormPairIn(Model):
    """A worm by its reference diameter, which is its outside less two modules."""

    kind: Literal["worm"]
    starts: Annotated[int, Field(ge=1, le=12)]
    teeth: Annotated[int, Field(ge=8, le=1000)]
    module_mm: Module
    worm_diameter_mm: Length
    pressure_angle_deg: Angle = 20.0
    friction: Annotated[float, Field(ge=1e-6, le=0.6)] | None = None
    axial_play_mm: Annotated[float, Field(ge=0, le=5)] = 0.0


class BevelPairIn(Model):
    kind: Literal["bevel"]
    first: Annotated[int, Field(ge=6, le=500)]
    second: Annotated[int, Field(ge=6, le=500)]
    module_mm: Module = Field(description="At the large end")
    pressure_angle_deg: Angle = 20.0
    shaft_angle_deg: Annotated[float, Field(ge=10, le=160)] = 90.0
    shim_1_mm: Annotated[float, Field(ge=-5, le=5)] = Field(
        default=0.0,
        description="Added behind the first, which moves it towards the crossing and closes the play; "
        "minus: taken out",
    )
    shim_2_mm: Annotated[float, Field(ge=-5, le=5)] = Field(
        default=0.0, description="Added behind the second; minus: taken out"
    )


class CrossedIn(Model):
    pair: Annotated[WormPairIn | BevelPairIn, Field(discriminator="kind")]
