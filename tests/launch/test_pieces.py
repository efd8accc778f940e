"""The parts of the start by themselves: ending, restarting, secrets and process numbers."""

from __future__ import annotations

import contextlib
import io
import json
import os
import signal
import subprocess
import sys
import tempfile
import unittest
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path
from unittest.mock import patch

from backups.database import Database
from launch.mariadb import OwnMariaDB, free_port
from launch.paths import ROOT, read_pid, secret, write_durably
from launch.supervise import OFTEN, Restarts, healthy, listening

ENDING = """
import os, signal, sys, time
from launch.signals import Ending, deaf
ending = Ending()
ending.listen()
try:
    with ending.after("the shelf is put up"):
        for number in (signal.SIGTERM, signal.SIGINT, signal.SIGHUP):
            os.kill(os.getpid(), number)
            time.sleep(0.01)
        print("put up", flush=True)
    print("never said")
except KeyboardInterrupt:
    deaf()
    os.kill(os.getpid(), signal.SIGTERM)
    print("ended", flush=True)
"""

HARD_OF_HEARING = """
import signal, sys, time
heard = []
def hear(*_):
    heard.append(1)
    if len(heard) > 1:
        sys.exit(0)
signal.signal(signal.SIGTERM, hear)
print("up", flush=True)
while True:
    time.sleep(1)
"""


class Pieces(unittest.TestCase):
    def setUp(self) -> None:
        self.folder = Path(self.enterContext(tempfile.TemporaryDirectory()))

    def quietly(self) -> io.StringIO:
        return self.enterContext(contextlib.redirect_stderr(io.StringIO()))

    def test_what_must_be_finished_is_finished_first_however_one_is_asked_to_end(self) -> None:
        done = subprocess.run(
            [sys.executable, "-c", ENDING], cwd=ROOT, capture_output=True, text=True, check=False,
            env={**os.environ, "PYTHONPATH": str(ROOT)},
        )  # fmt: skip
        self.assertEqual(done.returncode, 0, done.stderr)
        said = [line for line in done.stdout.splitlines() if line]
        self.assertEqual(said, ["First the shelf is put up …", "put up", "ended"])

    def test_a_database_that_did_not_hear_it_is_asked_to_end_again(self) -> None:
        own = OwnMariaDB(self.folder / "database")
        own.process = subprocess.Popen([sys.executable, "-c", HARD_OF_HEARING], stdout=subprocess.PIPE)
        assert own.process.stdout
        self.addCleanup(own.process.stdout.close)
        self.assertEqual(own.process.stdout.readline(), b"up\n")
        with patch("launch.mariadb.ASKED_AGAIN", 0.2):
            own.stop()
        self.assertEqual(own.process.returncode, 0)

    def test_a_sum_answers_without_the_whole_set_up(self) -> None:
        """Neither the server's framework nor the other sums are loaded for it."""
        for name, body in (
            ("train", {"line": "12:60"}),
            ("read", {"teeth": 31, "readings": [{"value": 26.2}]}),
        ):
            asked = [ROOT / "dentado", "sum", name]
            done = subprocess.run(
                asked, input=json.dumps(body), capture_output=True, text=True, check=True,
                env={**os.environ, "PYTHONPROFILEIMPORTTIME": "1"},
            )  # fmt: skip
            self.assertTrue(json.loads(done.stdout))
            loaded = {line.rsplit("|", 1)[-1].strip() for line in done.stderr.splitlines() if "|" in line}
            self.assertTrue(any(module.startswith(f"sums.{name}") for module in loaded))
            self.assertEqual(loaded & {"django", "MySQLdb", "cv2", "sums.regear"}, set())

    def test_a_sum_read_in_part_ends_without_a_word(self) -> None:
        with subprocess.Popen(
            [ROOT / "dentado", "sum", "train"],
            stdin=subprocess.PIPE, stdout=subprocess.PIPE, stderr=subprocess.PIPE, text=True,
        ) as asked:  # fmt: skip
            assert asked.stdin and asked.stdout and asked.stderr
            asked.stdout.close()
            asked.stdin.write(json.dumps({"line": "12:60"}))
            asked.stdin.close()
            self.assertEqual(asked.stderr.read(), "")
        self.assertEqual(asked.returncode, 0)

    def test_one_that_dies_again_and_again_is_given_up_with_a_word(self) -> None:
        restarts = Restarts("server")
        with contextlib.redirect_stdout(io.StringIO()) as said:
            for _ in range(OFTEN):
                restarts.note()
        self.assertEqual(said.getvalue().count("starting it again"), OFTEN)
        heard = self.quietly()
        with self.assertRaises(SystemExit):
            restarts.note()
        self.assertIn("within a minute", heard.getvalue())

    def test_a_secret_is_made_once_its_owners_alone_and_named_when_it_is_lost(self) -> None:
        first = secret(self.folder, "session")
        self.assertEqual(secret(self.folder, "session"), first)
        self.assertGreaterEqual(len(first), 60)
        path = self.folder / "session.secret"
        self.assertEqual(path.stat().st_mode & 0o077, 0)
        for lost in ("", " \n"):
            path.write_text(lost)
            heard = self.quietly()
            with self.assertRaises(SystemExit):
                secret(self.folder, "session")
            self.assertIn(str(path), heard.getvalue())

    def test_a_small_file_is_there_whole_or_not_at_all(self) -> None:
        path = self.folder / "mark"
        write_durably(path, "one")
        write_durably(path, "two")
        self.assertEqual((path.read_text(), [one.name for one in self.folder.iterdir()]), ("two", ["mark"]))

    def test_process_numbers(self) -> None:
        path = self.folder / "pid"
        self.assertIsNone(read_pid(path))
        for text, number in (("41\n", 41), ("", None), ("0", 0)):
            path.write_text(text)
            self.assertEqual(read_pid(path), number)
        for garbage in (b"forty", b"-3", b"1 2", b"\xff\xfe\x00", b"4" * 9 + b"x"):
            path.write_bytes(garbage)
            with contextlib.redirect_stdout(io.StringIO()) as said:
                self.assertIsNone(read_pid(path))
            self.assertIn(str(path), said.getvalue())

    def test_a_port_in_use_is_not_listened_on_twice(self) -> None:
        port = free_port()
        with listening(port) as held:
            self.assertRaises(OSError, listening, port)
            # It goes to the server by name, and to no other program that is started.
            self.assertFalse(os.get_inheritable(held.fileno()))
        self.assertFalse(healthy(port))
        self.assertEqual(signal.getsignal(signal.SIGTERM), signal.SIG_DFL)


class SideBySide(unittest.TestCase):
    def test_databases_made_at_once_do_not_clear_away_each_others_tables(self) -> None:
        """Temporary tables in a folder that all share went when another server started."""
        folder = Path(self.enterContext(tempfile.TemporaryDirectory()))

        def live(n: int) -> str:
            # A server ends with the thread that started it.
            own = OwnMariaDB(folder / f"bench {n}", durable=False)
            try:
                own.start()
                with Database(own.url).cursor() as cursor:
                    cursor.execute("SELECT @@tmpdir")
                    return str(cursor.fetchone()[0])
            finally:
                own.stop()

        with ThreadPoolExecutor(4) as pool:
            places = list(pool.map(live, range(4)))
        self.assertEqual(places, [str(folder / f"bench {n}" / "tmp") for n in range(4)])
