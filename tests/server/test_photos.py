"""Photos: pictures are kept without their place; anything else is refused in words."""

from __future__ import annotations

import io
import struct
import tempfile
import zlib
from pathlib import Path
from uuid import uuid4

from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import Client, override_settings
from django.utils import timezone
from PIL import Image

from visits.models import Join, Photo
from visits.services.joins import MOST_OPEN, note_device

from ..pictures import picture
from .bench import BenchCase


def bomb(side: int) -> bytes:
    """A PNG of a few hundred bytes whose header promises `side` × `side` pixels."""

    def chunk(kind: bytes, data: bytes) -> bytes:
        return struct.pack(">I", len(data)) + kind + data + struct.pack(">I", zlib.crc32(kind + data))

    head = struct.pack(">IIBBBBB", side, side, 8, 2, 0, 0, 0)
    return (
        b"\x89PNG\r\n\x1a\n"
        + chunk(b"IHDR", head)
        + chunk(b"IDAT", zlib.compress(b"\0" * 999))
        + chunk(b"IEND", b"")
    )


class Photos(BenchCase):
    def setUp(self) -> None:
        super().setUp()
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)
        own = override_settings(MEDIA_ROOT=folder.name)
        own.enable()
        self.addCleanup(own.disable)

    def test_kept_upright_small_and_without_its_place(self) -> None:
        exif = Image.Exif()
        exif[0x0112] = 6  # turned a quarter
        exif.get_ifd(0x8825)[2] = (51.0, 30.0, 0.0)
        content = picture(size=(3000, 2000), exif=exif)
        status, kept = self.desk.photo(self.at("photos", uuid4()), content, step_id=str(self.steps[0].id))
        self.assertEqual((status, kept["width"], kept["height"]), (200, 1600, 2400))
        for query in ("", "?small=true"):
            answer = self.desk.client.get(f"/api/photos/{kept['id']}{query}")
            got = Image.open(io.BytesIO(b"".join(answer.streaming_content)))
            self.assertEqual((got.format, dict(got.getexif()), got.width < got.height), ("JPEG", {}, True))
        self.assertEqual(self.desk.got("GET", self.at())["steps"][0]["photos"][0]["id"], kept["id"])

    def test_sent_twice_is_kept_once(self) -> None:
        path = self.at("photos", uuid4())
        self.assertEqual(self.desk.photo(path, picture()), self.desk.photo(path, picture("PNG")))
        self.assertEqual((Photo.objects.count(), len(list(self.folder.rglob("*.jpg")))), (1, 2))

    def test_a_photo_taken_first_joins_its_step_when_that_is_said(self) -> None:
        photo = uuid4()
        self.desk.photo(self.at("photos", photo), picture())
        step = self.desk.got("PUT", self.at("steps", uuid4()), {"line": "drum", "photos": [str(photo)]})
        self.assertEqual([one["id"] for one in step["photos"]], [str(photo)])

    def test_what_is_no_picture_is_refused_and_leaves_nothing(self) -> None:
        whole = picture(size=(400, 300))
        cases = {
            "text": b"not a picture at all",
            "empty": b"",
            "gif": picture("GIF"),
            "cut short": whole[: len(whole) // 2],
            "bomb": bomb(30_000),
            "svg": b'<svg xmlns="http://www.w3.org/2000/svg"><script>1</script></svg>',
            "garbage": b"\xff\xd8\xff\xe0" + bytes(range(256)) * 20,
        }
        for what, content in cases.items():
            with self.subTest(what=what):
                self.refused(self.desk.photo(self.at("photos", uuid4()), content), "no_picture")
        with override_settings(PHOTO_MOST_BYTES=1 << 20):
            self.refused(
                self.desk.photo(self.at("photos", uuid4()), b"\xff" * (2 << 20)),
                "no_picture",
                says="larger than 1 MB",
            )
        self.assertEqual((Photo.objects.count(), list(self.folder.rglob("*.jpg"))), (0, []))

    def test_pins_and_arrows_belong_to_pieces_of_the_visit(self) -> None:
        photo = uuid4()
        self.desk.photo(self.at("photos", photo), picture())
        path = self.at("photos", photo, "marks")
        marks = [
            {"x": 0.5, "y": 0.25, "piece": str(self.piece(1))},
            {"x": 0.9, "y": 0.9, "from_x": 0.1, "from_y": 0.2},
        ]
        for _ in range(2):
            kept = self.desk.got("PUT", path, {"marks": marks})
        self.assertEqual(kept["marks"][1]["from_x"], 0.1)
        self.refused(
            self.desk.ask("PUT", path, {"marks": [{"x": 0, "y": 0, "piece": str(uuid4())}]}),
            "foreign_piece",
        )
        self.assertEqual(self.desk.ask("PUT", path, {"marks": [{"x": 2, "y": 0}]})[0], 422)
        self.assertEqual(len(self.desk.got("PUT", path, {"marks": []})["marks"]), 0)

    def test_of_too_many_codes_the_oldest_that_no_phone_opened_is_closed(self) -> None:
        kept, first = (self.desk.got("PUT", self.at("joins", uuid4())) for _ in range(2))
        Client().get(kept["address"].replace("http://testserver", ""))
        for _ in range(MOST_OPEN + 3):
            last = self.desk.got("PUT", self.at("joins", uuid4()))
        still = {join["id"] for join in self.desk.got("GET", self.at("joins"))}
        self.assertEqual(len(still), MOST_OPEN)
        self.assertTrue({kept["id"], last["id"]} <= still)
        self.assertNotIn(first["id"], still)
        # Where a phone came by each, none is closed under it.
        for join in Join.objects.filter(revoked=False):
            note_device(join, "key", "a phone", "127.0.0.1")
        refused = self.desk.ask("PUT", self.at("joins", uuid4()))
        self.refused(refused, "too_many_open", status=409)
        self.assertEqual(len(self.desk.got("GET", self.at("joins"))), MOST_OPEN)
        # The same id again is still the same link.
        self.assertEqual(self.desk.got("PUT", self.at("joins", last["id"]))["id"], last["id"])

    def test_a_phone_joins_by_a_code_and_shoots_into_the_last_step_only(self) -> None:
        join = self.at("joins", uuid4())
        joined = self.desk.got("PUT", join)
        self.assertEqual(self.desk.got("PUT", join)["id"], joined["id"])
        self.assertTrue(joined["code"].startswith("data:image/svg+xml"))
        page = joined["address"].replace("http://testserver", "")
        phone = Client()
        self.assertContains(phone.get(page), "pictures go to step 3")
        sent = phone.post(page, {"photo": SimpleUploadedFile("a.jpg", picture(), "image/jpeg")})
        self.assertContains(sent, "1 sent")
        self.assertEqual(len(self.desk.got("GET", self.at())["steps"][2]["photos"]), 1)
        refused = phone.post(page, {"photo": SimpleUploadedFile("a.jpg", b"no picture", "image/jpeg")})
        self.assertContains(refused, "not a picture", status_code=422)
        # The code opens nothing else, and neither a made-up nor an old one opens anything.
        self.assertEqual(phone.get("/api/visits").status_code, 401)
        self.assertEqual(phone.get(f"{page[:-3]}abc").status_code, 410)
        Join.objects.update(expires_at=timezone.now())
        self.assertEqual(phone.get(page).status_code, 410)
        self.assertEqual(Photo.objects.count(), 1)
