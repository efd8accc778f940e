"""An earlier row beside this one, words that finish themselves, and two devices that keep up with each other."""

from __future__ import annotations

from typing import Any
from uuid import uuid4

from visits import services

from .bench import BLANK, UNIT, BenchCase, Desk


class Guide(BenchCase):
    """The visit of the case has been; another unit of its model comes."""

    def again(self, **change: Any) -> str:
        unit = {**UNIT, **BLANK, "label": "Sandpiper two", **change}
        return str(services.open_visit(self.ada, uuid4(), uuid4(), unit).id)

    def lay_down(self, visit: str, *lines: str) -> None:
        for line in lines:
            self.desk.got("PUT", f"/visits/{visit}/steps/{uuid4()}", {"line": line})

    def test_a_row_of_the_same_kind_is_offered_and_followed(self) -> None:
        new = self.again()
        offered = self.desk.got("GET", f"/visits/{new}/guide")
        self.assertEqual([one["id"] for one in offered["choices"]], [str(self.visit.id)])
        self.assertEqual(offered["choices"][0]["steps"], 3)
        followed = self.desk.got("PUT", f"/visits/{new}/guide", {"guide_id": str(self.visit.id)})
        self.assertEqual((followed["next"], [step["here"] for step in followed["steps"]]), (1, [None] * 3))
        self.lay_down(new, "4x M3x12 button hex2 rear cover", "rear cover")
        beside = self.desk.got("GET", f"/visits/{new}/guide")
        self.assertEqual([step["here"] for step in beside["steps"]], [1, 2, None])
        self.assertEqual(beside["next"], 3)
        self.assertTrue(any("M3" in one["says"] or "12" in one["says"] for one in beside["differences"]))
        without = self.desk.got("PUT", f"/visits/{new}/guide", {"guide_id": None})
        self.assertIsNone(without["guide_id"])
        verbs = [line["verb"] for line in self.desk.got("GET", f"/visits/{new}/history")]
        self.assertGreaterEqual(sum("guide" in verb for verb in verbs), 2)

    def test_a_row_never_guides_itself_and_nobody_elses_guides_it(self) -> None:
        path = self.at("guide")
        self.refused(self.desk.ask("PUT", path, {"guide_id": str(self.visit.id)}), "no_guide")
        theirs = services.open_visit(self.eve, uuid4(), uuid4(), {**UNIT, **BLANK})
        self.assertEqual(self.desk.ask("PUT", path, {"guide_id": str(theirs.id)})[0], 404)
        self.assertEqual(Desk(self.eve).ask("GET", path)[0], 404)
        # A row of another kind of unit is not offered.
        other = self.again(kind="reel")
        self.assertEqual(self.desk.got("GET", f"/visits/{other}/guide")["choices"], [])

    def test_the_way_in_is_told_of_last_time_with_what_was_not_needed(self) -> None:
        self.lay_down(str(self.visit.id), "name plate after none", "drum after 3")
        row = self.desk.got("GET", self.at())["steps"]
        answer = self.desk.got("GET", self.at("reach", row[4]["id"]))
        self.assertEqual([one["number"] for one in answer["steps"]], [1, 2, 3, 5])
        self.assertEqual(answer["unneeded"], ["4 name plate"])
        self.assertTrue(answer["exact"])
        self.assertEqual(Desk(self.eve).ask("GET", self.at("reach", row[2]["id"]))[0], 404)

    def test_words_of_this_unit_come_before_those_of_its_kind(self) -> None:
        new = self.again()
        self.lay_down(new, "tapered bracket", "tapered bracket", "bracket")
        words = self.desk.got("GET", f"/visits/{new}/words")["words"]
        self.assertEqual(words[0], "bracket")
        self.assertLess(words.index("tapered"), words.index("cover"))
        self.assertEqual(Desk(self.eve).ask("GET", f"/visits/{new}/words")[0], 404)
        self.assertNotIn("tapered", self.desk.got("GET", f"/visits/{self.again(kind='reel')}/words")["words"])

    def test_another_device_sees_that_something_changed(self) -> None:
        ben = Desk(self.ben)
        before = ben.got("GET", self.at("changed"))
        self.assertEqual(ben.got("GET", self.at("changed")), before)
        self.lay_down(str(self.visit.id), "shim 3x6x0.1")
        self.assertGreater(ben.got("GET", self.at("changed"))["changed_at"], before["changed_at"])
        self.assertEqual(ben.got("GET", self.at())["steps"], self.desk.got("GET", self.at())["steps"])
        self.assertEqual(Desk(self.eve).ask("GET", self.at("changed"))[0], 404)


class Instruments(BenchCase):
    """The sums over HTTP answer as they do on the command line, and only to members."""

    def test_each_sum_answers_by_its_published_shape(self) -> None:
        from sums import SUMS

        from ..core.test_sums import GOOD

        for name, body in GOOD.items():
            answer = self.desk.got("POST", f"/sums/{name}", body)
            with self.subTest(name=name):
                here = SUMS[name].compute(SUMS[name].takes.model_validate(body)).model_dump(mode="json")
                self.assertEqual(answer, SUMS[name].gives.model_validate(here).model_dump(mode="json"))

    def test_what_is_wrong_is_told_in_words_with_the_shafts_it_concerns(self) -> None:
        status, answer = self.desk.ask(
            "POST", "/sums/train", {"line": "a-b 12:60 | b-c belt 20:20 | c-a 20:11"}
        )
        self.assertEqual((status, answer["field"]), (422, "line"))
        self.assertTrue({"a"} <= set(answer["where"]))
        self.refused(self.desk.ask("POST", "/sums/pair", {"first": {"teeth": 15}}), "size_unclear")

    def test_what_can_be_picked_is_told_and_a_stranger_is_told_nothing(self) -> None:
        answer = self.desk.got("GET", "/sums/choices")
        self.assertEqual({band["key"] for band in answer["bands"]}, {"metal", "plastic", "open"})
        self.assertIn("acetal", answer["materials"])
        self.desk.client.logout()
        self.assertEqual(self.desk.ask("GET", "/sums/choices")[0], 401)
        self.assertEqual(self.desk.ask("POST", "/sums/regear", {})[0], 401)
