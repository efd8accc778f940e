"""What was read on a gear, and what else speaks for its size."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from .marks import Mark
from .methods import Probe

CALIPER_ERROR = 0.02
"""Standard error of one caliper reading by hand, mm, unless the user says better."""

STEADY_ERROR = 0.005
"""What repeating a reading does not average away: the jaws, the zero, the hand's habit, mm."""

STRAY = 5.0
"""Errors from the mean of the others beyond which one reading stands alone."""

ASTRAY = 3.0
"""Errors a reading may stand off what a gear predicts before that gear does not explain it."""

COARSE = 3.0
"""Times the best reading's error beyond which another adds next to nothing: a ninth of its weight."""

HELIX_ERROR = float(np.radians(1.0))
"""Standard error of a helix angle read along the tips with a bevel or from an inked print, rad."""


@dataclass(frozen=True, slots=True)
class Reading:
    """A probe with what it read and the standard error of that, mm.

    `scatter` is the standard deviation of repeated readings, `times` their
    number. `wide` says that they scatter far beyond the error stated; `stray`
    is the one that stands off all others, 0 if none does: left out where three
    others agree, since two of a wild hand often do by chance.
    """

    probe: Probe
    value: float
    error: float = CALIPER_ERROR
    scatter: float = 0.0
    times: int = 1
    wide: bool = False
    stray: float = 0.0


@dataclass(frozen=True, slots=True)
class Clues:
    """What is known of a gear besides counts and caliper readings.

    Attributes
    ----------
    mark : Mark, optional
        What is moulded or stamped on it.
    tip_helix : float
        Helix angle read along the tips, rad; 0 for straight teeth.
    helix_error : float
        Its standard error, rad.
    pressure_angle : float
        Pressure angle it seems to have, rad; 0 if nothing speaks for one.
    angle_from : str
        How that is known: ``eye``, ``gauge`` (held against a rack) or ``told``.
    said : float
        Module it was said to be of when it came off, mm; 0 if that was not said.
    mate, mate_sure : float
        Module its mate was read to be of, mm, and the odds of that; 0 if it was not read.
    pointed : bool
        Whether its teeth are worn thin at the tip.
    """

    mark: Mark | None = None
    tip_helix: float = 0.0
    helix_error: float = HELIX_ERROR
    pressure_angle: float = 0.0
    angle_from: str = "eye"
    said: float = 0.0
    mate: float = 0.0
    mate_sure: float = 1.0
    pointed: bool = False


NO_CLUES = Clues()
"""Nothing known besides counts and readings."""


def pooled(readings: Iterable[Reading]) -> list[Reading]:
    """Repeated readings as one each: their mean, its error, and their scatter.

    The error of the mean falls with the number, but not below what repeating
    cannot mend (:data:`STEADY_ERROR`). Readings that scatter beyond the error
    stated (at one in a hundred by chi square; Abramowitz and Stegun, 26.4.17)
    say themselves how wide they are; one that stands alone against others that
    agree is named, and left out if those are three or more. A far finer one of
    the same measurement stands in for the coarse ones (:data:`COARSE`).
    """
    by_probe: dict[Probe, list[Reading]] = {}
    for reading in readings:
        by_probe.setdefault(reading.probe, []).append(reading)
    fine = {
        probe: [one for one in same if one.error <= COARSE * min(other.error for other in same)]
        for probe, same in by_probe.items()
    }
    return [same[0] if len(same) == 1 else _together(probe, same) for probe, same in fine.items()]


def _together(probe: Probe, same: list[Reading]) -> Reading:
    values = np.array([reading.value for reading in same])
    error = max(reading.error for reading in same)
    stray = _stray(values, error)
    kept = values if stray is None or len(values) < 4 else np.delete(values, stray)
    steady = min(STEADY_ERROR, error)
    alone = float(np.sqrt(error**2 - steady**2))
    scatter = float(kept.std(ddof=1))
    wide = _beyond(kept, error)
    if wide:
        # Few readings know their own scatter badly: widened as Student's bell is.
        alone = max(alone, scatter * float(np.sqrt((len(kept) + 1) / (len(kept) - 1))))
    mean_error = float(np.hypot(alone / np.sqrt(len(kept)), steady))
    away = 0.0 if stray is None else float(values[stray])
    return Reading(probe, float(kept.mean()), mean_error, scatter, len(same), wide, away)


def _beyond(values: NDArray[np.float64], error: float) -> bool:
    """Whether readings scatter more than their error explains, but for one case in a hundred."""
    free = len(values) - 1
    # Wilson and Hilferty's root of chi square.
    limit = free * (1 - 2 / (9 * free) + 2.33 * np.sqrt(2 / (9 * free))) ** 3
    return bool(((values - values.mean()) ** 2).sum() > limit * error**2)


def _stray(values: NDArray[np.float64], error: float) -> int | None:
    """Place of the one reading without which the others agree; None if there is no such one."""
    if len(values) < 3 or not _beyond(values, error):
        return None
    far = int(np.abs(values - np.median(values)).argmax())
    others = np.delete(values, far)
    if _beyond(others, error) or abs(values[far] - others.mean()) < STRAY * error:
        return None
    return far


def astray(off_by: float) -> bool:
    """Whether a reading off by so many of its errors is not explained; one that cannot be is neither."""
    return bool(np.isfinite(off_by)) and abs(off_by) > ASTRAY
