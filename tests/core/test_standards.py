"""Small parts by their standards: what is said of them, and that the lists hold together."""

from __future__ import annotations

import unittest

from gearing.data import table
from gearing.standards import ring_number, standard_says, wire_of
from gearing.strip.entry import order_words, parse
from gearing.strip.entry.titles import chips


def quiet(line: str) -> str:
    """The quiet words beside the size and the name of a line."""
    return " ".join(chip.label for chip in chips(parse(line)) if chip.field in ("size", "words"))


class Said(unittest.TestCase):
    def test_what_a_bench_types_brings_what_the_standard_says(self) -> None:
        for line, says in (
            ("circlip 5", "groove ⌀ 4.8 × 0.7"),
            ("2x circlip 10 main shaft", "ring 1, groove ⌀ 9.6 × 1.1"),
            ("circlip 12 internal", "groove ⌀ 12.5 × 1.1"),
            ("e-clip 3.2", "shaft 4 to 5"),
            ("o-ring 2.9x1.78", "AS568-006"),
            ("o-ring 006 drag cap", "2.9 × 1.78"),
            ("o-ring 5x1.5", "groove 1.12 deep still"),
            ("shim 5x10x0.25", "packs hold 0.05, 0.1"),
            ("bearing 5x11x4", "MR115"),
            ("22 awg wire", "⌀ 0.64, 0.33 mm²"),
        ):
            with self.subTest(line):
                self.assertIn(says, quiet(line))

    def test_what_no_list_has_is_left_alone(self) -> None:
        for line in (
            "circlip 5.5",
            "circlip",
            "o-ring",
            "o-ring 5",
            "shim 5x7x0.1",
            "bearing 5x11x9",
            "cover",
            "wire red",
        ):
            with self.subTest(line):
                self.assertNotIn("(", quiet(line))

    def test_a_wires_gauge_is_no_count(self) -> None:
        for line, count in (("22 awg wire", 1), ("3 wires 24awg", 3), ("2x 24-awg lead to the motor", 2)):
            with self.subTest(line):
                self.assertEqual((parse(line).count, parse(line).kind), (count, "connector"))

    def test_a_ring_is_ordered_by_its_number(self) -> None:
        self.assertEqual(order_words(parse("o-ring 2.9x1.8")), "2.9 × 1.8 · AS568-006")
        self.assertEqual(order_words(parse("o-ring 5x1.5")), "5 × 1.5")

    def test_published_wires(self) -> None:
        # Bare diameters of the American gauge, mm, as any table of it has them.
        for gauge, across in (
            (0, 8.25),
            (10, 2.59),
            (18, 1.02),
            (20, 0.81),
            (26, 0.40),
            (30, 0.25),
            (36, 0.13),
        ):
            with self.subTest(gauge):
                self.assertTrue(wire_of(gauge).startswith(f"⌀ {across:.2f}"), wire_of(gauge))
        self.assertEqual((wire_of(45), wire_of(-1)), ("", ""))


class Lists(unittest.TestCase):
    def test_a_clip_lies_in_its_groove_and_holds_on_its_shaft(self) -> None:
        clips = table("standards")["circlips"]
        for which, sign in (("shaft", -1), ("bore", 1)):
            before = 0.0
            for nominal, (thick, groove, wide) in clips[which].items():
                size = float(nominal)
                with self.subTest(which, size=size):
                    self.assertLess(thick, wide)
                    self.assertLess(wide - thick, 0.11)
                    self.assertTrue(0.1 <= sign * (groove - size) / 2 <= 0.9)
                    self.assertGreater(groove, before)
                before = groove
        for nominal, (thick, groove, wide, least, most) in clips["side"].items():
            with self.subTest("side", size=nominal):
                self.assertEqual(float(nominal), groove)
                self.assertTrue(groove < least < most and thick < wide)

    def test_each_ring_is_found_by_its_size_again(self) -> None:
        for number, (inside, section) in table("standards")["orings"]["inch"].items():
            self.assertEqual(ring_number(inside, section), f"AS568-{number}")

    def test_a_groove_squeezes_and_leaves_room(self) -> None:
        groove = table("standards")["orings"]["groove"]
        for depth, least, most in (("still", 0.15, 0.30), ("slides", 0.08, 0.20)):
            self.assertTrue(least <= 1 - groove[depth] <= most)
            # The ring's section fills the groove, but never all of it.
            self.assertLess(0.785 / (groove[depth] * groove["wide"]), 0.9)

    def test_an_inch_ring_says_its_groove(self) -> None:
        self.assertIn("1.33 deep still", standard_says("oring", "2.9x1.78", "oring"))
