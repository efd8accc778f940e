"""What a sheet is drawn with: lines, boxes, paths, circles and words, in the sheet's own units."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Literal

Kind = Literal["line", "rect", "path", "circle", "text"]
Style = Literal["ink", "thin", "paper", "hatch", "dash", "axis", "solid", "frame"]

LETTER = 0.56
"""Width of a letter as a share of its height, near enough to keep words apart."""


@dataclass(frozen=True, slots=True)
class Box:
    """A rectangle: its upper left corner, width and height."""

    x: float
    y: float
    width: float
    height: float

    @property
    def right(self) -> float:
        return self.x + self.width

    @property
    def bottom(self) -> float:
        return self.y + self.height

    def meets(self, other: Box) -> bool:
        """Whether the two share any ground.

        Examples
        --------
        >>> Box(0, 0, 4, 4).meets(Box(3, 3, 4, 4)), Box(0, 0, 4, 4).meets(Box(4, 0, 4, 4))
        (True, False)
        """
        apart = 1e-9
        return (
            self.x < other.right - apart
            and other.x < self.right - apart
            and self.y < other.bottom - apart
            and other.y < self.bottom - apart
        )


@dataclass(frozen=True, slots=True)
class Stroke:
    """One stroke of a drawing.

    Attributes
    ----------
    kind : str
    at : tuple of float
        ``line``: x1, y1, x2, y2. ``rect``: x, y, width, height. ``circle``: x, y, radius. ``path``: points
        one after another. ``text``: x, y of the foot of the first letter, of the middle where centred.
    style : str
        ``ink``, ``thin``, ``paper`` (filled with the ground), ``hatch``, ``dash``, ``axis``, ``solid`` or
        ``frame``.
    words : str
    size : float
        Height of the letters.
    centred : bool
    """

    kind: Kind
    at: tuple[float, ...]
    style: Style = "ink"
    words: str = ""
    size: float = 0.0
    centred: bool = False

    def moved(self, x: float, y: float) -> Stroke:
        """The same, elsewhere."""
        if self.kind in ("rect", "text", "circle"):
            return replace(self, at=(self.at[0] + x, self.at[1] + y, *self.at[2:]))
        return replace(self, at=tuple(v + (x if n % 2 == 0 else y) for n, v in enumerate(self.at)))


def line(x1: float, y1: float, x2: float, y2: float, style: Style = "ink") -> Stroke:
    return Stroke("line", (x1, y1, x2, y2), style)


def rect(x: float, y: float, width: float, height: float, style: Style = "paper") -> Stroke:
    return Stroke("rect", (x, y, width, height), style)


def path(points: Sequence[tuple[float, float]], style: Style = "ink") -> Stroke:
    return Stroke("path", tuple(v for point in points for v in point), style)


def circle(x: float, y: float, radius: float, style: Style = "paper") -> Stroke:
    return Stroke("circle", (x, y, radius), style)


def text(x: float, y: float, words: str, size: float, *, centred: bool = True) -> Stroke:
    return Stroke("text", (x, y), "ink", words, size, centred)


def width_of(words: str, size: float) -> float:
    """How wide words are, about."""
    return LETTER * size * len(words)
