"""Counting what is missing, judging wear, and telling look-alikes apart."""

from __future__ import annotations

import unittest
from dataclasses import replace
from math import radians

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from gearing.counting import chord_of, from_chord, from_counts, from_mate, from_sector, from_turns, together
from gearing.errors import GearingError
from gearing.gear import INCH, Gear
from gearing.lookalike import run_together
from gearing.measure import span_over_teeth
from gearing.mesh import closest_distance, mesh
from gearing.probes import Probe
from gearing.readings import Reading, pooled
from gearing.wear import wear_from_span

from .cases import gears, vector_gear, vectors


class Counting(unittest.TestCase):
    def test_the_reference_chords_give_their_counts_back(self) -> None:
        for row in vectors()["gears"]:
            route = from_chord(
                row["tip_chord"]["pitches"], row["tip_chord"]["chord_mm"], row["outside_diameter_mm"]
            )
            self.assertEqual(next(iter(route.odds)), row["teeth"])

    @settings(max_examples=200, deadline=None)
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
        found = together(routes)
        self.assertEqual(next(iter(found.odds)), z)
        self.assertEqual(found.against, ())

    def test_a_contradiction_is_named_and_not_averaged(self) -> None:
        found = together([from_mate(35.03, 1.0, 50), from_turns(1.0, 2.0, 50, error=0.01)])
        self.assertEqual(len(found.against), 1)
        self.assertIn("says 20", found.against[0])
        self.assertIn("says 100", found.against[0])

    def test_two_counts_by_eye_are_both_kept_until_another_route_settles(self) -> None:
        eye = from_counts({30: 1, 31: 1})
        self.assertEqual(together([eye]).odds, {30: 0.5, 31: 0.5})
        settled = together([eye, from_chord(7, chord_of(31, 7, 26.4), 26.4)])
        self.assertEqual(next(iter(settled.odds)), 31)
        self.assertGreater(settled.odds[31], 0.9)

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
            found = run_together(Gear(20, one), Gear(50, other))
            with self.subTest(one=one, other=other):
                self.assertEqual(found.verdict, verdict)
                self.assertAlmostEqual(
                    found.pitch_error, np.pi * np.cos(radians(20)) * (one - other), places=9
                )
                self.assertTrue(found.reason)

    def test_the_same_size_has_the_contact_of_its_mesh(self) -> None:
        first, second = Gear(20, 1.0), Gear(50, 1.0)
        self.assertAlmostEqual(
            run_together(first, second).teeth_in_contact, mesh(first, second).contact_ratio, places=9
        )


class Wearing(unittest.TestCase):
    @settings(max_examples=60, deadline=None)
    @given(gears(least=16, most=80), st.floats(0.0, 0.1))
    def test_what_was_taken_off_is_found_again(self, new: Gear, share: float) -> None:
        thin = share * float(new.module)
        measured = float(span_over_teeth(replace(new, thinning=thin), 3))
        found = wear_from_span(new, 3, measured, error=0.001)
        self.assertAlmostEqual(found.lost, thin, places=9)
        self.assertAlmostEqual(found.flank * 2, thin, places=9)
        self.assertLessEqual(found.land, found.new_land + 1e-9)

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
            found = wear_from_span(new, 4, span - lost, error=error)
            with self.subTest(lost=lost, error=error):
                self.assertEqual(found.verdict, verdict, found.reasons)
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
