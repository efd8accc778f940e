"""The record out of reach in mid-step: nothing lost, nothing doubled, and the screen says so."""

from __future__ import annotations

import json
import re

from playwright.sync_api import Page, Route, expect

from demo import DEMO_MEMBER, DEMO_PASSWORD
from launch.browser import sign_in

from ..examples import LONG
from .whole import BrowserCase, stack

MANY = 500 if LONG else 80
"""Steps of the long strip."""

NOT_KNOWN_MS = 11_000
"""Longer than a worker knows a sign-in without asking the record."""

LAY_DOWN = """async ([from, to]) => {
    const field = document.querySelector("textarea.line");
    const shown = () => document.querySelectorAll(".row .name").length;
    for (let n = from; n <= to; n += 1) {
        field.value = `piece ${n}`;
        field.dispatchEvent(new Event("input", { bubbles: true }));
        await new Promise(requestAnimationFrame);
        field.dispatchEvent(new KeyboardEvent("keydown", { key: "Enter", bubbles: true }));
        const until = performance.now() + 60_000;
        while (shown() < n) {
            if (performance.now() > until) throw new Error(`line ${n} is not in the row; in the field: ${field.value}`);
            await new Promise(requestAnimationFrame);
        }
    }
}"""
"""Lines typed and laid down as fast as the row takes them, key events and all."""

ENTER_AND_LEAVE = """(line) => {
    const field = document.querySelector("textarea.line");
    if (field.value !== line) {
        field.value = line;
        field.dispatchEvent(new Event("input", { bubbles: true }));
    }
    field.dispatchEvent(new KeyboardEvent("keydown", { key: "Enter", bubbles: true }));
    window.location.reload();
}"""
"""A line laid down and the page left in one turn, before anything has come from the network or the disk."""


ENTER = ENTER_AND_LEAVE.replace("window.location.reload();", "return { ...sessionStorage };")
"""The same, and what the tab holds in that moment: a copy of it made now begins with that."""

HOLDS = """(held) => {
    if (sessionStorage.getItem("begun")) return;
    for (const [key, value] of Object.entries({ ...held, begun: "yes" })) sessionStorage.setItem(key, value);
}"""


class Lost(BrowserCase):
    def test_a_page_left_in_the_moment_of_enter(self) -> None:
        page = self.take_in("Tern servo")
        names = page.locator(".row .name")
        for n, line in enumerate(("cap M2x4 @top", "horn #A1", "case"), 1):
            with page.expect_navigation():
                page.evaluate(ENTER_AND_LEAVE, line)
            self.opened()
            expect(names).to_have_count(n)
        # Understood before Enter: it is on its way to the disk at once.
        page.get_by_label("What comes off").fill("2x bearing 5x8x2.5")
        self.says("bearing")
        with page.expect_navigation():
            page.evaluate(ENTER_AND_LEAVE, "2x bearing 5x8x2.5")
        self.opened()
        expect(page.get_by_text("all sent")).to_be_visible()
        page.reload()
        self.opened()
        self.assertEqual(
            [re.sub(r"^\d+ ", "", name) for name in self.row()], ["M2 × 4", "horn", "case", "bearing"]
        )

    def test_a_tab_copied_in_the_moment_of_enter_lays_the_line_once(self) -> None:
        page = self.take_in("Dipper servo")
        page.get_by_label("What comes off").wait_for()
        held = page.evaluate(ENTER, "horn #A1")
        self.assertTrue([key for key in held if key.startswith("dentado.lines")], held)
        copy = self.context.new_page()
        copy.add_init_script(f"({HOLDS})({json.dumps(held)})")
        copy.goto(page.url)
        for tab in (page, copy):
            expect(tab.locator(".row .name")).to_have_text(["1 horn"])
            expect(tab.get_by_text("all sent")).to_be_visible()
        visit = page.url.split("/visits/")[1].split("/")[0]
        kept = page.request.get(f"{self.address}/api/visits/{visit}").json()["steps"]
        self.assertEqual([step["line"] for step in kept], ["horn #A1"])
        self.assertEqual(
            copy.evaluate("Object.keys(sessionStorage).filter((k) => k.startsWith('dentado.'))"), []
        )

    def test_a_line_left_in_a_tab_is_laid_by_nobody_but_who_said_it(self) -> None:
        page = self.take_in("Whinchat servo")
        visit = page.url
        with page.expect_navigation():
            page.evaluate(ENTER_AND_LEAVE.replace("reload()", "assign('/mark.svg')"), "horn #A1")
        self.context.clear_cookies()
        sign_in(page, self.address, "kit", DEMO_PASSWORD)
        page.goto(visit)
        self.opened()
        expect(page.get_by_role("heading", level=1)).to_have_text("What comes off first?")
        page.get_by_label("What comes off").fill("case")
        page.keyboard.press("Enter")
        on_record = (
            "async (visit) => (await (await fetch(`/api/visits/${visit}/history`)).text()).includes('case')"
        )
        self.until(on_record, True, visit.split("/visits/")[1].split("/")[0])
        expect(page.locator(".row .name")).to_have_text(["1 case"])
        self.context.clear_cookies()
        sign_in(page, self.address, DEMO_MEMBER, DEMO_PASSWORD)
        page.goto(visit)
        self.opened()
        expect(page.locator(".row .name")).to_have_text(["1 case", "2 horn"])
        expect(page.get_by_text("all sent")).to_be_visible()
        told = page.request.get(
            f"{self.address}/api/visits/{visit.split('/visits/')[1].split('/')[0]}/history"
        ).json()
        who = {line["after"]: line["who"] for line in told if line["verb"] == "laid down"}
        self.assertEqual((who["case"], who["horn #A1"]), ("Kit", "Robin"))

    def test_a_line_the_network_is_slow_to_answer(self) -> None:
        page = self.take_in("Plover servo")
        held: list[Route] = []

        def hold(route: Route) -> None:
            held.append(route)

        page.route("**/api/sums/entry", hold)
        page.get_by_label("What comes off").fill("2x bearing 5x8x2.5")
        page.keyboard.press("Enter")
        # Laid down as it was typed; the record has understood it by itself.
        expect(page.locator(".row .name")).to_have_text(["1 bearing"])
        self.assertTrue(held)
        page.unroute_all(behavior="ignoreErrors")

    def test_the_database_goes_in_mid_strip_and_comes_back(self) -> None:
        page = self.open_visit("Quay crane", "Strip")
        self.addCleanup(stack().database.start)
        before = len(self.row())
        self.lay_down("first carrier stop screw M2x4")
        expect(page.get_by_text("all sent")).to_be_visible()
        stack().database.stop()
        self.lay_down("second carrier plate #C1", "3x planet 18t acetal #C2")
        expect(page.get_by_text(re.compile(r"2 kept here, not yet sent"))).to_be_visible()
        expect(page.get_by_text("and being brought back")).to_be_visible()
        expect(page.locator(".row .name")).to_have_count(before + 3)
        # A stage waits until the record has everything it rests on.
        self.press("Control+Enter")
        expect(page.get_by_role("alert")).to_contain_text("does not answer")
        # The lid is closed and opened while it is still away: who is signed in may still be known, or no more.
        page.reload()
        expect(page.get_by_role("alert")).to_contain_text(re.compile("does not answer|cannot be reached"))
        page.wait_for_timeout(NOT_KNOWN_MS)
        page.reload()
        expect(page.get_by_role("alert")).to_contain_text("does not answer")
        stack().database.start()
        expect(page.get_by_text("all sent")).to_be_visible(timeout=30_000)
        expect(page.get_by_text("and being brought back")).to_have_count(0)
        self.opened()
        self.assertEqual(
            [re.sub(r"^\d+ ", "", name) for name in self.row()[before:]],
            ["M2 × 4, first carrier stop screw", "second carrier plate", "planet"],
        )
        page.reload()
        self.opened()
        expect(page.locator(".row .name")).to_have_count(before + 3)

    def test_a_long_strip_through_a_killed_database_and_a_closed_page(self) -> None:
        page, many = self.take_in("Knot 500"), MANY
        first, second, third = many // 4, many // 2, many * 4 // 5
        self.addCleanup(stack().database.start)
        names = "n => document.querySelectorAll('.row .name').length === n"
        page.evaluate(LAY_DOWN, [1, first])
        stack().database.kill()
        page.evaluate(LAY_DOWN, [first + 1, second])
        page.wait_for_function(names, arg=second)
        expect(page.get_by_text("not yet sent")).to_be_visible()
        # The lid is closed in mid-strip, with a quarter of the steps still on the device.
        page.reload()
        stack().database.start()
        page.get_by_role("region", name="The row").wait_for(timeout=60_000)
        page.wait_for_function(names, arg=second)
        page.evaluate(LAY_DOWN, [second + 1, third])
        stack().database.kill()
        stack().database.start()
        page.evaluate(LAY_DOWN, [third + 1, many])
        expect(page.locator(".row .name")).to_have_count(many, timeout=60_000)
        expect(page.get_by_text("all sent")).to_be_visible(timeout=120_000)
        page.reload()
        self.opened()
        names = page.locator(".row .name").all_text_contents()
        self.assertEqual([name.strip() for name in names], [f"{n} piece {n}" for n in range(1, many + 1)])

    def take_in(self, called: str) -> Page:
        """A unit with nothing off it yet, at its strip."""
        page = self.page
        page.goto(f"{self.address}/visits/new")
        page.get_by_label("What is it?").click()
        page.get_by_role("option", name="servo", exact=True).click()
        page.get_by_label("Called").fill(called)
        page.get_by_label("In the owner's words").fill("Grinds.")
        self.press("Control+Enter")
        self.heard("Grinds.")
        page.keyboard.press("Enter")
        self.says("What comes off first?")
        return page

    def test_two_devices_on_one_visit_end_with_the_same_row(self) -> None:
        page = self.take_in("Ruff pair")
        other = self.browser.new_context(viewport=self.size, reduced_motion="reduce").new_page()
        self.addCleanup(other.context.close)
        sign_in(other, self.address, "kit", DEMO_PASSWORD)
        other.goto(page.url)
        for n in range(5):
            for device, name in ((page, "here"), (other, "there")):
                device.get_by_label("What comes off").fill(f"{name} {n}")
                device.get_by_label("What comes off").press("Enter")
        names = ".row .name"
        # Each takes up what the other did, without being asked to.
        for device in (page, other):
            expect(device.locator(names)).to_have_count(10, timeout=30_000)
            expect(device.get_by_text("all sent")).to_be_visible()
        rows = []
        for device in (page, other):
            device.reload()
            device.locator(names).first.wait_for()
            rows.append(device.locator(names).all_inner_texts())
        self.assertEqual(rows[0], rows[1])
        self.assertEqual(
            [
                re.sub(r"^\d+ ", "", name)
                for name in sorted(rows[0], key=len)
                if "here" in name and "there" not in name
            ],
            [f"here {n}" for n in range(5)],
        )

    def test_a_line_no_step_can_take_stays_in_the_field_with_advice(self) -> None:
        page = self.open_visit("Quay crane", "Strip")
        page.get_by_label("What comes off").fill("z" * 10_000)
        self.press("Enter")
        expect(page.get_by_role("alert")).to_contain_text("10,000 characters")
        expect(page.get_by_label("What comes off")).to_have_value("z" * 10_000)

    def test_the_network_goes_in_mid_build(self) -> None:
        page = self.open_visit("Otter 8", "Build")
        self.says("Seat the pinion, new")
        self.context.set_offline(True)
        self.press("Space", "Space")
        self.says("Turn in the M3 × 3 grub screw on the pinion flat")
        expect(page.get_by_text("2 kept here, not yet sent")).to_be_visible()
        self.context.set_offline(False)
        expect(page.get_by_text("all sent")).to_be_visible()
        page.reload()
        self.says("Turn in the M3 × 3 grub screw on the pinion flat")
