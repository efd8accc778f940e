"""Who may come in, who may do what, and what an owner decides."""

from __future__ import annotations

import re
import tempfile
from uuid import uuid4

from django.conf import settings
from django.db import IntegrityError, transaction
from django.test import Client, TestCase, override_settings

from demo import DEMO_MEMBER, DEMO_PASSWORD
from demo.load import load
from visits.models import Photo, Unit
from workshop.models import SAMPLE, Code, Member, SeenSession, Workshop
from workshop.services import found_workshop

from .bench import BenchCase, Desk, member
from .test_door import every_route

PASSWORD = "gear-by-gear-41"
OWN = {"bench": "Slip Road bench", "called": "Ada", "username": "ada", "password": PASSWORD}


def signed_in(username: str, password: str = PASSWORD, **more: str) -> Client:
    client = Client(**more)
    answer = client.post("/sign-in", {"username": username, "password": password})
    assert answer.status_code == 302, answer.content
    return client


class FirstPage(TestCase):
    def test_a_bench_of_ones_own_is_set_up_once_and_by_its_owner(self) -> None:
        self.assertContains(self.client.get("/sign-in"), "Set up your own bench")
        for wrong in ({"password": "short"}, {"username": "a b"}, {"bench": ""}):
            self.assertEqual(self.client.post("/set-up", {**OWN, **wrong}).status_code, 422)
        self.assertFalse(Member.objects.exists())
        self.assertRedirects(self.client.post("/set-up", OWN), "/", fetch_redirect_response=False)
        session = self.client.get("/api/session").json()
        self.assertEqual((session["workshop"], session["role"]), ("Slip Road bench", "owner"))
        # Nobody sets up a second one over it.
        again = Client().post("/set-up", {**OWN, "username": "eve"})
        self.assertRedirects(again, "/sign-in", fetch_redirect_response=False)
        self.assertEqual(Member.objects.count(), 1)
        self.assertNotContains(Client().get("/sign-in"), "Set up your own bench")

    @override_settings(SETUP_CODE="the-code", PROXIES=1)
    def test_from_another_machine_it_takes_the_code_that_the_start_printed(self) -> None:
        far = {"HTTP_X_FORWARDED_FOR": "192.0.2.7"}
        self.assertContains(self.client.get("/set-up", **far), "code that the start printed")
        self.assertEqual(self.client.post("/set-up", OWN, **far).status_code, 422)
        self.assertEqual(self.client.post("/set-up", {**OWN, "code": "guess"}, **far).status_code, 422)
        self.assertEqual(self.client.post("/set-up", {**OWN, "code": "the-code"}, **far).status_code, 302)


class Sample(TestCase):
    @classmethod
    def setUpTestData(cls) -> None:
        cls.folder = tempfile.TemporaryDirectory()
        cls.addClassCleanup(cls.folder.cleanup)
        with override_settings(MEDIA_ROOT=cls.folder.name):
            load()

    def test_its_password_works_on_this_machine_only(self) -> None:
        answer = {"username": DEMO_MEMBER, "password": DEMO_PASSWORD}
        for far in ({"REMOTE_ADDR": "192.0.2.7"}, {"HTTP_X_FORWARDED_FOR": "192.0.2.7"}):
            refused = Client(**far).post("/sign-in", answer)
            self.assertContains(refused, "only on the machine")
        with override_settings(PROXIES=1):
            self.assertContains(
                Client(HTTP_X_FORWARDED_FOR="192.0.2.7").post("/sign-in", answer), "only on the"
            )
        self.assertEqual(Client().post("/sign-in", answer).status_code, 302)

    def test_it_stands_beside_ones_own_and_goes_in_one_move_for_good(self) -> None:
        self.assertFalse(load(), "loaded twice")
        guest = signed_in(DEMO_MEMBER, DEMO_PASSWORD)
        refused = guest.delete("/api/workshop/sample")
        self.assertEqual((refused.status_code, refused.json()["code"]), (409, "only_bench"))
        owner = Client()
        owner.post("/set-up", OWN)
        self.assertEqual(owner.get("/api/visits").json()["total"], 0)
        self.assertEqual(guest.delete("/api/workshop/sample").json()["code"], "owner")
        self.assertTrue(Photo.objects.exists())
        with override_settings(MEDIA_ROOT=self.folder.name):
            self.assertEqual(owner.delete("/api/workshop/sample").json(), {"removed": True})
        self.assertEqual(list(Workshop.objects.values_list("key", flat=True)), [None])
        self.assertFalse(Unit.objects.exists() or Photo.objects.exists())
        self.assertEqual(guest.get("/api/visits").status_code, 401)
        self.assertFalse(load(), "it came back")
        self.assertFalse(owner.get("/api/workshop").json()["has_sample"])

    def test_a_renamed_sample_is_not_loaded_again(self) -> None:
        Workshop.objects.filter(key=SAMPLE).update(name="Somebody's bench")
        self.assertFalse(load())
        self.assertEqual(Workshop.objects.count(), 1)


class ByCode(TestCase):
    @classmethod
    def setUpTestData(cls) -> None:
        cls.home = found_workshop("Home bench", {"ada": "Ada", "ben": "Ben"}, PASSWORD)

    def setUp(self) -> None:
        self.owner = signed_in("ada")

    def code(self, **answer: str) -> str:
        made = self.owner.post("/api/workshop/codes", answer, "application/json")
        self.assertEqual(made.status_code, 200, made.content)
        text: str = made.json()["text"]
        return text

    def test_a_code_lets_one_in_once_in_its_role(self) -> None:
        text = self.code(role="reader", called="Cleo")
        self.assertNotIn(text.replace("-", ""), str(Code.objects.values_list("digest", flat=True)))
        page = Client()
        self.assertContains(page.get(f"/code?code={text}"), "Home bench")
        answer = {"code": text.lower(), "username": "cleo", "called": "Cleo", "password": PASSWORD}
        self.assertEqual(page.post("/code", {**answer, "username": "ADA"}).status_code, 422)
        self.assertEqual(page.post("/code", answer).status_code, 302)
        self.assertEqual(page.get("/api/session").json()["role"], "reader")
        used = Client().post("/code", {**answer, "username": "dan"})
        self.assertContains(used, "used up", status_code=422)
        self.assertContains(Client().get("/code?code=AAAA-BBBB-CCCC"), "used up", status_code=422)

    def test_one_taken_back_or_over_lets_nobody_in(self) -> None:
        text = self.code()
        (code,) = self.owner.get("/api/workshop").json()["codes"]
        self.owner.delete(f"/api/workshop/codes/{code['id']}")
        self.assertEqual(Client().get(f"/code?code={text}").status_code, 422)
        text = self.code()
        Code.objects.update(expires_at="2020-01-01T00:00:00Z")
        self.assertEqual(Client().get(f"/code?code={text}").status_code, 422)

    def test_a_forgotten_password_is_set_anew_and_ends_every_sign_in(self) -> None:
        ben = signed_in("ben")
        number = Member.objects.get(username="ben").pk
        made = self.owner.post(f"/api/workshop/members/{number}/reset")
        fresh = {"code": made.json()["text"], "password": "another-gear-52"}
        self.assertContains(Client().get(f"/code?code={fresh['code']}"), "Ben")
        self.assertEqual(Client().post("/code", fresh).status_code, 302)
        self.assertEqual(ben.get("/api/visits").status_code, 401)
        signed_in("ben", "another-gear-52")

    def test_ones_own_password_is_changed_and_other_devices_are_out(self) -> None:
        here, there = signed_in("ben"), signed_in("ben")

        def change(**said_back: str) -> tuple[int, str]:
            answer = here.put("/api/workshop/password", said_back, "application/json")
            return answer.status_code, answer.json().get("field", "")

        self.assertEqual(change(old="wrong", new="another-gear-52"), (422, "old"))
        self.assertEqual(change(old=PASSWORD, new="short"), (422, "new"))
        self.assertEqual(change(old=PASSWORD, new="another-gear-52")[0], 200)
        self.assertEqual(
            (here.get("/api/visits").status_code, there.get("/api/visits").status_code), (200, 401)
        )

    def test_the_last_owner_stays_one(self) -> None:
        ada, ben = (Member.objects.get(username=name).pk for name in ("ada", "ben"))

        def role(number: int, role: str, active: bool = True) -> int:
            path = f"/api/workshop/members/{number}"
            return self.owner.put(path, {"role": role, "active": active}, "application/json").status_code

        self.assertEqual(role(ada, "member"), 409)
        self.assertEqual(role(ada, "owner", active=False), 409)
        self.assertEqual(role(ben, "owner"), 200)
        self.assertEqual(role(ada, "member"), 200)
        self.assertEqual(role(ben, "reader"), 403)

    def test_one_barred_is_out_at_once(self) -> None:
        ben = signed_in("ben")
        number = Member.objects.get(username="ben").pk
        self.owner.put(
            f"/api/workshop/members/{number}", {"role": "member", "active": False}, "application/json"
        )
        self.assertEqual(ben.get("/api/visits").status_code, 401)
        self.assertContains(
            Client().post("/sign-in", {"username": "ben", "password": PASSWORD}), "belong together"
        )

    def test_sign_ins_are_seen_and_ended(self) -> None:
        phone = signed_in("ben", HTTP_USER_AGENT="Mozilla/5.0 (Linux; Android 14) Firefox/133.0")
        seen = self.owner.get("/api/workshop").json()["sign_ins"]
        (bens,) = [one for one in seen if one["member"] == "Ben"]
        self.assertEqual((bens["device"], bens["address"]), ("Android, Firefox", "127.0.0.1"))
        self.assertEqual(len([one for one in seen if one["this_one"]]), 1)
        # A member sees and ends only their own.
        own = phone.get("/api/workshop").json()["sign_ins"]
        self.assertEqual([one["member"] for one in own], ["Ben"])
        adas = next(one for one in seen if one["member"] == "Ada")
        self.assertEqual(phone.delete(f"/api/workshop/sign-ins/{adas['id']}").status_code, 404)
        self.assertEqual(self.owner.delete(f"/api/workshop/sign-ins/{bens['id']}").status_code, 200)
        self.assertEqual(phone.get("/api/visits").status_code, 401)
        self.assertEqual(SeenSession.objects.count(), 1)

    def test_no_member_is_without_a_workshop(self) -> None:
        with self.assertRaises(IntegrityError), transaction.atomic():
            Member.objects.create_user("nobody", password=PASSWORD)


class Roles(BenchCase):
    def test_a_reader_changes_nothing_by_any_route(self) -> None:
        reader = member("rita", self.home)
        Member.objects.filter(pk=reader.pk).update(role="reader")
        desk = Desk(Member.objects.get(pk=reader.pk))
        changing = [
            (method, path)
            for method, path in every_route()
            if method != "get"
            and not re.match(
                r"/api/(sums|devices|practice|session|workshop/(password|second-factor)|drawer/(search|counts)$)",
                path,
            )
            and not path.endswith("/look")
        ]
        self.assertGreater(len(changing), 30)
        for method, path in changing:
            with self.subTest(method=method, path=path):
                status, answer = desk.ask(method.upper(), path.removeprefix("/api"), {})
                self.assertEqual((status, answer["code"]), (403, "reader"))
        self.assertEqual(desk.got("GET", self.at())["number"], 1)
        self.assertEqual(desk.ask("POST", "/sums/entry", {"line": "cover"})[0], 200)

    def test_only_an_owner_decides_on_members_and_backups(self) -> None:
        for method, path, body in (
            ("POST", "/workshop/codes", {}),
            ("POST", f"/workshop/members/{self.ben.pk}/reset", None),
            ("PUT", f"/workshop/members/{self.ben.pk}", {"role": "reader"}),
            ("DELETE", f"/workshop/codes/{uuid4()}", None),
            ("POST", "/workshop/backups", None),
        ):
            with self.subTest(path=path):
                status, answer = self.desk.ask(method, path, body)
                self.assertEqual((status, answer["code"]), (403, "owner"))
        # Nor does an owner of another workshop.
        Member.objects.filter(pk=self.eve.pk).update(role="owner")
        eve = Desk(Member.objects.get(pk=self.eve.pk))
        self.assertEqual(eve.ask("PUT", f"/workshop/members/{self.ben.pk}", {"role": "reader"})[0], 404)
        self.assertEqual(eve.got("GET", "/workshop")["name"], "Away bench")
        self.assertIn(settings.VERSION, str(eve.got("GET", "/workshop")["versions"]))

    def test_what_one_kept_on_a_shared_device_is_not_taken_from_another(self) -> None:
        path = f"/api{self.at('steps', uuid4())}"
        for key, status in ((str(self.ben.pk), 409), (str(self.ada.pk), 200)):
            answer = self.desk.client.put(
                path, {"line": "drum"}, "application/json", headers={"X-Dentado-Member": key}
            )
            self.assertEqual(answer.status_code, status)
        self.assertEqual(len(self.desk.got("GET", self.at())["steps"]), 4)
