"""The ``pair`` sum: two gears in mesh, with their outlines set tooth in space."""

from __future__ import annotations

from dataclasses import replace
from math import degrees, radians
from typing import Any

import numpy as np
from pydantic import Field, model_validator

from gearing.errors import GearingError
from gearing.mesh import mesh

from .base import Length, Model
from .gear import Drawing, GearIn, draw

ALIKE = radians(0.5)
"""How far two helix angles that were read may differ and still be one, rad."""

_SIZE = ("module_mm", "diametral_pitch", "pressure_angle_deg", "helix_angle_deg", "addendum", "dedendum")


class PairIn(Model):
    """Two external gears on parallel shafts; without a distance, where they have no play.

    A gear given by its teeth alone is taken to be of its mate's size, since
    the two did run together.
    """

    first: GearIn
    second: GearIn
    centre_distance_mm: Length | None = None
    hands_known: bool = Field(
        default=True, description="Whether both helix hands were recorded; else they are taken to be opposite"
    )

    @model_validator(mode="before")
    @classmethod
    def _unread_as_its_mate(cls, given: Any) -> Any:
        if not isinstance(given, dict):
            return given
        told = dict(given)
        for one, mate in (("first", "second"), ("second", "first")):
            gear, like = told.get(one), told.get(mate)
            if not isinstance(gear, dict) or not isinstance(like, dict) or _sized(gear) or not _sized(like):
                continue
            told[one] = {**gear, **{name: like[name] for name in _SIZE if name in like}}
            if like.get("helix_angle_deg"):
                told["hands_known"] = False
        return told


def _sized(gear: dict[str, Any]) -> bool:
    return gear.get("module_mm") is not None or gear.get("diametral_pitch") is not None


class PairOut(Model):
    """The pair. Phases turn each outline so that they stand in mesh, first gear at the left."""

    ratio: str = Field(description="Turns of the first for one of the second, in lowest terms")
    ratio_decimal: float
    says: str
    direction: str
    zero_backlash_centre_distance_mm: float
    centre_distance_mm: float
    working_pressure_angle_deg: float
    backlash_mm: float
    normal_backlash_mm: float
    backlash_turn_of_gear_1_deg: float
    backlash_turn_of_gear_2_deg: float
    contact_ratio: float
    tip_clearance_1_mm: float
    tip_clearance_2_mm: float
    hunts: bool
    turns_to_meet_again: int
    first: Drawing
    second: Drawing
    phase_1_deg: float
    phase_2_deg: float


def mesh_pair(given: PairIn) -> PairOut:
    """Mesh two gears and say what comes of it."""
    first, second = given.first.gear(), given.second.gear()
    if not given.hands_known:
        second = replace(
            second, helix_angle=float(np.copysign(second.helix_angle, -np.asarray(first.helix_angle)))
        )
    if not np.isclose(-np.asarray(first.helix_angle), second.helix_angle, atol=ALIKE):
        raise GearingError(
            "On parallel shafts the helix angles must be equal and of opposite hand.",
            field="second.helix_angle_deg",
            hint="Left-hand counts as minus. The same hand twice runs on crossed shafts only.",
        )
    found = mesh(first, second, given.centre_distance_mm)
    decimal = float(found.ratio)
    faster = decimal < 1
    return PairOut(
        ratio=f"{found.ratio.numerator} : {found.ratio.denominator}",
        ratio_decimal=decimal,
        says=(
            f"One turn of the first turns the second {1 / decimal:.3f} times, the other way."
            if faster
            else f"{decimal:.3f} turns of the first turn the second once, the other way."
        ),
        direction="opposite",
        zero_backlash_centre_distance_mm=found.zero_backlash_distance,
        centre_distance_mm=found.distance,
        working_pressure_angle_deg=degrees(found.working_pressure_angle),
        backlash_mm=found.backlash,
        normal_backlash_mm=found.normal_backlash,
        backlash_turn_of_gear_1_deg=degrees(found.turn_1),
        backlash_turn_of_gear_2_deg=degrees(found.turn_2),
        contact_ratio=found.contact_ratio,
        tip_clearance_1_mm=found.tip_clearance_1,
        tip_clearance_2_mm=found.tip_clearance_2,
        hunts=found.hunts,
        turns_to_meet_again=found.turns_to_meet_again,
        first=draw(first),
        second=draw(second),
        # The outline's tooth stands up: a quarter turn lays it on the line of
        # centres; the second gear meets it with a space, half a pitch on.
        phase_1_deg=-90.0,
        phase_2_deg=90.0 + 180.0 / given.second.teeth,
    )
