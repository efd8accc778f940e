"""The second factor: set up by a code of the phone, asked for at the door, each code good once."""

from __future__ import annotations

import base64
import hmac
import struct
import time
from hashlib import sha1
from typing import Any

from django.test import Client, TestCase
from django.utils import timezone

from workshop import second_factor
from workshop.models import Member, SecondFactor, Workshop
from workshop.refusals import RefusedError
from workshop.services import make_code

from .bench import Desk

PASSWORD = "gear-by-gear-41"


def code_of(secret: bytes, at: float, digits: int = 6) -> str:
    """RFC 4226, 5.3, and RFC 6238, 4.2, written out."""
    digest = hmac.new(secret, struct.pack(">Q", int(at) // 30), sha1).digest()
    offset = digest[-1] & 15
    number = struct.unpack(">I", digest[offset : offset + 4])[0] & 0x7FFFFFFF
    return str(number % 10**digits).zfill(digits)


class SecondFactorCase(TestCase):
    def setUp(self) -> None:
        workshop = Workshop.objects.create(name="Slip Road bench")
        self.ada = Member.objects.create_user(
            "ada", password=PASSWORD, first_name="Ada", workshop=workshop, role="owner"
        )
        self.bob = Member.objects.create_user("bob", password=PASSWORD, first_name="Bob", workshop=workshop)

    def set_up(self, member: Member | None = None) -> tuple[bytes, list[str]]:
        desk = Desk(member or self.bob)
        begun = desk.got("POST", "/workshop/second-factor")
        self.assertTrue(begun["picture"].startswith("data:image/svg+xml"))
        secret = base64.b32decode(begun["secret"])
        self.assertFalse(desk.got("GET", "/workshop/second-factor")["on"])
        # A clock that runs half a minute behind is forgiven; the code of now is left for the sign-in.
        spares = desk.got("PUT", "/workshop/second-factor", {"code": code_of(secret, time.time() - 30)})[
            "spares"
        ]
        return secret, spares

    def door(self) -> Client:
        client = Client()
        answer: Any = client.post("/sign-in", {"username": "bob", "password": PASSWORD, "next": "/drawer"})
        self.assertRedirects(answer, "/sign-in/second", fetch_redirect_response=False)
        return client

    def inside(self, client: Client) -> bool:
        return client.get("/api/visits").status_code == 200

    def test_published_codes(self) -> None:
        # RFC 6238, appendix B, SHA-1; eight figures there, of which an app shows the last six.
        for at, shown in ((59, "94287082"), (1111111109, "07081804"), (2000000000, "69279037")):
            self.assertEqual(code_of(b"12345678901234567890", at, 8), shown)

    def test_the_password_alone_opens_no_more_and_a_code_is_good_once(self) -> None:
        secret, spares = self.set_up()
        self.assertEqual(len(set(spares)), 8)
        client = self.door()
        self.assertFalse(self.inside(client))
        self.assertEqual(client.post("/sign-in/second", {"code": "000000"}).status_code, 422)
        code = code_of(secret, time.time())
        answer: Any = client.post("/sign-in/second", {"code": f"{code[:3]} {code[3:]}"})
        self.assertRedirects(answer, "/drawer", fetch_redirect_response=False)
        self.assertTrue(self.inside(client))
        again = self.door()
        self.assertEqual(again.post("/sign-in/second", {"code": code}).status_code, 422)
        # A spare one opens once.
        self.assertEqual(again.post("/sign-in/second", {"code": spares[0].upper()}).status_code, 302)
        self.assertEqual(self.door().post("/sign-in/second", {"code": spares[0]}).status_code, 422)
        self.assertEqual(Desk(self.bob).got("GET", "/workshop/second-factor"), {"on": True, "spares": 7})

    def test_whoever_guesses_has_to_rest(self) -> None:
        secret, _ = self.set_up()
        client = self.door()
        for n in range(5):
            client.post("/sign-in/second", {"code": f"00000{n}"})
        self.assertEqual(
            client.post("/sign-in/second", {"code": code_of(secret, time.time())}).status_code, 429
        )
        SecondFactor.objects.update(rests_until=timezone.now())
        self.assertEqual(
            client.post("/sign-in/second", {"code": code_of(secret, time.time())}).status_code, 302
        )

    def test_without_the_password_first_there_is_no_such_page(self) -> None:
        self.set_up()
        for client in (Client(), self.door()):
            session = client.session
            if session.get("half in"):
                session["half in"] = [self.bob.pk, time.time() - 301, "/"]
                session.save()
            self.assertRedirects(client.get("/sign-in/second"), "/sign-in", fetch_redirect_response=False)

    def test_who_has_none_comes_in_as_before_and_the_sample_has_none(self) -> None:
        client = Client()
        self.assertEqual(client.post("/sign-in", {"username": "ada", "password": PASSWORD})["Location"], "/")
        self.assertTrue(self.inside(client))
        self.ada.workshop.key = "sample"
        self.ada.workshop.save()
        with self.assertRaises(RefusedError):
            second_factor.begin(Member.objects.get(pk=self.ada.pk))

    def test_it_is_taken_away_by_a_code_and_not_by_an_open_screen(self) -> None:
        secret, _ = self.set_up()
        desk = Desk(self.bob)
        self.assertEqual(desk.ask("DELETE", "/workshop/second-factor", {"code": "123456"})[0], 422)
        self.assertEqual(desk.ask("POST", "/workshop/second-factor")[0], 409)
        answer = desk.got("DELETE", "/workshop/second-factor", {"code": code_of(secret, time.time())})
        self.assertFalse(answer["on"])
        self.assertFalse(SecondFactor.objects.exists())

    def test_an_owners_code_for_a_new_password_ends_it(self) -> None:
        self.set_up()
        _, text = make_code(self.ada, "member", "", self.bob.pk)
        client = Client()
        answer = client.post("/code", {"code": text, "password": "another-long-one-7"})
        self.assertEqual(answer.status_code, 302)
        self.assertTrue(self.inside(client))
        self.assertFalse(second_factor.needed(self.bob))
