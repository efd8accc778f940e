"""A clicking rear end, described in one sentence: the cause, the check and what to take off, at once."""

from __future__ import annotations

import re

from playwright.sync_api import expect

from .whole import BrowserCase


class Listen(BrowserCase):
    def test_one_sentence_gives_cause_check_and_way(self) -> None:
        page = self.page
        self.take_in("Turnstone", "Clicks from the rear end under load, only with the stronger battery.")
        answer = page.get_by_role("heading", level=1)
        expect(answer).to_contain_text(re.compile("differential's ring gear chipped, \\d+ %"))
        check = page.get_by_role("region", name="Next check")
        expect(check.get_by_role("heading")).to_be_visible()
        expect(page.get_by_role("img", name=re.compile("Path of force.*differential"))).to_be_visible()
        check.get_by_text("Another check").click()
        check.get_by_role("button", name="Press the case shut by hand").click()
        check.get_by_role("button", name="it stops").click()
        expect(answer).to_contain_text("Most likely a case that spreads under load")
        tried = page.get_by_role("list", name="Tried")
        expect(tried).to_contain_text("Press the case shut by hand while it is loaded: it stops")
        page.reload()
        expect(tried).to_contain_text("it stops")
        tried.get_by_role("button", name="Take back").click()
        expect(answer).to_contain_text("ring gear chipped")
        page.get_by_role("button", name="Put right").click()
        page.get_by_label("In the owner's words").fill("Motor races, no drive, the wheels turn freely.")
        page.get_by_role("button", name="Keep").click()
        expect(answer).to_contain_text("the spur's teeth stripped")
        page.get_by_role("button", name="It was this").first.click()
        expect(page.get_by_text("This is what it was.")).to_be_visible()
        page.goto(page.url.replace("/listen", "/source"))
        expect(page.get_by_text("It was the spur's teeth stripped: mend that")).to_be_visible()

    def test_on_a_phone_it_stands_in_one_column(self) -> None:
        page = self.page
        self.take_in("Dunlin", "Grinds and gets hot.")
        page.set_viewport_size({"width": 390, "height": 844})
        expect(page.get_by_role("heading", level=1)).to_contain_text("%")
        expect(page.get_by_text("Do not run it further")).to_be_visible()
        wide = page.evaluate(
            "document.querySelector('main').scrollWidth - document.querySelector('main').clientWidth"
        )
        self.assertLessEqual(wide, 0)
        answers = page.get_by_role("region", name="Next check").get_by_role("button")
        self.assertGreaterEqual(min(answers.nth(n).bounding_box()["height"] for n in range(3)), 44)

    def test_what_was_learnt_of_causes_is_shown_forgotten_and_taken_up_again(self) -> None:
        page = self.page
        self.go("/shelf")
        learnt = page.get_by_role("region", name="What it was here")
        expect(learnt).to_contain_text("1 of 1")
        with page.expect_download() as download:
            learnt.get_by_role("button", name="Take it along").click()
        self.assertIn("fault", download.value.path().read_text())
        many = learnt.get_by_role("listitem").count()
        learnt.get_by_role("button", name=re.compile("Forget it: what")).first.click()
        expect(learnt.get_by_role("listitem")).not_to_have_count(many)
        learnt.get_by_role("button", name="Take it up again").click()
        expect(learnt.get_by_role("listitem")).to_have_count(many)
