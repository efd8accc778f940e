"""The drawing on the door: three gears in true outline, in mesh."""

from __future__ import annotations

from functools import cache
from math import cos, pi, sin

import numpy as np
from django.template.loader import render_to_string
from django.utils.safestring import SafeString

from gearing.geometry.gear import Gear
from gearing.geometry.outline import gear_outline

MODULE = 10.0
TEETH = (34, 19, 13)
TOWARDS = (-0.62, 0.9)
"""Direction of each next centre as drawn, rad, clockwise from the right."""
FIRST_TURN = 0.07


@cache
def train_drawing() -> SafeString:
    """The train as SVG, drawn once."""
    x = y = 0.0
    turn = FIRST_TURN
    gears = [_drawn(TEETH[0], x, y, turn)]
    for driver, teeth, way in zip(TEETH, TEETH[1:], TOWARDS, strict=False):
        distance = MODULE * (driver + teeth) / 2
        x, y = x + distance * cos(way), y + distance * sin(way)
        # A space of this gear faces a tooth of its driver along their line of centres.
        along = way + pi / 2
        turn = along + pi + pi / teeth - (turn - along) * driver / teeth
        gears.append(_drawn(teeth, x, y, turn))
    return render_to_string("accounts/train.svg", {"gears": gears})


def _drawn(teeth: int, x: float, y: float, turn: float) -> dict[str, object]:
    points = gear_outline(Gear(teeth, MODULE), 4, 3)
    across = points[:, 0] * np.cos(turn) + points[:, 1] * np.sin(turn)
    down = points[:, 0] * np.sin(turn) - points[:, 1] * np.cos(turn)
    at = np.rint(10 * np.stack([x + across, y + down], axis=1)) / 10
    # From point to point: half as long as where each lies, and the page is read before it is drawn.
    steps = " ".join(f"{along:.3g} {over:.3g}" for along, over in np.diff(at, axis=0) if along or over)
    path = f"M{at[0, 0]:.1f} {at[0, 1]:.1f}l{steps}z"
    radius = teeth * MODULE / 2
    return {"x": f"{x:.1f}", "y": f"{y:.1f}", "path": path, "pitch": radius, "bore": radius * 0.24}
