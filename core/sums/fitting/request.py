"""The jobs of fitting, as they are said."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from ..base import Length, Model

Turns = Annotated[float, Field(ge=0, le=200)]
Signs = Annotated[str, Field(min_length=1, max_length=80)]


class PackIn(Model):
    thickness_mm: Length
    count: Annotated[int, Field(ge=1, le=500)] = 20


class ShimsIn(Model):
    """End play measured, the play wanted, and the packs at hand; `left_mm` where the place matters."""

    job: Literal["shims"]
    play_mm: Length
    low_mm: Annotated[float, Field(ge=0, le=10)] = 0.05
    high_mm: Annotated[float, Field(ge=1e-6, le=10)] = 0.12
    packs: Annotated[list[PackIn], Field(min_length=1, max_length=16)]
    left_mm: Annotated[float, Field(ge=0, le=50)] | None = None


class DiscsIn(Model):
    """Disc springs as they lie, and how far the nut is turned from just touching."""

    job: Literal["discs"]
    outside_mm: Length
    inside_mm: Length
    thickness_mm: Length
    cone_mm: Length = Field(description="Free height of one disc less its thickness")
    stack: Signs = Field(description="( and ) for the two ways of the dish, as they lie")
    nut_pitch_mm: Length = 0.5
    turns: Turns = 0.0


class FrictionIn(Model):
    """A friction stack, by its faces or as its washers lie; a force, or the slip torque wanted."""

    job: Literal["friction"]
    washers: Annotated[str, Field(max_length=80)] = Field(
        default="", description="k keyed, e eared, f loose friction washer, as they lie"
    )
    faces: Annotated[int, Field(ge=1, le=60)] | None = None
    material: Annotated[str, Field(max_length=40)] = "fibre on steel, greased"
    friction: Annotated[float, Field(ge=1e-6, le=1.5)] | None = None
    outside_mm: Length
    inside_mm: Length
    force_n: Annotated[float, Field(ge=1e-6, le=100_000)] | None = None
    torque_nmm: Annotated[float, Field(ge=1e-6, le=1e7)] | None = None
    spring: DiscsIn | None = Field(default=None, description="What presses it, in place of a force")
    back_off_turns: Turns | None = Field(default=None, description="From fully home, with the spring")


class PressIn(Model):
    """A press fit in an H7 bore, or with both diameters measured."""

    job: Literal["press"]
    diameter_mm: Length
    length_mm: Length
    hub_mm: Length
    hub_material: Annotated[str, Field(max_length=30)] = "brass"
    shaft_material: Annotated[str, Field(max_length=30)] = "steel"
    grade: Annotated[str, Field(max_length=4)] = "p6"
    shaft_mm: Length | None = None
    bore_mm: Length | None = None
    hollow_mm: Annotated[float, Field(ge=0, le=500)] = 0.0


class TorsionIn(Model):
    """A spring wound up before it is let go: turns from slack, and its rate."""

    job: Literal["torsion"]
    turns: Turns
    rate_nmm: Annotated[float, Field(ge=1e-6, le=1e6)] = Field(description="N·mm for a whole turn")


class TightenIn(Model):
    """Screws on a ring, or at the rim of a rectangle, counted round it."""

    job: Literal["tighten"]
    screws: Annotated[int, Field(ge=1, le=40)]
    shape: Literal["ring", "rectangle"] = "ring"


Job = Annotated[ShimsIn | DiscsIn | FrictionIn | PressIn | TorsionIn | TightenIn, Field(discriminator="job")]


class FittingIn(Model):
    work: Job
