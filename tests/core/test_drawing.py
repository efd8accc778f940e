"""What is drawn is what is computed: jaws touch, teeth mesh, screws are as long as they are."""

from __future__ import annotations

import unittest
from math import radians

import numpy as np
from hypothesis import given
from hypothesis import strategies as st
from numpy.typing import NDArray

from gearing.data import table
from gearing.geometry.gear import Gear, base_radius
from gearing.geometry.outline import gear_outline
from gearing.identification.prior import usual
from gearing.identification.standard_sizes import standard_sizes
from gearing.measuring.methods import Probe, hold
from gearing.measuring.predict import span_counts
from gearing.strip.entry import parse
from gearing.strip.figures import MOST_TEETH_DRAWN, figure_of
from gearing.strip.kinds import kinds
from sums.pair import PairIn, mesh_pair

from ..examples import examples
from .cases import gears

Points = NDArray[np.float64]


def turned(points: Points, angle: float) -> Points:
    """Counter-clockwise by `angle`."""
    cos, sin = np.cos(angle), np.sin(angle)
    return np.stack(
        [points[:, 0] * cos - points[:, 1] * sin, points[:, 0] * sin + points[:, 1] * cos], axis=1
    )


def inside(points: Points, polygon: Points) -> NDArray[np.bool_]:
    """Which points lie in a closed polygon, by the ray rule."""
    x, y = points[:, 0, None], points[:, 1, None]
    x1, y1 = polygon.T
    x2, y2 = np.roll(polygon, -1, axis=0).T
    with np.errstate(divide="ignore", invalid="ignore"):
        crosses = ((y1 > y) != (y2 > y)) & (x < (x2 - x1) * (y - y1) / (y2 - y1) + x1)
    odd: NDArray[np.bool_] = crosses.sum(axis=1) % 2 == 1
    return odd


class Jaws(unittest.TestCase):
    @examples(60)
    @given(gears(most=60), st.sampled_from(["settled", "largest"]))
    def test_over_the_tips_the_gear_just_fits_between_them(self, gear: Gear, how: str) -> None:
        held = hold(gear, Probe("tips", how))
        lying = turned(gear_outline(gear, 12, 4, 9), held.turn)
        error = 1e-3 * float(gear.module)
        self.assertAlmostEqual(lying[:, 0].max(), held.right, delta=error)
        self.assertAlmostEqual(lying[:, 0].min(), held.left, delta=error)

    @examples(60)
    @given(gears(least=12, most=60), st.data())
    def test_a_span_meets_the_flanks_square_on_the_base_tangent(
        self, gear: Gear, data: st.DataObject
    ) -> None:
        counts = span_counts(gear)
        if not counts:
            return
        held = hold(gear, Probe("span", k=data.draw(st.sampled_from(counts))))
        lying = turned(gear_outline(gear, 40, 4), held.turn)
        above = lying[:, 1] - float(base_radius(gear))
        at = np.flatnonzero(above[:-1] * above[1:] < 0)
        part = above[at] / (above[at] - above[at + 1])
        crossings = lying[at, 0] + part * (lying[at + 1, 0] - lying[at, 0])
        for jaw in (held.left, held.right):
            self.assertLess(np.abs(crossings - jaw).min(), 2e-3 * float(gear.module))


class PointsAndPins(unittest.TestCase):
    """Where points and pins go on the drawing is where they touch the drawn outline."""

    @examples(60)
    @given(gears(least=12, most=60))
    def test_points_reach_the_bottom_of_two_opposite_spaces(self, gear: Gear) -> None:
        held = hold(gear, Probe("root"))
        lying = turned(gear_outline(gear, 6, 8), held.turn)
        for x, y in held.marks:
            self.assertLess(np.hypot(lying[:, 0] - x, lying[:, 1] - y).min(), 0.02 * float(gear.module))
        self.assertAlmostEqual(held.right - held.left, float(Probe("root").predict(gear)), places=9)

    @examples(60)
    @given(gears(least=14, most=60))
    def test_pins_touch_both_flanks_and_cut_neither(self, gear: Gear) -> None:
        probe = Probe("pins", size=1.7 * float(gear.module))
        held = hold(gear, probe)
        lying = turned(gear_outline(gear, 60, 8), held.turn)
        for x, y in held.marks:
            nearest = np.hypot(lying[:, 0] - x, lying[:, 1] - y).min()
            self.assertAlmostEqual(nearest, held.mark_size / 2, delta=6e-3 * float(gear.module))
        self.assertAlmostEqual(held.right - held.left, float(probe.predict(gear)), places=9)

    @examples(60)
    @given(gears(least=12, most=60), st.integers(1, 5))
    def test_a_chord_lies_between_two_tips(self, gear: Gear, pitches: int) -> None:
        held = hold(gear, Probe("chord", k=pitches))
        lying = turned(gear_outline(gear, 6, 4), held.turn)
        for x, y in held.marks:
            self.assertLess(
                np.hypot(lying[:, 0] - x, lying[:, 1] - y).min(), 1e-6 + 1e-3 * float(gear.module)
            )
        self.assertAlmostEqual(
            held.right - held.left, float(Probe("chord", k=pitches).predict(gear)), places=9
        )


class Meshing(unittest.TestCase):
    """The two outlines as the pair is drawn, first at the left, whatever the turn."""

    @examples(25)
    @given(st.integers(13, 40), st.integers(13, 60), st.floats(0.05, 0.3), st.floats(0, 1))
    def test_drawn_teeth_stand_in_spaces_and_stay_there_as_they_turn(
        self, z1: int, z2: int, opened: float, turn: float
    ) -> None:
        size = {"module_mm": 1.0}
        distance = (z1 + z2) / 2 + opened
        body = {
            "first": {"teeth": z1, **size},
            "second": {"teeth": z2, **size},
            "centre_distance_mm": distance,
        }
        pair = mesh_pair(PairIn.model_validate(body))
        by = 2 * np.pi * turn / z1
        one = turned(gear_outline(Gear(z1, 1.0)), radians(pair.phase_1_deg) - by)
        two = turned(gear_outline(Gear(z2, 1.0)), radians(pair.phase_2_deg) + by * z1 / z2)
        two[:, 0] += pair.centre_distance_mm
        self.assertFalse(inside(two, one).any())
        self.assertFalse(inside(one, two).any())

    def test_drawn_closer_than_no_play_they_would_cut_into_each_other(self) -> None:
        one = turned(gear_outline(Gear(20, 1.0)), -np.pi / 2)
        two = turned(gear_outline(Gear(30, 1.0)), np.pi / 2 + np.pi / 30)
        two[:, 0] += 25.0 - 0.1
        self.assertTrue(inside(two, one).any() or inside(one, two).any())


class Figures(unittest.TestCase):
    def test_fasteners_keep_their_true_measures(self) -> None:
        long, short = (figure_of(parse(f"M3x{n} button hex2")) for n in (20, 8))
        self.assertEqual((long.length, short.length, long.diameter), (20.0, 8.0, 3.0))
        self.assertEqual((long.head, long.drive), ("button", "hex"))
        self.assertAlmostEqual(long.head_width, 5.7)
        self.assertEqual(figure_of(parse("M3x3 set screw")).head, "headless")
        self.assertAlmostEqual(figure_of(parse("4-40x1/2 cap")).diameter, 0.112 * 25.4, places=6)

    def test_round_things_keep_inside_and_outside_apart(self) -> None:
        for line in ("bearing 5x10x4", "bearing 10x5x4"):
            result = figure_of(parse(line))
            self.assertEqual((result.bore, result.diameter, result.thickness), (5.0, 10.0, 4.0))
        self.assertEqual(figure_of(parse("shaft 3x42")).length, 42.0)
        self.assertEqual(figure_of(parse("washer large")).diameter, 0.0)

    def test_a_gear_is_drawn_at_its_size_once_it_is_read(self) -> None:
        entry = parse("second wheel 12/31")
        unread, read = figure_of(entry), figure_of(entry, {1: Gear(31, 0.8)})
        self.assertEqual([rim.teeth for rim in read.rims], [31, 12])
        self.assertEqual([rim.read for rim in read.rims], [True, False])
        self.assertAlmostEqual(read.rims[0].tip_radius, 0.8 * 33 / 2)
        # The unread rim of a gear half read is taken to be of the same size.
        self.assertAlmostEqual(read.rims[1].tip_radius, 0.8 * 14 / 2)
        self.assertFalse(any(rim.read for rim in unread.rims))
        self.assertEqual(figure_of(parse(f"wheel {MOST_TEETH_DRAWN + 1}t")).rims[0].tooth, ())

    def test_every_kind_of_piece_has_a_figure(self) -> None:
        for kind in kinds().values():
            word = kind.words[0] if kind.words else "thing"
            self.assertTrue(figure_of(parse(word)).shape, kind.key)


class Data(unittest.TestCase):
    """The tables a user may correct must go on making sense."""

    def test_shares_of_sizes_and_of_what_cannot_be_seen_make_one(self) -> None:
        for field in ("", *table("sizes")["field"]):
            self.assertAlmostEqual(sum(size.share for size in standard_sizes(field)), 1.0, places=9)
        for cells in (usual().trims, usual().thinnings, usual().shifts(12), usual().shifts(40)):
            self.assertAlmostEqual(float(cells.share.sum()), 1.0, places=9)
            self.assertTrue((cells.width >= 0).all() and (np.diff(cells.middle) >= 0).all())

    def test_a_field_favours_only_sizes_that_are_listed(self) -> None:
        labels = {size.label for size in standard_sizes()}
        for field, favoured in table("sizes")["field"].items():
            self.assertLessEqual(set(favoured), labels, field)

    def test_no_word_names_two_kinds(self) -> None:
        words = [word for kind in kinds().values() for word in kind.words]
        self.assertEqual(len(words), len(set(words)))
        self.assertTrue(all(word == word.lower().replace("-", "") for word in words))

    def test_fine_diametral_pitches_are_cut_deeper(self) -> None:
        fine = next(size for size in standard_sizes() if size.label == "48 DP" and size.depth == "full")
        # Whole depth 2.2/DP + 0.002 in, in modules.
        self.assertAlmostEqual(fine.addendum + fine.dedendum, 2.2 + 0.002 * 48, places=9)
