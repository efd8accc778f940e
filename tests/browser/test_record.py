"""The record taken along and taken in again, on the workshop's page."""

from __future__ import annotations

from playwright.sync_api import expect

from .whole import BrowserCase


class RecordFile(BrowserCase):
    def test_taken_along_it_is_all_here_already_when_it_comes_back(self) -> None:
        page = self.page
        self.go("/workshop")
        with page.expect_download() as fetched:
            page.get_by_role("link", name="Take it along").click()
        file = fetched.value.path()
        expect(page.get_by_role("status").filter(has_text="All of it")).to_be_visible()
        self.assertEqual(file.read_bytes()[:2], b"PK")
        page.get_by_label("A record to take in").set_input_files(
            {"name": "record.zip", "mimeType": "application/zip", "buffer": file.read_bytes()}
        )
        parts = page.get_by_role("list", name="What is in it")
        expect(parts).to_contain_text("here already")
        expect(parts).to_contain_text("Drawer, suppliers and shelf")
        expect(parts).not_to_contain_text("differs")
        expect(page.get_by_role("button", name="Take in 0 of")).to_be_disabled()
        page.get_by_label("A record to take in").set_input_files(
            {"name": "photo.zip", "mimeType": "application/zip", "buffer": b"no zip at all"}
        )
        expect(page.get_by_role("alert")).to_contain_text("it is not a zip file")

    def test_a_table_of_visits_is_looked_at_added_and_stands_on_the_bench(self) -> None:
        page = self.page
        self.go("/workshop")
        page.get_by_role("button", name="Bring a table in").click()
        page.get_by_label("Paste a table").fill(
            "Gadget;Kind;Complaint\nSaltmarsh hoist;servo;slips\nx;toaster;\n"
        )
        # What the heading says nothing of is put right by a pick.
        expect(page.get_by_role("alert")).to_contain_text("It needs a column for unit")
        page.get_by_label("Gadget is").select_option("unit")
        table = page.get_by_role("region", name="A table")
        expect(table.get_by_role("status")).to_contain_text("It would add: 1 new, 0 here already, 1 refused")
        expect(table.get_by_role("list", name="Refused")).to_contain_text("no kind of unit")
        table.get_by_role("button", name="Add 1").click()
        expect(table.get_by_role("status")).to_contain_text("Added: 1 new")
        self.go("/")
        expect(
            page.get_by_role("link", name="Saltmarsh hoist").or_(page.get_by_text("Saltmarsh hoist")).first
        ).to_be_visible()
