"""A unit is handed over: its sheet, its papers, and a link that only its owner reads."""

from __future__ import annotations

import re

from playwright.sync_api import expect

from .whole import BrowserCase


class HandedOver(BrowserCase):
    def test_the_sheet_and_the_row_know_each_other(self) -> None:
        page = self.open_visit("Heron 650", filed=True)
        page.get_by_role("link", name="Exploded sheet").click()
        self.says("pieces in the order they came off")
        drawing = page.locator(".drawing svg")
        pieces = drawing.locator(".piece")
        expect(pieces).to_have_count(page.get_by_role("table", name="Parts").locator("tbody tr").count())
        page.get_by_role("button", name="Show 8 in the drawing").click()
        expect(drawing.locator(".piece.picked")).to_have_count(1)
        pieces.nth(2).locator("rect").first.click()
        expect(page.locator("tr.picked")).to_have_attribute("id", "part-3")
        self.press("Escape")
        expect(page).to_have_url(re.compile("/file$"))

    def test_a_link_is_given_out_read_by_a_stranger_and_ended(self) -> None:
        page = self.open_visit("Heron 650", filed=True)
        over = page.get_by_role("region", name="Hand it over")
        over.get_by_role("button", name="A link for its owner").click()
        address = over.locator(".address").first.inner_text().strip()
        browser = self.context.browser
        assert browser
        stranger = browser.new_context(viewport={"width": 390, "height": 844})
        read = stranger.new_page()
        read.goto(address)
        expect(read.get_by_role("heading", level=1)).to_contain_text("Heron 650 is mended")
        expect(read.get_by_role("main")).to_contain_text("Turn it by hand through its whole travel")
        wide = read.evaluate("document.documentElement.scrollWidth - innerWidth")
        self.assertLessEqual(wide, 0)
        over.get_by_role("button", name="End it").first.click()
        expect(over.locator(".address")).to_have_count(0)
        read.goto(address)
        expect(read.get_by_role("heading", level=1)).to_contain_text("This link is over")
        stranger.close()

    def test_what_is_due_in_use_is_ticked_where_it_was_filed(self) -> None:
        page = self.open_visit("Otter 8", "Prove")
        later = page.get_by_role("navigation", name="Checks")
        expect(later).to_contain_text("after the first runs")
        expect(later).to_contain_text("Screws checked again")
