"""The route of the day."""

from __future__ import annotations

from collections.abc import Mapping
from datetime import date
from typing import Annotated
from uuid import UUID

from ninja import Router
from pydantic import Field

from gearing.workshop.day import DayPlan, spoken
from sums.base import Model, Problem
from visits.models import Visit
from workshop.authentication import MemberRequest

from .due import DueItem
from .services import day_of

router = Router(tags=["day"])
PROBLEMS = {404: Problem, 503: Problem}
MOST_JOBS = 60


class DayJobOut(Model):
    """One thing to do."""

    visit: UUID
    unit: str
    stage: str
    does: str
    minutes: float
    takes: str = Field(description="The same as one says it")
    starts: float = Field(description="Minutes from now")
    why: str
    while_cures: str = Field(description="The unit whose compound cures meanwhile; empty for none")
    promised_on: date | None


class DueOut(Model):
    """Something that is due."""

    kind: str = Field(description="cure, promise, order or basket")
    says: str
    late: bool
    visit: UUID | None
    order: UUID | None


class DayOut(Model):
    """What to do, in order, and what is due."""

    says: str
    minutes: float
    jobs: Annotated[list[DayJobOut], Field(description="What can be done now, in order")]
    more: int = Field(description="Jobs beyond those")
    due: list[DueOut]


@router.get("", response={200: DayOut, **PROBLEMS})
def day(request: MemberRequest) -> DayOut:
    """What to do next, for how long and why, and what is due."""
    return day_out(*day_of(request.user))


def day_out(plan: DayPlan, visits: Mapping[str, Visit], due: list[DueItem]) -> DayOut:
    """The same in the words of the API."""
    return DayOut(
        says=plan.says,
        minutes=plan.minutes,
        jobs=[
            DayJobOut(
                visit=UUID(job.visit.key),
                unit=job.visit.unit,
                stage=job.visit.stage,
                does=job.does,
                minutes=job.minutes,
                takes=spoken(job.minutes),
                starts=job.starts,
                why=job.why,
                while_cures=job.while_cures,
                promised_on=visits[job.visit.key].promised_on,
            )
            for job in plan.jobs[:MOST_JOBS]
        ],
        more=max(0, len(plan.jobs) - MOST_JOBS),
        due=[
            DueOut(kind=item.kind, says=item.says, late=item.late, visit=item.visit, order=item.order)
            for item in due
        ],
    )
