"""The body: sections drawn out along the axis, twisted where the teeth are helical."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
from manifold3d import CrossSection, Error, FillRule, Manifold

from ..errors import GearingError
from ..geometry.gear import Gear
from .blank import Blank
from .fineness import fineness, twist
from .section import bore_outline, check_wall, circle, section_of


def solid_of(blank: Blank, *, twisted: bool = True) -> Manifold:
    """The body of a blank, its axis along z, its face from z = 0 upwards, mm.

    Positive helix angles are right-handed. A boss lies beyond the face; a second rim on top of it. Each rim
    is as fine as :func:`fineness` lets it be. Not `twisted`, its levels stand straight on one another: as
    much of it (Cavalieri), with far fewer triangles.

    Raises
    ------
    GearingError
        If a boss is narrower than its bore, or it would be far too fine a mesh.
    """
    stretch = 1 / (1 - blank.process.shrinks)
    plain = replace(blank, bore=None)
    height = blank.width * stretch
    made = _drawn_out(plain, blank.gear, height, twisted)
    if not blank.internal:
        made = _lightened(made, blank, height)
    if blank.second is not None:
        upper = _drawn_out(plain, blank.second, blank.second_width * stretch, twisted)
        made = made + upper.translate((0, 0, height))
        height += blank.second_width * stretch
    if blank.boss_diameter and not blank.internal:
        if blank.bore and blank.boss_diameter <= blank.bore.size:
            raise GearingError(
                "The boss is no wider than the bore.",
                code="boss_too_narrow",
                field="boss_diameter_mm",
                hint="Give the boss a wall of a few millimetres.",
            )
        boss = CrossSection(
            [circle(stretch * blank.boss_diameter / 2 - blank.process.grows)], FillRule.Positive
        )
        length = blank.boss_length * stretch
        made = made + boss.extrude(length).translate((0, 0, height))
        height += length
    if blank.bore and not blank.internal:
        # Through all of it at once, so that no seam is left between boss and face.
        check_wall(blank, blank.gear)
        hole = CrossSection([bore_outline(blank.bore)], FillRule.Positive).offset(blank.process.grows)
        made = made - hole.scale((stretch, stretch)).extrude(height + 2).translate((0, 0, -1))
    if blank.set_screw:
        across = made.bounding_box()[4] + 1
        at = height - blank.boss_length * stretch / 2 if blank.boss_diameter else height / 2
        drill = Manifold.cylinder(
            across, stretch * blank.set_screw / 2 + blank.process.grows, circular_segments=96
        )
        made = made - drill.rotate((-90, 0, 0)).translate((0, 0, at))
    if made.status() != Error.NoError or made.is_empty():
        raise GearingError(
            "No body comes of these figures.",
            code="no_body",
            field="gear",
            hint="Fewer teeth, a narrower face, or an outline (DXF, SVG) instead.",
        )
    return made


RIM = 1.5
"""What stays of the rim under the roots beside a web, in modules; a bench rule."""

DOT, DEEP = 0.25, 0.4
"""Radius and depth of a mark, in modules."""


def _lightened(made: Manifold, blank: Blank, height: float) -> Manifold:
    """Its web thinner than its face, and the marks by its first tooth, which stands at the top.

    Raises
    ------
    GearingError
        If there is no room between hub and rim, or the web is no thinner than the face.
    """
    stretch, module = 1 / (1 - blank.process.shrinks), float(blank.gear.module)
    plain = replace(blank, bore=None)
    root = section_of(plain, tolerance=fineness(plain, blank.gear)).root
    rim = root - RIM * module * stretch
    if blank.web:
        bore = bore_outline(blank.bore) if blank.bore else np.zeros((1, 2))
        hub = stretch * max(blank.boss_diameter / 2, float(np.hypot(*bore.T).max()) + RIM * module)
        deep = (height - stretch * blank.web) / 2
        if deep <= 0 or rim - hub < module:
            raise GearingError(
                "There is no room for a web." if deep > 0 else "The web is no thinner than the face.",
                code="no_web",
                field="web_mm",
                hint="Leave it out, or make it thinner than the face and the hub smaller.",
            )
        ring = CrossSection([circle(rim)], FillRule.Positive) - CrossSection([circle(hub)], FillRule.Positive)
        made = (
            made
            - ring.extrude(deep + 1).translate((0, 0, -1))
            - ring.extrude(deep + 1).translate((0, 0, height - deep))
        )
    deep = min(DEEP * module, height / 4) * stretch
    for n in range(blank.marks):
        # Beside one another, the middle of them under the tooth.
        at = ((n - (blank.marks - 1) / 2) * 4 * DOT * module * stretch, root - RIM / 2 * module * stretch)
        dot = CrossSection([circle(DOT * module * stretch)], FillRule.Positive).extrude(deep + 1)
        made = made - dot.translate((*at, height - deep))
    return made


def _drawn_out(blank: Blank, gear: Gear, height: float, twisted: bool) -> Manifold:
    tolerance = fineness(blank, gear, height if twisted else 0.0)
    section = section_of(blank, gear, tolerance)
    if not twisted:
        return section.filled.extrude(height)
    turn, steps = twist(blank, gear, section, height, tolerance)
    return section.filled.extrude(height, steps - 1, float(np.degrees(turn)))
