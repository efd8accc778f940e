"""A table's columns are put right once and known ever after: by this workshop, in this kind of table."""

from __future__ import annotations

from typing import Any
from uuid import uuid4

from django.core.files.uploadedfile import SimpleUploadedFile

from .bench import BenchCase, Desk

SHEET = "Ding;Wieviel;Regal;Anzahl\nStirnrad 31t 0,8M;4;R3;zz\n"


class Headings(BenchCase):
    def columns(
        self, desk: Desk | None = None, text: str = SHEET, table: str = "stock_list"
    ) -> dict[str, str]:
        found = (desk or self.desk).got("POST", f"/shelf/headings/{table}", {"text": text})
        return {row["head"]: row["column"] for row in found["headings"]}

    def learn(self, heading: str, column: str, table: str = "stock_list") -> None:
        self.desk.got("PUT", f"/shelf/headings/{table}", {"heading": heading, "column": column})

    def test_what_is_put_right_is_known_the_next_time_however_it_is_written(self) -> None:
        self.assertEqual(self.columns(), {"Ding": "", "Wieviel": "", "Regal": "", "Anzahl": "count"})
        self.refused(self.desk.ask("POST", "/drawer/table", {"text": SHEET}), "no_price_list")
        for heading, column in (("Ding", "what"), ("Wieviel", "count"), ("regal ", "place"), ("Anzahl", "")):
            self.learn(heading, column)
        self.assertEqual(self.columns(), {"Ding": "what", "Wieviel": "count", "Regal": "place", "Anzahl": ""})
        taken: dict[str, Any] = self.desk.got(
            "POST", "/drawer/table", {"text": SHEET.replace("Ding", "DING"), "take": True}
        )
        self.assertEqual((taken["new"], taken["rows"][0]["count"], taken["rows"][0]["place"]), (1, 4, "R3"))
        self.learn("Ding", "material")
        self.assertEqual(self.columns()["Ding"], "material")

    def test_it_is_this_workshops_and_this_tables_alone(self) -> None:
        self.learn("Ding", "what")
        self.assertEqual(self.columns(Desk(self.eve))["Ding"], "")
        self.assertEqual(self.columns(table="price_list")["Ding"], "")

    def test_a_suppliers_list_is_read_by_it(self) -> None:
        supplier = uuid4()
        self.desk.got("PUT", f"/suppliers/{supplier}", {"name": "Quarry Wheels"})
        self.learn("Ding", "what", "price_list")
        self.learn("Taler", "price", "price_list")
        file = SimpleUploadedFile("list.csv", b"Ding;Taler\nspur 57t;1,95\n")
        answer = self.desk.client.post(f"/api/suppliers/{supplier}/list", {"file": file, "take": "true"})
        self.assertEqual(answer.status_code, 200, answer.content)
        (row,) = answer.json()["rows"]
        self.assertEqual((row["what"], row["price"]), ("spur 57t", "1.95"))

    def test_what_is_no_column_or_no_heading_is_refused(self) -> None:
        for heading, column in (("Ding", "colour"), ("", "what"), ("  -- ", "what")):
            self.refused(
                self.desk.ask("PUT", "/shelf/headings/stock_list", {"heading": heading, "column": column}),
                "no_column",
            )
        self.assertEqual(
            self.desk.ask("PUT", "/shelf/headings/members", {"heading": "a", "column": "id"})[0], 422
        )
