"""Racks, worms, wheels, bevels, pulleys, sprockets and rings, by their own measurements."""

from __future__ import annotations

import unittest
from math import atan, cos, degrees, pi, radians, tan

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from gearing.errors import GearingError
from gearing.forms.infer import Taken, identify_part, next_way
from gearing.forms.sketch import sketch
from gearing.forms.standards import FORMS, standards
from gearing.forms.ways import Part, way, ways
from gearing.geometry.gear import Gear, helix_from_tips, reference_diameter, tip_radius
from gearing.geometry.internal import (
    between_pins,
    farthest_distance,
    inside_roots,
    inside_tips,
    ring_tip_radius,
    space_of,
)
from gearing.geometry.outline import gear_outline, tooth_outline
from gearing.identification.identify import identify
from gearing.identification.next_measurement import next_measurement
from gearing.measuring.methods import Probe
from gearing.measuring.predict import over_pins_reading
from gearing.measuring.readings import Clues, Reading

from ..examples import examples


def taken(form: str, key: str, value: float, n: int = 0, size: float = 0.0) -> Taken:
    result = way(form, key)
    assert result
    return Taken(result, value, n, size)


class Forms(unittest.TestCase):
    """Values from drawings and standards, typed as a caliper gives them."""

    CASES = (
        (Part("rack"), [("pitches", 12.57, 5)], "0.8 module"),
        (Part("worm", 1), [("pitches", 9.42, 6)], "0.5 module"),
        (Part("worm", 2), [("lead", 6.28, 0)], "1 module"),
        (Part("wheel", 40), [("throat", 20.98, 0)], "0.5 module"),
        (Part("wheel", 30), [("throat", 31.9, 0), ("distance", 20.0, 0, 12.0)], "1 module"),
        # 20 and 40 teeth, module 0.8: cone 26.57°, over the tips 0.8·(20 + 2·cos 26.57°) = 17.43.
        (Part("bevel", 20, 40), [("outside", 17.43, 0), ("depth", 1.75, 0)], "0.8 module"),
        (Part("pulley", 20), [("outside", 12.22, 0)], "curved tooth belt, 2 mm"),
        (Part("pulley", 16), [("outside", 24.61, 0), ("pitches", 50.0, 10)], "T5 belt"),
        # 9 teeth on 1/4 in chain: p/sin(20°)·cos(10°) - 3.3.
        (Part("sprocket", 9), [("bottom", 14.99, 0), ("pitches", 63.5, 10)], "04C chain, 1/4 in"),
        (Part("sprocket", 18), [("bottom", 65.38, 0), ("thick", 3.07, 0)], "bicycle chain, 1/2 × 1/8 in"),
    )

    def test_each_is_named_by_its_own_measurements(self) -> None:
        for part, readings, label in self.CASES:
            result = identify_part(part, [taken(part.form, *reading) for reading in readings])
            with self.subTest(form=part.form, label=label):
                self.assertEqual(result.ranked[0].size.label, label)
                self.assertGreater(result.ranked[0].probability, 0.5)

    def test_two_chains_of_one_pitch_are_parted_by_what_is_advised(self) -> None:
        part = Part("sprocket", 18)
        readings = [taken("sprocket", "bottom", 65.38)]
        ahead = next_way(identify_part(part, readings))
        assert ahead
        self.assertEqual(ahead.way.key, "thick")
        readings.append(taken("sprocket", "thick", 2.21))
        self.assertEqual(identify_part(part, readings).ranked[0].size.label, "bicycle chain, 1/2 × 3/32 in")

    def test_what_is_of_no_standard_is_said_to_be_so(self) -> None:
        self.assertGreater(identify_part(Part("rack"), [taken("rack", "pitches", 13.05, 5)]).none, 0.5)
        self.assertGreater(identify_part(Part("pulley", 20), [taken("pulley", "outside", 71.3)]).none, 0.5)

    def test_nothing_measured_is_refused(self) -> None:
        with self.assertRaises(GearingError):
            identify_part(Part("rack"), [])

    @examples(60)
    @given(st.sampled_from(FORMS), st.data())
    def test_any_standard_measured_exactly_leads_and_odds_make_one(
        self, form: str, data: st.DataObject
    ) -> None:
        size = data.draw(st.sampled_from(standards(form)))
        teeth = data.draw(st.integers(8, 80))
        part = Part(form, 1 if form == "worm" else teeth, 40)
        readings = [
            Taken(one, float(one.reads(part, size, 4, 0.0)), 4) for one in ways(form) if not one.with_size
        ]
        result = identify_part(part, readings)
        self.assertAlmostEqual(sum(one.probability for one in result.ranked) + result.none, 1.0, places=9)
        self.assertAlmostEqual(float(result.ranked[0].size.pitch) / float(size.pitch), 1.0, delta=0.02)
        drawn = sketch(part, size, readings[0])
        self.assertTrue(np.isfinite(np.vstack([np.array(line) for line in drawn.closed + drawn.thin])).all())


class Rings(unittest.TestCase):
    def test_pins_touch_the_flanks_of_the_drawn_space(self) -> None:
        """By geometry, not by the formula: the pin's middle stands its radius off the outline."""
        for ring in (Gear(48, 0.5, profile_shift=0.1), Gear(60, 1.0), Gear(36, 0.8, radians(25.0))):
            pin = 1.7 * float(ring.module)
            outline = gear_outline(space_of(ring), 240, 40, 5)
            middle = (float(between_pins(ring, pin)) + pin) / 2
            gap = np.hypot(outline[:, 0], outline[:, 1] - middle).min()
            self.assertAlmostEqual(gap, pin / 2, delta=2e-4)

    def test_tips_roots_and_distance(self) -> None:
        ring = Gear(48, 0.5, profile_shift=0.1)
        self.assertAlmostEqual(float(inside_tips(ring)), 24 - 2 * 0.5 * 0.9, places=9)
        self.assertAlmostEqual(float(inside_roots(ring)), 24 + 2 * 0.5 * 1.35, places=9)
        self.assertAlmostEqual(float(farthest_distance(Gear(48, 0.5), 16)), 8.0, places=9)
        self.assertGreater(float(farthest_distance(ring, 16)), 8.0)
        self.assertTrue(np.isnan(farthest_distance(ring, 48)))

    def test_jaws_inside_an_odd_ring_find_the_corners_of_the_lands(self) -> None:
        """The two points of any two drawn lands that lie farthest apart, tried one by one."""
        for teeth in (37, 41, 53, 60):
            ring = Gear(teeth, 0.8)
            inner = float(ring_tip_radius(ring))
            drawn = tooth_outline(space_of(ring), 200, 40)
            drawn = drawn[len(drawn) // 2 :][::-1]
            radius, angle = np.hypot(*drawn.T), np.abs(np.arctan2(drawn[:, 0], drawn[:, 1]))
            half_land = np.pi / teeth - float(np.interp(inner + 2e-3, radius, angle))
            within = np.linspace(-half_land, half_land, 41)
            lands = (2 * np.pi / teeth * np.arange(teeth)[:, None] + within).ravel()
            points = inner * np.stack([np.cos(lands), np.sin(lands)], axis=1)
            widest = max(float(np.hypot(*(points - one).T).max()) for one in points[:41])
            with self.subTest(teeth=teeth):
                self.assertAlmostEqual(float(inside_tips(ring)), widest, delta=3e-3)

    def test_a_ring_is_named_and_only_what_fits_inside_is_advised(self) -> None:
        ring = Gear(48, 0.8, tip_trim=0.08)
        readings = [Reading(Probe("inside"), round(float(inside_tips(ring)), 2))]
        advice = next_measurement(identify(48, readings))
        assert advice
        self.assertIn(advice.probe.kind, ("floor", "between", "inside"))
        for _ in range(5):
            if not (advice := next_measurement(identify(48, readings))):
                break
            readings.append(Reading(advice.probe, round(float(advice.probe.predict(ring)), 2)))
        self.assertEqual(next(iter(identify(48, readings).by_label())), "0.8 module")


class Helical(unittest.TestCase):
    GEAR = Gear(24, 0.8, helix_angle=radians(20.0))

    def tips(self, gear: Gear) -> float:
        """The angle a print of the tips shows: one lead, a larger circle."""
        lead = pi * float(reference_diameter(gear)) / tan(float(gear.helix_angle))
        return atan(2 * pi * float(tip_radius(gear)) / lead)

    def test_the_angle_at_the_tips_is_brought_down_to_the_reference_circle(self) -> None:
        for z, beta in ((9, 35.0), (24, 20.0), (80, 8.0)):
            gear = Gear(z, 0.5, helix_angle=radians(beta))
            self.assertAlmostEqual(degrees(float(helix_from_tips(gear, self.tips(gear)))), beta, places=2)

    def test_a_helical_gear_is_named_although_its_angle_is_read_roughly(self) -> None:
        probes = (Probe("tips"), Probe("span", k=4), Probe("span", k=5))
        readings = [Reading(probe, round(float(probe.predict(self.GEAR)), 2)) for probe in probes]
        result = identify(24, readings, clues=Clues(tip_helix=self.tips(self.GEAR) + radians(0.8)))
        self.assertEqual(next(iter(result.by_label())), "0.8 module")
        # The readings mend the angle: the spans and the tips know it better than the print did.
        self.assertAlmostEqual(degrees(float(result.candidates[0].gear.helix_angle)), 20.0, delta=0.4)
        self.assertGreater(identify(24, readings).none, 0.5, "taken as straight they fit nothing")

    def test_pins_and_balls_agree_where_the_teeth_are_straight(self) -> None:
        steep = float(over_pins_reading(self.GEAR, 1.4))
        # ISO 21771-1 by hand: alpha_t 21.173°, and the ball in the normal section.
        alpha_t = atan(tan(radians(20)) / cos(radians(20)))
        involute = tan(alpha_t) - alpha_t + 1.4 / (24 * 0.8 * cos(radians(20))) - pi / 48
        low, high = 0.0, 1.2
        for _ in range(80):
            middle = (low + high) / 2
            low, high = (middle, high) if tan(middle) - middle < involute else (low, middle)
        self.assertAlmostEqual(steep, 24 * 0.8 / cos(radians(20)) * cos(alpha_t) / cos(low) + 1.4, places=6)


class AngleClue(unittest.TestCase):
    def test_what_the_flanks_look_like_sways_the_angle_and_not_the_size(self) -> None:
        readings = [Reading(Probe("tips"), 26.35)]
        old = radians(14.5)
        plain, answer = (
            identify(31, readings, clues=Clues(pressure_angle=angle, angle_from="gauge"))
            for angle in (0, old)
        )
        before, after = (
            sum(c.probability for c in result.candidates if abs(c.size.pressure_angle - old) < 1e-6)
            for result in (plain, answer)
        )
        self.assertGreater(after, 4 * before)
        self.assertEqual(next(iter(plain.by_label())), next(iter(answer.by_label())))
