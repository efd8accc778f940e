"""Practice over the API: a gear handed out, read through the caliper, named once, scored."""

from __future__ import annotations

from typing import Any
from uuid import uuid4

from django.test import override_settings

from devices.caliper.hidden import truth
from devices.camera import hidden
from gearing.identification.standard_sizes import label_of
from launch.mariadb import free_port
from practice.models import PhotoRound, Round

from .bench import BenchCase, Desk

TIPS = {"kind": "tips", "how": "settled"}


class Practice(BenchCase):
    def start(self) -> str:
        self.round = str(uuid4())
        self.desk.got("PUT", f"/practice/{self.round}")
        return self.round

    def read(self, **probe: Any) -> Any:
        return self.desk.got("PUT", f"/practice/{self.round}/readings/{uuid4()}", probe or TIPS)

    def test_a_gear_is_read_named_and_scored_against_the_best_play(self) -> None:
        self.start()
        shown = self.desk.got("PUT", f"/practice/{self.round}")
        true = truth(Round.objects.get(id=self.round).gear)
        self.assertEqual(shown["picture"]["teeth"], true.teeth)
        self.assertNotIn(Round.objects.get(id=self.round).gear, str(shown), "its name would tell what it is")
        self.assertLessEqual(max(abs(x) for point in shown["picture"]["tooth"] for x in point), 1.0001)
        self.assertEqual(len(self.read()["readings"]), 1)
        named = {"teeth": true.teeth, "size": label_of(true.module)}
        answer = self.desk.got("PUT", f"/practice/{self.round}/name", named)
        self.assertTrue(answer["result"]["right"])
        self.assertGreater(answer["score"], 0)
        self.assertEqual(answer["result"]["best"][0]["what"], "over tips, settled")
        # The first name stands, and no reading comes after it.
        again = self.desk.got("PUT", f"/practice/{self.round}/name", {"teeth": 99, "size": "2 module"})
        self.assertEqual((again["score"], again["result"]), (answer["score"], answer["result"]))
        late = self.desk.ask("PUT", f"/practice/{self.round}/readings/{uuid4()}", TIPS)
        self.refused(late, "already_named")
        rounds = self.desk.got("GET", "/practice")
        self.assertEqual(
            (rounds["rounds"][0]["score"], rounds["average"]), (answer["score"], answer["score"])
        )

    def test_each_way_that_is_offered_can_be_taken_and_each_holds_the_gear_otherwise(self) -> None:
        ways = self.desk.got("GET", "/practice")["ways"]
        self.assertEqual(
            [(way["kind"], way["how"]) for way in ways],
            [
                ("tips", "settled"),
                ("tips", "largest"),
                ("span", "settled"),
                ("root", "settled"),
                ("chord", "settled"),
            ],
        )
        self.assertEqual([way["kind"] for way in ways if way["number"]], ["span", "chord"])
        self.start()
        teeth = truth(Round.objects.get(id=self.round).gear).teeth
        number = {"span": max(2, round(teeth / 9 + 0.5)), "chord": 2}
        for way in ways:
            with self.subTest(way=way["label"]):
                count = number.get(way["kind"])
                readings = self.read(kind=way["kind"], how=way["how"], **({"k": count} if count else {}))[
                    "readings"
                ]
                self.assertGreater(readings[-1]["value_mm"], 0)
        # One way too few of what it needs is refused, as anywhere.
        late = self.desk.ask("PUT", f"/practice/{self.round}/readings/{uuid4()}", {"kind": "span"})
        self.refused(late, "number_needed")

    def test_a_wrong_count_and_a_wrong_size_score_nothing_and_are_told_apart(self) -> None:
        for change, says in (({"teeth": 200}, "you counted 200"), ({"size": "2.75 module"}, "It is")):
            self.start()
            true = truth(Round.objects.get(id=self.round).gear)
            self.read()
            named = {"teeth": true.teeth, "size": label_of(true.module), **change}
            answer = self.desk.got("PUT", f"/practice/{self.round}/name", named)
            self.assertEqual((answer["score"], answer["result"]["right"]), (0, False))
            self.assertIn(says, answer["result"]["says"])

    def test_a_reading_sent_twice_counts_once(self) -> None:
        path = f"/practice/{self.start()}/readings/{uuid4()}"
        first = self.desk.got("PUT", path, TIPS)
        self.assertEqual(self.desk.got("PUT", path, TIPS)["readings"], first["readings"])

    def test_nothing_read_and_what_cannot_be_read_are_refused(self) -> None:
        self.start()
        self.refused(
            self.desk.ask("PUT", f"/practice/{self.round}/name", {"teeth": 20, "size": "1 module"}),
            "no_reading",
        )
        for probe in ({"kind": "mate", "k": 20}, {"kind": "inside"}, {"kind": "span", "k": 400}):
            status, answer = self.desk.ask("PUT", f"/practice/{self.round}/readings/{uuid4()}", probe)
            self.assertEqual(status, 422, answer)
            self.assertTrue(answer["hint"])
        self.assertEqual(self.desk.got("PUT", f"/practice/{self.round}")["readings"], [])

    def test_another_member_has_no_hand_in_it(self) -> None:
        self.start()
        other = Desk(self.eve)
        for path in (f"/practice/{self.round}", f"/practice/{self.round}/readings/{uuid4()}"):
            self.assertEqual(other.ask("PUT", path, TIPS)[0], 404)

    def test_without_a_caliper_it_says_so_and_the_bench_works_on(self) -> None:
        with override_settings(CALIPER=("127.0.0.1", free_port())):
            self.assertEqual(self.desk.got("GET", "/devices/caliper"), {"present": False, "simulated": False})
            self.refused(self.desk.ask("POST", "/devices/caliper/take", {}), "no_caliper")
            self.desk.got("GET", "/visits")

    def test_one_key_takes_a_reading_of_the_gear_that_lies_there(self) -> None:
        true = truth("bench")
        taken = self.desk.got("POST", "/devices/caliper/take", {"plain": "bore"})
        self.assertAlmostEqual(taken["value_mm"], true.bore, delta=0.08)
        shown = self.desk.got("GET", "/devices/caliper/gears/bench")
        self.assertEqual(shown["teeth"], true.teeth)
        self.assertEqual(self.desk.ask("GET", "/devices/caliper/gears/a b")[0], 422)


class ByPhoto(BenchCase):
    def at_round(self, *parts: str) -> str:
        return "/".join(["/practice/photos", self.round, *parts])

    def setUp(self) -> None:
        super().setUp()
        self.round = str(uuid4())
        self.begun = self.desk.got("PUT", self.at_round())

    def test_a_round_hides_the_truth_until_it_is_counted_and_the_first_count_stands(self) -> None:
        self.assertEqual((self.begun["teeth"], self.begun["right"], self.begun["says"]), (None, None, ""))
        self.refused(self.desk.ask("GET", self.at_round("counted")), "not_named", status=409)
        gear = PhotoRound.objects.get(id=self.round).gear
        self.assertNotIn(gear, str(self.begun), "its name would tell what it is")
        true = hidden(gear).gear
        answer = self.desk.got("PUT", self.at_round("name"), {"teeth": true.teeth})
        self.assertEqual(
            (answer["right"], answer["teeth"], answer["missing"]), (True, true.teeth, len(true.missing))
        )
        counted = self.desk.got("GET", self.at_round("counted"))
        self.assertTrue(counted["counted"]["says"] or counted["counted"]["refused"])
        self.assertIn("The photo count", counted["says"])
        again = self.desk.got("PUT", self.at_round("name"), {"teeth": true.teeth + 1})
        self.assertEqual(
            (again["named"], again["right"], again["won"], again["played"]), (true.teeth, True, 1, 1)
        )

    def test_the_picture_belongs_to_its_round(self) -> None:
        content = self.desk.client.get(f"/api{self.at_round('picture')}")
        self.assertEqual((content.content[:3], content["Content-Type"]), (b"\xff\xd8\xff", "image/jpeg"))
        self.assertEqual(Desk(self.eve).client.get(f"/api{self.at_round('picture')}").status_code, 404)
        self.assertEqual(Desk(self.eve).ask("PUT", self.at_round("name"), {"teeth": 9})[0], 404)
        self.assertEqual(Desk(self.eve).ask("GET", self.at_round("counted"))[0], 404)

    def test_without_a_camera_it_says_so(self) -> None:
        with override_settings(CAMERA=("127.0.0.1", 9)):
            self.refused(self.desk.ask("PUT", self.at_round("name"), {"teeth": 9}), "no_camera")
