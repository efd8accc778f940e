"""Where the caliper goes: how a gear lies for each measurement."""

from __future__ import annotations

from dataclasses import dataclass
from math import isfinite

import numpy as np

from ..errors import GearingError
from ..geometry.gear import Gear, base_radius, root_radius, tip_radius
from ..geometry.internal import ring_tip_radius
from .methods import Probe, root_reading
from .predict import over_pins_reading, over_tips_settled, span_over_teeth


@dataclass(frozen=True, slots=True)
class Hold:
    """A gear held for a measurement along x, its centre at the origin.

    Attributes
    ----------
    turn : float
        Turn of the outline (one tooth on the positive y axis) for this hold, rad,
        counter-clockwise.
    left, right : float
        x between which is measured, mm: the jaw faces, or the two points.
    height : float
        y of the line of measurement, mm: 0 over the tips, the base radius for a span.
    marks : tuple of (x, y)
        Points touched or pins laid in, mm; empty for flat jaws.
    mark_size : float
        Diameter of the pins, mm; 0 for points.
    """

    turn: float
    left: float
    right: float
    height: float
    marks: tuple[tuple[float, float], ...] = ()
    mark_size: float = 0.0


TOOTH_RIGHT = -np.pi / 2
"""Turn that lays the outline's tooth on the positive x axis."""


def hold(gear: Gear, probe: Probe) -> Hold:
    """How the caliper meets `gear` for a measurement; scalar gears only.

    Raises
    ------
    GearingError
        If it does not: pins that touch no flank, a span past the teeth.
    """
    held = _held(gear, probe)
    if not all(map(isfinite, (held.turn, held.left, held.right, held.height, *sum(held.marks, ())))):
        raise GearingError(
            f"This gear cannot be measured {probe.name}.",
            field="show",
            hint="Take a pin that lies on the flanks, or another measurement.",
        )
    return held


def _held(gear: Gear, probe: Probe) -> Hold:
    match probe.kind:
        case "span":
            return _span(gear, probe.k)
        case "root" | "pins":
            return _between_spaces(gear, probe)
        case "chord":
            return _chord(gear, probe.k)
        case "bore":
            tip = float(tip_radius(gear))
            return Hold(TOOTH_RIGHT, -probe.size / 2, tip, 0.0, ((-probe.size / 2, 0.0), (tip, 0.0)))
        case "inside" | "floor" | "between":
            return _inside(gear, probe)
        case "mate" | "ring mate":
            return Hold(TOOTH_RIGHT, 0.0, float(probe.predict(gear)), 0.0, ((0.0, 0.0),))
    return _over_tips(gear, probe)


def _over_tips(gear: Gear, probe: Probe) -> Hold:
    reading = float(probe.predict(gear))
    pitch = 2 * np.pi / float(gear.teeth)
    odd = int(gear.teeth) % 2 == 1
    if probe.kind == "narrow" or probe.how == "largest":
        return Hold(TOOTH_RIGHT + (pitch / 4 if odd else 0.0), -reading / 2, reading / 2, 0.0)
    if odd:
        tip = float(tip_radius(gear))
        return Hold(TOOTH_RIGHT, tip - float(over_tips_settled(gear)), tip, 0.0)
    return Hold(TOOTH_RIGHT + pitch / 2, -reading / 2, reading / 2, 0.0)


def _span(gear: Gear, k: int) -> Hold:
    half = float(span_over_teeth(gear, k)) / 2
    # Over an odd count a tooth stands in the middle, over an even one a space.
    turn = 0.0 if k % 2 else np.pi / float(gear.teeth)
    return Hold(turn, -half, half, float(base_radius(gear)))


def _between_spaces(gear: Gear, probe: Probe) -> Hold:
    """Points or pins in the two most opposite spaces, the line between them along x."""
    teeth = int(gear.teeth)
    if probe.kind == "root":
        reach, out = float(root_radius(gear)), float(root_reading(gear)) / 2
    else:
        across = float(np.nan_to_num(over_pins_reading(gear, probe.size), nan=2 * float(tip_radius(gear))))
        out = across / 2
        tilt = np.pi / (2 * teeth) if teeth % 2 else 0.0
        reach = (out - probe.size / 2) / float(np.cos(tilt))
    # A space lies half a pitch from the tooth; odd counts tilt the two a quarter pitch each.
    quarter = np.pi / (2 * teeth) if teeth % 2 else 0.0
    turn = TOOTH_RIGHT + np.pi / teeth + quarter
    down = reach * float(np.sin(quarter))
    along = reach * float(np.cos(quarter))
    return Hold(turn, -out, out, 0.0, ((-along, down), (along, down)), probe.size)


def _inside(ring: Gear, probe: Probe) -> Hold:
    """Two opposite tips, or points or pins in two opposite spaces, of a ring.

    The outline of a ring has a *space* on the positive y axis.
    """
    teeth = int(ring.teeth)
    reading = float(np.nan_to_num(probe.predict(ring), nan=2 * float(ring_tip_radius(ring))))
    tilt = np.pi / (2 * teeth) if teeth % 2 else 0.0
    reach = (reading + probe.size) / 2
    down = reach * float(np.tan(tilt))
    turn = TOOTH_RIGHT + tilt + (np.pi / teeth if probe.kind == "inside" else 0.0)
    marks = ((-reach, down), (reach, down))
    return Hold(turn, -reading / 2, reading / 2, 0.0, marks, probe.size)


def _chord(gear: Gear, pitches: int) -> Hold:
    """Two like tips level with each other, above the centre."""
    half = np.pi * pitches / float(gear.teeth)
    tip = float(tip_radius(gear))
    across, up = tip * float(np.sin(half)), tip * float(np.cos(half))
    turn = 0.0 if pitches % 2 == 0 else np.pi / float(gear.teeth)
    return Hold(turn, -across, across, up, ((-across, up), (across, up)))
