"""Routes between a visit and the drawer: taken for a piece, kept of a unit that is written off, also in."""

from __future__ import annotations

from decimal import Decimal
from typing import Annotated
from uuid import UUID

from django.http import HttpResponse
from ninja import Router
from pydantic import Field

from gearing.strip.entry import short_name
from sums.base import Model, Module, Problem
from workshop.authentication import MemberRequest

from .. import services
from ..kept_steps import visit_answer
from ..mapping import entry_of
from ..schemas import VisitOut
from ..services.base import own_visit

router = Router(tags=["stock"])
PROBLEMS = {404: Problem, 409: Problem, 422: Problem, 503: Problem}


class FromDrawerIn(Model):
    kept: UUID
    back: bool = Field(default=False, description="Put back instead of taken")


class SalvageOut(Model):
    """A piece of the row: whether it is worth keeping, and why."""

    piece: UUID
    step: int
    what: str
    count: int
    keep: bool
    why: str


class KeepPiece(Model):
    piece: UUID
    count: Annotated[int, Field(ge=1, le=999)] = 1
    price: Annotated[Decimal, Field(ge=0, lt=100_000, max_digits=7, decimal_places=2)] | None = None


class WriteOffIn(Model):
    keep: Annotated[list[KeepPiece], Field(max_length=400)]
    place: Annotated[str, Field(max_length=60)] = ""


class GearAskedIn(Model):
    teeth: Annotated[int, Field(ge=3, le=2000)]
    module_mm: Module


class AlsoIn(Model):
    """Where the same gear was read."""

    visit: UUID
    unit: str
    model: str
    piece: str


@router.put("/visits/{visit_id}/pieces/{piece_id}/drawer/{movement_id}", response={200: VisitOut, **PROBLEMS})
def take_from_drawer(
    request: MemberRequest, visit_id: UUID, piece_id: UUID, movement_id: UUID, body: FromDrawerIn
) -> HttpResponse:
    """Take one from the drawer for a piece, or put it back."""
    return visit_answer(
        services.take_from_drawer(request.user, visit_id, piece_id, movement_id, body.kept, back=body.back)
    )


@router.get("/visits/{visit_id}/salvage", response={200: list[SalvageOut], **PROBLEMS})
def worth_keeping(request: MemberRequest, visit_id: UUID) -> list[SalvageOut]:
    """What of the row is worth keeping."""
    return [
        SalvageOut(
            piece=piece.id, step=each.step, what=each.what, count=each.count, keep=each.keep, why=each.why
        )
        for piece, each in services.worth_keeping(own_visit(request.user, visit_id))
    ]


@router.put("/visits/{visit_id}/salvage", response={200: VisitOut, **PROBLEMS})
def write_off(request: MemberRequest, visit_id: UUID, body: WriteOffIn) -> HttpResponse:
    """Write the unit off, and keep what is worth it."""
    keep = {each.piece: each.count for each in body.keep}
    prices = {each.piece: each.price for each in body.keep if each.price is not None}
    return visit_answer(services.write_off(request.user, visit_id, keep, body.place, prices))


@router.post("/gears/also-in", response={200: list[AlsoIn], **PROBLEMS})
def also_in(request: MemberRequest, body: GearAskedIn) -> list[AlsoIn]:
    """Where the same gear sits as well."""
    return [
        AlsoIn(
            visit=piece.step.visit_id,
            unit=piece.step.visit.unit.label,
            model=piece.step.visit.unit.model,
            piece=short_name(entry_of(piece)),
        )
        for piece in services.also_in(request.user, body.teeth, float(body.module_mm))
    ]
