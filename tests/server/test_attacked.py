"""Requests that once broke something, found by generated ones: each is answered in words."""

from __future__ import annotations

import json
from typing import Any
from uuid import uuid4

from gearing.errors import GearingError
from gearing.sourcing.text_table import read_table

from .bench import BenchCase


class Found(BenchCase):
    def test_a_truth_value_is_no_length(self) -> None:
        for value in (True, False):
            answer = self.desk.ask("POST", "/sums/read", {"teeth": 31, "readings": [{"value": value}]})
            self.refused(answer, "length_out_of_range")
        round_, reading = uuid4(), uuid4()
        self.desk.ask("PUT", f"/practice/{round_}", {})
        body = {"kind": "pins", "size_mm": False}
        self.assertEqual(self.desk.ask("PUT", f"/practice/{round_}/readings/{reading}", body)[0], 422)
        # What was refused is not kept, and the round goes on.
        self.assertNotEqual(self.desk.ask("PUT", f"/practice/{round_}", {})[0], 500)

    def test_a_file_that_came_torn_is_refused(self) -> None:
        for path in (
            self.at("photos", uuid4()),
            self.at("sounds", uuid4()),
            f"/suppliers/{uuid4()}/list",
            "/record/preview",
        ):
            for kind in (
                "multipart/form-data",
                "multipart/form-data; boundary=",
                "multipart/form-data; boundary=\u00fc",
            ):
                with self.subTest(path, kind=kind):
                    answer: Any = self.desk.client.generic("POST", f"/api{path}", b"torn", content_type=kind)
                    self.assertIn(answer.status_code, (400, 404, 422), answer.content)
                    self.assertTrue(json.loads(answer.content)["hint"])

    def test_a_table_of_nothing_but_its_marks_is_empty(self) -> None:
        for content in (b";;;\n", b",,\n,,\n", b"\t\t\n"):
            for kind in ("price_list", "stock_list", "order_list"):
                with self.subTest(content, kind=kind), self.assertRaises(GearingError) as refused:
                    read_table(content, kind)
                self.assertTrue(refused.exception.hint)
