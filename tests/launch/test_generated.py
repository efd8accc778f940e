"""Requests made up from the published description, sent to a server that runs: none may break it."""

from __future__ import annotations

import json
import subprocess
import sys
import unittest
from collections import Counter
from pathlib import Path
from typing import Any

from launch.bench.desk import Desk
from launch.paths import ROOT
from launch.stack import Stack

from ..examples import LONG

EACH = 60 if LONG else 4
"""Cases a route is tried with, besides those at the limits of every field."""
WANTED = 50_000 if LONG else 5_000
SLOWEST = 2_000 if LONG else 8_000
"""Milliseconds. A long run has the machine to itself; any other shares it with the other tests."""
SCHEMATHESIS = Path(sys.executable).with_name("schemathesis")


class Generated(unittest.TestCase):
    def test_no_request_breaks_the_server_or_holds_it_up(self) -> None:
        with Stack() as stack:
            token = Desk(stack.port).ask("POST", "/api/workshop/tokens", {"called": "generated"})["text"]
            done = subprocess.run(
                [
                    SCHEMATHESIS, "run", ROOT / "web" / "generated" / "openapi.json", "--url", stack.address,
                    "--header", f"Authorization: Bearer {token}", "--checks", "not_a_server_error",
                    # An answer that is never through: it is tried in test_live.
                    "--exclude-path-regex", "/live$", "--max-examples", str(EACH), "--workers", "2",
                    "--no-shrink", "--continue-on-failure", "--request-timeout", "30",
                    *([] if LONG else ["--generation-deterministic"]),
                ],
                cwd=stack.folder, capture_output=True, text=True, check=False,
            )  # fmt: skip
            asked = self.logged(stack.folder)
        answered = Counter(line["status"] // 100 for line in asked)
        broken = [line for line in asked if line["status"] >= 500]
        self.assertEqual(broken, [], done.stdout[-4000:])
        self.assertGreaterEqual(len(asked), WANTED, done.stdout[-2000:] + done.stderr[-2000:])
        # Not only refusals: much of it went through, into the record and out of it.
        self.assertGreater(answered[2], len(asked) / 10, answered)
        slow = [line for line in asked if line["ms"] > SLOWEST]
        self.assertEqual(slow, [])

    def logged(self, folder: Path) -> list[dict[str, Any]]:
        """What the server itself says that it was asked."""
        lines = [
            json.loads(line)
            for path in (folder / "logs").glob("requests.jsonl*")
            for line in path.read_text().splitlines()
            if line
        ]
        return [line for line in lines if line["route"].startswith("/api/")]
