"""A line of the history is taken back where nothing was built on it, and that is a line of its own."""

from __future__ import annotations

from typing import Any
from uuid import uuid4

from django.db import connection
from django.test.utils import CaptureQueriesContext

from visits.models import ProofResult, Visit

from .bench import BenchCase


class Undoing(BenchCase):
    def lines(self) -> list[dict[str, Any]]:
        made: list[dict[str, Any]] = self.desk.got("GET", self.at("history"))
        return made

    def last(self, verb: str) -> dict[str, Any]:
        return next(line for line in self.lines() if line["verb"] == verb)

    def undo(self, line: dict[str, Any]) -> tuple[int, Any]:
        return self.desk.ask("DELETE", self.at("history", line["id"]))

    def test_what_was_written_over_stands_again(self) -> None:
        for text in ("grease", "screws"):
            self.desk.got("PUT", self.at("watch"), {"text": text})
        first, second = [line for line in self.lines() if line["verb"] == "to watch"][::-1]
        # Only the last word can be taken back.
        self.assertEqual((first["undo"], second["undo"]), (False, True))
        self.refused(self.undo(first), "not_undone", status=409)
        self.assertEqual(self.undo(second)[0], 200)
        self.assertEqual(Visit.objects.get(id=self.visit.id).to_watch, "grease")
        many = len([line for line in self.lines() if line["verb"] == "to watch"])
        self.assertEqual(many, 3)

    def test_a_result_and_a_charge_are_taken_back_once(self) -> None:
        self.desk.got("PUT", self.at("proof", uuid4()), {"check": "hand_turn", "outcome": "met"})
        self.desk.got("PUT", f"/bills/{self.visit.id}/extras/{uuid4()}", {"line": "grease 2.50"})
        for verb in ("proved", "charged"):
            line = self.last(verb)
            self.assertTrue(line["undo"], verb)
            self.assertEqual(self.undo(line)[0], 200)
            self.refused(self.undo(line), "not_undone", status=409)
        self.assertTrue(ProofResult.objects.get().taken_back)
        self.assertEqual(self.desk.got("GET", f"/bills/{self.visit.id}")["lines"], [])

    def test_what_others_stand_on_is_undone_where_it_was_done(self) -> None:
        for line in self.lines():
            if line["verb"] in ("opened", "step", "stage"):
                self.assertFalse(line["undo"], line)
                self.refused(self.undo(line), "not_undone", status=409)
        self.assertEqual(self.desk.ask("DELETE", self.at("history", 10**9))[0], 404)

    def counted(self, step: int, many: int, outcome: str = "in") -> None:
        body = {"piece_id": str(self.piece(step)), "outcome": outcome, "count": many}
        self.desk.got("PUT", self.at("ticks", uuid4()), body)

    def test_the_last_count_of_a_piece_is_taken_back_and_an_earlier_one_is_not(self) -> None:
        self.counted(0, 1)
        self.counted(0, 3)
        later, earlier = (line for line in self.lines() if line["verb"] == "counted")
        self.assertEqual((later["undo"], earlier["undo"]), (True, False))
        self.assertEqual(self.undo(later)[0], 200)
        ticks = self.desk.got("GET", self.at())["steps"][0]["piece"]["ticks"]
        self.assertEqual([tick["count"] for tick in ticks], [1])
        lines = self.lines()
        self.assertEqual(lines[0]["verb"], "count taken back")
        self.assertEqual([line["undo"] for line in lines if line["verb"] == "counted"], [False, True])

    def test_a_verdict_goes_back_to_the_one_before_it(self) -> None:
        at = self.at("pieces", self.piece(2), "verdict")
        self.desk.got("PUT", at, {"verdict": "clean", "finding": "grey grease"})
        self.desk.got("PUT", at, {"verdict": "replace", "finding": "two teeth gone"})
        later, earlier = (line for line in self.lines() if line["verb"] == "judged")
        self.assertEqual((later["undo"], earlier["undo"]), (True, False))
        self.assertEqual(self.undo(later)[0], 200)
        piece = self.desk.got("GET", self.at())["steps"][2]["piece"]
        self.assertEqual((piece["verdict"], piece["finding"]), ("clean", "grey grease"))

    def test_the_last_step_is_taken_back_while_nothing_was_said_of_it(self) -> None:
        down = [line for line in self.lines() if line["verb"] == "laid down"]
        self.assertEqual([line["undo"] for line in down], [True, False, False])
        self.counted(2, 1)
        self.assertFalse(self.last("laid down")["undo"])
        self.assertEqual(self.undo(self.last("counted"))[0], 200)
        # Even a count taken back is something said of it: the piece went through a hand.
        self.assertFalse(self.last("laid down")["undo"])
        self.desk.got("PUT", self.at("steps", uuid4()), {"line": "third wheel"})
        self.assertEqual(self.undo(self.last("laid down"))[0], 200)
        self.assertEqual(len(self.desk.got("GET", self.at())["steps"]), 3)

    def test_many_lines_cost_no_more_questions(self) -> None:
        def asked() -> int:
            with CaptureQueriesContext(connection) as seen:
                self.lines()
            return len(seen)

        few = asked()
        for n in range(8):
            self.desk.got("PUT", self.at("steps", uuid4()), {"line": f"M2x{6 + n}"})
        self.assertEqual(asked(), few)
