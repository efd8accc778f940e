"""Pictures of hidden gears: tilted, blurred, shining, dirty, with teeth missing and things lying about.

The outline is an involute gear's own, drawn as a plate of some thickness and looked at by a pinhole camera;
what lies on the bench, light and noise are drawn at random from the name, so that the same name gives
the same picture.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache

import cv2
import numpy as np
from numpy.typing import NDArray

from devices.caliper.hidden import Truth, half_tooth

Image = NDArray[np.uint8]
Array = NDArray[np.float64]

CARD = (85.60, 53.98)
"""A bank card, ISO/IEC 7810 ID-1, mm."""

MATERIALS: dict[str, tuple[tuple[int, int, int], float]] = {
    "steel": ((118, 122, 126), 0.9), "brass": ((70, 150, 190), 0.8), "white nylon": ((222, 226, 226), 0.25),
    "black nylon": ((38, 36, 36), 0.3), "grey nylon": ((96, 92, 90), 0.25), "red nylon": ((58, 52, 176), 0.3),
}  # fmt: skip
"""Colour of each, blue green red, and how much it shines."""

GROUNDS: dict[str, tuple[int, int, int]] = {
    "cloth": (176, 186, 190), "mat": (70, 96, 62), "wood": (96, 140, 178), "paper": (226, 232, 234),
    "dark rubber": (44, 44, 46),
}  # fmt: skip
ALIKE = 46.0
"""Colours nearer than this are one to the eye: such a pair is black on black."""

MOST_TILT = 35.0
EACH = 12
"""Of the points of a flank, every twelfth is drawn: finer is less than a pixel."""

FOCUS = 1.5
"""Focal length in widths of the picture, about a phone's."""


@dataclass(frozen=True, slots=True)
class PhotographedGear:
    """What is in a picture: the truth that is to be found; `thickness` as a share of its diameter."""

    teeth: int
    module: float
    bore: float
    missing: tuple[int, ...]
    tilt: float
    tip_diameter: float
    card: bool
    material: str
    ground: str
    thickness: float = 0.08


@dataclass(frozen=True, slots=True)
class Photograph:
    """A picture of it, blue green red."""

    gear: PhotographedGear
    image: Image


@lru_cache(maxsize=4)
def hidden(
    name: str,
    *,
    card: bool | None = None,
    size: tuple[int, int] = (1400, 1050),
    thickness: float | None = None,
) -> Photograph:
    """The gear of that name, photographed: the same each time it is asked for; the last few are kept."""
    shown, random = _told(name, card, thickness)
    image = picture(shown, random, size)
    image.flags.writeable = False
    return Photograph(shown, image)


def hidden_gear(name: str, *, card: bool | None = None, thickness: float | None = None) -> PhotographedGear:
    """What would be in that photograph, without drawing it."""
    return _told(name, card, thickness)[0]


def _told(
    name: str, card: bool | None, thickness: float | None
) -> tuple[PhotographedGear, np.random.Generator]:
    """The gear of a name, and the dice from which its picture goes on."""
    random = np.random.default_rng(list(f"hidden gear {name}".encode()))
    teeth = int(random.integers(9, 72))
    module = float(random.choice([0.5, 0.6, 0.8, 1.0, 1.25, 1.5]))
    material = str(random.choice(list(MATERIALS)))
    grounds = [
        ground for ground, colour in GROUNDS.items() if _apart(colour, MATERIALS[material][0]) >= ALIKE
    ]
    missing: tuple[int, ...] = ()
    if random.random() < 0.3:
        first, many = int(random.integers(teeth)), int(random.integers(1, 1 + max(1, min(3, teeth // 8))))
        missing = tuple(sorted((first + n) % teeth for n in range(many)))
    outer = module * (teeth + 2)
    shown = PhotographedGear(
        teeth=teeth,
        module=module,
        bore=round(float(np.clip(outer * random.uniform(0.14, 0.3), 1.5, 10)), 2),
        missing=missing,
        tilt=float(random.uniform(0, MOST_TILT)),
        tip_diameter=outer,
        card=bool(random.random() < 0.5) if card is None else card,
        material=material,
        ground=str(random.choice(grounds)),
        thickness=float(random.uniform(0.05, 0.12)) if thickness is None else thickness,
    )
    return shown, random


def _apart(one: tuple[int, int, int], other: tuple[int, int, int]) -> float:
    return float(np.linalg.norm(np.subtract(one, other)))


def picture(gear: PhotographedGear, random: np.random.Generator, size: tuple[int, int]) -> Image:
    """What the camera sees of it."""
    wide, high = size
    made = _ground(gear.ground, random, wide, high)
    radius = gear.tip_diameter / 2
    # What is to be seen lies within the picture: the gear, and a card beside it.
    across = 2 * radius + (CARD[1] + 8 if gear.card else 0.0)
    tall = max(2 * radius, CARD[0] if gear.card else 0.0)
    scale = float(random.uniform(0.62, 0.8)) * min(wide / across, high / tall)
    eye = _Eye(gear.tilt, float(random.uniform(0, 360)), scale, wide, high)
    shift = (CARD[1] + 8) / 2 if gear.card else 0.0
    middle = np.array([-shift, 0.0])
    _clutter(made, random, eye, middle, radius, gear.card)
    if gear.card:
        # Laid as high as the face, as one is told to: on the bench it would look smaller.
        height = gear.thickness * gear.tip_diameter
        _card(made, random, eye, np.array([radius + 8 + CARD[1] / 2 - shift, 0.0]), height)
    _plate(made, gear, random, eye, middle)
    return _seen(made, random)


class _Eye:
    """A pinhole camera over the bench, tilted about a line through its middle."""

    def __init__(self, tilt: float, about: float, scale: float, wide: int, high: int) -> None:
        self.scale, self.middle = scale, np.array([wide / 2, high / 2])
        focus = FOCUS * wide
        self.away = focus / scale
        turn, lean = np.radians(about), np.radians(tilt)
        axis = np.array([np.cos(turn), np.sin(turn), 0.0])
        self.turned, _ = cv2.Rodrigues(axis * lean)
        self.focus = focus

    def seen(self, points: Array, height: float = 0.0) -> Array:
        """Points of the bench, mm, at a height over it, as pixels."""
        there = np.column_stack([points, np.full(len(points), -height)]) @ self.turned.T
        seen: Array = self.middle + self.focus * there[:, :2] / (self.away + there[:, 2:3])
        return seen


def _ground(name: str, random: np.random.Generator, wide: int, high: int) -> Image:
    made = np.full((high, wide, 3), GROUNDS[name], np.float32)
    if name == "wood":
        stripes = np.cumsum(random.normal(0, 1, high)).astype(np.float32)
        made += (9 * np.sin(stripes / 6))[:, None, None]
    elif name == "cloth":
        x, y = np.meshgrid(np.arange(wide), np.arange(high))
        made += (5 * np.sin(x / 2.1) * np.sin(y / 2.3))[..., None].astype(np.float32)
    patches = random.normal(0, 1, (9, 12)).astype(np.float32)
    coarse = cv2.resize(patches, (wide, high), interpolation=cv2.INTER_CUBIC)
    made += 6 * coarse[..., None]
    return np.clip(made, 0, 255).astype(np.uint8)


def _fill(made: Image, points: Array, colour: tuple[float, ...]) -> None:
    _paint(made, *_cover(points, made.shape[:2]), colour)


def _cover(points: Array, within: tuple[int, ...]) -> tuple[tuple[slice, slice], NDArray[np.uint8]]:
    """How much of each pixel a polygon covers, 0 to 255, and the part of the picture that is.

    OpenCV fills what a polygon touches: half a pixel too much all round. As much too much is filled of what
    lies without, and the mean of the two is neither.
    """
    high, wide = within
    low = np.clip(np.floor(points.min(axis=0)).astype(int) - 2, 0, (wide, high))
    end = np.clip(np.ceil(points.max(axis=0)).astype(int) + 3, 0, (wide, high))
    size = (max(int(end[1] - low[1]), 1), max(int(end[0] - low[0]), 1))
    inside = np.round((points - low) * 16).astype(np.int32)
    frame = 16 * np.array(
        [[-9, -9], [size[1] + 9, -9], [size[1] + 9, size[0] + 9], [-9, size[0] + 9]], np.int32
    )
    within_it, without = np.zeros(size, np.uint8), np.zeros(size, np.uint8)
    cv2.fillPoly(within_it, [inside], 255, cv2.LINE_AA, 4)
    cv2.fillPoly(without, [frame, inside], 255, cv2.LINE_AA, 4)
    share = cv2.addWeighted(within_it, 0.5, 255 - without, 0.5, 0)
    where = slice(int(low[1]), int(low[1]) + size[0]), slice(int(low[0]), int(low[0]) + size[1])
    return where, np.asarray(share, dtype=np.uint8)


def _paint(
    made: Image, where: tuple[slice, slice], cover: NDArray[np.uint8], colour: tuple[float, ...] | Array
) -> None:
    here = made[where]
    share = (cover[: here.shape[0], : here.shape[1]] / np.float32(255))[..., None]
    here[...] = np.rint(here * (1 - share) + np.asarray(colour, np.float32) * share).astype(made.dtype)


def _ring(radius: float, middle: Array, many: int = 160) -> Array:
    angle = np.linspace(0, 2 * np.pi, many, endpoint=False)
    return middle + radius * np.column_stack([np.cos(angle), np.sin(angle)])


def _clutter(
    made: Image, random: np.random.Generator, eye: _Eye, middle: Array, radius: float, card: bool
) -> None:
    """Screws, washers and shavings beside the gear, none of them on it."""
    wide, high = made.shape[1], made.shape[0]
    for _ in range(int(random.integers(0, 6))):
        at = np.array([random.uniform(0, wide), random.uniform(0, high)])
        on_bench = (at - eye.middle) / eye.scale
        apart = float(np.linalg.norm(on_bench - middle))
        length = float(random.uniform(3, 9))
        if apart < 1.25 * radius + length or (card and on_bench[0] > middle[0]):
            continue
        grey = float(random.uniform(60, 170))
        if random.random() < 0.5:
            _fill(made, eye.seen(_ring(length / 2, on_bench)), (grey, grey, grey))
            _fill(made, eye.seen(_ring(length / 4, on_bench)), tuple(0.6 * grey for _ in range(3)))
        else:
            turn = random.uniform(0, np.pi)
            way = np.array([np.cos(turn), np.sin(turn)]) * length
            side = np.array([-way[1], way[0]]) * 0.18
            corners = [on_bench + s * way + t * side for s, t in ((-1, -1), (1, -1), (1, 1), (-1, 1))]
            _fill(made, eye.seen(np.array(corners)), (grey, grey, grey))


def _card(made: Image, random: np.random.Generator, eye: _Eye, middle: Array, height: float) -> None:
    """A bank card on end, its corners round, at a height over the bench, mm."""
    half, corner = np.array([CARD[1], CARD[0]]) / 2, 3.18
    angle = np.linspace(0, np.pi / 2, 10)
    points = []
    for n, (sx, sy) in enumerate(((1, 1), (-1, 1), (-1, -1), (1, -1))):
        around = angle + n * np.pi / 2
        arc = corner * np.column_stack([np.cos(around), np.sin(around)])
        points.append(np.array([sx, sy]) * (half - corner) + arc)
    colour = tuple(float(v) for v in random.uniform(90, 235, 3))
    outline = np.vstack(points) + middle
    _fill(made, eye.seen(outline, height), colour)
    low, high = 0.6 * half[1], 0.75 * half[1]
    stripe = np.array([[-half[0], low], [half[0], low], [half[0], high], [-half[0], high]])
    _fill(made, eye.seen(stripe + middle, height), tuple(0.5 * v for v in colour))


def _outline(gear: PhotographedGear, turn: float) -> Array:
    """Its outline, what is missing broken off near the root."""
    root, tip = gear.module * (gear.teeth / 2 - 1.25), gear.module * (gear.teeth / 2 + 1)
    cut = Truth(gear.teeth, gear.module, 20.0, 0.0, 1.0, 1.25, 0.0, 0.0, gear.bore, 0.0)
    half = half_tooth(cut)[::EACH]
    half = np.vstack([half[:1] * root / np.hypot(*half[0]), half])
    tooth = np.vstack([half * [-1.0, 1.0], half[::-1]])
    points = []
    for n in range(gear.teeth):
        mine = tooth.copy()
        if n in gear.missing:
            radius = np.hypot(mine[:, 0], mine[:, 1])
            stump = root + 0.12 * (tip - root)
            mine *= np.minimum(1.0, stump / radius)[:, None]
        angle = turn - 2 * np.pi * n / gear.teeth
        cos, sin = np.cos(angle), np.sin(angle)
        x, y = mine.T
        points.append(np.column_stack([x * cos - y * sin, x * sin + y * cos]))
    return np.vstack(points)


def _plate(
    made: Image, gear: PhotographedGear, random: np.random.Generator, eye: _Eye, middle: Array
) -> None:
    """The gear as a plate: its shadow, its side in layers, its face under the lamp, its bore."""
    colour, shine = MATERIALS[gear.material]
    outline = _outline(gear, float(random.uniform(0, 2 * np.pi))) + middle
    thick = gear.thickness * gear.tip_diameter
    shadow = made.copy()
    _fill(shadow, eye.seen(outline + random.uniform(-0.5, 0.5, 2) * thick), (0.0, 0.0, 0.0))
    soft = cv2.GaussianBlur(shadow, (0, 0), 0.02 * made.shape[1])
    np.copyto(made, cv2.addWeighted(made, 0.6, soft, 0.4, 0))
    side, face = np.zeros(made.shape[:2], np.uint8), np.zeros(made.shape[:2], np.uint8)
    for height in np.linspace(0, thick, 8)[:-1]:
        where, cover = _cover(eye.seen(outline, float(height)), side.shape)
        np.maximum(side[where], cover, out=side[where])
    where, face_cover = _cover(eye.seen(outline, thick), face.shape)
    face[where] = face_cover
    # Where a pixel is half face it is half of what lies behind it: the face hides the side first.
    side -= np.minimum(side, face)
    x, y, wide, high = cv2.boundingRect(cv2.max(side, face))
    where = slice(y, y + high), slice(x, x + wide)
    of_side, of_face = (each[where][..., None] / np.float32(255) for each in (side, face))
    centre = eye.seen(middle[None], thick)[0]
    lit = _lit(where, colour, shine, random, centre, gear.tip_diameter * eye.scale)
    dark = 0.55 * np.array(colour, np.float32)
    made[where] = np.rint(made[where] * (1 - of_side - of_face) + dark * of_side + lit * of_face)
    if gear.tip_diameter > 8 * gear.bore * 0.6 and random.random() < 0.4:
        for n in range(4):
            at = middle + 0.27 * gear.tip_diameter * np.array([np.cos(n * np.pi / 2), np.sin(n * np.pi / 2)])
            _fill(made, eye.seen(_ring(0.055 * gear.tip_diameter, at), thick), GROUNDS[gear.ground])
    _fill(made, eye.seen(_ring(gear.bore / 2, middle), thick), tuple(0.35 * v for v in GROUNDS[gear.ground]))


def _lit(
    here: tuple[slice, slice], colour: tuple[int, int, int], shine: float, random: np.random.Generator,
    middle: Array, across: float,
) -> Array:  # fmt: skip
    """A face under the lamp, in its part of the picture: brighter to one side, a patch of shine, smears."""
    y, x = np.mgrid[here].astype(np.float32)
    way = random.uniform(0, 2 * np.pi)
    along = ((x - middle[0]) * np.cos(way) + (y - middle[1]) * np.sin(way)) / across
    made = np.array(colour, np.float32) * (1 + 0.25 * along)[..., None]
    spot = middle + random.uniform(-0.3, 0.3, 2) * across
    patch = np.exp(-(((x - spot[0]) ** 2 + (y - spot[1]) ** 2) / (2 * (0.12 * across) ** 2)))
    made += shine * float(random.uniform(0, 130)) * patch[..., None]
    for _ in range(int(random.integers(0, 4))):
        at = middle + random.uniform(-0.35, 0.35, 2) * across
        smear = np.exp(-(((x - at[0]) ** 2 + (y - at[1]) ** 2) / (2 * (0.05 * across) ** 2)))
        made *= (1 - 0.35 * smear)[..., None]
    return np.asarray(np.clip(made, 0, 255), dtype=np.float64)


def _seen(made: Image, random: np.random.Generator) -> Image:
    """Lamp over all of it, lens and sensor."""
    high, wide = made.shape[:2]
    y, x = np.mgrid[:high, :wide].astype(np.float32)
    at = random.uniform(0, 1, 2) * (wide, high)
    light = 1.1 - 0.35 * np.hypot(x - at[0], y - at[1]) / wide
    out = made.astype(np.float32) * light[..., None]
    blur = float(random.uniform(0.3, 2.2))
    out = cv2.GaussianBlur(out, (0, 0), blur)
    out += random.normal(0, float(random.uniform(1, 9)), out.shape).astype(np.float32)
    return np.asarray(np.clip(out, 0, 255), dtype=np.uint8)
