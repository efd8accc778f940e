"""The proof of a visit: made from its record, met, failed or waived, and what follows from each."""

from __future__ import annotations

from typing import Any
from uuid import uuid4

from visits import services
from visits.models import Change, ProofResult

from .bench import BLANK, UNIT, BenchCase


class Proof(BenchCase):
    def page(self) -> dict[str, Any]:
        made: dict[str, Any] = self.desk.got("GET", self.at("proof"))
        return made

    def went(self, check: str, outcome: str = "met", result: Any = None, **more: Any) -> tuple[int, Any]:
        body = {"check": check, "outcome": outcome, **more}
        return self.desk.ask("PUT", self.at("proof", result or uuid4()), body)

    def check(self, key: str) -> dict[str, Any]:
        return next(check for check in self.page()["checks"] if check["key"] == key)

    def all_in(self) -> None:
        for step, many in ((0, 4), (1, 1), (2, 1)):
            body = {"piece_id": str(self.piece(step)), "outcome": "in", "count": many}
            self.desk.got("PUT", self.at("ticks", uuid4()), body)

    def test_what_was_renewed_brings_its_checks(self) -> None:
        keys = {check["key"] for check in self.page()["checks"]}
        self.assertNotIn("run_in", keys)
        self.desk.got("PUT", self.at("pieces", self.piece(2), "verdict"), {"verdict": "replace"})
        more = {check["key"] for check in self.page()["checks"]}
        self.assertLessEqual({"run_in", "ratio", "drives"}, more - keys)

    def test_a_result_is_kept_once_with_its_figure_and_can_be_taken_back(self) -> None:
        self.renewed()
        result = uuid4()
        for _ in range(2):
            status, _ = self.went("slop", value=0.4, result=result, note="cold")
            self.assertEqual(status, 200)
        self.assertEqual(ProofResult.objects.count(), 1)
        kept = self.check("slop")["result"]
        self.assertEqual((kept["outcome"], kept["value"], kept["note"]), ("met", 0.4, "cold"))
        shown = self.desk.got("GET", self.at())["checks"]
        self.assertEqual([(row["done"], row["says"]) for row in shown], [(True, "0.4 mm at 20 mm, cold")])
        self.desk.got("DELETE", self.at("proof", result))
        self.assertIsNone(self.check("slop")["result"])
        self.assertEqual(Change.objects.filter(verb="proved").count(), 2)

    def renewed(self) -> None:
        self.desk.got("PUT", self.at("pieces", self.piece(2), "verdict"), {"verdict": "replace"})

    def test_a_figure_out_of_its_band_has_failed_whoever_calls_it_met(self) -> None:
        self.renewed()
        self.went("slop", value=2.0)
        page = self.page()
        self.assertEqual(self.check("slop")["result"]["outcome"], "failed")
        self.assertEqual((page["failed"], page["says"][:13]), (1, "Not right yet"))
        # The diagnosis hears of it, and a later success of that again.
        heard = self.desk.got("GET", self.at("diagnosis"))["heard"]
        self.assertIn("slop", [each["key"] for each in heard])
        self.went("slop", value=0.3)
        self.assertEqual(self.page()["failed"], 0)

    def test_waived_with_a_reason_only(self) -> None:
        self.refused(self.went("centre", "waived"), "no_reason")
        self.assertEqual(self.went("centre", "waived", note="no horn came with it")[0], 200)
        self.refused(self.went("sing"), "unknown_check")
        self.assertEqual(self.went("centre", "perhaps")[0], 422)

    def test_filed_only_when_met_or_handed_back_with_the_words_why(self) -> None:
        self.all_in()
        stage = self.at("stage")
        self.refused(self.desk.ask("PUT", stage, {"stage": "file"}), "checks_open")
        page = self.desk.got("PUT", self.at("handed-back"), {"why": "the case is no longer made"})
        self.assertEqual(page["says"], "Goes back not mended")
        self.assertEqual(self.desk.got("PUT", stage, {"stage": "file"})["stage"], "file")

    def test_a_result_is_its_own_visits(self) -> None:
        result = uuid4()
        self.went("hand_turn", result=result)
        other = self.desk.got("PUT", f"/visits/{uuid4()}", {
            "unit_id": str(uuid4()), "kind": "servo", "label": "Other", "model": "", "owner_label": "",
            "use_so_far": "", "complaint": "", "symptoms": [], "conditions": [],
        })  # fmt: skip
        body = {"check": "hand_turn", "outcome": "met"}
        self.refused(self.desk.ask("PUT", f"/visits/{other['id']}/proof/{result}", body), "taken_id")

    def test_what_it_read_before_stands_beside_the_band(self) -> None:
        self.renewed()
        self.assertEqual(self.check("slop")["before"], "")
        self.went("slop", value=0.4)
        self.assertEqual(self.check("slop")["before"], "")
        self.visit.unit.model = "sail servo"
        self.visit.unit.save()

        def taken_in(unit: Any, label: str) -> Any:
            fields = {**UNIT, **BLANK, "label": label, "model": "sail servo"}
            visit = services.open_visit(self.ada, uuid4(), unit, fields)
            services.record_step(self.ada, visit.id, uuid4(), "wheel 31/12 nylon")
            return visit

        first, self.visit = self.visit, taken_in(uuid4(), "Godwit")
        self.renewed_first()
        self.assertEqual(self.check("slop")["before"], "0.4 mm at 20 mm on Sandpiper")
        self.visit = taken_in(first.unit_id, "Sandpiper")
        self.renewed_first()
        self.assertEqual(self.check("slop")["before"], "0.4 mm at 20 mm at visit 1")

    def test_a_second_visit_is_held_to_what_this_unit_read_and_not_to_its_like(self) -> None:
        def current(unit: Any) -> dict[str, Any]:
            fields = {
                **UNIT,
                **BLANK,
                "kind": "car",
                "label": "Plover",
                "model": "buggy",
                "complaint": "motor gets hot",
            }
            self.visit = services.open_visit(self.ada, uuid4(), unit, fields)
            services.record_step(self.ada, self.visit.id, uuid4(), "motor")
            return self.check("current")

        unit = uuid4()
        self.assertTrue(current(unit)["figure"]["guide"])
        # Outside what is usual is no failure by itself.
        self.went("current", value=6.0)
        self.assertEqual(self.check("current")["result"]["outcome"], "met")
        self.assertTrue(current(uuid4())["figure"]["guide"])
        again = current(unit)
        self.assertEqual((again["figure"]["most"], again["figure"]["guide"]), (6.9, False))
        self.went("current", value=8.0)
        self.assertEqual(self.check("current")["result"]["outcome"], "failed")

    def renewed_first(self) -> None:
        piece = self.visit.steps.get().piece.id
        self.desk.got("PUT", self.at("pieces", piece, "verdict"), {"verdict": "replace"})

    def test_a_failure_leads_to_the_build_steps_concerned_and_is_said_there(self) -> None:
        self.renewed()
        leads = self.check("ratio")["leads"]
        self.assertTrue(leads)
        plan = {step["key"]: step for step in self.desk.got("GET", self.at("plan"))["steps"]}
        self.assertEqual([plan[lead["key"]]["title"] for lead in leads], [lead["title"] for lead in leads])
        self.assertFalse(any(step["failed"] for step in plan.values()))
        self.went("ratio", "failed", value=5.0, note="three turns short")
        after = {step["key"]: step for step in self.desk.got("GET", self.at("plan"))["steps"]}
        told = {key for key, step in after.items() if step["failed"]}
        self.assertEqual(told, {lead["key"] for lead in leads})
        (said,) = after[leads[0]["key"]]["failed"]
        self.assertIn("Turns in for turns out failed, 5 turns, three turns short", said)
        # Nothing of what was built is lost, and a later success is not held against the step.
        self.assertEqual(
            [step["ticked"] for step in after.values()], [step["ticked"] for step in plan.values()]
        )
        self.went("ratio", "met")
        self.assertFalse(any(step["failed"] for step in self.desk.got("GET", self.at("plan"))["steps"]))


class Devices(BenchCase):
    def test_a_figure_is_dropped_in_from_each_device_or_said_to_be_missing(self) -> None:
        there = self.desk.got("GET", "/devices/figures")["there"]
        for key, unit in (("indicator", "mm"), ("tachometer", "rpm"), ("thermometer", "°C")):
            status, answer = self.desk.ask("POST", f"/devices/figures/{key}/take", {"name": "unit-1"})
            with self.subTest(key):
                if key in there:
                    self.assertEqual((status, answer["unit"]), (200, unit))
                else:
                    self.refused((status, answer), "no_device")
        self.assertEqual(self.desk.ask("POST", "/devices/figures/scales/take", {})[0], 422)
