"""The database and the server watched: what dies is started again, and one backup a day is made."""

from __future__ import annotations

import json
import os
import socket
import ssl
import subprocess
import sys
import time
import urllib.request
from collections import deque
from collections.abc import Sequence
from datetime import UTC, datetime
from pathlib import Path
from typing import IO

from backups.kept import DAILY, due

from .mariadb import OwnMariaDB, with_parent
from .paths import HOST, ROOT, say, stop_with

OFTEN, WITHIN = 6, 60.0
"""Restarts within so many seconds after which starting again is given up."""

READY_SECONDS = 90
LOOK_EVERY = 0.2
BACKUP_LOOK_EVERY = 600.0


class Server:
    """gunicorn on a socket that outlives it: while one master follows another, callers wait in line.

    Parameters
    ----------
    port : int
        Raises OSError if it is in use.
    user : str
        Who it runs as; empty for whoever starts it.
    bind : str
        The address it answers on.
    tls : tuple of Path
        Its certificate and the key of that; none for plain HTTP, as on loopback.
    """

    def __init__(
        self,
        port: int,
        env: dict[str, str],
        user: str = "",
        log: IO[str] | None = None,
        *,
        bind: str = HOST,
        tls: tuple[Path, ...] = (),
    ) -> None:
        self.port, self.env, self.user, self.log = port, env, user, log
        self.more: list[str] = []
        """Words for gunicorn besides its usual ones."""
        self.tls = tls
        self.asked_at = bind if bind not in ("0.0.0.0", "::") else HOST
        self.socket = listening(port, bind)
        self.process: subprocess.Popen[bytes] | None = None

    def start(self) -> None:
        """Start a master; readiness is another matter, see :meth:`wait`."""
        fd = self.socket.fileno()
        self.process = subprocess.Popen(
            [
                *with_parent("TERM", self.user), sys.executable, "-m", "gunicorn", "config.wsgi:application",
                "--config", "python:config.gunicorn", "--bind", f"fd://{fd}",
                *(word for pair in zip(("--certfile", "--keyfile"), map(str, self.tls), strict=False)
                  for word in pair),
                *self.more,
            ],
            env={**self.env, "DENTADO_SERVES": "1"},
            cwd=ROOT, pass_fds=(fd,), stderr=self.log, start_new_session=True,
        )  # fmt: skip

    def wait(self) -> None:
        """Until it says that all is well."""
        deadline = time.monotonic() + READY_SECONDS
        while time.monotonic() < deadline:
            if self.ended():
                stop_with("The server ended at once.", "The lines above say why.")
            if healthy(self.port, self.asked_at, tls=bool(self.tls)):
                return
            time.sleep(0.05)
        stop_with(f"The server did not answer within {READY_SECONDS} s.", "The lines above may say why.")

    def ended(self) -> bool:
        return self.process is None or self.process.poll() is not None

    def stop(self) -> None:
        """End it; what it is answering is answered first."""
        if self.process and self.process.poll() is None:
            self.process.terminate()
            try:
                self.process.wait(20)
            except subprocess.TimeoutExpired:
                self.process.kill()
                self.process.wait()
        self.socket.close()


def listening(port: int, bind: str = HOST) -> socket.socket:
    """A socket to be handed to one server after another."""
    made = socket.socket(socket.AF_INET6 if ":" in bind else socket.AF_INET)
    made.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
    try:
        made.bind((bind, port))
    except OSError:
        made.close()
        raise
    made.listen(512)
    return made


def healthy(port: int, host: str = HOST, *, tls: bool = False) -> bool:
    """Whether process, database and disk are well; asked of the server itself, whatever stands in front."""
    at = f"[{host}]" if ":" in host else host
    scheme, context = ("https", ssl._create_unverified_context()) if tls else ("http", None)
    try:
        with urllib.request.urlopen(f"{scheme}://{at}:{port}/health", timeout=5, context=context) as answer:
            return bool(json.load(answer).get("well"))
    except (OSError, ValueError):
        return False


class Restarts:
    """How often something died of late."""

    def __init__(self, what: str) -> None:
        self.what, self.times = what, deque[float](maxlen=OFTEN)

    def note(self) -> None:
        """One more; too many in a minute end the start with a word."""
        now = time.monotonic()
        if len(self.times) == OFTEN and now - self.times[0] < WITHIN:
            stop_with(
                f"The {self.what} ended {OFTEN} times within a minute.",
                "The lines above and the database's log say why; the record is kept.",
            )
        self.times.append(now)
        say(f"The {self.what} ended by itself; starting it again …")


def watch(
    servers: Sequence[Server], own: OwnMariaDB | None, env: dict[str, str], folder: Path, user: str
) -> None:
    """Keep them running, for ever. Ends by KeyboardInterrupt, or when it is hopeless."""
    served, kept = Restarts("server"), Restarts("database")
    backup: subprocess.Popen[bytes] | None = None
    look_at = time.monotonic() + 5
    while True:
        if own and own.process and own.process.poll() is not None:
            kept.note()
            own.start()
            say("The database is back.")
        for server in servers:
            if server.ended():
                served.note()
                server.start()
        if time.monotonic() > look_at and (backup is None or backup.poll() is not None):
            look_at = time.monotonic() + BACKUP_LOOK_EVERY
            if due(folder / "backups", datetime.now(UTC)):
                backup = back_up(env, folder, user)
        time.sleep(LOOK_EVERY)


def back_up(env: dict[str, str], folder: Path, user: str) -> subprocess.Popen[bytes]:
    """Begin the day's backup beside everything else."""
    nice = ["nice", "-n", "10"] if os.name == "posix" else []
    command = [
        *with_parent("KILL", user),
        *nice,
        sys.executable,
        "-m",
        "backups",
        str(folder / "backups"),
        DAILY,
    ]
    return subprocess.Popen(command, env=env, cwd=ROOT, start_new_session=True)
