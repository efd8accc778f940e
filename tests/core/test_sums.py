"""The sums: JSON in, JSON out, and for anything else a problem told in bench words."""

from __future__ import annotations

import contextlib
import doctest
import importlib
import io
import json
import pkgutil
import unittest
from typing import Any

from hypothesis import given, settings
from hypothesis import strategies as st
from pydantic import ValidationError

import gearing
from gearing.errors import GearingError
from launch.sums import run
from sums import SUMS
from sums.base import problem_of

GOOD: dict[str, dict[str, Any]] = {
    "gear": {"teeth": 31, "module_mm": 0.8},
    "read": {
        "teeth": 31,
        "readings": [{"value": "26.18"}, {"kind": "span", "k": 4, "value": 8.61}],
        "mark": "32DP",
    },
    "pair": {
        "first": {"teeth": 15, "module_mm": 0.8},
        "second": {"teeth": 54, "module_mm": 0.8},
        "centre_distance_mm": "27.7",
    },
    "entry": {"line": "4x M3x10 button hex2 rear cover", "correction": {"field": "count", "value": "3"}},
}


def load_tests(
    loader: unittest.TestLoader, tests: unittest.TestSuite, pattern: str | None
) -> unittest.TestSuite:
    """Every example in a docstring of the core is run as well."""
    for found in pkgutil.walk_packages(gearing.__path__, "gearing."):
        module = importlib.import_module(found.name)
        tests.addTests(doctest.DocTestSuite(module, extraglobs={"np": __import__("numpy")}))
    return tests


def said(words: list[str], text: str) -> tuple[int, dict[str, Any]]:
    with contextlib.redirect_stdout(io.StringIO()) as out:
        status = run(words, text)
    return status, json.loads(out.getvalue())


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
            ("pair", {**GOOD["pair"], "centre_distance_mm": 100}, "centre_distance"),
            ("entry", {"line": "x" * 10_000}, "line"),
        ]
        for name, body, field in cases:
            status, problem = said([name], json.dumps(body))
            with self.subTest(name=name, body=str(body)[:80]):
                self.assertEqual((status, problem["field"]), (1, field))
                self.assertTrue(problem["problem"] and problem["hint"])

    def test_no_json_and_no_such_sum(self) -> None:
        self.assertEqual(said(["gear"], "{")[0], 1)
        status, problem = said(["lathe"], "{}")
        self.assertEqual((status, problem["hint"]), (2, "One of: gear, read, pair, entry."))


ODD = st.one_of(
    st.none(), st.booleans(), st.integers(), st.floats(), st.text(max_size=12), st.just("1/0"), st.just([]), st.just({}),
    st.floats(0.01, 60), st.integers(4, 200),
)  # fmt: skip


class AnyInput(unittest.TestCase):
    @settings(max_examples=400, deadline=None)
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
