"""Orders that were sent before, brought in from a table."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date
from decimal import Decimal
from uuid import UUID

from django.db.models import Max

from workshop.models import Member, Workshop
from workshop.transactions import write

from ..models import OrderLine, PurchaseOrder
from .base import record_event


@dataclass(frozen=True, slots=True)
class BroughtLine:
    """One line of such an order, and what became of it."""

    id: UUID
    what: str
    count: int
    price: Decimal | None
    came: int
    cancelled: int


@write
def bring_sent(
    member: Member,
    order_id: UUID,
    supplier_id: UUID,
    sent_on: date,
    lines: Sequence[BroughtLine],
    *,
    expected_on: date | None = None,
    reference: str = "",
) -> PurchaseOrder | None:
    """The order as it was, under the next number that is free; none if it is here already."""
    Workshop.objects.select_for_update().get(id=member.workshop_id)
    known = OrderLine.objects.filter(id__in=[line.id for line in lines]).exists()
    if known or PurchaseOrder.objects.filter(id=order_id).exists():
        return None
    last = PurchaseOrder.objects.filter(workshop_id=member.workshop_id).aggregate(last=Max("number"))["last"]
    order: PurchaseOrder = PurchaseOrder.objects.create(
        id=order_id,
        workshop_id=member.workshop_id,
        supplier_id=supplier_id,
        number=(last or 0) + 1,
        sent_on=sent_on,
        expected_on=expected_on,
        reference=reference,
        recorded_by=member,
    )
    record_event(member, order, None, "sent", note=reference)
    for each in lines:
        line = OrderLine.objects.create(
            id=each.id,
            order=order,
            what=each.what,
            count=each.count,
            price=each.price,
            came=each.came,
            cancelled=each.cancelled,
            settled=each.came + each.cancelled >= each.count,
            recorded_by=member,
        )
        for kind, many in (("came", each.came), ("cancelled", each.cancelled)):
            if many:
                record_event(member, order, line, kind, count=many)
    return order
