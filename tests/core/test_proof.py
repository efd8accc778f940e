"""The proof of a unit: what a technician would insist on is there, and nothing senseless."""

from __future__ import annotations

import tomllib
import unittest
from pathlib import Path
from typing import Any, ClassVar

from hypothesis import given
from hypothesis import strategies as st

from gearing.data import table
from gearing.diagnosis import faults, observations
from gearing.errors import GearingError
from gearing.proof import RISKS, ProofAsked, ProofFigure, met_by, prove, run_in
from gearing.rebuild import Removed
from gearing.strip.entry import read_line
from gearing.strip.entry.runs import SURROUNDINGS
from gearing.strip.kinds import kinds
from gearing.workshop.units import unit_kinds
from sums.proof import ProofIn, ProofOut, prove_unit

CASES: list[dict[str, Any]] = tomllib.loads(Path(__file__).with_name("proofs.toml").read_text("utf-8"))[
    "case"
]


def proved(case: dict[str, Any]) -> ProofOut:
    return prove_unit(
        ProofIn.model_validate(
            {
                "kind": case["kind"],
                "words": case.get("words", ""),
                "lines": case["lines"],
                "replaced": case.get("new", []),
                "findings": [{"step": step, "what": what} for step, what in case.get("found", [])],
                "instead": {str(step): line for step, line in case.get("other", [])},
                "cause": case.get("cause", ""),
                "conditions": case.get("conditions", []),
            }
        )
    )


def keys(proof: ProofOut) -> list[str]:
    return [check.key for check in proof.checks]


class Described(unittest.TestCase):
    def test_what_is_insisted_on_is_there_and_nothing_is_senseless(self) -> None:
        self.assertGreaterEqual(len(CASES), 40)
        for case in CASES:
            made = set(keys(proved(case)))
            with self.subTest(case["name"]):
                self.assertEqual(set(case["must"]) - made, set(), "missing")
                self.assertEqual(set(case["never"]) & made, set(), "senseless")

    def test_every_check_says_how_what_to_meet_why_and_where_it_leads(self) -> None:
        for case in CASES:
            for check in proved(case).checks:
                with self.subTest(case["name"], check=check.key):
                    self.assertTrue(check.name and check.how and check.band and check.why, check)
                    self.assertTrue(check.fails and check.minutes > 0)
                    self.assertIn(check.to.partition(":")[0], ("listen", "build", "file"))


WORDS = st.text("abcdefghij klmnopqrstuvwxyz0123456789.,x", max_size=40)


class Data(unittest.TestCase):
    def test_every_fact_a_check_asks_for_can_be_so(self) -> None:
        rows = table("proof")
        known = {
            "kind": set(unit_kinds()),
            "piece": set(kinds()),
            "new": {*kinds(), *rows["words"]},
            "other": set(kinds()),
            "has": set(rows["words"]),
            "runs": set(SURROUNDINGS),
            "set": set(rows["set"]),
            "heard": set(observations()),
            "found": set(observations()),
            "cause": set(faults()),
            "state": set(table("decide")["states"]),
        }
        plain = {"opened", "powered", "unpowered", "wheels", "teeth", "other_teeth", "new", "complained", "recorded", "retained", "aligned"}  # fmt: skip
        for key, row in rows["checks"].items():
            for line in [*row["when"], *row.get("unless", ())]:
                for fact in line.split("+"):
                    sort, _, name = fact.partition(":")
                    with self.subTest(key, fact=fact):
                        self.assertTrue(fact in plain if not name else name in known[sort])
            self.assertLessEqual({*row.get("kinds", {}), *row.get("after", {})}, set(unit_kinds()))
        self.assertLessEqual(set(rows["evidence"]), set(rows["checks"]))
        self.assertLessEqual({each for said in rows["evidence"].values() for each in said}, known["heard"])


class Properties(unittest.TestCase):
    @given(st.sampled_from(sorted(unit_kinds())), WORDS, st.lists(WORDS, max_size=6), WORDS)
    def test_whatever_the_record_holds_the_risk_only_grows(
        self, kind: str, words: str, lines: list[str], cause: str
    ) -> None:
        rows = [(n, read_line(line)) for n, line in enumerate(lines, 1) if line.strip()]
        pieces = tuple(Removed(n, entry, "replace", at=at) for n, row in rows for at, entry in enumerate(row))
        asked = ProofAsked(kind, words, pieces=pieces, cause=cause)
        proof = prove_unit(ProofIn(kind=kind, words=words, lines=[line for line in lines if line.strip()]))
        risks = [check.risk for check in proof.checks]
        self.assertEqual(len(keys(proof)), len(set(keys(proof))))
        self.assertEqual([check.order for check in proof.checks], list(range(1, len(risks) + 1)))
        self.assertLess(0, run_in(asked).minutes)

    def test_hand_comes_before_power_and_load_last(self) -> None:
        for case in CASES:
            found = keys(proved(case))
            with self.subTest(case["name"]):
                for first, then in (
                    ("hand_turn", "first_power"), ("tray", "hand_turn"), ("first_power", "both_ways"),
                    ("first_power", "drives"), ("drives", "complaint"), ("complaint", "screws_again"),
                    ("centre", "first_power"), ("backlash", "first_power"),
                ):  # fmt: skip
                    if first in found and then in found:
                        self.assertLess(found.index(first), found.index(then), (first, then))
        self.assertEqual(RISKS[0], "hand")

    def test_what_never_runs_by_power_is_never_powered(self) -> None:
        for case in CASES:
            if case["kind"] in ("reel", "fishing reel", "counter", "counter drive", "spinning reel"):
                self.assertFalse(
                    {"first_power", "both_ways", "current"} & set(keys(proved(case))), case["name"]
                )


class Figures(unittest.TestCase):
    CAR: ClassVar[dict[str, Any]] = {
        "kind": "car",
        "lines": ["pinion 15t steel", "spur 57t nylon"],
        "new": [2],
        "words": "no drive",
    }

    def figure(self, key: str, **more: Any) -> Any:
        checks = {check.key: check for check in proved({**self.CAR, **more}).checks}
        return checks[key]

    def test_turns_are_counted_by_the_gears_that_are_in_it_now(self) -> None:
        ratio = self.figure("ratio")
        self.assertAlmostEqual(ratio.figure.least, 3.8)
        self.assertEqual(ratio.band.partition(";")[0], "3.8 turns in for one out")
        other = self.figure("ratio", other=[[1, "pinion 19t steel"]])
        self.assertAlmostEqual(other.figure.least, 3.0)
        wrong = self.figure("ratio", lines=["spur 57t nylon"], new=[1])
        self.assertIsNone(wrong.figure.least)

    def test_a_ring_taken_off_before_its_pinion_is_driven_by_it(self) -> None:
        lines = ["pinion 15t", "spur 60t", "ring gear 40t", "bevel pinion 10t"]
        self.assertAlmostEqual(self.figure("ratio", lines=lines, new=[3]).figure.least, 16.0)

    def test_a_reading_is_judged_by_the_band(self) -> None:
        play = ProofFigure("mm", 0.05, 0.2)
        self.assertEqual([met_by(play, mm) for mm in (0.04, 0.05, 0.2, 0.21)], [False, True, True, False])
        turns = ProofFigure("turns", 3.8, 3.8, exact=True)
        # 57/15 against 56/15 and 57/16: the next gears must not pass.
        self.assertEqual(
            [met_by(turns, n) for n in (3.8, 3.81, 56 / 15, 57 / 16)], [True, True, False, False]
        )
        self.assertIsNone(met_by(ProofFigure("s"), 4.0))
        self.assertIsNone(met_by(None, 4.0))

    def test_end_play_is_read_against_what_was_worked_out(self) -> None:
        def band(*worked: tuple[str, str]) -> tuple[float | None, float | None]:
            shim = Removed(1, read_line("2x shim 5x7x0.1")[0], worked=worked)
            checks = {check.key: check for check in prove(ProofAsked("servo", pieces=(shim,)))}
            figure = checks["end_play"].figure
            assert figure
            return figure.least, figure.most

        self.assertEqual(band(("Shim 0.1: 0.12 mm of end play is left.", "")), (0.09, 0.15))
        self.assertEqual(band(), (0.05, 0.1))

    def test_a_run_in_lasts_until_every_tooth_has_met_or_says_that_the_rest_meets_in_use(self) -> None:
        def of(*lines: str, kind: str = "car") -> Any:
            pieces = tuple(Removed(n, read_line(line)[0]) for n, line in enumerate(lines, 1))
            return run_in(ProofAsked(kind, pieces=pieces))

        # 15 and 57 share 3: every pair that meets has met after 57/3 = 19 turns of the pinion.
        short = of("pinion 15t", "spur 57t")
        self.assertEqual((short.turns, short.whole, short.minutes), (19, True, 3.0))
        # 16 and 57 share nothing: 57 turns, and by hand at 60 a minute that is within its two minutes.
        hand = of("pinion 16t", "main gear 57t", kind="reel")
        self.assertEqual((hand.turns, hand.whole), (57, True))
        long = of("pinion 13t", "gear 61/11", "gear 59/17", "gear 67t", kind="reel")
        self.assertFalse(long.whole)
        self.assertLessEqual(long.minutes, 20)
        unknown = of("cover")
        self.assertEqual((unknown.turns, unknown.whole), (None, False))


class House(unittest.TestCase):
    def test_slip_is_tried_as_the_house_sets_it(self) -> None:
        lines = ["M4 lock nut slipper", "slipper spring", "2x slipper pads", "spur 60t"]

        def how(**house: str) -> str:
            body = {"kind": "car", "lines": lines, "house": house}
            proof = prove_unit(ProofIn.model_validate(body))
            return next(check.how for check in proof.checks if check.key == "slip")

        self.assertIn("back off", how())
        self.assertNotEqual(how(), how(slipper="launch"))

    def test_what_was_lined_up_is_looked_at_again(self) -> None:
        with_mark = prove_unit(ProofIn(kind="servo", lines=["output gear 38t =mark to mark"]))
        self.assertIn("marks", keys(with_mark))
        self.assertNotIn("marks", keys(prove_unit(ProofIn(kind="servo", lines=["output gear 38t"]))))


class ToMeet(unittest.TestCase):
    """What is measured has a figure to meet on a first visit, and the unit's own from the second on."""

    ROLLS: ClassVar = {
        "kind": "reel",
        "lines": ["cover", "7x11x3 bearing", "eared drag washer @drag", "spool"],
    }

    @staticmethod
    def figures(body: dict[str, Any]) -> dict[str, Any]:
        proof = prove_unit(ProofIn.model_validate(body))
        return {check.key: check for check in proof.checks if check.figure}

    def test_each_has_an_end_on_a_first_visit(self) -> None:
        for case in CASES:
            for check in proved(case).checks:
                # Turns and speed follow from a train or a plan, where one is known.
                if check.figure and check.key not in ("ratio", "speed"):
                    with self.subTest(case["name"], check=check.key):
                        self.assertNotEqual((check.figure.least, check.figure.most), (None, None))
                        self.assertIn(f"{check.figure.least or check.figure.most:g}", check.band)

    def test_what_is_usual_decides_nothing_and_what_this_unit_read_does(self) -> None:
        first = self.figures(self.ROLLS)["free_roll"]
        self.assertTrue(first.figure.guide)
        self.assertIn("usually at least 5 s", first.band)
        again = self.figures({**self.ROLLS, "before": {"free_roll": 10.0}})["free_roll"]
        self.assertFalse(again.figure.guide)
        self.assertEqual((again.figure.least, again.figure.most), (8.0, None))

    def test_another_motor_is_not_held_to_the_current_of_the_old(self) -> None:
        car = {"kind": "car", "words": "motor gets hot", "lines": ["motor"], "before": {"current": 2.0}}
        self.assertEqual(self.figures(car)["current"].figure.most, 2.3)
        self.assertTrue(self.figures({**car, "replaced": [1]})["current"].figure.guide)

    def test_outside_a_guide_whoever_tries_it_decides(self) -> None:
        guide = ProofFigure("A", most=4, guide=True)
        self.assertIsNone(met_by(guide, 6.0))
        self.assertIs(met_by(ProofFigure("A", most=4), 6.0), False)


class Refused(unittest.TestCase):
    def test_a_step_that_the_row_has_not(self) -> None:
        for field, value in (
            ("replaced", [3]),
            ("instead", {"3": "gear 20t"}),
            ("findings", [{"step": 3, "what": "worn"}]),
        ):
            body = {"kind": "car", "lines": ["cover"], field: value}
            with self.subTest(field), self.assertRaises(GearingError) as caught:
                prove_unit(ProofIn.model_validate(body))
            self.assertEqual((caught.exception.code, caught.exception.field), ("unknown_step", field))

    def test_more_than_is_heard_in_a_breath(self) -> None:
        long = "gear 41t from the counter shaft beside the bearing with the blue mark, worn on one flank"
        for body in (
            {"lines": [long] * 500},
            {"lines": ["cover"] * 120, "instead": {str(n): long * 4 for n in range(1, 121)}},
            {"lines": ["cover"] * 120, "findings": [{"step": n, "what": long * 4} for n in range(1, 121)]},
        ):
            with self.subTest(sorted(body)), self.assertRaises(GearingError) as caught:
                prove_unit(ProofIn.model_validate({"kind": "car", **body}))
            self.assertEqual(caught.exception.code, "too_much_said")
            self.assertIn("40,000", caught.exception.problem)

    def test_the_law_is_named_where_it_decides(self) -> None:
        self.assertIn("local rules", prove_unit(ProofIn(kind="counter drive")).notice)
        self.assertEqual(prove_unit(ProofIn(kind="servo")).notice, "")

    def test_four_hundred_steps_are_proved(self) -> None:
        lines = [f"gear {10 + n % 60}t" if n % 3 else "2x M3x10 cover" for n in range(400)]
        self.assertIn("hand_turn", keys(prove_unit(ProofIn(kind="car", lines=lines, words="x" * 9000))))
