"""What the ``train`` sum answers."""

from __future__ import annotations

from pydantic import Field

from ..base import Model
from ..gear import Point


class MeetingOut(Model):
    """Two toothed members of a stage; turns are of the stage's driver."""

    what: str
    hunts: bool = Field(description="Whether every tooth of one meets every tooth of the other")
    again: float | None = Field(
        description="Turns until the same two teeth meet again; None if they stand in each other"
    )
    again_minutes: float | None = Field(description="The same at the speed given")


class StageOut(Model):
    """One stage; `ratio` is turns in for one out."""

    number: int
    what: str
    ratio: str
    ratio_decimal: float | None
    hunts: bool | None
    meetings: list[MeetingOut]
    meets_again: float | None = Field(
        description="Turns of the driver until the same two teeth meet again, of the pair that takes longest"
    )
    meets_again_minutes: float | None = Field(description="The same at the speed given")
    meetings_hz: float = Field(description="Tooth meetings a second at the speed given")
    pitch_line_m_s: float | None = Field(description="Pitch-line speed, where the module is known")
    efficiency: float | None
    holds_back: bool = Field(description="Whether it cannot be driven backwards")
    loaded: bool | None = Field(description="Whether power to the output passes it; None where not followed")
    troubles: list[str]
    notes: list[str]


class ShaftOut(Model):
    """A shaft's speed for one turn of the driven one; minus is the other way round."""

    name: str
    turns: str
    turns_decimal: float
    rpm: float
    held: bool
    torque_nmm: float | None


class ClicksOut(Model):
    """What clicks how often per turn of the shaft turned, and its odds once clicks were counted."""

    gear: str
    kind: str
    stage: int
    shaft: str
    per_turn: float
    other_per_turn: float | None = Field(description="Clicks a turn where the damage is of the other kind")
    other: str = Field(description="Which that is: one flank only, both flanks")
    odds: float | None
    named: bool = Field(description="Likely enough to be looked at first")


class PlacedOut(Model):
    """A gear in its place, in modules; `turns` for one of the driven shaft, a planet's within its carrier."""

    kind: str
    teeth: int
    stage: int
    nth: int = Field(description="Which count of its stage, from 0")
    shaft: str
    x: float
    y: float
    phase_deg: float
    turns: float
    carrier_turns: float
    centre: Point
    tooth: list[Point]
    radius: float
    trouble: bool


class EdgeOut(Model):
    """A gear or shaft from the side, in modules."""

    kind: str
    name: str
    stage: int
    nth: int
    y: float
    half: float
    left: float
    right: float
    turns: float


class ShareOut(Model):
    """What one stage adds to the play at the output."""

    name: str
    deg: float
    error_deg: float
    assumed: bool
    at: str = Field(description="The shaft of the stage its play is given at, the others held")


class LostMotionOut(Model):
    """Play at the output, degrees: by the teeth stage by stage, measured, and what is left."""

    shares: list[ShareOut]
    teeth_deg: float
    teeth_error_deg: float
    measured_deg: float | None
    measured_error_deg: float | None
    rest_deg: float | None
    rest_error_deg: float | None
    input_deg: float | None = Field(description="The teeth's play felt at the driven shaft")
    beyond_teeth: bool = Field(description="Whether there is more than the teeth explain")
    verdict: str
    check: str


class FilledOut(Model):
    """A filling of the counts left open; `off` in errors of what was measured."""

    line: str
    counts: list[int]
    ratio: float
    off: float


class UseRow(Model):
    label: str
    value: float
    unit: str
    how: str


class SpotOut(Model):
    """Where a count stands in the line as it was sent."""

    start: int
    end: int


class TrainOut(Model):
    """The whole train."""

    line: str = Field(description="As solved, open counts filled in; empty for couplings")
    counts: list[list[SpotOut]] = Field(description="Counts of each stage in the line, as they are typed")
    next_stage_at: int = Field(description="Where another stage would be typed")
    ratio: str = Field(description="Turns of the driven shaft for one of the output, in lowest terms")
    ratio_decimal: float | None = Field(
        description="None where the output stands still or several are driven"
    )
    says: str
    driven: list[str]
    output: str
    home_turns: int | None = Field(description="Turns of the driven shaft until every mark stands as before")
    home_minutes: float | None
    run_in_turns: int | None = Field(
        description="Turns of the driven shaft until every tooth met all it meets"
    )
    run_in_minutes: float | None
    efficiency: float | None
    holds_back: bool
    stages: list[StageOut]
    shafts: list[ShaftOut]
    turned: str
    clicks: list[ClicksOut]
    none_of_these: float | None = Field(description="Odds of something else, once clicks were counted")
    clicks_say: str
    gears: list[PlacedOut]
    side: list[EdgeOut]
    lost_motion: LostMotionOut | None
    filled: list[FilledOut]
    use: list[UseRow]
