"""Pieces on one shaft, in section along it: what they measure, and the way each faces."""

from __future__ import annotations

import re
from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from ...data import table
from ...errors import GearingError
from ...geometry.gear import Gear
from ...lengths import read_length
from ..entry import Entry, name_of
from ..figures import figure_of
from ..order import Spot, StripStep

STACKED = frozenset(
    {
        "washer", "shim", "pad", "spring", "bearing", "oneway", "gear", "worm", "ring", "hub", "bush",
        "spacer", "circlip", "oring", "seal", "carrier", "pulley", "sprocket", "pawl",
    }
)  # fmt: skip
"""Kinds that sit on a shaft one on another."""

GearsRead = Mapping[Spot, Mapping[int, Gear]]

FEWEST = 3
"""Things on one shaft that make a stack."""


@dataclass(frozen=True, slots=True)
class SectionPart:
    """A piece of a stack as its section is drawn. Lengths mm.

    Attributes
    ----------
    spot : (int, int)
        Its step, and its place in that.
    name, kind, facing : str
        `facing` as it was said.
    count : int
        How many lie one on another.
    along, across, bore : float
        Thickness of one, outside diameter, hole.
    known : bool
        Whether they were said or read, and are not only the usual.
    mark : str
        What is to be seen of the way it faces: ``dish``, ``boss``, ``lip``, ``groove``, ``ridge``, ``ears``,
        ``shield`` or ``taper``; empty for nothing.
    way : int
        -1 where that points outward, to what came off before, 1 inward, 0 where it does not say.
    """

    spot: Spot
    name: str
    kind: str
    facing: str
    count: int
    along: float
    across: float
    bore: float
    known: bool
    mark: str = ""
    way: int = 0


@dataclass(frozen=True, slots=True)
class RowStack:
    """Things on one shaft, in the order they came off, the outermost first."""

    name: str
    parts: tuple[SectionPart, ...]


def stacks(steps: Sequence[StripStep], read: GearsRead | None = None) -> list[RowStack]:
    """Sub-assemblies by name, and runs of three or more things that sit on one shaft.

    Parameters
    ----------
    read : mapping, optional
        The gears read so far, by piece and rim.
    """
    by_name: dict[str, list[tuple[Spot, Entry]]] = {}
    run: list[tuple[Spot, Entry]] = []
    for step in [*steps, None]:
        laid = [] if step is None else [((step.number, at), entry) for at, entry in enumerate(step.entries)]
        grouped = [each for each in laid if each[1].group]
        for spot, entry in grouped:
            by_name.setdefault(entry.group, []).append((spot, entry))
        onto = [each for each in laid if not each[1].group and each[1].kind in STACKED]
        run += onto
        if step is not None and onto:
            continue
        if len(run) >= FEWEST:
            first, last = run[0][0][0], run[-1][0][0]
            by_name.setdefault(f"steps {first} to {last}", []).extend(run)
        run = []
    known = read or {}
    return [
        RowStack(name, tuple(section_part(n, there, known) for n in range(len(there))))
        for name, there in by_name.items()
    ]


def section_part(n: int, there: Sequence[tuple[Spot, Entry]], read: GearsRead) -> SectionPart:
    """The piece at a place of a run, as its section is drawn; what lies about it tells which way it faces."""
    spot, entry = there[n]
    usual = table("sections")["usual"].get(entry.kind, {"along": 4.0, "across": 10.0, "bore": 4.0})
    figure = figure_of(entry, read.get(spot))
    rim = max((rim.tip_radius for rim in figure.rims), default=0.0)
    sized = any(rim.read for rim in figure.rims) or bool(figure.diameter)
    across = 2 * rim or figure.diameter or usual["across"]
    along = _mm(entry.width) or figure.thickness or _single(entry) or usual["along"]
    bore = _mm(entry.bore) or figure.bore or min(usual["bore"], across / 2)
    mark, way = _facing(n, there)
    return SectionPart(
        spot, name_of(entry), entry.kind, entry.facing, entry.count, along, across, bore, sized, mark, way
    )


def _mm(text: str) -> float:
    try:
        return read_length(text).mm if text else 0.0
    except GearingError:
        return 0.0


def _single(entry: Entry) -> float:
    """A lone size of a flat thing is its thickness: *shim 0.2*."""
    return _mm(entry.size) if entry.kind in ("shim", "washer", "pad", "spacer") else 0.0


def _facing(n: int, there: Sequence[tuple[Spot, Entry]]) -> tuple[str, int]:
    """The mark a facing speaks of, and which way it points.

    Where it names a piece of the stack it points to that: *dish to the star*.
    """
    entry = there[n][1]
    said = f"{entry.facing} {entry.words.partition(',')[2]}".lower()
    words = re.findall(r"[a-z]+", said)
    marks, ways = table("sections")["marks"], table("sections")["way"]
    own = re.findall(r"[a-z]+", entry.words.lower())
    mark = next((key for key, names in marks.items() if set(names) & set(words)), "") or next(
        (key for key, names in marks.items() if key in ("dish", "ears") and set(names) & set(own)), ""
    )
    if not words:
        return mark, 0
    if set(words) & set(ways["outward"]):
        return mark, -1
    if set(words) & set(ways["inward"]):
        return mark, 1
    for other in range(len(there)):
        theirs = set(re.findall(r"[a-z]{3,}", there[other][1].words.lower()))
        if other != n and theirs & set(words):
            return mark, -1 if other < n else 1
    return mark, 0
