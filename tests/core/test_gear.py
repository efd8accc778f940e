"""One gear: the reference cases, and readings taken on the drawn outline itself."""

from __future__ import annotations

import re
import unittest

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from gearing.errors import GearingError
from gearing.geometry.gear import (
    Gear,
    base_pitch,
    base_radius,
    checked,
    root_radius,
    tip_radius,
    tooth_thickness,
    undercut,
)
from gearing.geometry.involute import inv, inverse_inv
from gearing.geometry.outline import gear_outline
from gearing.measuring.predict import (
    checked_span,
    over_pins,
    over_tips_largest,
    over_tips_settled,
    span_counts,
    span_over_teeth,
    tip_chord,
)

from ..examples import examples
from .cases import gears, vector_gear, vectors


class ReferenceCases(unittest.TestCase):
    def test_every_reading_of_every_gear(self) -> None:
        for row in vectors()["gears"]:
            gear = vector_gear(row)
            pins, chord = row["over_pins"], row["tip_chord"]
            result = {
                "outside": (2 * tip_radius(gear), row["outside_diameter_mm"]),
                "root": (2 * root_radius(gear), row["root_diameter_mm"]),
                "base": (2 * base_radius(gear), row["base_diameter_mm"]),
                "settled": (over_tips_settled(gear), row["over_tips_settled_mm"]),
                "largest": (over_tips_largest(gear), row["over_tips_largest_mm"]),
                "pins": (over_pins(gear, pins["pin_diameter_mm"]), pins["reading_mm"]),
                "chord": (tip_chord(gear, chord["pitches"]), chord["chord_mm"]),
            }
            for k, reading in row["span_mm"].items():
                result[f"span {k}"] = (checked_span(gear, int(k)), reading)
            for what, (ours, theirs) in result.items():
                with self.subTest(teeth=row["teeth"], what=what):
                    self.assertAlmostEqual(float(ours), theirs, delta=1e-4)

    def test_leaving_the_tip_land_out_would_cost_three_caliper_errors(self) -> None:
        gear = Gear(15, 1.0)
        without = float(tip_radius(gear)) * (1 + np.cos(np.pi / 15))
        self.assertGreater(float(over_tips_settled(gear)) - without, 0.055)


class OnTheOutline(unittest.TestCase):
    """The same readings, taken by flat jaws and by hand on the drawn points."""

    @examples(60)
    @given(gears(most=70))
    def test_flat_jaws_round_the_outline_read_as_predicted(self, gear: Gear) -> None:
        turns = np.linspace(0, 2 * np.pi / float(gear.teeth), 721)
        outline = gear_outline(gear, 24, 6, 15)
        facing = np.stack([np.cos(turns), np.sin(turns)])
        reach = outline @ facing
        widths = reach.max(axis=0) - reach.min(axis=0)
        error = 1e-4 * float(gear.module * gear.teeth)
        self.assertAlmostEqual(widths.min(), float(over_tips_settled(gear)), delta=error)
        self.assertAlmostEqual(widths.max(), float(over_tips_largest(gear)), delta=error)

    @examples(60)
    @given(gears())
    def test_the_outline_keeps_its_circles_and_its_thickness(self, gear: Gear) -> None:
        radius = np.hypot(*gear_outline(gear).T)
        self.assertAlmostEqual(radius.max(), float(tip_radius(gear)), places=6)
        self.assertAlmostEqual(radius.min(), float(root_radius(gear)), places=6)
        self.assertEqual(len(radius) % int(gear.teeth), 0)

    @examples(60)
    @given(gears(), st.data())
    def test_two_spans_differ_by_the_base_pitch(self, gear: Gear, data: st.DataObject) -> None:
        k = data.draw(st.integers(2, 8))
        thin = Gear(gear.teeth, gear.module, gear.pressure_angle, gear.profile_shift, thinning=0.05)
        for worn in (gear, thin):
            step = span_over_teeth(worn, k + 1) - span_over_teeth(worn, k)
            self.assertAlmostEqual(float(step), float(base_pitch(gear)), places=9)

    @examples(80)
    @given(gears())
    def test_jaws_of_a_valid_span_touch_between_base_and_tip(self, gear: Gear) -> None:
        for k in span_counts(gear):
            touch = np.hypot(base_radius(gear), span_over_teeth(gear, k) / 2)
            self.assertTrue(base_radius(gear) <= touch <= tip_radius(gear))


class Involute(unittest.TestCase):
    @given(st.floats(0, 1.4))
    def test_the_inverse_gives_the_angle_back(self, angle: float) -> None:
        self.assertAlmostEqual(float(inverse_inv(inv(angle))), angle, delta=1e-7 if angle < 1e-3 else 1e-11)

    def test_a_negative_involute_is_refused(self) -> None:
        with self.assertRaises(ValueError):
            inverse_inv(-0.1)


class Refusals(unittest.TestCase):
    def test_what_cannot_be_cut_is_named(self) -> None:
        cases = [
            (Gear(3, 1.0), "teeth"),
            (Gear(5000, 1.0), "teeth"),
            (Gear(20, 0.001), "module"),
            (Gear(20, 1.0, tip_trim=3.0), "tip_trim"),
            (Gear(4, 1.0, profile_shift=-1.0, addendum=2.0), "profile_shift"),
        ]
        for gear, field in cases:
            with self.subTest(field=field), self.assertRaises(GearingError) as caught:
                checked(gear)
            self.assertEqual(caught.exception.field, field)
            self.assertTrue(caught.exception.hint)

    def test_spans_and_pins_that_do_not_touch_the_flanks(self) -> None:
        with self.assertRaisesRegex(GearingError, "do not touch"):
            checked_span(Gear(20, 1.0), 9)
        with self.assertRaises(GearingError) as caught:
            over_pins(Gear(20, 1.0), 0.6)
        self.assertIn("best", caught.exception.hint)

    @examples(60)
    @given(gears(least=9, most=104), st.floats(0.5, 3.4))
    def test_a_pin_that_is_advised_is_never_one_that_is_refused(self, gear: Gear, size: float) -> None:
        pin = round(size * float(gear.module), 2)
        try:
            over_pins(gear, pin)
        except GearingError as refused:
            advised = [float(n) for n in re.findall(r"\d+\.\d\d", refused.hint)]
            # A hundredth of rounding, at an end of the range, may tip it over.
            thin, thick, best = advised or (0.0, 0.0, 0.0)
            self.assertFalse(thin + 0.01 < pin < thick - 0.01, refused.hint)
            if advised and thick - thin > 0.03:
                self.assertGreater(over_pins(gear, best), 0)

    def test_undercut_begins_at_seventeen(self) -> None:
        self.assertEqual([undercut(Gear(z, 1.0)) for z in (16, 17, 18)], [True, True, False])
        self.assertFalse(undercut(Gear(12, 1.0, profile_shift=0.3)))

    def test_thickness_at_the_reference_circle_is_half_the_pitch(self) -> None:
        self.assertAlmostEqual(float(tooth_thickness(Gear(24, 0.8), 9.6)), np.pi * 0.4, places=9)
