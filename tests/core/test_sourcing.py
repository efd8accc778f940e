"""Suppliers' lists as they come, money as it is written, and orders as they stand."""

from __future__ import annotations

import unittest
from datetime import date, timedelta
from decimal import Decimal

from hypothesis import given
from hypothesis import strategies as st

from gearing.errors import GearingError
from gearing.sourcing import (
    LineStanding,
    basket_sum,
    cents,
    chase_words,
    expected_on,
    order_standing,
    read_money,
    read_price_list,
    return_words,
    waits_note,
)
from gearing.sourcing.ordering import share_of_postage

TODAY = date(2026, 11, 27)
GERMAN = """Artikelnummer;Bezeichnung;Preis;Lieferzeit;Bestand;Inhalt;Zähne;Modul
HG-1;Stirnrad 57 Zähne;1.234,50 €;4;3;;57;0,8
HG-2;Zahnradsatz;12,50;2 Wochen;0;Rad 2, Rad 3 und Ritzel;;
HG-3;Ritzel;9;-;;;12;32 DP
"""
ENGLISH = """Number,Description,Price each,Days,Stock,Contains
A1,"Gear set, steel","1,250.00",4,2,"second wheel; third wheel"
A2,Spur 57t,4.50,,,
"""


class Lists(unittest.TestCase):
    def test_a_list_with_commas_and_umlauts_in_any_encoding(self) -> None:
        for encoding in ("utf-8", "utf-8-sig", "cp1252", "utf-16"):
            with self.subTest(encoding=encoding):
                listed = read_price_list(GERMAN.encode(encoding))
                self.assertEqual(listed.refused, ())
                spur, kit, pinion = listed.rows
                self.assertEqual(
                    (spur.number, spur.price, spur.days, spur.stock, spur.teeth, spur.module),
                    ("HG-1", Decimal("1234.50"), 4, 3, 57, 0.8),
                )
                self.assertEqual((kit.days, kit.contains), (14, ("Rad 2", "Rad 3 und Ritzel")))
                self.assertEqual((pinion.price, pinion.days), (Decimal(9), None))
                self.assertAlmostEqual(pinion.module or 0, 25.4 / 32, places=3)

    def test_quoted_commas_and_points_as_decimals(self) -> None:
        listed = read_price_list(ENGLISH.encode())
        kit, spur = listed.rows
        self.assertEqual((kit.what, kit.price), ("Gear set, steel", Decimal("1250.00")))
        self.assertEqual(kit.contains, ("second wheel", "third wheel"))
        self.assertEqual((spur.price, spur.days, spur.contains), (Decimal("4.50"), None, ()))

    def test_each_bad_line_is_refused_for_itself(self) -> None:
        rows = {
            "A1;Spur;0": "price of 0",
            "A2;Spur;1000000,00": "no price for a part",
            "A3;Spur;cheap": "no price",
            "A4;;4,50": "does not say what it is",
            "A5;Spur;-4,50": "no price",
            "A6;Spur;4,50": "",
            "A6;Spur again;4,60": "stands in line 7 already",
        }
        listed = read_price_list(("Nr;What;Price\n" + "\n".join(rows)).encode())
        self.assertEqual([row.number for row in listed.rows], ["A6"])
        refused = {each.line: each.why for each in listed.refused}
        for n, why in enumerate(rows.values(), 2):
            if why:
                self.assertIn(why, refused[n])
        self.assertEqual(len(refused), 6)

    def test_a_price_that_could_be_read_in_two_ways_is_refused(self) -> None:
        listed = read_price_list(b"what;price\nspur;1.234\n")
        self.assertIn("may be 1 and a bit", listed.refused[0].why)
        # One plain price beside it tells which mark the list has.
        listed = read_price_list(b"what;price\nspur;1.234\npinion;2,50\n")
        self.assertEqual([row.price for row in listed.rows], [Decimal(1234), Decimal("2.50")])

    def test_what_is_no_list_is_refused_with_what_to_do(self) -> None:
        for content in (
            b"",
            b"\n\n",
            b"\x89PNG\r\n\x1a\n\x00\x00\x00",
            b"colour;size\nred;4\n",
            b"number;price\nA1;4\n",
            b"what;note\nspur;good\n",
            b"what;price\n" * 30_000,
            b"x" * 5_000_000,
        ):
            with self.subTest(content=content[:12]), self.assertRaises(GearingError) as refused:
                read_price_list(content)
            self.assertEqual(refused.exception.code, "no_price_list")
            self.assertTrue(refused.exception.hint)

    @given(st.binary(max_size=300))
    def test_whatever_is_sent_is_read_or_refused(self, content: bytes) -> None:
        try:
            listed = read_price_list(b"number;what;price;days;module\n" + content)
        except GearingError:
            return
        for row in listed.rows:
            self.assertTrue(row.what)
            self.assertTrue(row.price is None or 0 < row.price < 100_000)

    @given(st.integers(1, 9_999_999), st.sampled_from([".", ","]), st.booleans())
    def test_a_price_is_read_back_as_it_was_written(self, hundredths: int, mark: str, grouped: bool) -> None:
        whole, part = divmod(hundredths, 100)
        other = "," if mark == "." else "."
        text = f"{whole:,}".replace(",", other) if grouped else str(whole)
        self.assertEqual(read_money(f"{text}{mark}{part:02d}"), Decimal(hundredths) / 100)


class Money(unittest.TestCase):
    def test_halves_go_up_as_a_till_rounds(self) -> None:
        for amount, rounded in (("0.005", "0.01"), ("2.345", "2.35"), ("2.3449", "2.34")):
            self.assertEqual(cents(Decimal(amount)), Decimal(rounded))

    @given(st.integers(0, 5000), st.lists(st.integers(0, 100_000), min_size=1, max_size=12))
    def test_the_post_is_shared_and_no_cent_is_lost(self, post: int, goods: list[int]) -> None:
        postage = Decimal(post) / 100
        shares = share_of_postage(postage, [Decimal(each) / 100 for each in goods])
        self.assertEqual(sum(shares), postage)
        self.assertTrue(all(share >= 0 for share in shares))
        whole = sum(goods)
        for share, each in zip(shares, goods, strict=True):
            exact = postage * each / whole if whole else postage / len(goods)
            self.assertLess(abs(share - exact), Decimal("0.01"))

    def test_a_basket_pays_its_post_once_and_nothing_from_a_sum_on(self) -> None:
        lines = [(2, Decimal("4.50")), (1, Decimal("9.50")), (1, None)]
        costs = basket_sum(lines, Decimal("3.90"), Decimal(30))
        self.assertEqual(
            (costs.goods, costs.postage, costs.total, costs.unknown, costs.to_free),
            (Decimal("18.50"), Decimal("3.90"), Decimal("22.40"), 1, Decimal("11.50")),
        )
        free = basket_sum([(4, Decimal("9.50"))], Decimal("3.90"), Decimal(30))
        self.assertEqual((free.total, free.to_free), (Decimal("38.00"), None))
        self.assertEqual(basket_sum([], Decimal("3.90")).total, 0)


class Standing(unittest.TestCase):
    def stands(self, *lines: LineStanding, expected: int | None = 4, chased: int | None = None) -> str:
        stands = order_standing(
            lines,
            TODAY,
            sent_on=TODAY - timedelta(days=6),
            expected=None if expected is None else TODAY + timedelta(days=expected),
            chased_on=None if chased is None else TODAY - timedelta(days=chased),
        )
        return f"{stands.key}: {stands.says}"

    def test_an_order_says_how_it_stands(self) -> None:
        spur = LineStanding("spur", 2)
        came = LineStanding("spur", 2, came=2)
        self.assertEqual(self.stands(spur), "awaited: due in 4 days")
        self.assertEqual(self.stands(spur, expected=0), "awaited: due today")
        self.assertEqual(self.stands(spur, expected=None), "awaited: no day said")
        self.assertEqual(self.stands(spur, expected=-1), "late: 1 day late")
        self.assertEqual(self.stands(spur, expected=-9, chased=2), "late: 9 days late, asked 2 days ago")
        self.assertEqual(self.stands(came, spur), "part: 2 came, 1 to come, due in 4 days")
        self.assertEqual(self.stands(came), "here: all here")
        self.assertEqual(self.stands(LineStanding("spur", 2, cancelled=2)), "cancelled: cancelled")
        self.assertEqual(self.stands(LineStanding("spur", 2, came=1, cancelled=1)), "here: all here")

    def test_it_is_asked_after_some_days_late_and_not_each_day(self) -> None:
        sent, expected = TODAY - timedelta(days=8), TODAY - timedelta(days=1)
        stands = order_standing([LineStanding("spur", 1)], TODAY, sent_on=sent, expected=expected)
        self.assertEqual(stands.chase_on, TODAY + timedelta(days=1))
        stands = order_standing(
            [LineStanding("spur", 1)], TODAY, sent_on=sent, expected=expected, chased_on=TODAY
        )
        self.assertEqual(stands.chase_on, TODAY + timedelta(days=4))

    def test_it_is_expected_when_its_slowest_line_is(self) -> None:
        self.assertEqual(expected_on(TODAY, [2, 7, None], usual=5), TODAY + timedelta(days=7))
        self.assertEqual(expected_on(TODAY, [None], usual=5), TODAY + timedelta(days=5))
        self.assertIsNone(expected_on(TODAY, [None]))

    def test_words_name_the_order_what_is_wrong_and_what_is_wanted(self) -> None:
        said = return_words("A12", "Harbour Gears", "spur 57t", 1, number="HG-1", wrong=["56 for 57"])
        for part in ("A12", "HG-1 (spur 57t)", "56 for 57", "send it back", "credit"):
            self.assertIn(part, said)
        said = chase_words("A12", "Harbour Gears", ["spur 57t"], TODAY, TODAY + timedelta(days=4))
        for part in ("A12", "27 Nov", "1 Dec", "spur 57t"):
            self.assertIn(part, said)
        note = waits_note("A12", ["a very long name of a part"] * 20, "Harbour Gears", TODAY)
        self.assertLessEqual(len(note), 200)
        self.assertTrue(note.endswith("from Harbour Gears, due 27 Nov"))
