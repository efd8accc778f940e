"""The door: nothing but the sign-in page is open, and each workshop sees its own."""

from __future__ import annotations

import re
from uuid import uuid4

from django.http import HttpResponse
from django.test import Client, TestCase

from config.api import api
from workshop.models import Member
from workshop.services import found_workshop

from ..pictures import picture
from .bench import BenchCase, Desk

PASSWORD = "gear-by-gear-41"


def every_route() -> list[tuple[str, str]]:
    paths = api.get_openapi_schema(path_prefix="/api")["paths"]
    return [
        (method, re.sub(r"{\w+}", str(uuid4()), path))
        for path, methods in paths.items()
        for method in methods
    ]


class SignIn(TestCase):
    @classmethod
    def setUpTestData(cls) -> None:
        found_workshop("Home bench", {"ada": "Ada", "ben": "Ben"}, PASSWORD)

    def sign_in(
        self, username: str, password: str, client: Client | None = None, **more: str
    ) -> HttpResponse:
        asking = client or self.client
        answer: HttpResponse = asking.post("/sign-in", {"username": username, "password": password, **more})
        return answer

    def test_a_device_keeps_a_page_that_is_the_same_for_everyone(self) -> None:
        stranger, member = self.client.get("/shell"), Client()
        member.force_login(Member.objects.get(username="ada"))
        bare = [
            re.sub(r'content="[^"]*"', "", page.content.decode()) for page in (stranger, member.get("/shell"))
        ]
        self.assertEqual((stranger.status_code, bare[0]), (200, bare[1]))
        self.assertIn('id="app"', bare[0])
        # Its styles are let in by the nonce of the very answer that is kept.
        nonce = re.search(r'name="csp-nonce" content="([^"]+)"', stranger.content.decode())
        self.assertIn(nonce[1], stranger["Content-Security-Policy"]) if nonce else self.fail("no nonce")

    def test_members_of_one_workshop_sign_in_and_out(self) -> None:
        for name, called in (("ada", "Ada"), ("ben", "Ben")):
            self.assertRedirects(self.sign_in(name, PASSWORD, next=""), "/", fetch_redirect_response=False)
            session = self.client.get("/api/session").json()
            self.assertEqual((session["member"], session["workshop"]), (called, "Home bench"))
            self.assertEqual(session["role"], "owner" if name == "ada" else "member")
            self.assertEqual(self.client.get("/api/visits").status_code, 200)
            self.client.delete("/api/session")
            self.assertEqual(self.client.get("/api/visits").status_code, 401)

    def test_one_is_led_on_to_where_one_was_going_but_never_elsewhere(self) -> None:
        shown = self.client.get("/visits/some?at=3")
        self.assertRedirects(shown, "/sign-in?next=/visits/some%3Fat%3D3", fetch_redirect_response=False)
        led = self.sign_in("ada", PASSWORD, next="/visits/some?at=3")
        self.assertRedirects(led, "/visits/some?at=3", fetch_redirect_response=False)
        self.assertRedirects(self.client.get("/sign-in"), "/", fetch_redirect_response=False)
        for elsewhere in ("https://example.org/", "//example.org", "javascript:alert(1)"):
            self.client.delete("/api/session")
            led = self.sign_in("ada", PASSWORD, next=elsewhere)
            self.assertRedirects(led, "/", fetch_redirect_response=False)

    def test_passwords_are_kept_by_argon2(self) -> None:
        self.assertTrue(Member.objects.get(username="ada").password.startswith("argon2"))

    def test_wrong_tries_are_counted_and_then_rest(self) -> None:
        for _ in range(7):
            self.assertContains(self.sign_in("ada", "wrong"), "do not belong together")
        self.assertContains(self.sign_in("ada", "wrong"), "Wait five minutes", status_code=429)
        self.assertContains(self.sign_in("ada", PASSWORD), "Wait five minutes", status_code=429)
        # One name's rest is not another's.
        self.assertEqual(self.sign_in("ben", PASSWORD).status_code, 302)

    def test_names_that_are_none(self) -> None:
        for name in ("", "\x00", "a" * 5000, "<script>", "歯車"):
            answer = self.sign_in(name, PASSWORD)
            self.assertEqual(answer.status_code, 200)
            self.assertNotContains(answer, "<script>")

    def test_no_token_no_sign_in_and_no_write(self) -> None:
        strict = Client(enforce_csrf_checks=True)
        self.assertEqual(self.sign_in("ada", PASSWORD, strict).status_code, 403)
        strict.get("/sign-in")
        token = strict.cookies["csrftoken"].value
        self.assertEqual(self.sign_in("ada", PASSWORD, strict, csrfmiddlewaretoken=token).status_code, 302)
        refused = strict.put(f"/api/visits/{uuid4()}", {}, "application/json")
        self.assertEqual((refused.status_code, refused.json()["hint"]), (403, "Reload it and try again."))


class Closed(BenchCase):
    def test_every_route_is_closed_without_sign_in(self) -> None:
        closed = [route for route in every_route() if route != ("get", "/api/session")]
        self.assertGreater(len(closed), 15)
        for method, path in closed:
            answer = Client().generic(method.upper(), path, b"{}", content_type="application/json")
            with self.subTest(method=method, path=path):
                self.assertEqual(answer.status_code, 401)
                self.assertEqual(answer.json()["problem"], "You are not signed in.")

    def test_another_workshop_sees_nothing_and_changes_nothing(self) -> None:
        _, kept = self.desk.photo(self.at("photos", uuid4()), picture())
        eve = Desk(self.eve)
        self.assertEqual(eve.got("GET", "/visits")["cards"], [])
        step, piece = self.steps[0].id, self.piece(0)
        calls = [
            ("GET", self.at(), None),
            ("GET", self.at("plan"), None),
            ("PUT", self.at("stage"), {"stage": "build"}),
            ("PUT", self.at("steps", uuid4()), {"line": "mine"}),
            ("PUT", self.at("steps", step, "undone"), {"undone": True}),
            ("PUT", self.at("pieces", piece, "verdict"), {"verdict": "keep"}),
            ("PUT", self.at("ticks", uuid4()), {"piece_id": str(piece), "outcome": "in", "count": 1}),
            ("GET", f"/photos/{kept['id']}", None),
        ]
        for method, path, body in calls:
            with self.subTest(path=path):
                self.assertEqual(eve.ask(method, path, body)[0], 404)
        own = {"unit_id": str(self.visit.unit_id), "kind": "servo", "label": "Mine"}
        self.refused(eve.ask("PUT", f"/visits/{uuid4()}", own), "taken_id")
        self.assertEqual(len(self.desk.got("GET", self.at())["steps"]), 3)

    def test_pages_carry_strict_headers_and_assets_are_kept(self) -> None:
        answer = self.desk.client.get("/visits/anything")
        self.assertEqual(answer.status_code, 200)
        policy = answer["Content-Security-Policy"]
        nonce = re.search(r'csp-nonce" content="([^"]+)"', answer.content.decode())
        assert nonce
        self.assertIn(f"'nonce-{nonce[1]}'", policy)
        self.assertIn("script-src 'self';", policy + ";")
        self.assertNotIn("unsafe", policy)
        self.assertEqual(answer["X-Frame-Options"], "DENY")
        self.assertEqual(answer["X-Content-Type-Options"], "nosniff")
        self.assertEqual(Client().get("/assets/none.js").status_code, 404)
        self.assertEqual(Client().get("/api/none").status_code, 404)
