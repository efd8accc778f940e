"""A record taken in: looked at first, then only what is new of it, and nothing twice."""

from __future__ import annotations

import hashlib
import json
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, field
from pathlib import Path
from typing import IO, Any, Literal
from uuid import UUID
from zipfile import BadZipFile, ZipFile, ZipInfo

from django.core.files.base import File
from django.core.files.storage import default_storage
from django.db import models
from django.db.models import Max
from pydantic import BaseModel, ValidationError

from gearing.errors import GearingError
from orders.models import PurchaseOrder
from visits.models import Visit
from workshop.models import Member
from workshop.transactions import write

from .progress import Told, silent
from .shape import FORMAT, VERSION, Manifest, unit_model, workshop_model
from .tables import FILES, LATER, SINCE, UNIT_TABLES, WORKSHOP_TABLES, RecordTable, said, taken
from .writing import members_called

MOST_JSON, MOST_FILE, MOST_ENTRIES = 64 * 2**20, 64 * 2**20, 100_000
STARTS = {".jpg": b"\xff\xd8\xff", ".wav": b"RIFF"}
"""How a file of each kind begins."""

SHOWN = 12


@dataclass
class Compared:
    """A unit, or the workshop's own tables, held against the record that is here."""

    id: str
    label: str
    new: int = 0
    same: int = 0
    differs: list[str] = field(default_factory=list)

    @property
    def state(self) -> Literal["new", "more", "same", "differs"]:
        if self.differs:
            return "differs"
        return "same" if not self.new else "new" if not self.same else "more"


class Record:
    """An export that is open.

    Raises
    ------
    GearingError
        If it is none, is damaged, or is of a newer Dentado; the place is said.
    """

    def __init__(self, source: Path | IO[bytes]) -> None:
        try:
            self.archive = ZipFile(source)
        except (BadZipFile, OSError) as error:
            raise bad("This is no record of Dentado: it is not a zip file.") from error
        entries = self.archive.infolist()
        if len(entries) > MOST_ENTRIES or len({entry.filename for entry in entries}) != len(entries):
            raise bad("This file has far too many entries, or one of them twice.")
        self.entries = {entry.filename: entry for entry in entries}
        self.manifest = Manifest.model_validate(self._manifest())

    def _manifest(self) -> dict[str, Any]:
        kept = self._json("manifest.json")
        if kept.get("format") != FORMAT:
            raise bad("This is no record of Dentado.", "manifest.json")
        version = kept.get("v")
        if not isinstance(version, int) or version > VERSION:
            raise bad(
                "This record was written by a newer Dentado.", "manifest.json", "Upgrade this one first."
            )
        return _checked(Manifest, kept, "manifest.json").model_dump()

    def check(self) -> None:
        """Every entry is there, whole, and of a kind that it says."""
        for path, digest in self.manifest.files.items():
            entry = self._entry(path)
            found = hashlib.sha256()
            begins = b""
            with self.archive.open(entry) as content:
                try:
                    while chunk := content.read(1 << 16):
                        begins = begins or chunk[:4]
                        found.update(chunk)
                except (BadZipFile, EOFError, OSError) as error:
                    raise bad("This entry is damaged.", path) from error
            if found.hexdigest() != digest:
                raise bad("This entry is not what was exported: its checksum differs.", path)
            wanted = STARTS.get(Path(path).suffix)
            if wanted and not begins.startswith(wanted[:4]):
                raise bad("This is no picture or recording.", path)

    def unit(self, unit_id: UUID) -> BaseModel:
        path = f"units/{unit_id}.json"
        part = self._part(unit_model(), path)
        if [row.id for row in part.units] != [unit_id]:  # type: ignore[attr-defined]
            raise bad("This entry is of another unit than it says.", path)
        _check_references(part, UNIT_TABLES, path)
        return part

    def workshop(self) -> BaseModel:
        part = self._part(workshop_model(), "workshop.json", self._since())
        _check_references(part, WORKSHOP_TABLES, "workshop.json")
        return part

    def _since(self) -> list[str]:
        """Tables that the file is too old to have."""
        return [name for version, names in SINCE.items() if version > self.manifest.v for name in names]

    def _part(self, model: type[BaseModel], path: str, absent: Sequence[str] = ()) -> BaseModel:
        kept = self._json(path)
        if not kept.keys().isdisjoint(absent):
            raise bad("This entry has more than its version knows of.", path)
        return _checked(model, kept | {name: [] for name in absent}, path)

    def _entry(self, path: str) -> ZipInfo:
        entry = self.entries.get(path)
        if entry is None:
            raise bad("This entry is missing.", path)
        if entry.file_size > (MOST_JSON if path.endswith(".json") else MOST_FILE):
            raise bad("This entry is far too large.", path)
        return entry

    def _json(self, path: str) -> dict[str, Any]:
        try:
            kept = json.loads(self.archive.read(self._entry(path)))
        except (ValueError, BadZipFile, RuntimeError, NotImplementedError, RecursionError) as error:
            raise bad("This entry cannot be read.", path) from error
        if not isinstance(kept, dict):
            raise bad("This entry is not an object.", path)
        return kept

    def content(self, path: str) -> IO[bytes]:
        return self.archive.open(self._entry(path))


def bad(
    problem: str, where: str = "", hint: str = "Export it again; nothing was changed here."
) -> GearingError:
    """Why a file is not taken in, and where it is wrong."""
    said = f"{problem} ({where})" if where else problem
    return GearingError(said, code="bad_record", field="file", hint=hint)


def _check_references(part: BaseModel, tables: tuple[RecordTable, ...], path: str) -> None:
    """Every row belongs to one of the same entry: nothing is hung on what lies elsewhere."""
    ids = {table.model: {row.id for row in getattr(part, table.name)} for table in tables if not table.same}
    for table in tables:
        to = {each.name: ids[each.related_model] for each in table.fields() if each.related_model in ids}
        for n, row in enumerate(getattr(part, table.name)):
            for name, there in to.items():
                other = getattr(row, name)
                if other is not None and other not in there and name != "guide":
                    raise bad(f"What it belongs to is not in it: {table.name}.{n}.{name}.", path)


def _checked(model: type[BaseModel], kept: dict[str, Any], path: str) -> BaseModel:
    try:
        return model.model_validate(kept)
    except ValidationError as error:
        first = error.errors()[0]
        place = ".".join(str(part) for part in first["loc"])
        raise bad(f"{first['msg']} at {place}.", path) from error


def preview(member: Member, record: Record) -> list[Compared]:
    """What is new, what is the same and what differs, unit by unit; nothing is written.

    Raises
    ------
    GearingError
        If an entry is damaged, wrong, or stands for something of another workshop.
    """
    record.check()
    found = []
    for unit_id in record.manifest.units:
        part = record.unit(unit_id)
        label = next((row.label for row in part.units), str(unit_id))  # type: ignore[attr-defined]
        found.append(_compared(member, Compared(str(unit_id), label), part, UNIT_TABLES))
    if record.manifest.whole:
        own = Compared("workshop", "Drawer, suppliers and shelf")
        found.append(_compared(member, own, record.workshop(), WORKSHOP_TABLES))
    return found


def _compared(member: Member, into: Compared, part: BaseModel, tables: tuple[RecordTable, ...]) -> Compared:
    called = members_called()
    for table, rows, here in _here(member, part, tables):
        for row in rows:
            mine = here.get(_key(table, row))
            if mine is None:
                into.new += 1
            elif differs := _differs(table, row, mine, called):
                if len(into.differs) < SHOWN:
                    into.differs.append(f"{table.name}: {', '.join(differs)}")
            else:
                into.same += 1
    return into


def _here(
    member: Member, part: BaseModel, tables: tuple[RecordTable, ...]
) -> Iterator[tuple[RecordTable, list[Any], dict[Any, Any]]]:
    """Each table's rows of the file, and those of the record that are the same thing."""
    for table in tables:
        rows: list[Any] = getattr(part, table.name)
        own = table.model._default_manager.filter(**{table.home: member.workshop_id})
        if table.same:
            if "visit" in table.same:
                own = own.filter(visit__in={row.visit for row in rows})
            yield table, rows, {_key(table, row): row for row in own}
            continue
        keys = [row.id for row in rows]
        ours = {row.pk: row for row in own.filter(pk__in=keys)}
        # Ids are made once: what stands for something of another workshop is not written over.
        if table.model._default_manager.filter(pk__in=keys).count() != len(ours):
            raise bad(
                "Something of this record is here already, in another workshop.",
                table.name,
                "Take it in on another installation.",
            )
        yield table, rows, ours


def _key(table: RecordTable, row: Any) -> Any:
    """What makes two rows the same thing."""
    if not table.same:
        return row.pk if isinstance(row, models.Model) else row.id
    parts = (getattr(row, name, None) for name in table.same)
    return tuple(part.pk if isinstance(part, models.Model) else part for part in parts)


def _differs(table: RecordTable, row: Any, mine: Any, called: Mapping[int, str]) -> list[str]:
    theirs, ours = row.model_dump(mode="json", by_alias=True), said(table, mine, called)
    return [name for name, value in ours.items() if _plain(theirs.get(name)) != _plain(value)]


def _plain(value: Any) -> Any:
    return value.replace("+00:00", "Z") if isinstance(value, str) else value


def take_in(
    member: Member, record: Record, chosen: list[str], names: dict[str, str], told: Told = silent
) -> int:
    """Write what is new of the chosen parts; how many rows that was.

    Parameters
    ----------
    chosen : list of str
        Ids of units, and ``workshop``.
    names : dict of str to str
        Sign-in names of the file and those that stand for them here; else alike, else who takes in.
    told : callable
        How many parts are written, of how many.

    Raises
    ------
    GearingError
        As :func:`preview`; nothing is written then.
    """
    record.check()
    kept: list[str] = []
    try:
        return _write(member, record, chosen, names, kept, told)
    except BaseException:
        for path in kept:
            default_storage.delete(path)
        raise


@write
def _write(
    member: Member, record: Record, chosen: list[str], names: dict[str, str], kept: list[str], told: Told
) -> int:
    taking = _Taking(member, record, names, kept)
    for done, unit_id in enumerate(record.manifest.units):
        told(done, len(record.manifest.units) + 1)
        if str(unit_id) in chosen:
            taking.part(record.unit(unit_id), UNIT_TABLES)
    if record.manifest.whole and "workshop" in chosen:
        taking.part(record.workshop(), WORKSHOP_TABLES)
    told(len(record.manifest.units) + 1, len(record.manifest.units) + 1)
    return taking.made


class _Taking:
    """A record on its way in; `kept` are the files that were laid down, to be taken away if it fails."""

    def __init__(self, member: Member, record: Record, names: dict[str, str], kept: list[str]) -> None:
        self.made = 0
        self._member, self._record, self._kept = member, record, kept
        home = Member.objects.filter(workshop_id=member.workshop_id)
        self._known = dict(home.values_list("username", "id"))
        self._names = names

    def part(self, part: BaseModel, tables: tuple[RecordTable, ...]) -> None:
        """Write what is new of one part, parents first, and then what points to one another."""
        later = []
        fresh_visits: set[UUID] = set()
        for table, rows, here in _here(self._member, part, tables):
            for row in rows:
                of_old_visit = "visit" in table.same and row.visit not in fresh_visits
                if _key(table, row) in here or of_old_visit:
                    continue
                entry = self._entry(table, row)
                # Raw: times are kept as they were, none is made now.
                entry.save_base(raw=True, force_insert=True)
                self.made += 1
                if table.model is Visit:
                    fresh_visits.add(entry.pk)
                for name in LATER & {each.name for each in table.fields()}:
                    if (other := getattr(row, name)) is not None:
                        later.append((table, entry.pk, name, other))
        for table, key, name, other in later:
            own = table.model._default_manager
            # They point to rows of their own table, and to none of another workshop.
            if own.filter(pk=other, **{table.home: self._member.workshop_id}).exists():
                own.filter(pk=key).update(**{f"{name}_id": other})

    def _free_number(self, number: int) -> int:
        """The order's own number, or the next that none has here."""
        own = PurchaseOrder.objects.filter(workshop_id=self._member.workshop_id)
        if not own.filter(number=number).exists():
            return number
        return 1 + int(own.aggregate(last=Max("number"))["last"] or 0)

    def _entry(self, table: RecordTable, row: Any) -> models.Model:
        values: dict[str, Any] = {}
        plain = row.model_dump(mode="json", by_alias=True)
        for each in table.fields():
            value = plain.get(each.name)
            if each.name in LATER and each.remote_field:
                continue
            if each.name in FILES:
                values[each.name] = self._store(table, each, value)
            elif each.related_model is Member:
                values[each.attname] = self._whose(value)
            else:
                values[each.attname] = taken(each, value)
        if any(each.name == "workshop" for each in table.model._meta.concrete_fields):
            values["workshop_id"] = self._member.workshop_id
        if table.model is PurchaseOrder:
            values["number"] = self._free_number(values["number"])
        return table.model(**values)

    def _whose(self, name: str) -> int:
        """Whose an entry is here."""
        return self._known.get(self._names.get(name, name), self._member.pk)

    def _store(self, table: RecordTable, each: models.Field[Any, Any], path: str) -> str:
        """A file laid where such files lie, under its own name."""
        assert isinstance(each, models.FileField)
        if path not in self._record.entries:
            return ""
        with self._record.content(path) as content:
            name = each.generate_filename(table.model(), Path(path).name)
            stored: str = default_storage.save(name, File(content))
        self._kept.append(stored)
        return stored
