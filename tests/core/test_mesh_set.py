"""A mesh as it is set: to a distance, by paper, warm and cold, run out and askew; verdicts along a drag."""

from __future__ import annotations

import unittest

import numpy as np

from gearing.errors import GearingError
from gearing.geometry.gear import Gear
from gearing.geometry.outline import tooth_outline
from gearing.mesh import Pair, mesh
from gearing.mesh.crossed import bevel_pair, worm_pair
from gearing.mesh.curve import curve
from gearing.mesh.interference import interferes
from gearing.mesh.misalignment import over_a_turn, width_in_mesh
from gearing.mesh.paper import strips
from gearing.mesh.thermal import Climate, warmed
from gearing.mesh.verdict import band_for, judge_mesh


class SetAndJudged(unittest.TestCase):
    PAIR = Pair(Gear(15, 0.8), Gear(54, 0.8))

    def test_a_distance_asked_for_leaves_the_backlash_asked_for_and_skipping_begins_at_one(self) -> None:
        for pair in (self.PAIR, Pair(Gear(18, 0.5), Gear(60, 0.5), internal=True)):
            self.assertAlmostEqual(float(pair.backlash(pair.distance_for(0.04))), 0.04, places=9)
            self.assertAlmostEqual(float(pair.contact_ratio(pair.skips_at)), 1.0, places=6)

    def test_verdicts_follow_each_other_as_the_distance_opens(self) -> None:
        order = ["jammed", "tight", "right", "loose", "skipping"]
        answer = [
            judge_mesh(
                mesh(self.PAIR.first, self.PAIR.second, 27.5 + step * 0.01), 0.8, band_for("open")
            ).verdict
            for step in range(85)
        ]
        self.assertEqual(list(dict.fromkeys(answer)), order)

    def test_paper_lies_on_both_flanks_pressed(self) -> None:
        for one in strips(self.PAIR, 0.8, band_for("open")):
            if one.verdict == "lost":
                continue
            play = float(self.PAIR.normal_backlash(one.distance))
            if one.held_by == "flanks":
                self.assertAlmostEqual(play, 2 * 0.85 * one.thickness, places=6)
            else:
                self.assertGreater(play, 2 * 0.85 * one.thickness)
        sheet = {
            (s.name, s.fold): s for s in strips(Pair(Gear(15, 0.3), Gear(54, 0.3)), 0.3, band_for("open"))
        }
        self.assertIn(sheet["copy paper", "flat"].verdict, ("loose", "lost"))

    def test_warmth_closes_plastic_in_metal_and_the_cold_setting_makes_up_for_it(self) -> None:
        climate = Climate("steel", "nylon", "aluminium", 20, 60)
        answer = warmed(self.PAIR, 27.75, climate, 0.1)
        self.assertLess(answer.warm, answer.cold)
        # By hand: what both gears grow less what the housing gives, at 2·tan(alpha_w) a millimetre.
        share = 27.75 / 69 * 40e-6
        closes = share * (15 * 11.5 + 54 * 85) - 27.75 * 23.5 * 40e-6
        alpha = float(self.PAIR.working_angle(27.75))
        # Each gear's spaces grow with it.
        widens = np.pi * 0.4 * 40e-6 * (11.5 + 85)
        grown = answer.first + answer.second + answer.housing
        self.assertAlmostEqual(grown, widens - 2 * np.tan(alpha) * closes, delta=0.001)
        # Steel and nylon grow unlike: the pitch error takes more.
        self.assertLess(answer.warm - answer.cold, grown - 0.005)
        again = warmed(self.PAIR, answer.set_distance, climate, 0.1)
        self.assertAlmostEqual(again.warm, 0.1, delta=1e-4)
        still = warmed(self.PAIR, 27.75, Climate("steel", "steel", "steel", 20, 80), 0.1)
        self.assertAlmostEqual(still.warm, still.cold, delta=1e-4)

    def test_unlike_growing_carries_its_pitch_error_as_it_does_when_drawn(self) -> None:
        """17 of brass on 43 of nylon, 60 K warmer: both drawn grown, one rocked in the other at every phase."""
        pair, climate = Pair(Gear(17, 1.0), Gear(43, 1.0)), Climate("brass", "nylon", "aluminium", 20, 80)
        answer = warmed(pair, pair.distance_for(0.116), climate, 0.1)
        share = {"one": 19e-6 * 60, "two": 85e-6 * 60, "housing": 23.5e-6 * 60}
        apart = pair.distance_for(0.116) * (1 + share["housing"])
        drawn = [
            _rocked(Gear(17, 1 + share["one"]), Gear(43, 1 + share["two"]), apart, at)
            for at in np.linspace(0, 1, 24)
        ]
        self.assertAlmostEqual(answer.warm, min(drawn), delta=0.004)
        # Told member by member it would be a good deal more.
        self.assertGreater(answer.cold + answer.first + answer.second + answer.housing, answer.warm + 0.015)
        again = warmed(pair, answer.set_distance, climate, 0.1)
        self.assertAlmostEqual(again.warm, 0.1, delta=1e-4)

    def test_a_gear_that_runs_out_is_tight_where_its_high_side_meets(self) -> None:
        answer = over_a_turn(self.PAIR, 27.75, 0.1, high_at=90.0)
        self.assertAlmostEqual(answer.tight_at, 90.0)
        self.assertAlmostEqual(answer.least, float(self.PAIR.backlash(27.70)), places=9)
        self.assertAlmostEqual(answer.most, float(self.PAIR.backlash(27.80)), places=9)
        self.assertAlmostEqual(width_in_mesh(6, 5, 1.0), 4.5)

    def test_worm_and_bevel_by_the_book(self) -> None:
        worm = worm_pair(1, 40, 0.5, 6.0, np.radians(20), 0.08)
        self.assertAlmostEqual(worm.distance, 13.0)
        self.assertAlmostEqual(np.tan(worm.lead_angle), 0.5 / 6.0)
        self.assertLess(worm.backwards, 0)
        bevel = bevel_pair(14, 42, 0.5, np.radians(20), np.pi / 2)
        self.assertAlmostEqual(sum(bevel.cones), np.pi / 2)
        self.assertAlmostEqual(np.tan(bevel.cones[0]), 14 / 42)
        self.assertAlmostEqual(bevel.cone_distance, np.hypot(7.0, 21.0) / 2)
        with self.assertRaisesRegex(GearingError, "no cone"):
            bevel_pair(10, 60, 0.5, np.radians(20), np.radians(150))


class AlongADrag(unittest.TestCase):
    """The curve follows tips through their mate at some distances alone: it must not show at others."""

    def test_what_digs_at_a_distance_digs_on_the_curve(self) -> None:
        dug = 0
        for z1, z2, x1, x2, inside in (
            (8, 40, 0.0, 0.0, False),
            (12, 60, -0.3, 0.0, False),
            (17, 17, 0.5, -0.4, False),
            (25, 54, 0.0, 0.0, False),
            (30, 34, 0.0, 0.0, True),
            (16, 48, 0.2, 0.0, True),
        ):
            pair = Pair(Gear(z1, 0.8, profile_shift=x1), Gear(z2, 0.8, profile_shift=x2), internal=inside)
            drag = curve(pair, 0.8, band_for("open"))
            each = interferes(pair, drag.distance)
            stops = np.isin(drag.verdict, ["interferes", "jammed"])
            with self.subTest(z1=z1, z2=z2):
                np.testing.assert_array_equal(each & ~stops, False)
                np.testing.assert_array_equal((drag.verdict == "interferes") & ~each, False)
            dug += int((drag.verdict == "interferes").sum())
        self.assertGreater(dug, 20, "some of these do dig")


def _rocked(one: Gear, two: Gear, apart: float, at: float) -> float:
    """Free turn of `two` at its pitch circle with `one` held `at` so many pitches on, mm; drawn and tried."""
    shapes = []
    for gear in (one, two):
        half = tooth_outline(gear, 200, 20)
        half = half[len(half) // 2 + 1 :][::-1]
        shapes.append((np.hypot(*half.T), np.abs(np.arctan2(half[:, 0], half[:, 1])), 2 * np.pi / gear.teeth))

    def clear(turn: float) -> bool:
        turns = (at * shapes[0][2], np.pi + shapes[1][2] / 2 + turn)
        for mine, other in ((0, 1), (1, 0)):
            radius, angle, pitch = shapes[mine]
            wall_radius, wall_angle, wall_pitch = shapes[other]
            for k in range(-3, 4):
                for side in (-1, 1):
                    way = turns[mine] + k * pitch + side * angle
                    x = radius * np.cos(way) + (0 if mine == 0 else apart)
                    y = radius * np.sin(way)
                    x = x - (apart if other == 1 else 0)
                    r, a = np.hypot(x, y), np.arctan2(y, x) - turns[other]
                    near = (r < wall_radius.max()) & (r > wall_radius.min())
                    a = np.abs((a[near] + wall_pitch / 2) % wall_pitch - wall_pitch / 2)
                    if (a < np.interp(r[near], wall_radius, wall_angle) - 1e-6).any():
                        return False
        return True

    rolled = -at * shapes[1][2]
    ends = []
    for sense in (-1, 1):
        low, high = 0.0, shapes[1][2] / 3
        middle = next(rolled + s for s in np.linspace(-0.01, 0.01, 81) if clear(rolled + s))
        for _ in range(24):
            half_way = (low + high) / 2
            low, high = (half_way, high) if clear(middle + sense * half_way) else (low, half_way)
        ends.append(middle + sense * low)
    return float((ends[1] - ends[0]) * apart * two.teeth / (one.teeth + two.teeth))
