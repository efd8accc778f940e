"""Readings that no size explains: a unit mistaken, or one reading that contradicts the others."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from ..geometry.gear import INCH
from ..measuring.readings import Clues, Reading, pooled
from .identify import identify

FAR_OFF = 4.0
"""Reading errors beyond which one reading is named as the one that contradicts the others."""

EXPLAINED, AGREED = 0.5, 0.2
"""Odds of none of the sizes below which a trial explains the readings, or the others agree without one."""


@dataclass(frozen=True, slots=True)
class OddOne:
    """The reading without which the others agree on a size, and what that size would read."""

    reading: Reading
    label: str
    expected: float


def unit_slip(teeth: int, readings: Sequence[Reading], *, field: str, clues: Clues) -> tuple[str, str] | None:
    """The unit in which the readings make sense, and the size they then give; None if they do in neither."""
    for factor, unit in ((INCH, "inches"), (1 / INCH, "millimetres")):
        other = [Reading(r.probe, r.value * factor, r.error) for r in readings]
        trial = identify(teeth, other, field=field, clues=clues)
        if trial.none < EXPLAINED:
            return unit, next(iter(trial.by_label()))
    return None


def odd_one_out(teeth: int, readings: Sequence[Reading], *, field: str, clues: Clues) -> OddOne | None:
    """The one reading that contradicts the others; None of two readings, and where they all differ."""
    together = pooled(list(readings))
    if len(together) < 3:
        return None
    for odd in together:
        rest = [reading for reading in together if reading is not odd]
        trial = identify(teeth, rest, field=field, clues=clues)
        if trial.none < AGREED and trial.candidates:
            best = trial.candidates[0]
            expected = float(odd.probe.predict(best.gear))
            if abs(odd.value - expected) > FAR_OFF * odd.error:
                return OddOne(odd, best.size.label, expected)
    return None
