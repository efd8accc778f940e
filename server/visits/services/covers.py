"""The holes of a cover, laid out by hand."""

from __future__ import annotations

from uuid import UUID

from gearing.errors import GearingError
from gearing.strip.views import LAYOUTS
from workshop.models import Member
from workshop.transactions import write

from ..models import CoverMap
from .base import own_visit, remember


@write
def lay_out(member: Member, visit_id: UUID, name: str, layout: str, holes: list[int]) -> CoverMap:
    """Keep how the holes of a cover lie, and which kind of its screws goes in each.

    Raises
    ------
    GearingError
        If there is no such layout.
    """
    visit = own_visit(member, visit_id, lock=True)
    if layout not in LAYOUTS:
        raise GearingError(
            "Holes are not laid out like that.",
            code="unknown_layout",
            field="layout",
            hint=f"One of: {', '.join(LAYOUTS)}.",
        )
    kept, _ = CoverMap.objects.get_or_create(visit=visit, name=name)
    before = {"layout": kept.layout, "holes": kept.holes}
    after = {"layout": layout, "holes": holes}
    if before != after:
        kept.layout, kept.holes = layout, holes
        kept.save()
        remember(visit, member, "laid out", visit.id, before=before, after=after)
    return kept
