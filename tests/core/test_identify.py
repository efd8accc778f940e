"""Which gear is this: right where it can be, doubtful where it must be, honest about both."""

from __future__ import annotations

import unittest
from itertools import product

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from gearing.advise import next_measurement
from gearing.errors import GearingError
from gearing.gear import Gear
from gearing.identify import Identification, identify
from gearing.marks import read_mark
from gearing.measure import span_counts
from gearing.probes import Probe
from gearing.readings import Clues, Reading
from gearing.sizes import standard_sizes

SETTLED, LARGEST = Probe("tips", "settled"), Probe("tips", "largest")


def taken(
    gear: Gear, *probes: Probe, scatter: float = 0.0, dice: np.random.Generator | None = None
) -> list[Reading]:
    """What a caliper with 0.01 mm steps reads on `gear`."""
    noise = (dice.normal(0, scatter, len(probes)) if dice else np.zeros(len(probes))).tolist()
    return [
        Reading(probe, round(float(probe.predict(gear)) + off, 2))
        for probe, off in zip(probes, noise, strict=True)
    ]


def best(found: Identification) -> tuple[str, float]:
    return next(iter(found.by_label().items()))


class PlainGears(unittest.TestCase):
    def test_sound_gears_read_well_are_named(self) -> None:
        for (label, module), teeth in product(
            [
                ("0.5 module", 0.5),
                ("48 DP", 25.4 / 48),
                ("0.8 module", 0.8),
                ("1 module", 1.0),
                ("1.5 module", 1.5),
            ],
            [19, 24, 31, 60],
        ):
            gear = Gear(teeth, module)
            spans = [Probe("span", k=k) for k in span_counts(gear)[-2:]]
            with self.subTest(label=label, teeth=teeth):
                self.assertEqual(best(identify(teeth, taken(gear, SETTLED, *spans)))[0], label)

    def test_a_pinion_shifted_out_of_undercut_is_still_its_size(self) -> None:
        gear = Gear(11, 0.8, profile_shift=0.35)
        found = identify(11, taken(gear, SETTLED, LARGEST, Probe("span", k=2)))
        self.assertEqual(best(found)[0], "0.8 module")
        self.assertAlmostEqual(float(found.candidates[0].gear.profile_shift), 0.35, delta=0.06)

    def test_worn_tips_leave_near_sizes_both_standing(self) -> None:
        worn = Gear(31, 0.8, tip_trim=0.1)
        odds = identify(31, taken(worn, SETTLED)).by_label()
        self.assertGreater(odds["32 DP"], 0.1)
        self.assertGreater(odds["0.8 module"], 0.1)

    def test_a_mark_sways_but_does_not_decide(self) -> None:
        readings = taken(Gear(31, 0.8, tip_trim=0.1), SETTLED)
        plain, told = (identify(31, readings, clues=Clues(m)).by_label() for m in (None, read_mark("0.8M")))
        self.assertGreater(told["0.8 module"], plain["0.8 module"] + 0.2)
        wrong = identify(31, taken(Gear(31, 0.5), SETTLED, LARGEST), clues=Clues(read_mark("M1")))
        self.assertEqual(best(wrong)[0], "0.5 module")


class NoneOfThese(unittest.TestCase):
    def test_readings_of_no_standard_gear(self) -> None:
        for gear in (Gear(40, 0.655), Gear(60, 1.185)):
            spans = [Probe("span", k=k) for k in span_counts(gear)[-2:]]
            self.assertGreater(identify(int(gear.teeth), taken(gear, SETTLED, *spans)).none, 0.5)

    def test_nonsense_does_not_become_a_gear(self) -> None:
        found = identify(20, [Reading(SETTLED, 22.0), Reading(Probe("span", k=3), 90.0)])
        self.assertGreater(found.none, 0.99)

    @settings(max_examples=40, deadline=None)
    @given(st.integers(4, 1000), st.floats(0.01, 2000), st.floats(0.01, 2000))
    def test_odds_always_make_one(self, teeth: int, tips: float, span: float) -> None:
        found = identify(teeth, [Reading(SETTLED, tips), Reading(Probe("span", k=2), span)])
        self.assertAlmostEqual(sum(c.probability for c in found.candidates) + found.none, 1.0, places=9)

    def test_without_readings_or_with_an_absurd_count(self) -> None:
        for teeth, readings in ((20, []), (2, [Reading(SETTLED, 9.0)]), (10**6, [Reading(SETTLED, 9.0)])):
            with self.assertRaises(GearingError):
                identify(teeth, readings)


class Certainty(unittest.TestCase):
    """Of the gears called nine parts sure, nine in ten must be right."""

    def test_the_odds_given_are_the_odds_that_come_true(self) -> None:
        dice = np.random.default_rng(2024)
        sizes = standard_sizes("car")
        shares = np.array([size.share for size in sizes])
        said, right = [], []
        for _ in range(240):
            size = sizes[dice.choice(len(sizes), p=shares / shares.sum())]
            teeth = int(dice.integers(10, 80))
            wanted = 0.0 if teeth >= 17 or dice.random() < 0.4 else float(dice.normal((17 - teeth) / 17, 0.1))
            gear = Gear(
                teeth, size.module, size.pressure_angle, float(np.clip(wanted, -0.3, 0.6)), 0.0, size.addendum,
                size.dedendum, float(dice.choice([0, 0, dice.exponential(0.05)]) * size.module),
                float(dice.exponential(0.025) * size.module),
            )  # fmt: skip
            spans = [Probe("span", k=k) for k in span_counts(gear)[-1:]] if dice.random() < 0.7 else []
            found = identify(teeth, taken(gear, SETTLED, *spans, scatter=0.02, dice=dice), field="car")
            if found.candidates:
                label, odds = best(found)
                said.append(odds)
                right.append(label == size.label)
        odds, true = np.array(said), np.array(right)
        for low, high in ((0.5, 0.75), (0.75, 0.9), (0.9, 1.01)):
            band = (odds >= low) & (odds < high)
            claimed, came = odds[band].mean(), true[band].mean()
            spread = np.sqrt(claimed * (1 - claimed) / band.sum())
            with self.subTest(claimed=round(float(claimed), 3), of=int(band.sum())):
                self.assertGreater(came, claimed - 2.6 * spread - 0.01)
        self.assertGreater((odds > 0.9).mean(), 0.25, "a reader that is never sure is no use")


class NextMeasurement(unittest.TestCase):
    def test_it_parts_the_leading_sizes_and_then_falls_silent(self) -> None:
        truth = Gear(31, 0.8, tip_trim=0.1)
        readings = taken(truth, SETTLED)
        worths = []
        for _ in range(6):
            found = identify(31, readings)
            advice = next_measurement(found)
            if advice is None:
                break
            self.assertNotIn(advice.probe, [reading.probe for reading in readings])
            self.assertEqual(advice.expected[0][0], best(found)[0])
            worths.append(advice.worth)
            readings += taken(truth, advice.probe)
        self.assertTrue(worths and worths[0] > 0.1)
        self.assertEqual(best(identify(31, readings))[0], "0.8 module")

    def test_nothing_is_advised_once_it_is_settled(self) -> None:
        gear = Gear(24, 1.0)
        found = identify(24, taken(gear, SETTLED, LARGEST, Probe("span", k=3)))
        self.assertIsNone(next_measurement(found))
