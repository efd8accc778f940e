"""The drawer grown up: pieces by line, what is low, taken for a visit and put back, salvaged, also in."""

from __future__ import annotations

from typing import Any
from uuid import uuid4

from drawer.models import Movement, StockItem
from visits import services
from visits.models import Change, Tick, Visit

from .bench import BLANK, UNIT, BenchCase, Desk


class Stock(BenchCase):
    def put(self, line: str) -> dict[str, Any]:
        made: dict[str, Any] = self.desk.got("PUT", f"/drawer/lines/{uuid4()}", {"line": line})
        return made

    def test_pieces_of_any_kind_go_in_by_a_line_and_are_found_by_words(self) -> None:
        kept = self.put("4x bearing 5x11x4 #R3 2.20 least 6 from Harbour Gears")
        self.assertEqual((kept["what"], kept["kind"], kept["count"], kept["place"], kept["price"]), ("bearing 5x11x4", "bearing", 4, "R3", 2.2))  # fmt: skip
        self.put("grease, plastic-safe, 20 ml 6,40")
        found = self.desk.got("POST", "/drawer/search", {"words": "5x11x4"})
        self.assertEqual([row["what"] for row in found["found"]], ["bearing 5x11x4"])
        # A gear that is looked for is not answered with a bearing.
        asked = {"wanted": {"teeth": 31, "module_mm": "0.8"}}
        self.assertEqual(self.desk.got("POST", "/drawer/search", asked)["found"], [])
        gear = self.put("spur wheel 57t 0.8 module nylon bore 5 4.50")
        self.assertEqual((gear["teeth"], gear["module_mm"], gear["bore_mm"]), (57, 0.8, 5.0))
        self.refused(self.desk.ask("PUT", f"/drawer/lines/{uuid4()}", {"line": "#A1"}), "no_stock")

    def test_what_there_is_less_of_than_there_should_be_is_low(self) -> None:
        kept = self.put("4x bearing 5x11x4 least 6")
        self.put("2x circlip 8 least 2")
        self.assertEqual([row["id"] for row in self.desk.got("GET", "/drawer/low")], [kept["id"]])
        self.desk.got("PUT", f"/drawer/{kept['id']}/least", {"least": 3})
        self.assertEqual(self.desk.got("GET", "/drawer/low"), [])
        self.desk.got("PUT", f"/drawer/{kept['id']}/moves/{uuid4()}", {"by": -2})
        self.assertEqual(len(self.desk.got("GET", "/drawer/low")), 1)
        self.assertEqual(Desk(self.eve).got("GET", "/drawer/low"), [])

    def test_taken_for_a_piece_the_plan_says_where_it_is_from(self) -> None:
        step = services.record_step(self.ada, self.visit.id, uuid4(), "bearing 5x11x4")
        self.desk.got("PUT", self.at("pieces", step.piece.id, "verdict"), {"verdict": "replace"})
        kept = self.put("2x bearing 5x11x4 #R3")
        (piece,) = self.desk.got("GET", f"/orders/for/{self.visit.id}")["pieces"]
        self.assertEqual([row["place"] for row in piece["drawer"]], ["R3"])
        path = self.at("pieces", step.piece.id, "drawer", uuid4())
        for _ in range(2):
            self.desk.got("PUT", path, {"kept": kept["id"]})
        self.assertEqual(StockItem.objects.get(id=kept["id"]).count, 1)
        titles = [each["title"] for each in self.desk.got("GET", self.at("plan"))["steps"]]
        self.assertTrue(any(title.endswith("new, from drawer R3") for title in titles), titles)
        self.desk.got("PUT", self.at("pieces", step.piece.id, "drawer", uuid4()), {"kept": kept["id"], "back": True})  # fmt: skip
        self.assertEqual(StockItem.objects.get(id=kept["id"]).count, 2)
        self.assertEqual(Movement.objects.filter(visit=self.visit.id).count(), 2)
        answer = self.desk.ask("PUT", self.at("pieces", step.piece.id, "drawer", uuid4()), {"kept": str(uuid4())})  # fmt: skip
        self.assertEqual(answer[0], 404)

    def test_a_unit_is_written_off_and_what_is_worth_it_is_kept(self) -> None:
        pin = {"request": {"teeth": 31, "readings": [{"value": 26.4}]}}
        self.desk.got("PUT", f"{self.at('pieces', self.piece(2))}/pins/{uuid4()}", pin)
        row = self.desk.got("GET", self.at("salvage"))
        self.assertEqual([each["keep"] for each in row], [False, False, True])
        wheel = row[2]["piece"]
        answer = self.desk.ask("PUT", self.at("salvage"), {"keep": [{"piece": wheel, "count": 4}]})
        self.refused(answer, "too_many_counted")
        answer = self.desk.ask("PUT", self.at("salvage"), {"keep": [{"piece": str(uuid4())}]})
        self.refused(answer, "unknown_piece")
        self.assertFalse(StockItem.objects.exists())
        for _ in range(2):
            visit = self.desk.got("PUT", self.at("salvage"), {"keep": [{"piece": wheel, "price": "2"}], "place": "S4"})  # fmt: skip
        self.assertEqual(visit["stage"], "file")
        item = StockItem.objects.get()
        self.assertEqual((item.source, item.place, item.teeth, item.donor), ("donor: Sandpiper", "S4", 31, self.visit.id))  # fmt: skip
        self.assertAlmostEqual(float(item.module_mm or 0), 0.8, places=2)
        (donor,) = self.desk.got("GET", "/drawer/donors")
        self.assertEqual((donor["called"], donor["left"], donor["worth"]), ("Sandpiper", ["wheel 31/12 nylon"], "2.00"))  # fmt: skip
        self.assertEqual(Desk(self.eve).got("GET", "/drawer/donors"), [])
        outcomes = sorted(Tick.objects.filter(piece__step__visit=self.visit).values_list("outcome", "count"))
        self.assertEqual(outcomes, [("off", 1), ("off", 4), ("spare", 1)])
        self.assertEqual(Visit.objects.get(id=self.visit.id).decision["key"], "salvage")
        self.assertEqual(Change.objects.filter(visit=self.visit, verb="stage").count(), 1)

    def test_the_same_gear_is_named_where_it_sits_as_well(self) -> None:
        pin = {"request": {"teeth": 31, "readings": [{"value": 26.4}]}}
        other = services.open_visit(self.ada, uuid4(), uuid4(), {**UNIT, **BLANK, "label": "Godwit"})
        step = services.record_step(self.ada, other.id, uuid4(), "idler 31t")
        self.desk.got("PUT", f"/visits/{other.id}/pieces/{step.piece.id}/pins/{uuid4()}", pin)
        found = self.desk.got("POST", "/gears/also-in", {"teeth": 31, "module_mm": "0.8"})
        self.assertEqual([(each["unit"], each["piece"]) for each in found], [("Godwit", "idler")])
        self.assertEqual(self.desk.got("POST", "/gears/also-in", {"teeth": 31, "module_mm": "0.5"}), [])
        self.assertEqual(Desk(self.eve).got("POST", "/gears/also-in", {"teeth": 31, "module_mm": "0.8"}), [])


class ByTable(BenchCase):
    """A table pasted into the drawer, and the drawer as a table."""

    TABLE = "what;count;place;price;number\nbearing 5x11x4;4;R3;2,20;B-7\nspur wheel 57t nylon;1;R4;;\nx;many;R5;;\n"

    def test_looked_at_it_changes_nothing_taken_it_is_in_and_twice_is_once(self) -> None:
        looked = self.desk.got("POST", "/drawer/table", {"text": self.TABLE})
        self.assertEqual((looked["new"], looked["same"], looked["refused"]), (2, 0, 1))
        self.assertEqual(looked["refusals"][0]["line"], 4)
        self.assertEqual(self.desk.got("POST", "/drawer/search", {})["total"], 0)
        taken = self.desk.got("POST", "/drawer/table", {"text": self.TABLE, "take": True})
        self.assertTrue(taken["taken"])
        again = self.desk.got("POST", "/drawer/table", {"text": self.TABLE, "take": True})
        self.assertEqual((again["new"], again["same"]), (0, 2))
        found = self.desk.got("POST", "/drawer/search", {"words": "bearing b-7"})["found"]
        self.assertEqual([(each["count"], each["place"], each["price"]) for each in found], [(4, "R3", 2.2)])

    def test_lines_alike_are_two_things(self) -> None:
        text = "what;count\nshim 5x7x0.1;3\nshim 5x7x0.1;3\n"
        self.assertEqual(self.desk.got("POST", "/drawer/table", {"text": text, "take": True})["new"], 2)
        self.assertEqual(self.desk.got("POST", "/drawer/table", {"text": text, "take": True})["new"], 0)

    def test_its_own_table_is_known_again_and_another_workshops_is_its_own(self) -> None:
        self.desk.got("POST", "/drawer/table", {"text": self.TABLE, "take": True})
        answer = self.desk.client.get("/api/drawer/table.csv")
        text = b"".join(answer.streaming_content).decode()
        self.assertIn("bearing 5x11x4", text)
        self.assertEqual(self.desk.got("POST", "/drawer/table", {"text": text})["same"], 2)
        away = Desk(self.eve)
        self.assertEqual(b"".join(away.client.get("/api/drawer/table.csv").streaming_content).count(b"\n"), 1)
        self.assertEqual(away.got("POST", "/drawer/table", {"text": self.TABLE, "take": True})["new"], 2)

    def test_what_is_no_table_is_refused(self) -> None:
        self.refused(self.desk.ask("POST", "/drawer/table", {"text": "hello"}), "no_price_list")
