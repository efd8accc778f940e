"""What the bench says of a run: spread, growth, what became slower, and which parts are run."""

from __future__ import annotations

import contextlib
import io
import tempfile
import unittest
from pathlib import Path

from launch.bench import _read
from launch.bench.report import Report, Spent, pace


def heard(run: object, *given: object) -> str:
    out = io.StringIO()
    with contextlib.redirect_stdout(out), contextlib.redirect_stderr(out):
        run(*given)  # type: ignore[operator]
    return out.getvalue()


def report(pace: float = 0.01, **rows: tuple[float, bool]) -> Report:
    made = Report()
    heard(made.begin, "\nThe API, by hand:")
    made.pace = pace
    for what, (seconds, ok) in rows.items():
        heard(made.add, what, seconds, "", ok)
    return made


class Reported(unittest.TestCase):
    def test_the_middle_call_and_the_middle_half_about_it(self) -> None:
        spent = Spent.of([0.001 * n for n in (9, 1, 2, 3, 4, 5, 6, 7, 100)])
        self.assertAlmostEqual(spent, 0.005)
        self.assertTrue(0.002 <= spent.low < spent < spent.high <= 0.060)
        alone = Spent.of([0.25])
        self.assertEqual((alone, alone.low, alone.high), (0.25, 0.25, 0.25))

    def test_what_is_over_is_said_so(self) -> None:
        self.assertIn("OVER", heard(Report().add, "slow", 2.0, "budget 1 s", False))
        self.assertIn("ok", heard(Report().add, "quick", Spent.of([0.5, 0.6, 0.7]), "", True))

    def test_growth_is_the_exponent_of_the_sizes(self) -> None:
        made = Report()
        heard(made.grows, "linear", {10: 0.01, 1_000: 1.0}, 0.5)
        heard(made.grows, "flat", {10: 0.01, 1_000: 0.01}, 0.5)
        heard(made.grows, "root", {10: 0.01, 1_000: 0.1}, 0.5)
        self.assertEqual([row.ok for row in made.rows], [False, True, True])
        self.assertIn("exponent 1.00", made.rows[0].note)
        self.assertIn("exponent 0.00", made.rows[1].note)

    def test_a_run_is_kept_and_the_next_held_against_it(self) -> None:
        with tempfile.TemporaryDirectory() as folder:
            path = Path(folder) / "before.json"
            heard(report(visit=(0.010, True), drawer=(0.040, True), day=(0.010, True)).save, path)
            said = heard(report(visit=(0.030, False), drawer=(0.010, True), day=(0.011, True)).against, path)
        self.assertRegex(said, r"3\.00 ×  visit: slower")
        self.assertRegex(said, r"0\.25 ×  drawer: quicker")
        self.assertNotIn("day", said)
        self.assertIn("visit: it was within its budget", said)

    def test_what_a_slower_hour_of_the_machine_took_longer_is_not_called_slower(self) -> None:
        self.assertGreater(pace(), 0)
        with tempfile.TemporaryDirectory() as folder:
            path = Path(folder) / "before.json"
            kept = heard(report(visit=(0.010, True), drawer=(0.010, True)).save, path)
            said = heard(report(0.02, visit=(0.020, True), drawer=(0.010, True)).against, path)
        self.assertIn("10.0 to 10.0 ms", kept)
        self.assertNotIn("visit", said)
        self.assertRegex(said, r"0\.50 ×  drawer: quicker")

    def test_growth_is_held_against_an_earlier_run_at_each_size(self) -> None:
        before, now = Report(pace=0.01), Report(pace=0.01)
        heard(before.grows, "a drawer", {1_000: 0.010, 1_000_000: 0.016}, 0.5)
        heard(now.grows, "a drawer", {1_000: 0.011, 1_000_000: 0.480, 10: 0.5}, 0.5)
        with tempfile.TemporaryDirectory() as folder:
            path = Path(folder) / "before.json"
            heard(before.save, path)
            said = heard(now.against, path)
        self.assertRegex(said, r"30\.00 ×  a drawer grows, at 1,000,000: slower, 16\.0 to 480\.0 ms")
        # What took about as long, and a size that was not looked at then, are not spoken of.
        self.assertEqual(said.count("a drawer"), 1)

    def test_what_is_no_run_is_refused(self) -> None:
        with tempfile.TemporaryDirectory() as folder:
            for content in ("", "[]", '{"v": 1}', "{"):
                path = Path(folder) / "no.json"
                path.write_text(content)
                with self.subTest(content), self.assertRaises(SystemExit):
                    heard(Report().against, path)
            with self.assertRaises(SystemExit):
                heard(Report().against, Path(folder) / "nowhere.json")


class Asked(unittest.TestCase):
    def test_parts_and_files(self) -> None:
        parts, files = _read(["core", "--json", "a.json", "growth", "--against", "b.json"])
        self.assertEqual(parts, ["core", "growth"])
        self.assertEqual(files, {"--json": Path("a.json"), "--against": Path("b.json")})
        self.assertEqual(_read([]), ([], {}))

    def test_what_is_no_part_is_refused(self) -> None:
        for words in (["everything"], ["core", "--json"], ["--against"]):
            with self.subTest(words), self.assertRaises(SystemExit):
                heard(_read, words)
