"""Straight bevel gears: the equivalent spur gear laid on the back cone (Tredgold's; ISO 23509)."""

from __future__ import annotations

import numpy as np
from manifold3d import CrossSection, FillRule, Manifold

from ..errors import GearingError
from ..geometry.gear import Gear
from ..geometry.outline import tooth_outline
from .rings import lofted
from .section import circle, thinned

FINE = 0.002
"""How far the straight pieces of a tooth may stand off it: mm, past module 1 modules."""

LARGEST_FACE = 1 / 3
"""Of the cone distance: towards the apex teeth become too small to be made or to carry."""

BACKING = 2.0
"""What lies under the teeth at the back, in modules."""


def bevel_body(
    teeth: int, cone: float, module: float, face: float, play: float = 0.0, grows: float = 0.0
) -> Manifold:
    """Its body, the axis along z, the apex above; `cone` the angle of its pitch cone, rad; lengths mm.

    Raises
    ------
    GearingError
        If its face is longer than its cone allows.
    """
    radius = module * teeth / 2
    distance = radius / np.sin(cone)
    if face > LARGEST_FACE * distance:
        raise GearingError(
            f"A face of {face:g} mm is too long for this cone.",
            code="face_too_long",
            field="width_mm",
            hint=f"Up to a third of the cone distance: {LARGEST_FACE * distance:.2f} mm.",
        )
    equivalent = teeth / np.cos(cone)
    # Where a wall grows the tooth is drawn thinner and shorter by as much.
    gear = Gear(equivalent, module, tip_trim=grows, thinning=play + 2 * grows / np.cos(np.radians(20)))
    tooth = thinned(tooth_outline(gear, 40, 24, 9), FINE * max(1.0, module))[:-1][::-1]
    out = np.hypot(*tooth.T)
    about = (np.arctan2(tooth[:, 1], tooth[:, 0]) - np.pi / 2) / np.cos(cone)
    turns = 2 * np.pi * np.arange(teeth) / teeth
    angle = (turns[:, None] + about[None, :]).ravel()
    reach = np.tile(out * np.cos(cone), teeth)
    height = np.tile(out * np.sin(cone) - radius * np.tan(cone), teeth)
    back = np.column_stack([reach * np.cos(angle), reach * np.sin(angle), height])
    apex = np.array([0.0, 0.0, distance * np.cos(cone)])
    front = apex + (distance - face) / distance * (back - apex)
    # Each tooth has an end of its own, on the core that is round.
    each, every = len(tooth), np.arange(teeth) * len(tooth)
    ends = [np.append(start + np.arange(each), (start + each) % len(back)) for start in every]
    made = lofted([back, front], [every, *ends])
    foot = float(np.hypot(*back[every[0], :2]))
    level = float(back[every[0], 2])
    disc = CrossSection([circle(foot * np.cos(np.pi / teeth))], FillRule.Positive).extrude(
        BACKING * module + 0.01
    )
    return made + disc.translate((0, 0, level - BACKING * module))
