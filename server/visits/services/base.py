"""What every write shares: whose it is, the lock, and the line of history."""

from __future__ import annotations

from typing import Any
from uuid import UUID

from django.shortcuts import get_object_or_404

from gearing.errors import GearingError
from workshop.models import Member

from ..models import Change, Visit


def own_visit(member: Member, visit_id: UUID, *, lock: bool = False) -> Visit:
    """A visit of the member's own workshop.

    With `lock`, writers to one visit queue here, which keeps the row's order.

    Raises
    ------
    Http404
        If there is none such.
    """
    visits = Visit.objects.select_for_update() if lock else Visit.objects
    return get_object_or_404(visits.select_related("unit"), id=visit_id, unit__workshop_id=member.workshop_id)


def remember(
    visit: Visit, member: Member, verb: str, subject: UUID, *, before: Any = None, after: Any = None
) -> None:
    """Add a line to the visit's history and put the visit on top of the bench."""
    Change.objects.create(visit=visit, member=member, verb=verb, subject=subject, before=before, after=after)
    visit.save(update_fields=["changed_at"])


def taken(what: str) -> GearingError:
    """The refusal of an id that already stands for something elsewhere."""
    return GearingError(
        f"This {what} is already recorded in another place.",
        field="id",
        hint="Reload the page; nothing was changed.",
    )
