"""Run-in: slowly, until every tooth has met every one it ever meets and the grease is spread."""

from __future__ import annotations

from dataclasses import dataclass
from fractions import Fraction
from math import ceil

from ..data import table
from ..errors import GearingError
from ..rebuild import Removed
from ..strip.entry import Entry
from ..strip.train_line import train_line
from ..train import read_train, solve
from ..train.recurrence import turns_to_run_in
from .asked import ProofAsked

LONGEST = 20.0
"""Minutes beyond which running on spreads no more grease: what has not met by then meets in use."""


@dataclass(frozen=True, slots=True)
class RunIn:
    """How long, how, and what it is good for.

    Attributes
    ----------
    minutes : float
    turns : int or None
        Of the shaft that drives, until all have met; None where the train is not known.
    rpm : float
        Turns a minute of that shaft.
    how : str
    whole : bool
        Whether every pair has met at the end of it.
    """

    minutes: float
    turns: int | None
    rpm: float
    how: str
    whole: bool


def train_of(asked: ProofAsked) -> tuple[str, Fraction, int | None] | None:
    """The train as it is now: its line, turns in for one out, and turns until all have met.

    What went in instead counts, not what came off. None where no whole train can be made of the row.
    """
    line = asked.train or train_line([_now(piece) for piece in asked.pieces if not piece.entry.shut])
    if not line:
        return None
    try:
        train = read_train(line)
        solved = solve(train)
    except GearingError:
        return None
    shafts = [shaft for shaft in train.shafts() if shaft not in train.held]
    first = next(iter(train.driven))
    ratio = solved.ratio(first, shafts[-1])
    if ratio is None:
        return None
    return line, abs(ratio), turns_to_run_in(train, solved, first)


def _now(piece: Removed) -> Entry:
    return piece.instead or piece.entry


def run_in(asked: ProofAsked) -> RunIn:
    """The run-in of a unit.

    Returns
    -------
    RunIn
        By the train of the row where there is one, else the least that its kind of unit gets.
    """
    rows = table("proof")["run_in"]
    row = rows.get(asked.kind, rows["other"])
    known = train_of(asked)
    turns = known[2] if known else None
    needs = turns / row["rpm"] if turns else 0.0
    minutes = min(LONGEST, max(float(row["least"]), float(ceil(needs))))
    return RunIn(minutes, turns, float(row["rpm"]), str(row["how"]), bool(turns) and needs <= minutes)
