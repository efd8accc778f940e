"""The bench on a phone whose network is gone: opened cold, worked on, and sent in order once it is back."""

from __future__ import annotations

import re
from contextlib import suppress
from typing import ClassVar

from playwright.sync_api import FilePayload, TimeoutError, expect

from launch.browser import PHONE, sign_in

from ..pictures import picture
from .whole import BrowserCase

AHEAD = "wanted => Object.keys(JSON.parse(localStorage.getItem('dentado.ahead') ?? '{}')).length >= wanted"
SEEN = "async () => (await caches.keys()).filter((name) => name.startsWith('dentado-'))"


RELIEVED = "() => !window.before && navigator.serviceWorker.controller?.scriptURL.endsWith('?newer')"
NEWER = """async () => {
    await navigator.serviceWorker.register("/worker.js?newer", { updateViaCache: "none" });
}"""


class Offline(BrowserCase):
    size = PHONE
    keeps: ClassVar[bool] = True

    def kept(self) -> None:
        """The open visits lie on the device."""
        cards = self.page.locator(".visit")
        expect(cards.first).to_be_visible()
        self.page.wait_for_function(AHEAD, arg=min(cards.count(), 12), timeout=60_000)

    def test_opened_cold_and_worked_on_without_a_network(self) -> None:
        page = self.page
        self.kept()
        self.context.set_offline(True)
        page.goto(self.address)
        expect(page.get_by_text("shown as it was")).to_be_visible()
        page.get_by_role("link").filter(has_text="Quay crane").first.click()
        self.opened()
        page.get_by_role("navigation", name="Stages").get_by_role("button", name="Strip").click()
        before = len(self.row())
        for n in range(3):
            page.get_by_label("What comes off").fill(f"plain washer {n}")
            page.get_by_label("What comes off").press("Enter")
            expect(page.locator(".row .name")).to_have_count(before + n + 1)
        photo = FilePayload(name="a.png", mimeType="image/png", buffer=picture("PNG", (640, 480)))
        with page.expect_file_chooser() as chooser:
            page.get_by_role("button", name="Photo").first.click()
        chooser.value.set_files(photo)
        expect(page.get_by_text("4 kept here, not yet sent")).to_be_visible()
        # The lid is closed and opened, still without a network.
        page.reload()
        expect(page.locator(".row .name")).to_have_count(before + 3)
        page.get_by_role("navigation", name="Stages").get_by_role("button", name="Look over").click()
        page.get_by_role("button", name=re.compile("^Keep|^Sound")).first.click()
        expect(page.get_by_text("5 kept here, not yet sent")).to_be_visible()
        self.context.set_offline(False)
        expect(page.get_by_text("all sent")).to_be_visible(timeout=30_000)
        expect(page.get_by_text("shown as it was")).to_have_count(0)
        page.goto(page.url.replace("/look", "/strip"))
        expect(page.locator(".row .name")).to_have_count(before + 3)
        self.assertEqual(
            [name.split(" ", 1)[1] for name in self.row()[before:]], [f"plain washer {n}" for n in range(3)]
        )

    def test_a_newer_version_takes_over_without_losing_what_waits(self) -> None:
        page = self.page
        self.kept()
        page.get_by_role("link").filter(has_text="Quay crane").first.click()
        self.opened()
        page.get_by_role("navigation", name="Stages").get_by_role("button", name="Strip").click()
        before = len(self.row())
        # Another address for the same scope is another version to the browser: it lies ready beside the old one.
        page.reload()
        page.evaluate(NEWER)
        page.get_by_role("button", name="Instruments").click()
        expect(page.get_by_role("button", name="A newer Dentado is here")).to_be_visible()
        self.press("Escape")
        self.context.set_offline(True)
        page.get_by_label("What comes off").fill("plain washer, waiting")
        page.get_by_label("What comes off").press("Enter")
        expect(page.get_by_text("1 kept here, not yet sent")).to_be_visible()
        page.evaluate("window.before = true")
        # While what was typed is not on the device yet, a change of screens is only that; the next one takes it.
        bench = page.get_by_role("link", name="Bench").first
        for _ in range(12):
            bench.click()
            with suppress(TimeoutError):
                page.wait_for_function(RELIEVED, timeout=6_000)
                break
            page.go_back()
        else:
            self.fail("The newer version was never taken.")
        expect(page.get_by_text("1 kept here, not yet sent")).to_be_visible()
        page.get_by_role("link").filter(has_text="Quay crane").first.click()
        expect(page.locator(".row .name")).to_have_count(before + 1)
        self.context.set_offline(False)
        expect(page.get_by_text("all sent")).to_be_visible()
        page.reload()
        expect(page.locator(".row .name")).to_have_count(before + 1)
        expect(page.locator(".row .name").last).to_contain_text("washer")
        # Asked for by its usual address without a network, the browser itself says that it found none.
        self.complaints[:] = [said for said in self.complaints if "fetching the script" not in said]

    def test_an_instrument_answers_as_it_did(self) -> None:
        page = self.page
        page.goto(f"{self.address}/mesh")
        page.evaluate("navigator.serviceWorker.ready")
        page.reload()
        drawn = page.get_by_role("img").first
        drawn.wait_for()
        said = page.locator("main").inner_text()
        self.context.set_offline(True)
        page.reload()
        drawn.wait_for()
        expect(page.get_by_text("shown as it was")).to_be_visible()
        self.assertEqual(page.locator("main").inner_text(), said)

    def test_what_one_member_saw_is_gone_once_she_leaves(self) -> None:
        page = self.page
        self.kept()
        page.get_by_role("button", name="Instruments").click()
        page.get_by_role("button", name="Sign out").click()
        page.wait_for_url("**/sign-in**")
        page.wait_for_load_state()
        self.assertEqual(page.evaluate(SEEN), [])
        BrowserCase.signed_in = []
        sign_in(page, self.address, "kit", "tooth-by-tooth")
        self.kept()
