"""A worm, wheel, bevel, pulley or sprocket with its mate: held against what is drawn, cut, or in the tables."""

from __future__ import annotations

import base64
import math
import unittest
from io import BytesIO
from typing import Any

import numpy as np
import trimesh
from manifold3d import CrossSection, FillRule
from numpy.typing import NDArray

from gearing.errors import GearingError
from gearing.making import Running, part_stress, running
from sums.base import here
from sums.make_part import MakePartIn, MakePartOut, make_part

Points = NDArray[np.float64]
WORM = {"form": "worm", "teeth": 2, "module_mm": 1, "worm_outside_mm": 12, "width_mm": 24}
WHEEL = {"form": "wheel", "teeth": 30, "module_mm": 1, "worm_outside_mm": 12, "starts": 2, "width_mm": 7}
BEVEL = {"form": "bevel", "teeth": 16, "mate_teeth": 32, "module_mm": 1}
PULLEY = {"form": "pulley", "teeth": 20, "size": "MXL", "mate_teeth": 40}
SPROCKET = {"form": "sprocket", "teeth": 11, "size": "04C", "mate_teeth": 30}


def made(**asked: Any) -> MakePartOut:
    return here(make_part, MakePartIn.model_validate(asked))


def meets(**asked: Any) -> Running:
    """As the sum has it, without the body being made."""
    request = MakePartIn.model_validate(asked)
    return here(lambda asks: running(asks.blank(), asks.mate_teeth or 0, asks.centre_distance_mm), request)


def line(answer: Running, of: str) -> Points:
    return next(outline for name, outline in answer.drawing if name == of)


def fact(answer: Running, of: str) -> float:
    return float(next(value for name, value in answer.facts if of in name).split()[0])


def filled(outline: Points) -> CrossSection:
    return CrossSection([outline], FillRule.NonZero)


class WormWithWheel(unittest.TestCase):
    def free(self, answer: Running) -> float:
        """How far the worm that is drawn can be pushed along its axis in the wheel that is drawn, mm."""
        worm = "part" if line(answer, "part")[:, 0].max() > line(answer, "mate")[:, 0].max() else "mate"
        thread, wheel = filled(line(answer, worm)), filled(line(answer, "part" if worm == "mate" else "mate"))

        def stands_in(by: float) -> bool:
            return bool((thread.translate((by, 0)) ^ wheel).area() > 2e-3)

        ways = []
        for way in (1, -1):
            low, high = 0.0, 0.8
            for _ in range(24):
                middle = (low + high) / 2
                low, high = (low, middle) if stands_in(way * middle) else (middle, high)
            ways.append(low)
        return sum(ways)

    def test_the_play_is_that_of_the_drawing_at_every_distance(self) -> None:
        for asked in (WORM | {"mate_teeth": 30, "width_mm": 40}, WHEEL):
            for apart, play in ((20.0, 0.0), (20.0, 0.15), (20.2, 0.0), (20.3, 0.1)):
                with self.subTest(form=asked["form"], apart=apart, play=play):
                    answer = meets(**asked, centre_distance_mm=apart, play_mm=play)
                    assert answer.play is not None
                    self.assertAlmostEqual(self.free(answer), answer.play, delta=0.02)
                    self.assertAlmostEqual(answer.play, play + 2 * (apart - 20) * 0.364, delta=1e-3)

    def test_where_it_belongs_is_half_of_both_reference_diameters(self) -> None:
        self.assertAlmostEqual(meets(**WHEEL).distance, (10 + 30) / 2)
        self.assertEqual(meets(**WORM, mate_teeth=30).distance, meets(**WHEEL).distance)

    def test_it_is_judged_as_any_pair_of_teeth(self) -> None:
        for apart, verdict in (
            (19.9, "jammed"),
            (20.0, "tight"),
            (20.1, "right"),
            (20.6, "loose"),
            (21.8, "skipping"),
        ):
            with self.subTest(apart=apart):
                self.assertEqual(meets(**WHEEL, centre_distance_mm=apart).verdict, verdict)

    def test_so_far_apart_that_nothing_touches_there_is_no_contact(self) -> None:
        for asked in (WHEEL, BEVEL):
            with self.subTest(form=asked["form"]):
                answer = meets(**asked, centre_distance_mm=meets(**asked).distance + 40)
                self.assertEqual((answer.contact, answer.verdict), (0.0, "skipping"))

    def test_a_wheel_that_its_worm_undercuts_is_refused_as_the_mate(self) -> None:
        with self.assertRaises(GearingError) as refused:
            meets(**WORM, mate_teeth=14)
        self.assertEqual((refused.exception.code, refused.exception.field), ("undercut_wheel", "mate.teeth"))


class Bevels(unittest.TestCase):
    def test_the_tips_of_the_body_point_to_where_the_shafts_cross(self) -> None:
        for teeth, mate, boss in ((16, 32, 0.0), (32, 16, 0.0), (20, 20, 3.0)):
            with self.subTest(teeth=teeth, mate=mate):
                asked = {**BEVEL, "teeth": teeth, "mate_teeth": mate}
                if boss:
                    asked |= {"boss_diameter_mm": 8, "boss_length_mm": boss}
                answer = made(**asked, format="stl")
                body = trimesh.load(BytesIO(base64.b64decode(answer.file)), file_type="stl", force="mesh")
                assert isinstance(body, trimesh.Trimesh) and answer.running
                reach, z = np.hypot(body.vertices[:, 0], body.vertices[:, 1]), body.vertices[:, 2]
                # Of all lines from the outermost corner through others only that along a tip leans in least.
                outer = int(reach.argmax())
                apex = answer.running.distance_mm
                toward = reach * (apex - z[outer]) / np.maximum(apex - z, 1e-9)
                above = z > z[outer] + 0.5
                self.assertAlmostEqual(float(toward[above].max()), float(reach[outer]), delta=0.01)

    def test_the_two_that_are_drawn_touch_along_their_pitch_cones_only(self) -> None:
        answer = meets(**BEVEL)
        both = filled(line(answer, "part")) ^ filled(line(answer, "mate"))
        # Tooth in space: as deep as two addenda along the face.
        self.assertGreater(both.area(), 0)
        self.assertLess(both.area(), 2.3 * 0.3 * 17.9)
        self.assertAlmostEqual(math.hypot(8, 16), 17.889, places=3)

    def test_a_shim_takes_of_the_play_what_is_said(self) -> None:
        near, far = (meets(**BEVEL, centre_distance_mm=meets(**BEVEL).distance + by).play for by in (0, 0.1))
        assert near is not None and far is not None
        # 2·tan 20°·sin 26.57° a millimetre.
        self.assertAlmostEqual(far - near, 0.1 * 2 * 0.36397 * 0.44721, places=5)

    def test_the_further_out_it_stands_the_less_it_has_in_contact(self) -> None:
        home = meets(**BEVEL).distance
        contact = [meets(**BEVEL, centre_distance_mm=home + by).contact for by in (0, 0.5, 1, 1.5, 2, 3)]
        self.assertEqual(contact, sorted(contact, reverse=True))
        # Its teeth are 2 deep and their cones part by sin 26.57° of the way: at 4.5 mm the tips have left.
        self.assertLess(meets(**BEVEL, centre_distance_mm=home + 3).contact, 1)
        self.assertEqual(meets(**BEVEL, centre_distance_mm=home + 4.6).contact, 0)

    def test_its_contact_is_that_of_its_equivalent_gears(self) -> None:
        # 17.9 and 71.6 teeth: as a pair of 18 and 72 has it by any table, 1.66.
        self.assertAlmostEqual(meets(**BEVEL).contact, 1.66, delta=0.02)


class BeltsAndChains(unittest.TestCase):
    def test_a_belt_is_as_long_as_the_line_that_is_drawn(self) -> None:
        for teeth, mate, apart in ((20, 40, 40.0), (40, 20, 35.0), (30, 30, 60.0), (12, 90, 41.0)):
            with self.subTest(teeth=teeth, mate=mate):
                answer = meets(**{**PULLEY, "teeth": teeth, "mate_teeth": mate}, centre_distance_mm=apart)
                drawn = line(answer, "belt")
                length = float(np.hypot(*np.diff(np.vstack([drawn, drawn[:1]]), axis=0).T).sum())
                said = fact(answer, "go round")
                self.assertAlmostEqual(said, length / 2.032, delta=0.02)
                on_it = np.hypot(*drawn.T) < 2.032 * teeth / (2 * math.pi) + 0.02
                turns = np.unwrap(np.arctan2(drawn[on_it, 1], drawn[on_it, 0]))
                around = teeth * float(np.ptp(turns)) / (2 * math.pi)
                self.assertAlmostEqual(answer.contact, around, delta=0.05)

    def test_a_chain_has_the_links_of_the_textbook(self) -> None:
        for teeth, mate, apart in ((11, 30, 80.0), (15, 15, 70.0), (40, 13, 120.0)):
            with self.subTest(teeth=teeth, mate=mate):
                answer = meets(**{**SPROCKET, "teeth": teeth, "mate_teeth": mate}, centre_distance_mm=apart)
                said = fact(answer, "go round")
                book = (
                    2 * apart / 6.35
                    + (teeth + mate) / 2
                    + ((mate - teeth) / (2 * math.pi)) ** 2 * 6.35 / apart
                )
                self.assertAlmostEqual(said, book, delta=0.06)

    def test_where_a_whole_one_is_taut_none_is_missing(self) -> None:
        for asked, step in ((PULLEY, 1), (SPROCKET, 2)):
            with self.subTest(form=asked["form"]):
                answer = meets(**asked)
                said = fact(answer, "go round")
                self.assertAlmostEqual(said / step, round(said / step), places=2)
                self.assertNotRegex(answer.reason, "further|closer")
                off = meets(**asked, centre_distance_mm=answer.distance - 0.3)
                self.assertIn("0.30 mm further", off.reason)

    def test_too_few_teeth_in_it_are_said(self) -> None:
        answer = meets(**{**PULLEY, "teeth": 10, "mate_teeth": 60}, centre_distance_mm=25)
        self.assertEqual(answer.verdict, "few teeth")
        self.assertIn("teeth lie in the belt", answer.reason)

    def test_two_that_stand_in_each_other_are_refused_with_how_far_they_must(self) -> None:
        for asked in (PULLEY, SPROCKET):
            with self.subTest(form=asked["form"]), self.assertRaises(GearingError) as refused:
                meets(**asked, centre_distance_mm=15)
            self.assertEqual(refused.exception.field, "centre_distance_mm")
            self.assertRegex(str(refused.exception.hint), r"More than \d+\.\d\d mm")


class Strength(unittest.TestCase):
    def bent(self, **asked: Any) -> float:
        request = MakePartIn.model_validate(asked)
        blank, mate = request.blank(), request.mate_teeth or 0
        known = mate and blank.part.form == "pulley"
        in_mesh = running(blank, mate, request.centre_distance_mm).contact if known else None
        return part_stress(blank, request.torque_nmm or 0.0, in_mesh)

    def test_wheels_and_bevels_are_bent_as_lewis_table_has_it(self) -> None:
        # Lewis's form factors for 20° full-depth teeth: 30 teeth 0.359; 17.9, the equivalent ones, 0.308.
        wheel = 300 / 15 / (7 * 1 * 0.359)
        cone = math.hypot(8, 16)
        bevel = 300 / 8 / (5 * 1 * 0.308) / (1 - 5 / cone)
        for asked, by_table in ((WHEEL, wheel), ({**BEVEL, "width_mm": 5}, bevel)):
            with self.subTest(form=asked["form"]):
                self.assertAlmostEqual(self.bent(**asked, torque_nmm=300) / by_table, 1.0, delta=0.2)

    def test_a_thread_is_bent_by_the_push_along_its_axis(self) -> None:
        # Lead angle 11.3°, friction angle 4.9°: 100 N·mm push with 100/5/tan 16.2° = 69 N. A trapezoid of
        # s = pi/2 - 2·tan 20° at its tip is weakest where it is twice as thick; it lies in the wheel over
        # 2·sqrt(36 - 25).
        lean = math.tan(math.radians(20))
        tip, around = math.pi / 2 - 2 * lean, 2 * math.sqrt(11)
        by_hand = 6 * 69 / (8 * around * lean * tip)
        self.assertAlmostEqual(self.bent(**WORM, torque_nmm=100) / by_hand, 1.0, delta=0.01)

    def test_teeth_of_a_pulley_share_what_the_belt_pulls(self) -> None:
        # The whole of a tooth as a block of its height, as wide as what the grooves leave: within its taper.
        pull, width, deep = 200 / 6.468, 6.0, 0.69
        tip = math.pi * (12.936 - 0.508) / 20 - 1.342
        foot = math.pi * (12.936 - 0.508 - 2 * deep) / 20 - (1.342 - 2 * deep * math.tan(math.radians(20)))
        stress = self.bent(**PULLEY, torque_nmm=200, centre_distance_mm=60)
        least, most = (6 * pull / 6 * deep / (width * wide**2) for wide in (foot, tip))
        self.assertGreater(stress, 0.6 * least)
        self.assertLess(stress, most)
        # Half of them lie in a belt that nothing is known of; fewer where the mate is much larger.
        alone = self.bent(**{**PULLEY, "mate_teeth": None}, torque_nmm=200)
        self.assertAlmostEqual(alone, stress, places=6)
        few = {**PULLEY, "teeth": 10, "mate_teeth": 60}
        self.assertGreater(
            self.bent(**few, torque_nmm=200, centre_distance_mm=25),
            1.2 * self.bent(**few, torque_nmm=200, centre_distance_mm=200),
        )

    def test_twice_the_torque_bends_twice_as_much_and_a_wider_face_less(self) -> None:
        for asked, width in ((WHEEL, 6), (BEVEL, 5), (PULLEY, 8), (SPROCKET, 3)):
            with self.subTest(form=asked["form"]):
                plain = {**asked, "width_mm": width}
                one = self.bent(**plain, torque_nmm=100)
                self.assertAlmostEqual(self.bent(**plain, torque_nmm=200), 2 * one, places=6)
                self.assertGreater(self.bent(**{**plain, "width_mm": width / 2}, torque_nmm=100), 1.5 * one)

    def test_the_sum_says_both_where_it_is_asked_and_neither_where_it_is_not(self) -> None:
        asked = {**PULLEY, "torque_nmm": 200, "centre_distance_mm": 60}
        answer = made(**asked)
        assert answer.running and answer.bending_n_mm2
        self.assertAlmostEqual(answer.bending_n_mm2, self.bent(**asked))
        self.assertEqual([each.of for each in answer.running.drawing], ["part", "mate", "belt"])
        self.assertEqual(answer.running.reason, meets(**asked).reason)
        plain = made(**{**PULLEY, "mate_teeth": None})
        self.assertIsNone(plain.running)
        self.assertIsNone(plain.bending_n_mm2)
        with self.assertRaises(GearingError) as refused:
            made(**WORM, mate_teeth=7)
        self.assertEqual((refused.exception.code, refused.exception.field), ("out_of_range", "mate_teeth"))
