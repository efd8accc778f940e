"""The bench and what is shared: keys, the lamp, several members, and photos that are none."""

from __future__ import annotations

from typing import ClassVar

from playwright.sync_api import FilePayload, Page, ViewportSize, expect

from demo import DEMO_PASSWORD
from launch.browser import sign_in

from .whole import BrowserCase


class Bench(BrowserCase):
    def test_visits_are_reached_by_arrow_and_enter(self) -> None:
        page = self.page
        page.locator("#app .visit").first.wait_for()
        first = page.locator(".visit").nth(1).locator("strong").inner_text()
        self.press("ArrowDown", "Enter")
        self.opened()
        expect(page.get_by_role("banner")).to_contain_text(first)
        # On the strip whatever is typed is the line.
        page.get_by_role("navigation", name="Stages").get_by_role("button", name="Listen").click()
        self.press("b")
        page.get_by_role("heading", name="on the bench for you").wait_for()

    def test_the_lamp_stays_lit_and_the_door_follows(self) -> None:
        page = self.page
        page.get_by_role("button", name="Instruments").click()
        page.get_by_role("button", name="Lamp").click()
        page.reload()
        page.get_by_text("Heron 650").first.wait_for()
        dark = "getComputedStyle(document.body).backgroundColor"
        self.assertEqual(page.evaluate(dark), "rgb(20, 24, 27)")
        page.get_by_role("button", name="Instruments").click()
        page.get_by_role("button", name="Sign out").click()
        page.get_by_label("Password").wait_for()
        self.assertEqual(page.evaluate(dark), "rgb(20, 24, 27)")
        # Signed out, no page of the application is served.
        page.goto(f"{self.address}/visits/new")
        page.get_by_label("Password").wait_for()
        expect(page.get_by_label("Called")).to_have_count(0)

    def test_what_one_member_lays_down_the_other_finds(self) -> None:
        other = self.browser.new_context(viewport=self.size).new_page()
        self.addCleanup(other.context.close)
        sign_in(other, self.address, "kit", DEMO_PASSWORD)
        self.open_visit("Ticket counter", "Strip")
        self.lay_down("seal wire !note the number")
        expect(self.page.get_by_text("all sent")).to_be_visible()
        other.get_by_role("link").filter(has_text="Ticket counter").first.click()
        expect(other.get_by_role("region", name="The row")).to_contain_text("seal wire")

    def test_waiting_is_said_on_the_visit_and_shown_on_the_bench(self) -> None:
        page = self.open_visit("Ticket counter", "Listen")
        expect(page.get_by_text("Changing a recorded distance or count may be unlawful")).to_be_visible()
        page.get_by_role("button", name="a decision").click()
        page.get_by_label("What it waits for").fill("seal it again ourselves?")
        page.get_by_label("What it waits for").press("Tab")
        expect(page.get_by_text("all sent")).to_be_visible()
        self.go("/")
        # A decision is the bench's to make: it is a job of today as well.
        # The panel shows the first eight; how many stand before it hangs on what other tests opened.
        expect(page.get_by_role("region", name="Today")).to_be_visible()
        day = page.evaluate("fetch('/api/day').then(answer => answer.json())")
        job = next(job for job in day["jobs"] if job["unit"] == "Ticket counter")
        self.assertIn("seal it again", f"{job['does']} {job['why']}")
        card = page.locator("a.visit").filter(has_text="Ticket counter")
        expect(card).to_contain_text("a decision: seal it again ourselves?")

    def test_a_photo_that_is_none_is_refused_and_the_rest_goes_on(self) -> None:
        page: Page = self.open_visit("Quay crane", "Strip")
        page.on(
            "filechooser",
            lambda chooser: chooser.set_files(
                FilePayload(name="a.png", mimeType="image/png", buffer=b"no picture")
            ),
        )
        page.get_by_role("button", name="Photo").first.click()
        expect(page.get_by_role("alert")).to_contain_text("not a picture Dentado can read")
        self.lay_down("jib pin 4x30")
        expect(page.get_by_role("region", name="The row")).to_contain_text("jib pin")
        expect(page.get_by_text("all sent")).to_be_visible()
        # It stays on the device until someone settles it.
        page.reload()
        page.get_by_role("button", name="Settle it").click()
        self.says("One entry was not taken")
        page.get_by_role("button", name="Throw away").click()
        self.says("Everything was taken")

    def test_a_new_bench_teaches_the_first_step(self) -> None:
        self.press("n")
        self.says("What does it do, and what is it?")
        expect(self.page.get_by_text("A kind and a name are enough to begin.")).to_be_visible()
        expect(self.page.get_by_role("button", name="Take it in")).to_be_disabled()
        self.press("Escape")
        self.says("on the bench for you")


class OnAPhone(BrowserCase):
    size: ClassVar[ViewportSize] = {"width": 390, "height": 844}

    def test_the_pages_of_the_bench_keep_within_its_width(self) -> None:
        """What is cut off at the edge is no wider page: each field is asked where it ends."""
        page = self.page
        for path, there in (
            ("", "Heron 650"),
            ("visits/new", "What does it do, and what is it?"),
            ("practice", "Chord between"),
        ):
            self.go(f"/{path}")
            page.get_by_text(there).first.wait_for()
            page.wait_for_load_state("networkidle")
            beyond = page.evaluate(
                "[...document.querySelectorAll('main input, main textarea, main button, main .p-select')]"
                ".filter(e => e.checkVisibility() && e.getBoundingClientRect().right > innerWidth + 1)"
                ".map(e => e.ariaLabel ?? e.id ?? e.innerText)"
            )
            with self.subTest(page=path):
                self.assertEqual(beyond, [])
