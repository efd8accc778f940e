"""Whatever is sent, the answer is the thing asked for or a problem told in words: never a 500."""

from __future__ import annotations

import json
import re
from typing import Any
from uuid import uuid4

from hypothesis import given
from hypothesis import strategies as st
from hypothesis.extra.django import TestCase as HypothesisTestCase

from config.api import api
from sums.apart import answer_to

from ..examples import examples
from .bench import BenchCase

ODD = st.recursive(
    st.one_of(
        st.none(), st.booleans(), st.integers(), st.floats(), st.text(max_size=20), st.just("x" * 5000),
        st.just(10**400), st.just(str(uuid4())), st.sampled_from(["in", "keep", "build", "servo", "part", "1/0"]),
    ),
    lambda inner: st.one_of(st.lists(inner, max_size=3), st.dictionaries(st.text(max_size=8), inner, max_size=3)),
    max_leaves=5,
)  # fmt: skip


def bodies() -> list[tuple[str, str, list[str]]]:
    """Every route that takes JSON, with the fields it names."""
    document = api.get_openapi_schema(path_prefix="/api")
    result = []
    for path, methods in document["paths"].items():
        for method, answer in methods.items():
            shape = answer.get("requestBody", {}).get("content", {}).get("application/json")
            if shape:
                name = shape["schema"]["$ref"].rsplit("/", 1)[1]
                fields = list(document["components"]["schemas"][name]["properties"])
                result.append((method.upper(), path.removeprefix("/api"), fields))
    return result


class AnyBody(BenchCase, HypothesisTestCase):
    @examples(250)
    @given(st.sampled_from(bodies()), st.data())
    def test_any_json_is_answered_in_words(
        self, route: tuple[str, str, list[str]], data: st.DataObject
    ) -> None:
        method, path, fields = route
        body: Any = data.draw(
            st.one_of(
                st.fixed_dictionaries(dict.fromkeys(fields, ODD)),
                st.dictionaries(st.sampled_from(fields), ODD),
                ODD,
            )
        )
        known = {
            "{visit_id}": str(self.visit.id),
            "{piece_id}": str(self.piece(2)),
            "{step_id}": str(self.steps[0].id),
        }
        for name, value in known.items():
            path = path.replace(name, value if data.draw(st.booleans()) else str(uuid4()))
        path = re.sub(r"{\w+}", lambda _: str(uuid4()), path)
        status, answer = self.desk.ask(method, path, json.dumps(body).encode())
        self.assertIn(status, (200, 403, 404, 409, 422), answer)
        # What only an owner may do says so; nothing else is forbidden to a member.
        self.assertEqual(status == 403, answer.get("code") == "owner" if isinstance(answer, dict) else False)
        if status != 200:
            self.assertTrue(answer["problem"] and answer["hint"], answer)

    def test_what_is_not_json_at_all(self) -> None:
        path = self.at("steps", uuid4())
        for sent in (
            b"",
            b"{",
            b"\xff\xfe",
            b"[" * 100_000,
            b'{"line": "\\ud800"}',
            b'{"line": ' + b"9" * 5000 + b"}",
            b"null",
        ):
            status, answer = self.desk.ask("PUT", path, sent)
            with self.subTest(sent=sent[:20]):
                self.assertIn(status, (400, 422))
                self.assertTrue(answer["problem"] and answer["hint"])
        self.assertIn(self.desk.ask("PUT", path, b" " * (3 << 20))[0], (400, 413))
        self.assertEqual(self.visit.steps.count(), 3)

    def test_a_picture_as_a_phone_takes_it_is_told_how_large_it_may_be(self) -> None:
        status, said = self.desk.ask("POST", "/sums/photo-count", {"image": "A" * (5 << 20), "card": True})
        self.assertEqual((status, said["code"]), (413, "too_big"))
        self.assertIn("made smaller", said["hint"])

    def test_the_field_at_fault_is_named_as_the_screen_knows_it(self) -> None:
        cases: list[tuple[str, str, Any, str]] = [
            ("PUT", f"/visits/{uuid4()}", {"unit_id": str(uuid4()), "kind": "servo", "label": ""}, "label"),
            ("POST", "/sums/read", {"teeth": 31, "readings": [{"value": "-4"}]}, "readings.0.value"),
            ("POST", "/sums/gear", {"teeth": 2, "module_mm": 1}, "teeth"),
            ("PUT", self.at("steps", uuid4()), {"line": ""}, "line"),
        ]
        for method, path, body, field in cases:
            with self.subTest(field=field):
                self.assertEqual(self.desk.ask(method, path, body)[1]["field"], field)

    def test_ids_that_are_none(self) -> None:
        for path in ("/visits/none", "/visits/1", f"/visits/{'a' * 3000}", "/photos/x"):
            status, answer = self.desk.ask("GET", path)
            with self.subTest(path=path[:20]):
                self.assertIn(status, (404, 422))
                self.assertTrue(answer["hint"])


class OneWayOfSaying(BenchCase):
    """Over HTTP a problem is told as at the command line: message, field and hint."""

    def test_what_a_validator_says_arrives_whole(self) -> None:
        gear = {"teeth": 15, "module_mm": 0.8}
        for name, body in (
            ("read", {"teeth": 31, "readings": [{"value": 0}]}),
            ("read", {"teeth": 31, "readings": [{"value": "0"}]}),
            ("read", {"teeth": 31, "readings": [{"kind": "span", "value": 8.6}]}),
            ("read", {"teeth": 31, "readings": [{"value": "26,4 furlongs"}]}),
            ("read", {"teeth": 31, "readings": [{"kind": "inside", "value": 20}, {"value": 20}]}),
            ("read", {"teeth": 31, "readings": []}),
            ("pair", {"first": {"teeth": 15}, "second": {"teeth": 54}}),
            ("pair", {"first": {**gear, "diametral_pitch": 32}, "second": gear}),
            ("pair", {"first": gear, "second": {**gear, "module_mm": "nonsense"}}),
            ("pair", {"first": {**gear, "tip_trim_mm": 5}, "second": gear}),
            ("pair", {"first": gear, "second": {**gear, "module_mm": 0.79375}}),
            ("train", {"line": "12:60", "couplings": [{"kind": "belt"}]}),
            ("train", {"line": "12:60", "use": {"kind": "reel", "full_mm": 3, "bare_mm": 9}}),
            ("regear", {"pinion": 15}),
            ("count", {}),
            ("fitting", {"work": {"job": "moon"}}),
            ("crossed", {"pair": {"kind": "worm", "starts": 0}}),
            ("gear", {"teeth": 20, "module_mm": 1, "colour": "blue"}),
            ("gear", []),
        ):
            answer, problem = answer_to(name, json.dumps(body))
            status, said = self.desk.ask("POST", f"/sums/{name}", body)
            with self.subTest(name=name, body=str(body)[:90]):
                self.assertIsNone(answer)
                assert problem
                self.assertEqual((status, said), (422, problem.model_dump()))
                self.assertTrue(problem.problem and (problem.hint or problem.field == ""))

    def test_numbers_that_come_to_nothing_are_a_problem_and_no_crash(self) -> None:
        """Rings whose readings leave no involute, and a mate with more teeth than the ring."""
        for readings in (
            [{"kind": "inside", "value": 46.0}, {"kind": "between", "size_mm": 1.7, "value": 12.0}],
            [{"kind": "inside", "value": 46.0}, {"kind": "between", "size_mm": 9.0, "value": 46.5}],
            [{"kind": "inside", "value": 46.0}, {"kind": "ring mate", "k": 60, "value": 15.0}],
            [{"kind": "inside", "value": 46.0}, {"kind": "ring mate", "k": 47, "value": 0.4}],
        ):
            status, answer = self.desk.ask("POST", "/sums/read", {"teeth": 48, "readings": readings})
            with self.subTest(readings=str(readings)):
                self.assertIn(status, (200, 422))
                text = json.dumps(answer)
                self.assertNotIn("NaN", text)
                self.assertNotIn("Infinity", text)
