"""Every way of measuring, from the one table: what it reads is what lies between the jaws, on any gear."""

from __future__ import annotations

import json
import unittest
from dataclasses import replace
from math import isfinite, pi, radians

import numpy as np
from hypothesis import assume, given
from hypothesis import strategies as st
from pydantic import ValidationError

from gearing.errors import GearingError
from gearing.geometry.gear import Gear, reference_diameter, root_radius, tip_radius
from gearing.geometry.internal import ring_root_radius, ring_tip_radius
from gearing.geometry.outline import gear_outline
from gearing.geometry.roots import crossing
from gearing.measuring.methods import INTERNAL, METHODS, Probe, hold
from gearing.measuring.predict import span_counts, suiting_pins
from launch.paths import WEB
from sums.probe import ProbeIn, methods_out

from ..examples import examples

GEARS = st.builds(
    Gear,
    st.integers(12, 80),
    st.floats(0.3, 2.0),
    st.sampled_from([radians(20), radians(14.5)]),
    st.floats(-0.2, 0.5),
)
EXTERNAL = sorted(set(METHODS) - INTERNAL)


def probe_of(kind: str, gear: Gear) -> Probe:
    """A measurement of that kind that this gear allows."""
    method = METHODS[kind]
    k, size = 0, 0.0
    if kind == "span":
        counts = span_counts(gear)
        assume(counts)
        k = counts[len(counts) // 2]
    elif kind == "chord":
        k = int(gear.teeth) // 4
    elif method.number:
        k = max(4, int(gear.teeth) // 2)
    if method.pins:
        pins = suiting_pins(gear)
        assume(pins)
        size = pins[1]  # type: ignore[index]
    if method.bore:
        size = float(root_radius(gear))
    return Probe(kind, k=k, size=size)


class Held(unittest.TestCase):
    @examples(120)
    @given(st.sampled_from(EXTERNAL), GEARS)
    def test_what_is_read_lies_between_the_jaws(self, kind: str, gear: Gear) -> None:
        probe = probe_of(kind, gear)
        reading, held = float(probe.predict(gear)), hold(gear, probe)
        self.assertAlmostEqual(held.right - held.left, reading, places=9)
        self.assertTrue(all(isfinite(part) for part in (held.turn, held.height, *sum(held.marks, ()))))
        for x, _ in held.marks:
            self.assertLessEqual(held.left - 1e-9, x + held.mark_size / 2)

    @examples(60)
    @given(st.sampled_from(sorted(INTERNAL - {"between"})), st.integers(30, 90), st.floats(0.3, 2.0))
    def test_inside_a_ring_too(self, kind: str, teeth: int, module: float) -> None:
        ring = Gear(teeth, module)
        probe = Probe(kind, k=teeth // 3)
        held = hold(ring, probe)
        self.assertAlmostEqual(held.right - held.left, float(probe.predict(ring)), places=9)
        across = float(Probe("inside").predict(ring)), float(Probe("floor").predict(ring))
        self.assertLess(across[0], across[1])
        self.assertLessEqual(across[0], 2 * float(ring_tip_radius(ring)) + 1e-9)
        self.assertLessEqual(across[1], 2 * float(ring_root_radius(ring)) + 1e-9)

    @examples(80)
    @given(st.sampled_from(EXTERNAL), GEARS, st.floats(1.05, 3))
    def test_a_gear_of_twice_the_size_reads_twice_as_much(self, kind: str, gear: Gear, times: float) -> None:
        probe = probe_of(kind, gear)
        larger = replace(gear, module=gear.module * times)
        scaled = replace(probe, size=probe.size * times)
        self.assertAlmostEqual(
            float(scaled.predict(larger)), times * float(probe.predict(gear)), delta=1e-6 * times * 100
        )

    @examples(40)
    @given(GEARS)
    def test_the_outline_is_as_wide_as_its_tips_say(self, gear: Gear) -> None:
        """The drawn outline's own extent, turned all the way: a caliper by brute force."""
        points = np.asarray(gear_outline(gear, 12, 6))
        turns = np.linspace(0, 2 * pi / float(gear.teeth), 241)
        widths = [float(np.ptp(points @ np.array([np.cos(t), np.sin(t)]))) for t in turns]
        self.assertAlmostEqual(
            min(widths), float(Probe("tips").predict(gear)), delta=2e-3 * float(gear.module)
        )
        self.assertAlmostEqual(
            max(widths), float(Probe("tips", "largest").predict(gear)), delta=2e-3 * float(gear.module)
        )

    def test_roots_are_looser_than_tips_and_grow_with_the_module(self) -> None:
        small, large = Gear(20, 0.5), Gear(20, 1.0)
        for kind, method in METHODS.items():
            with self.subTest(kind=kind):
                self.assertAlmostEqual(
                    float(Probe(kind).looseness(large)), 2 * float(Probe(kind).looseness(small))
                )
                self.assertEqual(bool(method.loose), bool(method.why_loose))
        self.assertGreater(float(Probe("root").looseness(large)), float(Probe("tips").looseness(large)))

    def test_a_pin_that_falls_through_is_refused_or_drawn_at_the_tips_never_nowhere(self) -> None:
        gear = Gear(20, 1.0)
        held = hold(gear, Probe("pins", size=0.2))
        self.assertAlmostEqual(held.right - held.left, 2 * float(tip_radius(gear)))
        self.assertGreater(float(reference_diameter(gear)), 0)


class Asked(unittest.TestCase):
    def test_each_way_asks_for_what_it_needs_and_for_nothing_else(self) -> None:
        for kind, method in METHODS.items():
            whole = {
                "kind": kind,
                **({"k": 8} if method.number else {}),
                **({"size_mm": 1.4} if method.pins else {}),
            }
            with self.subTest(kind=kind):
                probe = ProbeIn(**whole).probe(5.0)
                self.assertEqual(
                    (probe.k, probe.size),
                    (8 if method.number else 0, 1.4 if method.pins else 5.0 * method.bore),
                )
                self.assertEqual(
                    ProbeIn(**{**whole, "how": "largest"}).probe(None).how,
                    "largest" if method.hows else "settled",
                )
            for name, code in (("k", "number_needed"), ("size_mm", "size_needed")):
                if name in whole:
                    with self.subTest(kind=kind, without=name), self.assertRaises(ValidationError) as said:
                        ProbeIn(**{key: value for key, value in whole.items() if key != name})
                    cause = said.exception.errors()[0]["ctx"]["error"]
                    self.assertIsInstance(cause, GearingError)
                    self.assertEqual(cause.code, code)

    def test_too_few_to_count_is_refused(self) -> None:
        for kind, method in METHODS.items():
            if method.number:
                ProbeIn(kind=kind, k=method.number.least)
                if method.number.least > 1:
                    with self.subTest(kind=kind), self.assertRaises(ValidationError):
                        ProbeIn(kind=kind, k=method.number.least - 1)

    def test_what_is_published_and_what_is_listed_are_the_table(self) -> None:
        self.assertEqual([one.key for one in methods_out()], list(METHODS))
        published = json.loads((WEB / "generated" / "openapi.json").read_text())
        kind = published["components"]["schemas"]["ProbeIn"]["properties"]["kind"]
        self.assertEqual(kind["enum"], list(METHODS))

    def test_no_such_way_is_said_with_those_there_are(self) -> None:
        with self.assertRaises(ValidationError) as said:
            ProbeIn(kind="moon")
        cause = said.exception.errors()[0]["ctx"]["error"]
        self.assertEqual(cause.code, "unknown_method")
        self.assertIn("span", cause.hint)

    def test_each_says_what_was_set(self) -> None:
        answer = {Probe(kind, k=7, size=1.4).name for kind in METHODS}
        self.assertGreaterEqual(len(answer), len(METHODS) - 1)
        self.assertIn("span over 7 teeth", answer)
        self.assertIn("over pins of 1.40 mm", answer)


class Crossing(unittest.TestCase):
    @examples(100)
    @given(st.floats(-50, 50), st.floats(0.001, 100))
    def test_the_place_is_found_from_either_side(self, place: float, reach: float) -> None:
        near, far = place - reach, place + 2 * reach
        self.assertAlmostEqual(
            float(crossing(lambda x: x < place, near, far)), place, delta=1e-9 * (1 + abs(place) + reach)
        )
        self.assertAlmostEqual(
            float(crossing(lambda x: x > place, far, near)), place, delta=1e-9 * (1 + abs(place) + reach)
        )

    def test_many_at_once_each_in_its_own_bracket(self) -> None:
        wanted = np.array([1.0, 4.0, 9.0, 2.0])
        result = crossing(lambda x: x * x < wanted, np.zeros(4), np.full(4, 10.0))
        np.testing.assert_allclose(result, np.sqrt(wanted), atol=1e-12)
