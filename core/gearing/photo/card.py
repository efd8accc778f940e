"""A bank card in a picture: its corners, to a fraction of a pixel."""

from __future__ import annotations

from collections.abc import Iterator

import cv2
import numpy as np
from numpy.typing import NDArray

from .count import sampled
from .find import Ellipse, StandsOut

Array = NDArray[np.float64]

CARD = (85.60, 53.98)
"""A bank card, ISO/IEC 7810 ID-1, mm."""


def cards(lab: NDArray[np.uint8], rim: Ellipse, out: StandsOut) -> list[Array]:
    """Corners of what may be the card, in order round it, shape (4, 2); never the gear of that rim.

    A stripe may be of the ground's colour: each is there as well with what lies beyond such a break.
    """
    found: list[Array] = []
    for rough in _four_sided(out, rim):
        sharp = _sharpened(lab, rough)
        if not _known(found, sharp):
            found.append(sharp)
    for part in list(found):
        for rough in _longer(lab, part):
            whole = _sharpened(lab, rough)
            if (
                not _known(found, whole)
                and cv2.pointPolygonTest(whole.astype(np.float32), (rim.x, rim.y), False) < 0
            ):
                found.append(whole)
    return found


def _known(found: list[Array], corners: Array) -> bool:
    """Whether the same card was found before, however its corners are numbered."""
    return any(
        float(np.abs(np.roll(corners, turn, 0) - each).max()) < SAME for each in found for turn in range(4)
    )


SAME = 1.0
"""Pixels within which two corners are one."""


def _longer(lab: NDArray[np.uint8], corners: Array) -> Iterator[Array]:
    """The same with an end moved outwards to each edge that lies beyond it between its sides drawn on."""
    for n in range(4):
        # From the far end to the near one along both sides, and on.
        far, near = corners[[n, (n + 3) % 4]], corners[[n + 1 - 4, (n + 2) % 4]]
        length = float(np.linalg.norm(near - far, axis=1).mean())
        wide = float(np.linalg.norm(near[1] - near[0]))
        reach = np.linspace(1.02, FURTHEST, max(8, int((FURTHEST - 1.02) * length)))
        across = np.linspace(0.15, 0.85, 40)
        left, right = (far[k] + reach[:, None] * (near[k] - far[k]) for k in (0, 1))
        at = left[:, None] + across[None, :, None] * (right - left)[:, None]
        if not (_within(left, lab) & _within(right, lab)).any():
            continue
        profile = np.median(sampled(lab, at.astype(np.float32)), axis=1)
        step = np.linalg.norm(profile[4:] - profile[:-4], axis=1)
        inside = (_within(left, lab) & _within(right, lab))[2:-2]
        peaks = [
            k for k in range(1, len(step) - 1)
            if inside[k] and step[k] >= LEAST_STEP and step[k] >= step[k - 1] and step[k] > step[k + 1]
        ]  # fmt: skip
        for k in sorted(peaks, key=lambda k: -step[k])[:EDGES]:
            ratio = max(reach[k + 2] * length / wide, wide / (reach[k + 2] * length))
            if MOST_ASKEW[0] < ratio < MOST_ASKEW[1]:
                moved = corners.copy()
                moved[[n + 1 - 4, (n + 2) % 4]] = far + reach[k + 2] * (near - far)
                yield moved


FURTHEST, EDGES = 1.7, 3
"""How far beyond a part the card's end is looked for, in lengths of the part, and edges tried there."""

MOST_ASKEW = (1.15, 2.1)
"""Long side to short of a card, as a tilted camera may show it."""


def _within(points: Array, lab: NDArray[np.uint8]) -> NDArray[np.bool_]:
    high, wide = lab.shape[:2]
    inside: NDArray[np.bool_] = (points >= 0).all(axis=-1) & (points[..., 0] < wide) & (points[..., 1] < high)
    return inside


def _four_sided(out: StandsOut, rim: Ellipse) -> Iterator[Array]:
    """Corners of what may be the card, in order round it."""
    rim = rim.scaled(1 / out.by)
    for mask in out.masks:
        outlines, _ = cv2.findContours(mask, cv2.RETR_EXTERNAL, cv2.CHAIN_APPROX_NONE)
        for outline in outlines:
            size = cv2.contourArea(outline)
            if size < 0.01 * mask.size or cv2.pointPolygonTest(outline, (rim.x, rim.y), False) >= 0:
                continue
            corners = _corners(cv2.convexHull(outline)[:, 0, :].astype(np.float64), size)
            if corners is not None:
                yield corners * out.by + (out.by - 1) / 2


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
    made = _meetings(sides)
    if made is None:
        return None
    filled = size / max(cv2.contourArea(made.astype(np.float32)), 1.0)
    lengths = np.linalg.norm(made - np.roll(made, -1, 0), axis=1)
    ratio = (lengths[0] + lengths[2]) / (lengths[1] + lengths[3])
    ratio = max(ratio, 1 / ratio)
    return made if 0.95 < filled < 1.02 and MOST_ASKEW[0] < ratio < MOST_ASKEW[1] else None


def _sharpened(lab: NDArray[np.uint8], corners: Array) -> Array:
    """Corners by the edges themselves, to a fraction of a pixel: a mask ends where its threshold says."""
    # From near what was found, light that changes across the bench moves no edge.
    for reach in (
        NEAR_EDGE * float(np.linalg.norm(corners - np.roll(corners, 1, 0), axis=1).mean()),
        NEAREST,
    ):
        corners = _by_edges(lab, corners, max(NEAREST, reach))
    return corners


def _by_edges(lab: NDArray[np.uint8], corners: Array, reach: float) -> Array:
    middle, far = corners.mean(axis=0), np.linspace(-reach, reach, EDGE_ROWS)
    sides = []
    for p, q in zip(corners, np.roll(corners, -1, 0), strict=True):
        way = (q - p) / np.linalg.norm(q - p)
        out = np.array([way[1], -way[0]])
        if out @ (p - middle) < 0:
            out = -out
        along = p + np.linspace(0.14, 0.86, EDGE_RAYS)[:, None] * (q - p)
        rays = sampled(lab, (along[:, None, :] + far[None, :, None] * out).astype(np.float32))
        # Held against what lies beside it there: a stripe runs into the edge, and the ground has a grain.
        near = np.clip(np.arange(EDGE_RAYS)[:, None] + np.arange(-BESIDE, BESIDE + 1), 0, EDGE_RAYS - 1)
        quarter = EDGE_ROWS // 4
        within, beyond = (
            np.median(rays[near][:, :, part].reshape(EDGE_RAYS, -1, 3), axis=1)[:, None]
            for part in (slice(0, quarter, SOME), slice(-quarter, None, SOME))
        )
        step = beyond - within
        size = (step**2).sum(axis=2)
        if float(np.median(size)) < LEAST_STEP**2:
            return corners
        share = ((rays - within) * step).sum(axis=2) / np.maximum(size, 1e-9)
        told = size[:, 0] > FAINT * np.median(size)
        ends = _crossings(share[told], far)
        at = (along[told] + ends[:, None] * out)[np.isfinite(ends)]
        if len(at) < EDGE_RAYS // 2:
            return corners
        vx, vy, x, y = cv2.fitLine(at.astype(np.float32), cv2.DIST_HUBER, 0, 0.01, 0.01).ravel()
        sides.append((np.array([x, y], float), np.array([vx, vy], float)))
    made = _meetings(sides)
    return corners if made is None else np.roll(made, -1, 0)


NEAR_EDGE, NEAREST, EDGE_ROWS, EDGE_RAYS, LEAST_STEP = 0.03, 7.0, 61, 80, 6.0
"""How far about an edge it is looked for, in lengths of it, and at last in pixels; samples, rays; the least
contrast, CIE Lab."""

BESIDE, SOME, FAINT = 4, 3, 0.25
"""Rays to either side that one is held against, one sample in so many of each, and the share of the usual
contrast, squared, below which one tells nothing."""


def _crossings(share: Array, far: Array) -> Array:
    """Where each ray goes from within to beyond, nearest to where it was thought; NaN where nowhere."""
    up = (share[:, :-1] < 0.5) & (share[:, 1:] >= 0.5)
    at = np.where(up, np.abs(far[:-1]), np.inf).argmin(axis=1)
    ray = np.arange(len(share))
    low, high = share[ray, at], share[ray, at + 1]
    crossed = far[at] + (far[at + 1] - far[at]) * (0.5 - low) / np.maximum(high - low, 1e-9)
    return np.where(up.any(axis=1), crossed, np.nan)


def _meetings(sides: list[tuple[Array, Array]]) -> Array | None:
    """Where each side meets the one before it; None where two run alike."""
    corners = []
    for (p, u), (q, v) in zip(sides, [sides[-1], *sides[:-1]], strict=True):
        cross = u[0] * v[1] - u[1] * v[0]
        if abs(cross) < 0.2:
            return None
        t = ((q[0] - p[0]) * v[1] - (q[1] - p[1]) * v[0]) / cross
        corners.append(p + t * u)
    return np.array(corners, dtype=np.float64)
