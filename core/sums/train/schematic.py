"""A train as it is drawn."""

from __future__ import annotations

from fractions import Fraction

from gearing.geometry.gear import FEWEST_TEETH, Gear
from gearing.train import Planetary, Solution
from gearing.train.layout import Placed, lay_out, side_view

from ..gear import draw
from .request import TrainIn
from .response import EdgeOut, PlacedOut
from .troubles import troubles_of

OUTER = 2
"""Place of what meets the ring among the counts of a set with two planets."""

MOST_DRAWN = 400
"""Teeth up to which a gear is drawn tooth by tooth."""


def gears_out(found: Solution, unit: Fraction, request: TrainIn) -> list[PlacedOut]:
    """Every gear in end view."""
    bad = {n for n, one in enumerate(found.train.couplings, 1) if troubles_of(one, request.stage(n))}
    return [_placed(one, found, unit, one.stage in bad) for one in lay_out(found.train)]


def side_out(found: Solution, unit: Fraction) -> list[EdgeOut]:
    """The same from the side."""
    return [
        EdgeOut(
            kind=one.kind,
            name=one.name,
            stage=one.stage,
            nth=one.nth,
            y=one.y,
            half=one.half,
            left=one.left,
            right=one.right,
            turns=float(found.speeds[one.name] / unit),
        )
        for one in side_view(found.train)
    ]


def _placed(one: Placed, found: Solution, unit: Fraction, trouble: bool) -> PlacedOut:
    carrier = found.speeds[one.about] / unit if one.about else Fraction(0)
    toothed = one.kind in ("gear", "ring") and FEWEST_TEETH <= one.teeth <= MOST_DRAWN
    drawing = draw(Gear(one.teeth, 1.0), one.kind == "ring") if toothed else None
    return PlacedOut(
        kind=one.kind,
        teeth=one.teeth,
        stage=one.stage,
        nth=one.nth,
        shaft=one.shaft,
        x=one.x,
        y=one.y,
        phase_deg=one.phase,
        turns=float((_planet_turns(one, found) if one.about else found.speeds[one.shaft]) / unit),
        carrier_turns=float(carrier),
        centre=list(one.centre),
        tooth=drawing.tooth if drawing else [],
        radius=one.teeth / 2,
        trouble=trouble,
    )


def _planet_turns(one: Placed, found: Solution) -> Fraction:
    """A planet's own turns within its carrier."""
    stage = found.train.couplings[one.stage - 1]
    assert isinstance(stage, Planetary)
    inner, outer = stage.planet_turns(found.speeds[stage.sun], found.speeds[stage.carrier])
    return outer if one.nth == OUTER else inner
