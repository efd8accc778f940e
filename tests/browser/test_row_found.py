"""A piece looked for in a long row, with keys at the desk and with a finger on a phone."""

from __future__ import annotations

from playwright.sync_api import Page, expect

from launch.browser import PHONE

from .whole import BrowserCase

SCREWS = ["1 M2 × 5, screws of the back plate", "3 M2 × 4, grub screw of the drive wheel, on the flat",
          "34 M2 × 3, lead seal screw"]  # fmt: skip


LONG = """async (stage) => {
    const { cards } = await (await fetch("/api/visits")).json();
    return `/visits/${cards.find(card => card.unit.label === "Ticket counter" && card.stage === "file").id}/${stage}`;
}"""
"""The counter's visit that is done; another of it has just come in."""

SHORT = """async () => {
    for (const { id } of (await (await fetch("/api/visits")).json()).cards) {
        const { steps } = await (await fetch(`/api/visits/${id}`)).json();
        if (steps.length && steps.length < 9) return `/visits/${id}/strip`;
    }
}"""


class FoundInTheRow(BrowserCase):
    def open_long(self, stage: str) -> Page:
        self.page.goto(self.address + str(self.page.evaluate(LONG, stage)))
        self.opened()
        return self.page

    def look_for(self) -> None:
        self.press("Alt+f")
        expect(self.page.get_by_role("textbox", name="Find in the row")).to_be_focused()

    def names(self) -> list[str]:
        shown = self.page.locator(".row li:visible .name").all_text_contents()
        return [" ".join(name.split()) for name in shown]

    def test_by_keys_the_rest_steps_aside_and_comes_back(self) -> None:
        page = self.open_long("look")
        whole = self.names()
        self.assertGreater(len(whole), 12)
        self.look_for()
        page.keyboard.type("screw")
        status = page.get_by_role("status").filter(has_text="of 34")
        expect(status).to_have_text("3 of 34")
        self.assertEqual(self.names(), SCREWS)
        # Nor does who goes by ear or by Tab come upon the others.
        expect(page.get_by_label("The row").get_by_role("listitem")).to_have_count(3)
        for _ in range(2):
            page.keyboard.press("Tab")
        expect(page.locator(".row li button:focus")).to_contain_text("screw")
        for _ in range(2):
            page.keyboard.press("Shift+Tab")
        page.keyboard.type(" lead")
        expect(status).to_have_text("1 of 34")
        page.keyboard.press("Enter")
        # The one that was found is in hand, and the whole row lies there again.
        expect(page.locator(".row li.here .name")).to_have_text("34 M2 × 3, lead seal screw")
        self.assertEqual(self.names(), whole)
        self.look_for()
        page.keyboard.type("no such thing")
        expect(page.locator(".row li:visible")).to_have_count(0)
        page.keyboard.press("Escape")
        self.assertEqual(self.names(), whole)

    def test_words_typed_there_are_no_line_of_the_strip(self) -> None:
        page = self.open_long("strip")
        self.look_for()
        page.keyboard.type("lead")
        expect(page.get_by_label("What comes off")).to_have_value("")
        page.keyboard.press("Enter")
        expect(page.locator(".row .name")).to_have_count(34)


class FoundInTheRowOnAPhone(FoundInTheRow):
    size = PHONE

    def test_by_a_finger(self) -> None:
        page = self.open_long("look")
        page.get_by_role("button", name="Find", exact=True).click()
        page.get_by_role("textbox", name="Find in the row").fill("screws")
        expect(page.locator(".row li:visible")).to_have_count(3)
        page.get_by_role("button", name="Show the whole row").click()
        expect(page.locator(".row li:visible")).to_have_count(34)

    def test_a_row_that_is_short_asks_for_no_search(self) -> None:
        self.page.goto(self.address + str(self.page.evaluate(SHORT)))
        self.opened()
        self.assertLess(len(self.row()), 12)
        expect(self.page.get_by_role("button", name="Find", exact=True)).to_have_count(0)
