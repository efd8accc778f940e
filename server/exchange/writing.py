"""A record as one zip, written as it is read: no more of it is held than one unit."""

from __future__ import annotations

import hashlib
import io
import json
from collections.abc import Iterable, Iterator
from typing import Any
from uuid import UUID
from zipfile import ZIP_DEFLATED, ZIP_STORED, ZipFile, ZipInfo

from django.conf import settings
from django.core.files.storage import default_storage
from django.utils import timezone

from visits.models import Unit
from workshop.models import Member, Workshop

from .progress import Told, silent
from .shape import FORMAT, VERSION
from .tables import FILES, UNIT_TABLES, WORKSHOP_TABLES, RecordTable, path_of, said

ALWAYS = (1980, 1, 1, 0, 0, 0)
"""Of every entry: what is the same record is the same file."""

CHUNK = 1 << 16


class _Pipe(io.RawIOBase):
    """What a zip writes to, taken out again as it goes."""

    def __init__(self) -> None:
        self._waiting: list[bytes] = []
        self._written = 0

    def writable(self) -> bool:
        return True

    def seekable(self) -> bool:
        return False

    def tell(self) -> int:
        return self._written

    def write(self, data: Any) -> int:
        self._waiting.append(bytes(data))
        self._written += len(data)
        return len(data)

    def taken(self) -> bytes:
        data, self._waiting = b"".join(self._waiting), []
        return data


def exported(workshop: Workshop, units: list[UUID] | None = None, told: Told = silent) -> Iterator[bytes]:
    """The bytes of an export: of some units, or of the whole workshop with what it has besides.

    Parameters
    ----------
    workshop : Workshop
    units : list of UUID, optional
        None for all, and the workshop's own tables.
    told : callable
        How many units are written, of how many; the last of them with the file itself.
    """
    pipe = _Pipe()
    digests: dict[str, str] = {}
    chosen = Unit.objects.filter(workshop=workshop).order_by("id")
    if units is not None:
        chosen = chosen.filter(id__in=units)
    ids = list(chosen.values_list("id", flat=True))
    called = members_called()
    members: set[str] = set()
    with ZipFile(pipe, "w") as archive:
        for done, unit in enumerate(ids):
            told(done, len(ids) + 1)
            part = _rows(UNIT_TABLES, unit, called)
            members |= _named(part)
            digests[f"units/{unit}.json"] = _put(archive, f"units/{unit}.json", as_json(part))
            yield pipe.taken()
            for path, kept in _files(unit):
                yield from _copy(archive, pipe, path, kept, digests)
        told(len(ids), len(ids) + 1)
        if units is None:
            part = _rows(WORKSHOP_TABLES, workshop, called)
            members |= _named(part)
            digests["workshop.json"] = _put(archive, "workshop.json", as_json(part))
            yield pipe.taken()
        manifest = {
            "format": FORMAT,
            "v": VERSION,
            "made_at": timezone.now().isoformat(timespec="seconds"),
            "made_by": settings.VERSION,
            "workshop": workshop.name,
            "members": {
                m.username: m.called for m in Member.objects.filter(username__in=members).order_by("username")
            },
            "units": [str(unit) for unit in ids],
            "whole": units is None,
            "files": dict(sorted(digests.items())),
        }
        _put(archive, "manifest.json", as_json(manifest))
    yield pipe.taken()
    told(len(ids) + 1, len(ids) + 1)


def members_called() -> dict[int, str]:
    """The names all members sign in with, by their keys."""
    return dict(Member.objects.values_list("id", "username"))


def _sorted_members(names: set[str]) -> Iterable[Member]:
    return Member.objects.filter(username__in=names).order_by("username")


def _rows(
    tables: tuple[RecordTable, ...], of: Any, called: dict[int, str]
) -> dict[str, list[dict[str, Any]]]:
    return {table.name: [said(table, row, called) for row in table.rows(of)] for table in tables}


def as_json(part: dict[str, Any]) -> bytes:
    """JSON that is the same for the same."""
    return (json.dumps(part, ensure_ascii=False, indent=1) + "\n").encode()


def _named(part: dict[str, list[dict[str, Any]]]) -> set[str]:
    return {
        row[field]
        for rows in part.values()
        for row in rows
        for field in ("recorded_by", "member")
        if isinstance(row.get(field), str)
    }


def _put(archive: ZipFile, path: str, data: bytes) -> str:
    entry = ZipInfo(path, ALWAYS)
    entry.compress_type = ZIP_DEFLATED
    archive.writestr(entry, data, compresslevel=6)
    return hashlib.sha256(data).hexdigest()


def _files(unit: UUID) -> Iterator[tuple[str, str]]:
    """Every file of a unit: where it goes, and where it is kept."""
    for table in UNIT_TABLES:
        names = [field.name for field in table.fields() if field.name in FILES]
        for row in table.rows(unit) if names else ():
            for name in names:
                yield path_of(name, row.pk), getattr(row, name).name


def _copy(archive: ZipFile, pipe: _Pipe, path: str, kept: str, digests: dict[str, str]) -> Iterator[bytes]:
    """A file as it is: pictures and sounds are packed already. One that is missing is left out."""
    if not default_storage.exists(kept):
        return
    digest = hashlib.sha256()
    with default_storage.open(kept) as source, archive.open(_stored(path), "w", force_zip64=True) as entry:
        while chunk := source.read(CHUNK):
            digest.update(chunk)
            entry.write(chunk)
            yield pipe.taken()
    digests[path] = digest.hexdigest()


def _stored(path: str) -> ZipInfo:
    entry = ZipInfo(path, ALWAYS)
    entry.compress_type = ZIP_STORED
    return entry
