"""Minutes of work in a stage, from when something was recorded."""

from __future__ import annotations

import unittest

from hypothesis import given
from hypothesis import strategies as st

from gearing.workshop.stages import STAGES
from gearing.workshop.worked import STILL, minutes_by_stage

ENTRIES = st.lists(st.tuples(st.floats(-1e5, 1e5), st.sampled_from(sorted(STAGES))), max_size=30)


class Worked(unittest.TestCase):
    @given(ENTRIES)
    def test_never_more_than_passed_nor_less_than_nothing(self, entries: list[tuple[float, str]]) -> None:
        made = minutes_by_stage(entries)
        self.assertTrue(all(minutes >= 0 for minutes in made.values()))
        self.assertLessEqual(sum(made.values()), STILL * max(0, len(entries) - 1) + 1e-6)
        if entries:
            self.assertLessEqual(set(made), {stage for _, stage in entries})

    def test_a_night_is_no_work_and_a_clock_that_jumps_back_takes_nothing_away(self) -> None:
        self.assertEqual(minutes_by_stage([(0, "strip"), (600, "strip"), (604, "look")]), {"strip": 19.0})
        self.assertEqual(minutes_by_stage([(100, "strip"), (40, "strip"), (44, "look")]), {"strip": 4.0})
        self.assertEqual(minutes_by_stage([]), {})
