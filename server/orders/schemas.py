"""What the routes of orders take and give."""

from __future__ import annotations

from datetime import date, datetime
from decimal import Decimal
from typing import Annotated
from uuid import UUID

from pydantic import Field

from sums.base import Model
from sums.fit import PartIn

Money = Annotated[Decimal, Field(ge=0, lt=100_000, max_digits=7, decimal_places=2)]
Count = Annotated[int, Field(ge=1, le=999)]
Note = Annotated[str, Field(max_length=300)]


class ForVisit(Model):
    """What a line is ordered for."""

    visit: UUID
    unit: str
    pieces: list[str]
    piece_ids: list[UUID]
    gone: bool = Field(description="Whether every one of those pieces was taken back from the row")


class OrderLineOut(Model):
    """One thing ordered."""

    id: UUID
    what: str
    number: str = Field(description="The supplier's")
    teeth: int | None
    module_mm: float | None
    count: int
    price: Decimal | None
    amount: Decimal | None = Field(description="Of all of them")
    contains: list[str]
    made_for: ForVisit | None
    came: int
    back: int
    cancelled: int
    credited: Decimal
    owed: int
    by: str


class OrderEventOut(Model):
    id: UUID
    at: datetime
    kind: str
    line: UUID | None
    count: int
    amount: Decimal | None
    note: str


class OrderOut(Model):
    """An order as it stands today."""

    id: UUID
    name: str
    supplier: UUID
    supplier_name: str
    on_line: bool
    standing: str = Field(description="basket, awaited, late, part, here or cancelled")
    says: str
    sent_on: date | None
    expected_on: date | None
    reference: str
    lines: list[OrderLineOut]
    goods: Decimal
    postage: Decimal
    total: Decimal
    unpriced: int
    to_free: Decimal | None = Field(description="What is missing until nothing is paid for the post")
    ask_now: bool = Field(description="Whether it is time to ask after it")
    words: str = Field(description="What to write to ask after it")
    events: list[OrderEventOut]


class OrderPage(Model):
    orders: list[OrderOut]
    total: int
    page: int
    pages: int


class BasketIn(Model):
    """Something to order."""

    supplier: UUID
    what: Annotated[str, Field(max_length=200)] = ""
    count: Count = 1
    price: Money | None = None
    item: UUID | None = None
    visit: UUID | None = None
    pieces: Annotated[list[UUID], Field(max_length=60)] = Field(default_factory=list)
    again: bool = Field(default=False, description="Ordered though it is on order already")


class LineChangeIn(Model):
    count: Count
    price: Money | None = None


class SentIn(Model):
    reference: Annotated[str, Field(max_length=60)] = ""
    expected_on: date | None = None


class ExpectedIn(Model):
    expected_on: date
    note: Note = ""


class CameIn(Model):
    count: Count = 1
    ticked: Annotated[list[Annotated[str, Field(max_length=200)]], Field(max_length=60)] = Field(
        default_factory=list, description="The pieces of a set that are there"
    )
    note: Note = ""


class BackIn(Model):
    count: Count = 1
    wrong: Annotated[list[Annotated[str, Field(max_length=200)]], Field(max_length=12)] = Field(
        default_factory=list, description="Each way in which it is not what was ordered"
    )


class CancelIn(Model):
    count: Count = 1
    note: Note = ""
    amount: Money | None = Field(default=None, description="What was credited for it")


class MeasuredIn(Model):
    """A gear that came with an order, measured beside what was ordered."""

    wanted: PartIn
    measured: PartIn
    accepted: bool
    reason: Note = ""


class Buyable(Model):
    """Something that could be bought for a piece."""

    item: UUID
    supplier: UUID
    supplier_name: str
    number: str
    what: str
    price: Decimal | None
    days: int | None
    stock: int | None
    contains: list[str]
    decided: bool = Field(description="Whether it is what was decided on")
    serves: list[UUID] = Field(description="Pieces still to be got that it serves")


class GearAsked(Model):
    """The tooth a supplier is asked for."""

    teeth: int
    module_mm: float


class InDrawer(Model):
    """Something in the drawer that could serve."""

    kept: UUID
    what: str
    place: str
    count: int
    change: str = Field(description="What would have to be changed of it; empty for nothing")


class ToBuy(Model):
    """A piece that has to be got: where from, or the line it is on."""

    piece: UUID
    name: str
    gear: GearAsked | None
    line: OrderLineOut | None
    order: str
    standing: str
    order_id: UUID | None
    sent: bool = Field(description="Whether that order was sent")
    others: int = Field(description="Lines in that basket besides")
    offers: list[Buyable]
    drawer: list[InDrawer]
    came_with: str


class ToBuyOut(Model):
    pieces: list[ToBuy]
