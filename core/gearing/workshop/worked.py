"""How long each stage of a visit took, from the times at which something was recorded in it."""

from __future__ import annotations

from collections.abc import Iterable

STILL = 15.0
"""Minutes without an entry after which a hand is taken to have gone: more of a gap is no work."""


def minutes_by_stage(entries: Iterable[tuple[float, str]]) -> dict[str, float]:
    """Minutes worked in each stage.

    Parameters
    ----------
    entries : iterable of (float, str)
        When something was recorded, minutes from any beginning, and the stage the visit was at from then on.

    Returns
    -------
    dict
        Stage to minutes; the time between two entries belongs to the stage of the first, at most
        :data:`STILL` of it. A clock that went back counts nothing.

    Examples
    --------
    >>> minutes_by_stage([(0, "strip"), (4, "strip"), (10, "look"), (200, "look")])
    {'strip': 10.0, 'look': 15.0}
    """
    made: dict[str, float] = {}
    last: tuple[float, str] | None = None
    for at, stage in entries:
        if last is not None:
            gap = min(STILL, max(0.0, at - last[0]))
            made[last[1]] = made.get(last[1], 0.0) + gap
        last = (at, stage)
    return made
