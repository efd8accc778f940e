"""Mesh: pushed and pulled under the hand, judged, set by paper, warmed, and a pair that is none."""

from __future__ import annotations

import re

from playwright.sync_api import expect

from .whole import BrowserCase


class Mesh(BrowserCase):
    def test_two_gears_by_count_alone(self) -> None:
        page = self.page
        self.go("/mesh")
        for label, value in (("Gear, teeth", "12"), ("Mate, teeth", "60"), ("Module, or 32 DP", "48 DP")):
            page.get_by_label(label).fill(value)
        expect(page.get_by_text("5 : 1")).to_be_visible()
        expect(page.get_by_text("19.050, ").first).to_be_visible()
        expect(page.get_by_text("every 5 turns")).to_be_visible()
        page.get_by_role("button", name="Swap").click()
        expect(page.get_by_text("1 : 5")).to_be_visible()
        expect(page.get_by_text("turns the second 5.000 times, the other way")).to_be_visible()
        page.get_by_label("Mate, teeth").fill("2")
        expect(page.get_by_role("alert")).to_be_visible()

    def test_they_turn_together_and_stand_still_when_told(self) -> None:
        page = self.page
        self.go("/mesh")
        gears = page.locator("svg.pair g[transform^=rotate]")
        expect(gears).to_have_count(2)

        def turns() -> list[float]:
            return [
                float(re.findall(r"[-\d.]+", gears.nth(n).get_attribute("transform") or "")[0])
                for n in (0, 1)
            ]

        before = turns()
        page.get_by_role("button", name="Turn").click()
        expect(gears.first).not_to_have_attribute("transform", f"rotate({before[0]})")
        page.get_by_role("button", name=re.compile("Turn|Hold|Stop")).first.click()
        after = turns()
        driven, driver = after[0] - before[0], after[1] - before[1]
        self.assertAlmostEqual(driver / driven, -54 / 15, places=3)

    def test_the_mate_is_dragged_along_and_the_verdict_follows(self) -> None:
        page = self.page
        self.go("/mesh?teeth1=15&teeth2=54&size=0.8&distance=27.75")
        verdict = page.locator(".verdict .word")
        expect(verdict).to_have_text("Right")
        curve = page.get_by_role("img", name="Backlash against distance")
        box = curve.bounding_box()
        assert box
        page.mouse.move(box["x"] + box["width"] * 0.7, box["y"] + 30)
        page.mouse.down()
        expect(verdict).to_have_text("Skips")
        page.mouse.move(box["x"] + box["width"] * 0.05, box["y"] + 30, steps=8)
        expect(verdict).to_have_text("Jammed")
        page.mouse.up()
        expect(page.get_by_text("into each other: open the distance")).to_be_visible()
        page.get_by_role("button", name="Set it right").click()
        expect(verdict).to_have_text("Right")
        before = page.get_by_label("Centre distance").input_value()
        self.press("ArrowRight")
        expect(page.get_by_label("Centre distance")).to_have_value(f"{float(before) + 0.01:.3f}")

    def test_a_drag_asks_the_server_nothing_until_it_is_dropped(self) -> None:
        """The curve is there beforehand: what is under the hand is never waited for."""
        page = self.page
        self.go("/mesh?distance=27.75")
        curve = page.get_by_role("img", name="Backlash against distance")
        expect(page.locator(".verdict .word")).to_have_text("Right")
        page.wait_for_load_state("networkidle")
        asked: list[str] = []
        page.on("request", lambda request: asked.append(request.url))
        box = curve.bounding_box()
        assert box
        y = box["y"] + 30
        page.mouse.move(box["x"] + 40, y)
        page.mouse.down()
        places = set()
        for n in range(12):
            page.mouse.move(box["x"] + 40 + n * 12, y)
            places.add(curve.locator(".mark").get_attribute("d"))
        self.assertEqual((len(places), asked), (12, []))
        with page.expect_request("**/api/sums/pair"):
            page.mouse.up()

    def test_paper_warmth_a_ring_and_a_worm(self) -> None:
        page = self.page
        self.go("/mesh?teeth1=15&teeth2=54&size=0.3&distance=")
        page.get_by_role("button", name="Paper").click()
        row = page.get_by_role("row").filter(has_text="tissue, flat")
        expect(row).to_contain_text("right")
        row.get_by_role("button").click()
        page.get_by_role("button", name="Warm").click()
        expect(page.get_by_text(re.compile("mm warm"))).to_be_visible()
        page.get_by_role("button", name="Set it so").click()
        expect(page.locator(".verdict").first).to_contain_text("right when it runs")
        page.get_by_role("button", name="Askew").click()
        page.get_by_label("Helix, °").fill("15")
        page.get_by_label("Width of the gear").fill("5")
        page.get_by_label("Width of the mate").fill("5")
        page.get_by_role("button", name="Mesh", exact=True).click()
        page.get_by_label("Centre distance").fill("")
        # The overlap of 5 mm at 15°: 1.37 on top of what the section has.
        expect(page.get_by_role("definition").filter(has_text=re.compile("^2\\.[6-9]"))).to_be_visible()
        page.get_by_label("Helix, °").fill("0")
        page.get_by_role("button", name="In a ring").click()
        expect(page.get_by_role("img", name="15 teeth driving 54")).to_be_visible()
        page.get_by_role("button", name="Worm").click()
        # A worm begins with one start, whatever the gear before it counted.
        expect(page.get_by_label("Starts")).to_have_value("1")
        page.get_by_label("Mate, teeth").fill("40")
        page.get_by_label("Module, or 32 DP").fill("0.5")
        expect(page.get_by_text("It holds by itself")).to_be_visible()

    def test_a_mate_of_another_pitch_is_told_in_numbers(self) -> None:
        page = self.page
        self.go("/mesh?teeth1=15&teeth2=54&size=0.8&distance=27.75")
        page.get_by_label("Mate of another size").fill("32 DP")
        expect(page.get_by_text("They run together badly.")).to_be_visible()
        page.get_by_label("Mate of another size").fill("")
        page.get_by_label("Worn off the gear, mm").fill("0.1")
        expect(page.get_by_text("The wear leaves 0.1")).to_be_visible()


class Regear(BrowserCase):
    def test_after_larger_wheels_the_right_pinion_and_where_to_set_it(self) -> None:
        page = self.page
        self.go("/regear?pinion=15&spur=54&size=0.8")
        self.says("13 on 56")
        expect(page.get_by_text("20 % more torque: about 44 % more heat").first).to_be_visible()
        # What lies in the drawer is marked.
        expect(page.get_by_role("row").filter(has_text="13 : 56")).to_contain_text("in stock")
        page.get_by_role("button", name="row of holes").click()
        expect(page.get_by_role("heading", level=1)).to_contain_text("hole")
        page.get_by_role("button", name="Hole chart").click()
        expect(page.get_by_role("columnheader", name="56")).to_be_visible()
        page.get_by_role("button", name="Choices").click()
        page.get_by_label("Pinions", exact=True).fill("bread")
        expect(page.get_by_role("alert")).to_contain_text("is no count")
        # The last good choice stays on the paper.
        expect(page.get_by_role("heading", level=1)).to_contain_text("hole")
        page.get_by_label("Pinions", exact=True).fill("12-14")
        expect(page.get_by_role("img", name="27 pairs fit")).to_be_visible()
        page.get_by_role("button", name="See it mesh").click()
        expect(page.get_by_label("Mate, teeth")).not_to_have_value("54")
        expect(page.locator(".verdict .word")).to_have_text("Right")


class Fits(BrowserCase):
    def test_shims_are_chosen_and_kept_with_a_piece_and_the_build_says_it(self) -> None:
        page = self.open_visit("Tern", "Look over")
        page.get_by_role("region", name="The row").get_by_role("button", name="7 crown wheel").click()
        self.press("f")
        expect(page.get_by_role("heading", level=1)).to_contain_text("Shim")
        page.get_by_label("end play, mm").fill("0.5")
        page.get_by_label("packs at hand, mm").fill("0.1 0.3")
        self.says("Shim 0.3 + 0.1 mm")
        page.get_by_role("button", name="Keep it").click()
        expect(page.get_by_text("Kept with 7 crown wheel")).to_be_visible()
        expect(page.get_by_text("all sent")).to_be_visible()
        page.get_by_role("button", name="Back to the visit").click()
        page.get_by_role("navigation", name="Stages").get_by_role("button", name="Look over").click()
        page.get_by_role("region", name="The row").get_by_role("button", name="7 crown wheel").click()
        kept = page.get_by_text("Shim 0.3 + 0.1 mm")
        expect(kept).to_be_visible()
        page.get_by_role("button", name="Take back: Shim 0.3").click()
        expect(kept).to_have_count(0)

    def test_every_job_answers_and_a_stack_all_one_way_is_refused(self) -> None:
        page = self.page
        self.go("/fits")
        for job, said in (
            ("Disc springs", "turns from touching press it"), ("Friction stack", "Slips at"), ("Press fit", "From loose to"),
            ("Pre-turn", "Pre-turn it 2.5 turns"), ("Tightening", "Crosswise as numbered"), ("Shims", "Shim"),
        ):  # fmt: skip
            page.get_by_role("button", name=job).click()
            self.says(said)
        page.get_by_role("button", name="Disc springs").click()
        page.get_by_label("as they lie, ( )").fill("((((")
        expect(page.get_by_role("alert")).to_contain_text("All 4 face one way")
