"""A first run or an upgrade cut short at any moment: the next start has the whole record, or none to lose."""

from __future__ import annotations

import shutil
import tempfile
import time
import unittest
from pathlib import Path

from backups.database import Database
from launch.mariadb import OwnMariaDB

from ..examples import LONG
from .installed import OLDEST, Installed, end, preparing
from .test_backup import Device

MOMENTS = 20 if LONG else 2
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


class CutShort(unittest.TestCase):
    def setUp(self) -> None:
        self.folder = Path(self.enterContext(tempfile.TemporaryDirectory()))

    def seen(self, var: Path) -> dict[str, list[tuple[object, ...]]]:
        own = OwnMariaDB(var / "database", durable=False)
        own.start()
        try:
            return record(Database(own.url))
        finally:
            own.stop()

    def whole_time(self, var: Path, sample: bool = True) -> float:
        began = time.monotonic()
        said = preparing(var, sample).communicate()[0]
        self.assertIn("prepared", said)
        return time.monotonic() - began

    def cut(self, var: Path, after: float, sort: str, sample: bool = True) -> None:
        """End it so long after its beginning; the next one must come through."""
        process = preparing(var, sample)
        time.sleep(after)
        said = end(process, sort)
        again = preparing(var, sample).communicate()[0]
        self.assertIn("prepared", again, f"{sort} after {after:.2f} s: {said} / {again}")
        self.assertFalse((var / "upgrading.json").exists())

    def first_run(self, sample: bool, moments: list[int]) -> None:
        """Cut short at these moments; the next start has what an uncut one has."""
        whole_var = self.folder / f"whole {sample}"
        whole = self.whole_time(whole_var, sample)
        expected = {name: len(rows) for name, rows in self.seen(whole_var).items()}
        self.assertEqual(expected["visits"] > 5, sample)
        for n in moments:
            var = self.folder / f"first {n} {sample}"
            with self.subTest(moment=n, sample=sample):
                self.cut(var, whole * (n + 0.5) / MOMENTS, SORTS[n % 3], sample)
                self.assertEqual({name: len(rows) for name, rows in self.seen(var).items()}, expected)
            shutil.rmtree(var)

    def test_a_first_run_while_the_tables_are_made(self) -> None:
        self.first_run(False, list(range(MOMENTS)))

    def test_a_first_run_while_the_sample_is_laid_in(self) -> None:
        self.first_run(True, list(range(MOMENTS)) if LONG else [MOMENTS - 1])

    def test_an_upgrade_from_the_oldest_version(self) -> None:
        old = self.folder / "oldest"
        own = OwnMariaDB(old / "database", durable=False)
        own.start()
        try:
            Database(own.url).load(OLDEST)
            before = record(Database(own.url))
        finally:
            own.stop()
        self.assertEqual((len(before["visits"]), len(before["members"])), (8, 3))
        upgraded = self.folder / "upgraded"
        shutil.copytree(old, upgraded)
        whole = self.whole_time(upgraded)
        self.assertEqual(self.seen(upgraded), before)
        (backup,) = (upgraded / "backups").glob("before-upgrade-*")
        self.assertEqual(backup.stat().st_mode & 0o077, 0)
        for n in range(MOMENTS):
            var = self.folder / f"upgrade {n}"
            shutil.copytree(old, var)
            with self.subTest(moment=n):
                self.cut(var, whole * (n + 0.5) / MOMENTS, SORTS[n % 3])
                self.assertEqual(self.seen(var), before)
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
