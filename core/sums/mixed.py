"""The ``mixed`` sum: two gears of different sizes, or one worn, tried together."""

from __future__ import annotations

from math import degrees

import numpy as np
from pydantic import Field

from gearing.errors import within
from gearing.identification.lookalike import run_together
from gearing.mesh import Pair
from gearing.mesh.pair import ONE_PITCH

from .base import Model
from .gear import GearIn

SAYS = {
    "runs": "They run together.",
    "badly": "They run together badly.",
    "not": "They do not run together.",
}


class MixedIn(Model):
    """Two external gears, each of its own size; `thinning_mm` says how worn one is."""

    first: GearIn
    second: GearIn


class MixedOut(Model):
    """Whether they run, and the numbers that say so."""

    verdict: str
    says: str
    pitch_error_mm: float
    share: float = Field(description="Of the larger base pitch")
    angles_deg: list[float]
    teeth_in_contact: float
    early_mm: float = Field(description="By how much the next tooth strikes early over the contact")
    worn_backlash_mm: float | None = Field(
        description="Backlash that wear alone leaves at the distance of the new pair"
    )


def mix_pair(given: MixedIn) -> MixedOut:
    """Judge them at the distance where their reference circles touch."""
    with within("first"):
        first = given.first.gear()
    with within("second"):
        second = given.second.gear()
    told = run_together(first, second)
    reason = told.reason
    worn = None
    if told.share <= ONE_PITCH and (given.first.thinning_mm or given.second.thinning_mm):
        new = Pair(
            given.first.model_copy(update={"thinning_mm": 0.0}).gear(),
            given.second.model_copy(update={"thinning_mm": 0.0}).gear(),
        )
        worn = float(Pair(first, second).backlash(new.zero_backlash_distance))
        reason += f" The wear leaves {worn:.3f} mm of play at the distance of new gears."
    angles = [degrees(float(np.asarray(gear.pressure_angle))) for gear in (first, second)]
    if abs(angles[0] - angles[1]) > 0.3:
        reason += f" The flanks lean differently, {angles[0]:g}° on {angles[1]:g}°: they touch at an edge."
    return MixedOut(
        verdict=told.verdict,
        says=f"{SAYS[told.verdict]} {reason}",
        pitch_error_mm=abs(told.pitch_error),
        share=told.share,
        angles_deg=angles,
        teeth_in_contact=told.teeth_in_contact,
        early_mm=told.early,
        worn_backlash_mm=worn,
    )
