"""Addresses that are given out: on the workshop's network where it is shared, and said plainly where it is not."""

from __future__ import annotations

import tempfile
from pathlib import Path
from uuid import uuid4

from django.test import Client, override_settings

from launch.certificate import certificate_for
from workshop import trust

from .bench import BenchCase

SHARED = "https://192.168.1.20:8443"


class Addresses(BenchCase):
    def given(self) -> dict[str, str]:
        return {
            "join": self.desk.got("PUT", self.at("joins", uuid4()))["address"],
            "link": self.desk.got("PUT", self.at("links", uuid4()))["address"],
            "feed": self.desk.got("GET", "/reminders")["address"],
            "phone": self.desk.got("GET", "/workshop/phones")["address"],
        }

    @override_settings(SHARED=SHARED)
    def test_what_is_given_out_is_where_others_reach_the_bench(self) -> None:
        for what, address in self.given().items():
            self.assertTrue(address.startswith(f"{SHARED}/"), (what, address))
        self.assertEqual(self.desk.got("PUT", self.at("joins", uuid4()))["alone"], "")

    @override_settings(ALLOWED_HOSTS=["127.0.0.1", "bench.example"])
    def test_a_bench_on_this_machine_alone_says_so_and_how_to_share_it(self) -> None:
        for path, method in ((self.at("joins", uuid4()), "PUT"), ("/workshop/phones", "GET")):
            for host, alone in (("127.0.0.1:8350", True), ("bench.example", False)):
                answer = self.desk.client.generic(method, f"/api{path}", HTTP_HOST=host).json()
                self.assertEqual("--share" in answer["alone"], alone, (path, host))

    def test_a_phone_finds_the_certificate_it_is_to_trust(self) -> None:
        self.assertContains(Client().get("/trust"), "nothing to trust")
        self.assertEqual(Client().get("/trust/bench.crt").status_code, 404)
        with tempfile.TemporaryDirectory() as folder:
            kept = certificate_for(Path(folder), ["192.168.1.20"])
            trust.authority.cache_clear()
            self.addCleanup(trust.authority.cache_clear)
            with override_settings(AUTHORITY=kept.authority, SHARED=SHARED):
                page = Client().get("/trust")
                # As the screen at the bench shows it, and as the certificate itself has it.
                self.assertContains(page, kept.fingerprint[:23])
                self.assertContains(page, kept.fingerprint[-23:])
                self.assertEqual(self.desk.got("GET", "/workshop/phones")["fingerprint"], kept.fingerprint)
                self.assertEqual(self.desk.got("GET", "/workshop/phones")["address"], f"{SHARED}/trust")
                self.assertEqual(
                    Client().get("/trust/bench.crt")["Content-Type"], "application/x-x509-ca-cert"
                )
