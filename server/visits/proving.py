"""A visit's proof: what the core is asked of its record, and what was tried so far."""

from __future__ import annotations

from dataclasses import dataclass, replace

from django.db.models import Q

from gearing.data import table
from gearing.proof import FORMER, ProofAsked, ProofCheck, prove, usual
from gearing.rebuild import Removed
from gearing.strip.order import Spot
from shelf.services import house_of

from .mapping import found_of, removed
from .models import ProofResult, Visit

LATER = "after"
"""Risk of what is done once it is in use again: nothing waits for it."""


@dataclass(frozen=True, slots=True)
class Proof:
    """The checks of a visit, what each gave, what was ticked before proofs were made so, earlier figures."""

    asked: ProofAsked
    checks: tuple[ProofCheck, ...]
    results: dict[str, ProofResult]
    ticked: frozenset[str]
    before: dict[str, ProofResult]

    def outcome(self, key: str) -> str:
        """How a check stands: its outcome; empty while it is open."""
        if key in self.results:
            return self.results[key].outcome
        return "met" if key in self.ticked else ""

    @property
    def open(self) -> list[ProofCheck]:
        """Checks that a handing over waits for."""
        return [
            check
            for check in self.checks
            if check.risk != LATER and self.outcome(check.key) not in ("met", "waived")
        ]


def proof_of(visit: Visit) -> Proof:
    """The proof of a visit as its record stands, held to what its unit read when it was last right."""
    before = read_before(visit)
    asked = replace(asked_of(visit), before=_binding(before, visit))
    return Proof(
        asked,
        tuple(prove(asked)),
        results_of(visit),
        frozenset(FORMER.get(key, key) for key in visit.checks_done),
        before,
    )


def _binding(before: dict[str, ProofResult], visit: Visit) -> dict[str, float]:
    """Of the unit itself and read the same way; what its like read is no more than a hint."""
    return {
        key: result.value
        for key, result in before.items()
        if result.visit.unit_id == visit.unit_id
        and result.value is not None
        and key in table("proof")["as_before"]
        and result.unit == usual(key, visit.unit.kind).unit
    }


def results_of(visit: Visit) -> dict[str, ProofResult]:
    """The last result of each check."""
    return {
        result.check_key: result
        for result in visit.proof_results.filter(taken_back=False).select_related("recorded_by")
    }


def asked_of(visit: Visit) -> ProofAsked:
    """The record of a visit as the core is asked for its proof."""
    pieces: list[Removed] = []
    findings: dict[Spot, str] = {}
    for step in visit.steps.filter(number__isnull=False).with_record():
        for kept, off in zip(step.live_pieces, removed(step), strict=True):
            pieces.append(off)
            if said := found_of(kept):
                findings[off.step, off.at] = said
    return ProofAsked(
        kind=visit.unit.kind,
        words=visit.complaint,
        symptoms=tuple(visit.symptoms),
        conditions=tuple(visit.conditions),
        pieces=tuple(pieces),
        findings=findings,
        cause=visit.cause,
        house=house_of(visit.unit.workshop_id),
        recorded=visit.sounds.filter(taken_back=False).exists(),
    )


def read_before(visit: Visit) -> dict[str, ProofResult]:
    """Figures that checks were met with before, the last of each: of the unit, else of its like."""
    met = ProofResult.objects.filter(
        visit__workshop_id=visit.unit.workshop_id, taken_back=False, outcome="met", value__isnull=False
    ).exclude(visit=visit)
    its_own = Q(visit__unit_id=visit.unit_id, visit__number__lt=visit.number)
    alike = Q(visit__unit__model=visit.unit.model) if visit.unit.model else Q(pk__in=[])
    found = met.filter(its_own | alike).select_related("visit__unit").order_by("recorded_at")[:MOST_BEFORE]
    # The unit's own stands over those of its like.
    ordered = sorted(found, key=lambda result: result.visit.unit_id == visit.unit_id)
    return {result.check_key: result for result in ordered}


MOST_BEFORE = 400


def failures_at(visit: Visit) -> dict[str, list[str]]:
    """What failed in the proof, by the build steps that it may come from."""
    if not any(result.outcome == "failed" for result in results_of(visit).values()):
        return {}
    proof = proof_of(visit)
    made: dict[str, list[str]] = {}
    for check in proof.checks:
        result = proof.results.get(check.key)
        if result is None or result.outcome != "failed":
            continue
        read = f", {result.value:g} {result.unit}".rstrip() if result.value is not None else ""
        note = f", {result.note}" if result.note else ""
        for lead in check.leads:
            made.setdefault(lead.key, []).append(f"{check.name} failed{read}{note}. {check.fails}")
    return made


def proved_otherwise(visit: Visit) -> tuple[list[str], list[str]]:
    """What failed checks say of the unit: observations, and the words noted with them."""
    failed = [result for result in results_of(visit).values() if result.outcome == "failed"]
    meant = table("proof")["evidence"]
    return (
        list(dict.fromkeys(each for result in failed for each in meant.get(result.check_key, ()))),
        [result.note for result in failed if result.note],
    )
