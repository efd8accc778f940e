"""Parts from suppliers: listed, put in a basket, ordered, awaited, come right or wrong, and built in."""

from __future__ import annotations

import threading
from collections.abc import Callable
from datetime import timedelta
from typing import Any
from uuid import UUID, uuid4

from django.db import connections
from django.test import TransactionTestCase, override_settings
from django.utils import timezone

from devices.asking import DeviceError, answered
from devices.supplier.__main__ import Counter
from orders import services as orders
from orders.models import OrderEvent, OrderLine, PurchaseOrder
from suppliers import over_the_line
from suppliers import services as catalogue
from suppliers.models import CatalogueItem, Supplier
from visits import services
from visits.models import Visit
from workshop.models import Workshop
from workshop.refusals import RefusedError

from .bench import BLANK, UNIT, BenchCase, Desk, member

LIST = """number;what;price;days;contains;teeth;module
HG-57;spur wheel 57t;4,50;4;;57;0,8
HG-S;gear set;9,50;9;second wheel, third wheel;;
HG-12;pinion 12t;2,80;;;12;0,8
"""


class AtTheCounter(BenchCase):
    """With a supplier, its list, and a dead wheel in the visit."""

    def setUp(self) -> None:
        super().setUp()
        self.supplier = uuid4()
        self.desk.got("PUT", f"/suppliers/{self.supplier}", {"name": "Harbour Gears", "postage": "3.90", "free_from": "30"})  # fmt: skip
        self.assertEqual(self.listed(LIST, take="true")["new"], 3)
        self.wheel = self.piece(2)
        self.desk.got("PUT", self.at("pieces", self.wheel, "verdict"), {"verdict": "replace"})

    def listed(self, text: str, **fields: str) -> dict[str, Any]:
        path = f"/suppliers/{self.supplier}/list"
        status, answer = self.desk.photo(path, text.encode(), "list.csv", **fields)
        assert status == 200, answer
        found: dict[str, Any] = answer
        return found

    def item(self, number: str) -> str:
        return str(CatalogueItem.objects.get(number=number).id)

    def put(self, number: str = "HG-57", line: UUID | None = None, **more: Any) -> dict[str, Any]:
        body = {"supplier": str(self.supplier), "item": self.item(number), "visit": str(self.visit.id), "pieces": [str(self.wheel)], **more}  # fmt: skip
        answer: dict[str, Any] = self.desk.got("PUT", f"/orders/lines/{line or uuid4()}", body)
        return answer

    def sent(self, order: dict[str, Any], **more: Any) -> dict[str, Any]:
        answer: dict[str, Any] = self.desk.got("PUT", f"/orders/{order['id']}/sent", more)
        return answer

    def waits(self) -> tuple[str, str]:
        visit = Visit.objects.get(id=self.visit.id)
        return visit.waits_for, visit.waits_note


class Lists(AtTheCounter):
    def test_a_list_is_looked_at_before_it_is_taken(self) -> None:
        changed = LIST.replace("4,50", "4,80").replace("HG-12;pinion 12t;2,80", "HG-13;pinion 13t;0")
        seen = self.listed(changed, whole="true")
        counts = {key: seen[key] for key in ("taken", "new", "changed", "same", "gone", "refused")}
        self.assertEqual(counts, {"taken": False, "new": 0, "changed": 1, "same": 1, "gone": 1, "refused": 1})
        self.assertEqual(seen["rows"][0]["before"], "spur wheel 57t, 4.50")
        self.assertIn("price of 0", seen["refusals"][0]["why"])
        self.assertEqual(str(CatalogueItem.objects.get(number="HG-57").price), "4.50")
        self.listed(changed, whole="true", take="true")
        self.assertEqual(str(CatalogueItem.objects.get(number="HG-57").price), "4.80")
        self.assertFalse(CatalogueItem.objects.get(number="HG-12").listed)
        again = self.listed(changed, whole="true", take="true")
        self.assertEqual((again["new"], again["changed"], again["same"], again["gone"]), (0, 0, 2, 0))

    def test_wrong_columns_change_nothing(self) -> None:
        path = f"/suppliers/{self.supplier}/list"
        answer = self.desk.photo(path, b"colour;size\nred;4\n", "list.csv", take="true")
        self.refused(answer, "no_price_list")
        self.assertEqual(CatalogueItem.objects.filter(listed=True).count(), 3)

    def test_what_is_to_be_had_is_found_by_words_and_by_tooth(self) -> None:
        for asked, numbers in (
            ({"words": "spur"}, ["HG-57"]),
            ({"words": "third"}, ["HG-S"]),
            ({"words": "hg-12"}, ["HG-12"]),
            ({"teeth": 57, "module_mm": "0.8"}, ["HG-57"]),
            ({"module_mm": "32 DP"}, []),
            ({}, ["HG-12", "HG-57", "HG-S"]),
        ):
            with self.subTest(asked=asked):
                found = self.desk.got("POST", "/suppliers/search", asked)
                self.assertEqual([item["number"] for item in found["items"]], numbers)

    def test_one_name_is_one_supplier(self) -> None:
        self.refused(
            self.desk.ask("PUT", f"/suppliers/{uuid4()}", {"name": "harbour gears"}), "same_supplier"
        )
        self.refused(
            self.desk.ask("PUT", f"/suppliers/{uuid4()}", {"name": "Mole", "postage": "1000000"}),
            "unusable",
        )


class Ordered(AtTheCounter):
    def test_from_the_list_to_the_plan_without_a_number_typed_twice(self) -> None:
        (piece,) = self.desk.got("GET", f"/orders/for/{self.visit.id}")["pieces"]
        self.assertEqual((piece["name"], piece["line"]), ("wheel", None))
        basket = self.put()
        self.assertEqual((basket["name"], basket["standing"], basket["total"]), ("A1", "basket", "8.40"))
        self.assertEqual(basket["to_free"], "25.50")
        self.assertEqual(self.waits()[0], "me")
        order = self.sent(basket)
        self.assertEqual((order["standing"], order["says"]), ("awaited", "due in 4 days"))
        due = timezone.localdate() + timedelta(days=4)
        self.assertEqual(self.waits(), ("part", f"A1: spur wheel 57t from Harbour Gears, due {due.day} {due:%b}"))  # fmt: skip
        (line,) = order["lines"]
        # It comes with another count of teeth: measured, it goes back with its words.
        wrong = {"wanted": {"teeth": 57, "module_mm": 0.8}, "measured": {"teeth": 56, "module_mm": 0.8}, "accepted": False, "reason": "56 teeth"}  # fmt: skip
        order = self.desk.got("PUT", f"/orders/lines/{line['id']}/measured/{uuid4()}", wrong)
        self.assertEqual((order["lines"][0]["back"], order["lines"][0]["owed"]), (1, 1))
        self.assertIn("teeth 56 for 57", order["events"][-1]["note"])
        self.assertEqual(self.waits()[0], "part")
        right = {**wrong, "measured": {"teeth": 57, "module_mm": 0.8}, "accepted": True, "reason": ""}
        order = self.desk.got("PUT", f"/orders/lines/{line['id']}/measured/{uuid4()}", right)
        self.assertEqual((order["standing"], order["lines"][0]["owed"]), ("here", 0))
        self.assertEqual(self.waits(), ("me", "all here: spur wheel 57t"))
        plan = self.desk.got("GET", self.at("plan"))
        self.assertIn("Seat the wheel, new, from A1", [step["title"] for step in plan["steps"]])
        (piece,) = self.desk.got("GET", f"/orders/for/{self.visit.id}")["pieces"]
        self.assertEqual((piece["order"], piece["standing"]), ("A1", "all here"))
        history = self.desk.got("GET", self.at("history"))
        self.assertIn("came", [line["verb"] for line in history])

    def test_sent_twice_is_sent_once(self) -> None:
        line, basket = uuid4(), None
        for _ in range(2):
            basket = self.put(line=line)
        assert basket
        self.assertEqual(OrderLine.objects.count(), 1)
        for _ in range(2):
            order = self.sent(basket, reference="HG 7")
        self.assertEqual(OrderEvent.objects.filter(kind="sent").count(), 1)
        came = uuid4()
        for _ in range(2):
            order = self.desk.got("PUT", f"/orders/lines/{line}/came/{came}", {"count": 1})
        self.assertEqual(order["lines"][0]["came"], 1)
        self.refused(
            self.desk.ask("PUT", f"/orders/lines/{line}/came/{uuid4()}", {"count": 1}), "more_than_owed"
        )

    def test_two_who_order_the_same_part_have_ordered_it_once(self) -> None:
        self.put()
        ben = Desk(self.ben)
        body = {"supplier": str(self.supplier), "item": self.item("HG-S"), "visit": str(self.visit.id), "pieces": [str(self.wheel)]}  # fmt: skip
        answer = ben.ask("PUT", f"/orders/lines/{uuid4()}", body)
        self.refused(answer, "already_ordered", status=409, says="put there by Ada")
        self.assertEqual(OrderLine.objects.count(), 1)
        self.assertEqual(ben.ask("PUT", f"/orders/lines/{uuid4()}", {**body, "again": True})[0], 200)

    def test_what_was_taken_back_is_not_ordered_and_shows_in_what_was(self) -> None:
        basket = self.put()
        services.set_undone(self.ada, self.visit.id, self.steps[2].id, True)
        (order,) = self.desk.got("GET", "/orders")["orders"]
        self.assertTrue(order["lines"][0]["made_for"]["gone"])
        body = {"supplier": str(self.supplier), "item": self.item("HG-S"), "visit": str(self.visit.id), "pieces": [str(self.wheel)]}  # fmt: skip
        self.refused(self.desk.ask("PUT", f"/orders/lines/{uuid4()}", body), "piece_taken_back")
        body["pieces"] = [str(uuid4())]
        self.refused(self.desk.ask("PUT", f"/orders/lines/{uuid4()}", body), "unknown_piece")
        self.desk.got("DELETE", f"/orders/lines/{basket['lines'][0]['id']}")
        self.assertEqual(self.desk.got("GET", "/orders")["orders"], [])

    def test_a_set_is_taken_in_with_every_piece_ticked(self) -> None:
        order = self.sent(self.put("HG-S"))
        came = f"/orders/lines/{order['lines'][0]['id']}/came"
        answer = self.desk.ask("PUT", f"{came}/{uuid4()}", {"ticked": ["second wheel"]})
        self.refused(answer, "set_not_whole", says="third wheel")
        order = self.desk.got("PUT", f"{came}/{uuid4()}", {"ticked": ["third wheel", "second wheel"]})
        self.assertEqual(order["standing"], "here")

    def test_part_of_it_comes_the_rest_is_cancelled_and_credited(self) -> None:
        order = self.sent(self.put(count=5))
        line = order["lines"][0]["id"]
        order = self.desk.got("PUT", f"/orders/lines/{line}/came/{uuid4()}", {"count": 3})
        self.assertEqual((order["standing"], order["lines"][0]["owed"]), ("part", 2))
        self.assertEqual(self.waits()[0], "part")
        order = self.desk.got("PUT", f"/orders/lines/{line}/cancelled/{uuid4()}", {"count": 2, "amount": "9.00", "note": "no longer made"})  # fmt: skip
        self.assertEqual((order["standing"], order["lines"][0]["credited"]), ("here", "9.00"))
        self.assertEqual(self.waits()[0], "me")

    def test_a_late_one_is_asked_after_and_put_off(self) -> None:
        order = self.sent(self.put())
        long_ago = timezone.localdate() - timedelta(days=20)
        PurchaseOrder.objects.update(sent_on=long_ago, expected_on=long_ago + timedelta(days=4))
        (order,) = self.desk.got("GET", "/orders")["orders"]
        self.assertEqual((order["standing"], order["ask_now"]), ("late", True))
        self.assertIn("has not come: spur wheel 57t", order["words"])
        order = self.desk.got("PUT", f"/orders/{order['id']}/chased/{uuid4()}")
        self.assertFalse(order["ask_now"])
        when = timezone.localdate() + timedelta(days=7)
        order = self.desk.got("PUT", f"/orders/{order['id']}/expected/{uuid4()}", {"expected_on": str(when)})
        self.assertEqual(order["says"], "due in 7 days")
        self.assertIn(f"due {when.day} {when:%b}", self.waits()[1])

    def test_a_visit_that_waits_for_its_owner_still_does(self) -> None:
        self.desk.got("PUT", self.at("waits"), {"waits_for": "owner", "note": "asked by phone"})
        self.sent(self.put())
        self.assertEqual(self.waits(), ("owner", "asked by phone"))

    def test_what_is_sent_is_no_basket_and_the_other_way(self) -> None:
        basket = self.put()
        line = basket["lines"][0]["id"]
        self.refused(self.desk.ask("PUT", f"/orders/{basket['id']}/chased/{uuid4()}"), "not_sent", status=409)
        self.desk.got("PUT", f"/orders/lines/{line}/change", {"count": 2, "price": "4.40"})
        self.sent(basket)
        for answer in (
            self.desk.ask("PUT", f"/orders/lines/{line}/change", {"count": 1}),
            self.desk.ask("DELETE", f"/orders/lines/{line}"),
        ):
            self.refused(answer, "sent_already", status=409)
        self.put("HG-12", pieces=[], visit=None)
        self.assertEqual([order.name for order in PurchaseOrder.objects.all()], ["A2", "A1"])

    def test_orders_are_found_by_what_was_ordered_and_by_name(self) -> None:
        order = self.sent(self.put())
        for words, many in (("A1", 1), ("a2", 0), ("harbour spur", 1), ("pinion", 0)):
            found = self.desk.got("GET", f"/orders?words={words.replace(' ', '%20')}")
            self.assertEqual(found["total"], many, words)
        line = order["lines"][0]["id"]
        self.desk.got("PUT", f"/orders/lines/{line}/came/{uuid4()}", {"count": 1})
        self.assertEqual(self.desk.got("GET", "/orders")["total"], 0)
        self.assertEqual(self.desk.got("GET", "/orders?state=past")["total"], 1)

    def test_what_suppliers_have_is_weighed_in_the_decision(self) -> None:
        decision = self.desk.got("GET", self.at("decision"))
        said = str(decision["advised"]["options"])
        self.assertIn("4.5", said)


class OverTheLine(AtTheCounter):
    """The simulated supplier's counter, asked without the wire."""

    def setUp(self) -> None:
        super().setUp()
        self.counter = Counter()
        self.desk.got("PUT", f"/suppliers/{self.supplier}", {"name": "Harbour Gears", "on_line": True})
        self.listen(lambda line: answered(self.counter.answer, line))

    def listen(self, answer: Callable[[str], str]) -> None:
        def ask(address: object, line: str, **_: object) -> str:
            said = answer(line)
            if said.startswith("ERR"):
                raise DeviceError(said.removeprefix("ERR ").strip())
            return said

        before, over_the_line.ask = over_the_line.ask, ask  # type: ignore[assignment]
        self.addCleanup(setattr, over_the_line, "ask", before)

    def found(self, **asked: Any) -> list[dict[str, Any]]:
        rows: list[dict[str, Any]] = self.desk.got("POST", f"/suppliers/{self.supplier}/ask", asked)
        return rows

    def basket(self, item: dict[str, Any], count: int = 1) -> dict[str, Any]:
        return self.put_item(item["id"], count)

    def put_item(self, item: str, count: int) -> dict[str, Any]:
        body = {"supplier": str(self.supplier), "item": item, "count": count}
        answer: dict[str, Any] = self.desk.got("PUT", f"/orders/lines/{uuid4()}", body)
        return answer

    def test_what_it_has_is_asked_and_ordered_by_its_numbers(self) -> None:
        found = self.found(teeth=57, module_mm="0.8")
        self.assertEqual([(row["teeth"], row["module_mm"]) for row in found], [(57, 0.8)])
        order = self.sent(self.basket(found[0]))
        self.assertTrue(order["reference"].startswith("TL"))

    def test_one_that_is_down_or_lies_changes_nothing_and_orders_nothing(self) -> None:
        basket = self.basket(self.found(words="bearing")[0])
        for mood in ("down", "lying"):
            self.counter.mood = mood
            with self.subTest(mood=mood):
                self.refused(self.desk.ask("PUT", f"/orders/{basket['id']}/sent", {}), "no_supplier")
                self.refused(
                    self.desk.ask("POST", f"/suppliers/{self.supplier}/ask", {"words": "bearing"}),
                    "no_supplier",
                )
        self.assertIsNone(PurchaseOrder.objects.get().sent_on)
        self.counter.mood = "fine"
        self.assertEqual(self.sent(basket)["standing"], "awaited")

    def test_an_answer_that_came_too_late_was_an_order_all_the_same_and_is_no_second_one(self) -> None:
        basket = self.basket(self.found(words="bearing")[0])

        def too_late(line: str) -> str:
            answered(self.counter.answer, line)
            return "ERR no supplier answers"

        self.listen(too_late)
        self.refused(self.desk.ask("PUT", f"/orders/{basket['id']}/sent", {}), "no_supplier")
        self.listen(lambda line: answered(self.counter.answer, line))
        order = self.sent(basket)
        self.assertEqual(len(self.counter.book.orders), 1)
        self.assertEqual(order["reference"], next(iter(self.counter.book.orders.values()))["reference"])

    def test_refused_and_back_ordered_lines_say_so(self) -> None:
        every = [self.put_item(item["id"], 20) for item in self.found(words="gear module 0.5")]
        order = self.sent(every[-1])
        kinds = {event["kind"] for event in order["events"]}
        self.assertLessEqual({"cancelled", "put off"}, kinds)
        refused = [line for line in order["lines"] if line["cancelled"]]
        self.assertTrue(0 < len(refused) < len(order["lines"]))
        self.assertTrue(all(line["owed"] == 0 for line in refused))

    def test_another_price_is_kept_as_it_was_confirmed(self) -> None:
        found = self.found(words="bearing")[0]
        basket = self.basket(found)
        CatalogueItem.objects.filter(id=found["id"]).update(price="1.00")
        OrderLine.objects.update(price="1.00")
        order = self.sent(basket)
        self.assertEqual(order["lines"][0]["price"], found["price"])
        self.assertIn("price", [event["kind"] for event in order["events"]])

    def test_answers_that_are_not_what_was_agreed_are_not_believed(self) -> None:
        for said in (
            "[]",
            '{"offers": 4}',
            '{"offers": [{"what": "no number"}]}',
            '{"offers": [{"number": "A", "what": "spur", "price": 4.5}]}',
            '{"offers": [{"number": "A", "what": "spur", "price": "1e9"}]}',
            '{"offers": [{"number": "A", "what": "spur", "days": -1}]}',
            '{"offers": [{"number": "A", "what": "spur", "module": 900}]}',
            '{"offers": [{"number": "A", "what": "spur", "contains": "all"}]}',
        ):
            with self.subTest(said=said):
                self.listen(lambda line, said=said: said)  # type: ignore[misc]
                answer = self.desk.ask("POST", f"/suppliers/{self.supplier}/ask", {"words": "spur"})
                self.refused(answer, "no_supplier")

    def test_one_without_a_line_is_not_asked(self) -> None:
        other = uuid4()
        self.desk.got("PUT", f"/suppliers/{other}", {"name": "By post"})
        self.refused(self.desk.ask("POST", f"/suppliers/{other}/ask", {"words": "spur"}), "no_line")
        line = self.desk.got("PUT", f"/orders/lines/{uuid4()}", {"supplier": str(self.supplier), "what": "spur of my own"})  # fmt: skip
        self.refused(self.desk.ask("PUT", f"/orders/{line['id']}/sent", {}), "no_number")

    @override_settings(SUPPLIER=("127.0.0.1", 9))
    def test_none_at_all_is_said_at_once(self) -> None:
        self.doCleanups()
        self.refused(
            self.desk.ask("POST", f"/suppliers/{self.supplier}/ask", {"words": "spur"}), "no_supplier"
        )


class AtOnce(TransactionTestCase):
    """Two members, one part, one moment."""

    def test_one_of_two_is_told_of_the_other(self) -> None:
        home = Workshop.objects.create(name="Home")
        ada, ben = member("ada", home), member("ben", home)
        visit = services.open_visit(ada, uuid4(), uuid4(), {**UNIT, **BLANK})
        step = services.record_step(ada, visit.id, uuid4(), "wheel 31t")
        supplier = catalogue.keep_supplier(ada, uuid4(), {"name": "Harbour Gears", "postage": None, "free_from": None, "usual_days": None, "note": "", "on_line": False, "gone": False})  # fmt: skip
        told: list[str] = []
        gate = threading.Barrier(2)

        def put(who: Any) -> None:
            gate.wait()
            try:
                orders.put_in_basket(
                    who, uuid4(), supplier.id, "wheel 31t", visit_id=visit.id, pieces=[step.piece.id]
                )
            except RefusedError as error:
                told.append(error.code)
            finally:
                connections.close_all()

        both = [threading.Thread(target=put, args=(who,)) for who in (ada, ben)]
        for each in both:
            each.start()
        for each in both:
            each.join()
        self.assertEqual(told, ["already_ordered"])
        self.assertEqual(OrderLine.objects.count(), 1)
        self.assertEqual(Supplier.objects.count(), PurchaseOrder.objects.count())
