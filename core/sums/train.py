"""The ``train`` sum: a train typed as one line, with all its speeds."""

from __future__ import annotations

from fractions import Fraction
from typing import Annotated

from pydantic import Field

from gearing.errors import GearingError
from gearing.gear import FEWEST_TEETH, Gear
from gearing.train import Belt, Mesh, Planetary, Solution, Worm, read_train, solve
from gearing.train.layout import Placed, lay_out
from gearing.train.line import LONGEST_LINE
from gearing.train.model import Coupling, hunts, turns_to_meet

from .base import Model
from .gear import Point, draw

MOST_DRAWN = 400
"""Teeth up to which a gear is drawn tooth by tooth."""

NEAR_CLICKS = 0.03
"""Share by which clicks counted may be off: half a click in seventeen."""


class TrainIn(Model):
    """A train as a line; shaft 1 is driven. `clicks` were counted in `turns` of a shaft by hand."""

    line: Annotated[str, Field(min_length=1, max_length=LONGEST_LINE)]
    rpm: Annotated[float, Field(gt=0, le=1_000_000)] = 1000.0
    shaft: Annotated[str, Field(max_length=20)] = Field(
        default="", description="The one turned; the output if empty"
    )
    turns: Annotated[float, Field(gt=0, le=1000)] = 1.0
    clicks: Annotated[float, Field(ge=0, le=100_000)] | None = None


class StageOut(Model):
    """One stage; `ratio` is turns in for one out."""

    number: int
    what: str
    ratio: str
    ratio_decimal: float
    hunts: bool | None
    meets_again: int | None = Field(description="Turns of the driver until the same two teeth meet again")
    meetings_hz: float = Field(description="Tooth meetings a second at the speed given")
    troubles: list[str]


class ShaftOut(Model):
    """A shaft's speed for one turn of shaft 1; minus is the other way round."""

    name: str
    turns: str
    turns_decimal: float
    rpm: float


class ClicksOut(Model):
    """How often damage on a gear clicks per turn of the shaft turned."""

    gear: str
    per_turn: float
    fits: bool = Field(description="Whether that is what was counted, within half a click or so")


class PlacedOut(Model):
    """A gear in its place, in modules; `turns` for one turn of shaft 1, of a planet within its carrier."""

    kind: str
    teeth: int
    stage: int
    x: float
    y: float
    phase_deg: float
    turns: float
    carrier_turns: float
    centre: Point
    tooth: list[Point]
    radius: float


class TrainOut(Model):
    """The whole train."""

    ratio: str = Field(description="Turns of shaft 1 for one of the output, in lowest terms")
    ratio_decimal: float
    says: str
    output: str
    stages: list[StageOut]
    shafts: list[ShaftOut]
    turned: str
    clicks: list[ClicksOut]
    gears: list[PlacedOut]


def run_train(given: TrainIn) -> TrainOut:
    """Solve a train and say what comes of it."""
    train = read_train(given.line)
    found = solve(train)
    output = str(len(train.couplings) + 1)
    whole = found.ratio("1", output)
    if whole is None:
        raise GearingError(
            "The output stands still.",
            field="line",
            hint="Take another member of the last set as the output.",
        )
    turned = given.shaft or output
    if turned not in found.speeds:
        raise GearingError(
            f"There is no shaft {turned}.", field="shaft", hint=f"One of: {', '.join(found.speeds)}."
        )
    return TrainOut(
        ratio=_said(whole),
        ratio_decimal=float(whole),
        says=_says(whole),
        output=output,
        stages=[_stage(n, one, found, given.rpm) for n, one in enumerate(train.couplings, 1)],
        shafts=[
            ShaftOut(name=s, turns=str(v), turns_decimal=float(v), rpm=float(v) * given.rpm)
            for s, v in found.speeds.items()
        ],
        turned=turned,
        clicks=_clicks(given, found, turned),
        gears=[_placed(one, found) for one in lay_out(train)],
    )


def _said(ratio: Fraction) -> str:
    return f"{abs(ratio.numerator)} : {ratio.denominator}"


def _says(ratio: Fraction) -> str:
    way = "the same way" if ratio > 0 else "the other way"
    size = abs(float(ratio))
    if size >= 1:
        return f"{size:.4g} turns in for one out, {way}."
    return f"One turn in turns the output {1 / size:.4g} times, {way}."


def _stage(number: int, one: Coupling, found: Solution, rpm: float) -> StageOut:
    into, out = str(number), str(number + 1)
    ratio = found.ratio(into, out) or Fraction(0)
    counts: tuple[int, int] | None = None
    meetings = 0.0
    what = ""
    match one:
        case Mesh():
            counts, what = (one.teeth_1, one.teeth_2), f"{one.teeth_1} : {one.teeth_2} {one.kind}"
            meetings = abs(float(found.speeds[one.first])) * one.teeth_1
        case Belt():
            what = f"{one.teeth_1} : {one.teeth_2} belt or chain"
            meetings = abs(float(found.speeds[one.first])) * one.teeth_1
        case Worm():
            what = f"worm, {one.starts} start{'s' if one.starts > 1 else ''} : {one.teeth}"
            meetings = abs(float(found.speeds[one.first])) * one.starts
        case Planetary():
            what = f"sun {one.teeth_sun}, planets {one.planets} × {one.teeth_planet}, ring {one.teeth_ring}"
            meetings = abs(float(found.speeds[one.sun] - found.speeds[one.carrier])) * one.teeth_sun
    return StageOut(
        number=number,
        what=what,
        ratio=_said(ratio),
        ratio_decimal=float(ratio),
        hunts=hunts(*counts) if counts else None,
        meets_again=turns_to_meet(*counts) if counts else None,
        meetings_hz=meetings * rpm / 60,
        troubles=one.troubles() if isinstance(one, Planetary) else [],
    )


def _clicks(given: TrainIn, found: Solution, turned: str) -> list[ClicksOut]:
    """Each gear's clicks; those near what was counted first."""
    counted = None if given.clicks is None else given.clicks / given.turns
    loose = max(NEAR_CLICKS * (counted or 0.0), 0.5 / given.turns)
    rows = [
        ClicksOut(
            gear=gear,
            per_turn=float(value),
            fits=counted is not None and abs(float(value) - counted) <= loose,
        )
        for gear, value in found.clicks_per_turn(turned).items()
    ]
    return sorted(
        rows, key=lambda row: (not row.fits, abs(row.per_turn - (counted or 0.0)) if counted else 0.0)
    )


def _placed(one: Placed, found: Solution) -> PlacedOut:
    carrier = found.speeds[one.about] if one.about else Fraction(0)
    toothed = one.kind in ("gear", "ring") and FEWEST_TEETH <= one.teeth <= MOST_DRAWN
    drawing = draw(Gear(one.teeth, 1.0), one.kind == "ring") if toothed else None
    return PlacedOut(
        kind=one.kind,
        teeth=one.teeth,
        stage=one.stage,
        x=one.x,
        y=one.y,
        phase_deg=one.phase,
        turns=float(_planet_turns(one, found) if one.about else found.speeds[one.shaft]),
        carrier_turns=float(carrier),
        centre=list(one.centre),
        tooth=drawing.tooth if drawing else [],
        radius=one.teeth / 2,
    )


def _planet_turns(one: Placed, found: Solution) -> Fraction:
    """A planet's own turns within its carrier."""
    stage = found.train.couplings[one.stage - 1]
    assert isinstance(stage, Planetary)
    sun = found.speeds[stage.sun] - found.speeds[stage.carrier]
    return -sun * Fraction(stage.teeth_sun, stage.teeth_planet)
