"""The record as tables for a sheet: visits, pieces, what was measured, orders, offers, a line at a time."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping
from dataclasses import dataclass
from operator import attrgetter
from typing import Any

from django.db.models import QuerySet
from django.utils import timezone

from gearing.diagnosis import faults
from gearing.sourcing import written_table
from gearing.strip.entry import short_name
from orders.models import OrderLine
from suppliers.models import CatalogueItem
from visits.mapping import entry_of, read_as
from visits.models import GearReading, Piece, Visit

AT_ONCE = 500

Column = str | Callable[[Any], Any]
"""Where a cell comes from: the way to it from a row, or what makes it."""


@dataclass(frozen=True)
class Sheet:
    """One table.

    Attributes
    ----------
    rows : callable
        What is read, of a workshop by its key.
    columns : mapping of str to Column
        Each heading with where its cells come from.
    further : mapping, callable
        More columns, and what makes their cells: several lines of one row.
    """

    rows: Callable[[int], QuerySet[Any]]
    columns: Mapping[str, Column]
    further: tuple[tuple[str, ...], Callable[[Any], Iterator[list[Any]]]] = ((), lambda _: iter([[]]))

    def lines(self, workshop_id: int) -> Iterator[list[Any]]:
        """Its lines, as they are read."""
        cells = [attrgetter(each) if isinstance(each, str) else each for each in self.columns.values()]
        for row in self.rows(workshop_id).iterator(AT_ONCE):
            own = [cell(row) for cell in cells]
            for more in self.further[1](row):
                yield [*own, *more]


def written(name: str, workshop_id: int) -> Iterator[str]:
    """A table of :data:`SHEETS` as CSV (RFC 4180), as it is read."""
    sheet = SHEETS[name]
    return written_table([*sheet.columns, *sheet.further[0]], sheet.lines(workshop_id))


def _when(way: str) -> Callable[[Any], Any]:
    at = attrgetter(way)
    return lambda row: timezone.localtime(at(row))


def _visits(workshop_id: int) -> QuerySet[Visit]:
    found = Visit.objects.filter(workshop_id=workshop_id).select_related("unit")
    return found.order_by("recorded_at", "id")


def _pieces(workshop_id: int) -> QuerySet[Piece]:
    found = Piece.objects.filter(
        step__visit__workshop_id=workshop_id, step__number__isnull=False, taken_back=False
    )
    return found.select_related("step__visit__unit").order_by("step__visit_id", "step__number", "at", "id")


def _readings(workshop_id: int) -> QuerySet[GearReading]:
    """Those that stand, of pieces that do."""
    found = GearReading.objects.filter(
        piece__step__visit__workshop_id=workshop_id,
        piece__step__number__isnull=False,
        piece__taken_back=False,
        superseded=False,
        taken_back=False,
    ).select_related("piece__step__visit__unit")
    return found.order_by("piece__step__visit_id", "recorded_at", "id")


def _measured(reading: GearReading) -> Iterator[list[Any]]:
    """A line for each thing measured; one without any where nothing was."""
    for measured in reading.request.get("readings") or [{}]:
        yield [measured.get(key) for key in ("kind", "value", "k", "size_mm", "error_mm")]


def _orders(workshop_id: int) -> QuerySet[OrderLine]:
    found = OrderLine.objects.filter(order__workshop_id=workshop_id, taken_back=False)
    return found.select_related("order__supplier").order_by("order__number", "recorded_at", "id")


def _offers(workshop_id: int) -> QuerySet[CatalogueItem]:
    found = CatalogueItem.objects.filter(workshop_id=workshop_id, listed=True).select_related("supplier")
    return found.order_by("supplier__name", "number", "id")


def _cause(visit: Visit) -> str:
    return faults()[visit.cause].name if visit.cause in faults() else ""


SHEETS = {
    "visits": Sheet(
        _visits,
        {
            "id": "id", "unit": "unit.label", "kind": "unit.kind", "model": "unit.model",
            "owner": "unit.owner_label", "visit": "number", "came_in": _when("recorded_at"), "stage": "stage",
            "complaint": "complaint", "use_so_far": "use_so_far", "cause": _cause, "waits_for": "waits_for",
            "waits_note": "waits_note", "promised_on": "promised_on", "handed_back": "handed_back",
            "changed_at": _when("changed_at"),
        },
    ),
    "pieces": Sheet(
        _pieces,
        {
            "id": "id", "unit": "step.visit.unit.label", "visit": "step.visit.number", "step": "step.number",
            "piece": lambda piece: short_name(entry_of(piece)), "count": lambda piece: entry_of(piece).count,
            "line": "step.line", "verdict": "verdict", "finding": "finding", "instead": "instead",
            "came_with": "came_with",
        },
    ),
    "measurements": Sheet(
        _readings,
        {
            "id": "id", "unit": "piece.step.visit.unit.label", "visit": "piece.step.visit.number",
            "step": "piece.step.number", "piece": lambda reading: short_name(entry_of(reading.piece)),
            "rim": lambda reading: reading.rim + 1, "teeth": lambda reading: reading.request.get("teeth"),
            "read_as": read_as, "at": _when("recorded_at"),
        },
        (("measured", "value", "over_teeth", "size_mm", "error_mm"), _measured),
    ),
    "orders": Sheet(
        _orders,
        {
            "id": "id", "order": "order.name", "supplier": "order.supplier.name",
            "reference": "order.reference", "sent_on": "order.sent_on", "expected_on": "order.expected_on",
            "what": "what", "count": "count", "price": "price", "came": "came", "back": "back",
            "cancelled": "cancelled", "credited": "credited", "settled": "settled", "for_visit": "visit",
        },
    ),
    "offers": Sheet(
        _offers,
        {
            "supplier": "supplier.name", "number": "number", "what": "what", "price": "price", "days": "days",
            "stock": "stock", "teeth": "teeth", "module_mm": "module_mm",
            "contains": lambda item: ", ".join(map(str, item.contains)),
        },
    ),
}  # fmt: skip
