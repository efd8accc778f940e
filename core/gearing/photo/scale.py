"""How large the gear in a picture is: by a bank card beside it, or by its bore."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass
from functools import cache

import cv2
import numpy as np
from numpy.typing import NDArray

from .card import CARD, cards
from .count import PhotoCount, sampled
from .find import Ellipse, StandsOut, ellipse_of, stands_out
from .held import held_gear, moved
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

    @cache
    def told_by(tips: Callable[[Image, PhotoCount], Array]) -> Array:
        return tips(image, seen)

    found = _by_card(seen, seen.out, told_by)
    if found is None or found[0] > ROUND:
        # One that runs into the grain of its ground is seen in all of the picture.
        other = _by_card(seen, stands_out(image, whole=True), told_by)
        found = min((each for each in (found, other) if each), key=lambda each: each[0], default=None)
    if found is None:
        return None
    _, radius, plane = found
    bore = _bore(seen)
    if bore is not None and abs(_flatness(bore) - _flatness(seen.rim)) > AS_FLAT:
        bore = None
    pixels = np.sqrt(seen.rim.a * seen.rim.b)
    held = held_gear(image, seen, plane, radius, bore)
    if held is not None and SMALLEST < held.radius / radius < LARGEST and held.error < VAGUE * held.radius:
        told = np.hypot(HELD_EDGE / pixels, held.error / held.radius)
        return PhotoSize(2 * held.radius, float(2 * held.radius * np.hypot(LEVEL, told)))
    points = told_by(tips_seen)
    if len(points) < FEWEST_TIPS:
        return None
    radius, off = _circle(moved(points, plane))
    return PhotoSize(2 * radius, float(2 * radius * np.hypot(np.hypot(LEVEL, EDGE / pixels), off / radius)))


HELD_EDGE, VAGUE = 0.25, 0.02
"""Pixels by which the rim of a gear that is held against the picture is off; and the share of its size from
which on what noise leaves of it is too much to be told by."""

SMALLEST, LARGEST = 0.88, 1.06
"""Of what was seen as its rim, which may be that of its side as well: beyond, it follows another shape."""

AS_FLAT = 0.08
"""A bore is seen as much askew as the rim, but for so much: else it is a smear, or a hole of several."""


def _by_card(
    seen: PhotoCount, out: StandsOut, told_by: Callable[[Callable[[Image, PhotoCount], Array]], Array]
) -> tuple[float, float, Array] | None:
    """By the card that makes the gear roundest: how far from round, how large, mm, and the card's plane."""
    around = seen.rim.points(np.linspace(0, 2 * np.pi, 72, endpoint=False))
    may_be = [
        plane for corners in cards(seen.lab, seen.rim, out) for plane in _planes(corners, seen.rim, around)
    ]

    def told(points: Array) -> list[tuple[float, float, Array]]:
        circles = [(_circle(moved(points, plane)), plane) for plane in may_be]
        return [(off / radius, radius, plane) for (radius, off), plane in circles]

    # Of what might be the card that is which makes the gear round: a part of it does not.
    best = min(told(around), key=lambda each: each[0], default=None)
    if best is None or (len(may_be) == 1 and best[0] < ROUND):
        return best
    # The rim may be that of its side as well, the tips are the face's: the sooner told first.
    by_tips = []
    for tips in (tip_points, tips_seen):
        points = told_by(tips)
        if len(points) < FEWEST_TIPS:
            continue
        best, *others = sorted(told(points), key=lambda each: each[0])
        if best[0] < ROUND and all(other[0] > PLAINLY * best[0] for other in others):
            return best
        by_tips.append(best)
    return min(by_tips, key=lambda each: each[0], default=best)


PLAINLY = 3.0
"""How much farther from round the next card makes the gear than one that is plainly it."""

ROUND = 0.012
"""Scatter about a circle, as a share of it, that a card leaves which is seen as it is."""


def _planes(corners: Array, rim: Ellipse, around: Array) -> Iterator[Array]:
    """The plane of a card with those corners, if it makes the rim about round."""
    long_first = np.linalg.norm(corners[1] - corners[0]) > np.linalg.norm(corners[2] - corners[1])
    wide, high = CARD if long_first else CARD[::-1]
    flat = np.array([[0, 0], [wide, 0], [wide, high], [0, high]], np.float32)
    plane = np.asarray(cv2.getPerspectiveTransform(corners.astype(np.float32), flat), np.float64)
    radius, off = _circle(moved(around, plane))
    # Askew a card is foreshortened, yet no part of one makes the gear as large as it is.
    straight = np.sqrt(rim.a * rim.b * wide * high / cv2.contourArea(corners.astype(np.float32)))
    if 1 / FORESHORTENED < radius / straight < FORESHORTENED and off < NOT_ROUND * radius:
        yield plane


def _flatness(seen: Ellipse) -> float:
    return min(seen.a, seen.b) / max(seen.a, seen.b)


FEWEST_TIPS, NOT_ROUND = 5, 0.05
FORESHORTENED = 1.6
EDGE = 1.0
"""Pixels by which the end of a tooth is off where its side or its shadow has much of its colour."""


def size_by_bore(image: Image, seen: PhotoCount, bore: float) -> PhotoSize | None:
    """The size by its bore, which lies in the plane of its face; None where that is not seen."""
    around = _bore(seen)
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
    there = np.setdiff1d(np.arange(seen.teeth), seen.missing)
    angle = np.arctan2(*seen.rim.on_circle(seen.crests[there]).T[::-1])
    near = angle[:, None] + np.linspace(-0.14, 0.14, 5) * 2 * np.pi / seen.teeth
    rays = sampled(lab, seen.rim.points(near.reshape(-1, 1), share[None, :]).astype(np.float32))
    ends = _ends_of_face(rays, share).reshape(near.shape).max(axis=1)
    return seen.rim.points(angle[ends > 0], ends[ends > 0])


def _ends_of_face(rays: Array, share: Array) -> Array:
    """How far out along each ray the face's colour goes; 0 where it does not end."""
    face = np.median(rays[:, (share > 0.62) & (share < 0.72)], axis=1)
    off = np.linalg.norm(rays - face[:, None], axis=2)
    outer = int(np.searchsorted(share, 0.8, "right")) - 1
    half = 0.5 * off[:, outer + 1 :].max(axis=1)
    ends = _first_beyond(off[:, outer:], half, share[outer:])
    return np.where(half < 3, 0.0, np.nan_to_num(ends, nan=0.0))


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


def _bore(seen: PhotoCount) -> Ellipse | None:
    share = np.linspace(0.02, 0.66, 161)
    angle = np.linspace(0, 2 * np.pi, RAYS, endpoint=False)
    rays = sampled(seen.lab, seen.rim.points(angle[:, None], share[None, :]).astype(np.float32))
    hole = np.median(rays[:, share < 0.06].reshape(-1, 3), axis=0)
    off = np.linalg.norm(rays - hole, axis=2)
    half = 0.5 * np.median(off[:, share > 0.5], axis=1)
    ends = _first_beyond(off, half, share)
    told = np.isfinite(ends) & (half >= 4)
    if told.sum() < RAYS // 2:
        return None
    return ellipse_of(_kept(seen.rim.points(angle[told], ends[told])))


def _first_beyond(off: Array, level: Array, share: Array) -> Array:
    """Where each ray first goes above its level; NaN where it never does, or begins there."""
    above = off > level[:, None]
    at = above.argmax(axis=1)
    ray = np.arange(len(off))
    low, high = off[ray, at - 1], off[ray, at]
    ends = share[at - 1] + (share[at] - share[at - 1]) * (level - low) / np.maximum(high - low, 1e-9)
    return np.where(at > 0, ends, np.nan)


def _circle(points: Array) -> tuple[float, float]:
    """Radius of the circle through points by least squares (Kåsa, 1976), and the scatter about it."""
    rows = np.column_stack([2 * points, np.ones(len(points))])
    fit, *_ = np.linalg.lstsq(rows, (points**2).sum(axis=1), rcond=None)
    reach = np.hypot(*(points - fit[:2]).T)
    radius = float(np.median(reach))
    return radius, float(1.483 * np.median(np.abs(reach - radius)))
