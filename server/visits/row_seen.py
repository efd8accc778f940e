"""The row seen otherwise: its order, its tools, and where each piece lies, runs and faces."""

from __future__ import annotations

from uuid import UUID

from pydantic import Field

from gearing.strip.order import Spot, StripStep, Tool, tools_for, troubles
from gearing.strip.views import Cover, SectionPart, fastener_map, laid_out, stacks, tray
from gearing.workshop.surroundings import surroundings
from sums.base import Model

from .mapping import gear_of, live_pins, strip_step
from .models import Step, Visit


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
    """A place of the tray; without row and column it lies beside."""

    name: str
    row: int
    column: int
    pieces: list[UUID]


class SectionOut(Model):
    """A piece in section: mm along the shaft and across it; `known` where they are not only the usual."""

    piece_id: UUID
    number: int
    name: str
    kind: str
    facing: str
    count: int
    along: float
    across: float
    bore: float
    known: bool
    mark: str = Field(description="dish, boss, lip, groove, ridge, ears, shield, taper or nothing")
    way: int = Field(description="-1 where that points outward, 1 inward, 0 where it does not say")


class StackOut(Model):
    """Things on one shaft or in one sub-assembly, the outermost first."""

    name: str
    parts: list[SectionOut]


class ScrewKindOut(Model):
    label: str
    count: int
    length_mm: float
    steps: list[int]
    pieces: list[UUID]
    odd: bool


class HoleOut(Model):
    """A hole of a cover: from -1 to 1 across and down, and which of its kinds goes in."""

    x: float
    y: float
    kind: int
    known: bool


class CoverOut(Model):
    """The screws of one cover, its holes, and what a mix-up among them would do."""

    name: str
    kinds: list[ScrewKindOut]
    says: list[str]
    layout: str
    holes: list[HoleOut]


class SurroundingOut(Model):
    """Where a piece runs, and what that was concluded from."""

    piece_id: UUID
    at: int = Field(description="Its place in its line")
    key: str
    label: str
    why: str
    said: bool


class RowOut(Model):
    troubles: list[TroubleOut]
    tools: ToolsOut
    surroundings: list[SurroundingOut]
    tray: list[PlaceOut]
    stacks: list[StackOut]
    covers: list[CoverOut]


def off_of(visit: Visit) -> list[StripStep]:
    """The row as the core sees its order."""
    steps = visit.steps.filter(number__isnull=False).prefetch_related("pieces")
    return [strip_step(step) for step in steps]


def row_seen(visit: Visit) -> RowOut:
    """Everything the views of the row show."""
    kept: list[Step] = list(
        visit.steps.filter(number__isnull=False).prefetch_related("pieces", "pieces__pins")
    )
    steps = [strip_step(step) for step in kept]
    pieces = {(step.number or 0, piece.at): piece for step in kept for piece in step.live_pieces}
    ids: dict[Spot, UUID] = {spot: piece.id for spot, piece in pieces.items()}
    read = {
        spot: {pin.rim: gear for pin in live_pins(piece) if (gear := gear_of(pin))}
        for spot, piece in pieces.items()
    }
    maps = {kept.name: kept for kept in visit.cover_maps.all()}
    covers = [
        laid_out(cover, maps[cover.name].layout, maps[cover.name].holes) if cover.name in maps else cover
        for cover in fastener_map(steps)
    ]
    where = surroundings(steps, visit.unit.kind)
    return RowOut(
        troubles=[TroubleOut(steps=list(t.steps), says=t.says, hint=t.hint) for t in troubles(steps)],
        tools=_gathered(steps),
        surroundings=[
            SurroundingOut(
                piece_id=ids[spot], at=spot[1], key=run.key, label=run.label, why=run.why, said=run.said
            )
            for spot, run in where.items()
        ],
        tray=[
            PlaceOut(name=p.name, row=p.row, column=p.column, pieces=[ids[spot] for spot in p.pieces])
            for p in tray(steps)
        ],
        stacks=[
            StackOut(name=stack.name, parts=[_section(part, ids) for part in stack.parts])
            for stack in stacks(steps, read)
        ],
        covers=[_cover(cover, ids) for cover in covers],
    )


def _gathered(steps: list[StripStep]) -> ToolsOut:
    tools = tools_for(steps)
    return ToolsOut(
        metric=_tools(tools.metric),
        inch=_tools(tools.inch),
        other=_tools(tools.other),
        special=_tools(tools.special),
        unsaid=list(tools.unsaid),
    )


def _tools(tools: tuple[Tool, ...]) -> list[ToolOut]:
    return [ToolOut(name=t.name, steps=list(t.steps), makeshift=t.makeshift) for t in tools]


def _section(part: SectionPart, ids: dict[Spot, UUID]) -> SectionOut:
    return SectionOut(
        piece_id=ids[part.spot],
        number=part.spot[0],
        name=part.name,
        kind=part.kind,
        facing=part.facing,
        count=part.count,
        along=part.along,
        across=part.across,
        bore=part.bore,
        known=part.known,
        mark=part.mark,
        way=part.way,
    )


def _cover(cover: Cover, ids: dict[Spot, UUID]) -> CoverOut:
    return CoverOut(
        name=cover.name,
        kinds=[
            ScrewKindOut(
                label=kind.label,
                count=kind.count,
                length_mm=kind.length,
                steps=list(kind.steps),
                pieces=[ids[spot] for spot in kind.pieces],
                odd=kind.odd,
            )
            for kind in cover.kinds
        ],
        says=list(cover.says),
        layout=cover.layout,
        holes=[HoleOut(x=h.x, y=h.y, kind=h.kind, known=h.known) for h in cover.holes],
    )
