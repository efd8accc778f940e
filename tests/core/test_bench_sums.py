"""The sums of train, mesh, regear and fits as anyone would ask them: JSON in, figures by hand."""

from __future__ import annotations

import unittest
from math import atan, cos, degrees, hypot, pi, sin, tan
from typing import Any, ClassVar

from gearing.errors import GearingError
from gearing.geometry.gear import Gear
from gearing.mesh import Pair
from sums import SUMS
from sums.choices import choices


def answer(name: str, **request: Any) -> Any:
    one = SUMS[name]
    return one.compute(one.takes.model_validate(request))


def value(rows: list[Any], label: str) -> float:
    return next(float(row.value) for row in rows if row.label.startswith(label))


class Trains(unittest.TestCase):
    SET: ClassVar[dict[str, Any]] = {"kind": "planetary", "sun": "s", "ring": "r", "carrier": "c", "teeth_sun": 12, "teeth_planet": 18, "teeth_ring": 48}  # fmt: skip

    def test_each_member_held_in_turn(self) -> None:
        for held, driven, out, turns in (
            ("r", "s", "c", 1 / 5), ("c", "s", "r", -1 / 4), ("s", "r", "c", 4 / 5), ("s", "c", "r", 5 / 4),
        ):  # fmt: skip
            said_back = answer("train", couplings=[self.SET], driven={driven: 1}, held=[held], output=out)
            speeds = {shaft.name: shaft.turns_decimal for shaft in said_back.shafts}
            with self.subTest(held=held, driven=driven):
                self.assertAlmostEqual(speeds[out], turns)
                self.assertAlmostEqual(said_back.ratio_decimal, 1 / turns)
                self.assertEqual([shaft.name for shaft in said_back.shafts if shaft.held], [held])

    def test_two_inputs_a_differential_and_a_slipping_joint(self) -> None:
        two = answer("train", couplings=[self.SET], driven={"s": 100, "r": -20}, output="c")
        self.assertIsNone(two.ratio_decimal)
        self.assertAlmostEqual(
            next(s.turns_decimal for s in two.shafts if s.name == "c") * 100, (12 * 100 - 48 * 20) / 60
        )
        self.assertIn("Driven at s and r", two.says)
        case = [
            {"kind": "external", "first": "m", "second": "case", "teeth_1": 12, "teeth_2": 48},
            {"kind": "differential", "case": "case", "left": "l", "right": "q"},
        ]
        half = answer("train", couplings=case, driven={"m": 8}, held=["l"])
        self.assertEqual((half.output, half.ratio), ("q", "2 : 1"))
        slips = [case[0], {"kind": "joint", "first": "case", "second": "hub", "slips": True}]
        with self.assertRaises(GearingError) as free:
            answer("train", couplings=slips, driven={"m": 1})
        self.assertIn("hub", free.exception.where)

    def test_worm_and_chain_as_couplings_with_torque(self) -> None:
        said_back = answer(
            "train",
            couplings=[
                {"kind": "chain", "first": "a", "second": "b", "teeth_1": 11, "teeth_2": 22},
                {"kind": "worm", "first": "b", "second": "c", "starts": 1, "teeth": 40, "lead_angle_deg": 4},
            ],
            torque_nmm=10,
        )
        self.assertTrue(said_back.holds_back)
        at = {shaft.name: shaft.torque_nmm for shaft in said_back.shafts}
        self.assertAlmostEqual(at["b"], 10 * 2 * 0.95)
        self.assertAlmostEqual(at["c"], at["b"] * 40 * said_back.stages[1].efficiency)
        self.assertEqual(said_back.stages[0].what, "11 : 22 chain")

    def test_pitch_line_speed_and_meetings_by_hand(self) -> None:
        said_back = answer("train", line="20:50", rpm=3000, stages=[{"number": 1, "module_mm": "0.5"}])
        self.assertAlmostEqual(said_back.stages[0].pitch_line_m_s, pi * 10e-3 * 50)
        self.assertAlmostEqual(said_back.stages[0].meetings_hz, 20 * 50)

    def test_counts_that_cannot_stand_at_the_distance_are_named_and_marked(self) -> None:
        def stage(distance: float) -> Any:
            request = [{"number": 1, "module_mm": 0.5, "distance_mm": distance}]
            return answer("train", line="12:60", stages=request)

        right = stage(18.05)
        self.assertEqual(right.stages[0].troubles, [])
        # Its play follows from where it stands: nothing assumed.
        exact = answer(
            "pair", first={"teeth": 12, "module_mm": 0.5}, second={"teeth": 60}, centre_distance_mm=18.05
        )
        self.assertAlmostEqual(right.lost_motion.teeth_deg, degrees(exact.backlash_mm / 15))
        self.assertFalse(right.lost_motion.shares[0].assumed)
        for distance, does in ((17.2, "jam"), (19.5, "do not reach")):
            said_back = stage(distance)
            self.assertIn(does, said_back.stages[0].troubles[0])
            self.assertTrue(all(gear.trouble for gear in said_back.gears))

    def test_an_output_that_stands_and_shafts_that_are_not_there(self) -> None:
        for request, field in (
            ({"line": "12:60", "output": "moon"}, "output"),
            ({"line": "12:60", "driven": {"moon": 1}}, "train"),
            ({"line": "12:60", "held": ["1"]}, "train"),
            ({"line": "p12/18/48", "output": "1 ring"}, "output"),
            ({"line": "a-b 12:60 | a-c 12:60 | b-c 20:20", "torque_nmm": 3}, "train"),
            ({"line": "a-b 12:60 | a-c 12:30", "torque_nmm": 3, "output": "a"}, "torque"),
            ({"line": "12:? | ?:?", "known": {"ratio": 9}}, "line"),
            ({"line": "12:60", "couplings": [self.SET]}, "line"),
        ):
            with self.subTest(given=str(request)):
                with self.assertRaises(Exception) as refused:
                    answer("train", **request)
                self.assertIn(field, str(getattr(refused.exception, "field", refused.exception)))

    def test_every_unit_answers_in_its_own_terms(self) -> None:
        for use, label in (
            ({"kind": "car", "wheel_mm": 60, "kv": 3000, "volts": 7.4}, "speed"),
            ({"kind": "reel", "full_mm": 34, "bare_mm": 20}, "line a crank turn, half"),
            ({"kind": "servo", "arm_mm": 15}, "transit of 60"),
            ({"kind": "winch", "drum_mm": 38, "line_mm": 0.6}, "pull, layer 3"),
            ({"kind": "tracking", "wheel_turns": 144, "steps": 200}, "one step on the sky"),
            ({"kind": "counter", "units": 10}, "turns a unit"),
        ):
            said_back = answer("train", line="12:60 | 14:48", torque_nmm=5, use=use)
            with self.subTest(kind=use["kind"]):
                self.assertGreater(value(said_back.use, label), 0)


class Meshes(unittest.TestCase):
    PAIR: ClassVar[dict[str, Any]] = {
        "first": {"teeth": 15, "module_mm": 0.8},
        "second": {"teeth": 54, "module_mm": 0.8},
    }

    def test_the_play_felt_at_a_radius_and_a_band_of_ones_own(self) -> None:
        said_back = answer(
            "pair", **self.PAIR, centre_distance_mm=27.7, radius_mm=40, band_low=0.05, band_high=0.1
        )
        self.assertAlmostEqual(said_back.movement_mm, 40 * said_back.backlash_turn_of_gear_2_deg * pi / 180)
        self.assertEqual((said_back.verdict, said_back.band.says), ("right", "your own"))
        self.assertAlmostEqual(said_back.band.low_mm, 0.04)

    def test_the_curve_for_the_hand_is_the_pair_at_each_distance(self) -> None:
        said_back = answer("pair", **self.PAIR, centre_distance_mm=27.7)
        curve = said_back.curve
        for n in (10, 60, 110):
            if curve.verdict[n] == "jammed":
                continue
            exact = answer("pair", **self.PAIR, centre_distance_mm=curve.distance_mm[n])
            self.assertAlmostEqual(exact.backlash_mm, curve.backlash_mm[n], places=4)
            self.assertAlmostEqual(exact.contact_ratio, curve.contact_ratio[n], places=3)
            self.assertEqual(exact.verdict, curve.verdict[n])

    def test_a_helix_adds_its_overlap_and_only_the_other_hand_runs(self) -> None:
        helical = {
            "first": {"teeth": 20, "module_mm": 1, "helix_angle_deg": 15},
            "second": {"teeth": 40, "module_mm": 1, "helix_angle_deg": -15},
        }
        said_back = answer("pair", **helical, width_1_mm=10, width_2_mm=12)
        self.assertAlmostEqual(said_back.overlap_ratio, 10 * 0.258819 / pi, places=5)
        with self.assertRaisesRegex(GearingError, "opposite hand"):
            answer("pair", first=helical["first"], second={**helical["second"], "helix_angle_deg": 15})
        inside = {
            "first": helical["first"],
            "second": {**helical["second"], "helix_angle_deg": 15, "teeth": 60},
        }
        self.assertEqual(answer("pair", **inside, internal=True).direction, "same")

    def test_width_and_tight_spot_are_judged_where_they_are_worked_out(self) -> None:
        for offset, enough in ((0.0, True), (0.4, True), (1.5, False)):
            said_back = answer("pair", **self.PAIR, width_1_mm=5, width_2_mm=5, offset_mm=offset).askew
            self.assertEqual(said_back.width_enough, enough)
        for runout, tight in ((0.01, False), (0.3, True)):
            said_back = answer("pair", **self.PAIR, centre_distance_mm=27.75, runout_mm=runout).askew
            self.assertEqual(said_back.turn_tight, tight, said_back.least_mm)

    def test_a_leaning_shaft_binds_when_the_gap_is_more_than_the_play(self) -> None:
        said_back = answer(
            "pair", **self.PAIR, centre_distance_mm=27.7, width_1_mm=6, width_2_mm=5, tilt_deg=1.0
        )
        self.assertAlmostEqual(said_back.askew.tilt_gap_mm, 5 * tan(pi / 180))
        self.assertIn("it binds there", said_back.askew.tilt_says)

    def test_the_two_pitches_that_look_alike_and_a_worn_one_with_a_new_one(self) -> None:
        near = answer("mixed", first=self.PAIR["first"], second={"teeth": 54, "module_mm": "32 DP"})
        self.assertEqual(near.verdict, "badly")
        self.assertAlmostEqual(near.pitch_error_mm, pi * 0.00625 * 0.93969, places=5)
        leaning = answer(
            "mixed", first={**self.PAIR["first"], "pressure_angle_deg": 14.5}, second=self.PAIR["second"]
        )
        self.assertIn("lean differently", leaning.says)
        worn = answer("mixed", first={**self.PAIR["first"], "thinning_mm": 0.1}, second=self.PAIR["second"])
        self.assertEqual(worn.verdict, "runs")
        self.assertAlmostEqual(worn.worn_backlash_mm, 0.1, delta=1e-9)

    def test_bevels_and_worms_by_hand(self) -> None:
        bevel = answer(
            "crossed", pair={"kind": "bevel", "first": 14, "second": 42, "module_mm": 0.5, "shim_1_mm": 0.2}
        )
        self.assertAlmostEqual(value(bevel.rows, "cone angle, first"), degrees(atan(14 / 42)))
        self.assertAlmostEqual(value(bevel.rows, "cone distance"), hypot(7, 21) / 2)
        # A shim behind the first pushes its cone into the second's: as spur gears on the back cones,
        # brought together by what the way along the axis is across the cone.
        cone = atan(14 / 42)

        one, two = Gear(14 / cos(cone), 0.5), Gear(42 / sin(cone), 0.5)
        pair, apart = Pair(one, two), (one.teeth + two.teeth) / 4

        closed = float(pair.backlash(apart + 0.3) - pair.backlash(apart + 0.3 - 0.002 * sin(cone))) / 0.002
        change = value(bevel.rows, "these shims")
        self.assertLess(change, 0)
        self.assertAlmostEqual(change, -0.2 * closed, delta=0.004)
        self.assertAlmostEqual(value(bevel.rows, "0.1 mm more behind the first"), change / 2)
        worm = answer("crossed", pair={"kind": "worm", "starts": 3, "teeth": 40, "module_mm": 0.5, "worm_diameter_mm": 5, "axial_play_mm": 0.1})  # fmt: skip
        self.assertFalse(worm.holds)
        self.assertAlmostEqual(value(worm.rows, "play at the wheel"), degrees(0.1 / 10))
        self.assertAlmostEqual(value(worm.rows, "lead angle"), degrees(atan(1.5 / 5)))


class Regearing(unittest.TestCase):
    GIVEN: ClassVar[dict[str, Any]] = {
        "pinion": 15, "spur": 54, "wheel_mm": 60, "new_wheel_mm": 72, "reduction": 2.6, "module_mm": 0.8,
        "pinions": "12-16", "spurs": "50-58",
    }  # fmt: skip

    def test_left_as_it_is_the_motor_pays_for_the_wheels(self) -> None:
        said_back = answer("regear", **self.GIVEN)
        self.assertAlmostEqual(said_back.unchanged_load, 1.2)
        self.assertIn("20 % more torque", said_back.unchanged_says)
        self.assertAlmostEqual(said_back.target_final_drive, 54 / 15 * 2.6 * 1.2)
        self.assertEqual(said_back.axis, "mm", "without the motor its speed is not known")

    def test_a_reduction_put_in_is_counted_and_what_is_in_stock_goes_first(self) -> None:
        said_back = answer("regear", **{**self.GIVEN, "new_reduction": 3.12})
        self.assertAlmostEqual(said_back.unchanged_load, 1.0)
        self.assertEqual(
            (said_back.choices[0].pinion, said_back.choices[0].spur), (15, 54), "the present pair is at hand"
        )
        stocked = answer("regear", **self.GIVEN, stock=[13, 56])
        self.assertEqual(
            (stocked.choices[0].pinion, stocked.choices[0].spur, stocked.choices[0].in_stock), (13, 56, True)
        )

    def test_nothing_fits_and_says_so(self) -> None:
        said_back = answer("regear", **self.GIVEN, slot={"least_mm": 40, "most_mm": 41})
        self.assertEqual(said_back.fitting, 0)
        self.assertIn("None of these fits", said_back.says)
        self.assertTrue(all(one.reason for one in said_back.choices))
        far = answer("regear", **self.GIVEN, distances_mm=[20, 21])
        self.assertIn("too close", far.choices[0].reason)

    def test_the_chart_takes_each_pair_to_its_hole(self) -> None:
        said_back = answer(
            "holes", distances_mm=["27.6", "28.0", "27.8"], pinions="15", spurs="54, 55", module_mm=0.8
        )
        self.assertEqual(said_back.distances_mm, [27.6, 27.8, 28.0])
        # 15 + 54 stands without play at 27.6: that hole jams, the next is right.
        self.assertEqual((said_back.holes[0][0], said_back.verdicts[0][0]), (2, "right"))
        self.assertEqual(
            (said_back.holes[0][1], said_back.backlash_mm[0][1], said_back.verdicts[0][1]), (0, None, "none")
        )


class Fitting(unittest.TestCase):
    def job(self, **work: Any) -> Any:
        return answer("fitting", work=work)

    def test_a_friction_stack_forwards_backwards_and_with_a_washer_more(self) -> None:
        base = {"job": "friction", "washers": "kfefk", "outside_mm": 20, "inside_mm": 10, "friction": 0.2}
        answer = self.job(**base, force_n=50)
        self.assertAlmostEqual(value(answer.rows, "slip torque"), 2 * 0.2 * 50 * 7.5)
        self.assertAlmostEqual(value(answer.rows, "one more rubbing face"), 0.2 * 50 * 7.5)
        wanted = self.job(**base, torque_nmm=150)
        self.assertAlmostEqual(value(wanted.rows, "force for it"), 50)
        for bad in ({**base}, {"job": "friction", "outside_mm": 20, "inside_mm": 10, "force_n": 5}):
            with self.assertRaises(GearingError):
                self.job(**bad)
        with self.assertRaisesRegex(GearingError, "not known here"):
            self.job(job="friction", faces=2, material="cheese", outside_mm=20, inside_mm=10, force_n=5)

    def test_press_fits_measured_and_by_the_table(self) -> None:
        base = {"job": "press", "diameter_mm": 8, "length_mm": 6, "hub_mm": 14}
        self.assertIn("Press with", self.job(**base, shaft_mm=8.01, bore_mm=8.0).says)
        self.assertIn("loose at every size", self.job(**base, shaft_mm=7.98, bore_mm=8.0).says)
        self.assertIn("From loose to", self.job(**base, grade="k6").says)
        self.assertAlmostEqual(value(self.job(**base, grade="p6").rows, "interference, most"), 24)

    def test_a_spring_wound_up_and_screws_in_their_order(self) -> None:
        self.assertIn("100 N·mm", self.job(job="torsion", turns=2.5, rate_nmm=40).says)
        ring = self.job(job="tighten", screws=6)
        self.assertEqual(sorted(ring.order), [1, 2, 3, 4, 5, 6])
        self.assertEqual(self.job(job="tighten", screws=2).says, "One after the other.")

    def test_a_stack_says_how_far_it_is_from_flat(self) -> None:
        answer = self.job(
            job="discs", outside_mm=8, inside_mm=4.2, thickness_mm=0.4, cone_mm=0.2, stack="(())", turns=0.4
        )
        self.assertEqual(answer.packets, [2, 2])
        self.assertAlmostEqual(value(answer.rows, "travel"), 0.2)
        self.assertAlmostEqual(value(answer.rows, "turns to flat"), 0.8)
        self.assertAlmostEqual(answer.curve[-1][0], 0.4, places=3)
        self.assertEqual(sorted(answer.curve), answer.curve)

    def test_what_can_be_picked_is_what_is_understood(self) -> None:
        said_back = choices()
        for band in said_back.bands:
            self.assertTrue(answer("pair", **Meshes.PAIR, band=band.key).band.source)
        for material in said_back.materials:
            self.assertTrue(
                answer("pair", **Meshes.PAIR, centre_distance_mm=27.8, climate={"second": material}).warm
            )
        for grade in said_back.grades:
            self.assertTrue(self.job(job="press", diameter_mm=8, length_mm=6, hub_mm=14, grade=grade).rows)
