"""The workshop's own network: a certificate of the bench's own, and nothing shared that everybody can open."""

from __future__ import annotations

import json
import ssl
import stat
import tempfile
import unittest
import urllib.error
import urllib.request
from datetime import UTC, datetime, timedelta
from ipaddress import IPv4Address, IPv6Address, ip_address
from pathlib import Path

from cryptography import x509
from cryptography.x509.verification import PolicyBuilder, Store, VerificationError

from launch.certificate import DAYS, certificate_for
from launch.mariadb import free_port
from launch.share import SHARED_PORT, share_of

from .installed import Installed

NOW = datetime(2026, 11, 27, 12, tzinfo=UTC)
BENCH = ["192.168.1.20", "bench.local"]


class Certificate(unittest.TestCase):
    def setUp(self) -> None:
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name) / "tls"

    def made(self, names: list[str] | None = None, now: datetime = NOW) -> str:
        self.kept = certificate_for(self.folder, names or BENCH, now)
        return self.kept.made

    def vouches_for(self, name: str, now: datetime = NOW) -> bool:
        """As a device that trusts the authority would see it."""
        leaf, authority = x509.load_pem_x509_certificates(self.kept.chain.read_bytes())
        self.assertEqual(authority, x509.load_pem_x509_certificate(self.kept.authority.read_bytes()))
        checked = PolicyBuilder().store(Store([authority])).time(now)
        try:
            subject = x509.DNSName(name) if not name[0].isdigit() else x509.IPAddress(_address(name))
            checked.build_server_verifier(subject).verify(leaf, [])
        except VerificationError:
            return False
        return True

    def test_it_vouches_for_the_bench_and_for_nothing_else(self) -> None:
        self.assertEqual(self.made(), "there was none")
        for name in BENCH:
            self.assertTrue(self.vouches_for(name), name)
        for name in ("192.168.1.21", "example.org", "bench.example.org"):
            self.assertFalse(self.vouches_for(name), name)

    def test_what_still_serves_is_kept(self) -> None:
        self.made()
        before = self.kept.chain.read_bytes()
        self.assertEqual(self.made(now=NOW + timedelta(days=DAYS - 40)), "")
        self.assertEqual(self.kept.chain.read_bytes(), before)

    def test_run_out_moved_or_broken_it_is_made_again_under_the_same_authority(self) -> None:
        self.made()
        authority, fingerprint = self.kept.authority.read_bytes(), self.kept.fingerprint
        later = NOW + timedelta(days=DAYS - 10)
        self.assertFalse(self.vouches_for(BENCH[0], NOW + timedelta(days=DAYS + 1)))
        self.assertEqual(self.made(now=later), "the old one had run out")
        self.assertTrue(self.vouches_for(BENCH[0], NOW + timedelta(days=DAYS + 1)))
        self.assertEqual(self.made(["192.168.1.77", "bench.local"], later), "the bench's address has changed")
        self.assertTrue(self.vouches_for("192.168.1.77", later))
        self.kept.chain.write_text("cut off")
        self.assertEqual(self.made(["192.168.1.77"], later), "there was none")
        # Phones that trust the bench go on trusting it.
        self.assertEqual((self.kept.authority.read_bytes(), self.kept.fingerprint), (authority, fingerprint))

    def test_a_phone_whose_clock_is_behind_takes_it(self) -> None:
        self.made()
        self.assertTrue(self.vouches_for(BENCH[0], NOW - timedelta(hours=3)))

    def test_an_address_of_no_private_network_is_vouched_for_alone(self) -> None:
        self.made()
        self.assertEqual(self.made(["203.0.113.9"]), "the bench has another sort of address")
        self.assertTrue(self.vouches_for("203.0.113.9"))
        self.assertEqual(self.made(["203.0.113.9"]), "")

    def test_keys_are_their_owners_alone(self) -> None:
        self.made()
        for key in (self.kept.key, self.folder / "authority.key"):
            self.assertEqual(stat.S_IMODE(key.stat().st_mode), 0o600, key)


def _address(name: str) -> IPv4Address | IPv6Address:

    return ip_address(name)


class Asked(unittest.TestCase):
    def test_an_address_a_port_or_both(self) -> None:
        for said, bind, port in (
            ("192.168.1.20", "192.168.1.20", SHARED_PORT),
            ("9443", "0.0.0.0", 9443),
            ("192.168.1.20:9443", "192.168.1.20", 9443),
            ("[fd00::20]:9443", "fd00::20", 9443),
        ):
            with self.subTest(said=said):
                share = share_of({"DENTADO_BIND": said, "DENTADO_HOSTS": "bench.local"})
                self.assertEqual((share.bind, share.port), (bind, port))
                self.assertEqual(share.address, f"https://bench.local:{port}")

    def test_without_a_name_it_is_reached_by_its_address(self) -> None:
        share = share_of({"DENTADO_BIND": "[fd00::20]:9443"})
        self.assertEqual(share.address, "https://[fd00::20]:9443")
        self.assertLessEqual({"fd00::20", "127.0.0.1", "localhost"}, set(share.names))

    def test_what_is_no_address_is_refused(self) -> None:
        for said in ("nonsense", "192.168.1.20:port", "300.1.1.1"):
            with self.subTest(said=said), self.assertRaises(SystemExit):
                share_of({"DENTADO_BIND": said})


class Shared(Installed):
    """On another address of loopback, which every machine has."""

    HOST = "127.0.0.2"

    def asked(self, path: str, **headers: str) -> tuple[int, dict[str, str], bytes]:
        """As a phone asks that trusts the bench."""
        trusted = ssl.create_default_context(cafile=str(self.var / "tls" / "authority.pem"))
        request = urllib.request.Request(f"https://{self.HOST}:{self.other}{path}", headers=headers)
        try:
            with urllib.request.urlopen(request, context=trusted, timeout=20) as answer:
                return answer.status, dict(answer.headers), answer.read()
        except urllib.error.HTTPError as refused:
            return refused.code, dict(refused.headers), refused.read()

    def test_the_bench_is_shared_under_its_own_certificate_once_that_is_meant(self) -> None:
        self.lay_sample()
        self.other = free_port()
        self.more = {"DENTADO_BIND": f"{self.HOST}:{self.other}"}
        refused = self.run_command("start", "--share")
        self.assertEqual(refused.returncode, 1)
        self.assertIn("everybody knows its password", refused.stderr)
        self.assertFalse(self.listening())
        self.words = ("--share", "--share")
        self.start()
        self.assertIn(f"https://{self.HOST}:{self.other}", self.heard)
        self.assertEqual(json.loads(self.asked("/health")[2]), {"well": True})
        with self.assertRaises(urllib.error.URLError):
            urllib.request.urlopen(f"https://{self.HOST}:{self.other}/health", timeout=20)
        status, headers, _ = self.asked("/sign-in")
        self.assertEqual(status, 200)
        self.assertIn("Secure", headers["Set-Cookie"])
        self.assertNotIn("Strict-Transport-Security", headers)
        self.assertEqual(self.asked("/sign-in", Host="evil.example")[0], 400)
        status, headers, certificate = self.asked("/trust/bench.crt")
        self.assertEqual((status, headers["Content-Type"]), (200, "application/x-x509-ca-cert"))
        kept = x509.load_pem_x509_certificate((self.var / "tls" / "authority.pem").read_bytes())
        self.assertEqual(x509.load_der_x509_certificate(certificate), kept)
        # Loopback goes on as it was, and one stop ends both.
        self.assertTrue(self.answers())
        self.assertEqual(self.run_command("stop").returncode, 0)
        with self.assertRaises(urllib.error.URLError):
            self.asked("/health")
        self.assertEqual(self.leftovers(), [])
