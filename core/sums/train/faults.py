"""Clicks counted by hand, and what they point to."""

from __future__ import annotations

from gearing.errors import GearingError
from gearing.train.fault_rates import Bearing, Carrier, Suspect, carriers, suspects
from gearing.train.solve import Solution

from .request import TrainIn
from .response import ClicksOut


def clicks_out(request: TrainIn, solution: Solution, turned: str) -> list[ClicksOut]:
    """Everything that could click; the likeliest first once clicks were counted.

    Raises
    ------
    GearingError
        If a bearing is said of a shaft that is not there.
    """
    for place, bearing in enumerate(request.bearings):
        if bearing.shaft not in solution.speeds:
            raise GearingError(
                f"There is no shaft {bearing.shaft}.",
                code="unknown_shaft",
                field=f"bearings.{place}.shaft",
                hint=f"One of: {', '.join(solution.speeds)}.",
            )
    bearings = [
        Bearing(bearing.shaft, bearing.balls, bearing.ball_mm or 0.0, bearing.pitch_mm or 0.0)
        for bearing in request.bearings
    ]
    if request.clicks is None or not solution.speeds[turned]:
        return [_row(carrier, None) for carrier in carriers(solution, turned, bearings)]
    return [
        _row(suspect.carrier, suspect)
        for suspect in suspects(solution, turned, request.clicks, request.turns, bearings)
    ]


def _row(carrier: Carrier | None, suspect: Suspect | None) -> ClicksOut:
    if carrier is None:
        carrier = Carrier("none", "none of these", "", 0.0)
    return ClicksOut(
        gear=carrier.name,
        kind=carrier.what,
        stage=carrier.stage,
        shaft=carrier.shaft,
        per_turn=carrier.per_turn,
        other_per_turn=carrier.other_per_turn or None,
        other=carrier.other,
        odds=suspect.odds if suspect else None,
        named=bool(suspect and suspect.named),
    )


def says_of_clicks(request: TrainIn, rows: list[ClicksOut], turned: str) -> str:
    """What to look at first, and how to tell apart what clicks alike."""
    if request.clicks is None or not rows:
        return ""
    named = [row for row in rows if row.named]
    if rows[0].kind == "none" or not named:
        return (
            "Nothing of this train clicks so. Count again over more turns; "
            "what is loose or rubs does not keep to the teeth."
        )
    names = " or ".join(f"the {row.gear}" for row in named)
    more = ""
    if len(named) > 1 and len({row.shaft for row in named}) == 1:
        more = " Both turn as one: the count cannot part them, the eye can."
    elif len(named) > 1:
        more = f" Count over more turns of shaft {turned} to part them."
    return f"Look at {names} first.{more}"
