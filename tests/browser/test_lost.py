"""The record out of reach in mid-step: nothing lost, nothing doubled, and the screen says so."""

from __future__ import annotations

import re

from playwright.sync_api import expect

from .whole import BrowserCase, stack


class Lost(BrowserCase):
    def test_the_database_goes_in_mid_strip_and_comes_back(self) -> None:
        page = self.open_visit("Quay crane", "Strip")
        self.addCleanup(stack().database.start)
        before = len(self.row())
        self.lay_down("first carrier stop screw M2x4")
        expect(page.get_by_text("all sent")).to_be_visible()
        stack().database.stop()
        self.lay_down("second carrier plate #C1", "3x planet 18t acetal #C2")
        expect(page.get_by_text(re.compile(r"2 kept here, not yet sent"))).to_be_visible()
        self.assertEqual(len(self.row()), before + 3)
        # A stage waits until the record has everything it rests on.
        self.press("Control+Enter")
        expect(page.get_by_role("alert")).to_contain_text("does not answer")
        # The lid is closed and opened while it is still away.
        page.reload()
        expect(page.get_by_role("alert")).to_contain_text("does not answer")
        stack().database.start()
        expect(page.get_by_text("all sent")).to_be_visible(timeout=30_000)
        page.get_by_role("region", name="The row").wait_for()
        self.assertEqual(
            [re.sub(r"^\d+ ", "", name) for name in self.row()[before:]],
            ["M2 × 4, first carrier stop screw", "second carrier plate", "planet"],
        )
        page.reload()
        page.get_by_role("region", name="The row").wait_for()
        self.assertEqual(len(self.row()), before + 3)

    def test_a_line_no_step_can_take_stays_in_the_field_with_advice(self) -> None:
        page = self.open_visit("Quay crane", "Strip")
        page.get_by_label("What comes off").fill("z" * 10_000)
        self.press("Enter")
        expect(page.get_by_role("alert")).to_contain_text("10,000 characters")
        expect(page.get_by_label("What comes off")).to_have_value("z" * 10_000)

    def test_the_network_goes_in_mid_build(self) -> None:
        page = self.open_visit("Otter 8", "Build")
        self.says("Seat the pinion, new")
        self.context.set_offline(True)
        self.press("Space", "Space")
        self.says("Set in the left motor")
        expect(page.get_by_text("2 kept here, not yet sent")).to_be_visible()
        self.context.set_offline(False)
        expect(page.get_by_text("all sent")).to_be_visible()
        page.reload()
        self.says("Set in the left motor")
