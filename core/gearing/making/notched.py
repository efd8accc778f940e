"""Sections of belt pulleys and chain sprockets."""

from __future__ import annotations

from functools import lru_cache

import numpy as np
from manifold3d import CrossSection, FillRule, JoinType

from ..errors import GearingError
from ..forms.standards import Standard
from ..forms.ways import Part, pitch_diameter
from .section import Points, circle, usual_tolerance

ARC = 48
"""Points along a rounded bottom or flank."""

ROUNDED = 64
"""Straight pieces of a full circle where corners are rounded."""


@lru_cache(maxsize=16)
def pulley_section(teeth: int, belt: Standard) -> CrossSection:
    """A pulley's section, mm: its outside ``p·z/pi - line``, a groove a pitch.

    Straight grooves after ISO 5294 and 17396. Curved ones are drawn as a slot with a round bottom, which such
    belts run in; the standard's own arcs (ISO 13050) differ by some hundredths.
    """
    pitch = float(belt.pitch)
    outside = (pitch * teeth / np.pi - float(belt.line)) / 2
    wide, deep = float(belt.groove_top), float(belt.groove_depth)
    if not wide or outside < 1.5 * deep:
        raise GearingError(
            "No pulley is drawn so small." if wide else "Of this belt no groove is known here.",
            code="no_groove",
            field="teeth" if wide else "size",
            hint="More teeth, or a finer belt." if wide else "Add its groove to data/forms.toml.",
        )
    beyond = 0.5 * deep
    if belt.groove_angle:
        lean = np.tan(np.radians(belt.groove_angle / 2))
        low, high = wide / 2 - deep * lean, wide / 2 + beyond * lean
        shape = [
            (-high, outside + beyond),
            (-low, outside - deep),
            (low, outside - deep),
            (high, outside + beyond),
        ]
        groove = CrossSection([np.array(shape)], FillRule.EvenOdd)
        groove = _rounded(groove, BOTTOM * deep)
    else:
        angle = np.linspace(np.pi, 2 * np.pi, ARC)
        middle = outside - deep + wide / 2
        bottom = np.column_stack([wide / 2 * np.cos(angle), middle + wide / 2 * np.sin(angle)])
        top = [(wide / 2, outside + beyond), (-wide / 2, outside + beyond)]
        groove = CrossSection([np.vstack([bottom, top])], FillRule.EvenOdd)
    made = CrossSection([circle(outside)], FillRule.Positive) - _all_round(groove, teeth)
    # The edges of the lands are rounded, as a belt would wear on them.
    return _rounded(made, LAND * pitch).simplify(usual_tolerance(outside))


BOTTOM, LAND = 0.2, 0.06
"""Rounding of a groove's bottom corners, in its depth, and of the edges of a land, in pitches."""


def _all_round(one: CrossSection, teeth: int) -> CrossSection:
    """As many of it as there are teeth, in one piece: one by one the work would go with their square."""
    (shape,) = one.to_polygons()
    turns = 2 * np.pi * np.arange(teeth) / teeth
    cos, sin = np.cos(turns)[:, None], np.sin(turns)[:, None]
    x, y = np.asarray(shape, dtype=np.float64).T
    every = np.stack([x * cos - y * sin, x * sin + y * cos], axis=2)
    return CrossSection(list(every), FillRule.NonZero)


def _rounded(section: CrossSection, radius: float) -> CrossSection:
    return section.offset(-radius, JoinType.Round, 2.0, ROUNDED).offset(radius, JoinType.Round, 2.0, ROUNDED)


@lru_cache(maxsize=16)
def sprocket_section(teeth: int, chain: Standard) -> CrossSection:
    """A sprocket's section, mm: the mean of the widest and the narrowest tooth of ISO 606, clause 5."""
    roller, pitch = float(chain.roller), float(chain.pitch)
    circle_of_pitch = float(pitch_diameter(Part("sprocket", teeth), chain))
    seat = 0.505 * roller + 0.069 * np.cbrt(roller) / 2
    half = np.radians(130 - 90 / teeth) / 2
    flank = (0.12 * roller * (teeth + 2) + 0.008 * roller * (teeth**2 + 180)) / 2
    tip = circle_of_pitch + (pitch * (1 - 1.6 / teeth) + 1.25 * pitch) / 2 - roller
    made = CrossSection([circle(tip / 2)], FillRule.Positive)
    gap = CrossSection([_gap(seat, half, flank, circle_of_pitch / 2, tip / 2 + pitch / 4)], FillRule.NonZero)
    return (made - _all_round(gap, teeth)).simplify(usual_tolerance(tip / 2))


def _gap(seat: float, half: float, flank: float, middle: float, reach: float) -> Points:
    """The gap of a roller that sits at the top: its seat, and on either side the flank that leads it in."""
    angle = np.linspace(-np.pi / 2, -np.pi / 2 + half, ARC)
    arc = np.column_stack([seat * np.cos(angle), middle + seat * np.sin(angle)])
    way = np.array([np.cos(angle[-1]), np.sin(angle[-1])])
    # The flank bends the other way about a middle beyond the end of the seat, and leaves it without a corner.
    about = arc[-1] + flank * way
    start = np.arctan2(*(-way)[::-1])
    turn = start - np.linspace(0, np.pi / 2, 4 * ARC)[1:]
    side = about + flank * np.column_stack([np.cos(turn), np.sin(turn)])
    past = np.flatnonzero(np.hypot(*side.T) > reach)
    side = side[: past[0] + 1] if len(past) else side
    right = np.vstack([arc, side])
    return np.vstack([right, (right * [-1.0, 1.0])[::-1]])
