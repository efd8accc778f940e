"""Where the caliper goes: how a gear lies for each way of measuring it."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from ..geometry.gear import Gear, base_radius, tip_radius


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
    jaws : str
        ``flat`` across the gear, ``blades`` at the middle, ``edge`` down to the line
        of measurement, or ``none`` where points are touched.
    """

    turn: float
    left: float
    right: float
    height: float
    marks: tuple[tuple[float, float], ...] = ()
    mark_size: float = 0.0
    jaws: str = "none"


TOOTH_RIGHT = -np.pi / 2
"""Turn that lays the outline's tooth on the positive x axis."""


def over_tips(gear: Gear, reading: float, *, settled: bool, narrow: bool = False) -> Hold:
    """Flat jaws, or blades, over the tips."""
    pitch = 2 * np.pi / float(gear.teeth)
    odd = int(gear.teeth) % 2 == 1
    jaws = "blades" if narrow else "flat"
    if not settled:
        return Hold(TOOTH_RIGHT + (pitch / 4 if odd else 0.0), -reading / 2, reading / 2, 0.0, jaws=jaws)
    if odd:
        tip = float(tip_radius(gear))
        return Hold(TOOTH_RIGHT, tip - reading, tip, 0.0, jaws=jaws)
    return Hold(TOOTH_RIGHT + pitch / 2, -reading / 2, reading / 2, 0.0, jaws=jaws)


def span(gear: Gear, reading: float, k: int) -> Hold:
    """Flat jaws on the flanks over `k` teeth."""
    # Over an odd count a tooth stands in the middle, over an even one a space.
    turn = 0.0 if k % 2 else np.pi / float(gear.teeth)
    return Hold(turn, -reading / 2, reading / 2, float(base_radius(gear)), jaws="edge")


def between_spaces(gear: Gear, reading: float, reach: float, pin: float = 0.0) -> Hold:
    """Points or pins in the two most opposite spaces, `reach` from the centre, the line between along x."""
    teeth = int(gear.teeth)
    # A space lies half a pitch from the tooth; odd counts tilt the two a quarter pitch each.
    quarter = np.pi / (2 * teeth) if teeth % 2 else 0.0
    turn = TOOTH_RIGHT + np.pi / teeth + quarter
    down, along = reach * float(np.sin(quarter)), reach * float(np.cos(quarter))
    return Hold(turn, -reading / 2, reading / 2, 0.0, ((-along, down), (along, down)), pin)


def over_pins(gear: Gear, reading: float, pin: float) -> Hold:
    """Jaws over two pins laid in opposite spaces."""
    teeth = int(gear.teeth)
    tilt = np.pi / (2 * teeth) if teeth % 2 else 0.0
    return between_spaces(gear, reading, (reading - pin) / 2 / float(np.cos(tilt)), pin)


def to_bore(gear: Gear, bore: float) -> Hold:
    """From a tip to the far wall of the bore."""
    tip = float(tip_radius(gear))
    return Hold(TOOTH_RIGHT, -bore / 2, tip, 0.0, ((-bore / 2, 0.0), (tip, 0.0)))


def to_mate(reading: float) -> Hold:
    """From this shaft to its mate's."""
    return Hold(TOOTH_RIGHT, 0.0, reading, 0.0, ((0.0, 0.0),))


def inside(ring: Gear, reading: float, pin: float, *, on_tips: bool = False) -> Hold:
    """Two opposite tips, or points or pins in two opposite spaces, of a ring.

    The outline of a ring has a *space* on the positive y axis.
    """
    teeth = int(ring.teeth)
    tilt = np.pi / (2 * teeth) if teeth % 2 else 0.0
    reach = (reading + pin) / 2
    down = reach * float(np.tan(tilt))
    turn = TOOTH_RIGHT + tilt + (np.pi / teeth if on_tips else 0.0)
    return Hold(turn, -reading / 2, reading / 2, 0.0, ((-reach, down), (reach, down)), pin)


def chord(gear: Gear, pitches: int) -> Hold:
    """Two like tips level with each other, above the centre."""
    half = np.pi * pitches / float(gear.teeth)
    tip = float(tip_radius(gear))
    across, up = tip * float(np.sin(half)), tip * float(np.cos(half))
    turn = 0.0 if pitches % 2 == 0 else np.pi / float(gear.teeth)
    return Hold(turn, -across, across, up, ((-across, up), (across, up)))
