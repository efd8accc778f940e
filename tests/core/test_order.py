"""What must come off to reach a piece, with which tools, and the row seen by tray, stack and hole."""

from __future__ import annotations

import unittest
from dataclasses import replace
from itertools import pairwise, permutations
from random import Random

from hypothesis import given
from hypothesis import strategies as st

from gearing.errors import GearingError
from gearing.strip.entry import parse
from gearing.strip.order import StripStep, needs_of, precedence, reach, tool_of, tools_for, troubles
from gearing.strip.views import fastener_map, stacks, tray

from ..examples import examples


def strip(*lines: str) -> list[StripStep]:
    return [StripStep(number, parse(line)) for number, line in enumerate(lines, 1)]


SERVO = strip(
    "servo lead connector @top",
    "4x M2.5x22 pan ph1 back cover @under after none",
    "top case half",
    "horn screw M3x8 hex2.5 @top after none",
    "drum @top after 4",
    "second wheel 31/12 after 3,5",
    "third wheel 32/10",
    "motor plate 2x M2x5 ph1 after 3",
    "motor after 8",
)


class WayIn(unittest.TestCase):
    def test_the_default_is_the_one_before_and_a_word_unlinks_it(self) -> None:
        needs = needs_of(SERVO)
        self.assertEqual((needs[1], needs[2], needs[3], needs[6], needs[7]), ((), (), (2,), (3, 5), (6,)))

    def test_the_least_set_and_what_was_done_for_nothing(self) -> None:
        result = reach(SERVO, 9)
        self.assertEqual((result.steps, result.unneeded), ((2, 3, 8, 9), (1, 4, 5, 6, 7)))
        self.assertTrue(result.exact)
        self.assertEqual(reach(SERVO, 6).unneeded, (1,))

    def test_turn_overs_are_saved_before_tool_changes(self) -> None:
        steps = strip(
            "M3x8 hex2 a @top after none", "M3x8 hex2 b @under after none", "M3x8 hex2.5 c @top after none",
            "lid after 1,2,3",
        )  # fmt: skip
        result = reach(steps, 4)
        self.assertEqual(result.turn_overs, 1)
        self.assertEqual(result.steps[-1], 4)
        self.assertIn(result.steps[:3], ((1, 3, 2), (3, 1, 2), (2, 1, 3), (2, 3, 1)))
        self.assertEqual(result.tool_changes, 2)

    @examples(80)
    @given(st.data())
    def test_no_other_order_of_the_same_steps_is_easier(self, data: st.DataObject) -> None:
        many = data.draw(st.integers(1, 6))
        lines = []
        for number in range(1, many + 1):
            side = data.draw(st.sampled_from(["", " @top", " @under"]))
            drive = data.draw(st.sampled_from(["M3x8 hex2 screw", "M3x8 ph1 screw", "cover", "e-clip"]))
            after = data.draw(st.sets(st.integers(1, number - 1))) if number > 1 else set()
            said = ",".join(map(str, sorted(after))) or "none"
            lines.append(f"{drive}{side} after {said}")
        steps = strip(*lines)
        result = reach(steps, many)
        needed = set(result.steps)
        graph = precedence(steps)
        for before, number in graph.edges:
            if number in needed:
                self.assertLess(result.steps.index(before), result.steps.index(number))
        entries = {step.number: step.entry for step in steps}

        def cost(order: tuple[int, ...]) -> tuple[int, int]:
            sides = [entries[n].side for n in order if entries[n].side]
            tools = [tool_of(entries[n]) for n in order if tool_of(entries[n])]
            overs = sum(a != b for a, b in pairwise(sides))
            return overs, sum(a != b for a, b in pairwise(tools)) + bool(tools)

        allowed = [
            order
            for order in permutations(result.steps)
            if all(order.index(a) < order.index(b) for a, b in graph.edges if a in needed and b in needed)
        ]
        self.assertEqual(cost(result.steps), min(map(cost, allowed)))
        self.assertEqual((result.turn_overs, result.tool_changes), cost(result.steps))

    def test_a_row_of_two_hundred_is_answered_and_says_whether_it_is_exact(self) -> None:
        lines = [
            f"M{3 + n % 2}x8 hex{2 + n % 3} screw{n} @{'top' if n % 4 else 'under'} after none"
            for n in range(60)
        ]
        free = strip(*lines, "lid after " + ",".join(map(str, range(1, 13))))
        self.assertEqual(len(reach(free, 61).steps), 13)
        chain = strip(*[f"piece {n}" for n in range(200)])
        self.assertEqual(reach(chain, 200).steps, tuple(range(1, 201)))


class ManyFree(unittest.TestCase):
    def test_steps_that_need_nothing_are_grouped_by_side_and_tool(self) -> None:
        """28 s with 144 of them, it used to take; no side is turned to twice, no tool taken up twice on a side."""
        steps = [
            StripStep(
                n,
                replace(
                    parse(f"M{3 + n % 2}x8 hex{2 + n % 3} screw{n} @{'top' if n % 4 else 'under'}"), free=True
                ),
            )
            for n in range(1, 201)
        ]
        lid = StripStep(201, replace(parse("lid"), after=tuple(range(1, 201))))
        result = reach([*steps, lid], 201)
        self.assertEqual(len(result.steps), 201)
        self.assertTrue(result.exact)
        # Three tools above; below, the one in hand first, then those it needs: one fewer changes than six.
        self.assertEqual((result.turn_overs, result.tool_changes), (1, 5))

    def test_sixteen_screws_on_two_sides_take_one_turn(self) -> None:
        steps = [
            StripStep(n, replace(parse(f"M3x8 hex2 s{n} @{'top' if n % 2 else 'under'}"), free=True))
            for n in range(1, 17)
        ]
        result = reach([*steps, StripStep(17, replace(parse("lid"), after=tuple(range(1, 17))))], 17)
        self.assertEqual((result.turn_overs, result.tool_changes, result.exact), (1, 1, True))

    def test_a_tangle_is_answered_and_says_that_it_is_not_exact(self) -> None:
        rng = Random(7)
        steps = []
        for n in range(1, 121):
            line = f"{rng.choice(['M3x8 hex2', 'M3x8 ph1', 'M3x10 hex3', 'cover', 'e-clip'])} x{n} {rng.choice(['', '@top', '@under', '@left'])}"
            after = tuple(sorted(rng.sample(range(1, n), min(n - 1, rng.choice([0, 1, 2])))))
            steps.append(StripStep(n, replace(parse(line), after=after, free=not after)))
        result = reach([*steps, StripStep(121, replace(parse("lid"), after=tuple(range(1, 121))))], 121)
        self.assertEqual(len(result.steps), 121)
        self.assertFalse(result.exact)
        graph = precedence(steps)
        at = {number: place for place, number in enumerate(result.steps)}
        self.assertTrue(all(at[before] < at[after] for before, after in graph.edges))


def tangle(many: int, seed: int, tools: int = 4, sides: int = 2) -> list[StripStep]:
    """Steps in no good order, each needing a few of those before it, and a lid that needs them all."""
    dice = Random(seed)
    steps = []
    for n in range(1, many + 1):
        side = dice.choice(["top", "under", "left", "right"][:sides]) if dice.random() > 0.15 else ""
        screw = f"M3x8 hex{1 + dice.randrange(tools)}" if dice.random() > 0.3 else "cover"
        needs = tuple(
            sorted(
                {dice.randint(max(1, n - 12), n - 1) for _ in range(min(n - 1, dice.choice([0, 1, 1, 2])))}
            )
        )
        steps.append(StripStep(n, replace(parse(f"{screw} x{n}"), side=side, after=needs, free=not needs)))
    return [*steps, StripStep(many + 1, replace(parse("lid"), after=tuple(range(1, many + 1))))]


def side_by_side(steps: list[StripStep]) -> int:
    """Turn-overs of someone who takes all that one side lets off before turning to the next."""
    left = {step.number: step.entry for step in steps}
    needs = {number: set(entry.after) for number, entry in left.items()}
    best = 10_000
    for first in {entry.side for entry in left.values() if entry.side}:
        off: set[int] = set()
        side, turns = first, 0
        while len(off) < len(left):
            free = [n for n in left if n not in off and needs[n] <= off and left[n].side in ("", side)]
            if free:
                off.update(free)
                continue
            turns += 1
            side = next(left[n].side for n in left if n not in off and needs[n] <= off)
        best = min(best, turns)
    return best


class Tangles(unittest.TestCase):
    def test_up_to_twenty_steps_the_easiest_order_is_always_found(self) -> None:
        for seed in range(40):
            steps = tangle(19, seed, tools=6, sides=2 + seed % 3)
            self.assertTrue(reach(steps, 20).exact)

    def test_two_hundred_steps_are_never_worse_than_side_by_side(self) -> None:
        for seed in range(8):
            steps = tangle(200, seed, sides=2 + seed % 3)
            result = reach(steps, 201)
            with self.subTest(seed=seed):
                self.assertLessEqual(result.turn_overs, side_by_side(steps))
                graph = precedence(steps)
                at = {number: place for place, number in enumerate(result.steps)}
                self.assertTrue(all(at[before] < at[after] for before, after in graph.edges))


class Contradictions(unittest.TestCase):
    def test_rings_missing_steps_and_crowded_places_are_named(self) -> None:
        ring = strip("a after 3", "b after 1", "c after 2")
        (answer,) = troubles(ring)
        self.assertIn("ring", answer.says)
        self.assertEqual(set(answer.steps), {1, 2, 3})
        with self.assertRaises(GearingError):
            reach(ring, 2)
        missing = [step for step in strip("a", "b", "c after 2") if step.number != 2]
        self.assertIn("which is not there", troubles(missing)[0].says)
        self.assertIn("not to be undone", troubles(strip("M2x6 plug shut", "lid after 1"))[0].says)
        self.assertIn("holds step 1 already", troubles(strip("nut #A1", "gear 20t #B1", "clip #A1"))[0].says)
        self.assertEqual(troubles(strip("nut #A1", "handle #A1", "gear 20t #B1")), [])
        with self.assertRaises(GearingError):
            reach(ring, 9)

    def test_what_stays_shut_is_passed_by(self) -> None:
        self.assertEqual(needs_of(strip("cover", "M2x6 plug shut", "gear 20t"))[3], (1,))


class Gathered(unittest.TestCase):
    def test_tools_by_system_with_the_makeshift(self) -> None:
        result = tools_for(
            strip(
                "4x M3x10 hex2 cover", "2x 4-40x3/8 cap hex3/32 plate", "M2x6 ph1 lid", "M3 nut af5.5", "e-clip 2.5",
                "bearing 5x10x4", "M4x8 screw", "M2x4 hex1.5 plug shut",
            )
        )  # fmt: skip
        self.assertEqual([t.name for t in result.metric], ["hex 2", "nut driver 5.5"])
        self.assertEqual([t.name for t in result.inch], ["hex 3/32"])
        self.assertEqual([t.name for t in result.other], ["cross H 1"])
        special = {t.name: t.makeshift for t in result.special}
        self.assertIn("circlip pliers", special)
        self.assertIn("10 mm", special["bearing press, socket of 10 mm"])
        self.assertEqual(result.unsaid, (7,))


class OtherViews(unittest.TestCase):
    def test_the_short_screw_has_its_hole_and_the_long_one_reaches(self) -> None:
        covers = fastener_map(
            strip("4x M2.5x22 ph1 back cover", "M2.5x8 ph1 short, front @under", "2x M3x6 hex2 motor")
        )
        self.assertEqual([cover.name for cover in covers], ["back cover", "motor"])
        self.assertEqual(
            [(kind.label, kind.odd) for kind in covers[0].kinds], [("M2.5 × 22", False), ("M2.5 × 8", True)]
        )
        self.assertIn("14 mm longer there reaches something inside", covers[0].says[0])
        self.assertEqual(covers[1].says, ())

    def test_trays_and_stacks(self) -> None:
        steps = strip(
            "nut #A10", "drag pad #A2 &drag ^dry side out", "steel washer #A2 &drag", "shim 0.2 #A1", "bearing 3x8x4",
            "gear 20t ^boss down", "cover",
        )  # fmt: skip
        self.assertEqual([place.name for place in tray(steps)], ["A1", "A2", "A10"])
        result = {stack.name: stack for stack in stacks(steps)}
        self.assertEqual([part.spot for part in result["drag"].parts], [(2, 0), (3, 0)])
        self.assertEqual([part.facing for part in result["steps 4 to 6"].parts], ["", "", "boss down"])
        shim, bearing, gear = result["steps 4 to 6"].parts
        self.assertEqual((shim.along, bearing.along, bearing.across, bearing.bore), (0.2, 4.0, 8.0, 3.0))
        self.assertEqual((gear.mark, gear.way, bearing.mark, bearing.way), ("boss", 1, "", 0))
