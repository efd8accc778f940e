"""The sheet laid out: pieces along their axis in the order they came off, numbered, line by line."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from ..geometry.gear import Gear
from ..strip.comparison import Versions
from ..strip.entry import Entry
from ..strip.order import Spot, StripStep
from ..strip.views.stacks import section_part
from .piece import Drawn, drawn
from .shapes import Box, Stroke, circle, line, path, rect, text, width_of

WIDTH = 780.0
"""Width of a sheet in its units; the lines are as long as that."""

MARGIN, GAP, LINE_GAP = 10.0, 13.0, 16.0
BALLOON, NUMBER = 11.0, 11.0
TRIANGLE = 7.0
"""Half the room that the mark of another version takes."""

MOST_ROUND = 3
"""Figures that go into a round balloon."""

ABOVE, BELOW = 34.0, 43.0
"""Room over the pieces for their numbers, and under them for how many and how they face."""

NOTE = 9.5
LONGEST_NOTE = 20
LARGEST = 108.0
"""Height of the largest piece, if that leaves the others to be seen."""

SMALLEST_SCALE, LARGEST_SCALE = 1.6, 5.0
FASTENS = ("screw", "setscrew", "nut", "circlip", "clip", "tie")

GearsRead = Mapping[Spot, Mapping[int, Gear]]


@dataclass(frozen=True, slots=True)
class SheetItem:
    """A piece on the sheet: its number, the ground it takes, and that of its number."""

    spot: Spot
    number: str
    box: Box
    number_box: Box
    shapes: tuple[Stroke, ...]
    true: bool


@dataclass(frozen=True, slots=True)
class SheetGroup:
    """A sub-assembly, or the part of one that stands on a line: its name, and its frame."""

    name: str
    box: Box


@dataclass(frozen=True, slots=True)
class SheetLine:
    """One line of the sheet: where it begins, how high it is, and what stands on it."""

    top: float
    height: float
    items: tuple[SheetItem, ...]
    groups: tuple[SheetGroup, ...]
    shapes: tuple[Stroke, ...]


@dataclass(frozen=True, slots=True)
class SheetDrawing:
    """The whole sheet. `scale` is units to the mm."""

    width: float
    height: float
    scale: float
    lines: tuple[SheetLine, ...]

    @property
    def items(self) -> tuple[SheetItem, ...]:
        return tuple(item for line in self.lines for item in line.items)


@dataclass(frozen=True, slots=True)
class _Cell:
    spot: Spot
    number: str
    entry: Entry
    drawn: Drawn
    notes: tuple[str, ...]
    otherwise: bool = False

    @property
    def width(self) -> float:
        words = max((width_of(note, NOTE) for note in self.notes), default=0.0)
        # A triangle stands right of the number, as much room left of it keeps it over its piece.
        number = _balloon(self.number) + (4 * TRIANGLE if self.otherwise else 0.0)
        return max(self.drawn.width, words, number) + GAP


def sheet_of(
    steps: Sequence[StripStep], read: GearsRead | None = None, versions: Versions | None = None
) -> SheetDrawing:
    """The sheet of a row.

    Parameters
    ----------
    steps : sequence of StripStep
        In the order they came off.
    read : mapping, optional
        The gears read so far, by piece and rim.
    versions : mapping, optional
        In what it differs from another row of its model, by step: such a piece bears a triangle.

    Returns
    -------
    SheetDrawing
        No piece, number or frame on ground of another; every piece has its number.
    """
    there = [
        ((step.number, at), entry)
        for step in steps
        for at, entry in enumerate(step.entries)
        if not entry.shut
    ]
    known = read or {}
    scale = _scale(there, known)
    otherwise = versions or {}
    cells = [_cell(n, there, known, scale, otherwise) for n in range(len(there))]
    lines: list[SheetLine] = []
    top = MARGIN
    for row in _rows(cells):
        placed = _line(row, top)
        lines.append(placed)
        top += placed.height + LINE_GAP
    return SheetDrawing(WIDTH, max(top, 2 * MARGIN), scale, tuple(lines))


def number_of(spot: Spot, several: bool) -> str:
    """A piece's number: its step, and which of the step's where there are several."""
    return f"{spot[0]}.{spot[1] + 1}" if several else str(spot[0])


def _scale(there: Sequence[tuple[Spot, Entry]], read: GearsRead) -> float:
    across = [section_part(n, there, read).across for n in range(len(there))]
    largest = max(across, default=10.0)
    return min(LARGEST_SCALE, max(SMALLEST_SCALE, LARGEST / largest))


def _cell(
    n: int, there: Sequence[tuple[Spot, Entry]], read: GearsRead, scale: float, versions: Versions
) -> _Cell:
    spot, entry = there[n]
    several = sum(other[0] == spot[0] for other, _ in there) > 1
    part = section_part(n, there, read)
    # What differs is of the first piece of a step: that is what rows are laid beside each other by.
    otherwise = versions.get(spot[0], ()) if spot[1] == 0 else ()
    notes = [
        f"× {entry.count}" if entry.count > 1 else "",
        _short(entry.facing or entry.align),
        _short("; ".join(difference.short for difference in otherwise)),
    ]
    return _Cell(
        spot,
        number_of(spot, several),
        entry,
        drawn(entry, part, read.get(spot, {}), scale),
        tuple(note for note in notes if note),
        bool(otherwise),
    )


def _short(words: str) -> str:
    return words if len(words) <= LONGEST_NOTE else f"{words[: LONGEST_NOTE - 1].rstrip()}…"


def _balloon(number: str) -> float:
    return 2 * BALLOON if len(number) <= MOST_ROUND else width_of(number, NUMBER) + 9


def _rows(cells: Sequence[_Cell]) -> list[list[_Cell]]:
    """As many to a line as it holds; a frame takes a little more at its ends."""
    rows: list[list[_Cell]] = [[]]
    used, group = 2 * MARGIN, ""
    for cell in cells:
        framed = 2 * GAP if cell.entry.group and cell.entry.group != group else 0.0
        if rows[-1] and used + cell.width + framed > WIDTH:
            rows.append([])
            used = 2 * MARGIN
            framed = 2 * GAP if cell.entry.group else 0.0
        rows[-1].append(cell)
        used += cell.width + framed
        group = cell.entry.group
    return [row for row in rows if row]


def _line(row: Sequence[_Cell], top: float) -> SheetLine:
    framed = any(cell.entry.group for cell in row)
    title = 15.0 if framed else 0.0
    tallest = max(cell.drawn.height for cell in row)
    axis = top + title + ABOVE + tallest / 2
    height = title + ABOVE + tallest + BELOW
    x = MARGIN
    items: list[SheetItem] = []
    groups: list[SheetGroup] = []
    begun: tuple[str, float] | None = None
    for n, cell in enumerate(row):
        if begun and cell.entry.group != begun[0]:
            groups.append(_group(begun, x, top, height))
            x += GAP
            begun = None
        if cell.entry.group and not begun:
            begun = (cell.entry.group, x)
            x += GAP
        follows = row[n + 1] if n + 1 < len(row) else None
        items.append(_item(cell, x, axis, tallest, follows))
        x += cell.width
    if begun:
        groups.append(_group(begun, x, top, height))
    shapes = [line(MARGIN, axis, x, axis, "axis")]
    return SheetLine(top, height, tuple(items), tuple(groups), tuple(shapes))


def _group(begun: tuple[str, float], right: float, top: float, height: float) -> SheetGroup:
    name, left = begun
    return SheetGroup(name, Box(left + 2, top, right - left + GAP - 6, height))


def _item(cell: _Cell, x: float, axis: float, tallest: float, follows: _Cell | None) -> SheetItem:
    """A piece in its cell: its number over it, what is said of it under it, screws flying on."""
    middle = x + (cell.width - GAP) / 2
    left = middle - cell.drawn.width / 2
    box = Box(left, axis - cell.drawn.height / 2, cell.drawn.width, cell.drawn.height)
    wide = _balloon(cell.number)
    balloon = Box(middle - wide / 2, axis - tallest / 2 - ABOVE + 3, wide, 2 * BALLOON)
    beside = 2 * TRIANGLE if cell.otherwise else 0.0
    number_box = Box(balloon.x, balloon.y, wide + beside, balloon.height)
    shapes = [shape.moved(left, axis) for shape in cell.drawn.shapes]
    shapes.append(line(middle, balloon.bottom, middle, box.y, "thin"))
    shapes += _number(cell.number, balloon)
    if cell.otherwise:
        shapes.append(_triangle(balloon))
    for n, note in enumerate(cell.notes):
        shapes.append(text(middle, axis + tallest / 2 + 12 + n * 11, note, NOTE))
    if cell.entry.kind in FASTENS and follows and follows.entry.kind not in FASTENS:
        reach = min(GAP + (follows.width - GAP - follows.drawn.width) / 2 + 1, 40.0)
        for tip in cell.drawn.tips:
            shapes += _flight(box.right, axis + tip, reach)
    return SheetItem(cell.spot, cell.number, box, number_box, tuple(shapes), cell.drawn.true)


def _triangle(balloon: Box) -> Stroke:
    """Beside a number: this piece is otherwise in another row of the model, as drawings mark a change."""
    x, foot = balloon.right + 2, balloon.bottom - 3
    side = 2 * TRIANGLE - 3
    return path([(x, foot), (x + side, foot), (x + side / 2, foot - 0.87 * side), (x, foot)], "paper")


def _number(number: str, box: Box) -> list[Stroke]:
    middle = box.x + box.width / 2
    at = box.y + box.height / 2
    if len(number) <= MOST_ROUND:
        return [circle(middle, at, BALLOON), text(middle, at + 0.36 * NUMBER, number, NUMBER)]
    return [rect(box.x, box.y, box.width, box.height), text(middle, at + 0.36 * NUMBER, number, NUMBER)]


def _flight(x: float, y: float, reach: float) -> list[Stroke]:
    """A dashed line from the point of a fastener on to what it holds, with an arrow."""
    end = x + max(6.0, reach - 3)
    return [line(x, y, end, y, "dash"), path([(end - 4, y - 2.5), (end, y), (end - 4, y + 2.5)], "thin")]
