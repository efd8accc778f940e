"""Gathering what all visits of one model have taught."""

from __future__ import annotations

from collections import Counter, defaultdict
from collections.abc import Sequence
from dataclasses import dataclass
from statistics import median
from uuid import UUID

from django.db.models import Count

from gearing.diagnosis import faults
from gearing.rebuild import VERDICTS
from gearing.strip.comparison import lay_beside
from gearing.strip.entry import short_name
from gearing.workshop.stages import FILED, STAGES
from orders.models import OrderLine
from visits.mapping import entry_of
from visits.models import Piece, Unit, Visit
from visits.row_seen import off_of
from visits.worked import minutes_of
from workshop.models import Member

MOST_VISITS = 60
MOST_COMPARED = 6
MOST_LISTED = 20


@dataclass(frozen=True, slots=True)
class Version:
    """A row, and in what it differs from the first of its model."""

    visit: Visit
    steps: int
    says: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class Known:
    """All that is known of a model; counts are of visits."""

    units: int
    visits: list[Visit]
    versions: list[Version]
    faults: list[tuple[str, int]]
    renewed: list[tuple[str, int]]
    parts: list[tuple[str, str, int]]
    minutes: list[tuple[str, float, int]]


def models_of(member: Member) -> list[tuple[str, int]]:
    """Models of the workshop, each with how many units, the most first."""
    units = Unit.objects.filter(workshop_id=member.workshop_id).exclude(model="")
    return list(units.values_list("model").annotate(n=Count("id")).order_by("-n", "model")[:MOST_LISTED])


def known_of_model(member: Member, model: str) -> Known:
    """What visits of a model have taught, the last of them first."""
    visits = list(
        Visit.objects.filter(workshop_id=member.workshop_id, unit__model=model)
        .select_related("unit")
        .order_by("-changed_at")[:MOST_VISITS]
    )
    ids = [visit.id for visit in visits]
    named = faults()
    causes = Counter(visit.cause for visit in visits if visit.cause in named)
    return Known(
        units=len({visit.unit_id for visit in visits}),
        visits=visits,
        versions=_versions(visits),
        faults=[(named[key].name, n) for key, n in causes.most_common(MOST_LISTED)],
        renewed=_renewed(ids),
        parts=_parts(ids),
        minutes=_minutes(visits),
    )


def _versions(visits: Sequence[Visit]) -> list[Version]:
    """Rows beside the oldest that is kept: what came off otherwise makes a version."""
    rows = [(visit, off_of(visit)) for visit in sorted(visits, key=lambda visit: visit.recorded_at)]
    rows = [(visit, row) for visit, row in rows if row][:MOST_COMPARED]
    if not rows:
        return []
    first = rows[0][1]
    return [
        Version(visit, len(row), tuple(d.says for d in lay_beside(first, row).differences) if n else ())
        for n, (visit, row) in enumerate(rows)
    ]


def _renewed(visit_ids: Sequence[UUID]) -> list[tuple[str, int]]:
    renews = [key for key, verdict in VERDICTS.items() if verdict.renews]
    dead = Piece.objects.filter(
        step__visit__in=visit_ids, step__number__isnull=False, taken_back=False, verdict__in=renews
    )
    return Counter(short_name(entry_of(piece)) for piece in dead).most_common(MOST_LISTED)


def _parts(visit_ids: Sequence[UUID]) -> list[tuple[str, str, int]]:
    """What was ordered for it and came right: that it is, from whom, and how often."""
    lines = OrderLine.objects.filter(visit__in=visit_ids, came__gt=0).select_related("order__supplier")
    came = Counter((line.what, line.order.supplier.name) for line in lines if line.came > line.back)
    return [(what, supplier, n) for (what, supplier), n in came.most_common(MOST_LISTED)]


def _minutes(visits: Sequence[Visit]) -> list[tuple[str, float, int]]:
    """Minutes each stage took, the middle of all visits in which it was worked."""
    took: dict[str, list[float]] = defaultdict(list)
    for by_stage in minutes_of([visit.id for visit in visits]).values():
        for key, minutes in by_stage.items():
            if minutes >= 1 and key != FILED:
                took[key].append(minutes)
    return [
        (STAGES[key], median(took[key]), len(took[key])) for key in STAGES if key in took and key != FILED
    ]
