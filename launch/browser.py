"""Debian's Chromium through Playwright, started the one way that works everywhere.

Its headless shell: the same engine without the windows of a desk, at two thirds of the work.
"""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager

from playwright.sync_api import Browser, Error, Page, ViewportSize, sync_playwright

FLAGS = [
    "--no-sandbox",
    "--disable-gpu",
    "--disable-quic",
    "--no-first-run",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
    # A microphone that beeps once a second, for what is recorded in the browser.
    "--use-fake-device-for-media-stream",
    "--use-fake-ui-for-media-stream",
]
DESK: ViewportSize = {"width": 1280, "height": 800}
PHONE: ViewportSize = {"width": 390, "height": 844}


@contextmanager
def chromium() -> Iterator[Browser]:
    """A headless browser."""
    with sync_playwright() as play:
        browser = play.chromium.launch(executable_path="/usr/bin/chromium-headless-shell", args=FLAGS)
        try:
            yield browser
        finally:
            browser.close()


def sign_in(page: Page, address: str, member: str, password: str) -> None:
    """Through the door, as a person would."""
    to_the_door(page, address)
    page.get_by_label("Name").fill(member)
    page.get_by_label("Password").fill(password)
    page.keyboard.press("Enter")
    page.get_by_role("link", name="Bench").first.wait_for()
    # Drawn by the server first; from here on it is the front end's own.
    page.locator("#first").wait_for(state="detached")


def to_the_door(page: Page, address: str) -> None:
    """Before it; a page whose session is over goes there by itself, and may have been first."""
    try:
        page.goto(f"{address}/sign-in")
    except Error as error:
        if "ERR_ABORTED" not in str(error):
            raise
        page.wait_for_url("**/sign-in**")
