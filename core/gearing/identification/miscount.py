"""Whether a gear was counted one tooth off: what another count would make of the same readings."""

from __future__ import annotations

from dataclasses import dataclass

from ..geometry.gear import FEWEST_TEETH
from ..measuring.readings import NO_CLUES, Clues, Reading
from .identify import Identification, evidence_at_most, identify
from .size_answer import NONE
from .tooth_count import miscounted

DOUBTS = 0.2
"""How likely another count must be against the one made to be worth a word."""

STRAINED = 0.1
"""Shift or trim, in modules, from which a gear is one that has to be explained."""

FREELY_SHIFTED_BELOW = 17
"""Count below which a shift is nothing to be explained."""

OFF = 2.0
"""Reading errors from which a reading is one that has to be explained."""


@dataclass(frozen=True, slots=True)
class Recount:
    """A size that another count would make of the readings, and how many times likelier it is."""

    label: str
    teeth: int
    times: float


def recount(
    identification: Identification, readings: list[Reading], *, field: str = "", clues: Clues = NO_CLUES
) -> Recount | None:
    """One tooth more or less, where that explains the readings better than the count is trusted.

    Looked at only where the leading gear is strained to fit: cut short, cut
    thick or thin, or off its readings. Counts by eye err by one first.

    Parameters
    ----------
    identification : Identification
        By the count as it was made.
    readings, field, clues
        As for :func:`identify`.
    """
    if not _strained(identification):
        return None
    trusted = max(identification.evidence * miscounted(identification.teeth, identification.teeth), 1e-300)
    tried = []
    for z in (identification.teeth - 1, identification.teeth + 1):
        if z < FEWEST_TEETH:
            continue
        likely = miscounted(z, identification.teeth) / trusted
        if evidence_at_most(z, readings, field=field, clues=clues) * likely < DOUBTS:
            continue
        trial = identify(z, readings, field=field, clues=clues)
        times = trial.evidence * likely
        if times >= DOUBTS and trial.cloud.sizes and trial.none < NONE:
            tried.append(Recount(next(iter(trial.by_label())), z, times))
    return max(tried, key=lambda other: other.times, default=None)


def _strained(identification: Identification) -> bool:
    if identification.none >= NONE or not identification.candidates:
        return True
    best = identification.candidates[0]
    gear, module = best.gear, best.size.module
    shifted = abs(float(gear.profile_shift)) > STRAINED and identification.teeth >= FREELY_SHIFTED_BELOW
    return shifted or float(gear.tip_trim) > STRAINED * module or any(abs(off) > OFF for off in best.off_by)
