"""Counts and measures of a check, taken through the train's table and its budget of play."""

from __future__ import annotations

from gearing.diagnosis import checks
from gearing.diagnosis.figures import by_clicks, by_slop
from gearing.errors import GearingError
from gearing.train import solve
from gearing.train.fault_rates import suspects

from ..train import TrainIn
from ..train.compute import run_train
from ..train.request import PlayIn, StageKnown
from .request import Counted, Played, Said


def resolve(check: str, said: Said) -> tuple[str | float, str]:
    """What was said of a check as its answer, and the figure behind it in words; empty for a plain answer.

    Raises
    ------
    GearingError
        If the check takes no such figure, or the train is none.
    """
    if isinstance(said, Counted):
        _must_be_by(check, "clicks")
        return _clicks(said)
    if isinstance(said, Played):
        _must_be_by(check, "play")
        return _slop(check, said)
    return said, ""


def _must_be_by(check: str, by: str) -> None:
    known = checks().get(check)
    if known is None or known.by != by:
        raise GearingError(
            f"“{known.name if known else check}” is not answered by {by}.",
            code="unknown_answer",
            field="answer",
            hint="Take one of its own answers.",
        )


def _clicks(said: Counted) -> tuple[str, str]:
    figure = f"{said.clicks:g} clicks in {said.turns:g} turns"
    if not said.line.strip() or not said.clicks:
        return by_clicks(said.clicks, []), figure
    answer = run_train(TrainIn(line=said.line, shaft=said.shaft, turns=said.turns, clicks=said.clicks))
    solution = solve(TrainIn(line=answer.line or said.line).train(said.line))
    found = suspects(solution, answer.turned, said.clicks, said.turns)
    first = found[0]
    name = f"{first.carrier.name}, {first.odds * 100:.0f} %" if first.carrier else "no wheel of this train"
    return by_clicks(said.clicks, found), f"{figure} of shaft {answer.turned}: {name}"[:120]


def _slop(check: str, said: Played) -> tuple[str, str]:
    figure = f"{said.play_mm:g} mm at {said.radius_mm:g} mm"
    known = checks()[check]
    if not said.line.strip():
        return by_slop(known, said.play_mm, said.radius_mm, None), figure
    train = TrainIn(line=said.line)
    stages = len(solve(train.train(said.line)).train.couplings)
    body = train.model_copy(
        update={
            "stages": [StageKnown(number=n, module_mm=said.module_mm) for n in range(1, stages + 1)],
            "play": PlayIn(play_mm=said.play_mm, radius_mm=said.radius_mm),
        }
    )
    motion = run_train(body).lost_motion
    beyond = motion.beyond_teeth if motion else None
    teeth = f", the teeth give {motion.teeth_deg:.1f}° of {motion.measured_deg or 0:.1f}°" if motion else ""
    return by_slop(known, said.play_mm, said.radius_mm, beyond), f"{figure}{teeth}"[:120]
