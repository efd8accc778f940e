"""What every write shares: whose it is, the lock, and the line of history."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any
from uuid import UUID

from django.shortcuts import get_object_or_404

from gearing.errors import GearingError
from workshop.merging import merge
from workshop.models import Member
from workshop.refusals import overtaken
from workshop.stamps import note_changed

from ..models import Change, Visit
from ..wording import in_words_of


def own_visit(member: Member, visit_id: UUID, *, lock: bool = False, bare: bool = False) -> Visit:
    """A visit of the member's own workshop.

    With `lock`, writers to one visit queue here, which keeps the row's order. A `bare` one comes with what a
    line of its history takes: all of it and its unit cost a tenth of a strip step.

    Raises
    ------
    Http404
        If there is none such.
    """
    visits = Visit.objects.select_for_update() if lock else Visit.objects
    visits = visits.only("id", "workshop_id", "changed_at") if bare else visits.select_related("unit")
    return get_object_or_404(visits, id=visit_id, workshop_id=member.workshop_id)


def remember(
    visit: Visit, member: Member, verb: str, subject: UUID, *, before: Any = None, after: Any = None
) -> None:
    """Add a line to the visit's history and put the visit on top of the bench."""
    Change.objects.create(visit=visit, member=member, verb=verb, subject=subject, before=before, after=after)
    stood = visit.changed_at
    visit.save(update_fields=["changed_at"])
    note_changed(visit.id, stood, visit.changed_at)


def settle(
    visit: Visit,
    subject: UUID,
    based_on: Mapping[str, Any] | None,
    mine: Mapping[str, Any],
    now: Mapping[str, Any],
    kind: str = "",
) -> dict[str, Any]:
    """What to write of `mine`, given what it was based on and what stands now.

    Raises
    ------
    RefusedError
        If others changed the same meanwhile; it shows both, and nothing is written.
    """
    merged, quarrel = merge(based_on, mine, now)
    if quarrel:
        last = visit.changes.filter(subject=subject).select_related("member").order_by("-id").first()
        raise overtaken(
            in_words_of(mine, kind),
            in_words_of(now, kind),
            last.member.called if last else "",
            now,
            quarrel[0],
        )
    return merged


def taken(what: str) -> GearingError:
    """The refusal of an id that already stands for something elsewhere."""
    return GearingError(
        f"This {what} is already recorded in another place.",
        code="taken_id",
        field="id",
        hint="Reload the page; nothing was changed.",
    )
