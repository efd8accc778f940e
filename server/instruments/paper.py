"""The gauges on paper at 1:1, with a ruler to check the printer by."""

from __future__ import annotations

import io
from math import cos, pi, sin

from reportlab.lib.pagesizes import A4
from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas

from gearing.gauges import CARD, DriveGauge, Gauges, Measure, Screw

MARGIN = 15 * mm
WIDTH, HEIGHT = A4
LINE, THIN = 0.25 * mm, 0.1 * mm


def gauge_sheet(gauges: Gauges) -> bytes:
    """A PDF of two A4 pages: tooth sizes and the check ruler, then screws, drives and thicknesses."""
    out = io.BytesIO()
    page = Canvas(out, pagesize=A4, pageCompression=0)
    page.setTitle("Dentado gauges, 1:1")
    _head(page, "Tooth sizes")
    y = HEIGHT - 62 * mm
    for rack in gauges.racks:
        y -= max(rack.depth, 4) * mm + 5 * mm
        _path(page, MARGIN + 28 * mm, y + 3 * mm, rack.points)
        _says(page, MARGIN, y + 2 * mm, rack.label)
    page.rect(WIDTH - MARGIN - CARD[0] * mm, MARGIN, CARD[0] * mm, CARD[1] * mm)
    _says(page, WIDTH - MARGIN - CARD[0] * mm + 3 * mm, MARGIN + 4 * mm, "A bank card covers this exactly.")
    page.showPage()
    _head(page, "Screws, drives, rounds and shims")
    y = _row_of_screws(page, gauges.screws, HEIGHT - 66 * mm)
    y = _row(page, gauges.hexes, y - 12 * mm, "hex")
    y = _row(page, (*gauges.stars, *gauges.crosses), y - 6 * mm, "drive")
    y = _row(page, gauges.rounds, y - 8 * mm, "round")
    _row(page, gauges.shims, y - 8 * mm, "bar")
    page.showPage()
    page.save()
    return out.getvalue()


def _head(page: Canvas, title: str) -> None:
    page.setLineWidth(LINE)
    page.setFont("Helvetica-Bold", 15)
    page.drawString(MARGIN, HEIGHT - 20 * mm, title)
    page.setFont("Helvetica", 9)
    page.drawString(
        MARGIN, HEIGHT - 27 * mm, "Print at 100 %, not fitted to the page. This ruler must measure 100 mm:"
    )
    y = HEIGHT - 38 * mm
    page.line(MARGIN, y, MARGIN + 100 * mm, y)
    for tick in range(101):
        tall = 5 if tick % 10 == 0 else 3.5 if tick % 5 == 0 else 2
        page.setLineWidth(THIN)
        page.line(MARGIN + tick * mm, y, MARGIN + tick * mm, y + tall * mm)
        if tick % 10 == 0:
            page.drawCentredString(MARGIN + tick * mm, y + 6 * mm, str(tick))
    page.setLineWidth(LINE)


def _says(page: Canvas, x: float, y: float, text: str) -> None:
    page.setFont("Helvetica", 8)
    page.drawString(x, y, text)


def _path(page: Canvas, x: float, y: float, points: tuple[tuple[float, float], ...]) -> None:
    path = page.beginPath()
    path.moveTo(x + points[0][0] * mm, y + points[0][1] * mm)
    for px, py in points[1:]:
        path.lineTo(x + px * mm, y + py * mm)
    page.setLineWidth(THIN)
    page.drawPath(path)
    page.setLineWidth(LINE)


def _row_of_screws(page: Canvas, screws: tuple[Screw, ...], top: float) -> float:
    """Screws hang from one line by the seat of their heads, so that lengths compare."""
    x = MARGIN
    for screw in screws:
        f = screw.figure
        page.rect(x + 5 * mm - f.head_width / 2 * mm, top, f.head_width * mm, f.head_height * mm)
        page.rect(x + 5 * mm - f.diameter / 2 * mm, top - f.length * mm, f.diameter * mm, f.length * mm)
        page.saveState()
        page.translate(x + 6 * mm, top - 24 * mm)
        page.rotate(-60)
        _says(page, 0, 0, screw.label)
        page.restoreState()
        x += 11.2 * mm
    return top - 40 * mm


def _row(page: Canvas, measures: tuple[Measure | DriveGauge, ...], top: float, shape: str) -> float:
    x = MARGIN
    for measure in measures:
        wide = 14 if shape == "bar" else max(measure.size * 1.2, 9)
        if x + (wide + 2) * mm > WIDTH - MARGIN:
            x, top = MARGIN, top - 20 * mm
        middle = x + wide / 2 * mm
        if shape == "bar":
            page.rect(x, top - measure.size * mm, 12 * mm, measure.size * mm, fill=1)
        elif isinstance(measure, DriveGauge):
            _path(page, middle, top - 5 * mm, (*measure.points, measure.points[0]))
        elif shape == "round":
            page.circle(middle, top - 5 * mm, measure.size / 2 * mm)
        else:
            _hexagon(page, middle, top - 5 * mm, measure.size)
        page.setFont("Helvetica", 7)
        page.drawCentredString(middle, top - 13 * mm, measure.label)
        x += (wide + 3) * mm
    return top - 16 * mm


def _hexagon(page: Canvas, x: float, y: float, across: float) -> None:
    corner = across / 2 / cos(pi / 6) * mm
    path = page.beginPath()
    path.moveTo(x + corner, y)
    for n in range(1, 6):
        path.lineTo(x + corner * cos(n * pi / 3), y + corner * sin(n * pi / 3))
    path.close()
    page.drawPath(path)
