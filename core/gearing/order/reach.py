"""The least that must come off to reach a piece, and the easiest order for it."""

from __future__ import annotations

from dataclasses import dataclass

import networkx as nx

from ..entry import Entry
from ..errors import GearingError
from .graph import Off, precedence
from .tools import tool_of

MOST_STATES = 120_000
"""States searched exactly; beyond it the easiest next step is taken, and that is said."""

State = tuple[int, str, str]
"""What is off (as bits), the side that lies up, the tool in hand."""

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
    the side and the tool in hand (Held and Karp, 1962, on order ideals).

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
    bit = {number: 1 << at for at, number in enumerate(needed)}
    needs = {number: sum(bit[before] for before in graph.predecessors(number)) for number in needed}
    tools = {number: tool_of(entries[number]) for number in needed}
    layer: dict[State, tuple[Cost, tuple[int, ...]]] = {(0, "", ""): ((0, 0), ())}
    seen = 0
    exact = True
    for _ in needed:
        coming: dict[State, tuple[Cost, tuple[int, ...]]] = {}
        for (off, side, tool), (cost, way) in layer.items():
            for number in needed:
                if off & bit[number] or needs[number] & ~off:
                    continue
                state, paid = _step(off | bit[number], side, tool, cost, entries[number], tools[number])
                found = (paid, (*way, number))
                if state not in coming or found < coming[state]:
                    coming[state] = found
        seen += len(coming)
        if seen > MOST_STATES:
            exact = False
        if not exact:
            # The few best so far go on: still a good order, no longer surely the best.
            coming = dict(sorted(coming.items(), key=lambda item: item[1])[:50])
        layer = coming
    cost, way = min(layer.values())
    return list(way), cost, exact


def _step(off: int, side: str, tool: str, cost: Cost, entry: Entry, takes: str) -> tuple[State, Cost]:
    """The state after a step, and what it has cost. The bare hand lays no tool down."""
    over = int(bool(entry.side and side and entry.side != side))
    change = int(bool(takes and takes != tool))
    return (off, entry.side or side, takes or tool), (cost[0] + over, cost[1] + change)
