"""Baskets: filled from visits and for the drawer, nothing twice."""

from __future__ import annotations

from collections.abc import Sequence
from decimal import Decimal
from typing import Any
from uuid import UUID, uuid4

from django.db.models import (
    Max,
)  # fmt: skip
from django.http import Http404

from gearing.errors import GearingError
from suppliers.models import CatalogueItem, Supplier
from suppliers.services import own_supplier
from visits import services as visits
from workshop.models import Member, Workshop
from workshop.refusals import RefusedError
from workshop.transactions import write

from ..models import OrderLine, PurchaseOrder
from .base import locked_line, own_order

MOST_LINES = 200


@write
def put_in_basket(
    member: Member,
    line_id: UUID,
    supplier_id: UUID,
    what: str,
    *,
    count: int = 1,
    price: Decimal | None = None,
    item_id: UUID | None = None,
    visit_id: UUID | None = None,
    pieces: Sequence[UUID] = (),
    again: bool = False,
) -> OrderLine:
    """Put something in the supplier's basket, for pieces of a visit or for the drawer.

    Raises
    ------
    GearingError
        If the basket is full, the item is another supplier's, or a piece was taken back.
    RefusedError
        If any of the pieces is on order already, unless `again` says that it is meant.
    """
    # Every basket of the workshop is filled here one after the other: two members see each other's.
    Workshop.objects.select_for_update().get(id=member.workshop_id)
    supplier = own_supplier(member, supplier_id)
    known = OrderLine.objects.select_related("order__supplier", "item").filter(id=line_id).first()
    if known:
        if known.order.workshop_id != member.workshop_id:
            raise Http404
        if known.taken_back and known.order.sent_on is None:
            known.taken_back = False
            known.save(update_fields=["taken_back"])
        return known
    item = CatalogueItem.objects.filter(id=item_id, supplier=supplier).first() if item_id else None
    if item_id and item is None:
        raise Http404
    for_pieces = [str(piece.id) for piece in _pieces(member, visit_id, pieces)]
    if not again:
        _not_twice(member, visit_id, for_pieces)
    basket = basket_of(member, supplier)
    if basket.lines.filter(taken_back=False).count() >= MOST_LINES:
        raise GearingError(
            f"{basket.name} has {MOST_LINES} lines.",
            code="basket_full",
            field="what",
            hint="Send it, and begin another.",
        )
    line: OrderLine = OrderLine.objects.create(
        id=line_id,
        order=basket,
        item=item,
        what=item.what if item else what,
        count=count,
        price=item.price if item and price is None else price,
        contains=item.contains if item else [],
        visit=visit_id,
        pieces=for_pieces,
        recorded_by=member,
    )
    return line


def _pieces(member: Member, visit_id: UUID | None, pieces: Sequence[UUID]) -> list[Any]:
    if visit_id is None:
        if pieces:
            raise GearingError(
                "Pieces are ordered for a visit.",
                code="unknown_piece",
                field="visit",
                hint="Say which visit.",
            )
        return []
    return visits.pieces_for_order(member, visit_id, pieces)


def _not_twice(member: Member, visit_id: UUID | None, pieces: list[str]) -> None:
    """Two who order the same part have ordered it once."""
    if visit_id is None or not pieces:
        return
    there = OrderLine.objects.filter(visit=visit_id, taken_back=False, settled=False).select_related(
        "order__supplier", "recorded_by"
    )
    for line in there:
        if set(line.pieces) & set(pieces):
            raise RefusedError(
                409,
                "already_ordered",
                f"{line.what} for it is in {line.order.name} at {line.order.supplier.name}, "
                f"put there by {line.recorded_by.called}.",
                "Take that one, or say that a second one is meant.",
                field="pieces",
                theirs=line.what,
                who=line.recorded_by.called,
            )


def basket_of(member: Member, supplier: Supplier) -> PurchaseOrder:
    basket = PurchaseOrder.objects.filter(supplier=supplier, sent_on__isnull=True).first()
    if basket:
        found: PurchaseOrder = basket
        return found
    last = PurchaseOrder.objects.filter(workshop_id=member.workshop_id).aggregate(last=Max("number"))["last"]
    made: PurchaseOrder = PurchaseOrder.objects.create(
        id=uuid4(),
        workshop_id=member.workshop_id,
        supplier=supplier,
        number=(last or 0) + 1,
        recorded_by=member,
    )
    return made


@write
def change_line(member: Member, line_id: UUID, count: int, price: Decimal | None) -> OrderLine:
    """Order more or fewer, or correct the price, while it is in the basket."""
    line = locked_line(member, line_id)
    _still_basket(line.order)
    line.count, line.price = count, price
    line.save(update_fields=["count", "price"])
    return line


@write
def take_line_back(member: Member, line_id: UUID) -> PurchaseOrder:
    """Out of the basket again; one that was sent is cancelled instead."""
    line = OrderLine.objects.filter(id=line_id, order__workshop_id=member.workshop_id).first()
    if line is None:
        raise Http404
    order = own_order(member, line.order_id, lock=True)
    _still_basket(order)
    line.taken_back = True
    line.save(update_fields=["taken_back"])
    return order


def _still_basket(order: PurchaseOrder) -> None:
    if order.sent_on is not None:
        raise RefusedError(
            409,
            "sent_already",
            f"{order.name} was sent on {order.sent_on:%d %b}.",
            "Cancel the line, or order another.",
        )
