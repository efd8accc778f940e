"""Pieces with a bore, cut open above their axis and seen from outside below it.

A half section as ISO 128-3 has it: cut faces hatched at 45 degrees, thin ones filled in; shafts, screws,
nuts, pins, keys and balls are not cut. Teeth are not hatched (ISO 2203): the cut ends at their roots.
"""

from __future__ import annotations

from .shapes import Stroke, circle, line, rect

APART = 3.2
"""Between the lines of a hatching."""

THIN = 4.2
"""A cut face thinner than this is filled in."""


def cut(x: float, y: float, width: float, height: float) -> list[Stroke]:
    """A cut face: hatched, or filled in where it is thin."""
    if width <= 0 or height <= 0:
        return []
    if min(width, height) < THIN:
        return [rect(x, y, width, height, "solid")]
    made: list[Stroke] = []
    # Lines on which x + y does not change, from one side of the face to the other.
    along = x + y + APART
    while along < x + y + width + height:
        begin, end = max(x, along - y - height), min(x + width, along - y)
        if end > begin:
            made.append(line(begin, along - begin, end, along - end, "hatch"))
        along += APART
    return made


def bored(width: float, height: float, bore: float) -> list[Stroke]:
    """A washer, bush, spacer or ring; without a bore all of it is cut."""
    return [
        rect(0, -height / 2, width, height),
        *cut(0, -height / 2, width, (height - bore) / 2),
        *_edge(width, bore),
    ]


def _edge(width: float, bore: float) -> list[Stroke]:
    return [line(0, -bore / 2, width, -bore / 2)] if bore > 0 else []


def bearing(width: float, height: float, bore: float) -> list[Stroke]:
    """Both its rings cut, the ball between them whole."""
    ring = (height - bore) / 2
    thick = 0.26 * ring
    middle = -(bore + ring) / 2
    return [
        rect(0, -height / 2, width, height),
        *cut(0, -height / 2, width, thick),
        *cut(0, -bore / 2 - thick, width, thick),
        line(0, -height / 2 + thick, width, -height / 2 + thick),
        line(0, -bore / 2 - thick, width, -bore / 2 - thick),
        *_edge(width, bore),
        circle(width / 2, middle, min(width / 2, ring / 2 - thick) * 0.92),
    ]


def hub(width: float, height: float, bore: float) -> list[Stroke]:
    """A flange and its boss."""
    flange, boss = 0.45 * width, 0.56 * height
    bore = min(bore, 0.7 * boss)
    return [
        rect(0, -height / 2, flange, height),
        rect(flange, -boss / 2, width - flange, boss),
        *cut(0, -height / 2, flange, (height - bore) / 2),
        *cut(flange, -boss / 2, width - flange, (boss - bore) / 2),
        *_edge(width, bore),
    ]


def cover(width: float, height: float, bore: float) -> list[Stroke]:
    """A plate through two of its screw holes."""
    at, hole = 0.36 * height, 3.0
    upper = [(-height / 2, height / 2 - at - hole / 2), (-at + hole / 2, at - hole / 2 - bore / 2)]
    return [
        rect(0, -height / 2, width, height),
        *(stroke for y, high in upper for stroke in cut(0, y, width, high)),
        *(rect(0, sign * at - hole / 2, width, hole, "thin") for sign in (-1, 1)),
        *_edge(width, bore),
    ]


def rim(x: float, width: float, tip: float, root: float, bore: float) -> list[Stroke]:
    """One rim of a gear, of these radii: cut from the bore to the roots of its teeth."""
    return [
        rect(x, -tip, width, 2 * tip),
        *cut(x, -root, width, root - bore / 2),
        line(x, -root, x + width, -root),
        *([line(x, -bore / 2, x + width, -bore / 2)] if bore > 0 else []),
    ]
