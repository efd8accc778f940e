"""The record in one file and back: taken while work goes on, put back on a machine that has nothing."""

from __future__ import annotations

import hashlib
import io
import json
import re
import shutil
import tarfile
import tempfile
import threading
import time
import unittest
import urllib.request
from datetime import UTC, datetime, timedelta
from http.cookiejar import CookieJar
from pathlib import Path
from typing import Any
from uuid import uuid4

from backups import archive
from backups.archive import About
from backups.database import Database
from backups.errors import BackupError
from backups.kept import name_for, thin
from demo import DEMO_MEMBER, DEMO_PASSWORD
from launch.mariadb import OwnMariaDB
from launch.paths import HOST

from ..pictures import picture
from .installed import OLDEST, Installed


class Device:
    """A signed-in browser, as far as the record is concerned."""

    def __init__(self, port: int) -> None:
        self.address = f"http://{HOST}:{port}"
        self.jar = CookieJar()
        self.opener = urllib.request.build_opener(urllib.request.HTTPCookieProcessor(self.jar))
        self.opener.open(f"{self.address}/sign-in").close()
        form = f"username={DEMO_MEMBER}&password={DEMO_PASSWORD}&csrfmiddlewaretoken={self.token()}"
        self.opener.open(f"{self.address}/sign-in", form.encode()).close()

    def token(self) -> str:
        return next(str(cookie.value) for cookie in self.jar if cookie.name == "csrftoken")

    def ask(self, method: str, path: str, body: Any = None, kind: str = "application/json") -> Any:
        content = body if isinstance(body, bytes) else None if body is None else json.dumps(body).encode()
        request = urllib.request.Request(
            f"{self.address}/api{path}", content, method=method,
            headers={"X-CSRFToken": self.token(), "Content-Type": kind, "Referer": self.address},
        )  # fmt: skip
        with self.opener.open(request, timeout=20) as answer:
            content = answer.read()
            return json.loads(content) if "json" in answer.headers["Content-Type"] else content

    def photo(self, path: str) -> Any:
        edge = "edge-of-a-part"
        body = (
            (
                f'--{edge}\r\nContent-Disposition: form-data; name="file"; filename="a.jpg"\r\n'
                f"Content-Type: image/jpeg\r\n\r\n"
            ).encode()
            + picture(size=(300, 200))
            + f"\r\n--{edge}--\r\n".encode()
        )
        return self.ask("POST", path, body, f"multipart/form-data; boundary={edge}")


class BackAndForth(Installed):
    def test_taken_under_writes_and_put_back_where_there_was_nothing(self) -> None:
        self.lay_sample()
        self.start()
        device = Device(self.port)
        visit = f"/visits/{uuid4()}"
        device.ask("PUT", visit, {"unit_id": str(uuid4()), "kind": "servo", "label": "Knot"})
        steps: list[str] = []
        photos: list[str] = []
        halt = threading.Event()

        def work() -> None:
            while not halt.is_set():
                step, photo = str(uuid4()), str(uuid4())
                device.ask("PUT", f"{visit}/steps/{step}", {"line": f"piece {len(steps)}"})
                steps.append(step)
                device.photo(f"{visit}/photos/{photo}")
                photos.append(photo)

        worker = threading.Thread(target=work)
        worker.start()
        while len(photos) < 8:
            time.sleep(0.02)
        acknowledged = list(steps), list(photos)
        file = self.var.parent / "kept.dentado"
        made = self.run_command("backup", str(file))
        halt.set()
        worker.join()
        self.assertEqual(made.returncode, 0, made.stderr)
        self.assertRegex(made.stdout, r"\d+ visits and \d+ photos")
        self.assertIn("photo ", made.stdout)
        self.assertEqual(file.stat().st_mode & 0o077, 0)
        self.assertGreater(len(steps), len(acknowledged[0]))
        self.assertNotIn(
            (self.var / "session.secret").read_text(), file.read_bytes().decode(errors="replace")
        )

        self.run_command("stop")
        shutil.rmtree(self.var)
        restored = self.run_command("restore", str(file))
        self.assertEqual(restored.returncode, 0, restored.stdout + restored.stderr)
        self.assertIn("every checksum is right", restored.stdout)
        self.start()
        device = Device(self.port)
        back = device.ask("GET", visit)
        there = {step["id"] for step in back["steps"]}
        self.assertLessEqual(set(acknowledged[0]), there)
        for photo in back["photos"]:
            self.assertTrue(device.ask("GET", f"/photos/{photo['id']}").startswith(b"\xff\xd8"))
        self.assertLessEqual(set(acknowledged[1]), {photo["id"] for photo in back["photos"]})
        self.replaced_is_kept(file, visit)

    def replaced_is_kept(self, file: Path, visit: str) -> None:
        """On a machine with a record the backup asks first, and keeps what it replaces."""
        Device(self.port).ask("PUT", f"{visit}/steps/{uuid4()}", {"line": "made after the backup"})
        self.assertIn("is running", self.run_command("restore", str(file)).stderr)
        self.run_command("stop")
        self.assertIn("Say --yes", self.run_command("restore", str(file)).stderr)
        done = self.run_command("restore", str(file), "--yes")
        self.assertEqual(done.returncode, 0, done.stderr)
        (replaced,) = self.var.glob("replaced-*")
        self.assertEqual(sorted(path.name for path in replaced.iterdir()), ["database", "media"])
        self.start()
        lines = [step["line"] for step in Device(self.port).ask("GET", visit)["steps"]]
        self.assertNotIn("made after the backup", lines)
        # One is made each day without being asked for.
        for _ in range(300):
            if list((self.var / "backups").glob("daily-*.dentado")):
                break
            time.sleep(0.1)
        (daily,) = (self.var / "backups").glob("daily-*.dentado")
        self.assertEqual(archive.check(daily, lambda _: None).kind, "whole")


class OldBackup(Installed):
    def test_an_older_versions_record_is_restored_and_brought_up_to_date(self) -> None:
        file = self.var.parent / "old.dentado"
        own = OwnMariaDB(self.var.parent / "old", durable=False)
        own.start()
        try:
            database = Database(own.url)
            database.load(OLDEST)
            visits = database.count("visits_visit")
            archive.make(database, self.var.parent / "no photos", file, "0.1", lambda _: None)
        finally:
            own.stop()
        restored = self.run_command("restore", str(file))
        self.assertEqual(restored.returncode, 0, restored.stdout + restored.stderr)
        self.start()
        self.assertIn("brought up to date", self.heard)
        self.assertEqual(Device(self.port).ask("GET", "/visits")["total"], visits)
        self.newer_is_refused(file)

    def newer_is_refused(self, file: Path) -> None:
        """What a newer Dentado wrote is named, and nothing is touched."""
        newer = self.var.parent / "newer.dentado"
        with tarfile.open(file) as old, tarfile.open(newer, "w") as new:
            sums: dict[str, str] = {}
            for member in old:
                content = old.extractfile(member).read()  # type: ignore[union-attr]
                if member.name == "dentado.json":
                    answer = json.loads(content)
                    answer["migrations"].append("visits.9999_from_the_future")
                    content = json.dumps(answer).encode()
                elif member.name == "checksums.json":
                    content = json.dumps(sums).encode()
                sums[member.name] = hashlib.sha256(content).hexdigest()
                member.size = len(content)
                new.addfile(member, io.BytesIO(content))
        self.run_command("stop")
        refused = self.run_command("restore", str(newer), "--yes")
        self.assertEqual(refused.returncode, 1)
        self.assertIn("newer than this one", refused.stderr)
        self.assertEqual(list(self.var.glob("replaced-*")), [])


class BadFiles(unittest.TestCase):
    def setUp(self) -> None:
        self.folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
        self.photos = self.folder / "media"
        (self.photos / "photos").mkdir(parents=True)
        (self.photos / "photos" / "a.jpg").write_bytes(b"a picture")
        self.file = self.folder / "a.dentado"
        archive.make(Nothing(), self.photos, self.file, "1", lambda _: None)  # type: ignore[arg-type]

    def refused(self, words: str) -> None:
        with self.assertRaises(BackupError) as said:
            archive.check(self.file, lambda _: None)
        self.assertRegex(f"{said.exception.problem} {said.exception.hint}", words)

    def test_one_byte_changed_anywhere_is_found(self) -> None:
        archive.check(self.file, lambda _: None)
        whole = self.file.read_bytes()
        at = whole.index(b"a picture")
        self.file.write_bytes(whole[:at] + b"b" + whole[at + 1 :])
        self.refused("damaged: photos/photos/a.jpg")

    def test_cut_short_empty_or_something_else(self) -> None:
        whole = self.file.read_bytes()
        at = whole.index(b"checksums.json")
        for content, words in (
            (whole[:at], "cut short|to its end"), (b"", "cannot be read"), (b"no tar" * 500, "cannot be read"),
        ):  # fmt: skip
            self.file.write_bytes(content)
            with self.subTest(words=words):
                self.refused(words)

    def test_what_would_be_laid_down_elsewhere_is_refused(self) -> None:
        for name in ("photos/../../etc/passwd", "/etc/passwd", "photos//a", "secrets.txt"):
            with tarfile.open(self.file, "w") as tar:
                for member, content in (("dentado.json", json.dumps(about()).encode()), (name, b"x")):
                    answer = tarfile.TarInfo(member)
                    answer.size = len(content)
                    tar.addfile(answer, io.BytesIO(content))
            with self.subTest(name=name):
                self.refused("does not belong")

    def test_a_newer_format_is_left_for_a_newer_dentado(self) -> None:
        content = json.dumps({**about(), "format": archive.FORMAT + 1}).encode()
        with tarfile.open(self.file, "w") as tar:
            answer = tarfile.TarInfo("dentado.json")
            answer.size = len(content)
            tar.addfile(answer, io.BytesIO(content))
        self.refused("newer Dentado")


class Thinned(unittest.TestCase):
    def test_a_year_of_days_leaves_days_weeks_and_months(self) -> None:
        folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
        today = datetime(2026, 6, 30, 3, tzinfo=UTC)
        for day in range(365):
            made = today - timedelta(days=day)
            path = folder / name_for("daily", made)
            with tarfile.open(path, "w") as tar:
                content = json.dumps({**about(), "made_at": made.isoformat()}).encode()
                answer = tarfile.TarInfo("dentado.json")
                answer.size = len(content)
                tar.addfile(answer, io.BytesIO(content))
        (folder / "my own copy.dentado").write_bytes(b"left alone")
        thin(folder)
        days = sorted(
            (today.date() - datetime.fromisoformat(result[0]).date()).days
            for path in folder.glob("daily-*")
            if (result := re.findall(r"\d{4}-\d\d-\d\d", path.name))
        )
        self.assertEqual(days[:7], list(range(7)))
        self.assertTrue(any(7 <= day <= 28 for day in days))
        self.assertTrue(any(day > 300 for day in days))
        self.assertLess(len(days), 24)
        self.assertTrue((folder / "my own copy.dentado").exists())


def about() -> dict[str, Any]:
    """What a backup says of itself."""
    answer: dict[str, Any] = vars(About("1", "whole", "2026-01-01T00:00:00+00:00", 1, 1, []))
    return answer


class Nothing:
    """A database with nothing in it, for what concerns only the file."""

    def count(self, table: str) -> int:
        return 0

    def migrations(self) -> list[str]:
        return []

    def dump(self, to: Path) -> None:
        to.write_bytes(b"dump")
