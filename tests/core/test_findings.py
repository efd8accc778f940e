"""What is seen on a piece, and what follows by the rules and the school of the house."""

from __future__ import annotations

import unittest
from math import asin, degrees

from hypothesis import given
from hypothesis import strategies as st

from gearing.errors import GearingError
from gearing.inspection.findings import ORDER, Finding, judge, sights
from gearing.strip.kinds import kinds, minds
from gearing.workshop.consumables import questions

BOTH, WORN = {"pair": "both"}, {"pair": "one"}


class Judged(unittest.TestCase):
    def test_every_kind_of_piece_has_something_to_look_for(self) -> None:
        for kind in kinds():
            with self.subTest(kind=kind):
                shown = sights(kind)
                self.assertTrue(shown)
                self.assertEqual(len({sight.key for sight in shown}), len(shown))
                self.assertTrue(all(sight.verdict in ORDER and sight.why for sight in shown))

    def test_teeth_are_noted_one_by_one_on_gears_and_nothing_else(self) -> None:
        self.assertTrue(any(sight.by_tooth for sight in sights("gear")))
        self.assertEqual(sights("worm"), sights("gear"))
        for kind in ("bearing", "screw", "seal", "spring"):
            self.assertFalse(any(sight.by_tooth for sight in sights(kind)))

    @given(st.data())
    def test_the_worst_finding_decides_however_they_were_noted(self, data: st.DataObject) -> None:
        kind = data.draw(st.sampled_from(["gear", "bearing", "cover", "pad", "motor"]))
        seen = data.draw(st.lists(st.sampled_from(sights(kind)), min_size=1, max_size=4, unique=True))
        answer = judge(kind, [Finding(sight.key) for sight in seen], WORN)
        self.assertEqual(answer.verdict, max((sight.verdict for sight in seen), key=ORDER.index))
        for sight in seen:
            self.assertIn(sight.why.lower(), answer.reason.lower())

    def test_a_dead_gear_takes_its_mate_along_only_where_the_house_says_so(self) -> None:
        chipped = [Finding("chipped", teeth=(3, 4, 5), face="front")]
        both, one = judge("gear", chipped, BOTH), judge("gear", chipped, WORN)
        self.assertEqual((both.verdict, one.verdict), ("pair", "replace"))
        self.assertTrue(both.reason.startswith("3 teeth chipped on the front face"))
        self.assertIn("with its mate", both.reason)
        self.assertEqual(judge("gear", chipped, {}).verdict, "pair", "both is the first school")
        self.assertEqual(judge("bearing", [Finding("rough")], BOTH).verdict, "replace")

    def test_play_is_an_angle_and_no_verdict(self) -> None:
        answer = judge("gear", [Finding("play", mm=2.0, radius=20.0)], BOTH)
        self.assertEqual(answer.verdict, "")
        self.assertIn(f"{degrees(asin(0.1)):.2f}°", answer.reason)
        for mm, radius in ((0.0, 20.0), (20.0, 20.0), (21.0, 20.0)):
            with self.assertRaisesRegex(GearingError, "radius larger"):
                judge("gear", [Finding("play", mm=mm, radius=radius)], BOTH)

    def test_what_a_piece_cannot_show_is_refused_with_what_it_can(self) -> None:
        with self.assertRaises(GearingError) as refused:
            judge("bearing", [Finding("chipped")], BOTH)
        self.assertIn("rough", refused.exception.hint)
        self.assertEqual(judge("washer", [], BOTH).reason, "")


class Minded(unittest.TestCase):
    def test_the_words_of_a_note_tell_which_caution(self) -> None:
        for note, said in (
            ("spring behind", "Eye protection"),
            ("under tension!", "Eye protection"),
            ("sharp edge", "gloves"),
            ("small, rolls away", "tray"),
            ("falls out", "halves part"),
            ("brittle tab", "No force"),
        ):
            with self.subTest(note=note):
                self.assertTrue(any(said in mind for mind in minds("cover", note)))
        self.assertEqual(minds("cover", "left handed"), [])

    def test_a_caution_of_the_kind_is_said_once(self) -> None:
        answer = minds("spring", "wound spring")
        self.assertEqual(len(answer), len(set(answer)))
        self.assertTrue(answer)


class Schools(unittest.TestCase):
    def test_every_question_has_schools_with_reasons_and_a_first_one(self) -> None:
        asked = questions()
        self.assertGreaterEqual(len(asked), 8)
        for question in asked:
            with self.subTest(question=question.key):
                self.assertGreaterEqual(len(question.schools), 2)
                self.assertTrue(all(school.why for school in question.schools))
                self.assertEqual(question.chosen({}), question.schools[0])
                last = question.schools[-1]
                self.assertEqual(question.chosen({question.key: last.key}), last)
                self.assertEqual(question.chosen({question.key: "moon"}), question.schools[0])
