"""What came: right, wrong, in part, or not at all."""

from __future__ import annotations

from collections.abc import Sequence
from decimal import Decimal
from uuid import UUID

from drawer.services import check_arrival
from gearing.decision.replacement import compare
from gearing.errors import GearingError
from gearing.sourcing import return_words
from sums.fit import PartIn
from visits import services as visits
from workshop.models import Member
from workshop.transactions import write

from ..models import OrderLine
from .base import known_event, locked_line, record_event, sent_only, standing_of, tell_visits


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
    line = locked_line(member, line_id)
    if _done(line, event_id, count, "What nobody ordered is taken in as a part that came by itself."):
        return line
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
    record_event(
        member, line.order, line, "came", event_id=event_id, count=count, note=note, ticked=list(ticked)
    )
    if line.visit:
        visits.came_with(member, line.visit, [UUID(piece) for piece in line.pieces], line.order.name)
        tell_visits(member, {line.visit})
    return line


def _done(line: OrderLine, event_id: UUID, count: int, hint: str) -> bool:
    """Whether it was recorded before; refuses what is not sent, or more than is owed."""
    sent_only(line.order)
    if known_event(event_id, line.order):
        return True
    owed = standing_of(line).owed
    if count > owed:
        raise GearingError(
            f"{owed or 'None'} of {line.what} {'is' if owed <= 1 else 'are'} still owed.",
            code="more_than_owed",
            field="count",
            hint=hint,
        )
    return False


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
    line = locked_line(member, line_id)
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
    line = locked_line(member, line_id)
    if _done(line, event_id, count, "One that was taken in as right is taken back in the drawer."):
        return line
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
    record_event(member, line.order, line, "back", event_id=event_id, count=count, note=said)
    if line.visit:
        tell_visits(member, {line.visit})
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
    line = locked_line(member, line_id)
    if _done(line, event_id, count, "What is here cannot be cancelled: send it back."):
        return line
    line.cancelled += count
    line.credited += amount or Decimal(0)
    _settle(line)
    kind = "cancelled" if amount is None else "credited"
    record_event(member, line.order, line, kind, event_id=event_id, count=count, amount=amount, note=note)
    if line.visit:
        tell_visits(member, {line.visit})
    return line


def _settle(line: OrderLine) -> None:
    line.settled = not standing_of(line).owed
    line.save(update_fields=["came", "cancelled", "credited", "settled"])
