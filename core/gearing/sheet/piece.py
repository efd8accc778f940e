"""A piece along its axis, the outermost end left, as it came off: cut open above it where it is bored."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from math import pi, sin

from ..geometry.gear import Gear
from ..strip.entry import Entry
from ..strip.figures import Figure, figure_of
from ..strip.kinds import kinds
from ..strip.views.stacks import SectionPart
from . import section
from .shapes import Stroke, line, path, rect

THINNEST, THICKEST = 5.0, 130.0
LOWEST, HIGHEST = 7.0, 130.0
"""Between these every piece is drawn true to scale: thinner is no longer seen, larger crowds out the rest."""

MOST_STACKED = 3
"""Screws alike drawn one above another; more are a count."""

MOST_EDGES = 26
"""Edges of teeth drawn on one rim."""

APART = 3.0

NO_BORE = 0.15
"""A bore up to this, mm, is none: the usual of what has no hole."""


@dataclass(frozen=True, slots=True)
class Drawn:
    """A piece drawn about the middle of its left end: width and height, strokes, and where its points are."""

    width: float
    height: float
    shapes: tuple[Stroke, ...]
    true: bool
    tips: tuple[float, ...] = (0.0,)


def drawn(entry: Entry, part: SectionPart, read: Mapping[int, Gear], scale: float) -> Drawn:
    """The piece at `scale` units to the mm; `true` where nothing had to be kept within bounds."""
    figure = figure_of(entry, read)
    if figure.shape == "screw" and (figure.length or figure.diameter):
        return _screws(entry, figure, scale)
    if figure.shape == "gear" and figure.rims:
        return _gear(figure, part, scale)
    along, across = _size(figure, part)
    width, height = _within(along * scale, THINNEST, THICKEST), _within(across * scale, LOWEST, HIGHEST)
    bore = min(part.bore / across, 0.9) * height if across and part.bore > NO_BORE else 0.0
    pen = _PENS.get(kinds()[entry.kind].drawn, _plain)
    shapes = [*pen(width, height, bore), *_facing(part, width, height)]
    true = width == along * scale and height == across * scale
    return Drawn(width, height, tuple(shapes), true)


def _size(figure: Figure, part: SectionPart) -> tuple[float, float]:
    if figure.shape in ("shaft", "spring") and figure.length and figure.diameter:
        return figure.length, figure.diameter
    return part.along, part.across


def _within(value: float, least: float, most: float) -> float:
    return min(most, max(least, value))


def _screws(entry: Entry, figure: Figure, scale: float) -> Drawn:
    """Its head left, its point to the hole it goes into; of several up to three."""
    shank = (figure.length or 10.0) * scale
    head = figure.head_height * scale
    flat = figure.head == "flat"
    thick = _within(figure.diameter * scale, 4.0, 30.0)
    broad = max(thick, _within(figure.head_width * scale, 6.0, 50.0)) if head else thick
    whole = _within(shank + (0 if flat else head), 10.0, THICKEST)
    cap = min(head, 0.4 * whole) if head else 0.0
    many = min(entry.count, MOST_STACKED)
    pitch = broad + APART
    shapes: list[Stroke] = []
    for n in range(many):
        y = (n - (many - 1) / 2) * pitch
        if cap and flat:
            corners = ((0, -broad), (cap, -thick), (cap, thick), (0, broad), (0, -broad))
            shapes.append(path([(x, y + half / 2) for x, half in corners], "paper"))
        elif cap:
            shapes.append(rect(0, y - broad / 2, cap, broad))
        shapes.append(rect(cap, y - thick / 2, whole - cap, thick))
        step = max(3.0, (whole - cap) / 10)
        x = cap + step
        while x < whole - 0.5:
            shapes.append(line(x - step / 2, y - thick / 2, x, y + thick / 2, "thin"))
            x += step
    tips = tuple((n - (many - 1) / 2) * pitch for n in range(many))
    return Drawn(whole, many * pitch - APART, tuple(shapes), shank + head == whole, tips)


def _gear(figure: Figure, part: SectionPart, scale: float) -> Drawn:
    """Its rims seen edge on: each edge of a tooth where it stands round the wheel."""
    rims = list(figure.rims)
    radius = max(rim.tip_radius for rim in rims)
    height = _within(2 * radius * scale, LOWEST, HIGHEST)
    shrink = height / (2 * radius)
    each = _within(part.along * scale / max(1, len(rims)), THINNEST, THICKEST / len(rims))
    # A boss said to stand outward has the small rim that way.
    order = rims[::-1] if part.mark == "boss" and part.way < 0 else rims
    bore = min(part.bore * scale, 0.6 * height)
    shapes: list[Stroke] = []
    for n, rim in enumerate(order):
        tip, x = rim.tip_radius * shrink, n * each
        root = tip * (1 - TOOTH_DEPTH / (rim.teeth + 2))
        shapes += section.rim(x, each, tip, root, min(bore, 1.4 * root))
        edges = min(rim.teeth, 2 * MOST_EDGES)
        # Below the axis each edge of a tooth stands where it is seen round the wheel.
        for k in range(edges // 4 + 1, edges // 2):
            y = tip * sin(pi * (k / (edges / 2) - 0.5))
            shapes.append(line(x, y, x + each, y, "thin"))
    width = each * len(rims)
    if len(rims) == 1:
        shapes += _facing(part, width, height)
    return Drawn(width, height, tuple(shapes), height == 2 * radius * scale)


TOOTH_DEPTH = 4.5
"""Two and a quarter modules, in halves of one: a wheel is teeth and two modules across its tips."""


def _plain(width: float, height: float, bore: float) -> list[Stroke]:
    return [rect(0, -height / 2, width, height)]


def _spring(width: float, height: float, bore: float) -> list[Stroke]:
    turns = max(3, min(9, round(width / 8)))
    points = [(0.0, height / 2)]
    for n in range(turns):
        points += [
            (width * (n + 0.5) / turns, -height / 2),
            (width * (n + 1) / turns, height / 2),
        ]
    return [path(points)]


def _nut(width: float, height: float, bore: float) -> list[Stroke]:
    return [
        rect(0, -height / 2, width, height),
        *(line(0, sign * height / 4, width, sign * height / 4, "thin") for sign in (-1, 1)),
    ]


def _motor(width: float, height: float, bore: float) -> list[Stroke]:
    can = 0.8 * width
    return [
        rect(0, -height / 2, can, height),
        rect(can, -0.09 * height, width - can, 0.18 * height),
        line(0.2 * can, -height / 2, 0.2 * can, height / 2, "thin"),
        rect(can, -0.22 * height, 0.06 * width, 0.44 * height),
    ]


def _seal(width: float, height: float, bore: float) -> list[Stroke]:
    return [
        rect(0, -height / 2, width, height),
        *(
            path([(0, sign * bore / 2), (width / 2, sign * bore / 2 * 0.8), (width, sign * bore / 2)], "thin")
            for sign in (-1, 1)
        ),
    ]


def _circlip(width: float, height: float, bore: float) -> list[Stroke]:
    gap = 0.12 * height
    return [
        rect(0, -height / 2, width, height / 2 - gap),
        rect(0, gap, width, height / 2 - gap),
    ]


def _belt(width: float, height: float, bore: float) -> list[Stroke]:
    return [
        rect(0, -height / 2, width, height),
        *(
            line(0, -height / 2 + n * height / 12, 0.35 * width, -height / 2 + n * height / 12, "thin")
            for n in range(1, 12)
        ),
    ]


def _battery(width: float, height: float, bore: float) -> list[Stroke]:
    return [
        rect(0, -height / 2, 0.92 * width, height),
        *(rect(0.92 * width, sign * 0.25 * height - 2, 0.08 * width, 4) for sign in (-1, 1)),
    ]


def _board(width: float, height: float, bore: float) -> list[Stroke]:
    thin = max(2.0, 0.4 * width)
    return [
        rect(0, -height / 2, thin, height),
        *(rect(thin, share * height, width - thin, 0.16 * height) for share in (-0.36, -0.05, 0.22)),
    ]


def _connector(width: float, height: float, bore: float) -> list[Stroke]:
    return [
        rect(0, -height / 2, 0.6 * width, height),
        *(line(0.6 * width, y * height, width, y * height) for y in (-0.25, 0.25)),
    ]


def _worm(width: float, height: float, bore: float) -> list[Stroke]:
    turns = max(3, round(width / 7))
    return [
        rect(0, -height / 2, width, height),
        *(
            line(width * n / turns, height / 2, width * (n + 0.6) / turns, -height / 2, "thin")
            for n in range(turns)
        ),
    ]


Pen = Callable[[float, float, float], list[Stroke]]
_PENS: dict[str, Pen] = {
    "bearing": section.bearing,
    "washer": section.bored,
    "bush": section.bored,
    "spring": _spring,
    "nut": _nut,
    "cover": section.cover,
    "motor": _motor,
    "seal": _seal,
    "circlip": _circlip,
    "belt": _belt,
    "battery": _battery,
    "board": _board,
    "connector": _connector,
    "worm": _worm,
    "hub": section.hub,
    "joint": section.hub,
    "carrier": section.hub,
    "pulley": section.bored,
    "ring": section.bored,
    "gear": section.bored,
}


def _facing(part: SectionPart, width: float, height: float) -> list[Stroke]:
    """What is to be seen of the way it faces, at the end that it points to."""
    if not part.mark or not part.way:
        return []
    x, out = (0.0, -1.0) if part.way < 0 else (width, 1.0)
    reach = max(3.0, min(8.0, 0.5 * width))
    if part.mark == "dish":
        # A dished washer's hollow is turned to what its mark points at.
        return [path([(x, -height / 2), (x - out * reach, 0), (x, height / 2)], "thin")]
    if part.mark in ("boss", "taper"):
        return [rect(x if out > 0 else x - reach, -0.2 * height, reach, 0.4 * height)]
    if part.mark == "groove":
        return [
            rect(x - out * reach / 2 if out < 0 else x - reach / 2, -0.12 * height, reach / 2, 0.24 * height)
        ]
    return [line(x, sign * 0.3 * height, x + out * reach, sign * 0.3 * height) for sign in (-1, 1)]
