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
    "complaint": "The rear diff clicks under load.",
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
        (says,) = found["contradicts"]
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

    def test_what_was_learnt_is_listed_forgotten_and_taken_up_again(self) -> None:
        before = self.odds("case_spreads")
        for cause in ("case_spreads", "case_spreads", "diff_worn"):
            other = services.open_visit(self.ada, uuid4(), uuid4(), CLICKS)
            services.name_cause(self.ada, other.id, cause)
            Visit.objects.filter(id=other.id).update(stage="file")
        learnt = self.odds("case_spreads")
        self.assertGreater(learnt, before)
        (kind,) = self.desk.got("GET", "/learnt")
        self.assertEqual(kind["kind"], "car")
        self.assertEqual(
            [(f["fault"], f["many"], f["of"]) for f in kind["faults"]],
            [("case_spreads", 2, 3), ("diff_worn", 1, 3)],
        )
        self.assertEqual(Desk(self.eve).got("GET", "/learnt"), [])
        self.assertEqual(self.desk.got("PUT", "/learnt/car", {"teaches": False}), [])
        self.assertAlmostEqual(self.odds("case_spreads"), before)
        self.assertEqual(len(self.desk.got("PUT", "/learnt/car", {"teaches": True})), 1)
        self.assertAlmostEqual(self.odds("case_spreads"), learnt)

    def test_clicks_and_slop_are_answered_through_the_train(self) -> None:
        train = "12:60 | 14:48"
        found = self.say("count_clicks", {"clicks": 50, "turns": 10, "shaft": "2", "line": train})
        (trial,) = found["trials"]
        self.assertEqual(trial["answer"], "regular")
        self.assertIn("gear of 12 on shaft 1", trial["figure"])
        # A hair of play is what the teeth give; five times that is not.
        found = self.say("rock_radius", {"play_mm": 0.06, "radius_mm": 20, "module_mm": 1, "line": train})
        self.assertEqual(found["trials"][-1]["answer"], "little")
        found = self.say("rock_radius", {"play_mm": 0.3, "radius_mm": 20, "module_mm": 0.5, "line": train})
        self.assertEqual(found["trials"][-1]["answer"], "some")
        self.refused(
            self.desk.ask("PUT", self.at("trials", "press_case"), {"answer": {"clicks": 1, "turns": 1}}),
            "unknown_answer",
        )
        self.refused(
            self.desk.ask(
                "PUT", self.at("trials", "count_clicks"), {"answer": {"clicks": 5, "turns": 1, "line": "12:"}}
            ),
            "not_understood",
        )

    def test_the_goal_goes_into_the_strip_and_is_seen_to_be_reached(self) -> None:
        last = services.open_visit(self.ada, uuid4(), uuid4(), {**CLICKS, "label": "Plover"})
        for line in (
            "body shell",
            "4x M3x10 hex2 diff cover !left-hand thread",
            "diff cover",
            "ring gear 39t",
        ):
            services.record_step(self.ada, last.id, uuid4(), line)
        self.assertIsNone(self.desk.got("GET", self.at("goal")))
        self.desk.got("PUT", self.at("goal"), {"goal": "ring_gear_chipped"})
        goal = self.desk.got("GET", self.at("goal"))
        self.assertEqual(goal["reached"], "")
        self.assertFalse(any(step["done"] for step in goal["way"]["steps"]))
        self.assertIn("left-hand thread", " ".join(step["caution"] for step in goal["way"]["steps"]))
        services.record_step(self.ada, self.visit.id, uuid4(), "body shell")
        self.assertTrue(self.desk.got("GET", self.at("goal"))["way"]["steps"][0]["done"])
        services.record_step(self.ada, self.visit.id, uuid4(), "ring gear 39t")
        self.assertEqual(self.desk.got("GET", self.at("goal"))["reached"], "ring gear")
        self.refused(self.desk.ask("PUT", self.at("goal"), {"goal": "moon"}), "unknown_fault")

    def test_what_goes_in_new_says_why_and_a_cause_left_in_is_said(self) -> None:
        for line in ("gear case", "ring gear 39t", "pinion 13t"):
            step = services.record_step(self.ada, self.visit.id, uuid4(), line)
        piece = self.visit.steps.get(number=2).piece
        self.desk.got("PUT", self.at("pieces", piece.id, "verdict"), {"verdict": "replace", "finding": ""})
        (failed,) = self.diagnosis()["failed"]
        self.assertIn("perhaps the differential's ring gear chipped", failed["says"])
        self.desk.got("PUT", self.at("cause"), {"cause": "case_spreads"})
        found = self.diagnosis()
        self.assertEqual(
            [(f["piece"], f["says"]) for f in found["failed"]],
            [(str(piece.id), "damaged by a case that spreads under load")],
        )
        self.assertIn("mend a case that spreads under load as well", found["cause_left"])
        case = self.visit.steps.get(number=1).piece
        self.desk.got("PUT", self.at("pieces", case.id, "verdict"), {"verdict": "replace", "finding": ""})
        self.assertEqual(self.diagnosis()["cause_left"], "")
        self.assertTrue(step)

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
        self.assertIn("Lift off the diff cover", " ".join(step["title"] for step in way["steps"]))
        self.assertTrue(way["tools"])
        self.assertNotIn("motor", " ".join(step["title"] for step in way["steps"]))

    def test_that_a_notice_was_said_is_kept(self) -> None:
        board = services.open_visit(self.ada, uuid4(), uuid4(), {**CLICKS, "kind": "ebike"})
        seen = self.desk.got("PUT", f"/visits/{board.id}/notice")
        self.assertTrue(seen["notice_said"])
        self.assertEqual(Change.objects.filter(visit=board, verb="notice said").count(), 1)
