"""What the ``regear`` sum answers."""

from __future__ import annotations

from pydantic import Field
from typing_extensions import TypedDict

from ..base import Model


class ChoiceOut(Model):
    """One pair, ranked."""

    pinion: int
    spur: int
    final_drive: float
    travel_mm: float
    speed_km_h: float | None
    load: float = Field(description="Motor torque for the same push, as a share of the present")
    load_says: str
    off: float = Field(description="By what share the final drive misses the target")
    close: bool = Field(description="Whether it does what was asked for, near enough")
    distance_mm: float
    hole: int | None
    backlash_mm: float | None
    contact_ratio: float
    fits: bool
    hunts: bool
    in_stock: bool
    reason: str


class PointOut(TypedDict):
    """A pair on the chart. A plain dict: there are hundreds of them, all made by the sum itself."""

    distance_mm: float
    value: float
    fits: bool


class RegearOut(Model):
    """The choices, best first; the present as it would be; and the chart."""

    target_final_drive: float
    target_value: float = Field(description="The target on the axis of the chart")
    present_final_drive: float
    present_travel_mm: float
    present_speed_km_h: float | None
    unchanged_final_drive: float = Field(description="With what changed, were the pair left as it is")
    unchanged_load: float
    unchanged_says: str
    choices: list[ChoiceOut]
    points: list[PointOut]
    axis: str = Field(description="What the points' value is: km/h, or mm for a motor turn")
    slot_mm: list[float]
    holes_mm: list[float]
    fitting: int
    says: str
    caution: str
    note: str = Field(description="How the pinions are taken as cut, and what another way would do")
