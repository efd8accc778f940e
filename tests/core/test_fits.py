"""Does this one fit: what must agree, what can be changed, and what is not known."""

from __future__ import annotations

import unittest
from dataclasses import replace
from typing import Any

from hypothesis import given
from hypothesis import strategies as st

from gearing.decision.replacement import ORDER, ReplacementPart, compare
from gearing.geometry.gear import INCH

WANTED = ReplacementPart(31, 0.8, 20.0, 5.0, "round", 4.0, "long, one side", "nylon")
PARTS = st.builds(
    ReplacementPart,
    st.sampled_from([0, 30, 31]),
    st.sampled_from([0.0, 0.5, 0.8, INCH / 32]),
    st.sampled_from([0.0, 14.5, 20.0]),
    st.sampled_from([0.0, 3.0, 5.0, 9.0]),
    st.sampled_from(["", "round", "D"]),
    st.sampled_from([0.0, 2.0, 3.5, 4.0, 6.0]),
    st.sampled_from(["", "none"]),
    st.sampled_from(["", "nylon", "brass"]),
)


class Fits(unittest.TestCase):
    def test_field_by_field(self) -> None:
        cases: list[tuple[dict[str, Any], str, str, str]] = [
            ({}, "teeth", "fits", "31"),
            ({"teeth": 30}, "teeth", "not", "another ratio"),
            ({"module": INCH / 32}, "module", "not", "looks alike"),
            ({"module": 0.5}, "module", "not", "does not mesh"),
            ({"pressure_angle": 14.5}, "pressure angle", "not", "14.5"),
            ({"bore": 5.04}, "bore", "fits", "5.04"),
            ({"bore": 3.0}, "bore", "change", "ream"),
            ({"bore": 6.0}, "bore", "change", "sleeve"),
            ({"bore": 8.0}, "bore", "not", "too large"),
            ({"bore_shape": "D"}, "bore shape", "change", "how is it driven"),
            ({"width": 6.0}, "width", "change", "face it down"),
            ({"width": 3.5}, "width", "change", "carries less"),
            ({"width": 2.0}, "width", "not", "too narrow"),
            ({"boss": "none"}, "boss", "change", "which side"),
            ({"material": "Nylon"}, "material", "fits", "Nylon"),
            ({"material": "brass"}, "material", "change", "pairing"),
            ({"bore": 0.0}, "bore", "unknown", "measure it"),
        ]
        for change, field, verdict, words in cases:
            answer = {one.field: one for one in compare(WANTED, replace(WANTED, **change)).fields}[field]
            with self.subTest(change=change):
                self.assertEqual(answer.verdict, verdict)
                self.assertIn(words, answer.says)

    @given(PARTS, PARTS)
    def test_the_whole_is_as_good_as_its_worst_field(
        self, wanted: ReplacementPart, part: ReplacementPart
    ) -> None:
        fit = compare(wanted, part)
        verdicts = [field.verdict for field in fit.fields] or ["unknown"]
        self.assertEqual(fit.verdict, max(verdicts, key=ORDER.index))

    @given(PARTS)
    def test_a_gear_fits_in_its_own_place_as_far_as_it_is_known(self, part: ReplacementPart) -> None:
        self.assertIn(compare(part, part).verdict, ("fits", "unknown"))
        self.assertEqual(compare(WANTED, WANTED).verdict, "fits")
