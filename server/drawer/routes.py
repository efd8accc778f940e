"""Routes of the drawer."""

from __future__ import annotations

from datetime import datetime
from decimal import Decimal
from typing import Annotated, Any
from uuid import UUID

from django.http import StreamingHttpResponse
from ninja import Query, Router
from pydantic import Field

from gearing.decision.replacement import compare
from gearing.geometry.gear import FEWEST_TEETH, MOST_TEETH
from gearing.identification.standard_sizes import label_of
from gearing.sourcing import read_stock_list, stock_line
from shelf.services import headings_of
from sums.base import Length, Model, Module, Problem
from sums.entry import Line
from sums.fit import FitOut, PartIn, fit_out
from workshop.authentication import MemberRequest

from . import services
from .finding import MOST_FOUND
from .finding import search as find
from .models import Arrival, StockItem
from .table import changes_of, take, written

router = Router(tags=["drawer"])
PROBLEMS = {404: Problem, 409: Problem, 422: Problem, 503: Problem}
Page = Annotated[int, Query(ge=1, le=100_000)]
Note = Annotated[str, Field(max_length=60)]


Stored = Annotated[Length, Field(ge=0.01, le=5000)]
"""A length that its column keeps and a caliper knows: below a hundredth it would round to nothing."""


class KeptState(Model):
    """A gear in the drawer as a device knew it."""

    teeth: int | None = None
    module_mm: float | None = None
    pressure_angle_deg: float | None = None
    bore_mm: float | None = None
    bore_shape: Annotated[str, Field(max_length=20)] = ""
    width_mm: float | None = None
    boss: Note = ""
    material: Note = ""
    place: Note = ""
    count: int = 0
    price: float | None = None
    source: Annotated[str, Field(max_length=120)] = ""
    part_number: Note = ""


class KeptIn(PartIn):
    """A gear to put in the drawer: its tooth must be known, the rest may follow."""

    teeth: Annotated[int, Field(ge=FEWEST_TEETH, le=MOST_TEETH)]
    module_mm: Annotated[Module, Field(ge=0.01)]
    bore_mm: Stored | None = None
    width_mm: Stored | None = None
    pressure_angle_deg: Annotated[float, Field(ge=10, le=35)] = 20.0
    place: Note = ""
    count: Annotated[int, Field(ge=0, le=9999)] = 1
    price: Annotated[Decimal, Field(ge=0, le=1_000_000, decimal_places=2)] | None = None
    source: Annotated[str, Field(max_length=120)] = ""
    part_number: Note = ""
    based_on: KeptState | None = Field(
        default=None, description="What was known of it; leave out for a new one"
    )


class MoveIn(Model):
    """How many go in, or out if below zero."""

    by: Annotated[int, Field(ge=-9999, le=9999)]


class LineIn(Model):
    """What is put in, as one says it: ``4x bearing 5x11x4 #R3 2.20 least 2``."""

    line: Line


class DonorOut(Model):
    """A unit that was written off: what is left of it, and what that would cost."""

    visit: UUID
    called: str
    left: list[str]
    worth: Decimal = Field(description="Of what has a price")


class LeastIn(Model):
    least: Annotated[int, Field(ge=0, le=9999)] | None


class KeptOut(Model):
    """A gear or another piece in the drawer; `fit` where a gear is wanted."""

    id: UUID
    kind: str
    what: str
    least: int | None
    donor: UUID | None
    teeth: int | None
    module_mm: float | None
    size: str
    pressure_angle_deg: float
    bore_mm: float | None
    bore_shape: str
    width_mm: float | None
    boss: str
    material: str
    place: str
    count: int
    price: float | None
    source: str
    part_number: str
    gone: bool
    fit: FitOut | None = None


class SearchIn(Model):
    """What is looked for: any mixture of fields, and words that must all be met."""

    wanted: PartIn = Field(default_factory=PartIn)
    words: Annotated[str, Field(max_length=120)] = ""
    page: Annotated[int, Field(ge=1, le=100_000)] = 1


class KeptPage(Model):
    """Some of what was found, those that fit first on each page."""

    found: list[KeptOut]
    total: int = Field(description="As many as were counted")
    more: bool = Field(description="Whether there are more than were counted")
    page: int
    pages: int


class SizeIn(Model):
    module_mm: Module


class StockedCount(Model):
    teeth: int
    count: int


class GoneIn(Model):
    gone: bool


class ArrivalIn(Model):
    """A part that came: what was ordered, what it measures, and whether it is taken in."""

    wanted: PartIn
    measured: PartIn
    accepted: bool
    reason: Annotated[str, Field(max_length=300)] = ""
    visit: UUID | None = None
    piece: UUID | None = None


class ArrivalOut(Model):
    """A part that came, as it was judged."""

    id: UUID
    recorded_at: datetime
    what: str
    verdict: str
    accepted: bool
    reason: str
    piece: UUID | None
    fit: FitOut


@router.post("/search", response={200: KeptPage, **PROBLEMS})
def search(request: MemberRequest, body: SearchIn) -> KeptPage:
    """Gears in stock and in donors, those that fit first."""
    asked = any(value for value in body.wanted.model_dump().values())
    gears, pages = find(request.user, body.wanted, body.words, body.page)
    rows = [_out(kept, body.wanted if asked else None) for kept in gears]
    best = {"fits": 0, "unknown": 1, "change": 2, "not": 3}
    return KeptPage(
        found=sorted(rows, key=lambda row: best[row.fit.verdict] if row.fit else 0),
        total=pages.total,
        more=pages.more,
        page=pages.page,
        pages=pages.pages,
    )


@router.get("/arrivals", response=list[ArrivalOut])
def arrivals(request: MemberRequest, visit: UUID | None = None, page: Page = 1) -> list[ArrivalOut]:
    """Parts that came, newest first."""
    return [_came(arrival) for arrival in services.arrivals(request.user, visit, page)]


@router.post("/counts", response={200: list[StockedCount], **PROBLEMS})
def counts(request: MemberRequest, body: SizeIn) -> list[StockedCount]:
    """Tooth counts of one size that lie in the drawer, for choosing among them."""
    counts = services.counts_of(request.user, body.module_mm)
    return [StockedCount(teeth=teeth, count=count) for teeth, count in counts]


@router.get("/low", response={200: list[KeptOut], **PROBLEMS})
def low(request: MemberRequest) -> list[KeptOut]:
    """What there is less of than there should be."""
    return [_out(kept) for kept in services.low(request.user)[:MOST_FOUND]]


@router.get("/donors", response={200: list[DonorOut], **PROBLEMS})
def donors(request: MemberRequest) -> list[DonorOut]:
    """Units that were written off, and what is left of each."""
    by_donor: dict[UUID, list[StockItem]] = {}
    for kept in services.of_donors(request.user)[: services.MOST_LEFT]:
        if kept.donor:
            by_donor.setdefault(kept.donor, []).append(kept)
    return [
        DonorOut(
            visit=donor,
            called=left[0].source.removeprefix("donor: "),
            left=[
                f"{kept.count}x {kept.what or kept}" if kept.count > 1 else kept.what or str(kept)
                for kept in left
            ],
            worth=sum((kept.price * kept.count for kept in left if kept.price is not None), Decimal(0)),
        )
        for donor, left in by_donor.items()
    ]


class TableIn(Model):
    """A table as it was pasted, or the text of a file."""

    text: Annotated[str, Field(max_length=4_000_000)]
    take: bool = Field(default=False, description="Without it the table is only looked at")


class TableRow(Model):
    line: int
    what: str
    count: int
    place: str


class RefusedLine(Model):
    line: int
    text: str
    why: str


class TableOut(Model):
    """What taking a table puts in, or put in."""

    taken: bool
    new: int
    same: int
    refused: int
    rows: list[TableRow] = Field(description="The first of what is new")
    refusals: list[RefusedLine]
    columns: dict[str, str] = Field(description="What each column was taken for, by its heading")
    passed_over: list[str]


MOST_SHOWN = 50


@router.get("/table.csv", include_in_schema=False)
def table(request: MemberRequest) -> StreamingHttpResponse:
    """All that lies in the drawer, for a sheet."""
    answer = StreamingHttpResponse(written(request.user), content_type="text/csv; charset=utf-8")
    answer["Content-Disposition"] = 'attachment; filename="drawer.csv"'
    return answer


@router.post("/table", response={200: TableOut, **PROBLEMS})
def take_table(request: MemberRequest, body: TableIn) -> TableOut:
    """Look at a table, or put in what is new of it: lines that are refused change nothing."""
    named = headings_of(request.user.workshop_id, "stock_list")
    listed = read_stock_list(body.text.encode(), named)
    changes = take(request.user, listed) if body.take else changes_of(request.user, listed)
    return TableOut(
        taken=body.take,
        new=len(changes.new),
        same=len(changes.same),
        refused=len(listed.refused),
        rows=[
            TableRow(line=row.line, what=row.said.what, count=row.said.count, place=row.said.place)
            for _, row in changes.new[:MOST_SHOWN]
        ],
        refusals=[RefusedLine(line=r.line, text=r.text, why=r.why) for r in listed.refused[:MOST_SHOWN]],
        columns=listed.table.headed(),
        passed_over=list(listed.table.passed_over()),
    )


@router.put("/lines/{kept_id}", response={200: KeptOut, **PROBLEMS})
def put_in(request: MemberRequest, kept_id: UUID, body: LineIn) -> KeptOut:
    """Put a piece in the drawer by a line."""
    return _out(services.put_in(request.user, kept_id, stock_line(body.line)))


@router.put("/{kept_id}/least", response={200: KeptOut, **PROBLEMS})
def set_least(request: MemberRequest, kept_id: UUID, body: LeastIn) -> KeptOut:
    """Say how many there should always be."""
    return _out(services.set_least(request.user, kept_id, body.least))


@router.put("/{kept_id}", response={200: KeptOut, **PROBLEMS})
def keep(request: MemberRequest, kept_id: UUID, body: KeptIn) -> KeptOut:
    """Put a gear in the drawer, or correct it."""
    based_on = body.based_on.model_dump(exclude_unset=True) if body.based_on else None
    return _out(services.keep(request.user, kept_id, body.model_dump(exclude={"based_on"}), based_on))


@router.put("/{kept_id}/moves/{movement_id}", response={200: KeptOut, **PROBLEMS})
def move(request: MemberRequest, kept_id: UUID, movement_id: UUID, body: MoveIn) -> KeptOut:
    """Take some out or put some in. Two who take one each have taken two."""
    return _out(services.move(request.user, kept_id, movement_id, body.by))


@router.put("/{kept_id}/gone", response={200: KeptOut, **PROBLEMS})
def gone(request: MemberRequest, kept_id: UUID, body: GoneIn) -> KeptOut:
    """Say that a gear is used up, or that it is there after all."""
    return _out(services.set_gone(request.user, kept_id, body.gone))


@router.put("/arrivals/{arrival_id}", response={200: ArrivalOut, **PROBLEMS})
def arrival(request: MemberRequest, arrival_id: UUID, body: ArrivalIn) -> ArrivalOut:
    """Keep the check of a part that came."""
    made = services.check_arrival(
        request.user,
        arrival_id,
        body.wanted,
        body.measured,
        body.accepted,
        body.reason,
        visit=body.visit,
        piece=body.piece,
    )
    return _came(made)


def _came(made: Arrival) -> ArrivalOut:
    wanted = PartIn.model_construct(**made.wanted)
    size = label_of(wanted.module_mm) if wanted.module_mm else "size not said"
    return ArrivalOut(
        id=made.id,
        recorded_at=made.recorded_at,
        what=f"{wanted.teeth} × {size}" if wanted.teeth else size,
        verdict=made.verdict,
        accepted=made.accepted,
        reason=made.reason,
        piece=made.piece,
        fit=fit_out(compare(wanted.part(), PartIn.model_construct(**made.measured).part())),
    )


def _out(kept: StockItem, wanted: PartIn | None = None) -> KeptOut:
    names = ("id", "gone", "kind", "what", "least", "donor", *services.FIELDS)
    fields = {name: getattr(kept, name) for name in names}
    # What is kept was checked on its way in; on its way out it is never refused.
    part = PartIn.model_construct(
        **{name: _plain(fields[name]) for name in PartIn.model_fields if fields[name] is not None}
    )
    fit = fit_out(compare(wanted.part(), part.part())) if wanted and kept.teeth else None
    return KeptOut(
        **{name: _plain(value) for name, value in fields.items()},
        size=label_of(float(kept.module_mm)) if kept.module_mm else "",
        fit=fit,
    )


def _plain(value: Any) -> Any:
    return float(value) if isinstance(value, Decimal) else value
