"""Speeds of all shafts from one linear system, exactly; or which shafts leave it open or contradict it."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from fractions import Fraction

from ..errors import GearingError
from .model import Train


class UndeterminedError(GearingError):
    """The train has no speeds, or more than one set of them. `shafts` names the ones concerned."""

    def __init__(self, problem: str, shafts: tuple[str, ...], hint: str) -> None:
        super().__init__(problem, code="speeds_undetermined", field="train", hint=hint, where=shafts)
        self.shafts = shafts


@dataclass(frozen=True, slots=True)
class Source:
    """What a shaft's turn can come from: a shaft driven or held, or a stage opened.

    Attributes
    ----------
    shaft : str
        Driven or held; empty for a stage.
    stage : int
        From 1; 0 for a shaft. One unit of it is a one on the right of the
        stage's equation.
    """

    shaft: str = ""
    stage: int = 0


Form = Mapping[Source, Fraction]
"""A turn as a sum over what it comes from."""


@dataclass(frozen=True, slots=True)
class Solution:
    """Speeds by shaft, in the unit the driven ones were given in.

    Attributes
    ----------
    forms : mapping
        Each shaft's turn by what it comes from: the sensitivities.
    loops : tuple of Form
        Sums that must be zero: where a train closes on itself, or is driven
        at more shafts than it needs, its stages open only together.
    """

    train: Train
    speeds: Mapping[str, Fraction]
    forms: Mapping[str, Form]
    loops: tuple[Form, ...]

    def ratio(self, source: str, target: str) -> Fraction | None:
        """Turns of `source` for one of `target`; None if the target stands still."""
        return self.speeds[source] / self.speeds[target] if self.speeds[target] else None

    def turn(self, shaft: str, source: Source) -> Fraction:
        """Turn of a shaft for one of `source`, all else that drives or holds standing still."""
        return self.forms[shaft].get(source, Fraction(0))


def solve(train: Train) -> Solution:
    """Every shaft's speed.

    Gaussian elimination on fractions: exact, so that a contradiction is one and
    not a rounding. What drives, holds and opens is carried along by name, so
    that one elimination answers for all of them.

    Raises
    ------
    UndeterminedError
        If nothing is driven, shafts are left free, or the drives contradict each other.
    """
    shafts = train.shafts()
    _check_names(train, shafts)
    known: dict[Source, Fraction] = {Source(shaft): Fraction(0) for shaft in sorted(train.held)}
    known |= {Source(shaft): speed for shaft, speed in train.driven.items()}
    one = Fraction(1)
    # What is known first: along a chain each pair then leaves one unknown.
    system: list[dict[str | Source, Fraction]] = [{source.shaft: one, source: -one} for source in known]
    for number, coupling in enumerate(train.couplings, 1):
        for equation in coupling.equations():
            opened: dict[str | Source, Fraction] = {Source(stage=number): -one}
            opened.update(equation.items())
            system.append(opened)
    pivots: dict[str, dict[str | Source, Fraction]] = {}
    loops: list[Form] = []
    for row in system:
        rest = dict(row)
        for shaft in [name for name in row if name in pivots]:
            _take_off(rest, pivots[shaft], rest[shaft])
        lead = min((name for name in rest if isinstance(name, str)), key=shafts.index, default=None)
        if lead is None:
            loop = {source: c for source, c in rest.items() if isinstance(source, Source)}
            if sum(c * known.get(source, 0) for source, c in loop.items()):
                raise _contradiction(train, [name for name in row if isinstance(name, str)])
            loops.append(loop)
            continue
        scale = rest[lead]
        made = {name: c / scale for name, c in rest.items()}
        for pivot in pivots.values():
            if lead in pivot:
                _take_off(pivot, made, pivot[lead])
        pivots[lead] = made
    free = tuple(shaft for shaft in shafts if shaft not in pivots)
    if free:
        hanging = tuple(
            s for s in shafts if s in free or sum(isinstance(name, str) for name in pivots[s]) > 1
        )
        raise UndeterminedError(
            f"Nothing says how shaft {' and '.join(free)} turns.",
            hanging,
            f"Drive or hold one of: {', '.join(hanging)}.",
        )
    forms = {s: {k: -c for k, c in pivots[s].items() if isinstance(k, Source)} for s in shafts}
    speeds = {
        shaft: sum((c * known.get(source, 0) for source, c in form.items()), Fraction(0))
        for shaft, form in forms.items()
    }
    return Solution(train, speeds, forms, tuple(loops))


def _take_off(
    row: dict[str | Source, Fraction], other: Mapping[str | Source, Fraction], times: Fraction
) -> None:
    """`row` less so many times `other`; what becomes zero goes."""
    for name, coefficient in other.items():
        left = row.get(name, Fraction(0)) - times * coefficient
        if left:
            row[name] = left
        else:
            row.pop(name, None)


def _check_names(train: Train, shafts: tuple[str, ...]) -> None:
    for shaft in (*train.driven, *train.held):
        if shaft not in shafts:
            raise UndeterminedError(
                f"There is no shaft {shaft}.", (shaft,), f"The train has: {', '.join(shafts)}."
            )
    if not train.driven:
        raise UndeterminedError(
            "Nothing drives this train.", shafts, "Say which shaft is turned, and how fast."
        )


def _contradiction(train: Train, row: list[str]) -> UndeterminedError:
    sources = (*train.driven, *sorted(train.held))
    return UndeterminedError(
        f"The drives contradict each other at shaft {' and '.join(row)}.",
        tuple(dict.fromkeys((*row, *sources))),
        f"Let one of these go free: {', '.join(sources)}. A closed loop must also agree in its ratios.",
    )
