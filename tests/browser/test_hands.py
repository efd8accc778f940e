"""Hands in the unit: pictures first and names later, and a build that is moved by pedal, halves and keys."""

from __future__ import annotations

from uuid import uuid4

from playwright.sync_api import FilePayload, expect

from launch.browser import PHONE

from ..pictures import picture
from .whole import BrowserCase

NO_CAMERA = """() => {
    navigator.mediaDevices.getUserMedia = () => Promise.reject(new DOMException("no", "NotAllowedError"));
}"""


class Hands(BrowserCase):
    size = PHONE

    def test_the_build_is_moved_by_pedal_and_by_halves(self) -> None:
        page = self.open_visit("Otter 8", "Build")
        page.wait_for_load_state("networkidle")
        page.get_by_role("button", name="Hands busy").click()
        busy = page.get_by_role("dialog", name="Hands busy")
        title = busy.get_by_role("heading", level=1)
        # Others work on this unit too: it stands wherever they left it.
        expect(title).not_to_be_empty()
        first = title.inner_text()
        # The pedal is set by pressing it.
        busy.get_by_role("button", name="Pedal").click()
        busy.get_by_role("button", name="Set").first.click()
        self.press("F8")
        expect(busy.get_by_text("F8")).to_be_visible()
        busy.get_by_role("button", name="Back to the step").click()
        self.press("F8")
        expect(title).not_to_have_text(first)
        # The left third goes back, the rest goes on.
        page.mouse.click(40, 420)
        expect(title).to_have_text(first)
        page.mouse.click(300, 420)
        expect(title).not_to_have_text(first)
        second = title.inner_text()
        busy.get_by_role("button", name="‹ Back").click()
        busy.get_by_role("button", name="›").last.click()
        expect(title).to_have_text(second)
        # As it was found.
        busy.get_by_role("button", name="‹ Back").click()
        busy.get_by_role("button", name="Close").click()
        self.says(first)
        expect(page.get_by_text("all sent")).to_be_visible()

    def test_looking_over_is_moved_by_pedal_and_halves(self) -> None:
        page = self.page
        self.take_in("Dipper", "Slips under load.", "winch")
        page.get_by_role("button", name="Strip it whole").click()
        self.lay_down("drum gear 44t brass", "pinion 12t steel", "2x M3x8 cap hex2.5 cover")
        page.get_by_role("navigation", name="Stages").get_by_role("button", name="Look over").click()
        page.get_by_role("button", name="Hands busy").click()
        busy = page.get_by_role("dialog", name="Hands busy")
        title = busy.get_by_role("heading", level=1)
        expect(busy).to_contain_text("1 of 2")
        expect(busy).to_contain_text("Look for:")
        first = title.inner_text()
        expect(busy.get_by_role("button", name="Keep, next")).to_be_visible()
        page.mouse.click(300, 420)
        expect(title).not_to_have_text(first)
        # Going back takes the verdict back.
        page.mouse.click(40, 420)
        expect(title).to_have_text(first)
        expect(busy).not_to_contain_text("Judged")
        self.press("Space", "Space")
        expect(title).to_have_text("1 fastener or cover")
        self.press("Space")
        expect(title).to_have_text("All looked over")
        busy.get_by_role("button", name="Close").click()
        expect(page.get_by_text("all sent")).to_be_visible()

    def test_a_proof_is_gone_through_by_pedal_and_figures_wait(self) -> None:
        page = self.open_visit("Otter 8", "Prove")
        page.get_by_role("button", name="Hands busy").click()
        busy = page.get_by_role("dialog", name="Hands busy")
        title = busy.get_by_role("heading", level=1)
        expect(busy).to_contain_text("To meet:")
        seen = []
        for _ in range(4):
            seen.append(title.inner_text())
            self.press("Space")
            expect(title).not_to_have_text(seen[-1])
        for _ in range(4):
            self.press("ArrowLeft")
        self.press("Escape")
        expect(page.get_by_text("all sent")).to_be_visible()

    def test_without_a_live_camera_each_picture_is_the_phones_own(self) -> None:
        page = self.open_visit("Quay crane", "Strip")
        before = len(self.row())
        page.evaluate(NO_CAMERA)
        page.get_by_role("button", name="Picture first").click()
        expect(page.get_by_text("cannot be shown here")).to_be_visible()
        for _ in range(2):
            with page.expect_file_chooser() as chooser:
                page.get_by_role("button", name="Take the picture").click()
            chooser.value.set_files(
                FilePayload(name="a.png", mimeType="image/png", buffer=picture("PNG", (640, 480)))
            )
        expect(page.get_by_text("2 pictures, as many steps")).to_be_visible()
        page.get_by_role("button", name="Take it back").click()
        expect(page.get_by_text("1 picture, a step")).to_be_visible()
        page.get_by_role("button", name="Done, name them").click()
        self.says("What is in the picture?")
        expect(page.get_by_alt_text("The piece to be named")).to_be_visible()
        page.get_by_label("What comes off").fill("4x M3x10 cap lid @under")
        page.get_by_label("What comes off").press("Enter")
        self.says("What comes off next?")
        expect(page.locator(".row .name")).to_have_count(before + 1)
        expect(page.locator(".row .name").last).to_contain_text("M3 × 10, lid")
        expect(page.get_by_text("all sent")).to_be_visible()
        page.reload()
        expect(page.get_by_role("region", name="The row")).to_contain_text("M3 × 10, lid")

    def test_before_and_after_lie_over_each_other(self) -> None:
        page = self.open_visit("Quay crane", "Strip")
        photo = FilePayload(name="a.png", mimeType="image/png", buffer=picture("PNG", (640, 480)))
        page.on("filechooser", lambda chooser: chooser.set_files(photo))
        before = len(self.row())
        # A side of its own: what an earlier try left on this unit is of another.
        side = f"side{uuid4().hex[:6]}"
        for n, line in enumerate((f"lid @{side}", f"rotor @{side}"), 1):
            page.get_by_label("What comes off").fill(line)
            page.get_by_label("What comes off").press("Enter")
            expect(page.locator(".row .name")).to_have_count(before + n)
            page.get_by_role("button", name="Photo", exact=True).click()
            # Typed on before it is there, it would be the next one's.
            expect(page.locator(".row li").last.get_by_label("has a photo")).to_be_visible()
            expect(page.get_by_text("all sent")).to_be_visible()
        page.get_by_role("navigation", name="Stages").get_by_role("button", name="File").click()
        page.get_by_role("button", name="Before and after").click()
        over = page.get_by_role("dialog", name="Before and after")
        expect(over.get_by_role("button", name="Before: ")).to_contain_text("lid")
        expect(over.get_by_role("button", name="After: ")).to_contain_text("rotor")
        shown = over.get_by_alt_text("Before", exact=True)
        half = shown.evaluate("e => getComputedStyle(e).clipPath")
        self.press("ArrowRight", "ArrowRight")
        self.assertNotEqual(shown.evaluate("e => getComputedStyle(e).clipPath"), half)
        over.get_by_role("button", name="Close").click()

    def test_each_picture_is_a_step(self) -> None:
        page = self.open_visit("Quay crane", "Strip")
        before = len(self.row())
        page.get_by_role("button", name="Picture first").click()
        page.wait_for_function("() => document.querySelector('.shoot video')?.videoWidth > 0")
        for n in range(3):
            page.get_by_role("button", name="Take the picture").click()
            expect(page.locator(".shoot .count b")).to_have_text(str(n + 1))
        page.get_by_role("button", name="Done, name them").click()
        for n in range(3):
            self.says("What is in the picture?")
            page.get_by_label("What comes off").fill(f"plain washer {n}")
            page.get_by_label("What comes off").press("Enter")
            expect(page.get_by_label("What comes off")).to_have_value("")
        self.says("What comes off next?")
        expect(page.locator(".row .name").last).to_contain_text("plain washer 2")
        expect(page.get_by_text("all sent")).to_be_visible()
        page.reload()
        expect(page.locator(".row .name")).to_have_count(before + 3)
        self.assertEqual(
            [name.split(" ", 1)[1] for name in self.row()[before:]], [f"plain washer {n}" for n in range(3)]
        )
