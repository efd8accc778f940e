"""How far a record has come on its way out or in, told from the worker that writes it to whoever asks."""

from __future__ import annotations

import json
from collections.abc import Callable
from pathlib import Path
from uuid import UUID

from django.conf import settings
from django.utils import timezone

Told = Callable[[int, int], None]
"""Is told how many parts are done, of how many."""

KEPT_SECONDS = 3600


def silent(done: int, total: int) -> None:
    """Tells nobody."""


def telling(member: int, token: UUID) -> Told:
    """What writes down how far it has come, each member's own; that it is all done is told as well."""
    path = _path(member, token)
    path.parent.mkdir(parents=True, exist_ok=True)
    now = timezone.now().timestamp()
    for old in path.parent.glob("*.json"):
        if now - old.stat().st_mtime > KEPT_SECONDS:
            old.unlink(missing_ok=True)

    def told(done: int, total: int) -> None:
        fresh = path.with_suffix(".new")
        fresh.write_text(json.dumps([done, total]))
        fresh.replace(path)

    return told


def progress_of(member: int, token: UUID) -> tuple[int, int]:
    """Parts done, of how many; nothing of nothing where it has not begun, or was told too long ago."""
    try:
        done, total = json.loads(_path(member, token).read_text())
    except (OSError, ValueError):
        return 0, 0
    return int(done), int(total)


def _path(member: int, token: UUID) -> Path:
    return Path(settings.VAR) / "progress" / f"{member}-{token}.json"
