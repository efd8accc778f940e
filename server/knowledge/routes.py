"""Routes of what is known of a model."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated
from uuid import UUID

from ninja import Query, Router
from pydantic import Field

from gearing.diagnosis import faults
from sums.base import Model, Problem
from workshop.authentication import MemberRequest

from . import services

router = Router(tags=["models"])
PROBLEMS = {404: Problem, 422: Problem, 503: Problem}


class Tally(Model):
    """Something met, and at how many visits."""

    what: str
    times: int


class FittedPart(Tally):
    supplier: str


class StageMinutes(Model):
    """Minutes a stage took: the middle of so many visits."""

    stage: str
    minutes: float
    visits: int


class ModelVisit(Model):
    id: UUID
    unit: str
    number: int
    stage: str
    complaint: str
    cause: str
    changed_at: datetime


class ModelVersion(Model):
    """A row, and in what it differs from the oldest that is kept."""

    visit: UUID
    unit: str
    number: int
    steps: int
    says: list[str]


class ModelPage(Model):
    model: str
    units: int
    visits: list[ModelVisit]
    versions: list[ModelVersion]
    faults: list[Tally]
    renewed: list[Tally]
    parts: list[FittedPart] = Field(description="Ordered for it, and right when they came")
    minutes: list[StageMinutes]


@router.get("/models", response={200: list[Tally], **PROBLEMS})
def models(request: MemberRequest) -> list[Tally]:
    """Models that were here, each with how many units."""
    return [Tally(what=model, times=n) for model, n in services.models_of(request.user)]


@router.get("/models/known", response={200: ModelPage, **PROBLEMS})
def known(request: MemberRequest, model: Annotated[str, Query(min_length=1, max_length=120)]) -> ModelPage:
    """All that visits of a model have taught."""
    found, named = services.known_of_model(request.user, model), faults()
    return ModelPage(
        model=model,
        units=found.units,
        visits=[
            ModelVisit(
                id=visit.id,
                unit=visit.unit.label,
                number=visit.number,
                stage=visit.stage,
                complaint=visit.complaint,
                cause=named[visit.cause].name if visit.cause in named else "",
                changed_at=visit.changed_at,
            )
            for visit in found.visits
        ],
        versions=[
            ModelVersion(
                visit=version.visit.id,
                unit=version.visit.unit.label,
                number=version.visit.number,
                steps=version.steps,
                says=list(version.says),
            )
            for version in found.versions
        ],
        faults=[Tally(what=name, times=n) for name, n in found.faults],
        renewed=[Tally(what=name, times=n) for name, n in found.renewed],
        parts=[FittedPart(what=what, supplier=supplier, times=n) for what, supplier, n in found.parts],
        minutes=[StageMinutes(stage=stage, minutes=m, visits=n) for stage, m, n in found.minutes],
    )
