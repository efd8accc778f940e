"""Which gear of a row runs against which: the one to be replaced with it."""

from __future__ import annotations

import re
from collections.abc import Mapping, Sequence

from ..strip.entry import Entry
from ..strip.kinds import kinds
from ..strip.order import Spot, StripStep
from ..workshop.surroundings import Surrounding

PAIRS = (
    ("pinion", "spur"), ("pinion", "crown"), ("pinion", "ring"), ("sun", "planet"), ("planet", "ring"),
    ("worm", "wheel"), ("spider", "side"), ("pinion", "main"), ("pinion", "drive"),
)  # fmt: skip
"""Names of gears that run in each other."""

NAMED, BESIDE, SAME_PLACE, SAME_SIZE = 4.0, 3.0, 1.5, 3.0


def likely_mates(
    steps: Sequence[StripStep],
    where: Mapping[Spot, Surrounding],
    sizes: Mapping[Spot, str],
    of: Spot,
) -> list[Spot]:
    """Gears that could run against one, the likeliest first.

    Parameters
    ----------
    where : mapping
        Surroundings by piece: gears in two cases never meet.
    sizes : mapping
        What gears were said or read to be of, by piece: two sizes never meet.

    Examples
    --------
    >>> from ..strip.entry import parse
    >>> row = [StripStep(n, parse(line)) for n, line in enumerate(("pinion 15t", "spur 54t", "idler 20t"), 1)]
    >>> likely_mates(row, {}, {}, (1, 0))
    [(2, 0), (3, 0)]
    """
    toothed = [
        ((step.number, at), entry)
        for step in steps
        for at, entry in enumerate(step.entries)
        if kinds()[entry.kind].meshes or entry.teeth
    ]
    place = {spot: n for n, (spot, _) in enumerate(toothed)}
    if of not in place:
        return []
    mine = dict(toothed)[of]
    scored = []
    for spot, entry in toothed:
        # What nobody said or read may be any size.
        size, theirs = sizes.get(of), sizes.get(spot)
        if spot == of or _apart(where, of, spot) or (size and theirs and size != theirs):
            continue
        score = BESIDE / abs(place[spot] - place[of])
        score += NAMED if _named(mine, entry) else 0.0
        score += SAME_PLACE if of in where and spot in where else 0.0
        score += SAME_SIZE if size and theirs == size else 0.0
        scored.append((-score, place[spot], spot))
    return [spot for _, _, spot in sorted(scored)]


def _apart(where: Mapping[Spot, Surrounding], a: Spot, b: Spot) -> bool:
    return a in where and b in where and where[a].key != where[b].key


def _named(a: Entry, b: Entry) -> bool:
    first, second = (
        set(re.findall(r"[a-z]+", f"{e.words} {e.kind}".lower().replace("planets", "planet"))) for e in (a, b)
    )
    return any((x in first and y in second) or (y in first and x in second) for x, y in PAIRS)
