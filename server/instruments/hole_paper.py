"""The chart of holes on paper, to hang up by the bench: as many pages as its pairs take."""

from __future__ import annotations

import io
from html import escape

from reportlab.lib import colors
from reportlab.lib.pagesizes import A4, landscape
from reportlab.lib.styles import getSampleStyleSheet
from reportlab.lib.units import mm
from reportlab.platypus import Paragraph, SimpleDocTemplate, Spacer, Table, TableStyle

from sums.regear import HolesOut

ACROSS = 16
"""Spurs beside one another on a page."""

RIGHT, NEARLY = colors.Color(0.8, 0.9, 0.84), colors.Color(0.95, 0.88, 0.76)


def hole_sheet(chart: HolesOut) -> bytes:
    """A PDF of A4 pages: a row a pinion, a column a spur, in each cell the hole and the play it leaves."""
    out = io.BytesIO()
    style = getSampleStyleSheet()
    distances = " · ".join(f"{n} at {at:.2f}" for n, at in enumerate(chart.distances_mm, start=1))
    story: list[object] = [
        Paragraph("Holes for every pair", style["Heading1"]),
        Paragraph(escape(f"{chart.says} Holes by shaft distance, mm: {distances}."), style["Normal"]),
        Spacer(1, 4 * mm),
    ]
    for start in range(0, len(chart.spurs), ACROSS):
        story += [_table(chart, range(start, min(start + ACROSS, len(chart.spurs)))), Spacer(1, 5 * mm)]
    story.append(Paragraph(escape(chart.note), style["Normal"]))
    page = SimpleDocTemplate(out, pagesize=landscape(A4), title="Dentado holes", pageCompression=0)
    page.build(story)
    return out.getvalue()


def _table(chart: HolesOut, spurs: range) -> Table:
    rows = [["pinion", *(str(chart.spurs[k]) for k in spurs)]]
    look = [("GRID", (0, 0), (-1, -1), 0.4, colors.grey), ("ALIGN", (0, 0), (-1, -1), "CENTER")]
    for n, pinion in enumerate(chart.pinions):
        rows.append([str(pinion), *(_cell(chart, n, k) for k in spurs)])
        for column, k in enumerate(spurs, start=1):
            verdict = chart.verdicts[n][k]
            if chart.holes[n][k] and verdict in ("right", "tight", "loose"):
                shade = RIGHT if verdict == "right" else NEARLY
                look.append(("BACKGROUND", (column, n + 1), (column, n + 1), shade))
    return Table(rows, repeatRows=1, style=TableStyle(look))


def _cell(chart: HolesOut, n: int, k: int) -> str:
    play = chart.backlash_mm[n][k]
    return f"{chart.holes[n][k]}\n{play:.2f}" if chart.holes[n][k] and play is not None else "–"
