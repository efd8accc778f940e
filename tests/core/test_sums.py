"""The sums: JSON in, JSON out, and for anything else a problem told in bench words."""

from __future__ import annotations

import base64
import doctest
import importlib
import json
import pkgutil
import unittest
from collections.abc import Iterator
from typing import Any

import cv2
import numpy as np
from hypothesis import given
from hypothesis import strategies as st
from pydantic import ValidationError

import gearing
from devices.camera import hidden
from devices.sound.hidden import wav
from gearing.errors import GearingError
from sums import SUMS
from sums.base import problem_of

from ..examples import examples
from .at_the_line import said


def png(image: Any) -> bytes:
    return bytes(cv2.imencode(".png", image)[1])


GOOD: dict[str, dict[str, Any]] = {
    "fit": {
        "wanted": {"teeth": 31, "module_mm": 0.8},
        "part": {"teeth": 31, "module_mm": "32 DP", "bore_mm": "5"},
    },
    "count": {"counted": [30, 31], "chord": {"pitches": 7, "chord_mm": 17.2, "over_tips_mm": "26.4"}},
    "gear": {"teeth": 31, "module_mm": 0.8},
    "read": {
        "teeth": 31,
        "readings": [{"value": "26.18"}, {"kind": "span", "k": 4, "value": 8.61}],
        "mark": "32DP",
    },
    "form": {
        "form": "bevel",
        "teeth": 20,
        "mate_teeth": 40,
        "readings": [{"way": "outside", "value": "17.43"}, {"way": "chord", "n": 3, "value": 7.9}],
    },
    "train": {"line": "12:60 | p12/18/48 | w1:40", "clicks": 40, "turns": 1},
    "pair": {
        "first": {"teeth": 15, "module_mm": 0.8},
        "second": {"teeth": 54, "module_mm": 0.8},
        "centre_distance_mm": "27.7",
    },
    "mixed": {"first": {"teeth": 15, "module_mm": 0.8}, "second": {"teeth": 54, "module_mm": "32 DP"}},
    "crossed": {"pair": {"kind": "worm", "starts": 1, "teeth": 40, "module_mm": 0.5, "worm_diameter_mm": 6}},
    "regear": {
        "pinion": 15,
        "spur": 54,
        "wheel_mm": 60,
        "new_wheel_mm": "72",
        "module_mm": "32 DP",
        "pinions": "10-14, 16",
        "spurs": [54, 58],
        "stock": [13],
        "slot": {"least_mm": 25, "most_mm": 30},
    },
    "holes": {
        "plate": {"first_mm": 24, "pitch_mm": 0.8, "count": 12, "offset_mm": 3},
        "pinions": [12, 13],
        "spurs": [54],
        "module_mm": 0.8,
    },
    "fitting": {"work": {"job": "shims", "play_mm": 0.4, "packs": [{"thickness_mm": 0.1}]}},
    "coupon": {"format": "svg", "outside_mm": 39.98, "slot_mm": 9.87},
    "make-part": {"form": "sprocket", "teeth": 11, "size": "05B", "bore": 5, "format": "svg"},
    "make": {
        "gear": {"teeth": 17, "module_mm": 0.8},
        "width_mm": 4,
        "bore": {"size_mm": 4, "shape": "D", "flat_mm": 3.5},
        "boss_diameter_mm": 8,
        "boss_length_mm": 3,
        "backlash_mm": 0.02,
        "process": {"name": "laser", "grows_mm": -0.05},
        "format": "svg",
        "mate": {"teeth": 40, "module_mm": 0.8},
        "centre_distance_mm": 22.9,
        "torque_nmm": 20,
    },
    "entry": {"line": "4x M3x10 button hex2 rear cover", "correction": {"field": "count", "value": "3"}},
    "sound": {
        "wav": base64.b64encode(wav(np.sin(np.arange(9000) / 3) ** 3 / 2)).decode(),
        "line": "12:60",
        "turns": 3,
        "shaft": "1",
    },
    "photo-count": {"image": base64.b64encode(png(hidden("good", size=(700, 525)).image)).decode()},
    "sheet": {"lines": ["4x M3x10 hex2 cover", "cover", "gear 31/12 brass"]},
    "proof": {
        "kind": "car",
        "words": "no drive",
        "symptoms": ["no drive"],
        "conditions": ["under load"],
        "lines": ["2x M3x8 motor screws", "pinion 15t", "spur 57t"],
        "findings": [{"step": 3, "what": "stripped"}],
        "replaced": [3],
        "instead": {"1": "2x M3x10 motor screws"},
        "cause": "mesh_loose",
        "train": "15:57",
        "recorded": True,
    },
    "decide": {
        "failed": [{"piece": "spur 57t", "finding": "stripped"}],
        "offers": [{"what": "spur 57t", "price": 6}],
    },
    "diagnose": {
        "kind": "car",
        "words": "clicks under load",
        "symptoms": ["knocking"],
        "conditions": ["under load"],
        "use": "60 h",
        "checks": [{"check": "push_pull", "answer": 0.4}],
    },
}


def load_tests(
    loader: unittest.TestLoader, tests: unittest.TestSuite, pattern: str | None
) -> unittest.TestSuite:
    """Every example in a docstring of the core is run as well."""
    for result in pkgutil.walk_packages(gearing.__path__, "gearing."):
        module = importlib.import_module(result.name)
        tests.addTests(doctest.DocTestSuite(module, extraglobs={"np": __import__("numpy")}))
    return tests


ODD = st.one_of(
    st.none(), st.booleans(), st.integers(), st.floats(), st.text(max_size=12), st.just("1/0"), st.just([]), st.just({}),
    st.floats(0.01, 60), st.integers(4, 200),
)  # fmt: skip


class AtTheCommandLine(unittest.TestCase):
    def test_each_sum_answers_in_its_own_schema(self) -> None:
        for name, body in GOOD.items():
            status, answer = said([name], json.dumps(body))
            with self.subTest(name=name):
                self.assertEqual(status, 0)
                SUMS[name].gives.model_validate(answer)

    def test_lengths_keep_the_unit_they_are_typed_in(self) -> None:
        for value in ("26.18", "26,18", 26.18, "1.030709in"):
            _, answer = said(["read"], json.dumps({"teeth": 31, "readings": [{"value": value}]}))
            self.assertAlmostEqual(answer["candidates"][0]["compared"][0]["measured_mm"], 26.18, places=4)

    def test_a_pitch_is_taken_wherever_a_size_is(self) -> None:
        for size in ("32 DP", "32dp", "32P", 25.4 / 32):
            _, answer = said(["gear"], json.dumps({"teeth": 24, "module_mm": size}))
            self.assertAlmostEqual(answer["outside_diameter_mm"], 20.6375, places=6)
        status, problem = said(["gear"], json.dumps({"teeth": 24, "module_mm": "0 DP"}))
        self.assertEqual((status, problem["field"]), (1, "module_mm"))

    def test_inches_taken_for_millimetres_are_noticed(self) -> None:
        _, answer = said(
            ["read"],
            json.dumps(
                {"teeth": 24, "readings": [{"value": 1.0236}, {"kind": "span", "k": 3, "value": 0.3055}]}
            ),
        )
        self.assertFalse(answer["certain"])
        self.assertTrue(
            any("inches" in note and "1 module" in note for note in answer["notes"]), answer["notes"]
        )

    def test_a_count_the_mark_contradicts_is_noticed(self) -> None:
        _, answer = said(["read"], json.dumps({"teeth": 30, "readings": [{"value": 25.6}], "mark": "31T"}))
        self.assertTrue(any("Count again" in note for note in answer["notes"]))

    def test_a_reading_as_coarse_as_a_photo_parts_less_than_a_caliper(self) -> None:
        """27.50 over 20 teeth is 1.25 module to a caliper; within 0.3 mm it may as well be 20 DP."""

        def odds(**coarse: float) -> float:
            asked = {"teeth": 20, "readings": [{"value": 27.50, **coarse}]}
            return float(said(["read"], json.dumps(asked))[1]["candidates"][0]["probability"])

        self.assertLess(odds(error_mm=0.3), odds() - 0.1)

    def test_what_is_wrong_is_named_with_what_to_do(self) -> None:
        cases: list[tuple[str, Any, str]] = [
            ("gear", {"teeth": 2, "module_mm": 1}, "teeth"),
            ("gear", {"teeth": 10**9, "module_mm": 1}, "teeth"),
            ("gear", {"teeth": 20}, "module_mm"),
            ("gear", {"teeth": 20, "module_mm": 1, "diametral_pitch": 24}, "module_mm"),
            ("gear", {"teeth": 20, "module_mm": -1}, "module_mm"),
            ("gear", {"teeth": 20, "module_mm": 1, "wheels": 4}, "wheels"),
            ("gear", {"teeth": 20, "module_mm": 1, "chord_pitches": 11}, "chord_pitches"),
            ("read", {"teeth": 20, "readings": [{"value": -4}]}, "readings.0.value"),
            ("read", {"teeth": 20, "readings": [{"value": 10**400}]}, "readings.0.value"),
            ("read", {"teeth": 20, "readings": [{"value": "8 in mm"}]}, "readings.0.value"),
            ("read", {"teeth": 20, "readings": [{"kind": "span", "value": 8}]}, "readings.0.k"),
            ("read", {"teeth": 20, "readings": []}, "readings"),
            (
                "read",
                {"teeth": 20, "readings": [{"value": 22}, {"kind": "root", "value": 23}]},
                "readings.1.value",
            ),
            (
                "read",
                {"teeth": 20, "readings": [{"value": 22}, {"kind": "chord", "k": 3, "value": 23}]},
                "readings.1.value",
            ),
            ("read", {"teeth": 20, "readings": [{"kind": "pins", "value": 22}]}, "readings.0.size_mm"),
            ("read", {"teeth": 20, "readings": [{"kind": "mate", "value": 22}]}, "readings.0.k"),
            ("read", {"teeth": 20, "readings": [{"kind": "bore", "value": 12}]}, "bore_mm"),
            (
                "read",
                {"teeth": 40, "readings": [{"kind": "inside", "value": 19}, {"value": 21}]},
                "readings.1.value",
            ),
            (
                "read",
                {"teeth": 40, "readings": [{"kind": "inside", "value": 19}, {"kind": "floor", "value": 18}]},
                "readings.0.value",
            ),
            (
                "read",
                {"teeth": 40, "readings": [{"kind": "ring mate", "k": 40, "value": 8}]},
                "readings.0.k",
            ),
            ("read", {"teeth": 20, "helix_deg": 1, "readings": [{"value": 22}]}, "helix_deg"),
            ("train", {"line": "12:60 | bread"}, "line"),
            ("train", {"line": "60:12i"}, "line"),
            ("train", {"line": "12:60", "shaft": "moon"}, "shaft"),
            ("train", {}, "line"),
            ("train", {"line": "p48/18/12"}, "line"),
            ("train", {"line": "0:60"}, "line"),
            ("train", {"line": "12:60", "driven": {"1": 0}}, "driven"),
            ("train", {"line": "a-b 12:60 | b-c belt 20:20 | c-a 20:11"}, "line"),
            (
                "train",
                {
                    "line": "12:60",
                    "play": {"play_mm": 3, "radius_mm": 2},
                    "stages": [{"number": 1, "turn_deg": 1}],
                },
                "play.play_mm",
            ),
            ("regear", {**GOOD["regear"], "slot": {"least_mm": 30, "most_mm": 25}}, "slot.least_mm"),
            ("regear", {**GOOD["regear"], "target": {"want": "speed", "value": 20}}, "kv"),
            ("regear", {**GOOD["regear"], "pinions": "10-9"}, "pinions"),
            ("holes", {**GOOD["holes"], "plate": None}, "plate"),
            (
                "fitting",
                {"work": {"job": "shims", "play_mm": 9, "packs": [{"thickness_mm": 0.1}]}},
                "work.packs",
            ),
            ("pair", {**GOOD["pair"], "climate": {"first": "cheese"}}, "climate.first"),
            ("pair", {**GOOD["pair"], "band": "moon"}, "band"),
            ("pair", {**GOOD["pair"], "width_1_mm": 3, "width_2_mm": 3, "offset_mm": 4}, "offset_mm"),
            (
                "crossed",
                {"pair": {**GOOD["crossed"]["pair"], "worm_diameter_mm": 1}},
                "pair.worm_diameter_mm",
            ),
            ("form", {"form": "worm", "teeth": 0}, "teeth"),
            ("form", {"form": "bevel", "teeth": 3}, "teeth"),
            ("form", {"form": "rack", "readings": [{"way": "bore", "value": 3}]}, "readings.0.way"),
            ("form", {"form": "rack", "readings": [{"way": "pitches", "value": 3}]}, "readings.0.n"),
            (
                "form",
                {"form": "wheel", "teeth": 20, "readings": [{"way": "distance", "value": 3}]},
                "readings.0.size_mm",
            ),
            (
                "form",
                {"form": "wheel", "teeth": 20, "readings": [{"way": "chord", "n": 11, "value": 3}]},
                "readings.0.n",
            ),
            ("form", {"form": "rack", "show": {"way": "moon"}}, "show.way"),
            ("count", {}, "counted"),
            ("count", {"chord": {"pitches": 3, "chord_mm": 30, "over_tips_mm": 20}}, "chord.chord_mm"),
            ("pair", {**GOOD["pair"], "centre_distance_mm": 100}, "centre_distance_mm"),
            ("entry", {"line": "x" * 10_000}, "line"),
        ]
        for name, body, field in cases:
            status, problem = said([name], json.dumps(body))
            with self.subTest(name=name, body=str(body)[:80]):
                self.assertEqual((status, problem["field"]), (1, field))
                self.assertTrue(problem["problem"] and problem["hint"])

    def test_the_gear_that_is_wrong_is_the_one_named(self) -> None:
        good = GOOD["pair"]
        for body, field in (
            ({**good, "first": {"teeth": 15, "module_mm": 0.8, "tip_trim_mm": 5}}, "first.tip_trim_mm"),
            ({**good, "second": {"teeth": 54, "module_mm": 0.8, "tip_trim_mm": 9.9}}, "second.tip_trim_mm"),
            ({**good, "second": {"teeth": 54, "module_mm": 0.79375}}, "second.module_mm"),
            ({**good, "second": {"teeth": 3, "module_mm": 0.8}}, "second.teeth"),
            ({**good, "first": {"teeth": 15, "module_mm": "0.8 bananas"}}, "first.module_mm"),
        ):
            status, problem = said(["pair"], json.dumps(body))
            with self.subTest(field=field):
                self.assertEqual((status, problem["field"]), (1, field), problem)

    @examples(300)
    @given(st.sampled_from(sorted(SUMS)), st.data())
    def test_every_field_named_is_one_of_the_schema(self, name: str, data: st.DataObject) -> None:
        """Something of a good body spoiled: what is named can be found in what was asked for."""
        body = json.loads(json.dumps(GOOD[name]))
        spots = list(_spots(body))
        path = data.draw(st.sampled_from(spots))
        inner = body
        for key in path[:-1]:
            inner = inner[key]
        inner[path[-1]] = data.draw(ODD)
        status, problem = said([name], json.dumps(body))
        if status:
            self.assertTrue(problem["problem"])
            self.assertTrue(_in_schema(SUMS[name].takes.model_json_schema(), problem["field"]), problem)

    def test_no_json_and_no_such_sum(self) -> None:
        self.assertEqual(said(["gear"], "{")[0], 1)
        status, problem = said(["lathe"], "{}")
        self.assertEqual((status, problem["hint"]), (2, f"One of: {', '.join(SUMS)}."))


def _spots(body: Any, path: tuple[Any, ...] = ()) -> Iterator[tuple[Any, ...]]:
    """Every place in a body of JSON."""
    inside = body.items() if isinstance(body, dict) else enumerate(body) if isinstance(body, list) else ()
    for key, value in inside:
        yield (*path, key)
        yield from _spots(value, (*path, key))


def _in_schema(schema: dict[str, Any], path: str) -> bool:
    """Whether a dotted path leads somewhere in a JSON schema, by its own rules."""

    def leads(shape: dict[str, Any], parts: list[str]) -> bool:
        if "$ref" in shape:
            return leads(schema["$defs"][shape["$ref"].rsplit("/", 1)[1]], parts)
        if not parts:
            return True
        ways = [*shape.get("anyOf", []), *shape.get("oneOf", [])]
        if any(leads(way, parts) for way in ways):
            return True
        if parts[0].isdigit() and "items" in shape:
            return leads(shape["items"], parts[1:])
        if isinstance(shape.get("additionalProperties"), dict):
            return leads(shape["additionalProperties"], parts[1:])
        inner = shape.get("properties", {}).get(parts[0])
        return inner is not None and leads(inner, parts[1:])

    return leads(schema, [part for part in path.split(".") if part])


class AnyInput(unittest.TestCase):
    @examples(400)
    @given(st.sampled_from(list(GOOD)), st.data())
    def test_a_sum_answers_or_says_what_to_do(self, name: str, data: st.DataObject) -> None:
        fields = list(SUMS[name].takes.model_fields)
        changed = data.draw(st.dictionaries(st.sampled_from(fields), ODD, max_size=3))
        nested = data.draw(
            st.dictionaries(
                st.sampled_from(
                    ["teeth", "module_mm", "profile_shift", "helix_angle_deg", "addendum", "dedendum"]
                ),
                ODD,
                max_size=3,
            )
        )
        body = {**GOOD[name], **changed}
        if name == "pair" and isinstance(body["first"], dict):
            body["first"] = {**body["first"], **nested}
        elif name == "gear":
            body |= nested
        try:
            SUMS[name].compute(SUMS[name].takes.model_validate(body))
        except (ValidationError, GearingError) as refused:
            problem = problem_of(refused)
            self.assertTrue(problem.problem and problem.hint, problem)
