"""Bearings by what is marked on them: their size, their drawing, and what a measured one is called."""

from __future__ import annotations

import unittest

from gearing.bearings import BallBearing, called, designated
from gearing.data import table
from gearing.strip.entry import order_words, parse
from gearing.strip.figures import figure_of


class Marked(unittest.TestCase):
    def test_a_marked_bearing_brings_its_size_and_its_drawing(self) -> None:
        for line, count, size in (
            ("685 2RS", 1, "5x11x5"),
            ("bearing 685", 1, "5x11x3"),
            ("2x 608", 2, "8x22x7"),
            ("4x 608zz", 4, "8x22x7"),
            ("MR115-ZZ", 1, "5x11x4"),
            ("2 bearings 6800 2RS of the hub", 2, "10x19x5"),
            ("outer bearing r188", 1, "6.35x12.7x3.175"),
        ):
            entry = parse(line)
            with self.subTest(line):
                self.assertEqual((entry.kind, entry.count, entry.size), ("bearing", count, size))
                figure = figure_of(entry)
                drawn = [figure.bore, figure.diameter, figure.thickness]
                self.assertEqual(drawn, [float(each) for each in size.split("x")])

    def test_a_size_that_is_said_stands_and_other_numbers_are_no_bearings(self) -> None:
        self.assertEqual(parse("bearing 685 5x11x4").size, "5x11x4")
        for line, kind in (("pinion 60t", "gear"), ("608 washers", "washer"), ("plate 6000", "cover")):
            with self.subTest(line):
                self.assertEqual((parse(line).kind, parse(line).size), (kind, ""))

    def test_one_that_was_measured_is_named_where_it_is_ordered(self) -> None:
        self.assertEqual(order_words(parse("bearing 8x16x5")), "8 × 16 × 5 · 688 ZZ")
        self.assertEqual(order_words(parse("bearing 685 2RS")), "5 × 11 × 5 · 685 2RS")
        self.assertEqual(order_words(parse("bearing 5x11x9")), "5 × 11 × 9")

    def test_each_of_the_list_is_found_by_its_size_again_and_has_room_for_balls(self) -> None:
        for name, (bore, outside, *widths) in table("bearings")["sizes"].items():
            with self.subTest(name):
                self.assertLess(bore + 1.4, outside)
                self.assertEqual(widths, sorted(widths))
                self.assertLess(widths[-1], outside)
                for mark in ("", "ZZ"):
                    found = designated(f"{name} {mark}")
                    assert isinstance(found, BallBearing)
                    self.assertIn(name, called(found.bore, found.outside, found.width).split())
