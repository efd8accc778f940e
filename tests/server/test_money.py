"""What a visit costs, what its owner said, and the limit that stops it."""

from __future__ import annotations

from typing import Any
from uuid import uuid4

from orders.models import PurchaseOrder
from visits import services
from visits.models import Change, Visit

from .bench import BLANK, UNIT
from .test_orders import AtTheCounter


class Money(AtTheCounter):
    def setUp(self) -> None:
        super().setUp()
        terms = {"currency": "EUR", "rate": "30", "tax": "20", "included": False}
        self.desk.got("PUT", "/shelf/terms", terms)

    def bill(self) -> dict[str, Any]:
        made: dict[str, Any] = self.desk.got("GET", f"/bills/{self.visit.id}")
        return made

    def said(self, **more: Any) -> tuple[int, Any]:
        body = {"yes": True, "who": "the owner, Locker 14", "how": "by phone", **more}
        return self.desk.ask("PUT", f"/bills/{self.visit.id}/answers/{uuid4()}", body)

    def test_parts_their_post_extras_and_work_make_the_bill(self) -> None:
        self.sent(self.put())
        self.desk.got("PUT", f"/bills/{self.visit.id}/extras/{uuid4()}", {"line": "grease 2,50"})
        bill = self.desk.got("PUT", f"/bills/{self.visit.id}/worked", {"minutes": 40})
        said = [(line["what"], line["amount"]) for line in bill["lines"]]
        self.assertEqual(
            said, [("spur wheel 57t", "4.50"), ("share of the post", "3.90"), ("grease", "2.50")]
        )
        self.assertEqual((bill["work"], bill["net"], bill["tax"], bill["total"]), ("20.00", "30.90", "6.18", "37.08"))  # fmt: skip
        extra = bill["lines"][2]["id"]
        bill = self.desk.got("DELETE", f"/bills/{self.visit.id}/extras/{extra}")
        self.assertEqual(len(bill["lines"]), 2)

    def test_a_unit_that_was_opened_is_charged_the_houses_consumables_once(self) -> None:
        before = float(self.bill()["estimate"][0])
        old = self.desk.got("GET", "/shelf")["terms"]
        terms = {**old, "consumables": "2.40", "based_on": old}
        self.assertEqual(self.desk.got("PUT", "/shelf/terms", terms)["terms"]["consumables"], "2.40")
        bill = self.bill()
        self.assertEqual(
            [(line["what"], line["amount"]) for line in bill["lines"]], [("grease, cleaner, locker", "2.40")]
        )
        self.assertIsNone(bill["lines"][0]["id"])
        # 2.40 with 20 % on it, and an estimate is said to the whole.
        self.assertIn(float(bill["estimate"][0]) - before, (2.0, 3.0))
        closed = services.open_visit(self.ada, uuid4(), uuid4(), {**UNIT, **BLANK, "label": "Unopened"})
        self.assertEqual(self.desk.got("GET", f"/bills/{closed.id}")["lines"], [])

    def test_two_visits_share_the_post_of_one_order(self) -> None:
        basket = self.put()
        other = {"supplier": str(self.supplier), "item": self.item("HG-S")}
        self.desk.got("PUT", f"/orders/lines/{uuid4()}", other)
        self.sent(basket)
        # 3.90 over goods of 4.50 and 9.50.
        share = next(line for line in self.bill()["lines"] if line["what"] == "share of the post")
        self.assertEqual(share["amount"], "1.25")

    def test_an_estimate_stands_before_anything_is_done(self) -> None:
        bill = self.bill()
        least, most = map(float, bill["estimate"])
        self.assertTrue(4.5 < least < most)
        self.assertTrue(bill["estimate_of"])

    def test_the_owners_yes_is_kept_and_what_passes_its_limit_is_not_sent(self) -> None:
        answer = self.said(limit="0")
        self.refused(answer, "no_limit")
        status, bill = self.said(limit="8", most="20")
        self.assertEqual((status, bill["limit"]), (200, "8.00"))
        self.desk.got("PUT", f"/bills/{self.visit.id}/worked", {"minutes": 0})
        basket = self.put()
        # 4.50 alone would be within; with its post and tax it is 10.08.
        answer = self.desk.ask("PUT", f"/orders/{basket['id']}/sent", {})
        self.refused(answer, "over_limit", status=409, says="comes to 10.08, 2.08 over")
        self.said(limit="11")
        self.assertEqual(self.desk.ask("PUT", f"/orders/{basket['id']}/sent", {})[0], 200)
        bill = self.bill()
        self.assertEqual((bill["total"], bill["over"]), ("10.08", "0"))
        more = self.put("HG-S", again=True)
        answer = self.desk.ask("PUT", f"/orders/{more['id']}/sent", {})
        self.refused(answer, "over_limit", status=409, says="over the 11.00 that was agreed")
        self.assertIsNone(PurchaseOrder.objects.get(id=more["id"]).sent_on)
        visit = Visit.objects.get(id=self.visit.id)
        self.assertEqual(visit.waits_for, "owner")
        self.assertIn("instead of 11.00: may it be?", visit.waits_note)
        self.said(limit="40")
        self.assertEqual(Visit.objects.get(id=self.visit.id).waits_for, "me")
        self.assertEqual(self.desk.ask("PUT", f"/orders/{more['id']}/sent", {})[0], 200)

    def test_a_no_has_no_limit_and_an_answer_is_taken_back(self) -> None:
        _, bill = self.said(yes=False)
        self.assertEqual((bill["limit"], bill["answers"][0]["yes"]), (None, False))
        bill = self.desk.got("DELETE", f"/bills/{self.visit.id}/answers/{bill['answers'][0]['id']}")
        self.assertEqual(bill["answers"], [])
        self.assertEqual(Change.objects.filter(visit=self.visit, verb="owner said").count(), 2)

    def test_what_is_charged_has_a_price(self) -> None:
        answer = self.desk.ask("PUT", f"/bills/{self.visit.id}/extras/{uuid4()}", {"line": "grease"})
        self.refused(answer, "no_price")
        for bad in ({"tax": "90"}, {"rate": "-1"}, {"currency": "far too long"}):
            self.assertEqual(self.desk.ask("PUT", "/shelf/terms", bad)[0], 422, bad)

    def test_terms_that_others_changed_are_not_written_over(self) -> None:
        old = {"currency": "EUR", "rate": "30.00", "tax": "20.00", "included": False}
        self.desk.got("PUT", "/shelf/terms", {**old, "rate": "35", "based_on": old})
        answer = self.desk.ask("PUT", "/shelf/terms", {**old, "rate": "25", "based_on": old})
        self.refused(answer, "overtaken", status=409)

    def test_a_caution_shown_at_the_choice_is_kept_with_it(self) -> None:
        caution = "A limit of speed is the law's: local rules decide."
        chosen = {"key": "gear", "label": "Replace the wheel", "reason": "", "cautions": [caution]}
        made = self.desk.got("PUT", self.at("decided"), {"decision": chosen})
        self.assertEqual(made["decided"]["cautions"], [caution])
        self.assertEqual(self.desk.got("GET", self.at("decision"))["decided"]["cautions"], [caution])
