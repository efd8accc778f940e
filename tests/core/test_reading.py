"""The reader's sum as a whole: what is answered, how sure, and what is remarked on."""

from __future__ import annotations

import json
import unittest
from typing import Any

import numpy as np

from gearing.measuring.methods import Probe
from launch.readings import crowd, one_of
from launch.readings import read as draw

from .at_the_line import said


def read(teeth: int, *readings: dict[str, Any], **more: Any) -> dict[str, Any]:
    status, answer = said(["read"], json.dumps({"teeth": teeth, "readings": list(readings), **more}))
    assert status == 0, answer
    return answer


class ReadingAGear(unittest.TestCase):
    TIPS, SPAN = {"value": 26.35}, {"kind": "span", "k": 4, "value": 8.61}

    def test_any_measurement_alone_is_something_to_go_by(self) -> None:
        cases: list[dict[str, Any]] = [
            {"kind": "narrow", "value": 26.38},
            {"kind": "bore", "value": 15.7},
            {"kind": "root", "value": 22.77},
            {"kind": "span", "k": 4, "value": 8.61},
            {"kind": "pins", "size_mm": 1.36, "value": 26.57},
            {"kind": "chord", "k": 6, "value": 15.07},
            {"kind": "mate", "k": 40, "value": 28.43},
        ]
        for reading in cases:
            answer = read(31, reading, bore_mm=5.0)
            labels = [candidate["label"] for candidate in answer["candidates"]]
            with self.subTest(kind=reading["kind"]):
                self.assertIn("0.8 module", labels[:3])

    def test_readings_repeated_count_as_one_better_one(self) -> None:
        answer = read(31, self.TIPS, *({**self.SPAN, "value": v} for v in (8.60, 8.61, 8.62)))
        row = answer["candidates"][0]["compared"][1]
        self.assertEqual((row["what"], row["times"], row["measured_mm"]), ("span over 4 teeth", 3, 8.61))
        self.assertAlmostEqual(row["scatter_mm"], 0.01)

    def test_the_reading_that_contradicts_the_others_is_named(self) -> None:
        wrong = {"kind": "span", "k": 5, "value": 9.4}
        answer = read(31, self.TIPS, self.SPAN, {"kind": "root", "value": 22.77}, wrong)
        self.assertGreater(answer["none"], 0.5)
        self.assertTrue(
            any(
                note.startswith("Span over 5 teeth contradicts") and "10.97" in note
                for note in answer["notes"]
            ),
            answer["notes"],
        )
        two = read(31, self.TIPS, {**self.SPAN, "value": 12.0})
        self.assertIn("The two readings contradict each other: take each again.", two["notes"])

    def test_a_span_the_jaws_cannot_take_is_told(self) -> None:
        answer = read(31, self.TIPS, {"kind": "span", "k": 9, "value": 20.42})
        self.assertTrue(
            any("span 3 or 4" in note or "span 2" in note for note in answer["notes"]), answer["notes"]
        )

    def test_a_miscount_is_noticed_and_a_right_count_is_not_doubted(self) -> None:
        """Gears drawn at random, worn and shifted, read with tips and two spans, counted right and one off."""
        dice = np.random.default_rng(21)
        doubted, noticed = 0, 0
        for _ in range(40):
            z = int(dice.integers(12, 90))
            gear = one_of(crowd(z, 1, dice), 0)
            k = max(2, round(z / 9 + 0.5))
            probes = (Probe("tips"), Probe("span", k=k), Probe("span", k=k + 1))
            readings = [
                {"kind": p.kind, "k": p.k or None, "value": draw(gear, p, dice).value} for p in probes
            ]
            right = read(z, *readings)
            doubted += any("count again" in note for note in right["notes"])
            wrong = read(z + int(dice.choice([-1, 1])), *readings)
            noticed += not wrong["certain"]
        self.assertLessEqual(doubted, 2)
        self.assertGreaterEqual(noticed, 36)

    def test_of_two_counts_the_readings_choose(self) -> None:
        answer = read(30, self.TIPS, self.SPAN, or_teeth=31)
        self.assertEqual(answer["counts"][0]["teeth"], 31)
        self.assertIn("31 teeth", answer["answer"])

    def test_where_no_caliper_can_it_says_what_could(self) -> None:
        """The best reading that is advised comes out half way between the two sizes, time and again."""
        readings: list[dict[str, Any]] = [{"value": 12.14}]
        for _ in range(12):
            answer = read(32, *readings, error_mm=0.04)
            if answer["stuck"] or not answer["next"]:
                break
            advised = answer["next"]
            half_way = sum(one["reading_mm"] for one in advised["expected"][:2]) / 2
            readings.append(
                {"kind": advised["kind"], "how": advised["how"], "k": advised["k"], "value": half_way}
            )
        self.assertFalse(answer["certain"])
        self.assertRegex(answer["stuck"], "0.35 module from 72 DP|72 DP from 0.35 module")
        self.assertRegex(answer["stuck"], "mate")

    def test_look_alikes_are_told_apart_in_numbers(self) -> None:
        answer = read(31, {"value": 26.18})["look_alike"]
        self.assertEqual({answer["first"], answer["second"]}, {"32 DP", "0.8 module"})
        self.assertEqual(answer["verdict"], "badly")
        self.assertAlmostEqual(answer["pitch_error_mm"], 0.0185, delta=2e-4)

    def test_wear_is_judged_from_the_span_with_where_it_is_seen(self) -> None:
        sound = read(31, self.TIPS, self.SPAN, mark="0.8M")["wear"]
        worn = read(
            31,
            self.TIPS,
            {**self.SPAN, "value": 8.36},
            {"kind": "root", "value": 22.77},
            mark="0.8M",
            worn="one",
        )["wear"]
        self.assertEqual((sound["verdict"], worn["verdict"]), ("keep", "replace"))
        self.assertAlmostEqual(worn["lost_mm"] - sound["lost_mm"], 0.25 / 0.9397, places=3)
        self.assertEqual(worn["flank_mm"], worn["lost_mm"])
        self.assertTrue(any("One flank only" in reason for reason in worn["reasons"]))
