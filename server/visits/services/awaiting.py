"""A visit that waits for parts, as their orders stand: said by the order, never typed again."""

from __future__ import annotations

from collections.abc import Iterable
from uuid import UUID

from gearing.errors import GearingError
from workshop.models import Member
from workshop.transactions import write

from ..mapping import entry_of
from ..models import Piece, Visit
from .base import own_visit, remember
from .visits import set_fields

PART, MINE = "part", "me"


@write
def wait_for_parts(member: Member, visit_id: UUID, note: str) -> Visit:
    """The visit waits for what was ordered. One that waits for its owner or a decision still does."""
    visit = own_visit(member, visit_id, lock=True)
    if visit.waits_for not in (PART, MINE):
        return visit
    return set_fields(visit, member, "waits", None, waits_for=PART, waits_note=note)


@write
def parts_are_here(member: Member, visit_id: UUID, note: str) -> Visit:
    """Nothing that was ordered for it is owed any more: it is the bench's turn."""
    visit = own_visit(member, visit_id, lock=True)
    if visit.waits_for != PART:
        return visit
    return set_fields(visit, member, "waits", None, waits_for=MINE, waits_note=note)


@write
def came_with(member: Member, visit_id: UUID, piece_ids: Iterable[UUID], name: str) -> Visit:
    """Keep with each piece which order its new one came with; the plan says it where it goes in."""
    visit = own_visit(member, visit_id, lock=True)
    for piece in Piece.objects.filter(id__in=list(piece_ids), step__visit=visit):
        if piece.came_with != name:
            before, piece.came_with = piece.came_with, name
            piece.save(update_fields=["came_with"])
            remember(visit, member, "came", piece.id, before={"came_with": before}, after={"came_with": name})
    return visit


def pieces_for_order(member: Member, visit_id: UUID, piece_ids: Iterable[UUID]) -> list[Piece]:
    """Pieces of a visit that something is ordered for.

    Raises
    ------
    GearingError
        If one of them was taken back, or is of another visit.
    """
    visit = own_visit(member, visit_id)
    asked = list(dict.fromkeys(piece_ids))
    found = list(Piece.objects.filter(id__in=asked, step__visit=visit).select_related("step"))
    for piece in found:
        if piece.taken_back or piece.step.number is None:
            raise GearingError(
                f"{entry_of(piece).words or 'That piece'} was taken back from the row.",
                code="piece_taken_back",
                field="pieces",
                hint="Bring it back in Strip, or order without it.",
            )
    if len(found) != len(asked):
        raise GearingError(
            "A piece of that order is not in this visit.",
            code="unknown_piece",
            field="pieces",
            hint="Reload the page.",
        )
    return found
