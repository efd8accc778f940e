"""Worms with straight sides along their axis (ISO/TR 10828, flank form A)."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from manifold3d import CrossSection, FillRule, Manifold
from numpy.typing import NDArray

from ..errors import GearingError
from .section import Points, thinned

Array = NDArray[np.float64]

ANGLE = np.radians(20.0)
"""Pressure angle along the axis."""

DEDENDUM = 1.2
FINE, COARSEST = 0.003, 0.02
"""How far the straight pieces of a thread may stand off it: at first, mm, and at most, in modules."""

MOST_TRIANGLES = 120_000
"""Of a body: past it a thread is laid out more coarsely, and then refused."""

ALONG = 40
"""Points along a flank."""


@dataclass(frozen=True, slots=True)
class WormThread:
    """A worm by its axial module and reference diameter, mm; `left` for a left-hand thread."""

    module: float
    diameter: float
    starts: int = 1
    left: bool = False

    @property
    def lead(self) -> float:
        """How far a turn moves its thread, mm."""
        return float(np.pi * self.module * self.starts)

    @property
    def tip(self) -> float:
        return self.diameter / 2 + self.module

    @property
    def root(self) -> float:
        return self.diameter / 2 - DEDENDUM * self.module

    def half_thickness(self, radius: Array) -> Array:
        """Half the thread at a radius, measured along the axis, mm."""
        slope: Array = np.pi * self.module / 4 - (radius - self.diameter / 2) * np.tan(ANGLE)
        return slope


def checked_worm(worm: WormThread) -> WormThread:
    """The same, if a thread can be cut on it.

    Raises
    ------
    GearingError
        If nothing is left of its core.
    """
    if worm.root < 0.5 * worm.module:
        raise GearingError(
            f"A worm of {worm.diameter:g} mm leaves no core under threads of module {worm.module:g}.",
            code="worm_too_thin",
            field="worm_diameter_mm",
            hint=f"From about {4 * worm.module:.3g} mm; usual are eight to twelve modules.",
        )
    return worm


def worm_section(worm: WormThread, play: float = 0.0, grows: float = 0.0, fine: float = FINE) -> CrossSection:
    """Its section across the axis, the middle of a thread on the x axis: flanks are spirals.

    What a wall grows by is taken off the thread along the axis, its tip and its root: across the axis a
    flank runs so slanting that an offset there would be another thread.
    """
    thread = checked_worm(worm)
    radius = np.linspace(thread.root, thread.tip, ALONG)
    half = thread.half_thickness(radius) - play / 2 - grows / np.cos(ANGLE)
    if half[-1] <= 0:
        raise GearingError(
            "Nothing is left of the tip of its thread.",
            code="thread_too_thin",
            field="play_mm",
            hint="Less play.",
        )
    turn = np.minimum(2 * np.pi * half / thread.lead, np.pi / thread.starts * 0.999)
    radius = radius - grows
    many = max(3, int(np.ceil(turn[-1] / np.sqrt(2 * fine / thread.tip))))
    crest = np.linspace(-turn[-1], turn[-1], 2 * many)[1:-1]
    gap = np.linspace(turn[0], 2 * np.pi / thread.starts - turn[0], 2 * many)[1:-1]
    angle = np.concatenate([-turn, crest, turn[::-1], gap])
    reach = np.concatenate(
        [radius, np.full(len(crest), radius[-1]), radius[::-1], np.full(len(gap), radius[0])]
    )
    around = np.concatenate([angle + 2 * np.pi * n / thread.starts for n in range(thread.starts)])
    reach = np.tile(reach, thread.starts)
    outline = np.column_stack([reach * np.cos(around), reach * np.sin(around)])
    return CrossSection([thinned(np.vstack([outline, outline[:1]]), fine)[:-1]], FillRule.Positive)


def worm_body(worm: WormThread, length: float, play: float = 0.0, grows: float = 0.0) -> Manifold:
    """Its body along z: the section turned as it is drawn out, once in a lead."""
    turns, fine = length / worm.lead, FINE
    while True:
        section = worm_section(worm, play, grows, fine)
        steps = int(np.ceil(np.pi * turns / np.arccos(1 - min(fine / worm.tip, 1.0))))
        over = 2 * (steps + 1) * section.num_vert() / MOST_TRIANGLES
        if over <= 1:
            return section.extrude(length, max(steps - 1, 0), 360 * turns * (-1 if worm.left else 1))
        if fine >= COARSEST * worm.module:
            raise GearingError(
                f"A thread of {turns:.0f} turns is too fine a body.",
                code="too_many_turns",
                field="width_mm",
                hint=f"Up to {length / over:.1f} mm long.",
            )
        # Pieces around go with the root of it, and so do those along.
        fine = min(fine * max(over, 1.2), COARSEST * worm.module)


def worm_profile(worm: WormThread, length: float, play: float = 0.0) -> Points:
    """Its outline seen from the side, the axis along x: threads on both edges, shape (n, 2), mm."""
    thread, pitch = checked_worm(worm), np.pi * worm.module
    radius = np.array([thread.root, thread.tip])
    low, high = thread.half_thickness(radius) - play / 2
    edges = []
    # Half a turn round the worm its thread has gone on by half a lead.
    for shift, sign in ((0.0, 1.0), (thread.lead / 2, -1.0)):
        first = np.ceil((-length / 2 - shift) / pitch) - 1
        at = shift + pitch * np.arange(first, first + length / pitch + 3)
        line = np.concatenate(
            [
                [
                    (x - low, thread.root),
                    (x - high, thread.tip),
                    (x + high, thread.tip),
                    (x + low, thread.root),
                ]
                for x in at
            ]
        )
        x = np.clip(line[:, 0], -length / 2, length / 2)
        y = np.interp(x, line[:, 0], line[:, 1])
        edges.append(np.column_stack([x, sign * y]))
    return np.vstack([edges[1], edges[0][::-1]])
