"""When a unit is to be looked at again, and how much it was used meanwhile."""

from __future__ import annotations

from datetime import date
from decimal import Decimal
from uuid import UUID, uuid4

from django.utils import timezone

from gearing.errors import GearingError
from gearing.workshop.again import Again, GearThen, use_said, used_between, worn_by
from workshop.models import Member
from workshop.transactions import write

from ..gears_over_time import GearOverTime, gears_over_time
from ..models import OF_A_CHECK, Reminder, Visit
from ..proving import proof_of
from .base import own_visit, remember


@write
def look_again(
    member: Member, visit_id: UUID, on: date | None, after: Decimal | None = None, by: str = ""
) -> Visit:
    """Say when the unit is to be looked at again, by a day or by its use; none for not at all.

    Raises
    ------
    GearingError
        If it is not said what the use is counted in.
    """
    visit = own_visit(member, visit_id, lock=True)
    if after is not None and not by.strip():
        raise GearingError(
            f"After {after:g} of what?", code="no_use", field="by", hint="Trips, packs, hours, flights."
        )
    before = _again(visit)
    visit.look_again_on, visit.look_again_after, visit.look_again_by = on, after, by.strip() if after else ""
    if _again(visit) != before:
        visit.save(update_fields=["look_again_on", "look_again_after", "look_again_by"])
        remember(
            visit, member, "look again", visit.id, before={"text": before}, after={"text": _again(visit)}
        )
    return visit


def _again(visit: Visit) -> str:
    after = visit.look_again_after
    said = [str(visit.look_again_on or ""), f"after {float(after):g} {visit.look_again_by}" if after else ""]
    return ", ".join(part for part in said if part)


@write
def report_use(member: Member, visit_id: UUID, used: Decimal) -> Visit:
    """How much the unit was used since it was filed, all of it."""
    visit = own_visit(member, visit_id, lock=True)
    if visit.used_since != used:
        before, visit.used_since = visit.used_since, used
        visit.save(update_fields=["used_since"])
        by = visit.look_again_by
        remember(
            visit, member, "used", visit.id,
            before={"text": f"{float(before):g} {by}"}, after={"text": f"{float(used):g} {by}"},
        )  # fmt: skip
    return visit


def make_reminders(member: Member, visit: Visit) -> None:
    """Keep what its checks and the wear of its gears say is to be looked at; what was done stays done."""
    wanted = [*_by_checks(visit), *_by_wear(visit)]
    visit.reminders.filter(done=False).exclude(key__in=[again.key for again in wanted]).delete()
    for again in wanted:
        says = {
            "says": again.says[:300],
            "on": again.on,
            "after": None if again.after is None else Decimal(str(again.after)),
            "by": again.by,
        }
        Reminder.objects.update_or_create(
            visit=visit,
            key=again.key,
            defaults=says,
            create_defaults={**says, "id": uuid4(), "recorded_by": member},
        )


def _by_checks(visit: Visit) -> list[Again]:
    proof = proof_of(visit)
    return [
        Again(f"{OF_A_CHECK}{check.key}", check.name, after=check.after[1], by=check.after[0])
        for check in proof.checks
        if check.after and proof.outcome(check.key) not in ("met", "waived")
    ]


def _by_wear(visit: Visit) -> list[Again]:
    by = _counted_in(visit)
    visits = visit.unit.visits.filter(number__lte=visit.number)
    found = [_worn(gear, by) for gear in gears_over_time(visits)]
    return [again for again in found if again is not None]


def _worn(gear: GearOverTime, by: str) -> Again | None:
    readings = [
        GearThen(
            timezone.localdate(measure.visit.recorded_at),
            measure.value,
            use_said(measure.visit.use_so_far).get(by) if by else None,
        )
        for measure in gear.measures
        if measure.value is not None
    ]
    name = f"{gear.name}, {gear.teeth} teeth" if gear.teeth else gear.name
    return worn_by(name[:100], gear.measures[-1].module, readings, by)


def _counted_in(visit: Visit) -> str:
    """What the use of a unit is counted in: as it was said last, else as its reminders are."""
    if visit.look_again_by:
        return visit.look_again_by
    told = use_said(visit.use_so_far)
    return next(iter(told), "") or (visit.reminders.exclude(by="").values_list("by", flat=True).first() or "")


def count_use(visit: Visit) -> None:
    """The use that a unit's next visit tells counts for the one before: what was due by it was due."""
    before = visit.unit.visits.filter(number__lt=visit.number).order_by("-number").first()
    if before is None:
        return
    used = used_between(before.use_so_far, visit.use_so_far, _counted_in(before))
    if used is not None and used > before.used_since:
        before.used_since = Decimal(str(round(used, 1)))
        before.save(update_fields=["used_since"])


def when_again(reminder: Reminder, visit: Visit) -> str:
    """``on 4 Mar 2027``; ``after 3 trips, 1 so far``."""
    if reminder.on is not None:
        return f"on {reminder.on:%-d %b %Y}"
    if reminder.after is None:
        return "once it is in use"
    so_far = f", {float(visit.used_since):g} so far" if visit.used_since else ""
    return f"after {float(reminder.after):g} {reminder.by}{so_far}"


@write
def done_again(member: Member, visit_id: UUID, reminder_id: UUID, done: bool) -> Visit:
    """It was looked at, or not after all."""
    visit = own_visit(member, visit_id, lock=True)
    reminder: Reminder = visit.reminders.get_or_404(id=reminder_id)
    if reminder.done != done:
        reminder.done = done
        reminder.save(update_fields=["done"])
        remember(
            visit, member, "looked again", reminder.id,
            before={"text": reminder.says, "done": not done}, after={"text": reminder.says, "done": done},
        )  # fmt: skip
    return visit
