"""The record as tables: every line of one's own workshop and of no other, formulas told to be text."""

from __future__ import annotations

import csv
import io
from uuid import uuid4

from exchange.sheets import SHEETS
from visits import services

from .bench import BLANK, UNIT, BenchCase, Desk
from .test_visits import READ


class Sheets(BenchCase):
    def setUp(self) -> None:
        super().setUp()
        piece = self.piece(2)
        self.desk.got(
            "PUT", self.at("pieces", piece, "pins", uuid4()), {"rim": 0, "request": READ, "choice": 0}
        )
        self.desk.got("PUT", self.at("pieces", piece, "verdict"), {"verdict": "replace", "finding": "=2+3"})

    def sheet(self, name: str, desk: Desk | None = None) -> list[dict[str, str]]:
        answer = (desk or self.desk).client.get(f"/api/record/{name}.csv")
        self.assertEqual(answer.status_code, 200)
        self.assertTrue(answer["Content-Type"].startswith("text/csv"))
        self.assertIn(f"{name}.csv", answer["Content-Disposition"])
        text = b"".join(answer.streaming_content).decode()  # type: ignore[attr-defined]
        self.assertTrue(text.endswith("\r\n"))
        return list(csv.DictReader(io.StringIO(text, newline="")))

    def test_visits_and_their_pieces_stand_in_order(self) -> None:
        (visit,) = self.sheet("visits")
        self.assertEqual((visit["unit"], visit["visit"], visit["complaint"]), ("Sandpiper", "1", "Rattles."))
        pieces = self.sheet("pieces")
        self.assertEqual([row["step"] for row in pieces], ["1", "2", "3"])
        self.assertEqual(pieces[0]["count"], "4")
        self.assertEqual(pieces[2]["line"], "wheel 31/12 nylon ^long boss down")

    def test_what_a_sheet_would_run_is_told_to_be_text(self) -> None:
        self.assertEqual(self.sheet("pieces")[2]["finding"], "'=2+3")

    def test_each_thing_measured_is_a_line(self) -> None:
        rows = self.sheet("measurements")
        self.assertEqual([row["measured"] for row in rows], ["tips", "span"])
        self.assertEqual({row["teeth"] for row in rows}, {str(READ["teeth"])})
        self.assertTrue(all(row["read_as"] for row in rows))

    def test_what_is_undone_is_no_piece_and_no_measurement_any_more(self) -> None:
        self.assertEqual((len(self.sheet("pieces")), len(self.sheet("measurements"))), (3, 2))
        services.set_undone(self.ada, self.visit.id, self.steps[2].id, True)
        self.assertEqual((len(self.sheet("pieces")), self.sheet("measurements")), (2, []))
        services.set_undone(self.ada, self.visit.id, self.steps[2].id, False)
        self.assertEqual(len(self.sheet("measurements")), 2)

    def test_orders_and_offers_say_of_whom_and_how_much(self) -> None:
        supplier = str(uuid4())
        self.desk.got("PUT", f"/suppliers/{supplier}", {"name": "Harbour Gears"})
        body = {"supplier": supplier, "what": "belt, slack", "price": "5.20", "pieces": [], "count": 2}
        self.desk.got("PUT", f"/orders/lines/{uuid4()}", body)
        (line,) = self.sheet("orders")
        self.assertEqual(
            [line[key] for key in ("order", "supplier", "what", "count", "price", "sent_on", "settled")],
            ["A1", "Harbour Gears", "belt, slack", "2", "5.2", "", "no"],
        )
        self.assertEqual(self.sheet("offers"), [])

    def test_another_workshop_sees_its_own_alone_and_strangers_nothing(self) -> None:
        services.open_visit(self.eve, uuid4(), uuid4(), {**UNIT, **BLANK, "label": "Elsewhere"})
        for name in SHEETS:
            rows = self.sheet(name, Desk(self.eve))
            self.assertEqual(
                [row["unit"] for row in rows if "unit" in row], ["Elsewhere"] if name == "visits" else []
            )
            self.desk.client.logout()
            self.assertEqual(self.desk.client.get(f"/api/record/{name}.csv").status_code, 401)
        self.assertEqual(self.desk.client.get("/api/record/members.csv").status_code, 401)

    def test_there_is_no_other_sheet(self) -> None:
        self.assertEqual(self.desk.client.get("/api/record/members.csv").status_code, 422)

    def test_asked_for_the_same_number_of_times_however_many_there_are(self) -> None:
        for n in range(4):
            services.record_step(self.ada, self.visit.id, uuid4(), f"washer {n}")
        for name, most in (("visits", 6), ("pieces", 6), ("measurements", 6)):
            with self.subTest(name=name), self.assertNumQueries(self.queries(name)):
                self.sheet(name)
            self.assertLessEqual(self.queries(name), most)

    def queries(self, name: str) -> int:
        from django.db import connection
        from django.test.utils import CaptureQueriesContext

        with CaptureQueriesContext(
            connection,
        ) as seen:
            self.sheet(name)
        return len(seen)
