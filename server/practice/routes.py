"""Routes of practice: a hidden gear, readings of it, a name for it, and the score."""

from __future__ import annotations

from typing import Annotated, Any
from uuid import UUID

from ninja import Router
from pydantic import Field

from gearing.errors import GearingError
from gearing.identification.practice import Move, best_play, play, score
from gearing.identification.standard_sizes import label_of, standard_sizes
from gearing.measuring.methods import Probe
from instruments import caliper
from instruments.caliper import HiddenGear
from sums.base import Model, Problem
from sums.gear import Teeth
from sums.probe import ProbeIn
from workshop.authentication import MemberRequest

from . import services
from .models import Round

router = Router(tags=["practice"])
PROBLEMS = {404: Problem, 422: Problem}
SHOWN = 12
"""Rounds listed."""


class MoveOut(Model):
    """One reading, and what the reader would have said after it."""

    what: str
    value_mm: float
    leader: str
    odds: float


class ResultOut(Model):
    """What the gear was, and both plays side by side."""

    right: bool
    says: str
    teeth: int
    size: str
    about: str
    yours: list[MoveOut]
    best: list[MoveOut]


class ReadingOut(Model):
    what: str
    value_mm: float


class RoundOut(Model):
    """A gear in the hand. `result` once it was named."""

    id: UUID
    picture: HiddenGear
    readings: list[ReadingOut]
    score: int | None
    result: ResultOut | None


class RoundLine(Model):
    id: UUID
    size: str
    named: str
    used: int
    best: int
    score: int


class PracticeWay(Model):
    """A way to close the caliper here."""

    label: str
    kind: str
    how: str
    number: str = Field(description="The count it needs, in words; empty for none")


class PracticeOut(Model):
    """The rounds gone by, how a gear can be read here, and the sizes it can be called."""

    ways: list[PracticeWay]
    rounds: list[RoundLine]
    average: float | None
    sizes: list[str]


class NameIn(Model):
    """What the gear is called."""

    teeth: Teeth
    size: Annotated[str, Field(min_length=1, max_length=30)]


@router.get("", response=PracticeOut)
def gone_by(request: MemberRequest) -> PracticeOut:
    """How it went so far."""
    named = list(Round.objects.filter(member=request.user, score__isnull=False)[:SHOWN])
    lines = [_line(round_, ResultOut.model_validate(round_.result)) for round_ in named]
    average = sum(line.score for line in lines) / len(lines) if lines else None
    sizes = sorted({(size.module, size.label) for size in standard_sizes()})
    return PracticeOut(
        ways=[_way(probe) for probe in caliper.plain_probes()],
        rounds=lines,
        average=average,
        sizes=[label for _, label in sizes],
    )


def _way(probe: Probe) -> PracticeWay:
    method = probe.method
    return PracticeWay(
        label=f"{method.label}, {probe.how}" if method.hows else method.label,
        kind=probe.kind,
        how=probe.how,
        number=method.number.label if method.number else "",
    )


def _line(round_: Round, result: ResultOut) -> RoundLine:
    return RoundLine(
        id=round_.id,
        size=f"{result.teeth} × {result.size}",
        named=f"{round_.named_teeth} × {round_.named_size}",
        used=len(result.yours),
        best=len(result.best),
        score=round_.score,
    )


@router.put("/{round_id}", response={200: RoundOut, **PROBLEMS})
def start(request: MemberRequest, round_id: UUID) -> RoundOut:
    """Take a gear."""
    return _out(services.start(request.user, round_id))


@router.put("/{round_id}/readings/{reading_id}", response={200: RoundOut, **PROBLEMS})
def read(request: MemberRequest, round_id: UUID, reading_id: UUID, body: ProbeIn) -> RoundOut:
    """Close the jaws once."""
    round_ = services.own_round(request.user, round_id)
    value = caliper.take(caliper.hold_of(body.probe(None)), round_.gear)
    reading = {**body.model_dump(mode="json"), "value_mm": value}
    return _out(services.keep_reading(request.user, round_id, reading_id, reading))


@router.put("/{round_id}/name", response={200: RoundOut, **PROBLEMS})
def name(request: MemberRequest, round_id: UUID, body: NameIn) -> RoundOut:
    """Say what it is, and hear what it was."""
    round_ = services.own_round(request.user, round_id)
    if round_.score is None:
        if not round_.readings:
            raise GearingError(
                "Read it at least once.",
                code="no_reading",
                field="readings",
                hint="Close the caliper over the tips.",
            )
        points, result = _judge(round_, body)
        round_ = services.name(
            request.user, round_id, body.teeth, body.size, len(round_.readings), points, result
        )
    return _out(round_)


def _judge(round_: Round, body: NameIn) -> tuple[int, dict[str, Any]]:
    """The score, and what both plays looked like."""
    true = caliper.truth(round_.gear)
    teeth, size = true["teeth"], label_of(true["module"])
    mine = play(teeth, [(_probe(reading), reading["value_mm"]) for reading in round_.readings])
    best = best_play(teeth, lambda probe: caliper.take(caliper.hold_of(probe), round_.gear))
    right = body.teeth == teeth and body.size == size
    points = score(right, len(mine), len(best), mine[-1].odds if mine[-1].leader == size else 0.0)
    about = f"pressure angle {true['angle']:g}°"
    if true["shift"]:
        about += f", profile shift {true['shift']:+.2f}"
    if true["trim"] > 0.005:
        about += f", tips {true['trim']:.2f} mm short"
    result = ResultOut(
        right=right,
        says=_says(body, teeth, size, mine, points),
        teeth=teeth,
        size=size,
        about=about,
        yours=[_move(played) for played in mine],
        best=[_move(played) for played in best],
    )
    return points, result.model_dump(mode="json")


def _says(body: NameIn, teeth: int, size: str, mine: list[Move], points: int) -> str:
    if body.teeth != teeth:
        return (
            f"It has {teeth} teeth, you counted {body.teeth}. Mark the tooth you start at, and count twice."
        )
    if body.size != size:
        last = mine[-1]
        led = f"Your readings made it {last.leader} at {last.odds * 100:.0f} %."
        return f"It is {size}. {led if last.leader else 'Your readings fitted no standard size.'}"
    last = mine[-1]
    if last.leader != size or last.odds < 0.5:
        return "Right, but by luck: your readings did not speak for it yet."
    return (
        "Right, and in no more readings than it takes." if points == 100 else "Right, with readings to spare."
    )


def _probe(kept: dict[str, Any]) -> Probe:
    return ProbeIn(**{field: kept[field] for field in ProbeIn.model_fields}).probe(None)


def _move(move: Move) -> MoveOut:
    return MoveOut(what=move.probe.name, value_mm=move.value, leader=move.leader, odds=move.odds)


def _out(round_: Round) -> RoundOut:
    return RoundOut(
        id=round_.id,
        picture=caliper.shown(round_.gear),
        readings=[
            ReadingOut(what=_probe(reading).name, value_mm=reading["value_mm"]) for reading in round_.readings
        ],
        score=round_.score,
        result=ResultOut(**round_.result) if round_.result else None,
    )
