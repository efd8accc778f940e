"""What is wrong with a unit: checks made, the cause found, and what the workshop learns of it."""

from __future__ import annotations

from typing import Any
from uuid import UUID

from django.db.models import Count, Max

from gearing.diagnosis import checks, faults
from gearing.errors import GearingError
from gearing.workshop.stages import FILED
from workshop.models import Member
from workshop.transactions import write

from ..models import Trial, Visit
from .base import own_visit, remember
from .visits import set_fields


@write
def answer_check(member: Member, visit_id: UUID, key: str, answer: str | float | None) -> Visit:
    """Keep what a check gave; none takes it back.

    Raises
    ------
    GearingError
        If there is no such check, or that is no answer to it.
    """
    visit = own_visit(member, visit_id, lock=True)
    check = checks().get(key)
    if check is None:
        raise GearingError(
            f"There is no check called “{key}”.",
            code="unknown_check",
            field="check",
            hint="Reload the page.",
        )
    kept = Trial.objects.filter(visit=visit, check_key=key).first()
    before = _said(kept)
    if answer is None:
        if kept:
            kept.taken_back = True
    else:
        last = visit.trials.aggregate(last=Max("order"))["last"] or 0
        kept = kept or Trial(visit=visit, check_key=key, recorded_by=member)
        kept.answer, kept.taken_back = check.answer_of(answer), False
        kept.figure = "" if str(answer) in (kept.answer, check.answers[kept.answer]) else str(answer)[:40]
        if not before:
            kept.order = last + 1
    if kept and _said(kept) != before:
        kept.save()
        remember(visit, member, "tried", visit.id, before=before, after=_said(kept))
    return visit


def _said(trial: Trial | None) -> dict[str, Any] | None:
    if trial is None or trial.taken_back:
        return None
    return {"trial": f"{trial.check_key} {trial.answer}", "figure": trial.figure}


@write
def name_cause(member: Member, visit_id: UUID, cause: str, based_on: str | None = None) -> Visit:
    """Say what it turned out to be, or that it is open again.

    Raises
    ------
    GearingError
        If there is no such fault.
    """
    visit = own_visit(member, visit_id, lock=True)
    if cause and cause not in faults():
        raise GearingError(
            f"There is no fault called “{cause}”.",
            code="unknown_fault",
            field="cause",
            hint="Take one that was named.",
        )
    base = None if based_on is None else {"cause": based_on}
    return set_fields(visit, member, "cause", base, cause=cause)


@write
def say_notice(member: Member, visit_id: UUID) -> Visit:
    """Keep that what law or licence says of such a unit was said."""
    visit = own_visit(member, visit_id, lock=True)
    return set_fields(visit, member, "notice said", None, notice_said=True)


@write
def hear_again(
    member: Member, visit_id: UUID, said: dict[str, Any], based_on: dict[str, Any] | None = None
) -> Visit:
    """Correct what was said when the unit came in."""
    visit = own_visit(member, visit_id, lock=True)
    return set_fields(visit, member, "complaint", based_on, **said)


def met_before(visit: Visit) -> dict[str, float]:
    """How often each fault was the cause in such units of this workshop, by its filed visits."""
    filed = Visit.objects.filter(
        unit__workshop_id=visit.unit.workshop_id, unit__kind=visit.unit.kind, stage=FILED
    ).exclude(cause="")
    return {row["cause"]: float(row["many"]) for row in filed.values("cause").annotate(many=Count("id"))}
