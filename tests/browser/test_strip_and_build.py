"""The row's other views, the guide, the findings, the plan and the shelf, as they are used."""

from __future__ import annotations

import re

from playwright.sync_api import FilePayload, Page, expect

from ..pictures import picture
from .whole import BrowserCase


class Strip(BrowserCase):
    def test_words_finish_themselves_and_the_same_screw_comes_by_one_key(self) -> None:
        page = self.open_visit("Quay crane", "Strip")
        field = page.get_by_label("What comes off")
        page.keyboard.type("third carr")
        expect(page.get_by_role("button", name="carrier Tab")).to_be_visible()
        self.press("Tab")
        expect(field).to_have_value("third carrier ")
        field.fill("")
        self.lay_down("4x M2.5x14 cap hex2 jib plate")
        field.fill("2x ")
        self.press("Alt+r")
        expect(field).to_have_value("2x M2.5x14 cap hex2 ")
        self.says("Unscrew two M2.5 × 14")
        self.press("Escape")
        self.says("What comes off next?")

    def test_a_kind_put_right_is_learnt_and_forgotten_on_the_shelf(self) -> None:
        page = self.open_visit("Quay crane", "Strip")
        page.keyboard.type("two wozzits by the drum")
        self.says("Lift off two wozzits by the drum")
        page.get_by_role("list", name="Understood").get_by_role("button", name="piece").click()
        page.get_by_label("piece", exact=True).fill("bush")
        self.press("Enter")
        expect(page.get_by_text("Learnt: “wozzit” is a bush here.")).to_be_visible()
        self.says("Ease out two wozzits by the drum")
        expect(page.get_by_label("What comes off")).to_have_value("two wozzits by the drum")
        page.get_by_label("What comes off").fill("")
        self.lay_down("third wozzit")
        self.go("/shelf")
        page.get_by_role("button", name="Forget: wozzit").click()
        expect(page.get_by_role("button", name="Forget: wozzit")).to_have_count(0)

    def test_the_row_is_seen_as_stacks_tray_screws_and_tools(self) -> None:
        page = self.open_visit("Heron 650", "Strip")
        views = page.get_by_label("See the row as")
        views.get_by_role("button", name="Screws").click()
        expect(page.get_by_text("14 mm longer there reaches something inside")).to_be_visible()
        views.get_by_role("button", name="Tools").click()
        expect(page.get_by_text("bearing press, socket of 10 mm")).to_be_visible()
        views.get_by_role("button", name="Stacks").click()
        expect(page.get_by_role("heading", name="steps 7 to 11")).to_be_visible()
        views.get_by_role("button", name="Tray").click()
        page.get_by_role("button", name="11 third wheel").first.click()
        page.get_by_role("button", name="What must come off to reach this?").click()
        expect(page.get_by_role("heading", name="To reach third wheel")).to_be_visible()
        expect(page.get_by_text("turn over")).to_be_visible()

    def test_what_came_off_as_one_lies_as_one_and_opens_as_a_row_of_its_own(self) -> None:
        page = self.open_visit("Quay crane", "Strip")
        row = page.get_by_role("region", name="The row")
        whole = self.row()
        row.get_by_role("button", name="8 pieces, open").click()
        expect(page.locator(".row .name")).to_have_count(4)
        self.assertEqual([name[0] for name in self.row()], ["6", "7", "8", "9"])
        self.press("ArrowLeft")
        expect(row.locator(".here")).to_contain_text("5 first carrier plate")
        expect(page.locator(".row .name")).to_have_count(len(whole))
        self.assertEqual(self.row(), whole)

    def test_last_time_guides_and_what_differs_is_said(self) -> None:
        page = self.open_visit("Ticket counter", "Strip")
        expect(page.get_by_text("Unscrew four M2 × 5 screws of the back plate")).to_be_visible()
        self.press("ArrowDown", "Enter")
        expect(page.get_by_role("button", name="Lift off the back plate")).to_be_visible()
        self.lay_down("back plate steel #tray")
        page.get_by_role("button", name="Guide", exact=True).click()
        expect(page.get_by_text("back plate: material steel, was not noted")).to_be_visible()
        page.get_by_role("button", name=re.compile("carry spring 1")).click()
        expect(page.get_by_text("To reach it:")).to_be_visible()
        self.press("Control+z", "Escape", "Control+z", "Escape")

    def test_a_photo_is_marked_and_a_phone_joins(self) -> None:
        page = self.open_visit("Quay crane", "Strip")
        page.get_by_role("region", name="The row").get_by_role("button", name="2 motor").click()
        page.get_by_role("button", name=re.compile("open it to mark")).click()
        over = page.get_by_role("dialog", name="Mark the photo")
        box = over.locator(".picture").bounding_box()
        assert box
        page.mouse.click(box["x"] + box["width"] / 2, box["y"] + box["height"] / 2)
        expect(over.locator("circle")).to_have_count(1)
        page.mouse.move(box["x"] + 40, box["y"] + 40)
        page.mouse.down()
        page.mouse.move(box["x"] + 200, box["y"] + 160)
        page.mouse.up()
        expect(over.locator("path.head")).to_have_count(1)
        self.press("Escape")
        expect(page.get_by_text("all sent")).to_be_visible()
        page.reload()
        page.get_by_role("region", name="The row").get_by_role("button", name="2 motor").click()
        expect(page.locator(".sheet circle").first).to_be_attached()
        page.get_by_role("button", name="phone as camera").click()
        address = page.locator(".address").inner_text()
        phone = self.browser.new_context(viewport={"width": 390, "height": 780}).new_page()
        self.addCleanup(phone.context.close)
        phone.goto(address)
        phone.get_by_label("Photo").set_input_files(
            FilePayload(name="a.png", mimeType="image/png", buffer=picture("PNG"))
        )
        expect(phone.get_by_text("1 of 1 sent")).to_be_visible()
        # The bench takes it up by itself.
        last = page.get_by_role("region", name="The row").locator("li").last
        expect(last.get_by_label("has a photo")).to_be_visible(timeout=20_000)


class LookOver(BrowserCase):
    def test_teeth_are_marked_on_the_drawing_and_the_rules_say_what_follows(self) -> None:
        page = self.open_visit("Tern", "Look over")
        page.get_by_role("region", name="The row").get_by_role("button", name="7 crown wheel").click()
        page.get_by_role("button", name="chipped").click()
        drawing = page.get_by_role("application")
        drawing.focus()
        self.press("Space", "ArrowRight", "Space")
        expect(page.get_by_text("2 teeth chipped")).to_be_visible()
        page.get_by_label("Play, mm").fill("2")
        page.get_by_label("At radius, mm").fill("20")
        page.get_by_label("At radius, mm").press("Tab")
        expect(page.get_by_text("play 2 mm at 20 mm, 5.74°")).to_be_visible()
        expect(page.get_by_text("Replace with mate:")).to_be_visible()
        with_mate = page.get_by_role("button", name="With the bevel pinion")
        with_mate.click()
        # Gears first, then bearings, whatever the order they came off in.
        self.says("bearing")
        expect(page.get_by_role("button", name="seized")).to_be_visible()
        self.press("ArrowLeft")
        self.says("crown wheel")
        expect(page.get_by_role("button", name="chipped 2")).to_be_visible()
        expect(page.get_by_text("Replaced together with the bevel pinion.")).to_be_visible()
        # Its mate is marked with it, and let go with it.
        page.get_by_role("region", name="The row").get_by_role("button", name="6 bevel pinion").click()
        expect(with_mate.or_(page.get_by_role("button", name="With the crown wheel"))).to_have_attribute(
            "aria-pressed", "true"
        )
        self.press("z")
        expect(page.get_by_role("button", name="chipped", exact=True)).to_be_visible()
        expect(with_mate).to_have_attribute("aria-pressed", "false")


class Build(BrowserCase):
    def take_in(self, called: str, *lines: str) -> Page:
        """A unit stripped down to `lines`, at its build."""
        page = self.page
        self.go("/visits/new")
        page.get_by_label("What is it?").click()
        page.get_by_role("option", name="tracked").click()
        page.get_by_label("Called").fill(called)
        page.get_by_label("In the owner's words").fill("Screams.")
        self.press("Control+Enter")
        self.heard("Screams.")
        page.keyboard.press("Enter")
        self.says("What comes off first?")
        self.lay_down(*lines)
        expect(page.get_by_text("all sent")).to_be_visible()
        page.goto(re.sub(r"/strip.*", "", page.url) + "/build")
        return page

    def test_the_mesh_is_set_before_its_screws_are_tight_and_what_is_struck_stays_away(self) -> None:
        page = self.take_in(
            "Plover 4", "2x M3x8 cap hex2.5 motor plate", "motor", "pinion 15t steel", "spur wheel 54t"
        )
        self.says("Seat the spur wheel")
        expect(page.get_by_text("Keep it dry. Grease holds grit")).to_be_visible()
        self.press("o")
        for said in ("Set the mesh", "Tighten M3 × 8, motor plate"):
            expect(page.get_by_role("button", name=re.compile(f"^{re.escape(said)}"))).to_be_visible()
        page.get_by_role("button", name="Strike: Turn the train by hand").first.click()
        expect(page.get_by_role("button", name="put back")).to_be_visible()
        self.press("Space")
        self.says("Seat the pinion")
        self.press("n")
        page.keyboard.type("grub screw a little worn")
        self.press("Enter")
        self.press("Space", "Space", "Space")
        self.says("Drive in two M3 × 8 screws of the motor plate")
        expect(page.get_by_text("Snug only")).to_be_visible()
        self.press("Space")
        self.says("Set the mesh")
        expect(page.get_by_text("Lay a strip of paper")).to_be_visible()
        self.press("x")
        page.keyboard.type("plate bent")
        self.press("Enter")
        expect(page.get_by_text("Build stopped at “Set the mesh”: plate bent")).to_be_visible()
        expect(page.get_by_text("all sent")).to_be_visible()
        page.reload()
        self.says("Set the mesh")
        self.press("Space", "Space")
        self.says("Nothing left over")

    def test_a_cure_runs_on_while_one_works_and_the_bench_shows_it(self) -> None:
        page = self.take_in("Dipper 2", "cover", "bearing 3x8x4 +retaining compound")
        self.says("Press in the bearing")
        expect(page.get_by_text("Retaining compound on the seat")).to_be_visible()
        self.press("Space")
        expect(page.get_by_text(re.compile(r"bearing cures: (7 h 59|8 h 00)"))).to_be_visible()
        self.go("/")
        timers = page.get_by_role("region", name="Timers")
        expect(timers).to_contain_text("Dipper 2")
        # Other cures run at this bench too.
        mine = timers.get_by_role("listitem").filter(has_text="bearing cures")
        mine.get_by_role("button", name="Stop").click()
        expect(page.get_by_text("bearing cures")).to_have_count(0)

    def test_the_rules_of_the_house_are_chosen_on_the_shelf(self) -> None:
        page = self.page
        self.go("/shelf")
        rule = page.get_by_role("radio", name=re.compile("^measured centre distance"))
        rule.check()
        page.reload()
        expect(rule).to_be_checked()
        self.press("n")
        page.get_by_label("Name", exact=True).fill("quay wax")
        page.get_by_role("button", name="friction face", exact=True).click()
        self.press("Control+Enter")
        expect(page.get_by_text("quay wax")).to_be_visible()
        page.get_by_role("button", name="mend quay wax").click()
        page.get_by_label("Note", exact=True).fill("in the blue tin")
        self.press("Control+Enter")
        expect(page.get_by_text("in the blue tin")).to_be_visible()
        page.get_by_role("button", name="Take off the shelf: quay wax").click()
        expect(page.get_by_text("quay wax")).to_have_count(0)
        page.get_by_role("radio", name=re.compile("^a paper strip")).check()
