"""What the ``make-part`` sum answers."""

from __future__ import annotations

from pydantic import Field

from ..base import Model


class PartFact(Model):
    """A figure of it, as it is said."""

    name: str
    value: str


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
    notes: list[str]
    outline: list[list[list[float]]] = Field(description="Closed outlines for drawing, x and y in mm")
