"""How fast rebuilds go here, against what their plans said: what the next plan goes by."""

from __future__ import annotations

from gearing.rebuild import PlanContext, build_plan
from gearing.rebuild.pace import pace_by
from gearing.workshop.stages import FILED
from shelf.services import house_of

from ..mapping import removed_pieces
from ..models import Unit, Visit
from ..worked import minutes_of

BUILD = "build"
MOST_BEFORE = 12
"""Earlier rebuilds that are gone by."""


def keep_what_it_took(visit: Visit) -> None:
    """Keep, of a visit that is filed, the minutes its rebuild was planned to take and took."""
    plan = build_plan(
        removed_pieces(visit), PlanContext(unit=visit.unit.kind, house=house_of(visit.unit.workshop_id or 0))
    )
    visit.build_planned = sum(step.minutes for step in plan.steps)
    visit.build_took = minutes_of([visit.id]).get(visit.id, {}).get(BUILD)
    visit.save(update_fields=["build_planned", "build_took"])


def pace_of(unit: Unit) -> float:
    """How many times the usual minutes a rebuild of such a unit takes here; 1 where that is not known."""
    filed = Visit.objects.filter(
        workshop_id=unit.workshop_id, stage=FILED, build_took__isnull=False, build_planned__gt=0
    ).order_by("-changed_at")
    of_model = filed.filter(unit__model=unit.model) if unit.model else filed.none()
    of_kind = filed.filter(unit__kind=unit.kind)
    return pace_by(
        *(
            list(found.values_list("build_took", "build_planned")[:MOST_BEFORE])
            for found in (of_model, of_kind)
        )
    )
