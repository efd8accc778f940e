"""Who is at the other end: the caller's own address, and what is this machine."""

from __future__ import annotations

import unittest

from django.http import HttpResponse
from django.test import RequestFactory, override_settings

from workshop.client import ClientAddress, device_name, from_here


class Address(unittest.TestCase):
    def seen(self, forwarded: str, proxies: int) -> str:
        """The address as everything behind the middleware sees it."""
        request = RequestFactory().get("/", headers={"X-Forwarded-For": forwarded} if forwarded else {})
        seen: list[str] = []

        def answer(request: object) -> HttpResponse:
            seen.append(request.META["REMOTE_ADDR"])  # type: ignore[attr-defined]
            return HttpResponse()

        with override_settings(PROXIES=proxies):
            ClientAddress(answer)(request)
        return seen[0]

    def test_only_what_ones_own_proxies_added_is_believed(self) -> None:
        cases = {
            ("", 1): "127.0.0.1",
            ("192.0.2.7", 0): "127.0.0.1",
            ("192.0.2.7", 1): "192.0.2.7",
            ("203.0.113.9, 192.0.2.7", 1): "192.0.2.7",
            ("203.0.113.9, 192.0.2.7, 10.0.0.1", 2): "192.0.2.7",
            ("192.0.2.7", 2): "127.0.0.1",
            ("192.0.2.7:5021", 1): "192.0.2.7",
            ("2001:db8::7", 1): "2001:db8::7",
            ("[2001:db8::7]:443", 1): "2001:db8::7",
            ("not an address", 1): "127.0.0.1",
            (" , ,", 1): "127.0.0.1",
        }
        for (forwarded, proxies), expected in cases.items():
            with self.subTest(forwarded=forwarded, proxies=proxies):
                self.assertEqual(self.seen(forwarded, proxies), expected)

    def test_this_machine_is_not_whoever_comes_through_a_proxy_on_it(self) -> None:
        make = RequestFactory()
        for address, forwarded, here in (
            ("127.0.0.1", "", True),
            ("127.8.9.1", "", True),
            ("::1", "", True),
            ("192.0.2.7", "", False),
            ("127.0.0.1", "192.0.2.7", False),
            ("127.0.0.1", "127.0.0.1", False),
            ("", "", False),
        ):
            more = {"X-Forwarded-For": forwarded} if forwarded else {}
            with self.subTest(address=address, forwarded=forwarded), override_settings(PROXIES=0):
                self.assertEqual(from_here(make.get("/", headers=more, REMOTE_ADDR=address)), here)

    def test_a_device_is_called_what_a_person_would_call_it(self) -> None:
        for agent, called in (
            ("Mozilla/5.0 (Linux; Android 14) Firefox/133.0", "Android, Firefox"),
            (
                "Mozilla/5.0 (iPhone; CPU iPhone OS 18_1 like Mac OS X) Version/18.1 Safari/604.1",
                "iPhone, Safari",
            ),
            ("Mozilla/5.0 (Windows NT 10.0) Chrome/131.0 Safari/537.36 Edg/131.0", "Windows, Edge"),
            ("curl/8", "a device"),
            ("", "a device"),
        ):
            request = RequestFactory().get("/", headers={"User-Agent": agent})
            self.assertEqual(device_name(request), called)
