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
