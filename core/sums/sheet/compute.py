"""The ``sheet`` sum: a row drawn as an exploded sheet, with its table."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import asdict

from gearing.errors import GearingError
from gearing.sheet import Box, parts_of, sheet_of, svg_of
from gearing.sheet.layout import GearsRead
from gearing.strip.comparison import Versions
from gearing.strip.entry import read_line
from gearing.strip.order import StripStep

from .request import SheetIn
from .response import SheetFrame, SheetOut, SheetPiece, SheetRing, SheetRow


def draw_sheet(request: SheetIn) -> SheetOut:
    """The sheet of a row of lines; empty ones are passed over.

    Raises
    ------
    GearingError
        If no line says anything.
    """
    said = [line for line in request.lines if line.strip()]
    if not said:
        raise GearingError(
            "No line says what came off.", code="no_lines", field="lines", hint="One line a piece."
        )
    steps = []
    for number, line in enumerate(said, 1):
        first, *beside = read_line(line)
        steps.append(StripStep(number, first, tuple(beside)))
    return sheet_out(steps)


def sheet_out(
    steps: Sequence[StripStep], read: GearsRead | None = None, versions: Versions | None = None
) -> SheetOut:
    """A sheet as it is answered; the visit's own goes the same way."""
    sheet, parts = sheet_of(steps, read, versions), parts_of(steps, read, versions)
    return SheetOut(
        svg=svg_of(sheet),
        width=sheet.width,
        height=sheet.height,
        scale=sheet.scale,
        pieces=[
            SheetPiece(
                step=item.spot[0],
                at=item.spot[1],
                number=item.number,
                box=_corners(item.box),
                number_box=_corners(item.number_box),
                true=item.true,
            )
            for item in sheet.items
        ],
        frames=[
            SheetFrame(name=group.name, box=_corners(group.box))
            for line in sheet.lines
            for group in line.groups
        ],
        table=[SheetRow(**asdict(row)) for row in parts.rows],
        tightening=[SheetRing(number=r.number, label=r.label, turns=list(r.turns)) for r in parts.rings],
        tools=list(parts.tools),
    )


def _corners(box: Box) -> list[float]:
    return [round(value, 3) for value in (box.x, box.y, box.width, box.height)]
