"""Parts are ordered from the visit, come wrong, go back, come right; lists are taken in; late ones asked after."""

from __future__ import annotations

import re

from playwright.sync_api import expect

from .whole import BrowserCase

LIST = b"Nr;Bezeichnung;Preis;Tage;Teeth;Module\nQ1;spur wheel 57t;1,95;3;57;0,8\nQ2;spur, odd;0;3;;\n"
WIDE = "document.querySelector('main').scrollWidth - document.querySelector('main').clientWidth"


class Orders(BrowserCase):
    def test_a_stripped_spur_is_ordered_comes_wrong_goes_back_and_comes_right(self) -> None:
        page = self.page
        self.listed()
        self.go("/")
        self.take_in("Knot", "Motor races, no drive, bits of plastic.", "car or truck")
        page.get_by_role("button", name="Strip it whole").click()
        page.get_by_label("What comes off").wait_for()
        self.lay_down("spur wheel 57t nylon")
        self.stage("Look over")
        self.says("spur wheel")
        self.press("r")
        self.stage("Read")
        self.says("Read the spur wheel")
        self.press("Enter")
        expect(page.get_by_label("Teeth", exact=True)).to_have_value("57")
        page.keyboard.type("47.18")
        page.get_by_label("Mark").fill("0.8M")
        self.says("0.8 module")
        self.press("Control+Enter")
        expect(page.get_by_role("button", name=re.compile("spur wheel.*0.8 module"))).to_be_visible()
        self.stage("Source")
        buy = page.get_by_role("region", name="Where to get it")
        expect(buy).to_contain_text("Quarry Wheels · 3 days")
        # What stands above comes in later and moves what is below it.
        expect(page.get_by_role("button", name="Do this")).to_be_visible()
        expect(page.get_by_text("Why:")).to_be_visible()
        buy.get_by_role("button", name="Basket").first.click()
        expect(buy).to_contain_text("in the basket at Quarry Wheels")
        buy.get_by_role("button", name="Order it").click()
        expect(buy).to_contain_text("due in 3 days")
        expect(page.get_by_label("What it waits for")).to_have_value(
            re.compile("spur wheel 57t from Quarry Wheels")
        )

        for teeth, verdict, word in (
            ("56", "Send it back", "Goes back"),
            ("57", "Take it in", "Taken in"),
        ):
            buy.get_by_role("button", name="It came", exact=True).click()
            # What was read of the dead one stands there already.
            expect(page.get_by_label("Teeth, ordered")).to_have_value("57")
            page.get_by_label("Teeth, measured").fill(teeth)
            expect(page.get_by_role("dialog").get_by_role("heading", level=2)).to_contain_text("It ")
            page.get_by_role("button", name=verdict).click()
            beside = page.get_by_role("dialog")
            expect(beside.get_by_role("heading", level=2)).to_contain_text(word)
            if teeth == "56":
                expect(page.get_by_text("56 for 57").last).to_be_visible()
                expect(page.get_by_role("button", name="Copy the words")).to_be_visible()
            # Beside the visit all the while, whose own keys rest.
            page.get_by_role("button", name="To the visit").click()
            expect(page.get_by_role("dialog")).to_have_count(0)
        expect(buy).to_contain_text("all here")
        self.stage("Build")
        expect(page.get_by_role("main")).to_contain_text(re.compile(r"Seat the spur wheel, new, from A\d+"))

    def listed(self) -> None:
        """A supplier is added, and its list taken in with a look first."""
        page = self.page
        self.go("/orders")
        page.get_by_role("button", name="Another supplier").click()
        page.get_by_label("Name").fill("Quarry Wheels")
        page.get_by_role("button", name="Add", exact=True).click()
        page.get_by_role("button", name=re.compile("Quarry Wheels")).click()
        file = {"name": "list.csv", "mimeType": "text/csv", "buffer": LIST}
        page.get_by_label("List of Quarry Wheels").set_input_files([file])
        expect(page.get_by_text("It would change: 1 new")).to_be_visible()
        expect(page.get_by_role("list", name="Refused")).to_contain_text("A price of 0")
        page.get_by_role("button", name="Take the list").click()
        expect(page.get_by_text("Taken: 1 new")).to_be_visible()

    def stage(self, name: str) -> None:
        self.page.get_by_role("navigation", name="Stages").get_by_role("button", name=name).click()

    def test_late_ones_lead_and_are_asked_after_with_the_words_ready(self) -> None:
        page = self.page
        self.go("/orders")
        self.says("1 late")
        late = page.get_by_role("article").first
        # Laid in before midnight and looked at after it, it is a day more.
        expect(late).to_contain_text(re.compile("[34] days late"))
        late.get_by_role("button", name="Ask after it").click()
        expect(late).to_contain_text("has not come: planet set, steel")
        late.get_by_role("button", name="Asked today").click()
        expect(late).to_contain_text("asked today")
        late.get_by_role("button", name="It came").first.click()
        late.get_by_role("checkbox").first.check()
        take = late.get_by_role("button", name="Take it in")
        expect(take).to_be_disabled()
        for n in range(3):
            late.get_by_role("checkbox").nth(n).check()
        late.get_by_role("button", name="One fewer").click()
        take.click()
        expect(late).to_contain_text("1 came")
        page.get_by_role("button", name="Past").click()
        page.get_by_label("Find an order, a supplier, a part").fill("pinion 15t")
        # Another journey may have ordered one as well.
        found = page.get_by_role("article").filter(has_text="Otter 8: pinion · 1 came")
        expect(found).to_have_count(1)
        expect(page.get_by_role("article").filter(has_not_text="pinion 15t")).to_have_count(0)

    def test_the_supplier_on_the_line_is_asked_from_the_drawers_side(self) -> None:
        page = self.page
        self.go("/orders")
        page.get_by_label("For the drawer").fill("bearing 4x8x3")
        found = page.get_by_role("region", name="Look at all suppliers")
        expect(found.get_by_role("listitem")).to_contain_text("Tooth and Lay · 28 days · none in stock there")
        found.get_by_role("button", name="Basket").click()
        basket = page.get_by_role("article").filter(has_text="Ball bearing 4x8x3")
        expect(basket).to_contain_text("for the drawer")
        basket.get_by_role("button", name="Take Ball bearing 4x8x3 out").click()
        expect(basket).to_have_count(0)

    def test_on_a_phone_nothing_is_cut_off(self) -> None:
        page = self.page
        page.set_viewport_size({"width": 390, "height": 844})
        for path, says in (
            ("orders", "late"),
            ("arrival?teeth=23&module=0.5&bore=2.5&width=2.8", "Measure what came"),
            ("drawer", "in the drawer"),
            ("filed", "filed"),
        ):
            self.go(f"/{path}")
            self.says(says)
            wide = page.evaluate(WIDE)
            with self.subTest(path=path):
                self.assertLessEqual(wide, 0)


class Drawer(BrowserCase):
    def stripped(self, label: str, first: str, *lines: str) -> None:
        """A unit taken in and stripped, what is looked at first judged dead, at Source."""
        page = self.page
        self.go("/")
        self.take_in(label, "Grinds since the last outing.", "car or truck")
        page.get_by_role("button", name="Strip it whole").click()
        page.get_by_label("What comes off").wait_for()
        self.lay_down(*lines)
        stages = page.get_by_role("navigation", name="Stages")
        stages.get_by_role("button", name="Look over").click()
        self.says(first)
        self.press("r")
        stages.get_by_role("button", name="Source").click()

    def test_a_bearing_is_taken_from_the_drawer_and_stands_in_the_plan(self) -> None:
        page = self.page
        self.stripped("Plover", "bearing", "bearing 5x10x4", "2x M3x10 hex2 cover")
        buy = page.get_by_role("region", name="Where to get it")
        expect(buy).to_contain_text("3 there")
        buy.get_by_role("button", name="Take one").click()
        expect(buy).to_contain_text("from the drawer")
        self.go("/drawer")
        expect(page.get_by_role("main")).to_contain_text("bearing 5x10x4: 2 of 4")
        self.open_visit("Plover", "Build")
        expect(page.get_by_role("main")).to_contain_text("Press in the bearing, new, from drawer")

    def test_a_unit_not_worth_mending_leaves_its_sound_pieces_in_the_drawer(self) -> None:
        page = self.page
        self.stripped(
            "Ruff", "spur wheel", "case half nylon", "spur wheel 57t 0.8M nylon", "2x bearing 8x12x3.5"
        )
        off = page.get_by_role("region", name="Write it off")
        off.get_by_role("button", name="Not worth mending").click()
        expect(off.get_by_role("checkbox").first).not_to_be_checked()
        off.get_by_label("Where they go").fill("S4")
        off.get_by_role("button", name=re.compile("Write it off, keep")).click()
        expect(page.get_by_role("main")).to_contain_text("Ruff")
        expect(page.get_by_role("main")).to_contain_text("S4")


class Finding(BrowserCase):
    def test_visits_are_picked_by_kind_and_owner(self) -> None:
        page = self.page
        self.go("/")
        page.get_by_role("button", name="Pick by").click()
        page.get_by_role("combobox", name="any kind").click()
        first = page.get_by_role("option").first
        expect(first).to_be_visible()
        kind = re.sub(r"\s*\d+$", "", first.inner_text())
        first.click()
        expect(page.get_by_role("heading", level=1)).to_contain_text("found")
        expect(page.locator(".visit .who").first).to_contain_text(kind)
        expect(page.locator(".visit .who").filter(has_not_text=kind)).to_have_count(0)
        page.get_by_role("combobox", name="any owner").click()
        page.get_by_role("option").first.click()
        expect(page.get_by_role("heading", level=1)).to_contain_text("found")


class Money(BrowserCase):
    def test_the_owners_limit_stops_an_order_until_it_is_asked_again(self) -> None:
        page = self.page
        self.open_visit("Heron 650", "Source")
        cost = page.get_by_role("region", name="Cost")
        expect(cost).to_contain_text("Locker 14 said yes, at the quay")
        expect(cost).to_contain_text("wheel set for the 38 mm drum")
        cost.get_by_label("Charge besides").fill("drum cord 30")
        cost.get_by_role("button", name="Charge").click()
        expect(cost).to_contain_text("over what was agreed")
        buy = page.get_by_role("region", name="Where to get it")
        buy.get_by_role("button", name="Order it, with 1 more").click()
        expect(buy.get_by_role("alert")).to_contain_text("over the 40.00 that was agreed")
        expect(page.get_by_label("What it waits for")).to_have_value(
            re.compile(r"instead of 40\.00: may it be\?")
        )
        cost.get_by_role("button", name="Asked again").click()
        cost.get_by_label("Who").fill("Locker 14")
        cost.get_by_label("up to").fill("80")
        cost.get_by_role("button", name="Said yes").click()
        expect(cost).not_to_contain_text("over what was agreed")
        cost.get_by_role("button", name="Do not charge drum cord").click()
        expect(cost).not_to_contain_text("drum cord")

    def test_today_names_the_next_job_and_filed_ones_have_their_own_list(self) -> None:
        page = self.page
        self.go("/")
        today = page.get_by_role("region", name="Today")
        # Whatever another journey has asked after by now, the baskets still wait.
        expect(today).to_contain_text("in the basket")
        expect(today.get_by_role("heading")).to_contain_text(re.compile(r"first: .+, about \d+ min"))
        today.get_by_role("list").get_by_role("link").first.click()
        self.opened()
        page.get_by_role("link", name="All of it").click()
        self.says("visit")
        self.go("/filed")
        self.says("filed")
        page.get_by_label("Find a filed visit").fill("ferry office")
        self.says("1 filed")
        page.get_by_role("link", name="All of Ticket counter").click()
        self.says("2 visits")
        expect(page.get_by_text("it was a small gear split at its boss")).to_be_visible()

    def test_what_the_house_charges_is_set_on_the_shelf(self) -> None:
        page = self.page
        self.go("/shelf")
        terms = page.get_by_role("region", name="What the house charges")
        terms.get_by_label("tax, %").fill("95")
        self.press("Tab")
        expect(terms.get_by_role("alert")).to_be_visible()
        terms.get_by_label("tax, %").fill("20")
        self.press("Tab")
        expect(terms.get_by_role("alert")).to_have_count(0)
        self.open_visit("Otter 8", "Source")
        expect(page.get_by_role("region", name="Cost")).to_contain_text("of which tax, 20 %")
        self.go("/shelf")
        terms.get_by_label("tax, %").fill("0")
        self.press("Tab")
        page.reload()
        expect(terms.get_by_label("tax, %")).to_have_value("")
