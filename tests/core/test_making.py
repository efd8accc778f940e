"""Gears as files: opened by other libraries than wrote the outline, sectioned, and measured on the section."""

from __future__ import annotations

import base64
import math
import unittest
from io import BytesIO, StringIO
from typing import Any
from xml.etree import ElementTree as ET

import ezdxf
import numpy as np
import trimesh
from manifold3d import CrossSection, FillRule
from numpy.typing import NDArray

from gearing.errors import GearingError
from gearing.geometry.outline import gear_outline
from sums.base import here
from sums.gear import GearIn, measure_gear
from sums.make import MakeIn, MakeOut, make_gear

Points = NDArray[np.float64]
GEAR = {"teeth": 31, "module_mm": 0.8}


def made(**asked: Any) -> tuple[MakeOut, bytes]:
    answer = here(make_gear, MakeIn.model_validate({"gear": GEAR, "width_mm": 6, **asked}))
    return answer, base64.b64decode(answer.file)


def body(**asked: Any) -> trimesh.Trimesh:
    answer, content = made(**asked)
    return trimesh.load(BytesIO(content), file_type=answer.format, force="mesh")


def cut(mesh: trimesh.Trimesh, height: float, beyond: float = 2.0) -> Points:
    """Where a plane at a height meets a body's outside, shape (n, 2): what lies farther out than a bore."""
    lines = trimesh.intersections.mesh_plane(mesh, plane_normal=[0, 0, 1], plane_origin=[0, 0, height])
    points: Points = np.asarray(lines, dtype=np.float64)[:, :, :2].reshape(-1, 2)
    return points[np.hypot(*points.T) > beyond]


def span(outline: Points, teeth: int, k: int, reach: float) -> float:
    """The width over `k` teeth between two parallel jaws that stand alike to both flanks.

    The jaws go in as far as radius `reach`: what lies deeper they do not touch.
    """
    outline = outline[np.hypot(*outline.T) > reach]
    angle = np.arctan2(outline[:, 1], outline[:, 0])
    pitch = 2 * np.pi / teeth
    # The middle of the span stands at a tooth for odd counts, at a space for even ones.
    middle = np.pi / 2 + (0 if k % 2 else pitch / 2)
    off = np.angle(np.exp(1j * (angle - middle)))
    mine = outline[np.abs(off) < k * pitch / 2]
    across = mine @ np.array([-np.sin(middle), np.cos(middle)])
    return float(across.max() - across.min())


def away(points: Points, line: Points) -> float:
    """The farthest any of `points` stands off a closed line."""
    closed = np.vstack([line, line[:1]])
    start, way = closed[:-1], np.diff(closed, axis=0)
    worst = 0.0
    for point in points:
        share = np.clip(((point - start) * way).sum(axis=1) / (way**2).sum(axis=1), 0, 1)
        worst = max(worst, float(np.hypot(*(point - start - share[:, None] * way).T).min()))
    return worst


class Outlines(unittest.TestCase):
    def test_a_drawing_opens_in_millimetres_with_its_layers_and_is_the_gear_within_five_microns(self) -> None:
        _, content = made(format="dxf", bore=5)
        drawing = ezdxf.read(StringIO(content.decode()))
        self.assertEqual(drawing.units, ezdxf.units.MM)
        lines = {
            line.dxf.layer: np.array(line.get_points("xy"))
            for line in drawing.modelspace().query("LWPOLYLINE")
        }
        self.assertEqual(set(lines), {"OUTLINE", "BORE"})
        true = gear_outline(GearIn(**GEAR).gear(), 200, 200, 40)  # type: ignore[arg-type]
        self.assertLess(away(lines["OUTLINE"], true), 0.005)
        self.assertLess(away(true[::37], lines["OUTLINE"]), 0.005)
        self.assertLess(float(np.abs(np.hypot(*lines["BORE"].T) - 2.5).max()), 0.002)

    def test_a_picture_is_at_true_size(self) -> None:
        _, content = made(format="svg", bore=5)
        root = ET.fromstring(content)
        wide = float(root.attrib["width"].removesuffix("mm"))
        self.assertAlmostEqual(wide, float(root.attrib["viewBox"].split()[2]))
        self.assertAlmostEqual(wide, 2 * (13.2 + 1), places=2)
        names = {group.attrib["id"] for group in root.iter() if group.tag.endswith("}g")}
        self.assertEqual(names, {"outline", "marks"})

    def test_each_bore_is_as_wide_as_it_is_said(self) -> None:
        """Areas by school geometry."""
        disc = math.pi * 6.25
        chord = 2 * math.sqrt(2.5**2 - 2.0**2)
        flat = disc - (2.5**2 * math.acos(2.0 / 2.5) - 2.0 * chord / 2)
        wants = {"round": disc, "hex": math.sqrt(3) / 2 * 25, "square": 25.0, "D": flat}
        plain = made(format="svg")[0].volume_mm3
        for shape, area in wants.items():
            with self.subTest(shape):
                answer, _ = made(format="svg", bore={"size_mm": 5, "shape": shape})
                self.assertAlmostEqual((plain - answer.volume_mm3) / 6, area, delta=0.003 * area)
        for shape in ("keyed", "splined"):
            less = (plain - made(format="svg", bore={"size_mm": 5, "shape": shape})[0].volume_mm3) / 6
            self.assertTrue(0.7 * disc < less < 1.3 * disc, shape)


class Bodies(unittest.TestCase):
    def test_a_body_is_whole_and_measures_as_the_gear_does(self) -> None:
        for asked in (
            GEAR,
            {"teeth": 12, "module_mm": 1, "profile_shift": 0.4},
            {"teeth": 72, "diametral_pitch": 48},
        ):
            measured = measure_gear(GearIn.model_validate(asked))
            for form in ("stl", "3mf"):
                with self.subTest(form, **asked):
                    mesh = body(gear=asked, format=form, bore=2)
                    self.assertTrue(mesh.is_watertight and mesh.is_winding_consistent)
                    outline = cut(mesh, 3.1)
                    self.assertAlmostEqual(
                        2 * float(np.hypot(*outline.T).max()), measured.outside_diameter_mm, delta=0.004
                    )
                    self.assertAlmostEqual(
                        2 * float(np.hypot(*outline.T).min()), measured.root_diameter_mm, delta=0.004
                    )
                    teeth = int(asked["teeth"])  # type: ignore[call-overload]
                    k = measured.span_usual
                    reach = (0.5 - 0.25 / teeth) * measured.reference_diameter_mm
                    self.assertAlmostEqual(
                        span(outline, teeth, k, float(reach)), measured.span_mm[str(k)], delta=0.006
                    )
                    self.assertAlmostEqual(
                        mesh.volume, made(gear=asked, bore=2)[0].volume_mm3, delta=1e-3 * mesh.volume
                    )

    def test_helical_teeth_turn_the_way_and_as_far_as_their_lead_says(self) -> None:
        for degrees in (25.0, -25.0):
            gear = {"teeth": 20, "module_mm": 1, "helix_angle_deg": degrees}
            mesh = body(gear=gear, width_mm=10)
            low, high = cut(mesh, 0.001), cut(mesh, 9.999)
            reach = np.hypot(*low.T).max() - 0.001
            tips = [np.sort(np.arctan2(*each[np.hypot(*each.T) > reach].T[::-1])) for each in (low, high)]
            lead = math.pi * 20 / math.cos(math.radians(25)) / math.tan(math.radians(degrees))
            turned = np.angle(np.exp(20j * tips[1]).mean()) - np.angle(np.exp(20j * tips[0]).mean())
            wanted = 20 * 2 * math.pi * 9.998 / lead
            self.assertAlmostEqual(abs(np.angle(np.exp(1j * (turned - wanted)))), 0.0, delta=0.02)
            self.assertTrue(mesh.is_watertight)
            # Twisting moves no material in or out of a section.
            plain = body(gear={**gear, "module_mm": 1 / math.cos(math.radians(25)), "helix_angle_deg": 0,
                               "pressure_angle_deg": math.degrees(math.atan(math.tan(math.radians(20)) / math.cos(math.radians(25)))),
                               "addendum": math.cos(math.radians(25)), "dedendum": 1.25 * math.cos(math.radians(25))}, width_mm=10)  # fmt: skip
            self.assertAlmostEqual(mesh.volume, plain.volume, delta=2e-3 * plain.volume)

    def test_a_ring_is_a_disc_less_the_gear_that_fills_it(self) -> None:
        mesh = body(gear={"teeth": 60, "module_mm": 1}, internal=True, rim_mm=4, width_mm=8)
        self.assertTrue(mesh.is_watertight)
        outline = cut(mesh, 4)
        self.assertAlmostEqual(float(np.hypot(*outline.T).max()), 30 + 1.25 + 4, places=2)
        self.assertTrue(0 < mesh.volume < math.pi * (35.25**2 - 29**2) * 8)
        self.assertGreater(mesh.volume, math.pi * (35.25**2 - 31.25**2) * 8)

    def test_boss_second_rim_and_set_screw_are_one_body(self) -> None:
        gear = {"teeth": 40, "module_mm": 1}
        plain = body(gear=gear, bore=6)
        more = body(gear=gear, bore=6, boss_diameter_mm=14, boss_length_mm=5)
        self.assertAlmostEqual(more.volume - plain.volume, math.pi * (49 - 9) * 5, delta=0.5)
        drilled = body(gear=gear, bore=6, boss_diameter_mm=14, boss_length_mm=5, set_screw_mm=3)
        self.assertAlmostEqual(more.volume - drilled.volume, math.pi * 2.25 * (7 - 3), delta=1.5)
        cluster = body(gear=gear, bore=6, second={"teeth": 20, "module_mm": 1}, second_width_mm=4)
        alone = body(gear={"teeth": 20, "module_mm": 1}, bore=6, width_mm=4)
        self.assertAlmostEqual(cluster.volume, plain.volume + alone.volume, delta=0.01 * alone.volume)
        for mesh in (more, drilled, cluster):
            self.assertTrue(mesh.is_watertight)

    def test_a_web_is_as_thick_as_it_is_said_between_hub_and_rim_and_marks_stand_by_the_first_tooth(
        self,
    ) -> None:
        plain = body(bore=5, boss_diameter_mm=10, boss_length_mm=3)
        webbed = body(bore=5, boss_diameter_mm=10, boss_length_mm=3, web_mm=2, marks=2)
        self.assertTrue(webbed.is_watertight)
        for radius, thick in ((4.0, 9.0), (7.0, 2.0), (11.5, 6.0)):
            # Beside the dots, a quarter of a turn on.
            ray = trimesh.intersections.mesh_plane(webbed, plane_normal=[0, 1, 0], plane_origin=[0, 1e-4, 0])
            heights = [
                z0 + (z1 - z0) * (radius - x0) / (x1 - x0)
                for (x0, _, z0), (x1, _, z1) in ray
                if (x0 - radius) * (x1 - radius) < 0
            ]
            with self.subTest(radius=radius):
                self.assertAlmostEqual(max(heights) - min(heights), thick, places=3)
        # Two dots of a fifth of a millimetre, 0.32 deep, and twice two millimetres of a ring gone.
        rim = (31 - 2.5) * 0.4 - 1.5 * 0.8
        gone = 4 * math.pi * (rim**2 - 25) + 2 * math.pi * 0.2**2 * 0.32
        self.assertAlmostEqual(plain.volume - webbed.volume, gone, delta=2e-3 * gone)
        dots = cut(webbed, 5.9, beyond=rim)
        dots = dots[np.abs(np.hypot(*(dots - [0, rim + 0.6]).T)) < 0.7]
        self.assertGreater(len(dots), 20)
        self.assertAlmostEqual(float(dots[:, 0].mean()), 0.0, delta=0.02)

    def test_a_web_that_has_no_room_is_refused(self) -> None:
        for asked in ({"web_mm": 6}, {"web_mm": 2, "boss_diameter_mm": 20}):
            with self.subTest(**asked), self.assertRaises(GearingError) as refused:
                made(bore=5, **asked)
            self.assertEqual((refused.exception.code, refused.exception.field), ("no_web", "web_mm"))


class LaidOut(unittest.TestCase):
    def test_play_is_cut_from_the_teeth(self) -> None:
        answer, _ = made(backlash_mm=0.08, mate={"teeth": 54, "module_mm": 0.8}, centre_distance_mm=34.0)
        assert answer.mesh
        self.assertAlmostEqual(answer.mesh.backlash_mm, 0.08, places=3)

    def test_a_helical_mate_is_taken_of_the_hand_that_runs_with_it(self) -> None:
        gear = {"teeth": 20, "module_mm": 1, "helix_angle_deg": 20}
        for said in (20, -20):
            answer, _ = made(gear=gear, format="svg", mate={**gear, "teeth": 40, "helix_angle_deg": said})
            assert answer.mesh
            self.assertAlmostEqual(answer.mesh.centre_distance_mm, 30 / math.cos(math.radians(20)), places=3)

    def test_it_is_drawn_with_its_mate_in_mesh_at_that_distance_and_no_nearer(self) -> None:
        gear, ring = {"teeth": 31, "module_mm": 0.8}, {"teeth": 50, "module_mm": 0.8}
        for asked in (
            {"gear": gear, "mate": {**gear, "teeth": 18}},
            {"gear": gear, "mate": {**gear, "teeth": 17, "profile_shift": 0.4}, "process": "laser"},
            {"gear": ring, "mate": {**gear, "teeth": 20}, "internal": True},
        ):
            for play in (0.0, 0.1):
                with self.subTest(**asked, play=play):
                    mesh = made(**asked, backlash_mm=play, centre_distance_mm=None, format="svg")[0].mesh
                    assert mesh
                    part = [np.array(each.outline) for each in mesh.drawing if each.of == "part"]
                    mate = np.array(next(each.outline for each in mesh.drawing if each.of == "mate"))
                    body, other = (CrossSection(lines, FillRule.EvenOdd) for lines in (part, [mate]))
                    self.assertLess((body ^ other).area(), 0.01)
                    nearer = 0.1 * (-1 if asked.get("internal") else 1)
                    self.assertGreater((body ^ other.translate((0, -nearer))).area(), 0.015)

    def test_a_process_is_allowed_for_the_other_way(self) -> None:
        exact, laser, mould = (made(format="svg", process=name)[0] for name in ("", "laser", "mould"))
        self.assertAlmostEqual(laser.tip_diameter_mm, exact.tip_diameter_mm + 0.15, delta=0.002)
        self.assertAlmostEqual(mould.tip_diameter_mm * (1 - 0.015), exact.tip_diameter_mm, delta=0.002)
        own = made(format="svg", process={"grows_mm": 0.1, "shrinks_percent": 0})[0]
        self.assertAlmostEqual(own.tip_diameter_mm, exact.tip_diameter_mm - 0.2, delta=0.02)
        self.assertTrue(any("measure it" in note for note in laser.notes))

    def test_figures_of_ones_own_are_called_so(self) -> None:
        own, _ = made(process={"grows_mm": 0.064, "shrinks_percent": 0.02}, format="svg")
        self.assertIn("By your figures: laid out for +0.064 mm to each side", " ".join(own.notes))
        corrected, _ = made(process={"name": "laser", "grows_mm": -0.05}, format="svg")
        self.assertIn("Laser cutter", " ".join(corrected.notes))

    def test_a_bent_tooth_by_the_beam_of_the_textbook(self) -> None:
        """Lewis's form factor 0.358 of 30 full-depth teeth at 20 degrees (usual tables), load at the tip."""
        answer, _ = made(gear={"teeth": 30, "module_mm": 2}, width_mm=10, torque_nmm=6000)
        assert answer.bending_n_mm2
        by_table = (6000 / 30) / (10 * 2 * 0.358)
        self.assertAlmostEqual(answer.bending_n_mm2 / by_table, 1.0, delta=0.15)

    def test_a_rings_tooth_is_bent_less_than_that_of_any_gear_of_its_size(self) -> None:
        """By hand: a rack's tooth, a trapezoid, is weakest where it is twice as thick as at its tip."""
        ring = {"teeth": 60, "module_mm": 1}
        bent = made(gear=ring, internal=True, width_mm=5, torque_nmm=3000, format="svg")[0].bending_n_mm2
        as_gear = made(gear={"teeth": 300, "module_mm": 1}, width_mm=5, torque_nmm=15000)[0].bending_n_mm2
        assert bent and as_gear
        # 100 N on each. The tooth of a ring widens to its foot as a rack's does, and a little more.
        lean = math.tan(math.radians(20))
        by_rack = 6 * 100 / (8 * 5 * lean * (math.pi / 2 - 2 * lean))
        self.assertLess(bent, 1.01 * by_rack)
        self.assertGreater(bent, 0.8 * by_rack)
        self.assertLess(bent, as_gear)

    def test_what_cannot_be_made_is_said(self) -> None:
        for asked, code in (
            ({"bore": 22}, "bore_too_large"),
            ({"bore": 5, "boss_diameter_mm": 4}, "boss_too_narrow"),
            ({"process": "moon dust"}, "unknown_process"),
            ({"bore": {"size_mm": 5, "shape": "D", "flat_mm": 1}}, "flat_outside"),
        ):
            with self.subTest(code), self.assertRaises(GearingError) as caught:
                made(**asked)
            self.assertEqual(caught.exception.code, code)
            self.assertTrue(caught.exception.hint)
