"""What is wrong with a unit: checks made, the cause found, and what the workshop learns of it."""

from __future__ import annotations

from typing import Any
from uuid import UUID

from django.db.models import Count, Max, QuerySet

from gearing.diagnosis import checks, faults
from gearing.errors import GearingError
from gearing.workshop.stages import FILED
from workshop.models import Member
from workshop.transactions import write

from ..models import Trial, Visit
from .base import own_visit, remember
from .visits import set_fields


@write
def answer_check(
    member: Member, visit_id: UUID, key: str, answer: str | float | None, figure: str = ""
) -> Visit:
    """Keep what a check gave, with the figure it was read from; none takes it back.

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
        as_said = "" if str(answer) in (kept.answer, check.answers[kept.answer]) else str(answer)[:40]
        kept.figure = figure or as_said
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
        raise _no_such_fault(cause)
    base = None if based_on is None else {"cause": based_on}
    return set_fields(visit, member, "cause", base, cause=cause)


def _no_such_fault(key: str) -> GearingError:
    return GearingError(
        f"There is no fault called “{key}”.",
        code="unknown_fault",
        field="cause",
        hint="Take one that was named.",
    )


@write
def set_goal(member: Member, visit_id: UUID, goal: str) -> Visit:
    """Say which suspected fault the strip is to reach; none opens all of it.

    Raises
    ------
    GearingError
        If there is no such fault.
    """
    visit = own_visit(member, visit_id, lock=True)
    if goal and goal not in faults():
        raise _no_such_fault(goal)
    return set_fields(visit, member, "goal", None, goal=goal)


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
    filed = _teaching(visit.unit.workshop_id, visit.unit.kind)
    return {row["cause"]: float(row["many"]) for row in filed.values("cause").annotate(many=Count("id"))}


def learnt(member: Member) -> list[tuple[str, str, int]]:
    """What the workshop learnt: kind of unit, fault, and in how many filed visits it was that."""
    rows = _teaching(member.workshop_id).values("unit__kind", "cause").annotate(many=Count("id"))
    made = [(row["unit__kind"], row["cause"], row["many"]) for row in rows]
    return sorted(made, key=lambda row: (row[0], -row[2], row[1]))


@write
def set_teaching(member: Member, kind: str, teaches: bool) -> None:
    """Forget what filed visits of a kind of unit taught, or take it up again; the visits stay as they are."""
    filed = Visit.objects.filter(workshop_id=member.workshop_id, stage=FILED).exclude(cause="")
    filed.filter(unit__kind=kind).exclude(teaches=teaches).update(teaches=teaches)


def _teaching(workshop_id: int, kind: str = "") -> QuerySet[Visit]:
    """Filed visits whose cause is known, and counts."""
    filed = Visit.objects.filter(workshop_id=workshop_id, stage=FILED, teaches=True).exclude(cause="")
    return filed.filter(unit__kind=kind) if kind else filed
