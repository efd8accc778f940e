"""Why a piece failed, as far as its treatment hangs on it."""

from __future__ import annotations

import re
from functools import cache

from ..data import table
from .asked import Asked, FailedAs

BEAR_LOAD = ("gear", "case", "plate", "horn", "shaft", "coupling", "pin", "belt")
"""Classes of pieces that load breaks."""


def by_load(cause: str) -> bool:
    """Whether it was load that the old piece does not bear: the same again dies the same way."""
    return bool(_words("load").search(cause.lower()))


def cause_share(piece: FailedAs, asked: Asked) -> float:
    """What is left of a new piece's chance where its cause stays in."""
    if piece.piece.sort not in BEAR_LOAD or not by_load(asked.cause):
        return 1.0
    again = _words("again").search(f"{asked.cause} {piece.finding}".lower())
    return float(table("decide")["ways"]["cause_left_again" if again else "cause_left"])


@cache
def _words(key: str) -> re.Pattern[str]:
    return re.compile("|".join(map(re.escape, table("decide")["cause"][key])))
