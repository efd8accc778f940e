"""How the checks of a proof went, and a unit that goes back not mended."""

from __future__ import annotations

from typing import Any
from uuid import UUID

from gearing.errors import GearingError
from gearing.proof import check_outcome
from workshop.models import Member
from workshop.transactions import write

from ..models import OF_A_CHECK, ProofResult, Visit
from ..proving import proof_of
from .base import own_visit, remember, taken
from .visits import set_fields


@write
def record_result(
    member: Member,
    visit_id: UUID,
    result_id: UUID,
    key: str,
    outcome: str,
    *,
    value: float | None = None,
    note: str = "",
) -> Visit:
    """Keep how a check went. The same id again is the same result.

    Raises
    ------
    GearingError
        If the record asks for no such check, or it cannot be called so.
    """
    visit = own_visit(member, visit_id, lock=True)
    known = ProofResult.objects.filter(id=result_id).first()
    if known:
        if known.visit_id != visit.id:
            raise taken("result")
        return visit
    proof = proof_of(visit)
    check = next((check for check in proof.checks if check.key == key), None)
    if check is None:
        raise GearingError(
            "The record asks for no such check.",
            code="unknown_check",
            field="check",
            hint="Reload the page: what came off or was found has changed.",
        )
    kept = ProofResult.objects.create(
        id=result_id,
        visit=visit,
        check_key=key,
        outcome=check_outcome(check, outcome, value, note),
        value=value,
        unit=check.figure.unit if check.figure else "",
        note=note.strip(),
        name=check.name[:300],
        band=check.band[:300],
        recorded_by=member,
    )
    before = proof.results.get(key)
    remember(visit, member, "proved", result_id, before=_said(before), after=_said(kept))
    _reminded(kept, done=kept.outcome in ("met", "waived"))
    return visit


@write
def take_result_back(member: Member, visit_id: UUID, result_id: UUID) -> Visit:
    """It did not go so."""
    visit = own_visit(member, visit_id, lock=True)
    kept = ProofResult.objects.filter(visit=visit).get_or_404(id=result_id)
    if not kept.taken_back:
        kept.taken_back = True
        kept.save(update_fields=["taken_back"])
        _reminded(kept, done=False)
        remember(visit, member, "proved", result_id, before=_said(kept), after={"taken_back": True})
    return visit


def _reminded(result: ProofResult, *, done: bool) -> None:
    """A check that was made for later is no longer due; taken back, it is."""
    result.visit.reminders.filter(key=f"{OF_A_CHECK}{result.check_key}").update(done=done)


def _said(result: ProofResult | None) -> dict[str, Any] | None:
    if result is None:
        return None
    figure = f", {result.value:g} {result.unit}" if result.value is not None else ""
    return {"result": f"{result.name}: {result.outcome}{figure}", "text": result.note}


@write
def hand_back(member: Member, visit_id: UUID, why: str) -> Visit:
    """Say that it goes back not mended, and why; empty where it is mended after all."""
    visit = own_visit(member, visit_id, lock=True)
    return set_fields(visit, member, "handed back", None, handed_back=why.strip())
