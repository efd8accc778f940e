"""A gear laid out and fetched as a file, from the reader's answer on."""

from __future__ import annotations

import re

from playwright.sync_api import expect

from .whole import BrowserCase


class Make(BrowserCase):
    def test_what_was_read_is_made(self) -> None:
        page = self.page
        self.go("/reader")
        page.get_by_label("Teeth", exact=True).fill("31")
        page.get_by_label("Over the tips", exact=True).fill("26.40")
        page.get_by_role("button", name="Make one").click()
        expect(page.get_by_role("heading", level=1)).to_contain_text("Gear, 31 teeth, module 0.8")
        expect(page.get_by_role("img", name="Outline as it is laid out")).to_be_visible()
        page.get_by_label("mate, teeth").fill("54")
        page.get_by_label("shafts apart").fill("34.04")
        expect(page.locator(".verdict")).to_contain_text("34.04 mm: right")
        with page.expect_download() as fetched:
            page.get_by_role("button", name=re.compile("^DXF")).click()
        self.assertEqual(fetched.value.suggested_filename, "gear-31-m0.8.dxf")
        self.assertIn(b"LWPOLYLINE", fetched.value.path().read_bytes())
        self.machine()
        page.get_by_label("bore", exact=True).fill("24")
        expect(page.get_by_role("alert")).to_contain_text("leaves no wall")
        expect(page.get_by_role("button", name=re.compile("^DXF"))).to_be_disabled()

    def machine(self) -> None:
        """A coupon is fetched, measured, and allowed for from then on."""
        page = self.page
        over = page.get_by_role("row").filter(has_text="Over the tips").get_by_role("cell").last
        before = over.inner_text()
        page.get_by_role("button", name="Measure our machine").click()
        with page.expect_download() as fetched:
            page.get_by_role("button", name="Coupon, STL").click()
        self.assertEqual(fetched.value.suggested_filename, "coupon.stl")
        page.get_by_label("across, 40 drawn").fill("40.2")
        page.get_by_label("slot, 10 drawn").fill("9.8")
        expect(page.get_by_role("button", name="Allow for it")).to_be_disabled()
        page.get_by_label("of which machine, in what").fill("loft printer, nylon")
        page.get_by_role("button", name="Allow for it").click()
        expect(page.get_by_role("status").filter(has_text="Walls come out by 0.100 mm")).to_be_visible()
        expect(page.get_by_role("combobox", name="How it is made")).to_contain_text("loft printer, nylon")
        # Laid out smaller by what comes out on either side.
        expect(over).to_have_text(f"{float(before.split()[0]) - 0.2:.3f} mm")
        # The whole workshop has it, on whichever device.
        page.reload()
        page.get_by_role("combobox", name="How it is made").click()
        expect(page.get_by_role("option", name="loft printer, nylon, by its coupon")).to_be_visible()

    def test_a_worm_that_was_read_is_made_and_its_wheel_beside_it(self) -> None:
        page = self.page
        self.go("/make?kind=worm&teeth=2&module=0.8&outside=9.6&hand=left")
        expect(page.get_by_role("heading", level=1)).to_have_text("Worm, 2 starts, 0.8 module")
        expect(page.get_by_role("row").filter(has_text="lead angle")).to_contain_text("11.31°")
        with page.expect_download() as fetched:
            page.get_by_role("button", name=re.compile("^STL")).click()
        self.assertEqual(fetched.value.suggested_filename, "worm-2-0.8-module.stl")
        self.assertGreater(len(fetched.value.path().read_bytes()), 100_000)
        page.get_by_role("button", name="Worm wheel").click()
        page.get_by_label("worm over its threads, mm").fill("")
        expect(page.get_by_role("alert")).to_contain_text("outside diameter is needed")
        expect(page.get_by_role("button", name=re.compile("^STL"))).to_be_disabled()
        page.get_by_label("worm over its threads, mm").fill("9,6")
        expect(page.get_by_role("button", name=re.compile("^STL"))).to_be_enabled()
        expect(page.get_by_role("row").filter(has_text="throat, new")).to_be_visible()

    def test_a_sprocket_is_picked_by_its_chain(self) -> None:
        page = self.page
        self.go("/make")
        page.get_by_role("button", name="Sprocket").click()
        page.get_by_role("combobox", name="Chain").click()
        page.get_by_role("option", name="06B chain").click()
        expect(page.get_by_role("heading", level=1)).to_contain_text("06B chain, 3/8 in")
        with page.expect_download() as fetched:
            page.get_by_role("button", name=re.compile("^DXF")).click()
        self.assertEqual(fetched.value.suggested_filename, "sprocket-11-06B-chain-3-8-in.dxf")
        self.assertIn(b"LWPOLYLINE", fetched.value.path().read_bytes())

    def test_what_it_runs_with_is_shown_before_it_is_made(self) -> None:
        page = self.page
        self.go("/make?kind=pulley&teeth=10&mate=60")
        verdict = page.locator(".verdict")
        page.get_by_label("shafts apart, mm").fill("60")
        expect(verdict).to_contain_text("At 60.00 mm: few teeth. Only")
        expect(verdict).to_contain_text(re.compile(r"A belt of \d+ teeth is taut at"))
        page.get_by_label("shafts apart, mm").fill("20")
        expect(page.get_by_role("alert")).to_contain_text("stand in each other")
        page.get_by_label("shafts apart, mm").fill("")
        page.get_by_label("torque on it, N·mm").fill("200")
        expect(page.get_by_role("row").filter(has_text="Bent by")).to_contain_text("N/mm²")
        page.get_by_role("button", name="Bevel").click()
        back = page.get_by_label("its back to the crossing, mm")
        expect(verdict).to_contain_text("mm: right.")
        back.fill("11,65")
        expect(verdict).to_contain_text("At 11.65 mm: tight.")
        expect(page.get_by_role("img", name="with what it runs with")).to_be_visible()
