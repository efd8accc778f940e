"""What is due on a bench: cures that are over, promises, units to be looked at again, orders and baskets."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from datetime import datetime
from uuid import UUID

from django.db.models import Count, Exists, F, OuterRef, Prefetch, Q
from django.utils import timezone

from gearing.sourcing import order_standing
from orders import services as orders
from orders.models import OrderLine, PurchaseOrder
from visits.models import Reminder, Timer, Visit
from workshop.models import Member

MOST_DUE = 12
"""Orders that are looked at: nobody asks after more of them in a day."""


@dataclass(frozen=True, slots=True)
class DueItem:
    """Something that is due: a cure that is over, a promise, an order to ask after."""

    kind: str
    says: str
    late: bool
    visit: UUID | None = None
    order: UUID | None = None


def due_of(member: Member, visits: list[Visit], timers: list[Timer], now: datetime) -> list[DueItem]:
    """All that is due, in the order it is said; `timers` are those that run on `visits`."""
    return [
        *_cured({visit.id: visit.unit.label for visit in visits}, timers, now),
        *_promised(visits),
        *_to_look_at(member),
        *_to_ask(member),
        *_to_send(member),
    ]


def _cured(units: Mapping[UUID, str], timers: list[Timer], now: datetime) -> list[DueItem]:
    return [
        DueItem("cure", f"{units[timer.visit_id]}: {timer.label} is over", False, visit=timer.visit_id)
        for timer in timers
        if timer.ends_at <= now
    ]


def _promised(visits: list[Visit]) -> list[DueItem]:
    today = timezone.localdate()
    made = []
    for visit in visits:
        days = (visit.promised_on - today).days if visit.promised_on else 1
        if days <= 0:
            when = (
                "promised for today"
                if not days
                else f"promised {-days} {'day' if days == -1 else 'days'} ago"
            )
            made.append(DueItem("promise", f"{visit.unit.label} {when}", days < 0, visit=visit.id))
    return made


def _to_look_at(member: Member) -> list[DueItem]:
    """Units that were to be looked at again by now, and were not here since."""
    today = timezone.localdate()
    since = Visit.objects.filter(unit=OuterRef("unit"), number__gt=OuterRef("number"))
    own = Visit.objects.filter(workshop_id=member.workshop_id).exclude(Exists(since))
    # Each by an index of its own: asked for at once, neither would have one.
    by_day = own.filter(look_again_on__lte=today)
    by_use = own.filter(look_again_after__gt=0, look_again_after__lte=F("used_since"))
    first, second = (
        part.order_by("look_again_on").values_list("id", flat=True)[:MOST_DUE] for part in (by_day, by_use)
    )
    # Mostly there is none, and what their units are called need not be asked.
    due_ids = set(first.union(second))
    found = Visit.objects.filter(id__in=due_ids).select_related("unit").order_by("look_again_on")
    made = [
        DueItem(
            "again", _again(visit), bool(visit.look_again_on and visit.look_again_on < today), visit=visit.id
        )
        for visit in (found[:MOST_DUE] if due_ids else ())
    ]
    later = Visit.objects.filter(unit=OuterRef("visit__unit"), number__gt=OuterRef("visit__number"))
    due = (
        Reminder.objects.filter(visit__workshop_id=member.workshop_id, done=False)
        .filter(Q(on__lte=today) | Q(after__lte=F("visit__used_since")))
        .exclude(Exists(later))
        .annotate(called=F("visit__unit__label"))
        .order_by("on", "recorded_at")
    )
    made += [
        DueItem(
            "again",
            f"{reminder.called}: {reminder.says[:1].lower()}{reminder.says[1:]}",
            bool(reminder.on and reminder.on < today),
            visit=reminder.visit_id,
        )
        for reminder in due[:MOST_DUE]
    ]
    return made


def _again(visit: Visit) -> str:
    by_use = visit.look_again_after is not None and visit.used_since >= visit.look_again_after
    used = f", {float(visit.used_since):g} {visit.look_again_by}" if by_use else ""
    return f"{visit.unit.label}: look at it again{used}"


def _to_ask(member: Member) -> list[DueItem]:
    """Orders it is time to ask after, those that are late longest first."""
    today = timezone.localdate()
    owed = OrderLine.objects.filter(taken_back=False, settled=False)
    found = (
        PurchaseOrder.objects.filter(
            Exists(owed.filter(order=OuterRef("id"))),
            Q(expected_on__lte=today) | Q(expected_on__isnull=True),
            workshop_id=member.workshop_id,
            sent_on__isnull=False,
        )
        .annotate(called=F("supplier__name"))
        .prefetch_related(Prefetch("lines", owed, to_attr="owed"))
        .order_by(F("expected_on").asc(nulls_last=True), "number")
    )
    made = []
    for order in found[:MOST_DUE]:
        stands = order_standing(
            [orders.standing_of(line) for line in order.owed],
            today,
            sent_on=order.sent_on,
            expected=order.expected_on,
            chased_on=order.chased_on,
        )
        if stands.chase_on and stands.chase_on <= today:
            says = f"{order.name} from {order.called}: {stands.says}"
            made.append(DueItem("order", says, stands.key == "late", order=order.id))
    return made


def _to_send(member: Member) -> list[DueItem]:
    """Baskets with something in them."""
    waiting = (
        PurchaseOrder.objects.filter(
            workshop_id=member.workshop_id, sent_on__isnull=True, lines__taken_back=False
        )
        .order_by("number")
        .values_list("id", "supplier__name")
        .annotate(Count("lines"))
    )
    return [
        DueItem("basket", f"{called}: {n} in the basket", False, order=order) for order, called, n in waiting
    ]
