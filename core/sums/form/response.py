"""What the ``form`` sum answers."""

from __future__ import annotations

from ..base import Model
from ..gear import Point


class WayOut(Model):
    """A way of measuring this form."""

    key: str
    label: str
    counts: str
    with_size: str


class FormComparison(Model):
    what: str
    measured_mm: float
    predicted_mm: float
    off_by: float
    astray: bool


class FormCandidate(Model):
    label: str
    pitch_mm: float
    probability: float
    compared: list[FormComparison]


class FactOut(Model):
    name: str
    value: str


class FormNext(Model):
    way: str
    what: str
    n: int | None
    says: str


class SketchOut(Model):
    """Lines in mm, x right and y up."""

    closed: list[list[Point]]
    thin: list[list[Point]]
    measure: list[Point]
    what: str


class FormOut(Model):
    """The answer, the sizes behind it, and what would settle it."""

    answer: str
    certain: bool
    reason: str
    candidates: list[FormCandidate]
    none: float
    others: float
    next: FormNext | None
    facts: list[FactOut]
    remarks: list[str]
    ways: list[WayOut]
    sketch: SketchOut
