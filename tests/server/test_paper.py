"""The gauges on paper: lengths in the file are millimetres on the sheet."""

from __future__ import annotations

import json
import re
from typing import Any, ClassVar
from urllib.parse import quote

from django.test import Client

from gearing.gauges import gauges
from instruments.paper import gauge_sheet

from .bench import BenchCase

POINT = 25.4 / 72
NUMBER = r"(-?[\d.]+)"


class Paper(BenchCase):
    def test_the_check_ruler_is_a_hundred_millimetres(self) -> None:
        text = gauge_sheet(gauges()).decode("latin-1")
        lines = re.findall(rf"{NUMBER} {NUMBER} m {NUMBER} {NUMBER} l S", text)
        lengths = [round((float(x2) - float(x1)) * POINT, 2) for x1, y1, x2, y2 in lines if y1 == y2]
        self.assertEqual(lengths.count(100.0), 2, "one ruler a page")
        ticks = sorted({round(float(x1) * POINT, 2) for x1, y1, x2, y2 in lines if x1 == x2})
        self.assertEqual(len(ticks), 101)
        self.assertAlmostEqual(ticks[-1] - ticks[0], 100.0, places=2)

    def test_a_card_fits_its_outline_and_a_rack_its_pitch(self) -> None:
        text = gauge_sheet(gauges()).decode("latin-1")
        boxes = [(float(w) * POINT, float(h) * POINT) for w, h in re.findall(rf"{NUMBER} {NUMBER} re", text)]
        self.assertTrue(any(abs(w - 85.60) < 0.01 and abs(h - 53.98) < 0.01 for w, h in boxes))
        screw = next(s.figure for s in gauges().screws if s.label == "M3 × 20")
        self.assertTrue(any(abs(w - screw.diameter) < 0.01 and abs(h - 20.0) < 0.01 for w, h in boxes))
        self.assertEqual(text.count("/Type /Page\n") + text.count("/Type /Page "), 2)

    def test_it_is_handed_to_members_only(self) -> None:
        answer = self.desk.client.get("/api/sums/gauges.pdf")
        self.assertEqual((answer.status_code, answer["Content-Type"]), (200, "application/pdf"))
        self.assertTrue(answer.content.startswith(b"%PDF"))
        self.assertEqual(Client().get("/api/sums/gauges.pdf").status_code, 401)
        self.assertEqual(len(self.desk.got("GET", "/sums/gauges")["racks"]), len(gauges().racks))


class Holes(BenchCase):
    ASKED: ClassVar[dict[str, Any]] = {
        "plate": {"first_mm": 24, "pitch_mm": 0.8, "count": 12, "offset_mm": 3},
        "pinions": "12-14",
        "spurs": list(range(50, 70)),
        "module_mm": 0.8,
    }

    def test_every_pair_of_the_chart_stands_on_paper(self) -> None:
        chart = self.desk.got("POST", "/sums/holes", self.ASKED)
        asked = quote(json.dumps(self.ASKED))
        answer = self.desk.client.get(f"/api/sums/holes.pdf?asked={asked}")
        self.assertEqual((answer.status_code, answer["Content-Type"]), (200, "application/pdf"))
        content = b"".join(answer) if answer.streaming else answer.content
        said = re.findall(r"\((.*?)\) Tj", content.decode("latin-1"))
        for n, row in enumerate(chart["holes"]):
            for k, hole in enumerate(row):
                if hole:
                    self.assertIn(f"{chart['backlash_mm'][n][k]:.2f}", said)
        for teeth in (*chart["pinions"], *chart["spurs"]):
            self.assertIn(str(teeth), said)

    def test_what_is_no_chart_is_refused_with_words(self) -> None:
        for asked in ("{}", "no json", json.dumps({**self.ASKED, "module_mm": "-1"})):
            answer = self.desk.client.get(f"/api/sums/holes.pdf?asked={quote(asked)}")
            with self.subTest(asked=asked):
                self.assertEqual(answer.status_code, 422)
                self.assertTrue(answer.json()["problem"])
