"""Gauges are true to size: on the glass as numbers, on paper as points."""

from __future__ import annotations

import unittest

import numpy as np

from gearing.gauges import CARD, gauges, rack_outline
from gearing.identification.standard_sizes import standard_sizes


class Racks(unittest.TestCase):
    def test_teeth_and_spaces_are_alike_on_the_pitch_line(self) -> None:
        size = next(s for s in standard_sizes() if s.label == "1 module")
        points = np.array(rack_outline(size, 5))
        x, y = points.T
        at = np.flatnonzero(y[:-1] * y[1:] < 0)
        crossings = x[at] - y[at] * (x[at + 1] - x[at]) / (y[at + 1] - y[at])
        self.assertTrue(np.allclose(np.diff(crossings), np.pi / 2))
        self.assertAlmostEqual(y.max(), 1.0)
        self.assertAlmostEqual(y.min(), -1.25)

    def test_flanks_lean_by_the_pressure_angle(self) -> None:
        for size in (s for s in standard_sizes() if s.label == "0.8 module"):
            (_, _), (x1, y1), (x2, y2), *_ = rack_outline(size, 1)
            self.assertAlmostEqual(np.arctan2(x2 - x1, y2 - y1), size.pressure_angle, places=9)

    def test_every_gauge_of_the_table_is_there_and_of_its_size(self) -> None:
        result = gauges()
        self.assertEqual(len({rack.label for rack in result.racks}), len(result.racks))
        for rack in result.racks:
            self.assertTrue(50 < rack.points[-1][0] <= 60, rack.label)
        screws = {screw.label: screw.figure for screw in result.screws}
        self.assertEqual((screws["M3 × 16"].diameter, screws["M3 × 16"].length), (3.0, 16.0))
        self.assertAlmostEqual(screws["4-40 × 3/8"].length, 9.525)
        sizes = {one.label: one.size for one in (*result.hexes, *result.rounds, *result.shims)}
        self.assertAlmostEqual(sizes["1/16 in"], 25.4 / 16)
        self.assertEqual(sizes["2.5 mm"], 2.5)
        self.assertEqual(CARD, (85.60, 53.98))

    def test_drives_are_as_wide_as_they_are_called(self) -> None:
        result = gauges()
        for drive in (*result.stars, *result.crosses):
            reach = max(float(np.hypot(x, y)) for x, y in drive.points)
            with self.subTest(drive=drive.label):
                self.assertAlmostEqual(2 * reach, drive.size, places=6)
        star = {one.label: one for one in result.stars}["star 10"]
        narrow = min(float(np.hypot(x, y)) for x, y in star.points)
        self.assertAlmostEqual(2 * narrow, 2.05, places=6)
