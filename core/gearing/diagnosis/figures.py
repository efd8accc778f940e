"""What was counted or measured in a check, as one of its answers: through the train, where that is known."""

from __future__ import annotations

from ..train.fault_rates import Suspect
from .tables import Check

RADIUS_OF_CHECK = 20.0
"""mm: where the edges of the check for slop are given."""


def by_clicks(count: float, suspects: list[Suspect]) -> str:
    """The answer a count of clicks gives: none, a wheel's rate, a bearing's, or no rate of this train.

    Parameters
    ----------
    suspects : list of Suspect
        With odds, the likeliest first; empty where the train is not known.
    """
    if not count:
        return "none"
    likeliest = suspects[0].carrier if suspects else None
    if suspects and likeliest is None:
        return "random"
    return "between" if likeliest and likeliest.what == "bearing" else "regular"


def by_slop(check: Check, play: float, radius: float, beyond_teeth: bool | None) -> str:
    """The answer that slop at a radius gives, mm: by the teeth's own budget where the train is known.

    Parameters
    ----------
    beyond_teeth : bool or None
        Whether there is more than the teeth explain; None without a train, when the usual edges tell.
    """
    edges = list(check.answers)
    usual = check.answer_of(play * RADIUS_OF_CHECK / radius)
    if beyond_teeth is None:
        return usual
    # What the teeth explain is no fault, and what they do not is one however little it is.
    return edges[max(1, edges.index(usual))] if beyond_teeth else edges[0]
