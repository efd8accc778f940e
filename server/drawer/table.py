"""The drawer as a table: pasted or sent in, looked at first, and written out."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from dataclasses import dataclass
from uuid import UUID, uuid5

from gearing.sourcing import StockList, StockRow, written_table
from workshop.models import Member
from workshop.transactions import write

from . import services
from .models import StockItem

COLUMNS = (
    "id", "what", "kind", "teeth", "module_mm", "bore_mm", "width_mm", "material", "place", "count",
    "least", "price", "source", "part_number",
)  # fmt: skip
AT_ONCE = 500


@dataclass(frozen=True, slots=True)
class TableChanges:
    """What a table puts in, and what of it lies there already."""

    new: tuple[tuple[UUID, StockRow], ...]
    same: tuple[StockRow, ...]


def changes_of(member: Member, listed: StockList) -> TableChanges:
    """What taking it would put in. A line that was taken before is known again."""
    keyed = list(_keyed(member, listed.rows))
    known: set[UUID] = set()
    for start in range(0, len(keyed), AT_ONCE):
        ids = [key for key, _ in keyed[start : start + AT_ONCE]]
        known |= set(StockItem.objects.filter(id__in=ids).values_list("id", flat=True))
    return TableChanges(
        tuple((key, row) for key, row in keyed if key not in known),
        tuple(row for key, row in keyed if key in known),
    )


def _keyed(member: Member, rows: Iterable[StockRow]) -> Iterator[tuple[UUID, StockRow]]:
    """Each line with an id that is the same when it comes again; of lines alike the second is another."""
    home = uuid5(UUID(int=member.workshop_id), "drawer")
    seen: dict[str, int] = {}
    for row in rows:
        said = repr((row.said, row.number))
        seen[said] = seen.get(said, 0) + 1
        yield _own(row.id) or uuid5(home, f"{said} {seen[said]}"), row


def _own(text: str) -> UUID | None:
    try:
        return UUID(text)
    except ValueError:
        return None


@write
def take(member: Member, listed: StockList) -> TableChanges:
    """Put in what is new: all of it or nothing, and twice is the same as once."""
    changes = changes_of(member, listed)
    for key, row in changes.new:
        item = services.put_in(member, key, row.said)
        if row.number:
            item.part_number = row.number
            item.save(update_fields=["part_number", "changed_at"])
    return changes


def written(member: Member) -> Iterator[str]:
    """All that lies in the drawer as CSV, a line at a time."""
    items = StockItem.objects.filter(workshop_id=member.workshop_id, gone=False)
    rows = items.order_by("place", "teeth", "what", "id").values_list(*COLUMNS)
    return written_table(COLUMNS, rows.iterator(AT_ONCE))
