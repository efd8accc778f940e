"""What is worth keeping of a unit that is not mended: its row, walked with an eye on the drawer."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

from ..rebuild import VERDICTS, Removed
from .stock_line import described

WORTH = {
    "gear": "a gear is what is missing next time",
    "worm": "a gear is what is missing next time",
    "ring": "a gear is what is missing next time",
    "carrier": "goes with its planets",
    "bearing": "if it runs smooth",
    "oneway": "if it grips",
    "bush": "if it is round",
    "shaft": "if it is straight",
    "spring": "springs are hard to come by",
    "pawl": "small and hard to come by",
    "motor": "runs in a sibling",
    "board": "runs in a sibling",
    "magnet": "small and hard to come by",
    "pulley": "goes with its belt",
    "shim": "shims are never enough",
    "circlip": "only if it was not opened wide",
    "key": "small and hard to come by",
    "hub": "fits a sibling",
    "lever": "fits a sibling",
}
"""Kinds of piece that are worth a place in the drawer, and why. The rest goes with the case."""


@dataclass(frozen=True, slots=True)
class Salvage:
    """A piece of a row: whether it is worth keeping, and why or why not.

    Attributes
    ----------
    step, at : int
        Its place in the row.
    what : str
    count : int
    keep : bool
    why : str
    """

    step: int
    at: int
    what: str
    kind: str
    count: int
    keep: bool
    why: str


def salvage(pieces: Iterable[Removed]) -> list[Salvage]:
    """What of a row is worth keeping, in its order.

    What was found done for is not, nor what is never used twice.

    Examples
    --------
    >>> from ..strip.entry import parse
    >>> row = [Removed(1, parse("wheel 31t nylon")), Removed(2, parse("wheel 12t"), "replace")]
    >>> [(each.what, each.keep) for each in salvage(row)]
    [('wheel 31t nylon', True), ('wheel 12t', False)]
    """
    return [_of(piece) for piece in pieces if not piece.entry.shut]


def _of(piece: Removed) -> Salvage:
    entry = piece.entry
    dead = piece.verdict in VERDICTS and VERDICTS[piece.verdict].renews
    if dead:
        keep, why = False, "it was found done for"
    elif entry.discard:
        keep, why = False, "it is not used twice"
    else:
        keep, why = entry.kind in WORTH, WORTH.get(entry.kind, "not worth a place")
    return Salvage(piece.step, piece.at, described(entry), entry.kind, max(1, entry.count), keep, why)
