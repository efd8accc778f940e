"""Taking back one line of a visit's history, where nothing has been built on it since."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from typing import Any
from uuid import UUID

from django.http import Http404

from workshop.models import Member
from workshop.refusals import RefusedError

from ..mapping import live_ticks
from ..models import Change, Piece, Step, Tick, Visit
from .base import own_visit
from .build import untick
from .money import drop_extra, take_answer_back
from .pieces import judge
from .proof import take_result_back
from .steps import set_undone
from .visits import set_fields

OF_A_THING: Mapping[str, Callable[[Member, UUID, UUID], Visit]] = {
    "proved": take_result_back,
    "charged": drop_extra,
    "owner said": take_answer_back,
}
"""What was recorded as a thing of its own, and how it is taken back."""

OF_THE_VISIT = ("to watch", "waits", "cause", "complaint", "worked", "handed back", "goal")
"""What was written over, and is written back if it still stands."""

JUDGED = ("verdict", "finding", "findings", "instead")


@dataclass(frozen=True)
class StandingNow:
    """What of a visit stands now, read once for all of its lines.

    Attributes
    ----------
    gone : set of UUID
        Results, charges and answers that no longer stand.
    pieces : mapping
        By id, each with its live counts.
    last_step : Step or None
        The last of the row, if nothing was said of its pieces since.
    """

    visit: Visit
    gone: frozenset[UUID]
    pieces: Mapping[UUID, tuple[Piece, list[Tick]]]
    last_step: Step | None


def standing_now(visit: Visit) -> StandingNow:
    """Read it."""
    gone: set[UUID] = set()
    for things in (visit.proof_results, visit.extras, visit.owner_answers):
        gone |= set(things.filter(taken_back=True).values_list("id", flat=True))
    steps = list(visit.steps.filter(number__isnull=False).with_record())
    pieces = {piece.id: (piece, list(live_ticks(piece))) for step in steps for piece in step.live_pieces}
    last = max(steps, key=lambda step: step.number or 0, default=None)
    return StandingNow(visit, frozenset(gone), pieces, last if last and _untouched(last) else None)


def _untouched(step: Step) -> bool:
    return not any(
        piece.verdict or piece.finding or piece.pins.all() or piece.ticks.all() for piece in step.live_pieces
    )


def can_be_undone(change: Change, now: StandingNow) -> bool:
    """Whether a line can be taken back: it is the last word on what it speaks of."""
    after = change.after if isinstance(change.after, Mapping) else {}
    if change.verb in OF_A_THING:
        return not after.get("taken_back") and change.subject not in now.gone
    match change.verb:
        case "counted":
            return _count(change, now) is not None
        case "judged":
            known = now.pieces.get(change.subject)
            return (
                known is not None
                and isinstance(change.before, Mapping)
                and set(JUDGED) <= set(change.before)
                and all(getattr(known[0], name) == after.get(name) for name in JUDGED)
            )
        case "laid down":
            return now.last_step is not None and now.last_step.id == change.subject
    if change.verb not in OF_THE_VISIT or not isinstance(change.before, Mapping):
        return False
    return all(getattr(now.visit, name, None) == value for name, value in after.items())


def _count(change: Change, now: StandingNow) -> Tick | None:
    """The count a line made, if it is the last of its piece and made then."""
    _, ticks = now.pieces.get(change.subject, (None, []))
    last = max(ticks, key=lambda tick: tick.recorded_at, default=None)
    after = change.after if isinstance(change.after, Mapping) else {}
    same = last is not None and (last.outcome, last.count) == (after.get("outcome"), after.get("count"))
    # Two counts alike are told apart by when they were made.
    return last if same and last and abs((last.recorded_at - change.at).total_seconds()) < SAME else None


SAME = 5.0
"""Seconds between a thing and its line."""


def undo_change(member: Member, visit_id: UUID, change_id: int) -> Visit:
    """Take a line back; that is a line of its own.

    Raises
    ------
    Http404
        If there is no such line.
    RefusedError
        If something came after it, or it is of a sort that is taken back where it was done.
    """
    visit = own_visit(member, visit_id)
    change = visit.changes.filter(id=change_id).first()
    if change is None:
        raise Http404
    now = standing_now(visit)
    if not can_be_undone(change, now):
        raise RefusedError(
            409,
            "not_undone",
            "That cannot be taken back from here.",
            "Something came after it, or it is undone where it was done.",
            field="change",
        )
    if take_back := OF_A_THING.get(change.verb):
        return take_back(member, visit_id, change.subject)
    before: dict[str, Any] = dict(change.before or {})
    if tick := _count(change, now) if change.verb == "counted" else None:
        untick(member, visit_id, tick.id)
    elif change.verb == "judged":
        judge(
            member, visit_id, change.subject, before["verdict"], before["finding"], before["findings"],
            before["instead"],
        )  # fmt: skip
    elif change.verb == "laid down":
        set_undone(member, visit_id, change.subject, True)
    else:
        return set_fields(own_visit(member, visit_id), member, change.verb, dict(change.after), **before)
    return own_visit(member, visit_id)
