"""How finely a part is laid out: to a fixed tolerance, until that makes more of it than a machine can use."""

from __future__ import annotations

from dataclasses import replace
from functools import lru_cache

import numpy as np

from ..errors import GearingError
from ..geometry.gear import Gear, reference_diameter
from .blank import Blank
from .section import TOLERANCE, Section, section_of, usual_tolerance

MOST_DRAWN, MOST_AROUND = 10_000, 3_500
"""Corners of an outline that is drawn, and of one that a body is raised on: a servo's or a car's gears
have a tenth to a half of them. Past these, a face between two rims takes seconds to be triangulated."""

MOST_TRIANGLES = 40_000
"""Of a rim's mesh, some two megabytes: a helical gear of 40 teeth of module 1, 10 mm wide, at two µm."""

COARSEST = 0.02
"""Of a module: past it a flank would be told by what it is laid out to, not by its process."""


@lru_cache(maxsize=64)
def fineness(blank: Blank, gear: Gear, height: float | None = None) -> float:
    """How far a straight piece of a rim stands off the true outline, mm.

    :func:`usual_tolerance`, or as much more as keeps it within what is useful: of its outline alone, or with
    `height`, mm, of the body that is raised and, to that height, twisted.

    Raises
    ------
    GearingError
        If that would be coarser than :data:`COARSEST` of its module; as :func:`section_of`.
    """
    plain, coarsest = replace(blank, bore=None), max(TOLERANCE, COARSEST * float(gear.module))
    most = MOST_DRAWN if height is None else MOST_AROUND
    tolerance = usual_tolerance(float(reference_diameter(gear)) / 2)
    while True:
        section = section_of(plain, gear, tolerance)
        _, steps = twist(plain, gear, section, height or 0.0, tolerance)
        # Two triangles to each piece between two levels, and one to each at both ends.
        around = section.filled.num_vert()
        over = max(around / most, 2 * (steps + 1) * around / MOST_TRIANGLES)
        if over <= 1:
            return tolerance
        if tolerance >= coarsest:
            raise GearingError(
                "No body comes of these figures.",
                code="no_body",
                field="gear",
                hint="Fewer teeth, a narrower face, or an outline (DXF, SVG) instead.",
            )
        # Pieces around go with the root of it, and those along as well.
        tolerance = min(tolerance * max(over if steps > 1 else over**2, 1.2), coarsest)


def twist(blank: Blank, gear: Gear, section: Section, height: float, tolerance: float) -> tuple[float, int]:
    """By what angle a rim is turned from its face to its top, rad, and in how many steps."""
    helix = float(gear.helix_angle)
    # A lead turns once in pi·d/tan(beta) (ISO 21771-1); all of it is scaled alike.
    radius = float(reference_diameter(gear)) / 2 / (1 - blank.process.shrinks)
    turn = height * np.tan(helix) / radius
    fine = 2 * np.arccos(1 - min(tolerance / max(section.tip, section.root), 0.5))
    return float(turn), max(int(np.ceil(abs(turn) / fine)), 1)
