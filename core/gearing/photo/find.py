"""Where in a picture the gear lies: what stands out of the ground, round and toothed."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

import cv2
import numpy as np
from numpy.typing import NDArray

from .picture import Image

Array = NDArray[np.float64]
Mask = NDArray[np.uint8]

LEAST_SHARE, MOST_SHARE = 0.0006, 0.8
"""Of the picture's area that a gear takes."""

LEAST_ROUND = 0.6
"""Share of its ellipse that it fills: teeth leave out less than this, spanners more."""


@dataclass(frozen=True, slots=True)
class Ellipse:
    """Centre, half axes and the angle of the first, pixels and radians."""

    x: float
    y: float
    a: float
    b: float
    turn: float

    def points(self, angle: Array, share: Array | float = 1.0) -> Array:
        """Points at `share` of its radius: ``angle`` as it would be on the circle it is seen of."""
        along, across = self.a * np.cos(angle) * share, self.b * np.sin(angle) * share
        cos, sin = np.cos(self.turn), np.sin(self.turn)
        return np.stack([self.x + along * cos - across * sin, self.y + along * sin + across * cos], axis=-1)

    def scaled(self, by: float) -> Ellipse:
        """The same in a picture so many times as large."""
        off = (by - 1) / 2
        return Ellipse(self.x * by + off, self.y * by + off, self.a * by, self.b * by, self.turn)

    def on_circle(self, points: Array) -> Array:
        """The same points with it as the unit circle."""
        moved = points - (self.x, self.y)
        cos, sin = np.cos(self.turn), np.sin(self.turn)
        return np.stack(
            [(moved[..., 0] * cos + moved[..., 1] * sin) / self.a,
             (-moved[..., 0] * sin + moved[..., 1] * cos) / self.b], axis=-1,
        )  # fmt: skip


def ellipse_of(points: Array) -> Ellipse | None:
    """The ellipse through points, by least squares; None where they make none."""
    if len(points) < 6:
        return None
    (x, y), (across, along), degrees = cv2.fitEllipseDirect(points.astype(np.float32))
    if not (np.isfinite([x, y, across, along]).all() and min(across, along) > 4):
        return None
    return Ellipse(x, y, across / 2, along / 2, float(np.radians(degrees)))


@dataclass(frozen=True, slots=True)
class StandsOut:
    """What is not ground, told in several ways; how many pixels of the picture one of a mask is across."""

    masks: tuple[Mask, ...]
    by: float


def stands_out(image: Image, whole: bool = False) -> StandsOut:
    """What stands out of the ground: where it lies is seen as well in half the picture, and far sooner."""
    by = 1.0 if whole else max(1.0, max(image.shape[:2]) / LOOKED_AT)
    if by > 1:
        image = np.asarray(
            cv2.resize(image, None, fx=1 / by, fy=1 / by, interpolation=cv2.INTER_AREA), np.uint8
        )
    return StandsOut(tuple(_masks(image)), by)


def candidates(out: StandsOut) -> list[Ellipse]:
    """Round things that stand out, the most likely first; their ellipse is that of their farthest points."""
    found: list[tuple[float, Ellipse]] = []
    area = out.masks[0].size
    for mask in out.masks:
        outlines, _ = cv2.findContours(mask, cv2.RETR_EXTERNAL, cv2.CHAIN_APPROX_NONE)
        for outline in outlines:
            size = cv2.contourArea(outline)
            if not LEAST_SHARE * area < size < MOST_SHARE * area:
                continue
            hull = cv2.convexHull(outline)[:, 0, :].astype(np.float64)
            if _four_sided(hull):
                continue
            around = ellipse_of(_spread(hull))
            if around is None or min(around.a, around.b) < 0.5 * max(around.a, around.b):
                continue
            filled = size / (np.pi * around.a * around.b)
            if not LEAST_ROUND < filled < 1.06:
                continue
            off = np.abs(np.hypot(*around.on_circle(_spread(hull)).T) - 1)
            roundness = float(np.mean(off))
            if roundness < 0.06:
                found.append((roundness - 0.02 * np.log(size / area), around))
    found.sort(key=lambda each: each[0])
    return [each.scaled(out.by) for each in apart([around for _, around in found])[:MOST]]


MOST = 4
LOOKED_AT = 800
"""Pixels of the longer side in which outlines are looked for."""


def _four_sided(hull: Array) -> bool:
    """Whether it is a card or a box, and nothing round."""
    outline = hull.astype(np.float32)
    _, (wide, high), _ = cv2.minAreaRect(outline)
    return cv2.contourArea(outline) > 0.9 * wide * high


def apart(found: list[Ellipse]) -> list[Ellipse]:
    """Without those that several masks found alike."""
    kept: list[Ellipse] = []
    for each in found:
        if not any(_same(each, other) for other in kept):
            kept.append(each)
    return kept


NEAR = 0.03
"""Of the radius, within which two rims are one."""


def _same(one: Ellipse, other: Ellipse) -> bool:
    near = np.hypot(one.x - other.x, one.y - other.y) <= NEAR * other.a
    return bool(near and abs(one.a - other.a) <= NEAR * other.a)


def _spread(hull: Array, many: int = 240) -> Array:
    """Corners of a hull: where it bends, not where it runs straight from tip to tip."""
    return hull if len(hull) <= many else hull[np.linspace(0, len(hull) - 1, many).astype(int)]


def _masks(image: Image) -> Iterator[Mask]:
    """What is not ground, told in several ways."""
    plain = cv2.cvtColor(cv2.GaussianBlur(image, (0, 0), 1.2), cv2.COLOR_BGR2LAB)
    lab = np.asarray(plain, dtype=np.float32)
    off = lab - _ground(lab)
    off *= off
    away = np.sqrt(off[..., 0] + off[..., 1] + off[..., 2])
    planes = [away, lab[..., 0], lab[..., 1], lab[..., 2]]
    kernel = cv2.getStructuringElement(cv2.MORPH_ELLIPSE, (3, 3))
    for n, plane in enumerate(planes):
        low, high = float(plane.min()), float(plane.max())
        levels = np.asarray(255 * (plane - low) / max(high - low, 1e-9), dtype=np.uint8)
        cut, _ = cv2.threshold(levels, 0, 255, cv2.THRESH_OTSU)
        cuts = [cut, 0.7 * cut, 0.45 * cut] if n == 0 else [cut]
        for level in cuts:
            above = (levels > level).astype(np.uint8) * 255
            for mask in (above,) if n == 0 else (above, 255 - above):
                yield np.asarray(cv2.morphologyEx(mask, cv2.MORPH_OPEN, kernel), dtype=np.uint8)


def _ground(lab: NDArray[np.float32]) -> NDArray[np.float32]:
    """The ground's colour at each place: a surface of second order through what most of the border is."""
    high, wide = lab.shape[:2]
    down, across = np.arange(high) / high - 0.5, np.arange(wide) / wide - 0.5
    v, u = (each.ravel() for each in np.meshgrid(down[::8], across[::8], indexing="ij"))
    rows = np.stack([np.ones_like(u), u, u * u, v, u * v, v * v], axis=1)
    seen = lab[::8, ::8].reshape(-1, 3)
    edge = (np.abs(u) > 0.36) | (np.abs(v) > 0.36)
    weight = np.where(edge, 1.0, 0.15)
    for _ in range(8):
        weighed = rows * (weight**2)[:, None]
        fit, *_ = np.linalg.lstsq(weighed.T @ rows, weighed.T @ seen, rcond=None)
        off = np.linalg.norm(seen - rows @ fit, axis=1)
        scale = max(2.0, 1.5 * float(np.median(off[edge])))
        weight = np.where(edge, 1.0, 0.15) / (1 + (off / scale) ** 2)
    # Row by row it is of second order across.
    down = down[:, None]
    by_row = [fit[0] + down * fit[3] + down**2 * fit[5], fit[1] + down * fit[4], fit[2] + 0 * down]
    powers = np.stack([np.ones_like(across), across, across**2], axis=1)
    return np.asarray(powers.astype(np.float32) @ np.stack(by_row, axis=1).astype(np.float32))
