"""How large the gear in a picture is: by a bank card beside it, or by its bore."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

import cv2
import numpy as np
from numpy.typing import NDArray

from .card import CARD, cards
from .count import PhotoCount, sampled
from .find import Ellipse, ellipse_of
from .picture import Image
from .profile import profile_tips

Array = NDArray[np.float64]

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
    found = _by_card(cards(image, seen.rim), tips_seen(image, seen), seen, _bore(image, seen.rim))
    if found is None:
        return None
    off, radius = found
    edge = EDGE / np.sqrt(seen.rim.a * seen.rim.b)
    return PhotoSize(2 * radius, float(2 * radius * np.hypot(np.hypot(LEVEL, edge), off)))


def _by_card(
    may_be: list[Array], points: Array, seen: PhotoCount, bore: Ellipse | None = None
) -> tuple[float, float] | None:
    """The circle through points of the picture: scatter as a share of it, and radius, mm."""
    if len(points) < FEWEST_TIPS:
        return None
    best: tuple[float, float, NDArray[Any]] | None = None
    for corners in may_be:
        long_first = np.linalg.norm(corners[1] - corners[0]) > np.linalg.norm(corners[2] - corners[1])
        wide, high = CARD if long_first else CARD[::-1]
        flat = np.array([[0, 0], [wide, 0], [wide, high], [0, high]], np.float32)
        onto = cv2.getPerspectiveTransform(corners.astype(np.float32), flat)
        radius, off = _circle(_onto(points, onto))
        # Askew a card is foreshortened, yet no part of one makes the gear as large as it is.
        area = wide * high / cv2.contourArea(corners.astype(np.float32))
        straight = np.sqrt(seen.rim.a * seen.rim.b * area)
        if not 1 / FORESHORTENED < radius / straight < FORESHORTENED:
            continue
        # Of what might be the card that is which makes the gear round: a part of it does not.
        if best is None or off / radius < best[0]:
            best = (off / radius, radius, onto)
    if best is None or best[0] > NOT_ROUND:
        return None
    if bore is not None and abs(_flatness(bore) - _flatness(seen.rim)) < AS_FLAT:
        about = _kasa(_onto(bore.points(AROUND_BORE), best[2]))
        radius, off = _circle(_onto(points, best[2]), about)
        if off / radius < ROUND_ENOUGH:
            return off / radius, radius
    return best[:2]


def _flatness(seen: Ellipse) -> float:
    return min(seen.a, seen.b) / max(seen.a, seen.b)


def _onto(points: Array, onto: NDArray[Any]) -> Array:
    moved = cv2.perspectiveTransform(points[None].astype(np.float32), onto)[0]
    return np.asarray(moved, dtype=np.float64)


AS_FLAT, ROUND_ENOUGH = 0.08, 0.015
"""A bore is seen as much askew as the tips, and they make a circle about it: else it is a smear, or a hole of
several."""

AROUND_BORE = np.linspace(0, 2 * np.pi, 36, endpoint=False)
FEWEST_TIPS, NOT_ROUND = 5, 0.05
FORESHORTENED = 1.6
EDGE = 1.0
"""Pixels by which the end of a tooth is off where its side or its shadow has much of its colour."""


def size_by_bore(image: Image, seen: PhotoCount, bore: float) -> PhotoSize | None:
    """The size by its bore, which lies in the plane of its face; None where that is not seen."""
    around = _bore(image, seen.rim)
    tips = ellipse_of(_kept(tips_seen(image, seen)))
    if around is None or tips is None:
        return None
    share = np.sqrt(tips.a * tips.b / (around.a * around.b))
    diameter = float(bore * share)
    # Half a pixel on the bore's edge is most of what is not known.
    return PhotoSize(diameter, float(diameter * 0.5 / np.sqrt(around.a * around.b)))


def tips_seen(image: Image, seen: PhotoCount) -> Array:
    """Points of the circle through the tips, pixels: by the profile of the teeth, else tooth by tooth."""
    points = profile_tips(image, seen)
    return points if len(points) >= FEWEST_TIPS else tip_points(image, seen)


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
    if low > half:
        return 0.0
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


def _circle(points: Array, about: Array | None = None) -> tuple[float, float]:
    """Radius of the circle through points, and the scatter about it; `about` is its middle where known.

    Seen askew, the side of a gear below its face stands out on the half that is nearer: there the outline is
    the same circle again, moved by so much. Where the points say so, that is taken off. Half of it looks like
    a circle whose middle is elsewhere: where a bore tells the middle it is told far better.
    """
    middle = _kasa(points) if about is None else about
    weight = np.ones(len(points))
    radius, off = float("nan"), np.zeros(len(points))
    for _ in range(4):
        from_it = points - middle
        reach, angle = np.hypot(*from_it.T), np.arctan2(from_it[:, 1], from_it[:, 0])
        plain = np.ones((len(angle), 1))
        if about is None:
            plain = np.column_stack([plain, np.cos(angle), np.sin(angle)])
        fit, off = _weighed(plain, reach, weight)
        alone = off
        if len(points) >= FEWEST_FOR_SIDE:
            for toward in np.linspace(0, 2 * np.pi, WAYS, endpoint=False):
                moved = np.column_stack([plain, np.maximum(0.0, np.cos(angle - toward))])
                other, left = _weighed(moved, reach, weight)
                told = SIDE_TOLD * float(weight @ alone**2)
                if 0 < other[-1] < WIDEST_SIDE * fit[0] and float(weight @ left**2) < min(
                    told, float(weight @ off**2)
                ):
                    fit, off = other, left
        radius = float(fit[0])
        if about is None:
            middle = middle + fit[1:3]
        scale = max(1.5 * float(np.median(np.abs(off))), 1e-6 * radius)
        weight = 1 / (1 + (off / scale) ** 2)
    return radius, float(1.483 * np.median(np.abs(off)))


FEWEST_FOR_SIDE, WAYS, SIDE_TOLD = 8, 24, 0.9
"""Points that a visible side takes to be told, directions tried, and what it must leave of the scatter."""

WIDEST_SIDE = 0.25
"""Of the radius, that a side stands out at most."""


def _kasa(points: Array) -> Array:
    """The middle of the circle through points, by least squares (Kåsa, 1976)."""
    rows = np.column_stack([2 * points, np.ones(len(points))])
    fit, *_ = np.linalg.lstsq(rows, (points**2).sum(axis=1), rcond=None)
    return np.asarray(fit[:2], dtype=np.float64)


def _weighed(rows: Array, to: Array, weight: Array) -> tuple[Array, Array]:
    """Least squares with weights, and what is left."""
    root = np.sqrt(weight)
    fit, *_ = np.linalg.lstsq(rows * root[:, None], to * root, rcond=None)
    return np.asarray(fit, dtype=np.float64), np.asarray(to - rows @ fit, dtype=np.float64)
