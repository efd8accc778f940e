"""The least that must come off to reach a piece, and the easiest order for it."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from heapq import heappop, heappush
from itertools import count
from typing import Any

import networkx as nx

from ..entry import Entry
from ..errors import GearingError
from .graph import Off, precedence
from .tools import tool_of

MOST_LOOKED_AT = 500_000
"""Steps looked at in search of the easiest order; beyond it a good one is taken, and that is said."""

BEAM = 16
"""Ways that go on at a time when the search is not exact."""

State = tuple[int, str, str]
"""What is off (as bits), the side that lies up, the tool in hand."""

_Way = tuple[Any, int] | None
"""Steps taken so far as a linked list, the last first: ways share what they have in common."""

Cost = tuple[int, int]
"""Turn-overs and tool changes, compared in that order."""


@dataclass(frozen=True, slots=True)
class Reach:
    """A way to a piece.

    Attributes
    ----------
    steps : tuple of int
        What must come off, in the order to take, the piece itself last.
    turn_overs, tool_changes : int
        Both include the first of their kind only if it differs from the start.
    exact : bool
        Whether no order of these steps has fewer.
    unneeded : tuple of int
        Steps that came before the piece in the strip and need not have.
    """

    steps: tuple[int, ...]
    turn_overs: int
    tool_changes: int
    exact: bool
    unneeded: tuple[int, ...]


def reach(steps: list[Off], target: int) -> Reach:
    """The least set of steps to reach one, in an order with the fewest turn-overs, then tool changes.

    A step needs *all* it names, so the least set is unique: everything the
    target hangs on. Its order is searched over what can be off at a time, with
    the side and the tool in hand (Held and Karp, 1962, on order ideals; Dijkstra, 1959).

    Raises
    ------
    GearingError
        If the step is not there, or steps need each other in a ring.
    """
    entries = {step.number: step.entry for step in steps}
    if target not in entries:
        raise GearingError(f"There is no step {target}.", field="step", hint="Pick a piece of the row.")
    graph = precedence(steps)
    needed = sorted(nx.ancestors(graph, target) | {target})
    part = graph.subgraph(needed)
    if not nx.is_directed_acyclic_graph(part):
        raise GearingError(
            "The steps to this piece need each other in a ring.",
            field="step",
            hint="Correct the “after” of one of them first.",
        )
    order, cost, exact = _easiest(part, needed, entries)
    unneeded = tuple(n for n in sorted(entries) if n < target and n not in needed)
    return Reach(tuple(order), cost[0], cost[1], exact, unneeded)


def _easiest(
    graph: nx.DiGraph[int], needed: list[int], entries: dict[int, Entry]
) -> tuple[list[int], Cost, bool]:
    """Dijkstra's way over sides and tools.

    A step on the side that lies up, with the tool in hand or none, costs nothing
    and takes nothing away, so it is always taken at once: removing a step from
    later in an order never makes the rest dearer. What is left to choose is only
    where to turn over or reach for another tool.
    """
    search = _Search(graph, needed, entries)
    found = search.exact()
    if found is not None:
        return (*found, True)
    return (*search.good(), False)


class _Search:
    def __init__(self, graph: nx.DiGraph[int], needed: list[int], entries: dict[int, Entry]) -> None:
        self.needed = needed
        bit = {number: 1 << at for at, number in enumerate(needed)}
        self.steps = [
            (
                bit[number],
                sum(bit[before] for before in graph.predecessors(number)),
                entries[number].side,
                tool_of(entries[number]),
                number,
            )
            for number in needed
        ]
        self.whole = (1 << len(needed)) - 1
        self.looked_at = 0

    def exact(self) -> tuple[list[int], Cost] | None:
        """The easiest order, or None if it takes more looking than is allowed."""
        start = self._free((0, "", ""))
        best: dict[State, Cost] = {start[0]: (0, 0)}
        many = count()
        heap: list[tuple[Cost, int, State, _Way]] = [((0, 0), next(many), *start)]
        while heap:
            cost, _, state, way = heappop(heap)
            if state[0] == self.whole:
                return _walked(way), cost
            if cost > best[state]:
                continue
            if self.looked_at > MOST_LOOKED_AT:
                return None
            for paid, after, on in self._next(state, cost, way):
                if after not in best or paid < best[after]:
                    best[after] = paid
                    heappush(heap, (paid, next(many), after, on))
        raise AssertionError("steps without a ring can all be taken")

    def good(self) -> tuple[list[int], Cost]:
        """A good order: of the ways so far the few that have come farthest for their cost go on."""
        layer: dict[State, tuple[Cost, _Way]] = {}
        state, way = self._free((0, "", ""))
        layer[state] = ((0, 0), way)
        done: tuple[Cost, _Way] | None = None
        while layer:
            coming: dict[State, tuple[Cost, _Way]] = {}
            for now, (cost, so_far) in layer.items():
                if now[0] == self.whole:
                    if done is None or cost < done[0]:
                        done = (cost, so_far)
                    continue
                for paid, after, on in self._next(now, cost, so_far):
                    if (done is None or paid < done[0]) and (after not in coming or paid < coming[after][0]):
                        coming[after] = (paid, on)
            ranked = sorted(
                coming.items(), key=lambda item: (item[1][0][0], -item[0][0].bit_count(), item[1][0])
            )
            layer = dict(ranked[:BEAM])
        assert done is not None
        return _walked(done[1]), done[0]

    def _next(self, state: State, cost: Cost, way: _Way) -> Iterator[tuple[Cost, State, _Way]]:
        """Where one can turn or reach for another tool, each with what is free after it taken."""
        off, side, tool = state
        tried = set()
        for bit, needs, on_side, takes, number in self.steps:
            if off & bit or needs & ~off:
                continue
            becomes = (on_side or side, takes or tool)
            if becomes in tried:
                continue
            tried.add(becomes)
            over = int(bool(on_side and side and on_side != side))
            change = int(bool(takes and takes != tool))
            after, on = self._free((off | bit, *becomes), (way, number))
            yield (cost[0] + over, cost[1] + change), after, on

    def _free(self, state: State, way: _Way = None) -> tuple[State, _Way]:
        off, side, tool = state
        more = True
        while more:
            more = False
            self.looked_at += len(self.steps)
            for bit, needs, on_side, takes, number in self.steps:
                if off & bit or needs & ~off or on_side not in ("", side) or takes not in ("", tool):
                    continue
                off |= bit
                way = (way, number)
                more = True
        return (off, side, tool), way


def _walked(way: _Way) -> list[int]:
    order = []
    while way is not None:
        way, number = way
        order.append(number)
    return order[::-1]
