"""The backup file: a tar of what it is, the dump, the photos, and a checksum of each.

``dentado.json`` stands first, so that a list of backups opens quickly;
``checksums.json`` stands last, so that a file cut short is known as such.
See docs/formats/backup.md.
"""

from __future__ import annotations

import hashlib
import io
import json
import os
import tarfile
import tempfile
from collections.abc import Callable, Iterator
from dataclasses import asdict, dataclass, field
from datetime import UTC, datetime
from pathlib import Path
from typing import IO

from .database import Database
from .disk import sync_folder
from .errors import BackupError

FORMAT = 1
ENDING = ".dentado"
ABOUT, DUMP, PHOTOS, SUMS = "dentado.json", "database.sql.gz", "photos/", "checksums.json"
SETTINGS = ("DENTADO_PORT", "DENTADO_HOSTS", "DENTADO_HTTPS", "DENTADO_DEMO", "DENTADO_CALIPER")
"""What the installation was started with; addresses of databases and secrets are kept apart."""

Progress = Callable[[str], None]


@dataclass(frozen=True)
class About:
    """What a backup holds.

    Attributes
    ----------
    kind : str
        ``whole``, or ``database`` for one taken before an upgrade, which touches no photo.
    migrations : list of str
        The state of its tables, ``app.name`` each.
    settings : dict
        The environment it ran with, without secrets.
    """

    version: str
    kind: str
    made_at: str
    visits: int
    photos: int
    migrations: list[str]
    settings: dict[str, str] = field(default_factory=dict)
    format: int = FORMAT


def make(database: Database, photos: Path | None, to: Path, version: str, progress: Progress) -> About:
    """Write a backup, whole or not at all, while the bench works on.

    The dump is one consistent state; photos are copied after it, so that every
    one it speaks of is there: the record never deletes a photo.

    Raises
    ------
    BackupError
        If there is no room, or a photo that the record speaks of is not to be read.
    """
    fresh = to.with_name(f".{to.name}.new")
    try:
        to.parent.mkdir(parents=True, exist_ok=True, mode=0o700)
        # The whole record and its members' hashes: the owner's alone.
        fresh.touch(mode=0o600)
        with tempfile.TemporaryDirectory(prefix=".making-", dir=to.parent) as folder:
            dumped = Path(folder) / DUMP
            progress("dumping the database")
            visits, migrations = database.count("visits_visit"), database.migrations()
            database.dump(dumped)
            files = sorted(_whole_files(photos)) if photos else []
            about = About(
                version=version,
                kind="whole" if photos else "database",
                made_at=datetime.now(UTC).isoformat(timespec="seconds"),
                visits=visits,
                photos=len(files),
                migrations=migrations,
                settings={name: os.environ[name] for name in SETTINGS if name in os.environ},
            )
            with fresh.open("wb") as handle:
                _write(handle, about, dumped, files, photos, progress)
                handle.flush()
                os.fsync(handle.fileno())
        fresh.replace(to)
        sync_folder(to.parent)
    except OSError as error:
        raise BackupError(
            f"The backup could not be written: {error.strerror}.", "Is the disk full?"
        ) from error
    finally:
        fresh.unlink(missing_ok=True)
    return about


def _whole_files(folder: Path) -> Iterator[Path]:
    """Files there, but for those just being written, whose names begin with a dot."""
    return (path for path in folder.rglob("*") if path.is_file() and not path.name.startswith("."))


def _write(
    handle: IO[bytes], about: About, dumped: Path, files: list[Path], photos: Path | None, progress: Progress
) -> None:
    sums: dict[str, str] = {}
    with tarfile.open(fileobj=handle, mode="w") as tar:
        _add_bytes(tar, ABOUT, json.dumps(asdict(about), indent=1).encode(), sums)
        _add_file(tar, DUMP, dumped, sums)
        for at, path in enumerate(files, 1):
            assert photos
            _add_file(tar, PHOTOS + path.relative_to(photos).as_posix(), path, sums)
            if at % 50 == 0 or at == len(files):
                progress(f"photo {at} of {len(files)}")
        _add_bytes(tar, SUMS, json.dumps(sums, indent=0).encode(), {})


def _add_bytes(tar: tarfile.TarFile, name: str, content: bytes, sums: dict[str, str]) -> None:
    entry = tarfile.TarInfo(name)
    entry.size = len(content)
    sums[name] = hashlib.sha256(content).hexdigest()
    tar.addfile(entry, io.BytesIO(content))


def _add_file(tar: tarfile.TarFile, name: str, path: Path, sums: dict[str, str]) -> None:
    entry = tarfile.TarInfo(name)
    with path.open("rb") as source:
        entry.size = os.fstat(source.fileno()).st_size
        reader = _Summing(source)
        tar.addfile(entry, reader)
        sums[name] = reader.digest()


class _Summing(io.RawIOBase):
    """A file whose checksum is known once it is read."""

    def __init__(self, source: IO[bytes]) -> None:
        self._source, self._sum = source, hashlib.sha256()

    def read(self, size: int = -1) -> bytes:
        content = self._source.read(size)
        self._sum.update(content)
        return content

    def digest(self) -> str:
        return self._sum.hexdigest()


def about_of(path: Path) -> About:
    """What a backup says it is; nothing of the rest is read.

    Raises
    ------
    BackupError
        If it is no backup of Dentado's.
    """
    try:
        with tarfile.open(path, "r:") as tar:
            first = tar.next()
            if first is None or first.name != ABOUT or first.size > 1 << 20:
                raise BackupError(f"{path.name} is not a backup of Dentado's.", "Pick another file.")
            about = json.loads(_content(tar, first).read())
        if about.get("format", 0) > FORMAT:
            raise BackupError(
                "This backup is of a newer Dentado.", "Bring Dentado up to date, then restore it."
            )
        return About(**{name: about[name] for name in About.__dataclass_fields__ if name in about})
    except (OSError, tarfile.TarError, ValueError, TypeError, KeyError) as error:
        raise BackupError(f"{path.name} cannot be read as a backup.", str(error)) from error


def check(path: Path, progress: Progress) -> About:
    """Read a backup to its end and compare every checksum.

    Raises
    ------
    BackupError
        If anything is missing, changed, cut short, or does not belong in a backup.
    """
    about = about_of(path)
    sums: dict[str, str] = {}
    written: dict[str, str] | None = None
    for name, content in _members(path):
        if name == SUMS:
            written = json.loads(content.read())
            continue
        sums[name] = _digest(content)
        if len(sums) % 50 == 0:
            progress(f"checked {len(sums)} files")
    if written is None:
        raise BackupError(f"{path.name} is cut short.", "Copy it again, or take an older one.")
    wrong = sorted(name for name in {*written, *sums} if written.get(name) != sums.get(name))
    if wrong or DUMP not in sums:
        raise BackupError(
            f"{path.name} is damaged: {(wrong or [DUMP])[0]} is not what was written.",
            "Copy it again, or take an older one.",
        )
    return about


def unpack(path: Path, folder: Path, progress: Progress) -> None:
    """Lay the dump and the photos of a checked backup down in a folder."""
    for many, (name, content) in enumerate(_members(path)):
        to = folder / name
        to.parent.mkdir(parents=True, exist_ok=True)
        with to.open("wb") as out:
            while block := content.read(1 << 20):
                out.write(block)
            out.flush()
            os.fsync(out.fileno())
        if many % 50 == 0:
            progress(f"{many} files laid down")


def _members(path: Path) -> Iterator[tuple[str, IO[bytes]]]:
    try:
        with tarfile.open(path, "r:") as tar:
            for member in tar:
                if not member.isreg() or not _belongs(member.name):
                    raise BackupError(f"{member.name!r} does not belong in a backup.", "Take another file.")
                yield member.name, _content(tar, member)
    except (OSError, tarfile.TarError, ValueError) as error:
        raise BackupError(f"{path.name} cannot be read to its end.", str(error)) from error


def _belongs(name: str) -> bool:
    parts = name.split("/")
    safe = all(part not in ("", ".", "..") and "\\" not in part for part in parts)
    return safe and (name in (ABOUT, DUMP, SUMS) or name.startswith(PHOTOS))


def _content(tar: tarfile.TarFile, member: tarfile.TarInfo) -> IO[bytes]:
    content = tar.extractfile(member)
    assert content
    return content


def _digest(content: IO[bytes]) -> str:
    digest = hashlib.sha256()
    while block := content.read(1 << 20):
        digest.update(block)
    return digest.hexdigest()
