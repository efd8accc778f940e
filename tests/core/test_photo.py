"""A gear counted in one photo, on rendered pictures whose truth is known, and what is refused instead of guessed."""

from __future__ import annotations

import base64
import json
import unittest
from functools import cache
from unittest.mock import patch

import cv2
import numpy as np

from devices.asking import DeviceError, answered
from devices.camera import Photograph, hidden
from devices.camera.__main__ import answer
from devices.camera.hidden import _cover
from devices.camera.protocol import VERSION, read_jpeg
from gearing.errors import GearingError
from gearing.geometry.gear import Gear
from gearing.geometry.outline import gear_outline
from gearing.photo import PhotoCount, Refused, count_photo, read_picture, size_by_card
from gearing.photo.card import cards
from gearing.photo.find import Ellipse, stands_out
from gearing.photo.held import held_gear
from gearing.photo.profile import profile_tips
from gearing.photo.scale import VAGUE
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

    def test_a_tooth_and_not_a_gap_nor_a_flank_stands_there(self) -> None:
        """Half way down a tooth the picture has the face's colour there, and not half a pitch on."""
        tried = 0
        for one, seen in pictures():
            if isinstance(seen, Refused) or seen.teeth != one.gear.teeth or one.gear.tilt > 20:
                continue
            tried += 1
            at = np.arctan2(*seen.rim.on_circle(seen.crests).T[::-1])
            inside = 1 - 2 / (seen.teeth + 2)

            def colours(
                angle: np.ndarray, share: float, one: Photograph = one, seen: PhotoCount = seen
            ) -> np.ndarray:  # type: ignore[type-arg]
                x, y = seen.rim.points(angle, share).round().astype(int).T
                return one.image[y, x].astype(float)

            face = np.median(colours(np.linspace(0, 2 * np.pi, 400), 1 - 6.5 / (seen.teeth + 2)), axis=0)
            tooth, gap = colours(at, inside), colours(at + np.pi / seen.teeth, inside)
            nearer = np.linalg.norm(tooth - face, axis=1) < np.linalg.norm(gap - face, axis=1)
            self.assertGreater(nearer.mean(), 0.75, one.gear)
        self.assertGreater(tried, 4)

    def test_what_is_broken_off_is_mostly_found(self) -> None:
        found = [
            len(seen.missing) == len(one.gear.missing)
            for one, seen in pictures()
            if isinstance(seen, PhotoCount) and seen.teeth == one.gear.teeth
        ]
        self.assertGreaterEqual(sum(found), 0.85 * len(found))

    def sized(self, name: str, many: int, thickness: float) -> list[float]:
        """How far off, in their diameter, gears beside a card are, of those that are counted and sized."""
        off = []
        for n in range(many):
            one = hidden(f"{name} {n}", card=True, thickness=thickness, size=SIZE)
            seen = count_photo(one.image)
            if isinstance(seen, PhotoCount) and seen.teeth == one.gear.teeth:
                size = size_by_card(one.image, seen)
                if size:
                    off.append(abs(size.tip_diameter / one.gear.tip_diameter - 1))
        return off

    def test_a_card_tells_its_size(self) -> None:
        off = self.sized("card", 6, 0.002)
        self.assertGreaterEqual(len(off), 4)
        self.assertLess(float(np.max(off)), 0.01)

    def test_a_thick_gear_seen_askew_is_not_taken_for_larger(self) -> None:
        """Its side stands out below its face, and is as like it as another tooth."""
        off = self.sized("thick", 9, 0.1)
        self.assertGreaterEqual(len(off), 7)
        self.assertLess(float(np.max(off)), 0.01, off)

    def test_a_small_gear_of_few_teeth_is_sized_where_its_tips_are_few_pixels_wide(self) -> None:
        """Of 25 to 45 pixels of radius; and one whose side is as black as its face, its teeth half hidden."""
        for number in (12, 97, 213, 275, 98):
            one = hidden(f"measured {number}")
            seen = count_photo(one.image)
            assert isinstance(seen, PhotoCount)
            size = size_by_card(one.image, seen)
            assert size
            with self.subTest(number):
                self.assertAlmostEqual(size.tip_diameter / one.gear.tip_diameter, 1, delta=0.01)
                self.assertLess(abs(size.tip_diameter - one.gear.tip_diameter), 2 * size.error)

    def test_what_fits_no_drawing_is_sized_by_its_tips(self) -> None:
        one = next(
            drawn(number)
            for number in range(1, 9)
            if isinstance(count_photo(drawn(number).image), PhotoCount)
        )
        seen = count_photo(one.image)
        assert isinstance(seen, PhotoCount)
        held = size_by_card(one.image, seen)
        with patch("gearing.photo.scale.held_gear", return_value=None):
            by_tips = size_by_card(one.image, seen)
        assert held and by_tips
        self.assertAlmostEqual(by_tips.tip_diameter / one.tip_diameter, 1, delta=0.02)
        self.assertGreater(by_tips.error, held.error)

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
        self.assertGreaterEqual(sum(broken), 0.95 * len(answered))
        sizes = [(one, size_by_card(one.image, seen)) for one, seen in answered]
        off = [abs(size.tip_diameter / one.tip_diameter - 1) for one, size in sizes if size]
        self.assertGreaterEqual(len(off), 0.9 * len(answered))
        self.assertLess(max(off), 0.01, off)


class TrueEdges(unittest.TestCase):
    """What is measured to a fraction of a pixel, on pictures drawn here by counting parts of pixels."""

    def test_the_camera_draws_nothing_wider_than_it_is(self) -> None:
        angle = np.linspace(0, 2 * np.pi, 720, endpoint=False)
        for radius in (15.0, 60.0, 140.3):
            round_one = np.array([160.3, 158.8]) + radius * np.column_stack([np.cos(angle), np.sin(angle)])
            where, cover = _cover(round_one, (320, 320))
            area = float(cover.sum()) / 255
            self.assertAlmostEqual(np.sqrt(area / np.pi), radius, delta=0.05)
            high, wide = cover.shape
            middle = (cover.sum(axis=0) @ np.arange(wide) / cover.sum() + where[1].start,
                      cover.sum(axis=1) @ np.arange(high) / cover.sum() + where[0].start)  # fmt: skip
            self.assertLess(float(np.hypot(middle[0] - 160.3, middle[1] - 158.8)), 0.05)

    def test_pointed_tips_in_a_blur_end_where_they_end(self) -> None:
        """Eight parts to a pixel, blurred: seen tooth by tooth they end pixels too early."""
        for teeth, module, blur in ((10, 7.0, 2.0), (13, 9.0, 2.5), (24, 6.0, 1.6), (60, 5.0, 1.2)):
            image, radius, middle = blurred_gear(teeth, module, blur)
            seen = count_photo(image)
            assert isinstance(seen, PhotoCount), (teeth, module)
            self.assertEqual(seen.teeth, teeth)
            points = profile_tips(image, seen)
            self.assertGreaterEqual(len(points), 5)
            reach = float(np.median(np.hypot(*(points - middle).T)))
            with self.subTest(teeth=teeth, blur=blur):
                self.assertAlmostEqual(reach / radius, 1.0, delta=0.006)

    def test_a_cards_edges_lie_where_they_lie_on_a_ground_with_a_grain(self) -> None:
        random = np.random.default_rng(3)
        y = np.arange(900)[:, None, None]
        ground = np.array([120.0, 150, 180]) + 10 * np.sin(y / 17) + np.zeros((900, 1200, 1))
        corners = np.array([[500.3, 120.6], [900.8, 140.2], [880.4, 770.9], [480.7, 760.4]])
        where, cover = _cover(corners, (900, 1200))
        for colour in ((90.0, 170, 205), (200.0, 190, 190)):
            image = ground.copy()
            share = cover[..., None] / 255.0
            image[where] = image[where] * (1 - share) + np.array(colour) * share
            image = cv2.GaussianBlur(image, (0, 0), 1.2) + random.normal(0, 4, image.shape)
            image = np.clip(image, 0, 255).astype(np.uint8)
            found = cards(image, Ellipse(150, 450, 60, 60, 0.0), stands_out(image))
            self.assertTrue(found)
            off = min(
                float(np.abs(np.roll(each, turn, 0) - corners).max())
                for card in found for turn in range(4) for each in (card, card[::-1])
            )  # fmt: skip
            self.assertLess(off, 1.0, colour)


class NothingToHold(unittest.TestCase):
    def test_where_no_gear_is_none_is_told_and_nothing_breaks(self) -> None:
        """Of one colour, of noise alone, half of it beyond the edge: a number and how bad it is, or none."""
        image, _, middle = blurred_gear(24, 6.0, 1.6)
        seen = count_photo(image)
        assert isinstance(seen, PhotoCount)
        plane = np.array([[0.1, 0, 0], [0, 0.1, 0], [0, 0, 1.0]])
        random = np.random.default_rng(5)
        for name, picture in (
            ("black", np.zeros_like(image)), ("white", np.full_like(image, 255)),
            ("noise", random.integers(0, 255, image.shape, dtype=np.uint8)), ("cut", image[: int(middle[1])]),
        ):  # fmt: skip
            with self.subTest(name):
                held = held_gear(picture, seen, plane, 0.1 * seen.rim.a)
                self.assertTrue(held is None or np.isfinite([held.radius, held.error]).all(), held)
                if name in ("black", "white"):
                    self.assertTrue(held is None or held.error > VAGUE * held.radius, held)


def blurred_gear(teeth: int, module: float, blur: float) -> tuple[np.ndarray, float, np.ndarray]:  # type: ignore[type-arg]
    """A gear of a rack's own teeth, eight parts to a pixel: picture, radius over tips and middle, pixels."""
    parts, size = 8, int(module * (teeth + 8))
    middle = np.array([size / 2 + 0.3, size / 2 - 0.2])
    outline = gear_outline(Gear(teeth, module), 60, 40, 20)
    at = (middle + 0.5 + outline) * parts - 0.5
    fine = np.zeros((size * parts, size * parts), np.uint8)
    cv2.fillPoly(fine, [np.round(at * 16).astype(np.int32)], 255, cv2.LINE_8, 4)
    cover = cv2.resize(fine, (size, size), interpolation=cv2.INTER_AREA)[..., None] / 255.0
    image = np.array([200.0, 205, 205]) * (1 - cover) + np.array([70.0, 70, 80]) * cover
    image = cv2.GaussianBlur(image, (0, 0), blur) + np.random.default_rng(1).normal(0, 2, image.shape)
    return np.clip(image, 0, 255).astype(np.uint8), module * (teeth / 2 + 1), middle


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

    def test_a_size_told_badly_says_what_would_tell_it_better(self) -> None:
        """A gear of some fifty pixels across, and the size it has is within twice what is told."""
        one = hidden("measured 275")
        out = count_in_photo(PhotoCountIn(image=coded(one.image), card=True))
        assert out.tip_diameter_mm and out.error_mm
        self.assertGreater(out.error_mm, 0.012 * out.tip_diameter_mm)
        self.assertLess(abs(out.tip_diameter_mm - one.gear.tip_diameter), 2 * out.error_mm)
        self.assertRegex(out.hint, r"^The gear is \d\d pixels across here: from nearer")


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
