"""The least that must come off to reach a piece, and the easiest order for it."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from heapq import heappop, heappush
from itertools import count
from typing import Any

import networkx as nx

from ...errors import GearingError
from ..entry import Entry
from .graph import StripStep, precedence
from .tools import tool_of

ALWAYS_EXACT = 24
"""Steps up to which the easiest order is always found."""

MOST_LOOKED_AT, LOOKED_AT_WIDE = 2_000_000, 600
"""Places looked at for it, up to so many steps and beyond; then a good one is taken, and that is said."""

BEAM = 16
"""Ways that go on at a time when the search is not exact."""

LEVEL = 200
"""Ways of turning over that go on at a time."""

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


def reach(steps: list[StripStep], target: int) -> Reach:
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
        raise GearingError(
            f"There is no step {target}.", code="unknown_step", field="step", hint="Pick a piece of the row."
        )
    graph = precedence(steps)
    needed = sorted(nx.ancestors(graph, target) | {target})
    part = graph.subgraph(needed)
    if not nx.is_directed_acyclic_graph(part):
        raise GearingError(
            "The steps to this piece need each other in a ring.",
            code="steps_in_a_ring",
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
    exact = search.exact()
    if exact is not None:
        return (*exact, True)
    return (*search.good(), False)


class _Search:
    """Steps as bits: which are off, which are free, which class of side and tool each is of."""

    def __init__(self, graph: nx.DiGraph[int], needed: list[int], entries: dict[int, Entry]) -> None:
        self.numbers = needed
        at = {number: n for n, number in enumerate(needed)}
        self.whole = (1 << len(needed)) - 1
        self.needs = [sum(1 << at[before] for before in graph.predecessors(number)) for number in needed]
        self.frees = [[at[after] for after in graph.successors(number)] for number in needed]
        self.classes: dict[tuple[str, str], int] = {}
        for n, number in enumerate(needed):
            kind = entries[number].side, tool_of(entries[number])
            self.classes[kind] = self.classes.get(kind, 0) | 1 << n
        self.sides = {side for side, _ in self.classes if side}
        self.by_side = {side: self._of(0, side) for side in self.sides}
        self.by_tool = {tool: self._of(1, tool) for _, tool in self.classes if tool}
        self.open_to: dict[tuple[str, str], int] = {}
        self.chains = self._alternating(graph, needed, entries)

    def _of(self, part: int, name: str) -> int:
        return sum(bits for kind, bits in self.classes.items() if kind[part] == name)

    def _alternating(
        self, graph: nx.DiGraph[int], needed: list[int], entries: dict[int, Entry]
    ) -> list[tuple[int, int, str]]:
        """Turn-overs that chains force from a first side on: as steps they begin with, the most first."""
        forced: dict[int, dict[str, int]] = {}
        for number in reversed(list(nx.topological_sort(graph))):
            side = entries[number].side
            after: dict[str, int] = {}
            for succ in graph.successors(number):
                for first, turns in forced[succ].items():
                    after[first] = max(after.get(first, 0), turns)
            if side:
                most = max((turns + (first != side) for first, turns in after.items()), default=0)
                after = {side: most}
            forced[number] = after
        bits: dict[tuple[int, str], int] = {}
        for n, number in enumerate(needed):
            for first, turns in forced[number].items():
                bits[turns, first] = bits.get((turns, first), 0) | 1 << n
        return [(turns, mask, first) for (turns, first), mask in sorted(bits.items(), reverse=True)]

    def exact(self) -> tuple[list[int], Cost] | None:
        """The easiest order (A*; Hart, Nilsson and Raphael, 1968), or None if that takes too much looking."""
        most = MOST_LOOKED_AT if len(self.numbers) <= ALWAYS_EXACT else LOOKED_AT_WIDE
        off, ready, way = self._free(0, self._ready(0), "", "", None)
        start: State = (off, "", "")
        best: dict[State, Cost] = {start: (0, 0)}
        many = count()
        heap: list[tuple[Cost, int, Cost, int, State, _Way]] = [
            (self._at_least(start), next(many), (0, 0), ready, start, way)
        ]
        looked = 0
        while heap:
            _, _, cost, ready, state, way = heappop(heap)
            if state[0] == self.whole:
                return _walked(way), cost
            if cost > best[state]:
                continue
            looked += 1
            if looked > most:
                return None
            for paid, free, after, on in self._next(state, ready, cost, way):
                if after not in best or paid < best[after]:
                    best[after] = paid
                    least = self._at_least(after)
                    bound = paid[0] + least[0], paid[1] + least[1]
                    heappush(heap, (bound, -after[0].bit_count(), paid, free, after, on))
        raise AssertionError("steps without a ring can all be taken")

    def _at_least(self, state: State) -> Cost:
        """Turn-overs and tool changes that whatever order must still have.

        A side or tool that is still needed and not at hand has to be come to
        once; steps that must follow each other from side to side turn as often.
        """
        left, side, tool = self.whole & ~state[0], state[1], state[2]
        sides = sum(1 for name, bits in self.by_side.items() if bits & left and name != side)
        if not side:
            sides = max(sides - 1, 0)
        for turns, bits, first in self.chains:
            if turns + 1 <= sides:
                break
            if bits & left:
                sides = max(sides, turns + (bool(side) and first != side))
        return sides, sum(1 for name, bits in self.by_tool.items() if bits & left and name != tool)

    def good(self) -> tuple[list[int], Cost]:
        """A good order: of the ways so far the few that have come farthest for their cost go on.

        Never worse than working side by side.
        """
        off, ready, way = self._free(0, self._ready(0), "", "", None)
        layer: dict[State, tuple[Cost, int, _Way]] = {(off, "", ""): ((0, 0), ready, way)}
        done_way, done = self._along(self._fewest_turns())
        while layer:
            coming: dict[State, tuple[Cost, int, _Way]] = {}
            for now, (cost, free, so_far) in layer.items():
                if now[0] == self.whole:
                    if cost < done:
                        done_way, done = so_far, cost
                    continue
                for paid, freed, after, on in self._next(now, free, cost, so_far):
                    if paid < done and (after not in coming or paid < coming[after][0]):
                        coming[after] = (paid, freed, on)
            ranked = sorted(
                coming.items(), key=lambda item: (item[1][0][0], -item[0][0].bit_count(), item[1][0])
            )
            layer = dict(ranked[:BEAM])
        return _walked(done_way), done

    def _fewest_turns(self) -> list[str]:
        """Sides in turn, all taken that each lets off whatever the tool: as few as can be found.

        Level by level; to have more off is never worse, so that of two sides
        this is the fewest, and of more as long as the levels stay small.
        """

        def clear(off: int, side: str) -> int:
            opens = sum(bits for (on, _), bits in self.classes.items() if on in ("", side))
            ready = self._ready(off)
            while taking := ready & opens:
                n = (taking & -taking).bit_length() - 1
                off |= 1 << n
                ready &= ~(1 << n)
                for after in self.frees[n]:
                    if not self.needs[after] & ~off:
                        ready |= 1 << after
            return off

        level = {clear(0, side): [side] for side in sorted(self.sides) or [""]}
        while self.whole not in level:
            coming: dict[int, list[str]] = {}
            for off, sides in level.items():
                for side in sorted(self.sides - {sides[-1]}):
                    coming.setdefault(clear(off, side), [*sides, side])
            level = dict(sorted(coming.items(), key=lambda item: -item[0].bit_count())[:LEVEL])
        return level[self.whole]

    def _along(self, sides: list[str]) -> tuple[_Way, Cost]:
        """Side by side as said, on each the tool taken up that then gets farthest."""
        off, ready, way = self._free(0, self._ready(0), "", "", None)
        tool, changes = "", 0
        for side in sides:
            while True:
                off, ready, way = self._free(off, ready, side, tool, way)
                ways = [
                    (self._free(off, ready, side, takes, way), takes)
                    for (on, takes), bits in self.classes.items()
                    if bits & ready and on in ("", side) and takes
                ]
                if not ways:
                    break
                (off, ready, way), tool = max(ways, key=lambda taken: taken[0][0].bit_count())
                changes += 1
        return way, (len(sides) - 1, changes)

    def _next(
        self, state: State, ready: int, cost: Cost, way: _Way
    ) -> Iterator[tuple[Cost, int, State, _Way]]:
        """Where one can turn or reach for another tool, each with what is free after it taken."""
        off, side, tool = state
        tried = set()
        for (on, takes), bits in self.classes.items():
            free = bits & ready
            becomes = (on or side, takes or tool)
            if not free or becomes in tried:
                continue
            tried.add(becomes)
            over = int(bool(on and side and on != side))
            change = int(bool(takes and takes != tool))
            after, freed, walked = self._free(off, ready, *becomes, way, forced=free)
            yield (cost[0] + over, cost[1] + change), freed, (after, *becomes), walked

    def _ready(self, off: int) -> int:
        return sum(1 << n for n, needs in enumerate(self.needs) if not off >> n & 1 and not needs & ~off)

    def _free(
        self, off: int, ready: int, side: str, tool: str, way: _Way, forced: int = 0
    ) -> tuple[int, int, _Way]:
        """Everything taken that costs nothing with this side up and this tool in hand."""
        opens = self.open_to.get((side, tool))
        if opens is None:
            opens = self.open_to[side, tool] = sum(
                bits for (on, takes), bits in self.classes.items() if on in ("", side) and takes in ("", tool)
            )
        taking = ready & (opens | forced)
        while taking:
            lowest = taking & -taking
            n = lowest.bit_length() - 1
            off |= lowest
            ready &= ~lowest
            way = (way, self.numbers[n])
            for after in self.frees[n]:
                if not self.needs[after] & ~off:
                    ready |= 1 << after
            taking = ready & (opens | forced)
        return off, ready, way


def _walked(way: _Way) -> list[int]:
    order = []
    while way is not None:
        way, number = way
        order.append(number)
    return order[::-1]
