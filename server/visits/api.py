"""Routes of the visits: the bench, the strip, the build and the file."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated, Any, Literal
from uuid import UUID

from django.db.models import Count, OuterRef, Q, Subquery
from ninja import Router
from pydantic import Field

from gearing.entry import name_of
from sums.base import Model, Problem
from sums.entry import Line
from workshop.requests import MemberRequest

from . import services
from .models import Photo, Visit
from .record import entry_of
from .services.base import own_visit
from .shapes import (
    StepOut,
    TickOut,
    VisitCard,
    VisitOut,
    card,
    step_out,
    visit_out,
)

router = Router(tags=["visits"])
MOST_HISTORY = 400
PROBLEMS = {404: Problem, 422: Problem, 503: Problem}
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


class Undone(Model):
    undone: bool


class StageIn(Model):
    stage: Annotated[str, Field(max_length=10)]


class WaitsIn(Model):
    waits_for: Literal["me", "part", "cure", "decision", "owner"]
    note: Annotated[str, Field(max_length=200)] = ""


class CheckIn(Model):
    check: Annotated[str, Field(max_length=200)]
    done: bool


class WatchIn(Model):
    text: Note


class ChangedOut(Model):
    changed_at: datetime


class HistoryLine(Model):
    """One line of a visit's history. `what` is the piece, or what was changed."""

    at: datetime
    who: str
    verb: str
    what: str


class TickIn(Model):
    piece_id: UUID
    outcome: Literal["in", "new", "spare", "off"]
    count: Annotated[int, Field(ge=1, le=999)]


@router.get("/visits", response=list[VisitCard])
def bench(request: MemberRequest) -> list[VisitCard]:
    """The visits at hand, last touched first."""
    newest = Photo.objects.filter(visit=OuterRef("pk")).order_by("-recorded_at").values("id")[:1]
    visits = (
        Visit.objects.filter(unit__workshop_id=request.user.workshop_id)
        .select_related("unit")
        .annotate(pieces=Count("steps", filter=Q(steps__number__isnull=False)), photo=Subquery(newest))
    )
    return [card(visit) for visit in visits[:200]]


@router.put("/visits/{visit_id}", response={200: VisitOut, **PROBLEMS})
def open_visit(request: MemberRequest, visit_id: UUID, given: NewVisit) -> VisitOut:
    """Take a unit in."""
    fields = given.model_dump(exclude={"unit_id"})
    return visit_out(services.open_visit(request.user, visit_id, given.unit_id, fields))


@router.get("/visits/{visit_id}", response={200: VisitOut, **PROBLEMS})
def visit(request: MemberRequest, visit_id: UUID) -> VisitOut:
    """All of one visit."""
    return visit_out(own_visit(request.user, visit_id))


@router.get("/visits/{visit_id}/changed", response={200: ChangedOut, **PROBLEMS})
def changed(request: MemberRequest, visit_id: UUID) -> ChangedOut:
    """When the record last changed, for a device that wants to keep up with another."""
    return ChangedOut(changed_at=own_visit(request.user, visit_id).changed_at)


@router.get("/visits/{visit_id}/history", response={200: list[HistoryLine], **PROBLEMS})
def history(request: MemberRequest, visit_id: UUID) -> list[HistoryLine]:
    """Who did what, newest first: nothing of a record is ever lost."""
    visit = own_visit(request.user, visit_id)
    names = {step.id: name_of(entry_of(step.piece)) for step in visit.steps.select_related("piece")}
    return [
        HistoryLine(
            at=change.at,
            who=change.member.called,
            verb=change.verb,
            what=names.get(change.subject, "") or _told(change.after) or _told(change.before),
        )
        for change in visit.changes.select_related("member").order_by("-id")[:MOST_HISTORY]
    ]


def _told(change: Any) -> str:
    """The change itself in a few words, where it is of no piece."""
    if not isinstance(change, dict):
        return ""
    return ", ".join(f"{name} {value}" for name, value in change.items() if isinstance(value, str) and value)[
        :120
    ]


@router.put("/visits/{visit_id}/stage", response={200: VisitOut, **PROBLEMS})
def stage(request: MemberRequest, visit_id: UUID, given: StageIn) -> VisitOut:
    """Move to a stage."""
    return visit_out(services.enter_stage(request.user, visit_id, given.stage))


@router.put("/visits/{visit_id}/waits", response={200: VisitOut, **PROBLEMS})
def waits(request: MemberRequest, visit_id: UUID, given: WaitsIn) -> VisitOut:
    """Say what the visit waits for."""
    return visit_out(services.wait_for(request.user, visit_id, given.waits_for, given.note))


@router.put("/visits/{visit_id}/check", response={200: VisitOut, **PROBLEMS})
def check(request: MemberRequest, visit_id: UUID, given: CheckIn) -> VisitOut:
    """Tick one of the checks that prove the unit."""
    return visit_out(services.set_check(request.user, visit_id, given.check, given.done))


@router.put("/visits/{visit_id}/watch", response={200: VisitOut, **PROBLEMS})
def watch(request: MemberRequest, visit_id: UUID, given: WatchIn) -> VisitOut:
    """Note what to watch and when to open it next."""
    return visit_out(services.note_to_watch(request.user, visit_id, given.text))


@router.put("/visits/{visit_id}/steps/{step_id}", response={200: StepOut, **PROBLEMS})
def record_step(request: MemberRequest, visit_id: UUID, step_id: UUID, given: StepIn) -> StepOut:
    """Lay a piece down in the row, or reword it there."""
    return step_out(services.record_step(request.user, visit_id, step_id, given.line, given.photos))


@router.put("/visits/{visit_id}/steps/{step_id}/undone", response={200: StepOut, **PROBLEMS})
def undo_step(request: MemberRequest, visit_id: UUID, step_id: UUID, given: Undone) -> StepOut:
    """Take a step back, or bring it back."""
    return step_out(services.set_undone(request.user, visit_id, step_id, given.undone))


@router.put("/visits/{visit_id}/ticks/{tick_id}", response={200: TickOut, **PROBLEMS})
def tick(request: MemberRequest, visit_id: UUID, tick_id: UUID, given: TickIn) -> TickOut:
    """Count pieces back in."""
    made = services.tick(request.user, visit_id, tick_id, given.piece_id, given.outcome, given.count)
    return TickOut(id=made.id, outcome=made.outcome, count=made.count)


@router.delete("/visits/{visit_id}/ticks/{tick_id}", response={200: TickOut, **PROBLEMS})
def untick(request: MemberRequest, visit_id: UUID, tick_id: UUID) -> TickOut:
    """Take a count back."""
    undone = services.untick(request.user, visit_id, tick_id)
    return TickOut(id=undone.id, outcome=undone.outcome, count=undone.count)
