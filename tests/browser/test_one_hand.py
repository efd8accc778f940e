"""A phone in one hand, the unit in the other: twenty pieces come off, are photographed and go back."""

from __future__ import annotations

import re

import cv2
from playwright.sync_api import BrowserContext, FilePayload, Locator, expect

from devices.camera import hidden
from launch.browser import PHONE

from ..pictures import picture
from .test_hands import NO_CAMERA
from .whole import BrowserCase

LINES = (
    "4x M3x10 cap hex2.5 back plate", "back plate alu", "2x M2.5x8 button hex2 side cover", "side cover nylon",
    "bearing 5x11x4", "shim 5x8x0.2", "spur gear 48t nylon", "dowel pin 2x8", "counter shaft 5x40 steel",
    "pinion 14t brass", "bearing 3x8x4", "circlip 5", "idler gear 26t acetal", "spacer 5x8x2",
    "washer 5x10x1", "idler shaft 3x30 steel", "spring", "spool drum", "M4x12 cap hex3 drum", "motor @under",
)  # fmt: skip

REACH, HIT = 0.5, 44
"""How far up a phone a thumb comes that also holds it, of its height from above; and what it hits, pixels."""


class OneHand(BrowserCase):
    size = PHONE

    def device(self) -> BrowserContext:
        made = self.browser.new_context(
            viewport=self.size, has_touch=True, reduced_motion="reduce", service_workers="block"
        )
        self.addCleanup(made.close)
        return made

    def within_reach(self, found: Locator) -> Locator:
        """Where it stands as the screen opens, without scrolling to it."""
        expect(found).to_be_visible()
        box = found.bounding_box()
        assert box
        self.assertGreaterEqual(box["y"], REACH * self.size["height"], found)
        self.assertLessEqual(box["y"] + box["height"], self.size["height"], found)
        self.assertGreaterEqual(min(box["width"], box["height"]), HIT, found)
        return found

    def thumb(self, name: str | re.Pattern[str]) -> str:
        """Tap what is under the thumb, and say what it said."""
        found = self.within_reach(self.page.get_by_role("button", name=name).first)
        said = found.inner_text()
        found.tap()
        return said

    def test_twenty_pieces_come_off_are_photographed_and_go_back(self) -> None:
        self._taken_in()
        self._photographed()
        self._named()
        self._looked_over()
        self.thumb("All read")
        self.thumb("All here, build")
        done = self._built()
        # Every piece, and turns by hand between them.
        self.assertGreaterEqual(len(done), len(LINES))
        self.assertEqual(done[0], "Set in, next")
        self.thumb("Prove it")
        self._proved()
        self.thumb("Proved, file it")
        self.says("Cormorant 20: nothing replaced, 20 steps on record")
        self.thumb("Back to the bench")
        # Each with its picture, in the row of the visit that is filed.
        self.open_visit("Cormorant 20", filed=True)
        expect(self.page.locator(".row li").get_by_label("has a photo")).to_have_count(len(LINES))

    def _taken_in(self) -> None:
        page = self.page
        self.thumb("New visit")
        page.get_by_label("What is it?").tap()
        page.get_by_role("option", name="winch", exact=True).tap()
        page.get_by_label("Called").fill("Cormorant 20")
        page.get_by_role("button", name="stiff").tap()
        self.thumb("Take it in")
        self.thumb("Strip it whole")

    def _photographed(self) -> None:
        page = self.page
        page.evaluate(NO_CAMERA)
        self.thumb("Picture first")
        for n in range(1, len(LINES) + 1):
            with page.expect_file_chooser() as chooser:
                self.thumb("Take the picture")
            chooser.value.set_files(
                FilePayload(name="a.png", mimeType="image/png", buffer=picture("PNG", (640, 480)))
            )
            expect(page.get_by_text(re.compile(f"^{n} picture"))).to_be_visible()
        self.thumb("Done, name them")

    def _named(self) -> None:
        page = self.page
        names = page.locator(".row .name")
        for n, line in enumerate(LINES):
            expect(page.locator(".label").first).to_contain_text(re.compile(f"Step {n + 1}\\b"))
            page.get_by_label("What comes off").fill(line)
            self.thumb("Name it")
            expect(names.nth(n)).not_to_contain_text("to be named")
        expect(page.get_by_text("all sent")).to_be_visible()
        self.assertEqual(len(self.row()), len(LINES))

    def _looked_over(self) -> None:
        page = self.page
        head = page.get_by_role("heading", level=1)
        self.thumb("All off")
        for _ in LINES:
            expect(head).not_to_have_text("What comes off next?")
            before = head.inner_text()
            if "passed" in before:
                break
            self.thumb(re.compile("^(Keep|The rest sound)"))
            expect(head).not_to_have_text(before)
        self.thumb("Looked over")
        self.says("Read the spur gear")

    def _built(self) -> list[str]:
        """What was said of each step as it was done."""
        head, done = self.page.get_by_role("heading", level=1), list[str]()
        for _ in range(2 * len(LINES)):
            expect(head).not_to_have_text("Nothing to get")
            if head.inner_text() == "Nothing left over":
                break
            done.append(self.thumb(re.compile(", next$")))
            expect(self.page.locator(".label").first).not_to_contain_text(f"Build, {len(done)} of")
        return done

    def _proved(self) -> None:
        head = self.page.get_by_role("heading", level=1)
        for _ in range(30):
            expect(head).to_contain_text(re.compile("to go|Proved"))
            before = head.inner_text()
            if before.startswith("Proved"):
                return
            self.thumb(re.compile("^Met"))
            expect(head).not_to_have_text(before)

    def test_teeth_in_a_photo_are_put_right_with_a_finger(self) -> None:
        """What a finger covers several of is first taken nearer; the teeth are walked by keys as well."""
        one = hidden("look 5", card=True, thickness=0.002, size=(2000, 1500))
        self.go("/reader")
        page = self.page
        page.get_by_role("button", name="Count in a photo").tap()
        photo = page.get_by_role("region", name="Count in a photo")
        photo.get_by_label("Photo of the gear").set_input_files(
            FilePayload(
                name="gear.jpg", mimeType="image/jpeg", buffer=cv2.imencode(".jpg", one.image)[1].tobytes()
            )
        )
        circles, gone = photo.locator("circle"), photo.locator("circle.gone")
        expect(circles).to_have_count(one.gear.teeth)
        many = len(one.gear.missing)
        expect(gone).to_have_count(many)
        wide = circles.nth(0).bounding_box()
        circles.nth(0).scroll_into_view_if_needed()
        circles.nth(0).tap()
        expect(photo.get_by_text("Tap each tooth")).to_be_visible()
        expect(gone).to_have_count(many)
        near = circles.nth(0).bounding_box()
        assert wide and near
        self.assertGreater(near["width"], 3 * wide["width"])
        circles.nth(0).tap()
        expect(gone).to_have_count(many + 1)
        circles.nth(0).tap()
        expect(gone).to_have_count(many)
        drawing = photo.get_by_role("application")
        drawing.focus()
        self.press("ArrowRight", "Space")
        expect(gone).to_have_count(many + 1)
        expect(circles.nth(1)).to_have_class(re.compile("gone"))

    def test_what_is_left_over_goes_before_a_check(self) -> None:
        self.open_visit("Otter 8", "Prove")
        self.says("not accounted for")
        self.within_reach(self.page.get_by_role("button", name="Go on building"))

    def test_the_line_is_seen_over_the_keyboard(self) -> None:
        self.open_visit("Quay crane", "Strip")
        field = self.page.get_by_label("What comes off")
        field.tap()
        field.fill("2x M3x10 cap hex2.5 lid @under")
        # A page is as high as its keyboard leaves it.
        for height in (540, 480):
            self.page.set_viewport_size({"width": PHONE["width"], "height": height})
            box, lay = (
                field.bounding_box(),
                self.page.get_by_role("button", name="Lay it down").bounding_box(),
            )
            assert box and lay
            with self.subTest(height):
                self.assertGreaterEqual(box["y"], 0)
                self.assertLessEqual(box["y"] + box["height"], lay["y"])
                self.assertLessEqual(lay["y"] + lay["height"], height)
