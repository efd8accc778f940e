"""Devices that show one figure: the same truth each time, read by a hand that scatters."""

from __future__ import annotations

import unittest
from statistics import mean

from devices.asking import DeviceError, answered
from devices.indicator.protocol import DEVICE as INDICATOR
from devices.tachometer.protocol import DEVICE as TACHOMETER
from devices.thermometer.protocol import DEVICE as THERMOMETER

ALL = (INDICATOR, TACHOMETER, THERMOMETER)


class Figures(unittest.TestCase):
    def test_readings_scatter_about_a_truth_that_stays(self) -> None:
        for device in ALL:
            truth = float(device.answer("TELL unit-7").split()[0])
            read = [device.read(device.answer("READ unit-7")) for _ in range(200)]
            with self.subTest(device.what):
                self.assertLessEqual(device.least, truth)
                self.assertLessEqual(truth, device.most)
                self.assertAlmostEqual(mean(read), truth, delta=device.step + device.scatter)
                self.assertGreater(len(set(read)), 1)
                self.assertNotEqual(device.answer("TELL unit-7"), device.answer("TELL unit-8"))

    def test_a_real_one_may_show_other_units(self) -> None:
        self.assertAlmostEqual(INDICATOR.read("0.0100 in"), 0.254)
        self.assertAlmostEqual(THERMOMETER.read("122 °F"), 50.0)
        self.assertAlmostEqual(TACHOMETER.read("25 1/s"), 1500.0)
        for said in ("", "no reading", "12", "1.2 furlongs", "1.2 mm 3"):
            with self.subTest(said), self.assertRaises(DeviceError):
                INDICATOR.read(said)

    def test_what_is_not_asked_so_is_refused_in_words(self) -> None:
        for line in ("", "PRESS", "READ ../etc", "TELL"):
            self.assertTrue(answered(INDICATOR.answer, line).startswith("ERR "), line)
        self.assertEqual(INDICATOR.answer("HELLO"), "DENTADO-INDICATOR 1 simulated")
