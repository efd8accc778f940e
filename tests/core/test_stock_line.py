"""What goes into the drawer by a line, and what of a written-off unit is worth a place there."""

from __future__ import annotations

import unittest
from decimal import Decimal

from hypothesis import given
from hypothesis import strategies as st

from gearing.errors import GearingError
from gearing.identification.wear import less_than_before
from gearing.rebuild import Removed
from gearing.sourcing import described, stock_line
from gearing.sourcing.salvage import salvage
from gearing.strip.entry import parse

LINES = (
    ("4x bearing 5x11x4 #R3 2.20 least 2 from Harbour Gears", "bearing 5x11x4", "bearing", 4, "R3", "2.20", 2),
    ("20x M3x10 button hex2 #A1", "M3 × 10 button hex2", "screw", 20, "A1", None, None),
    ("shim 5x8x0.1 x10 least 5", "shim 5x8x0.1", "shim", 10, "", None, 5),
    ("grease, plastic-safe, 20 ml 6,40", "grease, plastic-safe, 20 ml", "consumable", 1, "", "6.40", None),
    ("2x diff fluid 5000 cst #F1", "diff fluid 5000 cst", "consumable", 2, "F1", None, None),
    ("spring 6x20 0.8 wire", "spring 0.8 wire 6x20", "spring", 1, "", None, None),
    ("circlip 8, 1.40 from Ferry stores #C2", "circlip 8", "circlip", 1, "C2", "1.40", None),
    ("two wheels 31/12 nylon", "wheels 31/12 nylon", "gear", 2, "", None, None),
)  # fmt: skip


class Lines(unittest.TestCase):
    def test_lines_as_a_bench_says_them(self) -> None:
        for line, what, kind, count, place, price, least in LINES:
            with self.subTest(line=line):
                said = stock_line(line)
                self.assertEqual(
                    (said.what, said.kind, said.count, said.place, said.least),
                    (what, kind, count, place, least),
                )
                self.assertEqual(said.price, Decimal(price) if price else None)

    def test_a_gear_keeps_what_it_must_be_found_by(self) -> None:
        said = stock_line("spur wheel 57t 0.8 module nylon bore 5 4.50")
        self.assertEqual((said.teeth, said.module, said.bore), (57, "0.8 module", "5"))
        self.assertEqual((said.material, said.price), ("nylon", Decimal("4.50")))

    def test_a_size_is_no_price(self) -> None:
        self.assertIsNone(stock_line("shim 5x8x0.10").price)
        self.assertEqual(stock_line("bearing 5x11x4 12.00").price, Decimal("12.00"))

    def test_nothing_named_is_refused(self) -> None:
        for line in ("", "   ", "4.50", "#A1"):
            with self.subTest(line=line), self.assertRaises(GearingError) as refused:
                stock_line(line)
            self.assertIn(refused.exception.code, ("no_stock", "line_empty"))

    @given(st.text(max_size=120))
    def test_whatever_is_typed_is_put_in_or_refused(self, line: str) -> None:
        try:
            said = stock_line(line)
        except GearingError:
            return
        self.assertTrue(said.what and len(said.what) <= 200)
        self.assertTrue(1 <= said.count <= 9999)


class Salvaged(unittest.TestCase):
    ROW = (
        ("four M3x10 cap hex2.5 of the cover", "", False),
        ("case half", "", False),
        ("drum wheel 44t brass", "keep", True),
        ("second wheel 31/12 nylon", "replace", False),
        ("two bearings 5x11x4", "", True),
        ("o-ring 4x7x1.5 discard", "", False),
        ("shaft 4x36", "keep", True),
        ("motor", "", True),
    )

    def test_gears_bearings_shafts_and_motors_are_kept_the_dead_and_the_case_are_not(self) -> None:
        row = [Removed(n, parse(line), verdict) for n, (line, verdict, _) in enumerate(self.ROW, 1)]
        judged = salvage(row)
        self.assertEqual([each.keep for each in judged], [keep for *_, keep in self.ROW])
        self.assertEqual(judged[4].count, 2)
        self.assertEqual(judged[3].why, "it was found done for")
        self.assertTrue(all(each.why for each in judged))

    def test_what_stays_shut_is_no_part_of_it(self) -> None:
        self.assertEqual(salvage([Removed(1, parse("M2x6 sealed plug shut"))]), [])

    def test_a_piece_is_described_by_what_it_is_asked_for(self) -> None:
        for line, said in (
            ("second wheel 31/12 nylon ^long boss down #B3", "second wheel 31/12 nylon"),
            ("spur 57t 0.8 module", "spur 57t 0.8 module"),
            ("M2.5x22 pan ph1 of the back cover", "M2.5 × 22 pan ph1"),
        ):
            self.assertIn(said.split()[0], described(parse(line)))
            self.assertEqual(described(parse(line)), said)


class LessThanBefore(unittest.TestCase):
    def test_what_two_readings_scatter_is_no_wear(self) -> None:
        self.assertEqual(less_than_before(8.60, 8.58), 0.0)
        self.assertEqual(less_than_before(8.60, 8.62), 0.0)
        self.assertEqual(less_than_before(8.60, 8.45), 0.15)

    @given(st.floats(1, 50), st.floats(0.001, 0.05), st.floats(0, 1))
    def test_it_is_never_more_than_the_difference_nor_below_nothing(
        self, first: float, error: float, less: float
    ) -> None:
        said = less_than_before(first, first - less, error)
        self.assertTrue(0 <= said <= less + 0.001)
        self.assertEqual(bool(said), said > error)
