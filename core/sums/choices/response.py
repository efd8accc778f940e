"""What the ``choices`` sum answers."""

from __future__ import annotations

from pydantic import Field

from ..base import Model
from ..probe import MethodOut


class BandChoice(Model):
    key: str
    says: str
    low: float
    high: float
    source: str


class FieldChoice(Model):
    name: str
    label: str
    usual: str


class LabelledChoice(Model):
    key: str
    label: str


class SheetChoice(LabelledChoice):
    """A sheet to fill in: what it is asked with, in order."""

    fields: list[FieldChoice]


class ApplicationChoice(SheetChoice):
    """What a train can be asked for in its unit."""

    motor: bool = Field(description="Whether the motor's speed and torque count")
    caution: str


class WayChoice(Model):
    """A way of setting a mesh other than by paper, which has a sheet of its own."""

    key: str
    name: str
    how: str


class ChoicesOut(Model):
    """What can be picked in mesh and fits, from the data."""

    bands: list[BandChoice]
    materials: list[str]
    friction: dict[str, float]
    press_materials: list[str]
    grades: list[str]
    methods: list[MethodOut]
    pressure_angles_deg: list[float]
    applications: list[ApplicationChoice]
    jobs: list[SheetChoice] = Field(description="What is fitted")
    count_routes: list[SheetChoice] = Field(description="Ways to a count where teeth are missing")
    forms: list[LabelledChoice] = Field(description="What can be read, gears first")
    worn: list[LabelledChoice] = Field(description="Where wear was seen")
    mesh_ways: list[WayChoice]
    must_agree: str = Field(description="In what a replacement gear must agree with the old one")
    cautions: dict[str, str] = Field(description="By what is worked on")
    processes: list[LabelledChoice] = Field(description="Ways a gear is made")
    belts: list[str] = Field(description="Toothed belts whose pulleys can be made")
    chains: list[str] = Field(description="Chains whose sprockets can be made")
