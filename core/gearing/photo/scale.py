"""How large the gear in a picture is: by a bank card beside it, or by its bore."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

import cv2
import numpy as np
from numpy.typing import NDArray

from .count import PhotoCount, sampled
from .find import Ellipse, ellipse_of, masks
from .picture import Image

Array = NDArray[np.float64]

CARD = (85.60, 53.98)
"""A bank card, ISO/IEC 7810 ID-1, mm."""

RAYS = 240
"""Rays along which the bore's edge is looked for."""

LEVEL = 0.007
"""How well a card is laid level with the gear's face, as a share of the size.

On the bench, farther from the camera, it makes a gear of a tenth of its width look two in a hundred larger.
"""


@dataclass(frozen=True, slots=True)
class PhotoSize:
    """Diameter over the tips and its standard error, mm."""

    tip_diameter: float
    error: float


def size_by_card(image: Image, seen: PhotoCount) -> PhotoSize | None:
    """The size by a card on the same bench; None where none is seen whole."""
    tips = tip_points(image, seen)
    if len(tips) < FEWEST_TIPS:
        return None
    best: tuple[float, float, float] | None = None
    for corners in _cards(image, seen.rim):
        long_first = np.linalg.norm(corners[1] - corners[0]) > np.linalg.norm(corners[2] - corners[1])
        wide, high = CARD if long_first else CARD[::-1]
        flat = np.array([[0, 0], [wide, 0], [wide, high], [0, high]], np.float32)
        onto = cv2.getPerspectiveTransform(corners.astype(np.float32), flat)
        there = cv2.perspectiveTransform(tips[None].astype(np.float32), onto)[0].astype(np.float64)
        radius, off = _circle(there)
        # Askew a card is foreshortened, yet no part of one makes the gear as large as it is.
        straight = np.sqrt(
            seen.rim.a * seen.rim.b * wide * high / cv2.contourArea(corners.astype(np.float32))
        )
        if not 1 / FORESHORTENED < radius / straight < FORESHORTENED:
            continue
        # Of what might be the card that is which makes the gear round: a part of it does not.
        if np.isfinite(radius) and (best is None or off / radius < best[0]):
            best = (off / radius, radius, off)
    if best is None or best[0] > NOT_ROUND:
        return None
    _, radius, off = best
    diameter = 2 * radius
    edge = EDGE / np.sqrt(seen.rim.a * seen.rim.b)
    return PhotoSize(
        diameter, float(np.hypot(2 * off / np.sqrt(len(tips)), diameter * np.hypot(LEVEL, edge)))
    )


FEWEST_TIPS, NOT_ROUND = 5, 0.05
FORESHORTENED = 1.6
EDGE = 1.0
"""Pixels by which the end of a tooth is off where its side or its shadow has much of its colour."""


def size_by_bore(image: Image, seen: PhotoCount, bore: float) -> PhotoSize | None:
    """The size by its bore, which lies in the plane of its face; None where that is not seen."""
    around = _bore(image, seen.rim)
    tips = ellipse_of(_kept(tip_points(image, seen)))
    if around is None or tips is None:
        return None
    share = np.sqrt(tips.a * tips.b / (around.a * around.b))
    diameter = float(bore * share)
    # Half a pixel on the bore's edge is most of what is not known.
    return PhotoSize(diameter, float(diameter * 0.5 / np.sqrt(around.a * around.b)))


def tip_points(image: Image, seen: PhotoCount) -> Array:
    """Where the face ends at each tooth that is there, pixels, shape (teeth, 2)."""
    share = np.linspace(0.6, 1.2, 121)
    lab = cv2.cvtColor(cv2.GaussianBlur(image, (0, 0), 0.8), cv2.COLOR_BGR2LAB)
    points = []
    angles = np.arctan2(*seen.rim.on_circle(seen.crests).T[::-1])
    near = np.linspace(-0.14, 0.14, 5) * 2 * np.pi / seen.teeth
    for n, angle in enumerate(angles):
        if n in seen.missing:
            continue
        at = seen.rim.points(angle + near[:, None], share[None, :]).astype(np.float32)
        rays = sampled(lab, at)
        ends = [end for ray in rays if (end := _end_of_face(ray, share))]
        if ends:
            points.append(seen.rim.points(np.array([angle]), np.array([max(ends)]))[0])
    return np.array(points).reshape(-1, 2)


def _end_of_face(ray: Array, share: Array) -> float:
    """How far out along a ray the face's colour goes; 0 where it does not end."""
    face = np.median(ray[(share > 0.62) & (share < 0.72)], axis=0)
    off = np.linalg.norm(ray - face, axis=1)
    half = 0.5 * float(off[share > 0.8].max())
    beyond = np.flatnonzero((off > half) & (share > 0.8))
    if not len(beyond) or half < 3:
        return 0.0
    at = int(beyond[0])
    low, high = off[at - 1], off[at]
    return float(share[at - 1] + (share[at] - share[at - 1]) * (half - low) / max(high - low, 1e-9))


def _kept(points: Array) -> Array:
    """Points but for those that lie off the ellipse through the rest."""
    for _ in range(3):
        through = ellipse_of(points)
        if through is None:
            return points
        off = np.hypot(*through.on_circle(points).T) - 1
        limit = max(0.006, 2.5 * float(np.median(np.abs(off))))
        if (np.abs(off) <= limit).all():
            return points
        points = points[np.abs(off) <= limit]
    return points


def _bore(image: Image, rim: Ellipse) -> Ellipse | None:
    share = np.linspace(0.02, 0.66, 161)
    angle = np.linspace(0, 2 * np.pi, RAYS, endpoint=False)
    at = rim.points(angle[:, None], share[None, :]).astype(np.float32)
    lab = cv2.cvtColor(image, cv2.COLOR_BGR2LAB)
    rays = sampled(lab, at)
    hole = np.median(rays[:, share < 0.06].reshape(-1, 3), axis=0)
    off = np.linalg.norm(rays - hole, axis=2)
    points = []
    for n in range(RAYS):
        half = 0.5 * float(np.median(off[n, share > 0.5]))
        beyond = np.flatnonzero(off[n] > half)
        if half < 4 or not len(beyond) or not (k := int(beyond[0])) > 0:
            continue
        step = (half - off[n, k - 1]) / max(off[n, k] - off[n, k - 1], 1e-9)
        out = share[k - 1] + (share[1] - share[0]) * step
        points.append(rim.points(angle[n : n + 1], np.array([out]))[0])
    if len(points) < RAYS // 2:
        return None
    return ellipse_of(_kept(np.array(points)))


def _cards(image: Image, rim: Ellipse) -> Iterator[Array]:
    """Corners of what may be the card, in order round it."""
    area = image.shape[0] * image.shape[1]
    for mask in masks(image):
        outlines, _ = cv2.findContours(mask, cv2.RETR_EXTERNAL, cv2.CHAIN_APPROX_NONE)
        for outline in outlines:
            size = cv2.contourArea(outline)
            if size < 0.01 * area or cv2.pointPolygonTest(outline, (rim.x, rim.y), False) >= 0:
                continue
            corners = _corners(cv2.convexHull(outline)[:, 0, :].astype(np.float64), size)
            if corners is not None:
                yield corners


def _corners(hull: Array, size: float) -> Array | None:
    """Corners where the sides of a four-sided outline would meet."""
    loop = cv2.arcLength(hull.astype(np.float32), True)
    for much in (0.02, 0.03, 0.05, 0.07):
        rough = cv2.approxPolyDP(hull.astype(np.float32), much * loop, True)[:, 0, :].astype(np.float64)
        if len(rough) == 4:
            break
    else:
        return None
    around = zip(hull, np.roll(hull, -1, 0), strict=True)
    dense = np.vstack([np.linspace(p, q, 40, endpoint=False) for p, q in around])
    sides = []
    for p, q in zip(rough, np.roll(rough, -1, 0), strict=True):
        way = (q - p) / np.linalg.norm(q - p)
        along = (dense - p) @ way / np.linalg.norm(q - p)
        off = np.abs((dense - p) @ np.array([-way[1], way[0]]))
        mine = dense[(along > 0.2) & (along < 0.8) & (off < 0.04 * loop)]
        if len(mine) < 4:
            return None
        vx, vy, x, y = cv2.fitLine(mine.astype(np.float32), cv2.DIST_HUBER, 0, 0.01, 0.01).ravel()
        sides.append((np.array([x, y], float), np.array([vx, vy], float)))
    corners = []
    for (p, u), (q, v) in zip(sides, np.roll(np.array(sides, object), 1, 0), strict=True):
        cross = u[0] * v[1] - u[1] * v[0]
        if abs(cross) < 0.2:
            return None
        t = ((q[0] - p[0]) * v[1] - (q[1] - p[1]) * v[0]) / cross
        corners.append(p + t * u)
    made = np.array(corners, dtype=np.float64)
    filled = size / max(cv2.contourArea(made.astype(np.float32)), 1.0)
    lengths = np.linalg.norm(made - np.roll(made, -1, 0), axis=1)
    ratio = (lengths[0] + lengths[2]) / (lengths[1] + lengths[3])
    ratio = max(ratio, 1 / ratio)
    return made if 0.95 < filled < 1.02 and 1.15 < ratio < 2.1 else None


def _circle(points: Array) -> tuple[float, float]:
    """Radius of the circle through points, and the scatter about it; outliers left out once."""
    for _ in range(2):
        rows = np.column_stack([2 * points, np.ones(len(points))])
        fit, *_ = np.linalg.lstsq(rows, (points**2).sum(axis=1), rcond=None)
        radius = float(np.sqrt(max(fit[2] + fit[0] ** 2 + fit[1] ** 2, 0.0)))
        off = np.hypot(*(points - fit[:2]).T) - radius
        keep = np.abs(off) <= max(2.5 * float(np.median(np.abs(off))), 1e-6)
        if keep.all() or keep.sum() < 5:
            break
        points = points[keep]
    return radius, float(np.std(off))
