"""Counting pieces back in."""

from __future__ import annotations

from uuid import UUID

from django.db.models import Sum

from gearing.errors import GearingError
from workshop.models import Member
from workshop.transactions import write

from ..mapping import entry_of
from ..models import Piece, Tick
from .base import own_visit, remember, taken


@write
def tick(member: Member, visit_id: UUID, tick_id: UUID, piece_id: UUID, outcome: str, count: int) -> Tick:
    """Count `count` of a piece back, with what became of them.

    Raises
    ------
    GearingError
        If more would be counted in than were counted out.
    """
    visit = own_visit(member, visit_id, lock=True)
    piece = (
        Piece.objects.filter(step__visit=visit, taken_back=False)
        .select_related("step")
        .get_or_404(id=piece_id)
    )
    known = Tick.objects.filter(id=tick_id).first()
    if known:
        if known.piece_id != piece.id:
            raise taken("count")
        return known
    out = entry_of(piece).count
    answered = piece.ticks.filter(undone=False).aggregate(n=Sum("count"))["n"] or 0
    if answered + count > out:
        raise GearingError(
            f"{out} came off and {answered} of them are already accounted for.",
            code="too_many_counted",
            field="count",
            hint="Go back a step to undo a count, or count again.",
        )
    made = Tick.objects.create(id=tick_id, piece=piece, outcome=outcome, count=count, recorded_by=member)
    remember(visit, member, "counted", piece.id, after={"outcome": outcome, "count": count})
    return made


@write
def untick(member: Member, visit_id: UUID, tick_id: UUID) -> Tick:
    """Take a count back."""
    visit = own_visit(member, visit_id, lock=True)
    tick: Tick = Tick.objects.filter(piece__step__visit=visit).get_or_404(id=tick_id)
    if not tick.undone:
        tick.undone = True
        tick.save(update_fields=["undone"])
        remember(visit, member, "count taken back", tick.piece_id, before={"count": tick.count})
        # What began to cure with it no longer does.
        for timer in tick.timers.filter(stopped=False):
            timer.stopped = True
            timer.save(update_fields=["stopped"])
            remember(visit, member, "timer stopped", timer.id, before={"label": timer.label})
    return tick
