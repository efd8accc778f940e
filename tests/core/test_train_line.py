"""The train of a row: the gears as force runs through them, whatever end the strip began at."""

from __future__ import annotations

import unittest

from gearing.strip.entry import parse
from gearing.strip.train_line import train_line
from gearing.train import read_train, solve

ROWS = {
    # From the output inward, as a winch opens.
    "11:31 | 12:44": ("drum wheel 44t brass", "second wheel 31/12 nylon", "motor pinion 11t brass"),
    # From the motor on, as a car opens.
    "15:54 | 14:42b": ("4x M3x10 cover", "pinion 15t steel", "spur wheel 54t", "bevel pinion 14t", "crown wheel 42t"),
    "w1:60": ("worm steel", "worm wheel 60t bronze"),
    "w2:40 | 12:36": ("worm 2 start", "worm wheel 40/12 brass", "output gear 36t"),
    "p12/18/48 | p12/18/48": (
        "sun 12t brass", "3 planets 18t acetal", "second sun 12t brass", "3 planets 18t acetal", "ring gear 48t steel",
    ),
    "12:60 | 10:48 | 14:40": ("output gear 40t", "third gear 48/14", "second gear 60/10", "motor pinion 12t"),
    "13:57": ("pinion 13t", "spur 57t", "side gear 20t", "2 spider gears 10t"),
    "": ("rear cover", "4x M3x10", "bearing 5x11x4"),
}  # fmt: skip


class TrainOfARow(unittest.TestCase):
    def test_rows_of_the_bench_give_their_train(self) -> None:
        for wanted, lines in ROWS.items():
            with self.subTest(wanted):
                self.assertEqual(train_line([parse(line) for line in lines]), wanted)

    def test_whatever_it_gives_can_be_solved(self) -> None:
        for lines in ROWS.values():
            for many in range(len(lines) + 1):
                if line := train_line([parse(each) for each in lines[:many]]):
                    self.assertTrue(solve(read_train(line)).speeds)
