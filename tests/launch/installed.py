"""Installations in folders of their own, to be started, cut short, killed and looked into."""

from __future__ import annotations

import os
import shutil
import signal
import socket
import subprocess
import sys
import tempfile
import threading
import time
import unittest
from collections.abc import Callable
from pathlib import Path

from backups.database import Database
from launch.mariadb import OwnMariaDB, free_port
from launch.paths import HOST, ROOT
from launch.prepared import copy_to
from launch.supervise import healthy

OLDEST = Path(__file__).parent / "data" / "oldest.sql.gz"
"""The sample workshop as the first version kept it, dumped from a database that version made."""

READY = 200.0
"""Seconds after which a command is taken to hang: no claim about how fast one is, `bench` makes that."""


class Installed(unittest.TestCase):
    """One installation in a folder of its own, on a port of its own."""

    command = "start"
    words: tuple[str, ...] = ()
    """What is said behind it."""

    def setUp(self) -> None:
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        # The service user has to get in.
        Path(folder.name).chmod(0o755)
        self.var = Path(folder.name) / "a folder with spaces"
        self.port = free_port()
        self.more: dict[str, str] = {}
        self.addCleanup(self.run_command, "stop")

    def lay_sample(self) -> None:
        """An installation that was started before: where the first run is not what is tried."""
        copy_to(self.var / "database", media=self.var / "media")

    def environment(self) -> dict[str, str]:
        kept = {name: value for name, value in os.environ.items() if not name.startswith("DENTADO_")}
        return {**kept, "DENTADO_VAR": str(self.var), "DENTADO_PORT": str(self.port), **self.more}

    def run_command(self, *words: str) -> subprocess.CompletedProcess[str]:
        return subprocess.run(
            [str(ROOT / "dentado"), *words], cwd="/", env=self.environment(), capture_output=True, text=True,
            check=False, timeout=READY, stdin=subprocess.DEVNULL,
        )  # fmt: skip

    def start(self) -> subprocess.Popen[str]:
        """A start in the background, once it says that it is ready; what it said is `heard`."""
        began = subprocess.Popen(
            [str(ROOT / "dentado"), self.command, *self.words], cwd="/", env=self.environment(), text=True,
            stdout=subprocess.PIPE, stderr=subprocess.STDOUT, start_new_session=True,
        )  # fmt: skip
        self.addCleanup(self._end, began)
        since = time.monotonic()
        late = threading.Timer(READY, began.kill)
        late.start()
        self.heard = ""
        assert began.stdout
        # Up to the last line it says; a stop sent between two of them would find it still saying.
        while "Ctrl-C" not in self.heard and (line := began.stdout.readline()):
            self.heard += line
        late.cancel()
        if began.poll() is not None or not self.answers():
            room = shutil.disk_usage(self.var.parent).free // 2**20
            took = time.monotonic() - since
            raise AssertionError(f"no start within {took:.0f} s, {room} MB free: {self.heard}")
        return began

    def _end(self, process: subprocess.Popen[str]) -> None:
        if process.poll() is None:
            process.kill()
        if process.stdout:
            process.stdout.close()
        process.wait()

    def answers(self) -> bool:
        return healthy(self.port)

    def leftovers(self) -> list[str]:
        """Processes that still have this installation's folder on their command line."""
        return [line for _, line in processes() if str(self.var) in line]

    def listening(self, port: int = 0) -> bool:
        with socket.socket() as probe:
            return probe.connect_ex((HOST, port or self.port)) == 0

    def soon(self, holds: Callable[[], bool], within: float = 60) -> float:
        """Wait until it holds; how long that took."""
        began = time.monotonic()
        while not holds():
            self.assertLess(time.monotonic() - began, within)
            time.sleep(0.05)
        return time.monotonic() - began

    def database(self) -> Database:
        """The database of this installation while it runs."""
        return Database(OwnMariaDB(self.var / "database").running_url())


def processes() -> list[tuple[int, str]]:
    """Number and command line of every process."""
    result = []
    for path in Path("/proc").glob("[0-9]*/cmdline"):
        try:
            line = path.read_bytes().replace(b"\0", b" ").decode(errors="replace")
        except OSError:
            continue
        result.append((int(path.parent.name), line))
    return result


PREPARE = """
import os, sys
from pathlib import Path
from launch.mariadb import OwnMariaDB
from launch.serve import environment, prepare
from launch.signals import Ending
folder = Path(sys.argv[1])
ending = Ending()
ending.listen()
own = OwnMariaDB(folder / "database", durable=False)
try:
    own.start()
    prepare(environment(own.url, folder), folder, ending)
    print("prepared", flush=True)
except KeyboardInterrupt:
    print("ended", flush=True)
finally:
    own.stop()
"""
"""What a start does up to serving, in a process that can be ended at any moment."""


def preparing(folder: Path, sample: bool = True) -> subprocess.Popen[str]:
    """Begin it; with the sample workshop unless it is not wanted."""
    kept = {name: value for name, value in os.environ.items() if not name.startswith("DENTADO_")}
    paths = os.pathsep.join(str(ROOT / part) for part in ("core", "server", ""))
    env = {**kept, "PYTHONPATH": paths, "DENTADO_DEMO": "1" if sample else "0"}
    return subprocess.Popen(
        [sys.executable, "-c", PREPARE, str(folder)], cwd=ROOT, env=env, text=True,
        stdout=subprocess.PIPE, stderr=subprocess.STDOUT, start_new_session=True,
    )  # fmt: skip


def end(process: subprocess.Popen[str], sort: str) -> str:
    """End it as a killed machine, a stop or a Ctrl-C in the terminal would; what it said."""
    if process.poll() is None:
        if sort == "kill":
            process.kill()
        elif sort == "stop":
            process.terminate()
        else:
            # A terminal's Ctrl-C goes to all of its foreground group.
            os.killpg(process.pid, signal.SIGINT)
    return process.communicate(timeout=READY)[0]
