"""The bench as the server draws it, before any script: the same as the front end's, usable, and given up without a loss."""

from __future__ import annotations

from typing import Any

from playwright.sync_api import Route, expect

from launch.browser import DESK, PHONE

from .whole import TABLET, BrowserCase

THINGS = """where => [...document.querySelectorAll(["h1", "h2", "a", "input", ".p-button", ".waits", ".why"].map(each => `${where} ${each}`).join())]
  .filter(each => each.offsetParent)
  .map(each => {
    const box = each.getBoundingClientRect();
    return [each.matches("ol a") ? "" : each.innerText.replace(/\\s+/g, " "), Math.round(box.x), Math.round(box.y), Math.round(box.width), Math.round(box.height)];
  })"""
"""What stands where; of the day's jobs not the words, whose hour is the browser's own."""


class DrawnFirst(BrowserCase):
    alone = True

    def without_script(self) -> None:
        self.page.route("**/assets/*.js", lambda route: route.abort())
        self.page.goto(self.address)
        self.page.wait_for_load_state("networkidle")

    def with_script_held(self) -> list[Route]:
        """Goes to the bench; its script comes when the route is let on."""
        held: list[Route] = []

        def hold(route: Route) -> None:
            held.append(route)

        self.page.route("**/assets/first-*.js", hold)
        self.page.goto(self.address, wait_until="commit")
        self.page.locator("#first .visit").last.wait_for()
        return held

    def test_nothing_moves_when_the_front_end_takes_over(self) -> None:
        page = self.page
        for size in (DESK, TABLET, PHONE):
            page.set_viewport_size(size)
            page.goto(self.address)
            expect(page.locator("#first")).to_have_count(0)
            page.wait_for_load_state("networkidle")
            drawn: list[Any] = page.evaluate(THINGS, "#app")
            self.without_script()
            first = page.evaluate(THINGS, "#first")
            page.unroute_all()
            with self.subTest(width=size["width"]):
                self.assertGreater(len(drawn), 15)
                self.assertEqual(first, drawn)
        self.complaints.clear()

    def test_a_unit_is_opened_before_any_script_is_there(self) -> None:
        self.without_script()
        self.page.unroute_all()
        self.page.get_by_role("link").filter(has_text="Tern").last.click()
        self.opened()
        expect(self.page.get_by_text("Tern").first).to_be_visible()
        self.complaints.clear()

    def test_what_was_typed_before_the_script_came_is_looked_for(self) -> None:
        held, page = self.with_script_held(), self.page
        page.locator("#first input").fill("crane")
        held[0].continue_()
        expect(page.locator("#first")).to_have_count(0)
        field = page.get_by_label("Find a unit, an owner, a complaint")
        expect(field).to_have_value("crane")
        expect(field).to_be_focused()
        expect(page.get_by_role("heading", level=1)).to_have_text("1 found")

    def test_a_key_pressed_before_anyone_was_there_to_take_it_is_taken(self) -> None:
        page = self.page
        # Modules have run up to where they wait for the paint; nothing is mounted yet.
        page.add_init_script(
            "document.addEventListener('DOMContentLoaded', () => document.body.dispatchEvent("
            "new KeyboardEvent('keydown', { key: 'n', bubbles: true, cancelable: true })), { once: true })"
        )
        page.goto(self.address)
        expect(page.get_by_role("heading", level=1)).to_contain_text("What does it do, and what is it?")

    def test_where_a_key_stands_and_how_far_it_was_scrolled_is_kept(self) -> None:
        page = self.page
        page.set_viewport_size(PHONE)
        held = self.with_script_held()
        link = page.locator("#first .visit").last
        link.focus()
        href = link.get_attribute("href")
        scrolled = page.evaluate("document.querySelector('#first main').scrollTop")
        self.assertGreater(scrolled, 0)
        held[0].continue_()
        expect(page.locator("#first")).to_have_count(0)
        self.assertEqual(page.evaluate("document.activeElement.getAttribute('href')"), href)
        self.assertAlmostEqual(
            page.evaluate("document.querySelector('#app main').scrollTop"), scrolled, delta=2
        )

    def test_what_is_pressed_does_not_go_from_under_the_finger(self) -> None:
        held, page = self.with_script_held(), self.page
        unit = page.locator("#first .visit").first
        href = unit.get_attribute("href") or ""
        unit.hover()
        page.mouse.down()
        held[0].continue_()
        page.locator("#app .visit").last.wait_for(state="attached")
        expect(page.locator("#first")).to_have_count(1)
        page.unroute_all()
        page.mouse.up()
        page.wait_for_url(f"**{href}**")
