"""Routes of the diagnosis: what is wrong, what was tried, what it was, and the way in to it."""

from __future__ import annotations

from typing import Annotated
from uuid import UUID

from ninja import Router
from pydantic import Field

from gearing.diagnosis import Seen, checks, faults, is_piece
from gearing.strip.entry import short_name, strip_title
from gearing.strip.order import StripStep, reach, tool_of
from gearing.workshop.units import unit_kind
from sums.base import Model, Problem, here
from sums.diagnose import CheckMade, DiagnoseIn, DiagnoseOut, diagnose_unit
from workshop.authentication import MemberRequest

from .. import services
from ..models import Visit
from ..row_seen import off_of
from ..schemas import VisitOut, visit_out
from ..services.base import own_visit
from .guide import like_it
from .visits import Note, Picks

router = Router(tags=["diagnosis"])
PROBLEMS = {404: Problem, 409: Problem, 422: Problem, 503: Problem}
WAYS = 2
"""Causes for which the way in is shown."""

WORTH_REACHING = 0.1
ROWS_LOOKED_AT = 6
"""Earlier rows, the nearest first, in which the way in is looked for."""

OPENED = ("strip",)


class TrialOut(Model):
    """A check that was made, with its answer in words and the figure read."""

    check: str
    name: str
    answer: str
    label: str
    figure: str


class WayIn(Model):
    """The least that came off to reach a suspected piece, as an earlier row has it."""

    fault: str
    piece: str
    of: str = Field(description="The visit whose row says so")
    steps: list[str]
    leave: list[str] = Field(description="What came off then and need not")
    tools: list[str]


class DiagnosisOut(DiagnoseOut):
    """What is wrong with a visit's unit, what was tried, and the way in."""

    trials: list[TrialOut]
    cause: str = Field(description="What it turned out to be, by its name; empty while open")
    learnt: list[str] = Field(description="What the workshop found in such units before")
    ways: list[WayIn]


class TrialIn(Model):
    """The answer by its key, in its words or as the figure read; none takes it back."""

    answer: Annotated[str, Field(max_length=80)] | float | None


class CauseIn(Model):
    cause: Annotated[str, Field(max_length=40)]
    based_on: Annotated[str, Field(max_length=40)] | None = None


class SaidBefore(Model):
    """What was said of a unit, as a device knew it."""

    complaint: Note
    use_so_far: Annotated[str, Field(max_length=120)]
    symptoms: Picks
    conditions: Picks


class ComplaintIn(SaidBefore):
    based_on: SaidBefore | None = None


@router.get("/visits/{visit_id}/diagnosis", response={200: DiagnosisOut, **PROBLEMS}, by_alias=True)
def diagnosis_of(request: MemberRequest, visit_id: UUID) -> DiagnosisOut:
    """What is wrong, by all that the record knows."""
    return _diagnosis(own_visit(request.user, visit_id))


@router.put("/visits/{visit_id}/trials/{check}", response={200: DiagnosisOut, **PROBLEMS}, by_alias=True)
def answer_check(request: MemberRequest, visit_id: UUID, check: str, body: TrialIn) -> DiagnosisOut:
    """Keep what a check gave."""
    return _diagnosis(services.answer_check(request.user, visit_id, check, body.answer))


@router.put("/visits/{visit_id}/cause", response={200: DiagnosisOut, **PROBLEMS}, by_alias=True)
def name_cause(request: MemberRequest, visit_id: UUID, body: CauseIn) -> DiagnosisOut:
    """Say what it turned out to be."""
    return _diagnosis(services.name_cause(request.user, visit_id, body.cause, body.based_on))


@router.put("/visits/{visit_id}/complaint", response={200: VisitOut, **PROBLEMS})
def hear_again(request: MemberRequest, visit_id: UUID, body: ComplaintIn) -> VisitOut:
    """Correct what was said when the unit came in."""
    based_on = body.based_on.model_dump() if body.based_on else None
    said = body.model_dump(exclude={"based_on"})
    return visit_out(services.hear_again(request.user, visit_id, said, based_on))


@router.put("/visits/{visit_id}/notice", response={200: VisitOut, **PROBLEMS})
def say_notice(request: MemberRequest, visit_id: UUID) -> VisitOut:
    """Keep that what law or licence says of such a unit was said to its owner."""
    return visit_out(services.say_notice(request.user, visit_id))


def _diagnosis(visit: Visit) -> DiagnosisOut:
    # A check or an answer that the data no longer has weighs nothing; its history still says it.
    trials = [trial for trial in visit.trials.filter(taken_back=False) if trial.check_key in checks()]
    known = [trial for trial in trials if trial.answer in checks()[trial.check_key].answers]
    row = off_of(visit)
    asked = DiagnoseIn(
        kind=visit.unit.kind,
        words=visit.complaint,
        symptoms=[str(said)[:80] for said in visit.symptoms],
        conditions=[str(said)[:80] for said in visit.conditions],
        use=visit.use_so_far,
        checks=[CheckMade(check=trial.check_key, answer=trial.answer) for trial in known],
        stage="closed" if not row else "opened" if visit.stage in OPENED else "stripped",
    )
    met = services.met_before(visit)
    answer = here(lambda body: diagnose_unit(body, met, _seen(visit)), asked)
    return DiagnosisOut(
        **answer.model_dump(by_alias=False),
        trials=[
            TrialOut(
                check=trial.check_key,
                name=checks()[trial.check_key].name,
                answer=trial.answer,
                label=checks()[trial.check_key].answers[trial.answer],
                figure=trial.figure,
            )
            for trial in known
        ],
        cause=faults()[visit.cause].name if visit.cause in faults() else "",
        learnt=_learnt(visit, met),
        ways=_ways(visit, answer),
    )


def _seen(visit: Visit) -> list[Seen]:
    """What was looked over and is no fastener: a sound screw says nothing of the wrong one."""
    return [
        Seen(short_name(piece.entry), piece.renewed)
        for piece in services.removed_pieces(visit)
        if piece.verdict and not piece.entry.fastener
    ]


def _learnt(visit: Visit, met: dict[str, float]) -> list[str]:
    many = sum(met.values())
    kind = unit_kind(visit.unit.kind).label
    return [
        f"{faults()[key].name}: {count:.0f} of {many:.0f} filed here ({kind})"
        for key, count in sorted(met.items(), key=lambda pair: -pair[1])[:3]
        if key in faults()
    ]


def _ways(visit: Visit, answer: DiagnoseOut) -> list[WayIn]:
    """The least to come off for what is likely, from the guide or the nearest earlier row."""
    if visit.steps.filter(number__isnull=False).exists():
        return []
    others = [visit.guide] if visit.guide else like_it(visit)[:ROWS_LOOKED_AT]
    ways = []
    for cause in [cause for cause in answer.faults if cause.probability >= WORTH_REACHING][:WAYS]:
        for other in others:
            steps = off_of(other)
            goal = _goal(steps, cause.key)
            if goal:
                ways.append(_way(cause.key, other, steps, goal))
                break
    return ways


def _goal(steps: list[StripStep], fault: str) -> StripStep | None:
    """The step whose piece the fault is likeliest to sit in: its pieces are named in that order."""
    for piece in faults()[fault].pieces:
        for step in steps:
            if any(is_piece(short_name(entry), piece) for entry in step.entries):
                return step
    return None


def _way(fault: str, other: Visit, steps: list[StripStep], goal: StripStep) -> WayIn:
    way = reach(steps, goal.number)
    at = {step.number: step for step in steps}
    tools = [tool_of(at[number].entries[0]) for number in way.steps]
    return WayIn(
        fault=fault,
        piece=short_name(goal.entries[0]),
        of=f"{other.unit.label}, visit {other.number}",
        steps=[strip_title(*at[number].entries) for number in way.steps],
        leave=[strip_title(*at[number].entries) for number in way.unneeded],
        tools=[tool for tool in dict.fromkeys(tools) if tool],
    )
