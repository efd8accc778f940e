"""What the ``gauges`` sum answers."""

from __future__ import annotations

from ..base import Model
from ..entry import FigureOut
from ..gear import Point


class RackOut(Model):
    label: str
    pitch_mm: float
    depth_mm: float
    points: list[Point]


class ScrewOut(Model):
    label: str
    figure: FigureOut


class MeasureOut(Model):
    label: str
    size_mm: float


class DriveOut(Model):
    label: str
    size_mm: float
    points: list[Point]


class GaugesOut(Model):
    """Everything at true size; the card is what the screen is checked against."""

    card_width_mm: float
    card_height_mm: float
    racks: list[RackOut]
    screws: list[ScrewOut]
    hexes: list[MeasureOut]
    rounds: list[MeasureOut]
    shims: list[MeasureOut]
    stars: list[DriveOut]
    crosses: list[DriveOut]
