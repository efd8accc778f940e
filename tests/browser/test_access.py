"""Every main view, Day and Lamp, desk and tablet: nothing axe finds, nothing too small to hit."""

from __future__ import annotations

import re
import unittest
from dataclasses import dataclass, field
from typing import Any, ClassVar

from playwright.sync_api import Page, ViewportSize

from launch.browser import DESK
from launch.paths import WEB

from ..examples import LONG
from .whole import TABLET, TABLET_UPRIGHT, BrowserCase, stack

AXE = (WEB / "node_modules" / "axe-core" / "axe.min.js").read_text()
SMALL = """() => [...document.querySelectorAll("button, a, input, textarea, [role=combobox]")]
  .filter((e) => e.checkVisibility({ visibilityProperty: true }) && !e.closest(".only-read") && !e.classList.contains("only-read"))
  .map((e) => [e, (e.closest("form.chip, li > button, .p-select, fieldset label") ?? e).getBoundingClientRect()])
  .filter(([e, box]) => box.width > 2 && (box.height < 43.5 || box.width < 43.5))
  .map(([e, box]) => `${e.tagName} ${e.ariaLabel ?? e.innerText ?? ""} ${Math.round(box.width)}x${Math.round(box.height)}`)"""
WIDE = "document.documentElement.scrollWidth - document.documentElement.clientWidth"
RUN = """rules => axe.run(document, { resultTypes: ['violations'], ...(rules.length ? { runOnly: rules } : {}) })
  .then(result => result.violations)"""
VISITS = {
    "Ticket counter": "Listen", "Quay crane": "Strip", "Tern": "Look over", "Heron 650": "Read", "Dunlin 40": "Source",
    "Otter 8": "Build", "Weather mast": "File",
}  # fmt: skip


@dataclass(frozen=True)
class Look:
    """A way to look at a view; `rules` of axe, all where none are named."""

    name: str
    size: ViewportSize
    lamp: bool = False
    axe: bool = True
    rules: list[str] = field(default_factory=list)


class Views(BrowserCase):
    """Each view as it stands, and as it looks another way: by lamp, upright."""

    looks: ClassVar[list[Look]] = []

    def check(self, page: Page, what: str) -> None:
        # What a view is about stands in its headline, once it has come.
        page.get_by_role("heading", level=1).first.wait_for()
        for look in self.looks:
            with self.subTest(view=what, look=look.name):
                page.set_viewport_size(look.size)
                page.evaluate("lamp => document.documentElement.classList.toggle('lamp', lamp)", look.lamp)
                self.assertEqual(self.violations(page, look.rules) if look.axe else [], [])
                self.assertEqual(page.evaluate(SMALL), [])
                self.assertLessEqual(page.evaluate(WIDE), 0, "the page scrolls sideways")

    def violations(self, page: Page, rules: list[str]) -> list[tuple[str, str, str]]:
        if not page.evaluate("'axe' in window"):
            page.evaluate(AXE)
        result: list[dict[str, Any]] = page.evaluate(RUN, rules)
        return [
            (rule["id"], rule["nodes"][0]["html"][:120], rule["nodes"][0].get("failureSummary", "")[:200])
            for rule in result
        ]

    def stages(self) -> None:
        page = self.page
        self.go("/")
        page.get_by_text("Heron 650").first.wait_for()
        self.check(page, "Bench")
        self.go("/visits/new")
        page.get_by_label("Called").wait_for()
        self.check(page, "New visit")
        for unit, stage in VISITS.items():
            self.open_visit(unit, stage, filed=stage == "File")
            if stage == "Strip":
                page.get_by_label("What comes off").fill(
                    "4x M3x10 button hex2 rear cover #A1 ^dish out !loose"
                )
                page.get_by_role("list", name="Understood").wait_for()
            self.check(page, stage)
        self.open_visit("Otter 8", "Prove")
        self.check(page, "Prove")
        self.open_visit("Heron 650", filed=True)
        page.get_by_role("link", name="Exploded sheet").click()
        page.get_by_role("table", name="Parts").wait_for()
        page.get_by_role("button", name="Show 8 in the drawing").click()
        self.check(page, "Sheet")
        self.go("/orders")
        page.get_by_role("article").first.wait_for()
        page.get_by_role("button", name="Harbour Gears").click()
        self.check(page, "Orders")
        self.go("/filed")
        page.get_by_role("link", name="All of Heron 650").click()
        page.get_by_text("Gears over time").wait_for()
        self.check(page, "Unit")

    def instruments(self, page: Page) -> None:
        self.go("/reader")
        page.get_by_label("Teeth", exact=True).fill("31")
        page.get_by_label("Over the tips", exact=True).fill("26.18")
        page.get_by_text("Measure next").wait_for()
        page.get_by_role("button", name="Take it").click()
        page.get_by_role("button", name="Teeth missing?").click()
        self.check(page, "Gear reader")
        self.go("/reader?form=worm")
        page.get_by_label(re.compile("^Along several threads")).fill("9.42")
        page.get_by_text("axial pitch").wait_for()
        self.check(page, "Worm")
        self.go("/train")
        page.get_by_text("68.57 turns in").wait_for()
        for panel in ("Speeds", "A click", "Play", "In the unit"):
            page.get_by_role("button", name=panel, exact=True).click()
            self.check(page, f"Train, {panel}")
        self.go("/shelf")
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
        self.go("/practice")
        page.get_by_role("img", name=re.compile("unknown size")).wait_for()
        self.check(page, "Practice")
        self.go("/arrival?teeth=23&module=0.5&bore=2.5")
        page.get_by_label("Teeth, measured").fill("24")
        page.get_by_text("24 for 23").wait_for()
        self.check(page, "Arrival")
        self.go("/drawer?teeth=31")
        page.get_by_role("list", name="Gears").get_by_role("button").first.click()
        page.get_by_role("button", name="Put one in").click()
        self.check(page, "Drawer")
        self.go("/gauges")
        fits = page.get_by_role("button", name="The card fits")
        fits.or_(page.get_by_role("img", name="Rack of 1 module")).first.wait_for()
        self.check(page, "Gauges")
        self.go("/mesh")
        page.get_by_text("Contact ratio").wait_for()
        for panel in ("Mesh", "Paper", "Warm", "Askew"):
            page.get_by_role("button", name=panel, exact=True).click()
            self.check(page, f"Mesh, {panel}")
        self.go("/regear")
        page.get_by_role("heading", level=1).wait_for()
        self.check(page, "Regear")
        self.go("/fits")
        page.get_by_role("heading", level=1).wait_for()
        self.check(page, "Fits")


class DayAndLamp(Views):
    # What a theme changes is tried by lamp; the rest is the same page.
    looks: ClassVar[list[Look]] = [
        Look("day", DESK),
        Look(
            "lamp, upright",
            TABLET_UPRIGHT,
            lamp=True,
            rules=["color-contrast", "link-in-text-block", "target-size"],
        ),
    ]

    def test_every_view(self) -> None:
        self.stages()
        self.instruments(self.page)

    def test_workshop_and_what_was_not_taken(self) -> None:
        for path, name in (("workshop", "Workshop"), ("unsent", "Not taken")):
            self.go(f"/{path}")
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


@unittest.skipUnless(LONG, "an upright tablet and a desk are tried in each run")
class Lying(Views):
    looks: ClassVar[list[Look]] = [Look("lying", TABLET, axe=False)]

    def test_every_view_on_a_tablet_that_lies(self) -> None:
        self.stages()
        self.instruments(self.page)
