"""A sheet as SVG: each piece a group of its own that knows its place in the row."""

from __future__ import annotations

from collections.abc import Iterable
from html import escape

from .layout import SheetDrawing
from .shapes import Stroke

STROKES = {
    "ink": 'fill="none" stroke="currentColor" stroke-width="1.1"',
    "thin": 'fill="none" stroke="currentColor" stroke-width="0.55"',
    "paper": 'fill="var(--sheet, #fff)" stroke="currentColor" stroke-width="1.1"',
    "hatch": 'fill="none" stroke="currentColor" stroke-width="0.4"',
    "dash": 'fill="none" stroke="currentColor" stroke-width="0.6" stroke-dasharray="3 2.2"',
    "axis": 'fill="none" stroke="currentColor" stroke-width="0.6" stroke-dasharray="12 3 2.5 3"',
    "solid": 'fill="currentColor" stroke="none"',
    "frame": 'fill="none" stroke="currentColor" stroke-width="0.8" stroke-dasharray="1.5 3"',
}
"""One ink: a sheet is read in black and white."""


def svg_of(sheet: SheetDrawing) -> str:
    """The drawing as an SVG of its own, sized in its units."""
    parts = [
        f'<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 {_n(sheet.width)} {_n(sheet.height)}" '
        f'font-family="Atkinson Hyperlegible Next Variable, Atkinson Hyperlegible Next, sans-serif">'
    ]
    for row in sheet.lines:
        parts += map(_shape, row.shapes)
        for group in row.groups:
            box = group.box
            parts.append(_shape(Stroke("rect", (box.x, box.y, box.width, box.height), "frame")))
            parts.append(_shape(Stroke("text", (box.x + 5, box.y + 11), "ink", group.name, 10.0)))
        for item in row.items:
            step, at = item.spot
            parts.append(f'<g class="piece" data-step="{step}" data-at="{at}">')
            parts += map(_shape, item.shapes)
            parts.append("</g>")
    parts.append("</svg>")
    return "".join(parts)


def shapes_svg(shapes: Iterable[Stroke]) -> str:
    """Loose strokes."""
    return "".join(map(_shape, shapes))


def _shape(shape: Stroke) -> str:
    stroke, at = STROKES[shape.style], [_n(value) for value in shape.at]
    match shape.kind:
        case "line":
            return f'<line x1="{at[0]}" y1="{at[1]}" x2="{at[2]}" y2="{at[3]}" {stroke}/>'
        case "rect":
            return f'<rect x="{at[0]}" y="{at[1]}" width="{at[2]}" height="{at[3]}" {stroke}/>'
        case "circle":
            return f'<circle cx="{at[0]}" cy="{at[1]}" r="{at[2]}" {stroke}/>'
        case "path":
            points = " ".join(f"{x},{y}" for x, y in zip(at[::2], at[1::2], strict=True))
            return f'<polyline points="{points}" {stroke}/>'
    anchor = ' text-anchor="middle"' if shape.centred else ""
    return (
        f'<text x="{at[0]}" y="{at[1]}" font-size="{_n(shape.size)}"{anchor} fill="currentColor">'
        f"{escape(shape.words)}</text>"
    )


def _n(value: float) -> str:
    return f"{value:.2f}".rstrip("0").rstrip(".")
