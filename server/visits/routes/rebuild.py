"""Routes of the rebuild: its plan, what is said of its steps, and the timers of its cures."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated
from uuid import UUID

from ninja import Router
from pydantic import Field

from sums.base import Model, Problem
from workshop.authentication import MemberRequest

from .. import services
from ..models import Timer
from ..schemas import PlanOut, plan_out
from ..services.base import own_visit

router = Router(tags=["rebuild"])
PROBLEMS = {404: Problem, 409: Problem, 422: Problem, 503: Problem}
Key = Annotated[str, Field(pattern=r"^[a-z]{1,20}:\d{1,5}(\.\d{1,2})?$")]


class MarkIn(Model):
    """What is said of a step the rules put in; what is left out stays as it was."""

    struck: bool | None = None
    after: Key | None = Field(default=None, description="The step it is to follow, by its key")
    done: bool | None = None


class TimerIn(Model):
    label: Annotated[str, Field(min_length=1, max_length=120)]
    minutes: Annotated[float, Field(gt=0, le=20_000)]
    tick_id: UUID | None = Field(default=None, description="The count it begins with, and ends with")


class TimerOut(Model):
    id: UUID
    visit_id: UUID
    unit: str
    label: str
    ends_at: datetime
    stopped: bool


@router.get("/visits/{visit_id}/plan", response={200: PlanOut, **PROBLEMS})
def plan(request: MemberRequest, visit_id: UUID) -> PlanOut:
    """The rebuild, step by step."""
    visit = own_visit(request.user, visit_id)
    return plan_out(visit, services.bench_of(request.user, visit))


@router.put("/visits/{visit_id}/plan/{key}", response={200: PlanOut, **PROBLEMS})
def mark(request: MemberRequest, visit_id: UUID, key: Key, body: MarkIn) -> PlanOut:
    """Strike, move or tick a step the rules put in."""
    visit = services.mark_step(
        request.user, visit_id, key, struck=body.struck, after=body.after, done=body.done
    )
    return plan_out(visit, services.bench_of(request.user, visit))


@router.get("/timers", response=list[TimerOut])
def timers(request: MemberRequest) -> list[TimerOut]:
    """What runs at this bench, the next to end first."""
    running = Timer.objects.filter(visit__workshop_id=request.user.workshop_id, stopped=False)
    return [_timer(timer) for timer in running.select_related("visit__unit")[:50]]


@router.put("/visits/{visit_id}/timers/{timer_id}", response={200: TimerOut, **PROBLEMS})
def start(request: MemberRequest, visit_id: UUID, timer_id: UUID, body: TimerIn) -> TimerOut:
    """Let a cure run."""
    made = services.start_timer(request.user, visit_id, timer_id, body.label, body.minutes, body.tick_id)
    return _timer(made)


@router.delete("/visits/{visit_id}/timers/{timer_id}", response={200: TimerOut, **PROBLEMS})
def stop(request: MemberRequest, visit_id: UUID, timer_id: UUID) -> TimerOut:
    """End a timer."""
    return _timer(services.stop_timer(request.user, visit_id, timer_id))


def _timer(timer: Timer) -> TimerOut:
    return TimerOut(
        id=timer.id,
        visit_id=timer.visit_id,
        unit=timer.visit.unit.label,
        label=timer.label,
        ends_at=timer.ends_at,
        stopped=timer.stopped,
    )
