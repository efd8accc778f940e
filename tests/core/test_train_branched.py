"""Trains that branch, close on themselves or have several drives: play, torque and meetings another way."""

from __future__ import annotations

import unittest
from fractions import Fraction
from math import lcm, radians
from typing import Any

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from gearing.errors import GearingError
from gearing.train import Planetary, read_train, solve
from gearing.train.line import read_stages
from gearing.train.lost_motion import StagePlay, lost_motion
from gearing.train.power import power
from sums.train import TrainIn, TrainOut, run_train

from ..examples import examples


def ran(line: str, **more: Any) -> TrainOut:
    return run_train(TrainIn.model_validate({"line": line, **more}))


def turns(*played: tuple[int, float]) -> list[dict[str, float]]:
    return [{"number": number, "turn_deg": deg} for number, deg in played]


TREE = st.lists(
    st.tuples(st.integers(0, 9), st.integers(8, 40), st.integers(8, 90), st.floats(0, 2)),
    min_size=1,
    max_size=8,
)


class LostMotion(unittest.TestCase):
    def test_only_what_lies_between_drive_and_output_plays(self) -> None:
        for line, played, output, deg in (
            ("12:60 | 14:48 | 10:40", ((1, 1.0), (2, 0.5), (3, 0.4)), "2", 1.0),
            ("a-b 12:60 | a-c 14:48", ((1, 1.0), (2, 0.5)), "c", 0.5),
            ("a-b 12:60 | a-c 14:48", ((1, 1.0), (2, 0.5)), "b", 1.0),
            # Driven from its far end a train plays at the near one: 1° of shaft 2 is 5° of shaft 1.
            ("12:60 | 14:48 ; drive 3 1", ((1, 1.0), (2, 0.5)), "1", 5.0 + 0.5 * 48 / 14 * 5),
        ):
            with self.subTest(line=line, output=output):
                answer = ran(line, stages=turns(*played), output=output).lost_motion
                assert answer
                self.assertAlmostEqual(answer.teeth_deg, deg, places=9)

    def test_two_drives_whatever_their_speeds(self) -> None:
        """The ring's degree moves the arm by 52 of 72 teeth, however fast either motor runs."""
        for sun, motor in ((100, -40), (100, 10), (-3, 7), (1, 8)):
            line = f"sun-ring-arm p20/16/52 | motor-ring 10:80 ; drive sun {sun} ; drive motor {motor}"
            answer = ran(line, stages=turns((2, 1.0))).lost_motion
            assert answer
            self.assertAlmostEqual(answer.teeth_deg, 52 / 72, places=9)

    def test_a_member_that_stands_still_is_no_obstacle(self) -> None:
        answer = ran("p12/18/48 sun>ring", stages=turns((1, 1.0))).lost_motion
        assert answer
        self.assertEqual((answer.teeth_deg, answer.shares[0].at), (1.0, "2"))
        self.assertAlmostEqual(answer.input_deg or 0, 4.0)

    @examples(60)
    @given(TREE, st.data())
    def test_trees_of_pairs_walked_by_hand(self, pairs: list[tuple[int, int, int, float]], data: Any) -> None:
        """Each gear set by its mate, the drive held, every mesh opened at once."""
        line, at = [], {"s0": 0.0}
        for n, (from_, z1, z2, play) in enumerate(pairs, 1):
            parent = f"s{from_ % n}"
            line.append(f"{parent}-s{n} {z1}:{z2}")
            at[f"s{n}"] = abs(at[parent]) * z1 / z2 + play
        output = data.draw(st.sampled_from(sorted(at)[1:]))
        answer = ran(
            " | ".join(line), stages=turns(*((n, p[3]) for n, p in enumerate(pairs, 1))), output=output
        )
        assert answer.lost_motion
        self.assertAlmostEqual(answer.lost_motion.teeth_deg, at[output], places=7)

    def test_two_ways_round_play_as_little_as_the_tighter(self) -> None:
        result = solve(read_train("a-b 20:40 | b-e 20:40 | a-d 20:40 | d-e 20:40"))
        for plays, most in (
            # One way 0.2/2 + 0.3, the other 0.1/2 + 0.1.
            ((0.2, 0.3, 0.1, 0.1), 0.15),
            ((0.0, 0.1, 0.4, 0.4), 0.1),
            ((0.2, 0.3, 0.0, 0.0), 0.0),
        ):
            played = [StagePlay(n, play) for n, play in enumerate(plays, 1)]
            self.assertAlmostEqual(lost_motion(result, played, "e").teeth, most)
        # Seen from the shaft within one way, the other two meshes of the ring hold it as well.
        self.assertAlmostEqual(lost_motion(result, [StagePlay(1, 0.2), StagePlay(2, 0.1)], "b").teeth, 0.2)

    def test_loops_against_every_way_the_teeth_can_lie(self) -> None:
        """What a loop lets the output do, found by trying flanks on a grid."""
        result = solve(read_train("a-b 20:40 | b-c 30:20 | a-d 20:20 | d-c 30:40 | c-e 10:30"))
        self.assertEqual(len(result.loops), 1)
        plays = [0.12, 0.2, 0.16, 0.08, 0.3]
        grid = np.linspace(-0.5, 0.5, 41)
        one, two, three, four = np.meshgrid(*(p * grid for p in plays[:4]), indexing="ij")
        by_upper = -1.5 * one + two
        by_lower = -0.75 * three + four
        fits = np.abs(by_upper - by_lower) < 1e-3
        reach = float(by_upper[fits].max() - by_upper[fits].min())
        answer = lost_motion(result, [StagePlay(n, p) for n, p in enumerate(plays, 1)], "e").teeth
        self.assertAlmostEqual(answer, reach * 10 / 30 + 0.3, delta=0.01)

    def test_the_backlash_of_a_set_is_felt_through_both_its_meshes(self) -> None:
        """0.05 mm at the sun and 0.05 mm at the ring: the sun, arm and ring held, is free by both."""
        answer = ran("p12/18/48", stages=[{"number": 1, "module_mm": 1, "backlash_mm": 0.05}]).lost_motion
        assert answer and answer.input_deg
        self.assertAlmostEqual(radians(answer.input_deg) * 6, 0.1, places=9)


class Torque(unittest.TestCase):
    def test_a_branch_without_load_takes_nothing(self) -> None:
        answer = ran("a-b 12:60 | a-c 14:48 | c-d 10:40", output="d", torque_nmm=10)
        by_name = {one.name: one.torque_nmm for one in answer.shafts}
        self.assertAlmostEqual(by_name["b"] or 0, 0)
        self.assertAlmostEqual(by_name["d"] or 0, 10 * 48 / 14 * 4 * 0.97**2)
        self.assertEqual([one.loaded for one in answer.stages], [False, True, True])

    @examples(60)
    @given(st.integers(-300, 300).filter(bool), st.integers(-300, 300).filter(bool))
    def test_two_motors_share_by_the_teeth(self, sun: int, ring: int) -> None:
        """Without losses a set gives sun, ring and arm torques as 20 : 52 : 72, whatever turns how fast."""
        train = read_train(f"sun-ring-arm p20/16/52 ; drive sun {sun} ; drive ring {ring}")
        result = solve(train)
        if not result.speeds["arm"]:
            return
        answer = power(result, "sun", 1.0, "arm", {1: 1.0})
        self.assertAlmostEqual(answer.torques["ring"], 52 / 20)
        self.assertAlmostEqual(answer.torques["arm"], 72 / 20)

    @examples(80)
    @given(TREE, st.data())
    def test_work_put_in_is_work_got_out(self, pairs: list[tuple[int, int, int, float]], data: Any) -> None:
        """Virtual work: with no losses torque goes up as speed goes down, along whatever branch."""
        line = " | ".join(f"s{one[0] % n}-s{n} {one[1]}:{one[2]}" for n, one in enumerate(pairs, 1))
        result = solve(read_train(line))
        output = data.draw(st.sampled_from([f"s{n}" for n in range(1, len(pairs) + 1)]))
        answer = power(result, "s0", 2.0, output, dict.fromkeys(range(1, len(pairs) + 1), 1.0))
        self.assertAlmostEqual(answer.torques[output] * float(abs(result.speeds[output])), 2.0)
        lossy = power(result, "s0", 2.0, output)
        path, at = 0, output
        while at != "s0":
            at = f"s{pairs[int(at[1:]) - 1][0] % int(at[1:])}"
            path += 1
        self.assertAlmostEqual(lossy.efficiency, 0.97**path)

    def test_a_loop_is_refused_and_a_locking_worm_said(self) -> None:
        with self.assertRaisesRegex(GearingError, "closes on itself"):
            ran("a-b 20:40 | b-e 20:40 | a-d 20:40 | d-e 20:40", torque_nmm=5, output="e")
        for line in (
            "a-b w1:40 lead 4 ; drive b 1",
            "a-c 12:60 | b-c w1:40 lead 4",
            # Not loaded, and still to be turned along.
            "a-c 12:60 | b-c w1:40 lead 4 | c-d 12:60",
        ):
            with self.subTest(line=line):
                answer = ran(line)
                said = [trouble for stage in answer.stages for trouble in stage.troubles]
                self.assertTrue(any("locks" in trouble for trouble in said), said)
        self.assertFalse(ran("a-b w4:40 lead 25 ; drive b 1").stages[0].troubles)
        self.assertFalse(ran("w1:40 lead 4").stages[0].troubles)


class Meetings(unittest.TestCase):
    def test_every_tooth_met_counted_out(self) -> None:
        """Tooth by tooth in the carrier's frame until no new pair of teeth comes."""
        for line, turned in (
            ("p12/18/48", 15), ("p9/30/69", 87), ("w1:40", 40), ("12:60 | w1:40", 200), ("12:60 | 14:48", 120),
            ("belt 20:40/90", 18), ("w2:40", 20),
        ):  # fmt: skip
            with self.subTest(line=line):
                self.assertEqual(ran(line).run_in_turns, turned)

    @examples(60)
    @given(st.integers(8, 30), st.integers(8, 40), st.integers(1, 6))
    def test_planets_meet_sun_and_ring_by_counting(self, zs: int, zp: int, planets: int) -> None:
        zr = zs + 2 * zp
        answer = ran(f"p{zs}/{zp}/{zr} x{planets}")
        # Teeth that pass a turn of the sun, arm moving: zs·zr/(zs + zr).
        passing = Fraction(zs * zr, zs + zr)
        seen: set[tuple[int, int]] = set()
        last = 0
        for tooth in range(2 * lcm(zr, zp) + 1):
            if (pair := (tooth % zr, tooth % zp)) not in seen:
                seen.add(pair)
                last = tooth + 1
        most = max(Fraction(lcm(zs, zp)), Fraction(last)) / passing
        self.assertEqual(answer.run_in_turns, -(-most.numerator // most.denominator))


class Sets(unittest.TestCase):
    def test_stepped_and_paired_planets_by_hand(self) -> None:
        """Arm held: the sun turns planet one, planet two turns the ring."""
        for line, ratio in (
            ("p12/18+14/44 sun>ring", -Fraction(18 * 44, 12 * 14)),
            ("p12/14:13/48 sun>ring", Fraction(48, 12)),
            ("p12/18+14/44", 1 + Fraction(18 * 44, 12 * 14)),
            ("p12/14:13/48", 1 - Fraction(48, 12)),
            ("p12/18/48 ring>carrier", 1 + Fraction(12, 48)),
        ):
            with self.subTest(line=line):
                result = solve(read_train(line))
                self.assertEqual(result.ratio("1", "2"), ratio)
                self.assertEqual(" | ".join(one.text() for one in read_stages(line)), line)

    @examples(80)
    @given(st.integers(9, 30), st.integers(9, 24), st.integers(9, 24), st.integers(2, 5), st.booleans())
    def test_planets_that_go_in_find_their_teeth(
        self, zs: int, zp: int, zq: int, planets: int, paired: bool
    ) -> None:
        """Every way of putting in the second planet tried: does one fit the sun's and the ring's teeth?"""
        zr = zs + zp + zq if not paired else zs + 2 * zp + zq
        one = Planetary("s", "r", "c", zs, zp, zr, planets, zq, paired)
        share = Fraction(1, planets)
        if paired:
            # A pair of planets passes whole teeth on: only sun and ring, mirrored, decide.
            fits = ((zr - zs) * share).denominator == 1
        else:
            at_sun = zs * share / zp
            at_ring = -zr * share / zq
            fits = any(((at_sun + Fraction(k, zp)) - at_ring) * zq % 1 == 0 for k in range(zp))
        self.assertEqual(not any("do not go in" in said for said in one.troubles()), fits)


class Carriers(unittest.TestCase):
    def rows(self, line: str, **more: Any) -> dict[str, tuple[float, float | None]]:
        answer = ran(line, **more).clicks
        self.assertEqual(len({one.gear for one in answer}), len(answer), "each thing once")
        return {one.gear: (one.per_turn, one.other_per_turn) for one in answer}

    def test_an_idler_is_one_gear_with_two_flanks(self) -> None:
        rows = self.rows("12:30 | 30:48", shaft="3")
        self.assertEqual(rows["idler of 30 on shaft 2"], (48 / 30, 96 / 30))
        answer = ran("12:30 | 30:48", shaft="3", turns=10, clicks=32)
        self.assertTrue(next(one for one in answer.clicks if one.named).gear.startswith("idler"))

    def test_planets_click_for_one_flank_or_for_both(self) -> None:
        rows = self.rows("p12/18/48", shaft="1")
        self.assertAlmostEqual(rows["planet of 18"][0], 16 / 15)
        self.assertAlmostEqual(rows["planet of 18"][1] or 0, 8 / 15)
        one_flank = ran("p12/18/48", shaft="1", turns=15, clicks=8)
        self.assertTrue(next(c for c in one_flank.clicks if c.gear == "planet of 18").named)

    def test_a_bearing_whose_balls_were_counted(self) -> None:
        """7 balls of 2 mm on 8 mm: rolled out on paper, the cage goes round at (R - r)/(2R) of the shaft."""
        bearing = {"shaft": "2", "balls": 7, "ball_mm": 2, "pitch_mm": 8}
        rows = self.rows("12:60", shaft="2", bearings=[bearing])
        inner_race, outer_race = 3.0, 5.0
        cage = inner_race / (inner_race + outer_race)
        self.assertAlmostEqual(rows["bearing of shaft 2, cage"][0], cage)
        self.assertAlmostEqual(rows["bearing of shaft 2, outer race"][0], 7 * cage)
        self.assertAlmostEqual(rows["bearing of shaft 2, inner race"][0], 7 * (1 - cage))
        # A ball rolls along the standing outer race as the cage carries it, and meets a race twice a turn.
        self.assertAlmostEqual(rows["bearing of shaft 2, a ball"][0], 2 * cage * outer_race / 1.0)
        with self.assertRaisesRegex(GearingError, "no shaft 9"):
            ran("12:60", bearings=[{**bearing, "shaft": "9"}])

    def test_the_gears_of_a_differential_turn_only_where_its_sides_differ(self) -> None:
        line = "case-left-right diff 10/16 ; drive case 1 ; hold left"
        rows = self.rows(line, shaft="case")
        # The right side goes round twice, once in the case; each side gear passes both pinions.
        self.assertEqual(rows["side gear of 16 on shaft right"][0], 2)
        self.assertEqual(rows["differential pinion of 10"][0], 2 * 16 / 10)
        straight = self.rows("case-left-right diff 10/16 ; drive case 1 ; drive left 1", shaft="case")
        self.assertFalse([name for name in straight if "gear" in name or "pinion" in name])
