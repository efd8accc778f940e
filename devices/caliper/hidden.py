"""A gear nobody has seen: made up from its name, drawn, and measured on the drawing.

Nothing here is shared with Dentado's own arithmetic. Readings are found by
closing jaws on the outline, so the two check each other.
"""

from __future__ import annotations

import math
import random
from dataclasses import asdict, dataclass
from functools import lru_cache
from typing import Any

import numpy as np
from numpy.typing import NDArray

from ..asking import DeviceError
from .protocol import JawSetting

STEP = 0.01
"""What the display shows, mm."""

SCATTER = 0.012
"""Standard deviation of a hand closing the jaws, mm."""

Points = NDArray[np.float64]

SIZES = (
    ("module", 0.3, 3), ("module", 0.35, 1), ("module", 0.4, 4), ("module", 0.5, 8), ("module", 0.6, 5),
    ("module", 0.7, 2), ("module", 0.8, 7), ("module", 1.0, 7), ("module", 1.25, 1), ("module", 1.5, 2),
    ("pitch", 64, 4), ("pitch", 48, 7), ("pitch", 40, 1), ("pitch", 32, 6), ("pitch", 24, 1),
)  # fmt: skip
"""Sizes met on a bench of small units, with weights."""


@dataclass(frozen=True, slots=True)
class Truth:
    """What the gear is. Lengths mm, angle degrees."""

    teeth: int
    module: float
    angle: float
    shift: float
    addendum: float
    dedendum: float
    trim: float
    thinning: float
    bore: float
    width: float


@lru_cache(maxsize=256)
def truth(name: str) -> Truth:
    """The gear of that name: the same one each time it is asked for."""
    dice = random.Random(f"hidden gear {name}")
    sort, number, _ = dice.choices(SIZES, [weight for *_, weight in SIZES])[0]
    module = number if sort == "module" else 25.4 / number
    teeth = dice.choice([dice.randint(11, 30), dice.randint(11, 72)])
    angle = dice.choices((20.0, 14.5, 25.0), (90, 6 if sort == "pitch" else 1, 3))[0]
    if teeth < 17:
        shift = dice.choice([0.0, max(0.0, (17 - teeth) / 17 + dice.gauss(0, 0.05))])
    else:
        shift = dice.choices((0.0, max(-0.25, min(0.4, dice.gauss(0, 0.15)))), (4, 1))[0]
    stub = dice.random() < 0.08
    trim = dice.choices((0.0, dice.expovariate(1 / 0.04)), (2, 3))[0]
    thinning = dice.expovariate(1 / 0.03)
    addendum = 0.8 if stub else 1.0
    dedendum = addendum + 0.25 + dice.gauss(0, 0.02)
    bore = round(min(dice.choice((2, 3, 3.175, 4, 5, 6)), module * teeth * 0.5), 2)
    width = round(module * dice.uniform(5, 10), 1)
    return Truth(
        teeth, module, angle, shift, addendum, dedendum,
        min(trim, 0.25) * module, min(thinning, 0.12) * module, bore, width,
    )  # fmt: skip


def half_tooth(gear: Truth) -> Points:
    """Right half of the tooth standing on the y axis: flank, then tip, shape (n, 2)."""
    alpha = math.radians(gear.angle)
    pitch = gear.module * gear.teeth / 2
    base = pitch * math.cos(alpha)
    tip = pitch + gear.module * (gear.addendum + gear.shift) - gear.trim
    half = gear.module * (math.pi / 4 + gear.shift * math.tan(alpha)) - gear.thinning / 2
    at_base = half / pitch + math.tan(alpha) - alpha
    start = max(base, pitch - gear.module * gear.dedendum * 0.8)
    # A string unwound from the base circle draws the flank.
    unwound = np.linspace(math.sqrt((start / base) ** 2 - 1), math.sqrt((tip / base) ** 2 - 1), 240)
    turn = at_base - unwound
    x = base * (np.sin(turn) + unwound * np.cos(turn))
    y = base * (np.cos(turn) - unwound * np.sin(turn))
    flank = np.stack([x, y], axis=1)[x >= 0]
    land = np.linspace(math.atan2(flank[-1, 0], flank[-1, 1]), 0.0, 24)
    top = math.hypot(*flank[-1])
    return np.vstack([flank, np.stack([top * np.sin(land), top * np.cos(land)], axis=1)])


@lru_cache(maxsize=64)
def tooth(name: str) -> Points:
    """One tooth, left to right, middle on the y axis."""
    half = half_tooth(truth(name))
    left = half * np.array([-1.0, 1.0])
    return np.vstack([left, half[::-1]])


def _turned(points: Points, angle: float) -> Points:
    cos, sin = math.cos(angle), math.sin(angle)
    return np.stack(
        [points[:, 0] * cos + points[:, 1] * sin, points[:, 1] * cos - points[:, 0] * sin], axis=1
    )


def measure(name: str, hold: JawSetting) -> float:
    """What perfect jaws would read, mm.

    Raises
    ------
    DeviceError
        If the gear cannot be held so.
    """
    gear = truth(name)
    match hold.kind:
        case "tips":
            return _over_tips(name, hold.how)
        case "span":
            return _span(name, int(hold.number))
        case "pins":
            return _over_pins(name, hold.number)
        case "chord":
            return _chord(name, int(hold.number))
        case "root":
            deep = gear.module * (gear.teeth / 2 - gear.dedendum + gear.shift)
            return 2 * deep * (math.cos(math.pi / 2 / gear.teeth) if gear.teeth % 2 else 1.0)
        case "bore":
            return gear.bore
    return gear.width


def _over_tips(name: str, how: str) -> float:
    """Flat jaws closed on the whole gear as it is turned through one pitch."""
    gear = truth(name)
    pitch = 2 * math.pi / gear.teeth
    outer = tooth(name)
    outer = outer[np.hypot(outer[:, 0], outer[:, 1]) > np.hypot(outer[:, 0], outer[:, 1]).max() * 0.9]
    # Turning the jaws by t is turning every tooth by -t: each tooth's reach towards a jaw.
    turns = np.linspace(0, pitch, 721)
    centres = pitch * np.arange(gear.teeth)
    radius, angle = np.hypot(outer[:, 0], outer[:, 1]), np.arctan2(outer[:, 0], outer[:, 1])

    def reach(jaw: float) -> Points:
        towards = (centres[None, :] - turns[:, None] - jaw + math.pi) % (2 * math.pi) - math.pi
        close = np.abs(towards) < 1.2 * pitch
        most = np.full(len(turns), -np.inf)
        for column in np.flatnonzero(close.any(axis=0)):
            leaning = (radius * np.cos(angle + towards[:, column, None])).max(axis=1)
            most = np.maximum(most, np.where(close[:, column], leaning, -np.inf))
        return most

    opened = reach(0.0) + reach(math.pi)
    return float(opened.min() if how == "settled" else opened.max())


def _span(name: str, k: int) -> float:
    """Flat jaws over a block of k teeth that stands upright between them."""
    gear = truth(name)
    if not 2 <= k <= gear.teeth // 2:
        raise DeviceError(f"the jaws do not go over {k} teeth of this gear")
    pitch = 2 * math.pi / gear.teeth
    block = np.vstack([_turned(tooth(name), (n - (k - 1) / 2) * pitch) for n in range(k)])
    return float(block[:, 0].max() - block[:, 0].min())


def _over_pins(name: str, diameter: float) -> float:
    """Two pins laid in opposite spaces, each as deep as the flanks let it."""
    gear = truth(name)
    pitch = 2 * math.pi / gear.teeth
    walls = np.vstack([_turned(tooth(name), side * pitch / 2) for side in (-1, 1)])
    height = np.hypot(walls[:, 0], walls[:, 1])
    low, high = float(height.min()), float(height.max()) + diameter
    for _ in range(50):
        middle = (low + high) / 2
        gap = float(np.hypot(walls[:, 0], walls[:, 1] - middle).min())
        low, high = (middle, high) if gap < diameter / 2 else (low, middle)
    deepest = gear.module * (gear.teeth / 2 - gear.dedendum + gear.shift) + diameter / 2
    if high <= deepest or high + diameter / 2 < height.max():
        raise DeviceError("this pin does not lie on the flanks")
    across = 2 * high * (math.cos(math.pi / 2 / gear.teeth) if gear.teeth % 2 else 1.0)
    return across + diameter


def _chord(name: str, pitches: int) -> float:
    """Points of the jaws on two like tips."""
    gear = truth(name)
    if not 1 <= pitches <= gear.teeth // 2:
        raise DeviceError(f"{pitches} pitches reach past the far side")
    top = float(np.hypot(*tooth(name).T).max())
    return 2 * top * math.sin(pitches * math.pi / gear.teeth)


def reading(name: str, hold: JawSetting) -> float:
    """The same by hand: scattered, and in steps of the display, mm."""
    by_hand = measure(name, hold) + random.gauss(0, SCATTER)
    return max(STEP, round(round(by_hand / STEP) * STEP, 2))


def picture(name: str) -> dict[str, Any]:
    """The gear as the eye sees it: its outline and bore in tip radii, so that no size can be read off."""
    gear = truth(name)
    outline = tooth(name)
    top = float(np.hypot(outline[:, 0], outline[:, 1]).max())
    deep = gear.module * (gear.teeth / 2 - gear.dedendum + gear.shift)
    pitch = math.pi / gear.teeth
    ends = [
        (-deep * math.sin(pitch), deep * math.cos(pitch)),
        (deep * math.sin(pitch), deep * math.cos(pitch)),
    ]
    shown = np.vstack([ends[:1], outline[::12], ends[1:]]) / top
    return {
        "teeth": gear.teeth,
        "tooth": np.round(shown, 4).tolist(),
        "root": deep / top,
        "bore": gear.bore / 2 / top,
    }


def truth_of(name: str) -> dict[str, Any]:
    """What the gear truly is."""
    return asdict(truth(name))
