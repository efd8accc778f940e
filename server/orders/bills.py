"""Routes of what a visit costs: the estimate, the owner's answer, the bill."""

from __future__ import annotations

from datetime import datetime
from decimal import Decimal
from typing import Annotated
from uuid import UUID

from ninja import Router
from pydantic import Field

from gearing.decision.offer_line import LONGEST
from gearing.sourcing.bill import estimate, passed_by
from sums.base import Model, Problem
from visits import services as visits
from visits.advised import advised_for
from visits.models import Visit
from visits.services.base import own_visit
from workshop.authentication import MemberRequest

from . import costs

router = Router(tags=["bills"])
PROBLEMS = {404: Problem, 409: Problem, 422: Problem, 503: Problem}
Money = Annotated[Decimal, Field(ge=0, lt=1_000_000, max_digits=8, decimal_places=2)]


class OwnerSaid(Model):
    """What the owner said."""

    yes: bool
    least: Money | None = None
    most: Money | None = None
    limit: Money | None = Field(default=None, description="Beyond it the owner is asked again")
    who: Annotated[str, Field(min_length=1, max_length=80)]
    how: Annotated[str, Field(max_length=80)] = ""


class OwnerSaidOut(OwnerSaid):
    id: UUID
    at: datetime
    by: str


class ExtraIn(Model):
    line: Annotated[str, Field(min_length=1, max_length=LONGEST)]


class WorkedIn(Model):
    minutes: Annotated[int, Field(ge=0, le=100_000)] | None


class BillLineOut(Model):
    id: UUID | None = Field(description="Of what was charged by hand and can be taken back")
    what: str
    count: int
    amount: Decimal | None


class BillOut(Model):
    """What a visit will cost, what was agreed, and what it comes to."""

    currency: str
    rate: Decimal | None
    estimate: list[Decimal] = Field(description="From what to what; empty where nothing is decided yet")
    estimate_of: str = Field(description="The option it is for")
    answers: list[OwnerSaidOut]
    limit: Decimal | None
    over: Decimal = Field(description="By how much the limit is passed")
    lines: list[BillLineOut]
    minutes: float
    minutes_said: bool = Field(description="Whether somebody said them; else they are the plan's")
    work: Decimal | None
    net: Decimal
    tax: Decimal
    tax_percent: Decimal
    included: bool
    total: Decimal
    unpriced: int


@router.get("/{visit_id}", response={200: BillOut, **PROBLEMS})
def visit_bill(request: MemberRequest, visit_id: UUID) -> BillOut:
    """What it costs as it stands today."""
    return _out(request, own_visit(request.user, visit_id))


@router.put("/{visit_id}/answers/{answer_id}", response={200: BillOut, **PROBLEMS})
def owner_said(request: MemberRequest, visit_id: UUID, answer_id: UUID, body: OwnerSaid) -> BillOut:
    """Keep what the owner said."""
    return _out(request, visits.owner_said(request.user, visit_id, answer_id, body.model_dump()))


@router.delete("/{visit_id}/answers/{answer_id}", response={200: BillOut, **PROBLEMS})
def take_answer_back(request: MemberRequest, visit_id: UUID, answer_id: UUID) -> BillOut:
    """It was not said so."""
    return _out(request, visits.take_answer_back(request.user, visit_id, answer_id))


@router.put("/{visit_id}/extras/{extra_id}", response={200: BillOut, **PROBLEMS})
def charge_extra(request: MemberRequest, visit_id: UUID, extra_id: UUID, body: ExtraIn) -> BillOut:
    """Charge something that was not ordered."""
    return _out(request, visits.charge_extra(request.user, visit_id, extra_id, body.line))


@router.delete("/{visit_id}/extras/{extra_id}", response={200: BillOut, **PROBLEMS})
def drop_extra(request: MemberRequest, visit_id: UUID, extra_id: UUID) -> BillOut:
    """It is not charged after all."""
    return _out(request, visits.drop_extra(request.user, visit_id, extra_id))


@router.put("/{visit_id}/worked", response={200: BillOut, **PROBLEMS})
def say_worked(request: MemberRequest, visit_id: UUID, body: WorkedIn) -> BillOut:
    """How long it took."""
    return _out(request, visits.say_worked(request.user, visit_id, body.minutes))


def _out(request: MemberRequest, visit: Visit) -> BillOut:
    terms = costs.terms_of(visit.unit.workshop_id)
    extras = costs.extras_of(visit)
    made = costs.bill_of(request.user, visit)
    limit = visits.limit_of(visit)
    guess: list[Decimal] = []
    advised = advised_for(request.user, visit)
    label = str((visit.decision or {}).get("label", ""))
    options = advised.options if advised else []
    option = next((each for each in options if each.label == label), options[0] if options else None)
    if option:
        cost = [Decimal(str(each)) for each in option.cost]
        guess = list(estimate(cost, costs.STRIP_AND_BUILD * option.minutes, terms))
    return BillOut(
        currency=terms.currency,
        rate=terms.rate,
        estimate=guess,
        estimate_of=option.label if option else "",
        answers=[
            OwnerSaidOut(
                id=answer.id,
                at=answer.recorded_at,
                by=answer.recorded_by.called,
                yes=answer.yes,
                least=answer.least,
                most=answer.most,
                limit=answer.limit,
                who=answer.who,
                how=answer.how,
            )
            for answer in visit.owner_answers.filter(taken_back=False).select_related("recorded_by")
        ],
        limit=limit,
        over=passed_by(limit, made.total),
        lines=[
            # Extras are the last of the lines, in the order they were charged.
            BillLineOut(id=extra_id, what=line.what, count=line.count, amount=line.amount)
            for extra_id, line in zip(
                [*[None] * (len(made.lines) - len(extras)), *[extra_id for extra_id, _ in extras]],
                made.lines,
                strict=True,
            )
        ],
        minutes=costs.minutes_of(request.user, visit),
        minutes_said=visit.worked_minutes is not None,
        work=made.work,
        net=made.net,
        tax=made.tax,
        tax_percent=terms.tax,
        included=terms.included,
        total=made.total,
        unpriced=made.unpriced,
    )
