"""Routes of the diagnosis: what is wrong, what was tried, what it was, and the way in to it."""

from __future__ import annotations

from typing import Annotated
from uuid import UUID

from django.http import HttpResponse
from ninja import Router
from pydantic import Field

from gearing.diagnosis import LIKELY_FROM, Seen, checks, faults, is_piece
from gearing.strip.entry import short_name, strip_title
from gearing.strip.order import StripStep, reach, tool_of
from gearing.workshop.units import unit_kind
from sums.base import Model, Problem, here
from sums.diagnose import CheckMade, DiagnoseIn, DiagnoseOut, Said, diagnose_unit, resolve
from workshop.authentication import MemberRequest

from .. import services
from ..kept_steps import visit_answer
from ..mapping import removed
from ..models import Visit
from ..proving import proved_otherwise
from ..row_seen import off_of
from ..schemas import VisitOut
from ..services.base import own_visit
from .guide import like_it
from .sounds import train_of
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


class WayStep(Model):
    """A step of the way in; `done` where this visit has taken such a piece off."""

    title: str
    caution: str
    done: bool


class WayIn(Model):
    """The least that came off to reach a suspected piece, as an earlier row has it."""

    fault: str
    piece: str
    of: str = Field(description="The visit whose row says so")
    steps: list[WayStep]
    leave: list[str] = Field(description="What came off then and need not")
    tools: list[str]


class FailedPiece(Model):
    """A piece that goes in new, and why the old one failed."""

    piece: UUID
    says: str


class DiagnosisOut(DiagnoseOut):
    """What is wrong with a visit's unit, what was tried, and the way in."""

    trials: list[TrialOut]
    cause: str = Field(description="What it turned out to be, by its name; empty while open")
    learnt: list[str] = Field(description="What the workshop found in such units before")
    ways: list[WayIn]
    train: str = Field(description="The unit's train by its row or an earlier one; empty if not known")
    goal: str = Field(description="Key of the fault worth stripping for; empty while none is likely")
    failed: list[FailedPiece] = Field(description="What goes in new, and why the old one failed")
    cause_left: str = Field(description="Said where the cause would stay in: nothing of it is renewed")


class GoalOut(Model):
    """What the strip is to reach, whether it is reached, and the way, where an earlier row has one."""

    fault: str
    name: str
    pieces: list[str] = Field(description="What to look at, in the order it is likely")
    reached: str = Field(description="The first of them that came off; empty until then")
    way: WayIn | None


class TrialIn(Model):
    """The answer by its key, in its words or as the figure read; none takes it back."""

    answer: Said | None
    figure: Annotated[str, Field(max_length=120)] = Field(
        default="", description="What it was read from, in words: 30 clicks in 10 turns"
    )


class GoalIn(Model):
    goal: Annotated[str, Field(max_length=40)] = Field(description="Key of the fault to reach; empty for all")


class LearntFault(Model):
    """A fault that filed visits had, of all of that kind whose cause is known."""

    fault: str
    name: str
    many: int
    of: int


class LearntKind(Model):
    """What was learnt of a kind of unit."""

    kind: str
    kind_label: str
    faults: list[LearntFault]


class TeachingIn(Model):
    teaches: bool


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
    said, figure = (None, "") if body.answer is None else resolve(check, body.answer)
    return _diagnosis(services.answer_check(request.user, visit_id, check, said, figure or body.figure))


@router.put("/visits/{visit_id}/cause", response={200: DiagnosisOut, **PROBLEMS}, by_alias=True)
def name_cause(request: MemberRequest, visit_id: UUID, body: CauseIn) -> DiagnosisOut:
    """Say what it turned out to be."""
    return _diagnosis(services.name_cause(request.user, visit_id, body.cause, body.based_on))


@router.put("/visits/{visit_id}/goal", response={200: VisitOut, **PROBLEMS})
def set_goal(request: MemberRequest, visit_id: UUID, body: GoalIn) -> HttpResponse:
    """Say what the strip is to reach."""
    return visit_answer(services.set_goal(request.user, visit_id, body.goal))


@router.get("/visits/{visit_id}/goal", response={200: GoalOut | None, **PROBLEMS})
def goal(request: MemberRequest, visit_id: UUID) -> GoalOut | None:
    """What the strip is to reach, and how far it is; none where all of it comes off."""
    visit = own_visit(request.user, visit_id)
    fault = faults().get(visit.goal)
    if fault is None:
        return None
    own = off_of(visit)
    reached = _goal(own, fault.key)
    return GoalOut(
        fault=fault.key,
        name=fault.name,
        pieces=list(fault.pieces),
        reached=short_name(reached.entries[0]) if reached else "",
        way=_way_to(visit, fault.key, own),
    )


@router.get("/learnt", response=list[LearntKind])
def learnt(request: MemberRequest) -> list[LearntKind]:
    """What this workshop's filed visits taught it, by kind of unit."""
    made: dict[str, list[tuple[str, int]]] = {}
    for kind, fault, many in services.learnt(request.user):
        if fault in faults():
            made.setdefault(kind, []).append((fault, many))
    return [
        LearntKind(
            kind=kind,
            kind_label=unit_kind(kind).label,
            faults=[
                LearntFault(fault=key, name=faults()[key].name, many=many, of=sum(n for _, n in rows))
                for key, many in rows
            ],
        )
        for kind, rows in made.items()
    ]


@router.put("/learnt/{kind}", response={200: list[LearntKind], **PROBLEMS})
def set_teaching(request: MemberRequest, kind: str, body: TeachingIn) -> list[LearntKind]:
    """Forget what visits of a kind taught, or take it up again."""
    services.set_teaching(request.user, kind, body.teaches)
    return learnt(request)


@router.put("/visits/{visit_id}/complaint", response={200: VisitOut, **PROBLEMS})
def hear_again(request: MemberRequest, visit_id: UUID, body: ComplaintIn) -> HttpResponse:
    """Correct what was said when the unit came in."""
    based_on = body.based_on.model_dump() if body.based_on else None
    said = body.model_dump(exclude={"based_on"})
    return visit_answer(services.hear_again(request.user, visit_id, said, based_on))


@router.put("/visits/{visit_id}/notice", response={200: VisitOut, **PROBLEMS})
def say_notice(request: MemberRequest, visit_id: UUID) -> HttpResponse:
    """Keep that what law or licence says of such a unit was said to its owner."""
    return visit_answer(services.say_notice(request.user, visit_id))


def _diagnosis(visit: Visit) -> DiagnosisOut:
    # A check or an answer that the data no longer has weighs nothing; its history still says it.
    trials = [trial for trial in visit.trials.filter(taken_back=False) if trial.check_key in checks()]
    known = [trial for trial in trials if trial.answer in checks()[trial.check_key].answers]
    row, proved = off_of(visit), proved_otherwise(visit)
    asked = DiagnoseIn(
        kind=visit.unit.kind,
        words=". ".join([visit.complaint, *proved[1]]),
        # A check of the proof that failed speaks as well.
        symptoms=[*[str(said)[:80] for said in visit.symptoms], *proved[0]],
        conditions=[str(said)[:80] for said in visit.conditions],
        use=visit.use_so_far,
        checks=[CheckMade(check=trial.check_key, answer=trial.answer) for trial in known],
        stage="closed" if not row else "opened" if visit.stage in OPENED else "stripped",
    )
    met = services.met_before(visit)
    answer = here(lambda body: diagnose_unit(body, met, _seen(visit)), asked)
    failed, left = _failed(visit, answer)
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
        train=train_of(visit)[0],
        goal=_worth_reaching(answer),
        failed=failed,
        cause_left=left,
    )


def _seen(visit: Visit) -> list[Seen]:
    """What was looked over and is no fastener: a sound screw says nothing of the wrong one."""
    return [
        Seen(short_name(piece.entry), piece.renewed)
        for piece in services.removed_pieces(visit)
        if piece.verdict and not piece.entry.fastener
    ]


def _worth_reaching(answer: DiagnoseOut) -> str:
    first = answer.faults[0] if answer.faults else None
    return first.key if first and first.pieces and first.probability >= LIKELY_FROM else ""


def _failed(visit: Visit, answer: DiagnoseOut) -> tuple[list[FailedPiece], str]:
    """What goes in new and why, by the cause named, else by what is likely of such a piece."""
    cause = faults().get(visit.cause)
    made, touched = [], False
    for step in visit.steps.filter(number__isnull=False).with_record():
        for piece, off in zip(step.live_pieces, removed(step), strict=True):
            if not off.renewed:
                continue
            seen = Seen(short_name(off.entry), True)
            if cause:
                itself = seen.concerns(cause)
                touched = touched or itself
                says = f"{cause.name}" if itself else f"damaged by {cause.name}"
            else:
                likely = next((f for f in answer.faults if seen.concerns(faults()[f.key])), None)
                says = f"perhaps {likely.name}, {likely.probability * 100:.0f} %" if likely else ""
            if says:
                made.append(FailedPiece(piece=piece.id, says=says))
    left = ""
    if cause and made and not touched:
        left = f"Nothing of {', '.join(cause.pieces[:3])} is renewed: mend {cause.name} as well."
    return made, left


def _learnt(visit: Visit, met: dict[str, float]) -> list[str]:
    many = sum(met.values())
    kind = unit_kind(visit.unit.kind).label.lower()
    return [
        f"in {count:.0f} of {many:.0f} filed visits of a {kind} it was {faults()[key].name}"
        for key, count in sorted(met.items(), key=lambda pair: -pair[1])[:3]
        if key in faults()
    ]


def _ways(visit: Visit, answer: DiagnoseOut) -> list[WayIn]:
    """The least to come off for what is likely, from the guide or the nearest earlier row."""
    if visit.steps.filter(number__isnull=False).exists():
        return []
    likely = [cause.key for cause in answer.faults if cause.probability >= WORTH_REACHING][:WAYS]
    return [way for fault in likely if (way := _way_to(visit, fault, []))]


def _way_to(visit: Visit, fault: str, own: list[StripStep]) -> WayIn | None:
    """The way in to a fault by the guide or the nearest earlier row that has such a piece."""
    for other in [visit.guide] if visit.guide else like_it(visit)[:ROWS_LOOKED_AT]:
        steps = off_of(other)
        if goal := _goal(steps, fault):
            return _way(fault, other, steps, goal, own)
    return None


def _goal(steps: list[StripStep], fault: str) -> StripStep | None:
    """The step whose piece the fault is likeliest to sit in: its pieces are named in that order."""
    for piece in faults()[fault].pieces:
        for step in steps:
            if any(is_piece(short_name(entry), piece) for entry in step.entries):
                return step
    return None


def _way(fault: str, other: Visit, steps: list[StripStep], goal: StripStep, own: list[StripStep]) -> WayIn:
    way = reach(steps, goal.number)
    off = {short_name(entry) for step in own for entry in step.entries}
    at = {step.number: step for step in steps}
    tools = [tool_of(at[number].entries[0]) for number in way.steps]
    return WayIn(
        fault=fault,
        piece=short_name(goal.entries[0]),
        of=f"{other.unit.label}, visit {other.number}",
        steps=[
            WayStep(
                title=strip_title(*at[number].entries),
                caution=", ".join(dict.fromkeys(e.caution for e in at[number].entries if e.caution)),
                done=short_name(at[number].entries[0]) in off,
            )
            for number in way.steps
        ],
        leave=[strip_title(*at[number].entries) for number in way.unneeded],
        tools=[tool for tool in dict.fromkeys(tools) if tool],
    )
