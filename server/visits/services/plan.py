"""The rebuild as this workshop does it, what was said of its steps, and its timers."""

from __future__ import annotations

from datetime import timedelta
from uuid import UUID

from django.utils import timezone

from gearing.errors import GearingError
from gearing.rebuild import PlanContext, StepMark
from shelf.services import at_hand, house_of
from workshop.models import Member
from workshop.transactions import write

from ..models import PlanMark, Tick, Timer, Visit
from .base import own_visit, remember, taken
from .pace import pace_of


def bench_of(member: Member, visit: Visit) -> PlanContext:
    """House rules, shelf and marks a visit's plan is made with."""
    marks = {m.key: StepMark(m.struck, m.after, m.done) for m in visit.plan_marks.all()}
    workshop = member.workshop_id or 0
    return PlanContext(
        unit=visit.unit.kind,
        house=house_of(workshop),
        shelf=at_hand(workshop),
        marks=marks,
        pace=pace_of(visit.unit),
    )


@write
def mark_step(
    member: Member,
    visit_id: UUID,
    key: str,
    *,
    struck: bool | None = None,
    after: str | None = None,
    done: bool | None = None,
) -> Visit:
    """Strike, move or tick a step the rules put in; what is not said stays.

    Raises
    ------
    GearingError
        If it is a piece: pieces are counted, not struck.
    """
    visit = own_visit(member, visit_id, lock=True)
    if key.startswith("piece:"):
        raise GearingError(
            "A piece cannot be struck from the rebuild.",
            code="piece_not_struck",
            field="key",
            hint="Leave it out as a spare, or write it off.",
        )
    mark, _ = PlanMark.objects.select_for_update().get_or_create(visit=visit, key=key)
    before = {"struck": mark.struck, "after": mark.after, "done": mark.done}
    state = {"struck": struck, "after": after, "done": done}
    changed = {name: value for name, value in state.items() if value is not None and value != before[name]}
    if changed:
        for name, value in changed.items():
            setattr(mark, name, value)
        mark.save()
        remember(
            visit, member, "plan", visit.id, before={"key": key, **before}, after={"key": key, **changed}
        )
    return visit


@write
def start_timer(
    member: Member, visit_id: UUID, timer_id: UUID, label: str, minutes: float, tick_id: UUID | None = None
) -> Timer:
    """Let a cure run. The same id again is the same timer.

    One that begins with a count (`tick_id`) ends with it: taken back already, it does not run.
    """
    visit = own_visit(member, visit_id, lock=True)
    known: Timer | None = Timer.objects.filter(id=timer_id).first()
    if known:
        if known.visit_id != visit.id:
            raise taken("timer")
        return known
    ends = timezone.now() + timedelta(minutes=minutes)
    tick = Tick.objects.filter(piece__step__visit=visit, id=tick_id).first() if tick_id else None
    made = Timer.objects.create(
        id=timer_id,
        visit=visit,
        label=label,
        ends_at=ends,
        tick=tick,
        stopped=bool(tick and tick.undone),
        recorded_by=member,
    )
    remember(visit, member, "timer", timer_id, after={"label": label, "minutes": minutes})
    return made


@write
def stop_timer(member: Member, visit_id: UUID, timer_id: UUID) -> Timer:
    """End a timer, run out or not."""
    visit = own_visit(member, visit_id, lock=True)
    timer: Timer = Timer.objects.filter(visit=visit).get_or_404(id=timer_id)
    if not timer.stopped:
        timer.stopped = True
        timer.save(update_fields=["stopped"])
        remember(visit, member, "timer stopped", timer_id, before={"label": timer.label})
    return timer
