"""Photos of flat gears drawn by straight lines and a plain camera: nothing of the product's own outlines."""

from __future__ import annotations

from dataclasses import dataclass

import cv2
import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]

WIDE, HIGH, FINER = 1400, 1050, 2
CARD = np.array([85.60, 53.98])
GROUNDS = {"wood": (90, 130, 170), "mat": (60, 90, 50), "paper": (225, 228, 230), "steel": (150, 152, 150)}
GEARS = {"brass": (80, 170, 200), "black": (35, 35, 38), "white": (235, 235, 235)}
CARDS = ((180, 90, 40), (60, 60, 190), (240, 240, 240), (50, 50, 50))
TOOTH = (
    (-0.5, -1.25), (-0.36, -1.25), (-0.31, -1.0), (-0.25, 0.0), (-0.17, 0.7), (-0.12, 1.0),
    (0.12, 1.0), (0.17, 0.7), (0.25, 0.0), (0.31, -1.0), (0.36, -1.25), (0.5, -1.25),
)  # fmt: skip
"""A tooth in straight lines: pitches round, modules out from the reference circle."""


@dataclass(frozen=True)
class Drawn:
    """A picture and its truth, mm."""

    image: NDArray[np.uint8]
    teeth: int
    missing: int
    tip_diameter: float


def drawn(number: int) -> Drawn:
    """The picture of that number: card and gear on one plane, up to 35° askew, blurred and noisy."""
    random = np.random.default_rng([number, 26])
    teeth, radius = int(random.integers(10, 70)), float(random.uniform(9, 28))
    missing = (
        set(random.choice(teeth, int(random.integers(1, 3)), replace=False)) if number % 3 == 0 else set()
    )
    ground = list(GROUNDS.values())[random.integers(len(GROUNDS))]
    apart = [colour for colour in GEARS.values() if np.linalg.norm(np.subtract(colour, ground)) > 70]
    cards = [colour for colour in CARDS if np.linalg.norm(np.subtract(colour, ground)) > 80]
    eye = _Eye(random, radius)
    made = np.full((HIGH * FINER, WIDE * FINER, 3), ground, np.float32)
    _fill(made, eye.seen(_outline(teeth, 2 * radius / (teeth + 2), missing) - (35, 0)), apart[0])
    ring = np.linspace(0, 2 * np.pi, 160)
    _fill(made, eye.seen(0.25 * radius * np.stack([np.cos(ring), np.sin(ring)], 1) - (35, 0)), ground)
    corners = np.array([[1, 1], [-1, 1], [-1, -1], [1, -1]]) * CARD / 2
    turn = random.uniform(-0.4, 0.4)
    turned = corners @ np.array([[np.cos(turn), np.sin(turn)], [-np.sin(turn), np.cos(turn)]])
    beside = np.array([radius + 23 + random.uniform(0, 8), random.uniform(-15, 15)])
    _fill(made, eye.seen(turned + beside), cards[0])
    y, x = np.mgrid[: HIGH * FINER, : WIDE * FINER].astype(np.float32)
    way = random.uniform(0, 2 * np.pi)
    made *= (1 + 0.2 * ((x / x.max() - 0.5) * np.cos(way) + (y / y.max() - 0.5) * np.sin(way)))[..., None]
    seen = cv2.resize(made, (WIDE, HIGH), interpolation=cv2.INTER_AREA)
    seen = cv2.GaussianBlur(seen, (0, 0), float(random.uniform(0.3, 1.5)))
    seen = seen + random.normal(0, float(random.uniform(1, 7)), seen.shape)
    return Drawn(np.clip(seen, 0, 255).astype(np.uint8), teeth, len(missing), 2 * radius)


class _Eye:
    def __init__(self, random: np.random.Generator, radius: float) -> None:
        about, lean = random.uniform(0, 2 * np.pi), np.radians(random.uniform(0, 35))
        self.turned, _ = cv2.Rodrigues(np.array([np.cos(about), np.sin(about), 0.0]) * lean)
        self.focus = 1600.0 * FINER
        self.away = 3.2 * (radius + 70) * random.uniform(0.9, 1.2)

    def seen(self, points: Array) -> Array:
        there = np.column_stack([points, np.zeros(len(points))]) @ self.turned.T
        flat = self.focus * there[:, :2] / (self.away + there[:, 2:])
        return np.asarray(flat + np.array([WIDE, HIGH]) * FINER / 2, dtype=np.float64)


def _outline(teeth: int, module: float, missing: set[int]) -> Array:
    points = []
    for n in range(teeth):
        for pitches, modules in TOOTH:
            out = module * (teeth / 2 + (min(modules, -1.0) if n in missing else modules))
            angle = 2 * np.pi * (n + pitches) / teeth
            points.append((out * np.cos(angle), out * np.sin(angle)))
    return np.array(points)


def _fill(made: NDArray[np.float32], points: Array, colour: tuple[int, ...]) -> None:
    told = [float(value) for value in colour]
    cv2.fillPoly(made, [np.round(points * 16).astype(np.int32)], told, cv2.LINE_AA, 4)
