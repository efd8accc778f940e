"""Rings, worms, bevels and sprockets in the reader: chosen, measured, named, pinned."""

from __future__ import annotations

import re
from contextlib import suppress

from playwright.sync_api import Error, Route, expect

from .whole import BrowserCase


class Forms(BrowserCase):
    def choose(self, form: str) -> None:
        self.page.get_by_role("combobox", name="What it is").click()
        self.page.get_by_role("option", name=form, exact=True).click()

    def test_each_form_asks_for_its_own_measurements(self) -> None:
        page = self.page
        self.go("/reader")
        self.choose("Ring, teeth inside")
        page.get_by_label("Teeth", exact=True).fill("48")
        expect(page.get_by_role("img", name="Gear of 48 teeth, tip to tip, inside")).to_be_visible()
        page.get_by_label("Tip to tip, inside", exact=True).fill("23.05")
        self.says("0.5 module, 48 teeth")
        self.choose("Bevel")
        page.get_by_label("Teeth", exact=True).fill("20")
        page.get_by_label("Mate, teeth").fill("40")
        page.get_by_label("Over the tips at the large end", exact=True).fill("17.43")
        self.says("0.8 module, 20 teeth")
        expect(page.get_by_text("26.57°")).to_be_visible()
        self.choose("Chain sprocket")
        page.get_by_label("Teeth", exact=True).fill("18")
        page.get_by_label("Over the bottoms of opposite spaces", exact=True).fill("65.38")
        expect(page.locator(".next")).to_contain_text("thickness of the teeth")
        page.get_by_role("button", name="Take it").click()
        expect(page.get_by_label("Thickness of the teeth", exact=True)).to_be_focused()
        page.keyboard.type("2.2")
        self.says("Bicycle chain, 1/2 × 3/32 in, 18 teeth")
        page.get_by_label("Over the tips", exact=True).fill("-4")
        expect(page.get_by_role("alert")).to_contain_text("not a length")

    def test_a_helical_gear_says_what_its_mate_must_be(self) -> None:
        page = self.page
        self.go("/reader")
        page.get_by_label("Teeth", exact=True).fill("24")
        page.get_by_label("Over the tips", exact=True).fill("21.91")
        page.get_by_label("Helix", exact=True).fill("21.5")
        self.says("0.8 module")
        expect(page.get_by_text("Record the hand too")).to_be_visible()
        page.get_by_role("combobox", name="Hand of the helix").click()
        page.get_by_role("option", name="left").click()
        expect(page.get_by_text("On parallel shafts its mate has the other, right.")).to_be_visible()

    def test_a_worm_of_the_row_opens_as_one_and_keeps_its_reading(self) -> None:
        page = self.open_visit("Weather mast", "Read", filed=True)
        worm = page.get_by_role("main").get_by_role("button", name=re.compile("worm")).first
        worm.click()
        expect(page.get_by_role("combobox", name="What it is")).to_contain_text("Worm")
        page.get_by_label("Starts").fill("1")
        page.get_by_label("Outside").fill("8")
        page.get_by_label(re.compile("^Along several threads")).fill("9.42")
        page.get_by_label("threads", exact=True).fill("6")
        self.says("0.5 module, 1 start")
        expect(page.get_by_text("it holds")).to_be_visible()
        page.get_by_role("button", name="Pin").click()
        expect(worm).to_contain_text("0.5 module")
        worm.click()
        expect(page.get_by_label("Outside")).to_have_value("8")
        self.says("0.5 module, 1 start")

    def test_who_types_before_the_first_answer_is_not_moved_to_another_field(self) -> None:
        page = self.page
        self.go("/reader")
        held: list[Route] = []

        def hold(route: Route) -> None:
            held.append(route)

        page.route("**/api/sums/form", hold)
        self.choose("Worm")
        page.get_by_label("Starts").fill("2")
        self.press("Tab")
        page.keyboard.type("8")
        for _ in range(200):
            if held:
                break
            page.wait_for_timeout(25)
        self.assertTrue(held, "the reader asks within five seconds")
        page.unroute("**/api/sums/form")
        for route in held:
            # One asked again since is given up by the page itself.
            with suppress(Error):
                route.continue_()
        page.get_by_label(re.compile("^Along several threads")).wait_for()
        page.keyboard.type(".2")
        expect(page.get_by_label("Outside")).to_have_value("8.2")
        expect(page.get_by_label("Starts")).to_have_value("2")
