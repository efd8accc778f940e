"""A tablet upright, greasy fingers, no keyboard: the whole way by touch."""

from __future__ import annotations

import re

from playwright.sync_api import BrowserContext, expect

from .whole import TABLET_UPRIGHT, BrowserCase


class Touch(BrowserCase):
    size = TABLET_UPRIGHT

    def device(self) -> BrowserContext:
        made = self.browser.new_context(viewport=self.size, has_touch=True, reduced_motion="reduce")
        self.addCleanup(made.close)
        return made

    def _come_in(self) -> None:
        self.page.goto(self.address)
        self.page.get_by_label("Name").fill("sasha")
        self.page.get_by_label("Password").fill("tooth-by-tooth")
        self.tap("To the bench")

    def tap(self, name: str) -> None:
        self.page.get_by_role("button", name=name).first.tap()

    def test_from_new_visit_to_proved(self) -> None:
        page = self.page
        self.tap("New visit")
        page.get_by_label("What is it?").tap()
        page.get_by_role("option", name="winch", exact=True).tap()
        page.get_by_label("Called").fill("Skerry 3")
        self.tap("stiff")
        self.tap("Take it in")
        expect(page.get_by_text("Do not run it further")).to_be_visible()
        self.tap("Strip it whole")
        for line in ("2x M4x16 cap hex3 drum plate", "drum 48t acetal"):
            page.get_by_label("What comes off").fill(line)
            many = len(self.row())
            self.tap("Lay it down")
            expect(page.locator(".row .name")).to_have_count(many + 1)
        # The marks are buttons, for a keyboard without their signs.
        self.tap("^ facing")
        expect(page.get_by_label("What comes off")).to_have_value("^")
        page.get_by_label("What comes off").fill("washer 8x16x1 ^dish up")
        self.tap("Lay it down")
        page.get_by_role("region", name="The row").get_by_role("button", name=re.compile("drum")).last.tap()
        self.tap("All off")
        # The drum by itself; its screws and the washer together.
        self.tap("Keep")
        self.says("2 fasteners and covers")
        self.tap("The rest sound")
        self.says("Fasteners and covers passed")
        self.tap("Looked over")
        self.tap("All read")
        self.tap("All here, build")
        self.says("Lay on the washer")
        expect(page.get_by_text("Dish up.")).to_be_visible()
        self.tap("Laid on, next")
        self.tap("Seated, next")
        self.tap("Free, next")
        self.says("Drive in two M4 × 16 screws of the drum plate")
        page.get_by_role("button", name="one fewer").tap()
        expect(page.get_by_text("1 of 2")).to_be_visible()
        page.get_by_role("button", name="one more").tap()
        self.tap("Driven in, next")
        self.says("Nothing left over")
        self.tap("Prove it")
        self.prove_all(tapping=True)
        self.tap("Proved, file it")
        self.says("Skerry 3: nothing replaced, 3 steps on record")


class NoStore(BrowserCase):
    alone = True

    def test_a_browser_that_cannot_store_keeps_it_in_the_window_and_says_so(self) -> None:
        self.context.add_init_script(
            "Object.defineProperty(window, 'indexedDB', { get() { throw new Error('full'); } })"
        )
        self.page.reload()
        page = self.open_visit("Ticket counter", "Strip")
        self.lay_down("number wheel units")
        expect(page.get_by_text("all sent")).to_be_visible()
        self.context.set_offline(True)
        self.lay_down("number wheel tens", "number wheel hundreds")
        expect(page.get_by_text("2 not yet sent: keep this window open")).to_be_visible()
        self.context.set_offline(False)
        expect(page.get_by_text("all sent")).to_be_visible()
        page.reload()
        self.opened()
        names = [re.sub(r"^\d+ ", "", name) for name in self.row()]
        self.assertEqual(names[-3:], ["number wheel units", "number wheel tens", "number wheel hundreds"])
