"""Lost motion: each stage's play carried to the output, and what measured play leaves to explain.

What drives and what is held stands still, one mesh after the other is opened,
and the output read: a stage behind the output, or in another branch, adds
nothing, whatever the speeds.
"""

from __future__ import annotations

from dataclasses import dataclass
from itertools import combinations
from math import asin, degrees, hypot

import numpy as np
import numpy.typing as npt

from ..errors import GearingError
from .solve import Solution, Source

UNREAD = 0.35
"""How far off a backlash that was only assumed may be, as a share."""

MOST_LOOPS = 3
"""Ways round, closed on themselves, that are still worked out."""

Floats = npt.NDArray[np.float64]


@dataclass(frozen=True, slots=True)
class StagePlay:
    """Backlash of one stage.

    Attributes
    ----------
    stage : int
        From 1.
    angle : float
        Free turn of the member it is given at, the others of the stage held, rad.
    error : float
        rad.
    name : str
    shaft : str
        Where it is given; empty for :func:`played_at`.
    """

    stage: int
    angle: float
    error: float = 0.0
    name: str = ""
    shaft: str = ""


@dataclass(frozen=True, slots=True)
class Share:
    """What one stage adds at the output, rad."""

    name: str
    angle: float
    error: float
    stage: int = 0


@dataclass(frozen=True, slots=True)
class LostMotion:
    """The budget at one shaft; angles rad.

    Attributes
    ----------
    shares : tuple of Share
        By stage, in order.
    teeth, teeth_error : float
        All stages together.
    measured, measured_error : float or None
    rest, rest_error : float or None
        What the teeth do not explain; below zero they explain more than there is.
    verdict, check : str
        What that says, and the check that would tell.
    """

    shares: tuple[Share, ...]
    teeth: float
    teeth_error: float
    measured: float | None
    measured_error: float | None
    rest: float | None
    rest_error: float | None
    verdict: str
    check: str


def angle_of_play(play: float, radius: float) -> float:
    """Free turn, rad, from the movement measured at a radius, ``asin(p/r)``.

    Raises
    ------
    GearingError
        If the movement is more than the radius.
    """
    if not 0 < play < radius:
        raise GearingError(
            "The play cannot be more than the radius it was measured at.",
            code="play_past_radius",
            field="play_mm",
            hint="Measure nearer to the shaft, or check the radius.",
        )
    return asin(play / radius)


def played_at(solution: Solution, stage: int) -> str:
    """The shaft of a stage its play is felt at: the second, or of a set the one that is not held back."""
    shafts = solution.train.couplings[stage - 1].shafts()
    if len(shafts) == 2:
        return shafts[1]
    opened = Source(stage=stage)
    return next((shaft for shaft in reversed(shafts) if solution.turn(shaft, opened)), shafts[-1])


def lost_motion(
    solution: Solution,
    plays: list[StagePlay],
    at: str,
    measured: float | None = None,
    measured_error: float = 0.0,
) -> LostMotion:
    """Carry every stage's play to shaft `at`, with what drives and what is held standing still.

    Raises
    ------
    GearingError
        If a stage has no teeth to play, or too many ways round close on themselves.
    """
    plays = [play for play in plays if solution.train.couplings[play.stage - 1].equations()]
    opening = np.array([_opening(solution, play) for play in plays])
    stages = [play.stage for play in plays]
    carried = _carried(solution, stages, opening[:, 0], at) if plays else np.zeros(0)
    shares = [
        Share(
            play.name or f"stage {play.stage}",
            float(factor) * play.angle * abs(float(unit[1])),
            float(factor) * play.error * abs(float(unit[1])),
            play.stage,
        )
        for play, unit, factor in zip(plays, opening, carried, strict=True)
    ]
    teeth = sum(share.angle for share in shares)
    error = hypot(*(share.error for share in shares))
    if measured is None:
        return LostMotion(tuple(shares), teeth, error, None, None, None, None, "", "")
    rest, rest_error = measured - teeth, hypot(error, measured_error)
    verdict, check = _says(shares, measured, rest, rest_error)
    return LostMotion(tuple(shares), teeth, error, measured, measured_error, rest, rest_error, verdict, check)


def _opening(solution: Solution, play: StagePlay) -> tuple[float, float]:
    """How far the stage's equation opens by its play, and by a turn of one radian where that is given."""
    equation = solution.train.couplings[play.stage - 1].equations()[0]
    unit = float(equation[play.shaft or played_at(solution, play.stage)])
    return abs(unit) * play.angle, unit


def _carried(solution: Solution, stages: list[int], openings: Floats, at: str) -> Floats:
    """Turn at `at` for a unit that each stage opens, shape (stages,).

    In a train that closes on itself the stages can open only together: the
    most the output can move is then a linear programme, solved in its dual,
    where an optimum lies at a corner.
    """
    turns = np.array([float(solution.turn(at, Source(stage=stage))) for stage in stages])
    loops = [[float(loop.get(Source(stage=stage), 0)) for stage in stages] for loop in solution.loops]
    ties = np.array([loop for loop in loops if any(loop)])
    best: Floats = np.abs(turns)
    if not ties.size:
        return best
    if len(ties) > MOST_LOOPS:
        raise GearingError(
            f"{len(ties)} ways round close on themselves in this train: too many to share the play out.",
            code="too_many_loops",
            field="stages",
            hint="Ask for the play of one way at a time.",
        )
    least = float(best @ openings)
    for chosen in combinations(range(len(stages)), min(len(ties), len(stages))):
        some = list(chosen)
        weights = np.linalg.lstsq(ties[:, some].T, turns[some], rcond=None)[0]
        left: Floats = np.abs(turns - weights @ ties)
        if (total := float(left @ openings)) < least:
            best, least = left, total
    return best


def _says(shares: list[Share], measured: float, rest: float, error: float) -> tuple[str, str]:
    largest = max(shares, key=lambda share: share.angle)
    if rest > 2 * error:
        part = f"The teeth explain {100 * (1 - rest / measured):.0f} % of it; "
        return part + f"{degrees(rest):.2f}° is bearings, bores, pins or case.", (
            "Hold the last gear by its teeth and move the arm: what is left there is bore, pin or spline. "
            "Then rock each shaft sideways in its bearings."
        )
    if rest < -2 * error:
        return (
            "There is less play than the teeth alone should leave: one backlash is smaller than given.",
            f"Measure the backlash of {largest.name} again, mate held.",
        )
    return (
        f"The teeth explain all of it, most of it {largest.name}.",
        f"Hold the driver of {largest.name} and feel its mate: that alone should show "
        f"{degrees(largest.angle):.2f}° at the output.",
    )
