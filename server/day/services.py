"""What the day is planned from: open visits by the work of their next stage, cures, promises and orders."""

from __future__ import annotations

from collections import Counter, defaultdict
from collections.abc import Iterator, Mapping
from uuid import UUID

from django.utils import timezone

from gearing.workshop.day import STRIP_SHARE, DayPlan, DayVisit, plan_day
from gearing.workshop.stages import FILED
from orders.models import OrderLine
from visits.models import ProofResult, Timer, Visit
from workshop.models import Member

from .due import DueItem, due_of
from .rows import NOTHING, RowWork, rows_of

MOST_VISITS = 200
"""Visits a day is planned from: those touched last. Nobody has more of them open on a bench."""

MINE = ("me", "cure", "decision")
"""What a visit waits for where the bench itself goes on with it: to decide is work as well."""

USUAL_CHECKS = 10
"""Checks of a usual proof: the day does not make each proof to count them."""

MOST_SHARED = ("build", "strip")
"""Stages whose tools and greases are looked at, so that like follows on like."""

BY_THE_ROW = ("look", "read", *MOST_SHARED)
"""Stages that take as long as what lies in the row."""


def day_of(
    member: Member, opened: list[Visit] | None = None
) -> tuple[DayPlan, dict[str, Visit], list[DueItem]]:
    """The plan, the visits in it by their key, and what is due.

    `opened` are all the open visits with their units, last touched first, where they are known already.
    """
    visits = opened if opened is not None else _opened(member)
    by_key = {str(visit.id): visit for visit in visits}
    now = timezone.now()
    timers = list(Timer.objects.filter(visit__in=visits, stopped=False).order_by("ends_at"))
    cures = {timer.visit_id: max(0.0, (timer.ends_at - now).total_seconds() / 60) for timer in timers}
    rows = rows_of(_looked_into(visits))
    things = _things(visits, rows)
    plan = plan_day(
        (
            DayVisit(
                key=str(visit.id),
                unit=visit.unit.label,
                stage=visit.stage,
                things=things[visit.id],
                mine=visit.waits_for in MINE,
                promised=visit.promised_on,
                cure=cures.get(visit.id, 0.0),
                shares=frozenset(rows.get(visit.id, NOTHING).shares if visit.stage in MOST_SHARED else ()),
                work=_work(visit, rows),
                says=visit.waits_note if visit.waits_for in ("me", "decision") else "",
            )
            for visit in visits
        ),
        timezone.localdate(),
    )
    return plan, by_key, due_of(member, visits, timers, now)


def _opened(member: Member) -> list[Visit]:
    opened = Visit.objects.filter(workshop_id=member.workshop_id).exclude(stage=FILED)
    return list(opened.select_related("unit").order_by("-changed_at")[:MOST_VISITS])


def _looked_into(visits: list[Visit]) -> Iterator[UUID]:
    """Visits whose rows say how much there is to do: their own, and those they are stripped by."""
    for visit in visits:
        if visit.stage in BY_THE_ROW:
            yield visit.id
        if visit.stage == "strip" and visit.guide_id:
            yield visit.guide_id


def _things(visits: list[Visit], rows: Mapping[UUID, RowWork]) -> dict[UUID, int]:
    """What the next stage of each has to work through."""
    of = defaultdict(list)
    for visit in visits:
        of[visit.stage].append(visit.id)
    counted: dict[UUID, int] = defaultdict(int)
    for visit_id in of["look"]:
        counted[visit_id] = rows.get(visit_id, NOTHING).unlooked
    for visit_id in of["read"]:
        counted[visit_id] = rows.get(visit_id, NOTHING).unread
    if of["source"]:
        lines = OrderLine.objects.filter(visit__in=of["source"], taken_back=False, settled=False)
        counted.update(Counter(filter(None, lines.values_list("visit", flat=True))))
    if of["prove"]:
        results = ProofResult.objects.filter(visit__in=of["prove"], taken_back=False)
        proved = Counter(results.values_list("visit", flat=True))
        counted.update({visit_id: max(1, USUAL_CHECKS - proved[visit_id]) for visit_id in of["prove"]})
    return counted


def _work(visit: Visit, rows: Mapping[UUID, RowWork]) -> float | None:
    """Minutes of what is to go back in, or of what is to come off where an earlier row says what that is.

    A strip without a guide is not known.
    """
    if visit.stage == "build":
        return rows.get(visit.id, NOTHING).left
    guide = rows.get(visit.guide_id) if visit.stage == "strip" and visit.guide_id else None
    return STRIP_SHARE * guide.whole if guide and guide.whole else None
