"""A line of the history is taken back where nothing was built on it, and that is a line of its own."""

from __future__ import annotations

from typing import Any
from uuid import uuid4

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
