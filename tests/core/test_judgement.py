"""Counting what is missing, judging wear, and telling look-alikes apart."""

from __future__ import annotations

import unittest
from dataclasses import replace
from math import radians

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from gearing.errors import GearingError
from gearing.geometry.gear import INCH, Gear
from gearing.identification.lookalike import run_together
from gearing.identification.tooth_count import (
    chord_of,
    from_chord,
    from_counts,
    from_mate,
    from_sector,
    from_turns,
    miscounted,
    together,
)
from gearing.identification.wear import wear_from_span
from gearing.measuring.methods import Probe
from gearing.measuring.predict import span_over_teeth
from gearing.measuring.readings import Reading, pooled
from gearing.mesh import closest_distance, mesh
from sums.read import ReadIn, read_gear

from ..examples import examples
from .cases import gears, vector_gear, vectors


class Counting(unittest.TestCase):
    def test_the_reference_chords_give_their_counts_back(self) -> None:
        for row in vectors()["gears"]:
            route = from_chord(
                row["tip_chord"]["pitches"], row["tip_chord"]["chord_mm"], row["outside_diameter_mm"]
            )
            self.assertEqual(next(iter(route.odds)), row["teeth"])

    @examples(200)
    @given(st.integers(8, 120), st.sampled_from([0.5, 0.8, 1.0]), st.integers(12, 60), st.data())
    def test_every_route_finds_the_count_it_was_made_from(
        self, z: int, m: float, mate: int, data: st.DataObject
    ) -> None:
        pitches = data.draw(st.integers(2, max(2, z // 3)))
        tips = m * (z + 2)
        turns = data.draw(st.integers(5, 20))
        routes = [
            from_chord(pitches, chord_of(z, pitches, tips), tips),
            from_mate(m * (z + mate) / 2 + 0.03 * m, m, mate),
            from_turns(turns, turns * z / mate, mate, error=0.01),
            from_sector(pitches, 2 * np.pi * pitches / z),
        ]
        for route in routes:
            self.assertAlmostEqual(route.estimate, z, delta=0.2)
            self.assertAlmostEqual(sum(route.odds.values()), 1.0, delta=0.05)
        result = together(routes)
        self.assertEqual(next(iter(result.odds)), z)
        self.assertEqual(result.against, ())

    def test_a_contradiction_is_named_and_not_averaged(self) -> None:
        result = together([from_mate(35.03, 1.0, 50), from_turns(1.0, 2.0, 50, error=0.01)])
        self.assertEqual(len(result.against), 1)
        self.assertIn("says 20", result.against[0])
        self.assertIn("says 100", result.against[0])

    def test_two_counts_by_eye_are_both_kept_until_another_route_settles(self) -> None:
        eye = from_counts({30: 1, 31: 1})
        odds = together([eye]).odds
        self.assertAlmostEqual(odds[30], odds[31], delta=0.02)
        self.assertGreater(odds[30] + odds[31], 0.97)
        settled = together([eye, from_chord(7, chord_of(31, 7, 26.4), 26.4)])
        self.assertEqual(next(iter(settled.odds)), 31)
        self.assertGreater(settled.odds[31], 0.9)

    def test_a_count_by_eye_is_weighed_and_not_obeyed(self) -> None:
        """A chord that says 41 and one count of 40: neither overrules the other, whatever the hundredth."""
        for chord in (8.02, 8.03, 8.04, 8.05):
            result = together([from_counts({40: 1}), from_chord(5, chord, 21.5)])
            with self.subTest(chord=chord):
                self.assertEqual((result.against, result.certain), ((), False))
                self.assertEqual(next(iter(result.odds)), 41)
        agreed = together([from_counts({41: 1}), from_chord(5, 8.04, 21.5)])
        self.assertTrue(agreed.certain)
        for once in (20, 40, 90):
            self.assertFalse(together([from_counts({once: 1})]).certain)
            self.assertTrue(together([from_counts({once: 2})]).certain)
        self.assertFalse(together([from_chord(5, 8.04, 21.5)]).certain)

    def test_eyes_err_as_the_table_says(self) -> None:
        """Counts drawn at random by the error rate: of what is called so sure, so many are right."""
        dice = np.random.default_rng(3)
        asked, right = [], []
        for _ in range(4000):
            z = int(dice.integers(12, 110))
            said = list(range(max(4, z - 8), z + 9))
            share = np.array([miscounted(z, n) for n in said])
            self.assertAlmostEqual(share.sum(), 1.0, delta=0.01)
            counts = dice.choice(said, size=int(dice.integers(1, 3)), p=share / share.sum())
            route = from_counts({int(n): int((counts == n).sum()) for n in counts})
            first, odds = next(iter(route.odds.items()))
            asked.append(odds)
            right.append(first == z)
        self.assertAlmostEqual(np.mean(asked), np.mean(right), delta=0.015)
        # One in some tens, more beyond sixty teeth, by one mostly.
        self.assertTrue(0.02 <= 1 - miscounted(20, 20) <= 0.05 < 1 - miscounted(80, 80) < 0.15)
        self.assertGreater(miscounted(40, 41), 5 * miscounted(40, 42))

    def test_what_cannot_be_is_refused_with_advice(self) -> None:
        for call in (
            lambda: from_chord(3, 30.0, 22.0),
            lambda: from_mate(10.0, 1.0, 50),
            lambda: from_turns(0.0, 1.0, 50),
            lambda: from_sector(3, 7.0),
            lambda: from_sector(3, 1e-4),
            lambda: together([]),
        ):
            with self.assertRaises(GearingError) as caught:
                call()
            self.assertTrue(caught.exception.hint)


class LookAlikes(unittest.TestCase):
    def test_near_sizes_run_badly_or_not_at_all(self) -> None:
        cases = [
            (0.8, INCH / 32, "badly"),
            (0.4, INCH / 64, "badly"),
            (0.35, INCH / 72, "badly"),
            (1.0, INCH / 24, "not"),
            (0.5, 0.5, "runs"),
        ]
        for one, other, verdict in cases:
            result = run_together(Gear(20, one), Gear(50, other))
            with self.subTest(one=one, other=other):
                self.assertEqual(result.verdict, verdict)
                self.assertAlmostEqual(
                    result.pitch_error, np.pi * np.cos(radians(20)) * (one - other), places=9
                )
                self.assertTrue(result.reason)

    def test_the_same_size_has_the_contact_of_its_mesh(self) -> None:
        first, second = Gear(20, 1.0), Gear(50, 1.0)
        self.assertAlmostEqual(
            run_together(first, second).teeth_in_contact, mesh(first, second).contact_ratio, places=9
        )


class Wearing(unittest.TestCase):
    @examples(60)
    @given(gears(least=16, most=80), st.floats(0.0, 0.1))
    def test_what_was_taken_off_is_found_again(self, new: Gear, share: float) -> None:
        thin = share * float(new.module)
        measured = float(span_over_teeth(replace(new, thinning=thin), 3))
        result = wear_from_span(new, 3, measured, error=0.001)
        self.assertAlmostEqual(result.lost, thin, places=9)
        self.assertAlmostEqual(result.flank * 2, thin, places=9)
        self.assertLessEqual(result.land, result.new_land + 1e-9)

    def test_a_helical_tooth_is_measured_along_its_normal(self) -> None:
        """An eighth taken off, square to the tooth: an eighth gone, whatever the helix."""
        for helix in (0.0, 20.0, 36.4):
            new = Gear(24, 1.0, helix_angle=radians(helix))
            # A new tooth is half a normal pitch thick, square to its flanks.
            off = 0.127 * np.pi / 2
            span = float(span_over_teeth(new, 4)) - off * np.cos(radians(20))
            result = wear_from_span(new, 4, span, error=0.002)
            with self.subTest(helix=helix):
                self.assertAlmostEqual(result.share, 0.127, places=6)
                self.assertEqual(result.verdict, "replace")

    def test_wear_is_against_the_shift_the_same_answer_infers(self) -> None:
        """25 teeth cut with +0.35 and worn by 0.15 mm: not thicker than new, and not sound."""
        gear = Gear(25, 1.0, profile_shift=0.35, thinning=0.15)
        readings = [
            {"kind": "tips", "value": float(Probe("tips").predict(gear))},
            *({"kind": "span", "k": k, "value": float(span_over_teeth(gear, k))} for k in (3, 4)),
        ]
        answer = read_gear(ReadIn.model_validate({"teeth": 25, "readings": readings}))
        assert answer.wear
        self.assertIn("profile shift +0.3", answer.wear.assumes)
        self.assertAlmostEqual(answer.wear.lost_mm, 0.15, delta=0.04)
        # Short and thin is worn, not cut so.
        worn = Gear(25, 1.0, tip_trim=0.12, thinning=0.14)
        readings = [
            {"kind": "tips", "value": float(Probe("tips").predict(worn))},
            *({"kind": "span", "k": k, "value": float(span_over_teeth(worn, k))} for k in (3, 4)),
        ]
        answer = read_gear(ReadIn.model_validate({"teeth": 25, "readings": readings}))
        assert answer.wear
        self.assertIn("unshifted", answer.wear.assumes)
        self.assertAlmostEqual(answer.wear.lost_mm, 0.14, delta=0.02)

    def test_verdicts_follow_the_bands_and_the_error(self) -> None:
        new = Gear(31, 0.8)
        span = float(span_over_teeth(new, 4))
        cases = [
            (0.0, 0.02, "keep"),
            (0.09, 0.02, "watch"),
            (0.25, 0.02, "replace"),
            (0.25, 0.1, "watch"),
            (-0.2, 0.02, "watch"),
        ]
        for lost, error, verdict in cases:
            result = wear_from_span(new, 4, span - lost, error=error)
            with self.subTest(lost=lost, error=error):
                self.assertEqual(result.verdict, verdict, result.reasons)
        pointed = wear_from_span(Gear(12, 1.0, profile_shift=0.5), 2, 4.7, error=0.02)
        self.assertIn("pointed", " ".join(pointed.reasons))


class Readings(unittest.TestCase):
    def test_repeated_readings_are_averaged_with_their_scatter(self) -> None:
        span = Probe("span", k=4)
        one, many = pooled(
            [Reading(Probe("tips"), 26.2)] + [Reading(span, v) for v in (8.60, 8.62, 8.61, 8.63)]
        )
        self.assertEqual((one.value, one.times), (26.2, 1))
        self.assertAlmostEqual(many.value, 8.615)
        self.assertAlmostEqual(many.scatter, 0.0129, places=4)
        self.assertTrue(0.01 < many.error < 0.02 / 2 + 0.005)

    def test_readings_that_scatter_say_how_wide_they_are(self) -> None:
        tips = Probe("tips")
        (wild,) = pooled([Reading(tips, value) for value in (25.9, 26.3, 26.7)])
        self.assertTrue(wild.wide)
        self.assertGreater(wild.error, 0.2)
        (tame,) = pooled([Reading(tips, value) for value in (26.28, 26.3, 26.32)])
        self.assertEqual((tame.wide, tame.stray), (False, 0.0))
        (one_off,) = pooled([Reading(tips, value) for value in (26.30, 26.31, 26.29, 26.7)])
        self.assertEqual((one_off.stray, one_off.wide), (26.7, False))
        self.assertAlmostEqual(one_off.value, 26.30)

    @examples(20)
    @given(st.integers(2, 8), st.floats(0.02, 0.5), st.integers(0, 10_000))
    def test_the_error_of_a_mean_covers_the_truth_however_wild_the_hand(
        self, n: int, hand: float, seed: int
    ) -> None:
        dice = np.random.default_rng(seed)
        off = []
        for _ in range(300):
            (result,) = pooled([Reading(Probe("tips"), 20 + dice.normal(0, hand)) for _ in range(n)])
            off.append(abs(result.value - 20) / result.error)
        # Two that happen to agree cannot tell how wild the hand was.
        self.assertGreater(np.mean(np.array(off) < 2), 0.55 if n == 2 else 0.62 if n == 3 else 0.7)

    def test_a_caliper_stands_in_for_what_a_photo_said(self) -> None:
        tips = Probe("tips")
        (one,) = pooled([Reading(tips, 27.9, 0.3), Reading(tips, 27.48, 0.02)])
        self.assertEqual((one.value, one.error, one.times), (27.48, 0.02, 1))
        (both,) = pooled([Reading(tips, 27.46, 0.02), Reading(tips, 27.48, 0.03)])
        self.assertEqual(both.times, 2)

    def test_repeating_does_not_help_for_ever(self) -> None:
        often = pooled([Reading(Probe("tips"), 26.2)] * 1000)[0]
        self.assertGreaterEqual(often.error, 0.005)

    def test_the_mate_distance_agrees_with_the_mesh(self) -> None:
        gear = Gear(15, 0.8, profile_shift=0.2)
        self.assertAlmostEqual(
            float(closest_distance(gear, 54)), mesh(gear, Gear(54, 0.8)).distance, places=9
        )

    def test_a_probe_reads_what_the_reference_gear_does(self) -> None:
        for row in vectors()["gears"]:
            gear = vector_gear(row)
            pins = row["over_pins"]
            self.assertAlmostEqual(
                float(Probe("pins", size=pins["pin_diameter_mm"]).predict(gear)),
                pins["reading_mm"],
                delta=1e-4,
            )
            bored = float(Probe("bore", size=4.0).predict(gear))
            self.assertAlmostEqual(bored, row["outside_diameter_mm"] / 2 + 2.0, delta=1e-4)
