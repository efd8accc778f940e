"""Other gears for the same motor: the closed forms against the exact mesh, and the choice against a plain search."""

from __future__ import annotations

import unittest
from math import pi, radians

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from gearing.errors import GearingError
from gearing.geometry.gear import Gear
from gearing.mesh import Pair, mesh
from gearing.mesh.verdict import band_for
from gearing.regear import Drive, Plate, Stocked, Target, regear
from gearing.regear.pairs import Pairs, usual_shift
from sums.regear import RegearIn, regear_drive

from ..examples import examples

ALPHA, BAND = radians(20), band_for("open")
PRESENT = Drive(15, 54, 60.0, 2.6)


def counts(low: int, high: int, every: int = 1) -> list[Stocked]:
    return [Stocked(z, z % every == 0) for z in range(low, high)]


class ClosedForms(unittest.TestCase):
    @examples(60)
    @given(
        st.integers(12, 40), st.integers(30, 120), st.floats(0.0, 0.4), st.sampled_from([14.5, 20.0, 25.0]),
        st.floats(0.0, 0.5),
    )  # fmt: skip
    def test_they_are_the_exact_mesh(self, z1: int, z2: int, opened: float, angle: float, x: float) -> None:
        alpha = radians(angle)
        pairs = Pairs(z1, z2, 0.8, alpha, x)
        result = mesh(Gear(z1, 0.8, alpha, x), Gear(z2, 0.8, alpha), float(pairs.close) + opened * 0.8)
        self.assertAlmostEqual(float(pairs.close), result.zero_backlash_distance, places=9)
        self.assertAlmostEqual(float(pairs.backlash(result.distance)), result.backlash, places=9)
        self.assertAlmostEqual(float(pairs.contact(result.distance)), result.contact_ratio, places=9)
        self.assertAlmostEqual(float(pairs.distance_with(result.backlash)), result.distance, places=6)


class Search(unittest.TestCase):
    def test_keeping_the_speed_after_larger_wheels(self) -> None:
        """By plain search over every pair the slot reaches: none comes nearer that is no worse otherwise."""
        result = regear(
            PRESENT, 72.0, 2.6, Target("keep"), counts(10, 30), counts(40, 80),
            module=0.8, alpha=ALPHA, band=BAND, slot=(25.0, 28.5), rpm=16_000,
        )  # fmt: skip
        self.assertAlmostEqual(result.target, 54 / 15 * 2.6 * 72 / 60)
        nearest = min(
            abs(s / p * 2.6 / result.target - 1)
            for p in range(10, 30)
            for s in range(40, 80)
            if 25.0 <= Pair(Gear(p, 0.8), Gear(s, 0.8)).distance_for(0.17 * 0.8) <= 28.5
        )
        self.assertLess(min(abs(one.off) for one in result.choices if one.fits), nearest + 1e-6)
        best = result.choices[0]
        self.assertTrue(best.fits and 25.0 <= best.distance <= 28.5)
        self.assertAlmostEqual(best.travel, pi * 72 / best.final)
        self.assertAlmostEqual(best.speed, 16_000 * 60 * best.travel / 1e6)
        self.assertAlmostEqual(best.load, 72 / 60 * PRESENT.final / best.final)

    def test_pinions_cut_out_of_undercut_stand_farther_out_and_that_is_said(self) -> None:
        """12 on 60 of 0.8: with its shift, by the exact pair, 0.23 mm on; the answer names what it took."""
        asked = {
            "pinion": 12, "spur": 60, "wheel_mm": 60, "module_mm": 0.8, "pinions": [12], "spurs": [60], "band": "metal",
        }  # fmt: skip
        away = {}
        for cut, x in (("plain", 0.0), ("shifted", 5 / 17)):
            answer = regear_drive(RegearIn.model_validate({**asked, "pinions_cut": cut}))
            exact = Pair(Gear(12, 0.8, profile_shift=x), Gear(60, 0.8)).distance_for(0.04 * 0.8)
            self.assertAlmostEqual(answer.choices[0].distance_mm, exact, places=5)
            self.assertIn("0.23 mm farther out on 60", answer.note)
            away[cut] = answer.choices[0].distance_mm
        self.assertGreater(away["shifted"], away["plain"] + 0.2)
        self.assertEqual(regear_drive(RegearIn.model_validate({**asked, "pinions": [20]})).note, "")
        self.assertEqual(float(usual_shift(17)), 0.0)

    def test_each_target_by_hand(self) -> None:
        def target(want: str, value: float = 0.0) -> float:
            return regear(PRESENT, 72.0, 2.6, Target(want, value), counts(10, 30), counts(40, 80), module=0.8, alpha=ALPHA, band=BAND, rpm=16_000).target  # fmt: skip

        self.assertEqual(target("ratio", 9.0), 9.0)
        self.assertAlmostEqual(target("speed", 20.0), pi * 72 * 16_000 * 60 / 1e6 / 20)
        self.assertAlmostEqual(target("cooler", 20), target("keep") / 0.8)
        for want, value in (("moon", 1.0), ("speed", 0.0), ("cooler", 95.0)):
            with self.assertRaises(GearingError):
                target(want, value)

    def test_a_plate_takes_the_hole_that_comes_nearest_and_never_one_that_jams(self) -> None:
        away = Plate(24.0, 0.8, 12, 3.0).distances()
        self.assertAlmostEqual(float(away[3]), float(np.hypot(3.0, 26.4)))
        result = regear(PRESENT, 60.0, 2.6, Target("keep"), counts(12, 20), counts(48, 60), module=0.8, alpha=ALPHA, band=BAND, holes=away)  # fmt: skip
        for one in result.choices:
            if not one.fits:
                continue
            plays = [float(mesh(Gear(one.pinion, 0.8), Gear(one.spur, 0.8), float(a)).backlash)
                     for a in away if abs(a - (one.pinion + one.spur) * 0.4) < 1.3]  # fmt: skip
            usable = [abs(j - 0.136) for j in plays if j >= BAND.tight * 0.8]
            self.assertAlmostEqual(abs(one.backlash - 0.136), min(usable), places=6)
            self.assertAlmostEqual(one.distance, float(away[one.hole - 1]))
        self.assertTrue(any(one.fits for one in result.choices))
