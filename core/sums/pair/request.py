"""What the ``pair`` sum is asked."""

from __future__ import annotations

from typing import Annotated, Any, Literal

from pydantic import Field, model_validator

from gearing.mesh.verdict import Band, band_for, own_band

from ..base import Length, Model
from ..gear import GearIn

AIR = Literal["dry", "room", "wet"]
Share = Annotated[float, Field(ge=1e-6, le=1)]

_SIZE = ("module_mm", "diametral_pitch", "pressure_angle_deg", "helix_angle_deg", "addendum", "dedendum")


class ClimateIn(Model):
    """Materials of both gears and the housing, and the air and warmth they are set and run in."""

    first: Annotated[str, Field(max_length=30)] = "steel"
    second: Annotated[str, Field(max_length=30)] = "nylon"
    housing: Annotated[str, Field(max_length=30)] = "aluminium"
    set_at_c: Annotated[float, Field(ge=-40, le=150)] = 20.0
    runs_at_c: Annotated[float, Field(ge=-40, le=200)] = 60.0
    set_air: AIR = "room"
    runs_air: AIR = "room"


class PairIn(Model):
    """Two gears on parallel shafts; without a distance, where they have no play.

    A gear given by its teeth alone is taken to be of its mate's size, since
    the two did run together. Of an internal pair the second is the ring.
    """

    first: GearIn
    second: GearIn
    internal: bool = False
    centre_distance_mm: Length | None = None
    hands_known: bool = Field(
        default=True, description="Whether both helix hands were recorded; else they are taken to be opposite"
    )
    band: Annotated[str, Field(max_length=20)] = Field(
        default="metal", description="metal, plastic or open; see mesh.toml"
    )
    band_low: Share | None = Field(default=None, description="Own band, in modules")
    band_high: Share | None = None
    radius_mm: Length | None = Field(default=None, description="Where the play is felt as movement")
    width_1_mm: Length | None = None
    width_2_mm: Length | None = None
    offset_mm: Annotated[float, Field(ge=-100, le=100)] = Field(
        default=0.0, description="Of one face's middle from the other's"
    )
    tilt_deg: Annotated[float, Field(ge=-10, le=10)] = 0.0
    runout_mm: Annotated[float, Field(ge=0, le=5)] = Field(
        default=0.0, description="Of the first gear, as a dial reads it over a turn"
    )
    climate: ClimateIn | None = None

    @model_validator(mode="before")
    @classmethod
    def _unread_as_its_mate(cls, request: Any) -> Any:
        if not isinstance(request, dict):
            return request
        whole = dict(request)
        for name, mate in (("first", "second"), ("second", "first")):
            gear, like = whole.get(name), whole.get(mate)
            if not isinstance(gear, dict) or not isinstance(like, dict) or _sized(gear) or not _sized(like):
                continue
            whole[name] = {**gear, **{field: like[field] for field in _SIZE if field in like}}
            if like.get("helix_angle_deg"):
                whole["hands_known"] = False
        return whole

    def chosen_band(self) -> Band:
        if self.band_low and self.band_high:
            return own_band(self.band_low, self.band_high)
        return band_for(self.band)


def _sized(gear: dict[str, Any]) -> bool:
    return gear.get("module_mm") is not None or gear.get("diametral_pitch") is not None
