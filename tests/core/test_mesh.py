"""Two gears in mesh: the reference cases and what must hold for any pair."""

from __future__ import annotations

import unittest
from dataclasses import replace

import numpy as np
from hypothesis import assume, given, settings
from hypothesis import strategies as st

from gearing.errors import GearingError
from gearing.gear import Gear
from gearing.mesh import mesh, zero_backlash_distance

from .cases import gears, vector_gear, vectors


class ReferenceCases(unittest.TestCase):
    def test_every_mesh(self) -> None:
        for row in vectors()["meshes"]:
            first, second = (
                vector_gear({**row, "teeth": z, "profile_shift": x})
                for z, x in zip(row["teeth"], row["profile_shift"], strict=True)
            )
            found = mesh(first, second, row["centre_distance_mm"])
            with self.subTest(teeth=row["teeth"]):
                self.assertAlmostEqual(
                    found.zero_backlash_distance, row["zero_backlash_centre_distance_mm"], delta=1e-4
                )
                self.assertAlmostEqual(
                    np.degrees(found.turn_2), row["backlash_turn_of_gear_2_deg"], delta=1e-4
                )
                self.assertAlmostEqual(found.contact_ratio, row["contact_ratio"], delta=1e-4)


class AnyPair(unittest.TestCase):
    @settings(max_examples=80, deadline=None)
    @given(gears(least=12), st.integers(12, 90), st.floats(0.01, 0.3))
    def test_play_opens_with_the_distance_and_is_nil_at_none(
        self, gear: Gear, teeth: int, opened: float
    ) -> None:
        mate = replace(gear, teeth=teeth, profile_shift=0.0)
        close = zero_backlash_distance(gear, mate)
        set_at = mesh(gear, mate)
        self.assertAlmostEqual(set_at.backlash, 0.0, places=9)
        wider = mesh(gear, mate, close + opened * float(gear.module))
        widest = mesh(gear, mate, close + 2 * opened * float(gear.module))
        self.assertTrue(0 < wider.backlash < widest.backlash)
        self.assertTrue(set_at.contact_ratio > wider.contact_ratio > widest.contact_ratio)
        self.assertAlmostEqual(wider.turn_1 * gear.teeth, wider.turn_2 * mate.teeth, places=9)

    @settings(max_examples=50, deadline=None)
    @given(gears(least=12), st.integers(12, 90))
    def test_which_gear_is_named_first_changes_nothing_but_the_names(self, gear: Gear, teeth: int) -> None:
        mate = replace(gear, teeth=teeth, profile_shift=0.0)
        one, other = mesh(gear, mate), mesh(mate, gear)
        self.assertEqual(one.ratio, 1 / other.ratio)
        self.assertAlmostEqual(one.contact_ratio, other.contact_ratio, places=9)
        self.assertAlmostEqual(one.tip_clearance_1, other.tip_clearance_2, places=9)
        self.assertEqual(one.hunts, np.gcd(int(gear.teeth), teeth) == 1)

    @given(st.integers(8, 60), st.integers(8, 60))
    def test_the_same_teeth_meet_again_when_both_have_gone_round_whole(self, z1: int, z2: int) -> None:
        assume(z1 + z2 > 30)
        turns = mesh(Gear(z1, 1.0), Gear(z2, 1.0)).turns_to_meet_again
        met = [n for n in range(1, turns + 1) if n * z1 % z2 == 0]
        self.assertEqual(met, [turns])


class Refusals(unittest.TestCase):
    def test_other_pitch_and_lost_mesh(self) -> None:
        with self.assertRaisesRegex(GearingError, "differ in pitch"):
            mesh(Gear(20, 0.8), Gear(40, 25.4 / 32))
        for distance in (20.0, 40.0):
            with self.assertRaises(GearingError) as caught:
                mesh(Gear(20, 1.0), Gear(50, 1.0), distance)
            self.assertIn("35.000", caught.exception.hint)
