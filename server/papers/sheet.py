"""The exploded sheet on paper: the drawing line by line, the order of tightening, the table of parts."""

from __future__ import annotations

import io

from reportlab.lib import colors
from reportlab.pdfgen.canvas import Canvas
from reportlab.platypus import Flowable, LongTable, Paragraph, Spacer, TableStyle

from gearing.sheet import SheetDrawing, SheetLine, SheetParts, Stroke
from gearing.sheet.layout import LINE_GAP, WIDTH
from gearing.sheet.parts import RING_SIZE, ring_shapes

from .letters import fonts, marked, write
from .page import MARGIN, PAPERS, document, style

COLUMNS = (
    ("no", 0.06), ("pcs", 0.05), ("piece", 0.25), ("size", 0.13), ("teeth", 0.15), ("of", 0.08),
    ("on it", 0.12), ("to mind", 0.16),
)  # fmt: skip
"""Columns of the table, as shares of its width."""


def sheet_pdf(
    title: str, foot: str, sheet: SheetDrawing, parts: SheetParts, notes: list[str], paper: str
) -> bytes:
    """The whole sheet as a PDF."""
    wide = PAPERS[paper][0] - 2 * MARGIN
    out = io.BytesIO()
    story: list[Flowable] = [Paragraph(marked(title), style(16, bold=True, after=6))]
    story += [Paragraph(marked(note), style(9)) for note in notes]
    story += [DrawnLine(line, wide) for line in sheet.lines]
    if parts.rings:
        story.append(Paragraph("Drawn down in this order, in small steps", style(11, bold=True, before=8)))
        story += _rings(parts, wide)
    if parts.tools:
        story.append(
            Paragraph(f"<b>Tools:</b> {marked(', '.join(parts.tools))}", style(9.5, before=6, after=6))
        )
    story.append(Spacer(1, 6))
    story.append(_table(parts, wide))
    document(out, paper, title, foot).build(story)
    return out.getvalue()


class DrawnLine(Flowable):  # type: ignore[misc]
    """One line of the drawing, as wide as the page; it never breaks."""

    def __init__(self, line: SheetLine, wide: float) -> None:
        super().__init__()
        self.line, self.wide = line, wide
        self.scale = wide / WIDTH

    def wrap(self, *_: float) -> tuple[float, float]:
        return self.wide, (self.line.height + LINE_GAP) * self.scale

    def draw(self) -> None:
        page: Canvas = self.canv
        page.saveState()
        page.scale(self.scale, self.scale)
        # The sheet counts down from its line's top, paper up from its foot.
        foot = self.line.top + self.line.height + LINE_GAP / 2
        for group in self.line.groups:
            box = group.box
            stroke(page, Stroke("rect", (box.x, box.y, box.width, box.height), "frame"), foot)
            stroke(page, Stroke("text", (box.x + 5, box.y + 11), "ink", group.name, 10.0), foot)
        for each in self.line.shapes:
            stroke(page, each, foot)
        for item in self.line.items:
            for each in item.shapes:
                stroke(page, each, foot)
        page.restoreState()


class Strokes(Flowable):  # type: ignore[misc]
    """Loose strokes in a box of their own."""

    def __init__(self, strokes: list[Stroke], width: float, height: float, scale: float) -> None:
        super().__init__()
        self.strokes, self.width, self.height, self.scale = strokes, width, height, scale

    def wrap(self, *_: float) -> tuple[float, float]:
        return self.width * self.scale, self.height * self.scale

    def draw(self) -> None:
        self.canv.saveState()
        self.canv.scale(self.scale, self.scale)
        for each in self.strokes:
            stroke(self.canv, each, self.height)
        self.canv.restoreState()


WIDTHS = {
    "ink": 1.1,
    "thin": 0.5,
    "paper": 1.1,
    "hatch": 0.35,
    "dash": 0.6,
    "axis": 0.6,
    "solid": 0.0,
    "frame": 0.8,
}
DASHES: dict[str, tuple[float, ...]] = {"dash": (3, 2.2), "axis": (12, 3, 2.5, 3), "frame": (1.5, 3)}


def stroke(page: Canvas, shape: Stroke, foot: float) -> None:
    """One stroke; `foot` is where the sheet's own height is nought on paper."""
    at = shape.at
    page.setLineWidth(WIDTHS[shape.style])
    page.setDash(*([list(DASHES[shape.style])] if shape.style in DASHES else [[]]))
    page.setFillColor(colors.black if shape.style == "solid" else colors.white)
    filled = 1 if shape.style in ("paper", "solid") else 0
    match shape.kind:
        case "line":
            page.line(at[0], foot - at[1], at[2], foot - at[3])
        case "rect":
            page.rect(at[0], foot - at[1] - at[3], at[2], at[3], fill=filled)
        case "circle":
            page.circle(at[0], foot - at[1], at[2], fill=filled)
        case "path":
            drawn = page.beginPath()
            drawn.moveTo(at[0], foot - at[1])
            for x, y in zip(at[2::2], at[3::2], strict=True):
                drawn.lineTo(x, foot - y)
            page.drawPath(drawn, fill=filled)
        case "text":
            page.setFillColor(colors.black)
            write(
                page, at[0], foot - at[1], shape.words, fonts()[0], shape.size, 0.5 if shape.centred else 0.0
            )


def _rings(parts: SheetParts, wide: float) -> list[Flowable]:
    """As many rings of screws to a row as the page takes."""
    scale = wide / WIDTH
    across = int(WIDTH // RING_SIZE)
    rows = [parts.rings[n : n + across] for n in range(0, len(parts.rings), across)]
    return [
        Strokes(
            [each for n, ring in enumerate(row) for each in ring_shapes(ring, n * RING_SIZE, 0)],
            WIDTH,
            RING_SIZE + 8,
            scale,
        )
        for row in rows
    ]


def _table(parts: SheetParts, wide: float) -> LongTable:
    plain, bold = style(7.8, after=0), style(7.8, bold=True, after=0)
    rows = [[Paragraph(name, bold) for name, _ in COLUMNS]]
    for row in parts.rows:
        on_it = ", ".join(each for each in (row.lubricant, row.lock) if each)
        mind = "; ".join(each for each in (row.note, row.place) if each)
        cells = (row.number, str(row.count), row.name, row.size, row.gear, row.material, on_it, mind)
        rows.append([Paragraph(marked(cell), plain) for cell in cells])
    table = LongTable(rows, colWidths=[share * wide for _, share in COLUMNS], repeatRows=1)
    table.setStyle(
        TableStyle(
            [
                ("LINEBELOW", (0, 0), (-1, 0), 0.9, colors.black),
                ("LINEBELOW", (0, 1), (-1, -1), 0.25, colors.grey),
                ("VALIGN", (0, 0), (-1, -1), "TOP"),
                ("LEFTPADDING", (0, 0), (-1, -1), 2),
                ("RIGHTPADDING", (0, 0), (-1, -1), 3),
                ("TOPPADDING", (0, 0), (-1, -1), 2),
                ("BOTTOMPADDING", (0, 0), (-1, -1), 2.5),
            ]
        )
    )
    return table
