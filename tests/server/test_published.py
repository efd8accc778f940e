"""What is written down of the server is what it is: its document, the client's types from it, its tables."""

from __future__ import annotations

import io
import json
import unittest
from typing import Any

from django.core.management import call_command
from django.test import TestCase

from launch.paths import WEB
from launch.testing.checks import made_from

GENERATED = WEB / "generated"
STALE = "./dentado schema makes web/generated current"


class Published(unittest.TestCase):
    def setUp(self) -> None:
        out = io.StringIO()
        call_command("schema", stdout=out)
        self.document = out.getvalue()
        self.answer: dict[str, Any] = json.loads(self.document)

    def test_the_document_is_current(self) -> None:
        self.assertEqual((GENERATED / "openapi.json").read_text(), self.document, STALE)

    def test_the_clients_types_were_made_from_it(self) -> None:
        first = (GENERATED / "schema.ts").read_text().partition("\n")[0]
        self.assertEqual(first, f"// {made_from(self.document)}", STALE)

    def test_every_answer_that_is_no_success_is_a_problem(self) -> None:
        for path, methods in self.answer["paths"].items():
            for method, route in methods.items():
                for code, answer in route["responses"].items():
                    if int(code) >= 400:
                        with self.subTest(route=f"{method} {path}", code=code):
                            shape = answer["content"]["application/json"]["schema"]["$ref"]
                            self.assertTrue(shape.endswith("/Problem"), shape)

    def test_every_route_says_what_it_is_for(self) -> None:
        for path, methods in self.answer["paths"].items():
            for method, route in methods.items():
                self.assertTrue(route.get("description", "").strip(), f"{method} {path}")


class Tables(TestCase):
    def test_the_migrations_make_the_models(self) -> None:
        call_command("makemigrations", "--check", "--dry-run", verbosity=0)
