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


def gears_out(solution: Solution, unit: Fraction, request: TrainIn) -> list[PlacedOut]:
    """Every gear in end view."""
    bad = {
        n for n, coupling in enumerate(solution.train.couplings, 1) if troubles_of(coupling, request.stage(n))
    }
    return [_placed(gear, solution, unit, gear.stage in bad) for gear in lay_out(solution.train)]


def side_out(solution: Solution, unit: Fraction) -> list[EdgeOut]:
    """The same from the side."""
    return [
        EdgeOut(
            kind=edge.kind,
            name=edge.name,
            stage=edge.stage,
            nth=edge.nth,
            y=edge.y,
            half=edge.half,
            left=edge.left,
            right=edge.right,
            turns=float(solution.speeds[edge.name] / unit),
        )
        for edge in side_view(solution.train)
    ]


def _placed(gear: Placed, solution: Solution, unit: Fraction, trouble: bool) -> PlacedOut:
    carrier = solution.speeds[gear.about] / unit if gear.about else Fraction(0)
    toothed = gear.kind in ("gear", "ring") and FEWEST_TEETH <= gear.teeth <= MOST_DRAWN
    drawing = draw(Gear(gear.teeth, 1.0), gear.kind == "ring") if toothed else None
    return PlacedOut(
        kind=gear.kind,
        teeth=gear.teeth,
        stage=gear.stage,
        nth=gear.nth,
        shaft=gear.shaft,
        x=gear.x,
        y=gear.y,
        phase_deg=gear.phase,
        turns=float((_planet_turns(gear, solution) if gear.about else solution.speeds[gear.shaft]) / unit),
        carrier_turns=float(carrier),
        centre=list(gear.centre),
        tooth=drawing.tooth if drawing else [],
        radius=gear.teeth / 2,
        trouble=trouble,
    )


def _planet_turns(gear: Placed, solution: Solution) -> Fraction:
    """A planet's own turns within its carrier."""
    stage = solution.train.couplings[gear.stage - 1]
    assert isinstance(stage, Planetary)
    inner, outer = stage.planet_turns(solution.speeds[stage.sun], solution.speeds[stage.carrier])
    return outer if gear.nth == OUTER else inner
