"""What every write to orders shares: whose it is, the lock, its events, and the visits that wait by it."""

from __future__ import annotations

from collections.abc import Sequence
from decimal import Decimal
from uuid import UUID, uuid4

from django.db.models import (
    Case,
    Exists,
    IntegerField,
    OuterRef,
    Prefetch,
    Q,
    QuerySet,
    Value,
    When,
)  # fmt: skip
from django.http import Http404
from django.utils import timezone

from gearing.errors import GearingError
from gearing.sourcing import LineStanding, waits_note
from visits import services as visits
from workshop.models import Member
from workshop.paging import Paged
from workshop.refusals import RefusedError

from ..models import OrderEvent, OrderLine, PurchaseOrder

PER_PAGE = 30
LONGEST_WAIT_NOTE = 200


def orders_of(member: Member) -> QuerySet[PurchaseOrder]:
    """Orders of the member's workshop, the last first, with all that is shown of them."""
    lines = OrderLine.objects.filter(taken_back=False).select_related("item", "recorded_by")
    return (
        PurchaseOrder.objects.filter(workshop_id=member.workshop_id)
        .select_related("supplier")
        .prefetch_related(Prefetch("lines", lines), "events")
    )


def find_orders(member: Member, state: str, words: str) -> Paged[PurchaseOrder]:
    """Open or past orders, by any words of what was ordered, from whom or under which name."""
    found = PurchaseOrder.objects.filter(workshop_id=member.workshop_id)
    owed = OrderLine.objects.filter(order=OuterRef("id"), taken_back=False, settled=False)
    listed = OrderLine.objects.filter(order=OuterRef("id"), taken_back=False)
    found = found.filter(Exists(owed)) if state == "open" else found.filter(Exists(listed), ~Exists(owed))
    for word in words.split()[:6]:
        said = Q(supplier__name__icontains=word) | Q(reference__icontains=word)
        said |= Q(Exists(listed.filter(what__icontains=word)))
        if word[:1] in "Aa" and word[1:].isdecimal():
            said |= Q(number=int(word[1:]))
        found = found.filter(said)
    # What is late asks for a word, a basket for sending; the rest comes by itself.
    late = When(expected_on__lt=timezone.localdate(), sent_on__isnull=False, then=Value(0))
    turn = Case(
        late, When(sent_on__isnull=True, then=Value(1)), default=Value(2), output_field=IntegerField()
    )
    order = ["-number"] if state == "past" else [turn, "expected_on", "number"]
    return Paged(orders_of(member).order_by(*order), found, PER_PAGE, found.order_by(*order))


def own_order(member: Member, order_id: UUID, *, lock: bool = False) -> PurchaseOrder:
    """An order of the member's workshop."""
    mine = PurchaseOrder.objects.filter(id=order_id, workshop_id=member.workshop_id)
    if lock:
        # Its row alone: the supplier's is nobody's to wait for.
        mine.select_for_update().first()
    order = mine.select_related("supplier").first()
    if order is None:
        raise Http404
    return order


def own_line(member: Member, line_id: UUID) -> OrderLine:
    """A line of the member's workshop."""
    line = (
        OrderLine.objects.select_related("order__supplier", "item")
        .filter(id=line_id, order__workshop_id=member.workshop_id, taken_back=False)
        .first()
    )
    if line is None:
        raise Http404
    return line


def locked_line(member: Member, line_id: UUID) -> OrderLine:
    """The line as it stands once its order is this writer's alone."""
    own_order(member, own_line(member, line_id).order_id, lock=True)
    return own_line(member, line_id)


def live_lines(order: PurchaseOrder) -> list[OrderLine]:
    """Its lines that stand. Filters in memory: they are prefetched where many orders are shown."""
    return [line for line in order.lines.all() if not line.taken_back]


def standing_of(line: OrderLine) -> LineStanding:
    """A line as the core knows it."""
    return LineStanding(line.what, line.count, line.came, line.cancelled)


def sent_only(order: PurchaseOrder) -> None:
    if order.sent_on is None:
        raise RefusedError(
            409, "not_sent", f"{order.name} is still a basket.", "Send it first, or take the line out of it."
        )


def known_event(event_id: UUID, order: PurchaseOrder) -> bool:
    """Whether it was recorded before: sent twice is the same as once."""
    known = OrderEvent.objects.filter(id=event_id).first()
    if known and known.order_id != order.id:
        raise GearingError(
            "This is already recorded in another place.",
            code="taken_id",
            field="id",
            hint="Reload the page; nothing was changed.",
        )
    return known is not None


def record_event(
    member: Member,
    order: PurchaseOrder,
    line: OrderLine | None,
    kind: str,
    *,
    event_id: UUID | None = None,
    count: int = 0,
    amount: Decimal | None = None,
    note: str = "",
    ticked: Sequence[str] = (),
) -> None:
    OrderEvent.objects.create(
        id=event_id or uuid4(),
        order=order,
        line=line,
        kind=kind,
        count=count,
        amount=amount,
        note=note[:600],
        ticked=list(ticked),
        recorded_by=member,
    )
    order.save(update_fields=["changed_at"])


def visits_of(order: PurchaseOrder) -> set[UUID]:
    return {line.visit for line in order.lines.filter(taken_back=False) if line.visit}


def tell_visits(member: Member, visit_ids: set[UUID]) -> None:
    """Each visit waits for all that is still owed of its orders, or for the bench where nothing is."""
    for visit_id in sorted(visit_ids):
        lines = list(
            OrderLine.objects.filter(visit=visit_id, taken_back=False, order__sent_on__isnull=False)
            .select_related("order__supplier")
            .order_by("order__expected_on", "order__number")
        )
        by_order: dict[UUID, list[OrderLine]] = {}
        for line in lines:
            if standing_of(line).owed:
                by_order.setdefault(line.order_id, []).append(line)
        notes = [
            waits_note(
                owed[0].order.name,
                [line.what for line in owed],
                owed[0].order.supplier.name,
                owed[0].order.expected_on,
            )
            for owed in by_order.values()
        ]
        if notes:
            visits.wait_for_parts(member, visit_id, "; ".join(notes)[:LONGEST_WAIT_NOTE])
        else:
            here = [line.what for line in lines if line.came]
            visits.parts_are_here(
                member,
                visit_id,
                f"all here: {', '.join(here)}"[:LONGEST_WAIT_NOTE] if here else "nothing on order any more",
            )
