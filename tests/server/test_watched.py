"""The server seen from outside: counted, kept without contents, found again by the number on the screen."""

from __future__ import annotations

import json
import tempfile
from pathlib import Path
from typing import Any
from unittest.mock import patch

from django.conf import settings
from django.test import override_settings
from prometheus_client.openmetrics.parser import text_string_to_metric_families

from watched import journal
from workshop.models import Member

from .bench import BenchCase, Desk

TOKEN = "seen-from-outside"
SECRET = "the owner is called Quibble"


@override_settings(METRICS_TOKEN=TOKEN)
class Watched(BenchCase):
    def scraped(self, token: str = TOKEN) -> Any:
        return self.desk.client.get("/metrics", headers={"Authorization": f"Bearer {token}"})

    def counted(self, **labels: str) -> float:
        families = text_string_to_metric_families(self.scraped().content.decode())
        samples = [
            sample for family in families if family.name == "dentado_requests" for sample in family.samples
        ]
        return sum(
            sample.value
            for sample in samples
            if sample.name.endswith("_total") and labels.items() <= sample.labels.items()
        )

    def test_without_its_token_there_is_no_such_page(self) -> None:
        for token in ("", "x", TOKEN[:-1], TOKEN + "x", "é"):
            self.assertEqual(self.scraped(token).status_code, 404, token)
        with override_settings(METRICS_TOKEN=""):
            self.assertEqual(self.scraped("").status_code, 404)

    def test_each_request_is_counted_by_its_pattern(self) -> None:
        route = "/api/visits/{visit_id}"
        before = self.counted(route=route, status="200")
        for _ in range(3):
            self.desk.got("GET", self.at())
        self.assertEqual(self.counted(route=route, status="200") - before, 3)
        text = self.scraped().content.decode()
        self.assertNotIn(str(self.visit.id), text)
        self.assertTrue(text.rstrip().endswith("# EOF"))
        names = {family.name for family in text_string_to_metric_families(text)}
        self.assertLessEqual(
            {"dentado_disk_free_bytes", "dentado_database_up", "dentado_request_seconds"}, names
        )

    def test_a_line_is_kept_of_each_and_nothing_of_what_was_said(self) -> None:
        with self.assertLogs("dentado.requests", "INFO") as kept:
            self.desk.ask("PUT", self.at("watch"), {"text": SECRET})
            self.desk.client.get(f"/api/visits?words={SECRET}")
        lines = [json.loads(journal.AsJson().format(record)) for record in kept.records]
        self.assertEqual([line["method"] for line in lines], ["PUT", "GET"])
        self.assertEqual(lines[0]["route"], "/api/visits/{visit_id}/watch")
        self.assertEqual((lines[1]["member"], lines[1]["workshop"]), (self.ada.pk, self.home.pk))
        self.assertEqual(
            set(lines[0]),
            {"at", "id", "method", "route", "status", "ms", "worked_ms", "member", "workshop"},
        )
        self.assertNotIn("Quibble", json.dumps(lines))
        self.assertNotIn(str(self.visit.id), json.dumps(lines))

    def test_what_broke_is_found_by_the_number_that_was_shown(self) -> None:
        self.desk.client.raise_request_exception = False
        with (
            patch("visits.services.finding.Paged", side_effect=RuntimeError(SECRET)),
            self.assertLogs("dentado.troubles", "INFO") as kept,
            self.assertLogs("dentado", "ERROR"),
        ):
            answer = self.desk.client.get("/api/visits")
        self.assertEqual(answer.status_code, 500)
        said: dict[str, Any] = kept.records[0].msg  # type: ignore[assignment]
        self.assertEqual(answer["X-Request-Id"], said["id"])
        self.assertIn(said["id"], answer.json()["hint"])
        self.assertRegex(said["error"], r"^RuntimeError at server/visits/.+:\d+ \w+$")
        self.assertNotIn("Quibble", json.dumps(said))

    def test_a_workshop_is_shown_its_own_and_its_owner_alone(self) -> None:
        Member.objects.filter(pk=self.ada.pk).update(role="owner")
        line = {
            "at": "2026-11-03T10:00:00.000+00:00",
            "id": "a1",
            "method": "GET",
            "route": "/api/day",
            "status": 200,
            "ms": 1400.0,
        }
        lines = [
            {**line, "member": self.ada.pk, "workshop": self.home.pk},
            {**line, "id": "b2", "member": self.eve.pk, "workshop": self.eve.workshop_id},
            {
                **line,
                "id": "c3",
                "member": None,
                "workshop": self.home.pk,
                "status": 500,
                "error": "KeyError at x:1 y",
            },
        ]
        folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
        text = "\n".join([*map(json.dumps, lines), "{half a li"])
        (folder / journal.TROUBLES_FILE).write_text(text)
        with override_settings(LOGS=folder):
            page = Desk(Member.objects.get(pk=self.ada.pk)).got("GET", "/workshop")
            shown = [(each["id"], each["who"], each["error"]) for each in page["troubles"]]
            self.assertEqual(shown, [("c3", "", "KeyError at x:1 y"), ("a1", self.ada.called, "")])
            Member.objects.filter(pk=self.ada.pk).update(role="member")
            self.assertEqual(Desk(Member.objects.get(pk=self.ada.pk)).got("GET", "/workshop")["troubles"], [])

    def test_no_log_is_kept_by_a_process_that_does_not_serve(self) -> None:
        self.assertFalse((settings.LOGS / journal.REQUESTS_FILE).exists())
