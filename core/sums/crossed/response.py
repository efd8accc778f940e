"""What the ``crossed`` sum answers."""

from __future__ import annotations

from pydantic import Field

from ..base import Model


class FigureRow(Model):
    label: str
    value: float
    unit: str
    how: str = ""


class CrossedOut(Model):
    """What the simple theory says, and how far it goes."""

    rows: list[FigureRow]
    says: str
    holds: bool = Field(description="Whether a worm holds against its wheel")
    theory: str
    diameters_mm: list[float] = Field(description="Reference diameters, for drawing")
    cones_deg: list[float] = Field(description="Cone angles of bevels; empty for a worm")
    lead_angle_deg: float | None
    shims_mm: list[float] = Field(
        description="Behind each bevel, its back away from the crossing; empty for a worm"
    )
