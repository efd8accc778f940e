"""The strip turned round: order, verbs, cautions, and nothing left over."""

from __future__ import annotations

import unittest
from dataclasses import replace

from hypothesis import given
from hypothesis import strategies as st

from gearing.errors import GearingError
from gearing.rebuild import (
    PlanContext,
    Removed,
    StepMark,
    build_plan,
    crosswise,
    left_over,
    minutes_left,
    ready_in,
)
from gearing.strip.entry import parse
from gearing.strip.kinds import kind_of_word, kinds
from gearing.workshop.consumables import item_of, shipped
from gearing.workshop.stages import STAGES, Standing, check_stage
from gearing.workshop.units import stop_running, unit_kinds

STRIP = [
    "4x M3x10 button hex2 rear cover @under #A3 ^long ones at the front",
    "rear cover half ^seal in the groove",
    "e-clip 2.5 #B1",
    "second wheel 31/12 nylon #B3 ^long boss down ~white grease",
    "one-way roller as oneway",
    "8x 2x8 screws lower case",
    "M3x3 set screw pinion +blue",
]
REMOVED = [Removed(n, parse(line)) for n, line in enumerate(STRIP, 1)]


def remarks(line: str, **judged: object) -> dict[str, list[str]]:
    step = build_plan([Removed(1, parse(line), **judged)]).steps[0]  # type: ignore[arg-type]
    tones: dict[str, list[str]] = {}
    for remark in step.remarks:
        tones.setdefault(remark.tone, []).append(remark.text)
    return tones


class Plan(unittest.TestCase):
    @given(st.permutations(REMOVED))
    def test_last_off_is_first_on_however_the_record_is_handed_over(self, record: list[Removed]) -> None:
        self.assertEqual(
            [step.step for step in build_plan(record).steps if step.kind == "piece"], [7, 6, 5, 4, 3, 2, 1]
        )

    def test_every_verb_is_turned(self) -> None:
        self.assertEqual(
            [step.title for step in build_plan(REMOVED).steps if step.kind == "piece"][-4:],
            [
                "Seat the second wheel",
                "Snap on the e-clip",
                "Close the rear cover half",
                "Drive in four M3 × 10 screws of the rear cover",
            ],
        )
        for kind in kinds().values():
            self.assertTrue(kind.off != kind.on and kind.done, kind.key)

    def test_orientation_lubricant_and_lock_come_back_with_the_piece(self) -> None:
        wheel = remarks(STRIP[3])
        self.assertIn("Long boss down.", wheel["mark"])
        self.assertIn("From the tray, B3.", wheel["plain"])
        self.assertTrue(any("white grease" in text and "never two kinds" in text for text in wheel["plain"]))
        self.assertTrue(any("Thread lock, medium" in text for text in remarks(STRIP[6])["plain"]))

    def test_cautions_stand_at_the_step_they_belong_to(self) -> None:
        self.assertIn("Eye protection: clips leave at eye height.", remarks(STRIP[2])["mind"])
        self.assertTrue(any("no grease" in text for text in remarks(STRIP[4])["mind"]))
        self.assertTrue(any("Crosswise" in text for text in remarks(STRIP[0])["plain"]))
        self.assertTrue(any("its own thread" in text for text in remarks(STRIP[5])["plain"]))
        self.assertNotIn("mind", remarks("rear cover"))

    def test_a_replaced_gear_says_which_to_take_and_not_the_tray(self) -> None:
        step = build_plan([Removed(1, parse(STRIP[3]), "replace", "0.5 module, 31 teeth")]).steps[0]
        self.assertEqual((step.title, step.outcome), ("Seat the second wheel, new", "new"))
        texts = [remark.text for remark in step.remarks]
        self.assertIn("Take 0.5 module, 31 teeth.", texts)
        self.assertFalse(any("tray" in text for text in texts))

    def test_after_each_gear_the_train_is_turned(self) -> None:
        kinds_in = [(step.kind, step.step) for step in build_plan(REMOVED).steps]
        self.assertEqual(kinds_in[kinds_in.index(("piece", 4)) + 1], ("turn", 4))

    def test_what_is_left_over_is_named_with_how_many(self) -> None:
        record = [Removed(1, parse(STRIP[0]), answered=3), Removed(2, parse(STRIP[1]), answered=1)]
        self.assertEqual(
            [(left.name, left.count) for left in left_over(record)], [("M3 × 10, rear cover", 1)]
        )


class Stages(unittest.TestCase):
    def test_nothing_is_built_before_something_came_off(self) -> None:
        for stage in ("build", "prove", "file"):
            with self.assertRaisesRegex(GearingError, "Nothing has come off"):
                check_stage(stage, Standing())
        check_stage("strip", Standing())

    def test_nothing_is_filed_with_a_piece_or_a_check_open(self) -> None:
        with self.assertRaisesRegex(GearingError, "1 piece is not"):
            check_stage("file", Standing(steps=3, unanswered=1))
        with self.assertRaisesRegex(GearingError, "2 of the checks"):
            check_stage("file", Standing(steps=3, checks_left=2))
        check_stage("file", Standing(steps=3))
        with self.assertRaisesRegex(GearingError, "no stage"):
            check_stage("lunch", Standing())

    def test_every_kind_of_unit_says_what_to_do_first_and_how_it_is_proved(self) -> None:
        for kind in unit_kinds().values():
            self.assertTrue(kind.power and kind.prove, kind.key)
        for key in ("counter", "throttle", "ebike", "board"):
            self.assertTrue(unit_kinds()[key].notice, key)
        self.assertIn("Do not run", stop_running(["grinding"]))
        self.assertEqual(next(iter(STAGES)), "listen")
        self.assertEqual(
            [kind_of_word(w) for w in ("Wheels", "bushes", "boxes", "red")], ["gear", "bush", "cover", None]
        )


OTTER = [
    "2x M3x8 cap motor plate", "motor", "M3x3 set screw pinion ^on the flat", "pinion 15t steel",
    "spur wheel 54t acetal ~dry", "4x M3x10 button cover",
]  # fmt: skip


def plan(*lines: str, **answer: object) -> list[str]:
    """Keys of the plan's steps."""
    removed = [Removed(n, parse(line)) for n, line in enumerate(lines, 1)]
    return [step.key for step in build_plan(removed, PlanContext(**answer)).steps]  # type: ignore[arg-type]


class Insertions(unittest.TestCase):
    def test_screws_that_set_a_mesh_stay_snug_until_it_is_set(self) -> None:
        removed = [Removed(n, parse(line)) for n, line in enumerate(OTTER, 1)]
        steps = build_plan(removed).steps
        keys = [step.key for step in steps]
        self.assertEqual(keys[-2:], ["mesh:1", "tighten:1"])
        plate = steps[keys.index("piece:1")]
        self.assertTrue(any("Snug only" in remark.text for remark in plate.remarks))
        self.assertIn("paper", steps[keys.index("mesh:1")].remarks[0].text)
        by_dial = build_plan(removed, PlanContext(house={"mesh": "measured"})).steps
        self.assertIn("dial", by_dial[keys.index("mesh:1")].remarks[0].text)
        self.assertNotIn("mesh:1", plan("2x M3x8 motor plate", "motor", "gear 20t"))

    def test_what_was_struck_stays_away_and_what_was_moved_stays_there(self) -> None:
        removed = [Removed(n, parse(line)) for n, line in enumerate(OTTER, 1)]
        marks = {
            "turn:5": StepMark(struck=True),
            "turn:4": StepMark(after="piece:2"),
            "mesh:1": StepMark(after="gone:9"),
        }
        made = build_plan(removed, PlanContext(marks=marks))
        keys = [step.key for step in made.steps]
        self.assertEqual([step.key for step in made.struck], ["turn:5"])
        self.assertEqual(keys[keys.index("piece:2") + 1], "turn:4")
        self.assertEqual(keys.count("mesh:1"), 1)

    def test_what_cures_is_built_first_and_the_waiting_is_overlapped(self) -> None:
        lines = (
            "cover",
            "gear 20t",
            'bearing 3x8x4 &"hub unit" +retaining compound',
            'sleeve &"hub unit"',
            "motor",
        )
        removed = [Removed(n, parse(line)) for n, line in enumerate(lines, 1)]
        steps = build_plan(removed).steps
        keys = [step.key for step in steps]
        self.assertEqual(keys[:2], ["piece:4", "piece:3"])
        self.assertLess(keys.index("piece:5"), keys.index("group:4"))
        self.assertEqual(keys[-1], "cure:3")
        work = sum(step.minutes for step in steps)
        bearing = steps[keys.index("piece:3")]
        self.assertEqual(bearing.cure, 480)
        self.assertLess(ready_in(list(steps), frozenset()), work + bearing.cure)
        self.assertGreaterEqual(ready_in(list(steps), frozenset()), bearing.cure)
        half = frozenset(keys[:4])
        self.assertLess(ready_in(list(steps), half), ready_in(list(steps), frozenset()))
        # The clock at each place is what it would say were all before it done, and it never goes up.
        left = minutes_left(list(steps), frozenset())
        self.assertEqual(len(left), len(steps) + 1)
        for place in range(len(steps) + 1):
            self.assertEqual(left[place], ready_in(list(steps), frozenset(s.key for s in steps[:place])))
        self.assertEqual(left, sorted(left, reverse=True))

    def test_dry_places_stay_dry_and_house_rules_decide(self) -> None:
        pads = [Removed(1, parse("4x drag pads fibre"))]
        wet, dry = (
            build_plan(pads, PlanContext(house={"drag": one})).steps[0].remarks for one in ("film", "dry")
        )
        self.assertTrue(any("Drag grease" in remark.text for remark in wet))
        self.assertTrue(any(remark.tone == "dry" for remark in dry))
        spur = [Removed(1, parse("spur wheel 54t acetal"))]
        opened = build_plan(spur, PlanContext(unit="car")).steps[0].remarks
        self.assertTrue(any("grit" in remark.text for remark in opened))
        shared = [Removed(1, parse("2x M3x3 set screw hub ^on the flat"))]
        for one, tone in (("always", "plain"), ("not-shared", "dry")):
            answer = build_plan(shared, PlanContext(house={"lock": one})).steps[0].remarks
            self.assertTrue(any("hread lock" in r.text and r.tone == tone for r in answer), one)

    def test_a_school_goes_by_what_a_thing_is_and_not_by_what_it_is_called(self) -> None:
        spur = [Removed(1, parse("spur wheel 54t acetal"))]
        named = tuple(replace(item, name=f"Ferry Quay no. {n}") for n, item in enumerate(shipped()))
        for shelf in (shipped(), named):
            for school, key in (("grease", "plastic-grease"), ("film", "dry-film")):
                bench = PlanContext(unit="car", house={"open": school}, shelf=shelf)
                answer = [r.text for r in build_plan(spur, bench).steps[0].remarks]
                wanted = next(item.name for item in shelf if item.key == key)
                self.assertTrue(any(wanted.lower() in text.lower() for text in answer), (school, answer))
        # With none on the shelf that is said; it is no reason to run dry.
        for school in ("grease", "film"):
            empty = PlanContext(unit="car", house={"open": school}, shelf=())
            answer = build_plan(spur, empty).steps[0].remarks
            self.assertFalse(any(r.tone == "dry" for r in answer), answer)
            self.assertTrue(any("none on the shelf" in r.text for r in answer))
        screw = [Removed(1, parse("M2.5x3 set screw hub"))]
        answer = build_plan(screw, PlanContext(house={"lock": "always"}, shelf=named)).steps[0].remarks
        low = next(item.name for item in named if item.key == "lock-low")
        self.assertTrue(any(low in r.text for r in answer))

    def test_a_thing_kept_before_roles_were_has_the_role_of_what_it_stands_for(self) -> None:
        for row, role in (
            ({"key": "dry-film", "name": "House spray", "kind": "lubricant"}, "film"),
            ({"key": "own-1", "name": "Thin clock oil", "kind": "lubricant"}, "oil"),
            ({"key": "own-2", "name": "Blue stuff", "kind": "lubricant"}, "grease"),
            ({"key": "own-3", "name": "Low strength lock", "kind": "locker"}, "low"),
            ({"key": "own-4", "name": "Spirit", "kind": "cleaner"}, ""),
        ):
            self.assertEqual(item_of(row).role, role)

    def test_what_stayed_shut_is_not_built_and_not_missing(self) -> None:
        record = [Removed(1, parse("M2x6 sealed plug shut")), Removed(2, parse("gasket discard"))]
        self.assertEqual([s.key for s in build_plan(record).steps], ["piece:2"])
        self.assertEqual(build_plan(record).steps[0].outcome, "new")
        self.assertEqual([left.step for left in left_over(record)], [2])

    @given(st.integers(0, 24))
    def test_every_screw_has_its_turn_and_neighbours_never_follow_each_other_at_first(
        self, many: int
    ) -> None:
        turns = crosswise(many)
        self.assertEqual(sorted(turns), list(range(1, many + 1)))
        if many >= 4:
            places = [turns.index(n) for n in (1, 2)]
            self.assertGreater(min(abs(places[0] - places[1]), many - abs(places[0] - places[1])), 1)
