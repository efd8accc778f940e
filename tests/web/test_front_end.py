"""The front end's own tests, started and reported here: there is one runner."""

from __future__ import annotations

import json
import subprocess
import tempfile
import unittest
from pathlib import Path
from typing import Any

from launch import frontend
from launch.paths import WEB


class FrontEnd(unittest.TestCase):
    def test_each_by_name(self) -> None:
        frontend.packages()
        with tempfile.TemporaryDirectory() as folder:
            report = Path(folder) / "report.json"
            done = subprocess.run(
                ["node_modules/.bin/vitest", "run", "--reporter=json", f"--outputFile={report}"],
                cwd=WEB, capture_output=True, text=True, check=False,
            )  # fmt: skip
            self.assertTrue(report.exists(), done.stderr[-2000:])
            answer: dict[str, Any] = json.loads(report.read_text())
        tests = [one for file in answer["testResults"] for one in file["assertionResults"]]
        self.assertGreater(len(tests), 10)
        for file in answer["testResults"]:
            with self.subTest(file=Path(file["name"]).name):
                self.assertTrue(file["assertionResults"], file["message"][-2000:])
        for one in tests:
            with self.subTest(test=one["fullName"]):
                self.assertEqual(one["status"], "passed", "\n".join(one["failureMessages"]))
