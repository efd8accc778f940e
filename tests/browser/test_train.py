"""A train typed as a line: drawn, its ratio said, a counted click traced, a gear changed by a tap."""

from __future__ import annotations

from playwright.sync_api import expect

from .whole import BrowserCase


class Train(BrowserCase):
    def test_a_line_becomes_a_train_and_a_click_its_gear(self) -> None:
        page = self.page
        page.goto(f"{self.address}/train")
        line = page.get_by_label("The train")
        expect(page.get_by_role("img", name="Train of 3 stages, 480 : 7")).to_be_visible()
        line.fill("12:60 | 14:48")
        self.says("120 : 7")
        expect(page.get_by_text("17.14 turns in for one out, the same way")).to_be_visible()
        page.get_by_label("turns", exact=True).fill("5")
        page.get_by_label("clicks", exact=True).fill("17")
        expect(page.get_by_text("14 on 2 (pair 2): look there first.")).to_be_visible()
        # The tapped gear's count stands picked out, to be typed over.
        page.locator("svg.train .gear").last.click()
        page.keyboard.type("15")
        expect(line).to_have_value("15:60 | 14:48")
        self.says("96 : 7")
        line.fill("p12/18/48 | belt 20:40 | w1:40")
        self.says("400 : 1")
        line.fill("12:60 | bread")
        expect(page.get_by_role("alert")).to_contain_text("Stage 2, “bread”, is not understood")
        self.says("400 : 1")
