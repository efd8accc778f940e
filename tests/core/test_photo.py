"""A gear counted in one photo, on rendered pictures whose truth is known, and what is refused instead of guessed."""

from __future__ import annotations

import base64
import json
import unittest
from functools import cache

import cv2
import numpy as np

from devices.asking import DeviceError, answered
from devices.camera import Photograph, hidden
from devices.camera.__main__ import answer
from devices.camera.protocol import VERSION, read_jpeg
from gearing.errors import GearingError
from gearing.photo import PhotoCount, Refused, count_photo, read_picture, size_by_card
from sums.photo_count import PhotoCountIn, count_in_photo
from tests.drawn_photos import drawn

PICTURES, SIZE = 16, (1400, 1050)
"""Enough to notice a fault; `./dentado bench photos` measures on 300."""


@cache
def pictures() -> list[tuple[Photograph, PhotoCount | Refused]]:
    made = [hidden(f"test {n}", size=SIZE) for n in range(PICTURES)]
    return [(one, count_photo(one.image)) for one in made]


def coded(image: np.ndarray, kind: str = ".png") -> str:  # type: ignore[type-arg]
    return base64.b64encode(cv2.imencode(kind, image)[1].tobytes()).decode()


class Counted(unittest.TestCase):
    def test_most_are_answered_and_what_is_answered_is_right(self) -> None:
        answered = [(one, seen) for one, seen in pictures() if isinstance(seen, PhotoCount)]
        right = [one for one, seen in answered if seen.teeth == one.gear.teeth]
        self.assertGreaterEqual(len(answered), 0.9 * PICTURES)
        self.assertGreaterEqual(len(right), 0.97 * len(answered))

    def test_a_tooth_stands_at_each_place_that_is_said(self) -> None:
        """By another way round: of neighbours, each is as far from the next as the circle's share."""
        for one, seen in pictures():
            if isinstance(seen, Refused) or seen.teeth != one.gear.teeth or one.gear.tilt > 15:
                continue
            around = np.sort(np.arctan2(*seen.rim.on_circle(seen.crests).T))
            gaps = np.diff(np.append(around, around[0] + 2 * np.pi)) * seen.teeth / (2 * np.pi)
            self.assertLess(abs(gaps - 1).max(), 0.45, one.gear)

    def test_what_is_broken_off_is_mostly_found(self) -> None:
        found = [
            len(seen.missing) == len(one.gear.missing)
            for one, seen in pictures()
            if isinstance(seen, PhotoCount) and seen.teeth == one.gear.teeth
        ]
        self.assertGreaterEqual(sum(found), 0.6 * len(found))

    def test_a_card_tells_its_size(self) -> None:
        off = []
        for n in range(6):
            one = hidden(f"card {n}", card=True, thickness=0.002, size=SIZE)
            seen = count_photo(one.image)
            if isinstance(seen, PhotoCount) and seen.teeth == one.gear.teeth:
                size = size_by_card(one.image, seen)
                if size:
                    off.append(abs(size.tip_diameter / one.gear.tip_diameter - 1))
        self.assertGreaterEqual(len(off), 4)
        self.assertLess(float(np.median(off)), 0.015)

    def test_a_card_whose_stripe_is_of_the_grounds_colour_is_seen_whole(self) -> None:
        for name in ("fl 25", "fl 29"):
            with self.subTest(name):
                one = hidden(name, card=True, thickness=0.002)
                seen = count_photo(one.image)
                assert isinstance(seen, PhotoCount)
                size = size_by_card(one.image, seen)
                assert size
                self.assertAlmostEqual(size.tip_diameter / one.gear.tip_diameter, 1, delta=0.01)


class Drawn(unittest.TestCase):
    """Pictures made without the product's own outlines and camera."""

    def test_count_broken_teeth_and_size(self) -> None:
        kept = [(one, count_photo(one.image)) for one in (drawn(n) for n in range(20))]
        answered = [(one, seen) for one, seen in kept if isinstance(seen, PhotoCount)]
        self.assertGreaterEqual(len(answered), 0.9 * len(kept))
        self.assertEqual([one.teeth for one, _ in answered], [seen.teeth for _, seen in answered])
        broken = [one.missing == len(seen.missing) for one, seen in answered]
        self.assertGreaterEqual(sum(broken), 0.85 * len(answered))
        sizes = [(one, size_by_card(one.image, seen)) for one, seen in answered]
        off = [abs(size.tip_diameter / one.tip_diameter - 1) for one, size in sizes if size]
        self.assertGreaterEqual(len(off), 0.9 * len(answered))
        self.assertGreaterEqual(sum(each < 0.01 for each in off), 0.8 * len(off), off)


class NotCounted(unittest.TestCase):
    def test_what_shows_no_gear_is_refused(self) -> None:
        random = np.random.default_rng(1)
        plain = np.full((600, 800, 3), 180, np.uint8)
        noise = random.integers(0, 255, (600, 800, 3), dtype=np.uint8)
        disc = cv2.circle(plain.copy(), (400, 300), 200, (60, 60, 60), -1, cv2.LINE_AA)
        for name, image in (("plain", plain), ("noise", noise), ("disc", disc), ("tiny", plain[:3, :3])):
            with self.subTest(name):
                self.assertIsInstance(count_photo(image), Refused)

    def test_what_is_no_picture_says_so(self) -> None:
        for content in (b"", b"GIF89a", b"\xff\xd8\xff", b"\0\0\0\x18ftypheic" + b"\0" * 40):
            with self.subTest(content[:12]), self.assertRaises(GearingError) as refused:
                read_picture(content)
            self.assertEqual(refused.exception.code, "no_picture")
        with self.assertRaises(GearingError):
            count_in_photo(PhotoCountIn(image="not base64 !"))

    def test_a_large_picture_is_made_small_first(self) -> None:
        image = read_picture(cv2.imencode(".jpg", np.zeros((3000, 4000, 3), np.uint8))[1].tobytes())
        self.assertEqual(max(image.shape), 1400)

    def test_one_too_large_to_open_is_refused_in_words(self) -> None:
        huge = cv2.imencode(".png", np.zeros((8000, 7000), np.uint8))[1].tobytes()
        with self.assertRaises(GearingError) as refused:
            read_picture(huge)
        self.assertEqual(
            (refused.exception.code, refused.exception.hint), ("too_large", "Up to 50 megapixels.")
        )


class Asked(unittest.TestCase):
    def test_the_sum_answers_with_places_within_the_picture(self) -> None:
        one = next(
            one for one, seen in pictures() if isinstance(seen, PhotoCount) and seen.teeth == one.gear.teeth
        )
        out = count_in_photo(PhotoCountIn(image=coded(one.image, ".jpg"), card=one.gear.bore))
        self.assertEqual(out.teeth, one.gear.teeth)
        self.assertEqual(len(out.at), one.gear.teeth)
        self.assertTrue(all(-0.1 < v < 1.1 for point in [*out.at, *out.rim] for v in point))
        self.assertIn(f"{one.gear.teeth} teeth", out.says)

    def test_a_refusal_says_what_to_do(self) -> None:
        out = count_in_photo(PhotoCountIn(image=coded(np.full((400, 400, 3), 90, np.uint8))))
        self.assertEqual((out.teeth, out.sure, out.at), (None, 0.0, []))
        self.assertTrue(out.refused and out.hint)

    def test_a_card_that_is_not_there_is_missed_in_words(self) -> None:
        one = hidden("no card 1", card=False, size=SIZE)
        out = count_in_photo(PhotoCountIn(image=coded(one.image), card=True))
        if out.teeth is not None:
            self.assertIsNone(out.tip_diameter_mm)
            self.assertIn("four corners", out.hint)


class Camera(unittest.TestCase):
    """The stand-in, by its protocol."""

    def test_the_same_name_is_the_same_picture_and_it_tells_what_is_in_it(self) -> None:
        said = [answer("PHOTO look-1"), answer("PHOTO look-1"), answer("PHOTO look-2")]
        self.assertEqual(said[0], said[1])
        self.assertNotEqual(said[0], said[2])
        image = read_picture(read_jpeg(said[0]))
        told = json.loads(answer("TELL look-1"))
        seen = count_photo(image)
        if isinstance(seen, PhotoCount):
            self.assertEqual(seen.teeth, told["teeth"])
        self.assertLessEqual(0, told["tilt"])
        self.assertTrue(json.loads(answer("TELL look-1 card"))["card"])

    def test_what_it_cannot_do_is_said(self) -> None:
        self.assertTrue(answered(answer, "HELLO").startswith(VERSION))
        for line in ("", "SING", "PHOTO ../etc", "TELL"):
            with self.subTest(line):
                self.assertTrue(answered(answer, line).startswith("ERR "))
        for content in ("", "no picture", base64.b64encode(b"RIFF").decode()):
            with self.subTest(content), self.assertRaises(DeviceError):
                read_jpeg(content)
