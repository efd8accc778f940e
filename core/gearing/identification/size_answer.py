"""What is said of a size once its odds are known: which, how sure, and whether that settles it."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

SETTLED = 0.95
"""Odds from which a size is called settled."""

NONE = 0.5
"""Odds of none of these from which no standard size is named."""

NAMED = 0.05
"""Odds from which a second size is named beside the first."""


@dataclass(frozen=True, slots=True)
class Answer:
    """A sentence, why, and whether it is settled."""

    says: str
    reason: str
    settled: bool


def size_answer(odds: Mapping[str, float], none: float, of: str) -> Answer:
    """The answer to which size, by the odds of each label, likeliest first.

    `of` is what it is the size of, said after it: ``, 31 teeth``, `` rack``.

    Examples
    --------
    >>> size_answer({"48 DP": 0.6, "0.5 module": 0.39}, 0.01, ", 30 teeth").says
    '48 DP or 0.5 module, 30 teeth'
    """
    ranked = [label for label, share in odds.items() if share >= NAMED]
    if none >= NONE or not ranked:
        return Answer(
            "No standard size gives these readings",
            "Count again and read again; check mm against inch.",
            False,
        )
    best = odds[ranked[0]]
    if best >= SETTLED:
        return Answer(f"{ranked[0]}{of}", f"{_share(best)} sure.", True)
    return Answer(
        f"{' or '.join(ranked[:2])}{of}", f"{ranked[0]} leads with {_share(best)}: not settled.", False
    )


def _share(odds: float) -> str:
    return "over 99 %" if odds > 0.99 else f"{odds * 100:.0f} %"
