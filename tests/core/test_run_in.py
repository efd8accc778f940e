"""The run-in and the bands against counting by brute force, and what the demo's kinds promise."""

from __future__ import annotations

import math
import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from gearing.data import table
from gearing.errors import GearingError
from gearing.proof import RISKS, ProofAsked, check_outcome, met_by, prove, run_in
from gearing.proof.checks import ProofCheck, ProofFigure
from gearing.proof.outcome import FORMER, OUTCOMES
from gearing.rebuild import Removed
from gearing.strip.entry import read_line
from gearing.workshop.units import unit_kinds

TEETH = st.integers(8, 40)


def row(*lines: str, kind: str = "car") -> ProofAsked:
    pieces = tuple(Removed(n, read_line(line)[0]) for n, line in enumerate(lines, 1))
    return ProofAsked(kind, pieces=pieces)


def met(driver: int, driven: int, passed: int) -> int:
    """How many pairs have met after as many teeth have passed: marked one by one on paper."""
    return len({(tooth % driver, tooth % driven) for tooth in range(passed)})


class Counted(unittest.TestCase):
    @settings(max_examples=60, deadline=None)
    @given(TEETH, TEETH)
    def test_one_mesh_has_met_at_the_turn_named_and_not_one_before(self, pinion: int, wheel: int) -> None:
        turns = run_in(row(f"pinion {pinion}t", f"spur {wheel}t")).turns
        assert turns
        ever = met(pinion, wheel, pinion * wheel)
        self.assertEqual(met(pinion, wheel, pinion * turns), ever)
        if turns > 1:
            self.assertLess(met(pinion, wheel, pinion * (turns - 1)), ever)

    @settings(max_examples=40, deadline=None)
    @given(TEETH, TEETH, TEETH, TEETH)
    def test_the_slowest_mesh_of_two_decides(self, one: int, two: int, three: int, four: int) -> None:
        known = run_in(ProofAsked("car", train=f"{one}:{two} | {three}:{four}"))
        assert known.turns

        def all_met(turns: int) -> bool:
            # The second pinion goes with the first wheel; a tooth counts when it has passed whole.
            second = three * (one * turns) // two
            return met(one, two, one * turns) == met(one, two, one * two) and met(three, four, second) == met(
                three, four, three * four
            )

        self.assertTrue(all_met(known.turns))
        if known.turns > 1:
            self.assertFalse(all_met(known.turns - 1))


class Minutes(unittest.TestCase):
    def test_every_kind_of_unit_is_run_for_a_time_that_its_turns_fit_in(self) -> None:
        for kind in unit_kinds():
            with self.subTest(kind):
                wanted = run_in(row("pinion 17t", "gear 61t", kind=kind))
                self.assertEqual(wanted.turns, 61)
                self.assertEqual(wanted.whole, wanted.minutes * wanted.rpm >= 61)
                self.assertGreater(wanted.minutes, 0)
                self.assertTrue(wanted.how)

    def test_a_kind_that_turns_slowly_runs_longer_for_the_same_train(self) -> None:
        train = "13:61 | 17:67"
        slow, fast = run_in(ProofAsked("reel", train=train)), run_in(ProofAsked("car", train=train))
        self.assertEqual(slow.turns, fast.turns)
        self.assertGreater(slow.minutes, fast.minutes)

    def test_no_run_in_is_longer_than_the_grease_needs(self) -> None:
        endless = run_in(ProofAsked("counter", train="13:97 | 17:101 | 19:103"))
        self.assertEqual((endless.minutes, endless.whole), (20.0, False))

    def test_the_check_tells_the_same_minutes_as_the_run_in(self) -> None:
        asked = ProofAsked("car", pieces=(Removed(1, read_line("spur 57t")[0], "replace"),), train="15:57")
        check = next(each for each in prove(asked) if each.key == "run_in")
        self.assertEqual(check.minutes, run_in(asked).minutes)
        self.assertIn("3 min", check.how)


class Bands(unittest.TestCase):
    @given(st.floats(0, 10), st.floats(0, 10), st.floats(-1, 11))
    def test_a_reading_is_in_a_band_or_beyond_one_of_its_ends(
        self, low: float, wide: float, at: float
    ) -> None:
        band = ProofFigure("mm", low, low + wide)
        beyond = [met_by(ProofFigure("mm", least=low), at), met_by(ProofFigure("mm", most=low + wide), at)]
        self.assertEqual(met_by(band, at), all(beyond))
        self.assertEqual(met_by(band, at), math.nextafter(low, -1) < at < math.nextafter(low + wide, 99))

    def test_an_open_end_is_told_as_open(self) -> None:
        self.assertEqual(ProofFigure("mm", least=0.1).says, "at least 0.1 mm")
        self.assertEqual(ProofFigure("turns", 3.8, 3.8, exact=True).says, "3.8 turns")


class Kept(unittest.TestCase):
    def check(self, figure: ProofFigure | None) -> ProofCheck:
        return ProofCheck("slop", "Slop", "", "", 1.0, "hand", "", "", "listen", figure)

    def test_a_check_is_not_waived_without_a_reason_nor_given_an_unknown_outcome(self) -> None:
        for outcome, note, code in (("waived", "  ", "no_reason"), ("fine", "x", "no_outcome")):
            with self.subTest(outcome), self.assertRaises(GearingError) as caught:
                check_outcome(self.check(None), outcome, None, note)
            self.assertEqual(caught.exception.code, code)
            self.assertTrue(caught.exception.hint)

    def test_no_reading_turns_a_failure_into_a_pass(self) -> None:
        for value in (None, 0.0, 0.5, 9.0):
            kept = check_outcome(self.check(ProofFigure("mm", most=0.6)), "failed", value, "")
            self.assertEqual(kept, "failed")
            self.assertIn(kept, OUTCOMES)

    def test_what_was_ticked_before_is_a_check_that_still_exists(self) -> None:
        checks = table("proof")["checks"]
        self.assertEqual([new for new in FORMER.values() if new not in checks], [])
        # A key cannot be a former one and a present one: a tick would be moved to another check.
        self.assertEqual([old for old in FORMER if old in checks], [])

    def test_every_kind_is_proved_in_the_order_of_risk_each_check_once(self) -> None:
        for kind in unit_kinds():
            with self.subTest(kind):
                checks = prove(row("pinion 17t", "gear 61t", kind=kind))
                order = [RISKS.index(each.risk) for each in checks]
                self.assertEqual(order, sorted(order))
                self.assertEqual(len({each.key for each in checks}), len(checks))
                self.assertTrue(all(each.why for each in checks))
