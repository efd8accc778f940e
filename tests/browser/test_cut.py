"""Lines laid down while the network is cut at random: each is on record once, in the order they were said."""

from __future__ import annotations

import json
import re
from random import Random

from playwright.sync_api import Error, Route, expect

from ..examples import of
from .test_unsent import KEPT
from .whole import BrowserCase

LINES = 10


class Cut(BrowserCase):
    def test_whatever_is_cut_each_line_is_on_record_once_and_in_its_place(self) -> None:
        for seed in range(of(9)):
            with self.subTest(seed=seed):
                self.journey(Random(seed), seed)

    def journey(self, draw: Random, seed: int) -> None:
        """Ten lines, some taken back, some said before the page is opened anew."""
        page = self.page
        page.goto(self.address)
        page.get_by_role("link").filter(has_text="Quay crane").first.click()
        self.opened()
        page.get_by_role("navigation", name="Stages").get_by_role("button", name="Strip").click()
        visit = page.url.split("/visits/")[1].split("/")[0]
        field = page.get_by_label("What comes off", exact=True)
        expect(field).to_be_visible()
        before, shown = self.on_record(visit), len(self.row())
        cuts = [0, 0]

        def cut(route: Route) -> None:
            # The first two are cut, one each way: however few are sent, both were met.
            chance = draw.random() if min(cuts) else 0.25 * (cuts[0] > 0)
            try:
                if chance < 0.25:
                    # It never gets there.
                    cuts[0] += 1
                    route.abort()
                elif chance < 0.5:
                    # It gets there, and its answer does not get back.
                    cuts[1] += 1
                    route.fetch()
                    route.abort()
                else:
                    route.continue_()
            except Error:
                # The page it was for has been opened anew meanwhile.
                return

        page.route(re.compile(r"/api/visits/"), cut)
        said: list[str] = []
        for n in range(LINES):
            line = f"washer {seed} {n}"
            field.fill(line)
            field.press("Enter")
            expect(field).to_have_value("")
            said.append(line)
            page.wait_for_timeout(draw.choice((0, 0, 60, 250)))
            if draw.random() < 0.15:
                # No hand is quicker; a line takes some milliseconds to the disk.
                page.wait_for_timeout(300)
                page.reload()
                expect(field).to_be_visible()
        page.unroute(re.compile(r"/api/visits/"))
        page.unroute_all(behavior="wait")
        expect(page.get_by_text("all sent")).to_be_visible(timeout=60_000)
        self.assertEqual(page.evaluate(KEPT, "waiting"), [])
        self.assertGreater(min(cuts), 0, "nothing was cut")
        self.assertEqual(self.on_record(visit)[len(before) :], said)
        page.reload()
        expect(page.locator(".row .name")).to_have_count(shown + LINES)

    def on_record(self, visit: str) -> list[str]:
        answer = json.loads(self.page.request.get(f"{self.address}/api/visits/{visit}").text())
        return [step["line"] for step in sorted(answer["steps"], key=lambda step: step["number"])]
