"""A toothed part drawn for measuring: its outline to scale, and where the caliper goes."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from gearing.geometry.gear import Gear
from gearing.geometry.outline import gear_outline

from .infer import Taken
from .standards import Standard
from .ways import Part, outer_diameter, pitch_diameter, throat_diameter

Line = list[tuple[float, float]]

SHOWN_PITCHES = 9
"""Pitches of a rack or threads of a worm that are drawn."""

FLANK = float(np.tan(np.radians(20.0)))
"""Slope of a rack's flank, usual pressure angle."""


@dataclass(frozen=True, slots=True)
class Sketch:
    """Lines in mm, x right and y up, about the middle of the part.

    Attributes
    ----------
    closed : list of lines
        Outlines of the part.
    thin : list of lines
        Axes, pitch lines and the mate.
    measure : pair of points
        Between which is measured.
    """

    closed: list[Line]
    thin: list[Line]
    measure: tuple[tuple[float, float], tuple[float, float]]


def sketch(part: Part, size: Standard, taken: Taken) -> Sketch:
    """The part in one size, measured in one way."""
    match part.form:
        case "rack":
            return _rack(size, taken)
        case "worm":
            return _worm(part, size, taken)
        case "bevel":
            return _bevel(part, size, taken)
        case "wheel":
            outline = _points(gear_outline(Gear(max(part.teeth, 4), size.pitch), 6, 4))
            return _round(part, taken, outline, float(throat_diameter(part, size)), float(size.pitch))
        case "pulley":
            outer = float(pitch_diameter(part, size) - size.line)
            return _round(part, taken, _grooved(part, size, outer / 2), outer, float(size.pitch) / 3)
    outer = float(pitch_diameter(part, size)) + 0.6 * float(size.pitch) - float(size.roller) / 4
    return _round(part, taken, _seats(part, size, outer / 2), outer, float(size.pitch))


def _points(array: np.ndarray[tuple[int, int], np.dtype[np.float64]]) -> Line:
    return [(float(x), float(y)) for x, y in np.round(array, 4)]


def _circle(radius: float) -> Line:
    at = np.linspace(0, 2 * np.pi, 73)
    return _points(np.stack([radius * np.sin(at), radius * np.cos(at)], axis=1))


def _profile(m: float, pitches: int, start: float = 0.0) -> Line:
    """Teeth of the basic rack, tips up, the reference line at y = 0 (ISO 53)."""
    pitch, half = np.pi * m, np.pi * m / 4
    line: Line = []
    for n in range(pitches):
        middle = start + (n - (pitches - 1) / 2) * pitch
        wide, narrow = half + 1.25 * m * FLANK, half - m * FLANK
        line += [
            (middle - wide, -1.25 * m),
            (middle - narrow, m),
            (middle + narrow, m),
            (middle + wide, -1.25 * m),
        ]
    return line


def _run(taken: Taken, pitch: float, level: float) -> tuple[tuple[float, float], tuple[float, float]]:
    run = min(max(taken.n, 1), SHOWN_PITCHES - 1) * pitch
    return (-run / 2, level), (run / 2, level)


def _rack(size: Standard, taken: Taken) -> Sketch:
    m = float(size.pitch)
    teeth = _profile(m, SHOWN_PITCHES)
    end = teeth[-1][0]
    body = [*teeth, (end, -4 * m), (-end, -4 * m)]
    measure = _run(taken, np.pi * m, m)
    if taken.way.key == "depth":
        measure = ((0.0, -1.25 * m), (0.0, m))
    return Sketch([body], [[(-end, 0.0), (end, 0.0)]], measure)


def _worm(part: Part, size: Standard, taken: Taken) -> Sketch:
    m, starts = float(size.pitch), max(part.teeth, 1)
    radius, lead = 5 * m, starts * np.pi * m
    top = [(x, y + radius) for x, y in _profile(m, SHOWN_PITCHES)]
    # Half a turn on, the thread has advanced half a lead: the lower edge is shifted by that.
    low = [(x, -y - radius) for x, y in _profile(m, SHOWN_PITCHES, lead / 2 % (np.pi * m))]
    crests = [
        [(top[4 * n + 1][0] + narrow, radius + m), (top[4 * n + 1][0] + narrow + lead / 2, -radius - m)]
        for n in range(SHOWN_PITCHES - int(np.ceil(starts / 2)))
        for narrow in (0.0, top[2][0] - top[1][0])
    ]
    end = top[-1][0]
    axis = [(-end - 4 * m, 0.0), (end + 4 * m, 0.0)]
    measure = _run(taken, np.pi * m, radius + m)
    if taken.way.key == "lead":
        measure = ((-lead / 2, radius + m), (lead / 2, radius + m))
    if taken.way.key == "depth":
        measure = ((0.0, radius - 1.25 * m), (0.0, radius + m))
    return Sketch([[*top, *reversed(low)]], [*crests, axis], measure)


def _bevel(part: Part, size: Standard, taken: Taken) -> Sketch:
    """Axial section: the blank on its cone, the apex above."""
    m, cone = float(size.pitch), part.cone
    distance = m * part.teeth / 2 / float(np.sin(cone))
    along = np.array([np.sin(cone), -np.cos(cone)])
    across = np.array([np.cos(cone), np.sin(cone)])
    large, small = distance * along, distance * 2 / 3 * along
    tooth = [
        large + m * across,
        small + 2 / 3 * m * across,
        small - 2 / 3 * 1.2 * m * across,
        large - 1.2 * m * across,
    ]
    hub = [np.array([0.0, tooth[2][1]]), np.array([0.0, tooth[3][1] - 2 * m])]
    half = [*tooth[:3], hub[0], hub[1], np.array([tooth[3][0], tooth[3][1] - 2 * m]), tooth[3]]
    right = [(float(x), float(y) + distance / 2) for x, y in half]
    left = [(-x, y) for x, y in right]
    outer = float(outer_diameter(part, size)) / 2
    level = right[0][1]
    measure = ((-outer, level), (outer, level))
    if taken.way.key == "depth":
        measure = (right[6], right[0])
    up = distance / 2
    pitch_lines = [
        [(0.0, up), (float(large[0]), float(large[1]) + up)],
        [(0.0, up), (-float(large[0]), float(large[1]) + up)],
    ]
    root = [right[2], right[6]], [left[2], left[6]]
    return Sketch([right, left], [*pitch_lines, *root, [(0.0, up + m), (0.0, right[4][1] - m)]], measure)


def _grooved(part: Part, size: Standard, radius: float) -> Line:
    """Land and trapezoid groove a pitch, two fifths of it deep less a little."""
    pitch = 2 * np.pi / part.teeth
    depth = min(0.36 * float(size.pitch), radius * 0.6)
    corners = ((-0.28, 0.0), (-0.17, -depth), (0.17, -depth), (0.28, 0.0))
    at = [((n + across) * pitch, radius + down) for n in range(part.teeth) for across, down in corners]
    return [(float(r * np.sin(a)), float(r * np.cos(a))) for a, r in at]


def _seats(part: Part, size: Standard, tip: float) -> Line:
    """Half a roller's circle at each seat, a narrow tip between two."""
    pitch = 2 * np.pi / part.teeth
    circle, roller = float(pitch_diameter(part, size)) / 2, float(size.roller) / 2 * 1.01
    seat = np.linspace(-np.pi / 2, np.pi / 2, 9)
    line: Line = []
    for n in range(part.teeth):
        x, y = roller * np.sin(seat), circle - roller * np.cos(seat)
        cos, sin = np.cos(-n * pitch), np.sin(-n * pitch)
        line += [(float(a * cos - b * sin), float(a * sin + b * cos)) for a, b in zip(x, y, strict=True)]
        for side in (0.44, 0.56):
            angle = (n + side) * pitch
            line.append((float(tip * np.sin(angle)), float(tip * np.cos(angle))))
    return line


def _round(part: Part, taken: Taken, outline: Line, over: float, depth: float) -> Sketch:
    """An end view, measured across, or along a chord near the top."""
    half, level = over / 2, 0.0
    if taken.way.key in ("chord", "pitches") and part.teeth > 1:
        angle = np.pi * min(max(taken.n, 1), part.teeth // 2) / part.teeth
        half, level = over / 2 * float(np.sin(angle)), over / 2 * float(np.cos(angle))
    elif taken.way.key == "bottom":
        half = min((np.hypot(x, y) for x, y in outline), default=half)
    elif taken.way.key in ("thick", "roller"):
        half, level = depth / 4, over / 2
    return Sketch(
        [outline], [_circle(max(over / 2 - depth, over / 8))], ((-float(half), level), (float(half), level))
    )
