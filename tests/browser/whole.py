"""A whole Dentado for the browser tests: its own database, server and demo, started once."""

from __future__ import annotations

import atexit
import os
import re
import time
import unittest
from contextlib import suppress
from functools import cache
from pathlib import Path
from typing import Any, ClassVar

from playwright.sync_api import Browser, BrowserContext, ConsoleMessage, Error, Page, ViewportSize, expect

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


@cache
def device(width: int, height: int) -> BrowserContext:
    """A device of that size, wiped between tests: to open another for each costs as much as many a test."""
    return _new_context({"width": width, "height": height})


def _new_context(size: ViewportSize, *, keeps: bool = False) -> BrowserContext:
    """One that keeps nothing by a worker unless it is asked to: what a test cuts off is to be cut off."""
    return browser().new_context(
        viewport=size, reduced_motion="reduce", service_workers="allow" if keeps else "block"
    )


KEPT = "indexeddb,local_storage,cache_storage,service_workers"


class BrowserCase(unittest.TestCase):
    """Each test has a fresh signed-in page; what the console complains of fails it."""

    browser: ClassVar[Browser]
    size: ClassVar[ViewportSize] = DESK
    alone: ClassVar[bool] = False
    """Whether it changes its device in a way that no wiping undoes."""
    keeps: ClassVar[bool] = False
    """Whether the bench is kept on its device, to open without a network."""
    signed_in: ClassVar[list[Any]] = []
    """What the door gave the first test: each next one's device is let in already."""

    @classmethod
    def setUpClass(cls) -> None:
        cls.address = stack().address
        cls.browser = browser()

    def setUp(self) -> None:
        self.complaints: list[str] = []
        self.context = self.device()
        self.page = self.context.new_page()
        self.page.on("console", self._heard)
        self.page.on("pageerror", lambda error: self.complaints.append(str(error)))
        self.addCleanup(self._wipe)
        self.addCleanup(self._look_back)
        self._come_in()

    def device(self) -> BrowserContext:
        """The one kept for this size, or one that is thrown away."""
        if not (self.alone or self.keeps):
            return device(self.size["width"], self.size["height"])
        made = _new_context(self.size, keeps=self.keeps)
        self.addCleanup(made.close)
        return made

    def _wipe(self) -> None:
        """The next test finds nothing that this one kept on the device."""
        self.context.set_offline(False)
        self.context.clear_cookies()
        session = self.context.new_cdp_session(self.page)
        session.send("Storage.clearDataForOrigin", {"origin": self.address, "storageTypes": KEPT})
        # A page that another session still looks at may never say that it is closed.
        session.detach()
        for page in self.context.pages:
            # One that held a camera has stood for minutes over its own end; what it shows is gone before.
            with suppress(Error):
                page.goto("about:blank")
            page.close()

    def _come_in(self) -> None:
        """On the bench, through the door only where an earlier test signed out."""
        self.context.add_cookies(BrowserCase.signed_in)
        self.page.goto(self.address)
        if not self.page.get_by_label("Password").count():
            self.page.get_by_role("link", name="Bench").first.wait_for()
            self.page.locator("#first").wait_for(state="detached")
            return
        sign_in(self.page, self.address, DEMO_MEMBER, DEMO_PASSWORD)
        BrowserCase.signed_in = self.context.cookies()

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
        self.page.locator("#first").wait_for(state="detached")
        self.page.evaluate(ROUTER, path)

    def press(self, *keys: str) -> None:
        for key in keys:
            self.page.keyboard.press(key)

    def device_types(self, shown: str) -> None:
        """Keys ten milliseconds apart by their own time, however long a busy machine takes to bring them."""
        session = self.context.new_cdp_session(self.page)
        began = time.time()
        for n, key in enumerate([*shown, "Enter"]):
            text = "\r" if key == "Enter" else key
            for kind in ("keyDown", "keyUp"):
                more = {"text": text} if kind == "keyDown" else {}
                at = began + n / 100
                session.send("Input.dispatchKeyEvent", {"type": kind, "key": key, "timestamp": at, **more})
        session.detach()

    def says(self, text: str) -> None:
        """The headline says `text`."""
        expect(self.page.get_by_role("heading", level=1)).to_contain_text(text)

    def opened(self) -> None:
        """A visit stands on the screen: its row, or at Listen before there is one, the next check."""
        row, check = (self.page.get_by_role("region", name=name) for name in ("The row", "Next check"))
        row.or_(check).first.wait_for()

    def heard(self, complaint: str) -> None:
        """The unit was taken in, and stands at Listen with its complaint."""
        expect(self.page.locator("q")).to_have_text(complaint)

    def take_in(self, label: str, complaint: str, kind: str = "car or truck") -> None:
        """A unit comes in: its complaint, what it is, what it is called; it stands at Listen."""
        page = self.page
        self.press("n")
        page.get_by_label("In the owner's words").fill(complaint)
        page.get_by_label("What is it?").press("Enter")
        page.get_by_role("option", name=kind, exact=True).click()
        page.get_by_label("Called").fill(label)
        self.press("Control+Enter")
        self.heard(complaint)

    def lay_down(self, *lines: str) -> None:
        """Type each line once there is a line for it and lay it down; it is in the row before the next."""
        expect(self.page.get_by_label("What comes off", exact=True)).to_be_visible()
        for line in lines:
            many = len(self.row())
            self.page.keyboard.type(line)
            self.press("Enter")
            expect(self.page.locator(".row .name")).to_have_count(many + 1)

    def prove_all(self, *, tapping: bool = False) -> None:
        """Every check of the proof is met, one after the other, until nothing waits any more."""
        page = self.page
        head = page.get_by_role("heading", level=1)
        for _ in range(30):
            expect(head).to_contain_text(re.compile("to go|Proved"))
            before = head.inner_text()
            if before.startswith("Proved"):
                return
            met = page.get_by_role("button", name=re.compile("^Met"))
            met.tap() if tapping else met.click()
            expect(head).not_to_have_text(before)
        self.fail("the proof has no end")

    def until(self, script: str, wanted: object, arg: object = None, seconds: float = 30) -> None:
        """Ask the page until it answers so; Playwright's own waiting takes a promise for the answer."""
        late = time.monotonic() + seconds
        while (found := self.page.evaluate(script, arg)) != wanted:
            self.assertLess(time.monotonic(), late, f"{found!r} and not {wanted!r}")
            self.page.wait_for_timeout(100)

    def row(self) -> list[str]:
        """Names of the pieces in the row, in order."""
        names = self.page.get_by_role("region", name="The row").locator(".name")
        # What is not painted yet has a text all the same.
        return [" ".join(name.split()) for name in names.all_text_contents()]

    def open_visit(self, unit: str, stage: str = "", *, filed: bool = False) -> Page:
        """A visit of the demo, at one of its stages; filed ones have a list of their own."""
        self.go("/filed" if filed else "/")
        self.page.get_by_role("link").filter(has_text=unit).first.click()
        self.opened()
        if stage:
            self.page.get_by_role("navigation", name="Stages").get_by_role("button", name=stage).click()
        if stage == "Strip":
            # Whatever is typed from here on is the line; a hand takes longer to get there than a test.
            self.page.get_by_label("What comes off").wait_for()
        return self.page
