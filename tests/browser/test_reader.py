"""The instruments on their own: units, doubt, what to measure next, and the pair in motion."""

from __future__ import annotations

import re

import cv2
import numpy as np
from playwright.sync_api import FilePayload, expect

from devices.camera import hidden
from gearing.geometry.gear import Gear
from gearing.measuring.predict import span_over_teeth
from launch.browser import DESK, PHONE

from .whole import BrowserCase


class Reader(BrowserCase):
    def setUp(self) -> None:
        super().setUp()
        self.go("/reader")
        self.page.get_by_label("Teeth", exact=True).wait_for()

    def give(self, **fields: str) -> None:
        for label, value in fields.items():
            self.page.get_by_label(label.replace("_", " "), exact=True).fill(value)

    def test_the_count_alone_is_drawn_and_says_where_the_caliper_goes(self) -> None:
        self.says("Which gear is this?")
        self.give(Teeth="15")
        expect(self.page.get_by_role("img", name="Gear of 15 teeth, over tips, settled")).to_be_visible()
        self.page.get_by_role("button", name="largest").click()
        expect(self.page.get_by_role("img", name="Gear of 15 teeth, over tips, largest")).to_be_visible()

    def test_a_caliper_that_types_fills_the_field_in_hand(self) -> None:
        page = self.page
        self.give(Teeth="31")
        field = page.get_by_label("Over the tips", exact=True)
        field.click()
        for shown in ("26.40", "1.0390"):
            self.device_types(shown)
            expect(field).to_have_value(re.compile(r"26\.(40|40; 26\.39)$"))
        # The second was shown in inches.
        expect(field).to_have_value("26.40; 26.39")
        self.says("31 teeth")

    def test_doubt_names_the_next_measurement_and_taking_it_settles(self) -> None:
        page = self.page
        self.give(Teeth="31", Over_the_tips="26.18")
        self.says("0.8 module, 31 teeth")
        expect(page.get_by_text("not settled")).to_be_visible()
        box = page.locator(".next")
        # The mate's distance tells most; without the mate, what a caliper does.
        expect(box).to_contain_text(
            re.compile(r"Measure next: the distance to its mate.*32 DP would read \d+")
        )
        box.get_by_role("button", name="Take this one").press("Enter")
        # The row of the advised reading is open, and the drawing shows where it is taken.
        advised = re.sub(", again$", "", box.locator("b").nth(1).inner_text())
        expect(page.get_by_role("img", name=re.compile(f"Gear of 31 teeth, {advised}"))).to_be_visible()
        # The hand is in its row already: three readings of what a gear of 0.8 module has there.
        k = int(re.findall(r"\d+", advised)[0])
        span = float(span_over_teeth(Gear(31, 0.8), k))
        page.keyboard.type("; ".join(f"{span + off:.2f}" for off in (-0.01, 0.0, 0.01)))
        rows = page.get_by_role("table").get_by_role("row")
        expect(rows.filter(has_text=advised)).to_contain_text("3 times, scatter 0.010")
        self.give(Mark="0.8M")
        self.says("0.8 module")

    def test_a_photo_is_counted_looked_at_and_taken_over(self) -> None:
        """At the bench and on the phone: the teeth marked, one put right by a tap, the size with its doubt."""
        one = hidden("look 5", card=True, thickness=0.002, size=(2000, 1500))
        picture = FilePayload(
            name="gear.jpg", mimeType="image/jpeg", buffer=cv2.imencode(".jpg", one.image)[1].tobytes()
        )
        for size in (DESK, PHONE):
            with self.subTest(size["width"]):
                self.page.set_viewport_size(size)
                self.go("/reader")
                self.page.get_by_role("button", name="Count in a photo").click()
                photo = self.page.get_by_role("region", name="Count in a photo")
                photo.get_by_label("a bank card lies beside it").click()
                photo.get_by_label("Photo of the gear").set_input_files(picture)
                expect(photo.locator("circle.gone")).to_have_count(len(one.gear.missing))
                expect(photo.locator("circle")).to_have_count(one.gear.teeth)
                photo.locator("circle.gone").first.click()
                expect(photo.locator("circle.gone")).to_have_count(len(one.gear.missing) - 1)
                expect(photo).to_contain_text("marked by you: 0 broken off")
                photo.get_by_role("button", name=f"Use {one.gear.teeth} teeth").click()
                expect(self.page.get_by_label("Teeth", exact=True)).to_have_value(str(one.gear.teeth))
                expect(self.page.get_by_label("Over the tips", exact=True)).to_have_value(
                    re.compile(r"^15\.\d+ ± 0\.\d+$")
                )

    def test_a_photo_without_a_gear_is_refused_with_what_to_do(self) -> None:
        self.page.get_by_role("button", name="Count in a photo").click()
        photo = self.page.get_by_role("region", name="Count in a photo")
        plain = cv2.imencode(".png", np.full((400, 600, 3), 180, np.uint8))[1].tobytes()
        for name, kind, content, told in (
            ("bench.png", "image/png", plain, "No gear stands out"),
            ("note.txt", "text/plain", b"31 teeth", "cannot be opened"),
        ):
            photo.get_by_label("Photo of the gear").set_input_files(
                FilePayload(name=name, mimeType=kind, buffer=content)
            )
            expect(photo).to_contain_text(told)
            expect(photo.get_by_role("button", name="Use")).to_have_count(0)

    def measure(self, kind: str, values: str) -> None:
        """Pick a measurement from the list; the focus goes to its value."""
        self.page.get_by_label("Measure something else").first.click()
        self.page.get_by_role("option", name=kind).click()
        # While the list closes it still names its choice; the row is what is meant.
        rows = self.page.get_by_role("list", name="Measurements")
        expect(rows.get_by_label(kind, exact=True)).to_be_focused()
        self.page.keyboard.type(values)

    def test_each_measurement_is_drawn_where_it_is_taken(self) -> None:
        page = self.page
        self.give(Teeth="31", Over_the_tips="26.35", Bore="5")
        self.says("0.8 module")
        cases = {
            "Root diameter": "root diameter",
            "Tip to tip, narrow jaws": "tip to tip, narrow jaws",
            "Tip to far side of bore": "tip to far side of the bore",
            "Span over teeth": "span over 4 teeth",
        }
        for kind, drawn in cases.items():
            page.get_by_label("Measure something else").first.click()
            page.get_by_role("option", name=kind).click()
            expect(page.get_by_role("img", name=f"Gear of 31 teeth, {drawn}")).to_be_visible()
        page.get_by_label("teeth in the span").fill("5")
        expect(page.get_by_role("img", name="Gear of 31 teeth, span over 5 teeth")).to_be_visible()
        page.get_by_role("button", name="Take off: Root diameter").click()
        expect(page.get_by_label("Root diameter", exact=True)).to_have_count(0)

    def test_a_worn_gear_is_judged_and_a_look_alike_told(self) -> None:
        page = self.page
        self.give(Teeth="31", Over_the_tips="26.35", Mark="0.8M")
        self.says("0.8 module")
        self.measure("Span over teeth", "8.36")
        page.get_by_label("Where it is worn").click()
        page.get_by_role("option", name="one flank").click()
        expect(page.get_by_text("replace it.")).to_be_visible()
        expect(page.get_by_text("it runs on the sound flank")).to_be_visible()
        self.give(Over_the_tips="26.18", Mark="")
        page.get_by_role("button", name="Take off: Span over teeth").click()
        expect(page.get_by_text("They run together badly.")).to_be_visible()

    def test_missing_teeth_are_tapped_off_and_counted_by_other_routes(self) -> None:
        page = self.page
        self.give(Teeth="30", Over_the_tips="26.35")
        drawing = page.locator("svg.caliper")
        box = drawing.bounding_box()
        assert box
        drawing.click(position={"x": box["width"] / 2 + 118, "y": box["height"] * 0.585})
        expect(page.get_by_text("1 missing")).to_be_visible()
        page.get_by_label("second count").fill("31")
        page.get_by_role("button", name="Teeth missing?").click()
        panel = page.get_by_label("Missing teeth")
        chord = panel.get_by_role("group", name="Chord between two standing tips")
        for label, value in (("pitches", "7"), ("chord", "17.16"), ("over the tips", "26.4")):
            chord.get_by_label(label, exact=True).fill(value)
        expect(panel.get_by_text("31 teeth", exact=True)).to_be_visible()
        turned = panel.get_by_role("group", name="Turned by hand")
        for label, value in (("this gear, turns", "10"), ("mate, turns", "5"), ("mate, teeth", "80")):
            turned.get_by_label(label, exact=True).fill(value)
        expect(panel.get_by_text("The routes contradict each other")).to_be_visible()
        expect(panel.get_by_text("turns counted says 40").first).to_be_visible()
        turned.get_by_label("mate, turns", exact=True).fill("")
        panel.get_by_role("button", name="Use 31").click()
        expect(page.get_by_label("Teeth", exact=True)).to_have_value("31")
        self.says("0.8 module, 31 teeth")

    def test_an_inch_and_a_comma_mean_what_they_say(self) -> None:
        for typed in ("26,18", "1.0307in", "26.18 mm"):
            self.give(Teeth="31", Over_the_tips=typed)
            expect(self.page.get_by_role("table")).to_contain_text("26.18")
            self.give(Over_the_tips="")

    def test_what_cannot_be_is_said_where_it_was_typed(self) -> None:
        page = self.page
        cases = {
            "-5": "not a length",
            "4 ft": "not a length",
            "99999": "outside what a bench measures",
            "0": "outside what a bench",
        }
        for typed, words in cases.items():
            self.give(Teeth="31", Over_the_tips=typed)
            expect(page.get_by_role("alert")).to_contain_text(words)
            expect(page.get_by_label("Over the tips", exact=True)).to_have_class(re.compile("invalid"))
        self.give(Over_the_tips="26.18", Teeth="3")
        expect(page.get_by_role("alert")).to_contain_text("teeth")
        self.give(Teeth="31", Over_the_tips="260")
        self.says("No standard size gives these readings")
        self.give(Teeth="31", Over_the_tips="26.18")
        self.says("0.8 module")
        expect(page.get_by_role("alert")).to_have_count(0)

    def test_another_candidate_is_looked_at_with_the_arrows(self) -> None:
        page = self.page
        self.give(Teeth="31", Over_the_tips="26.18")
        expect(page.get_by_text("32 DP drawn")).to_be_visible()
        page.get_by_role("button", name=re.compile("^0.8 module")).click()
        expect(page.get_by_text("0.8 module drawn")).to_be_visible()
        self.press("ArrowUp")
        expect(page.get_by_text("32 DP drawn")).to_be_visible()

    def test_a_pinned_gear_opens_with_the_readings_it_was_judged_by(self) -> None:
        page = self.open_visit("Dunlin 40", "Read")
        page.get_by_role("main").get_by_role("button", name=re.compile("level-wind idler")).first.click()
        expect(page.get_by_label("Over the tips", exact=True)).to_have_value("12.32")
        expect(page.get_by_label("Mark", exact=True)).to_have_value("23")
        self.says("0.5 module, 23 teeth")
