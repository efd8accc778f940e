"""Routes of one unit: its visits, its gears over time, its photos."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Iterable
from datetime import datetime
from uuid import UUID

from ninja import Router
from pydantic import Field

from gearing.diagnosis import faults
from gearing.identification.wear import less_than_before
from gearing.rebuild import VERDICTS
from gearing.strip.entry import short_name
from gearing.workshop.stages import STAGES
from sums.base import Model, Problem
from workshop.authentication import MemberRequest

from .. import services
from ..gears_over_time import GearOverTime, gears_over_time
from ..mapping import entry_of
from ..models import Photo, Piece, Visit
from ..schemas import UnitOut, unit_out

router = Router(tags=["units"])
PROBLEMS = {404: Problem, 503: Problem}
MOST_VISITS, MOST_PHOTOS, MOST_GEARS = 60, 24, 24


class PastVisit(Model):
    """A visit of the unit, in what is worth knowing the next time."""

    id: UUID
    number: int
    complaint: str
    use_so_far: str
    stage: str
    stage_label: str
    cause_says: str
    to_watch: str
    changed_at: datetime
    renewed: list[str] = Field(description="Pieces that went in new")


class GearMeasured(Model):
    visit: int
    label: str
    value_mm: float | None = Field(description="What is compared; None where that was not measured")


class GearHistory(Model):
    """A gear at each visit it was read."""

    name: str
    label: str
    how: str = Field(description="What is compared: over so many teeth, or over the tips")
    readings: list[GearMeasured]
    less_mm: float = Field(description="The last against the first, beyond what readings scatter")


class UnitPhoto(Model):
    id: UUID
    visit: UUID
    number: int


class UnitHistory(Model):
    """All of one unit."""

    unit: UnitOut
    visits: list[PastVisit]
    gears: list[GearHistory]
    photos: list[UnitPhoto]


@router.get("/units/{unit_id}/history", response={200: UnitHistory, **PROBLEMS})
def unit_history(request: MemberRequest, unit_id: UUID) -> UnitHistory:
    """A unit's visits, the last first, with its gears over time and its photos."""
    unit = services.own_unit(request.user, unit_id)
    visits = list(unit.visits.order_by("-number")[:MOST_VISITS])
    renews = [key for key, verdict in VERDICTS.items() if verdict.renews]
    renewed: dict[UUID, list[str]] = defaultdict(list)
    dead = Piece.objects.filter(
        step__visit__in=visits, step__number__isnull=False, taken_back=False, verdict__in=renews
    )
    for piece in dead.select_related("step").order_by("step__number", "at"):
        renewed[piece.step.visit_id].append(short_name(entry_of(piece)))
    photos = Photo.objects.filter(visit__in=visits).select_related("visit").order_by("-recorded_at")
    return UnitHistory(
        unit=unit_out(unit),
        visits=[_past(visit, renewed[visit.id]) for visit in visits],
        gears=_gears(visits),
        photos=[
            UnitPhoto(id=photo.id, visit=photo.visit_id, number=photo.visit.number)
            for photo in photos[:MOST_PHOTOS]
        ],
    )


class Forgotten(Model):
    units: int = Field(description="How many units bore the name")


@router.post("/units/{unit_id}/forget-owner", response={200: Forgotten, 403: Problem, **PROBLEMS})
def forget_owner(request: MemberRequest, unit_id: UUID) -> Forgotten:
    """Empty the owner's name on this unit and on every other that bears it; it cannot be taken back."""
    return Forgotten(units=services.forget_owner(request.user, unit_id))


def _past(visit: Visit, renewed: list[str]) -> PastVisit:
    known = faults()
    return PastVisit(
        id=visit.id,
        number=visit.number,
        complaint=visit.complaint,
        use_so_far=visit.use_so_far,
        stage=visit.stage,
        stage_label=STAGES.get(visit.stage, visit.stage),
        cause_says=known[visit.cause].name if visit.cause in known else "",
        to_watch=visit.to_watch,
        changed_at=visit.changed_at,
        renewed=renewed,
    )


def _gears(visits: Iterable[Visit]) -> list[GearHistory]:
    """Gears by name and teeth, read at one visit or many, the most often read first."""
    return [_gear(gear) for gear in gears_over_time(visits)[:MOST_GEARS]]


def _gear(gear: GearOverTime) -> GearHistory:
    values = [measure.value for measure in gear.measures if measure.value is not None]
    return GearHistory(
        less_mm=less_than_before(values[0], values[-1]) if len(values) > 1 else 0.0,
        name=f"{gear.name}, {gear.teeth} teeth" if gear.teeth else gear.name,
        label=gear.measures[-1].label,
        how=gear.how,
        readings=[
            GearMeasured(visit=measure.visit.number, label=measure.label, value_mm=measure.value)
            for measure in gear.measures
        ],
    )
