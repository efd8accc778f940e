"""Tables of the record brought in: what each line would add, and all of it or nothing."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass, replace
from itertools import groupby
from typing import Any
from uuid import UUID, uuid5

from django.db import transaction
from pydantic import ValidationError

from gearing.errors import GearingError
from gearing.record import RecordList, RecordRow
from gearing.sourcing.text_table import RowRefusal
from gearing.workshop.stages import FILED
from orders import services as orders
from orders.models import OrderLine
from sums.read import ReadIn
from suppliers.models import Supplier
from visits import services as visits
from visits.mapping import entry_of
from visits.models import GearReading, Piece, Step, Unit, Visit
from workshop.models import Member
from workshop.refusals import RefusedError
from workshop.stamps import undone
from workshop.transactions import write


@dataclass(frozen=True, slots=True)
class Brought:
    """What taking a table adds: `new` lines by what they are, how many are here, what is refused."""

    new: tuple[tuple[int, str], ...]
    same: int
    refused: tuple[RowRefusal, ...]


def look_at(member: Member, kind: str, listed: RecordList) -> Brought:
    """What taking it would add: tried in full, and undone."""
    with undone(), transaction.atomic():
        found = _brought(member, kind, listed)
        transaction.set_rollback(True)
    return found


@write
def bring_in(member: Member, kind: str, listed: RecordList) -> Brought:
    """Add what is new of it; lines that are refused change nothing, and twice is the same as once."""
    return _brought(member, kind, listed)


def _brought(member: Member, kind: str, listed: RecordList) -> Brought:
    new: list[tuple[int, str]] = []
    refused, same = list(listed.refused), 0
    for rows, take in _BRINGS[kind](member, listed.rows):
        try:
            # One line that cannot be taken takes none of the others with it.
            with transaction.atomic():
                said = take()
        except (GearingError, RefusedError) as error:
            refused += [RowRefusal(row.line, _called(row), str(error)) for row in rows]
            continue
        if said:
            new += [(row.line, said) for row in rows]
        else:
            same += len(rows)
    return Brought(tuple(new), same, tuple(sorted(refused, key=lambda each: each.line)))


_Taking = tuple[list[RecordRow], Callable[[], str]]
"""Lines that go together, and what takes them: what it added, or nothing where they are here already."""


def _key(member: Member, *said: Any) -> UUID:
    """An id that is the same when the same is said again."""
    return uuid5(UUID(int=member.workshop_id or 0), repr(said))


def _own(row: RecordRow) -> UUID | None:
    try:
        return UUID(row.id)
    except ValueError:
        return None


def _called(row: RecordRow) -> str:
    return " ".join(filter(None, (row.unit, row.supplier, row.text or row.complaint)))[:200]


def _refuse(why: str, hint: str) -> GearingError:
    return GearingError(why, code="bad_line", field="file", hint=hint)


def _visits(member: Member, rows: tuple[RecordRow, ...]) -> Iterator[_Taking]:
    for row in rows:
        yield [row], lambda row=row: _visit(member, row)


def _visit(member: Member, row: RecordRow) -> str:
    own = _own(row)
    said = (row.unit.lower(), row.visit, row.complaint, row.came_in)
    visit_id = own or _key(member, "visit", *said)
    if Visit.objects.filter(id=visit_id, workshop_id=member.workshop_id).exists():
        return ""
    unit = Unit.objects.filter(workshop_id=member.workshop_id, label__iexact=row.unit).first()
    if unit is None and not row.kind:
        raise _refuse(f"{row.unit} is not known here, and no kind is said.", "Add a column: kind.")
    fields: dict[str, Any] = {
        "kind": unit.kind if unit else row.kind,
        "label": row.unit,
        "model": row.model,
        "owner_label": row.owner,
        "complaint": row.complaint,
        "use_so_far": row.use,
        "symptoms": [],
        "conditions": [],
    }
    unit_id = unit.id if unit else _key(member, "unit", row.unit.lower())
    visit = visits.open_visit(member, visit_id, unit_id, fields)
    if row.done:
        # It was done with elsewhere: its checks were made there, or were not.
        Visit.objects.filter(id=visit.id).update(stage=FILED)
    return f"{row.unit}, visit {visit.number}{', filed' if row.done else ''}"


def _visit_of(member: Member, row: RecordRow) -> Visit:
    found = Visit.objects.filter(workshop_id=member.workshop_id, unit__label__iexact=row.unit)
    visit = found.filter(number=row.visit).first() if row.visit else found.order_by("-number").first()
    if visit is None:
        which = f"visit {row.visit} of {row.unit}" if row.visit else f"no visit of {row.unit}"
        raise _refuse(f"There is {'no ' if row.visit else ''}{which}.", "Bring the visits in first.")
    return visit


def _pieces(member: Member, rows: tuple[RecordRow, ...]) -> Iterator[_Taking]:
    def step_of(row: RecordRow) -> tuple[Any, ...]:
        # Of a line of several pieces a table has a line for each.
        return (row.unit.lower(), row.visit, row.step, row.text) if row.step else (row.line,)

    ordered = sorted(rows, key=lambda row: (row.unit.lower(), row.visit, row.step or row.line))
    for said, together in groupby(ordered, step_of):
        mine = list(together)
        yield mine, lambda mine=mine, said=said: _laid_down(member, mine, said)


def _laid_down(member: Member, rows: list[RecordRow], said: tuple[Any, ...]) -> str:
    row = rows[0]
    visit, own = _visit_of(member, row), _own(row)
    if own and Piece.objects.filter(id=own, step__visit=visit).exists():
        return ""
    step_id = _key(member, "step", visit.id, *said, row.text)
    if Step.objects.filter(id=step_id).exists():
        return ""
    step = visits.record_step(member, visit.id, step_id, row.text)
    return f"{visit.unit.label}, step {step.number}: {row.text}"


def _measurements(member: Member, rows: tuple[RecordRow, ...]) -> Iterator[_Taking]:
    def gear_of(row: RecordRow) -> tuple[Any, ...]:
        return (row.unit.lower(), row.visit, row.step, row.text.lower(), row.rim, row.id)

    for _, together in groupby(sorted(rows, key=gear_of), gear_of):
        mine = sorted(together, key=lambda row: row.line)
        yield mine, lambda mine=mine: _measured(member, mine)


def _measured(member: Member, rows: list[RecordRow]) -> str:
    row = rows[0]
    visit = _visit_of(member, row)
    said = [replace(each, line=0) for each in rows]
    pin_id = _own(row) or _key(member, "reading", visit.id, said)
    if GearReading.objects.filter(id=pin_id, piece__step__visit=visit).exists():
        return ""
    pieces = Piece.objects.filter(step__visit=visit, step__number=row.step, taken_back=False).order_by(
        "at", "id"
    )
    toothed = [each for each in pieces if entry_of(each).teeth] or list(pieces)
    if not toothed:
        raise _refuse(f"{visit.unit.label} has no step {row.step}.", "Bring the pieces in first.")
    asked = {
        "teeth": row.teeth,
        "readings": [
            {
                "kind": each.measured, "value": each.value, "k": each.over_teeth or None,
                "size_mm": each.size or None, "error_mm": each.error or None,
            }
            for each in rows
        ],
    }  # fmt: skip
    try:
        request = ReadIn.model_validate(asked)
    except ValidationError as error:
        first = error.errors()[0]
        where = " ".join(str(each).replace("_", " ") for each in first["loc"] if isinstance(each, str))
        raise _refuse(f"{where}: {first['msg']}.".lstrip(": "), "See the columns.") from error
    visits.pin_gear(member, visit.id, toothed[0].id, pin_id, row.rim, request, 0)
    return f"{visit.unit.label}, step {row.step}: {row.teeth} teeth, {len(rows)} measured"


def _orders(member: Member, rows: tuple[RecordRow, ...]) -> Iterator[_Taking]:
    seen: dict[str, int] = {}
    ids: dict[int, UUID] = {}
    sent: dict[tuple[Any, ...], list[RecordRow]] = {}
    for row in rows:
        said = repr(replace(row, line=0))
        seen[said] = seen.get(said, 0) + 1
        line_id = ids[row.line] = _own(row) or _key(member, "order line", said, seen[said])
        if row.sent_on is None:
            yield [row], lambda row=row, line_id=line_id: _wanted(member, row, line_id)
        else:
            sent.setdefault((row.supplier.lower(), row.order, row.reference, row.sent_on), []).append(row)
    for key, together in sent.items():
        yield together, lambda key=key, together=together: _sent(member, key, together, ids)


def _supplier(member: Member, name: str) -> Supplier:
    known = Supplier.objects.filter(workshop_id=member.workshop_id, name__iexact=name, gone=False)
    found: Supplier | None = known.first()
    if found is None:
        raise _refuse(f"There is no supplier called {name}.", "Add it under Orders first.")
    return found


def _wanted(member: Member, row: RecordRow, line_id: UUID) -> str:
    if OrderLine.objects.filter(id=line_id, order__workshop_id=member.workshop_id).exists():
        return ""
    supplier = _supplier(member, row.supplier)
    orders.put_in_basket(member, line_id, supplier.id, row.text, count=row.count, price=row.price)
    return f"{row.count}× {row.text}, {supplier.name}"


def _sent(member: Member, key: tuple[Any, ...], rows: list[RecordRow], ids: dict[int, UUID]) -> str:
    first, supplier = rows[0], _supplier(member, rows[0].supplier)
    assert first.sent_on is not None
    lines = [
        orders.BroughtLine(ids[row.line], row.text, row.count, row.price, row.came, row.cancelled)
        for row in rows
    ]
    order = orders.bring_sent(
        member,
        _key(member, "order", *key),
        supplier.id,
        first.sent_on,
        lines,
        expected_on=max((row.expected_on for row in rows if row.expected_on), default=None),
        reference=first.reference,
    )
    return f"{order.name}, {supplier.name}, sent {first.sent_on:%Y-%m-%d}: {len(rows)} lines" if order else ""


_BRINGS: dict[str, Callable[[Member, tuple[RecordRow, ...]], Iterator[_Taking]]] = {
    "visit_list": _visits, "piece_list": _pieces, "measurement_list": _measurements, "order_list": _orders,
}  # fmt: skip
