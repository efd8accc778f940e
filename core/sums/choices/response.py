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


class ApplicationChoice(Model):
    """What a train can be asked for in its unit."""

    kind: str
    label: str
    fields: list[FieldChoice]
    motor: bool = Field(description="Whether the motor's speed and torque count")
    caution: str


class WayChoice(Model):
    """A way of setting a mesh."""

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
    mesh_ways: list[WayChoice]
    must_agree: str = Field(description="In what a replacement gear must agree with the old one")
    cautions: dict[str, str] = Field(description="By what is worked on")
