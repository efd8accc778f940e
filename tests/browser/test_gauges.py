"""Life size on the glass: the card sets the scale, and everything follows it."""

from __future__ import annotations

from playwright.sync_api import expect

from .whole import BrowserCase


class Gauges(BrowserCase):
    def test_the_card_sets_the_scale_once_for_all(self) -> None:
        page = self.page
        self.go("/gauges")
        self.says("Lay a bank card on the glass")
        page.get_by_label("Size of the outline").fill("5")
        card = page.get_by_role("img", name="Outline of a bank card").locator("rect")
        self.assertAlmostEqual(float(card.get_attribute("width") or 0), 85.6 * 5, places=3)
        page.get_by_role("button", name="larger").click()
        page.get_by_role("button", name="smaller").click()
        page.get_by_role("button", name="The card fits").click()
        rack = page.get_by_role("img", name="Rack of 1 module").locator("path")
        # 19 pitches of a module-1 rack are 59.69 mm.
        self.assertAlmostEqual(rack.evaluate("e => e.getBBox().width"), 59.69 * 5, delta=0.5)
        page.get_by_role("button", name="Screws").click()
        long, short = (
            page.get_by_role("img", name=f"M3 × {n}", exact=True)
            .locator("g.piece-figure")
            .evaluate("e => e.getBBox().height")
            for n in (20, 8)
        )
        self.assertAlmostEqual(long - short, 12 * 5, delta=0.5)
        page.get_by_role("button", name="Drives, rounds, shims").click()
        disc = page.get_by_role("img", name="10 mm", exact=True).locator("circle")
        self.assertAlmostEqual(disc.evaluate("e => e.getBBox().width"), 50, delta=0.1)
        page.reload()
        self.says("Hold the part against the glass")
        expect(page.get_by_role("link", name="On paper, 1:1")).to_have_attribute(
            "href", "/api/sums/gauges.pdf"
        )
        page.get_by_role("button", name="Check the screen").click()
        self.says("Lay a bank card on the glass")
