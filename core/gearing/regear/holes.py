"""A motor plate with holes, measured once: each hole's shaft distance, and every pair's hole."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from ..errors import GearingError
from .pairs import Pairs

MOST_HOLES = 60


@dataclass(frozen=True, slots=True)
class Plate:
    """Holes in a straight line that does not aim at the other shaft.

    Attributes
    ----------
    first : float
        Along the line, from the foot of the perpendicular to hole 1, mm.
    pitch : float
        From hole to hole, mm.
    count : int
    offset : float
        Of the line from the other shaft, mm.
    """

    first: float
    pitch: float
    count: int
    offset: float = 0.0

    def distances(self) -> NDArray[np.float64]:
        """Shaft distance of each hole, ``sqrt(offset² + (first + n·pitch)²)``, mm.

        Raises
        ------
        GearingError
            If there are none, or more than fit a plate.
        """
        if not 1 <= self.count <= MOST_HOLES or self.pitch <= 0:
            raise GearingError(
                "This plate has no holes.",
                code="no_holes",
                field="plate",
                hint=f"1 to {MOST_HOLES} holes, so many mm apart.",
            )
        away: NDArray[np.float64] = np.hypot(self.offset, self.first + self.pitch * np.arange(self.count))
        return away


def nearest_hole(
    pairs: Pairs, distances: NDArray[np.float64], least: float, wanted: float
) -> tuple[NDArray[np.int_], NDArray[np.float64]]:
    """For each pair the hole whose backlash comes nearest to `wanted` and is not below `least`.

    Returns
    -------
    holes : ndarray of int
        Index into `distances`; -1 where every hole jams.
    backlash : ndarray
        mm there; nan where none.
    """
    play = pairs.widened().backlash(distances)
    usable = np.nan_to_num(play, nan=-1.0) >= least
    miss = np.where(usable, np.abs(play - wanted), np.inf)
    best = np.argmin(miss, axis=-1)
    any_usable = usable.any(axis=-1)
    chosen = np.take_along_axis(play, best[..., None], axis=-1)[..., 0]
    return np.where(any_usable, best, -1), np.where(any_usable, chosen, np.nan)


def hole_chart(
    pinions: list[int],
    spurs: list[int],
    module: float,
    alpha: float,
    distances: NDArray[np.float64],
    least: float,
    wanted: float,
    shifts: NDArray[np.float64] | None = None,
) -> tuple[NDArray[np.int_], NDArray[np.float64]]:
    """Hole and backlash for every pair, both of shape (pinions, spurs); hole numbers from 1, 0 for none.

    `shifts` are the pinions' profile shifts; none where left out.
    """
    z1, z2 = np.broadcast_arrays(np.array(pinions)[:, None], np.array(spurs)[None, :])
    x1 = np.broadcast_to(np.zeros((1, 1)) if shifts is None else shifts[:, None], z1.shape)
    holes, play = nearest_hole(Pairs(z1, z2, module, alpha, x1), distances, least, wanted)
    return holes + 1, play
