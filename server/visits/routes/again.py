"""Routes of what is looked at again once a unit is in use, and of that use."""

from __future__ import annotations

from datetime import date
from decimal import Decimal
from typing import Annotated
from uuid import UUID

from django.http import HttpResponse
from django.utils import timezone
from ninja import Router
from pydantic import Field

from sums.base import Model, Problem
from workshop.authentication import MemberRequest

from .. import services
from ..kept_steps import visit_answer
from ..models import OF_A_CHECK, Reminder, Visit
from ..schemas import VisitOut
from ..services.base import own_visit

router = Router(tags=["again"])
PROBLEMS = {404: Problem, 409: Problem, 422: Problem, 503: Problem}


class AgainIn(Model):
    """When it is to be looked at again: on a day, after so much use, or not at all."""

    on: date | None
    after: Annotated[Decimal, Field(gt=0, lt=10_000, max_digits=6, decimal_places=1)] | None = None
    by: Annotated[str, Field(max_length=20)] = ""


class UsedIn(Model):
    used: Annotated[Decimal, Field(ge=0, lt=100_000, max_digits=7, decimal_places=1)] = Field(
        description="Since it was filed, all of it: said twice it is the same"
    )


class ReminderOut(Model):
    """Something to look at again, made when the visit was filed."""

    id: UUID
    says: str
    when: str = Field(description="By a day, or by use and how much of it there was")
    due: bool
    done: bool
    check: str = Field(description="Key of the check of the proof it stands for; empty for none")


class DoneIn(Model):
    done: bool


@router.put("/visits/{visit_id}/again", response={200: VisitOut, **PROBLEMS})
def look_again(request: MemberRequest, visit_id: UUID, body: AgainIn) -> HttpResponse:
    """Say when it is to be looked at again."""
    return visit_answer(services.look_again(request.user, visit_id, body.on, body.after, body.by))


@router.put("/visits/{visit_id}/used", response={200: VisitOut, **PROBLEMS})
def used(request: MemberRequest, visit_id: UUID, body: UsedIn) -> HttpResponse:
    """How much it was used since it was filed."""
    return visit_answer(services.report_use(request.user, visit_id, body.used))


@router.get("/visits/{visit_id}/reminders", response={200: list[ReminderOut], **PROBLEMS})
def reminders(request: MemberRequest, visit_id: UUID) -> list[ReminderOut]:
    """What is to be looked at again."""
    return _reminders(own_visit(request.user, visit_id))


@router.put("/visits/{visit_id}/reminders/{reminder_id}", response={200: list[ReminderOut], **PROBLEMS})
def done(request: MemberRequest, visit_id: UUID, reminder_id: UUID, body: DoneIn) -> list[ReminderOut]:
    """It was looked at, or not after all."""
    return _reminders(services.done_again(request.user, visit_id, reminder_id, body.done))


def _reminders(visit: Visit) -> list[ReminderOut]:
    return [_reminder(reminder, visit) for reminder in visit.reminders.all()]


def _reminder(reminder: Reminder, visit: Visit) -> ReminderOut:
    by_use = reminder.after is not None and visit.used_since >= reminder.after
    by_day = reminder.on is not None and reminder.on <= timezone.localdate()
    return ReminderOut(
        id=reminder.id,
        says=reminder.says,
        when=services.when_again(reminder, visit),
        due=not reminder.done and (by_use or by_day),
        done=reminder.done,
        check=reminder.key.removeprefix(OF_A_CHECK) if reminder.of_a_check else "",
    )
