"""The day across visits and orders, the filed list, and a unit's own page."""

from __future__ import annotations

from datetime import timedelta
from typing import Any
from uuid import uuid4

from django.utils import timezone

from orders.models import PurchaseOrder
from visits import services
from visits.models import Timer, Visit

from .bench import BLANK, UNIT
from .test_orders import AtTheCounter


class Day(AtTheCounter):
    def day(self) -> dict[str, Any]:
        made: dict[str, Any] = self.desk.got("GET", "/day")
        return made

    def test_what_is_open_leads_and_what_waits_is_no_job(self) -> None:
        other = services.open_visit(self.ada, uuid4(), uuid4(), {**UNIT, **BLANK, "label": "Godwit"})
        services.enter_stage(self.ada, self.visit.id, "look")
        day = self.day()
        self.assertEqual([job["unit"] for job in day["jobs"]], ["Sandpiper", "Godwit"])
        self.assertIn("Sandpiper first: Look over", day["says"])
        # Two pieces are not looked over yet: three laid down, one judged.
        self.assertAlmostEqual(day["jobs"][0]["minutes"], 3 + 2 * 0.7)
        Visit.objects.filter(id=other.id).update(promised_on=timezone.localdate())
        self.assertEqual(self.day()["jobs"][0]["why"], "promised for today")
        self.sent(self.put())
        self.assertEqual([job["unit"] for job in self.day()["jobs"]], ["Godwit"])

    def test_what_is_due_stands_on_one_line(self) -> None:
        self.assertEqual(self.day()["due"], [])
        basket = self.put()
        self.assertEqual([item["kind"] for item in self.day()["due"]], ["basket"])
        self.sent(basket)
        PurchaseOrder.objects.update(expected_on=timezone.localdate() - timedelta(days=5))
        late = self.day()["due"][0]
        self.assertEqual((late["kind"], late["late"]), ("order", True))
        self.assertIn("A1 from Harbour Gears: 5 days late", late["says"])
        timer = {"label": "lock", "ends_at": timezone.now() - timedelta(minutes=1), "recorded_by": self.ada}
        Timer.objects.create(id=uuid4(), visit=self.visit, **timer)
        Visit.objects.filter(id=self.visit.id).update(promised_on=timezone.localdate() - timedelta(days=1))
        kinds = [item["kind"] for item in self.day()["due"]]
        self.assertEqual(kinds, ["cure", "promise", "order"])

    def test_a_unit_to_be_looked_at_again_is_due_until_it_comes(self) -> None:
        Visit.objects.filter(id=self.visit.id).update(stage="file")
        today = timezone.localdate()
        visit = self.desk.got("PUT", self.at("again"), {"on": str(today)})
        self.assertEqual(visit["look_again_on"], str(today))
        due = [item for item in self.day()["due"] if item["kind"] == "again"]
        self.assertEqual(
            [(item["says"], item["late"]) for item in due], [("Sandpiper: look at it again", False)]
        )
        services.open_visit(self.ada, uuid4(), self.visit.unit_id, {**UNIT, **BLANK})
        self.assertNotIn("again", [item["kind"] for item in self.day()["due"]])
        self.desk.got("PUT", self.at("again"), {"on": None})
        self.refused(self.desk.ask("PUT", self.at("again"), {"on": "soon"}), "unusable")

    def test_a_unit_is_due_by_its_use_too(self) -> None:
        Visit.objects.filter(id=self.visit.id).update(stage="file")
        self.refused(self.desk.ask("PUT", self.at("again"), {"on": None, "after": "3"}), "no_use")
        self.desk.got("PUT", self.at("again"), {"on": None, "after": "3", "by": "trips"})
        for used, due in (("2", []), ("3", ["Sandpiper: look at it again, 3 trips"])):
            for _ in range(2):
                self.desk.got("PUT", self.at("used"), {"used": used})
            again = [item["says"] for item in self.day()["due"] if item["kind"] == "again"]
            self.assertEqual(again, due)

    def test_a_cure_that_runs_lets_others_be_worked(self) -> None:
        services.open_visit(self.ada, uuid4(), uuid4(), {**UNIT, **BLANK, "label": "Godwit"})
        services.enter_stage(self.ada, self.visit.id, "build")
        timer = {"label": "lock", "ends_at": timezone.now() + timedelta(minutes=50), "recorded_by": self.ada}
        Timer.objects.create(id=uuid4(), visit=self.visit, **timer)
        jobs = self.day()["jobs"]
        self.assertEqual([job["unit"] for job in jobs], ["Godwit", "Sandpiper"])
        self.assertEqual(jobs[0]["while_cures"], "Sandpiper")
        self.assertGreater(jobs[1]["starts"], 45)

    def test_a_rebuild_takes_what_its_pieces_take(self) -> None:
        services.enter_stage(self.ada, self.visit.id, "build")
        before = self.day()["jobs"][0]["minutes"]
        services.record_step(self.ada, self.visit.id, uuid4(), "4x bearing 5x11x4")
        # Two minutes for the first bearing, one and a half for each other.
        self.assertAlmostEqual(self.day()["jobs"][0]["minutes"] - before, 2 + 3 * 1.5)
        # The next one of its kind is stripped by this row, in less than it takes to build.
        again = services.open_visit(self.ada, uuid4(), uuid4(), {**UNIT, **BLANK, "label": "Godwit"})
        services.enter_stage(self.ada, again.id, "strip")
        Visit.objects.filter(id=again.id).update(guide=self.visit)
        took = {job["unit"]: job["minutes"] for job in self.day()["jobs"]}
        self.assertAlmostEqual(took["Godwit"] - 20, 0.6 * (took["Sandpiper"] - 4))

    def test_each_stage_is_asked_without_failing(self) -> None:
        for stage in ("listen", "strip", "look", "read", "source", "build"):
            services.enter_stage(self.ada, self.visit.id, stage)
            with self.subTest(stage=stage):
                self.assertEqual(self.day()["jobs"][0]["stage"], stage)

    def test_many_visits_cost_no_more_questions(self) -> None:
        for n in range(12):
            made = services.open_visit(self.ada, uuid4(), uuid4(), {**UNIT, **BLANK, "label": f"Unit {n}"})
            services.record_step(self.ada, made.id, uuid4(), "2x M3x10 hex2 cover ~moly grease")
            services.enter_stage(self.ada, made.id, ("strip", "look", "build")[n % 3])
        with self.assertNumQueries(FEW):
            self.day()
        # What lies in the rows is known from then on.
        with self.assertNumQueries(FEW - 1):
            self.day()


FEW = 10
"""Questions to the database for a day, the session's among them."""


class Units(AtTheCounter):
    def test_a_unit_shows_its_visits_what_was_new_and_its_gears(self) -> None:
        pins = {
            "request": {"teeth": 31, "readings": [{"value": 26.4}, {"kind": "span", "k": 4, "value": 8.6}]}
        }
        self.desk.got("PUT", f"{self.at('pieces', self.wheel)}/pins/{uuid4()}", pins)
        again = services.open_visit(self.ada, uuid4(), self.visit.unit_id, {**UNIT, **BLANK})
        step = services.record_step(self.ada, again.id, uuid4(), "wheel 31/12 nylon")
        pins["request"]["readings"][1]["value"] = 8.45
        path = f"/visits/{again.id}/pieces/{step.piece.id}/pins/{uuid4()}"
        self.desk.got("PUT", path, pins)
        page = self.desk.got("GET", f"/units/{self.visit.unit_id}/history")
        self.assertEqual([visit["number"] for visit in page["visits"]], [2, 1])
        self.assertEqual(page["visits"][1]["renewed"], ["wheel"])
        (gear,) = page["gears"]
        self.assertEqual((gear["name"], gear["how"]), ("wheel, 31 teeth", "over 4 teeth"))
        self.assertEqual([each["value_mm"] for each in gear["readings"]], [8.6, 8.45])

    def test_visits_are_picked_by_kind_model_and_owner(self) -> None:
        more = {"kind": "boat", "label": "Dotterel", "model": "D 9", "owner_label": "Locker 3"}
        services.open_visit(self.ada, uuid4(), uuid4(), {**UNIT, **BLANK, **more})
        known = self.desk.got("GET", "/visits/known")
        self.assertIn({"key": "Locker 3", "label": "Locker 3", "units": 1}, known["owners"])
        self.assertIn("boat", [kind["key"] for kind in known["kinds"]])
        for query in (
            "kind=boat",
            "model=D%209",
            "owner=Locker%203",
            "kind=boat&owner=Locker%203&words=dott",
        ):
            found = self.desk.got("GET", f"/visits?{query}")
            self.assertEqual([card["unit"]["label"] for card in found["cards"]], ["Dotterel"], query)
        self.assertEqual(self.desk.got("GET", "/visits?kind=boat&model=D")["total"], 0)

    def test_filed_ones_are_found_page_by_page(self) -> None:
        Visit.objects.filter(id=self.visit.id).update(stage="file")
        found = self.desk.got("GET", "/visits?state=filed&words=sandpiper")
        self.assertEqual((found["total"], found["pages"]), (1, 1))
        self.assertEqual(self.desk.got("GET", "/visits?state=filed&page=9")["cards"], [])
