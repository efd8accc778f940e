"""The sample scenario: loaded once, through the same services as everything else, and lived in."""

from __future__ import annotations

import tempfile
from typing import Any

from django.test import TestCase, override_settings

from demo.load import load
from demo.scenario import SCENARIO
from gearing.workshop.stages import STAGES
from visits.models import GearReading, Photo, Visit
from workshop.models import Member, Workshop

from .bench import Desk


class Demo(TestCase):
    folder: tempfile.TemporaryDirectory[str]

    @classmethod
    def setUpTestData(cls) -> None:
        cls.folder = tempfile.TemporaryDirectory()
        cls.addClassCleanup(cls.folder.cleanup)
        with override_settings(MEDIA_ROOT=cls.folder.name):
            assert load()

    def setUp(self) -> None:
        self.desk = Desk(Member.objects.get(username="robin"))

    def visit(self, unit: str) -> Any:
        card = next(
            card for card in self.desk.got("GET", "/visits")["cards"] if card["unit"]["label"] == unit
        )
        return self.desk.got("GET", f"/visits/{card['id']}")

    def test_a_second_load_changes_nothing(self) -> None:
        before = (Workshop.objects.count(), Visit.objects.count(), Photo.objects.count())
        self.assertFalse(load())
        self.assertEqual((Workshop.objects.count(), Visit.objects.count(), Photo.objects.count()), before)

    def test_units_stand_at_different_stages_with_what_they_wait_for(self) -> None:
        cards = self.desk.got("GET", "/visits")["cards"]
        self.assertEqual(len(cards), len(SCENARIO))
        self.assertGreaterEqual(len({card["stage"] for card in cards}), len(STAGES) - 1)
        self.assertTrue(all(card["photo"] for card in cards))
        self.assertEqual({card["waits_for"] for card in cards}, {"me", "part", "decision", "owner"})

    def test_every_gear_that_was_read_came_out_as_its_readings_say(self) -> None:
        self.assertGreaterEqual(GearReading.objects.count(), 5)
        for pin in GearReading.objects.all():
            with self.subTest(piece=str(pin.piece_id)):
                self.assertGreater(pin.chosen["probability"], 0.4)
                self.assertTrue(all(abs(row["off_by"]) < 3 for row in pin.chosen["compared"]))

    def test_a_build_half_done_goes_on_where_it_stopped(self) -> None:
        visit = self.visit("Otter 8")
        plan = self.desk.got("GET", f"/visits/{visit['id']}/plan")["steps"]
        counted = {step["id"] for step in visit["steps"] if step["piece"]["ticks"]}
        pieces = [step["step_id"] for step in plan if step["kind"] == "piece"]
        self.assertEqual(counted, set(pieces[:5]))

    def test_a_unit_that_was_here_before_is_the_same_unit(self) -> None:
        herons = [
            card for card in self.desk.got("GET", "/visits")["cards"] if card["unit"]["label"] == "Heron 650"
        ]
        self.assertEqual(len({card["unit"]["id"] for card in herons}), 1)
        self.assertEqual(sorted(card["number"] for card in herons), [1, 2])

    def test_filed_units_are_proved_and_have_a_sheet_and_a_report(self) -> None:
        filed = [visit for visit in Visit.objects.filter(stage="file") if not visit.decision]
        self.assertGreaterEqual(len(filed), 2)
        for visit in filed:
            with self.subTest(visit.unit.label):
                proof = self.desk.got("GET", f"/visits/{visit.id}/proof")
                self.assertEqual((proof["open"], proof["failed"]), (0, 0))
                figures = [check for check in proof["checks"] if check["figure"] and not check["later"]]
                self.assertTrue(all(check["result"]["value"] is not None for check in figures))
                sheet = self.desk.got("GET", f"/visits/{visit.id}/sheet")
                self.assertEqual(len(sheet["pieces"]), len(sheet["table"]))
                self.assertGreaterEqual(len(sheet["pieces"]), 3)
                report = self.desk.client.get(f"/api/visits/{visit.id}/report.pdf")
                self.assertEqual(report.content[:4], b"%PDF")

    def test_every_open_unit_is_asked_what_it_has_to_be_shown_by(self) -> None:
        for visit in Visit.objects.exclude(stage="file"):
            with self.subTest(visit.unit.label):
                proof = self.desk.got("GET", f"/visits/{visit.id}/proof")
                self.assertGreaterEqual(len(proof["checks"]), 3)
                self.assertTrue(all(check["why"] and check["band"] for check in proof["checks"]))
