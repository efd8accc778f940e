"""Figures as they are typed on a bench, over HTTP: commas, fractions, inches; and what is wrong, by its code."""

from __future__ import annotations

import re
from typing import Any
from uuid import uuid4

from config.api import api
from drawer.models import StockItem

from .bench import BenchCase

SUMS: dict[str, dict[str, Any]] = {
    "gear": {"teeth": 31, "module_mm": 0.8, "pin_diameter_mm": 1.4},
    "read": {"teeth": 31, "readings": [{"value": 26.18}, {"kind": "span", "k": 4, "value": 8.61}], "bore_mm": 5.5, "width_mm": 4.25},
    "count": {"chord": {"pitches": 7, "chord_mm": 17.2, "over_tips_mm": 26.4}},
    "pair": {
        "first": {"teeth": 15, "module_mm": 0.8}, "second": {"teeth": 54, "module_mm": 0.8},
        "centre_distance_mm": 27.75, "radius_mm": 22.5, "width_1_mm": 4.5, "width_2_mm": 5.5,
    },
    "fit": {"wanted": {"teeth": 31, "module_mm": 0.8, "bore_mm": 5.5}, "part": {"teeth": 31, "module_mm": 0.8, "bore_mm": 5.25}},
    "crossed": {"pair": {"kind": "worm", "starts": 1, "teeth": 40, "module_mm": 0.5, "worm_diameter_mm": 6.5}},
    "train": {"line": "12:60", "use": {"kind": "car", "wheel_mm": 60.5}, "play": {"play_mm": 0.4, "radius_mm": 30.5}},
    "form": {"form": "worm", "teeth": 1, "readings": [{"way": "pitches", "n": 3, "value": 9.42}]},
    "regear": {
        "pinion": 15, "spur": 54, "wheel_mm": 60.5, "new_wheel_mm": 72.5, "module_mm": 0.8, "pinions": "12-20",
        "spurs": "48-60", "distances_mm": [26.4, 27.2],
    },
    "holes": {"module_mm": 0.8, "pinions": "12-20", "spurs": "48-60", "distances_mm": [26.4, 27.2]},
}  # fmt: skip
LENGTH = re.compile(r"(_mm|value)$")


def lengths(body: Any, said: Any) -> Any:
    """The same with every length written as `said` writes it."""
    if isinstance(body, dict):
        return {
            key: said(value) if LENGTH.search(key) and isinstance(value, float) else lengths(value, said)
            for key, value in body.items()
        }
    return [lengths(one, said) for one in body] if isinstance(body, list) else body


class AsTyped(BenchCase):
    def test_a_comma_reads_as_a_point_in_every_sum(self) -> None:
        for name, body in SUMS.items():
            plain = self.desk.got("POST", f"/sums/{name}", body)
            for how, said in (
                ("comma", lambda mm: f"{mm:g}".replace(".", ",")),
                ("with its unit", lambda mm: f"{mm:g} mm"),
                ("spaces about it", lambda mm: f"  {mm:g} "),
            ):
                typed = lengths(body, said)
                self.assertNotEqual(typed, body, name)
                with self.subTest(sum=name, how=how):
                    self.assertEqual(self.desk.got("POST", f"/sums/{name}", typed), plain)

    def test_inches_come_to_the_same_within_what_they_say(self) -> None:
        plain = self.desk.got("POST", "/sums/gear", {"teeth": 20, "module_mm": 0.79375})
        for said in ("32 DP", "32dp", "0.03125in", "1/32 in"):
            with self.subTest(said=said):
                self.assertEqual(self.desk.got("POST", "/sums/gear", {"teeth": 20, "module_mm": said}), plain)

    def test_the_drawer_keeps_what_a_comma_meant(self) -> None:
        row = self.desk.got(
            "PUT",
            f"/drawer/{uuid4()}",
            {"teeth": 31, "module_mm": "0,8", "bore_mm": "5,25", "width_mm": "3/16"},
        )
        self.assertEqual((row["module_mm"], row["bore_mm"]), (0.8, 5.25))
        self.assertAlmostEqual(row["width_mm"], 25.4 * 3 / 16, places=3)
        self.assertEqual(StockItem.objects.get().bore_mm, 5.25)

    def test_what_is_no_length_is_named_by_its_field(self) -> None:
        for body, field, code in (
            ({"teeth": 31, "module_mm": "thick"}, "module_mm", "not_a_length"),
            ({"teeth": 31, "module_mm": 0.8, "bore_mm": "1/0"}, "bore_mm", "zero_fraction"),
            ({"teeth": 31, "module_mm": 0.8, "width_mm": -4}, "width_mm", "length_out_of_range"),
            ({"teeth": 31, "module_mm": 0.8, "count": -1}, "count", "out_of_range"),
            ({"teeth": 31, "module_mm": 0.8, "colour": "red"}, "colour", "unknown_field"),
            ({"module_mm": 0.8}, "teeth", "missing"),
        ):
            status, problem = self.desk.ask("PUT", f"/drawer/{uuid4()}", body)
            with self.subTest(body=body):
                self.assertEqual((status, problem["field"], problem["code"]), (422, field, code), problem)
                self.assertTrue(problem["problem"] and problem["hint"])
        self.assertFalse(StockItem.objects.exists())


class Failures(BenchCase):
    def test_whatever_is_sent_to_any_route_the_answer_says_what_is_wrong_by_a_code(self) -> None:
        odd: list[Any] = [{}, [], "x", 3, {"teeth": "a" * 300}, {"line": None}, {"module_mm": [1]}, None]
        tried = 0
        for path, methods in api.get_openapi_schema(path_prefix="/api")["paths"].items():
            for method, said_back in methods.items():
                if (
                    "requestBody" not in said_back
                    or "multipart" in str(said_back["requestBody"])
                    or "sample" in path
                ):
                    continue
                where = path.replace("{visit_id}", str(self.visit.id)).removeprefix("/api")
                for body in odd:
                    status, answer = self.desk.ask(
                        method.upper(), re.sub(r"{\w+}", str(uuid4()), where), body
                    )
                    tried += 1
                    with self.subTest(method=method, path=path, body=str(body)[:20]):
                        self.assertNotEqual(status, 500, answer)
                        if status >= 400:
                            self.assertRegex(answer["code"], r"^[a-z][a-z_0-9]+$")
                            self.assertTrue(answer["problem"])
        self.assertGreater(tried, 200)
