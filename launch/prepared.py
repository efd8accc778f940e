"""A migrated database holding the sample workshop, made once and copied: starting anew takes a second."""

from __future__ import annotations

import hashlib
import shutil
from pathlib import Path

from backups.database import Database

from .mariadb import OwnMariaDB
from .paths import ROOT, lock, say
from .serve import environment, manage

KEPT = ROOT / "var" / "test" / "prepared"
"""Of this checkout, whichever installation asks: it holds nothing of anybody's."""
TESTED = "test_dentado_"
"""Databases beside the sample's, migrated and empty: one for each lane of the tests."""
LANES = 4

MADE_FROM = ("core", "server", "demo", "backups", "launch/mariadb.py", "launch/prepared.py")


def prepared() -> Path:
    """The folder with ``data/`` and ``media/`` of this state of the program, made if it is not there."""
    made = KEPT / _state()
    with lock(KEPT.with_suffix(".lock"), "Another run prepares the sample database; waiting …"):
        if made.exists():
            return made
        shutil.rmtree(KEPT, ignore_errors=True)
        say("Preparing the sample database …")
        fresh = KEPT / "fresh"
        own = OwnMariaDB(fresh, durable=False)
        try:
            own.start()
            _migrate_all(own, fresh)
            manage(environment(own.url, fresh), "load_demo")
        finally:
            own.stop()
        (fresh / "media").mkdir(exist_ok=True)
        fresh.rename(made)
    return made


def copy_to(folder: Path, *, media: Path | None = None) -> None:
    """Lay the prepared data under ``folder/data`` and the sample's photos under `media`."""
    folder.mkdir(parents=True, exist_ok=True)
    made = prepared()
    shutil.copytree(made / "data", folder / "data")
    if media:
        shutil.copytree(made / "media", media, dirs_exist_ok=True)


def _migrate_all(own: OwnMariaDB, folder: Path) -> None:
    """Once by the migrations, then from a dump of what they made."""
    manage(environment(own.url, folder), "migrate", "--skip-checks", "--verbosity", "0")
    tables = folder / "tables.sql.gz"
    Database(own.url).dump(tables)
    for lane in range(LANES):
        with Database(own.url).cursor() as cursor:
            cursor.execute(f"CREATE DATABASE {TESTED}{lane}")
        Database(own.url_of(f"{TESTED}{lane}")).load(tables)


def _state() -> str:
    digest = hashlib.sha256()
    for part in MADE_FROM:
        top = ROOT / part
        for path in [top] if top.is_file() else sorted(top.rglob("*")):
            if path.suffix in {".py", ".toml", ".json", ".gz"} or path == top:
                digest.update(str(path.relative_to(ROOT)).encode())
                if path.is_file():
                    digest.update(path.read_bytes())
    return digest.hexdigest()[:16]
