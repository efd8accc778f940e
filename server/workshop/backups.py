"""What the Workshop page says of backups, and asking for one more."""

from __future__ import annotations

import os
import subprocess
import sys
from datetime import UTC, datetime, timedelta
from typing import Any

from django.conf import settings

from backups.kept import Kept, kept_in

FOLDER = settings.VAR / "backups"
OLD = timedelta(days=2)
_running: list[subprocess.Popen[bytes]] = []


def kept() -> list[Kept]:
    """The backups there, newest first."""
    return kept_in(FOLDER)


def overdue(backups: list[Kept]) -> bool:
    """Whether the newest whole backup is too old to be relied on."""
    whole = [backup for backup in backups if backup.about and backup.about.kind == "whole"]
    return not whole or datetime.now(UTC) - whole[0].made_at > OLD


def begin() -> None:
    """Make one more, beside everything else; the list shows it when it is whole."""
    _running[:] = [process for process in _running if process.poll() is None]
    if _running:
        return
    env: dict[str, Any] = {**os.environ}
    _running.append(
        subprocess.Popen(
            ["nice", "-n", "10", sys.executable, "-m", "backups", str(FOLDER), "asked"],
            env=env,
            cwd=settings.ROOT,
            start_new_session=True,
        )
    )


def being_made() -> bool:
    """Whether this process is making one."""
    return any(process.poll() is None for process in _running)
