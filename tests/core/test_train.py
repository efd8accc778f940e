"""Trains: exact speeds for any drive, and clear words where there are none."""

from __future__ import annotations

import unittest
from fractions import Fraction
from itertools import combinations

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from gearing.errors import GearingError
from gearing.geometry.gear import Gear
from gearing.geometry.outline import gear_outline
from gearing.train import (
    Belt,
    Differential,
    Joint,
    Mesh,
    Planetary,
    Train,
    UndeterminedError,
    Worm,
    read_train,
    solve,
)
from gearing.train.layout import Placed, lay_out, side_view
from gearing.train.line import count_spots, next_stage_at, read_stages

from ..examples import examples


def total(line: str) -> Fraction:
    """Turns of the input for one of the output."""
    train = read_train(line)
    result = solve(train).ratio("1", str(len(train.couplings) + 1))
    assert result is not None
    return result


class Lines(unittest.TestCase):
    def test_ratios_and_directions_by_hand(self) -> None:
        cases = {
            "12:60": Fraction(-5), "12:60 | 14:48 | 10:40": Fraction(-480, 7), "12:60i": Fraction(5),
            "w1:40": Fraction(40), "w2:40 left": Fraction(-20), "belt 20:40": Fraction(2), "chain 11:18": Fraction(18, 11),
            # Willis by hand: 1 + 48/12 = 5; ring>carrier 1 + 12/48; sun>ring -48/12.
            "p12/18/48": Fraction(5), "p12/18/48 ring>carrier": Fraction(5, 4), "p12/18/48 sun>ring": Fraction(-4),
            "p12/18/48 carrier>sun": Fraction(1, 5), "p12/18/48 carrier>ring": Fraction(4, 5),
            "p12/18/48 | p12/18/48": Fraction(25),
        }  # fmt: skip
        for line, ratio in cases.items():
            with self.subTest(line=line):
                self.assertEqual(total(line), ratio)

    @examples(120)
    @given(st.lists(st.tuples(st.integers(4, 120), st.integers(4, 120)), min_size=1, max_size=20))
    def test_a_train_turned_round_has_the_inverse_ratio(self, pairs: list[tuple[int, int]]) -> None:
        there = total(" | ".join(f"{a}:{b}" for a, b in pairs))
        back = total(" | ".join(f"{b}:{a}" for a, b in reversed(pairs)))
        self.assertEqual(there * back, 1)

    @examples(200)
    @given(st.text(max_size=40))
    def test_any_text_is_a_train_or_is_refused_in_words(self, line: str) -> None:
        try:
            solve(read_train(line))
        except GearingError as error:
            self.assertTrue(error.problem and error.hint)


class Drives(unittest.TestCase):
    def test_a_compound_planetary_with_two_inputs(self) -> None:
        set_one = Planetary("sun", "ring", "arm", 20, 16, 52)
        train = Train(
            (set_one, Mesh("motor", "ring", 10, 80)), {"sun": Fraction(100), "motor": Fraction(-40)}
        )
        # ring = 40·10/80 = 5; arm = (20·100 + 52·5)/72.
        self.assertEqual(solve(train).speeds["arm"], Fraction(2260, 72))

    def test_a_differential_shares_and_a_slipping_joint_lets_go(self) -> None:
        half = Train((Differential("case", "left", "right"),), {"case": Fraction(3)}, frozenset({"left"}))
        self.assertEqual(solve(half).speeds["right"], 6)
        whole = (Mesh("motor", "hub", 12, 48), Joint("hub", "wheel"))
        self.assertEqual(solve(Train(whole, {"motor": Fraction(8)})).speeds["wheel"], -2)
        slipping = Train(
            (whole[0], Joint("hub", "wheel", slips=True)), {"motor": Fraction(8)}, frozenset({"wheel"})
        )
        self.assertEqual(solve(slipping).speeds["wheel"], 0)

    def test_shafts_left_free_and_drives_that_fight_are_named(self) -> None:
        set_one = Planetary("sun", "ring", "arm", 12, 18, 48)
        with self.assertRaises(UndeterminedError) as free:
            solve(Train((set_one,), {"sun": Fraction(1)}))
        self.assertTrue({"ring", "arm"} <= set(free.exception.shafts))
        with self.assertRaises(UndeterminedError) as fight:
            solve(Train((Mesh("a", "b", 10, 20),), {"a": Fraction(1), "b": Fraction(1)}))
        self.assertTrue({"a", "b"} <= set(fight.exception.shafts))
        loop = (Mesh("a", "b", 10, 20), Belt("b", "c", 20, 20), Mesh("c", "a", 20, 11))
        with self.assertRaises(UndeterminedError):
            solve(Train(loop, {"a": Fraction(1)}))
        for bad in (Train((set_one,), {}), Train((set_one,), {"moon": Fraction(1)})):
            with self.assertRaises(UndeterminedError):
                solve(bad)

    def test_sets_that_cannot_be_built_say_why(self) -> None:
        self.assertEqual(Planetary("s", "r", "c", 12, 18, 48).troubles(), [])
        self.assertIn("54", Planetary("s", "r", "c", 18, 18, 50).troubles()[0])
        self.assertIn("do not go in", " ".join(Planetary("s", "r", "c", 13, 18, 49).troubles()))
        self.assertIn("run into", " ".join(Planetary("s", "r", "c", 12, 30, 72, 4).troubles()))

    def test_named_shafts_and_what_is_driven_and_held_are_said_in_the_line(self) -> None:
        two = solve(read_train("sun-ring-arm p20/16/52 | motor-ring 10:80 ; drive sun 100 ; drive motor -40"))
        self.assertEqual(two.speeds["arm"], Fraction(20 * 100 + 52 * 5, 72))
        half = solve(read_train("case-left-right diff ; drive case 3 ; hold left"))
        self.assertEqual(half.speeds["right"], 6)
        for bad in (
            "hub-wheel 12:60:3",
            "a-b diff",
            "a-a 12:60",
            "12:60 ; push a",
            "12:60 ; drive moon 3",
            "joint",
        ):
            with self.subTest(line=bad), self.assertRaises(GearingError):
                solve(read_train(bad))

    @examples(100)
    @given(
        st.lists(
            st.sampled_from(
                [
                    "12:60",
                    "?:48i",
                    "w2:40 left lead 8",
                    "p12/?/48 x4 ring>carrier",
                    "belt 20:40",
                    "chain 11:?",
                    "14:42f",
                ]
            ),
            min_size=1,
            max_size=8,
        )
    )
    def test_a_line_printed_back_is_the_same_line(self, stages: list[str]) -> None:
        read = read_stages(" | ".join(stages))
        self.assertEqual(read_stages(" | ".join(stage.text() for stage in read)), read)

    def test_a_train_of_twenty_stages(self) -> None:
        train = read_train(" | ".join(["12:60", "14:48i", "belt 20:40", "w1:30"] * 5))
        self.assertEqual(len(solve(train).speeds), 21)
        self.assertEqual(len(train.shafts()), 21)
        self.assertIsInstance(train.couplings[3], Worm)


class Drawn(unittest.TestCase):
    def test_from_the_side_meeting_gears_meet_and_every_shaft_is_drawn(self) -> None:
        train = read_train("12:31 | 15:54 | belt 11:40 | p12/18/48")
        edges = side_view(train)
        for stage in (1, 2):
            one, other = [edge for edge in edges if edge.stage == stage]
            self.assertAlmostEqual(abs(one.y - other.y), one.half + other.half)
        self.assertEqual({edge.name for edge in edges if edge.kind == "shaft"}, set(train.shafts()))

    def test_teeth_stand_in_spaces_wherever_gears_meet(self) -> None:
        """By the outlines: nothing of one gear is buried in the other, and they do touch."""
        met = 0
        for line in ("12:31", "15:54 | 11:40", "13:20 | 17:17", "p12/18/48", "p15/15/45 sun>ring"):
            gears = [one for one in lay_out(read_train(line)) if one.kind == "gear"]
            for one, other in combinations(gears, 2):
                apart = float(np.hypot(one.x - other.x, one.y - other.y))
                if one.stage != other.stage or abs(apart - (one.teeth + other.teeth) / 2) > 1e-6:
                    continue
                met += 1
                points, polygon = turned(one), turned(other)
                buried = points[inside(points, polygon)]
                depth = [float(np.hypot(*(polygon - point).T).min()) for point in buried]
                self.assertLess(max(depth, default=0.0), 0.06, line)
                gap = np.hypot(*(points[:, None] - polygon[None]).transpose(2, 0, 1)).min()
                self.assertLess(float(gap), 0.1, line)
        self.assertEqual(met, 11)


def turned(one: Placed) -> np.ndarray[tuple[int, int], np.dtype[np.float64]]:
    points = gear_outline(Gear(one.teeth, 1.0), 14, 8, 3)
    angle = np.radians(one.phase)
    cos, sin = np.cos(angle), np.sin(angle)
    x, y = points[:, 0] * cos - points[:, 1] * sin, points[:, 0] * sin + points[:, 1] * cos
    return np.stack([x + one.x, y + one.y], axis=1)


def inside(
    points: np.ndarray[tuple[int, int], np.dtype[np.float64]],
    polygon: np.ndarray[tuple[int, int], np.dtype[np.float64]],
) -> np.ndarray[tuple[int], np.dtype[np.bool_]]:
    """Even-odd rule: a ray to the right crosses the outline an odd number of times."""
    x, y = points[:, :1], points[:, 1:]
    ax, ay = polygon.T
    bx, by = np.roll(polygon, -1, axis=0).T
    crosses = (ay > y) != (by > y)
    with np.errstate(divide="ignore", invalid="ignore"):
        at = ax + (y - ay) * (bx - ax) / (by - ay)
    return np.asarray((crosses & (x < at)).sum(axis=1) % 2 == 1)


class Spots(unittest.TestCase):
    """Where the counts stand in a line: what a tap on a gear changes."""

    LINES = st.lists(
        st.sampled_from(
            ["12:60", " 14:48i", "9:? ", "belt 20:40", "belt 20:40/90", "chain 11:18", "w2:30 lead 20", "p12/18/48",
             "p12/18+14/44 x4 sun>ring", "p12/14:13/48", "a-b-c p12/18/48", "diff 10/16", "hub-wheel joint"]
        ),
        min_size=1, max_size=6,
    )  # fmt: skip

    @examples(150)
    @given(LINES, st.sampled_from(["", " ; drive 1 3", "; hold b"]), st.integers(0, 99), st.integers(5, 99))
    def test_a_count_put_in_at_its_spot_is_that_count_and_no_other(
        self, parts: list[str], tail: str, pick: int, count: int
    ) -> None:
        parts = [part if "diff" not in part else "x-y-z diff 10/16" for part in parts]
        line = " | ".join(parts) + tail
        spots = [spot for stage in count_spots(line) for spot in stage]
        for start, end in spots:
            self.assertRegex(line[start:end], r"^(\d+|\?)$")
        if not spots:
            return
        start, end = spots[pick % len(spots)]
        changed = line[:start] + str(count) + line[end:]
        after = [spot for stage in count_spots(changed) for spot in stage]
        self.assertEqual(len(after), len(spots))
        said = [changed[a:b] for a, b in after]
        before = [line[a:b] for a, b in spots]
        self.assertEqual([one for n, one in enumerate(said) if n != pick % len(spots)],
                         [one for n, one in enumerate(before) if n != pick % len(spots)])  # fmt: skip
        self.assertEqual(said[pick % len(spots)], str(count))

    def test_a_next_stage_goes_behind_the_last_and_before_what_is_said_of_shafts(self) -> None:
        for line in ("12:60", "12:60 | 14:48  ", "12:60 ; drive 1 3", "12:60;hold 2"):
            at = next_stage_at(line)
            longer = f"{line[:at]} | 10:40{line[at:]}"
            with self.subTest(line=line):
                self.assertEqual(len(read_stages(longer)), len(read_stages(line)) + 1)
                self.assertEqual(read_stages(longer)[-1].counts, (10, 40))

    def test_what_is_not_understood_has_no_spots_and_breaks_nothing(self) -> None:
        for line in ("", "what", "12:60 | what | 14:48", ";", "|||", "p/"):
            with self.subTest(line=line):
                self.assertEqual(len(count_spots(line)), line.split(";")[0].count("|") + 1)
