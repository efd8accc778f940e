"""The order screws of one cover are drawn down in."""

from __future__ import annotations

FIRST_RING = 3
"""From this many screws on one cover they are drawn down crosswise."""


def crosswise(screws: int) -> list[int]:
    """Turn of each screw, counted round the cover: opposite first, then the quarters.

    Each next screw is the one farthest round from those already drawn down, so
    that the cover is pulled flat (VDI 2230-1, tightening of multi-bolted joints).

    Examples
    --------
    >>> crosswise(4), crosswise(6)
    ([1, 3, 2, 4], [1, 3, 5, 2, 4, 6])
    """
    order = [0] if screws else []
    while len(order) < screws:
        left = [n for n in range(screws) if n not in order]
        order.append(max(left, key=lambda n: (_clear(n, order, screws), _clear(n, order[-1:], screws), -n)))
    turns = [0] * screws
    for turn, place in enumerate(order, 1):
        turns[place] = turn
    return turns


def _clear(place: int, taken: list[int], screws: int) -> int:
    """Places round the cover to the nearest one taken."""
    return min(min(abs(place - other), screws - abs(place - other)) for other in taken)
