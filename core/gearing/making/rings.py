"""Bodies between outlines of as many points each."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
from manifold3d import Manifold, Mesh, triangulate
from numpy.typing import NDArray

from ..errors import GearingError
from .section import Points

Indices = NDArray[np.int64]


def inset(ring: Points, by: float) -> Points:
    """A closed anticlockwise outline moved inwards, point by point: as many of them as before."""
    if not by:
        return ring
    way = np.roll(ring, -1, axis=0) - np.roll(ring, 1, axis=0)
    way /= np.maximum(np.hypot(*way.T), 1e-12)[:, None]
    return np.asarray(ring + by * np.column_stack([-way[:, 1], way[:, 0]]))


def lofted(rings: Sequence[Points], cells: Sequence[Indices] | None = None) -> Manifold:
    """The body between rings of points in space, shape (n, 3) each, anticlockwise seen from the last.

    Parameters
    ----------
    cells : sequence of index arrays, optional
        Closed outlines, of a ring's own points, that its first and last faces are made of; else the ring.

    Raises
    ------
    GearingError
        If it is no closed body.
    """
    many, points = len(rings[0]), np.vstack(rings)
    here = np.arange(many)
    on = np.roll(here, -1)
    faces = []
    for n in range(len(rings) - 1):
        low, high = n * many, (n + 1) * many
        faces += [
            np.column_stack([here + low, on + low, on + high]),
            np.column_stack([here + low, on + high, here + high]),
        ]
    cells = [here] if cells is None else cells
    for first, flipped in ((0, True), ((len(rings) - 1) * many, False)):
        for cell in cells:
            flat = points[cell + first][:, :2]
            made = cell[np.asarray(triangulate([flat]), dtype=np.int64)] + first
            faces.append(made[:, ::-1] if flipped else made)
    body = Manifold(Mesh(np.asarray(points, np.float32), np.asarray(np.vstack(faces), np.uint32)))
    if body.is_empty():
        raise GearingError(
            "No closed body comes of these figures.",
            code="no_body",
            field="width_mm",
            hint="A narrower face, or more teeth.",
        )
    return body
