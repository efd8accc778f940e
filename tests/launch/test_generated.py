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

EACH = 200 if LONG else 6
"""Cases a route is tried with that are drawn, besides those at the limits of every field."""
VISITS, OTHERS, SUMS = 4_000, 3_800, 6_600
"""Least requests at the limits: those of a visit, of what is neither, and of a sum."""
THROUGH = 25
"""Of those at the limits that are taken: most are refused, as they should be."""
DRAWN = 50_000 - VISITS - OTHERS - SUMS if LONG else 1_000
MOST_WORK, SLOWEST = 2_000, 2_000 if LONG else 30_000
"""Milliseconds of processor time, and by the clock: that tells something only in a long run,
which has the machine to itself; any other shares it with the other tests."""
SCHEMATHESIS = Path(sys.executable).with_name("schemathesis")


class Generated(unittest.TestCase):
    def test_at_the_limits_of_every_field_of_a_visit(self) -> None:
        self.attacked("coverage", "--include-path-regex", "^/api/visits", least=VISITS)

    def test_at_the_limits_of_every_other_field(self) -> None:
        self.attacked("coverage", "--exclude-path-regex", "^/api/(visits|sums)|/live$", least=OTHERS)

    def test_at_the_limits_of_every_field_of_a_sum(self) -> None:
        self.attacked("coverage", "--include-path-regex", "^/api/sums", least=SUMS)

    def test_drawn_and_one_after_the_other(self) -> None:
        self.attacked("fuzzing,stateful", least=DRAWN, through=DRAWN // 100)

    def attacked(self, phases: str, *which: str, least: int, through: int = THROUGH) -> None:
        """A member's token in hand; what the server says of itself counts, not what the client saw."""
        with Stack() as stack:
            token = Desk(stack.port).ask("POST", "/api/workshop/tokens", {"called": "generated"})["text"]
            done = subprocess.run(
                [
                    # What asks stands back: what is timed is the server.
                    "nice", "-n", "10", SCHEMATHESIS, "run", ROOT / "web" / "generated" / "openapi.json", "--url", stack.address,
                    "--header", f"Authorization: Bearer {token}", "--checks", "not_a_server_error",
                    # An answer that is never through is tried in test_live.
                    *(which or ("--exclude-path-regex", "/live$")),
                    "--phases", phases, "--max-examples", str(EACH), "--workers", "2",
                    "--no-shrink", "--continue-on-failure", "--request-timeout", "30",
                    *([] if LONG else ["--generation-deterministic"]),
                ],
                cwd=stack.folder, capture_output=True, text=True, check=False,
            )  # fmt: skip
            asked = self.logged(stack.folder)
        broken = [line for line in asked if line["status"] >= 500]
        self.assertEqual(broken, [], done.stdout[-4000:])
        self.assertGreaterEqual(len(asked), least, done.stdout[-2000:] + done.stderr[-2000:])
        # Not only refusals: some of it went through, into the record and out of it.
        answered = Counter(line["status"] // 100 for line in asked)
        self.assertGreater(answered[2], through, answered)
        slow = [line for line in asked if line["worked_ms"] > MOST_WORK or line["ms"] > SLOWEST]
        # Each route with how often, and its worst by the clock and by its work: of a long run all is wanted.
        worst: dict[str, list[float]] = {}
        for line in slow:
            often, ms, worked = worst.get(line["route"], [0, 0.0, 0.0])
            worst[line["route"]] = [often + 1, max(ms, line["ms"]), max(worked, line["worked_ms"])]
        self.assertFalse(worst, worst)

    def logged(self, folder: Path) -> list[dict[str, Any]]:
        """What the server itself says that it was asked."""
        lines = [
            json.loads(line)
            for path in (folder / "logs").glob("requests.jsonl*")
            for line in path.read_text().splitlines()
            if line
        ]
        return [line for line in lines if line["route"].startswith("/api/")]
