"""What the ``pair`` sum answers."""

from __future__ import annotations

from pydantic import Field

from ..base import Model
from ..gear import Drawing


class BandOut(Model):
    """What is aimed for, in mm at this module."""

    says: str
    tight_mm: float
    low_mm: float
    high_mm: float
    loose_mm: float
    source: str
    low_distance_mm: float | None = Field(description="Where the least wanted backlash is reached")
    high_distance_mm: float | None
    set_at_mm: float | None = Field(description="The distance to set: the middle of the band")


class CurveOut(Model):
    """The pair at distances either way, for dragging: all lists of one length."""

    distance_mm: list[float]
    backlash_mm: list[float]
    contact_ratio: list[float]
    tip_clearance_mm: list[float]
    verdict: list[str]


class StripOut(Model):
    """A paper between the teeth and what it leaves."""

    name: str
    fold: str
    thickness_mm: float
    distance_mm: float
    backlash_mm: float
    held_by: str
    verdict: str


class WarmOut(Model):
    """Backlash as set and as run, mm, what each member takes of it, and the distance to set cold."""

    cold_mm: float
    warm_mm: float
    first_mm: float
    second_mm: float
    housing_mm: float
    verdict: str
    set_distance_mm: float
    set_backlash_mm: float


class AskewOut(Model):
    """What stands askew: width in mesh, the gap a tilt leaves at one end, and the play over a turn."""

    width_mm: float | None
    width_share: float | None
    width_enough: bool | None = Field(description="Whether enough of the narrower face runs")
    tilt_gap_mm: float | None
    tilt_says: str
    turn_deg: list[float]
    turn_backlash_mm: list[float]
    least_mm: float | None
    most_mm: float | None
    tight_at_deg: float | None
    turn_tight: bool | None = Field(description="Whether the tight spot is tighter than will do")


class PairOut(Model):
    """The pair. Phases turn each outline so that they stand in mesh, first gear at the left."""

    ratio: str = Field(description="Turns of the first for one of the second, in lowest terms")
    ratio_decimal: float
    says: str
    direction: str
    internal: bool
    zero_backlash_centre_distance_mm: float
    centre_distance_mm: float
    working_pressure_angle_deg: float
    backlash_mm: float
    normal_backlash_mm: float
    backlash_turn_of_gear_1_deg: float
    backlash_turn_of_gear_2_deg: float
    movement_mm: float | None = Field(description="The play of the second gear at the radius asked for")
    contact_ratio: float = Field(description="Transverse, over the involutes")
    cut_contact_ratio: float = Field(
        description="The same with what undercut takes off of teeth cut by a rack"
    )
    contact_least: float = Field(description="Below it a tooth carries alone and knocks")
    overlap_ratio: float = Field(description="Added by the helix over the width in mesh")
    tip_clearance_1_mm: float
    tip_clearance_2_mm: float
    tip_clearance_mm: float = Field(description="The lesser of the two")
    total_contact_ratio: float = Field(description="Transverse and overlap together")
    working_depth_mm: float
    skips_at_mm: float | None
    verdict: str = Field(description="jammed, interferes, tight, right, loose or skipping")
    reason: str
    troubles: list[str] = Field(description="What keeps it from running; decides before the play does")
    notes: list[str]
    hunts: bool
    turns_to_meet_again: int
    band: BandOut
    curve: CurveOut
    paper: list[StripOut]
    warm: WarmOut | None
    askew: AskewOut
    first: Drawing
    second: Drawing
    phase_1_deg: float
    phase_2_deg: float
