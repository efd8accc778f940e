"""A workshop to test in: two members, a stranger from another workshop, and how to ask."""

from __future__ import annotations

import json
from typing import Any
from uuid import UUID, uuid4

from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import Client, TestCase

from visits import services
from visits.models import Visit
from workshop.models import Member, Workshop

UNIT = {"kind": "servo", "label": "Sandpiper", "complaint": "Rattles."}


def member(name: str, workshop: Workshop) -> Member:
    """A member; the password is unusable, since tests of the door make their own."""
    made = Member(username=name, first_name=name.title(), workshop=workshop)
    made.set_unusable_password()
    made.save()
    return made


class Desk:
    """What one member's device asks of the API."""

    def __init__(self, who: Member) -> None:
        self.client = Client(raise_request_exception=False)
        self.client.force_login(who, backend="django.contrib.auth.backends.ModelBackend")

    def ask(self, method: str, path: str, body: Any = None) -> tuple[int, Any]:
        """Status and answer of one call under /api."""
        answer = self.client.generic(
            method, f"/api{path}", b"" if body is None else _json(body), content_type="application/json"
        )
        return answer.status_code, answer.json()

    def got(self, method: str, path: str, body: Any = None) -> Any:
        """The answer of a call that must succeed."""
        status, answer = self.ask(method, path, body)
        assert status == 200, f"{method} {path}: {status} {answer}"
        return answer

    def photo(self, path: str, content: bytes, name: str = "a.jpg", **fields: str) -> tuple[int, Any]:
        answer = self.client.post(f"/api{path}", {"file": SimpleUploadedFile(name, content), **fields})
        return answer.status_code, answer.json()


def _json(body: Any) -> bytes:
    return body if isinstance(body, bytes) else json.dumps(body).encode()


class BenchCase(TestCase):
    """Each test finds a workshop with an open visit of three pieces."""

    @classmethod
    def setUpTestData(cls) -> None:
        cls.home, cls.away = (Workshop.objects.create(name=name) for name in ("Home bench", "Away bench"))
        cls.ada, cls.ben = member("ada", cls.home), member("ben", cls.home)
        cls.eve = member("eve", cls.away)
        cls.visit: Visit = services.open_visit(cls.ada, uuid4(), uuid4(), {**UNIT, **BLANK})
        lines = ("4x M3x10 button hex2 rear cover", "rear cover", "wheel 31/12 nylon ^long boss down")
        cls.steps = [services.record_step(cls.ada, cls.visit.id, uuid4(), line) for line in lines]

    def setUp(self) -> None:
        self.desk = Desk(self.ada)

    def at(self, *parts: object) -> str:
        return "/".join(["/visits", str(self.visit.id), *map(str, parts)])

    def piece(self, step: int) -> UUID:
        result: UUID = self.steps[step].piece.id
        return result

    def refused(self, answer: tuple[int, Any], *codes: str, status: int = 422, says: str = "") -> None:
        """The answer is a problem with one of these codes, and says what to do."""
        self.assertEqual(answer[0], status, answer)
        self.assertIn(answer[1]["code"], codes, answer[1])
        self.assertIn(says, answer[1]["problem"])
        self.assertTrue(answer[1]["hint"])


BLANK: dict[str, Any] = {"model": "", "owner_label": "", "use_so_far": "", "symptoms": [], "conditions": []}
