"""The simulated caliper under the hand: readings by one key, and practice on gears nobody has seen."""

from __future__ import annotations

import re

from playwright.sync_api import expect

from .whole import BrowserCase


class CaliperKey(BrowserCase):
    def test_one_key_drops_readings_into_the_field_in_hand(self) -> None:
        page = self.page
        self.go("/reader")
        picture = page.get_by_role("img", name=re.compile("unknown size"))
        picture.wait_for()
        before = picture.locator("path").first.get_attribute("d")
        page.get_by_role("button", name="Another gear").click()
        expect(picture.locator("path").first).not_to_have_attribute("d", before or "")
        # Every tooth repeats the outline: counting is what the picture is for.
        teeth = page.evaluate(
            """async () => {
                const name = sessionStorage.getItem("dentado.hidden");
                return (await (await fetch(`/api/devices/caliper/gears/${name}`)).json()).teeth;
            }"""
        )
        page.get_by_label("Teeth", exact=True).fill(str(teeth))
        tips = page.get_by_label("Over the tips", exact=True)
        tips.focus()
        self.press("F4")
        expect(tips).to_have_value(re.compile(r"^\d+\.\d\d$"))
        self.press("F4")
        expect(tips).to_have_value(re.compile(r"^\d+\.\d\d; \d+\.\d\d$"))
        page.get_by_label("Bore", exact=True).focus()
        self.press("F4")
        expect(page.get_by_label("Bore", exact=True)).to_have_value(re.compile(r"^\d"))
        self.says(f"{teeth} teeth")
        page.get_by_role("button", name="Caliper").click()
        expect(page.get_by_role("alert")).to_have_count(0)


class Practice(BrowserCase):
    def test_a_gear_is_read_by_single_keys_named_and_scored(self) -> None:
        page = self.page
        self.go("/practice")
        count = page.get_by_label("Count", exact=True)
        expect(count).to_be_focused()
        count.fill("24")
        self.press("Tab")
        expect(page.get_by_label("teeth in the span")).to_have_value("3")
        page.get_by_role("heading", level=1).click()
        readings = page.get_by_role("list", name="Readings").locator(".value")
        for key, many in (("1", 1), ("4", 2)):
            self.press(key)
            expect(readings).to_have_count(many)
        page.get_by_role("combobox", name="It is").click()
        self.page.keyboard.type("0.8")
        page.get_by_role("option", name="0.8 module").click()
        self.press("Control+Enter")
        expect(page.get_by_text("of 100")).to_be_visible()
        expect(page.get_by_text(re.compile(r"^Yours, 2 readings$"))).to_be_visible()
        expect(page.get_by_text(re.compile(r"^The best, \d readings?$"))).to_be_visible()
        expect(page.get_by_text(re.compile("on average"))).to_be_visible()
        self.press("Enter")
        self.says("in the fewest readings")
        expect(count).to_have_value("")


class ByPhoto(BrowserCase):
    def test_a_gear_in_a_photo_is_counted_and_then_shown(self) -> None:
        page = self.page
        self.go("/practice/photo")
        self.says("How many teeth?")
        picture = page.get_by_role("img", name="The photo")
        expect(picture.locator("image")).to_have_attribute("href", re.compile("^blob:"))
        page.get_by_label("Teeth", exact=True).fill("5")
        page.get_by_label("Teeth", exact=True).press("Enter")
        # No gear of the camera has so few.
        self.says("No:")
        expect(page.get_by_text("The photo count")).to_be_visible()
        self.press("Enter")
        self.says("How many teeth?")
