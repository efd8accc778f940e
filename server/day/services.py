"""What the day is planned from: open visits by the work of their next stage, cures, promises and orders."""

from __future__ import annotations

from collections import defaultdict
from dataclasses import dataclass
from datetime import datetime
from uuid import UUID

from django.db.models import Case, Count, Exists, F, IntegerField, OuterRef, Prefetch, Q, Sum, When
from django.utils import timezone

from gearing.rebuild import VERDICTS, usual_minutes
from gearing.sourcing import order_standing
from gearing.workshop.day import STRIP_SHARE, DayPlan, DayVisit, plan_day
from gearing.workshop.stages import FILED
from orders import services as orders
from orders.models import OrderLine, PurchaseOrder
from visits.models import GearReading, Piece, Reminder, Tick, Timer, Visit
from workshop.models import Member

MOST_VISITS = 200
"""Visits a day is planned from: those touched last. Nobody has more of them open on a bench."""

MINE = ("me", "cure", "decision")
"""What a visit waits for where the bench itself goes on with it: to decide is work as well."""

USUAL_CHECKS = 10
"""Checks of a usual proof: the day does not make each proof to count them."""

MOST_SHARED = ("build", "strip")
"""Stages whose tools and greases are looked at, so that like follows on like."""


@dataclass(frozen=True, slots=True)
class DueItem:
    """Something that is due: a cure that is over, a promise, an order to ask after."""

    kind: str
    says: str
    late: bool
    visit: UUID | None = None
    order: UUID | None = None


def day_of(member: Member) -> tuple[DayPlan, dict[str, Visit], list[DueItem]]:
    """The plan, the visits in it by their key, and what is due."""
    visits = list(
        Visit.objects.filter(workshop_id=member.workshop_id)
        .exclude(stage=FILED)
        .select_related("unit")
        .annotate(proved=Count("proof_results", filter=Q(proof_results__taken_back=False)))
        .order_by("-changed_at")[:MOST_VISITS]
    )
    by_key = {str(visit.id): visit for visit in visits}
    now = timezone.now()
    timers = list(
        Timer.objects.filter(visit__in=visits, stopped=False)
        .select_related("visit__unit")
        .order_by("ends_at")
    )
    cures = {timer.visit_id: max(0.0, (timer.ends_at - now).total_seconds() / 60) for timer in timers}
    things, work, shares = _things(visits), _work(visits), _shares(visits)
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
                shares=shares.get(visit.id, frozenset()),
                work=work.get(visit.id),
                says=visit.waits_note if visit.waits_for in ("me", "decision") else "",
            )
            for visit in visits
        ),
        timezone.localdate(),
    )
    due = [
        *_cured(timers, now),
        *_promised(visits),
        *_to_look_at(member),
        *_to_ask(member),
        *_to_send(member),
    ]
    return plan, by_key, due


def _things(visits: list[Visit]) -> dict[UUID, int]:
    """What the next stage of each has to work through."""
    of = defaultdict(list)
    for visit in visits:
        of[visit.stage].append(visit.id)
    counted: dict[UUID, int] = defaultdict(int)
    counted.update(_pieces_left([*of["look"], *of["read"]]))
    if of["source"]:
        lines = OrderLine.objects.filter(visit__in=of["source"], taken_back=False, settled=False)
        for visit_id in lines.values_list("visit", flat=True):
            if visit_id:
                counted[visit_id] += 1
    for visit in visits:
        if visit.stage == "prove":
            counted[visit.id] = max(1, USUAL_CHECKS - int(getattr(visit, "proved", 0)))
    return counted


def _work(visits: list[Visit]) -> dict[UUID, float]:
    """Minutes of what is to go back in, and of what is to come off where an earlier row says what that is.

    Each kind of piece as the rebuild's plan takes it; a strip without a guide is not known.
    """
    build = [visit.id for visit in visits if visit.stage == "build"]
    guided: dict[UUID, list[UUID]] = defaultdict(list)
    for visit in visits:
        if visit.stage == "strip" and visit.guide_id:
            guided[visit.guide_id].append(visit.id)
    if not (build or guided):
        return {}
    back = Tick.objects.filter(piece=OuterRef("id"), undone=False)
    rows = (
        Piece.objects.filter(taken_back=False, step__number__isnull=False)
        .filter((Q(step__visit__in=build) & ~Exists(back)) | Q(step__visit__in=list(guided)))
        .values_list("step__visit", "entry__is__kind", "entry__is__count")
    )
    minutes: dict[UUID, float] = dict.fromkeys(build, 0.0)
    for visit_id, kind, count in rows:
        takes = usual_minutes(str(kind), int(count or 1))
        if visit_id in minutes:
            minutes[visit_id] += takes
        for stripped in guided.get(visit_id, ()):
            minutes[stripped] = minutes.get(stripped, 0.0) + STRIP_SHARE * takes
    return minutes


def _pieces_left(visit_ids: list[UUID]) -> dict[UUID, int]:
    """Pieces not looked over yet, dead gears not read: each by the stage of its visit."""
    if not visit_ids:
        return {}
    read = GearReading.objects.filter(piece=OuterRef("id"), superseded=False, taken_back=False)
    dead = [key for key, verdict in VERDICTS.items() if verdict.renews]
    owed = Case(
        When(step__visit__stage="look", then=Case(When(verdict="", then=1), default=0)),
        When(
            Q(step__visit__stage="read", verdict__in=dead, entry__is__teeth__isnull=False) & ~Exists(read),
            then=1,
        ),
        default=0,
        output_field=IntegerField(),
    )
    pieces = Piece.objects.filter(taken_back=False, step__number__isnull=False, step__visit__in=visit_ids)
    return dict(pieces.values("step__visit").annotate(n=Sum(owed)).values_list("step__visit", "n"))


def _shares(visits: list[Visit]) -> dict[UUID, frozenset[str]]:
    """Drives and lubricants that each visit's next stage takes."""
    asked = [visit.id for visit in visits if visit.stage in MOST_SHARED]
    rows = Piece.objects.filter(
        taken_back=False, step__number__isnull=False, step__visit__in=asked
    ).values_list("step__visit", "entry__is__fastener__drive", "entry__is__lubricant")
    taken: dict[UUID, set[str]] = defaultdict(set)
    for visit_id, drive, lubricant in rows.distinct():
        taken[visit_id].update(str(word) for word in (drive, lubricant) if word)
    return {visit_id: frozenset(words) for visit_id, words in taken.items()}


def _cured(timers: list[Timer], now: datetime) -> list[DueItem]:
    return [
        DueItem("cure", f"{timer.visit.unit.label}: {timer.label} is over", False, visit=timer.visit_id)
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
        .select_related("visit__unit")
        .order_by("on", "recorded_at")
    )
    made += [
        DueItem(
            "again",
            f"{reminder.visit.unit.label}: {reminder.says[:1].lower()}{reminder.says[1:]}",
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
        .select_related("supplier")
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
            says = f"{order.name} from {order.supplier.name}: {stands.says}"
            made.append(DueItem("order", says, stands.key == "late", order=order.id))
    return made


MOST_DUE = 12
"""Orders that are looked at: nobody asks after more of them in a day."""


def _to_send(member: Member) -> list[DueItem]:
    """Baskets with something in them."""
    waiting = (
        PurchaseOrder.objects.filter(
            workshop_id=member.workshop_id, sent_on__isnull=True, lines__taken_back=False
        )
        .annotate(n=Count("lines"), called=F("supplier__name"))
        .order_by("number")
    )
    return [
        DueItem("basket", f"{basket.called}: {basket.n} in the basket", False, order=basket.id)
        for basket in waiting
    ]
