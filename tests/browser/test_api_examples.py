"""The examples of docs/api.md, run as they stand there, against a whole Dentado with a token made on its page."""

from __future__ import annotations

import os
import re
import subprocess
import sys
from pathlib import Path

from playwright.sync_api import expect

from .whole import BrowserCase

PAPER = Path(__file__).parents[2] / "docs" / "api.md"


class Examples(BrowserCase):
    def test_each_example_runs_and_says_what_it_should(self) -> None:
        page = self.page
        self.go("/workshop")
        page.get_by_label("What the token is for").fill("examples")
        page.get_by_role("button", name="Make a token").click()
        shown = page.get_by_role("status").filter(has_text="It is shown only now. A program")
        token = shown.locator("p").first.inner_text().strip()
        begins, *examples = re.findall(r"```python\n(.*?)```", PAPER.read_text("utf-8"), re.S)
        self.assertEqual(len(examples), 3)
        wanted = (
            ["0.5 module", "%"],
            ["6 x", "R7", "14", "low: "],
            ["most likely", "Godwit|slip|clutch|M3 × 10", "drum gear", "bearing"],
        )
        for number, (example, says) in enumerate(zip(examples, wanted, strict=True), 1):
            with self.subTest(example=number):
                ran = self.run_it(begins + example, token)
                self.assertEqual(ran.returncode, 0, ran.stderr[-800:])
                for words in says:
                    self.assertRegex(ran.stdout, words)
        # A second time the drawer holds no more of them.
        again = self.run_it(begins + examples[1], token)
        self.assertIn("6 x", again.stdout)
        page.get_by_role("button", name="Noted").click()
        page.reload()
        tokens = page.get_by_role("list", name="Your tokens")
        expect(tokens).to_contain_text("last used")
        tokens.get_by_role("button", name="Take back the token for examples").click()
        expect(tokens).to_have_count(0)
        refused = self.run_it(begins + examples[0], token)
        self.assertIn("401", refused.stderr)

    def run_it(self, code: str, token: str) -> subprocess.CompletedProcess[str]:
        env = {**os.environ, "DENTADO": self.address, "DENTADO_TOKEN": token}
        return subprocess.run(
            [sys.executable, "-c", code], env=env, capture_output=True, text=True, timeout=60, check=False
        )
