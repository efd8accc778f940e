"""A member takes a second factor as its owner would: read off the screen by a phone, asked for at the door."""

from __future__ import annotations

import base64
import time
import unittest
from urllib.parse import parse_qs, unquote, urlsplit

import cv2
import numpy as np
from playwright.sync_api import Page, expect

from launch.browser import PHONE, to_the_door
from launch.stack import Stack

from ..browser.whole import browser
from ..server.test_second_factor import code_of

PASSWORD = "coupler-and-tender-58"


def read_square(png: bytes) -> str:
    """What a square code says. Each of the two readers misses one in twenty, never both the same."""
    seen = cv2.imdecode(np.frombuffer(png, np.uint8), cv2.IMREAD_GRAYSCALE)
    assert seen is not None
    _, plain = cv2.threshold(seen, 127, 255, cv2.THRESH_BINARY)
    for scale in (3, 2, 4, 5):
        large = cv2.resize(plain, None, fx=scale, fy=scale, interpolation=cv2.INTER_NEAREST)
        framed = cv2.copyMakeBorder(large, 60, 60, 60, 60, cv2.BORDER_CONSTANT, value=(255,))
        for reader in (cv2.QRCodeDetector(), cv2.QRCodeDetectorAruco()):
            if text := reader.detectAndDecode(framed)[0]:
                return str(text)
    raise AssertionError("no reader makes anything of it")


class SecondFactorSeen(unittest.TestCase):
    """On an installation of its own: with a bench of one's own, the sample's owner may less."""

    def setUp(self) -> None:
        opened = browser()
        stack = self.enterContext(Stack())
        self.address = stack.address
        self.context = opened.new_context(viewport=PHONE, service_workers="block")
        self.addCleanup(self.context.close)

    def test_from_the_square_code_to_the_door(self) -> None:
        page = self.set_up()
        secret = self.read_off(page)
        # The code before: that of now is left for the door.
        page.get_by_label("The code the phone shows").fill(code_of(secret, time.time() - 30))
        page.get_by_role("button", name="Ask for it from now on").click()
        noted = page.get_by_role("status").filter(has_text="opens the door once")
        expect(noted).to_be_visible()
        spares = noted.locator(".spares span").all_inner_texts()
        self.assertEqual(len(set(spares)), 8)
        page.get_by_role("button", name="Noted").click()
        expect(page.get_by_text("8 spare codes are left")).to_be_visible()
        self.at_the_door(page)
        box = page.get_by_label("The code your phone shows, or a spare one")
        box.fill("000000")
        box.press("Enter")
        expect(page.get_by_role("alert")).to_be_visible()
        box.fill(code_of(secret, time.time()))
        box.press("Enter")
        expect(page.get_by_role("link", name="Bench").first).to_be_visible()
        # The phone is lost: a spare one opens the door, once.
        self.at_the_door(page)
        box.fill(spares[0])
        box.press("Enter")
        expect(page.get_by_role("link", name="Bench").first).to_be_visible()
        page.goto(f"{self.address}/workshop")
        expect(page.get_by_text("7 spare codes are left")).to_be_visible()

    def set_up(self) -> Page:
        """A bench of her own, set up on her phone."""
        page = self.context.new_page()
        page.goto(f"{self.address}/sign-in")
        page.get_by_role("link", name="Set up your own bench").click()
        page.get_by_label("The bench is called").fill("Slip Road bench")
        page.get_by_label("You are called").fill("Wren")
        page.get_by_label("You sign in as").fill("wren")
        page.get_by_label("Password").fill(PASSWORD)
        page.get_by_role("button", name="Set the bench up").click()
        page.get_by_role("link", name="Bench").first.wait_for()
        return page

    def read_off(self, page: Page) -> bytes:
        """What an app for sign-in codes reads off the screen itself."""
        page.goto(f"{self.address}/workshop")
        page.get_by_role("button", name="Set one up").click()
        picture = page.get_by_alt_text("Square code for the app")
        picture.scroll_into_view_if_needed()
        text = read_square(picture.screenshot())
        said = urlsplit(text)
        self.assertEqual((said.scheme, said.netloc), ("otpauth", "totp"), text)
        self.assertIn("wren", unquote(said.path))
        secret = parse_qs(said.query)["secret"][0]
        # The same as is shown to be typed.
        expect(page.locator(".secret")).to_have_text(secret)
        return base64.b32decode(secret + "=" * (-len(secret) % 8))

    def at_the_door(self, page: Page) -> None:
        """Signed out, and in again with the password, which alone opens nothing."""
        page.context.clear_cookies()
        to_the_door(page, self.address)
        page.get_by_label("Name").fill("wren")
        page.get_by_label("Password").fill(PASSWORD)
        page.keyboard.press("Enter")
        page.wait_for_url("**/sign-in/second")
        self.assertEqual(page.request.get(f"{self.address}/api/visits").status, 401)
