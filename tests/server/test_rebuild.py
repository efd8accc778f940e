"""The rebuild over the API: what the rules put in, what is said of it, its timers, the shelf behind it."""

from __future__ import annotations

from datetime import UTC, datetime
from typing import Any
from uuid import uuid4

from visits import services
from visits.models import Change, PlanMark

from .bench import BenchCase, Desk


class Plan(BenchCase):
    def plan(self) -> Any:
        return self.desk.got("GET", self.at("plan"))

    def keys(self) -> list[str]:
        return [step["key"] for step in self.plan()["steps"]]

    def test_a_step_put_in_is_struck_moved_ticked_and_remembered(self) -> None:
        self.assertEqual(self.keys(), ["piece:3", "turn:3", "piece:2", "piece:1"])
        path = self.at("plan", "turn:3")
        struck = self.desk.got("PUT", path, {"struck": True})
        self.assertEqual([s["key"] for s in struck["struck"]], ["turn:3"])
        self.assertNotIn("turn:3", self.keys())
        self.desk.got("PUT", path, {"struck": False, "after": "piece:2"})
        self.assertEqual(self.keys(), ["piece:3", "piece:2", "turn:3", "piece:1"])
        before = self.plan()["left"][0]
        changes = Change.objects.count()
        for _ in range(2):
            done = self.desk.got("PUT", path, {"done": True})
        self.assertTrue(next(s for s in done["steps"] if s["key"] == "turn:3")["ticked"])
        self.assertLess(done["left"][0], before)
        self.assertEqual((Change.objects.count(), PlanMark.objects.count()), (changes + 1, 1))

    def test_a_piece_is_never_struck_and_nobody_else_marks(self) -> None:
        self.refused(self.desk.ask("PUT", self.at("plan", "piece:3"), {"struck": True}), "piece_not_struck")
        self.assertEqual(self.desk.ask("PUT", self.at("plan", "x y"), {})[0], 422)
        self.assertEqual(Desk(self.eve).ask("PUT", self.at("plan", "turn:3"), {})[0], 404)

    def test_screws_are_drawn_down_crosswise_by_number(self) -> None:
        cover = next(step for step in self.plan()["steps"] if step["key"] == "piece:1")
        self.assertEqual(cover["tightening"], [1, 3, 2, 4])

    def test_what_stayed_shut_is_neither_built_nor_missing(self) -> None:
        self.desk.got("PUT", self.at("steps", uuid4()), {"line": "M2x6 sealed plug shut"})
        self.assertNotIn("piece:4", self.keys())
        self.assertEqual(self.desk.got("GET", self.at())["steps"][3]["piece"]["owed"], 0)

    def test_house_rules_and_shelf_reach_the_plan(self) -> None:
        services.record_step(self.ada, self.visit.id, uuid4(), "3x drag pads fibre")
        pads = lambda: self.plan()["steps"][0]["remarks"]  # noqa: E731
        self.assertTrue(any("Drag grease" in remark["text"] for remark in pads()))
        self.desk.got("PUT", "/shelf/rules/drag", {"school": "dry"})
        self.assertTrue(any(remark["tone"] == "dry" for remark in pads()))
        self.desk.got("PUT", "/shelf/rules/drag", {"school": "film"})
        self.desk.got("PUT", "/shelf/drag-grease/gone", {"gone": True})
        self.assertFalse(any("Drag grease" in remark["text"] for remark in pads()))
        own = {"name": "Ferry pad wax", "kind": "lubricant", "suits": ["friction"]}
        path = f"/shelf/bottles/{uuid4()}"
        for _ in range(2):
            shelf = self.desk.got("PUT", path, own)
        self.assertEqual(sum(one["name"] == "Ferry pad wax" for one in shelf["bottles"]), 1)
        self.assertTrue(any("Ferry pad wax" in remark["text"] for remark in pads()))
        mended = {**own, "key": "light-oil", "name": "light oil, tin two"}
        shelf = self.desk.got("PUT", f"/shelf/bottles/{uuid4()}", mended)
        self.assertEqual(
            [one["name"] for one in shelf["bottles"] if one["key"] == "light-oil"], [mended["name"]]
        )
        self.refused(self.desk.ask("PUT", "/shelf/rules/drag", {"school": "moon"}), "unknown_school")
        self.assertEqual(self.desk.ask("PUT", "/shelf/moon/gone", {"gone": True})[0], 404)
        theirs = Desk(self.eve).got("GET", "/shelf")
        self.assertIn("drag grease", [one["name"] for one in theirs["bottles"]])
        self.assertNotIn("Ferry pad wax", [one["name"] for one in theirs["bottles"]])
        self.refused(Desk(self.eve).ask("PUT", path, own), "taken_id")

    def test_a_timer_runs_on_the_server_and_is_started_once(self) -> None:
        path = self.at("timers", uuid4())
        first = self.desk.got("PUT", path, {"label": "bearing cures", "minutes": 30})
        self.assertEqual(self.desk.got("PUT", path, {"label": "bearing cures", "minutes": 99}), first)
        left = datetime.fromisoformat(first["ends_at"]) - datetime.now(UTC)
        self.assertTrue(29 * 60 < left.total_seconds() <= 30 * 60)
        self.assertEqual([one["label"] for one in self.desk.got("GET", "/timers")], ["bearing cures"])
        self.assertEqual(Desk(self.eve).got("GET", "/timers"), [])
        self.desk.got("DELETE", path)
        self.assertEqual(self.desk.got("GET", "/timers"), [])
        self.assertEqual(
            self.desk.ask("PUT", self.at("timers", uuid4()), {"label": "x", "minutes": -1})[0], 422
        )

    def test_a_count_taken_back_ends_what_began_to_cure_with_it(self) -> None:
        tick, timer, other = uuid4(), uuid4(), uuid4()
        body = {"piece_id": str(self.piece(1)), "outcome": "in", "count": 1}
        self.desk.got("PUT", self.at("ticks", tick), body)
        cure = {"label": "rear cover cures", "minutes": 60, "tick_id": str(tick)}
        self.desk.got("PUT", self.at("timers", timer), cure)
        self.desk.got("PUT", self.at("timers", other), {"label": "glue", "minutes": 5})
        self.desk.got("DELETE", self.at("ticks", tick))
        self.assertEqual([one["label"] for one in self.desk.got("GET", "/timers")], ["glue"])
        # Sent late, after the count was taken back on the way: it never runs.
        self.desk.got("PUT", self.at("timers", uuid4()), cure)
        self.assertEqual([one["label"] for one in self.desk.got("GET", "/timers")], ["glue"])
        # A count that is not there, or is another bench's, is no reason to lose a cure.
        self.desk.got("PUT", self.at("timers", uuid4()), {**cure, "label": "seat", "tick_id": str(uuid4())})
        self.assertEqual({one["label"] for one in self.desk.got("GET", "/timers")}, {"glue", "seat"})

    def test_what_the_plan_fits_new_is_what_has_to_be_got(self) -> None:
        """One rule for both: found done for, not used twice, or something else going in."""
        lines = ("gasket discard", "idler 23t nylon", "2x M3x8 cap hex2.5", "seal cap shut", "bush 4x6x3")
        pieces = [services.record_step(self.ada, self.visit.id, uuid4(), line).piece.id for line in lines]
        self.desk.got("PUT", self.at("pieces", pieces[1], "verdict"), {"verdict": "pair", "finding": "worn"})
        instead = {"verdict": "keep", "finding": "", "instead": "M3x10 cap hex2.5"}
        self.desk.got("PUT", self.at("pieces", pieces[2], "verdict"), instead)
        visit = self.desk.got("GET", f"/visits/{self.visit.id}")
        plan = self.desk.got("GET", self.at("plan"))
        got = {step["number"] for step in visit["steps"] if step["piece"]["renewed"]}
        new = {int(step["key"].split(":")[1]) for step in plan["steps"] if step["outcome"] == "new"}
        self.assertEqual(got, new)
        # The wheel is its mate, and goes with it.
        self.assertEqual(got, {3, 4, 5, 6})


class LookedOver(BenchCase):
    def test_findings_give_a_verdict_with_its_reason_and_the_school(self) -> None:
        path = self.at("pieces", self.piece(2), "look")
        offered = self.desk.got("POST", path, {})
        self.assertIn("chipped", [sight["key"] for sight in offered["sights"]])
        chipped = {
            "findings": [{"what": "chipped", "teeth": [3, 4]}, {"what": "play", "mm": 2, "radius": 20}]
        }
        answer = self.desk.got("POST", path, chipped)
        self.assertEqual(answer["verdict"], "pair")
        self.assertRegex(answer["reason"], "2 teeth chipped.*5.74°.*with its mate")
        self.desk.got("PUT", "/shelf/rules/pair", {"school": "one"})
        self.assertEqual(self.desk.got("POST", path, chipped)["verdict"], "replace")
        self.refused(self.desk.ask("POST", path, {"findings": [{"what": "rough"}]}), "unknown_finding")
        self.refused(
            self.desk.ask("POST", path, {"findings": [{"what": "play", "mm": 9, "radius": 3}]}),
            "play_past_radius",
        )
        verdict = self.at("pieces", self.piece(2), "verdict")
        kept = self.desk.got("PUT", verdict, {"verdict": "pair", "finding": "see teeth", **chipped})
        self.assertEqual(kept["findings"][0]["teeth"], [3, 4])
        later = self.desk.got("PUT", verdict, {"verdict": "keep"})
        self.assertEqual(later["findings"], kept["findings"], "what was seen stays until said otherwise")


class RowSeen(BenchCase):
    def test_the_row_by_order_tray_tools_and_the_way_in(self) -> None:
        seen = self.desk.got("GET", self.at("row"))
        self.assertEqual([tool["name"] for tool in seen["tools"]["metric"]], ["hex 2"])
        self.assertEqual(seen["covers"][0]["kinds"][0]["count"], 4)
        way = self.desk.got("GET", self.at("reach", self.steps[2].id))
        self.assertEqual([step["number"] for step in way["steps"]], [1, 2, 3])
        self.desk.got("PUT", self.at("steps", self.steps[2].id), {"line": "wheel 31/12 nylon after none"})
        self.assertEqual(len(self.desk.got("GET", self.at("reach", self.steps[2].id))["steps"]), 1)
        self.desk.got("PUT", self.at("steps", self.steps[0].id), {"line": "4x M3x10 hex2 rear cover after 2"})
        self.assertIn("ring", self.desk.got("GET", self.at("row"))["troubles"][0]["says"])
        self.refused(self.desk.ask("GET", self.at("reach", self.steps[1].id)), "steps_in_a_ring")
        self.assertEqual(Desk(self.eve).ask("GET", self.at("row"))[0], 404)

    def test_a_step_others_need_may_go_and_what_needed_it_is_named(self) -> None:
        self.desk.got("PUT", self.at("steps", uuid4()), {"line": "sun 12t after 3"})
        self.desk.got("PUT", self.at("steps", self.steps[2].id, "undone"), {"undone": True})
        self.assertIn("which is not there", self.desk.got("GET", self.at("row"))["troubles"][0]["says"])

    def test_words_of_this_unit_come_first_and_the_last_screw_by_itself(self) -> None:
        answer = self.desk.got("GET", self.at("words"))
        self.assertIn("rear", answer["words"][:3])
        first = self.desk.got("GET", self.at())["steps"][0]["piece"]
        self.assertEqual(first["fastener"], "M3x10 button hex2")


class Guided(BenchCase):
    def test_an_earlier_row_guides_and_what_differs_is_kept_between_versions(self) -> None:
        fresh = services.open_visit(
            self.ada,
            uuid4(),
            self.visit.unit_id,
            dict.fromkeys(("complaint", "use_so_far"), "")
            | {
                "kind": "servo",
                "label": "",
                "model": "",
                "owner_label": "",
                "symptoms": [],
                "conditions": [],
            },
        )
        base = f"/visits/{fresh.id}"
        (choice,) = self.desk.got("GET", f"{base}/guide")["choices"]
        self.assertTrue(choice["same_model"])
        guide = self.desk.got("PUT", f"{base}/guide", {"guide_id": str(self.visit.id)})
        self.assertEqual((guide["next"], len(guide["steps"])), (1, 3))
        self.desk.got("PUT", f"{base}/steps/{uuid4()}", {"line": "4x M3x12 button hex2 rear cover"})
        guide = self.desk.got("GET", f"{base}/guide")
        self.assertEqual(guide["next"], 2)
        self.assertEqual(
            [d["says"] for d in guide["differences"]], ["rear cover: thread M3 × 12, was M3 × 10"]
        )
        self.refused(self.desk.ask("PUT", f"{base}/guide", {"guide_id": str(fresh.id)}), "no_guide")
        self.assertEqual(Desk(self.eve).ask("GET", f"{base}/guide")[0], 404)
