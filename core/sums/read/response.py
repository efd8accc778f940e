"""What the ``read`` sum answers."""

from __future__ import annotations

from pydantic import Field

from ..base import Model
from ..gear import Drawing, HoldOut
from ..judge import LookAlikeOut, WearOut


class Comparison(Model):
    """One reading beside what a candidate predicts; `off_by` in reading errors."""

    what: str
    measured_mm: float
    predicted_mm: float | None = Field(description="None where such a gear gives no such reading")
    off_by: float | None
    astray: bool = Field(description="Whether the candidate does not explain it")
    times: int
    scatter_mm: float


class CandidateOut(Model):
    label: str
    size: str = Field(description="As it is asked for over a counter")
    module_mm: float
    diametral_pitch: float
    pressure_angle_deg: float
    depth: str
    probability: float
    profile_shift: float
    helix_angle_deg: float
    internal: bool
    tip_trim_mm: float
    addendum: float
    dedendum: float
    assumes: str
    compared: list[Comparison]
    drawing: Drawing
    new: Drawing = Field(description="The same gear as it was made, to lay over it")


class Expected(Model):
    label: str
    reading_mm: float


class NextOut(Model):
    """The next measurement worth taking."""

    what: str
    kind: str
    how: str
    k: int | None
    size_mm: float | None = Field(description="Diameter of the pins")
    again: bool = Field(description="Whether it is a reading to repeat")
    worth_bits: float
    says: str
    expected: list[Expected]


class UnlistedOut(Model):
    """A size of no standard that all readings agree on, and what it could be."""

    module_mm: float
    error_mm: float
    diametral_pitch: float
    pressure_angle_deg: float
    could_be: list[str]


class SizeOdds(Model):
    """A size with its odds whatever its pressure angle and depth."""

    label: str
    probability: float


class CountOdds(Model):
    teeth: int
    probability: float


class HelixOut(Model):
    """The helix at the reference circle, and what the mate must have."""

    angle_deg: float
    lead_mm: float = Field(description="Advance along the axis in one turn")
    says: str


class ReadOut(Model):
    """The answer as a sentence, the candidates behind it, and what would settle it."""

    answer: str
    certain: bool
    reason: str
    sizes: list[SizeOdds] = Field(description="The candidates by size, likeliest first")
    candidates: list[CandidateOut]
    none: float
    others: float
    unlisted: UnlistedOut | None = Field(description="Where no standard size fits and the readings agree")
    next: NextOut | None
    instead: NextOut | None = Field(description="The best a caliper does, where the mate tells more")
    stuck: str = Field(description="Why no further caliper reading helps, and what could")
    counts: list[CountOdds] = Field(description="The disputed tooth counts with their odds; empty for one")
    look_alike: LookAlikeOut | None
    wear: WearOut | None
    helix: HelixOut | None = Field(description="For helical teeth")
    internal: bool = Field(description="Whether it is a ring with internal teeth")
    shown: HoldOut | None = Field(description="The leading candidate held as asked, or for what comes next")
    span_counts: list[int]
    span_usual: int | None
    notes: list[str]
