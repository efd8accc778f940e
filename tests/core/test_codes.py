"""Every failure has a code of its own that stays, whatever its words become."""

from __future__ import annotations

import ast
import re
import unittest

from launch.paths import ROOT
from sums.apart import answer_to

CASES = {
    ("train", '{"line": "12:60 | 14:?"}'): "open_count",
    ("train", '{"line": "12:60 | nonsense"}'): "not_understood",
    ("train", '{"line": "12:60", "output": "9"}'): "unknown_shaft",
    ("gear", '{"teeth": 31, "module_mm": 0}'): "length_out_of_range",
    ("gear", '{"teeth": 31, "module_mm": 0.8, "colour": "red"}'): "unknown_field",
    ("gear", '{"teeth": 31}'): "size_unclear",
    ("gear", '{"module_mm": 0.8}'): "missing",
    ("gear", "{"): "not_json",
    ("read", '{"teeth": 31, "readings": [{"kind": "pins", "value": 27}]}'): "size_needed",
    ("read", '{"teeth": 31, "readings": [{"kind": "span", "value": 8}]}'): "number_needed",
    ("read", '{"teeth": 31, "readings": [{"value": "abc"}]}'): "not_a_length",
    (
        "read",
        '{"teeth": 31, "readings": [{"value": 26}, {"kind": "root", "value": 27}]}',
    ): "readings_contradict",
    ("entry", '{"line": ""}'): "line_empty",
    ("sound", '{"wav": "iVBORw0KGgo="}'): "no_sound",
    ("photo-count", '{"image": "iVBORw0KGgo="}'): "no_picture",
    ("diagnose", '{"checks": [{"check": "divining_rod", "answer": "yes"}]}'): "unknown_check",
    ("diagnose", '{"checks": [{"check": "push_pull", "answer": "sideways"}]}'): "unknown_answer",
    (
        "pair",
        '{"first": {"teeth": 15, "module_mm": 0.8}, "second": {"teeth": 54, "module_mm": 1}}',
    ): "pitches_differ",
}
CODE = re.compile(r"[a-z][a-z0-9_]{2,30}")


class Codes(unittest.TestCase):
    def test_what_is_wrong_is_told_by_its_code(self) -> None:
        for (name, body), code in CASES.items():
            with self.subTest(sum=name, body=body):
                answer, problem = answer_to(name, body)
                self.assertIsNone(answer)
                assert problem
                self.assertEqual(problem.code, code)

    def test_every_failure_of_ours_names_one(self) -> None:
        result = 0
        for path in [*(ROOT / "core").rglob("*.py"), *(ROOT / "server").rglob("*.py")]:
            for call in ast.walk(ast.parse(path.read_text())):
                if (
                    isinstance(call, ast.Call)
                    and isinstance(call.func, ast.Name)
                    and call.func.id == "GearingError"
                ):
                    (code,) = [one.value for one in call.keywords if one.arg == "code"]
                    if isinstance(code, ast.Constant):
                        result += 1
                        with self.subTest(file=path.name, line=call.lineno):
                            self.assertRegex(code.value, CODE)
        self.assertGreater(result, 120)
