"""Routes of looking pieces over: what was seen, what follows, and what their gears were read as."""

from __future__ import annotations

from typing import Annotated, Any, Literal
from uuid import UUID

from ninja import Query, Router
from pydantic import AliasChoices, Discriminator, Field, Tag

from gearing.inspection.findings import Finding, goes_on, sights
from gearing.inspection.findings import judge as judge_findings
from gearing.inspection.known import known_gear
from gearing.rebuild.spoken import spoken
from gearing.strip.entry import LONGEST_LINE, short_name
from shelf.services import house_of
from sums.base import Model, Problem
from sums.fitting import FittingIn
from sums.form import FormIn
from sums.read import ReadIn
from workshop.authentication import MemberRequest

from .. import services
from ..mapping import entry_of, gear_of, live_pins
from ..models import Piece
from ..schemas import PieceOut, piece_out
from ..services.base import own_visit

router = Router(tags=["look"])
PROBLEMS = {404: Problem, 409: Problem, 422: Problem, 503: Problem}


class FindingIn(Model):
    """Something seen on a piece; play is measured in mm at a radius."""

    what: Annotated[str, Field(min_length=1, max_length=20)]
    teeth: Annotated[list[Annotated[int, Field(ge=0, le=999)]], Field(max_length=1000)] = Field(
        default_factory=list
    )
    face: Literal["", "front", "back"] = ""
    mm: Annotated[float, Field(ge=0, le=1000)] = 0.0
    radius: Annotated[float, Field(ge=0, le=5000)] = 0.0


class LookIn(Model):
    findings: Annotated[list[FindingIn], Field(max_length=40)] = Field(default_factory=list)


class SightOut(Model):
    """Something this kind of piece can show."""

    key: str
    says: str
    by_tooth: bool


class MateOut(Model):
    """A gear that could run against the one in hand."""

    piece_id: UUID
    name: str


class LookOut(Model):
    """What can be seen on the piece, and what the rules make of what was."""

    mates: list[MateOut] = Field(description="What it could be replaced together with, the likeliest first")

    sights: list[SightOut]
    verdict: str
    reason: str
    aloud: str = Field(description="The reason as it is read out, figures as one says them")
    goes_on: str = Field(description="The verdict that going on without a free hand gives; empty for none")


class JudgedState(Model):
    """A verdict as a device knew it."""

    verdict: Annotated[str, Field(max_length=10)] = ""
    finding: Annotated[str, Field(max_length=300)] = ""
    findings: Annotated[list[FindingIn], Field(max_length=40)] = Field(default_factory=list)
    instead: Annotated[str, Field(max_length=LONGEST_LINE)] = ""


class VerdictIn(LookIn):
    """The verdict on a piece; findings left out stay as they were."""

    verdict: Literal["", "keep", "clean", "replace", "pair"]
    finding: Annotated[str, Field(max_length=300)] = ""
    findings: Annotated[list[FindingIn], Field(max_length=40)] | None = None  # type: ignore[assignment]
    instead: Annotated[str, Field(max_length=LONGEST_LINE)] | None = Field(
        default=None, description="What goes in instead, said as in the strip; empty for the same again"
    )
    mate: UUID | None = Field(default=None, description="The gear replaced with it, for the verdict pair")
    based_on: JudgedState | None = Field(default=None, description="What stood there when this was said")


def _gear_or_part(body: Any) -> str:
    """Readings of a gear, or of a part of another form."""
    return "part" if isinstance(body, FormIn) or (isinstance(body, dict) and "form" in body) else "gear"


class PinIn(Model):
    """A reading to pin: the rim of the piece, what was measured, which candidate."""

    rim: Annotated[int, Field(ge=0, le=3)] = 0
    # Entries that an earlier version left unsent call it `given`.
    request: Annotated[
        Annotated[ReadIn, Tag("gear")] | Annotated[FormIn, Tag("part")], Discriminator(_gear_or_part)
    ] = Field(validation_alias=AliasChoices("request", "given"))
    choice: Annotated[int, Field(ge=0, le=20)] = 0


@router.put("/visits/{visit_id}/pieces/{piece_id}/verdict", response={200: PieceOut, **PROBLEMS})
def judge(request: MemberRequest, visit_id: UUID, piece_id: UUID, body: VerdictIn) -> PieceOut:
    """Say what is to become of a piece."""
    seen = None if body.findings is None else [finding.model_dump() for finding in body.findings]
    based_on = body.based_on.model_dump() if body.based_on else None
    return piece_out(
        services.judge(
            request.user,
            visit_id,
            piece_id,
            body.verdict,
            body.finding,
            seen,
            body.instead,
            based_on,
            body.mate,
        )
    )


@router.post("/visits/{visit_id}/pieces/{piece_id}/look", response={200: LookOut, **PROBLEMS})
def look(request: MemberRequest, visit_id: UUID, piece_id: UUID, body: LookIn) -> LookOut:
    """What can be seen on a piece, and what the rules and the house's school make of what was."""
    visit = own_visit(request.user, visit_id)
    piece = Piece.objects.filter(step__visit=visit).get_or_404(id=piece_id)
    kind = entry_of(piece).kind
    findings = [
        Finding(finding.what, tuple(finding.teeth), finding.face, finding.mm, finding.radius)
        for finding in body.findings
    ]
    judged = judge_findings(kind, findings, house_of(request.user.workshop_id or 0))
    return LookOut(
        mates=[
            MateOut(piece_id=mate.id, name=short_name(entry_of(mate)))
            for mate in services.mates_of(visit, piece)
        ],
        sights=[SightOut(key=s.key, says=s.says, by_tooth=s.by_tooth) for s in sights(kind)],
        verdict=judged.verdict,
        reason=judged.reason,
        aloud=spoken(judged.reason),
        goes_on=goes_on(judged, findings),
    )


class KnownMate(Model):
    """The gear it is taken to run against; `module_mm` where that was read."""

    name: str
    teeth: int
    label: str
    module_mm: float | None
    sure: float


class KnownOut(Model):
    """What the record knows of a gear before it is measured; lengths mm, 0 and empty where not known."""

    teeth: int
    module_mm: float
    size: str
    mark: str
    material: str
    hand: str
    bore_mm: float
    width_mm: float
    distance_mm: float
    worn: str
    pointed: bool
    mate: KnownMate | None


@router.get("/visits/{visit_id}/pieces/{piece_id}/known", response={200: KnownOut, **PROBLEMS})
def known(
    request: MemberRequest, visit_id: UUID, piece_id: UUID, rim: Annotated[int, Query(ge=0, le=3)] = 0
) -> KnownOut:
    """The evidence a reading begins with: the line, the look-over, the mate and the shafts."""
    visit = own_visit(request.user, visit_id)
    piece = Piece.objects.filter(step__visit=visit, taken_back=False).get_or_404(id=piece_id)
    mate = next(iter(services.mates_of(visit, piece)), None)
    mate_entry = entry_of(mate) if mate else None
    known = known_gear(
        entry_of(piece), rim, [str(found.get("what", "")) for found in piece.findings], mate_entry
    )
    pin = next((pin for pin in live_pins(mate) if gear_of(pin)), None) if mate else None
    return KnownOut(
        teeth=known.teeth,
        module_mm=known.module,
        size=known.size,
        mark=known.mark,
        material=known.material,
        hand=known.hand,
        bore_mm=known.bore,
        width_mm=known.width,
        distance_mm=known.distance,
        worn=known.worn,
        pointed=known.pointed,
        mate=KnownMate(
            name=short_name(mate_entry),
            # Which gear of a compound one it is nobody said.
            teeth=mate_entry.teeth[0] if len(mate_entry.teeth) == 1 else 0,
            label=pin.chosen["label"] if pin else "",
            module_mm=pin.chosen["module_mm"] if pin else None,
            sure=pin.chosen["probability"] if pin else 0.0,
        )
        if mate_entry
        else None,
    )


@router.put("/visits/{visit_id}/pieces/{piece_id}/pins/{pin_id}", response={200: PieceOut, **PROBLEMS})
def pin(request: MemberRequest, visit_id: UUID, piece_id: UUID, pin_id: UUID, body: PinIn) -> PieceOut:
    """Pin what a gear was read as to its piece."""
    return piece_out(
        services.pin_gear(request.user, visit_id, piece_id, pin_id, body.rim, body.request, body.choice)
    )


@router.delete("/visits/{visit_id}/pieces/{piece_id}/pins/{pin_id}", response={200: PieceOut, **PROBLEMS})
def unpin(request: MemberRequest, visit_id: UUID, piece_id: UUID, pin_id: UUID) -> PieceOut:
    """Take a reading back; an earlier one of the same gear stands again."""
    return piece_out(services.unpin_gear(request.user, visit_id, piece_id, pin_id))


@router.put("/visits/{visit_id}/pieces/{piece_id}/work/{work_id}", response={200: PieceOut, **PROBLEMS})
def keep_work(
    request: MemberRequest, visit_id: UUID, piece_id: UUID, work_id: UUID, body: FittingIn
) -> PieceOut:
    """Keep a fitting sum with its piece: the rebuild says it there."""
    return piece_out(services.keep_work(request.user, visit_id, piece_id, work_id, body))


@router.delete("/visits/{visit_id}/pieces/{piece_id}/work/{work_id}", response={200: PieceOut, **PROBLEMS})
def drop_work(request: MemberRequest, visit_id: UUID, piece_id: UUID, work_id: UUID) -> PieceOut:
    """Take it back."""
    return piece_out(services.drop_work(request.user, visit_id, piece_id, work_id))
