"""What is wrong: described complaints, and what must hold whatever is said."""

from __future__ import annotations

import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from gearing.data import table
from gearing.diagnosis import Answered, checks, diagnose, faults, hear, next_checks, observations
from gearing.diagnosis.likeness import examples, likeness
from gearing.errors import GearingError
from gearing.workshop.units import conditions, symptoms, unit_kinds
from sums.diagnose import CheckMade, DiagnoseIn, diagnose_unit

from .complaints import COMPLAINTS


def top(kind: str, words: str, *answered: tuple[str, str], many: int = 3) -> list[str]:
    found = diagnose(kind, hear(words), [Answered(*each) for each in answered])
    return [suspect.fault.key for suspect in found.causes[:many]]


def odds(kind: str, words: str, fault: str, *answered: tuple[str, str]) -> float:
    found = diagnose(kind, hear(words), [Answered(*each) for each in answered])
    return next((s.probability for s in found.causes if s.fault.key == fault), 0.0)


def rates(rows: list[tuple[str, str, tuple[str, ...]]]) -> tuple[float, float]:
    """How often the first cause is one that was accepted, and how often one of the first three."""
    first = among = 0
    for kind, words, accepted in rows:
        suspects = top(kind, words)
        first += suspects[0] in accepted
        among += bool(set(accepted) & set(suspects))
    return first / len(rows), among / len(rows)


class Complaints(unittest.TestCase):
    def test_what_was_never_taught_is_mostly_right(self) -> None:
        first, among = rates([(kind, words, tuple(causes.split(", "))) for kind, words, causes in COMPLAINTS])
        self.assertGreaterEqual(len(COMPLAINTS), 264)
        self.assertGreaterEqual(first, 0.9)
        self.assertGreaterEqual(among, 0.97)

    def test_what_was_taught_is_known(self) -> None:
        taught = [each for each in examples() if each[0]]
        self.assertGreaterEqual(len(taught), 600)
        self.assertLessEqual({cause for *_, causes in taught for cause in causes}, set(faults()))
        self.assertEqual({cause for *_, causes in examples() for cause in causes}, set(faults()))
        first, among = rates(taught)
        self.assertGreaterEqual(first, 0.97)
        self.assertGreaterEqual(among, 0.99)

    def test_none_of_those_kept_apart_was_taught(self) -> None:
        self.assertEqual({words for _, words, _ in examples()} & {row[1] for row in COMPLAINTS}, set())

    def test_words_that_nobody_listed_lean_to_what_they_were_said_of(self) -> None:
        at = list(faults())
        leaning = likeness("swamp treacle in there, gluey")
        self.assertEqual(at[int(leaning.argmax())], "grease_hard")
        for nothing in ("QQQ?", "", "it is the"):
            self.assertLess(abs(likeness(nothing)).max(), 1e-12)

    def test_what_is_denied_leans_another_way_than_what_is_said(self) -> None:
        at = list(faults())
        said, denied = (likeness(words)[at.index("shims_missing")] for words in ("end float", "no end float"))
        self.assertGreater(said, denied + 1)

    def test_two_words_lean_less_than_a_long_complaint(self) -> None:
        self.assertLess(likeness("clicks").max(), likeness("clicks once a turn, one tooth has a nick").max())

    def test_looks_at_the_thing_itself_speak_louder_than_what_was_said_of_it(self) -> None:
        words = "the motor screams and the spur has no teeth left"
        looks = [("look_spur", "fine"), ("turn_each", "all"), ("tooth_by_tooth", "fine")]
        after = [odds("car", words, "spur_stripped", *looks[:many]) for many in range(len(looks) + 1)]
        self.assertGreater(after[0], 0.9)
        self.assertEqual(after, sorted(after, reverse=True))
        self.assertLess(after[-1], 0.15)

    def test_a_servo_in_a_car_is_a_servo(self) -> None:
        words = "is slow and hot"
        self.assertGreater(
            odds("car", f"the servo {words}", "linkage_tight"), odds("car", words, "linkage_tight")
        )
        self.assertLess(odds("car", f"the servo {words}", "overgeared"), odds("car", words, "overgeared"))

    def test_one_complaint_means_another_thing_in_another_unit(self) -> None:
        self.assertEqual(top("car", "motor runs, no drive, turns freely by hand", many=1), ["spur_stripped"])
        self.assertIn("shear_pin", top("boat", "motor runs, propeller does not turn after it hit a rock"))
        self.assertIn("gear_split", top("railway", "motor runs, wheels stand still"))

    def test_what_changed_last_weighs(self) -> None:
        worn = "whines"
        self.assertGreater(
            odds("car", worn + " since I fitted a new pinion", "wrong_size"),
            3 * odds("car", worn, "wrong_size"),
        )
        self.assertGreater(
            odds("car", worn + " after a crash", "mesh_shifted"), 2 * odds("car", worn, "mesh_shifted")
        )

    def test_damage_and_its_cause_are_both_named(self) -> None:
        suspects = top("car", "third spur stripped again, I can push the motor plate with a finger")
        self.assertIn("plate_flexes", suspects)
        self.assertIn("spur_stripped", suspects)


class Hearing(unittest.TestCase):
    def test_a_denial_is_no_complaint(self) -> None:
        for words in (
            "no grinding",
            "it does not grind",
            "without any grinding",
            "never grinds",
            "isn’t grinding",
        ):
            with self.subTest(words=words):
                heard = hear(words)
                self.assertEqual((heard.said, heard.denied), (frozenset(), {"grinding"}))

    def test_a_denial_ends_with_its_clause(self) -> None:
        heard = hear("no grinding, but it clicks")
        self.assertEqual((heard.said, heard.denied), ({"clicking"}, {"grinding"}))

    def test_gears_that_look_fine_speak_against_stripped_ones(self) -> None:
        self.assertLess(
            odds("car", "motor races, no drive, gears look fine", "spur_stripped"),
            odds("car", "motor races, no drive", "spur_stripped") / 3,
        )

    def test_the_short_words_are_whole_words(self) -> None:
        self.assertNotIn("slipping", hear("turns only to the left").said)

    def test_a_motor_that_screams_does_not_whine(self) -> None:
        self.assertNotIn("whining", hear("the motor screams").said)
        self.assertIn("whining", hear("the motor screams and the gears whine").said)

    def test_use_so_far_is_heard(self) -> None:
        self.assertIn("many_hours", hear(use="120 h").said)
        self.assertNotIn("many_hours", hear(use="2 h").said)
        self.assertIn("new_unit", hear(use="new").said)

    def test_what_cannot_both_be_is_named(self) -> None:
        answer = diagnose_unit(DiagnoseIn(kind="car", words="it is jammed solid and turns freely"))
        self.assertEqual(len(answer.contradicts), 1)
        self.assertIn("cannot both be", answer.contradicts[0])
        self.assertEqual(diagnose_unit(DiagnoseIn(words="jammed")).contradicts, [])

    def test_all_that_can_be_picked_is_heard(self) -> None:
        for key in [*symptoms(), *conditions()]:
            with self.subTest(key=key):
                self.assertTrue(hear(picked=[key]).said)

    def test_a_pick_that_is_on_no_list_is_heard_as_words(self) -> None:
        answer = diagnose_unit(DiagnoseIn(kind="car", symptoms=["Clicks at every wheel turn"]))
        self.assertIn("clicking", [heard.key for heard in answer.heard])

    def test_ten_thousand_words_are_heard_as_far_as_they_are_meant(self) -> None:
        answer = diagnose_unit(DiagnoseIn(kind="car", words="it clicks " + "and so on " * 3400))
        self.assertEqual(answer.heard[0].key, "clicking")

    @settings(max_examples=60, deadline=None)
    @given(st.text(max_size=300), st.sampled_from(sorted(unit_kinds())))
    def test_whatever_is_said_the_odds_are_odds(self, words: str, kind: str) -> None:
        found = diagnose(kind, hear(words))
        self.assertAlmostEqual(float(found.weights.sum()), 1, places=9)
        self.assertTrue(all(0 <= s.probability <= 1 for s in found.causes))
        self.assertGreaterEqual(found.something_else, 0.049)


class Checks(unittest.TestCase):
    def test_an_empty_complaint_asks_first(self) -> None:
        answer = diagnose_unit(DiagnoseIn(kind="servo"))
        assert answer.next
        self.assertIn("turn it by hand first", answer.answer)
        self.assertEqual(answer.next.check, "turn_by_hand")

    def test_the_case_pressed_shut_parts_the_case_from_the_gear(self) -> None:
        words = "clicks at the rear under load"

        def against_the_gear(*answered: tuple[str, str]) -> float:
            return odds("car", words, "case_spreads", *answered) / odds(
                "car", words, "ring_gear_chipped", *answered
            )

        before = odds("car", words, "case_spreads")
        self.assertGreater(against_the_gear(("press_case", "stops")), 4 * against_the_gear())
        self.assertLess(odds("car", words, "case_spreads", ("press_case", "same")), before / 2)

    def test_each_answer_speaks_for_what_it_points_to(self) -> None:
        for key, check in checks().items():
            for answer, pointed in check.points.items():
                for fault in pointed:
                    kind = next(k for k in unit_kinds() if faults()[fault].usual_in(k))
                    with self.subTest(check=key, answer=answer, fault=fault):
                        quiet = diagnose(kind, hear())
                        told = diagnose(kind, hear(), [Answered(key, answer)])
                        at = list(faults()).index(fault)
                        alone = [float(d.weights[at]) for d in (quiet, told)]
                        self.assertGreater(alone[1], alone[0])

    def test_what_binds_is_never_powered_to_see(self) -> None:
        for words in ("it is jammed", "grinds badly", "binds at one spot", "smells burnt", "stiff"):
            for stage in ("closed", "opened", "stripped"):
                offers = next_checks(diagnose("car", hear(words)), stage=stage)
                self.assertTrue(offers, words)
                self.assertEqual([o.check.key for o in offers if o.check.powered], [], words)

    def test_only_what_is_possible_now_is_offered(self) -> None:
        found = diagnose("servo", hear("slop in the arm, gears fine"))
        for stage, allowed in (("closed", {"closed"}), ("opened", {"closed", "opened"})):
            offers = next_checks(found, stage=stage)
            self.assertLessEqual({offer.check.when for offer in offers}, allowed)
            self.assertTrue(all(not o.check.units or "servo" in o.check.units for o in offers))

    def test_a_check_made_is_not_offered_again(self) -> None:
        body = DiagnoseIn(kind="car", words="it clicks")
        asked: list[str] = []
        for _ in range(6):
            answer = diagnose_unit(body)
            if not answer.next:
                break
            self.assertNotIn(answer.next.check, asked)
            asked.append(answer.next.check)
            usual = checks()[answer.next.check].usual
            body = body.model_copy(
                update={"checks": [*body.checks, CheckMade(check=asked[-1], answer=usual)]}
            )
        self.assertGreaterEqual(len(asked), 4)

    def test_a_figure_falls_among_the_answers(self) -> None:
        check = checks()["push_pull"]
        self.assertEqual(
            [check.answer_of(mm) for mm in (0.0, 0.1, 0.9, "0,9")], ["none", "some", "much", "much"]
        )
        with self.assertRaises(GearingError) as refused:
            check.answer_of("sideways")
        self.assertIn("clearly", refused.exception.hint)

    def test_words_alone_never_make_it_certain(self) -> None:
        for kind, words, _ in COMPLAINTS:
            self.assertLess(diagnose(kind, hear(words)).causes[0].probability, 0.96, words)

    def test_reasons_stand_on_both_sides(self) -> None:
        answer = diagnose_unit(
            DiagnoseIn(
                kind="car",
                words="motor races, no drive, teeth look fine",
                checks=[CheckMade(check="hold_output", answer="silent")],
            )
        )
        loose = next(f for f in answer.faults if f.key == "pinion_loose")
        self.assertTrue(any("turns without a sound" in why for why in loose.speaks_for))
        spur = diagnose("car", hear("motor races, no drive, teeth look fine"))
        (stripped,) = [s for s in spur.causes if s.fault.key == "spur_stripped"]
        self.assertIn("teeth look fine", stripped.speaks_against)

    def test_running_on_is_warned_of(self) -> None:
        self.assertTrue(diagnose_unit(DiagnoseIn(kind="car", words="it grinds loudly")).stop)
        self.assertFalse(diagnose_unit(DiagnoseIn(kind="reel", words="drag jerks")).stop)

    def test_a_workshop_learns_what_it_meets(self) -> None:
        words = hear("slop in the arm")
        usual = diagnose("servo", words)
        learnt = diagnose("servo", words, met={"bush_worn": 12})
        bush = [next(s.probability for s in d.causes if s.fault.key == "bush_worn") for d in (usual, learnt)]
        self.assertGreater(bush[1], 1.5 * bush[0])


class Data(unittest.TestCase):
    def test_there_is_enough_of_it(self) -> None:
        self.assertGreaterEqual(len(faults()), 90)
        self.assertGreaterEqual(len(observations()), 60)
        self.assertGreaterEqual(len(checks()), 50)

    def test_all_keys_lead_somewhere(self) -> None:
        for key, fault in faults().items():
            with self.subTest(fault=key):
                self.assertLessEqual({*fault.shows, *fault.excludes}, set(observations()))
                self.assertLessEqual(set(fault.together), set(faults()))
                self.assertLessEqual(set(fault.units), {*unit_kinds(), "all"})
                self.assertGreaterEqual(len(fault.shows), 3)
        for key, check in checks().items():
            with self.subTest(check=key):
                self.assertIn(check.usual, check.answers)
                self.assertLessEqual(set(check.points), set(check.answers))
                self.assertLessEqual({f for each in check.points.values() for f in each}, set(faults()))
                if check.number:
                    self.assertEqual(len(check.edges) + 1, len(check.answers))

    def test_each_fault_can_be_the_first_suspect(self) -> None:
        for key, fault in faults().items():
            shown = [name for name, often in fault.shows.items() if often >= 0.25]
            made = [
                Answered(check.key, answer)
                for check in checks().values()
                for answer, pointed in check.points.items()
                if key in pointed
            ]
            kind = next(k for k in unit_kinds() if fault.usual_in(k))
            with self.subTest(fault=key):
                found = diagnose(kind, hear(picked=shown), made)
                self.assertIn(key, [s.fault.key for s in found.causes[:3]])

    def test_each_fault_is_parted_by_some_check(self) -> None:
        parted = {f for check in checks().values() for pointed in check.points.values() for f in pointed}
        self.assertEqual(set(faults()) - parted, set())


class SaidOfPieces(unittest.TestCase):
    """A piece and its state name a fault, whatever stands between; denied it clears it."""

    MEANT = (
        ("the planets are cracked", "planet_broken"),
        ("found a cracked planet gear", "planet_broken"),
        ("the little screw won't stay tight", "pinion_loose"),
        ("the joint between motor and shaft is all floppy", "coupling_worn"),
        ("pinion keeps creeping off its shaft", "pinion_loose"),
        ("worm wheel badly worn", "worm_wheel_worn"),
        ("the side rod is bent", "rods_bind"),
        ("lost a drive pin", "drive_pin_lost"),
        ("one shim was left over", "shims_missing"),
        ("the propeller has a chip", "prop_unbalanced"),
        ("someone greased the clutch pads", "friction_greasy"),
    )

    def test_what_is_said_of_a_piece_names_the_fault(self) -> None:
        for words, fault in self.MEANT:
            with self.subTest(words):
                self.assertTrue(any(fault in meant for meant in hear(words).spoken), hear(words))

    def test_denied_it_is_cleared(self) -> None:
        for words, fault in (
            ("the bearing is not rough", "bearing_rough"),
            ("the axle is not bent", "shaft_bent"),
        ):
            heard = hear(words)
            self.assertFalse(heard.spoken, words)
            self.assertIn(fault, heard.cleared)

    def test_what_belongs_to_a_piece_is_no_sign_of_its_own(self) -> None:
        self.assertNotIn("creeps", hear("the pinion creeps off its shaft").said)
        self.assertIn("creeps", hear("the load creeps down").said)

    def test_what_strips_again_and_again_is_not_the_cause(self) -> None:
        self.assertFalse(hear("It keeps stripping the spur again and again").spoken)

    def test_every_cell_of_the_table_names_faults_states_and_pieces_that_are(self) -> None:
        rows = table("states")
        for piece, cells in rows["means"].items():
            self.assertIn(piece, rows["pieces"])
            for state, meant in cells.items():
                self.assertIn(state, rows["states"])
                self.assertLessEqual(set(meant), set(faults()), (piece, state))
