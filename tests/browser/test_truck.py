"""A truck's slipper and spur, stripped in plain lines with no marker learnt, looked over and built again."""

from __future__ import annotations

import re

from playwright.sync_api import expect

from .whole import BrowserCase

STRIP = (
    "four body clips",
    "lift off the body shell",
    "unplug the battery and lift it out",
    "unplug the motor lead, red and black wires",
    "two M3x6 button screws, gear cover",
    "lift off the gear cover",
    "M4 nyloc nut off the slipper, backed off 2 turns",
    "slipper spring",
    "outer pressure plate",
    "spur gear 54 teeth 32 pitch nylon",
    "three slipper pads, worn",
    "inner pressure plate, ears to the front",
    "drive pin by the spur",
    "two motor screws M3x8 with washers",
    "lift out the motor, leads to the left",
    "M3x3 grub screw on the pinion flat",
    "pull the pinion off, 15 tooth 32 pitch steel",
    "four M3x12 gearbox screws",
    "gearbox half, gasket stays on",
    "idler gear 28 teeth steel",
    "top shaft gear 20t steel with bearing both sides",
)


class Truck(BrowserCase):
    def test_plain_lines_make_a_row_and_a_plan_to_sign(self) -> None:
        page = self.page
        self.press("n")
        page.get_by_label("What is it?").press("Enter")
        page.get_by_role("option", name="car or truck", exact=True).click()
        page.get_by_label("Called").fill("Gannet 4")
        page.get_by_label("In the owner's words").fill("Spins its spur.")
        self.press("Control+Enter")
        self.heard("Spins its spur.")
        self.press("Enter")
        self.says("What comes off first?")
        self.lay_down(*STRIP)
        row = self.row()
        self.assertIn("14 M3 × 8, motor screws + washers", row)
        self.assertIn("10 spur gear", row)
        self.runs("20 idler gear", "in a closed case", "behind the gearbox half, step 19")
        self.runs("10 spur gear", "in the open", "its name says so")
        self.put_right("10 spur gear", "in a closed case")
        self.put_right("10 spur gear", "in the open")
        self.draw_it()
        self.press("Escape", "Control+Enter")
        self.look_over()
        self.plan_to_sign()

    def piece(self, name: str) -> None:
        self.page.get_by_role("region", name="The row").get_by_role("button", name=name).click()

    def runs(self, piece: str, where: str, why: str) -> None:
        self.piece(piece)
        expect(self.page.get_by_role("combobox", name="Runs")).to_have_text(where)
        expect(self.page.get_by_text(why)).to_be_visible()

    def put_right(self, piece: str, where: str) -> None:
        self.page.get_by_role("combobox", name="Runs").click()
        self.page.get_by_role("option", name=where, exact=True).click()
        self.runs(piece, where, "as the line says")

    def draw_it(self) -> None:
        """A line being said hides no view."""
        page = self.page
        views = page.get_by_label("See the row as")
        views.get_by_role("button", name="Stacks").click()
        section = page.get_by_role("img", name="Section of steps 8 to 12")
        expect(section).to_be_visible()
        page.get_by_label("What comes off").fill("two M3x20 gearbox screws, long")
        self.says("Unscrew two M3 × 20 gearbox screws, long")
        expect(section).to_be_visible()
        page.get_by_label("What comes off").press("Enter")
        expect(page.locator(".row .name")).to_have_count(len(STRIP) + 1)
        views.get_by_role("button", name="Screws").click()
        holes = page.get_by_role("group", name="Holes of gearbox").first
        expect(holes.get_by_role("button")).to_have_count(6)
        expect(page.get_by_text("Which hole takes the odd one was not noted")).to_be_visible()
        holes.get_by_role("button", name="Hole 1:").click()
        expect(holes.get_by_role("button", name="Hole 1: 1, M3 × 20")).to_be_visible()
        expect(page.get_by_text("Which hole takes the odd one was not noted")).to_have_count(0)

    def look_over(self) -> None:
        page = self.page
        self.says("spur gear")
        page.get_by_role("button", name="pointed, thin at the tip").click()
        page.get_by_role("button", name="With the pinion").click()
        self.says("pinion")
        expect(page.get_by_text("Replaced together with the spur gear.")).to_be_visible()
        self.press("t")
        self.says("13 fasteners and covers")
        self.press("Space")
        self.says("Fasteners and covers passed")

    def plan_to_sign(self) -> None:
        page = self.page
        page.get_by_role("navigation", name="Stages").get_by_role("button", name="Build").click()
        page.get_by_role("button", name="Whole plan").click()
        plan = page.locator(".plan ol").first
        expect(plan).to_contain_text("Set the slipper")
        said = [" ".join(text.split()) for text in plan.get_by_role("listitem").all_text_contents()]
        titles = [text.split(" ", 1)[1] if text[0].isdigit() else text for text in said]
        order = [
            "Close the gearbox half",
            "Push on the pinion, new",
            "Drive in two M3 × 8 motor screws",
            "Lay on the inner pressure plate",
            "Seat the spur gear, new",
            "Set the mesh",
            "Run on the M4 nyloc nut of the slipper",
            "Set the slipper",
            "Close the gear cover",
            "Plug in the battery",
            "Close the body shell",
        ]
        places = [next(n for n, title in enumerate(titles) if title.startswith(step)) for step in order]
        self.assertEqual(places, sorted(places), titles)
        plan.get_by_role("button", name=re.compile("^Set the slipper")).click()
        expect(page.get_by_text("back it off 2 turns, as noted")).to_be_visible()
        page.get_by_role("button", name="Lay on three slipper pads").click()
        expect(page.get_by_text("Keep it dry.").first).to_be_visible()
        expect(page.get_by_text("Degrease it first").first).to_be_visible()
        page.get_by_role("button", name="Seat the idler gear").click()
        expect(page.get_by_text("Moly grease, dark, on the teeth")).to_be_visible()
