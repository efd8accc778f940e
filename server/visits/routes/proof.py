"""Routes of the proof: its checks, how each went, and a unit that goes back not mended."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated, Literal
from uuid import UUID

from ninja import Router
from pydantic import Field

from gearing.rebuild.spoken import spoken
from sums.base import Model, Problem
from sums.proof import ProofCheckOut, check_out
from workshop.authentication import MemberRequest

from .. import services
from ..models import ProofResult, Visit
from ..proving import LATER, Proof, proof_of
from ..services.base import own_visit

router = Router(tags=["proof"])
PROBLEMS = {404: Problem, 409: Problem, 422: Problem, 503: Problem}


class ResultIn(Model):
    """How a check went."""

    check: Annotated[str, Field(max_length=40)]
    outcome: Literal["met", "failed", "waived"]
    value: Annotated[float, Field(ge=-1e6, le=1e6)] | None = None
    note: Annotated[str, Field(max_length=400)] = ""


class ProofResultOut(Model):
    """How it went last: the outcome, the figure, who tried it and when."""

    id: UUID
    outcome: str
    value: float | None
    note: str
    at: datetime
    by: str


class ProofRow(ProofCheckOut):
    """A check of the visit's proof, and how it went last; null while open."""

    result: ProofResultOut | None
    later: bool = Field(description="Done once it is in use again; nothing waits for it")
    before: str = Field(description="What it read before: this unit, or its like; empty for none")
    aloud: str = Field(description="The check as it is read out, figures as one says them")


class ProofPage(Model):
    """The proof of a visit."""

    checks: list[ProofRow]
    open: int = Field(description="Checks that handing over waits for")
    failed: int
    minutes: float = Field(description="Of what is open")
    says: str
    handed_back: str = Field(description="Why it goes back not mended; empty where it was mended")


class HandedBackIn(Model):
    why: Annotated[str, Field(max_length=400)]


@router.get("/visits/{visit_id}/proof", response={200: ProofPage, **PROBLEMS})
def visit_proof(request: MemberRequest, visit_id: UUID) -> ProofPage:
    """Its checks, by what was really done."""
    return _page(own_visit(request.user, visit_id))


@router.put("/visits/{visit_id}/proof/{result_id}", response={200: ProofPage, **PROBLEMS})
def record_result(request: MemberRequest, visit_id: UUID, result_id: UUID, body: ResultIn) -> ProofPage:
    """Keep how a check went."""
    return _page(
        services.record_result(
            request.user, visit_id, result_id, body.check, body.outcome, value=body.value, note=body.note
        )
    )


@router.delete("/visits/{visit_id}/proof/{result_id}", response={200: ProofPage, **PROBLEMS})
def take_result_back(request: MemberRequest, visit_id: UUID, result_id: UUID) -> ProofPage:
    """It did not go so."""
    return _page(services.take_result_back(request.user, visit_id, result_id))


@router.put("/visits/{visit_id}/handed-back", response={200: ProofPage, **PROBLEMS})
def hand_back(request: MemberRequest, visit_id: UUID, body: HandedBackIn) -> ProofPage:
    """Say that it goes back not mended, and why."""
    return _page(services.hand_back(request.user, visit_id, body.why))


def _page(visit: Visit) -> ProofPage:
    proof = proof_of(visit)
    rows = [
        ProofRow(
            **check_out(n, check).model_dump(),
            result=_result(proof, check.key),
            later=check.risk == LATER,
            before=_before(proof.before.get(check.key), visit) if check.figure else "",
            aloud=spoken(f"{check.name}. {check.how} To meet: {check.band}"),
        )
        for n, check in enumerate(proof.checks, 1)
    ]
    failed = [row.name for row in rows if row.result and row.result.outcome == "failed"]
    return ProofPage(
        checks=rows,
        open=len(proof.open),
        failed=len(failed),
        minutes=sum(check.minutes for check in proof.open),
        says=_says(len(proof.open), failed, visit.handed_back),
        handed_back=visit.handed_back,
    )


def _before(result: ProofResult | None, visit: Visit) -> str:
    if result is None:
        return ""
    whose = (
        f"at visit {result.visit.number}"
        if result.visit.unit_id == visit.unit_id
        else f"on {result.visit.unit.label}"
    )
    return f"{result.value:g} {result.unit} {whose}"


def _says(still: int, failed: list[str], handed_back: str) -> str:
    if handed_back:
        return "Goes back not mended"
    if failed:
        return f"Not right yet: {failed[0][:1].lower()}{failed[0][1:]}"
    if still:
        return f"{still} {'check' if still == 1 else 'checks'} to go"
    return "Proved: every check met or waived"


def _result(proof: Proof, key: str) -> ProofResultOut | None:
    kept: ProofResult | None = proof.results.get(key)
    if kept is None:
        return None
    return ProofResultOut(
        id=kept.id,
        outcome=kept.outcome,
        value=kept.value,
        note=kept.note,
        at=kept.recorded_at,
        by=kept.recorded_by.called,
    )
