"""Whether Dentado runs here: the lock that a start holds."""

from __future__ import annotations

import fcntl

from .paths import VAR, read_pid

LOCK = VAR / "server.lock"


def running() -> int | None:
    """Process of a running start, or None. The lock tells: a pid left by a crash does not."""
    try:
        with LOCK.open("r+") as handle:
            fcntl.flock(handle, fcntl.LOCK_EX | fcntl.LOCK_NB)
            return None
    except FileNotFoundError:
        return None
    except BlockingIOError:
        return read_pid(LOCK)
