"""The ``mixed`` sum: two gears of different sizes, or one worn, tried together."""

from __future__ import annotations

from math import degrees

import numpy as np

from gearing.errors import within
from gearing.identification.lookalike import run_together
from gearing.mesh import Pair
from gearing.mesh.pair import ONE_PITCH

from .request import MixedIn
from .response import MixedOut

SAYS = {
    "runs": "They run together.",
    "badly": "They run together badly.",
    "not": "They do not run together.",
}


def mix_pair(request: MixedIn) -> MixedOut:
    """Judge them at the distance where their reference circles touch."""
    with within("first"):
        first = request.first.gear()
    with within("second"):
        second = request.second.gear()
    mismatch = run_together(first, second)
    reason = mismatch.reason
    worn = None
    if mismatch.share <= ONE_PITCH and (request.first.thinning_mm or request.second.thinning_mm):
        new = Pair(
            request.first.model_copy(update={"thinning_mm": 0.0}).gear(),
            request.second.model_copy(update={"thinning_mm": 0.0}).gear(),
        )
        worn = float(Pair(first, second).backlash(new.zero_backlash_distance))
        reason += f" The wear leaves {worn:.3f} mm of play at the distance of new gears."
    angles = [degrees(float(np.asarray(gear.pressure_angle))) for gear in (first, second)]
    if abs(angles[0] - angles[1]) > 0.3:
        reason += f" The flanks lean differently, {angles[0]:g}° on {angles[1]:g}°: they touch at an edge."
    return MixedOut(
        verdict=mismatch.verdict,
        says=f"{SAYS[mismatch.verdict]} {reason}",
        pitch_error_mm=abs(mismatch.pitch_error),
        share=mismatch.share,
        angles_deg=angles,
        teeth_in_contact=mismatch.teeth_in_contact,
        early_mm=mismatch.early,
        worn_backlash_mm=worn,
    )
