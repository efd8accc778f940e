"""Routes that see the row otherwise, and the words and ways in it."""

from __future__ import annotations

from collections import Counter
from typing import Annotated
from uuid import UUID

from ninja import Router
from pydantic import Field

from gearing.strip.entry import name_of, strip_title
from gearing.strip.order import reach, tool_of
from gearing.strip.views.covers import MOST_HOLES
from sums.base import Model, Problem
from workshop.authentication import MemberRequest

from .. import services
from ..mapping import entry_of
from ..models import Piece
from ..row_seen import RowOut, off_of, row_seen
from ..services.base import own_visit

router = Router(tags=["row"])
PROBLEMS = {404: Problem, 409: Problem, 422: Problem, 503: Problem}
MOST_PIECES, MOST_WORDS = 3000, 300
FRESH, FRESH_COUNTS = 300, 4
"""So many pieces recorded last count so often: what is said now is said again soon."""


class WordsOut(Model):
    """Words used of this unit and of others of its kind, the likeliest first."""

    words: list[str]


class ReachStep(Model):
    number: int
    title: str
    tool: str
    turn_over: bool


class ReachOut(Model):
    """The least that must come off, in the easiest order; `exact` if no order is easier."""

    steps: list[ReachStep]
    turn_overs: int
    tool_changes: int
    exact: bool
    unneeded: list[str]


class CoverMapIn(Model):
    name: Annotated[str, Field(min_length=1, max_length=120)]
    layout: Annotated[str, Field(max_length=10)]
    holes: Annotated[list[Annotated[int, Field(ge=0, le=99)]], Field(max_length=MOST_HOLES)] = Field(
        description="The kind of screw in each hole, in the order they lie"
    )


class CoverMapOut(Model):
    name: str
    layout: str
    holes: list[int]


@router.get("/visits/{visit_id}/row", response={200: RowOut, **PROBLEMS})
def row(request: MemberRequest, visit_id: UUID) -> RowOut:
    """The row by tools, tray, stacks and screws, and what in its order contradicts itself."""
    return row_seen(own_visit(request.user, visit_id))


@router.put("/visits/{visit_id}/covers", response={200: CoverMapOut, **PROBLEMS})
def lay_out(request: MemberRequest, visit_id: UUID, body: CoverMapIn) -> CoverMapOut:
    """Keep how the holes of a cover lie, and which screw goes in which."""
    kept = services.lay_out(request.user, visit_id, body.name, body.layout, body.holes)
    return CoverMapOut(name=kept.name, layout=kept.layout, holes=kept.holes)


@router.get("/visits/{visit_id}/words", response={200: WordsOut, **PROBLEMS})
def words(request: MemberRequest, visit_id: UUID) -> WordsOut:
    """What could be typed next: words of this unit count most, then those of its kind."""
    visit = own_visit(request.user, visit_id)
    pieces = Piece.objects.filter(
        step__visit__workshop_id=request.user.workshop_id, step__visit__unit__kind=visit.unit.kind
    ).select_related("step__visit")
    counted: Counter[str] = Counter()
    for at, piece in enumerate(pieces.order_by("-recorded_at")[:MOST_PIECES]):
        entry = entry_of(piece)
        weight = (5 if piece.step.visit.unit_id == visit.unit_id else 1) * (FRESH_COUNTS if at < FRESH else 1)
        counted.update({word.lower().strip(",."): weight for word in entry.words.split()})
    words = [word for word, _ in counted.most_common(MOST_WORDS) if len(word) > 2]
    return WordsOut(words=words)


@router.get("/visits/{visit_id}/reach/{step_id}", response={200: ReachOut, **PROBLEMS})
def way_in(request: MemberRequest, visit_id: UUID, step_id: UUID) -> ReachOut:
    """What must come off to reach one piece."""
    visit = own_visit(request.user, visit_id)
    target = visit.steps.get_or_404(id=step_id)
    steps = off_of(visit)
    entries = {step.number: step.entries for step in steps}
    way = reach(steps, target.number or 0)
    shown = []
    side = ""
    for number in way.steps:
        entry = entries[number][0]
        over = bool(entry.side and side and entry.side != side)
        side = entry.side or side
        shown.append(
            ReachStep(number=number, title=strip_title(*entries[number]), tool=tool_of(entry), turn_over=over)
        )
    return ReachOut(
        steps=shown,
        turn_overs=way.turn_overs,
        tool_changes=way.tool_changes,
        exact=way.exact,
        unneeded=[f"{number} {name_of(entries[number][0])}" for number in way.unneeded],
    )
