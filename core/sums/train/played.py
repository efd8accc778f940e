"""The play of a train: what the teeth explain of it, and what is left."""

from __future__ import annotations

from math import degrees, radians

from gearing.mesh.bands import band_for
from gearing.train import Belt, Mesh, Solution, Worm
from gearing.train.model import Coupling
from gearing.train.slop import UNREAD, StagePlay, angle_of_play, slop

from .given import StageKnown, TrainIn
from .told import ShareOut, SlopOut


def play_out(given: TrainIn, found: Solution, driven: str, output: str) -> SlopOut | None:
    """The budget at the output; None where nothing was said of play."""
    plays, assumed = [], set()
    for number, one in enumerate(found.train.couplings, 1):
        made = _stage_play(one, given.stage(number))
        if made is None:
            continue
        if made[1]:
            assumed.add(made[0].name)
        plays.append(made[0])
    if not plays:
        return None
    measured = error = None
    if given.play:
        measured = angle_of_play(given.play.play_mm, given.play.radius_mm)
        error = given.play.error_mm / given.play.radius_mm
    told = slop(found, plays, output, measured, error or 0.0)
    back = found.speeds[output]
    return SlopOut(
        shares=[
            ShareOut(
                name=share.name,
                deg=degrees(share.angle),
                error_deg=degrees(share.error),
                assumed=share.name in assumed,
            )
            for share in told.shares
        ],
        teeth_deg=degrees(told.teeth),
        teeth_error_deg=degrees(told.teeth_error),
        measured_deg=degrees(measured) if measured is not None else None,
        measured_error_deg=degrees(error) if error is not None else None,
        rest_deg=degrees(told.rest) if told.rest is not None else None,
        rest_error_deg=degrees(told.rest_error) if told.rest_error is not None else None,
        input_deg=degrees(told.teeth) * abs(float(found.speeds[driven] / back)) if back else None,
        verdict=told.verdict,
        check=told.check,
    )


def _stage_play(one: Coupling, more: StageKnown) -> tuple[StagePlay, bool] | None:
    """The stage's play at its second shaft, and whether it was assumed."""
    if not isinstance(one, Mesh | Belt | Worm):
        if more.turn_deg is None:
            return None
        error = radians(more.error_deg or 0.0)
        return StagePlay(one.shafts()[-1], radians(more.turn_deg), error, f"stage {more.number}"), False
    teeth = one.teeth if isinstance(one, Worm) else one.teeth_2
    name = f"stage {more.number}"
    assumed = more.turn_deg is None and more.backlash_mm is None
    if more.turn_deg is not None:
        angle = radians(more.turn_deg)
    elif more.module_mm:
        usual = band_for("metal")
        backlash = (usual.low + usual.high) / 2 * more.module_mm if assumed else more.backlash_mm
        angle = (backlash or 0.0) / (more.module_mm * teeth / 2)
    else:
        return None
    error = radians(more.error_deg) if more.error_deg is not None else (UNREAD * angle if assumed else 0.0)
    return StagePlay(one.second, angle, error, name), assumed
