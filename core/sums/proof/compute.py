"""The ``proof`` sum: the checks a unit has to meet before it is handed over."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

from gearing.data import table
from gearing.errors import GearingError
from gearing.proof import ProofAsked, ProofCheck, prove
from gearing.rebuild import Removed
from gearing.strip.entry import Entry, read_line
from gearing.strip.order import Spot
from gearing.workshop.units import conditions, kind_named, pick_named, symptoms, unit_kind

from .request import MOST_SAID, ProofIn
from .response import FigureBand, LaterUse, LeadOut, ProofCheckOut, ProofOut


def prove_unit(request: ProofIn) -> ProofOut:
    """The proof of a unit, from its record as lines."""
    _heard_in_time(request)
    row = [read_line(line) if line.strip() else [] for line in request.lines]
    _within(request, len(row))
    picked = [pick_named(symptoms(), said) for said in request.symptoms]
    when = [pick_named(conditions(), said) for said in request.conditions]
    listed = {*symptoms(), *conditions()}
    # What is on no list is heard as words: nothing that was said is lost.
    extra = [said for said in [*picked, *when] if said not in listed]
    asked = ProofAsked(
        kind=kind_named(request.kind),
        words=". ".join(said for said in [request.words, *extra] if said.strip()),
        symptoms=tuple(said for said in picked if said in listed),
        conditions=tuple(said for said in when if said in listed),
        pieces=tuple(_pieces(row, request)),
        findings=_findings(request),
        cause=request.cause,
        house=request.house,
        train=request.train,
        recorded=request.recorded,
        before=request.before,
    )
    return proof_out(asked)


def proof_out(asked: ProofAsked) -> ProofOut:
    """A proof as it is answered; the visit's own goes the same way."""
    checks = prove(asked)
    return ProofOut(
        checks=[check_out(n, check) for n, check in enumerate(checks, 1)],
        minutes=sum(check.minutes for check in checks if check.risk != "after"),
        notice=unit_kind(asked.kind).notice,
    )


def check_out(n: int, check: ProofCheck) -> ProofCheckOut:
    figure = check.figure
    return ProofCheckOut(
        key=check.key,
        name=check.name,
        how=check.how,
        band=check.band,
        minutes=check.minutes,
        why=check.why,
        order=n,
        risk=str(table("proof")["risks"][check.risk]),
        figure=(
            FigureBand(unit=figure.unit, least=figure.least, most=figure.most, guide=figure.guide)
            if figure
            else None
        ),
        fails=check.fails,
        to=check.to,
        leads=[LeadOut(key=lead.key, title=lead.title) for lead in check.leads],
        after=LaterUse(by=check.after[0], much=check.after[1]) if check.after else None,
    )


def _pieces(row: Sequence[Sequence[Entry]], request: ProofIn) -> list[Removed]:
    renewed = set(request.replaced)
    return [
        Removed(
            number,
            entry,
            verdict="replace" if number in renewed else "",
            at=at,
            instead=_instead(request.instead, number) if at == 0 else None,
        )
        for number, entries in enumerate(row, 1)
        for at, entry in enumerate(entries)
    ]


def _instead(instead: Mapping[int, str], number: int) -> Entry | None:
    line = instead.get(number, "")
    return read_line(line)[0] if line.strip() else None


def _findings(request: ProofIn) -> dict[Spot, str]:
    made: dict[Spot, str] = {}
    for each in request.findings:
        spot = (each.step, 0)
        made[spot] = f"{made[spot]}, {each.what}" if spot in made else each.what
    return made


def _heard_in_time(request: ProofIn) -> None:
    """Not more is said than is heard in a breath."""
    said = [*request.lines, *request.instead.values(), *(found.what for found in request.findings)]
    if (many := sum(map(len, said))) > MOST_SAID:
        raise GearingError(
            f"These lines and findings are {many:,} characters; a proof is made from at most {MOST_SAID:,}.",
            code="too_much_said",
            field="lines",
            hint="Say each step shorter, or ask for the proof of one unit at a time.",
        )


def _within(request: ProofIn, steps: int) -> None:
    """Every step that is spoken of is one of the row."""
    for field, numbers in (
        ("replaced", request.replaced),
        ("instead", list(request.instead)),
        ("findings", [each.step for each in request.findings]),
    ):
        if beyond := [number for number in numbers if number > steps]:
            raise GearingError(
                f"There is no step {beyond[0]}: the row has {steps}.",
                code="unknown_step",
                field=field,
                hint="Count the lines from 1.",
            )
