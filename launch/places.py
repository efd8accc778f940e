"""Where things lie, and how this installation's own secrets are kept."""

from __future__ import annotations

import fcntl
import os
import secrets
import sys
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import NoReturn

ROOT = Path(__file__).resolve().parent.parent
VAR = Path(os.environ.get("DENTADO_VAR", ROOT / "var"))
"""One installation's data. The checkout has a single front end, whoever's data it serves."""
WEB = ROOT / "web"
BUILT = ROOT / "var" / "web"
"""Locks, logs and stamp of building it."""
HOST = "127.0.0.1"
PORT = int(os.environ.get("DENTADO_PORT", "8350"))


def stop_with(problem: str, hint: str = "") -> NoReturn:
    """End with a message a person can act on."""
    print(f"dentado: {problem}", file=sys.stderr)
    if hint:
        print(f"         {hint}", file=sys.stderr)
    sys.exit(1)


def say(text: str) -> None:
    print(text, flush=True)


@contextmanager
def lock(path: Path, waiting: str) -> Iterator[None]:
    """Hold a file lock; say `waiting` once if another holds it. The kernel drops it with the process."""
    path.parent.mkdir(parents=True, exist_ok=True)
    with path.open("w") as handle:
        try:
            fcntl.flock(handle, fcntl.LOCK_EX | fcntl.LOCK_NB)
        except BlockingIOError:
            say(waiting)
            fcntl.flock(handle, fcntl.LOCK_EX)
        yield


def secret(folder: Path, name: str) -> str:
    """A random secret of this installation, made once and readable by its owner only."""
    path = folder / f"{name}.secret"
    if not path.exists():
        folder.mkdir(parents=True, exist_ok=True)
        fresh = path.with_suffix(".new")
        fresh.touch(mode=0o600)
        fresh.write_text(secrets.token_urlsafe(60))
        fresh.rename(path)
    return path.read_text()
