"""The start command when things are not as they should be: a clear word, and the next start mends it."""

from __future__ import annotations

import os
import re
import signal
import socket
import tempfile
from pathlib import Path

import dj_database_url
import MySQLdb

from launch.mariadb import OwnMariaDB
from launch.paths import HOST

from .installed import READY, Installed


class Start(Installed):
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
        # Without the sample: how that is laid in does not depend on where.
        self.more = {"DENTADO_DATABASE_URL": other.url, "DENTADO_DEMO": "0"}
        self.start()
        self.assertFalse((self.var / "database").exists())
        self.assertEqual(self.run_command("stop").returncode, 0)
        answer = dj_database_url.parse(other.url)
        line = MySQLdb.connect(
            host=HOST, port=other.port, user=answer["USER"], passwd=answer["PASSWORD"], db=answer["NAME"]
        )
        with line.cursor() as cursor:
            cursor.execute("SELECT COUNT(*) FROM django_migrations WHERE app = 'visits'")
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
        (self.var / "database" / "pid").write_text("garbage")
        running = self.start()
        # Ctrl-C reaches the whole group, as in a terminal.
        os.killpg(running.pid, signal.SIGINT)
        said = self.heard + running.communicate(timeout=READY)[0]
        self.assertEqual(running.returncode, 0, said)
        self.assertIn("not closed cleanly", said)
        self.assertIn("holds no process number", said)
        self.assertIn("Closing", said)
        self.assertNotIn("Traceback", said)
        self.assertEqual(self.leftovers(), [])
        self.assertFalse(self.answers())
        self.empty_secrets_are_named()

    def empty_secrets_are_named(self) -> None:
        (self.var / "session.secret").write_text("")
        refused = self.run_command("start")
        self.assertEqual(refused.returncode, 1)
        self.assertIn("session.secret is empty", refused.stderr)
        self.assertIn("delete it", refused.stderr)
        self.assertNotIn("Traceback", refused.stderr)
        (self.var / "session.secret").unlink()
        # The database's own is made anew: its account is set to it at every start.
        (self.var / "database" / "database.secret").write_text("")
        self.start()
        self.assertIn("database.secret is empty", self.heard)
