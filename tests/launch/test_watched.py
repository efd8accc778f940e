"""Two workers counted as one server, its log, and what the doctor says of an installation."""

from __future__ import annotations

import json
import os
import subprocess
import sys
import tempfile
import unittest
from pathlib import Path
from typing import Any
from urllib.request import Request, urlopen

from prometheus_client.openmetrics.parser import text_string_to_metric_families

from launch.bench.desk import Desk
from launch.parts_list import bill
from launch.paths import ROOT
from launch.stack import Stack

MANY = 60


def doctor(folder: Path, *words: str, **more: str) -> tuple[int, str]:
    done = subprocess.run(
        [sys.executable, "-m", "launch", "doctor", *words],
        env={**os.environ, "DENTADO_VAR": str(folder), **more},
        cwd=ROOT, capture_output=True, text=True, check=False,
    )  # fmt: skip
    return done.returncode, done.stdout + done.stderr


class Served(unittest.TestCase):
    def test_two_workers_count_as_one_and_the_log_says_who_took_how_long(self) -> None:
        with Stack() as stack:
            desk = Desk(stack.port)
            for _ in range(MANY):
                desk.ask("GET", "/api/day")
            assert stack.server
            token = stack.server.env["DENTADO_METRICS_TOKEN"]
            asked = Request(f"{stack.address}/metrics", headers={"Authorization": f"Bearer {token}"})
            samples = [
                sample
                for _ in range(4)  # whichever worker answers, it tells of both
                for family in text_string_to_metric_families(urlopen(asked).read().decode())
                for sample in family.samples
            ]
            days = [
                sample.value
                for sample in samples
                if sample.name == "dentado_requests_total" and sample.labels["route"] == "/api/day"
            ]
            self.assertEqual(days, [MANY] * 4)
            lines = [
                json.loads(line)
                for line in (stack.folder / "logs" / "requests.jsonl").read_text().splitlines()
            ]
            days_kept = [line for line in lines if line["route"] == "/api/day"]
            self.assertEqual(len(days_kept), MANY)
            self.assertTrue(all(line["status"] == 200 and 0 < line["ms"] < 5000 for line in days_kept))
            self.assertEqual(len({line["id"] for line in lines}), len(lines))


class Doctor(unittest.TestCase):
    def setUp(self) -> None:
        self.folder = Path(self.enterContext(tempfile.TemporaryDirectory()))

    def test_a_folder_in_which_nothing_was_started_is_no_fault(self) -> None:
        status, said = doctor(self.folder)
        self.assertEqual(status, 0, said)
        self.assertIn("It does not run.", said)
        self.assertIn("./dentado start", said)

    def test_what_is_broken_is_said_with_what_to_do(self) -> None:
        (self.folder / "session.secret").write_text("open to all")
        (self.folder / "session.secret").chmod(0o644)
        (self.folder / "setup.secret").touch(0o600)
        (self.folder / "backups").mkdir()
        (self.folder / "backups" / "daily-2026-11-01T000000Z.dentado").write_bytes(b"no backup")
        (self.folder / "logs").mkdir()
        status, said = doctor(self.folder, DENTADO_HTTPS="1")
        self.assertEqual(status, 1)
        for words in (
            "Others may read session.secret",
            "setup.secret holds nothing",
            "cannot be read",
            "DENTADO_HTTPS without",
        ):
            self.assertIn(words, said)

    def test_a_report_has_nothing_of_the_record_in_it(self) -> None:
        (self.folder / "logs").mkdir()
        line = {
            "at": "2099-01-01T00:00:00",
            "id": "a1",
            "method": "PUT",
            "route": "/api/day",
            "status": 500,
            "ms": 3.0,
            "member": 7,
            "workshop": 3,
            "error": "KeyError at a.py:1 b",
        }
        (self.folder / "logs" / "troubles.jsonl").write_text(json.dumps(line) + "\n{half")
        path = self.folder / "report.json"
        status, said = doctor(self.folder, "--report", str(path), DENTADO_SECRET_KEY="not-to-be-told")
        self.assertEqual(status, 1)
        self.assertIn("1 failed in a day", said)
        report: dict[str, Any] = json.loads(path.read_text())
        self.assertEqual(report["troubles"][0]["error"], "KeyError at a.py:1 b")
        self.assertNotIn("member", report["troubles"][0])
        self.assertIn("DENTADO_SECRET_KEY", report["settings"])
        for private in ("not-to-be-told", str(self.folder), os.uname().nodename):
            self.assertNotIn(private, path.read_text())

    def test_what_is_not_understood_is_refused(self) -> None:
        self.assertEqual(doctor(self.folder, "--everything")[0], 1)


class Parts(unittest.TestCase):
    def test_every_pinned_package_is_listed_once_with_its_version(self) -> None:
        made = bill()
        refs = [part["bom-ref"] for part in made["components"]]
        self.assertEqual(len(refs), len(set(refs)))
        pinned = [
            line.split("==")[0]
            for line in (ROOT / "requirements" / "start.txt").read_text().splitlines()
            if "==" in line
        ]
        listed = {part["name"] for part in made["components"] if part["purl"].startswith("pkg:pypi/")}
        self.assertEqual({name.lower().replace("_", "-") for name in pinned}, listed)
        vue = next(part for part in made["components"] if part["name"] == "vue")
        self.assertEqual((vue["scope"], vue["licenses"]), ("required", [{"license": {"name": "MIT"}}]))
        told = [part for part in made["components"] if part.get("licenses")]
        self.assertGreater(len(told), 0.95 * len(refs))
