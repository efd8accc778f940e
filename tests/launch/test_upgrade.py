"""A first run or an upgrade cut short at any moment: the next start has the whole record, or none to lose."""

from __future__ import annotations

import shutil
import tempfile
import time
import unittest
from collections.abc import Callable
from pathlib import Path

import MySQLdb
from django.db import connection

from backups.database import OURS, Database
from launch.mariadb import OwnMariaDB
from launch.prepared import copy_to

from ..examples import LONG
from .installed import OLDEST, Installed, end, preparing
from .test_backup import Device

MOMENTS = 20 if LONG else 1
SORTS = ("kill", "stop", "interrupt")


def record(database: Database) -> dict[str, list[tuple[object, ...]]]:
    """What the technicians recorded, in columns every version has."""
    asked = {
        "visits": "SELECT id, complaint, stage, number FROM visits_visit ORDER BY id",
        "steps": "SELECT id, visit_id, number, line FROM visits_step ORDER BY id",
        "pieces": "SELECT id, entry, verdict, finding FROM visits_piece ORDER BY id",
        "pins": "SELECT id, piece_id, chosen FROM visits_pin ORDER BY id",
        "photos": "SELECT id, image FROM visits_photo ORDER BY id",
        "ticks": "SELECT id, outcome, count FROM visits_tick ORDER BY id",
        "changes": "SELECT id, verb, `before`, `after` FROM visits_change ORDER BY id",
        "members": "SELECT username, password, first_name FROM workshop_member ORDER BY id",
    }
    result = {}
    with database.cursor() as cursor:
        for name, query in asked.items():
            cursor.execute(query)
            result[name] = list(cursor.fetchall())
    return result


def so_far(var: Path, came: Callable[[Database], bool]) -> bool:
    """Whether what runs there came so far; not yet while its database does not answer."""
    try:
        return came(Database(OwnMariaDB(var / "database").running_url()))
    except (OSError, ValueError, MySQLdb.Error):
        return False


class CutShort(unittest.TestCase):
    """Each is ended when it has come so far, not after so long: the same on a slow machine."""

    def setUp(self) -> None:
        self.folder = Path(self.enterContext(tempfile.TemporaryDirectory()))

    def seen(self, var: Path) -> dict[str, list[tuple[object, ...]]]:
        own = OwnMariaDB(var / "database", durable=False)
        own.start()
        try:
            return record(Database(own.url))
        finally:
            own.stop()

    def cut(self, var: Path, came: Callable[[Database], bool], sort: str, sample: bool = True) -> None:
        """End it once it `came` so far; the next one must come through."""
        process = preparing(var, sample)
        while process.poll() is None and not so_far(var, came):
            time.sleep(0.01)
        self.assertIsNone(process.poll(), "it was through before it could be cut short")
        said = end(process, sort)
        again = preparing(var, sample).communicate()[0]
        self.assertIn("prepared", again, f"{sort}: {said} / {again}")
        self.assertFalse((var / "upgrading.json").exists())

    def test_a_first_run_while_the_tables_are_made(self) -> None:
        whole = len([name for name in connection.introspection.table_names() if name.startswith(OURS)])
        self.assertGreater(whole, 20)
        for n in range(MOMENTS):
            var = self.folder / f"first {n}"
            some = int(whole * (n + 0.5) / MOMENTS)
            with self.subTest(tables=some):
                self.cut(var, lambda kept, some=some: len(kept.tables()) >= some, SORTS[n % 3], sample=False)
                self.assertFalse(any(self.seen(var).values()))
            shutil.rmtree(var)

    def test_a_first_run_while_the_sample_is_laid_in(self) -> None:
        copy_to(self.folder / "uncut" / "database")
        expected = {name: len(rows) for name, rows in self.seen(self.folder / "uncut").items()}
        self.assertGreater(expected["steps"], 50)
        for n in range(MOMENTS) if LONG else [0]:
            var = self.folder / f"sample {n}"
            # Of one kind of rows only: those that come last are written when nearly all else is there.
            some = int(expected["steps"] * (n + 0.5) / (MOMENTS if LONG else 1))
            with self.subTest(steps=some):
                self.cut(var, lambda kept, some=some: kept.count("visits_step") >= some, SORTS[n % 3])
                self.assertEqual({name: len(rows) for name, rows in self.seen(var).items()}, expected)
            shutil.rmtree(var)

    def test_an_upgrade_from_the_oldest_version(self) -> None:
        old = self.folder / "oldest"
        own = OwnMariaDB(old / "database", durable=False)
        own.start()
        try:
            Database(own.url).load(OLDEST)
            before, done = record(Database(own.url)), len(Database(own.url).migrations())
        finally:
            own.stop()
        self.assertEqual((len(before["visits"]), len(before["members"])), (8, 3))
        with connection.cursor() as cursor:
            cursor.execute("SELECT COUNT(*) FROM django_migrations")
            left = cursor.fetchone()[0] - done
        for n in range(MOMENTS):
            var = self.folder / f"upgrade {n}"
            shutil.copytree(old, var)
            some = done + int(left * n / MOMENTS)
            with self.subTest(migrations=some):
                # The first of them when the mark lies and nothing is changed yet.
                self.cut(
                    var,
                    lambda kept, some=some, var=var: (
                        (var / "upgrading.json").exists() and len(kept.migrations()) >= some
                    ),
                    SORTS[n % 3],
                )
                self.assertEqual(self.seen(var), before)
                backup = next((var / "backups").glob("before-upgrade-*"))
                self.assertEqual(backup.stat().st_mode & 0o077, 0)
            shutil.rmtree(var)

    def test_what_an_earlier_version_left_half_migrated_is_finished(self) -> None:
        var = self.folder / "half"
        own = OwnMariaDB(var / "database", durable=False)
        own.start()
        try:
            database = Database(own.url)
            database.load(OLDEST)
            before = record(database)
            with database.cursor() as cursor:
                # As a kill in mid-migration left it: columns and tables there, nothing noted as done.
                cursor.execute("ALTER TABLE visits_piece ADD COLUMN findings longtext NOT NULL DEFAULT '[]'")
                cursor.execute("ALTER TABLE visits_visit ADD COLUMN guide_id uuid NULL")
                cursor.execute(
                    "CREATE TABLE visits_planmark (id bigint AUTO_INCREMENT PRIMARY KEY, `key` varchar(40) NOT NULL,"
                    " struck bool NOT NULL, `after` varchar(40) NOT NULL, done bool NOT NULL, visit_id uuid NOT NULL)"
                )
        finally:
            own.stop()
        said = preparing(var).communicate()[0]
        self.assertIn("going through it again", said)
        self.assertIn("prepared", said)
        self.assertEqual(self.seen(var), before)

    def test_an_upgrade_that_cannot_be_made_leaves_the_record_as_it_was(self) -> None:
        var = self.folder / "stuck"
        own = OwnMariaDB(var / "database", durable=False)
        own.start()
        try:
            database = Database(own.url)
            database.load(OLDEST)
            with database.cursor() as cursor:
                # A column of another kind in the way, which no migration can go past.
                cursor.execute("ALTER TABLE visits_pin RENAME COLUMN superseded TO gone_astray")
                cursor.execute(
                    "ALTER TABLE workshop_member DROP FOREIGN KEY workshop_member_workshop_id_527e90a2_fk_workshop_workshop_id"
                )
                cursor.execute("ALTER TABLE workshop_member DROP COLUMN workshop_id")
            before = database.tables(), database.migrations()
        finally:
            own.stop()
        said = preparing(var).communicate()[0]
        self.assertIn("The upgrade failed; the record is as it was before.", said)
        self.assertFalse((var / "upgrading.json").exists())
        own = OwnMariaDB(var / "database", durable=False)
        own.start()
        try:
            self.assertEqual((Database(own.url).tables(), Database(own.url).migrations()), before)
        finally:
            own.stop()


class OldestOpens(Installed):
    def test_every_visit_of_the_first_version_opens_unharmed(self) -> None:
        own = OwnMariaDB(self.var / "database", durable=False)
        own.start()
        try:
            Database(own.url).load(OLDEST)
            before = record(Database(own.url))
        finally:
            own.stop()
        self.start()
        device = Device(self.port)
        cards = device.ask("GET", "/visits")["cards"]
        self.assertEqual(len(cards), len(before["visits"]))
        lines = 0
        for card in cards:
            visit = device.ask("GET", f"/visits/{card['id']}")
            lines += len(visit["steps"])
            for part in ("history", "plan", "row", "guide", "words", "changed"):
                device.ask("GET", f"/visits/{card['id']}/{part}")
        self.assertEqual(lines, len([row for row in before["steps"] if row[2] is not None]))
        self.assertEqual(device.ask("GET", "/session")["role"], "owner")
        self.assertTrue(device.ask("GET", "/workshop")["sample"])
