"""Devices that show one figure: the same truth each time, read by a hand that scatters."""

from __future__ import annotations

import unittest
from statistics import mean

from hypothesis import given
from hypothesis import strategies as st

from devices.asking import answered
from devices.force.protocol import DEVICE as FORCE
from devices.indicator.protocol import DEVICE as INDICATOR
from devices.tachometer.protocol import DEVICE as TACHOMETER
from devices.thermometer.protocol import DEVICE as THERMOMETER
from gearing.errors import GearingError
from gearing.measuring.display import shown_reading

from ..examples import examples

ALL = (INDICATOR, TACHOMETER, THERMOMETER, FORCE)


class Figures(unittest.TestCase):
    def test_readings_scatter_about_a_truth_that_stays(self) -> None:
        for device in ALL:
            truth = float(device.answer("TELL unit-7").split()[0])
            read = [shown_reading(device.answer("READ unit-7")).value for _ in range(200)]
            with self.subTest(device.what):
                self.assertLessEqual(device.least, truth)
                self.assertLessEqual(truth, device.most)
                self.assertAlmostEqual(mean(read), truth, delta=device.step + device.scatter)
                self.assertGreater(len(set(read)), 1)
                self.assertNotEqual(device.answer("TELL unit-7"), device.answer("TELL unit-8"))

    def test_a_real_one_may_show_other_units(self) -> None:
        for said, value, unit in (
            ("0.0100 in", 0.254, "mm"),
            ("12 µm", 0.012, "mm"),
            ("26.18", 26.18, "mm"),
            ("R+00026.18", 26.18, "mm"),
            ("-0,02 mm", -0.02, "mm"),
            ("122 °F", 50.0, "°C"),
            ("25 1/s", 1500.0, "rpm"),
            ("ST,GS,+  102.0 g", 1.00027830, "N"),
            ("US,NT,-  0.500kg", -4.903325, "N"),
            ("2.2 lbf", 9.78608755, "N"),
        ):
            with self.subTest(said):
                shown = shown_reading(said)
                self.assertEqual(shown.unit, unit)
                self.assertAlmostEqual(shown.value, value, delta=1e-6)

    def test_what_is_no_reading_is_refused(self) -> None:
        for said in (
            "",
            "no reading",
            "1.2 furlongs",
            "1.2 mm 3",
            "12 34",
            "mm",
            "9" * 300,
            "1e5 N",
            "--2 mm",
        ):
            with self.subTest(said), self.assertRaises(GearingError) as refused:
                shown_reading(said)
            self.assertTrue(refused.exception.hint)

    @examples(80)
    @given(st.floats(-400, 4000), st.sampled_from(["mm", "rpm", "°C", "N"]))
    def test_a_figure_in_its_own_unit_is_what_it_is(self, value: float, unit: str) -> None:
        shown = shown_reading(f"{value:.3f} {unit}")
        self.assertEqual((shown.value, shown.unit), (round(value, 3), unit))

    def test_what_is_not_asked_so_is_refused_in_words(self) -> None:
        for line in ("", "PRESS", "READ ../etc", "TELL"):
            self.assertTrue(answered(INDICATOR.answer, line).startswith("ERR "), line)
        self.assertEqual(INDICATOR.answer("HELLO"), "DENTADO-INDICATOR 1 simulated")
