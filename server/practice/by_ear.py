"""Routes of practice by ear: a hidden unit turned by hand, and which of its wheels clicks."""

from __future__ import annotations

from typing import Annotated
from uuid import UUID

from django.http import HttpResponse
from ninja import Router
from pydantic import Field

from instruments import sound_source
from sums.base import Model, Problem
from sums.train import TrainIn
from sums.train.compute import run_train
from workshop.authentication import MemberRequest

from . import services
from .models import SoundRound

router = Router(tags=["practice"])
PROBLEMS = {404: Problem, 422: Problem}
NEVER_LESS, NEVER_MORE = 0.4, 9.0
"""Clicks a turn that can be counted by ear."""

SAME = 1e-6
"""Clicks a turn that are the same: wheels on one shaft."""


class WheelChoice(Model):
    """Wheels that click alike, and how often."""

    names: list[str]
    says: str


class SoundRoundOut(Model):
    """A unit turned by hand. `right`, `says` and `truth` once a wheel was named."""

    id: UUID
    line: str
    shaft: str
    turns: float
    choices: list[WheelChoice]
    named: str
    right: bool | None
    truth: str
    says: str
    won: int = Field(description="Of the rounds gone by, how many were right")
    played: int


class WheelIn(Model):
    name: Annotated[str, Field(min_length=1, max_length=80)]


@router.put("/sounds/{round_id}", response={200: SoundRoundOut, **PROBLEMS})
def start(request: MemberRequest, round_id: UUID) -> SoundRoundOut:
    """Take a unit."""
    return _out(services.start_sound(request.user, round_id))


@router.get("/sounds/{round_id}/wav", response={200: bytes, **PROBLEMS})
def recording(request: MemberRequest, round_id: UUID) -> HttpResponse:
    """The recording, to be listened to."""
    round_ = services.own_sound_round(request.user, round_id)
    return HttpResponse(sound_source.record(round_.unit), content_type="audio/wav")


@router.put("/sounds/{round_id}/name", response={200: SoundRoundOut, **PROBLEMS})
def name(request: MemberRequest, round_id: UUID, body: WheelIn) -> SoundRoundOut:
    """Say which wheel it is, and hear which it was."""
    round_ = services.own_sound_round(request.user, round_id)
    unit = sound_source.shown(round_.unit)
    rate = sound_source.truth(round_.unit).per_turn
    theirs = [names for per_turn, names in _wheels(unit.line, unit.shaft) if abs(per_turn - rate) < SAME]
    right = any(body.name in names for names in theirs)
    return _out(services.name_wheel(request.user, round_id, body.name, right))


def _wheels(line: str, shaft: str) -> list[tuple[float, list[str]]]:
    """The wheels of a train by how often they click a turn, those alike together."""
    made: list[tuple[float, list[str]]] = []
    for row in run_train(TrainIn(line=line, shaft=shaft)).clicks:
        if row.kind == "bearing" or not NEVER_LESS <= row.per_turn <= NEVER_MORE:
            continue
        alike = next((names for rate, names in made if abs(rate - row.per_turn) < SAME), None)
        if alike is None:
            made.append((row.per_turn, [row.gear]))
        else:
            alike.append(row.gear)
    return sorted(made)


def _out(round_: SoundRound) -> SoundRoundOut:
    unit = sound_source.shown(round_.unit)
    wheels = _wheels(unit.line, unit.shaft)
    named = round_.right is not None
    hurt = sound_source.truth(round_.unit) if named else None
    truth = next((names for rate, names in wheels if hurt and abs(rate - hurt.per_turn) < SAME), [])
    won, played = services.sound_score(round_.member)
    return SoundRoundOut(
        id=round_.id,
        line=unit.line,
        shaft=unit.shaft,
        turns=unit.turns,
        choices=[
            WheelChoice(names=names, says=f"{rate:.3g} a turn" if named else "") for rate, names in wheels
        ],
        named=round_.named,
        right=round_.right,
        truth=" or ".join(truth),
        says=_says(unit.turns, hurt) if hurt else "",
        won=won,
        played=played,
    )


def _says(turns: float, hurt: sound_source.HurtWheel) -> str:
    """How it could be told."""
    return f"{hurt.per_turn * turns:.0f} clicks in {turns:g} turns, {hurt.per_turn:.3g} a turn."
