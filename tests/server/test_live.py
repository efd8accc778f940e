"""Two on one visit: what each does is told to the other, and to nobody else."""

from __future__ import annotations

import json
from datetime import timedelta
from typing import Any
from unittest.mock import patch
from uuid import uuid4

from django.utils import timezone

from live.hub import GONE_AFTER, Hub, Stream
from live.limits import MOST_PAGES
from live.models import Presence
from visits import services

from .bench import BLANK, UNIT, BenchCase, Desk


class Live(BenchCase):
    def setUp(self) -> None:
        super().setUp()
        self.hub = Hub()

    def page(self, who: Any, at: str = "strip", page: Any = None) -> Stream:
        stream = self.hub.join(page or uuid4(), self.visit.id, who, at)
        assert stream is not None
        return stream

    def told(self, stream: Stream) -> list[dict[str, Any]]:
        """What is new to a page after one round."""
        self.hub.look()
        said = []
        while not stream.waiting.empty():
            said.append(json.loads(stream.waiting.get()))
        return said

    def test_each_sees_who_else_is_there_and_where(self) -> None:
        ada, ben = self.page(self.ada), self.page(self.ben, "build")
        self.assertEqual(self.told(ada)[0]["others"], [{"called": "Ben", "at": "build", "mine": False}])
        self.assertEqual(json.loads(ben.said)["others"], [{"called": "Ada", "at": "strip", "mine": False}])
        self.assertEqual(self.told(ada), [], "told once is enough")
        ben.close()
        self.assertEqual(self.told(ada)[0]["others"], [])
        self.assertFalse(Presence.objects.filter(member=self.ben).exists())

    def test_a_change_is_told_once_with_the_stamp_that_its_answer_carried(self) -> None:
        ben = self.page(self.ben)
        self.told(ben)
        desk = Desk(self.ada)
        answer = desk.client.put(
            f"/api/visits/{self.visit.id}/steps/{uuid4()}",
            json.dumps({"line": "plain washer"}),
            "application/json",
        )
        visit, before, after = answer["Dentado-Changed"].split()
        said = self.told(ben)
        self.assertEqual((visit, [one["changed_at"] for one in said]), (str(self.visit.id), [after]))
        self.assertLess(before, after)
        self.assertEqual(desk.got("GET", f"/visits/{self.visit.id}")["changed_at"], after)
        self.assertEqual(self.told(ben), [])

    def test_what_is_refused_changed_nothing_and_says_so_of_nothing(self) -> None:
        answer = Desk(self.ada).client.put(
            f"/api/visits/{self.visit.id}/steps/{uuid4()}", json.dumps({"line": ""}), "application/json"
        )
        self.assertGreaterEqual(answer.status_code, 400)
        self.assertFalse(answer.has_header("Dentado-Changed"))

    def test_a_page_that_changes_its_stage_is_still_one_page(self) -> None:
        ada, page = self.page(self.ada), uuid4()
        first = self.page(self.ben, "strip", page)
        second = self.page(self.ben, "build", page)
        # The first is noticed to have gone only later.
        first.close()
        self.assertEqual(self.told(ada)[0]["others"], [{"called": "Ben", "at": "build", "mine": False}])
        second.close()
        self.assertEqual(self.told(ada)[0]["others"], [])

    def test_ones_own_other_device_is_named_so(self) -> None:
        desk, _phone = self.page(self.ada), self.page(self.ada, "strip")
        self.assertEqual([one["mine"] for one in self.told(desk)[0]["others"]], [True])

    def test_one_that_died_is_there_no_longer(self) -> None:
        ada = self.page(self.ada)
        long_ago = timezone.now() - GONE_AFTER - timedelta(seconds=1)
        Presence.objects.create(
            id=uuid4(), stream=uuid4(), visit=self.visit, member=self.ben, at="strip", seen_at=long_ago
        )
        self.assertEqual(self.told(ada)[0]["others"], [])

    def test_another_visit_is_told_nothing(self) -> None:
        other = services.open_visit(self.ada, uuid4(), uuid4(), {**UNIT, **BLANK, "label": "Other"})
        there = self.hub.join(uuid4(), other.id, self.ada, "strip")
        assert there is not None
        self.page(self.ben)
        self.assertEqual(self.told(there)[0]["others"], [])
        services.record_step(self.ben, self.visit.id, uuid4(), "plain washer")
        self.assertEqual(self.told(there), [])

    def test_the_stream_begins_at_once_and_ends_with_the_server(self) -> None:
        stream = self.page(self.ada)
        with patch("live.hub.connection.close"):
            self.assertTrue(next(stream).startswith(b"retry:"))
        self.hub.look()
        self.assertTrue(next(stream).startswith(b"data: {"))
        self.hub.closing = True
        self.assertEqual(list(stream), [])
        self.assertIsNone(self.hub.join(uuid4(), self.visit.id, self.ada, ""))

    def test_beyond_what_a_process_follows_a_page_is_told_to_ask(self) -> None:
        with patch("live.routes.hub", self.hub):
            for _ in range(MOST_PAGES):
                self.page(self.ada)
            answer = self.desk.client.get(f"/api{self.at('live')}", {"page": str(uuid4())})
        self.assertEqual((answer.status_code, answer.json()["code"]), (503, "too_many_pages"))

    def test_another_workshop_follows_nothing(self) -> None:
        path = f"/api/visits/{self.visit.id}/live"
        self.assertEqual(Desk(self.eve).client.get(path, {"page": str(uuid4())}).status_code, 404)
