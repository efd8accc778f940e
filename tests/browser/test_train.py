"""A train typed as a line: drawn, its ratio said, a counted click traced, a gear changed by a tap, its play explained."""

from __future__ import annotations

from playwright.sync_api import expect

from .whole import BrowserCase


class Train(BrowserCase):
    def test_a_line_becomes_a_train_and_a_click_its_gear(self) -> None:
        page = self.page
        self.go("/train")
        line = page.get_by_label("The train")
        expect(page.get_by_role("img", name="Train of 3 stages, 480 : 7")).to_be_visible()
        line.fill("12:60 | 14:48")
        self.says("120 : 7")
        expect(page.get_by_text("17.14 turns in for one out, the same way")).to_be_visible()
        page.get_by_role("button", name="A click").click()
        page.get_by_label("turns", exact=True).fill("5")
        page.get_by_label("clicks", exact=True).fill("17")
        expect(
            page.get_by_text("Look at the gear of 60 on shaft 2 or the gear of 14 on shaft 2 first.")
        ).to_be_visible()
        # The tapped gear's count stands picked out, to be typed over or stepped.
        page.locator("svg.train .gear").last.click()
        page.keyboard.type("15")
        expect(line).to_have_value("15:60 | 14:48")
        page.get_by_role("button", name="One tooth less").click()
        expect(line).to_have_value("14:60 | 14:48")
        self.says("720 : 49")
        line.fill("p12/18/48 | belt 20:40 | w1:40")
        self.says("400 : 1")
        page.get_by_role("button", name="+ pair").click()
        expect(line).to_have_value("p12/18/48 | belt 20:40 | w1:40 | 12:48")
        self.says("1600 : 1")
        line.fill("12:60 | bread")
        expect(page.get_by_role("alert")).to_contain_text("Stage 2, “bread”, is not understood")
        self.says("1600 : 1")

    def test_an_open_count_is_found_from_turns_and_the_side_is_drawn(self) -> None:
        page = self.page
        self.go("/train?line=12:60 | 14:?")
        page.get_by_label("turns in").fill("171.5")
        page.get_by_label("turns out").fill("10")
        self.says("120 : 7")
        page.get_by_role("button", name="12:60 | 14:48").click()
        expect(page.get_by_label("The train")).to_have_value("12:60 | 14:48")
        page.get_by_role("button", name="Side").click()
        expect(page.get_by_role("img", name="Train of 2 stages from the side")).to_be_visible()

    def test_play_at_the_arm_is_shared_out_and_the_unit_tells_its_speed(self) -> None:
        page = self.page
        self.go("/train?line=12:60 | 14:48 | 10:40")
        page.get_by_role("button", name="Play", exact=True).click()
        for stage in (1, 2, 3):
            page.get_by_label(f"Module of stage {stage}").fill("0.4")
        page.get_by_label("Play, mm").fill("0.9")
        page.get_by_label("at radius, mm").fill("20")
        expect(page.get_by_text("is bearings, bores, pins or case")).to_be_visible()
        page.get_by_role("button", name="In the unit").click()
        page.get_by_label("It drives").click()
        page.get_by_role("option", name="winch").click()
        page.get_by_label("motor N·mm").fill("20")
        expect(page.get_by_text("pull, layer 2")).to_be_visible()

    def test_gears_of_the_row_are_tapped_into_a_train(self) -> None:
        page = self.open_visit("Heron 650", "Read")
        page.get_by_role("button", name="Train").click()
        row = page.get_by_role("group", name="Gears of the row")
        page.get_by_label("The train").fill("")
        row.get_by_role("button").nth(1).click()
        row.get_by_role("button").nth(0).click()
        expect(page.get_by_label("The train")).not_to_have_value("")
        expect(page.get_by_role("img", name="Train of 1 stages")).to_be_visible()
