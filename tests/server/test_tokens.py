"""A member's own programs: what their tokens open, what they do not, and how they end."""

from __future__ import annotations

from datetime import timedelta
from typing import Any

from django.test import Client
from django.utils import timezone

from workshop.models import READER, ApiToken
from workshop.services import change_member
from workshop.tokens import BEGINS, MOST

from .bench import BenchCase, Desk, _json


class Program:
    """A program with a token and nothing else: no cookies, no CSRF token."""

    def __init__(self, token: str) -> None:
        self.token = token
        self.client = Client(raise_request_exception=False, enforce_csrf_checks=True)

    def ask(self, method: str, path: str, body: Any = None) -> tuple[int, Any]:
        answer = self.client.generic(
            method,
            f"/api{path}",
            b"" if body is None else _json(body),
            content_type="application/json",
            headers={"Authorization": f"Bearer {self.token}"},
        )
        return answer.status_code, answer.json()


class Tokens(BenchCase):
    def setUp(self) -> None:
        super().setUp()
        made = self.desk.got("POST", "/workshop/tokens", {"called": "scale"})
        self.text, self.kept = made["text"], made["tokens"][0]
        self.program = Program(self.text)

    def test_it_is_shown_once_and_kept_as_a_hash(self) -> None:
        self.assertTrue(self.text.startswith(BEGINS))
        self.assertGreater(len(self.text), 40)
        self.assertNotIn(self.text, str(self.desk.got("GET", "/workshop/tokens")))
        self.assertNotIn(self.text, str(list(ApiToken.objects.values())))

    def test_a_program_reads_and_writes_as_its_member_without_a_session(self) -> None:
        self.assertEqual(self.program.ask("GET", self.at())[0], 200)
        status, _ = self.program.ask(
            "PUT", self.at("steps", "0198d000-0000-7000-8000-000000000001"), {"line": "2x shim 8x12x0.2"}
        )
        self.assertEqual(status, 200)
        self.assertEqual(len(self.desk.got("GET", self.at())["steps"]), 4)
        self.assertFalse(self.program.client.cookies)

    def test_it_opens_no_other_workshop(self) -> None:
        theirs = Desk(self.eve).got("POST", "/workshop/tokens", {"called": "site"})["text"]
        self.assertEqual(Program(theirs).ask("GET", self.at())[0], 404)

    def test_what_is_for_a_person_is_refused(self) -> None:
        for method, path in (
            ("GET", "/workshop"),
            ("POST", "/workshop/tokens"),
            ("POST", "/workshop/codes"),
            ("PUT", "/workshop/password"),
            ("POST", "/workshop/backups"),
        ):
            self.refused(self.program.ask(method, path, {}), "person", status=403)

    def test_a_wrong_one_says_what_to_do_and_a_session_does_not_help_it(self) -> None:
        for text in ("", "x", self.text[:-1], self.text + "x", self.text.upper()):
            self.refused(Program(text or "-").ask("GET", self.at()), "no_token", status=401)
        answer = self.desk.client.get("/api/session", headers={"Authorization": "Bearer nothing"})
        self.assertEqual(answer.status_code, 200)

    def test_taken_back_it_opens_nothing(self) -> None:
        self.assertEqual(Desk(self.ben).got("DELETE", f"/workshop/tokens/{self.kept['id']}"), [])
        self.assertEqual(self.program.ask("GET", self.at())[0], 200, "another member's is not theirs to take")
        self.assertEqual(self.desk.got("DELETE", f"/workshop/tokens/{self.kept['id']}"), [])
        self.refused(self.program.ask("GET", self.at()), "no_token", status=401)

    def test_barred_or_made_a_reader_its_member_takes_it_along(self) -> None:
        self.ben.role = "owner"
        self.ben.save()
        change_member(self.ben, self.ada.pk, READER, True)
        self.assertEqual(self.program.ask("GET", self.at())[0], 200)
        self.refused(self.program.ask("PUT", self.at("complaint"), {"complaint": "x"}), "reader", status=403)
        change_member(self.ben, self.ada.pk, READER, False)
        self.refused(self.program.ask("GET", self.at()), "no_token", status=401)

    def test_a_new_password_ends_it(self) -> None:
        from workshop.services import _set_password

        _set_password(self.ada, "cold harbour wheel")
        self.refused(self.program.ask("GET", self.at()), "no_token", status=401)

    def test_its_last_use_is_written_down_now_and_then(self) -> None:
        self.assertIsNone(self.kept["used_at"])
        self.program.ask("GET", self.at())
        first = ApiToken.objects.get(id=self.kept["id"]).used_at
        assert first
        self.program.ask("GET", self.at())
        self.assertEqual(ApiToken.objects.get(id=self.kept["id"]).used_at, first)
        ApiToken.objects.update(used_at=timezone.now() - timedelta(hours=1))
        self.program.ask("GET", self.at())
        self.assertGreater(ApiToken.objects.get(id=self.kept["id"]).used_at, first)

    def test_nameless_or_too_many_are_refused(self) -> None:
        self.refused(self.desk.ask("POST", "/workshop/tokens", {"called": "  "}), "unnamed")
        for n in range(MOST - 1):
            self.desk.got("POST", "/workshop/tokens", {"called": f"n{n}"})
        self.refused(
            self.desk.ask("POST", "/workshop/tokens", {"called": "one more"}), "many_tokens", status=409
        )
