"""The bench's day: what leads, what follows on, what is worked while a cure runs."""

from __future__ import annotations

import unittest
from datetime import date, timedelta

from hypothesis import given
from hypothesis import strategies as st

from gearing.workshop.day import MINUTES, DayVisit, plan_day, spoken

TODAY = date(2026, 11, 27)


def units(*visits: DayVisit) -> list[str]:
    return [job.visit.unit for job in plan_day(visits, TODAY).jobs]


class Day(unittest.TestCase):
    def test_a_promise_leads_then_what_lies_open_then_the_short(self) -> None:
        long = DayVisit("a", "Long", "strip", 40)
        short = DayVisit("b", "Short", "listen")
        open_ = DayVisit("c", "Open", "build", 12)
        today = DayVisit("d", "Today", "strip", 5, promised=TODAY)
        late = DayVisit("e", "Late", "prove", 3, promised=TODAY - timedelta(days=2))
        far = DayVisit("f", "Far", "listen", 9, promised=TODAY + timedelta(days=30))
        self.assertEqual(
            units(long, short, open_, today, late, far),
            ["Late", "Today", "Open", "Far", "Short", "Long"],
        )
        why = {job.visit.unit: job.why for job in plan_day([long, open_, today, late], TODAY).jobs}
        self.assertEqual(why["Late"], "promised 2 days ago")
        self.assertEqual(why["Today"], "promised for today")
        self.assertEqual(why["Open"], "it lies open")

    def test_others_are_worked_while_one_cures(self) -> None:
        curing = DayVisit("a", "Curing", "build", 2, promised=TODAY, cure=30)
        strip = DayVisit("b", "Strip", "strip", 10)
        more = DayVisit("c", "More", "strip", 12)
        plan = plan_day([curing, strip, more], TODAY)
        self.assertEqual([job.visit.unit for job in plan.jobs], ["Strip", "Curing", "More"])
        self.assertEqual(plan.jobs[0].while_cures, "Curing")
        self.assertGreaterEqual(plan.jobs[1].starts, 30)
        alone = plan_day([curing], TODAY)
        self.assertEqual(alone.jobs[0].starts, 30)

    def test_what_shares_a_tool_or_a_grease_follows_on(self) -> None:
        one = DayVisit("a", "One", "build", 3, shares=frozenset({"puller"}))
        two = DayVisit("b", "Two", "build", 5)
        three = DayVisit("c", "Three", "build", 9, shares=frozenset({"puller"}))
        self.assertEqual(units(one, two, three), ["One", "Three", "Two"])
        self.assertEqual(plan_day([one, three], TODAY).jobs[1].why, "same puller as the one before")

    def test_what_waits_for_others_is_no_job(self) -> None:
        waits = DayVisit("a", "Waits", "source", mine=False, says="A12: spur")
        plan = plan_day([waits], TODAY)
        self.assertEqual((plan.jobs, plan.waiting), ((), (waits,)))
        self.assertEqual(plan.says, "Nothing waits for you.")
        self.assertEqual(plan_day([], TODAY).says, "The bench is clear.")

    def test_times_are_said_as_one_says_them(self) -> None:
        for minutes, said in ((0, "5 min"), (7.4, "5 min"), (58, "1 h"), (61, "1 h"), (125, "2 h 05")):
            self.assertEqual(spoken(minutes), said)

    @given(
        st.lists(
            st.builds(
                DayVisit,
                key=st.uuids().map(str),
                unit=st.text(max_size=3),
                stage=st.sampled_from([*MINUTES, "file"]),
                things=st.integers(0, 200),
                mine=st.booleans(),
                promised=st.none() | st.integers(-5, 40).map(lambda days: TODAY + timedelta(days=days)),
                cure=st.sampled_from([0.0, 10.0, 600.0]),
                shares=st.frozensets(st.sampled_from(["puller", "moly", "hex2"]), max_size=2),
            ),
            max_size=30,
            unique_by=lambda visit: visit.key,
        )
    )
    def test_each_is_done_once_and_none_before_it_can_be(self, visits: list[DayVisit]) -> None:
        plan = plan_day(visits, TODAY)
        self.assertEqual(
            sorted([job.visit.key for job in plan.jobs] + [visit.key for visit in plan.waiting]),
            sorted(visit.key for visit in visits),
        )
        clock = 0.0
        for job in plan.jobs:
            self.assertGreaterEqual(job.starts, clock)
            self.assertGreaterEqual(job.starts, job.visit.cure)
            clock = job.starts + job.minutes
        # What is promised for today never waits for what is not, unless it cures.
        starts = {job.visit.key: job.starts for job in plan.jobs}
        for visit in visits:
            if visit.mine and visit.promised == TODAY and not visit.cure:
                for other in visits:
                    if other.mine and other.promised is None:
                        self.assertLess(starts[visit.key], starts[other.key])
