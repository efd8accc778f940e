"""What a record is made of: each table with what it hangs on, in the order in which it can be written."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from datetime import date
from decimal import Decimal
from typing import Any
from uuid import UUID

from django.db import models
from django.utils.dateparse import parse_date, parse_datetime

from drawer.models import Arrival, Movement, StockItem
from orders.models import OrderEvent, OrderLine, PurchaseOrder
from shelf.models import Consumable, HouseRule, HouseTerms, LearntHeading, LearntName, MeasuredMachine
from suppliers.models import CatalogueItem, Supplier
from visits.models import (
    BillExtra,
    Change,
    CoverMap,
    GearReading,
    KeptCalculation,
    OwnerAnswer,
    Photo,
    Piece,
    PlanMark,
    ProofResult,
    Reminder,
    Sound,
    SourceOffer,
    Step,
    Tick,
    Timer,
    Trial,
    Unit,
    Visit,
)
from workshop.models import Member, Workshop
from workshop.stored import StoredField

LATER = {"mate", "guide"}
"""References among rows of one table, or to units that come after: laid when all rows are there."""


ONE = ("only one",)
"""What makes two rows the same thing where a workshop has no more than one."""


@dataclass(frozen=True)
class RecordTable:
    """One table of the record.

    Attributes
    ----------
    name : str
        Its key in the file.
    model : type
    of : str
        The lookup from a row to what it is exported with: a unit's id, or a workshop's.
    same : tuple of str
        What makes two rows the same thing, where they have no id of their own but a number of the database's.
    """

    name: str
    model: type[models.Model]
    of: str
    same: tuple[str, ...] = ()

    def rows(self, of: Any) -> models.QuerySet[Any]:
        """Its rows, in an order that is the same every time."""
        rows: models.QuerySet[Any] = self.model._default_manager.filter(**{self.of: of})
        return rows.order_by(*(name for name in self.same if name not in ONE), "pk")

    def fields(self) -> Iterator[models.Field[Any, Any]]:
        """What is said of a row: not whose workshop it is, nor what is the database's own affair."""
        for field in self.model._meta.concrete_fields:
            own = field.generated or (field.primary_key and self.same)
            if field.related_model is not Workshop and not own:
                yield field

    @property
    def home(self) -> str:
        """The lookup from a row to its workshop."""
        if self.model is Unit:
            return "workshop"
        return f"{self.of}__workshop" if self.of.endswith("unit") else self.of


UNIT_TABLES = (
    RecordTable("units", Unit, "id"),
    RecordTable("visits", Visit, "unit"),
    RecordTable("steps", Step, "visit__unit"),
    RecordTable("pieces", Piece, "step__visit__unit"),
    RecordTable("readings", GearReading, "piece__step__visit__unit"),
    RecordTable("calculations", KeptCalculation, "piece__step__visit__unit"),
    RecordTable("ticks", Tick, "piece__step__visit__unit"),
    RecordTable("photos", Photo, "visit__unit"),
    RecordTable("sounds", Sound, "visit__unit"),
    RecordTable("trials", Trial, "visit__unit"),
    RecordTable("proofs", ProofResult, "visit__unit"),
    RecordTable("reminders", Reminder, "visit__unit"),
    RecordTable("offers", SourceOffer, "visit__unit"),
    RecordTable("answers", OwnerAnswer, "visit__unit"),
    RecordTable("extras", BillExtra, "visit__unit"),
    RecordTable("timers", Timer, "visit__unit"),
    RecordTable("covers", CoverMap, "visit__unit", ("visit", "name")),
    RecordTable("marks", PlanMark, "visit__unit", ("visit", "key")),
    RecordTable("history", Change, "visit__unit", ("visit", "at", "subject", "verb")),
)
"""All of a unit, parents before children. Links that let others in are no part of it."""

WORKSHOP_TABLES = (
    RecordTable("stock", StockItem, "workshop"),
    RecordTable("movements", Movement, "kept__workshop"),
    RecordTable("suppliers", Supplier, "workshop"),
    RecordTable("catalogue", CatalogueItem, "workshop"),
    RecordTable("orders", PurchaseOrder, "workshop"),
    RecordTable("order_lines", OrderLine, "order__workshop"),
    RecordTable("order_events", OrderEvent, "order__workshop"),
    RecordTable("arrivals", Arrival, "workshop"),
    RecordTable("consumables", Consumable, "workshop"),
    RecordTable("house_rules", HouseRule, "workshop", ("question",)),
    RecordTable("terms", HouseTerms, "workshop", ONE),
    RecordTable("names", LearntName, "workshop", ("name",)),
    RecordTable("headings", LearntHeading, "workshop", ("table", "heading")),
    RecordTable("machines", MeasuredMachine, "workshop", ("name",)),
)
"""What a workshop has besides its units."""

SINCE = {2: ("orders", "order_lines", "order_events", "arrivals", "headings"), 3: ("machines",)}
"""Tables that came with a later version of the file: an older one has none of them."""

FILES = {"image": ("photos", ".jpg"), "small": ("photos", "-small.jpg"), "wav": ("sounds", ".wav")}
"""File fields: the folder in the file, and how a name ends that begins with the row's id."""


def path_of(field: str, row_id: Any) -> str:
    """Where a row's file lies within the export."""
    folder, ending = FILES[field]
    return f"{folder}/{row_id}{ending}"


def said(table: RecordTable, row: Any, called: Mapping[int, str]) -> dict[str, Any]:
    """A row as the file has it: plain JSON, members by the names they sign in with (`called`, by key)."""
    return {field.name: _said(field, row, called) for field in table.fields()}


def _said(field: models.Field[Any, Any], row: Any, called: Mapping[int, str]) -> Any:
    value = getattr(row, field.attname)
    if value is None:
        return None
    if isinstance(field, models.FileField):
        return path_of(field.name, row.pk)
    if field.related_model is Member:
        return called.get(value, "")
    if isinstance(field, StoredField):
        return field.shape.keep(value)
    if isinstance(value, Decimal | UUID):
        return str(value)
    return value.isoformat() if isinstance(value, date) else value


def taken(field: models.Field[Any, Any], value: Any) -> Any:
    """A value of the file as the column takes it; files and members are seen to apart."""
    if value is None:
        return None
    if isinstance(field, StoredField):
        return field.shape.read(value)
    if isinstance(field, models.DateTimeField):
        return parse_datetime(value)
    if isinstance(field, models.DateField):
        return parse_date(value)
    if isinstance(field, models.DecimalField):
        return Decimal(value)
    if isinstance(field, models.UUIDField) or (field.remote_field and field.related_model is not Member):
        return UUID(value)
    return value
