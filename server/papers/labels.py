"""Labels at 1:1 with a code that opens the visit: for the unit, its tray, its box and its bags."""

from __future__ import annotations

import io
from dataclasses import dataclass

import segno
from reportlab.lib import colors
from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas

from .letters import fonts, width_of, write
from .page import PAPERS

WIDE, HIGH = 62 * mm, 36 * mm
ACROSS, DOWN = 3, 7
CODE = 24 * mm


@dataclass(frozen=True, slots=True)
class Label:
    """What stands on one: for what it is, and two lines beside the code."""

    head: str
    first: str
    second: str


def labels_pdf(labels: list[Label], address: str, paper: str) -> bytes:
    """Labels on cutting lines, three across, each with the code of `address`."""
    out = io.BytesIO()
    size = PAPERS[paper]
    page = Canvas(out, pagesize=size)
    page.setTitle("Dentado labels, 1:1")
    matrix = [[bool(cell) for cell in row] for row in segno.make(address, error="m").matrix]
    left, top = (size[0] - ACROSS * WIDE) / 2, size[1] - 12 * mm
    down = min(DOWN, int((top - 10 * mm) // HIGH))
    for n, label in enumerate(labels):
        at = n % (ACROSS * down)
        if n and not at:
            page.showPage()
        _label(page, label, left + (at % ACROSS) * WIDE, top - (at // ACROSS + 1) * HIGH, matrix)
    page.showPage()
    page.save()
    return out.getvalue()


def _label(page: Canvas, label: Label, x: float, y: float, matrix: list[list[bool]]) -> None:
    plain, bold = fonts()
    page.setStrokeColor(colors.grey)
    page.setLineWidth(0.25)
    page.rect(x, y, WIDE, HIGH)
    cell = CODE / len(matrix)
    page.setFillColor(colors.black)
    for down, row in enumerate(matrix):
        for across, dark in enumerate(row):
            if dark:
                page.rect(
                    x + 4 * mm + across * cell,
                    y + 6 * mm + CODE - (down + 1) * cell,
                    cell,
                    cell,
                    stroke=0,
                    fill=1,
                )
    text = x + 6 * mm + CODE
    room = WIDE - CODE - 9 * mm
    write(page, text, y + 24 * mm, _fit(label.head, bold, 11, room), bold, 11)
    write(page, text, y + 18 * mm, _fit(label.first, plain, 8.5, room), plain, 8.5)
    write(page, text, y + 13 * mm, _fit(label.second, plain, 8.5, room), plain, 8.5)


def _fit(words: str, font: str, size: float, room: float) -> str:
    """As much of the words as the room holds."""
    while words and width_of(words, font, size) > room:
        words = words[:-2].rstrip() + "…" if len(words) > 2 else ""
    return words
