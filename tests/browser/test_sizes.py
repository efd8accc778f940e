"""Every view at the sizes it is held in: nothing runs off the side, the targets can be hit."""

from __future__ import annotations

from playwright.sync_api import ViewportSize, expect

from .whole import BrowserCase

SIZES: list[ViewportSize] = [
    {"width": 390, "height": 844},
    {"width": 360, "height": 740},
    {"width": 768, "height": 1024},
    {"width": 844, "height": 390},
]
"""Two phones, a tablet, and a phone lying."""

STAGES = {"Listen": "Ticket counter", "Strip": "Heron 650", "Look over": "Tern", "Read": "Heron 650",
          "Source": "Dunlin 40", "Build": "Otter 8", "Prove": "Otter 8"}  # fmt: skip
PAGES = (
    "", "visits/new", "filed", "orders", "drawer", "shelf", "workshop", "practice", "practice/ear", "practice/photo", "reader",
    "reader?form=worm", "train", "mesh", "regear", "fits?job=discs", "gauges", "devices", "make", "arrival?teeth=23&module=0.5&bore=2.5",
)  # fmt: skip
OFF = """() => {
  const wide = document.documentElement.clientWidth;
  const scrolls = (element) => { for (let at = element.parentElement; at && at !== document.body; at = at.parentElement) { const how = getComputedStyle(at).overflowX; if (how === 'auto' || how === 'scroll' || how === 'hidden') return at !== document.querySelector('main'); } return false; };
  const main = document.querySelector('main');
  const off = [...document.querySelectorAll('main *, header *')].filter((each) => { const box = each.getBoundingClientRect(); return box.width > 1 && box.height > 1 && box.right > wide + 1 && !scrolls(each) && getComputedStyle(each).visibility !== 'hidden' && !each.closest('svg, .only-read'); });
  return [Math.max(document.documentElement.scrollWidth - wide, main ? main.scrollWidth - main.clientWidth : 0), off.slice(0, 3).map((each) => each.outerHTML.slice(0, 110))];
}"""


BY_THEMSELVES = """() => [...document.querySelectorAll('main *')]
  .filter((each) => /auto|scroll/.test(getComputedStyle(each).overflowY) && each.clientHeight > 0 && each.scrollHeight > each.clientHeight + 1)
  .map((each) => each.outerHTML.slice(0, 110))"""
"""Parts of a view that scroll beside or within it: a thumb that meant the one moves the other."""


class Sizes(BrowserCase):
    def runs_off(self, name: str, size: ViewportSize) -> None:
        page = self.page
        page.wait_for_load_state("networkidle")
        wide, what = page.evaluate(OFF)
        with self.subTest(name, size=f"{size['width']}x{size['height']}"):
            self.assertLessEqual(wide, 0, what)
            self.assertEqual(what, [])

    def has_room(self, stage: str, size: ViewportSize) -> None:
        """What is done has most of the screen, a phone lying on its side too."""
        room = self.page.locator("main").evaluate("e => e.getBoundingClientRect().height")
        with self.subTest(stage, size=f"{size['width']}x{size['height']}"):
            self.assertGreater(room, 0.5 * size["height"])

    def test_the_keyboard_leaves_the_line_in_sight(self) -> None:
        """What a phone's keyboard leaves of the screen: the page is resized to it."""
        page = self.page
        page.set_viewport_size({"width": 390, "height": 420})
        self.open_visit("Heron 650", "Strip")
        line = page.get_by_label("What comes off")
        line.fill("4x M3x10 button hex2 rear cover #A1")
        expect(page.get_by_role("list", name="Understood")).to_be_visible()
        expect(line).to_be_in_viewport(ratio=1)
        expect(page.get_by_role("heading", level=1)).to_be_in_viewport()

    def test_no_view_runs_off_the_side(self) -> None:
        page = self.page
        for size in SIZES:
            page.set_viewport_size(size)
            for path in PAGES:
                self.go(f"/{path}")
                expect(page.get_by_role("heading").first).to_be_visible()
                self.runs_off(path or "bench", size)
            for stage, unit in STAGES.items():
                self.open_visit(unit, stage)
                self.runs_off(stage, size)
                self.has_room(stage, size)
            self.open_visit("Heron 650", filed=True)
            self.runs_off("File", size)
            page.get_by_role("link", name="Exploded sheet").click()
            page.get_by_role("table", name="Parts").wait_for()
            self.runs_off("Sheet", size)
            self.go("/filed")
            page.get_by_role("link", name="All of Heron 650").click()
            page.get_by_role("link", name="All of this model").click()
            self.says("unit")
            self.runs_off("Model", size)

    def test_all_instruments_are_in_sight_where_they_are_opened(self) -> None:
        page = self.page
        for size in SIZES:
            page.set_viewport_size(size)
            page.reload()
            opener = page.get_by_role("button", name="Instruments")
            opener.click()
            menu = page.get_by_role("dialog").get_by_role("navigation")
            for each in (menu.get_by_role("link").first, menu.get_by_role("button", name="Sign out")):
                with self.subTest(size=f"{size['width']}x{size['height']}"):
                    expect(each).to_be_in_viewport(ratio=1)
            # A second time it is there already.
            self.press("Escape")
            expect(menu).to_have_count(0)
            opener.click()
            expect(menu.get_by_role("link").first).to_be_in_viewport(ratio=1)

    def test_on_a_phone_a_view_scrolls_and_no_part_of_it(self) -> None:
        page = self.page
        page.set_viewport_size({"width": 390, "height": 844})
        for path in PAGES:
            self.go(f"/{path}")
            expect(page.get_by_role("heading").first).to_be_visible()
            page.wait_for_load_state("networkidle")
            with self.subTest(path or "bench"):
                self.assertEqual(page.evaluate(BY_THEMSELVES), [])

    def test_on_a_phone_the_parts_of_regearing_stand_under_one_another(self) -> None:
        page = self.page
        page.set_viewport_size({"width": 390, "height": 844})
        self.go("/regear")
        page.get_by_role("cell").first.wait_for()
        chart, choices = (
            page.locator(name).first.bounding_box() for name in ("main svg[role=img]", "main table")
        )
        assert chart and choices
        self.assertGreaterEqual(choices["y"], chart["y"] + chart["height"] - 1)
        hidden = page.evaluate(
            "[...document.querySelectorAll('main > section')].map(e => e.scrollHeight - e.clientHeight)"
        )
        self.assertLessEqual(max(hidden), 1, "the view scrolls, not each part of it")
