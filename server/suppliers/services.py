"""All writes to suppliers and their lists, and the one search through them."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from decimal import Decimal
from functools import reduce
from operator import or_
from typing import Any
from uuid import UUID

from django.db.models import F, Q, QuerySet
from django.http import Http404
from django.utils import timezone

from gearing.errors import GearingError
from gearing.sourcing import PriceList, PriceRow
from workshop.merging import merge
from workshop.models import Member
from workshop.paging import Paged
from workshop.refusals import overtaken
from workshop.transactions import write

from .models import CatalogueItem, Supplier

FIELDS = ("name", "postage", "free_from", "usual_days", "note", "on_line", "gone")
ITEM_FIELDS = ("what", "price", "days", "stock", "teeth", "module_mm", "contains")
PER_PAGE = 60
BATCH = 500
MOST_OF_A_PIECE = 30
"""Offers of one piece that are weighed: the cheapest of what could be meant."""

NEAR_MODULE = Decimal("0.003")


def own_supplier(member: Member, supplier_id: UUID, *, lock: bool = False) -> Supplier:
    """A supplier of the member's workshop."""
    suppliers = Supplier.objects.select_for_update() if lock else Supplier.objects
    supplier = suppliers.filter(id=supplier_id, workshop_id=member.workshop_id).first()
    if supplier is None:
        raise Http404
    return supplier


def suppliers_of(member: Member) -> QuerySet[Supplier]:
    """All that are bought from."""
    return Supplier.objects.filter(workshop_id=member.workshop_id, gone=False)


@write
def keep_supplier(
    member: Member, supplier_id: UUID, values: dict[str, Any], based_on: dict[str, Any] | None = None
) -> Supplier:
    """Add a supplier, or correct what is known of one.

    Raises
    ------
    GearingError
        If another goes by that name.
    RefusedError
        If others corrected the same meanwhile.
    """
    name = " ".join(values["name"].split())
    values = {**values, "name": name}
    same = Supplier.objects.filter(workshop_id=member.workshop_id, name=name).exclude(id=supplier_id).first()
    if same:
        raise GearingError(
            f"{name} is on the list already.",
            code="same_supplier",
            field="name",
            hint="Order from that one, or give this another name.",
        )
    supplier, made = Supplier.objects.select_for_update().get_or_create(
        id=supplier_id, defaults={"workshop_id": member.workshop_id, "recorded_by": member, **values}
    )
    if supplier.workshop_id != member.workshop_id:
        raise Http404
    if made:
        return supplier
    now = {field: getattr(supplier, field) for field in FIELDS}
    merged, quarrel = merge(based_on, values, now)
    if quarrel:
        raise overtaken(
            str(values[quarrel[0]]), str(now[quarrel[0]]), supplier.recorded_by.called, field=quarrel[0]
        )
    if merged != now:
        for field, value in merged.items():
            setattr(supplier, field, value)
        supplier.recorded_by = member
        supplier.save()
    return supplier


@dataclass(frozen=True, slots=True)
class ListChanges:
    """What a list would change: rows that are new, that say another thing, and items it no longer has."""

    new: tuple[PriceRow, ...]
    changed: tuple[tuple[CatalogueItem, PriceRow], ...]
    same: int
    gone: tuple[CatalogueItem, ...]


def changes_of(supplier: Supplier, listed: PriceList, *, whole: bool) -> ListChanges:
    """What taking the list would change; `whole` where what is not on it is no longer to be had."""
    known = {item.number: item for item in supplier.items.all()}
    new, changed, same = [], [], 0
    for row in listed.rows:
        item = known.pop(row.number, None)
        if item is None:
            new.append(row)
        elif not item.listed or _kept(item) != _values(row):
            changed.append((item, row))
        else:
            same += 1
    gone = tuple(item for item in known.values() if item.listed) if whole else ()
    return ListChanges(tuple(new), tuple(changed), same, gone)


def _values(row: PriceRow) -> dict[str, Any]:
    module = None if row.module is None else Decimal(str(row.module)).quantize(Decimal("0.0001"))
    return {
        "what": row.what,
        "price": None if row.price is None else row.price.quantize(Decimal("0.01")),
        "days": row.days,
        "stock": row.stock,
        "teeth": row.teeth,
        "module_mm": module,
        "contains": list(row.contains),
    }


def _kept(item: CatalogueItem) -> dict[str, Any]:
    return {field: getattr(item, field) for field in ITEM_FIELDS}


def _words(number: str, what: str, contains: Iterable[str]) -> str:
    return " ".join([number, what, *contains])[:600]


@write
def take_list(member: Member, supplier_id: UUID, listed: PriceList, *, whole: bool) -> ListChanges:
    """Take a supplier's list: the same again changes nothing."""
    supplier = own_supplier(member, supplier_id, lock=True)
    changes = changes_of(supplier, listed, whole=whole)
    CatalogueItem.objects.bulk_create(
        [
            CatalogueItem(
                supplier=supplier,
                workshop_id=supplier.workshop_id,
                number=row.number,
                found_by=_words(row.number, row.what, row.contains),
                **_values(row),
            )
            for row in changes.new
        ],
        batch_size=BATCH,
    )
    for item, row in changes.changed:
        for field, value in _values(row).items():
            setattr(item, field, value)
        item.found_by, item.listed = _words(row.number, row.what, row.contains), True
    CatalogueItem.objects.bulk_update(
        [item for item, _ in changes.changed], [*ITEM_FIELDS, "found_by", "listed"], batch_size=BATCH
    )
    CatalogueItem.objects.filter(id__in=[item.id for item in changes.gone]).update(listed=False)
    supplier.listed_at = timezone.now()
    supplier.save(update_fields=["listed_at"])
    return changes


@write
def keep_answers(supplier: Supplier, rows: Iterable[PriceRow]) -> list[CatalogueItem]:
    """Keep what a supplier answered over the line, so that it can be ordered."""
    items = []
    for row in rows:
        item, _ = CatalogueItem.objects.update_or_create(
            supplier=supplier,
            number=row.number,
            defaults={
                "workshop_id": supplier.workshop_id,
                "found_by": _words(row.number, row.what, row.contains),
                "listed": True,
                **_values(row),
            },
        )
        items.append(item)
    return items


def search(
    member: Member, words: str = "", *, teeth: int = 0, module: float = 0.0, supplier: UUID | None = None
) -> Paged[CatalogueItem]:
    """What is to be had, by words that must all be met and by tooth; the cheapest first."""
    items = _listed(member.workshop_id)
    if supplier:
        items = items.filter(supplier_id=supplier)
    if teeth:
        items = items.filter(teeth=teeth)
    if module:
        items = items.filter(_near(module))
    for word in words.split()[:6]:
        items = items.filter(found_by__icontains=word)
    return Paged(items.select_related("supplier").order_by(*CHEAPEST), items, PER_PAGE)


CHEAPEST = (F("price").asc(nulls_last=True), "what", "id")


def for_piece(
    workshop_id: int, words: Iterable[str], *, teeth: int = 0, module: float = 0.0
) -> list[CatalogueItem]:
    """What could be meant for a piece: of its tooth, or by the words of its name; the cheapest first.

    Parameters
    ----------
    words : iterable of str
        The name of the piece: each must be met, in what an item is or in what it contains.
    """
    said = [word for word in words if len(word) > 1][:5]
    meant = [Q(teeth=teeth) & _near(module)] if teeth and module else []
    if said:
        meant.append(reduce(lambda all_of, word: all_of & Q(found_by__icontains=word), said, Q()))
    if not meant:
        return []
    items = _listed(workshop_id).filter(reduce(or_, meant)).select_related("supplier")
    return list(items.order_by(*CHEAPEST)[:MOST_OF_A_PIECE])


def _listed(workshop_id: int) -> QuerySet[CatalogueItem]:
    return CatalogueItem.objects.filter(workshop_id=workshop_id, listed=True, supplier__gone=False)


def _near(module: float) -> Q:
    size = Decimal(str(module))
    return Q(module_mm__range=(size * (1 - NEAR_MODULE), size * (1 + NEAR_MODULE)))
