"""A visit on the record: every write once, in order, undoable, and remembered."""

from __future__ import annotations

from typing import Any
from uuid import UUID, uuid4

from visits.models import Change, GearReading, Step, Tick, Visit

from .bench import UNIT, BenchCase, Desk

READ = {
    "teeth": 31,
    "unit_kind": "servo",
    "readings": [{"value": 16.41}, {"kind": "span", "k": 4, "value": 5.38}],
}


class Opening(BenchCase):
    def test_a_unit_comes_in_once_however_often_it_is_sent(self) -> None:
        visit, unit = uuid4(), uuid4()
        body = {**UNIT, "unit_id": str(unit), "symptoms": ["grinding"], "owner_label": "Locker 3"}
        first = self.desk.got("PUT", f"/visits/{visit}", body)
        self.assertEqual(self.desk.got("PUT", f"/visits/{visit}", body), first)
        self.assertEqual((first["stage"], first["number"]), ("listen", 1))
        self.assertIn("Do not run it further", first["stop_running"])
        again = self.desk.got("PUT", f"/visits/{uuid4()}", body)
        self.assertEqual((again["unit"]["id"], again["number"]), (str(unit), 2))
        self.assertEqual(Visit.objects.filter(unit_id=unit).count(), 2)

    def test_what_is_missing_or_unknown_is_said(self) -> None:
        path, unit = f"/visits/{uuid4()}", str(uuid4())
        self.refused(
            self.desk.ask("PUT", path, {**UNIT, "unit_id": unit, "kind": "submarine"}), "no_unit_kind"
        )
        self.refused(self.desk.ask("PUT", path, {**UNIT, "unit_id": unit, "label": ""}), "out_of_range")
        self.refused(self.desk.ask("PUT", path, {**UNIT, "unit_id": "x"}), "unusable")
        self.refused(
            self.desk.ask("PUT", path, {**UNIT, "unit_id": unit, "complaint": "x" * 3000}), "out_of_range"
        )
        self.assertFalse(Visit.objects.filter(unit_id=unit).exists())

    def test_the_bench_shows_each_with_what_it_waits_for(self) -> None:
        self.desk.got("PUT", self.at("waits"), {"waits_for": "part", "note": "idler on Friday"})
        card = Desk(self.ben).got("GET", "/visits")["cards"][0]
        self.assertEqual(
            (card["waits_for"], card["waits_note"], card["pieces"]), ("part", "idler on Friday", 3)
        )


class Strip(BenchCase):
    def test_a_step_sent_twice_is_one_step(self) -> None:
        path, body = self.at("steps", uuid4()), {"line": "drum #A1"}
        first = self.desk.got("PUT", path, body)
        self.assertEqual((first["number"], first["title"]), (4, "Draw off the drum"))
        before = Change.objects.count()
        self.assertEqual(self.desk.got("PUT", path, body), first)
        self.assertEqual((self.visit.steps.count(), Change.objects.count()), (4, before))

    def test_a_line_reworded_keeps_its_place_and_what_it_was(self) -> None:
        step = self.steps[0]
        fixed = self.desk.got("PUT", self.at("steps", step.id), {"line": "4x M3x12 button hex2 rear cover"})
        self.assertEqual((fixed["number"], fixed["piece"]["name"]), (1, "M3 × 12, rear cover"))
        kept = Change.objects.filter(verb="reworded").get()
        self.assertEqual(kept.before, {"line": "4x M3x10 button hex2 rear cover"})

    def test_taken_back_and_brought_back_without_renumbering_the_rest(self) -> None:
        undone = self.at("steps", self.steps[1].id, "undone")
        for _ in range(2):
            self.assertIsNone(self.desk.got("PUT", undone, {"undone": True})["number"])
        self.assertEqual([s["number"] for s in self.desk.got("GET", self.at())["steps"]], [1, 3])
        self.assertEqual(self.desk.got("PUT", undone, {"undone": False})["number"], 4)
        self.assertEqual(Step.objects.filter(visit=self.visit).count(), 3)
        self.assertEqual(
            [c.verb for c in Change.objects.filter(subject=self.steps[1].id)],
            ["laid down", "taken back", "brought back"],
        )

    def test_an_id_that_stands_elsewhere_is_refused(self) -> None:
        other = self.desk.got("PUT", f"/visits/{uuid4()}", {**UNIT, "unit_id": str(uuid4())})
        answer = self.desk.ask("PUT", f"/visits/{other['id']}/steps/{self.steps[0].id}", {"line": "drum"})
        self.refused(answer, "taken_id")

    def test_bad_lines_leave_the_row_as_it_was(self) -> None:
        for line in ("", "   ", "x" * 10_000, "y" * 30_000):
            self.refused(
                self.desk.ask("PUT", self.at("steps", uuid4()), {"line": line}),
                "line_empty",
                "line_too_long",
                "out_of_range",
            )
        self.assertEqual(self.visit.steps.count(), 3)

    def test_words_of_any_script_are_kept(self) -> None:
        for line in ("Zahnrad Ø12 größer", "歯車 31t ⚙️", "gear 12t ^ñ"):
            self.assertEqual(self.desk.got("PUT", self.at("steps", uuid4()), {"line": line})["line"], line)


class Judging(BenchCase):
    def test_verdict_and_finding(self) -> None:
        body = {"verdict": "replace", "finding": "three teeth gone"}
        piece = self.desk.got("PUT", self.at("pieces", self.piece(2), "verdict"), body)
        self.assertEqual((piece["verdict"], piece["finding"]), ("replace", "three teeth gone"))
        self.refused(
            self.desk.ask("PUT", self.at("pieces", self.piece(2), "verdict"), {"verdict": "burn"}), "unusable"
        )

    def test_a_gear_is_pinned_with_its_readings_and_an_earlier_one_superseded(self) -> None:
        path = self.at("pieces", self.piece(2), "pins", uuid4())
        body: dict[str, Any] = {"rim": 0, "request": READ, "choice": 0}
        first = self.desk.got("PUT", path, body)
        self.assertEqual(self.desk.got("PUT", path, body), first)
        self.assertEqual((first["pins"][0]["label"], first["pins"][0]["teeth"]), ("0.5 module", 31))
        self.assertEqual(first["pins"][0]["request"]["readings"][1]["k"], 4)
        self.assertTrue(first["figure"]["rims"][0]["read"])
        later = self.desk.got("PUT", self.at("pieces", self.piece(2), "pins", uuid4()), {**body, "choice": 1})
        self.assertEqual(len(later["pins"]), 1)
        self.assertNotEqual(later["pins"][0]["id"], first["pins"][0]["id"])
        self.assertEqual(GearReading.objects.filter(piece_id=self.piece(2)).count(), 2)
        both = self.desk.got("PUT", self.at("pieces", self.piece(2), "pins", uuid4()), {**body, "rim": 1})
        self.assertEqual([pin["rim"] for pin in both["pins"]], [0, 1])

    def test_a_reading_taken_back_lets_the_earlier_one_stand_again(self) -> None:
        body: dict[str, Any] = {"rim": 0, "request": READ, "choice": 0}
        first, second = (self.at("pieces", self.piece(2), "pins", uuid4()) for _ in range(2))
        self.desk.got("PUT", first, body)
        self.desk.got("PUT", second, {**body, "choice": 1})
        for _ in range(2):
            left = self.desk.got("DELETE", second)
        self.assertEqual([pin["id"] for pin in left["pins"]], [first.rsplit("/", 1)[1]])
        self.assertEqual(self.desk.got("DELETE", first)["pins"], [])
        self.assertEqual(GearReading.objects.count(), 2)
        self.assertEqual(self.desk.got("GET", self.at("history"))[0]["verb"], "read taken back")
        self.assertEqual(Desk(self.eve).ask("DELETE", first)[0], 404)

    def test_another_screw_goes_in_instead_and_the_plan_says_so(self) -> None:
        path = self.at("pieces", self.piece(0), "verdict")
        body = {"verdict": "replace", "finding": "plate is thicker", "instead": "4x M3x14 cap hex2.5 cover"}
        piece = self.desk.got("PUT", path, body)
        self.assertEqual(piece["instead"], body["instead"])
        last = self.desk.got("GET", self.at("plan"))["steps"][-1]
        self.assertEqual(
            (last["title"], last["outcome"]), ("Drive in four M3 × 14 screws of the cover", "new")
        )
        self.assertIn("in place of M3 × 10, rear cover", last["remarks"][0]["text"])
        unsaid = self.at("pieces", self.piece(1), "verdict")
        answer = self.desk.got("PUT", unsaid, {"verdict": "", "finding": "", "instead": "front cover"})
        self.assertEqual(answer["verdict"], "replace", "what goes in instead replaces it")
        # A later note leaves it; an empty one takes it out again.
        self.assertTrue(self.desk.got("PUT", path, {"verdict": "keep", "finding": ""})["instead"])
        self.desk.got("PUT", path, {"verdict": "keep", "finding": "", "instead": ""})
        self.assertIn("M3 × 10", self.desk.got("GET", self.at("plan"))["steps"][-1]["title"])
        self.refused(self.desk.ask("PUT", path, {**body, "instead": "x" * 401}), "out_of_range")

    def test_a_fitting_sum_is_kept_with_its_piece_once_and_the_plan_carries_it(self) -> None:
        work = {
            "work": {"job": "shims", "play_mm": 0.5, "packs": [{"thickness_mm": 0.1}, {"thickness_mm": 0.3}]}
        }
        path = self.at("pieces", self.piece(2), "work", uuid4())
        for _ in range(2):
            kept = self.desk.got("PUT", path, work)["worked"]
        self.assertEqual(len(kept), 1)
        self.assertIn("Shim 0.3 + 0.1 mm", kept[0]["says"])
        said = [remark["text"] for remark in self.desk.got("GET", self.at("plan"))["steps"][0]["remarks"]]
        self.assertIn(kept[0]["says"], said)
        self.assertIn(kept[0]["mind"], said)
        impossible = {"work": {**work["work"], "play_mm": 9}}
        self.refused(
            self.desk.ask("PUT", self.at("pieces", self.piece(2), "work", uuid4()), impossible),
            "shims_cannot_reach",
        )
        self.assertEqual(Desk(self.eve).ask("DELETE", path)[0], 404)
        for _ in range(2):
            self.assertEqual(self.desk.got("DELETE", path)["worked"], [])
        self.assertEqual(self.desk.got("GET", self.at("history"))[0]["verb"], "work taken back")

    def test_a_part_of_another_form_is_pinned_and_named_in_the_plan(self) -> None:
        path = self.at("pieces", self.piece(2), "pins", uuid4())
        worm = {"form": "worm", "teeth": 2, "hand": "left", "readings": [{"way": "lead", "value": "6.28"}]}
        pin = self.desk.got("PUT", path, {"request": worm})["pins"][0]
        self.assertEqual((pin["form"], pin["says"], pin["gear"]), ("worm", "1 module worm, 2 starts", None))
        self.refused(
            self.desk.ask("PUT", path[:-36] + str(uuid4()), {"request": {"form": "moon"}}), "unusable"
        )
        nothing = {"request": {"form": "worm", "teeth": 2}}
        self.refused(self.desk.ask("PUT", path[:-36] + str(uuid4()), nothing), "unknown_candidate")
        helical = {"teeth": 24, "helix_deg": 21.5, "hand": "left", "readings": [{"value": "21.91"}]}
        gear = self.desk.got("PUT", path[:-36] + str(uuid4()), {"request": helical, "rim": 1})["pins"][1]
        self.assertLess(gear["gear"]["helix_angle_deg"], -15)

    def test_no_such_rim_or_candidate(self) -> None:
        path = self.at("pieces", self.piece(2), "pins", uuid4())
        self.refused(self.desk.ask("PUT", path, {"rim": 2, "request": READ}), "unknown_rim")
        self.refused(self.desk.ask("PUT", path, {"choice": 19, "request": READ}), "unknown_candidate")


class Build(BenchCase):
    def count(self, step: int, outcome: str, count: int, tick: UUID | None = None) -> tuple[int, Any]:
        body = {"piece_id": str(self.piece(step)), "outcome": outcome, "count": count}
        return self.desk.ask("PUT", self.at("ticks", tick or uuid4()), body)

    def test_the_history_tells_who_did_what_and_is_nobody_elses(self) -> None:
        self.desk.got("PUT", self.at("pieces", self.piece(2), "verdict"), {"verdict": "clean"})
        answer = self.desk.got("GET", self.at("history"))
        self.assertEqual((answer[0]["who"], answer[0]["verb"], answer[0]["what"]), ("Ada", "judged", "wheel"))
        self.assertEqual(answer[-1]["verb"], "opened")
        self.assertEqual(Desk(self.eve).ask("GET", self.at("history"))[0], 404)

    def test_the_plan_is_the_strip_turned_round_with_its_verdicts(self) -> None:
        self.desk.got("PUT", self.at("pieces", self.piece(2), "verdict"), {"verdict": "replace"})
        self.desk.got("PUT", self.at("pieces", self.piece(2), "pins", uuid4()), {"request": READ})
        plan = self.desk.got("GET", self.at("plan"))["steps"]
        self.assertEqual(
            [step["title"] for step in plan],
            [
                "Seat the wheel, new",
                "Turn the train by hand",
                "Close the rear cover",
                "Drive in four M3 × 10 screws of the rear cover",
            ],
        )
        self.assertIn("Take 0.5 module, 31 teeth.", [remark["text"] for remark in plan[0]["remarks"]])

    def test_counted_in_once_and_never_more_than_came_off(self) -> None:
        tick = uuid4()
        for _ in range(2):
            self.assertEqual(self.count(0, "in", 3, tick)[0], 200)
        self.refused(self.count(0, "in", 2), "too_many_counted", says="4 came off and 3")
        self.assertEqual(self.count(0, "off", 1)[0], 200)
        self.refused(self.count(1, "in", 1, tick), "taken_id")
        self.desk.got("DELETE", self.at("ticks", tick))
        self.desk.got("DELETE", self.at("ticks", tick))
        self.assertEqual(self.count(0, "new", 3)[0], 200)
        self.assertEqual(Tick.objects.filter(piece_id=self.piece(0), undone=False).count(), 2)

    def test_the_unit_is_not_proved_until_every_piece_and_check_is_answered(self) -> None:
        stage = self.at("stage")
        self.refused(
            self.desk.ask("PUT", stage, {"stage": "file"}),
            "not_accounted_for",
            says="6 pieces are not accounted for",
        )
        for step, many in ((0, 4), (1, 1), (2, 1)):
            self.count(step, "in", many)
        self.refused(self.desk.ask("PUT", stage, {"stage": "file"}), "checks_open")
        # A device of before the proof was made from the record still sends its ticks: they count.
        before = self.desk.got("GET", self.at("proof"))["open"]
        self.desk.got("PUT", self.at("check"), {"check": "by_hand", "done": True})
        proof = self.desk.got("GET", self.at("proof"))
        self.assertEqual(proof["open"], before - 1)
        for check in proof["checks"]:
            body = {"check": check["key"], "outcome": "met"}
            self.desk.got("PUT", f"{self.at('proof')}/{uuid4()}", body)
        self.refused(self.desk.ask("PUT", self.at("check"), {"check": "sing", "done": True}), "unknown_check")
        self.assertEqual(self.desk.got("PUT", stage, {"stage": "file"})["stage"], "file")

    def test_a_visit_with_nothing_off_cannot_be_built(self) -> None:
        empty = self.desk.got("PUT", f"/visits/{uuid4()}", {**UNIT, "unit_id": str(uuid4())})
        self.refused(
            self.desk.ask("PUT", f"/visits/{empty['id']}/stage", {"stage": "build"}), "nothing_stripped"
        )
