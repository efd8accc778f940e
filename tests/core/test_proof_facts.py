"""Facts a proof follows from, each with its reason, and the order of checks they ask for."""

from __future__ import annotations

import unittest

from gearing.proof import ProofAsked, check_outcome, prove
from gearing.proof.checks import ProofCheck, ProofFigure, usual
from gearing.proof.facts import ProofFact, causes_of, facts_of, rebuild_of
from gearing.proof.run_in import train_of
from gearing.rebuild import Removed
from gearing.strip.entry import parse, read_line


def visit(*lines: str, new: tuple[int, ...] = (), **more: object) -> ProofAsked:
    pieces = tuple(
        Removed(number, entry, "replace" if number in new else "", at=at)
        for number, line in enumerate(lines, 1)
        for at, entry in enumerate(read_line(line))
    )
    return ProofAsked(**{"kind": "car", "pieces": pieces, **more})  # type: ignore[arg-type]


def facts(asked: ProofAsked) -> dict[str, ProofFact]:
    return facts_of(asked, rebuild_of(asked))


def check(**more: object) -> ProofCheck:
    fields = {
        "key": "slop", "name": "Slop", "how": "", "band": "", "minutes": 1.0, "risk": "hand", "why": "",
        "fails": "", "to": "listen", "figure": ProofFigure("mm", most=0.6),
    }  # fmt: skip
    return ProofCheck(**{**fields, **more})  # type: ignore[arg-type]


class Facts(unittest.TestCase):
    def test_what_came_off_what_is_new_and_what_it_is_more_than_its_kind(self) -> None:
        known = facts(visit("slipper nut M4", "2x slipper pads", "spur 57t", new=(3,)))
        self.assertLessEqual(
            {"opened", "powered", "wheels", "piece:pad", "has:slipper", "new:gear", "teeth"}, set(known)
        )
        self.assertEqual(known["new:gear"].why, "the spur is new")
        self.assertNotIn("other_teeth", known)

    def test_a_screw_named_by_what_it_holds_is_not_that(self) -> None:
        self.assertNotIn("has:slipper", facts(visit("2x M3x10 slipper cover screws")))

    def test_another_count_of_teeth_is_noticed(self) -> None:
        swapped = Removed(1, parse("pinion 15t"), instead=parse("pinion 17t"))
        known = facts(ProofAsked("car", pieces=(swapped,)))
        self.assertIn("other_teeth", known)
        self.assertIn("other teeth than what came off", known["other_teeth"].why)
        same = Removed(1, parse("pinion 15t nylon"), instead=parse("pinion 15t steel"))
        self.assertNotIn("other_teeth", facts(ProofAsked("car", pieces=(same,))))

    def test_what_stayed_shut_was_not_opened(self) -> None:
        shut = Removed(1, parse("M2x6 sealed cap shut"))
        self.assertTrue(shut.entry.shut)
        self.assertNotIn("opened", facts(ProofAsked("car", pieces=(shut,))))

    def test_the_rebuild_says_what_was_set(self) -> None:
        known = facts(visit("2x M3x8 motor screws", "motor", "pinion 15t", "spur 57t"))
        self.assertIn("set:mesh", known)
        self.assertIn("set", known["set:mesh"].why)
        self.assertNotIn("set:mesh", facts(visit("2x M3x8 motor screws", "motor", kind="servo")))

    def test_a_cause_is_known_by_its_key_its_name_and_its_words(self) -> None:
        self.assertEqual(causes_of("plate_flexes", "car"), ("plate_flexes",))
        self.assertEqual(causes_of("", "car"), ())
        self.assertIn("collar_missing", causes_of("a collar was missing", "car"))
        self.assertIn("pinion_loose", causes_of("pinion loose on its shaft", "car"))

    def test_the_complaint_is_no_cause(self) -> None:
        known = facts(ProofAsked("car", words="the plate flexes and the spur strips"))
        self.assertFalse([key for key in known if key.startswith("cause:")])
        self.assertIn("complained", known)

    def test_what_was_found_is_a_state_and_a_reason(self) -> None:
        known = facts(visit("top case", "bearing 5x10x4", findings={(1, 0): "output bore worn oval"}))
        self.assertIn("state:oval", known)
        self.assertIn("output bore worn oval", known["state:oval"].why)

    def test_a_fact_speaks_of_every_piece_it_is_said_of(self) -> None:
        known = facts(
            visit(
                "cover",
                "bearing 5x10x4",
                "spur 57t and two bearings 8x14x4",
                new=(3,),
                findings={(1, 0): "cracked"},
            )
        )
        self.assertEqual(known["piece:bearing"].spots, ((2, 0), (3, 1)))
        self.assertEqual(known["state:cracked"].spots, ((1, 0),))
        self.assertEqual(known["new:gear"].spots, ((3, 0),))
        self.assertEqual(known["opened"].spots, ())


class Leads(unittest.TestCase):
    ROW = ("4x M3x10 cap hex2.5 cover", "cover", "2x M3x8 motor screws", "motor", "pinion 17t", "spur 57t",
           "2x shim 5x8x0.1", "bearing 5x10x4", "gear 30t")  # fmt: skip

    def leads(self, key: str, **more: object) -> tuple[str, ...]:
        check = next(each for each in prove(visit(*self.ROW, **more)) if each.key == key)  # type: ignore[arg-type]
        return tuple(lead.key for lead in check.leads)

    def test_a_failure_leads_to_the_pieces_that_asked_for_the_check(self) -> None:
        self.assertEqual(self.leads("ratio", new=(6,)), ("piece:6",))
        self.assertEqual(self.leads("end_play"), ("piece:7",))

    def test_what_a_rule_of_the_rebuild_sets_leads_to_its_step(self) -> None:
        (only,) = self.leads("backlash", new=(6,))
        self.assertTrue(only.startswith("mesh:"), only)

    def test_what_was_put_in_last_is_reached_first_and_few_are_a_lead(self) -> None:
        row = [f"bearing {n}x{n + 5}x4" for n in range(4, 14)]
        asked = visit(*row, kind="reel", words="grinds")
        leads = next(each for each in prove(asked) if each.key == "free_roll").leads
        self.assertEqual([lead.key for lead in leads[:2]], ["piece:1", "piece:2"])
        self.assertEqual(len(leads), 6)
        self.assertIn("bearing", leads[0].title)

    def test_every_lead_is_a_step_of_the_rebuild(self) -> None:
        asked = visit(*self.ROW, new=(6, 8), words="whines and binds", cause="mesh_tight")
        steps = {step.key for step in rebuild_of(asked).steps}
        led = [lead.key for each in prove(asked) for lead in each.leads]
        self.assertTrue(led)
        self.assertLessEqual(set(led), steps)


class Trains(unittest.TestCase):
    def test_a_train_that_is_known_better_leads(self) -> None:
        row = visit("pinion 15t", "spur 57t")
        known = train_of(row)
        assert known
        self.assertEqual((known[0], float(known[1])), ("15:57", 3.8))
        better = train_of(visit("pinion 15t", "spur 57t", train="15:57 | 13:38"))
        assert better
        self.assertAlmostEqual(float(better[1]), 3.8 * 38 / 13)
        self.assertIsNone(train_of(visit("cover")))
        self.assertIsNone(train_of(visit("pinion 15t", train="15:")))


class Outcomes(unittest.TestCase):
    def test_a_figure_decides_against_the_word_and_never_for_it(self) -> None:
        self.assertEqual(check_outcome(check(), "met", 0.5, ""), "met")
        self.assertEqual(check_outcome(check(), "met", 0.7, ""), "failed")
        self.assertEqual(check_outcome(check(), "failed", 0.1, "knocks"), "failed")
        self.assertEqual(check_outcome(check(), "waived", 0.7, "no indicator"), "waived")
        self.assertEqual(check_outcome(check(figure=None), "met", 99.0, ""), "met")

    def test_usual_bands_are_by_kind_with_another_for_the_rest(self) -> None:
        self.assertNotEqual(usual("end_play", "railway"), usual("end_play", "servo"))
        self.assertEqual(usual("end_play", "servo"), usual("end_play", "other"))
        self.assertIn("at 20 mm", usual("slop", "servo").unit)
        self.assertEqual(usual("temperature", "car").least, None)


class Order(unittest.TestCase):
    def test_a_check_stands_once_and_the_special_reason_leads(self) -> None:
        checks = {
            each.key: each for each in prove(visit("2x bearing 5x10x4", words="grinds and does not roll"))
        }
        self.assertEqual(checks["tray"].why, "it was opened")
        self.assertIn("no free roll", checks["free_roll"].why)

    def test_what_is_looked_at_later_says_after_how_much_use(self) -> None:
        later = [each for each in prove(visit("spur 57t", new=(1,))) if each.risk == "after"]
        self.assertEqual([each.after for each in later], [("trips", 3.0)])
        by_boat = [each for each in prove(visit("cover", kind="boat")) if each.after]
        self.assertEqual([each.after for each in by_boat], [("trips", 2.0)])
