"""Faults simulated by other odds than those of the data: how honest the stated odds are, what advice saves.

The generator draws a fault, what it shows and what each check gives from odds
that are each up to half off the data's (times 0.5 to 1.5), and says only part of it.
"""

from __future__ import annotations

from collections.abc import Callable
from itertools import pairwise

import numpy as np

from gearing.diagnosis import Answered, Check, Diagnosis, checks, diagnose, faults, next_checks, observations
from gearing.diagnosis.hear import Heard
from gearing.workshop.units import unit_kinds

SAID = {"sound": 0.8, "motion": 0.8, "look": 0.3, "when": 0.5}
"""How often what shows itself is said."""

ENOUGH, MOST_CHECKS = 0.9, 60


class Hidden:
    """One unit with one fault, its odds shaken from those of the data."""

    def __init__(self, seed: int) -> None:
        self.random = np.random.default_rng(seed)
        self.unit = str(self.random.choice(sorted(unit_kinds())))
        usual = {key: each.common for key, each in faults().items() if each.usual_in(self.unit)}
        share = np.array([self._shaken(common) for common in usual.values()])
        self.fault = str(self.random.choice(list(usual), p=share / share.sum()))
        self.heard = self._complaint()

    def _shaken(self, odds: float) -> float:
        return odds * self.random.uniform(0.5, 1.5)

    def _shaken_share(self, share: float) -> float:
        share = min(max(share, 1e-4), 0.999)
        odds = self._shaken(share / (1 - share))
        return odds / (1 + odds)

    def _complaint(self) -> Heard:
        shows = faults()[self.fault].shows
        while True:
            said = frozenset(
                key
                for key, each in observations().items()
                if self.random.random() < SAID[each.sort] * self._shaken_share(shows.get(key, 0.0))
                or self.random.random() < each.usual * 0.25
            )
            if said:
                return Heard(said)

    def answer(self, check: Check) -> Answered:
        odds = check.odds(self.fault)
        share = np.array([self._shaken(each) for each in odds.values()])
        return Answered(check.key, str(self.random.choice(list(odds), p=share / share.sum())))


def checks_needed(
    hidden: Hidden, choose: Callable[[Diagnosis, list[str]], Check | None]
) -> tuple[int, Diagnosis]:
    """Checks made until one cause stands at nine tenths or none is left, and what was thought then."""
    answered: list[Answered] = []
    while True:
        found = diagnose(hidden.unit, hidden.heard, answered)
        check = None
        if found.causes[0].probability < ENOUGH and len(answered) < MOST_CHECKS:
            check = choose(found, [each.check for each in answered])
        if check is None:
            return len(answered), found
        answered.append(hidden.answer(check))


def advised(found: Diagnosis, made: list[str]) -> Check | None:
    offers = next_checks(found, stage="stripped", made=made)
    return offers[0].check if offers else None


def in_fixed_order(found: Diagnosis, made: list[str]) -> Check | None:
    """As the list of checks stands: by hand, powered, one cover off, stripped."""
    return next(
        (
            check
            for check in checks().values()
            if check.key not in made and (not check.units or found.unit in check.units)
        ),
        None,
    )


def calibration(
    found: list[tuple[float, bool]], edges: tuple[float, ...] = (0, 0.2, 0.4, 0.6, 0.8, 1.01)
) -> list[tuple[int, float, float]]:
    """For each band of stated odds: how many, the mean stated, and the share that came true."""
    rows = []
    for low, high in pairwise(edges):
        inside = [(said, true) for said, true in found if low <= said < high]
        if inside:
            said, true = zip(*inside, strict=True)
            rows.append((len(inside), float(np.mean(said)), float(np.mean(true))))
    return rows
