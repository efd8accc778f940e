"""Taking back one line of a visit's history, where nothing has been built on it since."""

from __future__ import annotations

from collections.abc import Callable, Container, Mapping
from typing import Any
from uuid import UUID

from django.http import Http404

from workshop.models import Member
from workshop.refusals import RefusedError

from ..models import Change, Visit
from .base import own_visit
from .money import drop_extra, take_answer_back
from .proof import take_result_back
from .visits import set_fields

OF_A_THING: Mapping[str, Callable[[Member, UUID, UUID], Visit]] = {
    "proved": take_result_back,
    "charged": drop_extra,
    "owner said": take_answer_back,
}
"""What was recorded as a thing of its own, and how it is taken back."""

OF_THE_VISIT = ("to watch", "waits", "cause", "complaint", "worked", "handed back", "goal")
"""What was written over, and is written back if it still stands."""


def can_be_undone(visit: Visit, change: Change, gone: Container[UUID]) -> bool:
    """Whether a line can be taken back now: it is the last word on what it speaks of.

    `gone` are the things of the visit that no longer stand, see :func:`no_longer_standing`.
    """
    after = change.after if isinstance(change.after, Mapping) else {}
    if change.verb in OF_A_THING:
        return not after.get("taken_back") and change.subject not in gone
    if change.verb not in OF_THE_VISIT or not isinstance(change.before, Mapping):
        return False
    return all(getattr(visit, name, None) == value for name, value in after.items())


def no_longer_standing(visit: Visit) -> set[UUID]:
    """Results, charges and answers that no longer stand."""
    gone: set[UUID] = set()
    for things in (visit.proof_results, visit.extras, visit.owner_answers):
        gone |= set(things.filter(taken_back=True).values_list("id", flat=True))
    return gone


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
    if not can_be_undone(visit, change, no_longer_standing(visit)):
        raise RefusedError(
            409,
            "not_undone",
            "That cannot be taken back from here.",
            "Something came after it, or it is undone where it was done.",
            field="change",
        )
    if take_back := OF_A_THING.get(change.verb):
        return take_back(member, visit_id, change.subject)
    before: dict[str, Any] = dict(change.before)
    return set_fields(own_visit(member, visit_id), member, change.verb, dict(change.after), **before)
