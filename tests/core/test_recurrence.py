"""What meets what and when it comes round again, against counting it out tooth by tooth."""

from __future__ import annotations

import unittest
from fractions import Fraction
from itertools import count
from math import pi

from hypothesis import assume, given
from hypothesis import strategies as st

from gearing.train import Joint, Mesh, Train, read_train, solve
from gearing.train.recurrence import (
    ends,
    hunts,
    meetings,
    passing,
    turns_home,
    turns_to_meet,
    turns_to_run_in,
)

from ..examples import examples

TEETH = st.integers(5, 60)


def rolled(teeth_1: int, teeth_2: int) -> tuple[int, int]:
    """Turns of the first until the first two teeth meet again, and pairs that met by then."""
    seen = set()
    for passed in count():
        pair = passed % teeth_1, passed % teeth_2
        if passed and pair == (0, 0):
            return passed // teeth_1, len(seen)
        seen.add(pair)
    raise AssertionError


class Pairs(unittest.TestCase):
    @given(TEETH, TEETH)
    @examples(60)
    def test_teeth_rolled_one_by_one_meet_again_when_it_is_said(self, z1: int, z2: int) -> None:
        turns, pairs = rolled(z1, z2)
        self.assertEqual(turns_to_meet(z1, z2), turns)
        self.assertEqual(hunts(z1, z2), pairs == z1 * z2, "every tooth has met every other")

    @given(st.lists(st.tuples(TEETH, TEETH), min_size=1, max_size=3))
    @examples(60)
    def test_after_the_run_in_every_meeting_has_gone_round_whole(self, pairs: list[tuple[int, int]]) -> None:
        train = read_train(" | ".join(f"{a}:{b}" for a, b in pairs))
        solution = solve(train)
        turns = turns_to_run_in(train, solution, "1")
        assert turns
        whole, short = [], []
        for coupling in train.couplings:
            for meeting in meetings(coupling, solution.speeds):
                per_turn = meeting.passing / abs(solution.speeds["1"])
                around = rolled(meeting.teeth_1, meeting.teeth_2)[0] * meeting.teeth_1
                whole.append(turns * per_turn >= around)
                short.append((turns - 1) * per_turn < around)
        self.assertTrue(all(whole))
        self.assertTrue(any(short), "and not a turn sooner")


class Home(unittest.TestCase):
    @given(st.lists(st.tuples(TEETH, TEETH), min_size=1, max_size=3))
    @examples(60)
    def test_every_shaft_has_turned_whole_times_and_never_before(self, pairs: list[tuple[int, int]]) -> None:
        solution = solve(read_train(" | ".join(f"{a}:{b}" for a, b in pairs)))
        turns = turns_home(solution, "1")
        assume(turns is not None and turns <= 3000)
        assert turns

        def at_home(after: int) -> bool:
            return all((speed * after).denominator == 1 for speed in solution.speeds.values())

        self.assertEqual(next(n for n in count(1) if at_home(n)), turns)

    def test_a_set_is_home_when_its_planets_are_too(self) -> None:
        # Sun 12, planets 18, ring 48 held: the arm turns once in 5 of the sun, a
        # planet -4/5 · 12/18 = -8/15 in the arm for each of them, so 15 turns, not 5.
        solution = solve(read_train("p12/18/48"))
        self.assertEqual(solution.ratio("1", "2"), Fraction(5))
        self.assertEqual(turns_home(solution, "1"), 15)

    def test_marks_that_never_come_together_again_in_use_are_not_waited_for(self) -> None:
        line = " | ".join("7:211" for _ in range(6))
        self.assertIsNone(turns_home(solve(read_train(line)), "1"))


class Passing(unittest.TestCase):
    def test_teeth_and_way_by_turn_of_what_drives(self) -> None:
        cases = {
            "12:60": (12, 12 * pi),
            "w2:40": (2, 2 * pi),
            "p12/18/48": (12 * 4 / 5, 12 * 4 / 5 * pi),
        }
        for line, (teeth, way) in cases.items():
            with self.subTest(line=line):
                solution = solve(read_train(line))
                passed, along = passing(solution.train.couplings[0], solution, "1")
                self.assertAlmostEqual(passed, teeth)
                self.assertAlmostEqual(along, way)

    def test_a_later_stage_passes_what_reaches_it(self) -> None:
        solution = solve(read_train("12:60 | 10:40"))
        self.assertAlmostEqual(passing(solution.train.couplings[1], solution, "1")[0], 2.0)

    def test_a_joint_passes_no_teeth(self) -> None:
        solution = solve(Train((Mesh("1", "2", 12, 60), Joint("2", "3")), {"1": Fraction(1)}))
        self.assertEqual(passing(solution.train.couplings[1], solution, "1"), (0.0, 0.0))
        self.assertEqual(meetings(solution.train.couplings[1], solution.speeds), [])


class Ends(unittest.TestCase):
    def test_a_chain_goes_by_its_numbers_and_a_set_by_what_turns(self) -> None:
        solution = solve(read_train("12:60 | 10:40"))
        self.assertEqual(
            [ends(n, c, solution) for n, c in enumerate(solution.train.couplings, 1)],
            [("1", "2"), ("2", "3")],
        )
        named = solve(read_train("sun-ring-arm p12/18/48; drive sun; hold ring"))
        self.assertEqual(ends(1, named.train.couplings[0], named), ("sun", "arm"))
