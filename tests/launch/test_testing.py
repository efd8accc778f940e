"""The test run itself: what fails is failed, what dies is failed, and nothing is handed out twice."""

from __future__ import annotations

import contextlib
import io
import os
import tempfile
import textwrap
import time
import unittest
from pathlib import Path
from unittest import mock

from launch import testing
from launch.paths import ROOT
from launch.testing import CHECK, Lanes, _labels, checks
from launch.testing.checks import state
from launch.testing.lane import Outcome

CASES = {
    "good": "def test_it(self): self.assertTrue(True)\n    def test_two(self): pass",
    "bad": 'def test_it(self): self.assertEqual(1, 2, "the sum is wrong")',
    "broken": 'def test_it(self): raise RuntimeError("broke")',
    "skipped": '@unittest.skip("not here")\n    def test_it(self): pass',
    "dies": "def test_it(self): os._exit(3)",
    "hangs": "def test_it(self): time.sleep(60)",
    "hung": "def test_it(self): os.path.exists('%s') or (open('%s', 'w').close(), time.sleep(60))",
    "unsteady": "def test_it(self): self.assertTrue(os.path.exists('%s') or open('%s', 'w').close())",
    "slow": "def test_it(self): time.sleep(0.2)",
}


class Run(unittest.TestCase):
    def setUp(self) -> None:
        self.folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
        self.enterContext(mock.patch.object(testing, "VAR", self.folder))
        self.enterContext(mock.patch.object(testing, "TIMES", self.folder / "times.json"))
        package = self.folder / "tried"
        package.mkdir()
        (package / "__init__.py").write_text("")
        for name, body in CASES.items():
            told = body.replace("%s", str(self.folder / "hung-once"))
            text = f"import os, time, unittest\nclass Case(unittest.TestCase):\n    {told}\n"
            (package / f"{name}.py").write_text(textwrap.dedent(text))

    def run_lanes(self, *labels: str, lanes: int = 2, again: int = 0) -> dict[str, Outcome]:
        line = Lanes(list(labels), lanes, again)
        with contextlib.redirect_stdout(io.StringIO()) as said:
            line.begin()
            done = line.end(self.env())
        self.said = said.getvalue()
        return {outcome.label: outcome for outcome in done}

    def env(self) -> dict[str, str]:
        paths = os.pathsep.join(str(path) for path in (self.folder, ROOT / "core", ROOT / "server", ROOT))
        return {**os.environ, "PYTHONPATH": paths}

    def label(self, name: str) -> str:
        return f"tried.{name}"

    def test_passed_failed_broken_and_skipped_are_counted_as_what_they_are(self) -> None:
        expected = {"good": (2, 0, 0), "bad": (0, 1, 0), "broken": (0, 1, 0), "skipped": (0, 0, 1)}
        result = self.run_lanes(*map(self.label, expected))
        for name, counts in expected.items():
            one = result[self.label(name)]
            with self.subTest(name=name):
                self.assertEqual((one.passed, one.failed, one.skipped), counts)
        self.assertIn("the sum is wrong", self.said)
        self.assertIn("RuntimeError: broke", self.said)
        self.assertNotIn("Traceback", result[self.label("good")].said)

    def test_a_lane_that_dies_has_failed_its_test_and_the_others_are_run(self) -> None:
        result = self.run_lanes(*map(self.label, ("dies", "good", "slow", "skipped")), lanes=1)
        self.assertEqual(len(result), 4)
        self.assertEqual((result["tried.dies"].passed, result["tried.dies"].failed), (0, 1))
        self.assertEqual(result["tried.good"].passed, 2)

    def test_a_test_that_hangs_twice_has_failed_and_says_where_it_stood(self) -> None:
        with mock.patch.dict(os.environ, {"DENTADO_TEST_SECONDS": "1"}):
            result = self.run_lanes(*map(self.label, ("hangs", "good")), lanes=1)
        self.assertEqual(result["tried.hangs"].failed, 1)
        self.assertIn("tried.hangs.Case.test_it", result["tried.hangs"].said)
        self.assertIn("in test_it", result["tried.hangs"].said)
        self.assertIn("hung tried.hangs: run again", self.said)
        self.assertEqual(result["tried.good"].passed, 2)

    def test_one_that_hung_once_is_run_again_and_that_is_said(self) -> None:
        with mock.patch.dict(os.environ, {"DENTADO_TEST_SECONDS": "1"}):
            result = self.run_lanes("tried.hung", lanes=1)
        self.assertEqual((result["tried.hung"].passed, result["tried.hung"].failed), (1, 0))
        self.assertIn("hung tried.hung: run again", self.said)

    def test_in_the_browser_one_that_failed_is_run_once_more_and_that_is_said(self) -> None:
        with mock.patch.object(testing, "UNSTEADY", "tried.unsteady"):
            result = self.run_lanes("tried.unsteady", "tried.bad", lanes=1, again=2)
        self.assertEqual((result["tried.unsteady"].passed, result["tried.unsteady"].failed), (1, 0))
        self.assertEqual(result["tried.bad"].failed, 1)
        self.assertIn("unsteady tried.unsteady: run again", self.said)
        self.assertIn("AssertionError", self.said)
        self.assertNotIn("tried.bad: run again", self.said)

    def test_one_that_fails_twice_has_failed(self) -> None:
        with mock.patch.object(testing, "UNSTEADY", "tried."):
            result = self.run_lanes("tried.bad", lanes=1, again=2)
        self.assertEqual(result["tried.bad"].failed, 1)

    def test_no_more_than_were_granted_are_run_again(self) -> None:
        with mock.patch.object(testing, "UNSTEADY", "tried."):
            result = self.run_lanes("tried.bad", "tried.broken", "tried.unsteady", lanes=1, again=2)
        self.assertEqual(sum(outcome.failed for outcome in result.values()), 3)
        self.assertNotIn("unsteady tried.unsteady", self.said)

    def test_run_by_name_nothing_is(self) -> None:
        with mock.patch.object(testing, "UNSTEADY", "tried."):
            result = self.run_lanes("tried.unsteady", lanes=1)
        self.assertEqual(result["tried.unsteady"].failed, 1)

    def test_a_label_that_cannot_be_loaded_has_failed(self) -> None:
        result = self.run_lanes("tried.nowhere")
        self.assertEqual(result["tried.nowhere"].failed, 1)
        self.assertIn("nowhere", self.said)

    def test_how_long_each_took_is_kept_for_the_next_run(self) -> None:
        self.run_lanes("tried.slow")
        kept = (self.folder / "times.json").read_text()
        self.assertRegex(kept, r'"tried\.slow": 0\.[2-9]')

    def test_what_needs_no_set_up_is_run_while_it_goes_on_and_nothing_else(self) -> None:
        checks = {"early": lambda: "", "late": lambda: ""}
        with (
            mock.patch.object(testing, "all_checks", return_value=checks),
            mock.patch.object(testing, "EARLY", (CHECK + "early",)),
            contextlib.redirect_stdout(io.StringIO()),
        ):
            line = Lanes([CHECK + "late", self.label("good"), CHECK + "early"], 2)
            line.begin()
            while not line.done:
                time.sleep(0.01)
            self.assertEqual([outcome.label for outcome in line.done], [CHECK + "early"])
            done = line.end(self.env())
        self.assertEqual(
            {outcome.label for outcome in done}, {CHECK + "early", CHECK + "late", self.label("good")}
        )
        self.assertEqual(sum(outcome.failed for outcome in done), 0)

    def test_a_set_up_that_fails_ends_the_line(self) -> None:
        with contextlib.redirect_stdout(io.StringIO()):
            line = Lanes([self.label("slow"), self.label("good")], 2)
            line.begin()
            line.stop()
        self.assertEqual(line.done, [])

    def test_a_check_that_finds_something_has_failed(self) -> None:
        checks = {"fine": lambda: "", "wrong": lambda: "two things"}
        with mock.patch.object(testing, "all_checks", return_value=checks):
            result = self.run_lanes(CHECK + "fine", CHECK + "wrong")
        self.assertEqual((result[CHECK + "fine"].passed, result[CHECK + "fine"].failed), (1, 0))
        self.assertEqual((result[CHECK + "wrong"].passed, result[CHECK + "wrong"].failed), (0, 1))
        self.assertIn("two things", self.said)


class Labels(unittest.TestCase):
    def test_a_whole_run_holds_every_test_file_and_every_check_once(self) -> None:
        labels = _labels([])
        self.assertEqual(len(labels), len(set(labels)))
        for path in (ROOT / "tests").glob("*/test_*.py"):
            name = f"tests.{path.parent.name}.{path.stem}"
            with self.subTest(file=name):
                self.assertTrue(any(label == name or label.startswith(f"{name}.") for label in labels))
        self.assertEqual(
            {label.removeprefix(CHECK) for label in labels if label.startswith(CHECK)},
            set(testing.all_checks()),
        )

    def test_a_part_is_that_part_and_a_name_is_itself(self) -> None:
        self.assertTrue(all(label.startswith("tests.core.") for label in _labels(["core"])))
        self.assertEqual(_labels(["tests.core.test_gear"]), ["tests.core.test_gear"])

    def test_what_is_no_name_of_tests_is_said_before_anything_is_set_up(self) -> None:
        for word in ("--help", "mesh"):
            with self.subTest(word), contextlib.redirect_stdout(io.StringIO()) as said:
                self.assertEqual(testing.test([word]), 2)
                self.assertIn(f"no tests called {word}: say core, server", said.getvalue())

    def test_what_took_longest_last_time_begins_first(self) -> None:
        names = [label for label in _labels(["core"]) if "test_g" in label]
        with tempfile.TemporaryDirectory() as folder:
            times = Path(folder) / "times.json"
            times.write_text(
                "{" + ", ".join(f'"{name}": {n}' for n, name in enumerate(_labels(["core"]))) + "}"
            )
            with mock.patch.object(testing, "TIMES", times):
                ordered = [label for label in _labels(["core"]) if label in names]
        self.assertEqual(set(ordered), set(names))
        self.assertEqual(_labels(["core"])[0].split(".")[1], "core")


class Once(unittest.TestCase):
    """A check that passed is not run again on the same files, and one that did not always is."""

    def setUp(self) -> None:
        self.folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
        self.enterContext(mock.patch.object(checks, "PASSED", self.folder / "stamps"))
        self.enterContext(mock.patch.object(checks, "state", lambda parts: state(parts, self.folder)))
        (self.folder / "src").mkdir()
        self.file = self.folder / "src" / "a.py"
        self.file.write_text("one")
        self.runs = 0
        self.says = ""

    def check(self) -> str:
        self.runs += 1
        return self.says

    def tried(self) -> tuple[str, int]:
        self.runs = 0
        return checks._once("tried", ("src",), self.check)(), self.runs

    def test_it_is_run_again_when_anything_it_looks_at_has_changed(self) -> None:
        self.assertEqual(self.tried(), ("", 1))
        self.assertEqual(self.tried(), ("", 0))
        self.file.write_text("two")
        self.assertEqual(self.tried(), ("", 1))
        self.file.rename(self.folder / "src" / "b.py")
        self.assertEqual(self.tried(), ("", 1))
        (self.folder / "src" / "new.py").write_text("")
        self.assertEqual(self.tried(), ("", 1))
        (self.folder / "beside.py").write_text("")
        self.assertEqual(self.tried(), ("", 0))

    def test_what_is_wrong_is_said_until_it_is_mended(self) -> None:
        self.says = "a.py: wrong"
        for _ in range(2):
            self.assertEqual(self.tried(), ("a.py: wrong", 1))
        self.file.write_text("mended")
        self.says = ""
        self.assertEqual(self.tried(), ("", 1))
        self.file.write_text("one")
        self.says = "a.py: wrong"
        self.assertEqual(self.tried(), ("a.py: wrong", 1), "what passed once passed on other files")
