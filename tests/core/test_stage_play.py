"""The play of a stage from whatever was measured on it, and pairs that cannot stand where they are said to."""

from __future__ import annotations

import unittest
from math import degrees, pi, radians, tan

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from gearing.errors import GearingError
from gearing.geometry.gear import Gear, lead
from gearing.mesh import Pair, mesh
from gearing.mesh.curve import BEYOND, curve
from gearing.mesh.helix import mate_by_hand, overlap_ratio
from gearing.mesh.verdict import band_for, judge_mesh
from gearing.train import Belt, Joint, Mesh, Planetary, Worm
from gearing.train.stage_play import StageMeasured, stage_play, verdict_where_it_stands, wanted_distance

from ..examples import examples

PAIR = Mesh("1", "2", 15, 54)


class Play(unittest.TestCase):
    def angle(self, coupling: object, **known: float) -> float:
        found = stage_play(coupling, 1, StageMeasured(**known))  # type: ignore[arg-type]
        assert found
        return found[0].angle

    def test_a_free_turn_that_was_measured_stands_before_everything_else(self) -> None:
        play = stage_play(
            PAIR, 3, StageMeasured(module=0.8, backlash=0.5, turn=radians(1.5), error=radians(0.2))
        )
        assert play
        self.assertEqual((play[0].stage, play[0].name, play[1]), (3, "stage 3", False))
        self.assertAlmostEqual(degrees(play[0].angle), 1.5)
        self.assertAlmostEqual(degrees(play[0].error), 0.2)

    def test_backlash_is_an_arc_at_the_pitch_circle_of_the_second(self) -> None:
        self.assertAlmostEqual(self.angle(PAIR, module=0.8, backlash=0.1), 0.1 / (0.8 * 54 / 2))
        self.assertAlmostEqual(self.angle(Worm("1", "2", 2, 40), module=0.5, backlash=0.1), 0.1 / 10)
        self.assertAlmostEqual(self.angle(Belt("1", "2", 20, 40), module=1, backlash=0.1), 0.1 / 20)

    def test_the_meshes_of_a_set_add_at_the_sun(self) -> None:
        plain = Planetary("s", "r", "c", 12, 18, 48, 3)
        paired = Planetary("s", "r", "c", 12, 12, 60, 3, 12, True)
        self.assertAlmostEqual(self.angle(plain, module=0.5, backlash=0.1), 2 * 0.1 / 3)
        self.assertAlmostEqual(self.angle(paired, module=0.5, backlash=0.1), 3 * 0.1 / 3)

    def test_a_shaft_distance_leaves_what_the_pair_has_there(self) -> None:
        at = wanted_distance(PAIR, 0.8) + 0.15
        left = mesh(Gear(15, 0.8), Gear(54, 0.8), at).backlash
        play = stage_play(PAIR, 1, StageMeasured(module=0.8, distance=at))
        assert play
        self.assertFalse(play[1])
        self.assertAlmostEqual(play[0].angle, left / (0.8 * 54 / 2), places=9)

    def test_with_the_module_alone_the_usual_is_taken_and_said_to_be(self) -> None:
        play = stage_play(PAIR, 1, StageMeasured(module=0.8))
        assert play
        self.assertTrue(play[1])
        band = band_for("metal")
        self.assertLess(band.low * 0.8, play[0].angle * 0.8 * 54 / 2)
        self.assertLess(play[0].angle * 0.8 * 54 / 2, band.high * 0.8)
        self.assertGreater(play[0].error, 0)

    def test_of_nothing_measured_and_of_what_has_no_teeth_there_is_none(self) -> None:
        self.assertIsNone(stage_play(PAIR, 1, StageMeasured(backlash=0.1)))
        self.assertIsNone(stage_play(Joint("1", "2"), 1, StageMeasured(module=0.8, backlash=0.1)))


class WhereItStands(unittest.TestCase):
    @given(
        st.integers(12, 40), st.integers(12, 80), st.sampled_from([0.3, 0.5, 0.8, 1.0]), st.floats(-1.5, 3.0)
    )
    @examples(60)
    def test_it_is_judged_as_the_mesh_there_is(self, z1: int, z2: int, m: float, off: float) -> None:
        coupling = Mesh("1", "2", z1, z2)
        at = wanted_distance(coupling, m) + off * m
        stands = verdict_where_it_stands(coupling, StageMeasured(module=m, distance=at))
        assert stands
        try:
            there = mesh(Gear(z1, m), Gear(z2, m), at)
        except GearingError:
            self.assertIn(stands[0], ("jammed", "skipping"))
            return
        self.assertEqual(stands[0], judge_mesh(there, m, band_for("metal")).verdict)
        self.assertAlmostEqual(stands[1], there.backlash)

    def test_unshifted_gears_stand_at_the_half_sum_and_in_a_ring_at_the_half_difference(self) -> None:
        self.assertAlmostEqual(
            wanted_distance(PAIR, 0.8), Pair(Gear(15, 0.8), Gear(54, 0.8)).zero_backlash_distance
        )
        ring = Mesh("1", "2", 18, 48, "internal")
        self.assertAlmostEqual(
            wanted_distance(ring, 0.5), Pair(Gear(18, 0.5), Gear(48, 0.5), True).zero_backlash_distance
        )

    def test_nothing_is_judged_of_what_was_not_measured_or_is_no_pair_of_gears(self) -> None:
        for known in (StageMeasured(module=0.8), StageMeasured(distance=27.0)):
            self.assertIsNone(verdict_where_it_stands(PAIR, known))
        self.assertIsNone(
            verdict_where_it_stands(Worm("1", "2", 1, 30), StageMeasured(module=1, distance=20))
        )
        self.assertIsNone(
            verdict_where_it_stands(Mesh("1", "2", 3, 30), StageMeasured(module=1, distance=20))
        )


class AlongTheDrag(unittest.TestCase):
    BAND = band_for("open")

    def test_it_runs_from_the_jam_to_where_the_teeth_lose_each_other(self) -> None:
        pair = Pair(Gear(15, 0.8), Gear(54, 0.8))
        along = curve(pair, 0.8, self.BAND)
        self.assertAlmostEqual(along.distance[0], pair.zero_backlash_distance - BEYOND * 0.8)
        self.assertAlmostEqual(along.distance[-1], pair.limits[1], places=5)
        self.assertTrue(np.all(np.diff(along.backlash) > 0), "play opens with the distance")
        self.assertEqual((along.verdict[0], along.verdict[-1]), ("jammed", "skipping"))

    def test_in_a_ring_it_runs_the_other_way(self) -> None:
        along = curve(Pair(Gear(18, 0.5), Gear(60, 0.5), True), 0.5, self.BAND)
        self.assertTrue(np.all(np.diff(along.backlash) < 0))
        self.assertEqual(along.verdict[-1], "jammed")

    def test_at_every_distance_it_says_what_the_mesh_there_is_judged(self) -> None:
        pair = Pair(Gear(20, 0.5), Gear(40, 0.5))
        along = curve(pair, 0.5, self.BAND)
        tried = 0
        for at, verdict in list(zip(along.distance, along.verdict, strict=True))[::8]:
            try:
                there = mesh(pair.first, pair.second, float(at))
            except GearingError:
                continue
            tried += 1
            self.assertEqual(verdict, judge_mesh(there, 0.5, self.BAND).verdict, f"{at:.3f}")
        self.assertGreater(tried, 15)


class Helices(unittest.TestCase):
    def test_the_lead_is_the_way_round_unrolled(self) -> None:
        gear = Gear(20, 1.0, helix_angle=radians(15))
        # The tooth's line on the unrolled pitch cylinder rises by the lead over one circumference.
        circumference = pi * 20 / np.cos(radians(15))
        self.assertAlmostEqual(float(lead(gear)), circumference / tan(radians(15)))
        self.assertLess(float(lead(Gear(20, 1.0, helix_angle=radians(-15)))), 0)

    def test_overlap_is_how_many_pitches_a_tooth_lies_across_the_face(self) -> None:
        gear = Gear(20, 1.0, helix_angle=radians(-15))
        axial_pitch = pi * 1.0 / np.sin(radians(15))
        self.assertAlmostEqual(overlap_ratio(gear, 10.0), 10.0 / axial_pitch)
        self.assertEqual(overlap_ratio(Gear(20, 1.0), 10.0), 0.0)

    def test_a_hand_not_seen_is_the_one_that_runs(self) -> None:
        left = Gear(20, 1.0, helix_angle=radians(-15))
        for internal, wanted in ((False, 15), (True, -15)):
            for seen in (15, -15):
                mate = Gear(40, 1.0, helix_angle=radians(seen))
                turned = mate_by_hand(left, mate, internal=internal, known=False)
                self.assertAlmostEqual(degrees(float(turned.helix_angle)), wanted)

    def test_a_hand_that_was_seen_must_go_with_the_other(self) -> None:
        left, right = (Gear(20, 1.0, helix_angle=radians(a)) for a in (-15, 15))
        self.assertIs(mate_by_hand(left, right, internal=False, known=True), right)
        self.assertIs(mate_by_hand(left, left, internal=True, known=True), left)
        for mate, internal in ((left, False), (right, True), (Gear(20, 1.0, helix_angle=radians(17)), False)):
            with self.assertRaises(GearingError) as raised:
                mate_by_hand(left, mate, internal=internal, known=True)
            self.assertEqual(raised.exception.code, "helix_mismatch")

    def test_two_readings_of_one_angle_may_differ_a_little(self) -> None:
        mate = Gear(40, 1.0, helix_angle=radians(15.3))
        self.assertIs(
            mate_by_hand(Gear(20, 1.0, helix_angle=radians(-15)), mate, internal=False, known=True), mate
        )
