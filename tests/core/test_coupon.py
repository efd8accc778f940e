"""A machine is measured by its coupon: whatever it does to a part, what is then allowed for undoes it."""

from __future__ import annotations

import base64
import unittest
from io import BytesIO, StringIO

import ezdxf
import numpy as np
import trimesh
from hypothesis import given
from hypothesis import strategies as st
from manifold3d import CrossSection, JoinType
from numpy.typing import NDArray

from gearing.errors import GearingError
from gearing.geometry.gear import Gear
from gearing.making import Blank, Process, allowance, section_of
from gearing.making.coupon import DEPTH, HEIGHT, HOLE, OUTSIDE, SLOT, THICK, coupon_section
from sums.coupon import CouponIn, make_coupon

from ..examples import examples
from .test_making import away

Points = NDArray[np.float64]
GEAR = Gear(31, 0.8, np.radians(20))


def machine(drawn: CrossSection, grows: float, shrinks: float) -> CrossSection:
    """What comes off it: all of it smaller, and every wall beyond its line."""
    return drawn.scale((1 - shrinks, 1 - shrinks)).offset(grows, JoinType.Miter, 4.0)


def caliper(part: CrossSection) -> tuple[float, float]:
    """Across the plate, and within its slot, by the edges of what was made."""
    points = np.vstack([np.asarray(each) for each in part.to_polygons()])
    upper = points[points[:, 1] > points[:, 1].max() - 0.01]
    inner = np.abs(upper[:, 0]).min()
    return float(np.ptp(points[:, 0])), 2 * float(inner)


class Measured(unittest.TestCase):
    @given(st.floats(-0.2, 0.2), st.floats(-0.01, 0.03))
    @examples(60)
    def test_what_a_machine_does_is_read_from_its_coupon(self, grows: float, shrinks: float) -> None:
        found = allowance(*caliper(machine(coupon_section(), grows, shrinks)))
        np.testing.assert_allclose(found, (grows, shrinks), atol=1e-4)

    def test_a_gear_laid_out_for_it_comes_out_as_it_should(self) -> None:
        true = section_of(Blank(GEAR, 5.0)).outlines()[0]
        for grows, shrinks in ((0.08, 0.004), (-0.075, 0.0), (0.03, 0.015), (0.0, -0.002)):
            with self.subTest(grows=grows, shrinks=shrinks):
                found = allowance(*caliper(machine(coupon_section(), grows, shrinks)))
                laid_out = section_of(Blank(GEAR, 5.0, process=Process("own", "own", *found)))
                (made,) = machine(laid_out.filled, grows, shrinks).to_polygons()
                self.assertLess(away(true, np.asarray(made)), 0.005)
                # Not allowed for, it would be another gear.
                if abs(grows) > 0.02:
                    (plain,) = machine(section_of(Blank(GEAR, 5.0)).filled, grows, shrinks).to_polygons()
                    self.assertGreater(away(true, np.asarray(plain)), 0.02)

    def test_what_no_machine_does_is_a_slip_of_the_caliper(self) -> None:
        for outside, slot in ((10, 40), (40, 15), (45, 10), (4, 1)):
            with self.subTest(outside=outside), self.assertRaises(GearingError) as refused:
                allowance(outside, slot)
            self.assertIn("measure both again", refused.exception.hint)


class Files(unittest.TestCase):
    def test_it_opens_true_to_size_in_each_form(self) -> None:
        for form in ("stl", "3mf"):
            answer = make_coupon(CouponIn(format=form))  # type: ignore[arg-type]
            mesh = trimesh.load(BytesIO(base64.b64decode(answer.file)), file_type=form, force="mesh")
            self.assertTrue(mesh.is_watertight)
            np.testing.assert_allclose(mesh.extents, (OUTSIDE, HEIGHT, THICK), atol=1e-4)
            area = OUTSIDE * HEIGHT - SLOT * DEPTH - np.pi * HOLE**2 / 4
            self.assertAlmostEqual(mesh.volume, area * THICK, delta=0.05)
        answer = make_coupon(CouponIn(format="dxf"))
        space = ezdxf.read(StringIO(base64.b64decode(answer.file).decode())).modelspace()  # type: ignore[attr-defined]
        lines = {line.dxf.layer: np.array(line.get_points("xy")) for line in space.query("LWPOLYLINE")}
        self.assertEqual(set(lines), {"OUTLINE", "BORE"})
        np.testing.assert_allclose(np.ptp(lines["OUTLINE"], axis=0), (OUTSIDE, HEIGHT))

    def test_it_says_what_to_do_until_it_was_measured(self) -> None:
        first = make_coupon(CouponIn())
        self.assertIsNone(first.grows_mm)
        self.assertIn("Measure across", first.says)
        then = make_coupon(CouponIn(outside_mm=39.98, slot_mm=9.87))
        self.assertAlmostEqual(then.grows_mm or 0, 0.05)
        self.assertAlmostEqual(then.shrinks_percent or 0, 0.3)
        self.assertIn("come out by 0.050 mm", then.says)
