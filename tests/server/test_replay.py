"""A device that sends everything again, from the first: the record is the same, to the last field."""

from __future__ import annotations

from typing import Any
from uuid import UUID, uuid5

from django.db import InternalError, OperationalError
from hypothesis import given
from hypothesis import strategies as st
from hypothesis.extra.django import TestCase as HypothesisTestCase

from config.middleware import lost, out_of_reach
from visits.models import Change

from ..examples import examples
from .bench import BenchCase

NAMES = UUID("7d1f1a52-9d1c-4d52-8d53-0e9b8f5c3a10")
LINES = ("drum #A1", "4x M2.5x8 pan ph1", "wheel 31/12 nylon", "2x shim 0.2", "e-clip !flies")
Call = tuple[str, str, Any]

STEPS = st.tuples(st.just("step"), st.integers(0, 5), st.sampled_from(LINES))
UNDONE = st.tuples(st.just("undone"), st.integers(0, 5), st.booleans())
VERDICTS = st.tuples(st.just("verdict"), st.integers(0, 5), st.sampled_from(["keep", "clean", "replace"]))
TICKS = st.tuples(st.just("tick"), st.integers(0, 5), st.sampled_from(["in", "new", "spare"]))
WAITS = st.tuples(st.just("waits"), st.integers(0, 5), st.sampled_from(["me", "part", "cure"]))
LOGS = st.lists(st.one_of(STEPS, STEPS, UNDONE, VERDICTS, TICKS, WAITS), max_size=14)


class Replay(BenchCase, HypothesisTestCase):
    def call(self, at: int, kind: str, n: int, value: Any) -> Call:
        """What a device sends for one entry of its log; ids follow from the log's own."""
        step = str(uuid5(NAMES, f"{self.visit.id}/{n}"))
        if kind == "step":
            return "PUT", self.at("steps", step), {"line": value}
        if kind == "undone":
            return "PUT", self.at("steps", step, "undone"), {"undone": value}
        if kind == "verdict":
            return "PUT", self.at("pieces", step, "verdict"), {"verdict": value}
        if kind == "tick":
            body = {"piece_id": step, "outcome": value, "count": 1}
            return "PUT", self.at("ticks", uuid5(NAMES, f"{self.visit.id}/tick/{at}")), body
        return "PUT", self.at("waits"), {"waits_for": value}

    @examples(40)
    @given(LOGS)
    def test_each_call_repeated_at_once_changes_nothing(self, log: list[tuple[str, int, Any]]) -> None:
        for at, entry in enumerate(log):
            call = self.call(at, *entry)
            first = self.desk.ask(*call)
            self.assertIn(first[0], (200, 404, 422))
            state, changes = self.desk.got("GET", self.at()), Change.objects.filter(visit=self.visit).count()
            self.assertEqual(self.desk.ask(*call), first)
            self.assertEqual(self.desk.got("GET", self.at()), state)
            self.assertEqual(Change.objects.filter(visit=self.visit).count(), changes)

    @examples(30)
    @given(st.lists(st.one_of(STEPS, TICKS), max_size=12, unique_by=lambda entry: (entry[0], entry[1])))
    def test_a_whole_log_sent_again_leaves_the_record_as_it_was(
        self, log: list[tuple[str, int, Any]]
    ) -> None:
        calls = [self.call(at, *entry) for at, entry in enumerate(log)]
        for call in calls:
            self.desk.ask(*call)
        before = self.desk.got("GET", self.at())
        for call in calls:
            # A tick sent before its step was refused then; now it would count, which is no repeat.
            if "ticks" not in call[1]:
                self.desk.ask(*call)
        self.assertEqual(self.desk.got("GET", self.at()), before)

    def test_every_write_leaves_a_line_of_history_with_who_and_what_it_was(self) -> None:
        calls: list[Call] = [
            self.call(0, "step", 0, LINES[0]),
            self.call(0, "step", 0, LINES[2]),
            self.call(0, "verdict", 0, "replace"),
            self.call(1, "tick", 0, "new"),
            self.call(0, "undone", 0, True),
            self.call(0, "waits", 0, "part"),
            ("PUT", self.at("watch"), {"text": "look in autumn"}),
            ("PUT", self.at("stage"), {"stage": "build"}),
        ]
        start = Change.objects.filter(visit=self.visit).count()
        for call in calls:
            self.desk.got(*call)
        answer = list(Change.objects.filter(visit=self.visit)[start:])
        self.assertEqual(
            [change.verb for change in answer],
            ["laid down", "reworded", "judged", "counted", "taken back", "waits", "to watch", "stage"],
        )
        self.assertEqual({change.member_id for change in answer}, {self.ada.id})
        self.assertEqual((answer[1].before, answer[1].after), ({"line": LINES[0]}, {"line": LINES[2]}))
        self.assertEqual(answer[7].before, {"stage": "listen"})


class LostOrWrong(BenchCase):
    def test_only_a_database_that_is_away_is_waited_for(self) -> None:
        for code in (2002, 2006, 2013, 1205, 1213, 1040, 1290):
            self.assertTrue(lost(OperationalError(code, "gone")), code)
        # A disk without room is another matter, under whatever code MariaDB passes it on.
        for error in (
            OperationalError(1114, "The table 'visits_step' is full"),
            OperationalError(1030, 'Got error 28 "No space left on device" from storage engine InnoDB'),
            InternalError(3, 'Error writing file "/x" (Errcode: 28 "No space left on device")'),
            OSError(28, "No space left on device"),
        ):
            said = out_of_reach(error)
            assert said, error
            self.assertEqual(said["code"], "disk_full")
        for harmless in (
            OSError(2, "No such file"),
            InternalError(3, "other"),
            ValueError("28"),
            OperationalError(),
        ):
            self.assertNotEqual((out_of_reach(harmless) or {}).get("code"), "disk_full", harmless)
        # A wrong query would be sent again for ever; it must be seen instead.
        for code in (1054, 1064, 1146):
            self.assertFalse(lost(OperationalError(code, "wrong")), code)
