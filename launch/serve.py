"""``./dentado start`` and ``stop``: database and server under one roof."""

from __future__ import annotations

import fcntl
import os
import signal
import socket
import subprocess
import sys
import time
import urllib.request
from pathlib import Path
from types import FrameType
from typing import IO

from demo import DEMO_MEMBER, DEMO_PASSWORD

from . import frontend
from .mariadb import WITH_PARENT, OwnMariaDB, check_reachable, free_port
from .places import BUILT, HOST, PORT, ROOT, VAR, say, secret, stop_with

LOCK = VAR / "server.lock"
ADDRESS = f"http://{HOST}:{PORT}"


def environment(
    database_url: str, folder: Path = VAR, built: Path = BUILT, caliper: str = ""
) -> dict[str, str]:
    """What Django's settings read; `built` is the front end to serve, `caliper` where one answers."""
    return {
        **os.environ,
        "PYTHONPATH": os.pathsep.join(str(ROOT / part) for part in ("core", "server", "")),
        "DENTADO_VAR": str(folder),
        "DENTADO_FRONT_END": str(built),
        "DENTADO_DATABASE_URL": database_url,
        "DENTADO_SECRET_KEY": secret(folder, "session"),
        "DJANGO_SETTINGS_MODULE": "config.settings",
        "DENTADO_CALIPER": caliper or os.environ.get("DENTADO_CALIPER", f"{HOST}:{PORT + 1}"),
    }


def manage(env: dict[str, str], *words: str) -> None:
    """Run Django's command; its own message is enough when it fails."""
    done = subprocess.run([sys.executable, str(ROOT / "server" / "manage.py"), *words], env=env, check=False)
    if done.returncode:
        stop_with(f"“{' '.join(words)}” failed.", "The lines above say why.")


def manage_own(words: list[str]) -> None:
    """Run Django's command against Dentado's database, started for it unless it runs already."""
    own = OwnMariaDB(VAR / "database")
    if url := os.environ.get("DENTADO_DATABASE_URL"):
        manage(environment(url), *words)
    elif running():
        manage(environment(own.running_url()), *words)
    else:
        try:
            own.start()
            manage(environment(own.url), *words)
        finally:
            own.stop()


def start() -> None:
    """Serve until Ctrl-C or ``./dentado stop``."""
    began = time.monotonic()
    held = _claim()
    _check_port()
    own = None if os.environ.get("DENTADO_DATABASE_URL") else OwnMariaDB(VAR / "database")
    server: subprocess.Popen[bytes] | None = None
    caliper: subprocess.Popen[bytes] | None = None
    try:
        signal.signal(signal.SIGTERM, _interrupt)
        if not own:
            check_reachable(os.environ["DENTADO_DATABASE_URL"])
        built = frontend.build()
        if own:
            own.start()
        caliper, address = start_caliper(PORT + 1)
        env = environment(
            own.url if own else os.environ["DENTADO_DATABASE_URL"], built=built, caliper=address
        )
        manage(env, "migrate", "--verbosity", "0")
        manage(env, "load_demo")
        server = subprocess.Popen(gunicorn(PORT), env=env, cwd=ROOT)
        _wait_for(server)
        say(f"\n  Dentado is ready: {ADDRESS}   ({time.monotonic() - began:.1f} s)")
        say(f"  Demo sign-in:     {DEMO_MEMBER}  /  {DEMO_PASSWORD}")
        say("  Ctrl-C or ./dentado stop ends it.\n")
        server.wait()
        if server.returncode not in (0, -signal.SIGTERM):
            stop_with(f"The server ended by itself ({server.returncode}).", "Start it again.")
    except KeyboardInterrupt:
        say("\nClosing …")
    finally:
        signal.signal(signal.SIGTERM, signal.SIG_IGN)
        signal.signal(signal.SIGINT, signal.SIG_IGN)
        if server and server.poll() is None:
            server.terminate()
            server.wait(20)
        if caliper:
            caliper.terminate()
        if own:
            own.stop()
        held.truncate(0)
        held.close()


def start_caliper(port: int) -> tuple[subprocess.Popen[bytes] | None, str]:
    """The simulated caliper and where it answers; none where another one is set.

    Dentado works without it: if `port` is taken it goes to a free one.
    """
    if set_elsewhere := os.environ.get("DENTADO_CALIPER"):
        return None, set_elsewhere
    with socket.socket() as probe:
        probe.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        try:
            probe.bind((HOST, port))
        except OSError:
            port = free_port()
    command = [*WITH_PARENT, sys.executable, "-m", "devices.caliper", str(port)]
    return subprocess.Popen(command, cwd=ROOT, stdout=subprocess.DEVNULL), f"{HOST}:{port}"


def gunicorn(port: int) -> list[str]:
    """The command that serves the application."""
    return [
        *WITH_PARENT, sys.executable, "-m", "gunicorn", "config.wsgi:application",
        "--bind", f"{HOST}:{port}", "--workers", "2", "--threads", "4",
        "--max-requests", "20000", "--max-requests-jitter", "2000",
        "--graceful-timeout", "10", "--log-level", "warning",
    ]  # fmt: skip


def stop() -> None:
    """End a running start; not running is fine too."""
    pid = running()
    if pid is None:
        say("Dentado is not running.")
        return
    os.kill(pid, signal.SIGTERM)
    deadline = time.monotonic() + 40
    while running() is not None:
        if time.monotonic() > deadline:
            stop_with(f"It did not end within 40 s (process {pid}).", f"kill -9 {pid}, then start again.")
        time.sleep(0.1)
    say("Dentado has stopped.")


def running() -> int | None:
    """Process of a running start, or None. The lock tells: a pid left by a crash does not."""
    try:
        with LOCK.open("r+") as handle:
            fcntl.flock(handle, fcntl.LOCK_EX | fcntl.LOCK_NB)
            return None
    except FileNotFoundError:
        return None
    except BlockingIOError:
        return int(LOCK.read_text().strip() or 0) or None


def _claim() -> IO[str]:
    """Take the lock and write who holds it; a stale pid of a killed start is overwritten."""
    VAR.mkdir(parents=True, exist_ok=True)
    handle = LOCK.open("a+")
    try:
        fcntl.flock(handle, fcntl.LOCK_EX | fcntl.LOCK_NB)
    except BlockingIOError:
        stop_with(f"Dentado is already running on {ADDRESS}.", "./dentado stop ends it.")
    handle.seek(0)
    if handle.read().strip():
        say("The last run was not closed cleanly; picking up from what it kept.")
    handle.truncate(0)
    handle.write(str(os.getpid()))
    handle.flush()
    return handle


def _check_port() -> None:
    with socket.socket() as probe:
        probe.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        try:
            probe.bind((HOST, PORT))
        except OSError:
            LOCK.write_text("")
            stop_with(
                f"Port {PORT} is in use by another program.",
                "End that program, or start on another port: DENTADO_PORT=8360 ./dentado start",
            )


def _wait_for(server: subprocess.Popen[bytes]) -> None:
    deadline = time.monotonic() + 30
    while time.monotonic() < deadline:
        if server.poll() is not None:
            stop_with("The server ended at once.", "The lines above say why.")
        try:
            urllib.request.urlopen(f"{ADDRESS}/api/session", timeout=2).close()
            return
        except OSError:
            time.sleep(0.05)
    stop_with("The server did not answer within 30 s.", "The lines above may say why.")


def _interrupt(number: int, frame: FrameType | None) -> None:
    raise KeyboardInterrupt
