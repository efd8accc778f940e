"""How fast rebuilds go at a bench, against the usual minutes of a plan."""

from __future__ import annotations

from collections.abc import Sequence
from statistics import median

ENOUGH = 2
"""Rebuilds of one sort from which a pace is taken: one may have been anything."""

SLOWEST, FASTEST = 3.0, 0.5
"""Beyond these it was no pace, but a day's pause or an entry at the end."""


def pace_by(*groups: Sequence[tuple[float, float]]) -> float:
    """How many times the planned minutes a rebuild takes.

    Parameters
    ----------
    *groups : sequence of (float, float)
        Minutes taken and planned of earlier rebuilds; the nearest sort first, as those of the same model
        before those of the same kind. The first with :data:`ENOUGH` counts.

    Examples
    --------
    >>> pace_by([(30.0, 20.0)], [(10.0, 20.0), (20.0, 20.0), (24.0, 20.0)])
    1.0
    >>> pace_by([(30.0, 20.0), (40.0, 20.0)]), pace_by([], [(900.0, 20.0)] * 3)
    (1.75, 3.0)
    """
    for group in groups:
        ratios = [took / planned for took, planned in group if planned > 0 and took > 0]
        if len(ratios) >= ENOUGH:
            return min(SLOWEST, max(FASTEST, median(ratios)))
    return 1.0
