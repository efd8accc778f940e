"""A mesh that does not stand true: faces offset, a shaft leaning, a gear that runs out."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from ..data import table
from ..errors import GearingError
from .pair import Pair


@dataclass(frozen=True, slots=True)
class Turned:
    """Backlash over a turn of the gear that runs out.

    Attributes
    ----------
    angles : ndarray, shape (n,)
        Turn of the gear, degrees; 0 with its high side towards the mate.
    backlash : ndarray, shape (n,)
        Circumferential, mm.
    least, most : float
        mm; the least is the tight spot, at `tight_at`.
    tight_at : float
        degrees.
    """

    angles: NDArray[np.float64]
    backlash: NDArray[np.float64]
    least: float
    most: float
    tight_at: float


def over_a_turn(pair: Pair, distance: float, runout: float, high_at: float = 0.0, points: int = 73) -> Turned:
    """Backlash over a turn of a gear bored off its centre.

    Parameters
    ----------
    runout : float
        As a dial reads it over a turn, mm: twice the eccentricity.
    high_at : float
        Turn at which the high side faces the mate, degrees.

    Raises
    ------
    GearingError
        If the gears lose each other on the way.
    """
    angles = np.linspace(0.0, 360.0, points)
    away = distance - pair.sign * (runout / 2) * np.cos(np.radians(angles - high_at))
    low, high = pair.limits
    if away.min() <= low or away.max() >= high:
        raise GearingError(
            f"With {runout:.2f} mm of run-out these gears lose each other on the way round.",
            code="lost_by_runout",
            field="runout_mm",
            hint="Check the reading: a dial shows twice the eccentricity.",
        )
    play = np.asarray(pair.backlash(away))
    at = int(np.argmin(play))
    return Turned(angles, play, float(play[at]), float(play.max()), float(angles[at]))


def width_in_mesh(first: float, second: float, offset: float) -> float:
    """Width on which two faces run, mm, their middles `offset` apart.

    Raises
    ------
    GearingError
        If they miss each other.
    """
    width = min(first, second, (first + second) / 2 - abs(offset))
    if width <= 0:
        raise GearingError(
            "The faces miss each other altogether.",
            code="faces_miss",
            field="offset_mm",
            hint="Shim one of them over.",
        )
    return width


def enough_width(width: float, narrower: float) -> bool:
    """Whether enough of the narrower face runs (``mesh.toml``)."""
    return width >= float(table("mesh")["face"]["least"]) * narrower


def gap_of_tilt(width: float, tilt: float) -> float:
    """How far the flanks stand apart at one end while they touch at the other, mm; `tilt` in rad."""
    return width * float(np.tan(abs(tilt)))
