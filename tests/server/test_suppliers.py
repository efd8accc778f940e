"""Suppliers: corrected by two, no longer bought from, searched, asked; and what a set serves."""

from __future__ import annotations

from decimal import Decimal
from typing import Any
from uuid import uuid4

from gearing.sourcing import PriceRow
from orders.models import OrderLine, PurchaseOrder
from suppliers import services as catalogue
from suppliers.models import CatalogueItem, Supplier
from visits import services
from workshop.models import READER, Member

from .bench import Desk
from .test_orders import AtTheCounter

KNOWN = {"name": "Harbour Gears", "postage": "3.90", "free_from": "30.00"}


class Suppliers(AtTheCounter):
    def keep(self, **more: Any) -> tuple[int, Any]:
        return self.desk.ask("PUT", f"/suppliers/{self.supplier}", {**KNOWN, **more})

    def test_two_corrections_of_different_things_both_stand(self) -> None:
        self.assertEqual(self.keep(postage="4.20", based_on=KNOWN)[0], 200)
        status, kept = self.keep(usual_days=9, based_on=KNOWN)
        self.assertEqual((status, kept["postage"], kept["usual_days"]), (200, "4.20", 9))

    def test_two_corrections_of_the_same_are_shown_to_the_second(self) -> None:
        self.keep(postage="4.20", based_on=KNOWN)
        answer = self.keep(postage="5.00", based_on=KNOWN)
        self.refused(answer, "overtaken", status=409)
        self.assertEqual((answer[1]["mine"], answer[1]["theirs"]), ("5.00", "4.20"))
        self.assertEqual(Supplier.objects.get().postage, Decimal("4.20"))

    def test_one_no_longer_bought_from_offers_nothing_and_its_orders_stay(self) -> None:
        order = self.sent(self.put())
        self.keep(gone=True)
        self.assertEqual(self.desk.got("GET", "/suppliers"), [])
        self.assertEqual(self.desk.got("POST", "/suppliers/search", {"words": "spur"})["total"], 0)
        (piece,) = self.desk.got("GET", f"/orders/for/{self.visit.id}")["pieces"]
        self.assertEqual((piece["offers"], piece["order"]), ([], order["name"]))

    def test_the_cheapest_stands_first_and_what_has_no_price_last(self) -> None:
        self.listed(
            "number;what;price\nX1;washer small;0,90\nX2;washer large;\nX3;washer odd;0,40\n", take="true"
        )
        found = self.desk.got("POST", "/suppliers/search", {"words": "washer"})["items"]
        self.assertEqual([row["number"] for row in found], ["X3", "X1", "X2"])

    def test_a_list_in_the_encoding_of_an_old_desk_is_taken_with_its_umlauts(self) -> None:
        path = f"/suppliers/{self.supplier}/list"
        said = "Nr;Bezeichnung;Preis\nZ1;Zähler für die Kasse;2,50\n".encode("cp1252")
        status, answer = self.desk.photo(path, said, "list.csv", take="true")
        self.assertEqual((status, answer["new"]), (200, 1))
        self.assertIn("cp1252, parted by semicolons, decimal comma", answer["read_as"])
        self.assertEqual(CatalogueItem.objects.get(number="Z1").what, "Zähler für die Kasse")

    def test_a_taken_list_leaves_orders_at_the_price_they_were_put_in_at(self) -> None:
        line = self.put()["lines"][0]
        self.listed("number;what;price\nHG-57;spur wheel 57t;9,90\n", take="true")
        (order,) = self.desk.got("GET", "/orders")["orders"]
        self.assertEqual((order["lines"][0]["price"], order["lines"][0]["amount"]), (line["price"], "4.50"))

    def test_one_who_only_reads_changes_nothing(self) -> None:
        Member.objects.filter(pk=self.ben.pk).update(role=READER)
        reader = Desk(Member.objects.get(pk=self.ben.pk))
        basket = self.put()
        for method, path, body in (
            ("PUT", f"/suppliers/{uuid4()}", {"name": "Mole"}),
            ("PUT", f"/orders/lines/{uuid4()}", {"supplier": str(self.supplier), "what": "spur"}),
            ("PUT", f"/orders/{basket['id']}/sent", {}),
            ("PUT", f"/bills/{self.visit.id}/worked", {"minutes": 5}),
            ("PUT", f"/drawer/lines/{uuid4()}", {"line": "4x bearing 5x11x4"}),
            ("PUT", "/shelf/terms", {"rate": "99"}),
        ):
            with self.subTest(path=path):
                self.assertEqual(reader.ask(method, path, body)[0], 403)
        self.assertEqual(reader.ask("GET", "/orders")[0], 200)
        self.assertIsNone(PurchaseOrder.objects.get().sent_on)

    def test_what_was_answered_over_the_line_is_kept_and_brought_up_to_date(self) -> None:
        supplier = Supplier.objects.get()
        row = catalogue.for_piece(self.home.id, ["spur", "wheel"])[0]
        self.assertEqual(row.number, "HG-57")
        for price in ("4.10", "4.90"):
            (item,) = catalogue.keep_answers(
                supplier, [PriceRow(1, "HG-57", "spur wheel 57t", Decimal(price))]
            )
            self.assertEqual((item.id, item.price), (row.id, Decimal(price)))
        self.assertEqual(CatalogueItem.objects.filter(number="HG-57").count(), 1)


class Served(AtTheCounter):
    """Several dead pieces, and one set that holds them."""

    def setUp(self) -> None:
        super().setUp()
        self.dead = []
        for line in ("second wheel 31/12 nylon", "third wheel 32/10 nylon"):
            step = services.record_step(self.ada, self.visit.id, uuid4(), line)
            self.desk.got("PUT", self.at("pieces", step.piece.id, "verdict"), {"verdict": "replace"})
            self.dead.append(str(step.piece.id))

    def pieces(self) -> dict[str, dict[str, Any]]:
        rows = self.desk.got("GET", f"/orders/for/{self.visit.id}")["pieces"]
        return {row["piece"]: row for row in rows}

    def test_a_set_serves_every_piece_it_holds_and_no_other(self) -> None:
        rows = self.pieces()
        for piece in self.dead:
            (kit,) = [offer for offer in rows[piece]["offers"] if offer["number"] == "HG-S"]
            self.assertEqual(set(kit["serves"]) & set(self.dead), set(self.dead))

    def test_ordered_once_it_stands_at_each_and_serves_none_any_more(self) -> None:
        self.put("HG-S", pieces=self.dead)
        rows = self.pieces()
        self.assertEqual({rows[piece]["order"] for piece in self.dead}, {"A1"})
        for row in rows.values():
            for offer in row["offers"]:
                self.assertFalse(set(offer["serves"]) & set(self.dead))

    def test_it_comes_once_and_both_pieces_are_from_it(self) -> None:
        order = self.sent(self.put("HG-S", pieces=self.dead))
        line = order["lines"][0]["id"]
        ticked = {"ticked": ["second wheel", "third wheel"]}
        self.desk.got("PUT", f"/orders/lines/{line}/came/{uuid4()}", ticked)
        rows = self.pieces()
        self.assertEqual([rows[piece]["came_with"] for piece in self.dead], ["A1", "A1"])
        self.assertEqual(OrderLine.objects.get(id=line).settled, True)

    def test_one_of_them_taken_back_leaves_the_other_on_order(self) -> None:
        self.sent(self.put("HG-S", pieces=self.dead))
        services.set_undone(self.ada, self.visit.id, self.visit.steps.get(number=5).id, True)
        (order,) = self.desk.got("GET", "/orders")["orders"]
        self.assertFalse(order["lines"][0]["made_for"]["gone"])
