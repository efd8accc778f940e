"""Bringing the tables up to date so that no end of it, at any moment, can cost the record.

MariaDB changes tables outside of any transaction, so a migration that is cut
short leaves half of itself behind. Therefore a mark is laid on the disk before
the first change and taken away after the last. A start that finds the mark
knows what it stands before: an empty database, begun anew; or a record, put
back from the dump that was taken before the mark was laid.
"""

from __future__ import annotations

import json
import os
import subprocess
import sys
from datetime import UTC, datetime
from pathlib import Path

from backups.archive import check as check_backup
from backups.archive import make, unpack
from backups.database import Database
from backups.disk import sync_folder
from backups.errors import BackupError
from backups.kept import BEFORE, name_for, thin

from .mariadb import with_parent
from .migrations import pending
from .paths import ROOT, VERSION, say, stop_with

MARK = "upgrading.json"


def upgrading(folder: Path) -> bool:
    """Whether an upgrade of this installation is going on, or was cut short."""
    return (folder / MARK).exists()


def bring_up_to_date(env: dict[str, str], folder: Path) -> None:
    """Take back what was cut short, then migrate what is pending.

    Parameters
    ----------
    env : dict
        As for the server; names the database.
    folder : Path
        The installation's, where mark and backups lie.
    """
    database = Database(env["DENTADO_DATABASE_URL"])
    try:
        _take_back(database, folder)
        if not pending(database):
            return
        if holds_record(database):
            _upgrade(env, database, folder)
        else:
            _begin(env, database, folder)
    except BackupError as error:
        stop_with(error.problem, error.hint)


def holds_record(database: Database) -> bool:
    """Whether anybody works here yet: nothing is recorded but by a member."""
    return database.count("workshop_member") > 0


def _take_back(database: Database, folder: Path) -> None:
    mark = folder / MARK
    if not mark.exists():
        return
    before = _before(mark)
    if before is None:
        say("The first set-up was cut short; its empty database is begun anew.")
        database.empty()
    else:
        say("The last upgrade was cut short; the record is put back as it was before it.")
        put_back(database, before, folder)
    _take_mark(mark)


def _before(mark: Path) -> Path | None:
    try:
        before = json.loads(mark.read_text())["before"]
    except (ValueError, KeyError, TypeError):
        stop_with(
            f"{mark} is not readable, so it is not known what the last upgrade left.",
            "Restore the newest backup: ./dentado restore FILE.",
        )
    return Path(before) if before else None


def put_back(database: Database, backup: Path, folder: Path) -> None:
    """Load the tables of a backup again."""
    check_backup(backup, lambda _: None)
    laid = folder / ".putting-back"
    unpack(backup, laid, lambda _: None)
    try:
        database.load(laid / "database.sql.gz")
    finally:
        for path in laid.iterdir():
            path.unlink()
        laid.rmdir()


def _begin(env: dict[str, str], database: Database, folder: Path) -> None:
    _lay_mark(folder / MARK, None)
    # Tables without a member are what an earlier first run left half made.
    database.empty()
    if _manage(env, "migrate", "--skip-checks", "--verbosity", "0"):
        stop_with("The tables could not be made.", "The lines above say why; nothing was recorded yet.")
    _take_mark(folder / MARK)


def _upgrade(env: dict[str, str], database: Database, folder: Path) -> None:
    backup = folder / "backups" / name_for(BEFORE, datetime.now(UTC))
    say("The record is brought up to date; a backup is taken first …")
    make(database, None, backup, VERSION, lambda _: None)
    _lay_mark(folder / MARK, backup)
    failed = _manage(env, "migrate", "--skip-checks", "--verbosity", "0")
    if failed:
        # What an older version left half done fails as "exists already": it is gone through again.
        say("Part of this was done before; going through it again …")
        failed = _manage(env, "finish_migrations", "--skip-checks", "--verbosity", "0")
    if failed:
        put_back(database, backup, folder)
        _take_mark(folder / MARK)
        stop_with("The upgrade failed; the record is as it was before.", f"The backup is {backup}.")
    _take_mark(folder / MARK)
    thin(folder / "backups")


def _lay_mark(mark: Path, before: Path | None) -> None:
    fresh = mark.with_suffix(".new")
    with fresh.open("w") as handle:
        json.dump({"before": str(before) if before else None}, handle)
        handle.flush()
        os.fsync(handle.fileno())
    fresh.replace(mark)
    sync_folder(mark.parent)


def _take_mark(mark: Path) -> None:
    mark.unlink()
    sync_folder(mark.parent)


def _manage(env: dict[str, str], *words: str) -> int:
    """Django's command out of reach of the terminal's Ctrl-C, ended at once should we be killed."""
    command = [*with_parent("KILL"), sys.executable, str(ROOT / "server" / "manage.py"), *words]
    return subprocess.run(command, env=env, check=False, start_new_session=True).returncode
