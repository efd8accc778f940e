"""Parts as large and as fine as may be asked for: laid out more coarsely, said so, and still what they are."""

from __future__ import annotations

import math
import time
import unittest
from itertools import pairwise
from typing import Any

import numpy as np

from gearing.errors import GearingError
from gearing.geometry.outline import gear_outline
from sums.gear import GearIn

from .test_making import Points, body, cut, made
from .test_making_parts import drawn, filled
from .test_making_parts import made as part
from .test_making_parts import opened as part_body

MOST_WORK = 5.0
"""Seconds of processor time, of all threads: the heaviest takes half of it on two cores."""

LARGEST = {"teeth": 400, "module_mm": 20}
LONG = {"teeth": 62, "module_mm": 2.3, "helix_angle_deg": 21.7}


def to_line(points: Points, line: Points) -> float:
    """The farthest any of `points` stands off a closed line of many: seen along its nearest pieces."""
    closed = np.vstack([line, line[:1]])
    worst = 0.0
    for point in points:
        near = int(np.hypot(*(line - point).T).argmin())
        about = [closed[near - 1 if near else -2], closed[near], closed[near + 1]]
        off = []
        for start, end in pairwise(about):
            way = end - start
            share = min(max(float((point - start) @ way) / float(way @ way), 0.0), 1.0)
            off.append(math.hypot(*(point - start - share * way)))
        worst = max(worst, min(off))
    return worst


class WorkIsBounded(unittest.TestCase):
    def worked(self, what: str, ask: Any, **asked: Any) -> None:
        began = time.process_time()
        try:
            ask(**asked)
        except GearingError as refused:
            self.assertTrue(refused.hint, what)
        self.assertLess(time.process_time() - began, MOST_WORK, (what, asked))

    def test_of_a_gear_whatever_is_asked(self) -> None:
        """Each took three to forty seconds while everything was laid out to a micrometre."""
        fine_in_large: dict[str, Any] = {
            "gear": {"teeth": 400, "module_mm": 9.1, "profile_shift": 0.2},
            "second": {"teeth": 304, "module_mm": 1.43},
            "boss_diameter_mm": 1822,
            "web_mm": 1,
            "marks": 3,
        }
        for form in ("stl", "3mf", "svg", "dxf"):
            for asked in (
                {"gear": LARGEST, "width_mm": 200, "second": {"teeth": 400, "module_mm": 20}},
                {"gear": {**LARGEST, "helix_angle_deg": 10}, "width_mm": 200, "mate": LARGEST},
                {
                    "gear": LARGEST,
                    "internal": True,
                    "tip_rounding_mm": 2,
                    "mate": {"teeth": 40, "module_mm": 20},
                },
                {"gear": LONG, "width_mm": 200, "web_mm": 1, "marks": 3, "process": "laser"},
                {"gear": {"teeth": 21, "module_mm": 0.05, "helix_angle_deg": 45}, "width_mm": 200},
                fine_in_large,
            ):
                self.worked(form, made, **asked, format=form)

    def test_of_other_parts(self) -> None:
        for form in ("stl", "3mf", "svg", "dxf"):
            for asked in (
                {
                    "form": "wheel",
                    "teeth": 200,
                    "module_mm": 4.9,
                    "worm_outside_mm": 63,
                    "boss_diameter_mm": 25,
                },
                {"form": "worm", "teeth": 5, "module_mm": 20, "worm_outside_mm": 230, "mate_teeth": 61},
                {"form": "bevel", "teeth": 200, "module_mm": 20, "bore": 1900},
                {"form": "pulley", "teeth": 200, "size": "curved tooth belt, 3 mm", "mate_teeth": 200},
                {"form": "sprocket", "teeth": 200, "size": "08B", "mate_teeth": 200, "bore": 100},
            ):
                self.worked(form, part, **asked, format=form)


class StillWhatItIs(unittest.TestCase):
    def test_the_largest_is_the_gear_within_what_it_says(self) -> None:
        answer, _ = made(gear=LARGEST, width_mm=200, format="svg")
        self.assertTrue(0.001 < answer.tolerance_mm <= 0.02 * 20)
        true = gear_outline(GearIn.model_validate(LARGEST).gear(), 60, 60, 20)
        outline = cut(body(gear=LARGEST, width_mm=200, format="stl"), 77.0)
        said = made(gear=LARGEST, width_mm=200, format="stl")[0].tolerance_mm
        # What is written as STL has numbers of 24 bits: a quarter of a micrometre at four metres.
        self.assertLess(to_line(outline[::41], true), said + 0.002)
        self.assertLess(to_line(true[::997], outline_of(outline)), said + 0.002)
        self.assertLess(answer.tolerance_mm, said)

    def test_what_is_too_coarse_to_be_seen_at_the_bench_is_said(self) -> None:
        self.assertEqual(made()[0].tolerance_mm, 0.001)
        self.assertFalse(any("laid out within" in note for note in made()[0].notes))
        # While an outline is drawn, before the body is asked for, as well.
        for form in ("svg", "stl"):
            answer, _ = made(gear=LONG, width_mm=200, format=form)
            self.assertTrue(any("body of it is laid out within" in note for note in answer.notes), form)
        self.assertLess(answer.tolerance_mm, 0.02 * 2.3)

    def test_an_ordinary_helical_gear_stays_within_a_few_micrometres(self) -> None:
        for teeth, module, width in ((40, 1.0, 10.0), (20, 0.5, 6.0), (60, 0.8, 15.0)):
            gear = {"teeth": teeth, "module_mm": module, "helix_angle_deg": 20}
            self.assertLess(made(gear=gear, width_mm=width)[0].tolerance_mm, 0.004)

    def test_no_body_is_made_of_a_thread_of_a_gear_but_its_outline_is(self) -> None:
        asked: dict[str, Any] = {
            "gear": {"teeth": 21, "module_mm": 0.05, "helix_angle_deg": 45},
            "width_mm": 200,
        }
        with self.assertRaises(GearingError) as refused:
            made(**asked, format="stl")
        self.assertEqual(refused.exception.code, "no_body")
        self.assertIn("outline", refused.exception.hint)
        answer, content = made(**asked, format="svg")
        self.assertIn(b"<path", content)
        self.assertTrue(any("as an outline" in note for note in answer.notes), answer.notes)
        # As much as its section times its width, twisted or not.
        xy = np.array(answer.outline[0])
        area = 0.5 * abs(float(np.sum(xy[:, 0] * np.roll(xy[:, 1], -1) - np.roll(xy[:, 0], -1) * xy[:, 1])))
        self.assertAlmostEqual(answer.volume_mm3, 200 * area, delta=0.005 * answer.volume_mm3)

    def test_an_outline_has_the_volume_of_the_body(self) -> None:
        asked: dict[str, Any] = {
            "gear": {"teeth": 24, "module_mm": 1, "helix_angle_deg": 15}, "bore": 6, "boss_diameter_mm": 12, "set_screw_mm": 3
        }  # fmt: skip
        drawn_as, raised = (
            made(**asked, format="dxf")[0].volume_mm3,
            made(**asked, format="stl")[0].volume_mm3,
        )
        self.assertAlmostEqual(drawn_as / raised, 1.0, delta=0.002)

    def test_a_set_screw_goes_through_a_thick_ring(self) -> None:
        ring: dict[str, Any] = {"gear": {"teeth": 40, "module_mm": 1}, "internal": True, "width_mm": 8}
        for rim in (4.0, 40.0):
            plain, drilled = body(**ring, rim_mm=rim), body(**ring, rim_mm=rim, set_screw_mm=3)
            # Through one side of it: from its teeth to its outside.
            gone = (plain.volume - drilled.volume) / (math.pi * 2.25)
            self.assertTrue(rim < gone < rim + 2.25, (rim, gone))

    def test_a_long_worm_is_told_how_long_it_may_be_and_is_made_so_long(self) -> None:
        asked: dict[str, Any] = {"form": "worm", "teeth": 1, "module_mm": 0.3, "worm_outside_mm": 4.0}
        with self.assertRaises(GearingError) as refused:
            part(**asked, width_mm=200)
        self.assertEqual(refused.exception.code, "too_many_turns")
        most = float(refused.exception.hint.split("Up to ")[1].split(" mm")[0])
        self.assertGreater(most, 20)
        self.assertTrue(part_body(**asked, width_mm=most - 0.2).is_watertight)

    def test_grooves_all_round_stand_where_each_alone_would(self) -> None:
        outline = drawn(form="pulley", teeth=60, size="curved tooth belt, 3 mm")["OUTLINE"]
        section = filled(outline)
        for n in (1, 7, 30, 59):
            apart = section - section.rotate(360 * n / 60)
            self.assertLess(float(apart.area()), 1e-3 * float(section.area()), n)
        bottoms = np.hypot(*outline.T)
        angle = np.sort(np.arctan2(*outline[bottoms < bottoms.min() + 0.01].T))
        round_again = np.append(angle, angle[0] + 2 * math.pi)
        self.assertEqual(int((np.diff(round_again) > math.pi / 60).sum()), 60)


def outline_of(points: Points) -> Points:
    """Points of a cut in their order round a gear's teeth: each is at two ends of pieces of it."""
    at = np.unique(points.round(4), axis=0)
    return at[np.argsort(np.arctan2(at[:, 1], at[:, 0]))]
