"""The face of a gear told from its ground, its side and its shadow, ray by ray from within.

Seen askew the outline of all that is not ground is that of the face and the side below it: its middle
is not the face's. The face has the colour it has within the roots on the same ray, however the lamp stands.
"""

from __future__ import annotations

import cv2
import numpy as np
from numpy.typing import NDArray

from .find import Ellipse, ellipse_of

Array = NDArray[np.float64]
Floats = NDArray[np.float32]

RAYS, ROWS = 1536, 96
INNER, OUTER = 0.45, 1.28
FACE, GROUND = (0.5, 0.7), (1.16, 1.28)
"""Shares of the rim's radius where the face, and the ground, are taken from."""

NEARER = 0.5
"""Of the way from the face's colour to the ground's, up to which it is still the face."""

SLOWLY, SOME = RAYS / 36, 4
"""Rays over which light changes round a gear; one in so many tells how."""

BREAK = 4
"""Rows of another colour that a ray may pass on its way out: a smear, a glint."""

FEWEST = 40


def blurred(signal: Array, width: float) -> Array:
    """Signals that go round, along the last axis, smoothed by a bell of so many samples."""
    many = signal.shape[-1]
    share = np.exp(-2 * (np.pi * width * np.arange(many // 2 + 1) / many) ** 2)
    smooth: Array = np.fft.irfft(np.fft.rfft(signal) * share, many)
    return smooth


def reach_of_face(lab: NDArray[np.uint8], rim: Ellipse) -> Array | None:
    """How far out the face reaches on each ray, shares of the radius; None if the ground is alike."""
    angle = np.linspace(0, 2 * np.pi, RAYS, endpoint=False)
    share = np.linspace(INNER, OUTER, ROWS)
    at = rim.points(angle[None, :], share[:, None]).astype(np.float32)
    seen = cv2.remap(lab, at[..., 0], at[..., 1], cv2.INTER_LINEAR, borderMode=cv2.BORDER_REPLICATE)
    rolled = np.asarray(seen, dtype=np.float32)

    def usual(low: float, high: float) -> Floats:
        rows = rolled[(share >= low) & (share <= high), ::SOME]
        slowly = blurred(np.median(rows, axis=0).T.astype(np.float64), SLOWLY / SOME)
        return np.repeat(slowly.T.astype(np.float32), SOME, axis=0)

    face, ground = usual(*FACE), usual(*GROUND)
    apart = np.linalg.norm(face - ground, axis=-1)
    if float(np.median(apart)) < LEAST_APART:
        return None
    off = rolled - face
    off *= off
    is_face = off[..., 0] + off[..., 1] + off[..., 2] < (NEARER * np.maximum(apart, LEAST_APART)) ** 2
    # From within outwards, until so many rows together are none of the face.
    kernel = np.ones((BREAK, 1), np.uint8)
    closed = cv2.morphologyEx(is_face.astype(np.uint8), cv2.MORPH_CLOSE, kernel)
    start = int(np.searchsorted(share, FACE[1]))
    out = closed[start:] == 0
    ends = np.where(out.any(axis=0), out.argmax(axis=0), ROWS - start)
    reach: Array = share[np.minimum(start + ends, ROWS - 1)]
    return reach


LEAST_APART = 9.0
"""Of the colours of face and ground, CIE Lab."""


SMALLEST, LARGEST = 0.4, 1.25
"""Areas of the face's rim, of the outline's: a soft shadow is much of what stands out of a light ground."""


def rim_of_face(lab: NDArray[np.uint8], rim: Ellipse, rounds: int = 3) -> Ellipse:
    """The rim of the face alone, through its tips; the one given where that cannot be told."""
    angle = np.linspace(0, 2 * np.pi, RAYS, endpoint=False)
    for _ in range(rounds):
        reach = reach_of_face(lab, rim)
        if reach is None:
            return rim
        made = rim.points(angle, reach)
        hull = cv2.convexHull(made.astype(np.float32))[:, 0, :].astype(np.float64)
        around = _through_tips(hull)
        if around is None or not SMALLEST < around.a * around.b / (rim.a * rim.b) < LARGEST:
            return rim
        rim = around
    return rim


def _through_tips(hull: Array) -> Ellipse | None:
    """An ellipse through the tips of a hull: what lies well within it is a gap or a broken tooth."""
    points = hull
    found = None
    for _ in range(3):
        found = ellipse_of(points)
        if found is None:
            return None
        off = np.hypot(*found.on_circle(hull).T) - 1
        keep = off > float(np.median(off)) - 2 * float(np.median(np.abs(off - np.median(off)))) - 1e-3
        keep &= off < 0.06
        if keep.sum() < 8:
            break
        points = hull[keep]
    return found
