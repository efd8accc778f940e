"""Two devices, or one impatient one: the same thing sent at the same moment is recorded once."""

from __future__ import annotations

import tempfile
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path
from typing import Any
from uuid import uuid4

from django.db import connection
from django.test import Client, TransactionTestCase, override_settings

from drawer.models import Arrival, StockItem
from gearing.workshop.consumables import shipped
from shelf.models import Consumable
from visits.models import Change, Photo, Step, Tick, Unit, Visit
from workshop.models import Member, Workshop

from ..pictures import picture
from .bench import UNIT, Desk, member

AT_ONCE = 6


class TwiceAtOnce(TransactionTestCase):
    def setUp(self) -> None:
        self.ada = member("ada", Workshop.objects.create(name="Home bench"))
        self.visit, self.body = f"/visits/{uuid4()}", {**UNIT, "unit_id": str(uuid4())}

    def together(self, calls: list[tuple[str, str, Any]]) -> list[Any]:
        """All calls at one moment, each on a connection of its own; all must succeed."""
        desks = [Desk(self.ada) for _ in calls]

        def one(at: int) -> Any:
            try:
                method, path, body = calls[at]
                if method == "PHOTO":
                    status, answer = desks[at].photo(path, body)
                    assert status == 200, answer
                    return answer
                return desks[at].got(method, path, body)
            finally:
                connection.close()

        with ThreadPoolExecutor(len(calls)) as pool:
            return list(pool.map(one, range(len(calls))))

    def test_one_visit_step_tick_and_photo(self) -> None:
        self.together([("PUT", self.visit, self.body)] * AT_ONCE)
        self.assertEqual((Unit.objects.count(), Visit.objects.count()), (1, 1))
        step = uuid4()
        answers = self.together([("PUT", f"{self.visit}/steps/{step}", {"line": "4x M3x10 lid"})] * AT_ONCE)
        self.assertEqual({answer["number"] for answer in answers}, {1})
        tick = {"piece_id": str(step), "outcome": "in", "count": 4}
        self.together([("PUT", f"{self.visit}/ticks/{uuid4()}", tick)])
        same = f"{self.visit}/ticks/{Tick.objects.get().id}"
        self.together([("PUT", same, tick)] * AT_ONCE)
        with tempfile.TemporaryDirectory() as folder, override_settings(MEDIA_ROOT=folder):
            self.together([("PHOTO", f"{self.visit}/photos/{uuid4()}", picture())] * AT_ONCE)
            # The two sizes of the one that was kept, and nothing of the others.
            kept = Photo.objects.get()
            left = {str(path.relative_to(folder)) for path in Path(folder).rglob("*") if path.is_file()}
            self.assertEqual(left, {kept.image.name, kept.small.name})
        self.assertEqual((Step.objects.count(), Tick.objects.count(), Photo.objects.count()), (1, 1, 1))
        self.assertEqual(
            sorted(Change.objects.values_list("verb", flat=True)), ["counted", "laid down", "opened", "photo"]
        )

    def test_one_gear_in_the_drawer_and_one_arrival(self) -> None:
        gear = {"teeth": 31, "module_mm": "32 DP"}
        kept = self.together([("PUT", f"/drawer/{uuid4()}", gear)] * AT_ONCE)
        self.assertEqual({one["size"] for one in kept}, {"32 DP"})
        check = {"wanted": gear, "measured": gear, "accepted": True}
        self.together([("PUT", f"/drawer/arrivals/{uuid4()}", check)] * AT_ONCE)
        self.assertEqual((StockItem.objects.count(), Arrival.objects.count()), (1, 1))

    def at_once(self, calls: list[tuple[str, str, Any]]) -> list[tuple[int, Any]]:
        """All calls at one moment; their answers, whatever they are."""
        desks = [Desk(self.ada) for _ in calls]

        def one(at: int) -> tuple[int, Any]:
            try:
                return desks[at].ask(*calls[at])
            finally:
                connection.close()

        with ThreadPoolExecutor(len(calls)) as pool:
            return list(pool.map(one, range(len(calls))))

    def test_one_id_for_two_things_is_taken_by_one_and_refused_to_the_others_in_words(self) -> None:
        for _ in range(4):
            visit, units = f"/visits/{uuid4()}", [str(uuid4()) for _ in range(AT_ONCE)]
            answers = self.at_once([("PUT", visit, {**UNIT, "unit_id": unit}) for unit in units])
            self.assertEqual(sorted(status for status, _ in answers), [200, *[422] * (AT_ONCE - 1)], answers)
            visits = [f"/visits/{uuid4()}" for _ in range(AT_ONCE)]
            for path, unit in zip(visits, units, strict=True):
                Desk(self.ada).got("PUT", path, {**UNIT, "unit_id": unit})
            step = uuid4()
            answers = self.at_once([("PUT", f"{path}/steps/{step}", {"line": "drum"}) for path in visits])
            self.assertEqual(sorted(status for status, _ in answers), [200, *[422] * (AT_ONCE - 1)], answers)

    def test_two_who_put_one_bottle_away_have_put_it_away(self) -> None:
        key = shipped()[0].key
        answers = self.at_once([("PUT", f"/shelf/{key}/gone", {"gone": True})] * AT_ONCE)
        self.assertEqual({status for status, _ in answers}, {200}, answers)
        self.assertEqual(Consumable.objects.filter(key=key).count(), 1)

    def test_two_who_set_a_bench_up_at_once_do_not_both_own_it(self) -> None:
        Member.objects.all().delete()

        def one(name: str) -> int:
            answer = {"bench": name, "called": name, "username": name, "password": "gear-by-gear-41"}
            try:
                return Client(raise_request_exception=False).post("/set-up", answer).status_code
            finally:
                connection.close()

        with ThreadPoolExecutor(4) as pool:
            list(pool.map(one, ["ada", "ben", "cleo", "dan"]))
        self.assertEqual(Member.objects.count(), 1)

    def test_two_devices_strip_into_one_row_without_a_gap_or_a_clash(self) -> None:
        Desk(self.ada).got("PUT", self.visit, self.body)
        steps = [("PUT", f"{self.visit}/steps/{uuid4()}", {"line": f"piece {n}"}) for n in range(12)]
        answers = self.together(steps)
        self.assertEqual(sorted(answer["number"] for answer in answers), list(range(1, 13)))

    def test_two_devices_cannot_count_more_in_than_came_off(self) -> None:
        desk = Desk(self.ada)
        desk.got("PUT", self.visit, self.body)
        step = desk.got("PUT", f"{self.visit}/steps/{uuid4()}", {"line": "2x M3x10 lid"})
        body = {"piece_id": step["piece"]["id"], "outcome": "in", "count": 1}
        desks = [Desk(self.ada) for _ in range(AT_ONCE)]

        def one(desk: Desk) -> int:
            try:
                return desk.ask("PUT", f"{self.visit}/ticks/{uuid4()}", body)[0]
            finally:
                connection.close()

        with ThreadPoolExecutor(AT_ONCE) as pool:
            answered = sorted(pool.map(one, desks))
        self.assertEqual(answered, [200, 200, 422, 422, 422, 422])
