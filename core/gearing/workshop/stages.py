"""The stages of a visit and when each may be entered."""

from __future__ import annotations

from dataclasses import dataclass

from ..errors import GearingError

STAGES: dict[str, str] = {
    "listen": "Listen",
    "strip": "Strip",
    "look": "Look over",
    "read": "Read",
    "source": "Source",
    "build": "Build",
    "prove": "Prove",
    "file": "File",
}
"""Stage key to its word on screen, in the order people work."""

FILED = "file"
"""The stage of a visit that is done with."""

WAITS: dict[str, str] = {
    "me": "me",
    "part": "a part",
    "cure": "a cure",
    "decision": "a decision",
    "owner": "the owner",
}
"""What a visit can wait for."""


def waits_says(waits_for: str, note: str, stage: str) -> str:
    """What a visit waits for, as its card says it: the note, or the stage that is to be done."""
    if waits_for == "me":
        return note or STAGES.get(stage, "")
    word = WAITS.get(waits_for, "")
    return f"{word}: {note}" if note else word


def bench_says(open_visits: int, mine: int) -> str:
    """How a bench stands, over its lists."""
    if not open_visits:
        return "The bench is clear"
    return f"{mine} on the bench for you" if mine else "Nothing waits for you"


@dataclass(frozen=True, slots=True)
class Standing:
    """What has been done on a visit, as far as the stages ask."""

    steps: int = 0
    unanswered: int = 0
    checks_left: int = 0


def check_stage(stage: str, standing: Standing) -> None:
    """Refuse a stage whose ground is not laid.

    Raises
    ------
    GearingError
        Saying what is missing.
    """
    if stage not in STAGES:
        raise GearingError(
            f"There is no stage “{stage}”.", code="unknown_stage", field="stage", hint=", ".join(STAGES)
        )
    order = list(STAGES)
    if order.index(stage) >= order.index("build") and not standing.steps:
        raise GearingError(
            "Nothing has come off yet, so there is nothing to build.",
            code="nothing_stripped",
            field="stage",
            hint="Record the strip first: one line a piece.",
        )
    if stage == FILED:
        check_proved(standing)


def check_proved(standing: Standing) -> None:
    """Refuse to call a unit proved while a piece is unanswered or a check undone.

    Raises
    ------
    GearingError
        Saying how many are left.
    """
    if standing.unanswered:
        pieces = "piece is" if standing.unanswered == 1 else "pieces are"
        raise GearingError(
            f"{standing.unanswered} {pieces} not accounted for.",
            code="not_accounted_for",
            field="pieces",
            hint="Say for each whether it went in, was replaced, is kept as a spare or written off.",
        )
    if standing.checks_left:
        raise GearingError(
            f"{standing.checks_left} of the checks are not done.",
            code="checks_open",
            field="checks",
            hint="Meet each, waive it with the reason, or hand the unit back as not mended.",
        )
