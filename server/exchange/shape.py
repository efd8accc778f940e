"""The shape of the file: models made from the tables themselves, and the JSON Schema that is published."""

from __future__ import annotations

from datetime import date, datetime
from functools import cache
from typing import Annotated, Any, Literal
from uuid import UUID

from django.db import models
from pydantic import BaseModel, ConfigDict, Field, create_model

from workshop.models import Member
from workshop.stored import StoredField

from .tables import UNIT_TABLES, WORKSHOP_TABLES, RecordTable

FORMAT, VERSION = "dentado-record", 3
SCHEMA_ID = "https://dentado.invalid/formats/record.schema.json"

Name = Annotated[str, Field(max_length=150)]
Path = Annotated[str, Field(max_length=200)]
FilePath = Annotated[str, Field(pattern=r"^(photos|sounds)/[0-9a-f-]{36}(-small)?\.(jpg|wav)$")]
Digest = Annotated[str, Field(pattern=r"^[0-9a-f]{64}$")]


class Strict(BaseModel):
    model_config = ConfigDict(extra="forbid", allow_inf_nan=False, strict=False)


class KeptValue(Strict):
    """A value with the version of its shape."""

    v: Annotated[int, Field(ge=1)]
    value: Any = Field(alias="is")


class Manifest(Strict):
    """What the file holds: ``manifest.json``, its last entry."""

    format: Literal["dentado-record"]
    v: Annotated[int, Field(ge=1)]
    made_at: datetime
    made_by: str = Field(description="Version of Dentado that wrote it")
    workshop: str
    members: dict[Name, Annotated[str, Field(max_length=200)]] = Field(
        description="Sign-in names of those whose entries these are, and what they are called"
    )
    units: list[UUID] = Field(description="Each lies in units/ID.json")
    whole: bool = Field(description="Whether workshop.json is there")
    files: dict[Annotated[str, Field(max_length=200)], Digest] = Field(
        description="SHA-256 of every other entry"
    )


@cache
def row_model(table: RecordTable) -> type[BaseModel]:
    """A row of a table as the file has it."""
    fields: dict[str, Any] = {field.name: _typed(field) for field in table.fields()}
    return create_model(f"{table.name.title().replace('_', '')}Row", __base__=Strict, **fields)


def _typed(field: models.Field[Any, Any]) -> tuple[Any, Any]:
    kind = _plain(field)
    return (kind | None, None) if field.null else (kind, ...)


def _plain(field: models.Field[Any, Any]) -> Any:
    if isinstance(field, StoredField):
        return KeptValue
    if isinstance(field, models.FileField):
        return Annotated[
            str, Field(max_length=200, pattern=r"^(photos|sounds)/[0-9a-f-]{36}(-small)?\.(jpg|wav)$")
        ]
    if field.related_model is Member:
        return Name
    if field.remote_field or isinstance(field, models.UUIDField):
        return UUID
    if isinstance(field, models.DateTimeField):
        return datetime
    if isinstance(field, models.DateField):
        return date
    if isinstance(field, models.DecimalField):
        return Annotated[str, Field(pattern=r"^-?\d{1,12}(\.\d{1,8})?$")]
    if isinstance(field, models.BooleanField):
        return bool
    if isinstance(field, models.FloatField):
        return float
    if isinstance(field, models.IntegerField):
        return Annotated[int, Field(ge=-(2**31), le=2**31)]
    return Annotated[str, Field(max_length=field.max_length or 100_000)]


@cache
def part_model(tables: tuple[RecordTable, ...], name: str) -> type[BaseModel]:
    """All rows of several tables, by table."""
    fields: dict[str, Any] = {table.name: (list[row_model(table)], ...) for table in tables}
    return create_model(name, __base__=Strict, **fields)


def unit_model() -> type[BaseModel]:
    """``units/ID.json``."""
    return part_model(UNIT_TABLES, "UnitRecord")


def workshop_model() -> type[BaseModel]:
    """``workshop.json``."""
    return part_model(WORKSHOP_TABLES, "WorkshopRecord")


def json_schema() -> dict[str, Any]:
    """The published schema (JSON Schema 2020-12): each kind of entry under its name."""
    parts: dict[str, type[BaseModel]] = {
        "manifest": Manifest,
        "unit": unit_model(),
        "workshop": workshop_model(),
    }
    definitions: dict[str, Any] = {}
    for name, model in parts.items():
        schema = model.model_json_schema(ref_template="#/$defs/{model}")
        definitions |= schema.pop("$defs", {})
        definitions[name] = schema
    return {
        "$schema": "https://json-schema.org/draft/2020-12/schema",
        "$id": SCHEMA_ID,
        "title": f"The record of a Dentado workshop, version {VERSION}",
        "$defs": dict(sorted(definitions.items())),
    }
