"""Sound at the bench: sent from a file, recorded in the browser, from the source; counted, played, practised."""

from __future__ import annotations

import re

from playwright.sync_api import expect

from ..pictures import picture
from ..recordings import clicking
from .whole import BrowserCase

TIMES = [0.5 + 0.9 * n + 0.1 * (n % 3) for n in range(20)]


class Sounds(BrowserCase):
    def hear(self, name: str, content: bytes) -> None:
        file = {"name": name, "mimeType": "audio/wav", "buffer": content}
        self.page.get_by_label("Sound file").set_input_files([file])

    def test_twenty_clicks_from_a_file_point_to_a_wheel_and_count_in_the_diagnosis(self) -> None:
        page = self.page
        self.take_in("Knot", "Clicks at the rear under load.")
        sound = page.get_by_role("region", name="Sound")
        self.hear("knock.wav", clicking(TIMES, 20.0))
        expect(sound.get_by_role("img", name="20 clicks in 20 seconds")).to_be_visible()
        sound.get_by_label("Turns", exact=True).fill("10")
        sound.get_by_label("of shaft").fill("3")
        sound.get_by_label("Train").fill("12:60 | 20:40")
        sound.get_by_role("button", name="Hear it by that").click()
        # Two a turn of the last shaft is the shaft before it: one of its two wheels.
        expect(sound).to_contain_text("20 clicks, 2 a turn. Most likely gear of 60 on shaft 2, 50 %")
        sound.get_by_role("button", name="Play").click()
        expect(sound.get_by_role("button", name="Stop")).to_be_visible()
        expect(sound.get_by_text(re.compile(r"^[1-9]\d*\.\d / 20\.0 s"))).to_be_visible()
        sound.get_by_role("button", name="Take it as the count").click()
        tried = page.get_by_role("list", name="Tried")
        expect(tried).to_contain_text("20 clicks in 10 turns, gear of 60 on shaft 2")
        sound.get_by_role("button", name="Take back").click()
        expect(sound.get_by_role("img")).to_have_count(0)

    def test_the_microphone_is_recorded_and_what_it_heard_is_kept(self) -> None:
        page = self.page
        self.take_in("Knot", "Clicks.")
        self.press("r")
        stop = page.get_by_role("button", name=re.compile("Stop · [3-9] s"))
        stop.wait_for(timeout=15_000)
        stop.click()
        kept = page.get_by_role("img", name=re.compile("clicks in [3-9] seconds"))
        expect(kept).to_be_visible()
        page.reload()
        expect(kept).to_be_visible()

    def test_a_picture_sent_as_sound_is_refused_in_words(self) -> None:
        self.take_in("Knot", "Clicks.")
        self.hear("a.wav", picture())
        expect(self.page.get_by_role("alert")).to_contain_text("no recording the browser can read")

    def test_the_simulated_source_serves_where_there_is_no_microphone(self) -> None:
        page = self.page
        self.take_in("Knot", "Clicks.")
        page.get_by_role("button", name="From the simulated source").click()
        expect(page.get_by_role("img", name=re.compile("clicks in"))).to_be_visible()


class ByEar(BrowserCase):
    def test_a_round_is_listened_to_counted_and_named(self) -> None:
        page = self.page
        self.go("/practice/ear")
        self.says("Which wheel clicks?")
        expect(page.get_by_role("button", name="Play")).to_be_enabled()
        self.press("p")
        expect(page.get_by_role("button", name="Stop")).to_be_visible()
        for _ in range(3):
            self.press(" ")
        expect(page.get_by_text("a turn", exact=False).first).to_be_visible()
        self.press("1")
        expect(page.get_by_role("heading", level=1)).to_have_text(re.compile("^(Right|No): "))
        expect(page.get_by_text(re.compile("You counted 3"))).to_be_visible()
        self.press("Enter")
        self.says("Which wheel clicks?")


class Goal(BrowserCase):
    def test_what_is_likely_goes_into_the_strip_as_its_goal(self) -> None:
        page = self.page
        self.take_in(
            "Knot", "Motor races, no drive, the wheels turn freely, plastic shavings under the spur."
        )
        page.get_by_role("button", name="Strip to reach it").click()
        goal = page.get_by_role("complementary", name="What the strip is for")
        expect(goal).to_contain_text("For the spur's teeth stripped.")
        self.lay_down("4x M3x10 hex2 gear cover")
        expect(goal).not_to_contain_text("is off")
        self.lay_down("spur 57t nylon")
        expect(goal).to_contain_text("The spur is off: look it over.")
        page.reload()
        expect(goal).to_contain_text("The spur is off")

    def test_clicks_counted_by_ear_go_through_the_train(self) -> None:
        page = self.page
        self.take_in("Knot", "Clicks at the rear under load.")
        check = page.get_by_role("region", name="Next check")
        check.get_by_text("Another check").click()
        check.get_by_role("button", name="Count the clicks").click()
        check.get_by_label("Clicks", exact=True).fill("50")
        check.get_by_label("of shaft").fill("2")
        check.get_by_label("Train", exact=True).fill("12:60 | 14:48")
        check.get_by_role("button", name="Keep").click()
        tried = page.get_by_role("list", name="Tried")
        expect(tried).to_contain_text("50 clicks in 10 turns of shaft 2: gear of 12 on shaft 1")
