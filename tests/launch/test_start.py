"""The start command when things are not as they should be: a clear word, and the next start mends it."""

from __future__ import annotations

import os
import re
import signal
import socket
import subprocess
import tempfile
import threading
import time
import unittest
import urllib.error
import urllib.request
from pathlib import Path

import dj_database_url
import MySQLdb

from launch.mariadb import OwnMariaDB, free_port
from launch.places import HOST, ROOT

READY = 90.0


class Start(unittest.TestCase):
    """One installation in a folder of its own, on a port of its own."""

    def setUp(self) -> None:
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.var = Path(folder.name) / "a folder with spaces"
        self.port = free_port()
        self.more: dict[str, str] = {}
        self.addCleanup(self.run_command, "stop")

    def environment(self) -> dict[str, str]:
        kept = {name: value for name, value in os.environ.items() if not name.startswith("DENTADO_")}
        return {**kept, "DENTADO_VAR": str(self.var), "DENTADO_PORT": str(self.port), **self.more}

    def run_command(self, word: str) -> subprocess.CompletedProcess[str]:
        return subprocess.run(
            [str(ROOT / "dentado"), word], cwd="/", env=self.environment(), capture_output=True, text=True, check=False, timeout=READY
        )  # fmt: skip

    def start(self) -> subprocess.Popen[str]:
        """A start in the background, once it says that it is ready; what it said is `heard`."""
        began = subprocess.Popen(
            [str(ROOT / "dentado"), "start"], cwd="/", env=self.environment(), text=True,
            stdout=subprocess.PIPE, stderr=subprocess.STDOUT, start_new_session=True,
        )  # fmt: skip
        self.addCleanup(self._end, began)
        late = threading.Timer(READY, began.kill)
        late.start()
        self.heard = ""
        assert began.stdout
        # Up to the last line it says; a stop sent between two of them would find it still saying.
        while "Ctrl-C" not in self.heard and (line := began.stdout.readline()):
            self.heard += line
        late.cancel()
        if began.poll() is not None or not self.answers():
            raise AssertionError(f"no start: {self.heard}")
        return began

    def _end(self, process: subprocess.Popen[str]) -> None:
        if process.poll() is None:
            process.kill()
        if process.stdout:
            process.stdout.close()
        process.wait()

    def answers(self) -> bool:
        try:
            urllib.request.urlopen(f"http://{HOST}:{self.port}/api/session", timeout=2).close()
        except (urllib.error.URLError, OSError):
            return False
        return True

    def leftovers(self) -> list[str]:
        """Processes that still have this installation's folder on their command line."""
        found = []
        for path in Path("/proc").glob("[0-9]*/cmdline"):
            try:
                line = path.read_bytes().replace(b"\0", b" ").decode(errors="replace")
            except OSError:
                continue
            if str(self.var) in line:
                found.append(line)
        return found

    def test_a_life_of_starts_and_stops(self) -> None:
        self.a_port_in_use_is_named()
        self.a_first_run_cut_short_is_taken_up()
        self.killed_and_started_again()

    def test_another_database_is_used_when_one_is_named(self) -> None:
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        other = OwnMariaDB(Path(folder.name), durable=False)
        for url in ("nonsense", "postgres://a@127.0.0.1/x", f"mysql://a:b@{HOST}:{other.port}/x"):
            self.more = {"DENTADO_DATABASE_URL": url}
            refused = self.run_command("start")
            with self.subTest(url=url):
                self.assertEqual(refused.returncode, 1)
                self.assertIn("Check DENTADO_DATABASE_URL", refused.stderr)
                self.assertNotIn("Traceback", refused.stderr)
        other.start()
        self.addCleanup(other.stop)
        self.more = {"DENTADO_DATABASE_URL": other.url}
        self.start()
        self.assertFalse((self.var / "database").exists())
        self.assertEqual(self.run_command("stop").returncode, 0)
        told = dj_database_url.parse(other.url)
        line = MySQLdb.connect(
            host=HOST, port=other.port, user=told["USER"], passwd=told["PASSWORD"], db=told["NAME"]
        )
        with line.cursor() as cursor:
            cursor.execute("SELECT COUNT(*) FROM visits_visit")
            self.assertGreater(cursor.fetchone()[0], 5)
        line.close()

    def a_port_in_use_is_named(self) -> None:
        with socket.socket() as other:
            other.bind((HOST, self.port))
            other.listen()
            refused = self.run_command("start")
        self.assertEqual(refused.returncode, 1)
        self.assertIn(f"Port {self.port} is in use", refused.stderr)
        self.assertIn("DENTADO_PORT=", refused.stderr)
        self.assertEqual(self.leftovers(), [])

    def a_first_run_cut_short_is_taken_up(self) -> None:
        half = self.var / "database" / "data.new" / "mysql"
        half.mkdir(parents=True)
        (half / "cut short").write_text("half a table")
        running = self.start()
        again = self.run_command("start")
        self.assertEqual(again.returncode, 1)
        self.assertIn("already running", again.stderr)
        self.assertTrue(self.answers())
        # Another command may use the database meanwhile.
        self.assertEqual(self.run_command("stop").stdout, "Dentado has stopped.\n")
        running.communicate(timeout=READY)
        self.assertEqual(running.returncode, 0)
        self.assertRegex(self.heard, re.compile(rf"ready: http://{HOST}:{self.port}.*robin", re.S))
        self.assertEqual(self.leftovers(), [])
        self.assertEqual(self.run_command("stop").stdout, "Dentado is not running.\n")

    def killed_and_started_again(self) -> None:
        running = self.start()
        os.kill(running.pid, signal.SIGKILL)
        running.communicate(timeout=READY)
        began = time.monotonic()
        running = self.start()
        self.assertLess(time.monotonic() - began, 30)
        # Ctrl-C reaches the whole group, as in a terminal.
        os.killpg(running.pid, signal.SIGINT)
        said = self.heard + running.communicate(timeout=READY)[0]
        self.assertEqual(running.returncode, 0, said)
        self.assertIn("not closed cleanly", said)
        self.assertIn("Closing", said)
        self.assertNotIn("Traceback", said)
        self.assertEqual(self.leftovers(), [])
        self.assertFalse(self.answers())
