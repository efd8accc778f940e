"""Whatever is asked of a sum, its answer is numbers or a word on what is wrong: never a failure, never a NaN."""

from __future__ import annotations

import base64
import json
import unittest
from typing import Any

import cv2
import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from devices.sound.hidden import wav
from gearing.rebuild.tighten import MOST_ON_A_RING, crosswise, is_ring
from sums import SUMS
from sums.apart import answer_to

from ..examples import LONG, examples

TINY = 5e-324
EXTREMES = st.sampled_from(
    [TINY, 1e-300, 1e-9, 1e-4, 0.001, 0.5, 1, 3, 20, 356, 359.99999, 2000, 1e6, 1e300, "3/16", "0.0001"]
)


def outcome(name: str, body: Any) -> str:
    """``answer`` or ``problem``; raises on anything else."""
    answer, problem = answer_to(name, json.dumps(body))
    if problem is not None:
        assert problem.problem and problem.hint, problem
        return "problem"
    assert answer is not None
    # Strict JSON has no NaN and no Infinity.
    json.loads(answer, parse_constant=lambda word: (_ for _ in ()).throw(AssertionError(word)))
    return "answer"


KNOCKS = base64.b64encode(wav(np.sin(np.arange(9000) / 3) ** 3 / 2)).decode()

DISC = base64.b64encode(
    cv2.imencode(".png", cv2.circle(np.full((64, 64), 200, np.uint8), (32, 32), 20, 30, -1))[1].tobytes()
).decode()


class Finite(unittest.TestCase):
    def test_pins_that_no_candidate_can_hold_still_leave_an_answer(self) -> None:
        """Plausible readings over pins, of which one in five used to fail."""
        for teeth in (8, 10, 13, 20, 31, 57) if LONG else (8, 20, 57):
            for module in (0.3, 0.4, 0.8, 2.0) if LONG else (0.3, 0.8):
                for pin in (1.4, 1.728, 2.1, 2.5) if LONG else (1.4, 2.5):
                    for more in (2.0, 2.4, 2.8) if LONG else (2.0, 2.8):
                        readings = [
                            {
                                "kind": "pins",
                                "value": module * (teeth + more),
                                "size_mm": round(pin * module, 2),
                            }
                        ]
                        with self.subTest(teeth=teeth, module=module, pin=pin, more=more):
                            self.assertEqual(
                                outcome("read", {"teeth": teeth, "readings": readings}), "answer"
                            )

    def test_sectors_and_chords_at_the_edge_are_refused_in_words(self) -> None:
        for angle in (0.01, 350, 356, 359.9, 359.99999):
            for pitches in (1, 2, 3, 499):
                outcome("count", {"sector": {"pitches": pitches, "angle_deg": angle}})
        self.assertEqual(outcome("count", {"sector": {"pitches": 3, "angle_deg": 356}}), "problem")
        for chord in (9.999, 10, 10.0000001):
            body = {"chord": {"pitches": 3, "chord_mm": chord, "over_tips_mm": 10}}
            self.assertEqual(outcome("count", body), "problem")

    def test_trains_named_wrongly_say_what_is_wrong(self) -> None:
        planetary = {
            "kind": "planetary",
            "sun": "a",
            "ring": "b",
            "carrier": "c",
            "teeth_sun": 12,
            "teeth_planet": 18,
            "teeth_ring": 48,
        }
        self.assertEqual(
            outcome("train", {"couplings": [planetary], "driven": {"a": 1}, "held": ["b"]}), "answer"
        )
        for wrong in ({"carrier": "a"}, {"ring": "a"}, {"carrier": "b"}):
            for driven in ({}, {"a": 1}, {"a": 0}, {"a": TINY}):
                with self.subTest(wrong=wrong, driven=driven):
                    body = {"couplings": [{**planetary, **wrong}], "driven": driven}
                    _, problem = answer_to("train", json.dumps(body))
                    assert problem
                    self.assertIn("named twice", problem.problem)
        line = {"line": "12:60 | 14:48"}
        self.assertEqual(outcome("train", {**line, "stages": [{"number": 3, "turn_deg": 1}]}), "problem")
        opened = {
            "line": "?:60 | 14:48",
            "known": {"distances": [{"number": 50, "distance_mm": 12, "module_mm": 0.5}]},
        }
        _, problem = answer_to("train", json.dumps(opened))
        assert problem
        self.assertIn("no stage 50", problem.problem)

    @examples(150)
    @given(st.sampled_from(sorted(SUMS)), st.data())
    def test_extreme_numbers_anywhere_are_answered(self, name: str, data: st.DataObject) -> None:
        plain: dict[str, Any] = {
            "gear": {"teeth": 20, "module_mm": 0.8},
            "read": {"teeth": 20, "readings": [{"value": 17.5}]},
            "form": {"form": "worm", "teeth": 1, "readings": [{"kind": "pitch", "value": 2.5}]},
            "count": {"turns": {"turns": 3, "mate_turns": 2, "mate_teeth": 40}},
            "fit": {"wanted": {"teeth": 20, "bore_mm": 5}, "part": {"teeth": 20, "bore_mm": 5}},
            "train": {"line": "12:60", "torque_nmm": 5, "turns": 2, "clicks": 3, "rpm": 900},
            "pair": {
                "first": {"teeth": 12, "module_mm": 0.8},
                "second": {"teeth": 40, "module_mm": 0.8},
                "distance_mm": 21,
            },
            "mixed": {
                "first": {"teeth": 12, "module_mm": 0.8},
                "second": {"teeth": 40, "module_mm": 0.79},
                "distance_mm": 21,
            },
            "crossed": {"kind": "worm", "starts": 1, "teeth": 40, "module_mm": 0.8},
            "regear": {"reduction": 4.0, "module_mm": 0.8},
            "holes": {"module_mm": 0.8, "first_mm": 20, "pitch_mm": 1},
            "fitting": {"work": {"job": "torsion", "turns": 2, "rate_nmm": 3}},
            "entry": {"line": "4x M3x10 cover"},
            "coupon": {"format": "svg", "outside_mm": 40.1, "slot_mm": 9.9},
            "make-part": {"form": "bevel", "teeth": 14, "mate_teeth": 28, "module_mm": 0.8, "bore": 3},
            "make": {
                "gear": {"teeth": 12, "module_mm": 1.0, "profile_shift": 0.1, "helix_angle_deg": 5.0},
                "width_mm": 3.0,
                "bore": 4.0,
                "backlash_mm": 0.02,
                "tip_rounding_mm": 0.05,
                "format": "svg",
            },
            "sound": {"wav": KNOCKS, "line": "12:60", "turns": 3, "rpm": 200},
            "photo-count": {"image": DISC, "card": 5.0},
            "decide": {
                "unit": {"new_price": 90, "age_years": 3},
                "failed": [{"piece": "spur", "finding": "stripped", "count": 2}],
                "offers": [{"what": "spur", "price": 6, "days": 3}],
                "minutes": 30,
                "promised_days": 5,
            },
            "proof": {"kind": "car", "lines": ["pinion 15t", "spur 57t"], "replaced": [2]},
            "sheet": {"lines": ["gear 31/12", "shaft 5x40"]},
            "diagnose": {"words": "clicks", "checks": [{"check": "rock_radius", "answer": 0.7}]},
        }

        def shaken(value: Any) -> Any:
            if isinstance(value, dict):
                return {key: shaken(one) for key, one in value.items()}
            if isinstance(value, list):
                return [shaken(one) for one in value]
            if isinstance(value, int | float) and data.draw(st.booleans()):
                return data.draw(EXTREMES)
            return value

        outcome(name, shaken(plain[name]))


def clear(place: int, taken: list[int], screws: int) -> int:
    """Places round the cover to the nearest one taken."""
    return min(min(abs(place - one), screws - abs(place - one)) for one in taken)


class Crosswise(unittest.TestCase):
    def test_each_next_is_the_farthest_from_all_before(self) -> None:
        """Against the rule itself, looked up place by place."""
        for screws in range(1, 60):
            turns = crosswise(screws)
            order = sorted(range(screws), key=lambda place, turns=turns: turns[place])  # type: ignore[misc]
            self.assertEqual(sorted(turns), list(range(1, screws + 1)))
            for at in range(1, screws):
                taken, left = order[:at], order[at:]
                best = max(clear(place, taken, screws) for place in left)
                self.assertEqual(clear(order[at], taken, screws), best)
                far = max(clear(p, taken[-1:], screws) for p in left if clear(p, taken, screws) == best)
                self.assertEqual(clear(order[at], taken[-1:], screws), far)

    def test_thousands_take_no_time_and_are_no_ring(self) -> None:
        self.assertEqual(sorted(crosswise(20_000)), list(range(1, 20_001)))
        self.assertFalse(is_ring(MOST_ON_A_RING + 1) or is_ring(2))
        self.assertTrue(is_ring(3) and is_ring(MOST_ON_A_RING))
