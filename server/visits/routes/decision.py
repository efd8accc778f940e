"""Routes of the decision: what can be had, what is advised, what was decided."""

from __future__ import annotations

from datetime import date
from decimal import Decimal
from typing import Annotated
from uuid import UUID

from ninja import Router
from pydantic import Field

from gearing.decision.offer_line import LONGEST, offer_line
from sums.base import Model, Problem
from sums.decide import DecideOut
from workshop.authentication import MemberRequest

from .. import services
from ..advised import advised_by, jotted_for, plan_minutes
from ..models import SourceOffer, Visit
from ..services.base import own_visit

router = Router(tags=["decision"])
PROBLEMS = {404: Problem, 409: Problem, 422: Problem, 503: Problem}
MOST_OFFERS, MOST_OF_A_PIECE = 60, 8
NEAR_MODULE = 0.02
"""How far off a module in the drawer may be, as a share, to be looked at."""


class OfferKept(Model):
    """What can be had, as it was jotted down and as it was understood."""

    id: UUID
    line: str
    what: str
    price: Decimal | None
    days: int | None
    donor: bool


class DecisionState(Model):
    """The option taken, and why it was taken where that was not the first."""

    key: Annotated[str, Field(max_length=20)]
    label: Annotated[str, Field(max_length=300)]
    reason: Annotated[str, Field(max_length=300)] = ""
    cautions: Annotated[list[Annotated[str, Field(max_length=400)]], Field(max_length=12)] = Field(
        default_factory=list, description="What was shown at it when it was taken: law, licence, safety"
    )


class WorthState(Model):
    new_price: Annotated[Decimal, Field(ge=0, le=1_000_000, max_digits=9, decimal_places=2)] | None = None
    age_years: Annotated[float, Field(ge=0, le=300)] | None = None
    promised_on: date | None = None


class WorthIn(WorthState):
    based_on: WorthState | None = None


class OfferLineIn(Model):
    line: Annotated[str, Field(min_length=1, max_length=LONGEST)]


class ChoiceIn(Model):
    decision: DecisionState | None


class DecisionOut(Model):
    """What is advised for a visit, by all that its record and the drawer know."""

    advised: DecideOut | None = Field(description="None where nothing failed")
    offers: list[OfferKept]
    worth: WorthState
    decided: DecisionState | None
    minutes: float = Field(description="Of work, by the plan")


@router.get("/visits/{visit_id}/decision", response={200: DecisionOut, **PROBLEMS}, by_alias=True)
def decision_of(request: MemberRequest, visit_id: UUID) -> DecisionOut:
    """What could be done, the best first."""
    return _out(request, own_visit(request.user, visit_id))


@router.put("/visits/{visit_id}/offers/{offer_id}", response={200: DecisionOut, **PROBLEMS}, by_alias=True)
def jot_offer(request: MemberRequest, visit_id: UUID, offer_id: UUID, body: OfferLineIn) -> DecisionOut:
    """Jot down what can be had."""
    return _out(request, services.jot_offer(request.user, visit_id, offer_id, body.line))


@router.delete("/visits/{visit_id}/offers/{offer_id}", response={200: DecisionOut, **PROBLEMS}, by_alias=True)
def take_offer_back(request: MemberRequest, visit_id: UUID, offer_id: UUID) -> DecisionOut:
    """It cannot be had after all."""
    return _out(request, services.take_offer_back(request.user, visit_id, offer_id))


@router.put("/visits/{visit_id}/worth", response={200: DecisionOut, **PROBLEMS}, by_alias=True)
def say_worth(request: MemberRequest, visit_id: UUID, body: WorthIn) -> DecisionOut:
    """What a new one costs, how old this one is, and when it was promised."""
    based_on = body.based_on.model_dump() if body.based_on else None
    said = body.model_dump(exclude={"based_on"})
    return _out(request, services.say_worth(request.user, visit_id, said, based_on))


@router.put("/visits/{visit_id}/decided", response={200: DecisionOut, **PROBLEMS}, by_alias=True)
def choose(request: MemberRequest, visit_id: UUID, body: ChoiceIn) -> DecisionOut:
    """Decide, or leave it open again."""
    decision = body.decision.model_dump() if body.decision else None
    return _out(request, services.choose(request.user, visit_id, decision))


def _out(request: MemberRequest, visit: Visit) -> DecisionOut:
    jotted = jotted_for(visit)
    minutes = plan_minutes(request.user, visit)
    unit = visit.unit
    return DecisionOut(
        advised=advised_by(visit, jotted, minutes),
        offers=[_kept(offer) for offer in jotted],
        worth=WorthState(new_price=unit.new_price, age_years=unit.age_years, promised_on=visit.promised_on),
        decided=DecisionState(**visit.decision) if visit.decision else None,
        minutes=minutes,
    )


def _kept(offer: SourceOffer) -> OfferKept:
    said = offer_line(offer.line)
    return OfferKept(
        id=offer.id, line=offer.line, what=said.what, price=said.price, days=said.days, donor=said.donor
    )
