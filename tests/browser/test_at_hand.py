"""The phone beside the work: put on its first page, lit while hands are in the unit."""

from __future__ import annotations

import json

from launch.browser import PHONE

from .whole import BrowserCase

LAMP = """
window.lamp = { lit: 0 };
Object.defineProperty(navigator, "wakeLock", { value: { request: async () => {
  window.lamp.lit += 1;
  const lock = new EventTarget();
  lock.release = async () => { window.lamp.lit -= 1; lock.released = true; };
  return lock;
} } });
"""


class AtHand(BrowserCase):
    size = PHONE

    def test_it_can_be_put_on_the_phones_first_page(self) -> None:
        """By what the browser itself finds of the manifest, and each icon by its own size."""
        asked = self.context.new_cdp_session(self.page)
        told = asked.send("Page.getAppManifest")
        asked.detach()
        self.assertEqual(told["errors"], [])
        manifest = json.loads(told["data"])
        self.assertEqual((manifest["display"], manifest["start_url"]), ("standalone", "/"))
        for icon in manifest["icons"]:
            with self.subTest(icon["src"]):
                got = self.page.request.get(self.address + icon["src"])
                self.assertEqual((got.status, got.headers["content-type"]), (200, icon["type"]))
                if icon["type"] == "image/png":
                    wide, high = (int.from_bytes(got.body()[at : at + 4], "big") for at in (16, 20))
                    self.assertEqual(f"{wide}x{high}", icon["sizes"])

    def test_the_screen_stays_lit_in_a_visit_and_not_after(self) -> None:
        self.page.add_init_script(LAMP)
        self.page.reload()
        self.open_visit("Otter 8", "Strip")
        self.page.wait_for_function("window.lamp.lit === 1")
        self.go("/")
        self.page.wait_for_function("window.lamp.lit === 0")

    def test_a_name_on_the_days_clock_is_whole_or_left_out(self) -> None:
        self.page.locator(".clock .job").first.wait_for()
        seen = set()
        for wide in (320, 390, 820, 1280):
            self.page.set_viewport_size({"width": wide, "height": 844})
            for name, shown, fits in self.page.evaluate(NAMES):
                with self.subTest(wide=wide, name=name):
                    self.assertTrue(fits or not shown)
                seen.add((name, shown))
        self.assertIn(("Heron 650", False), seen)
        self.assertIn(("Heron 650", True), seen)


NAMES = """() => [...document.querySelectorAll(".clock .job")].map(job => {
  const words = document.createRange(), box = job.getBoundingClientRect();
  words.selectNodeContents(job);
  const at = words.getBoundingClientRect();
  return [job.textContent, at.top < box.bottom, at.right <= box.right + 0.5];
})"""
"""Of each job its name, whether that is within sight, and whether all of it has room."""
