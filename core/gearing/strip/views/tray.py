"""The tray as it lies: places in rows by their letter, in columns by their number."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import dataclass

from ..order import Spot, StripStep

MOST_COLUMNS = 12


@dataclass(frozen=True, slots=True)
class Place:
    """A place of the tray: where it lies, from 1, and what lies in it. Without row and column, beside."""

    name: str
    row: int
    column: int
    pieces: tuple[Spot, ...]


def tray(steps: Sequence[StripStep]) -> list[Place]:
    """Places of the tray in order, whatever the order of the steps.

    Examples
    --------
    >>> from ..entry import parse
    >>> row = [StripStep(n, parse(line)) for n, line in enumerate(("lid #tray", "pin #B10", "cap #A2"), 1)]
    >>> [(place.name, place.row, place.column) for place in tray(row)]
    [('A2', 1, 2), ('B10', 2, 10), ('tray', 0, 0)]
    """
    places: dict[str, list[Spot]] = {}
    for step in steps:
        for at, entry in enumerate(step.entries):
            if entry.place:
                places.setdefault(entry.place, []).append((step.number, at))
    rows = sorted({cell[0] for name in places if (cell := _cell(name))})
    lying = []
    for name, pieces in places.items():
        cell = _cell(name)
        row, column = (rows.index(cell[0]) + 1, cell[1]) if cell else (0, 0)
        lying.append(Place(name, row, column, tuple(pieces)))
    return sorted(lying, key=lambda place: (not place.row, place.row, place.column, place.name.lower()))


def _cell(name: str) -> tuple[str, int] | None:
    """Letter and number of ``A3``; None for a place of another name."""
    match = re.fullmatch(r"([A-Za-z])-?(\d{1,2})", name)
    if not match or not 1 <= int(match[2]) <= MOST_COLUMNS:
        return None
    return match[1].upper(), int(match[2])
