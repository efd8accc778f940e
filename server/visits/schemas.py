"""What the API gives back of the record, and how it is read from there."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from datetime import date, datetime
from typing import Annotated, Any
from uuid import UUID

from pydantic import Field

from gearing.diagnosis import faults
from gearing.forms.named import GEAR
from gearing.identification.standard_sizes import size_asked
from gearing.proof import FORMER
from gearing.rebuild import PlanContext, PlanStep, build_plan, minutes_left, spoken
from gearing.strip.entry import Entry, short_name, strip_title
from gearing.strip.figures import figure_of
from gearing.workshop.stages import STAGES, waits_says
from gearing.workshop.units import check_words, conditions, stop_running, symptoms, unit_kind
from sums.base import Model
from sums.entry import FigureOut, PieceFacts, facts, figure_out
from sums.fit import PartIn
from workshop.paging import Pages

from .mapping import entry_of, gear_of, live_pins, live_ticks, live_work, read_as, removed, renewed
from .models import Photo, Piece, Step, Unit, Visit
from .proving import failures_at, results_of


class UnitOut(Model):
    id: UUID
    kind: str
    kind_label: str
    label: str
    model: str
    owner_label: str


class VisitPage(Model):
    """Some of the visits asked for, last touched first."""

    cards: list[VisitCard]
    says: str = Field(
        description="How the bench stands; empty where only some of the open visits were asked for"
    )
    total: int = Field(description="How many there are of those asked for")
    page: int
    pages: int


class UnitCard(Model):
    """A unit that was here, and how often."""

    unit: UnitOut
    visits: int
    last: datetime | None
    open_visit: UUID | None = Field(description="Its visit that is not filed yet")


class UnitPage(Model):
    """Some of the units asked for, last here first."""

    units: list[UnitCard]
    total: int
    page: int
    pages: int


class VisitCard(Model):
    """A visit as it stands on the bench."""

    id: UUID
    unit: UnitOut
    number: int
    complaint: str
    stage: str
    waits_for: str
    waits_note: str
    about: str = Field(description="Kind, owner and which visit it is, on one line")
    stage_says: str
    waits_says: str
    pieces: int
    changed_at: datetime
    photo: UUID | None


class PhotoMark(Model):
    """A pin, or an arrow from the second point to the first, in shares of the picture's width and height."""

    x: Annotated[float, Field(ge=0, le=1)]
    y: Annotated[float, Field(ge=0, le=1)]
    from_x: Annotated[float, Field(ge=0, le=1)] | None = None
    from_y: Annotated[float, Field(ge=0, le=1)] | None = None
    piece: UUID | None = None


class PhotoOut(Model):
    id: UUID
    width: int
    height: int
    marks: list[PhotoMark]


class PinnedGear(Model):
    """What meshing a pinned gear takes."""

    module_mm: float
    pressure_angle_deg: float
    profile_shift: float
    helix_angle_deg: float = Field(default=0.0, description="Left-hand counts as minus")
    addendum: float
    dedendum: float


class PinOut(Model):
    """A piece as it was read, with enough to judge it again; `gear` for external gears."""

    id: UUID
    rim: int
    teeth: int
    form: str
    label: str
    says: str
    probability: float
    gear: PinnedGear | None
    hand_known: bool = Field(description="False for a helical gear whose hand was not recorded")
    part: PartIn = Field(description="As the drawer and the intake are asked for it")
    size: str = Field(description="Its size as it is asked for over a counter")
    request: dict[str, Any]


class WorkOut(Model):
    """A fitting sum kept with its piece."""

    id: UUID
    says: str
    mind: str
    request: dict[str, Any]


class TickOut(Model):
    id: UUID
    outcome: str
    count: int


class PieceOut(PieceFacts):
    """A piece as it was said, and all that was found of it since."""

    id: UUID
    renewed: bool = Field(description="Whether a new one goes in its place, so that it has to be got")
    figure: FigureOut
    verdict: str
    finding: str
    findings: list[dict[str, Any]]
    instead: str = Field(description="What goes in instead, as it would be said; empty for the same again")
    mate: str = Field(description="The gear it is replaced with; empty for none")
    pins: list[PinOut]
    ticks: list[TickOut]
    worked: list[WorkOut]


class StepOut(Model):
    """A step of the strip; `number` is null once it is taken back."""

    id: UUID
    number: int | None
    line: str
    title: str
    photos: list[PhotoOut]
    piece: PieceOut = Field(description="What the line names first")
    beside: list[PieceOut] = Field(description="What else came off with it")


class Said(Model):
    """A key that is kept, and the words for it today."""

    key: str
    label: str


class CheckOut(Said):
    """A check of the proof as it went: whether it holds, its figure, and why it was waived or failed."""

    done: bool
    says: str


class VisitHead(Model):
    """What the stages of a visit show besides its steps."""

    id: UUID
    unit: UnitOut
    number: int
    changed_at: datetime
    complaint: str
    use_so_far: str
    symptoms: list[Said]
    conditions: list[Said]
    stage: str
    waits_for: str
    waits_note: str
    to_watch: str
    look_again_on: date | None
    look_again_after: float | None = Field(description="Of use, where it is counted by that")
    look_again_by: str = Field(description="What the use is counted in")
    used_since: float
    cause: str = Field(description="Key of the fault it turned out to be; empty while open")
    cause_says: str = Field(description="Its name")
    goal: str = Field(description="Key of the fault the strip is to reach; empty for all of it")
    notice_said: bool
    power: str
    notice: str
    stop_running: str
    checks: list[CheckOut]
    photos: list[PhotoOut]
    whole: bool = Field(default=True, description="False where only the steps that changed are among these")
    gone: list[UUID] = Field(default_factory=list, description="Of those, steps that were taken back")


class VisitOut(VisitHead):
    """Everything the stages of a visit show."""

    steps: list[StepOut]


class RemarkOut(Model):
    tone: str
    text: str


class BuildStepOut(Model):
    """One screen of the rebuild. `step_id` and `piece_id` are of the piece it concerns."""

    key: str
    kind: str = Field(description="piece, or the rule that put it in")
    step_id: UUID
    piece_id: UUID
    number: int
    title: str
    done: str
    outcome: str
    remarks: list[RemarkOut]
    aloud: str = Field(description="Title and remarks as they are read out, figures as one says them")
    rule: str
    minutes: float
    cure: float
    tightening: list[int]
    ticked: bool = Field(description="Whether a step put in between is done")
    failed: list[str] = Field(description="What failed in the proof that may come from it, in words")


class PlanOut(Model):
    """The rebuild, last off first, with what the rules put in between."""

    steps: list[BuildStepOut]
    struck: list[BuildStepOut]
    pace: float = Field(description="How many times the usual minutes it is planned with, as it took here")
    left: list[float] = Field(
        description="Minutes until all is done and cured, standing at each step; the last, past the end"
    )


def unit_out(unit: Unit) -> UnitOut:
    return UnitOut(
        id=unit.id,
        kind=unit.kind,
        kind_label=unit_kind(unit.kind).label,
        label=unit.label,
        model=unit.model,
        owner_label=unit.owner_label,
    )


def card(visit: Any) -> VisitCard:
    """A visit annotated with its `pieces` and newest `photo`."""
    unit = unit_out(visit.unit)
    about = unit.kind_label, unit.owner_label, f"visit {visit.number}" if visit.number > 1 else ""
    return VisitCard(
        id=visit.id,
        unit=unit,
        about=" · ".join(filter(None, about)),
        stage_says=STAGES.get(visit.stage, ""),
        waits_says=waits_says(visit.waits_for, visit.waits_note, visit.stage),
        number=visit.number,
        complaint=visit.complaint,
        stage=visit.stage,
        waits_for=visit.waits_for,
        waits_note=visit.waits_note,
        pieces=visit.pieces,
        changed_at=visit.changed_at,
        photo=visit.photo,
    )


def cards_of(visits: Iterable[Any], pages: Pages, says: str) -> VisitPage:
    """A page of them."""
    return VisitPage(
        cards=[card(visit) for visit in visits],
        says=says,
        total=pages.total,
        page=pages.page,
        pages=pages.pages,
    )


def visit_head(visit: Visit, gone: list[UUID], *, whole: bool) -> VisitHead:
    kind = unit_kind(visit.unit.kind)
    return VisitHead(
        id=visit.id,
        unit=unit_out(visit.unit),
        number=visit.number,
        changed_at=visit.changed_at,
        complaint=visit.complaint,
        use_so_far=visit.use_so_far,
        symptoms=_said(visit.symptoms, symptoms()),
        conditions=_said(visit.conditions, conditions()),
        stage=visit.stage,
        waits_for=visit.waits_for,
        waits_note=visit.waits_note,
        to_watch=visit.to_watch,
        look_again_on=visit.look_again_on,
        look_again_after=None if visit.look_again_after is None else float(visit.look_again_after),
        look_again_by=visit.look_again_by,
        used_since=float(visit.used_since),
        cause=visit.cause,
        goal=visit.goal,
        cause_says=faults()[visit.cause].name if visit.cause in faults() else "",
        notice_said=visit.notice_said,
        power=kind.power,
        notice=kind.notice,
        stop_running=stop_running(visit.symptoms),
        checks=_proved(visit),
        photos=[photo_out(photo) for photo in visit.photos.filter(step__isnull=True)],
        whole=whole,
        gone=gone,
    )


def _proved(visit: Visit) -> list[CheckOut]:
    """The last result of each check; ticks of before the record asked for checks stand behind them."""
    last = results_of(visit)
    made = [
        CheckOut(
            key=key,
            label=result.name,
            done=result.outcome in ("met", "waived"),
            says=", ".join(
                part
                for part in (
                    f"{result.value:g} {result.unit}" if result.value is not None else "",
                    result.outcome if result.outcome != "met" else "",
                    result.note,
                )
                if part
            ),
        )
        for key, result in last.items()
    ]
    ticked = [key for key in visit.checks_done if FORMER.get(key, key) not in last]
    return [*made, *(CheckOut(key=key, label=check_words(key), done=True, says="") for key in ticked)]


def _said(keys: list[str], words: dict[str, str]) -> list[Said]:
    """What is no longer on a list speaks for itself."""
    return [Said(key=key, label=words.get(key, key)) for key in keys]


def photo_out(photo: Photo) -> PhotoOut:
    return PhotoOut(
        id=photo.id,
        width=photo.width,
        height=photo.height,
        marks=[_mark(mark) for mark in photo.marks],
    )


def _mark(kept: dict[str, Any]) -> PhotoMark:
    """A mark as it is kept: it was checked on its way in, and is never refused on its way out."""
    piece = kept.get("piece")
    return PhotoMark.model_construct(**{**kept, "piece": UUID(piece) if piece else None})


def step_out(step: Step) -> StepOut:
    pieces = [(piece, entry_of(piece)) for piece in step.live_pieces]
    first, *beside = (piece_out(piece, entry) for piece, entry in pieces)
    return StepOut(
        id=step.id,
        number=step.number,
        line=step.line,
        title=strip_title(*(entry for _, entry in pieces)),
        photos=[photo_out(photo) for photo in step.photos.all()],
        piece=first,
        beside=beside,
    )


def piece_out(piece: Piece, entry: Entry | None = None) -> PieceOut:
    entry = entry or entry_of(piece)
    pins = live_pins(piece)
    return PieceOut(
        id=piece.id,
        **facts(entry),
        renewed=renewed(piece, entry),
        figure=figure_out(figure_of(entry, {pin.rim: gear for pin in pins if (gear := gear_of(pin))})),
        verdict=piece.verdict,
        finding=piece.finding,
        findings=piece.findings,
        instead=piece.instead,
        mate=short_name(entry_of(piece.mate)) if piece.mate else "",
        pins=[_pin_out(pin) for pin in pins],
        worked=[
            WorkOut(id=w.id, says=w.says, mind=w.mind, request=w.request["work"]) for w in live_work(piece)
        ],
        ticks=[TickOut(id=t.id, outcome=t.outcome, count=t.count) for t in live_ticks(piece)],
    )


def _pin_out(pin: Any) -> PinOut:
    form = pin.request.get("form") or ("ring" if pin.chosen.get("internal") else GEAR)
    kept = {name: pin.chosen[name] for name in PinnedGear.model_fields if name in pin.chosen}
    helix, hand = kept.get("helix_angle_deg", 0.0), pin.request.get("hand", "")
    if helix:
        kept["helix_angle_deg"] = -helix if hand == "left" else helix
    return PinOut(
        id=pin.id,
        rim=pin.rim,
        teeth=pin.request["teeth"],
        form=form,
        label=pin.chosen["label"],
        says=read_as(pin),
        probability=pin.chosen["probability"],
        gear=PinnedGear.model_construct(**kept) if form == GEAR else None,
        hand_known=not helix or bool(hand),
        part=_part(pin, form),
        size=size_asked(pin.chosen["label"], pin.chosen.get("module_mm")),
        request=pin.request,
    )


def _part(pin: Any, form: str) -> PartIn:
    """A reading kept may be of before today's limits: what is on record is not refused on its way out."""
    asked, chosen = pin.request, pin.chosen
    gear = form == GEAR
    return PartIn.model_construct(
        teeth=asked["teeth"],
        module_mm=chosen["module_mm"] if gear else None,
        pressure_angle_deg=chosen["pressure_angle_deg"] if gear else 0.0,
        bore_mm=asked.get("bore_mm"),
        bore_shape=(asked.get("bore_shape") or "") if asked.get("bore_mm") else "",
        width_mm=asked.get("width_mm"),
        boss=asked.get("boss") or "",
        material=asked.get("material") or "",
    )


def plan_out(visit: Visit, bench: PlanContext) -> PlanOut:
    """The plan of the core, with the ids the screen ticks by."""
    steps: list[Step] = list(visit.steps.filter(number__isnull=False).with_record())
    by_number = {step.number: step for step in steps}
    pieces = [piece for step in steps for piece in removed(step)]
    made = build_plan(pieces, bench)
    counted = {piece.key for piece in pieces if piece.answered >= piece.entry.count}
    done = frozenset(counted | {key for key, mark in bench.marks.items() if mark.done})
    failed = failures_at(visit)
    return PlanOut(
        steps=[_build_step(by_number[step.step], step, done, failed) for step in made.steps],
        struck=[_build_step(by_number[step.step], step, done, failed) for step in made.struck],
        pace=bench.pace,
        left=minutes_left(list(made.steps), done),
    )


def _build_step(
    step: Step, made: PlanStep, done: frozenset[str], failed: Mapping[str, Sequence[str]]
) -> BuildStepOut:
    return BuildStepOut(
        key=made.key,
        kind=made.kind,
        step_id=step.id,
        piece_id=next(piece.id for piece in step.live_pieces if piece.at == made.at),
        number=made.step,
        title=made.title,
        done=made.done,
        outcome=made.outcome,
        remarks=[RemarkOut(tone=r.tone, text=r.text) for r in made.remarks],
        aloud=spoken(". ".join([made.title, *(r.text.rstrip(".") for r in made.remarks)])),
        rule=made.rule,
        minutes=made.minutes,
        cure=made.cure,
        tightening=list(made.tightening),
        ticked=made.key in done,
        failed=list(failed.get(made.key, ())),
    )
