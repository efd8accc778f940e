"""Every main view, Day and Lamp, desk and tablet: nothing axe finds, nothing too small to hit."""

from __future__ import annotations

import re
import unittest
from typing import Any, ClassVar

from playwright.sync_api import Page

from launch.paths import WEB

from ..examples import LONG
from .whole import TABLET, TABLET_UPRIGHT, BrowserCase, stack

AXE = (WEB / "node_modules" / "axe-core" / "axe.min.js").read_text()
SMALL = """() => [...document.querySelectorAll("button, a, input, textarea, [role=combobox]")]
  .filter((e) => e.checkVisibility({ visibilityProperty: true }) && !e.closest(".only-read") && !e.classList.contains("only-read"))
  .map((e) => [e, (e.closest("form.chip, li > button, .p-select, fieldset label") ?? e).getBoundingClientRect()])
  .filter(([e, box]) => box.width > 2 && (box.height < 43.5 || box.width < 43.5))
  .map(([e, box]) => `${e.tagName} ${e.ariaLabel ?? e.innerText ?? ""} ${Math.round(box.width)}x${Math.round(box.height)}`)"""
VISITS = {
    "Ticket counter": "Listen", "Quay crane": "Strip", "Tern": "Look over", "Heron 650": "Read", "Dunlin 40": "Source",
    "Otter 8": "Build", "Weather mast": "File",
}  # fmt: skip


class Views(BrowserCase):
    """Each view looked at once a theme: by day at the desk, by lamp on an upright tablet."""

    lamp = "0"
    axe = True
    rules: ClassVar[list[str]] = []
    """Of axe; all where none are named."""

    def check(self, page: Page, what: str) -> None:
        page.wait_for_load_state("networkidle")
        with self.subTest(view=what, size=page.viewport_size):
            self.assertEqual(self.violations(page) if self.axe else [], [])
            self.assertEqual(page.evaluate(SMALL), [])
            wide = page.evaluate(
                "document.documentElement.scrollWidth - document.documentElement.clientWidth"
            )
            self.assertLessEqual(wide, 0, "the page scrolls sideways")

    def violations(self, page: Page) -> list[tuple[str, str, str]]:
        page.evaluate(AXE)
        result: list[dict[str, Any]] = page.evaluate(
            "rules => axe.run(document, { resultTypes: ['violations'], ...(rules.length ? { runOnly: rules } : {}) })"
            ".then(r => r.violations)",
            self.rules,
        )
        return [
            (one["id"], one["nodes"][0]["html"][:120], one["nodes"][0].get("failureSummary", "")[:200])
            for one in result
        ]

    def stages(self) -> None:
        page = self.page
        page.evaluate(f"localStorage.setItem('dentado.lamp', '{self.lamp}')")
        page.goto(self.address)
        page.get_by_text("Heron 650").first.wait_for()
        self.check(page, "Bench")
        page.goto(f"{self.address}/visits/new")
        page.get_by_label("Called").wait_for()
        self.check(page, "New visit")
        for unit, stage in VISITS.items():
            self.open_visit(unit, stage)
            if stage == "Strip":
                page.get_by_label("What comes off").fill(
                    "4x M3x10 button hex2 rear cover #A1 ^dish out !loose"
                )
                page.get_by_role("list", name="Understood").wait_for()
            self.check(page, stage)
        self.open_visit("Otter 8", "Prove")
        self.check(page, "Prove")

    def instruments(self, page: Page) -> None:
        page.goto(f"{self.address}/reader")
        page.get_by_label("Teeth", exact=True).fill("31")
        page.get_by_label("Over the tips", exact=True).fill("26.18")
        page.get_by_text("Measure next").wait_for()
        page.get_by_role("button", name="Take it").click()
        page.get_by_role("button", name="Teeth missing?").click()
        self.check(page, "Gear reader")
        page.goto(f"{self.address}/reader?form=worm")
        page.get_by_label(re.compile("^Along several threads")).fill("9.42")
        page.get_by_text("axial pitch").wait_for()
        self.check(page, "Worm")
        page.goto(f"{self.address}/train")
        page.get_by_text("68.57 turns in").wait_for()
        for panel in ("Speeds", "A click", "Play", "In the unit"):
            page.get_by_role("button", name=panel, exact=True).click()
            self.check(page, f"Train, {panel}")
        page.goto(f"{self.address}/shelf")
        page.get_by_role("radio").first.wait_for()
        page.get_by_role("button", name="Put one on").click()
        self.check(page, "Shelf")
        self.open_visit("Heron 650", "Strip")
        for seen in ("Stacks", "Tray", "Screws", "Tools", "Guide"):
            page.get_by_role("button", name=seen, exact=True).click()
            self.check(page, seen)
        self.open_visit("Otter 8", "Build")
        self.press("o")
        self.check(page, "Plan")
        page.goto(f"{self.address}/practice")
        page.get_by_role("img", name=re.compile("unknown size")).wait_for()
        self.check(page, "Practice")
        page.goto(f"{self.address}/arrival?teeth=23&module=0.5&bore=2.5")
        page.get_by_label("Teeth, measured").fill("24")
        page.get_by_text("24 for 23").wait_for()
        self.check(page, "Arrival")
        page.goto(f"{self.address}/drawer?teeth=31")
        page.get_by_role("list", name="Gears").get_by_role("button").first.click()
        page.get_by_role("button", name="Put one in").click()
        self.check(page, "Drawer")
        page.goto(f"{self.address}/gauges")
        fits = page.get_by_role("button", name="The card fits")
        fits.or_(page.get_by_role("img", name="Rack of 1 module")).first.wait_for()
        self.check(page, "Gauges")
        page.goto(f"{self.address}/mesh")
        page.get_by_text("Contact ratio").wait_for()
        for panel in ("Mesh", "Paper", "Warm", "Askew"):
            page.get_by_role("button", name=panel, exact=True).click()
            self.check(page, f"Mesh, {panel}")
        page.goto(f"{self.address}/regear")
        page.get_by_role("heading", level=1).wait_for()
        self.check(page, "Regear")
        page.goto(f"{self.address}/fits")
        page.get_by_role("heading", level=1).wait_for()
        self.check(page, "Fits")


class Day(Views):
    def test_every_view_by_day(self) -> None:
        self.stages()
        self.instruments(self.page)

    def test_workshop_and_what_was_not_taken(self) -> None:
        for path, name in (("workshop", "Workshop"), ("unsent", "Not taken")):
            self.page.goto(f"{stack().address}/{path}")
            self.page.get_by_role("heading", level=1).wait_for()
            self.check(self.page, name)

    def test_the_door(self) -> None:
        page = self.browser.new_context().new_page()
        self.addCleanup(page.context.close)
        page.goto(f"{stack().address}/visits/anything")
        page.get_by_label("Password").wait_for()
        self.check(page, "Sign-in")
        page.get_by_label("Name").fill("robin")
        page.get_by_label("Password").fill("wrong")
        page.keyboard.press("Enter")
        page.get_by_role("alert").wait_for()
        self.check(page, "Sign-in refused")
        page.goto(f"{stack().address}/code")
        page.get_by_label("The code you were given").wait_for()
        self.check(page, "Code")


class Lamp(Views):
    size = TABLET_UPRIGHT
    lamp = "1"
    # What a theme changes; the rest is the same page by day.
    rules: ClassVar[list[str]] = ["color-contrast", "link-in-text-block", "target-size"]

    def test_every_view_by_lamp(self) -> None:
        self.stages()
        self.instruments(self.page)


@unittest.skipUnless(LONG, "an upright tablet and a desk are tried in each run")
class Lying(Views):
    size = TABLET
    axe = False

    def test_every_view_on_a_tablet_that_lies(self) -> None:
        self.stages()
        self.instruments(self.page)
