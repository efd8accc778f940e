"""Records that outlive their code: each shape ever kept is read as today's, and what is not known keeps its words."""

from __future__ import annotations

import gzip
import json
import re
from typing import Any
from unittest import mock

from django.apps import apps
from django.db import connection
from django.db.migrations.loader import MigrationLoader
from django.test import SimpleTestCase

from backups.database import OURS
from gearing.data import table
from gearing.workshop.units import check_words, conditions, symptoms, unit_kinds
from launch.migrations import expected
from shelf.models import HouseRule
from visits.first_shape import CHECKS, CONDITIONS, SYMPTOMS
from visits.mapping import entry_of, gear_of, read_as
from visits.models import Change, GearReading, Piece, Step, Visit
from visits.stored import CHANGED, CHECKED, ENTRY, HEARD, HEARD_WHEN
from workshop.stored import Shape

from ..launch.installed import OLDEST
from .bench import BenchCase

KEPT = re.compile(r"'([\[{].*?[\]}])'(?=[,)])")


def first_version(name: str) -> list[list[Any]]:
    """What the first version really kept in the JSON columns of a table, row by row."""
    dump = gzip.decompress(OLDEST.read_bytes()).decode()
    block = dump.split(f"INSERT INTO `{name}` VALUES\n", 1)[1].split(";\n", 1)[0]
    return [
        [json.loads(one.replace('\\"', '"').replace("\\\\", "\\")) for one in KEPT.findall(line)]
        for line in block.splitlines()
    ]


class Shapes(SimpleTestCase):
    def test_every_sentence_of_the_first_version_has_a_key_today(self) -> None:
        known = {key for kind in unit_kinds().values() for key in kind.prove}
        heard = 0
        for symptoms_kept, conditions_kept, checks_kept in first_version("visits_visit"):
            self.assertLessEqual(set(HEARD.read(symptoms_kept)), set(symptoms()))
            self.assertLessEqual(set(HEARD_WHEN.read(conditions_kept)), set(conditions()))
            self.assertLessEqual(set(CHECKED.read(checks_kept)), known)
            heard += len(symptoms_kept) + len(checks_kept)
        self.assertGreater(heard, 10)

    def test_the_first_list_of_sentences_is_whole(self) -> None:
        """All that the first shape could hold, not only what the sample held."""
        self.assertEqual(set(SYMPTOMS.values()), set(symptoms()))
        self.assertEqual(set(CONDITIONS.values()), set(conditions()))
        self.assertEqual(set(CHECKS.values()), {key for kind in unit_kinds().values() for key in kind.prove})

    def test_a_value_says_its_version_and_is_read_back(self) -> None:
        for shape, value in (
            (HEARD, ["stiff"]),
            (ENTRY, {"kind": "gear", "v": 3}),
            (Shape("x"), []),
            (Shape("x"), 0.5),
        ):
            kept = json.loads(json.dumps(shape.keep(value)))
            with self.subTest(shape=shape.name, value=value):
                self.assertEqual(kept["v"], shape.version)
                self.assertEqual(shape.read(kept), value)

    def test_upgrades_run_from_where_the_value_stands_and_no_further(self) -> None:
        shape = Shape("x", (lambda v: [*v, "two"], lambda v: [*v, "three"]))
        self.assertEqual(shape.read([]), ["two", "three"])
        self.assertEqual(shape.read({"v": 2, "is": []}), ["three"])
        self.assertEqual(shape.read({"v": 3, "is": []}), [])

    def test_an_entry_that_happens_to_look_like_an_envelope_is_none(self) -> None:
        self.assertEqual(ENTRY.read({"kind": "gear"}), {"kind": "gear"})
        self.assertEqual(
            ENTRY.read({"v": 1, "is": {"kind": "gear"}, "more": 1}),
            {"v": 1, "is": {"kind": "gear"}, "more": 1},
        )

    def test_words_never_listed_stay_words_and_odd_values_stay_as_they_are(self) -> None:
        self.assertEqual(HEARD.read(["grinding", "sings at night"]), ["grinding", "sings at night"])
        for odd in (None, "no", 3, {"a": 1}):
            self.assertEqual(HEARD.read(odd), odd)
        self.assertEqual(check_words("sings at night"), "sings at night")

    def test_history_of_checks_is_read_by_keys(self) -> None:
        sentence = next(iter(CHECKS))
        self.assertEqual(
            CHANGED.read({"checks_done": [sentence, "x"]}), {"checks_done": [CHECKS[sentence], "x"]}
        )
        self.assertEqual(CHANGED.read({"line": sentence}), {"line": sentence})


class Stored(BenchCase):
    def raw(self, what: str, column: str, value: Any, key: Any) -> None:
        """As another version wrote it, past everything that would make it today's."""
        with connection.cursor() as cursor:
            cursor.execute(f"UPDATE {what} SET {column} = %s WHERE id = %s", [json.dumps(value), str(key)])

    def kept(self, what: str, column: str, key: Any) -> Any:
        with connection.cursor() as cursor:
            cursor.execute(f"SELECT {column} FROM {what} WHERE id = %s", [str(key)])
            return json.loads(cursor.fetchone()[0])

    def test_what_was_heard_and_checked_long_ago_is_shown_in_todays_words(self) -> None:
        check = table("units")["kinds"]["servo"]["prove"]["centre"]
        sentence = next(one for one, key in CHECKS.items() if key == "centre")
        self.raw("visits_visit", "symptoms", ["slop at the output", "sings at night"], self.visit.id)
        self.raw("visits_visit", "conditions", ["once warm"], self.visit.id)
        self.raw("visits_visit", "checks_done", [sentence], self.visit.id)
        shown = self.desk.got("GET", self.at())
        self.assertEqual([one["key"] for one in shown["symptoms"]], ["slop", "sings at night"])
        self.assertEqual(shown["symptoms"][1]["label"], "sings at night")
        self.assertEqual(shown["conditions"], [{"key": "warm", "label": "once warm"}])
        done = {one["label"]: one["done"] for one in shown["checks"]}
        self.assertTrue(done.pop(check))
        self.assertFalse(any(done.values()))

    def test_what_is_written_is_todays_and_a_label_reworded_changes_nothing_kept(self) -> None:
        self.desk.got("PUT", self.at("check"), {"check": "centre", "done": True})
        self.assertEqual(self.kept("visits_visit", "checks_done", self.visit.id), {"v": 2, "is": ["centre"]})
        reworded = {**unit_kinds()["servo"].prove, "centre": "Centre found again"}
        kinds = {
            "servo": mock.Mock(
                wraps=unit_kinds()["servo"], prove=reworded, label="servo", power="", notice=""
            )
        }
        with mock.patch("gearing.workshop.units.unit_kinds", return_value=kinds):
            checks = self.desk.got("GET", self.at())["checks"]
        ticked = {"key": "centre", "label": "Centre found again", "done": True, "says": ""}
        self.assertIn(ticked, checks)

    def test_a_device_of_an_earlier_version_may_still_say_the_sentence(self) -> None:
        sentence = next(one for one, key in CHECKS.items() if key == "no_load")
        self.desk.got("PUT", self.at("check"), {"check": sentence, "done": True})
        self.assertEqual(Visit.objects.get(id=self.visit.id).checks_done, ["no_load"])
        status, problem = self.desk.ask("PUT", self.at("check"), {"check": "none such", "done": True})
        self.assertEqual((status, problem["code"]), (422, "unknown_check"))

    def test_a_kind_of_piece_that_is_no_longer_known_reads_as_other_with_its_words(self) -> None:
        piece = self.piece(2)
        self.raw(
            "visits_piece",
            "entry",
            {"kind": "escapement", "words": "verge", "place": "B2", "colour": "red"},
            piece,
        )
        # As an earlier program left it: it was not written through today's.
        Step.touch([self.steps[2].id])
        shown = self.desk.got("GET", self.at())["steps"][2]["piece"]
        self.assertEqual((shown["kind"], shown["name"]), ("other", "verge"))
        for path in ("plan", "row", "history", "guide"):
            self.assertEqual(self.desk.ask("GET", self.at(path))[0], 200)

    def test_entries_and_readings_of_the_first_version_are_read_whole(self) -> None:
        piece = Piece.objects.get(id=self.piece(2))
        for (entry,) in first_version("visits_piece"):
            self.raw("visits_piece", "entry", entry, piece.id)
            piece = Piece.objects.get(id=piece.id)
            with self.subTest(entry=entry):
                read = entry_of(piece)
                self.assertEqual(read.kind, entry["kind"])
                self.assertEqual(read.words, entry.get("words", ""))
        reading = GearReading.objects.create(piece=piece, recorded_by=self.ada, request={}, chosen={})
        for asked, concluded in first_version("visits_pin"):
            self.raw("visits_pin", "given", asked, reading.id)
            self.raw("visits_pin", "chosen", concluded, reading.id)
            reading = GearReading.objects.get(id=reading.id)
            gear = gear_of(reading)
            assert gear
            with self.subTest(teeth=asked["teeth"]):
                self.assertEqual((gear.teeth, gear.module), (asked["teeth"], concluded["module_mm"]))
                self.assertIn(concluded["label"], read_as(reading))
                self.assertEqual(self.desk.ask("GET", self.at())[0], 200)

    def test_history_is_told_whatever_was_kept(self) -> None:
        sentence = next(one for one, key in CHECKS.items() if key == "centre")
        change = Change.objects.create(visit=self.visit, member=self.ada, verb="check", subject=self.visit.id)
        for kept in (
            {"checks_done": [sentence]},
            {"checks_done": "no"},
            {"verdict": "melt"},
            {"findings": [3, {}]},
            [],
        ):
            self.raw("visits_change", "`after`", kept, change.id)
            status, answer = self.desk.ask("GET", self.at("history"))
            with self.subTest(kept=kept):
                self.assertEqual(status, 200, answer)

    def test_a_school_that_is_no_longer_known_gives_way_to_the_first(self) -> None:
        HouseRule.objects.create(
            workshop=self.home, question="mesh", school="by the stars", recorded_by=self.ada
        )
        shelf = self.desk.got("GET", "/shelf")
        chosen = next(one for one in shelf["questions"] if one["key"] == "mesh")["chosen"]
        self.assertEqual(chosen, "paper")
        self.assertEqual(self.desk.ask("GET", self.at("plan"))[0], 200)


class Migrations(SimpleTestCase):
    def test_what_the_start_expects_is_what_there_is_to_apply(self) -> None:
        """The start looks at files, Django at modules: both must name the same."""
        loader = MigrationLoader(None)
        self.assertEqual(expected(), {f"{app}.{name}" for app, name in loader.disk_migrations})

    def test_a_backup_holds_every_table(self) -> None:
        tables = {model._meta.db_table for model in apps.get_models(include_auto_created=True)}
        self.assertEqual({name for name in tables if not name.startswith(OURS)}, set())
