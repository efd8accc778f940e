"""What is wrong with a visit's unit: asked, tried, named, learnt, and the way in to it."""

from __future__ import annotations

from typing import Any
from uuid import uuid4

from visits import services
from visits.models import Change, Trial, Visit

from .bench import BLANK, BenchCase, Desk

CLICKS = {
    **BLANK,
    "kind": "car",
    "label": "Tern",
    "model": "Saltmarsh 4",
    "complaint": "Clicks at the rear under load.",
}


class Diagnosed(BenchCase):
    def setUp(self) -> None:
        super().setUp()
        self.visit = services.open_visit(self.ada, uuid4(), uuid4(), CLICKS)

    def diagnosis(self) -> dict[str, Any]:
        found: dict[str, Any] = self.desk.got("GET", self.at("diagnosis"))
        return found

    def odds(self, key: str) -> float:
        return next((f["probability"] for f in self.diagnosis()["faults"] if f["key"] == key), 0.0)

    def say(self, check: str, answer: object) -> dict[str, Any]:
        found: dict[str, Any] = self.desk.got("PUT", self.at("trials", check), {"answer": answer})
        return found

    def test_a_clicking_rear_end_gives_cause_check_and_reasons(self) -> None:
        found = self.diagnosis()
        self.assertEqual(found["faults"][0]["key"], "ring_gear_chipped")
        self.assertIn("clicking", found["faults"][0]["for"])
        self.assertTrue(found["next"]["how"])
        self.assertEqual(found["path"][-1]["key"], "frame")

    def test_an_answer_is_kept_with_its_figure_and_moves_the_odds(self) -> None:
        before = self.odds("case_spreads")
        found = self.say("press_case", "stops")
        self.assertEqual(found["faults"][0]["key"], "case_spreads")
        self.assertGreater(self.odds("case_spreads"), 2 * before)
        found = self.say("push_pull", "0,4")
        self.assertEqual(
            [(t["label"], t["figure"]) for t in found["trials"]], [("it stops", ""), ("clearly", "0,4")]
        )
        self.assertNotIn(found["next"]["check"], ("press_case", "push_pull"))

    def test_said_twice_is_said_once_and_is_taken_back(self) -> None:
        before = self.odds("case_spreads")
        self.say("press_case", "stops")
        self.say("press_case", "stops")
        self.assertEqual(Trial.objects.filter(visit=self.visit).count(), 1)
        self.assertEqual(Change.objects.filter(visit=self.visit, verb="tried").count(), 1)
        self.assertEqual(self.say("press_case", None)["trials"], [])
        self.assertAlmostEqual(self.odds("case_spreads"), before, places=9)
        self.say("press_case", "same")
        self.assertEqual(Trial.objects.filter(visit=self.visit, taken_back=False).count(), 1)

    def test_what_is_no_check_or_no_answer_is_refused_and_nothing_kept(self) -> None:
        self.refused(self.desk.ask("PUT", self.at("trials", "rod"), {"answer": "yes"}), "unknown_check")
        self.refused(
            self.desk.ask("PUT", self.at("trials", "push_pull"), {"answer": "maybe"}), "unknown_answer"
        )
        self.refused(self.desk.ask("PUT", self.at("cause"), {"cause": "gremlins"}), "unknown_fault")
        self.assertFalse(Trial.objects.exists())

    def test_history_says_what_was_tried(self) -> None:
        self.say("press_case", "stops")
        line = self.desk.got("GET", self.at("history"))[0]
        self.assertEqual(
            (line["verb"], line["after"]),
            ("tried", "Press the case shut by hand while it is loaded: it stops"),
        )

    def test_the_complaint_is_put_right_and_heard_anew(self) -> None:
        now = {"complaint": CLICKS["complaint"], "use_so_far": "", "symptoms": [], "conditions": []}
        fresh = {**now, "complaint": "Motor races, no drive, wheels turn freely."}
        self.desk.got("PUT", self.at("complaint"), {**fresh, "based_on": now})
        self.assertEqual(self.diagnosis()["faults"][0]["key"], "spur_stripped")
        status, _ = Desk(self.ben).ask(
            "PUT", self.at("complaint"), {**now, "complaint": "Whines.", "based_on": now}
        )
        self.assertEqual(status, 409)

    def test_the_look_over_moves_the_odds_and_contradicts(self) -> None:
        before = self.odds("ring_gear_chipped")
        step = services.record_step(self.ada, self.visit.id, uuid4(), "ring gear 39t")
        path = self.at("pieces", step.piece.id, "verdict")
        self.desk.got("PUT", path, {"verdict": "replace", "finding": "two teeth chipped"})
        found = self.diagnosis()
        self.assertGreater(found["faults"][0]["probability"], before)
        self.assertIn("ring gear was found done for", " ".join(found["faults"][0]["for"]))
        self.desk.got("PUT", path, {"verdict": "keep", "finding": ""})
        found = self.diagnosis()
        self.assertLess(self.odds("ring_gear_chipped"), before)
        self.assertEqual(found["contradicts"], [])
        self.say("count_clicks", "load")
        (says,) = self.diagnosis()["contradicts"]
        self.assertIn("ring gear chipped, but ring gear looked sound", says)

    def test_filed_causes_teach_this_workshop_and_no_other(self) -> None:
        before = self.odds("case_spreads")
        for _ in range(6):
            other = services.open_visit(self.ada, uuid4(), uuid4(), CLICKS)
            services.name_cause(self.ada, other.id, "case_spreads")
            Visit.objects.filter(id=other.id).update(stage="file")
        found = self.diagnosis()
        self.assertGreater(self.odds("case_spreads"), 1.3 * before)
        self.assertIn("6 of 6", found["learnt"][0])
        away = services.open_visit(self.eve, uuid4(), uuid4(), CLICKS)
        theirs = Desk(self.eve).got("GET", f"/visits/{away.id}/diagnosis")
        self.assertEqual(theirs["learnt"], [])

    def test_an_open_visit_teaches_nothing_yet(self) -> None:
        self.desk.got("PUT", self.at("cause"), {"cause": "case_spreads"})
        self.assertEqual(self.diagnosis()["learnt"], [])
        self.assertEqual(self.diagnosis()["cause"], "a case that spreads under load")
        self.assertEqual(self.desk.got("GET", self.at())["cause_says"], "a case that spreads under load")

    def test_an_earlier_row_says_the_way_in_before_the_first_screw(self) -> None:
        lines = ("body shell", "4x M3x10 hex2 diff cover", "diff cover", "ring gear 39t", "motor")
        last = services.open_visit(self.ada, uuid4(), uuid4(), {**CLICKS, "label": "Plover"})
        for line in lines:
            services.record_step(self.ada, last.id, uuid4(), line)
        way = self.diagnosis()["ways"][0]
        self.assertEqual((way["fault"], way["of"]), ("ring_gear_chipped", "Plover, visit 1"))
        self.assertIn("Lift off the diff cover", " ".join(way["steps"]))
        self.assertTrue(way["tools"])
        self.assertNotIn("motor", " ".join(way["steps"]))

    def test_that_a_notice_was_said_is_kept(self) -> None:
        board = services.open_visit(self.ada, uuid4(), uuid4(), {**CLICKS, "kind": "ebike"})
        seen = self.desk.got("PUT", f"/visits/{board.id}/notice")
        self.assertTrue(seen["notice_said"])
        self.assertEqual(Change.objects.filter(visit=board, verb="notice said").count(), 1)
