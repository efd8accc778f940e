"""Photos for the demo, drawn: pieces on a bench mat under a lamp."""

from __future__ import annotations

import io
import random
from functools import cache

import numpy as np
from numpy.typing import NDArray
from PIL import Image, ImageChops, ImageDraw, ImageFilter

from gearing.geometry.gear import Gear
from gearing.geometry.outline import gear_outline
from gearing.strip.entry import Entry
from gearing.strip.figures import figure_of

SIZE = (1280, 960)
MAT = (70, 88, 84)
AROUND = 90
"""Pixels about a shape that its shadow can reach."""
METALS = {
    "brass": (196, 158, 84),
    "steel": (150, 156, 160),
    "nylon": (226, 222, 208),
    "acetal": (214, 214, 210),
    "bronze": (168, 118, 72),
}


def draw_photo(entry: Entry, seed: int, missing: int = 0) -> bytes:
    """A JPEG of the piece lying on the mat, `missing` of its teeth gone."""
    dice = random.Random(seed)
    picture = _mat(dice)
    colour = METALS.get(entry.material, (168, 172, 170))
    shape = figure_of(entry).shape
    if shape == "gear" and entry.teeth:
        _gear(picture, entry.teeth, colour, dice, missing)
    else:
        _case(picture, dice)
    out = io.BytesIO()
    _lamp(picture).save(out, "JPEG", quality=82)
    return out.getvalue()


def _mat(dice: random.Random) -> Image.Image:
    # One grain for all, shifted: nobody compares two mats.
    grain = np.roll(_grain(), dice.randrange(SIZE[0] * SIZE[1]))
    picture = Image.fromarray(np.clip(np.array(MAT, np.float32) + grain[..., None], 0, 255).astype(np.uint8))
    ink = ImageDraw.Draw(picture)
    for x in range(40, SIZE[0], 80):
        ink.line([(x, 0), (x, SIZE[1])], fill=(84, 104, 99), width=2)
    for y in range(40, SIZE[1], 80):
        ink.line([(0, y), (SIZE[0], y)], fill=(84, 104, 99), width=2)
    return picture


@cache
def _grain() -> NDArray[np.float32]:
    return np.random.default_rng(1).normal(0, 5, (SIZE[1], SIZE[0])).astype(np.float32)


def _laid(picture: Image.Image, mask: Image.Image, colour: tuple[int, int, int]) -> None:
    """Lay a shape on the mat: its shadow, its body, a light edge towards the lamp."""
    reach = mask.getbbox()
    if not reach:
        return
    # Only where it and its shadow fall: the mat is large, and most pieces are small.
    left, top, right, low = reach
    box = (
        max(0, left - AROUND),
        max(0, top - AROUND),
        min(SIZE[0], right + AROUND),
        min(SIZE[1], low + AROUND),
    )
    part, mask = picture.crop(box), mask.crop(box)
    shadow = ImageChops.offset(mask, 16, 20).filter(ImageFilter.GaussianBlur(14))
    part.paste((22, 30, 30), mask=shadow.point(lambda v: int(v * 0.7)))
    part.paste(colour, mask=mask)
    rim = ImageChops.subtract(mask, ImageChops.offset(mask, 4, 5))
    part.paste(tuple(min(255, int(c * 1.3) + 12) for c in colour), mask=rim)
    dark = ImageChops.subtract(mask, ImageChops.offset(mask, -4, -5))
    part.paste(tuple(int(c * 0.62) for c in colour), mask=dark)
    picture.paste(part, box[:2])


def _gear(
    picture: Image.Image,
    teeth: tuple[int, ...],
    colour: tuple[int, int, int],
    dice: random.Random,
    missing: int,
) -> None:
    ordered = sorted(teeth, reverse=True)
    centre = np.array([SIZE[0] * 0.5, SIZE[1] * 0.5])
    scale = 360 / (ordered[0] / 2 + 1)
    for place, count in enumerate(ordered):
        points = gear_outline(Gear(count, 1.0), 8, 5) * scale
        turn = dice.random()
        points = points @ np.array([[np.cos(turn), -np.sin(turn)], [np.sin(turn), np.cos(turn)]]) + centre
        mask = Image.new("L", SIZE)
        ink = ImageDraw.Draw(mask)
        ink.polygon([tuple(p) for p in points], fill=255)
        for tooth in range(missing if place == 0 else 0):
            angle = -2 * np.pi * tooth / count + 0.6
            root = (count / 2 - 1.1) * scale
            at = centre + np.array([np.cos(angle), np.sin(angle)]) * (root + 1.2 * scale)
            size = 1.35 * scale
            ink.ellipse([*(at - size), *(at + size)], fill=0)
        bore = 0.12 * 360
        if place == len(ordered) - 1:
            ink.ellipse([*(centre - bore), *(centre + bore)], fill=0)
        _laid(picture, mask, tuple(int(c * (1 - 0.08 * place)) for c in colour))  # type: ignore[arg-type]


def _case(picture: Image.Image, dice: random.Random) -> None:
    body = Image.new("L", SIZE)
    ImageDraw.Draw(body).rounded_rectangle([260, 190, 1020, 770], 70, fill=255)
    _laid(picture, body, (62, 66, 70))
    ImageDraw.Draw(picture).rounded_rectangle([310, 240, 970, 720], 50, fill=(46, 50, 53))
    for x, y in ((320, 250), (960, 250), (320, 710), (960, 710)):
        hole = Image.new("L", SIZE)
        ImageDraw.Draw(hole).ellipse([x - 26, y - 26, x + 26, y + 26], fill=255)
        _laid(picture, hole, (120, 124, 126))
        ImageDraw.Draw(picture).ellipse([x - 11, y - 11, x + 11, y + 11], fill=(20, 22, 24))
    for count, x, y, colour in ((38, 520, 480, METALS["brass"]), (15, 742, 480, METALS["steel"])):
        points = gear_outline(Gear(count, 1.0), 7, 4) * 8.4
        turn = dice.random()
        points = points @ np.array([[np.cos(turn), -np.sin(turn)], [np.sin(turn), np.cos(turn)]]) + (x, y)
        mask = Image.new("L", SIZE)
        ink = ImageDraw.Draw(mask)
        ink.polygon([tuple(p) for p in points], fill=255)
        ink.ellipse([x - 20, y - 20, x + 20, y + 20], fill=0)
        _laid(picture, mask, colour)


def _lamp(picture: Image.Image) -> Image.Image:
    """Light from the upper left, falling off."""
    lit = np.clip(np.asarray(picture) * _light(), 0, 255).astype(np.uint8)
    return Image.fromarray(lit).filter(ImageFilter.GaussianBlur(0.8))


@cache
def _light() -> NDArray[np.float32]:
    y, x = np.mgrid[0 : SIZE[1], 0 : SIZE[0]]
    away = np.hypot(x - SIZE[0] * 0.3, y - SIZE[1] * 0.2) / SIZE[0]
    return (1.16 - 0.5 * away).astype(np.float32)[..., None]
