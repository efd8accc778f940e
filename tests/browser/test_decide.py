"""A stripped gear is decided in Source: what can be had jotted down, the advice followed or not, and why."""

from __future__ import annotations

from playwright.sync_api import expect

from .whole import BrowserCase


class Decide(BrowserCase):
    def test_what_can_be_had_moves_the_advice_and_the_choice_is_kept(self) -> None:
        page = self.page
        self.open_visit("Heron 650", "source")
        todo = page.get_by_role("region", name="What to do")
        todo.get_by_role("button", name="Open again").click()
        expect(todo.get_by_role("heading")).to_be_visible()
        todo.get_by_role("textbox", name="What can be had").fill("gear set 9.50, 4 days")
        self.press("Enter")
        expect(todo.get_by_role("heading")).to_contain_text("Fit the gear set")
        expect(todo.get_by_role("list", name="What can be had")).to_contain_text("9.50, 4 days")
        todo.get_by_label("A new one costs").fill("12")
        todo.get_by_label("its age, years").fill("6")
        self.press("Tab")
        expect(todo.get_by_role("heading")).to_contain_text("Replace the unit")
        todo.get_by_role("button", name="Take this").first.click()
        todo.get_by_label("Why this one").fill("The owner is fond of it.")
        todo.get_by_role("button", name="Take it").click()
        expect(todo).to_contain_text("Decided:")
        page.reload()
        expect(todo).to_contain_text("The owner is fond of it.")
        todo.get_by_role("button", name="Open again").click()
        expect(todo.get_by_role("heading")).to_contain_text("Replace the unit")
        todo.get_by_role("button", name="Not to be had: gear set").click()
        expect(todo.get_by_role("list", name="What can be had")).not_to_contain_text("9.50, 4 days")

    def test_on_a_phone_nothing_is_cut_off(self) -> None:
        page = self.page
        page.set_viewport_size({"width": 390, "height": 844})
        self.open_visit("Dunlin 40", "source")
        expect(page.get_by_role("region", name="What to do")).to_contain_text("Decided:")
        wide = page.evaluate(
            "document.querySelector('main').scrollWidth - document.querySelector('main').clientWidth"
        )
        self.assertLessEqual(wide, 0)
