"""Toothed parts other than gears, as they are to be made: worms, wheels, bevels, pulleys, sprockets."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from functools import cache

import numpy as np
from manifold3d import CrossSection, Error, FillRule, Manifold

from ..errors import GearingError
from ..forms.standards import Standard
from ..forms.ways import Part
from .bevel import bevel_body
from .blank import AS_DRAWN, Bore, Process
from .files import Workpiece
from .notched import pulley_section, sprocket_section
from .section import Points, bore_outline, circle
from .wheel import wheel_body, wheel_slice
from .worm import WormThread, worm_body, worm_profile


@dataclass(frozen=True, slots=True)
class PartBlank:
    """A part as it is to be made, lengths mm.

    Attributes
    ----------
    part : Part
        Its form and what is counted on it; ``mate`` of a bevel.
    size : Standard
    width : float
        Of its face: along the axis, of a bevel along its cone, of a worm its length.
    worm : WormThread, optional
        Itself, or the one a wheel is cut for.
    play : float
        By which its teeth are thinner at the pitch line.
    bore : Bore, optional
    boss_diameter, boss_length : float
        Beyond its back; 0 for none.
    flanges : float
        Thickness of a rim to either side that keeps a belt on; 0 for none.
    process : Process
    """

    part: Part
    size: Standard
    width: float
    worm: WormThread | None = None
    play: float = 0.0
    bore: Bore | None = None
    boss_diameter: float = 0.0
    boss_length: float = 0.0
    flanges: float = 0.0
    process: Process = AS_DRAWN

    @property
    def turned(self) -> WormThread:
        """The worm that it is or is cut for."""
        if self.worm is None:
            raise GearingError(
                "The worm's diameter is needed.",
                code="no_worm",
                field="worm_diameter_mm",
                hint="Measure the worm over its threads and take two modules off.",
            )
        return self.worm


FLAT = ("pulley", "sprocket")
"""Forms whose outline is that of the whole part: they are drawn as well as printed."""


def part_solid(blank: PartBlank) -> Manifold:
    """The body, its axis along z, on z = 0; a bevel stands on its back.

    Raises
    ------
    GearingError
        If no such part can be made of these figures.
    """
    made = _BODIES[blank.part.form](blank)
    stretch = 1 / (1 - blank.process.shrinks)
    if stretch != 1:
        made = made.scale((stretch, stretch, stretch))
    grows, low = blank.process.grows, made.bounding_box()[2]
    made = made.translate((0, 0, -low))
    if blank.boss_diameter:
        radius = stretch * blank.boss_diameter / 2 - grows
        boss = CrossSection([circle(radius)], FillRule.Positive).extrude(stretch * blank.boss_length)
        made = made.translate((0, 0, stretch * blank.boss_length)) + boss
    if blank.bore:
        hole = CrossSection([bore_outline(blank.bore)], FillRule.Positive).offset(grows)
        high = made.bounding_box()[5] + 2
        made = made - hole.scale((stretch, stretch)).extrude(high).translate((0, 0, -1))
    if made.status() != Error.NoError or made.is_empty() or len(made.decompose()) > 1:
        raise GearingError(
            "No one body comes of these figures.",
            code="no_body",
            field="bore",
            hint="A smaller bore, or another size.",
        )
    return made


def part_outlines(blank: PartBlank) -> list[Points]:
    """What is seen of it: its outline, of a worm that along its axis, of a wheel in its middle, mm."""
    stretch = 1 / (1 - blank.process.shrinks)
    if blank.part.form == "worm":
        return [stretch * worm_profile(blank.turned, blank.width, blank.play)]
    if blank.part.form == "wheel":
        lines = [wheel_slice(blank.part.teeth, blank.turned, 0.0, blank.play)]
    elif blank.part.form == "bevel":
        top = _bodied(blank).project()
        lines = [max((np.asarray(each) for each in top.to_polygons()), key=len)]
    else:
        lines = [np.asarray(each, dtype=np.float64) for each in _section(blank).to_polygons()]
    if blank.bore:
        lines = [*lines, bore_outline(blank.bore)[::-1]]
    return [stretch * each for each in lines]


def part_section(blank: PartBlank) -> Points:
    """The outline of a pulley or sprocket across its axis, bore left out, a gap at the top, mm."""
    return max((np.asarray(each, dtype=np.float64) for each in _section(blank).to_polygons()), key=len)


def _bodied(blank: PartBlank) -> Manifold:
    return _BODIES[blank.part.form](blank)


def drawn_part(blank: PartBlank, title: str) -> Workpiece:
    """What is written of it.

    Raises
    ------
    GearingError
        As :func:`part_solid`.
    """
    outlines = part_outlines(blank)
    names = ["OUTLINE", *["BORE"] * (len(outlines) - 1)]
    return Workpiece(title, list(zip(outlines, names, strict=True)), [], cache(lambda: part_solid(blank)))


def _section(blank: PartBlank) -> CrossSection:
    made = (
        pulley_section(blank.part.teeth, blank.size)
        if blank.part.form == "pulley"
        else sprocket_section(blank.part.teeth, blank.size)
    )
    grows = blank.process.grows
    return made.offset(-grows - blank.play / 2) if grows or blank.play else made


def _flat_body(blank: PartBlank) -> Manifold:
    section = _section(blank)
    made = section.extrude(blank.width)
    if blank.flanges:
        reach = float(np.hypot(*np.vstack([np.asarray(each) for each in section.to_polygons()]).T).max())
        rim = CrossSection([circle(reach + FLANGE * float(blank.size.pitch))], FillRule.Positive)
        disc = rim.extrude(blank.flanges)
        made = made + disc.translate((0, 0, -blank.flanges)) + disc.translate((0, 0, blank.width))
    return made


FLANGE = 0.35
"""How far a flange stands out over the land, in pitches: over a belt of usual height."""


def _worm(blank: PartBlank) -> Manifold:
    return worm_body(blank.turned, blank.width, blank.play, blank.process.grows)


def _wheel(blank: PartBlank) -> Manifold:
    return wheel_body(blank.part.teeth, blank.turned, blank.width, blank.play, blank.process.grows)


def _bevel(blank: PartBlank) -> Manifold:
    return bevel_body(
        blank.part.teeth,
        blank.part.cone,
        float(blank.size.pitch),
        blank.width,
        blank.play,
        blank.process.grows,
    )


_BODIES: dict[str, Callable[[PartBlank], Manifold]] = {
    "worm": _worm, "wheel": _wheel, "bevel": _bevel, "pulley": _flat_body, "sprocket": _flat_body,
}  # fmt: skip
