"""A device that several members share, and what the record did not take: nothing is sent as another's, nothing is lost."""

from __future__ import annotations

import json
import re

from playwright.sync_api import Page, Route, expect

from demo import DEMO_MEMBER, DEMO_PASSWORD
from launch.browser import sign_in

from ..examples import LONG
from ..pictures import picture
from .whole import BrowserCase, stack

PHOTOS = 20 if LONG else 8

KEPT = """async (store) => {
    const open = indexedDB.open("dentado");
    await new Promise((done) => (open.onsuccess = done));
    const asked = open.result.transaction(store).objectStore(store).getAll();
    await new Promise((done) => (asked.onsuccess = done));
    open.result.close();
    return asked.result.map((one) => JSON.stringify(one));
}"""
"""What lies on the device's own disk."""

FIRST_VERSION = """async (visit) => {
    for (const { name } of await indexedDB.databases()) indexedDB.deleteDatabase(name);
    const open = indexedDB.open("dentado", 1);
    open.onupgradeneeded = () => open.result.createObjectStore("waiting", { keyPath: "key", autoIncrement: true });
    await new Promise((done) => (open.onsuccess = done));
    const change = open.result.transaction("waiting", "readwrite");
    change.objectStore("waiting").add({
        visitId: visit, kind: "step", method: "PUT", path: `/api/visits/${visit}/steps/${crypto.randomUUID()}`, body: { line: "left by nobody" },
    });
    await new Promise((done) => (change.oncomplete = done));
    open.result.close();
}"""


class Unsent(BrowserCase):
    def strip(self, page: Page, unit: str) -> None:
        page.goto(self.address)
        page.get_by_role("link").filter(has_text=unit).first.click()
        self.opened()
        page.get_by_role("navigation", name="Stages").get_by_role("button", name="Strip").click()

    def test_what_one_member_left_waits_for_her_and_is_recorded_in_her_name(self) -> None:
        page = self.page
        self.strip(page, "Quay crane")
        visit = page.url.split("/visits/")[1].split("/")[0]
        # The record is away while robin strips; her session lapses before it is back.
        page.route("**/steps/**", lambda route: route.abort())
        field = page.get_by_label("What comes off")
        for n in range(3):
            field.fill(f"left by robin {n}")
            field.press("Enter")
        expect(page.get_by_text("3 kept here, not yet sent")).to_be_visible()
        self.context.clear_cookies()
        page.unroute("**/steps/**")
        sign_in(page, self.address, "kit", DEMO_PASSWORD)
        expect(page.get_by_text("3 wait for Robin to sign in")).to_be_visible()
        self.strip(page, "Quay crane")
        page.get_by_label("What comes off").fill("left by kit")
        page.get_by_label("What comes off").press("Enter")
        # Kit's own is on record before anyone else comes to this device.
        on_record = "async (visit) => (await (await fetch(`/api/visits/${visit}/history`)).text()).includes('left by kit')"
        self.until(on_record, True, visit)
        self.until(f"async () => (await ({KEPT})('waiting')).length", 3)
        expect(page.get_by_text("3 wait for Robin to sign in")).to_be_visible()
        # Robin is back on this device.
        self.context.clear_cookies()
        sign_in(page, self.address, DEMO_MEMBER, DEMO_PASSWORD)
        expect(page.get_by_text("all sent")).to_be_visible()
        answer = json.loads(page.request.get(f"{self.address}/api/visits/{visit}/history").text())
        who = {line["after"]: line["who"] for line in answer if line["verb"] == "laid down"}
        self.assertEqual([who[f"left by robin {n}"] for n in range(3)], ["Robin"] * 3)
        self.assertEqual(who["left by kit"], "Kit")

    def test_what_the_first_version_left_is_for_a_person_to_claim(self) -> None:
        page = self.page
        self.strip(page, "Quay crane")
        visit = page.url.split("/visits/")[1].split("/")[0]
        page.goto(f"{self.address}/mark.svg")
        page.evaluate(FIRST_VERSION, visit)
        page.goto(self.address)
        page.get_by_role("button", name="Settle it").click()
        self.says("One entry was not taken")
        expect(page.get_by_text("before this device noted whose")).to_be_visible()
        page.get_by_role("button", name="Send again").click()
        self.says("Everything was taken")
        self.strip(page, "Quay crane")
        expect(page.get_by_role("region", name="The row")).to_contain_text("left by nobody")

    def test_one_that_the_server_breaks_on_is_set_aside_and_the_rest_goes_on(self) -> None:
        page = self.page
        self.strip(page, "Quay crane")

        def broken(route: Route) -> None:
            if "rotten" in (route.request.post_data or ""):
                route.fulfill(status=500, json={"problem": "Something broke.", "hint": "Log 1.", "field": ""})
            else:
                route.continue_()

        page.route("**/steps/**", broken)
        for line in ("rotten pin", "sound pin"):
            page.get_by_label("What comes off").fill(line)
            page.get_by_label("What comes off").press("Enter")
        expect(page.get_by_role("alert")).to_contain_text("Something broke", timeout=40_000)
        expect(page.get_by_role("alert")).to_contain_text("rotten pin")
        # What was not taken does not stand in the row as if it had been.
        expect(page.get_by_role("region", name="The row")).not_to_contain_text("rotten")
        expect(page.get_by_text("all sent")).to_be_visible()
        page.get_by_role("button", name="Settle it").click()
        # Mended where it lies, and sent again; the lid may be closed in between.
        self.says("One entry was not taken")
        page.reload()
        page.get_by_label("The line").fill("mended pin")
        page.unroute("**/steps/**")
        page.get_by_role("button", name="Send again").click()
        self.says("Everything was taken")
        expect(page.get_by_text("all sent")).to_be_visible()
        self.assertEqual(page.evaluate(KEPT, "aside"), [])
        self.strip(page, "Quay crane")
        row = page.get_by_role("region", name="The row")
        expect(row).to_contain_text("mended pin")
        expect(row).to_contain_text("sound pin")
        expect(row).not_to_contain_text("rotten")

    def test_two_verdicts_on_one_piece_are_shown_side_by_side(self) -> None:
        page = self.page
        self.strip(page, "Tern")
        visit = page.url.split("/visits/")[1].split("/")[0]
        page.get_by_role("navigation", name="Stages").get_by_role("button", name="Look over").click()
        page.get_by_role("heading", level=1).wait_for()
        before = json.loads(page.request.get(f"{self.address}/api/visits/{visit}").text())
        # Out of reach here, while kit says otherwise elsewhere.
        page.route("**/verdict", lambda route: route.abort())
        page.keyboard.press("k")
        expect(page.get_by_text("1 kept here, not yet sent")).to_be_visible()
        (kept,) = page.evaluate(KEPT, "waiting")
        path = json.loads(kept)["path"]
        piece = path.split("/pieces/")[1].split("/")[0]
        was = next(step["piece"] for step in before["steps"] if step["piece"]["id"] == piece)
        other = self.browser.new_context().new_page()
        self.addCleanup(other.context.close)
        sign_in(other, self.address, "kit", DEMO_PASSWORD)
        token = next(one["value"] for one in other.context.cookies() if one["name"] == "csrftoken")
        said = other.request.put(
            f"{self.address}{path}",
            data={"verdict": "replace", "finding": "cracked right through", "based_on": {k: was[k] for k in ("verdict", "finding", "findings", "instead")}},
            headers={"X-CSRFToken": token, "Referer": self.address},
        )  # fmt: skip
        self.assertTrue(said.ok, said.text())
        page.unroute("**/verdict")
        page.get_by_role("button", name="Settle it").click(timeout=30_000)
        expect(page.get_by_text("Kit said")).to_be_visible()
        expect(page.get_by_text(re.compile("replace, cracked right through"))).to_be_visible()
        expect(page.get_by_text("keep", exact=True)).to_be_visible()
        page.get_by_role("button", name="Mine stands").click()
        self.says("Everything was taken")
        expect(page.get_by_text("all sent")).to_be_visible()
        after = json.loads(page.request.get(f"{self.address}/api/visits/{visit}").text())
        self.assertEqual(
            next(s["piece"]["verdict"] for s in after["steps"] if s["piece"]["id"] == piece), "keep"
        )


class Workshop(BrowserCase):
    def test_an_owner_lets_someone_in_by_a_code_and_ends_a_sign_in(self) -> None:
        page = self.page
        self.go("/workshop")
        self.says("members work")
        page.get_by_label("Who it is for").fill("Wren")
        page.get_by_role("button", name="Make a code").click()
        code = page.locator(".code .text").inner_text()
        phone = self.browser.new_context(viewport={"width": 390, "height": 844}).new_page()
        self.addCleanup(phone.context.close)
        phone.goto(f"{self.address}/code")
        phone.get_by_label("The code you were given").fill(code.lower())
        phone.get_by_role("button", name="Go on").click()
        phone.get_by_label("You sign in as").fill("wren")
        phone.get_by_label("Password").fill("gear-by-gear-41")
        phone.get_by_role("button", name="Come in").click()
        phone.get_by_role("heading", level=1).wait_for()
        page.reload()
        sign_ins = page.get_by_role("region", name="Open sign-ins")
        sign_ins.get_by_role("listitem").filter(has_text="Wren").get_by_role(
            "button", name="End"
        ).first.click()
        expect(sign_ins).not_to_contain_text("Wren")
        phone.reload()
        phone.get_by_label("Name").wait_for()

    def test_a_backup_is_made_and_shown_with_its_age(self) -> None:
        page = self.page
        self.go("/workshop")
        page.get_by_role("button", name="Back up now").click()
        expect(page.get_by_text("The last whole one is of")).to_be_visible(timeout=30_000)
        self.assertTrue(list((stack().folder / "backups").glob("asked-*.dentado")))


class SecondDevice(BrowserCase):
    def test_all_photos_arrive_through_a_link_that_is_taken_back(self) -> None:
        page = self.page
        page.goto(self.address)
        page.get_by_role("link").filter(has_text="Dunlin 40").first.click()
        self.opened()
        page.get_by_role("navigation", name="Stages").get_by_role("button", name="Strip").click()
        page.get_by_role("button", name="Phone").first.click()
        link = page.locator(".address").inner_text()
        phone = self.browser.new_context(
            viewport={"width": 390, "height": 844}, user_agent="Mozilla/5.0 (Linux; Android 14) Firefox/133.0"
        ).new_page()
        self.addCleanup(phone.context.close)
        phone.goto(link)
        # The network fails now and then, and an answer is lost after the photo was kept.
        failed: list[str] = []

        def shaky(route: Route) -> None:
            if len(failed) < 4 and route.request.url not in failed:
                failed.append(route.request.url)
                if len(failed) % 2:
                    route.fetch()
                route.abort()
            else:
                route.continue_()

        phone.route("**/photos/**", shaky)
        phone.get_by_label("Photo").set_input_files(
            [
                {"name": f"{n}.jpg", "mimeType": "image/jpeg", "buffer": picture(size=(640 + n, 480))}
                for n in range(PHOTOS)
            ]
        )
        expect(phone.get_by_text(f"{PHOTOS} of {PHOTOS} sent")).to_be_visible(timeout=90_000)
        self.assertEqual(len(failed), 4)
        devices = page.get_by_role("list", name="Devices that use it")
        expect(devices).to_contain_text("Android, Firefox", timeout=20_000)
        expect(devices).to_contain_text(f"{PHOTOS} photos", timeout=20_000)
        page.get_by_role("button", name="Take it back").click()
        expect(page.get_by_role("list", name="Devices that use it")).to_have_count(0)
        phone.reload()
        expect(phone.get_by_role("alert")).to_contain_text("This code is over")
