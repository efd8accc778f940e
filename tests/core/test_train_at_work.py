"""Trains under load and by hand: power, play, clicks, counts found again, and what they do in their unit."""

from __future__ import annotations

import unittest
from math import asin, degrees, pi

from hypothesis import given
from hypothesis import strategies as st

from gearing.errors import GearingError
from gearing.train import applications, read_train, solve
from gearing.train.fault_rates import suspects
from gearing.train.lost_motion import StagePlay, angle_of_play, lost_motion
from gearing.train.open_counts import Measured, fill_in, ratio_of_turns
from gearing.train.power import power
from sums.train import TrainIn, run_train

from ..examples import examples

STAGE = st.sampled_from(
    ["12:60", "14:48i", "10:40b", "belt 20:40", "chain 11:18", "w2:30 lead 20", "p12/18/48", "p12/18/48 ring>carrier",
     "p12/18/48 sun>ring", "p12/18/48 carrier>sun"]
)  # fmt: skip


class Power(unittest.TestCase):
    @examples(100)
    @given(st.lists(STAGE, min_size=1, max_size=5), st.floats(1e-4, 10))
    def test_power_in_is_power_out_and_what_the_stages_lose(self, stages: list[str], torque: float) -> None:
        result = solve(read_train(" | ".join(stages)))
        answer = power(result, "1", torque, str(len(stages) + 1))
        given_in = torque * float(abs(result.speeds["1"]))
        lost = 0.0
        for n, stage in enumerate(answer.stages, 1):
            into, out = (answer.torques[s] * float(abs(result.speeds[s])) for s in (str(n), str(n + 1)))
            self.assertTrue(0 < stage.efficiency <= 1)
            lost += into - out
        out = answer.torques[str(len(stages) + 1)] * float(abs(result.speeds[str(len(stages) + 1)]))
        self.assertAlmostEqual(given_in, out + lost, delta=1e-9 * given_in)
        self.assertAlmostEqual(out / given_in, answer.efficiency, places=9)

    def test_planetary_sets_by_the_book(self) -> None:
        """VDI 2157 by hand: (1 + 0.97·48/12)/(1 + 48/12) into the carrier, its inverse form out of it."""
        down = power(solve(read_train("p12/18/48")), "1", 1.0, "2")
        self.assertAlmostEqual(down.efficiency, (1 + 0.97 * 4) / 5)
        self.assertAlmostEqual(down.torques["2"] - 1.0, down.reactions["1 ring"])
        self.assertAlmostEqual(
            power(solve(read_train("p12/18/48 carrier>sun")), "1", 1.0, "2").efficiency, 5 / (1 + 4 / 0.97)
        )

    def test_a_shallow_worm_holds_and_a_steep_one_does_not(self) -> None:
        self.assertEqual(power(solve(read_train("w1:40 lead 4")), "1", 1.0, "2").backwards, 0.0)
        self.assertGreater(power(solve(read_train("w4:40 lead 25")), "1", 1.0, "2").backwards, 0.5)


class Play(unittest.TestCase):
    def test_five_stages_by_hand(self) -> None:
        """Each stage's free turn goes down by all ratios after it."""
        line = "12:60 | 14:48 | 10:40 | 12:36 | 15:45"
        ratios, turns = [5, 48 / 14, 4, 3, 3], [2.0, 1.5, 1.2, 0.8, 0.5]
        by_hand = sum(t / _product(ratios[n + 1 :]) for n, t in enumerate(turns))
        stages = [{"number": n, "turn_deg": t} for n, t in enumerate(turns, 1)]
        answer = run_train(
            TrainIn.model_validate({"line": line, "stages": stages, "play": {"play_mm": 1, "radius_mm": 20}})
        ).lost_motion
        assert answer and answer.rest_deg is not None
        self.assertAlmostEqual(answer.teeth_deg, by_hand, places=9)
        self.assertAlmostEqual(answer.rest_deg, degrees(asin(1 / 20)) - by_hand, places=9)
        self.assertIn("bearings, bores", answer.verdict)
        assert answer.input_deg
        self.assertAlmostEqual(answer.input_deg, by_hand * _product(ratios), places=6)

    def test_a_backlash_at_the_pitch_circle_is_a_turn_of_its_gear(self) -> None:
        given_in = {"line": "12:60", "stages": [{"number": 1, "module_mm": 0.5, "backlash_mm": 0.05}]}
        answer = run_train(TrainIn.model_validate(given_in)).lost_motion
        assert answer
        self.assertAlmostEqual(answer.teeth_deg, degrees(0.05 / 15))
        self.assertFalse(answer.shares[0].assumed)

    def test_what_the_teeth_explain_and_more_than_there_is_are_told_apart(self) -> None:
        result = solve(read_train("12:60 | 14:48"))
        plays = [StagePlay(1, 0.02, 0.002, "stage 1"), StagePlay(2, 0.03, 0.003, "stage 2")]
        teeth = lost_motion(result, plays, "3").teeth
        self.assertIn(
            "explain all of it, most of it stage 2", lost_motion(result, plays, "3", teeth, 0.001).verdict
        )
        self.assertIn("less play than", lost_motion(result, plays, "3", teeth / 2, 0.001).verdict)
        with self.assertRaises(GearingError):
            angle_of_play(21, 20)


class Clicks(unittest.TestCase):
    @examples(60)
    @given(
        st.lists(st.tuples(st.integers(9, 19), st.integers(23, 61)), min_size=2, max_size=4),
        st.data(),
    )
    def test_the_shaft_that_clicks_is_named_from_a_fair_count(
        self, pairs: list[tuple[int, int]], data: st.DataObject
    ) -> None:
        result = solve(read_train(" | ".join(f"{a}:{b}" for a, b in pairs)))
        last = str(len(pairs) + 1)
        shaft = data.draw(st.sampled_from(list(result.speeds)))
        per_turn = float(abs(result.speeds[shaft] / result.speeds[last]))
        named = suspects(result, last, max(round(10 * per_turn), 1), 10.0)
        self.assertAlmostEqual(sum(one.odds for one in named), 1.0)
        best = named[0].carrier
        assert best
        self.assertEqual((best.what, best.shaft), ("gear", shaft))

    def test_planets_and_threads_click_as_often_as_they_meet(self) -> None:
        by_name = {row.gear: row.per_turn for row in run_train(TrainIn(line="p12/18/48", shaft="1")).clicks}
        # The sun turns 4/5 against the arm past three planets; a planet 12/18 of that, met twice a turn.
        self.assertAlmostEqual(by_name["sun of 12"], 12 / 5)
        self.assertAlmostEqual(by_name["planet of 18"], 16 / 15)
        self.assertAlmostEqual(run_train(TrainIn(line="w2:40")).clicks[0].per_turn, 20)

    def test_a_count_that_fits_nothing_says_to_count_again(self) -> None:
        answer = run_train(TrainIn(line="12:60", clicks=1000, turns=1))
        self.assertIn("Nothing of this train", answer.clicks_say)


class Open(unittest.TestCase):
    @examples(25)
    @given(
        st.integers(8, 30),
        st.integers(31, 120),
        st.integers(8, 20),
        st.integers(21, 90),
        st.floats(-0.3, 0.3),
    )
    def test_a_count_left_open_is_found_from_ratio_and_distance(
        self, a: int, b: int, c: int, d: int, off: float
    ) -> None:
        ratio = b / a * d / c
        error = 0.004 * ratio
        alone = fill_in(f"{a}:{b} | {c}:?", Measured(ratio + off * error, error))
        self.assertIn((d,), [one.counts for one in alone])
        both = fill_in(f"{a}:{b} | ?:?", Measured(ratio, error, ((2, float(c + d), 0.3),)))
        self.assertIn((c, d), [one.counts for one in both])
        for one in both:
            self.assertEqual(sum(one.counts), c + d)

    def test_turns_counted_at_both_ends_with_a_planet_open(self) -> None:
        self.assertEqual(
            fill_in("p12/?/48 | 14:48", Measured(*ratio_of_turns(171.5, 10)))[0].line, "p12/18/48 | 14:48"
        )
        answer = run_train(
            TrainIn.model_validate({"line": "12:60 | 14:?", "known": {"ratio": 17.14, "ratio_error": 0.05}})
        )
        self.assertEqual((answer.line, answer.ratio), ("12:60 | 14:48", "120 : 7"))

    def test_too_much_open_or_nothing_measured_is_said(self) -> None:
        for line, known in (
            ("?:? | ?:40", Measured(5, 0.1)),
            ("12:?", Measured()),
            ("12:40", Measured(5, 0.1)),
        ):
            with self.subTest(line=line), self.assertRaises(GearingError):
                fill_in(line, known)

    def test_two_open_counts_are_all_found(self) -> None:
        """The same as trying every pair one by one."""
        known = Measured(17.3, 0.2, ((1, 70.0, 1.5),))
        result = fill_in("?:? | 14:48", known, 10_000)
        by_hand = {
            (a, b)
            for a in range(6, 161)
            for b in range(6, 161)
            if abs(a + b - 70) <= 4.5 and abs(b / a * 48 / 14 - 17.3) <= 0.6
        }
        self.assertEqual({one.counts for one in result}, by_hand)
        apart = fill_in("?:60 | 14:?", Measured(17.3, 0.02), 10_000)
        self.assertEqual(
            {one.counts for one in apart},
            {(a, b) for a in range(6, 161) for b in range(6, 161) if abs(60 / a * b / 14 - 17.3) <= 0.06},
        )
        with self.assertRaisesRegex(GearingError, "left open"):
            read_train("12:?")


class Uses(unittest.TestCase):
    def value(self, rows: list[applications.Row], label: str) -> float:
        return next(row.value for row in rows if row.label.startswith(label))

    def test_by_hand(self) -> None:
        car = applications.car(10.0, 60.0, 3000, 7.4, 0.8)
        self.assertAlmostEqual(self.value(car, "speed"), 3000 * 7.4 * 0.8 / 10 * pi * 0.060 * 60 / 1000)
        reel = applications.reel(1 / 6.3, 34.0, 20.0)
        self.assertAlmostEqual(self.value(reel, "line a crank turn, full"), 6.3 * pi * 34)
        # Half the line is half the volume: the square of the level lies half way.
        self.assertAlmostEqual(
            self.value(reel, "line a crank turn, half") ** 2, (6.3 * pi) ** 2 * (34**2 + 20**2) / 2
        )
        self.assertAlmostEqual(
            self.value(applications.servo(240, 12000, 60, load=1.0), "transit"), 60 / 360 * 240 / 200
        )
        winch = applications.winch(70, 8000, 38, 0.6, 3, 0.5)
        self.assertAlmostEqual(self.value(winch, "pull, layer 1"), 0.5 / 0.0193)
        self.assertLess(self.value(winch, "line speed, layer 1"), self.value(winch, "line speed, layer 3"))
        self.assertAlmostEqual(
            self.value(applications.tracking(144 * 5, 144), "worm turns once"), 86164.0905 / 144
        )
        self.assertEqual(self.value(applications.counter(20, 10), "turns a unit"), 2)
        with self.assertRaises(GearingError):
            applications.reel(0.2, 20, 34)

    def test_the_teeth_are_felt_at_the_servos_hole(self) -> None:
        given_in = {
            "line": "12:60",
            "stages": [{"number": 1, "turn_deg": 2}],
            "use": {"kind": "servo", "arm_mm": 15},
        }
        rows = run_train(TrainIn.model_validate(given_in)).use
        felt = next(row.value for row in rows if row.label.startswith("play at the hole"))
        self.assertAlmostEqual(felt, 15 * 2 * pi / 180)

    def test_marks_come_home_and_every_tooth_is_met(self) -> None:
        answer = run_train(TrainIn(line="12:60 | 14:48", rpm=300))
        self.assertEqual(answer.home_turns, 120)
        # The second pair meets again after 24 turns of its driver, which turns once in 5.
        self.assertEqual((answer.run_in_turns, answer.run_in_minutes), (120, 0.4))


def _product(values: list[float]) -> float:
    made = 1.0
    for value in values:
        made *= value
    return made
