"""Two who change the same: what both said is kept, shown, and never lost unseen."""

from __future__ import annotations

from typing import Any
from uuid import uuid4

from hypothesis import given
from hypothesis import strategies as st
from hypothesis.extra.django import TestCase as HypothesisTestCase

from visits.models import GearReading, Visit
from workshop.merging import merge

from .bench import BenchCase, Desk

VALUES = st.dictionaries(st.sampled_from("abc"), st.integers(0, 2), min_size=3, max_size=3)


class Overtaken(BenchCase):
    def setUp(self) -> None:
        super().setUp()
        self.bens = Desk(self.ben)

    def stands(self) -> Any:
        return self.desk.got("GET", self.at())["steps"][2]["piece"]

    def test_a_stale_keep_does_not_overwrite_a_replace_but_shows_both(self) -> None:
        path = self.at("pieces", self.piece(2), "verdict")
        before = {"verdict": "", "finding": "", "findings": [], "instead": ""}
        crack = {"what": "cracked", "teeth": [2]}
        self.bens.got("PUT", path, {"verdict": "replace", "findings": [crack], "based_on": before})
        status, answer = self.desk.ask("PUT", path, {"verdict": "keep", "based_on": before})
        self.assertEqual((status, answer["code"], answer["who"]), (409, "overtaken", "Ben"))
        self.assertIn("keep", answer["mine"])
        self.assertRegex(answer["theirs"], "replace, crack.* at tooth 3")
        self.assertEqual(self.stands()["verdict"], "replace")
        # Having seen both, ada says hers again; the history has all three states in words.
        self.desk.got("PUT", path, {"verdict": "keep", "based_on": answer["now"]})
        self.assertEqual(self.stands()["verdict"], "keep")
        line = self.desk.got("GET", self.at("history"))[0]
        self.assertEqual((line["who"], line["verb"]), ("Ada", "judged"))
        self.assertRegex(line["before"], "replace, crack")
        self.assertRegex(line["after"], "keep")

    def test_what_only_one_changed_is_no_quarrel(self) -> None:
        path = self.at("pieces", self.piece(2), "verdict")
        before = {"verdict": "", "finding": "", "findings": [], "instead": ""}
        self.bens.got("PUT", path, {"verdict": "", "finding": "dry", "based_on": before})
        after = self.desk.got("PUT", path, {"verdict": "clean", "based_on": before})
        self.assertEqual((after["verdict"], after["finding"]), ("clean", "dry"))

    def test_two_who_take_one_each_from_five_leave_three(self) -> None:
        kept, gear = f"/drawer/{uuid4()}", {"teeth": 31, "module_mm": 0.8, "count": 5}
        self.desk.got("PUT", kept, gear)
        moves = [f"{kept}/moves/{uuid4()}" for _ in range(2)]
        for desk, move in zip((self.desk, self.bens), moves, strict=True):
            desk.got("PUT", move, {"by": -1})
        self.assertEqual(self.desk.got("PUT", moves[0], {"by": -1})["count"], 3)
        # The same by correcting the count, each from the five they saw.
        for desk in (self.desk, self.bens):
            last = desk.got("PUT", kept, {**gear, "count": 4, "based_on": {"count": 5}})
        self.assertEqual(last["count"], 1)
        status, answer = self.desk.ask("PUT", f"{kept}/moves/{uuid4()}", {"by": -2})
        self.assertEqual((status, answer["code"]), (409, "none_left"))

    def test_a_gear_corrected_by_two_shows_both(self) -> None:
        kept, gear = f"/drawer/{uuid4()}", {"teeth": 31, "module_mm": 0.8, "bore_mm": 5, "place": "A1"}
        seen = self.desk.got("PUT", kept, gear)
        known = {name: seen[name] for name in ("teeth", "module_mm", "bore_mm", "place", "count")}
        self.bens.got("PUT", kept, {**gear, "bore_mm": 4, "based_on": known})
        moved = self.desk.got("PUT", kept, {**gear, "place": "B2", "based_on": known})
        self.assertEqual((moved["bore_mm"], moved["place"]), (4.0, "B2"))
        status, answer = self.desk.ask("PUT", kept, {**gear, "bore_mm": 6, "based_on": known})
        self.assertEqual((status, answer["mine"], answer["theirs"]), (409, "bore 6", "bore 4"))

    def test_lines_notes_waits_stages_and_marks(self) -> None:
        step = self.at("steps", self.steps[1].id)
        self.bens.got("PUT", step, {"line": "rear cover, cracked", "based_on": "rear cover"})
        status, answer = self.desk.ask("PUT", step, {"line": "rear lid", "based_on": "rear cover"})
        self.assertEqual((status, answer["theirs"]), (409, "rear cover, cracked"))
        # Laying it down again, its answer lost on the way, takes nothing of the correction back.
        again = self.desk.got("PUT", step, {"line": "rear cover", "based_on": ""})
        self.assertEqual(again["line"], "rear cover, cracked")

        for path, first, second, based_on in (
            ("watch", {"text": "grease"}, {"text": "play"}, ""),
            ("waits", {"waits_for": "part"}, {"waits_for": "owner"}, {"waits_for": "me", "waits_note": ""}),
            ("stage", {"stage": "strip"}, {"stage": "look"}, "listen"),
        ):
            with self.subTest(path=path):
                self.bens.got("PUT", self.at(path), {**first, "based_on": based_on})
                status, answer = self.desk.ask("PUT", self.at(path), {**second, "based_on": based_on})
                self.assertEqual((status, answer["code"]), (409, "overtaken"), answer)
                # The same said twice is no quarrel.
                self.desk.got("PUT", self.at(path), {**first, "based_on": based_on})

    def test_shelf_and_house_rules(self) -> None:
        path = "/shelf/rules/pair"
        question = next(one for one in self.desk.got("GET", "/shelf")["questions"] if one["key"] == "pair")
        first, other = (
            question["chosen"],
            next(s["key"] for s in question["schools"] if s["key"] != question["chosen"]),
        )
        self.bens.got("PUT", path, {"school": other, "based_on": first})
        self.assertEqual(self.desk.ask("PUT", path, {"school": other, "based_on": first})[0], 200)
        status, answer = self.desk.ask("PUT", path, {"school": first, "based_on": first})
        self.assertEqual(status, 200, "ada changed nothing, so ben's stands")
        bottle = {"name": "Bench grease", "kind": "lubricant", "suits": ["metal"]}
        at = f"/shelf/bottles/{uuid4()}"
        shelf = self.desk.got("PUT", at, bottle)
        known = next(one for one in shelf["bottles"] if one["name"] == "Bench grease")
        self.bens.got("PUT", at, {**bottle, "key": known["key"], "note": "thin", "based_on": known})
        later = self.desk.got("PUT", at, {**bottle, "key": known["key"], "handle": 5, "based_on": known})
        both = next(one for one in later["bottles"] if one["name"] == "Bench grease")
        self.assertEqual((both["note"], both["handle"]), ("thin", 5))
        status, answer = self.desk.ask(
            "PUT", at, {**bottle, "key": known["key"], "note": "stiff", "based_on": known}
        )
        self.assertEqual((status, answer["mine"], answer["theirs"]), (409, "note stiff", "note thin"))

    def test_readings_stand_by_order_whatever_the_clock_said(self) -> None:
        piece, pins = self.at("pieces", self.piece(2)), [uuid4(), uuid4(), uuid4()]
        for pin, value in zip(pins, (26.4, 26.38, 26.36), strict=True):
            request = {"teeth": 31, "readings": [{"value": value}]}
            self.desk.got("PUT", f"{piece}/pins/{pin}", {"request": request})
        # The clock was set back while they were taken: the first looks the newest.
        for n, pin in enumerate(pins):
            GearReading.objects.filter(id=pin).update(recorded_at=f"2026-01-0{9 - n}T00:00:00Z")
        after = self.desk.got("DELETE", f"{piece}/pins/{pins[2]}")
        self.assertEqual([pin["id"] for pin in after["pins"]], [str(pins[1])])
        after = self.desk.got("DELETE", f"{piece}/pins/{pins[1]}")
        self.assertEqual([pin["id"] for pin in after["pins"]], [str(pins[0])])

    def test_history_of_every_stored_shape_is_told_in_words(self) -> None:
        visit = Visit.objects.get(id=self.visit.id)
        odd = [None, {}, {"line": "x"}, {"verdict": "melt"}, {"findings": [{"what": "gone"}, 3]}, {"checks_done": "no"},
               {"number": None}, {"unit": "a", "new_unit": True}, [1, 2], "words", {"marks": None}, {"minutes": "long"}]  # fmt: skip
        for n, state in enumerate(odd):
            visit.changes.create(
                member=self.ada, verb=f"odd {n}", subject=self.visit.id, before=state, after=state
            )
        answer = {line["verb"]: line["after"] for line in self.desk.got("GET", self.at("history"))}
        self.assertEqual(answer["odd 3"], "melt")
        self.assertEqual(answer["odd 6"], "not in the row")
        self.assertEqual(answer["odd 4"], "gone")
        many = [
            visit.changes.model(visit=visit, member=self.ada, verb="m", subject=visit.id) for _ in range(500)
        ]
        visit.changes.bulk_create(many)
        first = self.desk.got("GET", self.at("history"))
        rest = self.desk.got("GET", f"{self.at('history')}?before={first[-1]['id']}")
        self.assertEqual(len(first) + len(rest), visit.changes.count())


class Merged(HypothesisTestCase):
    @given(VALUES, VALUES, VALUES)
    def test_each_field_is_whoever_changed_it(
        self, base: dict[str, int], mine: dict[str, int], now: dict[str, int]
    ) -> None:
        merged, quarrel = merge(base, mine, now)
        for name in "abc":
            if mine[name] == base[name]:
                self.assertEqual(merged[name], now[name])
            elif now[name] in (base[name], mine[name]):
                self.assertEqual(merged[name], mine[name])
            self.assertEqual(
                name in quarrel, len({base[name], mine[name], now[name]}) == 3 or
                (mine[name] != base[name] and now[name] != base[name] and mine[name] != now[name])
            )  # fmt: skip
