"""Shims, disc springs, friction stacks and press fits, by standard tables and by plain search."""

from __future__ import annotations

import unittest
from itertools import product
from math import pi

from hypothesis import given
from hypothesis import strategies as st

from gearing.assembly.discs import Disc, disc_force, read_stack, snaps_at, stack_force
from gearing.assembly.friction import FrictionStack, working_faces
from gearing.assembly.press import interference, press_fit
from gearing.assembly.shims import Pack, choose_shims
from gearing.errors import GearingError
from sums.fitting import FittingIn, fit_together

from ..examples import examples

SMALL = Disc(8.0, 4.2, 0.4, 0.2)


class Discs(unittest.TestCase):
    def test_the_standards_own_table(self) -> None:
        """DIN 2093, force at 0.75 h0: A 50 is 12 000 N, B 50 4 760 N, A 20 1 530 N, all to a per cent or two."""
        for disc, force in (
            (Disc(50, 25.4, 3.0, 1.1), 12_000), (Disc(50, 25.4, 2.0, 1.4), 4_760), (Disc(20, 10.2, 1.1, 0.45), 1_530),
        ):  # fmt: skip
            self.assertAlmostEqual(disc_force(disc, 0.75 * disc.cone) / force, 1.0, delta=0.02)

    @examples(60)
    @given(st.lists(st.integers(1, 3), min_size=2, max_size=5), st.floats(0.05, 0.95))
    def test_parallel_adds_force_and_alternate_adds_travel(self, packets: list[int], share: float) -> None:
        signs = "".join(("(" if n % 2 else ")") * many for n, many in enumerate(packets))
        stack = read_stack(signs, SMALL)
        self.assertEqual(list(stack.packets), packets)
        self.assertAlmostEqual(stack.travel_most, len(packets) * SMALL.cone)
        force = stack_force(stack, SMALL, share * stack.travel_most)
        self.assertLessEqual(force, max(packets) * disc_force(SMALL, SMALL.cone) + 1e-6)
        if len(set(packets)) == 1:
            self.assertAlmostEqual(force, packets[0] * disc_force(SMALL, share * SMALL.cone), delta=0.01)

    def test_all_one_way_is_no_spring_and_past_flat_is_refused(self) -> None:
        with self.assertRaisesRegex(GearingError, "All 4 face one way"):
            read_stack("((((", SMALL)
        for bad in ("", "x", "(" * 61):
            with self.assertRaises(GearingError):
                read_stack(bad, SMALL)
        with self.assertRaisesRegex(GearingError, "past flat"):
            stack_force(read_stack("()", SMALL), SMALL, 0.41)
        with self.assertRaisesRegex(GearingError, "flat washer"):
            Disc(8, 4, 0.4, 0)


class TallDiscs(unittest.TestCase):
    TALL = Disc(20, 10.2, 0.5, 1.0)

    def test_one_disc_has_one_greatest_force_and_no_two_answers(self) -> None:
        """h0/t = 2: pressed step by step the force has its peak before flat, and no stack is set past it."""
        forces = [disc_force(self.TALL, n * 1e-4) for n in range(10_001)]
        peak = max(range(10_001), key=lambda n: forces[n])
        self.assertLess(peak, 10_000)
        self.assertAlmostEqual(snaps_at(self.TALL) or 0, peak * 1e-4, delta=2e-4)
        self.assertGreater(forces[peak], forces[-1])
        self.assertIsNone(snaps_at(SMALL))
        for lie in ("()", "(())", "()()"):
            stack = read_stack(lie, self.TALL)
            each = stack.travel_most / len(stack.packets)
            self.assertAlmostEqual(each, peak * 1e-4, delta=2e-3)
            force = stack_force(stack, self.TALL, stack.travel_most / 2)
            self.assertAlmostEqual(force, stack.packets[0] * disc_force(self.TALL, each / 2), delta=0.5)
            with self.assertRaisesRegex(GearingError, "snap through"):
                stack_force(stack, self.TALL, stack.travel_most + 0.01)

    def test_the_answer_gives_the_peak_and_the_flat_as_two_things(self) -> None:
        work = {
            "job": "discs", "outside_mm": 20, "inside_mm": 10.2, "thickness_mm": 0.5, "cone_mm": 1.0, "stack": "()", "turns": 1,
        }  # fmt: skip
        answer = fit_together(FittingIn.model_validate({"work": work}))
        rows = {row.label: row.value for row in answer.rows}
        self.assertGreater(rows["one disc, most"], rows["one disc, flat"])
        self.assertIn("snap through", answer.says)
        self.assertEqual(answer.ends, "snaps through")
        self.assertAlmostEqual(max(force for _, force in answer.curve), rows["one disc, most"], delta=0.5)


class Shims(unittest.TestCase):
    def test_a_side_that_cannot_be_reached_is_said_and_packs_alike_add(self) -> None:
        work = {"job": "shims", "play_mm": 0.62, "low_mm": 0.05, "high_mm": 0.1, "left_mm": 0.3}
        far = {**work, "packs": [{"thickness_mm": 0.55}]}
        answer = fit_together(FittingIn.model_validate({"work": far}))
        self.assertIn("left cannot be reached", answer.says)
        self.assertAlmostEqual(abs(answer.shims[0].side_off_mm), 0.25)
        near = {**work, "packs": [{"thickness_mm": 0.3}, {"thickness_mm": 0.25}]}
        self.assertNotIn("cannot", fit_together(FittingIn.model_validate({"work": near})).says)
        both = choose_shims(0.45, 0.05, 0.06, [Pack(0.1, 2), Pack(0.1, 2)])
        self.assertEqual(both[0].left, (0.1,) * 4)
        with self.assertRaises(GearingError):
            choose_shims(0.45, 0.05, 0.06, [Pack(0.1, 3)])

    @examples(80)
    @given(st.floats(0.05, 1.2), st.floats(0.02, 0.1), st.floats(0.03, 0.12))
    def test_no_fewer_shims_would_do(self, play: float, low: float, width: float) -> None:
        packs = [Pack(0.05), Pack(0.1), Pack(0.2), Pack(0.5)]
        sizes = [0.0] + [pack.thickness for pack in packs]
        fits = [c for c in product(sizes, repeat=4) if low <= play - sum(c) <= low + width]
        try:
            best = choose_shims(play, low, low + width, packs)[0]
        except GearingError:
            self.assertFalse(fits and play >= low)
            return
        self.assertTrue(low - 1e-9 <= best.play <= low + width + 1e-9)
        if fits:
            self.assertLessEqual(len(best.left), min(sum(t > 0 for t in c) for c in fits))

    def test_split_by_side_where_the_place_matters_and_never_more_than_are_there(self) -> None:
        packs = [Pack(0.1, 1), Pack(0.2, 1), Pack(0.3, 1), Pack(0.05, 4)]
        best = choose_shims(0.62, 0.05, 0.1, packs, left=0.3)[0]
        self.assertAlmostEqual(sum(best.left), 0.3)
        for thickness in (0.1, 0.2, 0.3):
            self.assertLessEqual((*best.left, *best.right).count(thickness), 1)
        with self.assertRaisesRegex(GearingError, "tight already"):
            choose_shims(0.02, 0.05, 0.1, packs)
        with self.assertRaisesRegex(GearingError, "No set"):
            choose_shims(5.0, 0.05, 0.1, packs)


class Friction(unittest.TestCase):
    def test_faces_count_where_keyed_meets_eared(self) -> None:
        self.assertEqual([working_faces(lie) for lie in ("ke", "kek", "kfefk", "kkee")], [1, 2, 2, 1])
        for bad in ("kk", "kx", ""):
            with self.assertRaises(GearingError):
                working_faces(bad)

    @given(st.integers(1, 12), st.floats(0.05, 0.4), st.floats(1, 500))
    def test_torque_and_force_are_each_others_inverse(
        self, faces: int, friction: float, force: float
    ) -> None:
        stack = FrictionStack(faces, friction, 24.0, 12.0)
        self.assertAlmostEqual(stack.slip_torque(force), faces * friction * force * 9.0)
        self.assertAlmostEqual(stack.force_for(stack.slip_torque(force)), force)

    def test_backed_off_from_home_the_spring_presses_less(self) -> None:
        def torque(back: float) -> float:
            spring = {
                "job": "discs",
                "outside_mm": 8,
                "inside_mm": 4.2,
                "thickness_mm": 0.4,
                "cone_mm": 0.2,
                "stack": "()()",
            }
            work = {
                "job": "friction",
                "washers": "keke",
                "outside_mm": 20,
                "inside_mm": 10,
                "spring": spring,
                "back_off_turns": back,
            }
            rows = fit_together(FittingIn.model_validate({"work": work})).rows
            return next(row.value for row in rows if row.label == "slip torque")

        self.assertTrue(torque(0) > torque(0.5) > torque(1.0) > 0)


class Press(unittest.TestCase):
    def test_the_table_of_fits(self) -> None:
        """ISO 286-2: 8 H7/p6 has 0 to 24 um, 3 H7/h6 is 0 to 16 um of clearance, 20 H7/s6 14 to 48 um."""
        for diameter, grade, limits in ((8, "p6", (0, 24)), (3, "h6", (-16, 0)), (20, "s6", (14, 48))):
            result = interference(diameter, grade)
            self.assertEqual(tuple(round(1000 * one) for one in result), limits)
        for diameter, grade in ((80, "p6"), (8, "z9"), (8, "over")):
            with self.assertRaises(GearingError):
                interference(diameter, grade)

    def test_lame_by_hand(self) -> None:
        """Same material, solid shaft: p = E·d/D·(1 - (D/Da)^2)/2."""
        result = press_fit(10, 8, 20, "steel", "steel", 0.0, 0.01)
        pressure = 206_000 * 0.01 / 10 * (1 - 0.25) / 2
        self.assertAlmostEqual(result.pressure, pressure)
        self.assertAlmostEqual(result.push_most, 0.12 * pi * 10 * 8 * pressure)
        self.assertEqual(result.yields, "")
        with self.assertRaisesRegex(GearingError, "no wall"):
            press_fit(10, 8, 9, "steel", "steel", 0, 0.01)

    def test_a_thin_hub_yields_where_its_stress_says(self) -> None:
        """Stresses at the bore of a thick ring: hoop p(1+q)/(1-q), radial -p; equivalent 2p/(1-q)·(sqrt 3)/2."""
        result = press_fit(6, 5, 8, "brass", "steel", 0.0, 0.03)
        q = (6 / 8) ** 2
        hoop, radial = result.stands * (1 + q) / (1 - q), -result.stands
        # The shear stress hypothesis in the form DIN 7190 takes it, 2/sqrt(3) of it.
        self.assertAlmostEqual((hoop - radial) * (3**0.5) / 2, 180, places=6)
        self.assertEqual((result.weakest, result.yields), ("hub", "hub"))
        at_limit = press_fit(6, 5, 8, "brass", "steel", 0.0, result.interference_stood)
        self.assertAlmostEqual(at_limit.pressure, result.stands)
        work = {"job": "press", "diameter_mm": 6, "length_mm": 5, "hub_mm": 8, "shaft_mm": 6.03, "bore_mm": 6}
        self.assertIn("hub yields", fit_together(FittingIn.model_validate({"work": work})).says)
        thick = fit_together(FittingIn.model_validate({"work": {**work, "hub_mm": 14, "shaft_mm": 6.008}}))
        self.assertNotIn("yields:", thick.says)
