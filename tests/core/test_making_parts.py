"""Worms, wheels, bevels, pulleys and sprockets as files: opened by another library, and tried in one another."""

from __future__ import annotations

import base64
import math
import unittest
from io import BytesIO, StringIO
from typing import Any

import ezdxf
import numpy as np
import trimesh
from manifold3d import CrossSection, FillRule, Manifold, Mesh
from numpy.typing import NDArray

from gearing.errors import GearingError
from sums.base import here
from sums.make_part import MakePartIn, MakePartOut, make_part

Points = NDArray[np.float64]
WORM = {"form": "worm", "teeth": 2, "module_mm": 1, "worm_outside_mm": 12, "width_mm": 24}
WHEEL = {"form": "wheel", "teeth": 30, "module_mm": 1, "worm_outside_mm": 12, "starts": 2, "width_mm": 7}


def made(**asked: Any) -> tuple[MakePartOut, bytes]:
    answer = here(make_part, MakePartIn.model_validate(asked))
    return answer, base64.b64decode(answer.file)


def opened(**asked: Any) -> trimesh.Trimesh:
    answer, content = made(**asked)
    body = trimesh.load(BytesIO(content), file_type=answer.format, force="mesh")
    assert isinstance(body, trimesh.Trimesh)
    return body


def solid(**asked: Any) -> Manifold:
    """The body as its file has it, to be tried in others."""
    body = opened(**asked, format="3mf")
    return Manifold(Mesh(np.asarray(body.vertices, np.float32), np.asarray(body.faces, np.uint32)))


def drawn(**asked: Any) -> dict[str, Points]:
    _, content = made(**asked, format="dxf")
    drawing = ezdxf.read(StringIO(content.decode()))
    return {
        line.dxf.layer: np.array(line.get_points("xy")) for line in drawing.modelspace().query("LWPOLYLINE")
    }


def filled(outline: Points) -> CrossSection:
    return CrossSection([outline], FillRule.NonZero)


class EveryPart(unittest.TestCase):
    def test_each_is_one_closed_body_on_its_foot_whose_volume_is_that_which_is_said(self) -> None:
        for asked in (
            WORM,
            WHEEL,
            {"form": "bevel", "teeth": 16, "mate_teeth": 32, "module_mm": 1, "bore": 5},
            {"form": "pulley", "teeth": 20, "size": "MXL", "bore": 4, "flanges_mm": 1, "boss_diameter_mm": 9},
            {"form": "pulley", "teeth": 24, "size": "curved tooth belt, 5 mm", "bore": 8},
            {"form": "sprocket", "teeth": 11, "size": "04C", "bore": {"size_mm": 5, "shape": "hex"}},
        ):
            with self.subTest(form=asked["form"]):
                answer, _ = made(**asked)
                body = opened(**asked)
                self.assertTrue(body.is_watertight)
                self.assertEqual(len(solid(**asked).decompose()), 1)
                self.assertAlmostEqual(float(body.volume), answer.volume_mm3, delta=2e-4 * answer.volume_mm3)
                self.assertAlmostEqual(float(body.bounds[0][2]), 0.0, places=4)
                self.assertAlmostEqual(
                    float(np.ptp(body.bounds[:, :2], axis=0).max()), answer.across_mm, places=2
                )

    def test_what_shrinks_is_laid_out_larger_and_what_grows_thinner(self) -> None:
        for asked in (WORM, WHEEL, {"form": "sprocket", "teeth": 11, "size": "04C"}):
            with self.subTest(form=asked["form"]):
                plain = made(**asked)[0].volume_mm3
                larger = made(**asked, process={"shrinks_percent": 2})[0].volume_mm3
                self.assertAlmostEqual(larger / plain, 0.98**-3, delta=0.002)
                self.assertLess(made(**asked, process={"grows_mm": 0.05})[0].volume_mm3, plain)

    def test_what_cannot_be_made_is_said_with_what_to_do(self) -> None:
        for asked, code in (
            ({"form": "worm", "teeth": 1, "module_mm": 1}, "figure_needed"),
            ({"form": "worm", "teeth": 1, "module_mm": 1, "worm_outside_mm": 4}, "worm_too_thin"),
            ({**WORM, "module_mm": 0.05, "width_mm": 100}, "too_many_turns"),
            ({**WHEEL, "teeth": 14}, "undercut_wheel"),
            ({**WHEEL, "width_mm": 14}, "wheel_too_wide"),
            ({"form": "bevel", "teeth": 16, "module_mm": 1, "width_mm": 9}, "face_too_long"),
            ({"form": "pulley", "teeth": 20, "size": "string"}, "figure_needed"),
            ({"form": "sprocket", "teeth": 3, "size": "04C"}, "out_of_range"),
            ({"form": "sprocket", "teeth": 9, "size": "04B", "bore": 18}, "no_body"),
        ):
            with self.subTest(code=code, form=asked["form"]), self.assertRaises(GearingError) as refused:
                made(**asked)
            self.assertEqual(refused.exception.code, code)
            self.assertTrue(refused.exception.hint)


class WormAndWheel(unittest.TestCase):
    def test_a_thread_goes_on_by_its_lead_and_is_straight_along_the_axis(self) -> None:
        body = opened(**WORM)
        lead = 2 * math.pi
        # A plane through the axis: at each radius the sides of the thread stand where a trapezoid has them.
        lines = trimesh.intersections.mesh_plane(body, plane_normal=[0, 1, 0], plane_origin=[0, 0, 0])
        for radius in (4.2, 5.0, 5.8):
            at = []
            for (x0, _, z0), (x1, _, z1) in lines:
                if x0 > 0 and (x0 - radius) * (x1 - radius) < 0:
                    at.append(z0 + (z1 - z0) * (radius - x0) / (x1 - x0))
            at.sort()
            gaps = np.diff([z for z in at if 2 < z < 22])
            thick = math.pi / 2 - 2 * (radius - 5) * math.tan(math.radians(20))
            self.assertTrue(np.allclose(gaps[:-1] + gaps[1:], lead / 2, atol=0.01))
            self.assertAlmostEqual(float(min(abs(gaps - thick))), 0.0, delta=0.01)

    def turned_together(self, hand: str, closer: float = 0.0) -> list[float]:
        """How much of a worm lies in its wheel as both turn by their ratio, mm³."""
        # Two leads long, it has a thread where a gap of the wheel stands.
        worm = solid(**{**WORM, "width_mm": 4 * math.pi}, hand=hand, play_mm=0.02)
        worm = worm.translate((0, 0, -2 * math.pi))
        wheel = solid(**WHEEL, hand=hand, play_mm=0.02).translate((0, 0, -3.5))
        way, found = 1 if hand == "right" else -1, []
        for turn in range(0, 360, 67):
            there = worm.rotate((0, 0, turn - 90)).rotate((0, 90, 0)).translate((0, 20 - closer, 0))
            found.append(float((there ^ wheel.rotate((0, 0, way * turn / 15))).volume()))
        return found

    def test_they_run_in_one_another_all_round_at_their_distance_and_bind_when_nearer(self) -> None:
        for hand in ("right", "left"):
            with self.subTest(hand=hand):
                self.assertLess(max(self.turned_together(hand)), 1e-3)
        self.assertGreater(min(self.turned_together("right", closer=0.1)), 0.1)

    def test_of_the_other_hand_they_do_not(self) -> None:
        worm = solid(**WORM, hand="left").translate((0, 0, -12)).rotate((0, 90, 0)).translate((0, 20, 0))
        wheel = solid(**WHEEL, hand="right").translate((0, 0, -3.5))
        least = min(float((worm ^ wheel.rotate((0, 0, by))).volume()) for by in np.arange(0, 12, 1.0))
        self.assertGreater(least, 1.0)


class Bevels(unittest.TestCase):
    def test_two_run_in_one_another_on_shafts_at_right_angles_with_one_apex(self) -> None:
        for z, mate in ((16, 32), (20, 20)):
            bodies = []
            for own, other in ((z, mate), (mate, z)):
                cone = math.atan2(own, other)
                made_of = {"form": "bevel", "teeth": own, "mate_teeth": other, "module_mm": 1, "width_mm": 4}
                body = solid(**made_of, play_mm=0.02)
                # It stands on its back, two modules under its feet; the apex is a cone's height over its pitch circle.
                back = 2 + 1.25 * math.sin(cone)
                bodies.append(body.translate((0, 0, -back - own / 2 / math.tan(cone))))
            first, second = bodies

            def in_it(turn: float, by: float, first: Manifold = first, second: Manifold = second) -> float:
                there = second.rotate((0, 0, by)).rotate((0, 90, 0))
                return float((first.rotate((0, 0, turn)) ^ there).volume())

            start = min(np.arange(0, 360 / mate, 360 / mate / 48), key=lambda by: in_it(0.0, by))
            for turn in range(0, 60, 7):
                with self.subTest(teeth=z, turn=turn):
                    self.assertLess(in_it(turn, start - turn * z / mate), 1e-3)
            self.assertGreater(in_it(5, start), 0.5)

    def test_over_its_tips_it_is_what_the_reader_says_of_it(self) -> None:
        answer, _ = made(form="bevel", teeth=16, mate_teeth=32, module_mm=1)
        self.assertAlmostEqual(answer.across_mm, 16 + 2 * math.cos(math.atan(0.5)), delta=0.01)


class Round(unittest.TestCase):
    def test_a_pulley_is_as_far_round_as_its_belt_less_what_the_belt_stands_out(self) -> None:
        outline = drawn(form="pulley", teeth=20, size="XL", bore=6)["OUTLINE"]
        reach = np.hypot(*outline.T)
        self.assertAlmostEqual(float(reach.max()), (5.08 * 20 / math.pi - 0.508) / 2, delta=0.002)
        self.assertAlmostEqual(float(reach.max() - reach.min()), 1.65, delta=0.02)
        # At half depth a groove is open as ISO 5294 has it: 1.32 mm at its bottom, its sides 50° apart.
        middle = (reach.max() + reach.min()) / 2
        ring = filled(outline) ^ (
            CrossSection.circle(middle + 0.01, 720) - CrossSection.circle(middle - 0.01, 720)
        )
        self.assertEqual(len(ring.to_polygons()), 20)
        land = ring.area() / 0.02 / 20
        self.assertAlmostEqual(
            2 * math.pi * middle / 20 - land, 1.32 + 2 * 0.825 * math.tan(math.radians(25)), delta=0.04
        )

    def test_a_rollers_chain_sits_on_a_sprocket_and_goes_no_deeper(self) -> None:
        for size, teeth, pitch, roller in (
            ("04C", 11, 6.35, 3.3),
            ("06B", 23, 9.525, 6.35),
            ("05B", 9, 8.0, 5.0),
        ):
            body = filled(drawn(form="sprocket", teeth=teeth, size=size)["OUTLINE"])
            middle = pitch / 2 / math.sin(math.pi / teeth)
            one = CrossSection.circle(roller / 2, 256)
            with self.subTest(size=size):
                for n in range(teeth):
                    at = one.translate((0, middle)).rotate(360 * n / teeth)
                    self.assertLess((body ^ at).area(), 1e-3)
                self.assertGreater((body ^ one.translate((0, middle - 0.2))).area(), 0.01)
                # A roller comes in and goes out between two tips.
                for out in np.linspace(0, 1.2 * roller, 12):
                    self.assertLess((body ^ one.translate((0, middle + out))).area(), 1e-3)
                # Half way between two seats a tooth stands, higher than the rollers' middles.
                tip = np.hypot(*np.vstack([np.asarray(each) for each in body.to_polygons()]).T).max()
                self.assertGreater(tip, middle + 0.15 * roller)
