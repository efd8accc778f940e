"""A step read aloud: nothing is left that a voice would stumble over, and no figure is lost."""

from __future__ import annotations

import re
import unittest

from hypothesis import given
from hypothesis import strategies as st

from gearing.rebuild import PlanContext, Removed, build_plan, spoken
from gearing.strip.entry import TO_NAME, build_title, name_of, print_entry, read_line, strip_title, unnamed

from .lines import SAID as LINES

SAID = {
    "Drive in the M3 × 8 screw": "Drive in the M 3, 8 long, screw",
    "Drive in four M2.5 × 22 screws": "Drive in four M 2 point five, 22 long, screws",
    "Seat the M3 nut": "Seat the M 3 nut",
    "a 4-40 x 3/8 cap screw": "a number 4, 40 threads, 3 over 8 of an inch, cap screw",
    "12-15 turns of the crank": "12 to 15 turns of the crank",
    "Take 0.5 module, 31 teeth.": "Take 0 point five module, 31 teeth.",
    "Back off by 1/4 turn": "Back off by a quarter of a turn",
    "1/2 turn, then 3/8 turn": "half a turn, then three eighths of a turn",
    "second wheel 31/12 nylon": "second wheel 31 and 12 nylon",
    "7x11x3 bearing": "7 by 11 by 3 bearing",
    "0.05 mm of end play": "0 point zero five millimetres of end play",
    "1 mm": "1 millimetre",
    "warm, 60 °C at most": "warm, 60 degrees at most",
    "torque 0.4 N·m": "torque 0 point four newton metres",
    "It is in A3.": "It is in A 3.",
    "ratio 1:3.1": "ratio 1 to 3 point one",
    "pinion 48 DP 20t": "pinion 48 D P 20 teeth",
    "Long boss down.": "Long boss down.",
    "": "",
}


class Spoken(unittest.TestCase):
    def test_figures_are_said_as_one_says_them(self) -> None:
        for text, said in SAID.items():
            with self.subTest(text):
                self.assertEqual(spoken(text), said)

    def test_no_step_of_any_row_leaves_a_sign_that_a_voice_stumbles_over(self) -> None:
        for line, *_ in LINES:
            pieces = [Removed(1, entry, at=at) for at, entry in enumerate(read_line(line))]
            for step in build_plan(pieces, PlanContext()).steps:
                said = spoken(". ".join([step.title, *(remark.text for remark in step.remarks)]))
                with self.subTest(line, said=said):
                    self.assertIsNone(re.search(r"[×±°·]|\d[.,]\d|\d+\s*mm\b", said))

    @given(st.text("0123456789./x ×:mMtA°%-", max_size=40))
    def test_every_digit_is_said_or_named(self, text: str) -> None:
        # What is before a decimal mark stays as it is; what follows is spelt.
        for figure in re.findall(r"(?<![\d./:x×-])\d+(?![\d./:x× t-])", text):
            self.assertIn(figure, spoken(text))


class PictureFirst(unittest.TestCase):
    def test_a_picture_is_a_step_whose_name_is_still_to_come(self) -> None:
        (entry,) = read_line(TO_NAME)
        self.assertTrue(unnamed(entry))
        self.assertEqual((entry.count, entry.kind, name_of(entry)), (1, "other", "to be named"))
        for title in (strip_title(entry), build_title(entry)):
            self.assertIn("the piece in the picture", title)

    def test_what_is_marked_of_it_is_kept_and_it_prints_back(self) -> None:
        for line in (TO_NAME, f"{TO_NAME} #A3", f"{TO_NAME} @under ^long boss down"):
            (entry,) = read_line(line)
            with self.subTest(line):
                self.assertTrue(unnamed(entry))
                self.assertEqual(read_line(print_entry(entry)), (entry,))

    def test_anything_that_tells_what_it_is_is_a_name(self) -> None:
        for line in ("lid", "M3x10", "31t", "7x11x3", "rear cover?", "? gear"):
            with self.subTest(line):
                self.assertFalse(any(unnamed(entry) for entry in read_line(line)))
