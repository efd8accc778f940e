"""What would take a bench down by time, memory or tries, and is not let."""

from __future__ import annotations

import errno
import io
import json
import os
import signal
import struct
import subprocess
import sys
import tempfile
import threading
import time
import zlib
from collections.abc import Callable
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path
from typing import Any
from unittest import mock
from uuid import uuid4

from axes.models import AccessAttempt
from django.core.files.storage import FileSystemStorage
from django.db import OperationalError
from django.test import Client, TestCase, override_settings
from PIL import Image

from sums.apart import READY, Apart, Stem, TooLongError, worked
from workshop import sign_in
from workshop.models import SeenSession
from workshop.services import found_workshop

from ..examples import LONG
from ..pictures import picture
from .bench import BenchCase

PASSWORD = "gear-by-gear-41"

DECODE = """
import resource, sys
import django
django.setup()
from django.core.files.uploadedfile import SimpleUploadedFile
from gearing.errors import GearingError
from visits.services.photos import read_picture
def most():
    return resource.getrusage(resource.RUSAGE_SELF).ru_maxrss // 1024
content = open(sys.argv[1], "rb").read()
before = most()
try:
    read_picture(SimpleUploadedFile("a", content))
    print("kept", most() - before)
except GearingError as error:
    print("refused", most() - before)
"""


def helper_of(stem: Stem) -> int:
    """The one process that was branched off."""
    pid = stem._process.pid
    (child,) = Path(f"/proc/{pid}/task/{pid}/children").read_text().split()
    return int(child)


def wait_until(met: Callable[[], bool], seconds: float = 30.0) -> bool:
    until = time.monotonic() + seconds
    while not met() and time.monotonic() < until:
        time.sleep(0.02)
    return met()


SLOW = json.dumps(
    {
        "teeth": 32,
        "readings": [
            {"value": 32.3},
            {"kind": "span", "k": 4, "value": 10.245},
            {"kind": "span", "k": 5, "value": 13.05},
        ],
    }
)
"""Of no standard size, which is looked for far and wide."""


def flat(form: str, size: tuple[int, int], mode: str = "RGB", **saved: Any) -> bytes:
    """A picture of one colour: small as a file, large once it is unpacked."""
    out = io.BytesIO()
    Image.new(mode, size).save(out, form, **saved)
    return out.getvalue()


class Pictures(BenchCase):
    def test_none_takes_more_than_its_share_of_memory(self) -> None:
        cases = {
            "png, 40 MP with alpha": ("kept", flat("PNG", (8000, 5000), "RGBA", compress_level=1)),
            "png, 60 MP": ("refused", flat("PNG", (10_000, 6000), "L", compress_level=1)),
            "webp, 16 MP": ("kept", flat("WEBP", (4000, 4000), method=0)),
        }
        if LONG:
            cases |= {
                "png, 40 MP palette": ("kept", flat("PNG", (8000, 5000), "P")),
                "jpeg, 40 MP, progressive": ("kept", flat("JPEG", (8000, 5000), progressive=True)),
                "jpeg, 40 MP": ("kept", flat("JPEG", (8000, 5000))),
                "webp, 40 MP": ("refused", flat("WEBP", (8000, 5000))),
            }
        for what, (outcome, content) in cases.items():
            with self.subTest(what=what), tempfile.NamedTemporaryFile() as file:
                file.write(content)
                file.flush()
                said = subprocess.run(
                    [sys.executable, "-c", DECODE, file.name], capture_output=True, text=True, check=True
                ).stdout.split()
                self.assertEqual(said[0], outcome)
                self.assertLess(int(said[1]), 250, "MB")

    def test_neither_comment_nor_anything_else_of_the_old_file_is_kept(self) -> None:
        out = io.BytesIO()
        Image.new("RGB", (60, 40)).save(out, "JPEG", comment=b"shot at Pier Lane 4")
        text = b"Comment\0shot at Pier Lane 4"
        chunk = struct.pack(">I", len(text)) + b"tEXt" + text + struct.pack(">I", zlib.crc32(b"tEXt" + text))
        png = picture("PNG")
        with tempfile.TemporaryDirectory() as folder, override_settings(MEDIA_ROOT=folder):
            for content in (out.getvalue(), png[:33] + chunk + png[33:]):
                status, kept = self.desk.photo(self.at("photos", uuid4()), content)
                self.assertEqual(status, 200)
                for query in ("", "?small=true"):
                    answer = self.desk.client.get(f"/api/photos/{kept['id']}{query}")
                    self.assertNotIn(b"Pier Lane", b"".join(answer.streaming_content))

    def test_a_full_disk_is_said_in_json_and_leaves_nothing(self) -> None:
        class Full(FileSystemStorage):
            def _save(self, name: str, content: Any) -> str:
                if "small" in name:
                    raise OSError(errno.ENOSPC, "No space left on device")
                return super()._save(name, content)

        with tempfile.TemporaryDirectory() as folder, override_settings(MEDIA_ROOT=folder):
            with mock.patch("visits.services.photos.default_storage", Full()):
                status, answer = self.desk.photo(self.at("photos", uuid4()), picture())
            self.assertEqual((status, answer["code"]), (503, "disk_full"))
            self.assertIn("disk", answer["problem"])
            self.assertEqual([path for path in Path(folder).rglob("*") if path.is_file()], [])
        self.assertEqual(self.desk.got("GET", self.at())["photos"], [])


class Rings(BenchCase):
    def test_999_screws_on_one_cover_are_planned_in_sections(self) -> None:
        self.desk.got("PUT", self.at("steps", uuid4()), {"line": "999x M3x10 button hex2 hull plate"})
        plan = self.desk.got("GET", self.at("plan"))
        step = next(one for one in plan["steps"] if "hull plate" in one["title"])
        self.assertEqual(step["tightening"], [])
        self.assertIn("in sections", str(step["remarks"]))


class SumsApart(TestCase):
    def test_one_that_takes_too_long_is_given_up_and_the_next_is_answered(self) -> None:
        sums = Apart(at_once=1, seconds=30)
        self.addCleanup(sums.close)
        # Its helper is up and answers, so that the time is the sum's and not the start's.
        self.assertIn("teeth", sums.compute("gear", '{"teeth": 31, "module_mm": 0.8}'))
        before = worked.get()
        sums.compute("read", SLOW)
        took = worked.get() - before
        # Given a fraction of what it takes, it is given up, and its process with it.
        sums._seconds = took / 8
        with self.assertRaises(TooLongError) as said:
            sums.compute("read", SLOW)
        self.assertEqual(list(sums._free.queue), [None])
        self.assertIn("given up", said.exception.problem)
        sums._seconds = 30
        self.assertIn("teeth", sums.compute("gear", '{"teeth": 31, "module_mm": 0.8}'))
        # The time it has is its own, however often it was asked before.
        for _ in range(3):
            sums._seconds = took * 2
            sums.compute("read", SLOW)

    def test_one_at_work_ends_though_nobody_waits_for_it_any_more(self) -> None:
        stem = Stem()
        self.addCleanup(stem.close)
        near = stem.branch()
        lines = near.makefile("rb")
        self.assertEqual(lines.readline(), READY)
        pid = helper_of(stem)
        near.sendall(json.dumps(["read", SLOW, 0.01]).encode() + b"\n")
        lines.close()
        near.close()
        self.assertTrue(wait_until(lambda: not Path(f"/proc/{pid}").exists()))

    def test_a_helper_that_dies_is_replaced(self) -> None:
        stem = Stem()
        self.addCleanup(stem.close)
        sums = Apart(at_once=1, seconds=30, stem=stem)
        self.addCleanup(sums.close)
        self.assertIn("teeth", sums.compute("gear", '{"teeth": 31, "module_mm": 0.8}'))
        os.kill(helper_of(stem), signal.SIGKILL)
        with self.assertRaises(TooLongError):
            sums.compute("gear", '{"teeth": 31, "module_mm": 0.8}')
        self.assertIn("teeth", sums.compute("gear", '{"teeth": 31, "module_mm": 0.8}'))

    def test_without_the_stem_it_was_given_it_grows_its_own(self) -> None:
        stem = Stem()
        sums = Apart(at_once=1, seconds=30, stem=stem)
        self.addCleanup(sums.close)
        stem.close()
        self.assertIn("teeth", sums.compute("gear", '{"teeth": 31, "module_mm": 0.8}'))


class Tries(TestCase):
    @classmethod
    def setUpTestData(cls) -> None:
        found_workshop("Home bench", {"ada": "Ada"}, PASSWORD)

    def sign_in(self, client: Client, name: str, password: str, **more: str) -> int:
        status: int = client.post("/sign-in", {"username": name, "password": password}, **more).status_code
        return status

    def test_others_wrong_tries_do_not_shut_a_member_out_of_her_own_device(self) -> None:
        hers = Client()
        self.assertEqual(self.sign_in(hers, "ada", PASSWORD), 302)
        hers.delete("/api/session")
        others = Client()
        tried = [self.sign_in(others, "ada", f"guess {n}") for n in range(30)]
        self.assertIn(429, tried)
        self.assertEqual(self.sign_in(Client(), "ada", PASSWORD), 429)
        self.assertEqual(self.sign_in(hers, "ada", PASSWORD), 302)
        # Nor does a known device let one guess without end.
        hers.delete("/api/session")
        tried = [self.sign_in(hers, "ada", f"guess {n}") for n in range(sign_in.DEVICE_TRIES + 12)]
        self.assertEqual(tried[-1], 429)

    def test_the_rest_ends_though_others_go_on_trying(self) -> None:
        others = Client()
        for n in range(12):
            self.sign_in(others, "ada", f"guess {n}")
        first = AccessAttempt.objects.get().attempt_time
        self.sign_in(others, "ada", "once more")
        self.assertEqual(AccessAttempt.objects.get().attempt_time, first)

    def test_random_names_from_one_address_rest_as_a_whole(self) -> None:
        tried = [self.sign_in(Client(), f"name{n}", "guess") for n in range(sign_in.NAMES_AT_ONCE + 5)]
        self.assertEqual(tried[0], 200)
        self.assertEqual(tried[-1], 429)
        with override_settings(PROXIES=1):
            self.assertEqual(self.sign_in(Client(), "ada", PASSWORD, HTTP_X_FORWARDED_FOR="192.0.2.4"), 302)

    def test_passwords_are_hashed_two_at_a_time(self) -> None:
        running, most, lock = 0, 0, threading.Lock()

        def hashed(*_: Any, **__: Any) -> bool:
            nonlocal running, most
            with lock:
                running += 1
                most = max(most, running)
            time.sleep(0.05)
            with lock:
                running -= 1
            return True

        hasher = sign_in.FewAtATime()
        with (
            mock.patch("django.contrib.auth.hashers.Argon2PasswordHasher.verify", hashed),
            ThreadPoolExecutor(12) as pool,
        ):
            list(pool.map(lambda _: hasher.verify("a", "b"), range(12)))
        self.assertEqual(most, 2)


class Headers(BenchCase):
    def test_json_is_compressed_and_nobody_keeps_it(self) -> None:
        answer = self.desk.client.get(f"/api{self.at()}", headers={"Accept-Encoding": "gzip"})
        self.assertEqual((answer["Content-Encoding"], answer["Cache-Control"]), ("gzip", "no-store"))
        self.assertEqual(int(answer["Content-Length"]), len(answer.content))
        plain = self.desk.client.get(f"/api{self.at()}")
        self.assertLess(len(answer.content), len(plain.content) / 2)
        # What a bench uses is its own page's alone; what it does not use is nobody's.
        for said in ("camera=(self)", "microphone=(self)", "geolocation=()", "usb=()"):
            self.assertIn(said, plain["Permissions-Policy"])

    def test_health_tells_no_more_than_whether_all_is_well(self) -> None:
        for host in ("testserver", "elsewhere.test", "127.0.0.1:1"):
            answer = Client().get("/health", headers={"Host": host})
            self.assertEqual((answer.status_code, answer.json()), (200, {"well": True}))
        self.assertEqual(Client().post("/health").status_code, 405)
        with mock.patch("shutil.disk_usage", return_value=mock.Mock(free=10)):
            answer = Client().get("/health")
        self.assertEqual((answer.status_code, answer.json()), (503, {"well": False}))

    def test_a_session_that_finds_no_room_is_said_too(self) -> None:
        self.desk.client.get("/api/visits")
        full = OperationalError(1114, "The table 'django_session' is full")
        found_workshop("Other bench", {"dan": "Dan"}, PASSWORD)
        with mock.patch("django.contrib.sessions.backends.db.SessionStore.save", side_effect=full):
            refused = Client(raise_request_exception=False).post(
                "/sign-in", {"username": "dan", "password": PASSWORD}
            )
            self.assertEqual(refused.status_code, 503)
            self.assertContains(refused, "does not answer", status_code=503)
        with mock.patch("workshop.sessions._write_down", side_effect=full):
            SeenSession.objects.all().delete()
            answer = Client(raise_request_exception=False)
            answer.force_login(self.ben, backend="django.contrib.auth.backends.ModelBackend")
            self.assertEqual(answer.get("/api/visits").status_code, 200)

    def test_a_failure_of_ours_is_json_with_a_number_that_stands_in_the_log(self) -> None:
        with (
            self.assertLogs("dentado", "ERROR") as log,
            mock.patch("visits.services.find_visits", side_effect=RuntimeError("broke")),
        ):
            status, answer = self.desk.ask("GET", "/visits")
        self.assertEqual((status, answer["code"]), (500, "broken"))
        number = answer["hint"].rsplit(" ", 1)[1].rstrip(".")
        self.assertIn(number, log.output[0])
        status, answer = self.desk.ask("GET", "/none/such")
        self.assertEqual((status, answer["code"]), (404, "no_route"))
