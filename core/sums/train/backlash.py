"""The play of a train: what the teeth explain of it, and what is left."""

from __future__ import annotations

from math import degrees

from gearing.train import Mesh, Solution, Source
from gearing.train.lost_motion import angle_of_play, lost_motion, played_at
from gearing.train.model import Coupling
from gearing.train.stage_play import stage_play, verdict_where_it_stands, wanted_distance

from .request import StageKnown, TrainIn
from .response import LostMotionOut, ShareOut

CANNOT = ("jammed", "interferes", "skipping")
"""Verdicts with which two gears cannot be what they were counted as, where they stand."""


def play_out(request: TrainIn, solution: Solution, driven: str, output: str) -> LostMotionOut | None:
    """The budget at the output; None where nothing was said of play."""
    plays, assumed = [], set()
    for number, coupling in enumerate(solution.train.couplings, 1):
        made = stage_play(coupling, number, request.stage(number).measured())
        if made is None:
            continue
        if made[1]:
            assumed.add(made[0].name)
        plays.append(made[0])
    if not plays:
        return None
    measured = error = None
    if request.play:
        measured = angle_of_play(request.play.play_mm, request.play.radius_mm)
        error = request.play.error_mm / request.play.radius_mm
    motion = lost_motion(solution, plays, output, measured, error or 0.0)
    felt = solution.turn(output, Source(driven))
    return LostMotionOut(
        shares=[
            ShareOut(
                name=share.name,
                deg=degrees(share.angle),
                error_deg=degrees(share.error),
                assumed=share.name in assumed,
                at=played_at(solution, share.stage),
            )
            for share in motion.shares
        ],
        teeth_deg=degrees(motion.teeth),
        teeth_error_deg=degrees(motion.teeth_error),
        measured_deg=degrees(measured) if measured is not None else None,
        measured_error_deg=degrees(error) if error is not None else None,
        rest_deg=degrees(motion.rest) if motion.rest is not None else None,
        rest_error_deg=degrees(motion.rest_error) if motion.rest_error is not None else None,
        input_deg=degrees(motion.teeth) / abs(float(felt)) if felt else None,
        beyond_teeth=motion.rest is not None and motion.rest > 2 * (motion.rest_error or 0.0),
        verdict=motion.verdict,
        check=motion.check,
    )


def cannot_mesh(coupling: Coupling, more: StageKnown) -> str:
    """Why the counts cannot stand at the distance measured; empty if they can."""
    stands = verdict_where_it_stands(coupling, more.measured())
    if stands is None or not isinstance(coupling, Mesh) or stands[0] not in CANNOT:
        return ""
    counts = f"{coupling.teeth_1} and {coupling.teeth_2} teeth"
    if stands[0] == "interferes":
        return (
            f"{counts} run into each other at {more.distance_mm:.2f} mm, "
            "whatever their play: count again, or look for trimmed tips."
        )
    close = wanted_distance(coupling, more.module_mm or 0.0)
    does = "jam" if stands[0] == "jammed" else "do not reach each other"
    return (
        f"{counts} of {more.module_mm:.4g} module want {close:.2f} mm: "
        f"at {more.distance_mm:.2f} mm they {does}. Count again, or read the size again."
    )
