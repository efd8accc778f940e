"""What a visit comes to: rounded once, taxed on the sum, an estimate that is a range, a limit that is kept."""

from __future__ import annotations

import unittest
from decimal import Decimal
from fractions import Fraction

from hypothesis import given
from hypothesis import strategies as st

from gearing.errors import GearingError
from gearing.sourcing.bill import BillLine, Terms, bill, estimate, passed_by

D = Decimal


class Bills(unittest.TestCase):
    def test_tax_is_on_the_sum_and_not_on_each_line(self) -> None:
        # 0.13 at 19 % is 0.0247: rounded line by line it would make 0.06 of three.
        lines = [BillLine("washer", 1, D("0.13"))] * 3
        made = bill(lines, 0, Terms("EUR", None, D(19), False))
        self.assertEqual((made.net, made.tax, made.total), (D("0.39"), D("0.07"), D("0.46")))
        held = bill(lines, 0, Terms("EUR", None, D(19), True))
        self.assertEqual((held.total, held.tax, held.net), (D("0.39"), D("0.06"), D("0.33")))

    def test_a_club_charges_no_work(self) -> None:
        made = bill([BillLine("spur", 1, D("4.50"))], 90, Terms())
        self.assertEqual((made.work, made.total), (None, D("4.50")))

    def test_work_parts_and_credit_come_together(self) -> None:
        lines = [BillLine("spur", 2, D("4.50"), D("4.50")), BillLine("shim"), BillLine("grease", 1, D("2.5"))]
        made = bill(lines, 50, Terms("EUR", D("31.40")))
        self.assertEqual(made.work, D("26.17"))
        self.assertEqual((made.total, made.unpriced), (D("33.17"), 1))

    def test_a_tax_that_is_none_is_refused(self) -> None:
        for tax in (D(-1), D(90)):
            with self.assertRaises(GearingError) as refused:
                bill([], 0, Terms(tax=tax))
            self.assertEqual(refused.exception.code, "no_tax")

    def test_an_estimate_is_a_range_and_not_said_to_the_cent(self) -> None:
        least, most = estimate([D("4.20"), D("9.80")], 45, Terms("EUR", D(30), D(20), False))
        # By hand: (4.20 + 22.50 x 0.7) x 1.2 = 23.94; (9.80 + 22.50 x 1.3) x 1.2 = 46.86.
        self.assertEqual((least, most), (D("23.00"), D("47.00")))
        self.assertEqual(estimate([D(5), D(5)], 60, Terms()), (D("5.00"), D("5.00")))

    def test_a_limit_is_passed_by_what_is_over_it(self) -> None:
        self.assertEqual(passed_by(D(30), D("30.00")), 0)
        self.assertEqual(passed_by(D(30), D("42.30")), D("12.30"))
        self.assertEqual(passed_by(None, D(1000)), 0)

    @given(
        st.lists(st.tuples(st.integers(1, 20), st.integers(0, 50_000)), max_size=12),
        st.integers(0, 2000),
        st.integers(0, 20_000),
        st.sampled_from([0, 7, 19, 25]),
        st.booleans(),
    )
    def test_it_is_what_exact_sums_say_to_the_cent(
        self, rows: list[tuple[int, int]], minutes: int, rate: int, tax: int, included: bool
    ) -> None:
        lines = [BillLine("x", count, D(each) / 100) for count, each in rows]
        made = bill(lines, minutes, Terms("EUR", D(rate) / 100, D(tax), included))
        goods = Fraction(sum(count * each for count, each in rows), 100)
        work = Fraction(rate, 100) * minutes / 60
        exact = goods + work if included else (goods + work) * Fraction(100 + tax, 100)
        self.assertLessEqual(abs(Fraction(made.total) - exact), Fraction(2, 100))
        self.assertEqual(made.net + made.tax, made.total)
        self.assertEqual(made.total, made.total.quantize(D("0.01")))
