"""Clicks counted by hand, and what they point to."""

from __future__ import annotations

from gearing.train.clicks import carriers, suspects
from gearing.train.solve import Solution

from .given import TrainIn
from .told import ClicksOut

NAMED = 0.15
"""Odds from which a suspect is named."""


def clicks_out(given: TrainIn, found: Solution, turned: str) -> list[ClicksOut]:
    """Everything that could click; the likeliest first once clicks were counted."""
    if given.clicks is None or not found.speeds[turned]:
        return [
            ClicksOut(
                gear=c.name,
                kind=c.what,
                stage=c.stage,
                shaft=c.shaft,
                per_turn=c.per_turn,
                odds=None,
                named=False,
            )
            for c in carriers(found, turned)
        ]
    return [
        ClicksOut(
            gear=one.carrier.name if one.carrier else "none of these",
            kind=one.carrier.what if one.carrier else "none",
            stage=one.carrier.stage if one.carrier else 0,
            shaft=one.carrier.shaft if one.carrier else "",
            per_turn=one.carrier.per_turn if one.carrier else 0.0,
            odds=one.odds,
            named=one.carrier is not None and one.odds >= NAMED,
        )
        for one in suspects(found, turned, given.clicks, given.turns)
    ]


def says_of_clicks(given: TrainIn, rows: list[ClicksOut], turned: str) -> str:
    """What to look at first, and how to tell apart what clicks alike."""
    if given.clicks is None or not rows:
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
