"""What the ``make-part`` sum answers."""

from __future__ import annotations

from pydantic import Field

from ..base import Model
from ..make import PartLine


class PartFact(Model):
    """A figure of it, as it is said."""

    name: str
    value: str


class RunningOut(Model):
    """How it would run with what it is for."""

    distance_mm: float = Field(description="Between the shafts; of a bevel to where they cross")
    contact: float = Field(description="Contact ratio; of a belt or chain its teeth in it")
    play_mm: float | None = Field(description="Along the pitch line; none with a belt or chain")
    verdict: str
    reason: str
    facts: list[PartFact]
    drawing: list[PartLine]


class MakePartOut(Model):
    """A file, and what is in it."""

    file: str = Field(description="Base64")
    name: str = Field(description="What to call the file")
    format: str
    bytes: int
    says: str = Field(description="What it is, in a line")
    volume_mm3: float
    across_mm: float = Field(description="Its largest diameter, as it is laid out")
    facts: list[PartFact]
    bending_n_mm2: float | None = Field(description="A rough guide: what bends a tooth under the torque")
    running: RunningOut | None
    notes: list[str]
    outline: list[list[list[float]]] = Field(description="Closed outlines for drawing, x and y in mm")
