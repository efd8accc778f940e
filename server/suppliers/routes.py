"""Routes of suppliers: who they are, their lists, and what they have."""

from __future__ import annotations

from datetime import datetime
from decimal import Decimal
from typing import Annotated
from uuid import UUID

from ninja import File, Form, Router
from ninja.files import UploadedFile
from pydantic import Field

from gearing.errors import GearingError
from gearing.sourcing import PriceRow, read_price_list
from shelf.services import headings_of
from sums.base import Model, Module, Problem
from workshop.authentication import MemberRequest

from . import over_the_line, services
from .models import CatalogueItem, Supplier

router = Router(tags=["suppliers"])
PROBLEMS = {404: Problem, 409: Problem, 422: Problem, 503: Problem}
MOST_SHOWN = 40
Money = Annotated[Decimal, Field(ge=0, lt=100_000, max_digits=7, decimal_places=2)]
Teeth = Annotated[int, Field(ge=0, le=1000)]
SearchWords = Annotated[str, Field(max_length=120)]


class SupplierState(Model):
    """What is known of a supplier."""

    name: Annotated[str, Field(min_length=1, max_length=80)]
    postage: Money | None = None
    free_from: Money | None = None
    usual_days: Annotated[int, Field(ge=0, le=730)] | None = None
    note: Annotated[str, Field(max_length=200)] = ""
    on_line: bool = Field(default=False, description="Asked and ordered from over the line")
    gone: bool = False


class SupplierIn(SupplierState):
    based_on: SupplierState | None = None


class SupplierOut(SupplierState):
    id: UUID
    items: int = Field(description="Things on its list")
    listed_at: datetime | None


class ItemOut(Model):
    """One thing that can be ordered."""

    id: UUID
    supplier: UUID
    supplier_name: str
    number: str
    what: str
    price: Decimal | None
    days: int | None
    stock: int | None
    teeth: int | None
    module_mm: float | None
    contains: list[str]


class ItemPage(Model):
    items: list[ItemOut]
    total: int
    page: int
    pages: int


class ItemSearch(Model):
    words: SearchWords = ""
    teeth: Teeth = 0
    module_mm: Module | None = None
    supplier: UUID | None = None
    page: Annotated[int, Field(ge=1, le=100_000)] = 1


class ListIn(Model):
    take: bool = Field(default=False, description="Without it the list is only looked at")
    whole: bool = Field(default=False, description="What is not on it is no longer to be had")


class ListRow(Model):
    line: int
    number: str
    what: str
    price: Decimal | None
    before: str = Field(default="", description="What is known of it now")


class RefusedRow(Model):
    line: int
    text: str
    why: str


class ListOut(Model):
    """What taking a list changes, or changed."""

    taken: bool
    new: int
    changed: int
    same: int
    gone: int
    refused: int
    rows: list[ListRow] = Field(description="The first of what is new or changed")
    refusals: list[RefusedRow]
    columns: dict[str, str] = Field(description="What each column was taken for, by its heading")
    passed_over: list[str]
    read_as: str


@router.get("", response={200: list[SupplierOut], **PROBLEMS})
def suppliers(request: MemberRequest) -> list[SupplierOut]:
    """All that are bought from."""
    return [_supplier(supplier) for supplier in services.suppliers_of(request.user)]


@router.post("/search", response={200: ItemPage, **PROBLEMS})
def search_items(request: MemberRequest, body: ItemSearch) -> ItemPage:
    """What is to be had, the cheapest first."""
    found, pages = services.search(
        request.user,
        body.words,
        teeth=body.teeth,
        module=float(body.module_mm or 0),
        supplier=body.supplier,
    ).page(body.page)
    return ItemPage(
        items=[item_out(item) for item in found], total=pages.total, page=pages.page, pages=pages.pages
    )


@router.put("/{supplier_id}", response={200: SupplierOut, **PROBLEMS})
def keep(request: MemberRequest, supplier_id: UUID, body: SupplierIn) -> SupplierOut:
    """Add a supplier, or correct what is known of one."""
    based_on = body.based_on.model_dump() if body.based_on else None
    values = body.model_dump(exclude={"based_on"})
    return _supplier(services.keep_supplier(request.user, supplier_id, values, based_on))


@router.post("/{supplier_id}/ask", response={200: list[ItemOut], **PROBLEMS})
def ask_supplier(request: MemberRequest, supplier_id: UUID, body: ItemSearch) -> list[ItemOut]:
    """Ask a supplier that answers over the line; what it says is kept, so that it can be ordered."""
    supplier = services.own_supplier(request.user, supplier_id)
    if not supplier.on_line:
        raise GearingError(
            f"{supplier.name} does not answer over the line.",
            code="no_line",
            field="supplier",
            hint="Take its list in instead.",
        )
    rows = over_the_line.find(body.words, teeth=body.teeth, module=float(body.module_mm or 0))
    return [item_out(item) for item in services.keep_answers(supplier, rows)]


@router.post("/{supplier_id}/list", response={200: ListOut, **PROBLEMS})
def take_list(
    request: MemberRequest, supplier_id: UUID, file: File[UploadedFile], body: Form[ListIn]
) -> ListOut:
    """Look at a supplier's list, or take it: lines that are refused change nothing."""
    supplier = services.own_supplier(request.user, supplier_id)
    listed = read_price_list(file.read(), headings_of(request.user.workshop_id, "price_list"))
    changes = (
        services.take_list(request.user, supplier_id, listed, whole=body.whole)
        if body.take
        else services.changes_of(supplier, listed, whole=body.whole)
    )
    shown = [_row(row) for row in changes.new]
    shown += [_row(row, item) for item, row in changes.changed]
    mark = {",": "decimal comma", ".": "decimal point"}.get(listed.mark, "whole prices")
    delimiter = {"\t": "tabs", ";": "semicolons", ",": "commas"}.get(listed.delimiter, listed.delimiter)
    return ListOut(
        taken=body.take,
        new=len(changes.new),
        changed=len(changes.changed),
        same=changes.same,
        gone=len(changes.gone),
        refused=len(listed.refused),
        rows=shown[:MOST_SHOWN],
        refusals=[RefusedRow(line=r.line, text=r.text, why=r.why) for r in listed.refused[:MOST_SHOWN]],
        columns=listed.columns,
        passed_over=list(listed.passed_over),
        read_as=f"{listed.encoding}, parted by {delimiter}, {mark}",
    )


def _row(row: PriceRow, item: CatalogueItem | None = None) -> ListRow:
    before = "" if item is None else f"{item.what}, {item.price if item.price is not None else 'no price'}"
    return ListRow(line=row.line, number=row.number, what=row.what, price=row.price, before=before)


def _supplier(supplier: Supplier) -> SupplierOut:
    return SupplierOut(
        id=supplier.id,
        **{field: getattr(supplier, field) for field in services.FIELDS},
        items=supplier.items.filter(listed=True).count(),
        listed_at=supplier.listed_at,
    )


def item_out(item: CatalogueItem) -> ItemOut:
    """An item as the screen shows it."""
    fields = ("id", "number", "what", "price", "days", "stock", "teeth", "contains")
    return ItemOut(
        **{field: getattr(item, field) for field in fields},
        module_mm=float(item.module_mm) if item.module_mm is not None else None,
        supplier=item.supplier_id,
        supplier_name=item.supplier.name,
    )
