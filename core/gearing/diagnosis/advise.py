"""The check worth making next: what it is expected to tell, for its minutes and its risk.

The worth is the mutual information between the faults and the answer (Lindley,
On a measure of the information provided by an experiment, 1956), over the time
and trouble it takes.
"""

from __future__ import annotations

from collections.abc import Collection
from dataclasses import dataclass

import numpy as np

from .infer import Diagnosis, answer_odds
from .tables import Check, checks

STAGES = ("closed", "opened", "stripped")

HARMED = frozenset({"jammed", "grinding", "binds_tight", "binds_spot", "smell", "stiff", "sandy"})
"""What is not powered to see: running on spreads the damage."""

LEAST_WORTH = 0.02
"""Bits below which a check is not worth making."""

RISK_MINUTES = 3.0
"""Minutes that one step of risk weighs."""

SETTLED = 0.9
"""Odds from which nothing more need be asked."""


@dataclass(frozen=True, slots=True)
class Offer:
    """A check, what it is expected to tell in bits, and that for its cost."""

    check: Check
    bits: float
    worth: float


def next_checks(diagnosis: Diagnosis, *, stage: str = "closed", made: Collection[str] = ()) -> list[Offer]:
    """Checks that are possible now and do no harm, the best first.

    Parameters
    ----------
    stage : str
        How far the unit is: ``closed``, ``opened`` or ``stripped``.
    made : collection of str
        Keys of checks made already.
    """
    if diagnosis.causes[0].probability >= SETTLED and made:
        return []
    harm = bool(HARMED & diagnosis.heard.said) or diagnosis.stop
    offers = []
    for key, check in checks().items():
        possible = STAGES.index(check.when) <= STAGES.index(stage)
        if key in made or not possible or (check.units and diagnosis.unit not in check.units):
            continue
        if check.powered and harm:
            continue
        bits = _gain(diagnosis, check)
        if bits >= LEAST_WORTH:
            offers.append(Offer(check, bits, bits / (check.minutes + RISK_MINUTES * check.risk + 0.5)))
    return sorted(offers, key=lambda offer: -offer.worth)


def _gain(diagnosis: Diagnosis, check: Check) -> float:
    """Expected fall in uncertainty over the hypotheses, bits."""
    odds = answer_odds(diagnosis.hypotheses, check.key)
    whole = odds @ diagnosis.weights
    with np.errstate(divide="ignore", invalid="ignore"):
        each = np.nan_to_num(odds * np.log2(odds / whole[:, None]))
    return float((each @ diagnosis.weights).sum())
