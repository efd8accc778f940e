"""What was read on a gear, and what else speaks for its size."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

import numpy as np

from .marks import Mark
from .probes import Probe

CALIPER_ERROR = 0.02
"""Standard error of one caliper reading by hand, mm, unless the user says better."""

STEADY_ERROR = 0.005
"""What repeating a reading does not average away: the jaws, the zero, the hand's habit, mm."""

HELIX_ERROR = float(np.radians(1.0))
"""Standard error of a helix angle read along the tips with a bevel or from an inked print, rad."""


@dataclass(frozen=True, slots=True)
class Reading:
    """A probe with what it read and the standard error of that, mm.

    `scatter` is the standard deviation of repeated readings, `times` their number.
    """

    probe: Probe
    value: float
    error: float = CALIPER_ERROR
    scatter: float = 0.0
    times: int = 1


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
    """

    mark: Mark | None = None
    tip_helix: float = 0.0
    helix_error: float = HELIX_ERROR
    pressure_angle: float = 0.0
    angle_from: str = "eye"


NO_CLUES = Clues()
"""Nothing known besides counts and readings."""


def pooled(readings: Iterable[Reading]) -> list[Reading]:
    """Repeated readings as one each: their mean, its error, and their scatter.

    The error of the mean falls with the number, but not below what repeating
    cannot mend (:data:`STEADY_ERROR`).
    """
    by_probe: dict[Probe, list[Reading]] = {}
    for reading in readings:
        by_probe.setdefault(reading.probe, []).append(reading)
    together = []
    for probe, same in by_probe.items():
        if len(same) == 1:
            together.append(same[0])
            continue
        values = np.array([reading.value for reading in same])
        error = max(reading.error for reading in same)
        steady = min(STEADY_ERROR, error)
        alone = np.sqrt(error**2 - steady**2)
        mean_error = float(np.hypot(alone / np.sqrt(len(same)), steady))
        scatter = float(values.std(ddof=1))
        together.append(Reading(probe, float(values.mean()), mean_error, scatter, len(same)))
    return together
