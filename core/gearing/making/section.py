"""The section across the axis, as it is laid out for making: outlines with a stated tolerance."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from manifold3d import CrossSection, FillRule, JoinType
from numpy.typing import NDArray

from ..errors import GearingError
from ..geometry.gear import Gear, root_radius
from ..geometry.internal import ring_root_radius, space_of
from ..geometry.outline import tooth_outline
from .blank import Blank, Bore

Points = NDArray[np.float64]

TOLERANCE = 0.001
"""How far a straight piece may stand off the true outline, mm."""

OF_LARGE = 1e-5
"""The same, of a radius where that is more: from 200 mm across on."""

DENSE = (120, 90, 25)
"""Points along flank, fillet and tip before those are left out that nobody would miss."""

LEAST_WALL = 0.8
"""Between bore and roots, in modules, below which a gear tears through; a bench rule."""


@dataclass(frozen=True, slots=True)
class Section:
    """What is filled, and the circles it stands on, mm.

    Attributes
    ----------
    filled : CrossSection
    reference, tip, root : float
        Radii as drawn for making.
    """

    filled: CrossSection
    reference: float
    tip: float
    root: float

    def outlines(self) -> list[Points]:
        """Closed outlines, each shape (n, 2): anticlockwise round what is filled, clockwise round holes."""
        return [np.asarray(each, dtype=np.float64) for each in self.filled.to_polygons()]


def true_outline(gear: Gear, tolerance: float = TOLERANCE) -> Points:
    """The closed outline of an external gear to `tolerance`, anticlockwise, shape (n, 2), mm."""
    tooth = thinned(tooth_outline(gear, *DENSE), tolerance)[:-1]
    turns = 2 * np.pi * np.arange(int(gear.teeth)) / float(gear.teeth)
    cos, sin = np.cos(turns)[:, None], np.sin(turns)[:, None]
    x, y = tooth[::-1].T
    return np.stack([(x * cos - y * sin).ravel(), (x * sin + y * cos).ravel()], axis=1)


def thinned(points: Points, tolerance: float) -> Points:
    """Points of a line without those within `tolerance` of what is left (Douglas and Peucker, 1973)."""
    keep = np.zeros(len(points), dtype=bool)
    keep[[0, -1]] = True
    spans = [(0, len(points) - 1)]
    while spans:
        first, last = spans.pop()
        if last - first < 2:
            continue
        start, way = points[first], points[last] - points[first]
        length = float(np.hypot(*way))
        off = points[first + 1 : last] - start
        far = np.abs(off[:, 0] * way[1] - off[:, 1] * way[0]) / length if length else np.hypot(*off.T)
        at = int(far.argmax())
        if far[at] > tolerance:
            middle = first + 1 + at
            keep[middle] = True
            spans += [(first, middle), (middle, last)]
    return points[keep]


def usual_tolerance(radius: float) -> float:
    """How far a straight piece may stand off what is so large, mm."""
    return max(TOLERANCE, OF_LARGE * radius)


def circle(radius: float, tolerance: float | None = None) -> Points:
    """A circle as a polygon within `tolerance`, as usual without, anticlockwise, shape (n, 2), mm."""
    many = pieces(radius, tolerance or usual_tolerance(radius))
    angle = 2 * np.pi * np.arange(many) / many
    # Half of what a chord leaves out is given back, so that the circle lies between its corners.
    reach = radius * (1 + (1 - np.cos(np.pi / many)) / 2)
    return np.asarray(reach * np.stack([np.cos(angle), np.sin(angle)], axis=1))


def pieces(radius: float, tolerance: float) -> int:
    """Into how many straight pieces a circle is laid out."""
    return max(24, int(np.ceil(np.pi / np.sqrt(2 * tolerance / max(radius, tolerance)))))


def bore_outline(bore: Bore) -> Points:
    """The outline of a bore, anticlockwise, mm.

    A keyway is cut as deep and as wide as is usual for its shaft (DIN 6885-1: about a third of the
    diameter wide), unless it is said.
    """
    radius = bore.size / 2
    if bore.shape in ("hex", "square"):
        corners = 6 if bore.shape == "hex" else 4
        angle = 2 * np.pi * (np.arange(corners) + 0.5) / corners
        across = np.stack([np.cos(angle), np.sin(angle)], axis=1)
        return np.asarray(radius / np.cos(np.pi / corners) * across)
    round_one = CrossSection([circle(radius)], FillRule.Positive)
    if bore.shape == "D":
        flat = bore.flat or 0.9 * bore.size
        across = CrossSection.square((2 * bore.size, flat), False).translate((-bore.size, -radius))
        return _only(round_one ^ across)
    if bore.shape == "keyed":
        deep = bore.flat or 1.12 * bore.size
        key = CrossSection.square((bore.size / 3, deep - radius), False).translate((-bore.size / 6, 0.0))
        return _only(round_one + key)
    if bore.shape == "splined":
        # Straight sides, as many as are said, each as wide as its gap at the outside.
        inner = CrossSection([circle(0.86 * radius)], FillRule.Positive)
        wide = np.pi * bore.size / (2 * bore.splines)
        one = CrossSection.square((wide, radius), False).translate((-wide / 2, 0.0))
        for n in range(bore.splines):
            inner = inner + (one.rotate(360 * n / bore.splines) ^ round_one)
        return _only(inner)
    return circle(radius)


def _only(section: CrossSection) -> Points:
    return np.asarray(max(section.to_polygons(), key=len), dtype=np.float64)


def section_of(blank: Blank, gear: Gear | None = None, tolerance: float = TOLERANCE) -> Section:
    """The section of a blank, or of its second rim, as it is laid out for its process.

    Raises
    ------
    GearingError
        If bore or rim leave no wall.
    """
    gear = gear or blank.gear
    process, module = blank.process, float(gear.module)
    if blank.internal:
        outside = circle(float(ring_root_radius(gear)) + (blank.rim or 3 * module), tolerance)
        space = CrossSection([true_outline(space_of(gear), tolerance)], FillRule.Positive)
        filled = CrossSection([outside], FillRule.Positive) - space
    else:
        filled = CrossSection([true_outline(gear, tolerance)], FillRule.Positive)
    if blank.tip_rounding:
        for by in (-blank.tip_rounding, blank.tip_rounding):
            around = pieces(blank.tip_rounding, tolerance)
            filled = filled.offset(by, JoinType.Round, 2.0, around)
    if blank.bore and not blank.internal:
        check_wall(blank, gear)
        filled = filled - CrossSection([bore_outline(blank.bore)], FillRule.Positive)
    if process.grows:
        filled = filled.offset(-process.grows, JoinType.Miter, 4.0)
    scale = 1 / (1 - process.shrinks)
    if scale != 1:
        filled = filled.scale((scale, scale))
    if filled.is_empty():
        raise GearingError(
            "Nothing is left of it once the process is allowed for.",
            code="nothing_left",
            field="process",
            hint="Check the growth that was given: mm, to each side.",
        )
    return _with_circles(filled, gear, scale, internal=blank.internal)


def _with_circles(filled: CrossSection, gear: Gear, scale: float, *, internal: bool) -> Section:
    edges = [np.hypot(*np.asarray(each).T) for each in filled.to_polygons()]
    teeth = min(edges, key=np.min) if internal else max(edges, key=np.max)
    reference = scale * float(gear.teeth) * float(gear.module) / float(np.cos(gear.helix_angle)) / 2
    low, high = float(teeth.min()), float(teeth.max())
    return Section(filled, reference, *((low, high) if internal else (high, low)))


def check_wall(blank: Blank, gear: Gear) -> None:
    """Raise if its bore leaves no wall under the teeth of a rim."""
    bore = blank.bore
    assert bore is not None
    outline = np.hypot(*bore_outline(bore).T).max()
    if outline + LEAST_WALL * float(gear.module) > float(root_radius(gear)):
        most = 2 * (float(root_radius(gear)) - LEAST_WALL * float(gear.module))
        raise GearingError(
            f"A bore of {bore.size:g} mm leaves no wall under the teeth.",
            code="bore_too_large",
            field="bore",
            hint=f"Up to about {most:.1f} mm on this gear." if most > 0 else "There is no room for one.",
        )
