"""A whole Dentado for the browser tests: its own database, server and demo, started once."""

from __future__ import annotations

import atexit
import os
import unittest
from functools import cache
from pathlib import Path
from typing import Any, ClassVar

from playwright.sync_api import Browser, ConsoleMessage, Page, StorageState, ViewportSize, expect

from demo import DEMO_MEMBER, DEMO_PASSWORD
from launch.browser import DESK, chromium, sign_in
from launch.paths import VAR
from launch.stack import Stack

TABLET: ViewportSize = {"width": 1180, "height": 820}
TABLET_UPRIGHT: ViewportSize = {"width": 820, "height": 1180}
FAILED = VAR / "test" / "failed"

ROUTER = "path => document.querySelector('#app').__vue_app__.config.globalProperties.$router.push(path)"

expect.set_options(timeout=30_000)


@cache
def stack() -> Stack:
    """Started by the first test that needs it, ended with the run."""
    made = Stack()
    made.__enter__()
    atexit.register(made.close)
    return made


@cache
def browser() -> Browser:
    """Opened by the first test that needs it, closed with the run; each test has a context of its own."""
    # Its loop stays in this thread, where later tests ask Django for the database: one after the other, as ever.
    os.environ["DJANGO_ALLOW_ASYNC_UNSAFE"] = "1"
    opened = chromium()
    atexit.register(opened.__exit__, None, None, None)
    return opened.__enter__()


class BrowserCase(unittest.TestCase):
    """Each test has a fresh signed-in page; what the console complains of fails it."""

    browser: ClassVar[Browser]
    size: ClassVar[ViewportSize] = DESK
    signed_in: ClassVar[StorageState | None] = None
    """What the door gave the first test: each next one has a fresh device that was let in already."""

    @classmethod
    def setUpClass(cls) -> None:
        cls.address = stack().address
        cls.browser = browser()

    def setUp(self) -> None:
        self.complaints: list[str] = []
        self.context = self.browser.new_context(
            viewport=self.size, reduced_motion="reduce", storage_state=BrowserCase.signed_in
        )
        self.addCleanup(self.context.close)
        self.page = self.context.new_page()
        self.page.on("console", self._heard)
        self.page.on("pageerror", lambda error: self.complaints.append(str(error)))
        self.addCleanup(self._look_back)
        self._come_in()

    def _come_in(self) -> None:
        """On the bench, through the door only where an earlier test signed out."""
        if BrowserCase.signed_in:
            self.page.goto(self.address)
            if "/sign-in" not in self.page.url:
                self.page.get_by_role("link", name="Bench").first.wait_for()
                return
        sign_in(self.page, self.address, DEMO_MEMBER, DEMO_PASSWORD)
        cookies = self.context.cookies()
        BrowserCase.signed_in = {"cookies": cookies, "origins": []}  # type: ignore[typeddict-item]

    def _heard(self, message: ConsoleMessage) -> None:
        # The browser itself reports every 4xx and 5xx; the screen has its own words for them.
        if message.type == "error" and "Failed to load resource" not in message.text:
            self.complaints.append(message.text)

    def _look_back(self) -> None:
        result: Any = self._outcome.result  # type: ignore[attr-defined]
        if any(test is self for test, _ in result.failures + result.errors):
            FAILED.mkdir(parents=True, exist_ok=True)
            path = Path(FAILED / f"{self.id()}.png")
            self.page.screenshot(path=path)
            print(f"the screen as it was: {path}")
        self.assertEqual(self.complaints, [])

    def go(self, path: str) -> None:
        """To a page as a link goes there: what is loaded stays loaded."""
        self.page.evaluate(ROUTER, path)

    def press(self, *keys: str) -> None:
        for key in keys:
            self.page.keyboard.press(key)

    def says(self, text: str) -> None:
        """The headline says `text`."""
        expect(self.page.get_by_role("heading", level=1)).to_contain_text(text)

    def lay_down(self, *lines: str) -> None:
        """Type each line where the focus is and lay it down; it is in the row before the next."""
        # The stage takes the focus to its field as it opens; a hand takes longer to get there.
        self.page.locator("input:focus, textarea:focus").wait_for()
        for line in lines:
            many = len(self.row())
            self.page.keyboard.type(line)
            self.press("Enter")
            expect(self.page.locator(".row .name")).to_have_count(many + 1)

    def row(self) -> list[str]:
        """Names of the pieces in the row, in order."""
        names = self.page.get_by_role("region", name="The row").locator(".name")
        # What is not painted yet has a text all the same.
        return [" ".join(name.split()) for name in names.all_text_contents()]

    def open_visit(self, unit: str, stage: str = "") -> Page:
        """A visit of the demo, at one of its stages."""
        self.go("/")
        self.page.get_by_role("link").filter(has_text=unit).first.click()
        self.page.get_by_role("region", name="The row").wait_for()
        if stage:
            self.page.get_by_role("navigation", name="Stages").get_by_role("button", name=stage).click()
        return self.page
