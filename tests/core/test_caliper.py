"""The simulated caliper and the core's own arithmetic check each other: they share no formula."""

from __future__ import annotations

import subprocess
import sys
import unittest
from math import radians

from devices.asking import DeviceError, answered, ask
from devices.caliper.__main__ import answer
from devices.caliper.hidden import STEP, measure, reading, truth
from devices.caliper.protocol import WHAT, JawSetting, read_hold, read_value
from gearing.geometry.gear import Gear
from gearing.identification.practice import best_play, play, score
from gearing.measuring.methods import Probe
from gearing.measuring.predict import span_counts
from launch.mariadb import free_port
from launch.paths import HOST, ROOT

GEARS = [f"gear-{n}" for n in range(24)]


def as_gear(name: str) -> Gear:
    t = truth(name)
    return Gear(t.teeth, t.module, radians(t.angle), t.shift, 0.0, t.addendum, t.dedendum, t.trim, t.thinning)


class TheJawsOnTheOutline(unittest.TestCase):
    def test_closing_jaws_on_the_drawing_gives_what_the_formulas_say(self) -> None:
        for name in GEARS:
            gear = as_gear(name)
            pin = round(1.7 * float(gear.module), 2)
            pairs = [
                (JawSetting("tips"), Probe("tips")),
                (JawSetting("tips", "largest"), Probe("tips", "largest")),
                (JawSetting("root"), Probe("root")),
                (JawSetting("chord", number=3), Probe("chord", k=3)),
                (JawSetting("pins", number=pin), Probe("pins", size=pin)),
                *((JawSetting("span", number=k), Probe("span", k=k)) for k in span_counts(gear)),
            ]
            for hold, probe in pairs:
                with self.subTest(gear=name, hold=str(hold)):
                    try:
                        measured = measure(name, hold)
                    except DeviceError:
                        self.assertEqual(hold.kind, "pins", "only a pin may fall through")
                        continue
                    self.assertAlmostEqual(measured, float(probe.predict(gear)), delta=1e-3)

    def test_a_hand_scatters_and_the_display_steps(self) -> None:
        readings = [reading("gear-1", JawSetting("tips")) for _ in range(60)]
        self.assertGreater(len(set(readings)), 2)
        exact = measure("gear-1", JawSetting("tips"))
        self.assertLess(abs(sum(readings) / 60 - exact), 0.01)
        self.assertTrue(all(abs(one / STEP - round(one / STEP)) < 1e-6 for one in readings))

    def test_what_cannot_be_held_is_refused_in_words(self) -> None:
        asked = ("span 1", "span 500", "span", "pins 0.05", "chord 400", "moon", "pins x", "")
        for hold in asked[:-1]:
            self.assertTrue(answered(answer, f"READ gear-1 {hold}").startswith("ERR "), hold)
        for line in ("", "SHOW", "TELL ../etc", "READ a/b tips", "NEW", "READ gear-1 span nan"):
            self.assertTrue(answered(answer, line).startswith("ERR "), line)
        self.assertEqual(str(read_hold(["tips", "largest"])), "tips largest")
        self.assertRegex(answer("READ"), r"^\d+\.\d\d mm$")

    def test_an_inch_caliper_is_read_too_and_nonsense_is_not(self) -> None:
        self.assertAlmostEqual(read_value("1.0307 in"), 26.18, places=3)
        for said in ("", "26.18", "-1 mm", "0.00 mm", "nan mm", "99999 mm"):
            with self.assertRaises(DeviceError):
                read_value(said)


class OverTheLine(unittest.TestCase):
    def test_the_program_answers_as_written_down_and_ends_when_told(self) -> None:
        port = free_port()
        command = [sys.executable, "-m", "devices.caliper", str(port)]
        program = subprocess.Popen(command, cwd=ROOT, stdout=subprocess.PIPE, text=True)
        self.addCleanup(program.communicate, timeout=10)
        self.addCleanup(program.terminate)
        assert program.stdout
        self.assertIn(f":{port}", program.stdout.readline())
        with self.assertRaises(DeviceError):
            ask((HOST, free_port()), "HELLO", what=WHAT)
        self.assertEqual(ask((HOST, port), "HELLO", what=WHAT), "DENTADO-CALIPER 1 simulated")
        value = read_value(ask((HOST, port), "READ gear-1 tips settled", what=WHAT))
        self.assertAlmostEqual(value, measure("gear-1", JawSetting("tips")), delta=0.08)
        with self.assertRaisesRegex(DeviceError, "do not go over"):
            ask((HOST, port), "READ gear-1 span 300", what=WHAT)


class Plays(unittest.TestCase):
    def test_the_best_play_is_short_and_mostly_right(self) -> None:
        right = 0
        for name in GEARS:
            gear = as_gear(name)
            moves = best_play(int(gear.teeth), lambda probe, gear=gear: round(float(probe.predict(gear)), 2))
            self.assertLessEqual(len(moves), 8)
            module = float(gear.module)
            sizes = {f"{module:g} module", f"{round(25.4 / module)} DP"}
            right += moves[-1].leader in sizes
        self.assertGreaterEqual(right, len(GEARS) - 3)

    def test_a_play_is_told_reading_by_reading(self) -> None:
        moves = play(24, [(Probe("tips"), 25.72), (Probe("span", k=3), 7.71)])
        self.assertEqual([move.leader for move in moves][-1], "1 module")
        self.assertGreaterEqual(moves[1].odds, moves[0].odds - 0.05)

    def test_more_readings_never_score_more(self) -> None:
        scores = [score(True, used, 2, 0.99) for used in range(1, 12)]
        self.assertEqual(scores, sorted(scores, reverse=True))
        self.assertEqual({score(False, used, 2, 0.99) for used in range(5)}, {0})
