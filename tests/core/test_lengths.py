"""Lengths and marks as they are written on a bench."""

from __future__ import annotations

import unittest

from hypothesis import given
from hypothesis import strategies as st

from gearing.errors import GearingError
from gearing.lengths import read_length
from gearing.measuring.marks import read_mark


class Lengths(unittest.TestCase):
    def test_every_way_of_writing_one(self) -> None:
        cases = {
            "8.55": 8.55, "2,5": 2.5, ".5": 0.5, "3/16": 4.7625, "1 1/4 in": 31.75, "1-1/4": 31.75, "0.080in": 2.032,
            '0.5"': 12.7, "80 thou": 2.032, "1.2 cm": 12.0, " 7 mm ": 7.0, "1/2″": 12.7,
        }  # fmt: skip
        for text, mm in cases.items():
            with self.subTest(text=text):
                self.assertAlmostEqual(read_length(text).mm, mm, places=9)

    def test_what_is_no_length_says_how_to_type_one(self) -> None:
        for text in ("", "x", "-3", "0", "1/0", "3 4", "1e9", "99999", "5 mm in", "NaN", "8.5.5", "9" * 500):
            with self.subTest(text=text), self.assertRaises(GearingError) as caught:
                read_length(text, field="bore")
            self.assertEqual(caught.exception.field, "bore")
            self.assertTrue(caught.exception.hint)

    @given(st.text(max_size=50))
    def test_any_text_is_a_length_or_a_clear_refusal(self, text: str) -> None:
        try:
            self.assertTrue(0 < read_length(text).mm <= 2000)
        except GearingError as refused:
            self.assertTrue(refused.hint)


class Marks(unittest.TestCase):
    def test_marks_are_evidence(self) -> None:
        cases = {
            "24 M1": (None, 1.0, (24.0,)),
            "0.6M 31T": (31, 0.6, ()),
            "48P": (None, 25.4 / 48, ()),
            "32DP 24T": (24, 25.4 / 32, ()),
            "7": (None, None, (7.0,)),
            "": (None, None, ()),
            "m0": (None, None, ()),
            "3T": (None, None, ()),
            "0P": (None, None, ()),
        }
        for text, wanted in cases.items():
            mark = read_mark(text)
            with self.subTest(text=text):
                self.assertEqual((mark.teeth, mark.module, mark.bare), wanted)
