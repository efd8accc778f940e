"""What a caliper types: its unit by its digits, what is no reading refused."""

from __future__ import annotations

import unittest

from hypothesis import given
from hypothesis import strategies as st

from gearing.errors import GearingError
from gearing.measuring.typed import typed_reading

from ..examples import examples


class Typed(unittest.TestCase):
    def test_by_its_digits(self) -> None:
        for text, mm, unit in (
            ("26.40", 26.40, "mm"),
            ("  8,615 ", 8.615, "mm"),
            ("+0.03", 0.03, "mm"),
            ("1.0394", 26.4008, "inch"),
            ("0.5in", 12.7, "inch"),
            ("12.7mm", 12.7, "mm"),
            ("3/16", 4.7625, "inch"),
        ):
            with self.subTest(text):
                self.assertEqual(typed_reading(text), (mm, unit))

    def test_what_is_no_reading_is_refused_with_what_to_do(self) -> None:
        for text in ("", "-", "1.2.3", "M3", "9999", "99.99999999", "1e3", "12 34"):
            with self.subTest(text), self.assertRaises(GearingError) as refused:
                typed_reading(text)
            self.assertTrue(refused.exception.hint)

    @examples(60)
    @given(st.integers(0, 15_000), st.sampled_from(".,"))
    def test_what_a_display_of_hundredths_shows_is_what_it_is(self, hundredths: int, mark: str) -> None:
        shown = f"{hundredths / 100:.2f}".replace(".", mark)
        self.assertEqual(typed_reading(shown), (hundredths / 100, "mm"))
