"""A gear drawn as the camera must have seen it, and held against the picture until the two agree.

Where its edges lie is told by all of them together and not one by one: teeth of known form on a plane that a
card tells, the side below them as far as it shows, both as blurred as the picture is. What is looked for is
where the gear lies and how large it is, with a tooth's shift and length, the gear's thickness and the blur;
the colours, which differ from place to place, follow from those by least squares (variable projection: Golub
and Pereyra, 1973).
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

import cv2
import numpy as np
from numpy.typing import NDArray

from .count import PhotoCount
from .find import Ellipse
from .picture import Image
from .profile import tooth_share

Array = NDArray[np.float64]
Floats = NDArray[np.float32]

LARGEST = 70.0
"""Pixels of radius at which it is looked at: of a larger one a smaller picture tells as much."""

FINE, FINEST = 170.0, 5
"""Pixels of radius, times parts to a pixel, that it is drawn with; parts at most."""

FEWEST_PIXELS, MOST_PIXELS = 200, 4000
"""Of the ring of the teeth, that are looked at."""

BELOW, BEYOND, BEYOND_PIXELS = 1.45, 1.3, 7.0
"""The ring, in modules from the tip inwards and outwards; outwards at least so many pixels."""

DEEP, REACHES = 2.0, 14
"""How far down a tooth is drawn, in modules from its tip, and points along a flank."""

USUAL = np.array([0.0, 1.0, 0.08, float(np.log(1.3))])
LIKELY = np.array([0.3, 0.08, 0.04, 0.8])
"""Profile shift and addendum in modules, thickness in diameters, blur in the logarithm of pixels: what is
expected of them, and how far from it they may be without being unlikely."""

LEAST, MOST = np.array([-0.6, 0.6, 0.0, np.log(0.3)]), np.array([0.8, 1.3, 1.0, np.log(4.5)])
THICK = (0.04, 0.1)
"""Thicknesses begun with: from one alone the side may be taken for more of the face."""

AROUND = np.linspace(0, 2 * np.pi, 72, endpoint=False)

NUDGE, TOOTH = np.array([0.01, 0.01, 0.005]), 2
"""Shift, addendum and thickness are changed by so much to see what it does; the first two are a tooth's."""

LONGEST_STEP = np.array([0.05, 0.05, 0.05, 0.5, 0.2, 0.15, 0.04, 0.4])
FIRST_STEPS, STEPS, SETTLED = 3, 12, 3e-4


@dataclass(frozen=True, slots=True)
class Held:
    """A gear as it fits the picture best.

    Attributes
    ----------
    radius : float
        Over the tips, mm.
    error : float
        Standard error of it by the picture's noise alone, mm.
    """

    radius: float
    error: float


def held_gear(
    image: Image, seen: PhotoCount, plane: Array, radius: float, bore: Ellipse | None = None
) -> Held | None:
    """The gear of that count that fits the picture best; None where none does.

    Parameters
    ----------
    image : Image
    seen : PhotoCount
        Its count, and about where it lies.
    plane : ndarray, shape (3, 3)
        From pixels of the picture to mm on the plane of its face (a homography).
    radius : float
        Over the tips, about, mm.
    bore : Ellipse, optional
        Its bore, pixels: the rim that was seen may be that of its side as well, the bore is the face's.
    """
    if max(seen.rim.a, seen.rim.b) > LARGEST:
        by = LARGEST / max(seen.rim.a, seen.rim.b)
        off = (by - 1) / 2
        image = np.asarray(cv2.resize(image, None, fx=by, fy=by, interpolation=cv2.INTER_AREA), np.uint8)
        smaller = np.array([[by, 0, off], [0, by, off], [0, 0, 1]])
        plane = np.asarray(plane @ np.linalg.inv(smaller), np.float64)
        seen, bore = seen.scaled(by), bore and bore.scaled(by)
    drawing = _Drawing(image, seen, plane, radius)
    if len(drawing.colours) < FEWEST_PIXELS:
        return None
    places = [np.zeros(2)]
    if bore is not None:
        places.append(drawing.place(moved(bore.points(AROUND), plane).mean(axis=0)))
    starts = []
    for thick in THICK:
        likeliest = min(places, key=lambda place: drawing.unlike(_start(place, thick)))
        starts += [_start(likeliest, thick), _start(drawing.above(thick), thick)]
    begun = [_fitted(drawing, start, FIRST_STEPS, shaped=False) for start in starts]
    at, _, sharp = _fitted(drawing, min(begun, key=lambda each: each[1])[0], STEPS)
    found = radius * float(np.exp(at[2]))
    return Held(found, found * float(np.sqrt(np.linalg.inv(sharp)[2, 2])))


def _start(place: Array, thick: float) -> Array:
    return np.array([*place, 0.0, 0.0, 0.0, 1.0, thick, USUAL[3]])


class _Drawing:
    """Its part of the picture, and how it would look there."""

    def __init__(self, image: Image, seen: PhotoCount, plane: Array, radius: float) -> None:
        self.seen, self.radius = seen, radius
        self._from_plane: Array = np.asarray(np.linalg.inv(plane), np.float64)
        reach = max(seen.rim.a, seen.rim.b)
        self._fine = int(np.clip(round(FINE / reach), 1, FINEST))
        low = np.maximum(0, np.floor([seen.rim.x - ROOM * reach, seen.rim.y - ROOM * reach])).astype(int)
        high = np.ceil([seen.rim.x + ROOM * reach, seen.rim.y + ROOM * reach]).astype(int)
        crop = image[low[1] : high[1], low[0] : high[0]].astype(np.float32)
        self._low, self._size = low, crop.shape[:2]
        around = moved(seen.rim.points(AROUND), plane)
        self.middle = around.mean(axis=0)
        crests = moved(seen.crests, plane) - self.middle
        angle = np.arctan2(crests[:, 1], crests[:, 0])
        self._way = 1.0 if np.diff(np.unwrap(angle)).mean() > 0 else -1.0
        every = self._way * 2 * np.pi * np.arange(seen.teeth) / seen.teeth
        there = np.ones(seen.teeth, bool)
        there[list(seen.missing)] = False
        self._turn = float(np.angle(np.exp(1j * (angle - every)[there]).mean()))
        self._every = every
        y, x = np.mgrid[: self._size[0], : self._size[1]].reshape(2, -1)
        flat = (moved(np.column_stack([x, y]) + low, plane) - self.middle) / radius
        ring = self._ring(flat, angle, BEYOND_PIXELS / reach)
        # What lies at the edge has no neighbour to take a slope from.
        ring &= (x > 0) & (y > 0) & (x < self._size[1] - 1) & (y < self._size[0] - 1)
        self._used = np.flatnonzero(ring)
        if len(self._used) > MOST_PIXELS:
            some = np.random.default_rng(0).permutation(len(self._used))[:MOST_PIXELS]
            self._used = np.sort(self._used[some])
        self.colours: Floats = crop.reshape(-1, 3)[self._used]
        self._flat = flat[self._used]
        u, v = self._flat.T
        self._smooth = np.stack([np.ones_like(u), u, v, u * u, u * v, v * v]).astype(np.float32)
        e = 1e-3 * radius
        ends = moved(self.middle + e * np.array([[1, 0], [-1, 0], [0, 1], [0, -1]]), self._from_plane)
        self._per_radius = np.stack([ends[0] - ends[1], ends[2] - ends[3]], axis=1) / (2 * e) * radius
        self._below = _seen_below(self._from_plane, image.shape, self.middle, radius)
        self._tried = np.empty(0)
        self._as_tried: tuple[Floats, Floats]

    def _ring(self, flat: Array, crests: Array, beyond: float) -> NDArray[np.bool_]:
        """Which points, in radii from the middle, are of the teeth or near them; none where one is gone."""
        module = 2 / (self.seen.teeth + 2)
        share, about = np.hypot(*flat.T), np.arctan2(flat[:, 1], flat[:, 0])
        ring = (share > 1 - BELOW * module) & (share < 1 + max(BEYOND * module, beyond))
        for n in self.seen.missing:
            ring &= np.abs(np.angle(np.exp(1j * (about - crests[n])))) > np.pi / self.seen.teeth
        return np.asarray(ring, np.bool_)

    def place(self, middle: Array) -> Array:
        """A point of the plane as :func:`_fitted` takes it."""
        return np.asarray((middle - self.middle) / self.radius, np.float64)

    def above(self, thick: float) -> Array:
        """Where its face lies if the rim that was seen is that of its side as well."""
        side = (self._below(thick * 2 * self.radius) - self._below(0.0))[0]
        return np.asarray(-np.linalg.solve(self._per_radius, side) / 2, np.float64)

    def unlike(self, at: Array, weight: Floats | None = None) -> float:
        """How much the drawing and the picture differ: what is far off counts for little more."""
        rows = self.rows(at)
        weight = np.ones(len(rows), np.float32) if weight is None else weight
        off = self.colours - rows @ _colours(rows, weight, self.colours)
        return float(np.log1p((off / np.float32(ALIKE)) ** 2).mean())

    def rows(self, at: Array) -> Floats:
        """What each colour has in each pixel: the face's, the ground's and the side's, as they may change."""
        return self._rows_of(self._masks(at))

    def rows_and_slopes(self, at: Array, shaped: bool) -> tuple[Floats, list[Floats]]:
        """The same, and how each changes with each of what is looked for; a tooth may be let be."""
        masks = self._masks(at)
        here = self._rows_of(masks)
        # A bell that grows spreads as heat does.
        blurrier = [
            np.float32(np.exp(2 * at[7])) * _curved(mask, self._used, self._size[1]) for mask in masks
        ]
        *moving, wider = (
            self._rows(face, -face - side, side)
            for face, side in [*zip(*map(self._by_moving, masks), strict=True), blurrier]
        )
        shape = []
        for n, nudge in enumerate(NUDGE):
            step = np.zeros(8)
            step[4 + n] = nudge
            let_be = n < TOOTH and not shaped
            shape.append(0.0 * wider if let_be else (self.rows(at + step) - here) / np.float32(nudge))
        return here, [*moving, *shape, wider]

    def _rows_of(self, masks: tuple[Floats, Floats]) -> Floats:
        face, side = (mask[self._used] for mask in masks)
        return self._rows(face, 1 - face - side, side)

    def _rows(self, face: Floats, ground: Floats, side: Floats) -> Floats:
        made = np.empty((2 * SURFACE + 3, len(face)), np.float32)
        np.multiply(self._smooth, face, out=made[:SURFACE])
        np.multiply(self._smooth, ground, out=made[SURFACE:-3])
        np.multiply(self._smooth[:3], side, out=made[-3:])
        return made.T

    def _by_moving(self, mask: Floats) -> list[Floats]:
        """How a mask changes as the gear is moved along x and y, grows, and turns by a tooth."""
        used, wide = self._used, self._size[1]
        slope = np.stack([mask[used + 1] - mask[used - 1], mask[used + wide] - mask[used - wide]], axis=1) / 2
        by_x, by_y = (-slope @ self._per_radius).T
        u, v = self._flat.T
        made = (by_x, by_y, by_x * u + by_y * v, (by_y * u - by_x * v) / self.seen.teeth)
        return [each.astype(np.float32) for each in made]

    def _masks(self, at: Array) -> tuple[Floats, Floats]:
        """How much of each pixel is face, and how much is side, as blurred as the picture."""
        # What was tried last is most often where the next step begins.
        if not np.array_equal(at, self._tried):
            self._tried, self._as_tried = at.copy(), self._drawn(at)
        return self._as_tried

    def _drawn(self, at: Array) -> tuple[Floats, Floats]:
        high, wide = self._size
        fine = self._covered(self._outline(at))
        face = cv2.resize(fine, (wide, high), interpolation=cv2.INTER_AREA)
        deep = at[6] * 2 * self.radius
        top = self._below(0.0) - self._low
        layers = np.ceil(np.abs(self._below(deep) - self._low - top).max() / LAYER)
        side = np.zeros_like(face)
        for part in np.linspace(0, 1, int(np.clip(layers, 1, MOST_LAYERS)) + 1)[1:]:
            below = self._below(deep * part) - self._low
            onto = cv2.getAffineTransform(top.astype(np.float32), below.astype(np.float32))
            np.maximum(side, cv2.warpAffine(face, onto, (wide, high)), out=side)
        # The face hides the side that lies behind it.
        both = np.dstack([face, cv2.subtract(side, face)]).astype(np.float32) / 255
        seen = np.asarray(cv2.GaussianBlur(both, (0, 0), float(np.exp(at[7]))), np.float32)
        return seen[..., 0].ravel(), seen[..., 1].ravel()

    def _outline(self, at: Array) -> Array:
        """Corners of its face, pixels of the crop's fine grid."""
        teeth = self.seen.teeth
        tip = teeth / 2 + at[4] + at[5]
        reach = np.linspace(tip - DEEP, tip, REACHES)
        half = tooth_share(reach, teeth, float(at[4])) * np.pi / teeth
        land = np.linspace(-half[-1], half[-1], 4)[1:-1]
        about = np.concatenate([-half, land, half[::-1]])
        out = np.concatenate([reach, [tip, tip], reach[::-1]]) / tip
        shares = np.tile(out, (teeth, 1))
        shares[list(self.seen.missing)] = np.minimum(out, reach[0] / tip)
        angle = self._turn + at[3] / teeth + self._every[:, None] + self._way * about
        middle = self.middle + self.radius * at[:2]
        way = np.stack([np.cos(angle), np.sin(angle)], axis=-1)
        ends = self.radius * np.exp(at[2]) * shares[..., None] * way
        return moved((middle + ends).reshape(-1, 2), self._from_plane)

    def _covered(self, outline: Array) -> NDArray[np.uint8]:
        """The mean of what OpenCV fills and of what it leaves of the rest: each is too much by as much."""
        high, wide = (side * self._fine for side in self._size)
        corners = np.round(((outline - self._low + 0.5) * self._fine - 0.5) * 256).astype(np.int32)
        frame = 256 * np.array([[-9, -9], [wide + 9, -9], [wide + 9, high + 9], [-9, high + 9]], np.int32)
        inside, without = np.zeros((high, wide), np.uint8), np.zeros((high, wide), np.uint8)
        cv2.fillPoly(inside, [corners], 255, cv2.LINE_AA, 8)
        cv2.fillPoly(without, [frame, corners], 255, cv2.LINE_AA, 8)
        return np.asarray(cv2.addWeighted(inside, 0.5, 255 - without, 0.5, 0), np.uint8)


SURFACE = 6
"""Terms of a surface of second order."""

ROOM = 1.42
LAYER, MOST_LAYERS = 1.5, 5
"""Pixels from layer to layer that the side is drawn in, and layers at most."""


def moved(points: Array, by: Array) -> Array:
    """Points of one plane on another."""
    return np.asarray(cv2.perspectiveTransform(np.asarray(points, np.float64)[None], by)[0], np.float64)


def _curved(flat: Floats, used: NDArray[np.intp], wide: int) -> Floats:
    """The sum of both second differences."""
    around = flat[used - 1] + flat[used + 1] + flat[used - wide] + flat[used + wide]
    return np.asarray(around - 4 * flat[used], np.float32)


def _seen_below(
    from_plane: Array, shape: tuple[int, ...], middle: Array, radius: float
) -> Callable[[float], Array]:
    """Where three points about a middle are seen, pixels, when they lie so many mm below the plane.

    How a plane is seen tells how the camera stands to it (Zhang, 2000): its pixels are square and it looks
    through the middle of its picture. Where the plane is too level to tell its focus, a usual one is taken.
    """
    centre = (np.array(shape[1::-1]) - 1) / 2
    seen = np.array([[1, 0, -centre[0]], [0, 1, -centre[1]], [0, 0, 1]]) @ from_plane
    (a, b, c), (d, e, f) = seen[:, 0], seen[:, 1]
    # Both axes are as long and at right angles, of which each tells the focus.
    rows = np.array([a * d + b * e, a * a + b * b - d * d - e * e])
    to = np.array([-c * f, f * f - c * c])
    squared = float(rows @ to) / max(float(rows @ rows), 1e-30)
    longest = max(shape[:2])
    focus = 1 / np.sqrt(squared) if squared > 0 else USUAL_FOCUS * longest
    focus = float(np.clip(focus, SHORTEST_FOCUS * longest, LONGEST_FOCUS * longest))
    ways = seen / np.array([[focus], [focus], [1.0]])
    ways *= 2 / (np.linalg.norm(ways[:, 0]) + np.linalg.norm(ways[:, 1]))
    away = np.cross(ways[:, 0], ways[:, 1])
    away /= np.linalg.norm(away)
    if away[2] * (ways @ [*middle, 1.0])[2] < 0:
        away = -away
    corners = middle + radius * np.array([[0, 0], [1, 0], [0, 1]])
    there = np.column_stack([corners, np.ones(3)]) @ ways.T

    def below(depth: float) -> Array:
        deep = there + depth * away
        return np.asarray(focus * deep[:, :2] / deep[:, 2:] + centre, np.float64)

    return below


USUAL_FOCUS, SHORTEST_FOCUS, LONGEST_FOCUS = 1.3, 0.6, 2.2
"""Of the longer side of the picture."""


def _fitted(drawing: _Drawing, at: Array, steps: int, shaped: bool = True) -> tuple[Array, float, Array]:
    """What fits best from there, what is left of it, and how sharply it is told (Levenberg, Marquardt)."""
    damp, sharp = 1e-2, np.eye(8)
    weight = np.ones(len(drawing.colours), np.float32)
    for _ in range(steps):
        rows, slopes = drawing.rows_and_slopes(at, shaped)
        off = drawing.colours - rows @ _colours(rows, weight, drawing.colours)
        noise = max(1.0, 1.483 * float(np.median(np.abs(off))))
        # What is none of the three, a shaving or a glint, counts for little (Cauchy's weights).
        weight = 1 / (1 + (off**2).mean(axis=1) / np.float32(FAR * noise) ** 2)
        colours = _colours(rows, weight, drawing.colours)
        root = np.sqrt(weight)[:, None]
        changes = np.concatenate([slope @ colours for slope in slopes], axis=1)
        # Less what other colours would make of each change.
        changes = (changes - rows @ _colours(rows, weight, changes)) * root
        by = changes.reshape(len(rows), 8, 3).transpose(0, 2, 1).reshape(-1, 8).astype(np.float64) / noise
        off = (drawing.colours - rows @ colours) * root
        usual = (at[4:] - USUAL) / LIKELY
        sharp = by.T @ by + np.diag(np.concatenate([np.full(4, 1e-9), 1 / LIKELY**2]))
        down = by.T @ off.ravel().astype(np.float64) / noise - np.concatenate([np.zeros(4), usual / LIKELY])
        cost = _cost(off, noise, usual)
        for _ in range(TRIES):
            step = np.linalg.solve(sharp + damp * np.diag(np.diag(sharp)), down)
            to = at + np.clip(step, -LONGEST_STEP, LONGEST_STEP)
            to[4:] = np.clip(to[4:], LEAST, MOST)
            other = drawing.rows(to)
            still = (drawing.colours - other @ _colours(other, weight, drawing.colours)) * root
            left = _cost(still, noise, (to[4:] - USUAL) / LIKELY)
            if left < cost:
                break
            damp *= 5
        else:
            break
        damp = max(damp / 5, 1e-4)
        settled = abs(to[2] - at[2]) < SETTLED and cost - left < SETTLED * cost
        at = to
        if settled:
            break
    return at, drawing.unlike(at, weight), sharp


FAR, TRIES = 2.5, 4
ALIKE = 10.0
"""Steps of colour within which a pixel is as it was drawn, when one drawing is held against another."""


def _cost(off: Floats, noise: float, usual: Array) -> float:
    return float((off.astype(np.float64) ** 2).sum()) / noise**2 + float(usual @ usual)


def _colours(rows: Floats, weight: Floats, to: Floats) -> Floats:
    """The colours that leave least, shape (15, 3); those of what is hardly seen are kept small."""
    weighed = rows * weight[:, None]
    square = (weighed.T @ rows).astype(np.float64) + 1e-6 * len(rows) * np.eye(rows.shape[1])
    return np.linalg.solve(square, (weighed.T @ to).astype(np.float64)).astype(np.float32)
