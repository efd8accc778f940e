"""Routes that see the row otherwise: its order as a graph, its tools, tray, stacks and screws."""

from __future__ import annotations

from collections import Counter
from uuid import UUID

from ninja import Router

from gearing.strip.entry import name_of, strip_title
from gearing.strip.order import StripStep, Tool, reach, tool_of, tools_for, troubles
from gearing.strip.row_views import fastener_map, stacks, tray
from sums.base import Model, Problem
from workshop.authentication import MemberRequest

from ..mapping import entry_of
from ..models import Piece, Visit
from ..services.base import own_visit

router = Router(tags=["row"])
PROBLEMS = {404: Problem, 409: Problem, 422: Problem, 503: Problem}
MOST_PIECES, MOST_WORDS = 3000, 300
FRESH, FRESH_COUNTS = 300, 4
"""So many pieces recorded last count so often: what is said now is said again soon."""


class WordsOut(Model):
    """Words used of this unit and of others of its kind, the likeliest first."""

    words: list[str]


class TroubleOut(Model):
    """Something in the order that cannot be."""

    steps: list[int]
    says: str
    hint: str


class ToolOut(Model):
    name: str
    steps: list[int]
    makeshift: str


class ToolsOut(Model):
    """What to gather before the first screw. `unsaid` are screws whose drive was not noted."""

    metric: list[ToolOut]
    inch: list[ToolOut]
    other: list[ToolOut]
    special: list[ToolOut]
    unsaid: list[int]


class PlaceOut(Model):
    name: str
    steps: list[int]


class StackOut(Model):
    """Things on one shaft or in one sub-assembly, the outermost first."""

    name: str
    steps: list[int]
    facings: list[str]


class ScrewKindOut(Model):
    label: str
    count: int
    length_mm: float
    steps: list[int]
    odd: bool


class CoverOut(Model):
    """The screws of one cover, and what a mix-up among them would do."""

    name: str
    kinds: list[ScrewKindOut]
    says: list[str]


class RowOut(Model):
    troubles: list[TroubleOut]
    tools: ToolsOut
    tray: list[PlaceOut]
    stacks: list[StackOut]
    covers: list[CoverOut]


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


def off_of(visit: Visit) -> list[StripStep]:
    """The row as the core sees its order."""
    steps = visit.steps.filter(number__isnull=False).select_related("piece")
    return [StripStep(step.number, entry_of(step.piece)) for step in steps]


@router.get("/visits/{visit_id}/row", response={200: RowOut, **PROBLEMS})
def row(request: MemberRequest, visit_id: UUID) -> RowOut:
    """The row by tools, tray, stacks and screws, and what in its order contradicts itself."""
    steps = off_of(own_visit(request.user, visit_id))
    tools = tools_for(steps)
    return RowOut(
        troubles=[TroubleOut(steps=list(t.steps), says=t.says, hint=t.hint) for t in troubles(steps)],
        tools=ToolsOut(
            metric=_tools(tools.metric),
            inch=_tools(tools.inch),
            other=_tools(tools.other),
            special=_tools(tools.special),
            unsaid=list(tools.unsaid),
        ),
        tray=[PlaceOut(name=place.name, steps=list(place.steps)) for place in tray(steps)],
        stacks=[StackOut(name=s.name, steps=list(s.steps), facings=list(s.facings)) for s in stacks(steps)],
        covers=[
            CoverOut(
                name=cover.name,
                kinds=[
                    ScrewKindOut(
                        label=k.label, count=k.count, length_mm=k.length, steps=list(k.steps), odd=k.odd
                    )
                    for k in cover.kinds
                ],
                says=list(cover.says),
            )
            for cover in fastener_map(steps)
        ],
    )


@router.get("/visits/{visit_id}/words", response={200: WordsOut, **PROBLEMS})
def words(request: MemberRequest, visit_id: UUID) -> WordsOut:
    """What could be typed next: words of this unit count most, then those of its kind."""
    visit = own_visit(request.user, visit_id)
    pieces = Piece.objects.filter(
        step__visit__unit__workshop_id=request.user.workshop_id, step__visit__unit__kind=visit.unit.kind
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
    entries = {step.number: step.entry for step in steps}
    way = reach(steps, target.number or 0)
    shown = []
    side = ""
    for number in way.steps:
        entry = entries[number]
        over = bool(entry.side and side and entry.side != side)
        side = entry.side or side
        shown.append(ReachStep(number=number, title=strip_title(entry), tool=tool_of(entry), turn_over=over))
    return ReachOut(
        steps=shown,
        turn_overs=way.turn_overs,
        tool_changes=way.tool_changes,
        exact=way.exact,
        unneeded=[f"{number} {name_of(entries[number])}" for number in way.unneeded],
    )


def _tools(tools: tuple[Tool, ...]) -> list[ToolOut]:
    return [ToolOut(name=t.name, steps=list(t.steps), makeshift=t.makeshift) for t in tools]
