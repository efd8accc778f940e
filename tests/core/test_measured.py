"""Readings and meshes found by measuring the drawn outline itself: jaws, pins and turning, no formula."""

from __future__ import annotations

import unittest
from dataclasses import replace

import numpy as np
from hypothesis import assume, given
from hypothesis import strategies as st
from numpy.typing import NDArray

from gearing.errors import GearingError
from gearing.geometry.gear import Gear, base_radius, root_radius, tip_radius, undercut
from gearing.geometry.outline import gear_outline, tooth_outline
from gearing.measuring.predict import form_radius, over_pins, span_counts, span_over_teeth, tip_chord
from gearing.mesh import mesh, zero_backlash_distance

from ..examples import examples
from .cases import gears
from .test_drawing import inside, turned

Points = NDArray[np.float64]


def distance_to(point: Points, outline: Points) -> float:
    """From a point to a closed polygon, mm."""
    start, end = outline, np.roll(outline, -1, axis=0)
    along = end - start
    length = np.maximum((along**2).sum(axis=1), 1e-18)
    part = np.clip(((point - start) * along).sum(axis=1) / length, 0.0, 1.0)
    nearest = start + part[:, None] * along
    return float(np.hypot(*(nearest - point).T).min())


def pin_reading(gear: Gear, pin: float) -> float:
    """Lay a pin in a space of the outline until it touches, and read over two of them."""
    outline = gear_outline(gear, 60, 12)
    half = np.pi / float(gear.teeth)
    space = np.array([np.sin(half), np.cos(half)])
    low, high = float(root_radius(gear)), float(tip_radius(gear)) + 2 * pin
    for _ in range(50):
        middle = (low + high) / 2
        clear = distance_to(space * middle, outline) > pin / 2
        low, high = (low, middle) if clear else (middle, high)
    tilt = np.cos(np.pi / (2 * float(gear.teeth))) if int(gear.teeth) % 2 else 1.0
    return 2 * high * float(tilt) + pin


def jaw_span(gear: Gear, k: int) -> float:
    """Close flat jaws over `k` teeth of the outline, the gear lying evenly between them."""
    tooth = tooth_outline(gear, 160, 6, 1)
    flank = tooth[np.hypot(*tooth.T) > float(form_radius(gear)) + 1e-9]
    pitch = 2 * np.pi / float(gear.teeth)
    across = np.vstack([turned(flank, -pitch * (n - (k - 1) / 2)) for n in range(k)])[:, 0]
    return float(across.max() - across.min())


def free_turn(first: Gear, second: Gear, distance: float) -> float:
    """Turn the second gear both ways until its outline meets the first's; the angle between, rad."""
    one = turned(gear_outline(first, 30, 5), -np.pi / 2)
    two = turned(gear_outline(second, 30, 5), np.pi / 2 + np.pi / float(second.teeth))
    near = two[two[:, 0] < -float(root_radius(second)) * 0.9]
    facing = one[one[:, 0] > float(root_radius(first)) * 0.9]

    def meets(angle: float) -> bool:
        lying = turned(near, angle) + np.array([distance, 0.0])
        back = turned(facing - np.array([distance, 0.0]), -angle)
        return bool(inside(lying, one).any() or inside(back, two).any())

    turns = []
    for way in (1.0, -1.0):
        low, high = 0.0, np.pi / float(second.teeth)
        for _ in range(14):
            middle = (low + high) / 2
            low, high = (low, middle) if meets(way * middle) else (middle, high)
        turns.append(low)
    return sum(turns)


class Measured(unittest.TestCase):
    @examples(40)
    @given(gears(least=9, most=104), st.floats(1.5, 1.9))
    def test_pins_laid_in_the_spaces(self, gear: Gear, size: float) -> None:
        pin = size * float(gear.module)
        try:
            reading = over_pins(gear, pin)
        except GearingError:
            assume(False)
        assume(reading / 2 - pin > base_radius(gear))
        self.assertAlmostEqual(pin_reading(gear, pin), reading, delta=2e-3 * float(gear.module))

    @examples(40)
    @given(gears(least=9, most=104), st.data())
    def test_jaws_closed_over_the_flanks(self, gear: Gear, data: st.DataObject) -> None:
        # An undercut flank ends above the base circle; the formula knows the involute alone.
        assume(not undercut(gear))
        counts = span_counts(gear)
        assume(counts)
        k = data.draw(st.sampled_from(counts))
        self.assertAlmostEqual(
            jaw_span(gear, k), float(span_over_teeth(gear, k)), delta=1e-3 * float(gear.module)
        )

    @examples(40)
    @given(gears(least=9, most=104), st.data())
    def test_a_chord_from_edge_to_like_edge(self, gear: Gear, data: st.DataObject) -> None:
        pitches = data.draw(st.integers(1, int(gear.teeth) // 2))
        tooth = tooth_outline(gear, 8, 4, 1)
        edge = tooth[np.hypot(*tooth.T).argmax()]
        away = turned(edge[None, :], -2 * np.pi * pitches / float(gear.teeth))[0]
        self.assertAlmostEqual(float(np.hypot(*(edge - away))), float(tip_chord(gear, pitches)), places=9)

    @examples(12)
    @given(
        st.integers(14, 40),
        st.integers(14, 60),
        st.floats(0.0, 0.3),
        st.floats(0.06, 0.25),
        st.sampled_from([14.5, 20.0, 25.0]),
    )
    def test_backlash_by_turning_until_the_teeth_meet(
        self, z1: int, z2: int, shift: float, opened: float, angle: float
    ) -> None:
        first = Gear(z1, 1.0, float(np.radians(angle)), shift)
        second = replace(first, teeth=z2, profile_shift=0.0)
        # Undercut and interfering pairs meet elsewhere than on their flanks.
        assume(min(z1, z2) * np.sin(np.radians(angle)) ** 2 > 2)
        distance = zero_backlash_distance(first, second) + opened
        result = mesh(first, second, distance)
        assume(result.tip_clearance_1 > 0.05 and result.tip_clearance_2 > 0.05)
        self.assertAlmostEqual(free_turn(first, second, distance), result.turn_2, delta=4e-4)

    @examples(40)
    @given(st.integers(18, 40), st.integers(18, 60), st.floats(0.05, 0.2))
    def test_contact_lasts_as_long_as_the_contact_ratio_says(self, z1: int, z2: int, opened: float) -> None:
        first, second = Gear(z1, 1.0), Gear(z2, 1.0)
        distance = (z1 + z2) / 2 + opened
        result = mesh(first, second, distance)
        alpha = result.working_pressure_angle
        # Contact runs along the common tangent of the base circles, while both tips reach it.
        start = float(base_radius(first)) * np.array([np.cos(alpha), np.sin(alpha)])
        steps = np.linspace(0.0, distance * np.sin(alpha), 20_001)
        line = start + np.outer(steps, np.array([np.sin(alpha), -np.cos(alpha)]))
        reached = np.hypot(*line.T) <= float(tip_radius(first))
        reached &= np.hypot(*(line - np.array([distance, 0.0])).T) <= float(tip_radius(second))
        length = float(reached.sum() * (steps[1] - steps[0]))
        self.assertAlmostEqual(length / (np.pi * np.cos(np.radians(20))), result.contact_ratio, delta=2e-3)
