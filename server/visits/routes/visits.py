"""Routes of the visits: the bench, the strip, the build and the file."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated, Literal
from uuid import UUID

from django.http import HttpResponse
from ninja import Query, Router
from pydantic import Field

from gearing.strip.entry import name_of
from gearing.workshop.stages import bench_says
from gearing.workshop.units import unit_kind
from sums.base import Model, Problem
from sums.entry import Line
from workshop.authentication import MemberRequest

from .. import services
from ..kept_steps import visit_answer
from ..mapping import entry_of
from ..models import Piece
from ..schemas import (
    StepOut,
    TickOut,
    UnitCard,
    UnitOut,
    UnitPage,
    VisitOut,
    VisitPage,
    cards_of,
    step_out,
    unit_out,
)
from ..services.base import own_visit
from ..wording import in_words_of

router = Router(tags=["visits"])
MOST_HISTORY = 400
Words = Annotated[str, Query(max_length=120)]
Page = Annotated[int, Query(ge=1, le=100_000)]
PROBLEMS = {404: Problem, 409: Problem, 422: Problem, 503: Problem}
Note = Annotated[str, Field(max_length=2000)]
Picks = Annotated[list[Annotated[str, Field(max_length=60)]], Field(max_length=30)]


class NewVisit(Model):
    """A unit taken in: a new one, or one that was here before under its id."""

    unit_id: UUID
    kind: Annotated[str, Field(max_length=20)]
    label: Annotated[str, Field(min_length=1, max_length=80)]
    model: Annotated[str, Field(max_length=120)] = ""
    owner_label: Annotated[str, Field(max_length=80)] = ""
    use_so_far: Annotated[str, Field(max_length=120)] = ""
    complaint: Note = ""
    symptoms: Picks = Field(default_factory=list)
    conditions: Picks = Field(default_factory=list)


class StepIn(Model):
    line: Line
    photos: Annotated[list[UUID], Field(max_length=20)] = Field(default_factory=list)
    based_on: Line | None = Field(default=None, description="The line it had; empty for a new step")


class Undone(Model):
    undone: bool


class StageIn(Model):
    stage: Annotated[str, Field(max_length=10)]
    based_on: Annotated[str, Field(max_length=10)] | None = None


class WaitsState(Model):
    """What a visit waited for, as a device knew it."""

    waits_for: Annotated[str, Field(max_length=10)]
    waits_note: Annotated[str, Field(max_length=200)] = ""


class WaitsIn(Model):
    waits_for: Literal["me", "part", "cure", "decision", "owner"]
    note: Annotated[str, Field(max_length=200)] = ""
    based_on: WaitsState | None = None


class CheckIn(Model):
    check: Annotated[str, Field(max_length=200)]
    done: bool


class WatchIn(Model):
    text: Note
    based_on: Note | None = None


class PickOut(Model):
    """A value to pick visits by, and how many units have it."""

    key: str
    label: str
    units: int


class UnitPicks(Model):
    kinds: list[PickOut]
    models: list[PickOut]
    owners: list[PickOut]


class ChangedOut(Model):
    changed_at: datetime


class HistoryLine(Model):
    """One line of a visit's history. `what` is the piece, empty for the visit itself."""

    id: int
    at: datetime
    who: str
    verb: str
    what: str
    before: str
    after: str
    undo: bool = Field(description="Whether it can be taken back: nothing came after it")


class TickIn(Model):
    piece_id: UUID
    outcome: Literal["in", "new", "spare", "off"]
    count: Annotated[int, Field(ge=1, le=999)]


@router.get("/visits", response={200: VisitPage, **PROBLEMS})
def bench(
    request: MemberRequest,
    words: Words = "",
    state: Literal["all", "open", "filed"] = "all",
    unit: UUID | None = None,
    page: Page = 1,
    kind: Words = "",
    model: Words = "",
    owner: Words = "",
) -> VisitPage:
    """Visits by what is remembered of them, last touched first: any part of unit, owner or complaint.

    `kind`, `model` and `owner` must be exactly as they were said.
    """
    picked = {"kind": kind, "model": model, "owner_label": owner}
    visits, pages = services.find_visits(request.user, words, state, unit, picked).page(page)
    whole = state == "open" and not (words or unit or any(picked.values()))
    waiting = services.waiting_for_oneself(request.user, visits, pages.total) if whole else 0
    return cards_of(visits, pages, bench_says(pages.total, waiting) if whole else "")


@router.get("/visits/known", response={200: UnitPicks, **PROBLEMS})
def known(request: MemberRequest) -> UnitPicks:
    """What visits can be picked by: kinds, models and owners that were here, the most often first."""
    found = services.known_of(request.user)
    return UnitPicks(
        kinds=[PickOut(key=key, label=unit_kind(key).label, units=n) for key, n in found["kind"]],
        models=[PickOut(key=key, label=key, units=n) for key, n in found["model"]],
        owners=[PickOut(key=key, label=key, units=n) for key, n in found["owner_label"]],
    )


@router.get("/units", response={200: UnitPage, **PROBLEMS})
def units(request: MemberRequest, words: Words = "", page: Page = 1) -> UnitPage:
    """Units that were here, the last first, to take one in again."""
    units, pages = services.find_units(request.user, words).page(page)
    return UnitPage(
        units=[
            UnitCard(unit=unit_out(unit), visits=unit.many, last=unit.last, open_visit=unit.open_visit)
            for unit in units
        ],
        total=pages.total,
        page=pages.page,
        pages=pages.pages,
    )


@router.get("/units/{unit_id}", response={200: UnitOut, **PROBLEMS})
def unit(request: MemberRequest, unit_id: UUID) -> UnitOut:
    """One unit."""
    return unit_out(services.own_unit(request.user, unit_id))


@router.put("/visits/{visit_id}", response={200: VisitOut, **PROBLEMS})
def open_visit(request: MemberRequest, visit_id: UUID, body: NewVisit) -> HttpResponse:
    """Take a unit in."""
    fields = body.model_dump(exclude={"unit_id"})
    return visit_answer(services.open_visit(request.user, visit_id, body.unit_id, fields))


@router.get("/visits/{visit_id}", response={200: VisitOut, **PROBLEMS})
def visit(request: MemberRequest, visit_id: UUID, since: datetime | None = None) -> HttpResponse:
    """All of one visit; with `since`, its `changed_at` as known, only those of its steps that changed."""
    return visit_answer(own_visit(request.user, visit_id), since)


@router.get("/visits/{visit_id}/changed", response={200: ChangedOut, **PROBLEMS})
def changed(request: MemberRequest, visit_id: UUID) -> ChangedOut:
    """When the record last changed, for a device that wants to keep up with another."""
    return ChangedOut(changed_at=own_visit(request.user, visit_id).changed_at)


@router.get("/visits/{visit_id}/history", response={200: list[HistoryLine], **PROBLEMS})
def history(request: MemberRequest, visit_id: UUID, before: int | None = None) -> list[HistoryLine]:
    """Who did what, newest first, with what it was before and after; `before` a line, what came earlier."""
    visit = own_visit(request.user, visit_id)
    pieces = {piece.id: entry_of(piece) for piece in Piece.objects.filter(step__visit=visit)}
    changes = visit.changes.select_related("member").order_by("-id")
    if before is not None:
        changes = changes.filter(id__lt=before)
    lines, now = [], services.standing_now(visit)
    for change in changes[:MOST_HISTORY]:
        piece = pieces.get(change.subject)
        kind = piece.kind if piece else ""
        lines.append(
            HistoryLine(
                id=change.id,
                at=change.at,
                who=change.member.called,
                verb=change.verb,
                what=name_of(piece) if piece else "",
                before=in_words_of(change.before, kind),
                after=in_words_of(change.after, kind),
                undo=services.can_be_undone(change, now),
            )
        )
    return lines


@router.delete("/visits/{visit_id}/history/{change_id}", response={200: list[HistoryLine], **PROBLEMS})
def undo(request: MemberRequest, visit_id: UUID, change_id: int) -> list[HistoryLine]:
    """Take a line of the history back; that is a line of its own."""
    services.undo_change(request.user, visit_id, change_id)
    return history(request, visit_id)


@router.put("/visits/{visit_id}/stage", response={200: VisitOut, **PROBLEMS})
def stage(request: MemberRequest, visit_id: UUID, body: StageIn) -> HttpResponse:
    """Move to a stage."""
    return visit_answer(services.enter_stage(request.user, visit_id, body.stage, body.based_on))


@router.put("/visits/{visit_id}/waits", response={200: VisitOut, **PROBLEMS})
def waits(request: MemberRequest, visit_id: UUID, body: WaitsIn) -> HttpResponse:
    """Say what the visit waits for."""
    based_on = body.based_on.model_dump() if body.based_on else None
    return visit_answer(services.wait_for(request.user, visit_id, body.waits_for, body.note, based_on))


@router.put("/visits/{visit_id}/check", response={200: VisitOut, **PROBLEMS})
def check(request: MemberRequest, visit_id: UUID, body: CheckIn) -> HttpResponse:
    """Tick one of the checks that prove the unit."""
    return visit_answer(services.set_check(request.user, visit_id, body.check, body.done))


@router.put("/visits/{visit_id}/watch", response={200: VisitOut, **PROBLEMS})
def watch(request: MemberRequest, visit_id: UUID, body: WatchIn) -> HttpResponse:
    """Note what to watch and when to open it next."""
    return visit_answer(services.note_to_watch(request.user, visit_id, body.text, body.based_on))


@router.put("/visits/{visit_id}/steps/{step_id}", response={200: StepOut, **PROBLEMS})
def record_step(request: MemberRequest, visit_id: UUID, step_id: UUID, body: StepIn) -> StepOut:
    """Lay a piece down in the row, or reword it there."""
    return step_out(
        services.record_step(request.user, visit_id, step_id, body.line, body.photos, body.based_on)
    )


@router.put("/visits/{visit_id}/steps/{step_id}/undone", response={200: StepOut, **PROBLEMS})
def undo_step(request: MemberRequest, visit_id: UUID, step_id: UUID, body: Undone) -> StepOut:
    """Take a step back, or bring it back."""
    return step_out(services.set_undone(request.user, visit_id, step_id, body.undone))


@router.put("/visits/{visit_id}/ticks/{tick_id}", response={200: TickOut, **PROBLEMS})
def tick(request: MemberRequest, visit_id: UUID, tick_id: UUID, body: TickIn) -> TickOut:
    """Count pieces back in."""
    made = services.tick(request.user, visit_id, tick_id, body.piece_id, body.outcome, body.count)
    return TickOut(id=made.id, outcome=made.outcome, count=made.count)


@router.delete("/visits/{visit_id}/ticks/{tick_id}", response={200: TickOut, **PROBLEMS})
def untick(request: MemberRequest, visit_id: UUID, tick_id: UUID) -> TickOut:
    """Take a count back."""
    undone = services.untick(request.user, visit_id, tick_id)
    return TickOut(id=undone.id, outcome=undone.outcome, count=undone.count)
