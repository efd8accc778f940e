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
        super().__init__(problem, field="train", hint=hint, where=shafts)
        self.shafts = shafts


@dataclass(frozen=True, slots=True)
class Solution:
    """Speeds by shaft, in the unit the driven ones were given in."""

    train: Train
    speeds: Mapping[str, Fraction]

    def ratio(self, source: str, target: str) -> Fraction | None:
        """Turns of `source` for one of `target`; None if the target stands still."""
        return self.speeds[source] / self.speeds[target] if self.speeds[target] else None


def solve(train: Train) -> Solution:
    """Every shaft's speed.

    Gaussian elimination on fractions: exact, so that a contradiction is one and
    not a rounding. Shafts are taken in the order met.

    Raises
    ------
    UndeterminedError
        If nothing is driven, shafts are left free, or the drives contradict each other.
    """
    shafts = train.shafts()
    _check_names(train, shafts)
    rows = [{**equation} for one in train.couplings for equation in one.equations()]
    zero = Fraction(0)
    known = [*((s, zero) for s in sorted(train.held)), *train.driven.items()]
    # What is known first: along a chain each pair then leaves one unknown.
    system = [({shaft: Fraction(1)}, speed) for shaft, speed in known] + [(row, zero) for row in rows]
    pivots: dict[str, tuple[dict[str, Fraction], Fraction]] = {}
    for row, right in system:
        rest, value = dict(row), right
        for shaft, (pivot, pivot_value) in pivots.items():
            if factor := rest.get(shaft, zero):
                for name, coefficient in pivot.items():
                    rest[name] = rest.get(name, zero) - factor * coefficient
                value -= factor * pivot_value
        rest = {name: c for name, c in rest.items() if c}
        if not rest:
            if value:
                raise _contradiction(train, row)
            continue
        lead = min(rest, key=shafts.index)
        scale = rest[lead]
        made = {name: c / scale for name, c in rest.items()}, value / scale
        for shaft, (pivot, pivot_value) in pivots.items():
            if factor := pivot.get(lead, zero):
                merged = {
                    name: pivot.get(name, zero) - factor * made[0].get(name, zero)
                    for name in {**pivot, **made[0]}
                }
                pivots[shaft] = ({n: c for n, c in merged.items() if c}, pivot_value - factor * made[1])
        pivots[lead] = made
    free = tuple(shaft for shaft in shafts if shaft not in pivots)
    if free:
        hanging = tuple(shaft for shaft in shafts if shaft in free or len(pivots[shaft][0]) > 1)
        raise UndeterminedError(
            f"Nothing says how shaft {' and '.join(free)} turns.",
            hanging,
            f"Drive or hold one of: {', '.join(hanging)}.",
        )
    return Solution(train, {shaft: pivots[shaft][1] for shaft in shafts})


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


def _contradiction(train: Train, row: Mapping[str, Fraction]) -> UndeterminedError:
    given = (*train.driven, *sorted(train.held))
    return UndeterminedError(
        f"The drives contradict each other at shaft {' and '.join(row)}.",
        tuple(dict.fromkeys((*row, *given))),
        f"Let one of these go free: {', '.join(given)}. A closed loop must also agree in its ratios.",
    )
