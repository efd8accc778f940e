"""Two gears in mesh: the reference cases and what must hold for any pair."""

from __future__ import annotations

import unittest
from dataclasses import replace

import numpy as np
from hypothesis import assume, given
from hypothesis import strategies as st

from gearing.errors import GearingError
from gearing.geometry.gear import Gear, tooth_thickness
from gearing.geometry.internal import space_of
from gearing.geometry.outline import Points, tooth_outline
from gearing.mesh import Pair, mesh, zero_backlash_distance
from gearing.mesh.verdict import band_for, judge_mesh

from ..examples import examples
from .cases import gears, vector_gear, vectors


class ReferenceCases(unittest.TestCase):
    def test_every_mesh(self) -> None:
        for row in vectors()["meshes"]:
            first, second = (
                vector_gear({**row, "teeth": z, "profile_shift": x})
                for z, x in zip(row["teeth"], row["profile_shift"], strict=True)
            )
            result = mesh(first, second, row["centre_distance_mm"])
            with self.subTest(teeth=row["teeth"]):
                self.assertAlmostEqual(
                    result.zero_backlash_distance, row["zero_backlash_centre_distance_mm"], delta=1e-4
                )
                self.assertAlmostEqual(
                    np.degrees(result.turn_2), row["backlash_turn_of_gear_2_deg"], delta=1e-4
                )
                self.assertAlmostEqual(result.contact_ratio, row["contact_ratio"], delta=1e-4)


class AnyPair(unittest.TestCase):
    @examples(80)
    @given(gears(least=12), st.integers(12, 90), st.floats(0.01, 0.3))
    def test_play_opens_with_the_distance_and_is_nil_at_none(
        self, gear: Gear, teeth: int, opened: float
    ) -> None:
        mate = replace(gear, teeth=teeth, profile_shift=0.0)
        close = zero_backlash_distance(gear, mate)
        set_at = mesh(gear, mate)
        self.assertAlmostEqual(set_at.backlash, 0.0, places=9)
        wider = mesh(gear, mate, close + opened * float(gear.module))
        widest = mesh(gear, mate, close + 2 * opened * float(gear.module))
        self.assertTrue(0 < wider.backlash < widest.backlash)
        if not set_at.troubles and not set_at.notes:
            self.assertTrue(set_at.contact_ratio > wider.contact_ratio > widest.contact_ratio)
        self.assertAlmostEqual(wider.turn_1 * gear.teeth, wider.turn_2 * mate.teeth, places=9)

    @examples(80)
    @given(
        st.integers(12, 40),
        st.integers(45, 90),
        st.floats(0.0, 0.6),
        st.floats(0.0, 0.08),
        st.floats(0.0, 0.3),
    )
    def test_worn_helical_teeth_leave_what_their_own_thicknesses_leave_of_the_pitch(
        self, teeth: int, more: int, helix: float, worn: float, opened: float
    ) -> None:
        """By each tooth's own arc at its working circle; where there is no play, worn or not, none is left."""
        first = Gear(teeth, 0.8, profile_shift=0.2, helix_angle=helix, thinning=worn)
        second = Gear(more, 0.8, helix_angle=helix, thinning=worn / 2)
        for pair, step in ((Pair(first, second), opened), (Pair(first, second, internal=True), -opened)):
            close = pair.zero_backlash_distance
            a = close + step
            r1, r2 = (float(radius) for radius in pair.working_radii(a))
            pitch, tooth = 2 * np.pi * r1 / teeth, tooth_thickness(first, r1)
            mate = (
                pitch - tooth_thickness(space_of(second), r2)
                if pair.internal
                else tooth_thickness(second, r2)
            )
            self.assertAlmostEqual(float(pair.backlash(a)), pitch - tooth - mate, places=9)
            self.assertAlmostEqual(float(pair.backlash(close)), 0.0, places=9)

    @examples(50)
    @given(gears(least=12), st.integers(12, 90))
    def test_which_gear_is_named_first_changes_nothing_but_the_names(self, gear: Gear, teeth: int) -> None:
        mate = replace(gear, teeth=teeth, profile_shift=0.0)
        one, other = mesh(gear, mate), mesh(mate, gear)
        self.assertEqual(one.ratio, 1 / other.ratio)
        self.assertAlmostEqual(one.contact_ratio, other.contact_ratio, places=9)
        self.assertAlmostEqual(one.tip_clearance_1, other.tip_clearance_2, places=9)
        self.assertEqual(one.hunts, np.gcd(int(gear.teeth), teeth) == 1)

    @given(st.integers(8, 60), st.integers(8, 60))
    def test_the_same_teeth_meet_again_when_both_have_gone_round_whole(self, z1: int, z2: int) -> None:
        assume(z1 + z2 > 30)
        turns = mesh(Gear(z1, 1.0), Gear(z2, 1.0)).turns_to_meet_again
        met = [n for n in range(1, turns + 1) if n * z1 % z2 == 0]
        self.assertEqual(met, [turns])


class ShortOfInvolute(unittest.TestCase):
    def test_a_tip_below_the_mates_involute_finds_nothing_to_run_on(self) -> None:
        """20 on 60 at 14.5°, by stepping along the line of action: both points must lie on an involute."""
        first, second = Gear(20, 1.0, np.radians(14.5)), Gear(60, 1.0, np.radians(14.5))
        result = mesh(first, second)
        self.assertTrue(any("below the involute" in said for said in result.notes))
        rb1, rb2 = 10 * np.cos(np.radians(14.5)), 30 * np.cos(np.radians(14.5))
        between = 40 * np.sin(np.radians(14.5))
        at = np.linspace(-5.0, between + 5.0, 400_001)
        on_first = (at >= 0) & (np.hypot(rb1, at) <= 11.0)
        on_second = (at <= between) & (np.hypot(rb2, between - at) <= 31.0)
        length = (on_first & on_second).sum() * (at[1] - at[0])
        self.assertAlmostEqual(result.contact_ratio, length / (np.pi * np.cos(np.radians(14.5))), delta=1e-3)


class InARing(unittest.TestCase):
    @examples(60)
    @given(st.integers(12, 30), st.integers(14, 60), st.floats(0.01, 0.15))
    def test_play_opens_as_the_pinion_moves_to_the_middle(self, teeth: int, more: int, opened: float) -> None:
        pinion, ring = Gear(teeth, 0.5), Gear(teeth + more, 0.5)
        close = Pair(pinion, ring, internal=True).zero_backlash_distance
        self.assertAlmostEqual(close, more * 0.25)
        at, in_, farther = (mesh(pinion, ring, close - n * opened * 0.5, internal=True) for n in (0, 1, 2))
        self.assertAlmostEqual(at.backlash, 0.0, places=9)
        self.assertTrue(0 < in_.backlash < farther.backlash)
        self.assertAlmostEqual(in_.turn_1 * teeth, in_.turn_2 * ring.teeth, places=9)

    def test_the_outlines_touch_without_cutting_at_no_play(self) -> None:
        """Drawn, not reckoned: the pinion's tooth lies in the ring's space, flank on flank both sides."""
        pinion, ring = Gear(20, 1.0), Gear(60, 1.0)
        tooth = tooth_outline(pinion, 80, 6) + np.array([0.0, 20.0])
        space = tooth_outline(space_of(ring), 160, 6)
        flank = tooth[(tooth[:, 1] > 29.2) & (tooth[:, 1] < 30.9)]
        gaps = [(np.hypot(*(space - point).T).min(), point) for point in flank]
        self.assertLess(min(gap for gap, _ in gaps), 2e-3)
        inside_space = [
            np.interp(p[1], space[: len(space) // 2, 1][::1], np.abs(space[: len(space) // 2, 0]))
            for p in flank
        ]
        for point, half in zip(flank, inside_space, strict=True):
            self.assertLessEqual(abs(point[0]), half + 2e-3)

    def test_tips_that_would_meet_and_counts_that_do_not_close_are_said(self) -> None:
        self.assertIn(
            "meet as they leave", " ".join(mesh(Gear(40, 1.0), Gear(45, 1.0), internal=True).troubles)
        )
        self.assertEqual(mesh(Gear(24, 1.0), Gear(60, 1.0), internal=True).troubles, ())
        with self.assertRaisesRegex(GearingError, "more teeth"):
            Pair(Gear(40, 1.0), Gear(40, 1.0), internal=True)


def _dug(mover: Points, wall: Gear, apart: float, ratio: float, sense: int, ring: bool) -> float:
    """How deep a tooth's outline goes into its mate's teeth as both turn, mm along the arc; drawn.

    `mover` lies on a gear at the origin, the mate's centre on the x axis at `apart`.
    """
    z = float(wall.teeth)
    drawn = tooth_outline(space_of(wall) if ring else wall, 60, 20)
    half = drawn[len(drawn) // 2 :]
    radius, angle = np.hypot(*half.T)[::-1], np.abs(np.arctan2(half[:, 0], half[:, 1]))[::-1]
    worst = 0.0
    for turn in np.linspace(-1.2, 1.2, 400):
        turned = mover @ np.array([[np.cos(turn), np.sin(turn)], [-np.sin(turn), np.cos(turn)]])
        x, y = turned[:, 0] - apart, turned[:, 1]
        r, at = np.hypot(x, y), np.arctan2(y, x) - (0.0 if ring else np.pi) - sense * turn / ratio
        inside = (r > radius.min()) & (r < radius.max())
        if not inside.any():
            continue
        at = np.abs((at[inside] + np.pi / z) % (2 * np.pi / z) - np.pi / z)
        edge = np.interp(r[inside], radius, angle)
        # A ring's outline is of its space: material lies beyond it. A gear's tooth is half a pitch on.
        deep = at - edge if ring else edge - np.abs(np.pi / z - at)
        worst = max(worst, float((deep * r[inside]).max()))
    return worst


def _tooth(gear: Gear, pitches: float) -> Points:
    """A tooth lying along the x axis, so many pitches on."""
    turn = -np.pi / 2 + pitches * 2 * np.pi / float(gear.teeth)
    return tooth_outline(gear, 80, 60, 9) @ np.array(
        [[np.cos(turn), np.sin(turn)], [-np.sin(turn), np.cos(turn)]]
    )


A20 = np.radians(20.0)


class VerdictsAndTroubles(unittest.TestCase):
    BAND = band_for("metal")

    @examples(150)
    @given(
        st.integers(8, 60), st.integers(1, 60), st.booleans(), st.floats(-0.3, 0.6), st.floats(-0.3, 0.6),
        st.floats(-0.05, 0.6), st.sampled_from(["metal", "plastic", "open"]),
    )  # fmt: skip
    def test_nothing_in_trouble_is_called_right(
        self, z1: int, more: int, internal: bool, x1: float, x2: float, opened: float, band: str
    ) -> None:
        z2 = z1 + more if internal else 7 + more
        assume(x1 + z1 / 17 > 0.2 and (internal or x2 + z2 / 17 > 0.2))
        try:
            pair = Pair(Gear(z1, 1.0, profile_shift=x1), Gear(z2, 1.0, profile_shift=x2), internal)
            result = mesh(
                pair.first, pair.second, pair.zero_backlash_distance + pair.sign * opened, internal=internal
            )
        except GearingError:
            return
        verdict = judge_mesh(result, 1.0, band_for(band)).verdict
        self.assertEqual(
            bool(result.troubles) or result.backlash < -1e-6, verdict in ("jammed", "interferes")
        )

    def test_rings_named_right_run_when_they_are_drawn_and_the_others_do_not(self) -> None:
        """Whole teeth of the pinion laid in the ring, turned through the mesh, the play all on one side."""
        for z1, z2 in (
            (28, 34),
            (20, 60),
            (40, 45),
            (17, 40),
            (30, 36),
            (18, 60),
            (24, 30),
            (20, 27),
            (30, 45),
        ):
            ring, pinion = Gear(z2, 1.0), Gear(z1, 1.0)
            apart = Pair(pinion, ring, True).distance_for(0.036)
            verdict = judge_mesh(mesh(pinion, ring, apart, internal=True), 1.0, self.BAND).verdict
            dug = max(_dug(_tooth(pinion, n), ring, -apart, z2 / z1, 1, True) for n in range(-4, 5))
            with self.subTest(z1=z1, z2=z2, dug=dug):
                self.assertEqual(verdict, "interferes" if dug > 0.02 else "right")
        at_hand = mesh(Gear(28, 1.0), Gear(34, 1.0), 2.945, internal=True)
        self.assertEqual(judge_mesh(at_hand, 1.0, self.BAND).verdict, "interferes")

    def test_the_usual_condition_for_tips_in_a_ring_never_finds_what_the_path_does_not(self) -> None:
        """JGMA 611's condition is on the safe side: whatever it passes, the path passes too."""
        for z1 in range(15, 45, 3):
            for more in range(4, 16):
                ring, pinion = Gear(z1 + more, 1.0), Gear(z1, 1.0)
                a = Pair(pinion, ring, True).zero_backlash_distance
                ra1, ra2, rb1, rb2 = (
                    z1 / 2 + 1,
                    (z1 + more) / 2 - 1,
                    z1 / 2 * np.cos(A20),
                    (z1 + more) / 2 * np.cos(A20),
                )
                if ra2 <= rb2:
                    continue
                inv = lambda angle: np.tan(angle) - angle  # noqa: E731
                turn_1 = (
                    np.arccos((ra2**2 - ra1**2 - a**2) / (2 * a * ra1)) + inv(np.arccos(rb1 / ra1)) - inv(A20)
                )
                turn_2 = np.arccos((a**2 + ra2**2 - ra1**2) / (2 * a * ra2))
                free = turn_1 * z1 / (z1 + more) + inv(A20) - inv(np.arccos(rb2 / ra2)) >= turn_2
                meets = any(
                    "meet as they leave" in said for said in mesh(pinion, ring, internal=True).troubles
                )
                with self.subTest(z1=z1, more=more):
                    self.assertFalse(free and meets)

    def test_an_undercut_pinion_is_clear_of_its_mate_when_drawn_and_carries_less(self) -> None:
        """Tips below the involute are no interference with a cut flank; what undercut took carries nothing."""
        for z1, verdict in ((12, "right"), (9, "loose"), (8, "skipping")):
            pinion, spur = Gear(z1, 1.0), Gear(60, 1.0)
            apart = Pair(pinion, spur).distance_for(0.04)
            result = mesh(pinion, spur, apart)
            self.assertTrue(any("undercut" in said for said in result.notes))
            self.assertEqual(judge_mesh(result, 1.0, self.BAND).verdict, verdict)
            dug = max(_dug(_tooth(spur, n), pinion, apart, z1 / 60, -1, False) for n in (-1, 0, 1))
            self.assertLess(dug, 0.01)
            # Along the line of action, on the drawn flank alone.
            flank = tooth_outline(pinion, 400, 40)
            radii = np.hypot(*flank.T)
            half = np.abs(np.arctan2(flank[:, 0], flank[:, 1]))
            base = z1 / 2 * np.cos(np.radians(20))
            known = np.where(radii > base, np.arccos(np.clip(base / radii, -1, 1)), 0)
            involute = np.pi / 2 / z1 + np.tan(np.radians(20)) - np.radians(20) - (np.tan(known) - known)
            begins = radii[(radii > base) & (np.abs(half - involute) < 1e-9)].min()
            working = np.arccos((base + 30 * np.cos(np.radians(20))) / apart)
            from_tip = np.sqrt((z1 / 2 + 1) ** 2 - base**2)
            to_tip = apart * np.sin(working) - np.sqrt(31**2 - (30 * np.cos(np.radians(20))) ** 2)
            length = from_tip - max(to_tip, np.sqrt(begins**2 - base**2))
            self.assertAlmostEqual(
                result.cut_contact_ratio, length / (np.pi * np.cos(np.radians(20))), delta=0.02
            )

    def test_a_tip_too_long_for_the_cutter_that_made_its_mate_is_said_to_run_in(self) -> None:
        pinion, spur = Gear(12, 1.0), Gear(60, 1.0, addendum=1.24, dedendum=1.5)
        self.assertEqual(judge_mesh(mesh(pinion, spur, 36.05), 1.0, self.BAND).verdict, "interferes")


class Refusals(unittest.TestCase):
    def test_other_pitch_and_lost_mesh(self) -> None:
        with self.assertRaisesRegex(GearingError, "differ in pitch"):
            mesh(Gear(20, 0.8), Gear(40, 25.4 / 32))
        for distance in (20.0, 40.0):
            with self.assertRaises(GearingError) as caught:
                mesh(Gear(20, 1.0), Gear(50, 1.0), distance)
            self.assertIn("35.000", caught.exception.hint)
