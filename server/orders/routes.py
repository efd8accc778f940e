"""Routes of orders: baskets, what is awaited, and what became of it."""

from __future__ import annotations

from typing import Annotated, Literal
from uuid import UUID

from django.utils import timezone
from ninja import Query, Router

from gearing.sourcing import basket_sum, order_standing
from gearing.strip.entry import short_name
from sums.base import Problem
from suppliers.models import CatalogueItem
from visits.mapping import entry_of, gear_of, live_pins, removed
from visits.models import Piece, Visit
from visits.offered import in_drawer, to_be_had
from visits.services.base import own_visit
from workshop.authentication import MemberRequest

from . import services
from .models import OrderEvent, OrderLine, PurchaseOrder
from .schemas import (
    BackIn,
    BasketIn,
    Buyable,
    CameIn,
    CancelIn,
    ExpectedIn,
    ForVisit,
    GearAsked,
    InDrawer,
    LineChangeIn,
    MeasuredIn,
    OrderEventOut,
    OrderLineOut,
    OrderOut,
    OrderPage,
    SentIn,
    ToBuy,
    ToBuyOut,
)

router = Router(tags=["orders"])
PROBLEMS = {404: Problem, 409: Problem, 422: Problem, 503: Problem}
MOST_EVENTS = 30
MOST_OFFERS = 6
Page = Annotated[int, Query(ge=1, le=100_000)]


@router.get("", response={200: OrderPage, **PROBLEMS})
def orders(
    request: MemberRequest, state: Literal["open", "past"] = "open", words: str = "", page: Page = 1
) -> OrderPage:
    """Baskets and what is awaited, or what is past."""
    found, pages = services.find_orders(request.user, state, words[:120]).page(page)
    return OrderPage(orders=_outs(found), total=pages.total, page=pages.page, pages=pages.pages)


@router.get("/for/{visit_id}", response={200: ToBuyOut, **PROBLEMS})
def to_buy(request: MemberRequest, visit_id: UUID) -> ToBuyOut:
    """What has to be got for a visit, and where it is to be had."""
    visit = own_visit(request.user, visit_id)
    lines = list(
        OrderLine.objects.filter(visit=visit.id, taken_back=False)
        .select_related("order__supplier", "item", "recorded_by")
        .order_by("-recorded_at")
    )
    decided = str((visit.decision or {}).get("label", "")).lower()
    pieces = [
        _to_buy(visit, piece, lines, decided)
        for step in visit.steps.filter(number__isnull=False).with_record()
        for piece, off in zip(step.live_pieces, removed(step), strict=True)
        if off.renewed
    ]
    serves: dict[UUID, list[UUID]] = {}
    for each in pieces:
        if each.line is None and not each.came_with:
            for offer in each.offers:
                serves.setdefault(offer.item, []).append(each.piece)
    for each in pieces:
        for offer in each.offers:
            offer.serves = serves.get(offer.item, [])
    return ToBuyOut(pieces=pieces)


def _to_buy(visit: Visit, piece: Piece, lines: list[OrderLine], decided: str) -> ToBuy:
    entry = entry_of(piece)
    # What stands first: the line it is owed by, else the last that came.
    theirs = [line for line in lines if str(piece.id) in line.pieces]
    line = next((line for line in theirs if not line.settled), theirs[0] if theirs else None)
    items = to_be_had(visit, piece)
    gear = next((gear for gear in map(gear_of, live_pins(piece)) if gear), None)
    return ToBuy(
        piece=piece.id,
        name=short_name(entry),
        gear=GearAsked(teeth=int(gear.teeth), module_mm=float(gear.module)) if gear else None,
        line=_line(line, {visit.id: visit}, {}) if line else None,
        order=line.order.name if line else "",
        standing=_says(line) if line else "",
        order_id=line.order_id if line else None,
        sent=bool(line and line.order.sent_on),
        others=line.order.lines.filter(taken_back=False).count() - 1 if line else 0,
        offers=[_buyable(item, decided) for item in items[:MOST_OFFERS]],
        drawer=[
            InDrawer(
                kept=kept.id,
                what=" ".join(filter(None, [kept.what or str(kept), kept.material])),
                place=kept.place,
                count=kept.count,
                change=change,
            )
            for kept, change in in_drawer(visit, piece)[:MOST_OFFERS]
        ],
        came_with=piece.came_with,
    )


def _says(line: OrderLine) -> str:
    order = line.order
    if order.sent_on is None:
        return f"in the basket at {order.supplier.name}"
    return order_standing(
        [services.standing_of(line)],
        timezone.localdate(),
        sent_on=order.sent_on,
        expected=order.expected_on,
        chased_on=order.chased_on,
    ).says


def _buyable(item: CatalogueItem, decided: str) -> Buyable:
    return Buyable(
        item=item.id,
        supplier=item.supplier_id,
        supplier_name=item.supplier.name,
        number=item.number,
        what=item.what,
        price=item.price,
        days=item.days if item.days is not None else item.supplier.usual_days,
        stock=item.stock,
        contains=item.contains,
        decided=item.what.lower() in decided,
        serves=[],
    )


@router.put("/lines/{line_id}", response={200: OrderOut, **PROBLEMS})
def put_in_basket(request: MemberRequest, line_id: UUID, body: BasketIn) -> OrderOut:
    """Put something in the supplier's basket. What is on order for the same pieces is refused."""
    line = services.put_in_basket(
        request.user,
        line_id,
        body.supplier,
        " ".join(body.what.split()),
        count=body.count,
        price=body.price,
        item_id=body.item,
        visit_id=body.visit,
        pieces=body.pieces,
        again=body.again,
    )
    return _one(request, line.order_id)


@router.put("/lines/{line_id}/change", response={200: OrderOut, **PROBLEMS})
def change_line(request: MemberRequest, line_id: UUID, body: LineChangeIn) -> OrderOut:
    """Order more or fewer, or correct the price, while it is in the basket."""
    return _one(request, services.change_line(request.user, line_id, body.count, body.price).order_id)


@router.delete("/lines/{line_id}", response={200: OrderOut, **PROBLEMS})
def take_line_back(request: MemberRequest, line_id: UUID) -> OrderOut:
    """Out of the basket again."""
    return _one(request, services.take_line_back(request.user, line_id).id)


@router.put("/{order_id}/sent", response={200: OrderOut, **PROBLEMS})
def send(request: MemberRequest, order_id: UUID, body: SentIn) -> OrderOut:
    """Send an order. Sent again it is the same order."""
    services.send(request.user, order_id, reference=body.reference, expected=body.expected_on)
    return _one(request, order_id)


@router.put("/{order_id}/expected/{event_id}", response={200: OrderOut, **PROBLEMS})
def expect(request: MemberRequest, order_id: UUID, event_id: UUID, body: ExpectedIn) -> OrderOut:
    """The supplier named another day."""
    services.expect(request.user, order_id, event_id, body.expected_on, body.note)
    return _one(request, order_id)


@router.put("/{order_id}/chased/{event_id}", response={200: OrderOut, **PROBLEMS})
def chase(request: MemberRequest, order_id: UUID, event_id: UUID) -> OrderOut:
    """It was asked after."""
    services.chase(request.user, order_id, event_id)
    return _one(request, order_id)


@router.put("/lines/{line_id}/came/{event_id}", response={200: OrderOut, **PROBLEMS})
def take_in(request: MemberRequest, line_id: UUID, event_id: UUID, body: CameIn) -> OrderOut:
    """It came, and is what was ordered."""
    line = services.take_in(request.user, line_id, event_id, body.count, body.ticked, body.note)
    return _one(request, line.order_id)


@router.put("/lines/{line_id}/back/{event_id}", response={200: OrderOut, **PROBLEMS})
def send_back(request: MemberRequest, line_id: UUID, event_id: UUID, body: BackIn) -> OrderOut:
    """It came and is wrong: it goes back, and the right one is still owed."""
    return _one(request, services.send_back(request.user, line_id, event_id, body.count, body.wrong).order_id)


@router.put("/lines/{line_id}/cancelled/{event_id}", response={200: OrderOut, **PROBLEMS})
def cancel(request: MemberRequest, line_id: UUID, event_id: UUID, body: CancelIn) -> OrderOut:
    """It will not come; with an amount it was credited."""
    line = services.cancel(request.user, line_id, event_id, body.count, body.note, body.amount)
    return _one(request, line.order_id)


@router.put("/lines/{line_id}/measured/{arrival_id}", response={200: OrderOut, **PROBLEMS})
def measured(request: MemberRequest, line_id: UUID, arrival_id: UUID, body: MeasuredIn) -> OrderOut:
    """A gear that came was measured: it is taken in, or goes back with what is wrong with it."""
    line = services.measured(
        request.user, line_id, arrival_id, body.wanted, body.measured, body.accepted, body.reason
    )
    return _one(request, line.order_id)


def _one(request: MemberRequest, order_id: UUID) -> OrderOut:
    return _outs(list(services.orders_of(request.user).filter(id=order_id)))[0]


def _outs(orders: list[PurchaseOrder]) -> list[OrderOut]:
    """Orders with what they are for, in a fixed number of queries."""
    lines = [line for order in orders for line in services.live_lines(order)]
    visits = Visit.objects.select_related("unit").in_bulk({line.visit for line in lines if line.visit})
    pieces = Piece.objects.select_related("step").in_bulk(
        {UUID(piece) for line in lines for piece in line.pieces}
    )
    return [_out(order, visits, pieces) for order in orders]


def _out(order: PurchaseOrder, visits: dict[UUID, Visit], pieces: dict[UUID, Piece]) -> OrderOut:
    lines = services.live_lines(order)
    today = timezone.localdate()
    stands = order_standing(
        [services.standing_of(line) for line in lines],
        today,
        sent_on=order.sent_on,
        expected=order.expected_on,
        chased_on=order.chased_on,
    )
    supplier = order.supplier
    postage = supplier.postage if order.sent_on is None else order.postage
    free_from = supplier.free_from if order.sent_on is None else None
    costs = basket_sum([(line.count, line.price) for line in lines], postage, free_from)
    return OrderOut(
        id=order.id,
        name=order.name,
        supplier=supplier.id,
        supplier_name=supplier.name,
        on_line=supplier.on_line,
        standing=stands.key,
        says=stands.says,
        sent_on=order.sent_on,
        expected_on=order.expected_on,
        reference=order.reference,
        lines=[_line(line, visits, pieces) for line in lines],
        goods=costs.goods,
        postage=costs.postage,
        total=costs.total,
        unpriced=costs.unknown,
        to_free=costs.to_free,
        ask_now=bool(stands.chase_on and stands.chase_on <= today),
        words=services.words_to_chase(order) if stands.owed and order.sent_on else "",
        events=[_event(event) for event in list(order.events.all())[-MOST_EVENTS:]],
    )


def _line(line: OrderLine, visits: dict[UUID, Visit], pieces: dict[UUID, Piece]) -> OrderLineOut:
    visit = visits.get(line.visit) if line.visit else None
    theirs = [pieces[UUID(piece)] for piece in line.pieces if UUID(piece) in pieces]
    made_for = None
    if visit:
        made_for = ForVisit(
            visit=visit.id,
            unit=visit.unit.label,
            # A set may serve several of a name.
            pieces=list(dict.fromkeys(short_name(entry_of(piece)) for piece in theirs)),
            piece_ids=[piece.id for piece in theirs],
            gone=bool(theirs) and all(piece.taken_back or piece.step.number is None for piece in theirs),
        )
    return OrderLineOut(
        id=line.id,
        what=line.what,
        number=line.item.number if line.item else "",
        teeth=line.item.teeth if line.item else None,
        module_mm=float(line.item.module_mm) if line.item and line.item.module_mm is not None else None,
        count=line.count,
        price=line.price,
        amount=None if line.price is None else line.price * line.count,
        contains=line.contains,
        made_for=made_for,
        came=line.came,
        back=line.back,
        cancelled=line.cancelled,
        credited=line.credited,
        owed=services.standing_of(line).owed,
        by=line.recorded_by.called,
    )


def _event(event: OrderEvent) -> OrderEventOut:
    return OrderEventOut(
        id=event.id,
        at=event.recorded_at,
        kind=event.kind,
        line=event.line_id,
        count=event.count,
        amount=event.amount,
        note=event.note,
    )
