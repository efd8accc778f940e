"""How well a hidden gear was read: the readings taken against the fewest that would have done."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from ..measuring.methods import Probe
from ..measuring.readings import CALIPER_ERROR, Reading
from .identify import identify
from .next_measurement import next_measurement
from .size_answer import SETTLED

MOST_READINGS = 8
"""Readings after which the best play stops even if nothing is settled."""

LUCKY = 0.5
"""Odds below which a right answer was a guess, and counts half."""


@dataclass(frozen=True, slots=True)
class Move:
    """One reading of a play, and the size that led after it, with its odds."""

    probe: Probe
    value: float
    leader: str
    odds: float


def play(teeth: int, readings: list[tuple[Probe, float]], *, error: float = CALIPER_ERROR) -> list[Move]:
    """What the reader would have said after each of `readings` (probe and value in mm)."""
    moves, taken = [], []
    for probe, value in readings:
        taken.append(Reading(probe, value, error))
        odds = identify(teeth, taken).by_label()
        leader = next(iter(odds), "")
        moves.append(Move(probe, value, leader, odds.get(leader, 0.0)))
    return moves


def best_play(teeth: int, take: Callable[[Probe], float], *, error: float = CALIPER_ERROR) -> list[Move]:
    """A play that always takes the advised measurement, until it is sure or none helps.

    Parameters
    ----------
    take : callable
        Reads a probe on the hidden gear, mm.
    """
    readings: list[tuple[Probe, float]] = []
    probe = Probe("tips")
    while True:
        readings.append((probe, take(probe)))
        identification = identify(teeth, [Reading(each, value, error) for each, value in readings])
        sure = next(iter(identification.by_label().values()), 0.0) >= SETTLED
        advice = None if sure else next_measurement(identification, error=error)
        if advice is None or len(readings) >= MOST_READINGS:
            return play(teeth, readings, error=error)
        probe = advice.probe


def score(right: bool, used: int, best: int, odds: float) -> int:
    """0 to 100: full for the right size in no more readings than the best play.

    A right answer whose readings gave it less than even odds counts half.

    Examples
    --------
    >>> score(True, 2, 2, 0.97), score(True, 4, 2, 0.99), score(True, 1, 2, 0.4), score(False, 1, 1, 0.9)
    (100, 50, 50, 0)
    """
    if not right or used < 1:
        return 0
    economy = min(1.0, best / used)
    return round(100 * economy * (1.0 if odds >= LUCKY else 0.5))
