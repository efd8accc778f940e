"""Tables of visits, pieces, measurements and orders brought in: looked at first, all or nothing, never doubled."""

from __future__ import annotations

from typing import Any
from uuid import uuid4

from orders.models import OrderEvent, OrderLine, PurchaseOrder
from visits.models import GearReading, Step, Unit, Visit

from .bench import BenchCase, Desk

VISITS = """Gerät;Art;Besitzer;Beanstandung;Stand
Heron winch;servo;Mo;slips under load;offen
Grebe reel;Fishing reel;;"rattles; then stops";fertig
Teal lift;toaster;;nothing;
"""
PIECES = """unit,visit,step,line
Heron winch,1,1,4x M2x8 pan ph1 lid
Heron winch,1,3,gear 31t brass
Heron winch,1,2,"top case"
Nobody,1,1,washer
"""
MEASURED = """unit;step;teeth;measured;value;over teeth
Heron winch;3;31;tips;26,40;
Heron winch;3;31;span;8,61;4
Heron winch;9;31;tips;26,40;
Heron winch;3;31;by ear;26,40;
"""


class Brought(BenchCase):
    def bring(self, name: str, text: str, *, take: bool = True, desk: Desk | None = None) -> Any:
        return (desk or self.desk).got("POST", f"/record/lists/{name}", {"text": text, "take": take})

    def whys(self, answer: Any) -> list[tuple[int, str]]:
        return [(row["line"], row["why"]) for row in answer["refusals"]]

    def test_visits_are_looked_at_first_and_taken_once(self) -> None:
        before = Visit.objects.count(), Unit.objects.count()
        seen = self.bring("visit_list", VISITS, take=False)
        self.assertEqual((seen["new"], seen["same"], seen["refused"], seen["taken"]), (2, 0, 1, False))
        self.assertEqual(
            [row["what"] for row in seen["rows"]], ["Heron winch, visit 1", "Grebe reel, visit 1, filed"]
        )
        self.assertEqual((Visit.objects.count(), Unit.objects.count()), before)
        self.assertIn("'toaster' is no kind of unit", self.whys(seen)[0][1])
        self.assertEqual(self.whys(seen)[0][0], 4)
        self.assertEqual(self.bring("visit_list", VISITS)["new"], 2)
        again = self.bring("visit_list", VISITS)
        self.assertEqual((again["new"], again["same"]), (0, 2))
        reel = Visit.objects.get(unit__label="Grebe reel")
        self.assertEqual(
            (reel.stage, reel.complaint, reel.unit.workshop_id), ("file", "rattles; then stops", self.home.id)
        )
        winch = Visit.objects.get(unit__label="Heron winch")
        self.assertEqual((winch.unit.owner_label, winch.unit.kind), ("Mo", "servo"))
        # A unit that is known comes in once more under the next number.
        self.bring("visit_list", "unit;complaint\nheron WINCH;squeaks\n")
        self.assertEqual(winch.unit.visits.count(), 2)
        self.assertEqual(Unit.objects.filter(label__iexact="heron winch").count(), 1)

    def test_pieces_lie_down_in_their_order_whatever_the_order_of_the_lines(self) -> None:
        self.bring("visit_list", VISITS)
        taken = self.bring("piece_list", PIECES)
        self.assertEqual((taken["new"], taken["refused"]), (3, 1))
        self.assertEqual(self.whys(taken), [(5, "There is no visit 1 of Nobody.")])
        steps = Step.objects.filter(visit__unit__label="Heron winch").order_by("number")
        self.assertEqual([step.line for step in steps], ["4x M2x8 pan ph1 lid", "top case", "gear 31t brass"])
        # Of another workshop's unit of that name nothing is known elsewhere.
        theirs = self.bring("piece_list", PIECES, desk=Desk(self.eve))
        self.assertEqual((theirs["new"], theirs["same"], theirs["refused"]), (0, 0, 4))
        again = self.bring("piece_list", PIECES)
        self.assertEqual((again["new"], again["same"]), (0, 3))

    def test_what_was_measured_is_read_as_the_reader_reads_it(self) -> None:
        self.bring("visit_list", VISITS)
        self.bring("piece_list", PIECES)
        taken = self.bring("measurement_list", MEASURED)
        self.assertEqual((taken["new"], taken["refused"]), (2, 2))
        self.assertEqual([line for line, _ in self.whys(taken)], [4, 5])
        self.assertIn("no step 9", self.whys(taken)[0][1])
        self.assertIn("no measurement of a gear", self.whys(taken)[1][1])
        reading = GearReading.objects.get(piece__step__visit__unit__label="Heron winch")
        self.assertEqual([each["value"] for each in reading.request["readings"]], [26.4, 8.61])
        self.assertEqual(reading.chosen["label"], "0.8 module")
        self.assertEqual(self.bring("measurement_list", MEASURED)["same"], 2)

    def test_what_the_reader_refuses_is_said_in_words_of_the_table(self) -> None:
        self.bring("visit_list", VISITS)
        self.bring("piece_list", PIECES)
        lines = "".join(f"Heron winch;3;31;tips;{20 + n / 100:.2f}\n" for n in range(41))
        taken = self.bring("measurement_list", f"unit;step;teeth;measured;value\n{lines}")
        self.assertEqual((taken["new"], taken["refused"]), (0, 41))
        self.assertIn("readings: List should have at most 40 items", self.whys(taken)[0][1])
        self.assertNotIn("http", self.whys(taken)[0][1])

    def test_what_dentado_wrote_itself_is_known_again(self) -> None:
        self.bring("visit_list", VISITS)
        self.bring("piece_list", PIECES)
        self.bring("measurement_list", MEASURED)
        for name, kind in (
            ("visits", "visit_list"),
            ("pieces", "piece_list"),
            ("measurements", "measurement_list"),
        ):
            written: Any = self.desk.client.get(f"/api/record/{name}.csv")
            text = b"".join(written.streaming_content).decode()
            with self.subTest(name):
                told = self.bring(kind, text)
                self.assertEqual((told["new"], told["refused"]), (0, 0))
                self.assertGreater(told["same"], 1)

    def test_what_is_wanted_goes_in_its_suppliers_basket_and_nobody_elses(self) -> None:
        self.desk.got("PUT", f"/suppliers/{uuid4()}", {"name": "Harbour Gears"})
        spur = "harbour gears\tspur 57t\t2\t3,20\n"
        table = f"supplier\twhat\tcount\tprice\n{spur}{spur}Elsewhere\tnut\t1\t\n"
        taken = self.bring("order_list", table)
        self.assertEqual((taken["new"], taken["refused"]), (2, 1))
        self.assertIn("no supplier called Elsewhere", self.whys(taken)[0][1])
        lines = OrderLine.objects.filter(order__workshop=self.home)
        self.assertEqual([(line.count, float(line.price or 0)) for line in lines], [(2, 3.2), (2, 3.2)])
        self.assertEqual(self.bring("order_list", table)["same"], 2)
        self.assertEqual(self.bring("order_list", table, desk=Desk(self.eve))["new"], 0)

    SENT = (
        "Order;From;Ref;Ordered on;Due;Description;Qty;Price;Received;Cancelled\n"
        "K7;Harbour Gears;HG-114;3.11.2026;2026-11-20;spur 57t;2;3,20;2;0\n"
        "K7;harbour gears;HG-114;2026-11-03;;pinion 15t;3;1,10;1;1\n"
        "K8;Harbour Gears;HG-120;2026-11-09;;belt 3x200;1;4,00;;\n"
        ";Harbour Gears;;;;shim pack;1;2,00;;\n"
        ";Harbour Gears;;;;nut;1;2,00;1;\n"
        ";Harbour Gears;;13.13.2026;;washer;1;2,00;;\n"
        ";Harbour Gears;;2026-11-09;;rod;1;2,00;1;1\n"
    )

    def test_what_was_sent_comes_as_the_orders_it_was(self) -> None:
        self.desk.got("PUT", f"/suppliers/{uuid4()}", {"name": "Harbour Gears"})
        looked = self.desk.got("POST", "/record/lists/order_list", {"text": self.SENT})
        self.assertEqual((looked["new"], looked["refused"], PurchaseOrder.objects.count()), (4, 3, 0))
        taken = self.bring("order_list", self.SENT)
        self.assertEqual((taken["new"], taken["refused"]), (4, 3))
        for (line, why), says in zip(
            self.whys(taken), ("not on which day", "is no day", "1 came and 1 were cancelled"), strict=True
        ):
            with self.subTest(line):
                self.assertIn(says, why)
        first, second = PurchaseOrder.objects.filter(sent_on__isnull=False).order_by("sent_on")
        self.assertEqual(
            (first.reference, str(first.sent_on), str(first.expected_on)),
            ("HG-114", "2026-11-03", "2026-11-20"),
        )
        lines = {line.what: line for line in first.lines.all()}
        self.assertEqual((lines["spur 57t"].came, lines["spur 57t"].settled), (2, True))
        owed = lines["pinion 15t"]
        self.assertEqual((owed.came, owed.cancelled, owed.settled), (1, 1, False))
        self.assertEqual(second.lines.get().what, "belt 3x200")
        # What is still owed is awaited like any other, and a second time nothing is doubled.
        shown = self.desk.got("GET", "/orders?state=open")
        self.assertIn("HG-114", [order["reference"] for order in shown["orders"]])
        again = self.bring("order_list", self.SENT)
        self.assertEqual((again["new"], again["same"]), (0, 4))

    def test_our_own_orders_come_back_as_they_were(self) -> None:
        self.desk.got("PUT", f"/suppliers/{uuid4()}", {"name": "Harbour Gears"})
        self.bring("order_list", self.SENT)
        written: Any = self.desk.client.get("/api/record/orders.csv")
        text = b"".join(written.streaming_content).decode()
        self.assertEqual(self.bring("order_list", text)["new"], 0)
        before = sorted(OrderLine.objects.values_list("what", "count", "came", "cancelled", "order__sent_on"))
        OrderEvent.objects.all().delete()
        OrderLine.objects.all().delete()
        PurchaseOrder.objects.all().delete()
        self.assertEqual(self.bring("order_list", text)["refused"], 0)
        after = sorted(OrderLine.objects.values_list("what", "count", "came", "cancelled", "order__sent_on"))
        self.assertEqual(after, before)

    def test_what_is_no_such_table_is_refused_with_what_it_needs(self) -> None:
        for name, text, says in (
            ("visit_list", "colour;weight\nred;3\n", "a column for unit"),
            ("piece_list", "unit;colour\nx;red\n", "line or piece"),
            ("measurement_list", "unit;step\nx;1\n", "teeth and value"),
            ("order_list", "", "heading"),
        ):
            with self.subTest(name):
                status, problem = self.desk.ask("POST", f"/record/lists/{name}", {"text": text})
                self.assertEqual(status, 422)
                self.assertIn(says, problem["hint"])

    def test_a_heading_put_right_is_remembered(self) -> None:
        self.desk.got("PUT", "/shelf/headings/visit_list", {"heading": "Thing", "column": "unit"})
        self.assertEqual(self.bring("visit_list", "Thing;kind\nKnot clock;other\n")["new"], 1)

    def test_only_what_stays_is_told_as_changed_and_never_more_than_a_header_holds(self) -> None:
        few = "unit;kind\n" + "".join(f"Skiff {n};servo\n" for n in range(3))
        many = "unit;kind\n" + "".join(f"Barge {n};servo\n" for n in range(30))
        for text, take, told in ((few, False, 0), (few, True, 3), (many, False, 0), (many, True, 0)):
            answer = self.desk.client.post(
                "/api/record/lists/visit_list", {"text": text, "take": take}, content_type="application/json"
            )
            with self.subTest(take=take, lines=text.count("servo")):
                self.assertEqual(answer.status_code, 200)
                said = answer.headers.get("Dentado-Changed", "")
                self.assertEqual(len([each for each in said.split(", ") if each]), told)
