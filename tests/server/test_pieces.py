"""What one line says: several pieces, their mates, the holes they fill, and the names a bench teaches."""

from __future__ import annotations

from typing import Any
from uuid import UUID, uuid4

from visits.models import Change

from .bench import BenchCase, Desk
from .test_visits import READ


class SeveralPieces(BenchCase):
    """A line of several things: each judged, counted and corrected by itself."""

    def lay(self, line: str) -> dict[str, Any]:
        step: dict[str, Any] = self.desk.got("PUT", self.at("steps", uuid4()), {"line": line})
        return step

    def test_each_is_a_piece_with_an_id_that_counts_on(self) -> None:
        step = self.lay("2 M3x8 motor screws with washers")
        first, second = step["piece"], step["beside"][0]
        self.assertEqual(step["title"], "Unscrew two M3 × 8 motor screws, with two washers")
        self.assertEqual((first["id"], second["count"]), (step["id"], 2))
        self.assertEqual(UUID(second["id"]).int - UUID(first["id"]).int, 1)

    def test_each_is_counted_back_and_none_is_forgotten(self) -> None:
        step = self.lay("2 M3x8 motor screws with washers")
        for piece in (step["piece"], step["beside"][0]):
            body = {"piece_id": piece["id"], "outcome": "in", "count": 2}
            self.desk.got("PUT", self.at("ticks", uuid4()), body)
        visit = self.desk.got("GET", self.at())
        shown = next(each for each in visit["steps"] if each["id"] == step["id"])
        self.assertEqual(
            [sum(t["count"] for t in p["ticks"]) for p in (shown["piece"], *shown["beside"])], [2, 2]
        )
        plan = self.desk.got("GET", self.at("plan"))
        keys = {each["key"]: each["piece_id"] for each in plan["steps"]}
        self.assertEqual((keys["piece:4"], keys["piece:4.2"]), (step["piece"]["id"], step["beside"][0]["id"]))

    def test_a_corrected_line_takes_back_what_it_no_longer_says_and_brings_it_back(self) -> None:
        step = self.lay("2 M3x8 motor screws with washers")
        path, second = self.at("steps", step["id"]), step["beside"][0]["id"]
        self.desk.got("PUT", self.at("pieces", second, "verdict"), {"verdict": "replace", "finding": "bent"})
        alone = self.desk.got("PUT", path, {"line": "2 M3x8 motor screws"})
        self.assertEqual(alone["beside"], [])
        tick = {"piece_id": second, "outcome": "in", "count": 1}
        self.assertEqual(self.desk.ask("PUT", self.at("ticks", uuid4()), tick)[0], 404)
        again = self.desk.got("PUT", path, {"line": "2 M3x8 motor screws with washers"})
        self.assertEqual((again["beside"][0]["id"], again["beside"][0]["finding"]), (second, "bent"))

    def test_the_row_seen_otherwise_knows_each(self) -> None:
        self.lay("2 M3x8 motor screws with washers #B1")
        row = self.desk.got("GET", self.at("row"))
        place = next(place for place in row["tray"] if place["name"] == "B1")
        self.assertEqual((place["row"], place["column"], len(place["pieces"])), (1, 1, 2))
        runs = {where["key"] for where in row["surroundings"]}
        self.assertEqual(runs, {"closed"})


class Mates(BenchCase):
    def test_a_mate_is_named_marked_with_it_and_let_go_with_it(self) -> None:
        body = {"line": "third wheel 32/10 brass"}
        other = self.desk.got("PUT", self.at("steps", uuid4()), body)["piece"]["id"]
        look = self.desk.got("POST", self.at("pieces", other, "look"), {"findings": []})
        self.assertEqual([mate["name"] for mate in look["mates"]], ["wheel"])
        judged = {"verdict": "pair", "finding": "chipped", "mate": look["mates"][0]["piece_id"]}
        self.desk.got("PUT", self.at("pieces", other, "verdict"), judged)
        wheel = self.desk.got("GET", self.at())["steps"][2]["piece"]
        self.assertEqual((wheel["verdict"], wheel["mate"], wheel["renewed"]), ("pair", "third wheel", True))
        self.assertEqual(wheel["finding"], "with its mate, the third wheel")
        remarks = [r["text"] for s in self.desk.got("GET", self.at("plan"))["steps"] for r in s["remarks"]]
        self.assertIn("Both of the pair: the third wheel is replaced with it.", remarks)
        self.desk.got("PUT", self.at("pieces", other, "verdict"), {"verdict": "keep"})
        wheel = self.desk.got("GET", self.at())["steps"][2]["piece"]
        self.assertEqual((wheel["verdict"], wheel["mate"], wheel["finding"]), ("", "", ""))

    def test_a_mate_that_is_dead_by_itself_keeps_what_was_found_of_it(self) -> None:
        other = self.desk.got("PUT", self.at("steps", uuid4()), {"line": "third wheel 32/10"})["piece"]["id"]
        self.desk.got(
            "PUT", self.at("pieces", self.piece(2), "verdict"), {"verdict": "replace", "finding": "split"}
        )
        self.desk.got("PUT", self.at("pieces", other, "verdict"), {"verdict": "pair"})
        self.desk.got("PUT", self.at("pieces", other, "verdict"), {"verdict": "keep"})
        wheel = self.desk.got("GET", self.at())["steps"][2]["piece"]
        self.assertEqual((wheel["verdict"], wheel["finding"]), ("replace", "split"))

    def test_a_reading_begins_with_the_line_the_look_over_and_the_mate(self) -> None:
        line = "pinion 12t 0.5 module steel bore 2, centre distance 10.9"
        pinion = self.desk.got("PUT", self.at("steps", uuid4()), {"line": line})["piece"]["id"]
        seen = {"verdict": "replace", "findings": [{"what": "pointed"}]}
        self.desk.got("PUT", self.at("pieces", pinion, "verdict"), seen)
        self.desk.got("PUT", self.at("pieces", self.piece(2), "pins", uuid4()), {"request": READ})
        known = self.desk.got("GET", self.at("pieces", pinion, "known"))
        self.assertEqual(
            (known["teeth"], known["size"], known["bore_mm"], known["distance_mm"]),
            (12, "0.5 module", 2.0, 10.9),
        )
        self.assertEqual(
            (known["worn"], known["pointed"], known["mate"]["label"]), ("both", True, "0.5 module")
        )


class Covers(BenchCase):
    def test_holes_laid_out_stay_and_are_remembered(self) -> None:
        self.desk.got("PUT", self.at("steps", uuid4()), {"line": "M3x16 rear cover"})
        body = {"name": "rear cover", "layout": "circle", "holes": [0, 0, 1, 0, 0]}
        self.desk.got("PUT", self.at("covers"), body)
        before = Change.objects.count()
        self.desk.got("PUT", self.at("covers"), body)
        self.assertEqual(Change.objects.count(), before)
        cover = self.desk.got("GET", self.at("row"))["covers"][0]
        self.assertEqual(
            (cover["layout"], [hole["kind"] for hole in cover["holes"]]), ("circle", [0, 0, 1, 0, 0])
        )
        self.refused(self.desk.ask("PUT", self.at("covers"), {**body, "layout": "spiral"}), "unknown_layout")


class Lexicon(BenchCase):
    def test_a_correction_teaches_this_workshop_and_no_other_and_is_forgotten_on_the_shelf(self) -> None:
        line = {"line": "wozzit, brass", "kind": "bush"}
        self.assertEqual(self.desk.got("PUT", "/shelf/names", line)["name"], "wozzit")
        self.assertEqual(
            self.desk.got("POST", "/sums/entry", {"line": "2 wozzits by the drum"})["kind"], "bush"
        )
        step = self.desk.got("PUT", self.at("steps", uuid4()), {"line": "2 wozzits by the drum"})
        self.assertEqual(step["title"], "Ease out two wozzits by the drum")
        self.assertEqual(Desk(self.eve).got("POST", "/sums/entry", {"line": "wozzit"})["kind"], "other")
        self.assertEqual(
            [(n["name"], n["kind_label"]) for n in self.desk.got("GET", "/shelf")["names"]],
            [("wozzit", "bush")],
        )
        shelf = self.desk.got("PUT", "/shelf/names/wozzit/gone", {"gone": True})
        self.assertEqual(shelf["names"], [])
        self.assertEqual(self.desk.got("POST", "/sums/entry", {"line": "wozzit"})["kind"], "other")
        # What was laid down under it keeps the reading it had.
        visit = self.desk.got("GET", self.at())
        self.assertEqual(visit["steps"][-1]["piece"]["kind"], "bush")

    def test_what_cannot_be_learnt_is_said(self) -> None:
        self.refused(
            self.desk.ask("PUT", "/shelf/names", {"line": "wozzit", "kind": "submarine"}), "unknown_kind"
        )
        self.refused(self.desk.ask("PUT", "/shelf/names", {"line": "4x M3x8", "kind": "bush"}), "no_name")
        self.assertEqual(self.desk.ask("PUT", "/shelf/names/nothing/gone", {"gone": True})[0], 404)
