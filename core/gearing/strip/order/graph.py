"""Which step needs which, as a directed graph.

Each step needs the one before it unless the line says otherwise (``after 3``,
``after none``). See Diestel, Graph Theory, ch. 1; an order that was really
worked is a topological order of it.
"""

from __future__ import annotations

from dataclasses import dataclass
from itertools import islice, pairwise

import networkx as nx

from ..entry import Entry, name_of

MOST_LOOPS = 5
"""Loops named at once: mending one usually undoes the others."""


Spot = tuple[int, int]
"""A piece of the row: number of its step, and its place in that."""


@dataclass(frozen=True, slots=True)
class StripStep:
    """A step of the strip: its number from 1, what the line said first, and what it said besides."""

    number: int
    entry: Entry
    beside: tuple[Entry, ...] = ()

    @property
    def entries(self) -> tuple[Entry, ...]:
        """All pieces of the step."""
        return (self.entry, *self.beside)


@dataclass(frozen=True, slots=True)
class Trouble:
    """Something in the order that cannot be, the steps concerned, and what to do."""

    steps: tuple[int, ...]
    says: str
    hint: str


def needs_of(steps: list[StripStep]) -> dict[int, tuple[int, ...]]:
    """For each step the steps it needs, by number.

    Examples
    --------
    >>> from ..entry import parse
    >>> lines = ("cover", "gear 30t", "motor after none", "pinion after 1,3")
    >>> needs_of([StripStep(n, parse(line)) for n, line in enumerate(lines, 1)])
    {1: (), 2: (1,), 3: (), 4: (1, 3)}
    """
    needs: dict[int, tuple[int, ...]] = {}
    before: int | None = None
    for step in sorted(steps, key=lambda step: step.number):
        if step.entry.free:
            needs[step.number] = ()
        elif step.entry.after:
            needs[step.number] = step.entry.after
        else:
            needs[step.number] = () if before is None else (before,)
        # What stays shut is no way through: the next step goes past it.
        before = before if step.entry.shut else step.number
    return needs


def precedence(steps: list[StripStep]) -> nx.DiGraph[int]:
    """An edge from each step to those that need it; steps that are not there are left out."""
    graph: nx.DiGraph[int] = nx.DiGraph()
    graph.add_nodes_from(step.number for step in steps)
    for number, needs in needs_of(steps).items():
        graph.add_edges_from((need, number) for need in needs if need in graph)
    return graph


def troubles(steps: list[StripStep]) -> list[Trouble]:
    """What in the order contradicts itself: loops, steps that are not there, places used twice."""
    by_number = {step.number: step.entry for step in steps}
    contradictions = []
    for number, needs in needs_of(steps).items():
        missing = tuple(need for need in needs if need not in by_number)
        if missing:
            which = " and ".join(map(str, missing))
            contradictions.append(
                Trouble(
                    (number,),
                    f"Step {number}, {name_of(by_number[number])}, needs step {which}, which is not there.",
                    "Correct its “after”, or bring the step back.",
                )
            )
        if shut := [need for need in needs if need in by_number and by_number[need].shut]:
            contradictions.append(
                Trouble(
                    (number, *shut),
                    f"Step {number} needs step {shut[0]}, which is not to be undone.",
                    "Correct one of the two.",
                )
            )
    graph = precedence(steps)
    for loop in islice(nx.simple_cycles(graph), MOST_LOOPS):
        way = " → ".join(map(str, [*loop, loop[0]]))
        contradictions.append(
            Trouble(
                tuple(loop),
                f"Steps need each other in a ring: {way}.",
                "One of them must need less: correct its “after”.",
            )
        )
    return contradictions + _places_used_twice(steps)


def _places_used_twice(steps: list[StripStep]) -> list[Trouble]:
    """A tray place is for one step, or for several of one sub-assembly or one fastener and its piece."""
    by_place: dict[str, list[StripStep]] = {}
    for step in steps:
        if step.entry.place and step.entry.place.lower() != "tray":
            by_place.setdefault(step.entry.place.lower(), []).append(step)
    contradictions = []
    for there in by_place.values():
        for first, second in pairwise(there):
            if second.number - first.number > 1 and first.entry.group == second.entry.group:
                contradictions.append(
                    Trouble(
                        (first.number, second.number),
                        f"Place {second.entry.place} holds step {first.number} already.",
                        "Give one of them another place, or note that they lie together.",
                    )
                )
    return contradictions
