"""The three gears on the door: as many teeth as said, whole, in mesh and none into another."""

from __future__ import annotations

import re
from itertools import pairwise
from math import dist

import numpy as np
from django.test import SimpleTestCase

from accounts.train import MODULE, TEETH, train_drawing

TOOTH = 2.25 * MODULE
"""Height of a tooth, ISO 53 profile A."""


def read_back(path: str) -> np.ndarray:
    """The points a drawn outline goes through, from where each of its steps leads."""
    start, steps = re.fullmatch(r"M(.+)l(.+)z", path).groups()  # type: ignore[union-attr]
    first = np.array(start.split(), dtype=float)
    return np.vstack([first, first + np.cumsum(np.array(steps.split(), dtype=float).reshape(-1, 2), axis=0)])


class Drawing(SimpleTestCase):
    def setUp(self) -> None:
        drawn = str(train_drawing())
        self.outlines = [read_back(path) for path in re.findall(r'class="line" d="([^"]+)"', drawn)]
        circles = re.findall(r'class="thin" cx="([^"]+)" cy="([^"]+)" r="([^"]+)"', drawn)
        self.pitches = [tuple(map(float, circle)) for circle in circles]

    def radii(self, outline: np.ndarray, pitch: tuple[float, ...]) -> np.ndarray:
        return np.hypot(outline[:, 0] - pitch[0], outline[:, 1] - pitch[1])

    def test_each_has_as_many_teeth_as_are_said(self) -> None:
        self.assertEqual(len(self.outlines), len(TEETH))
        for teeth, outline, pitch in zip(TEETH, self.outlines, self.pitches, strict=True):
            outside = self.radii(outline, pitch) > pitch[2]
            # Around the whole, every tooth goes out over the pitch circle once.
            self.assertEqual(np.count_nonzero(outside & ~np.roll(outside, 1)), teeth)

    def test_each_is_closed_and_as_high_as_a_tooth(self) -> None:
        for outline, pitch in zip(self.outlines, self.pitches, strict=True):
            radii = self.radii(outline, pitch)
            self.assertAlmostEqual(np.ptp(radii), TOOTH, delta=0.2)
            self.assertAlmostEqual(radii.max(), pitch[2] + MODULE, delta=0.2)
            self.assertLess(dist(outline[0], outline[-1]), MODULE)

    def test_neighbours_touch_by_their_pitch_circles_and_no_tooth_stands_in_another(self) -> None:
        for (one, at), (other, by) in pairwise(zip(self.outlines, self.pitches, strict=True)):
            self.assertAlmostEqual(dist(at[:2], by[:2]), at[2] + by[2], delta=0.15)
            for points, into in ((one, other), (other, one)):
                deepest = max((depth(point, into) for point in points if inside(point, into)), default=0.0)
                # Drawn from chord to chord without backlash: no more than a line's width.
                self.assertLess(deepest, 1.0)


def inside(point: np.ndarray, outline: np.ndarray) -> bool:
    """Whether a point lies within a closed outline: a ray from it crosses an odd number of sides."""
    a, b = outline, np.roll(outline, -1, axis=0)
    spans = (a[:, 1] > point[1]) != (b[:, 1] > point[1])
    rise = np.where(spans, b[:, 1] - a[:, 1], 1.0)
    crosses = a[:, 0] + (point[1] - a[:, 1]) / rise * (b[:, 0] - a[:, 0]) > point[0]
    return bool(np.count_nonzero(spans & crosses) % 2)


def depth(point: np.ndarray, outline: np.ndarray) -> float:
    """How far a point lies from the nearest side of an outline."""
    a, along = outline, np.roll(outline, -1, axis=0) - outline
    length = np.maximum((along**2).sum(axis=1), 1e-12)
    share = np.clip(((point - a) * along).sum(axis=1) / length, 0.0, 1.0)
    return float(np.hypot(*(point - a - share[:, None] * along).T).min())
