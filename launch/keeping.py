"""``./dentado backup`` and ``restore``."""

from __future__ import annotations

import json
import os
import shutil
import sys
from collections.abc import Iterator
from contextlib import contextmanager
from datetime import UTC, datetime
from pathlib import Path

from backups.archive import DUMP, PHOTOS, About, check, make, unpack
from backups.database import Database
from backups.disk import sync_folder
from backups.errors import BackupError
from backups.kept import name_for

from .mariadb import OwnMariaDB
from .paths import ROOT, VAR, VERSION, lock, say, stop_with
from .running import running

READY = "ready.json"
"""In the folder of a restore: what is laid down is whole and only waits to be put in place."""

OURS = ("workshop", "visits", "drawer", "suppliers", "orders", "practice", "shelf", "live")


def backup(words: list[str]) -> None:
    """Write the whole record into one file, Dentado running or not."""
    to = Path(words[0]).expanduser().resolve() if words else None
    if to and to.is_dir():
        to = to / name_for("dentado", datetime.now(UTC))
    to = to or VAR / "backups" / name_for("dentado", datetime.now(UTC))
    try:
        with _database() as database, lock(VAR / "backup.lock", "Another backup is being made; waiting …"):
            (VAR / "media").mkdir(parents=True, exist_ok=True)
            about = make(database, VAR / "media", to, VERSION, _progress)
    except BackupError as error:
        stop_with(error.problem, error.hint)
    _progress("")
    say(f"{to}: {_in_words(about)}, {to.stat().st_size / 1e6:.1f} MB.")
    if os.environ.get("DENTADO_FILES_URL"):
        say("Photos and sounds are not in it: they stay in their bucket, which is to be kept as well.")
    say("Secrets are not in it; passwords are, as hashes. Keep it where only you can read it.")


def restore(words: list[str]) -> None:
    """Put a backup in place of what is here, which is kept beside it."""
    sure = "--yes" in words
    files = [word for word in words if word != "--yes"]
    if len(files) != 1:
        stop_with("Which backup?", "./dentado restore FILE; those kept lie under var/backups.")
    path = Path(files[0]).expanduser().resolve()
    if running():
        stop_with("Dentado is running.", "./dentado stop, then restore.")
    try:
        finish_restore(VAR)
        about = check(path, _progress)
        _known(about)
        _progress("")
        say(f"{path.name}: {_in_words(about)}; every checksum is right.")
        _ask(sure)
        _restore(path, about)
    except BackupError as error:
        stop_with(error.problem, error.hint)


def _restore(path: Path, about: About) -> None:
    """Lay all of it down beside what is there; then a few renames, which the next start would finish."""
    laid = VAR / "restoring"
    shutil.rmtree(laid, ignore_errors=True)
    laid.mkdir(parents=True)
    unpack(path, laid, _progress)
    (laid / PHOTOS).mkdir(exist_ok=True)
    replaced = VAR / f"replaced-{datetime.now(UTC):%Y-%m-%dT%H%M%S}Z"
    if url := os.environ.get("DENTADO_DATABASE_URL"):
        database = Database(url)
        if database.tables():
            replaced.mkdir()
            make(database, None, replaced / "database.dentado", VERSION, _progress)
        _progress("loading the record")
        database.load(laid / DUMP)
    else:
        own = OwnMariaDB(laid / "database")
        try:
            own.start()
            _progress("loading the record")
            Database(own.url).load(laid / DUMP)
        finally:
            own.stop()
    _progress("")
    (laid / READY).write_text(json.dumps({"replaced": str(replaced), "photos": about.kind == "whole"}))
    sync_folder(laid)
    finish_restore(VAR)
    if about.settings:
        settings = ", ".join(f"{name}={value}" for name, value in about.settings.items())
        say(f"It ran with {settings}: set these again where you start it.")
    if replaced.exists():
        say(f"What was here before is kept in {replaced}.")
    say("Restored. ./dentado start brings it up to date and serves it; everybody signs in again.")


def finish_restore(folder: Path) -> None:
    """Put in place what a restore laid down whole, if one did. May be cut short and repeated."""
    laid = folder / "restoring"
    if not (laid / READY).exists():
        return
    mark = json.loads((laid / READY).read_text())
    replaced = Path(mark["replaced"])
    moves = [("database", "database")] if (laid / "database").exists() else []
    if mark["photos"]:
        moves.append((PHOTOS.rstrip("/"), "media"))
    for new, old in moves:
        if not (laid / new).exists():
            continue
        if (folder / old).exists():
            replaced.mkdir(parents=True, exist_ok=True)
            if not (replaced / old).exists():
                (folder / old).rename(replaced / old)
        (laid / new).rename(folder / old)
    # An upgrade that was cut short belongs to the record that has gone.
    (folder / "upgrading.json").unlink(missing_ok=True)
    sync_folder(folder)
    shutil.rmtree(laid)


@contextmanager
def _database() -> Iterator[Database]:
    """The installation's database, started for this unless it runs."""
    own = OwnMariaDB(VAR / "database")
    if url := os.environ.get("DENTADO_DATABASE_URL"):
        yield Database(url)
    elif running():
        yield Database(own.running_url())
    elif not (VAR / "database" / "data").exists():
        stop_with("There is no record here yet.", "./dentado start makes one.")
    else:
        from .service_user import service_user

        own.user = service_user(VAR)
        try:
            own.start()
            yield Database(own.url)
        finally:
            own.stop()


def _known(about: About) -> None:
    """Refuse what a newer Dentado wrote: its tables are not known here."""
    for name in about.migrations:
        app, _, step = name.partition(".")
        if app in OURS and not (ROOT / "server" / app / "migrations" / f"{step}.py").exists():
            raise BackupError(
                f"This backup is of Dentado {about.version}, which is newer than this one ({VERSION}).",
                "Bring Dentado up to date, then restore it.",
            )


def _ask(sure: bool) -> None:
    here = os.environ.get("DENTADO_DATABASE_URL") or (VAR / "database" / "data").exists()
    if not here or sure:
        return
    if not sys.stdin.isatty():
        stop_with("There is a record here already.", "Say --yes to put the backup in its place; it is kept.")
    if input("Put it in place of the record here, which is kept beside it? Type yes: ").strip() != "yes":
        stop_with("Nothing was changed.")


def _in_words(about: About) -> str:
    return f"{about.visits} visits and {about.photos} photos of {about.made_at[:16].replace('T', ' ')} UTC"


def _progress(says: str) -> None:
    """One line that overwrites itself on a terminal; a plain line now and then elsewhere."""
    if sys.stdout.isatty():
        print(f"\r\033[K{says}", end="", flush=True)
    elif says:
        print(says, flush=True)
