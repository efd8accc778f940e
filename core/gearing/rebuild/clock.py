"""How long the rebuild takes, with waiting times overlapped."""

from __future__ import annotations

from ..data import table
from ..strip.entry import Entry
from .model import PlanStep


def minutes_of(entry: Entry) -> float:
    """Minutes to put a piece, or a group alike, back."""
    return usual_minutes(entry.kind, entry.count)


def usual_minutes(kind: str, count: int) -> float:
    """Minutes a careful hand takes to put so many of a kind back."""
    usual = table("rebuild")["minutes"]
    row = usual.get(kind, usual["other"])
    return float(row["first"] + row["each"] * (count - 1))


def ready_in(steps: list[PlanStep], done: frozenset[str]) -> float:
    """Minutes until the last step is done and the last compound has cured.

    A cure runs while other steps are worked, from the step that laid it on; one
    laid on already is taken to have begun at the last step done.
    """
    clock = 0.0
    ends = [0.0]
    for step in steps:
        if step.key in done:
            if step.cure:
                ends.append(step.cure - sum(s.minutes for s in _since(steps, step) if s.key in done))
            continue
        if step.kind == "cure":
            continue
        clock += step.minutes
        if step.cure:
            ends.append(clock + step.cure)
    return max(clock, *ends)


def minutes_left(steps: list[PlanStep], done: frozenset[str]) -> list[float]:
    """Minutes until all is done and cured, standing at each step, all before it done; last, past the end.

    Returns
    -------
    list of float
        One more than there are steps.
    """
    before = done
    left = []
    for step in steps:
        left.append(ready_in(steps, before))
        before |= {step.key}
    return [*left, ready_in(steps, before)]


def _since(steps: list[PlanStep], step: PlanStep) -> list[PlanStep]:
    return steps[steps.index(step) + 1 :]
