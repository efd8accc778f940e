"""The ``diagnose`` sum: what is wrong, how sure, and the cheapest check that tells."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

from gearing.diagnosis import (
    LIKELY_FROM,
    Answered,
    Cause,
    Check,
    Diagnosis,
    Offer,
    Seen,
    checks,
    diagnose,
    force_path,
    hear,
    next_checks,
    observations,
)
from gearing.errors import GearingError
from gearing.workshop.units import conditions, kind_named, pick_named, stop_running, symptoms, unit_kind

from .figures import resolve
from .request import CheckMade, DiagnoseIn
from .response import AnswerOut, CauseOut, DiagnoseOut, HeardOut, NextCheckOut, StationOut

SHOWN = 6
"""Causes answered; the rest are summed up."""

LEAST_SHOWN = 0.01
FURTHER = 4
"""Checks offered besides the next."""


def diagnose_unit(
    request: DiagnoseIn, met: Mapping[str, float] | None = None, seen: Sequence[Seen] = ()
) -> DiagnoseOut:
    """What is wrong with a unit.

    `met` are faults the workshop found in such units before, `seen` its pieces as they were looked over.
    """
    kind = kind_named(request.kind)
    picked = [pick_named(symptoms(), said) for said in request.symptoms]
    picked += [pick_named(conditions(), said) for said in request.conditions]
    # What is on no list is heard as words: nothing that was said is lost.
    listed = {*symptoms(), *conditions(), *observations()}
    words = ". ".join([request.words, *(said for said in picked if said not in listed)])
    heard = hear(words, picked, request.use)
    answered = [_answered(n, made) for n, made in enumerate(request.checks)]
    found = diagnose(kind, heard, answered, met, seen)
    offers = next_checks(found, stage=request.stage, made=[each.check for each in answered])
    shown = [s for s in found.causes[:SHOWN] if s.probability >= LEAST_SHOWN]
    known = observations()
    return DiagnoseOut(
        answer=found.says,
        faults=[_cause(cause) for cause in shown],
        something_else=found.something_else,
        path=[StationOut(key=s.key, says=s.says, odds=s.odds) for s in force_path(found)],
        next=_next(offers[0]) if offers else None,
        others=[_next(offer) for offer in offers[1 : 1 + FURTHER]],
        stop=_stop(found.stop, picked, heard.said),
        notice=unit_kind(kind).notice,
        heard=[HeardOut(key=key, says=known[key].says) for key in known if key in heard.said],
        denied=[HeardOut(key=key, says=known[key].says) for key in known if key in heard.denied],
        contradicts=[
            *(f"{first} and {second} cannot both be" for first, second in heard.contradictions),
            *(_against_what_was_seen(diagnose(kind, heard, answered, met), seen) if seen else ()),
        ],
    )


def _against_what_was_seen(before: Diagnosis, seen: Sequence[Seen]) -> list[str]:
    """Where the look over contradicts what was thought likely from outside."""
    leading = before.causes[0]
    theirs = [piece for piece in seen if piece.concerns(leading.fault)]
    if not theirs or leading.probability < LIKELY_FROM or any(piece.dead for piece in theirs):
        return []
    names = ", ".join(piece.name for piece in theirs[:3])
    return [f"From outside it was most likely {leading.fault.name}, but {names} looked sound"]


def _answered(n: int, made: CheckMade) -> Answered:
    check = checks().get(made.check)
    if check is None:
        raise GearingError(
            f"There is no check called “{made.check}”.",
            code="unknown_check",
            field=f"checks.{n}.check",
            hint="Take the key of a check that was offered.",
        )
    try:
        return Answered(check.key, check.answer_of(resolve(check.key, made.answer)[0]))
    except GearingError as error:
        error.field = f"checks.{n}.answer"
        raise


def _cause(cause: Cause) -> CauseOut:
    fault = cause.fault
    return CauseOut(
        key=fault.key,
        name=fault.name,
        probability=cause.probability,
        speaks_for=list(cause.speaks_for),
        against=list(cause.speaks_against),
        pieces=list(fault.pieces),
        then=fault.then,
        stop=fault.stop,
    )


def _next(offer: Offer) -> NextCheckOut:
    check: Check = offer.check
    return NextCheckOut(
        check=check.key,
        name=check.name,
        how=check.how,
        minutes=check.minutes,
        answers=[AnswerOut(key=key, label=label) for key, label in check.answers.items()],
        number=check.number,
        by=check.by,
        draw=check.draw,
        bits=offer.bits,
    )


def _stop(likely: bool, picked: list[str], said: frozenset[str]) -> str:
    """The warning not to run it on: by what was heard, or by what is likely."""
    by_ear = stop_running([*picked, *said])
    return by_ear or ("Do not run it further: what is likely does more harm at every turn." if likely else "")
