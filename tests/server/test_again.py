"""What is looked at again: reminders made when a unit is filed, its use between visits, and the pace of the bench."""

from __future__ import annotations

from datetime import timedelta
from typing import Any
from unittest import mock
from uuid import uuid4

from django.utils import timezone

from visits import services
from visits.models import Change, GearReading, Reminder, Visit
from visits.services import pace

from .bench import BLANK, UNIT, BenchCase

CAR = {"kind": "car", "label": "Avocet", "complaint": "Clicks."}


class Filed(BenchCase):
    def setUp(self) -> None:
        super().setUp()
        self.visit = services.open_visit(
            self.ada, uuid4(), uuid4(), {**BLANK, **CAR, "use_so_far": "40 packs"}
        )
        self.step = services.record_step(self.ada, self.visit.id, uuid4(), "spur 57t nylon")

    def file(self, visit: Visit | None = None) -> None:
        """Handed back, so that no check is asked for first."""
        visit = visit or self.visit
        for step in visit.steps.all():
            services.tick(self.ada, visit.id, uuid4(), step.piece.id, "in", 1)
        services.hand_back(self.ada, visit.id, "only looked at")
        services.enter_stage(self.ada, visit.id, "file")

    def reminders(self) -> list[dict[str, Any]]:
        made: list[dict[str, Any]] = self.desk.got("GET", self.at("reminders"))
        return made

    def due(self) -> list[str]:
        return [item["says"] for item in self.desk.got("GET", "/day")["due"] if item["kind"] == "again"]

    def test_screws_are_looked_at_again_once_it_was_used_and_then_no_more(self) -> None:
        self.assertEqual(self.reminders(), [])
        self.file()
        (made,) = self.reminders()
        self.assertEqual((made["when"], made["due"], made["done"]), ("after 3 trips", False, False))
        self.desk.got("PUT", self.at("used"), {"used": "2"})
        self.assertEqual(self.due(), [])
        self.desk.got("PUT", self.at("used"), {"used": "3"})
        self.assertEqual(self.due(), ["Avocet: screws checked again after the first runs"])
        self.assertEqual(self.reminders()[0]["when"], "after 3 trips, 3 so far")
        # Made as the check of the proof that it is, it is done; taken back, it is due again.
        result = uuid4()
        self.desk.got("PUT", self.at("proof", result), {"check": "screws_again", "outcome": "met"})
        self.assertEqual(self.due(), [])
        self.desk.got("DELETE", self.at("proof", result))
        self.assertEqual(len(self.due()), 1)

    def test_filed_twice_it_is_kept_once_and_what_was_done_stays_done(self) -> None:
        self.file()
        (made,) = self.reminders()
        for _ in range(2):
            (kept,) = self.desk.got("PUT", self.at("reminders", made["id"]), {"done": True})
        self.assertTrue(kept["done"])
        self.assertEqual(Change.objects.filter(verb="looked again").count(), 1)
        services.enter_stage(self.ada, self.visit.id, "prove")
        services.enter_stage(self.ada, self.visit.id, "file")
        self.assertEqual([(each["id"], each["done"]) for each in self.reminders()], [(made["id"], True)])
        self.assertEqual(self.desk.ask("PUT", self.at("reminders", uuid4()), {"done": True})[0], 404)

    def test_what_is_filed_waits_for_its_owner_unless_it_was_said_to_wait_for_more(self) -> None:
        self.file()
        self.visit.refresh_from_db()
        self.assertEqual(
            (self.visit.waits_for, self.visit.waits_note), ("owner", "ready to fetch, not mended")
        )
        other = services.open_visit(self.ada, uuid4(), uuid4(), {**BLANK, **CAR})
        services.record_step(self.ada, other.id, uuid4(), "spur 57t")
        services.wait_for(self.ada, other.id, "part", "a spur for the next time")
        self.file(other)
        other.refresh_from_db()
        self.assertEqual(other.waits_for, "part")

    def test_another_workshop_neither_sees_nor_ticks_it(self) -> None:
        self.file()
        made = self.reminders()[0]["id"]
        self.desk.client.force_login(self.eve, backend="django.contrib.auth.backends.ModelBackend")
        for method, path, body in (
            ("GET", self.at("reminders"), None),
            ("PUT", self.at("reminders", made), {"done": True}),
        ):
            self.assertEqual(self.desk.ask(method, path, body)[0], 404)
        self.assertFalse(Reminder.objects.get().done)

    def read(self, visit: Visit, step: Any, value: float) -> None:
        GearReading.objects.create(
            piece=step.piece,
            rim=0,
            order=0,
            request={"teeth": 57, "readings": [{"kind": "tips", "value": value}]},
            chosen={"label": "module 0.8", "module_mm": 0.8, "probability": 0.9},
            recorded_by=self.ada,
        )

    def test_wear_from_two_visits_names_when_it_is_measured_again(self) -> None:
        self.read(self.visit, self.step, 47.2)
        self.file()
        first, self.visit = (
            self.visit,
            services.open_visit(
                self.ada, uuid4(), self.visit.unit_id, {**BLANK, **CAR, "use_so_far": "60 packs"}
            ),
        )
        step = services.record_step(self.ada, self.visit.id, uuid4(), "spur 57t nylon")
        self.read(self.visit, step, 47.1)
        self.file()
        wear = next(each for each in self.reminders() if not each["check"])
        # It lost 0.1 of the 0.15 mm in twenty packs: the rest is gone in ten, seven tenths of them are seven.
        self.assertIn("Measure the spur, 57 teeth again: it lost 0.10 mm, 0.15 is too much", wear["says"])
        self.assertEqual(wear["when"], "after 7.1 packs")
        self.assertEqual(first.reminders.filter(key__startswith="wear:").count(), 0)

    def test_the_next_visit_tells_the_use_of_the_one_before(self) -> None:
        self.file()
        services.look_again(self.ada, self.visit.id, None, None)
        services.open_visit(self.ada, uuid4(), self.visit.unit_id, {**BLANK, **CAR, "use_so_far": "52 packs"})
        self.visit.refresh_from_db()
        self.assertEqual(float(self.visit.used_since), 12.0)

    def test_a_day_is_in_the_calendar_too(self) -> None:
        self.file()
        on = timezone.localdate() + timedelta(days=9)
        Reminder.objects.create(
            visit=self.visit, key="wear:spur", says="Measure the spur again", on=on, recorded_by=self.ada
        )
        calendar = self.desk.client.get("/api/reminders.ics").content.decode()
        self.assertIn("SUMMARY:Avocet: Measure the spur again", calendar)
        self.assertIn(f"DTSTART;VALUE=DATE:{on:%Y%m%d}", calendar)
        Reminder.objects.update(done=True)
        self.assertNotIn("Measure", self.desk.client.get("/api/reminders.ics").content.decode())


class Pace(BenchCase):
    def filed(self, took: float, planned: float = 20.0, model: str = "Plover 4") -> None:
        visit = services.open_visit(self.ada, uuid4(), uuid4(), {**BLANK, **UNIT, "model": model})
        Visit.objects.filter(id=visit.id).update(stage="file", build_took=took, build_planned=planned)

    def plan(self) -> dict[str, Any]:
        made: dict[str, Any] = self.desk.got("GET", self.at("plan"))
        return made

    def test_a_plan_goes_by_what_rebuilds_of_its_sort_took_here(self) -> None:
        usual = self.plan()
        self.assertEqual(usual["pace"], 1.0)
        self.filed(30)
        self.assertEqual(self.plan()["pace"], 1.0)
        self.filed(40)
        slower = self.plan()
        self.assertEqual(slower["pace"], 1.75)
        self.assertAlmostEqual(slower["left"][0], 1.75 * usual["left"][0], delta=0.1 * len(usual["steps"]))
        # Of its own model two tell more than all of its kind.
        self.visit.unit.model = "Plover 4"
        self.visit.unit.save()
        for took in (20, 20, 20):
            self.filed(took, model="Dunlin")
        self.assertEqual(self.plan()["pace"], 1.75)

    def test_what_a_rebuild_took_is_kept_when_it_is_filed(self) -> None:
        for step, many in ((0, 4), (1, 1), (2, 1)):
            services.tick(self.ada, self.visit.id, uuid4(), self.piece(step), "in", many)
        services.hand_back(self.ada, self.visit.id, "only looked at")
        with mock.patch.object(pace, "minutes_of", return_value={self.visit.id: {"build": 12.5}}):
            services.enter_stage(self.ada, self.visit.id, "file")
        self.visit.refresh_from_db()
        self.assertEqual(self.visit.build_took, 12.5)
        planned = sum(step["minutes"] for step in self.plan()["steps"])
        self.assertGreater(planned, 1)
        self.assertAlmostEqual(self.visit.build_planned or 0.0, planned, places=6)
