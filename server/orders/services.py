"""All writes to orders: whole or not at all, the same twice as once, and the visits told with them."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import date
from decimal import Decimal
from typing import Any
from uuid import UUID, uuid4

from django.db.models import (
    Case,
    Exists,
    IntegerField,
    Max,
    OuterRef,
    Prefetch,
    Q,
    QuerySet,
    Value,
    When,
)  # fmt: skip
from django.http import Http404
from django.utils import timezone

from devices.supplier.protocol import OrderAnswer
from drawer.services import check_arrival
from gearing.decision.replacement import compare
from gearing.errors import GearingError
from gearing.sourcing import LineStanding, basket_sum, chase_words, expected_on, return_words, waits_note
from sums.fit import PartIn
from suppliers import over_the_line
from suppliers.models import CatalogueItem, Supplier
from suppliers.services import own_supplier
from visits import services as visits
from workshop.models import Member, Workshop
from workshop.paging import Paged
from workshop.refusals import RefusedError
from workshop.transactions import write

from .costs import within_limits
from .models import OrderEvent, OrderLine, PurchaseOrder

MOST_LINES = 200
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


def _locked(member: Member, line_id: UUID) -> OrderLine:
    """The line as it stands once its order is this writer's alone."""
    own_order(member, own_line(member, line_id).order_id, lock=True)
    return own_line(member, line_id)


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
    basket = _basket(member, supplier)
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


def _basket(member: Member, supplier: Supplier) -> PurchaseOrder:
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
    line = _locked(member, line_id)
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
    within_limits(member, lines)
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
    _event(member, order, None, "sent", note=order.reference)
    if late:
        _move_on(member, order, late)
    _tell_visits(member, {line.visit for line in lines if line.visit})
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
            _event(member, order, line, "cancelled", count=line.count, note=f"{order.supplier.name}: {why}")
            continue
        days.append(row.days)
        if row.later:
            _event(
                member,
                order,
                line,
                "put off",
                count=row.later,
                note=f"{row.later} on back-order, {row.days} days",
            )
        if row.price is not None and line.price != Decimal(row.price):
            _event(member, order, line, "price", amount=Decimal(row.price), note=f"was {line.price}")
            line.price = Decimal(row.price)
            line.save(update_fields=["price"])
    return days


def _move_on(member: Member, order: PurchaseOrder, lines: Sequence[OrderLine]) -> None:
    """Lines that came too late for an order go into the supplier's next basket."""
    Workshop.objects.select_for_update().get(id=member.workshop_id)
    basket = _basket(member, order.supplier)
    for line in lines:
        line.order = basket
        line.save(update_fields=["order"])


@write
def expect(member: Member, order_id: UUID, event_id: UUID, expected: date, note: str = "") -> PurchaseOrder:
    """The supplier named another day."""
    order = own_order(member, order_id, lock=True)
    _sent_only(order)
    if _known(event_id, order):
        return order
    order.expected_on = expected
    order.save(update_fields=["expected_on", "changed_at"])
    _event(member, order, None, "put off", event_id=event_id, note=note or f"expected {expected:%d %b}")
    _tell_visits(member, _visits_of(order))
    return order


@write
def chase(member: Member, order_id: UUID, event_id: UUID) -> PurchaseOrder:
    """It was asked after; the words that went are kept."""
    order = own_order(member, order_id, lock=True)
    _sent_only(order)
    if _known(event_id, order):
        return order
    order.chased_on = timezone.localdate()
    order.save(update_fields=["chased_on", "changed_at"])
    _event(member, order, None, "chased", event_id=event_id, note=words_to_chase(order))
    return order


def words_to_chase(order: PurchaseOrder) -> str:
    """What to write to a supplier whose order is late."""
    owed = [line.what for line in map(standing_of, live_lines(order)) if line.owed]
    return chase_words(
        order.name, order.supplier.name, owed, order.sent_on or timezone.localdate(), order.expected_on
    )


def live_lines(order: PurchaseOrder) -> list[OrderLine]:
    """Its lines that stand. Filters in memory: they are prefetched where many orders are shown."""
    return [line for line in order.lines.all() if not line.taken_back]


def standing_of(line: OrderLine) -> LineStanding:
    """A line as the core knows it."""
    return LineStanding(line.what, line.count, line.came, line.cancelled)


@write
def take_in(
    member: Member, line_id: UUID, event_id: UUID, count: int, ticked: Sequence[str] = (), note: str = ""
) -> OrderLine:
    """So many came, and are what was ordered. Of a set every piece has to be ticked.

    Raises
    ------
    GearingError
        If more came than are owed, or a piece of a set was not ticked.
    """
    line = _locked(member, line_id)
    _sent_only(line.order)
    if _known(event_id, line.order):
        return line
    if count > standing_of(line).owed:
        raise GearingError(
            f"{standing_of(line).owed or 'None'} of {line.what} "
            f"{'is' if standing_of(line).owed == 1 else 'are'} still owed.",
            code="more_than_owed",
            field="count",
            hint="What nobody ordered is taken in as a part that came by itself.",
        )
    missing = _missing(line.contains, ticked)
    if missing:
        raise GearingError(
            f"Not ticked: {', '.join(missing)}.",
            code="set_not_whole",
            field="ticked",
            hint="Tick each piece that is there; what is missing goes back, or is sent after.",
        )
    line.came += count
    _settle(line)
    _event(member, line.order, line, "came", event_id=event_id, count=count, note=note, ticked=list(ticked))
    if line.visit:
        visits.came_with(member, line.visit, [UUID(piece) for piece in line.pieces], line.order.name)
        _tell_visits(member, {line.visit})
    return line


def _missing(contains: Sequence[str], ticked: Sequence[str]) -> list[str]:
    """Pieces of a set that are not among those ticked, each as often as it belongs in."""
    there = list(ticked)
    missing = []
    for piece in contains:
        if piece in there:
            there.remove(piece)
        else:
            missing.append(piece)
    return missing


@write
def measured(
    member: Member, line_id: UUID, arrival_id: UUID, wanted: PartIn, part: PartIn, accepted: bool, reason: str
) -> OrderLine:
    """A gear that came with an order was measured: it is taken in, or goes back with what is wrong with it.

    Raises
    ------
    GearingError
        If it is taken in though it does not fit, without saying why.
    """
    line = _locked(member, line_id)
    piece = UUID(line.pieces[0]) if line.pieces else None
    check_arrival(member, arrival_id, wanted, part, accepted, reason, visit=line.visit, piece=piece)
    if accepted:
        # A gear was measured; of a set the rest is ticked with the line itself.
        return take_in(member, line_id, arrival_id, 1, line.contains, reason)
    fit = compare(wanted.part(), part.part())
    wrong = [f"{field.field} {field.says}" for field in fit.fields if field.verdict in ("not", "change")]
    return send_back(member, line_id, arrival_id, 1, wrong or [reason])


@write
def send_back(
    member: Member, line_id: UUID, event_id: UUID, count: int, wrong: Sequence[str] = ()
) -> OrderLine:
    """So many came and are wrong: they go back with the words for it, and the right ones are still owed.

    Raises
    ------
    GearingError
        If more would go back than are owed.
    """
    line = _locked(member, line_id)
    _sent_only(line.order)
    if _known(event_id, line.order):
        return line
    if count > standing_of(line).owed:
        raise GearingError(
            f"{standing_of(line).owed or 'None'} of {line.what} is still owed.",
            code="more_than_owed",
            field="count",
            hint="One that was taken in as right is taken back in the drawer.",
        )
    line.back += count
    line.save(update_fields=["back"])
    said = return_words(
        line.order.name,
        line.order.supplier.name,
        line.what,
        count,
        number=line.item.number if line.item else "",
        wrong=wrong,
    )
    _event(member, line.order, line, "back", event_id=event_id, count=count, note=said)
    if line.visit:
        _tell_visits(member, {line.visit})
    return line


@write
def cancel(
    member: Member, line_id: UUID, event_id: UUID, count: int, note: str = "", amount: Decimal | None = None
) -> OrderLine:
    """So many will not come; `amount` was credited for them, if any was.

    Raises
    ------
    GearingError
        If more would be cancelled than are owed.
    """
    line = _locked(member, line_id)
    _sent_only(line.order)
    if _known(event_id, line.order):
        return line
    if count > standing_of(line).owed:
        raise GearingError(
            f"{standing_of(line).owed or 'None'} of {line.what} is still owed.",
            code="more_than_owed",
            field="count",
            hint="What is here cannot be cancelled: send it back.",
        )
    line.cancelled += count
    line.credited += amount or Decimal(0)
    _settle(line)
    kind = "cancelled" if amount is None else "credited"
    _event(member, line.order, line, kind, event_id=event_id, count=count, amount=amount, note=note)
    if line.visit:
        _tell_visits(member, {line.visit})
    return line


def _settle(line: OrderLine) -> None:
    line.settled = not standing_of(line).owed
    line.save(update_fields=["came", "cancelled", "credited", "settled"])


def _sent_only(order: PurchaseOrder) -> None:
    if order.sent_on is None:
        raise RefusedError(
            409, "not_sent", f"{order.name} is still a basket.", "Send it first, or take the line out of it."
        )


def _known(event_id: UUID, order: PurchaseOrder) -> bool:
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


def _event(
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


def _visits_of(order: PurchaseOrder) -> set[UUID]:
    return {line.visit for line in order.lines.filter(taken_back=False) if line.visit}


def _tell_visits(member: Member, visit_ids: set[UUID]) -> None:
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
