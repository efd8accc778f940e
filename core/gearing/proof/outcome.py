"""How a check went, and whether a unit may be handed over."""

from __future__ import annotations

from ..errors import GearingError
from .checks import ProofCheck, met_by

OUTCOMES = {"met": "met", "failed": "failed", "waived": "waived"}

FORMER = {
    "by_hand": "hand_turn", "turned": "hand_turn", "crank": "hand_turn", "no_load": "first_power",
    "in_hand": "first_power", "no_propeller": "first_power", "play": "slop", "lost_motion": "slop",
    "roll": "free_roll", "free_spool": "free_roll", "screws": "screws_again", "ends": "travel",
    "complete": "tray",
}  # fmt: skip
"""Keys by which checks were ticked before a proof was made from the record, and what they are now."""


def check_outcome(check: ProofCheck, outcome: str, value: float | None, note: str) -> str:
    """The outcome that is kept: a figure out of its band is a failure, whoever calls it met.

    Raises
    ------
    GearingError
        If it is no outcome, or a check is waived without a reason.
    """
    if outcome not in OUTCOMES:
        raise GearingError(
            f"“{outcome}” is no outcome.", code="no_outcome", field="outcome", hint=", ".join(OUTCOMES)
        )
    if outcome == "waived" and not note.strip():
        raise GearingError(
            "A check is waived with a reason.",
            code="no_reason",
            field="note",
            hint="Say why it cannot be made, or need not.",
        )
    out = value is not None and met_by(check.figure, value) is False
    return "failed" if outcome == "met" and out else outcome
