"""The drawer: kept, found by any mixture of fields, compared, and checked in."""

from __future__ import annotations

from decimal import Decimal
from typing import Any
from unittest import mock
from uuid import UUID, uuid4

from django.test import TransactionTestCase

from drawer.finding import search
from drawer.models import Arrival, StockItem
from sums.fit import PartIn
from workshop.models import Member, Workshop

from .bench import BenchCase, Desk

GEAR: dict[str, Any] = {
    "teeth": 31, "module_mm": "0.8", "bore_mm": 5, "width_mm": 4, "material": "nylon", "place": "B3",
    "count": 2, "price": "3.20", "source": "donor: old winch", "part_number": "N31-08",
}  # fmt: skip


class Drawer(BenchCase):
    def keep(self, **change: Any) -> Any:
        return self.desk.got("PUT", f"/drawer/{uuid4()}", {**GEAR, **change})

    def find(self, words: str = "", **wanted: Any) -> list[Any]:
        page = self.desk.got("POST", "/drawer/search", {"wanted": wanted, "words": words})
        result: list[Any] = page["found"]
        self.assertEqual(page["total"], len(result))
        return result

    def test_counts_of_one_size_are_told_and_a_near_pitch_is_another(self) -> None:
        for teeth, size, count in ((13, "0.8", 2), (13, "0.8", 1), (15, "32 DP", 4), (54, "0.8", 1)):
            part = {"teeth": teeth, "module_mm": size, "count": count}
            self.desk.got("PUT", f"/drawer/{uuid4()}", part)
        answer = self.desk.got("POST", "/drawer/counts", {"module_mm": "0.8"})
        self.assertEqual(answer, [{"teeth": 13, "count": 3}, {"teeth": 54, "count": 1}])
        self.assertEqual(Desk(self.eve).got("POST", "/drawer/counts", {"module_mm": 0.8}), [])

    def test_kept_once_and_corrected_under_its_id(self) -> None:
        path = f"/drawer/{uuid4()}"
        first = self.desk.got("PUT", path, GEAR)
        self.assertEqual(self.desk.got("PUT", path, GEAR), first)
        self.assertEqual((first["module_mm"], first["price"], first["bore_mm"]), (0.8, 3.2, 5.0))
        self.assertEqual(self.desk.got("PUT", path, {**GEAR, "count": 1})["count"], 1)
        self.assertEqual(StockItem.objects.count(), 1)
        self.refused(Desk(self.eve).ask("PUT", path, GEAR), "taken_id")

    def test_a_pitch_is_a_size_too(self) -> None:
        self.assertAlmostEqual(self.keep(module_mm="32 DP")["module_mm"], 25.4 / 32, places=4)
        self.assertEqual([row["teeth"] for row in self.find(module_mm="32dp")], [31])

    def test_found_by_any_mixture_and_the_look_alike_is_told(self) -> None:
        self.keep()
        self.keep(module_mm="32 DP", part_number="A32-31")
        self.keep(teeth=30, place="C1", material="brass")
        self.assertEqual(len(self.find()), 3)
        rows = self.find(teeth=31, module_mm=0.8, pressure_angle_deg=20, bore_mm=5)
        self.assertEqual([row["fit"]["verdict"] for row in rows], ["fits", "not"])
        self.assertIn("looks alike", rows[1]["fit"]["fields"][1]["says"])
        self.assertEqual([row["teeth"] for row in self.find("brass c1")], [30])
        self.assertEqual(len(self.find("winch", teeth=31)), 2)
        self.assertEqual(self.find("winch brass B3"), [])
        self.assertEqual(Desk(self.eve).got("POST", "/drawer/search", {})["found"], [])

    def test_those_that_fit_come_first(self) -> None:
        for bore in (3, 8, 5):
            self.keep(bore_mm=bore)
        rows = self.find(teeth=31, module_mm=0.8, bore_mm=5)
        self.assertEqual([row["bore_mm"] for row in rows], [5.0, 3.0, 8.0])
        self.assertEqual([row["fit"]["says"] for row in rows], ["fits", "fits with a change", "does not fit"])

    def test_what_is_used_up_is_no_longer_found_but_not_lost(self) -> None:
        kept = self.keep()
        self.assertTrue(self.desk.got("PUT", f"/drawer/{kept['id']}/gone", {"gone": True})["gone"])
        self.assertEqual(self.find(), [])
        self.desk.got("PUT", f"/drawer/{kept['id']}/gone", {"gone": False})
        self.assertEqual(len(self.find()), 1)
        self.assertEqual(self.desk.ask("PUT", f"/drawer/{uuid4()}/gone", {"gone": True})[0], 404)

    def test_a_part_that_came_is_checked_against_what_was_ordered(self) -> None:
        wanted = {"teeth": 31, "module_mm": 0.8, "pressure_angle_deg": 20, "bore_mm": 5}
        wrong = {**wanted, "module_mm": "32 DP"}
        path = f"/drawer/arrivals/{uuid4()}"
        body = {"wanted": wanted, "measured": wrong, "accepted": True}
        self.refused(self.desk.ask("PUT", path, body), "does_not_fit", says="It does not fit: module")
        kept = self.desk.got("PUT", path, {**body, "accepted": False, "reason": "32 DP sent for 0.8 module"})
        self.assertEqual((kept["verdict"], kept["accepted"]), ("not", False))
        self.assertEqual(self.desk.got("PUT", path, body), kept)
        self.refused(Desk(self.eve).ask("PUT", path, {**body, "measured": wanted}), "taken_id")
        right = self.desk.got("PUT", f"/drawer/arrivals/{uuid4()}", {**body, "measured": wanted})
        self.assertEqual((right["verdict"], right["fit"]["says"]), ("fits", "fits"))
        self.assertEqual(Arrival.objects.filter(workshop=self.home).count(), 2)

    def test_bad_gears_are_refused(self) -> None:
        for change in (
            {"teeth": 2},
            {"module_mm": "-1"},
            {"module_mm": "x DP"},
            {"price": -1},
            {"count": 10**9},
            {"place": "x" * 99},
        ):
            answer = self.desk.ask("PUT", f"/drawer/{uuid4()}", {**GEAR, **change})
            with self.subTest(change=change):
                self.refused(answer, "not_a_length", "out_of_range")
        self.assertFalse(StockItem.objects.exists())

    def test_among_ten_thousand_gears_those_that_one_by_one_would_give(self) -> None:
        rows = [
            StockItem(
                workshop=self.home, recorded_by=self.ada, teeth=8 + n % 97, module_mm=Decimal(str((0.5, 0.6, 0.8, 1.0)[n % 4])),
                bore_mm=2 + n % 7, place=f"R{n % 40}", material=("nylon", "brass", "steel")[n % 3], source=f"donor {n % 300}",
            )
            for n in range(10_000)
        ]  # fmt: skip
        StockItem.objects.bulk_create(rows)

        def by_hand(**fields: Any) -> int:
            return sum(all(getattr(row, name) == value for name, value in fields.items()) for row in rows)

        for wanted, words, many in (
            (PartIn(teeth=31, module_mm=0.8, bore_mm=5), "", by_hand(teeth=31, module_mm=Decimal("0.8"))),
            (PartIn(module_mm="32 DP"), "brass", by_hand(module_mm=Decimal("0.8"), material="brass")),
            (PartIn(), "donor R12 steel", by_hand(place="R12", material="steel")),
            (PartIn(), "", 10_000),
        ):
            # What is not committed no index of words knows: all is looked through.
            with (
                self.subTest(words=words, teeth=wanted.teeth),
                mock.patch("drawer.finding.LOOKED_AT", 20_000),
            ):
                self.assertGreater(many, 0)
                self.assertEqual(self.all_of(wanted, words), many)

    def all_of(self, wanted: PartIn, words: str) -> int:
        """How many there are, gone through page by page; no piece stands on two of them."""
        seen: set[UUID] = set()
        for page in range(1, 400):
            found, pages = search(self.ada, wanted, words, page)
            self.assertTrue(seen.isdisjoint(each.id for each in found))
            seen.update(each.id for each in found)
            if page >= pages.pages:
                break
        return len(seen)

    def test_what_came_for_a_visit_is_listed_there_and_nowhere_else(self) -> None:
        wanted = {"teeth": 31, "module_mm": 0.8}
        visit, piece = str(self.visit.id), str(self.piece(2))
        body = {"wanted": wanted, "measured": {"teeth": 30}, "accepted": False, "reason": "one short"}
        self.desk.got("PUT", f"/drawer/arrivals/{uuid4()}", {**body, "visit": visit, "piece": piece})
        self.desk.got("PUT", f"/drawer/arrivals/{uuid4()}", body)
        (came,) = self.desk.got("GET", f"/drawer/arrivals?visit={visit}")
        self.assertEqual(
            (came["what"], came["reason"], came["piece"]), ("31 × 0.8 module", "one short", piece)
        )
        self.assertEqual(len(self.desk.got("GET", "/drawer/arrivals")), 2)
        self.assertEqual(Desk(self.eve).got("GET", "/drawer/arrivals"), [])
        self.assertEqual(self.desk.ask("GET", "/drawer/arrivals?visit=moon")[0], 422)


class TooLargeToGoThrough(TransactionTestCase):
    """Words in a drawer that is looked through in part only; committed, as an index of words sees nothing else."""

    def setUp(self) -> None:
        home, other = Workshop.objects.create(name="Quay"), Workshop.objects.create(name="Elsewhere")
        self.ada = Member.objects.create_user(username="ada", password="x", workshop=home)
        eve = Member.objects.create_user(username="eve", password="x", workshop=other)
        self.rows = [
            StockItem(
                workshop=other if n % 5 == 4 else home, recorded_by=eve, teeth=8 + n % 97 if n % 11 else None,
                what="" if n % 11 else "circlip", module_mm=Decimal("0.8"), bore_mm=2 + n % 7, place=f"R{n % 40}",
                material=("nylon", "brass", "steel")[n % 3], source="the heronry" if n % 200 == 150 else f"donor {n % 300}",
            )
            for n in range(2_000)
        ]  # fmt: skip
        StockItem.objects.bulk_create(self.rows)

    def by_hand(self, *words: str) -> set[UUID]:
        def says(row: StockItem, word: str) -> bool:
            return any(word in text.lower() for text in (row.what, row.place, row.material, row.source))

        return {
            row.id
            for row in self.rows
            if row.workshop_id == self.ada.workshop_id and all(says(row, word) for word in words)
        }

    def test_what_one_by_one_would_give_by_common_and_by_rare_words_and_by_none(self) -> None:
        asked = (
            "steel",
            "heronry",
            "heron brass",
            "donor 150 steel",
            "r12",
            "of nothing",
            "the heronry",
            "circ r3",
        )
        for looked_at in (100, 20_000):
            for words in asked:
                with (
                    self.subTest(words=words, looked_at=looked_at),
                    mock.patch.multiple("drawer.finding", LOOKED_AT=looked_at, MOST_LOOKED_AT=2 * looked_at),
                ):
                    wanted = self.by_hand(*words.split())
                    found: list[UUID] = []
                    page, more = 0, True
                    while more:
                        page += 1
                        rows, pages = search(self.ada, PartIn(), words, page)
                        found += [row.id for row in rows]
                        more = pages.more
                    self.assertEqual(set(found), wanted)
                    self.assertEqual(len(found), len(wanted))

    def test_in_the_order_of_the_drawer_and_those_that_fit_the_shaft_first(self) -> None:
        with mock.patch("drawer.finding.LOOKED_AT", 100):
            found, _ = search(self.ada, PartIn(bore_mm=5), "heronry", 1)
        teeth = [(abs(float(row.bore_mm or 0) - 5) > 0.05, row.teeth or 9999) for row in found]
        self.assertEqual(teeth, sorted(teeth))
        self.assertEqual({row.id for row in found}, self.by_hand("heronry"))
        self.assertLess(0, sum(first[0] for first in teeth))

    def test_one_that_is_sorted_rather_than_gone_through_is_found_all_the_same(self) -> None:
        # By size the index has another order: a few rows are not enough to sort, and it says so.
        for rows in (1, 5, 20, 100):
            with (
                self.subTest(rows=rows),
                mock.patch.multiple("drawer.finding", LOOKED_AT=rows, MOST_LOOKED_AT=rows),
            ):
                found, _ = search(self.ada, PartIn(module_mm=0.8, bore_mm=5), "heronry", 1)
                self.assertEqual({row.id for row in found}, self.by_hand("heronry"))
