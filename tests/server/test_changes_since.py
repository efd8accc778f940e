"""What is kept of steps is never older than the record, and changes alone make the whole."""

from __future__ import annotations

import tempfile
from datetime import UTC, datetime, timedelta
from typing import Any
from unittest import TestCase
from unittest.mock import patch
from urllib.parse import quote
from uuid import UUID, uuid4

from django.db import connection
from django.test import override_settings
from django.test.utils import CaptureQueriesContext

from day import rows
from visits import kept_steps
from workshop.lru_cache import LruCache

from .bench import BenchCase, Desk
from .test_photos import picture
from .test_visits import READ


class Since(BenchCase):
    """After each kind of write: the answer from memory, the changes alone, and the record say the same."""

    def setUp(self) -> None:
        super().setUp()
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        for own in (
            override_settings(MEDIA_ROOT=folder.name),
            patch.object(kept_steps, "OVERLAP", timedelta(0)),
        ):
            own.__enter__()
            self.addCleanup(own.__exit__, None, None, None)
        self.known = self.whole()

    def whole(self) -> dict[str, Any]:
        answer: dict[str, Any] = self.desk.got("GET", self.at())
        return answer

    def follow(self, what: str, most: int = 2) -> None:
        """Ask for the changes only, lay them over what is known, and hold it against a record read anew."""
        asked = f"{self.at()}?since={quote(self.known['changed_at'])}"
        changes = self.desk.got("GET", asked)
        with self.subTest(what):
            self.assertFalse(changes["whole"])
            self.assertLessEqual(len(changes["steps"]) + len(changes["gone"]), most)
            steps = {step["id"]: step for step in self.known["steps"] if step["id"] not in changes["gone"]}
            steps |= {step["id"]: step for step in changes["steps"]}
            merged = sorted(steps.values(), key=lambda step: step["number"])
            with patch.object(kept_steps, "_kept", LruCache(1, len)):
                anew = self.whole()
            self.assertEqual(merged, anew["steps"])
            self.assertEqual(self.whole(), anew)
            self.assertEqual({**changes, "steps": [], "whole": True, "gone": []}, {**anew, "steps": []})
            with patch.object(rows, "_kept", LruCache(1)):
                worked_out = rows.rows_of([self.visit.id])
            self.assertEqual(rows.rows_of([self.visit.id]), worked_out)
        self.known = anew

    def test_each_kind_of_write(self) -> None:
        new, pin, work, tick, photo, early = (uuid4() for _ in range(6))
        put = lambda path, body=None: self.desk.got("PUT", path, body)  # noqa: E731
        put(self.at("steps", new), {"line": "pinion 12 brass, with washer"})
        self.follow("laid down")
        put(self.at("steps", new), {"line": "pinion 13 brass"})
        self.follow("reworded, and one piece taken back")
        put(self.at("pieces", self.piece(1), "verdict"), {"verdict": "replace", "finding": "cracked"})
        self.follow("judged")
        put(self.at("pieces", self.piece(2), "verdict"), {"verdict": "pair", "finding": "", "mate": str(new)})
        self.follow("judged with its mate")
        put(self.at("steps", new), {"line": "small pinion 13 brass"})
        self.follow("the mate is called otherwise")
        put(self.at("pieces", self.piece(2), "verdict"), {"verdict": "keep", "finding": ""})
        self.follow("the mate is let go")
        put(self.at("pieces", self.piece(2), "pins", pin), {"rim": 0, "request": READ, "choice": 0})
        self.follow("read")
        self.desk.got("DELETE", self.at("pieces", self.piece(2), "pins", pin))
        self.follow("reading taken back")
        put(
            self.at("pieces", self.piece(1), "work", work),
            {"work": {"job": "torsion", "turns": 2, "rate_nmm": 3}},
        )
        self.follow("a sum kept")
        self.desk.got("DELETE", self.at("pieces", self.piece(1), "work", work))
        self.follow("and taken back")
        put(self.at("ticks", tick), {"piece_id": str(self.piece(1)), "outcome": "in", "count": 1})
        self.follow("counted back")
        self.desk.got("DELETE", self.at("ticks", tick))
        self.follow("count taken back")
        self.desk.photo(self.at("photos", photo), picture(), step_id=str(new))
        self.follow("a photo of a step")
        put(self.at("photos", photo, "marks"), {"marks": [{"x": 0.5, "y": 0.5}], "based_on": []})
        self.follow("a mark on it")
        self.desk.photo(self.at("photos", early), picture())
        self.follow("a photo of the unit")
        put(self.at("steps", uuid4()), {"line": "key", "photos": [str(early)]})
        self.follow("which joins a step")
        put(self.at("steps", new, "undone"), {"undone": True})
        self.follow("taken back")
        put(self.at("steps", new, "undone"), {"undone": False})
        self.follow("brought back")
        put(self.at("waits"), {"waits_for": "part", "note": "pinion"})
        self.follow("nothing of the steps", most=0)

    def test_another_workshop_sees_no_changes_either(self) -> None:
        path = f"{self.at()}?since={quote(self.known['changed_at'])}"
        self.assertEqual(Desk(self.eve).ask("GET", path)[0], 404)

    def test_what_is_no_time_is_refused(self) -> None:
        self.assertEqual(self.desk.ask("GET", f"{self.at()}?since=yesterday")[0], 422)

    def test_a_step_more_asks_the_record_for_no_more_in_a_long_row(self) -> None:
        asked = []
        for many in (3, 30):
            while len(self.whole()["steps"]) < many:
                self.desk.got("PUT", self.at("steps", uuid4()), {"line": "washer"})
            at = self.whole()["changed_at"]
            self.desk.got("PUT", self.at("steps", uuid4()), {"line": "washer"})
            with CaptureQueriesContext(connection) as queries:
                changes = self.desk.got("GET", f"{self.at()}?since={quote(at)}")
            self.assertEqual(len(changes["steps"]), 1)
            asked.append(len(queries))
        self.assertEqual(asked[0], asked[1])


class Held(TestCase):
    def test_it_holds_no_more_than_it_may_and_lets_the_oldest_go(self) -> None:
        kept, now = LruCache[tuple[UUID, datetime], str](100, len), datetime.now(UTC)
        keys = [(uuid4(), now) for _ in range(4)]
        for key in keys[:3]:
            kept.put(key, "x" * 40)
        self.assertEqual([kept.get(key) is None for key in keys[:3]], [True, False, False])
        kept.get(keys[1])
        kept.put(keys[3], "x" * 40)
        self.assertEqual([kept.get(key) is None for key in keys], [True, False, True, False])
        kept.put(keys[3], "y" * 100)
        self.assertEqual(kept.get(keys[3]), "y" * 100)
        self.assertIsNone(kept.get(keys[1]))
