"""When a unit is looked at again: use as it is said, and wear that goes on as fast as it went."""

from __future__ import annotations

import unittest
from datetime import date, timedelta

from hypothesis import given
from hypothesis import strategies as st

from gearing.workshop.again import LATEST, SOONEST, GearThen, use_said, used_between, worn_by

from ..examples import examples

NEW_YEAR = date(2026, 1, 1)


def after(days: int, value: float, used: float | None = None) -> GearThen:
    return GearThen(NEW_YEAR + timedelta(days=days), value, used)


class Use(unittest.TestCase):
    def test_use_is_read_as_benches_write_it(self) -> None:
        for said, meant in {
            "40 packs": {"packs": 40.0},
            "12,5 h": {"hours": 12.5},
            "1 trip, 3 hrs": {"trips": 1.0, "hours": 3.0},
            "a lot": {},
            "": {},
        }.items():
            with self.subTest(said=said):
                self.assertEqual(use_said(said), meant)

    def test_between_two_visits_only_where_it_is_told(self) -> None:
        for earlier, later, by, meant in [
            ("40 packs", "55 packs", "packs", 15.0),
            ("40 packs", "40 packs", "pack", 0.0),
            ("", "3 trips since it was here", "trips", 3.0),
            ("20 trips", "3 more trips", "trips", 3.0),
            ("", "55 packs", "packs", None),
            ("60 packs", "55 packs", "packs", None),
            ("40 hours", "55 packs", "packs", None),
            ("40 packs", "55 packs", "", None),
            ("1 pack", "9999999 packs since", "packs", None),
        ]:
            with self.subTest(earlier=earlier, later=later, by=by):
                self.assertEqual(used_between(earlier, later, by), meant)


class Wear(unittest.TestCase):
    """Module 1: a tooth is 1.57 mm thick, 12 % of that, 0.19 mm, is too much."""

    def test_a_gear_that_lost_half_of_it_is_measured_again_before_the_other_half_is_gone(self) -> None:
        again = worn_by("spur", 1.0, [after(0, 20.0), after(100, 19.906)])
        assert again and again.on
        # As much again would take 100 days; it is looked at when seven tenths of them are over.
        self.assertAlmostEqual((again.on - NEW_YEAR).days, 170, delta=2)
        self.assertIn("lost 0.09 mm, 0.19 is too much", again.says)

    def test_by_use_where_both_visits_told_it(self) -> None:
        again = worn_by("spur", 1.0, [after(0, 20.0, 40), after(9, 19.906, 90)], "packs")
        assert again
        self.assertEqual((again.after, again.by, again.on), (35.0, "packs", None))
        by_day = worn_by("spur", 1.0, [after(0, 20.0, 40), after(100, 19.906)], "packs")
        assert by_day
        self.assertIsNone(by_day.after)

    def test_what_scatters_grows_or_was_read_once_is_no_wear(self) -> None:
        for readings in (
            [],
            [after(0, 20.0)],
            [after(0, 20.0), after(50, 19.98)],
            [after(0, 20.0), after(50, 20.3)],
            [after(0, 20.0), after(0, 19.9)],
        ):
            with self.subTest(readings=readings):
                self.assertIsNone(worn_by("spur", 1.0, readings))
        self.assertIsNone(worn_by("spur", 0.0, [after(0, 20.0), after(50, 19.9)]))

    def test_so_slow_that_nobody_would_keep_it_in_mind_names_no_day(self) -> None:
        self.assertIsNone(worn_by("spur", 2.0, [after(0, 20.0), after(1000, 19.95)]))

    @examples(200)
    @given(st.floats(0.3, 3.0), st.floats(0.031, 2.0), st.integers(1, 900), st.floats(1.0, 3.0))
    def test_the_faster_it_wears_the_sooner_it_is_looked_at(
        self, module: float, lost: float, days: int, faster: float
    ) -> None:
        slow = worn_by("gear", module, [after(0, 30.0), after(days, 30.0 - lost)])
        fast = worn_by("gear", module, [after(0, 30.0), after(days, 30.0 - lost * faster)])
        if slow is None:
            return
        assert fast and fast.on and slow.on
        self.assertLessEqual(fast.on, slow.on)
        wait = (slow.on - NEW_YEAR).days - days
        self.assertTrue(SOONEST <= wait <= LATEST, wait)
