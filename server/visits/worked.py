"""Minutes that were worked in each stage of visits, by the times of their entries."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Sequence
from uuid import UUID

from gearing.workshop.worked import minutes_by_stage

from .models import Change

FIRST_STAGE = "listen"


def minutes_of(visit_ids: Sequence[UUID]) -> dict[UUID, dict[str, float]]:
    """Minutes by stage of each visit."""
    by_visit: dict[UUID, list[Change]] = defaultdict(list)
    changes = Change.objects.filter(visit__in=visit_ids).order_by("visit", "id")
    for change in changes.only("visit_id", "at", "verb", "after"):
        by_visit[change.visit_id].append(change)
    return {visit_id: _minutes(kept) for visit_id, kept in by_visit.items()}


def _minutes(kept: Sequence[Change]) -> dict[str, float]:
    stage, entries = FIRST_STAGE, []
    for change in kept:
        after = change.after if isinstance(change.after, dict) else {}
        stage = str(after.get("stage", stage)) if change.verb == "stage" else stage
        entries.append((change.at.timestamp() / 60, stage))
    return minutes_by_stage(entries)
