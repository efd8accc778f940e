"""Routes of recordings: kept with the visit, heard by the core against the visit's own train."""

from __future__ import annotations

import base64
import json
from dataclasses import replace
from typing import Annotated
from uuid import UUID

from django.core.files.uploadedfile import SimpleUploadedFile
from django.http import Http404, HttpResponse
from django.http.response import HttpResponseBase
from ninja import File, Form, Router
from ninja.files import UploadedFile
from pydantic import Field

from gearing.strip.entry import Entry
from gearing.strip.train_line import train_line
from instruments import sound_source
from sums.apart import apart
from sums.base import Model, Problem
from sums.sound import SoundOut
from workshop.authentication import MemberRequest
from workshop.files import file_answer

from .. import services
from ..mapping import entry_of, live_pins
from ..models import Sound, Visit
from ..services.base import own_visit
from .guide import like_it

router = Router(tags=["sounds"])
PROBLEMS = {404: Problem, 409: Problem, 422: Problem, 503: Problem}
ROWS_LOOKED_AT = 6
"""Earlier rows in which a train is looked for."""


class TurnedState(Model):
    """How a unit was turned as it was recorded."""

    turns: Annotated[float, Field(gt=0, le=10_000)] | None = Field(
        default=None, description="Whole turns of the shaft, by hand, from start to end"
    )
    rpm: Annotated[float, Field(gt=0, le=1_000_000)] | None = Field(
        default=None, description="Its speed, where it ran by itself"
    )
    shaft: Annotated[str, Field(max_length=20)] = ""
    train: Annotated[str, Field(max_length=2000)] = ""
    turned_so: Annotated[str, Field(max_length=200)] = Field(
        default="", description="Battery, load, where it lay: only the same is compared"
    )


class TurnedIn(TurnedState):
    repaired: bool | None = None
    based_on: TurnedState | None = None


class KeptSound(TurnedState):
    """A recording kept with the visit."""

    id: UUID
    seconds: float
    repaired: bool
    before: UUID | None = Field(
        description="The one it is compared with, made before the repair the same way"
    )


class SoundsOut(Model):
    """The recordings of a visit, and the train its row or an earlier one gives."""

    sounds: list[KeptSound]
    train: str
    train_of: str = Field(description="Whose row that train is from; empty for its own or none")
    source: bool = Field(description="Whether a sound source answers, to record from without a microphone")


class DroppedIn(Model):
    taken_back: bool


@router.get("/visits/{visit_id}/sounds", response={200: SoundsOut, **PROBLEMS})
def sounds(request: MemberRequest, visit_id: UUID) -> SoundsOut:
    """What was recorded, the first first."""
    return _all_of(own_visit(request.user, visit_id))


@router.post("/visits/{visit_id}/sounds/{sound_id}", response={200: KeptSound, **PROBLEMS})
def add_sound(
    request: MemberRequest, visit_id: UUID, sound_id: UUID, file: File[UploadedFile], body: Form[TurnedState]
) -> KeptSound:
    """Keep a recording. Sending the same id again changes nothing."""
    return _kept(services.add_sound(request.user, visit_id, sound_id, file, body.model_dump()))


@router.put("/visits/{visit_id}/sounds/{sound_id}/source", response={200: KeptSound, **PROBLEMS})
def from_source(request: MemberRequest, visit_id: UUID, sound_id: UUID, body: TurnedIn) -> KeptSound:
    """Record from the sound source at the bench."""
    visit = own_visit(request.user, visit_id)
    mended = services.is_repaired(visit) if body.repaired is None else body.repaired
    name = f"visit-{str(visit.id)[:24]}"
    unit = sound_source.shown(name, body.train)
    content = sound_source.record(name, body.train, mended=mended)
    turned = {"turns": unit.turns, "rpm": None, "shaft": unit.shaft, "train": unit.line}
    turned["turned_so"] = body.turned_so
    file = SimpleUploadedFile("source.wav", content)
    return _kept(services.add_sound(request.user, visit_id, sound_id, file, turned))


@router.put("/visits/{visit_id}/sounds/{sound_id}/turned", response={200: KeptSound, **PROBLEMS})
def say_turned(request: MemberRequest, visit_id: UUID, sound_id: UUID, body: TurnedIn) -> KeptSound:
    """Put right how it was turned."""
    turned = body.model_dump(exclude={"based_on", "repaired"})
    if body.repaired is not None:
        turned["repaired"] = body.repaired
    based_on = body.based_on.model_dump() if body.based_on else None
    return _kept(services.say_turned(request.user, visit_id, sound_id, turned, based_on))


@router.put("/visits/{visit_id}/sounds/{sound_id}/dropped", response={200: SoundsOut, **PROBLEMS})
def drop_sound(request: MemberRequest, visit_id: UUID, sound_id: UUID, body: DroppedIn) -> SoundsOut:
    """Take a recording back, or put it on the table again."""
    services.drop_sound(request.user, visit_id, sound_id, body.taken_back)
    return _all_of(own_visit(request.user, visit_id))


@router.get("/visits/{visit_id}/sounds/{sound_id}/heard", response={200: SoundOut, **PROBLEMS})
def heard(request: MemberRequest, visit_id: UUID, sound_id: UUID) -> HttpResponse:
    """What the core hears in it."""
    own_visit(request.user, visit_id)
    sound = Sound.objects.filter(visit_id=visit_id).get_or_404(id=sound_id)
    before = _before(sound)
    asked = {
        "wav": _content(sound),
        "before": _content(before) if before else "",
        "turns": sound.turns,
        "rpm": sound.rpm,
        "shaft": sound.shaft,
        "line": sound.train,
    }
    return HttpResponse(apart().compute("sound", json.dumps(asked)), content_type="application/json")


@router.get("/sounds/{sound_id}", response={200: bytes, 404: Problem})
def sound(request: MemberRequest, sound_id: UUID, through: bool = False) -> HttpResponseBase:
    """The recording itself, for members of its workshop only; `through` us where a page reads it."""
    kept = Sound.objects.filter(id=sound_id, visit__workshop_id=request.user.workshop_id).first()
    if kept is None:
        raise Http404
    return file_answer(kept.wav, "audio/wav", through=through)


def _content(sound: Sound) -> str:
    try:
        with sound.wav.open() as file:
            return base64.b64encode(file.read()).decode()
    except FileNotFoundError:
        raise Http404 from None


def _before(sound: Sound) -> Sound | None:
    """The last one before the repair that was made the same way."""
    if not sound.repaired:
        return None
    others = Sound.objects.filter(
        visit_id=sound.visit_id, taken_back=False, repaired=False, turned_so=sound.turned_so
    )
    alike: Sound | None = others.filter(rpm__isnull=sound.rpm is None).last()
    return alike


def _kept(sound: Sound) -> KeptSound:
    before = _before(sound)
    return KeptSound(
        id=sound.id,
        seconds=sound.seconds,
        repaired=sound.repaired,
        turns=sound.turns,
        rpm=sound.rpm,
        shaft=sound.shaft,
        train=sound.train,
        turned_so=sound.turned_so,
        before=before.id if before else None,
    )


def _all_of(visit: Visit) -> SoundsOut:
    kept = list(visit.sounds.filter(taken_back=False))
    line, of = train_of(visit)
    said = next((sound.train for sound in reversed(kept) if sound.train), "")
    return SoundsOut(
        sounds=[_kept(sound) for sound in kept],
        train=said or line,
        train_of="" if said else of,
        source=bool(sound_source.greeting()),
    )


def train_of(visit: Visit) -> tuple[str, str]:
    """The train of a unit by its row, else by its guide or an earlier row, and whose that is."""
    if line := train_line(_entries(visit)):
        return line, ""
    unit = visit.unit
    same = [
        other
        for other in like_it(visit)[:ROWS_LOOKED_AT]
        if other.unit_id == unit.id or (unit.model and other.unit.model == unit.model)
    ]
    for other in [visit.guide] if visit.guide else same:
        if line := train_line(_entries(other)):
            return line, f"{other.unit.label}, visit {other.number}"
    return "", ""


def _entries(visit: Visit) -> list[Entry]:
    """The pieces of a row, counted as they were read where the line did not say."""
    made = []
    for step in visit.steps.filter(number__isnull=False).prefetch_related("pieces", "pieces__pins"):
        for piece in step.live_pieces:
            entry = entry_of(piece)
            read = tuple(pin.request["teeth"] for pin in live_pins(piece) if not pin.request.get("form"))
            made.append(replace(entry, teeth=read) if read and not entry.teeth else entry)
    return made
