"""The page Devices: what answers, a gauge on a cable, one that types."""

from __future__ import annotations

from contextlib import suppress

from playwright.sync_api import expect

from .whole import BrowserCase

CABLE = """() => {
  let send;
  const port = Object.assign(new EventTarget(), {
    said: [],
    open: async ({ baudRate }) => { port.baud = baudRate; },
    close: async () => undefined,
    readable: new ReadableStream({ start: (hand) => { send = hand; } }),
    writable: new WritableStream({
      write: (part) => {
        port.said.push(new TextDecoder().decode(part));
        if (window.answers) send.enqueue(new TextEncoder().encode(window.answers));
      },
    }),
  });
  window.cable = port;
  window.sends = (text) => send.enqueue(new TextEncoder().encode(text));
  window.pulled = () => send.error(new Error("gone"));
  Object.defineProperty(navigator, "serial", { value: { requestPort: async () => port }, configurable: true });
}"""
"""A serial port that the page can open: what it is sent is kept, what it sends is the test's."""


class Devices(BrowserCase):
    def test_each_says_what_it_shows_and_is_asked_again(self) -> None:
        page = self.page
        self.go("/devices")
        self.says("answer")
        rows = page.get_by_role("list", name="Devices the server asks").get_by_role("listitem")
        expect(rows.filter(has_text="Force gauge")).to_contain_text("DENTADO_FORCE")
        # Each is given a second: beside other tests one may miss it, and is asked again.
        for _ in range(10):
            with suppress(AssertionError):
                expect(rows.filter(has_text="Caliper")).to_contain_text(" mm", timeout=2_500)
                break
            self.press("r")
        expect(rows.filter(has_text="Caliper")).to_contain_text(" mm")
        self.press("r")
        self.says("answer")

    def test_a_caliper_that_types_is_heard(self) -> None:
        page = self.page
        self.go("/devices")
        self.says("answer")
        self.device_types("26.40")
        expect(page.get_by_text("26.40 mm")).to_be_visible()

    def test_a_gauge_on_a_cable_drops_its_readings_where_one_is_asked_for(self) -> None:
        page = self.page
        page.add_init_script(f"({CABLE})()")
        page.goto(f"{self.address}/devices")
        page.get_by_role("button", name="Connect").click()
        expect(page.get_by_text("nothing sent yet")).to_be_visible()
        self.assertEqual(page.evaluate("window.cable.baud"), 9600)
        page.evaluate("window.sends('R+0002')")
        page.evaluate("window.sends('6.18\\r\\n')")
        expect(page.get_by_text("26.18 mm").first).to_be_visible()
        page.evaluate("window.sends('@@@\\n')")
        expect(page.get_by_role("alert")).to_contain_text("is no reading")
        # In the reader one key asks it for a reading, and what it sends by itself goes to the next.
        page.evaluate("window.answers = '24.05 mm\\n'")
        page.evaluate("window.sends('25.00 mm\\n')")
        self.go("/reader")
        page.get_by_label("Teeth", exact=True).fill("28")
        tips = page.get_by_label("Over the tips", exact=True)
        tips.focus()
        self.press("F4")
        expect(tips).to_have_value("24.05")
        self.assertEqual(page.evaluate("window.cable.said"), ["READ\n"])
        page.evaluate("window.sends('24.07 mm\\n')")
        expect(tips).to_have_value("24.05; 24.07")
        # Pulled out, it is named and the reading can be typed.
        page.evaluate("window.pulled()")
        self.go("/devices")
        expect(page.get_by_role("alert")).to_contain_text("on the cable is gone")
        expect(page.get_by_role("button", name="Connect")).to_be_visible()
