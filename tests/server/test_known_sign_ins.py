"""Who is signed in is asked of the record once, and anew after whatever may have changed it."""

from __future__ import annotations

import tempfile
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path
from typing import Any

from django.contrib.sessions.models import Session
from django.db import connection, transaction
from django.test import Client, TransactionTestCase, override_settings
from django.test.utils import CaptureQueriesContext
from hypothesis import given
from hypothesis import strategies as st

from workshop.models import OWNER, READER, SAMPLE, WORKER, Member, SeenSession, Workshop
from workshop.services import change_member, end_session, found_workshop
from workshop.sessions import end_sessions

from ..examples import examples
from .test_members import PASSWORD, signed_in


class Known(TransactionTestCase):
    """Two members of one bench, both signed in by their passwords, where sign-ins may be known."""

    def setUp(self) -> None:
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)
        known = override_settings(SIGN_INS_KNOWN=True, VAR=self.folder)
        known.enable()
        self.addCleanup(known.disable)
        self.home = Workshop.objects.create(name="Home bench")
        self.ada = self.made("ada", OWNER)
        self.ben = self.made("ben", WORKER)
        self.hers, self.his = signed_in("ada"), signed_in("ben")
        self.who(self.hers), self.who(self.his)

    def made(self, name: str, role: str) -> Member:
        return Member.objects.create_user(
            name, password=PASSWORD, first_name=name.title(), workshop=self.home, role=role
        )

    def who(self, client: Client) -> dict[str, Any]:
        """Who the server says is signed in there."""
        said: dict[str, Any] = client.get("/api/session").json()
        return said

    def queries(self, client: Client) -> int:
        with CaptureQueriesContext(connection) as asked:
            self.who(client)
        return len(asked)

    def test_asked_again_it_takes_no_query_and_says_the_same(self) -> None:
        first = self.who(self.his)
        self.assertEqual(first["member"], "Ben")
        self.assertEqual(self.queries(self.his), 0)
        self.assertEqual(self.who(self.his), first)
        self.assertEqual(self.who(self.hers)["member"], "Ada")

    def test_where_others_may_write_to_the_database_the_record_is_asked_each_time(self) -> None:
        with override_settings(SIGN_INS_KNOWN=False):
            self.assertGreater(self.queries(self.his), 0)
            self.assertGreater(self.queries(self.his), 0)

    def test_a_sign_out_ends_it(self) -> None:
        self.his.delete("/api/session")
        self.assertEqual(self.who(self.his)["member"], "")
        self.assertEqual(self.who(self.hers)["member"], "Ada")

    def test_the_cookie_of_one_that_signed_out_opens_nothing(self) -> None:
        kept = Client()
        kept.cookies = self.his.cookies.copy()
        self.assertEqual(self.who(kept)["member"], "Ben")
        self.his.delete("/api/session")
        self.assertEqual(self.who(kept)["member"], "")

    def test_a_member_let_go_is_out_with_the_next_request(self) -> None:
        change_member(self.ada, self.ben.pk, WORKER, active=False)
        self.assertEqual(self.who(self.his)["member"], "")

    def test_a_member_barred_while_the_session_stays_is_out(self) -> None:
        Session.objects.filter(session_key=self.his.session.session_key).update(session_key="elsewhere")
        self.ben.is_active = False
        self.ben.save(update_fields=["is_active"])
        self.assertEqual(self.who(self.his)["member"], "")

    def test_another_role_holds_with_the_next_request(self) -> None:
        visit = {"unit_id": "6b4b6ff0-7d4a-4d63-9a55-7a0f61a2a5f6", "kind": "other", "label": "Tern"}
        self.assertEqual(self.put(visit), 200)
        change_member(self.ada, self.ben.pk, READER, active=True)
        self.assertEqual(self.who(self.his)["role"], READER)
        self.assertEqual(self.put(visit), 403)

    def put(self, visit: dict[str, str]) -> int:
        path = "/api/visits/0e6bd5f4-7cf7-4b8e-9b36-0f6f6f0f2d11"
        return self.his.put(path, visit, content_type="application/json").status_code

    def test_an_owner_ends_a_sign_in_elsewhere(self) -> None:
        end_session(self.ada, SeenSession.objects.get(member=self.ben).id)
        self.assertEqual(self.who(self.his)["member"], "")

    def test_a_changed_password_ends_the_other_sign_ins(self) -> None:
        second = signed_in("ben")
        self.assertEqual(self.who(second)["member"], "Ben")
        body = {"old": PASSWORD, "new": "tooth-after-tooth-7"}
        answer = second.put("/api/workshop/password", body, content_type="application/json")
        self.assertEqual(answer.status_code, 200, answer.content)
        self.assertEqual((self.who(second)["member"], self.who(self.his)["member"]), ("Ben", ""))

    def test_another_name_of_the_bench_is_said(self) -> None:
        self.home.name = "Slip Road bench"
        self.home.save()
        self.assertEqual(self.who(self.his)["workshop"], "Slip Road bench")

    def test_what_is_taken_back_was_never_known(self) -> None:
        with transaction.atomic():
            self.ben.first_name = "Nobody"
            self.ben.save()
            self.assertEqual(self.who(self.his)["member"], "Nobody")
            transaction.set_rollback(True)
        self.assertEqual(self.who(self.his)["member"], "Ben")

    def test_what_another_asks_while_it_is_being_written_is_not_known_thereafter(self) -> None:
        def beside() -> str:
            try:
                return str(self.who(self.his)["member"])
            finally:
                connection.close()

        with transaction.atomic():
            self.ben.first_name = "Benno"
            self.ben.save()
            with ThreadPoolExecutor(1) as pool:
                self.assertEqual(pool.submit(beside).result(), "Ben")
        self.assertEqual(self.who(self.his)["member"], "Benno")

    def test_what_a_request_does_to_its_member_is_no_others(self) -> None:
        for _ in range(2):
            request = self.his.get("/api/session").wsgi_request
            self.assertEqual((request.user.first_name, request.user.workshop.name), ("Ben", "Home bench"))
            request.user.first_name, request.user.workshop.name = "Other", "Other bench"
            request.session["seen"] = 0
        self.assertEqual(self.queries(self.his), 0)
        self.assertEqual(
            (self.who(self.his)["member"], self.who(self.his)["workshop"]), ("Ben", "Home bench")
        )

    def test_the_door_asks_once_who_there_is_and_again_once_somebody_came(self) -> None:
        Member.objects.all().delete()
        Workshop.objects.all().delete()
        self.assertIn("Set up your own bench", self.door())
        with self.assertNumQueries(0):
            self.assertIn("Set up your own bench", self.door())
        self.home.save()
        self.made("cleo", OWNER)
        self.assertNotIn("Set up your own bench", self.door())
        with self.assertNumQueries(0):
            self.door()
        found_workshop("Sample", {"robin": "Robin"}, PASSWORD, key=SAMPLE)
        Member.objects.filter(workshop=self.home).delete()
        self.assertIn("look round the sample bench", self.door())

    def door(self) -> str:
        return Client().get("/sign-in").content.decode()

    def test_a_change_told_by_another_process_holds(self) -> None:
        self.assertEqual(self.queries(self.his), 0)
        (self.folder / "sign-ins").write_bytes(b"told by another.")
        self.assertGreater(self.queries(self.his), 0)
        self.assertEqual(self.queries(self.his), 0)

    def test_without_the_shared_file_the_record_is_asked_and_the_file_made_again(self) -> None:
        (self.folder / "sign-ins").unlink()
        self.assertGreater(self.queries(self.his), 0)
        self.assertGreater(self.queries(self.his), 0)
        self.assertEqual(self.queries(self.his), 0)

    def test_a_file_that_takes_nothing_gives_way_to_none(self) -> None:
        state = self.folder / "sign-ins"
        before = state.read_bytes()
        # As on a disk that refuses: it cannot be written to, and can be removed.
        state.unlink()
        state.symlink_to("/dev/full")
        self.ben.first_name = "Benno"
        self.ben.save()
        self.assertFalse(state.is_symlink())
        self.assertEqual(self.who(self.his)["member"], "Benno")
        self.who(self.his)
        self.assertNotEqual(state.read_bytes(), before)

    def test_whatever_happens_it_says_what_the_record_says(self) -> None:
        doing = st.sampled_from(["role", "bar", "back", "name", "end", "in", "ask", "undone"])

        @examples(40)
        @given(st.lists(doing, max_size=12))
        def tried(doings: list[str]) -> None:
            for each in ["back", "in", *doings]:
                self.do(each)
                known = self.who(self.his), self.who(self.hers)
                with override_settings(SIGN_INS_KNOWN=False):
                    self.assertEqual(known, (self.who(self.his), self.who(self.hers)), doings)

        tried()

    def do(self, doing: str) -> None:
        ben = Member.objects.get(pk=self.ben.pk)
        match doing:
            case "role":
                change_member(self.ada, ben.pk, READER if ben.role == WORKER else WORKER, ben.is_active)
            case "bar":
                change_member(self.ada, ben.pk, ben.role, active=False)
            case "back":
                change_member(self.ada, ben.pk, ben.role, active=True)
            case "name":
                ben.first_name = f"{ben.first_name[:20]}o"
                ben.save()
            case "end":
                end_sessions(SeenSession.objects.filter(member=ben))
            case "in" if ben.is_active:
                self.his.force_login(ben, backend="django.contrib.auth.backends.ModelBackend")
            case "undone":
                with transaction.atomic():
                    ben.role = OWNER
                    ben.save()
                    self.who(self.his)
                    transaction.set_rollback(True)
