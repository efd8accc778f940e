"""What is decided for a visit: advised by its record and the drawer, changed by what can be had, kept with its reason."""

from __future__ import annotations

from datetime import timedelta
from typing import Any
from uuid import uuid4

from django.utils import timezone

from visits import services
from visits.models import Change, SourceOffer

from .bench import BLANK, BenchCase, Desk

SERVO = {**BLANK, "kind": "servo", "label": "Heron", "complaint": "Slips with a rattle."}


class Decided(BenchCase):
    def setUp(self) -> None:
        super().setUp()
        self.visit = services.open_visit(self.ada, uuid4(), uuid4(), SERVO)
        lines = (
            "4x M2x8 ph1 rear cover",
            "drive wheel 44t brass",
            "second wheel 31/12 nylon",
            "motor pinion 11t brass",
        )
        self.laid = [services.record_step(self.ada, self.visit.id, uuid4(), line) for line in lines]

    def judge(self, step: int, verdict: str, finding: str = "") -> None:
        path = self.at("pieces", self.laid[step].piece.id, "verdict")
        self.desk.got("PUT", path, {"verdict": verdict, "finding": finding})

    def decision(self) -> dict[str, Any]:
        made: dict[str, Any] = self.desk.got("GET", self.at("decision"))
        return made

    def jot(self, line: str, offer_id: Any = None) -> dict[str, Any]:
        made: dict[str, Any] = self.desk.got("PUT", self.at("offers", offer_id or uuid4()), {"line": line})
        return made

    def first(self) -> str:
        key: str = self.decision()["advised"]["options"][0]["key"]
        return key

    def test_nothing_failed_nothing_is_advised(self) -> None:
        self.assertIsNone(self.decision()["advised"])

    def test_what_can_be_had_changes_what_is_advised(self) -> None:
        self.judge(2, "replace", "three teeth gone")
        self.assertEqual(self.first(), "gear")
        found = self.jot("gear set 9.50, 4 days")
        self.assertEqual(
            [(o["what"], o["price"], o["days"]) for o in found["offers"]], [("gear set", "9.50", 4)]
        )
        self.assertEqual(self.first(), "set")
        found = self.desk.got("PUT", self.at("worth"), {"new_price": "8", "age_years": 6})
        self.assertEqual(found["worth"]["new_price"], "8.00")
        self.assertEqual(self.first(), "unit")

    def test_a_gear_in_the_drawer_serves_before_one_is_bought(self) -> None:
        self.judge(1, "replace", "teeth gone")
        request = {"teeth": 44, "readings": [{"value": 22.98}]}
        piece = self.laid[1].piece.id
        self.desk.got("PUT", self.at("pieces", piece, "pins", uuid4()), {"request": request})
        self.jot("drive wheel 44t 12, 20 days")
        self.assertEqual(self.first(), "gear")
        module = self.desk.got("GET", self.at())["steps"][1]["piece"]["pins"][0]["gear"]["module_mm"]
        self.desk.got("PUT", f"/drawer/{uuid4()}", {"teeth": 44, "module_mm": module, "count": 1})
        self.assertEqual(self.first(), "stock")

    def test_said_twice_is_kept_once_and_is_taken_back(self) -> None:
        self.judge(2, "replace", "stripped")
        offer = uuid4()
        for _ in range(2):
            self.jot("gear set 9", offer)
        self.assertEqual(SourceOffer.objects.filter(visit=self.visit).count(), 1)
        self.assertEqual(self.desk.got("DELETE", self.at("offers", offer))["offers"], [])
        self.assertEqual(len(self.jot("gear set 9", offer)["offers"]), 1)
        self.refused(self.desk.ask("PUT", self.at("offers", uuid4()), {"line": "9.50, 4 days"}), "no_offer")

    def test_the_choice_is_kept_with_its_reason_and_opened_again(self) -> None:
        self.judge(2, "replace", "stripped")
        chosen = {"key": "set", "label": "Fit the gear set", "reason": "the third wheel looks tired too"}
        made = self.desk.got("PUT", self.at("decided"), {"decision": chosen})
        self.assertEqual(made["decided"], {**chosen, "cautions": []})
        history = Change.objects.filter(visit=self.visit, verb="decided")
        self.assertEqual(history.count(), 1)
        self.assertIsNone(self.desk.got("PUT", self.at("decided"), {"decision": None})["decided"])
        self.assertEqual(history.count(), 2)

    def test_the_worth_of_a_unit_is_not_written_over_anothers_word(self) -> None:
        was = self.decision()["worth"]
        self.desk.got("PUT", self.at("worth"), {**was, "new_price": "50", "based_on": was})
        answer = Desk(self.ben).ask("PUT", self.at("worth"), {**was, "new_price": "60", "based_on": was})
        self.assertEqual(answer[0], 409)
        self.refused(
            self.desk.ask("PUT", self.at("worth"), {"new_price": -1}), "too_small", "unusable", "out_of_range"
        )

    def test_what_comes_after_the_promise_gives_way_to_what_is_here(self) -> None:
        self.judge(2, "replace", "stripped")
        self.jot("second wheel 31/12 6, 2 months")
        self.jot("donor same winch 8: good, little used")
        self.assertEqual(self.first(), "gear")
        soon = (timezone.localdate() + timedelta(days=4)).isoformat()
        self.desk.got("PUT", self.at("worth"), {"promised_on": soon})
        self.assertEqual(self.first(), "donor")
