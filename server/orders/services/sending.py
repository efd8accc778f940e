"""Sending an order, by hand or over the line, and asking after it."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import date
from decimal import Decimal
from uuid import UUID

from django.utils import timezone

from devices.supplier.protocol import OrderAnswer
from gearing.errors import GearingError
from gearing.sourcing import basket_sum, chase_words, expected_on
from suppliers import over_the_line
from suppliers.models import Supplier
from workshop.models import Member, Workshop
from workshop.transactions import write

from ..costs import within_limits
from ..models import OrderLine, PurchaseOrder
from .base import (
    known_event,
    live_lines,
    own_order,
    record_event,
    sent_only,
    standing_of,
    tell_visits,
    visits_of,
)
from .baskets import basket_of


def send(
    member: Member, order_id: UUID, *, reference: str = "", expected: date | None = None
) -> PurchaseOrder:
    """Send an order: over the line where its supplier answers there, else it was sent by hand.

    A supplier that is slow is asked before anything is written and outside of any transaction; asked
    again with the same key it takes the order once.

    Raises
    ------
    GearingError
        If there is nothing in it, or the supplier does not answer.
    RefusedError
        If it would pass a limit that an owner set: the visit waits for the owner's word.
    """
    order = own_order(member, order_id)
    if order.sent_on is not None:
        return order
    lines = list(order.lines.filter(taken_back=False).select_related("item"))
    if not lines:
        raise GearingError(
            "There is nothing in this basket.", code="empty_basket", field="lines", hint="Put something in."
        )
    within_limits(member, lines, _postage(order.supplier, lines))
    answer = None
    if order.supplier.on_line:
        unknown = next((line for line in lines if line.item is None), None)
        if unknown:
            raise GearingError(
                f"{order.supplier.name} has no number for {unknown.what}.",
                code="no_number",
                field="lines",
                hint="Look for it there, or take it out of the basket.",
            )
        by_number: dict[str, int] = {}
        for line in lines:
            if line.item:
                by_number[line.item.number] = by_number.get(line.item.number, 0) + line.count
        answer = over_the_line.order(str(order.id), list(by_number.items()))
    return mark_sent(member, order_id, [line.id for line in lines], reference, expected, answer)


@write
def mark_sent(
    member: Member,
    order_id: UUID,
    asked: Sequence[UUID] | None = None,
    reference: str = "",
    expected: date | None = None,
    answer: OrderAnswer | None = None,
) -> PurchaseOrder:
    """It was sent: `asked` are the lines that went, all where it was sent by hand."""
    order = own_order(member, order_id, lock=True)
    if order.sent_on is not None:
        return order
    today = timezone.localdate()
    lines = list(order.lines.filter(taken_back=False).select_related("item"))
    # What was put in while the supplier was asked was not asked for: it waits for the next order.
    late = [line for line in lines if asked is not None and line.id not in asked]
    lines = [line for line in lines if line not in late]
    order.sent_on, order.reference = today, answer.reference if answer else reference.strip()
    order.postage = _postage(order.supplier, lines)
    days = [line.item.days if line.item else None for line in lines]
    if answer:
        days = _confirmed(member, order, lines, answer)
    order.expected_on = expected or expected_on(today, days, order.supplier.usual_days)
    order.save()
    record_event(member, order, None, "sent", note=order.reference)
    if late:
        _move_on(member, order, late)
    tell_visits(member, {line.visit for line in lines if line.visit})
    return order


def _postage(supplier: Supplier, lines: Sequence[OrderLine]) -> Decimal | None:
    if supplier.postage is None:
        return None
    return basket_sum(
        [(line.count, line.price) for line in lines], supplier.postage, supplier.free_from
    ).postage


def _confirmed(
    member: Member, order: PurchaseOrder, lines: Sequence[OrderLine], answer: OrderAnswer
) -> list[int | None]:
    """What the supplier said of each line: another price is kept as it is, what is refused is cancelled."""
    said = {row.number: row for row in answer.lines}
    days: list[int | None] = []
    for line in lines:
        row = said.get(line.item.number) if line.item else None
        if row is None or row.refused:
            why = row.refused if row else "not confirmed"
            line.cancelled, line.settled = line.count, True
            line.save(update_fields=["cancelled", "settled"])
            record_event(
                member, order, line, "cancelled", count=line.count, note=f"{order.supplier.name}: {why}"
            )
            continue
        days.append(row.days)
        if row.later:
            record_event(
                member,
                order,
                line,
                "put off",
                count=row.later,
                note=f"{row.later} on back-order, {row.days} days",
            )
        if row.price is not None and line.price != Decimal(row.price):
            record_event(member, order, line, "price", amount=Decimal(row.price), note=f"was {line.price}")
            line.price = Decimal(row.price)
            line.save(update_fields=["price"])
    return days


def _move_on(member: Member, order: PurchaseOrder, lines: Sequence[OrderLine]) -> None:
    """Lines that came too late for an order go into the supplier's next basket."""
    Workshop.objects.select_for_update().get(id=member.workshop_id)
    basket = basket_of(member, order.supplier)
    for line in lines:
        line.order = basket
        line.save(update_fields=["order"])


@write
def expect(member: Member, order_id: UUID, event_id: UUID, expected: date, note: str = "") -> PurchaseOrder:
    """The supplier named another day."""
    order = own_order(member, order_id, lock=True)
    sent_only(order)
    if known_event(event_id, order):
        return order
    order.expected_on = expected
    order.save(update_fields=["expected_on", "changed_at"])
    record_event(member, order, None, "put off", event_id=event_id, note=note or f"expected {expected:%d %b}")
    tell_visits(member, visits_of(order))
    return order


@write
def chase(member: Member, order_id: UUID, event_id: UUID) -> PurchaseOrder:
    """It was asked after; the words that went are kept."""
    order = own_order(member, order_id, lock=True)
    sent_only(order)
    if known_event(event_id, order):
        return order
    order.chased_on = timezone.localdate()
    order.save(update_fields=["chased_on", "changed_at"])
    record_event(member, order, None, "chased", event_id=event_id, note=words_to_chase(order))
    return order


def words_to_chase(order: PurchaseOrder) -> str:
    """What to write to a supplier whose order is late."""
    owed = [line.what for line in map(standing_of, live_lines(order)) if line.owed]
    return chase_words(
        order.name, order.supplier.name, owed, order.sent_on or timezone.localdate(), order.expected_on
    )
