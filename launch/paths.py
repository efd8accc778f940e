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

from backups.disk import sync_folder

ROOT = Path(__file__).resolve().parent.parent
VAR = Path(os.environ.get("DENTADO_VAR", ROOT / "var"))
"""One installation's data. The checkout has a single front end, whoever's data it serves."""
WEB = ROOT / "web"
BUILT = ROOT / "var" / "web"
"""Locks, logs and stamp of building it."""
VERSION = (ROOT / "VERSION").read_text().strip()
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
    """A random secret of this installation, made once, on the disk before it is used, its owner's alone."""
    path = folder / f"{name}.secret"
    if not path.exists():
        folder.mkdir(parents=True, exist_ok=True)
        write_durably(path, secrets.token_urlsafe(60))
    kept = path.read_text().strip()
    if not kept:
        stop_with(
            f"{path} is empty: the secret that was in it is lost.",
            "Put the file back from a copy, or delete it: a new one is made, and everybody signs in again.",
        )
    return kept


def write_durably(path: Path, text: str) -> None:
    """A small file, readable by its owner only, that is there whole or not at all."""
    fresh = path.with_name(f"{path.name}.new")
    fresh.touch(mode=0o600)
    with fresh.open("w") as handle:
        handle.write(text)
        handle.flush()
        os.fsync(handle.fileno())
    fresh.replace(path)
    sync_folder(path.parent)


def read_pid(path: Path) -> int | None:
    """The process number a file holds; anything else in it is named and passed over."""
    try:
        text = path.read_text(errors="replace").strip()
    except FileNotFoundError:
        return None
    if text and not text.isdigit():
        say(f"{path} holds no process number ({text[:20]!r}); it is passed over.")
        return None
    return int(text) if text else None
