"""Where gears and friction faces run, worked out from the row: what lies on them follows from it.

What the line says leads; then what was opened to reach the piece, the names of
the piece and of its sub-assembly, and last what kind of unit it is.
"""

from __future__ import annotations

import re
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from itertools import pairwise

from ..data import table
from ..strip.entry import Entry, short_name
from ..strip.entry.runs import SURROUNDINGS
from ..strip.kinds import kinds
from ..strip.order import Spot, StripStep, needs_of
from .units import unit_kind


@dataclass(frozen=True, slots=True)
class Surrounding:
    """Where a piece runs.

    Attributes
    ----------
    key, label : str
        Of :data:`gearing.strip.entry.runs.SURROUNDINGS`.
    why : str
        What it was concluded from.
    said : bool
        Whether it was said, not concluded.
    """

    key: str
    label: str
    why: str
    said: bool = False


@dataclass(frozen=True, slots=True)
class _Case:
    """Something opened on the way in, with gears closed up in it."""

    step: int
    name: str
    filled: bool


def surroundings(steps: Sequence[StripStep], unit: str) -> dict[Spot, Surrounding]:
    """For each piece that runs, where it does so. Pieces that carry no teeth and no friction are left out.

    Parameters
    ----------
    unit : str
        Key of the kind of unit, see :func:`gearing.workshop.units.unit_kinds`.

    Examples
    --------
    >>> from ..strip.entry import parse
    >>> lines = ("spur gear 54t", "4x M3x10 gearbox half", "gearbox half", "idler 23t", "clutch pads")
    >>> row = [StripStep(n, parse(line)) for n, line in enumerate(lines, 1)]
    >>> {spot[0]: where.key for spot, where in surroundings(row, "car").items()}
    {1: 'open', 4: 'closed', 5: 'dry'}
    """
    opened = _opened(steps)
    made: dict[Spot, Surrounding] = {}
    for step in steps:
        for at, entry in enumerate(step.entries):
            if where := _where(entry, unit, opened[step.number]):
                made[step.number, at] = where
    return made


def _opened(steps: Sequence[StripStep]) -> Mapping[int, tuple[_Case, ...]]:
    """For each step the cases opened to reach it, by what it needs."""
    entries = {step.number: step.entries for step in steps}
    opened: dict[int, tuple[_Case, ...]] = {}
    for number, needs in sorted(needs_of(list(steps)).items()):
        way: dict[int, _Case] = {}
        # A step that is still to come opens nothing: what contradicts itself is said elsewhere.
        for need in (need for need in needs if need in opened):
            way |= {case.step: case for case in opened[need]}
            for entry in entries[need]:
                if case := _case(need, entry):
                    way[need] = case
        opened[number] = tuple(way[at] for at in sorted(way))
    return opened


def _case(number: int, entry: Entry) -> _Case | None:
    """What a cover that came off had closed up; a lid against dirt has nothing."""
    if entry.kind != "cover":
        return None
    said, cases = _said(entry), table("surroundings")["cases"]
    if said & set(cases["fluid"]):
        return _Case(number, short_name(entry), filled=True)
    if said & set(cases["closed"]) and not said & set(cases["dust"]):
        return _Case(number, short_name(entry), filled=False)
    return None


def _where(entry: Entry, unit: str, opened: tuple[_Case, ...]) -> Surrounding | None:
    if entry.runs:
        return _made(entry.runs, "said", said=True)
    if entry.kind == "oneway":
        return _made("sealed", "sealed")
    if entry.kind == "pad":
        return _friction(entry, unit)
    if kinds()[entry.kind].meshes or (entry.teeth and entry.kind in ("hub", "joint", "carrier")):
        return _gear(entry, unit, opened)
    return None


def _friction(entry: Entry, unit: str) -> Surrounding:
    said, words = _said(entry), table("surroundings")["friction"]
    dragged = said & set(words["drag"]) or unit == "reel"
    if dragged and not said & set(words["dry"]):
        return _made("drag", "drag")
    return _made("dry", "friction")


def _gear(entry: Entry, unit: str, opened: tuple[_Case, ...]) -> Surrounding:
    said, words = _said(entry), table("surroundings")["gears"]
    filled = next((case for case in reversed(opened) if case.filled), None)
    inside = said & set(words["fluid"]) and not said & set(words["outside"])
    kind = unit_kind(unit)
    if inside and filled:
        return _made("fluid", "behind", name=filled.name, step=filled.step)
    if said & {"spider", "satellite", "satellites"} or (inside and said & {"diff", "differential"}):
        return _made("fluid", "words")
    if kind.open_gears and said & set(words["open"]) and not said & set(words["boxed"]):
        return _made("open", "words")
    case = next((case for case in reversed(opened) if not case.filled), None) or filled
    if case:
        return _made("closed", "behind", name=case.name, step=case.step)
    if said & (set(words["closed"]) | set(words["boxed"])):
        return _made("closed", "words")
    return _made("open", "vehicle") if kind.open_gears else _made("closed", "unit", unit=kind.label)


def _made(key: str, why: str, *, said: bool = False, **values: object) -> Surrounding:
    return Surrounding(key, SURROUNDINGS[key], str(table("surroundings")["why"][why]).format(**values), said)


def _said(entry: Entry) -> frozenset[str]:
    """Plain words of a piece and of the sub-assembly it is part of; ``gear case`` is ``gearcase`` too."""
    words = re.findall(r"[a-z]+", f"{entry.words} {entry.group}".lower())
    return frozenset(words) | frozenset(a + b for a, b in pairwise(words))
