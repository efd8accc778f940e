"""The strip turned round: order, verbs, cautions, and nothing left over."""

from __future__ import annotations

import unittest

from hypothesis import given
from hypothesis import strategies as st

from gearing.entry import parse
from gearing.errors import GearingError
from gearing.pieces import kind_of_word, kinds
from gearing.rebuild import Removed, build_plan, left_over
from gearing.stages import STAGES, Standing, check_stage
from gearing.units import stop_running, unit_kinds

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
    step = build_plan([Removed(1, parse(line), **judged)])[0]  # type: ignore[arg-type]
    tones: dict[str, list[str]] = {}
    for remark in step.remarks:
        tones.setdefault(remark.tone, []).append(remark.text)
    return tones


class Plan(unittest.TestCase):
    @given(st.permutations(REMOVED))
    def test_last_off_is_first_on_however_the_record_is_handed_over(self, record: list[Removed]) -> None:
        self.assertEqual([step.step for step in build_plan(record)], [7, 6, 5, 4, 3, 2, 1])

    def test_every_verb_is_turned(self) -> None:
        self.assertEqual(
            [step.title for step in build_plan(REMOVED)][-4:],
            [
                "Seat the second wheel",
                "Snap on the e-clip",
                "Close the rear cover half",
                "Drive in four M3 × 10, rear cover",
            ],
        )
        for kind in kinds().values():
            self.assertTrue(kind.off != kind.on and kind.done, kind.key)

    def test_orientation_lubricant_and_lock_come_back_with_the_piece(self) -> None:
        wheel = remarks(STRIP[3])
        self.assertIn("Long boss down.", wheel["mark"])
        self.assertIn("From the tray, B3.", wheel["plain"])
        self.assertTrue(any("white grease" in text and "never two kinds" in text for text in wheel["plain"]))
        self.assertTrue(any("turn the train by hand" in text for text in wheel["check"]))
        self.assertTrue(any("blue" in text for text in remarks(STRIP[6])["plain"]))

    def test_cautions_stand_at_the_step_they_belong_to(self) -> None:
        self.assertIn("Eye protection: clips leave at eye height.", remarks(STRIP[2])["mind"])
        self.assertTrue(any("no grease" in text for text in remarks(STRIP[4])["mind"]))
        self.assertTrue(any("Crosswise" in text for text in remarks(STRIP[0])["plain"]))
        self.assertTrue(any("its own thread" in text for text in remarks(STRIP[5])["plain"]))
        self.assertNotIn("mind", remarks("rear cover"))

    def test_a_replaced_gear_says_which_to_take_and_not_the_tray(self) -> None:
        step = build_plan([Removed(1, parse(STRIP[3]), "replace", "0.5 module, 31 teeth")])[0]
        self.assertEqual((step.title, step.outcome), ("Seat the second wheel, new", "new"))
        texts = [remark.text for remark in step.remarks]
        self.assertIn("Take 0.5 module, 31 teeth.", texts)
        self.assertFalse(any("tray" in text for text in texts))

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
