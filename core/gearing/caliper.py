"""Where the caliper goes: how a gear lies between the jaws for each measurement."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from .gear import Gear, base_radius, tip_radius
from .measure import over_tips_settled, span_over_teeth
from .probes import Probe


@dataclass(frozen=True, slots=True)
class Hold:
    """A gear between jaws that close along x.

    Attributes
    ----------
    turn : float
        Turn of the outline (one tooth on the positive y axis) for this hold, rad,
        counter-clockwise.
    left, right : float
        x of the jaw faces, mm.
    height : float
        y of the line of measurement, mm: 0 over the tips, the base radius for a span.
    """

    turn: float
    left: float
    right: float
    height: float


def hold(gear: Gear, probe: Probe) -> Hold:
    """How the jaws touch `gear` for a measurement; scalar gears only."""
    pitch = 2 * np.pi / float(gear.teeth)
    if probe.kind == "span":
        half = float(span_over_teeth(gear, probe.k)) / 2
        # Over an odd count a tooth stands in the middle, over an even one a space.
        return Hold(0.0 if probe.k % 2 else pitch / 2, -half, half, float(base_radius(gear)))
    reading = float(probe.predict(gear))
    tooth_right = -np.pi / 2
    odd = int(gear.teeth) % 2 == 1
    if probe.how == "largest":
        turn = tooth_right + (pitch / 4 if odd else 0.0)
        return Hold(turn, -reading / 2, reading / 2, 0.0)
    if odd:
        tip = float(tip_radius(gear))
        return Hold(tooth_right, tip - float(over_tips_settled(gear)), tip, 0.0)
    return Hold(tooth_right + pitch / 2, -reading / 2, reading / 2, 0.0)
