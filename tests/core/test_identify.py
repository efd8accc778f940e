"""Which gear is this: right where it can be, doubtful where it must be, honest about both."""

from __future__ import annotations

import unittest
from dataclasses import replace
from itertools import product

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from gearing.errors import GearingError
from gearing.geometry.gear import INCH, Gear
from gearing.identification.identify import Identification, evidence_at_most, identify
from gearing.identification.information import expected_gain, mixed_gains
from gearing.identification.miscount import DOUBTS, recount
from gearing.identification.next_measurement import (
    _Choice,
    _weigh,
    next_measurement,
    next_measurements,
)
from gearing.identification.standard_sizes import standard_sizes
from gearing.identification.tooth_count import miscounted
from gearing.identification.unlisted_size import agreed_size
from gearing.measuring.marks import read_mark
from gearing.measuring.methods import Probe
from gearing.measuring.predict import span_counts, usual_span
from gearing.measuring.readings import Clues, Reading
from launch.readings import LABELS, crowd, one_of, read

from ..examples import examples, of

SETTLED, LARGEST = Probe("tips", "settled"), Probe("tips", "largest")


def told_by_two(mean: np.ndarray, sigma: np.ndarray) -> float:
    """What a reading tells of which of two bells it came from, bits, by adding up a fine grid."""
    at = np.arange(float((mean - 8 * sigma).min()), float((mean + 8 * sigma).max()), float(sigma.min()) / 50)
    each = [
        np.exp(-0.5 * ((at - m) / s) ** 2) / (s * np.sqrt(2 * np.pi))
        for m, s in zip(mean, sigma, strict=True)
    ]
    odds = each[0] / np.maximum(each[0] + each[1], 1e-300)
    left = -sum(part * np.log2(np.maximum(part, 1e-300)) for part in (odds, 1 - odds))
    return float(1 - (left * (each[0] + each[1]) / 2).sum() * (at[1] - at[0]))


def taken(
    gear: Gear, *probes: Probe, scatter: float = 0.0, dice: np.random.Generator | None = None
) -> list[Reading]:
    """What a caliper with 0.01 mm steps reads on `gear`."""
    noise = (dice.normal(0, scatter, len(probes)) if dice else np.zeros(len(probes))).tolist()
    return [
        Reading(probe, round(float(probe.predict(gear)) + off, 2))
        for probe, off in zip(probes, noise, strict=True)
    ]


def best(result: Identification) -> tuple[str, float]:
    return next(iter(result.by_label().items()))


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
        result = identify(11, taken(gear, SETTLED, LARGEST, Probe("span", k=2)))
        self.assertEqual(best(result)[0], "0.8 module")
        self.assertAlmostEqual(float(result.candidates[0].gear.profile_shift), 0.35, delta=0.06)

    def test_worn_tips_leave_near_sizes_both_standing(self) -> None:
        worn = Gear(31, 0.8, tip_trim=0.1)
        odds = identify(31, taken(worn, SETTLED)).by_label()
        self.assertGreater(odds["32 DP"], 0.1)
        self.assertGreater(odds["0.8 module"], 0.1)

    def test_a_mark_sways_but_does_not_decide(self) -> None:
        readings = taken(Gear(31, 0.8, tip_trim=0.1), SETTLED)
        plain, answer = (identify(31, readings, clues=Clues(m)).by_label() for m in (None, read_mark("0.8M")))
        self.assertGreater(answer["0.8 module"], plain["0.8 module"] + 0.2)
        wrong = identify(31, taken(Gear(31, 0.5), SETTLED, LARGEST), clues=Clues(read_mark("M1")))
        self.assertEqual(best(wrong)[0], "0.5 module")


class OfNoStandard(unittest.TestCase):
    @examples(25)
    @given(st.floats(0.3, 2.4), st.integers(18, 70), st.integers(0, 10_000))
    def test_a_size_the_readings_agree_on_is_found_whatever_it_is(
        self, module: float, teeth: int, seed: int
    ) -> None:
        gear = Gear(teeth, module)
        dice = np.random.default_rng(seed)
        k = usual_span(gear)
        probes = [SETTLED, Probe("span", k=k), Probe("span", k=k + 1)]
        result = agreed_size(teeth, taken(gear, *probes, scatter=0.005, dice=dice))
        assert result
        self.assertLess(abs(result.module - module), 4 * result.error + 0.001 * module)
        self.assertLess(result.error, 0.02 * module + 0.01)

    def test_what_it_could_be_is_named(self) -> None:
        for module, word in (
            (0.95, "0.95 module"),
            (3 / np.pi, "circular pitch of 3 mm"),
            (INCH / 28, "28 DP"),
        ):
            gear = Gear(32, module)
            result = agreed_size(32, taken(gear, SETTLED, Probe("span", k=4), Probe("span", k=5)))
            assert result
            with self.subTest(module=module):
                self.assertTrue(any(word in each for each in result.could_be), result.could_be)

    def test_readings_of_two_gears_agree_on_none(self) -> None:
        mixed = [
            *taken(Gear(30, 1.0), SETTLED),
            *taken(Gear(30, 0.8), Probe("span", k=4), Probe("span", k=5)),
        ]
        self.assertIsNone(agreed_size(30, mixed))
        self.assertIsNone(agreed_size(30, taken(Gear(30, 0.95), SETTLED)))


class NoneOfThese(unittest.TestCase):
    def test_readings_of_no_standard_gear(self) -> None:
        for gear in (Gear(40, 0.655), Gear(60, 1.185)):
            spans = [Probe("span", k=k) for k in span_counts(gear)[-2:]]
            self.assertGreater(identify(int(gear.teeth), taken(gear, SETTLED, *spans)).none, 0.5)

    def test_nonsense_does_not_become_a_gear(self) -> None:
        result = identify(20, [Reading(SETTLED, 22.0), Reading(Probe("span", k=3), 90.0)])
        self.assertGreater(result.none, 0.99)

    @examples(40)
    @given(st.integers(4, 1000), st.floats(0.01, 2000), st.floats(0.01, 2000))
    def test_odds_always_make_one(self, teeth: int, tips: float, span: float) -> None:
        result = identify(teeth, [Reading(SETTLED, tips), Reading(Probe("span", k=2), span)])
        self.assertAlmostEqual(sum(c.probability for c in result.candidates) + result.none, 1.0, places=9)

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
            result = identify(teeth, taken(gear, SETTLED, *spans, scatter=0.02, dice=dice), field="car")
            if result.candidates:
                label, odds = best(result)
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


class OtherCounts(unittest.TestCase):
    def test_what_a_count_can_at_most_speak_for_is_never_less_than_what_it_does(self) -> None:
        """Gears cut short, thick or thin, by one, two or three readings, counted right and one off."""
        dice = np.random.default_rng(11)
        tried = 0
        for _ in range(of(360)):
            z, module = (
                int(dice.integers(8, 90)),
                float(dice.choice([0.3, 0.5, 0.8, INCH / 48, INCH / 32, 1.5])),
            )
            gear = Gear(
                z,
                module,
                profile_shift=float(dice.choice([0.0, dice.normal(0, 0.3)])),
                tip_trim=module * float(dice.choice([0.0, dice.uniform(0, 0.3)])),
                thinning=module * float(dice.choice([0.0, dice.uniform(0, 0.1)])),
            )
            ways = [SETTLED, LARGEST, Probe("span", k=max(2, z // 8)), Probe("root"), Probe("mate", k=40)]
            readings = [
                replace(reading, error=float(dice.choice([0.005, 0.02, 0.1])))
                for reading in taken(
                    gear, *dice.permutation(ways)[: dice.integers(1, 4)], scatter=0.02, dice=dice
                )
            ]
            for count in (z - 1, z, z + 1):
                found = identify(count, readings)
                if found.none < 0.5:
                    tried += 1
                    self.assertGreaterEqual(evidence_at_most(count, readings) * 1.001, found.evidence)
        self.assertGreater(tried, of(360))

    def test_a_count_one_off_is_still_doubted_and_a_right_one_is_not(self) -> None:
        """What a cheap look sorts out must be what the whole weighing would have."""
        dice = np.random.default_rng(12)
        doubted = 0
        for _ in range(of(60)):
            z = int(dice.integers(18, 60))
            readings = taken(Gear(z, 0.5), SETTLED, Probe("span", k=max(2, z // 9)))
            for count in (z, z + 1):
                result = identify(count, readings)
                trusted = result.evidence * miscounted(count, count)
                better = [
                    other
                    for other in (count - 1, count + 1)
                    if identify(other, readings).none < 0.5
                    and identify(other, readings).evidence * miscounted(other, count) >= DOUBTS * trusted
                ]
                told = recount(result, readings)
                if told:
                    self.assertIn(told.teeth, better)
                    doubted += 1
                elif count != z:
                    self.assertFalse(better)
        self.assertGreater(doubted, of(60) // 2)


class NextMeasurement(unittest.TestCase):
    def test_it_parts_the_leading_sizes_and_then_falls_silent(self) -> None:
        truth = Gear(31, 0.8, tip_trim=0.1)
        readings = taken(truth, SETTLED)
        worths = []
        for _ in range(6):
            result = identify(31, readings)
            advice = next_measurement(result)
            if advice is None:
                break
            self.assertNotIn(advice.probe, [reading.probe for reading in readings])
            self.assertEqual(advice.expected[0][0], best(result)[0])
            worths.append(advice.worth)
            readings += taken(truth, advice.probe)
        self.assertTrue(worths and worths[0] > 0.1)
        self.assertEqual(best(identify(31, readings))[0], "0.8 module")

    def test_the_gain_is_that_of_readings_drawn_at_random(self) -> None:
        """Mutual information by drawing gears and readings, and asking the odds again, for each way to measure."""
        dice = np.random.default_rng(5)
        result = identify(15, [Reading(SETTLED, 6.51)])
        swarm = result.cloud.swarm
        labels = [size.label for size in result.cloud.sizes]
        share = swarm.weight / swarm.weight.sum()
        drawn = dice.choice(len(share), 4000, p=share)
        for probe in (Probe("root"), Probe("span", k=2), Probe("mate", k=40)):
            reading, loose = (each[0] for each in swarm.forecasts([probe]))
            spread = np.hypot(loose, 0.02)
            values = reading[drawn] + dice.normal(0, spread[drawn])
            gains = []
            names = sorted(set(labels))
            place = np.array([names.index(labels[n]) for n in swarm.size])
            prior = np.bincount(place, share, len(names))
            for value, true in zip(values, place[drawn], strict=True):
                density = share * np.exp(-0.5 * ((value - reading) / spread) ** 2) / spread
                after = np.bincount(place, density, len(names)) / density.sum()
                gains.append(np.log2(after[true] / prior[true]))
            choice = _Choice.of(result)
            assert choice
            answer = _weigh(result, choice, [probe], 0.02)[0]
            with self.subTest(probe=probe.name):
                self.assertAlmostEqual(answer.worth, float(np.mean(gains)), delta=0.03)

    def test_full_and_stub_teeth_are_two_readings_and_not_one_wide_one(self) -> None:
        """Two choices whose readings interleave: a bell over each sees nothing, the mixture nearly all."""
        choice = np.array([0, 0, 1, 1])
        share, sigma = np.full(4, 0.25), np.full((2, 4), 0.02)
        mean = np.array([[0.0, 2.0, 1.0, 1.2], [0.0, 0.0, 0.0, 0.0]])
        parted, same = mixed_gains(choice, share, mean, sigma)
        self.assertGreater(parted, 0.95)
        self.assertAlmostEqual(same, 0.0, places=6)

    def test_bells_read_together_tell_as_much_as_each_alone(self) -> None:
        """However unlike their widths: one reading sharp and far apart, one blunt, one of two widths."""
        half = np.full(2, 0.5)
        mean = np.array([[0.0, 0.05], [0.0, 0.3], [0.0, 8.0], [0.0, 0.2]])
        sigma = np.array([[0.02, 0.02], [1.5, 1.5], [0.01, 0.01], [0.02, 0.4]])
        self.assertAlmostEqual(
            expected_gain(half, mean[0], sigma[0]), told_by_two(mean[0], sigma[0]), places=3
        )
        together = mixed_gains(np.array([0, 1]), half, mean, sigma)
        for told, at, wide in zip(together, mean, sigma, strict=True):
            with self.subTest(mean=at, sigma=wide):
                self.assertAlmostEqual(told, told_by_two(at, wide), places=2)
                alone = mixed_gains(np.array([0, 1]), half, at[None], wide[None])
                self.assertAlmostEqual(told, float(alone[0]), places=9)

    def test_the_mate_is_offered_and_what_jaws_cannot_reach_is_not(self) -> None:
        left_open = identify(31, taken(Gear(31, 0.8, tip_trim=0.08), SETTLED))
        offers = next_measurements(left_open, mate=40)
        self.assertEqual(offers[0].probe, Probe("mate", k=40))
        self.assertNotIn("mate", [offer.probe.kind for offer in next_measurements(left_open)])
        for teeth in (15, 31, 45):
            result = identify(teeth, taken(Gear(teeth, 0.8, tip_trim=0.08), SETTLED))
            self.assertNotIn("root", [offer.probe.kind for offer in next_measurements(result, mate=40)])

    def test_the_distance_to_the_mate_settles_more_than_the_best_caliper_reading(self) -> None:
        dice = np.random.default_rng(12)
        settled: dict[bool, list[bool]] = {True: [], False: []}
        right = []
        for _ in range(60):
            teeth = int(np.exp(dice.uniform(np.log(12), np.log(90))))
            many = crowd(teeth, 1, dice)
            gear, label = one_of(many, 0), LABELS[int(many.size[0])]
            first = [read(gear, SETTLED, dice)]
            result = identify(teeth, first)
            for mate in (True, False):
                advice = next_measurement(result, mate=40 if mate else 0)
                if advice is None or (mate and advice.probe.kind != "mate"):
                    continue
                off = dice.normal(0, 0.03) * float(gear.module) if mate else 0.0
                coming = read(gear, advice.probe, dice)
                name, odds = best(identify(teeth, [*first, replace(coming, value=coming.value + off)]))
                settled[mate].append(odds >= 0.95)
                if mate and odds >= 0.95:
                    right.append(name == label)
        self.assertGreater(len(settled[True]), 12)
        self.assertGreater(np.mean(settled[True]), np.mean(settled[False]))
        self.assertGreater(np.mean(right), 0.9)

    def test_nothing_is_advised_once_it_is_settled(self) -> None:
        gear = Gear(24, 1.0)
        result = identify(24, taken(gear, SETTLED, LARGEST, Probe("span", k=3)))
        self.assertIsNone(next_measurement(result))
