"""From a dead gear to the one in the drawer: asked for from the reader and from the visit."""

from __future__ import annotations

import re

from playwright.sync_api import expect

from .whole import BrowserCase


class Drawer(BrowserCase):
    def test_the_reader_asks_and_the_look_alike_is_told_apart(self) -> None:
        page = self.page
        self.go("/reader")
        page.get_by_label("Teeth", exact=True).fill("15")
        page.get_by_label("Over the tips", exact=True).fill("13.38")
        page.get_by_label("Bore", exact=True).fill("3.17")
        page.get_by_label("Mark", exact=True).fill("32P")
        self.says("32 DP, 15 teeth")
        page.get_by_role("button", name="In the drawer?").click()
        self.says("1 that could go in")
        rows = page.get_by_role("list", name="Gears").locator("> li")
        expect(rows).to_have_count(2)
        expect(rows.first).to_contain_text("15 × 32 DP")
        rows.last.get_by_role("button").click()
        expect(rows.last).to_contain_text("looks alike, runs badly")

    def test_the_visit_asks_for_the_gear_it_waits_for(self) -> None:
        page = self.open_visit("Dunlin 40", "Source")
        page.get_by_role("link", name="Is there one in the drawer?").click()
        expect(page.get_by_label("Bore", exact=True)).to_have_value("2.5")
        rows = page.get_by_role("list", name="Gears").locator("> li")
        expect(rows.first).to_contain_text("donor: old casting reel")
        rows.last.get_by_role("button").click()
        expect(rows.last).to_contain_text("sleeve it")

    def test_put_in_found_by_words_and_used_up(self) -> None:
        page = self.page
        self.go("/drawer")
        expect(page.get_by_role("heading", level=1)).to_contain_text(re.compile(r"\d+ in the drawer"))
        self.press("n")
        form = page.get_by_role("form", name="Put one in")
        for label, value in (("Teeth", "36"), ("Module or DP", "0"), ("Of", "acetal"), ("Place", "Z9")):
            form.get_by_label(label, exact=True).fill(value)
        form.get_by_role("button", name="Put it in").click()
        expect(form.get_by_role("alert")).to_contain_text("outside what a bench measures")
        form.get_by_label("Module or DP", exact=True).fill("1,25")
        form.get_by_role("button", name="Put it in").click()
        expect(form).to_have_count(0)
        page.get_by_label("Words").fill("acetal z9")
        row = page.get_by_role("list", name="Gears").locator("> li")
        expect(row).to_have_count(1)
        expect(row).to_contain_text("36 × 1.25 module")
        row.get_by_role("button").click()
        row.get_by_role("button", name="Used up").click()
        self.says("None like that in the drawer")
        expect(page.get_by_text("Ask for less")).to_be_visible()

    def test_a_part_that_came_is_measured_beside_what_was_ordered(self) -> None:
        page = self.open_visit("Dunlin 40", "Source")
        page.get_by_role("button", name="It came", exact=True).click()
        verdict = page.get_by_role("dialog").get_by_role("heading", level=2)
        expect(page.get_by_label("Bore, ordered", exact=True)).to_have_value("2.5")
        page.get_by_label("Teeth, measured", exact=True).fill("24")
        page.get_by_label("Bore, measured", exact=True).fill("2.5")
        expect(page.get_by_text("24 for 23: another ratio")).to_be_visible()
        expect(verdict).to_contain_text("It does not fit")
        self.press("Control+Enter")
        expect(page.get_by_role("dialog").get_by_role("alert")).to_contain_text("Refuse it, or say why")
        page.get_by_label("Why", exact=True).fill("one tooth too many")
        page.get_by_role("button", name="Send it back").click()
        expect(verdict).to_contain_text("Goes back")
        page.get_by_role("button", name="Another part").click()
        page.get_by_label("Teeth, measured", exact=True).fill("23")
        page.get_by_label("Over the tips, measured", exact=True).fill("12.44")
        expect(page.get_by_label("Module or DP, measured", exact=True)).to_have_value("0.5")
        page.get_by_role("button", name="Take it in").click()
        expect(verdict).to_contain_text("Taken in")
        self.press("Escape")
        expect(page.get_by_text("came, sent back: one tooth too many")).to_be_visible()
        expect(page.get_by_text("came, taken in")).to_be_visible()

    def test_any_gear_of_a_visit_asks_whether_one_fits(self) -> None:
        page = self.open_visit("Dunlin 40", "Strip")
        page.get_by_role("region", name="The row").get_by_role(
            "button", name=re.compile("level-wind idler")
        ).click()
        page.get_by_role("link", name="23 teeth: does one fit?").click()
        expect(page.get_by_label("Teeth", exact=True)).to_have_value("23")


class Grown(BrowserCase):
    def test_by_a_line_low_and_salvaged(self) -> None:
        page = self.page
        self.go("/drawer")
        expect(page.get_by_role("link", name="o-ring 4x7x1.5: 2 of 4")).to_be_visible()
        page.get_by_label("Put in, as one says it").fill("2x bearing 6x13x5 #R9 2.60 least 3")
        self.press("Enter")
        expect(page.get_by_role("link", name="bearing 6x13x5: 2 of 3")).to_be_visible()
        page.get_by_label("Words").fill("6x13x5")
        row = page.get_by_role("list", name="Gears").locator("> li")
        expect(row).to_have_count(1)
        expect(row).to_contain_text("bearing 6x13x5")
        row.get_by_role("button").click()
        row.get_by_role("button", name="Take one").click()
        expect(row).to_contain_text("1 there")
        page.get_by_role("link", name="bearing 6x13x5").click()
        self.says("late")
        expect(page.get_by_label("For the drawer")).to_have_value("bearing 6x13x5")

        self.go("/drawer?words=donor")
        kept = page.get_by_role("list", name="Gears").locator("> li").filter(has_text="donor: Heron 500")
        expect(kept).to_have_count(4)
        gear = kept.filter(has_text="44 × 0.5").filter(has_text="R4")
        gear.get_by_role("button").first.click()
        expect(gear).to_contain_text("Heron 650, drum wheel")

    def test_a_unit_is_written_off_from_its_source(self) -> None:
        page = self.page
        self.take_in("Wreck", "Flooded, not worth it.", "winch")
        page.get_by_role("button", name="Strip it whole").click()
        page.get_by_label("What comes off").wait_for()
        self.lay_down("2x M3x8 cap hex2.5 drum", "drum gear 44t brass", "bearing 7x11x3")
        expect(page.get_by_text("all sent")).to_be_visible()
        page.get_by_role("navigation", name="Stages").get_by_role("button", name="Source").click()
        page.get_by_role("button", name="Not worth mending").click()
        off = page.get_by_role("region", name="Write it off")
        expect(off.get_by_role("checkbox")).to_have_count(3)
        off.get_by_label("Where they go").fill("W1")
        off.get_by_role("button", name="Write it off, keep 2").click()
        expect(page.get_by_role("list", name="Gears").locator("> li")).to_have_count(2)
        self.go("/filed")
        expect(page.get_by_role("link", name="All of Wreck")).to_be_visible()

    def test_a_table_is_pasted_looked_at_and_put_in(self) -> None:
        page = self.page
        self.go("/drawer")
        page.get_by_role("button", name="Paste a table").click()
        page.get_by_label("Paste a table").fill(
            "what\tcount\tplace\nTable washer 3x6\t40\tQ9\nclip\tsome\tQ8\n"
        )
        box = page.get_by_role("region", name="A table")
        expect(box.get_by_role("status")).to_contain_text("1 new, 0 here already, 1 refused")
        expect(box.get_by_role("list", name="Refused")).to_contain_text("Line 3")
        # A heading nobody knows is put right once.
        page.get_by_label("Paste a table").fill("Ding\tcount\nTable washer 3x6\t40\n")
        expect(box.get_by_role("alert")).to_contain_text("The heading says Ding")
        box.get_by_label("Ding is").select_option("what")
        expect(box.get_by_role("status")).to_contain_text("1 new, 0 here already")
        page.get_by_label("Paste a table").fill(
            "Ding\tcount\tplace\nTable washer 3x6\t40\tQ9\nclip\tsome\tQ8\n"
        )
        expect(box.get_by_role("status")).to_contain_text("1 new, 0 here already, 1 refused")
        box.get_by_role("button", name="Put in 1").click()
        expect(box.get_by_role("status")).to_contain_text("Added: 1 new")
        page.get_by_label("Words").fill("table washer q9")
        expect(page.get_by_role("list", name="Gears")).to_contain_text("40 there")
