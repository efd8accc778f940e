"""The backups an installation keeps by itself: one a day, thinned as they age."""

from __future__ import annotations

import shutil
from dataclasses import dataclass
from datetime import UTC, datetime, timedelta
from pathlib import Path

from .archive import ENDING, About, about_of
from .errors import BackupError

DAYS, WEEKS, MONTHS = 7, 4, 12
"""How many of each age are kept: the newest of a day, of a week, of a month."""

SHARE = 0.25
"""Share of the disk that backups may fill before the oldest go; the three newest always stay."""

ALWAYS = 3
EVERY = timedelta(days=1)
BEFORE, DAILY = "before-upgrade", "daily"


@dataclass(frozen=True)
class Kept:
    """One backup in the folder; `about` is None if it cannot be read."""

    path: Path
    made_at: datetime
    size: int
    about: About | None


def name_for(sort: str, now: datetime) -> str:
    """File name of a backup made now."""
    return f"{sort}-{now:%Y-%m-%dT%H%M%S}Z{ENDING}"


def kept_in(folder: Path) -> list[Kept]:
    """The backups there, newest first."""
    backups = []
    for path in folder.glob(f"*{ENDING}"):
        stat = path.stat()
        try:
            about: About | None = about_of(path)
        except BackupError:
            about = None
        made = datetime.fromisoformat(about.made_at) if about else datetime.fromtimestamp(stat.st_mtime, UTC)
        backups.append(Kept(path, made, stat.st_size, about))
    return sorted(backups, key=lambda backup: backup.made_at, reverse=True)


def due(folder: Path, now: datetime) -> bool:
    """Whether the newest whole backup is a day old."""
    whole = [backup for backup in kept_in(folder) if backup.about and backup.about.kind == "whole"]
    return not whole or now - whole[0].made_at >= EVERY


def thin(folder: Path) -> list[Path]:
    """Delete what need not be kept any more; gives what went.

    Only what Dentado made by itself is thinned: a file a person put here stays.
    """
    gone = []
    for sort, keep in ((DAILY, _by_age), (BEFORE, _newest)):
        own = [backup for backup in kept_in(folder) if backup.path.name.startswith(sort)]
        stay = keep(own)
        gone += [backup for backup in own if backup.path not in stay]
    for backup in gone:
        backup.path.unlink(missing_ok=True)
    return [backup.path for backup in gone]


def _newest(own: list[Kept]) -> set[Path]:
    return {backup.path for backup in own[:ALWAYS]}


def _by_age(own: list[Kept]) -> set[Path]:
    stay: dict[Path, Kept] = {}
    for many, period in ((DAYS, "%Y-%m-%d"), (WEEKS, "%G-%V"), (MONTHS, "%Y-%m")):
        periods: dict[str, Kept] = {}
        for backup in own:
            periods.setdefault(backup.made_at.strftime(period), backup)
        for backup in list(periods.values())[:many]:
            stay[backup.path] = backup
    ordered = sorted(stay.values(), key=lambda backup: backup.made_at, reverse=True)
    most = shutil.disk_usage(own[0].path.parent).total * SHARE if own else 0
    while len(ordered) > ALWAYS and sum(backup.size for backup in ordered) > most:
        ordered.pop()
    return {backup.path for backup in ordered}
