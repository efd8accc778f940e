"""Prove at the bench: a figure by key, a failure that leads back, a waiver with its reason, not mended."""

from __future__ import annotations

from playwright.sync_api import Locator, expect

from .whole import BrowserCase


class Prove(BrowserCase):
    def proving(self, label: str, *lines: str, complaint: str = "A lot of slop at the arm.") -> Locator:
        """A servo taken in, stripped by these lines, all of it built again; the card of its first check."""
        page = self.page
        self.go("/")
        self.take_in(label, complaint, "servo")
        page.get_by_role("button", name="Strip it whole").click()
        page.get_by_label("What comes off").wait_for()
        self.lay_down(*lines)
        stages = page.get_by_role("navigation", name="Stages")
        stages.get_by_role("button", name="Prove").click()
        if len(lines) > 5:
            page.get_by_role("button", name="Account for each here").click()
        back = page.get_by_role("button", name="went back in")
        for left in range(len(lines), 0, -1):
            expect(back).to_have_count(left)
            back.first.click()
        expect(back).to_have_count(0)
        return page.get_by_role("article")

    def check(self, name: str) -> None:
        """Pick a check of the list."""
        self.page.get_by_role("navigation", name="Checks").get_by_role("button", name=name).first.click()
        expect(self.page.get_by_role("article").get_by_role("heading", level=2)).to_contain_text(name)

    def test_a_figure_is_dropped_in_by_one_key_and_judged(self) -> None:
        page = self.page
        card = self.proving("Ringlet", "2x shim 5x7x0.1", "output gear 41t brass")
        self.check("End play")
        read = card.get_by_label("End play, mm")
        self.press("F4")
        expect(read).not_to_have_value("")
        read.fill("0,9")
        card.get_by_role("button", name="Met").click()
        # Out of its band it has failed, whoever calls it met.
        self.says("Not right yet: end play")
        expect(card).to_contain_text("take a shim out")
        expect(card.get_by_role("button", name="Back to the build")).to_be_visible()
        read.fill("0.07")
        card.get_by_role("button", name="Met").click()
        listed = page.get_by_role("navigation", name="Checks")
        expect(listed).to_contain_text("0.07 mm")
        expect(page.get_by_role("heading", level=1)).to_contain_text("to go")

    def test_a_caliper_that_types_is_no_hand_that_presses_enter(self) -> None:
        page = self.page
        card = self.proving("Pipit", "2x shim 5x7x0.1", "output gear 41t brass")
        self.check("End play")
        head = page.get_by_role("heading", level=1).inner_text()
        self.device_types("0,07")
        expect(card.get_by_label("End play, mm")).to_have_value("0.07")
        # Half thousandths of an inch are told by their places; nothing was called met.
        self.device_types("0.0030")
        expect(card.get_by_label("End play, mm")).to_have_value("0.0762")
        self.assertEqual(page.get_by_role("heading", level=1).inner_text(), head)
        page.wait_for_timeout(100)
        self.press("Enter")
        expect(page.get_by_role("navigation", name="Checks")).to_contain_text("0.0762 mm")

    def test_a_failure_leads_back_to_the_step_it_concerns_and_nothing_is_lost(self) -> None:
        page = self.page
        card = self.proving(
            "Twite", "4x M2x8 pan ph1 lid", "top case", "2x shim 5x7x0.1", "output gear 41t brass"
        )
        self.check("End play")
        card.get_by_label("End play, mm").fill("0.4")
        card.get_by_role("button", name="Met").click()
        self.says("Not right yet: end play")
        card.get_by_role("button", name="Back to the build").click()
        expect(page.get_by_role("heading", level=1)).to_contain_text("shim")
        expect(page.get_by_text("End play failed, 0.4 mm.")).to_be_visible()
        self.press("u")
        page.get_by_role("button", name="It is out again").wait_for(state="hidden")
        expect(page.get_by_text("2 of 2")).to_be_visible()
        self.press("Space")
        stages = page.get_by_role("navigation", name="Stages")
        stages.get_by_role("button", name="Prove").click()
        self.says("Not right yet: end play")
        expect(page.get_by_role("navigation", name="Checks")).to_contain_text("0.4 mm")

    def test_a_failure_speaks_in_the_diagnosis(self) -> None:
        page = self.page
        card = self.proving("Brambling", "horn", "top case", complaint="Does nothing odd.")
        self.check("Both travel ends")
        card.get_by_label("In words").fill("knocks in and out at the left end")
        card.get_by_role("button", name="Failed").click()
        self.says("Not right yet")
        stages = page.get_by_role("navigation", name="Stages")
        stages.get_by_role("button", name="Listen").click()
        understood = page.get_by_text("Understood").locator("..")
        expect(understood).to_contain_text("knocking")
        expect(understood).to_contain_text("travel short on one side")

    def test_a_check_is_waived_with_its_reason_and_taken_back(self) -> None:
        page = self.page
        card = self.proving("Siskin", "horn", "top case")
        self.check("Centre set again")
        card.get_by_role("button", name="Waive").click()
        so = card.get_by_role("button", name="Waive it so")
        expect(so).to_be_disabled()
        card.get_by_label("In words").fill("no horn came with it")
        so.click()
        listed = page.get_by_role("navigation", name="Checks")
        expect(listed).to_contain_text("waived, no horn came with it")
        self.check("Centre set again")
        listed.get_by_role("button", name="Take back: Centre set again").click()
        expect(listed).not_to_contain_text("waived")

    def test_what_cannot_be_mended_goes_back_with_the_words_why(self) -> None:
        page = self.page
        self.proving("Linnet", "top case")
        self.press("Control+Enter")
        expect(page.get_by_role("alert")).to_contain_text("checks are not done")
        page.get_by_role("button", name="It goes back not mended").click()
        page.get_by_label("Why it goes back not mended").fill("its case is no longer made")
        page.get_by_role("button", name="Goes back so").click()
        self.says("Goes back not mended")
        page.get_by_role("button", name="File it as not mended").click()
        self.says("Linnet: nothing replaced, 1 steps on record")

    def test_a_check_is_timed_on_the_server(self) -> None:
        page = self.page
        card = self.proving("Twite", "2x shim 5x7x0.1", "top case")
        self.check("End play")
        card.get_by_role("button", name="Time it").click()
        self.go("/")
        expect(page.get_by_role("region", name="Timers")).to_contain_text("End play")
