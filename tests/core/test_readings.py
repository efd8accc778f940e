"""The measure of the reader: its generator, its limit and its figures are what they say."""

from __future__ import annotations

import contextlib
import io
import unittest

import numpy as np

from gearing.geometry.gear import tip_land
from gearing.measuring.methods import Probe
from gearing.measuring.readings import Reading
from launch.readings import (
    BENCH,
    CROWD,
    FLAT,
    LABELS,
    SETS,
    SIZES,
    _case,
    _habit,
    _limit,
    _shares,
    crowd,
    one_of,
    read,
)

from ..examples import LONG, of


class Generator(unittest.TestCase):
    def test_a_crowd_holds_every_size_worn_only_downwards(self) -> None:
        many = crowd(24, 20_000, np.random.default_rng(1))
        self.assertEqual(set(many.size), set(np.flatnonzero(BENCH.weights)))
        flat = crowd(24, 20_000, np.random.default_rng(1), FLAT)
        self.assertEqual(set(flat.size), set(range(len(SIZES))))
        self.assertTrue((many.gears.tip_trim >= 0).all() and (many.gears.thinning >= 0).all())
        self.assertTrue((many.gears.thinning <= 0.15 * many.gears.module).all())
        self.assertAlmostEqual(float((many.gears.profile_shift == 0).mean()), 0.8, delta=0.02)

    def test_pinions_are_shifted_as_undercut_asks(self) -> None:
        shift = crowd(10, 20_000, np.random.default_rng(2)).gears.profile_shift
        self.assertAlmostEqual(float(np.median(shift[shift != 0])), 0.9 * 7 / 17, delta=0.02)

    def test_a_hand_reads_in_steps_with_its_scatter(self) -> None:
        dice = np.random.default_rng(3)
        gear = one_of(crowd(31, 1, dice), 0)
        values = np.array([read(gear, Probe("tips"), dice).value for _ in range(2000)])
        self.assertTrue(np.allclose(values * 100, (values * 100).round()))
        self.assertAlmostEqual(values.std(), 0.02, delta=0.002)
        self.assertGreater(tip_land(gear), 0)


class Figures(unittest.TestCase):
    def test_the_limit_is_sure_where_the_sizes_lie_apart_and_doubts_where_not(self) -> None:
        many = crowd(31, CROWD, np.random.default_rng(4))
        best, sure = _limit(many, [Reading(Probe("tips"), 16.46)])
        self.assertEqual(LABELS[best], "0.5 module")
        self.assertGreater(sure, 0.9)
        _, doubtful = _limit(many, [Reading(Probe("tips"), 26.2)])
        self.assertLess(doubtful, 0.9)

    def test_the_habit_takes_a_trimmed_gear_for_the_next_size(self) -> None:
        self.assertEqual(_habit(31, Reading(Probe("tips"), 26.40)), "0.8 module")
        self.assertEqual(_habit(31, Reading(Probe("tips"), 26.18)), "32 DP")

    def test_the_reader_keeps_up_with_the_limit_and_beats_the_habit(self) -> None:
        many = of(150)
        cases = [_case(seed) for seed in range(many)]
        for name in SETS:
            reader, limit = (np.mean([getattr(c[name], f) for c in cases]) for f in ("right", "limit"))
            with self.subTest(name=name):
                # A few hundredths either way are chance at this number of gears.
                self.assertGreater(reader, limit - 0.04)
        # Where every size is as likely as any other, and shifts are wide, as well.
        flat = [_case(seed, FLAT) for seed in range(many)] if LONG else []
        for name in SETS if LONG else ():
            reader, limit = (np.mean([getattr(c[name], f) for c in flat]) for f in ("right", "limit"))
            with self.subTest(name=name, world="flat"):
                self.assertGreater(reader, limit - 0.05)
        tips = [case["tips and two spans"] for case in cases]
        self.assertGreater(np.mean([c.right for c in tips]), np.mean([c.habit for c in tips]) + 0.03)
        with contextlib.redirect_stdout(io.StringIO()) as out:
            _shares("tips", tips)
        self.assertRegex(out.getvalue(), rf"tips +\d\d\.\d% +\d\d\.\d% +\d\d\.\d% +{many}")
