"""The order screws of one cover are drawn down in."""

from __future__ import annotations

from bisect import bisect_left, insort
from heapq import heappop, heappush

FIRST_RING = 3
"""From this many screws on one cover they are drawn down crosswise."""

MOST_ON_A_RING = 48
"""More are no ring a hand goes round: they are drawn down in sections, each crosswise."""


IN_SECTIONS = "Too many for one ring: in sections along the seam, each crosswise, all in small steps."


def is_ring(screws: int) -> bool:
    """Whether so many screws of one cover are drawn down crosswise, each in its numbered turn."""
    return FIRST_RING <= screws <= MOST_ON_A_RING


def crosswise(screws: int) -> list[int]:
    """Turn of each screw, counted round the cover: opposite first, then the quarters.

    Each next screw is the one farthest round from those already drawn down, so
    that the cover is pulled flat (VDI 2230-1, tightening of multi-bolted joints);
    of several it is the farthest from the one before, and of those the first round.
    Takes time as n log n: the middles of the gaps left wait by their distance.

    Examples
    --------
    >>> crosswise(4), crosswise(6)
    ([1, 3, 2, 4], [1, 3, 5, 2, 4, 6])
    """
    if screws < 1:
        return []
    turns = [0] * screws
    turns[0], last = 1, 0
    waiting: dict[int, list[int]] = {}
    distances: list[int] = []
    # The whole way round from the first screw back to it.
    _open(0, screws, screws, waiting, distances)
    owner: dict[int, tuple[int, int]] = {}
    _own(0, screws, screws, owner)
    for turn in range(2, screws + 1):
        while not waiting.get(-distances[0]):
            heappop(distances)
        middles = waiting[-distances[0]]
        place = _farthest(middles, last, screws)
        first, end = owner[place]
        for middle in _middles(first, end):
            at = middle % screws
            middles.pop(bisect_left(middles, at))
            owner.pop(at)
        turns[place], last = turn, place
        whole = place if place > first else place + screws
        for begins, ends in ((first, whole), (whole, end)):
            _open(begins, ends, screws, waiting, distances)
            _own(begins, ends, screws, owner)
    return turns


def _middles(first: int, end: int) -> range:
    """The one or two places farthest from both ends of a gap; none if there is no place in it."""
    if end - first < 2:
        return range(0)
    return range((first + end) // 2, (first + end + 1) // 2 + 1)


def _open(first: int, end: int, screws: int, waiting: dict[int, list[int]], distances: list[int]) -> None:
    middles = _middles(first, end)
    if not middles:
        return
    clear = (end - first) // 2
    if clear not in waiting:
        waiting[clear] = []
    if not waiting[clear]:
        heappush(distances, -clear)
    for middle in middles:
        insort(waiting[clear], middle % screws)


def _own(first: int, end: int, screws: int, owner: dict[int, tuple[int, int]]) -> None:
    for middle in _middles(first, end):
        owner[middle % screws] = (first, end)


def _farthest(places: list[int], last: int, screws: int) -> int:
    """Of sorted places the farthest round from `last`: a neighbour of the one opposite it."""
    opposite = (last + screws // 2) % screws
    at = bisect_left(places, opposite)
    near = {places[(at + by) % len(places)] for by in (-2, -1, 0, 1, 2)} | {places[0]}
    return max(near, key=lambda place: (min(abs(place - last), screws - abs(place - last)), -place))
