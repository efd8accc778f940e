"""What the ``make`` sum answers."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from ..base import Model


class PartLine(Model):
    """A closed outline where it stands, or a shaft's line; the ``part`` is at the origin."""

    of: Literal["part", "mate", "belt", "shaft"]
    outline: list[list[float]]


class MeshOut(Model):
    """How it would run with its mate."""

    centre_distance_mm: float
    backlash_mm: float
    contact_ratio: float
    verdict: str
    reason: str
    drawing: list[PartLine]


class MakeOut(Model):
    """A file, and what is in it."""

    file: str = Field(description="Base64")
    name: str = Field(description="What to call the file")
    format: str
    bytes: int
    tip_diameter_mm: float = Field(description="As it is laid out for its process")
    root_diameter_mm: float
    span_mm: float | None = Field(description="Over the usual teeth, of the gear when made")
    span_teeth: int | None
    volume_mm3: float
    tolerance_mm: float = Field(description="How far the outline may stand off the true one")
    grows_mm: float = Field(description="What was allowed for, to each side")
    shrinks_percent: float
    bending_n_mm2: float | None = Field(description="A rough guide: one tooth carrying all at its tip")
    mesh: MeshOut | None
    notes: list[str]
    outline: list[list[list[float]]] = Field(description="Closed outlines for drawing, x and y in mm")
