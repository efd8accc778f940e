"""Routes of the shelf and the house rules."""

from __future__ import annotations

from decimal import Decimal
from typing import Annotated, Literal
from uuid import UUID

from ninja import Path, Router
from pydantic import Field

from gearing.sourcing import columns_of, heads_of
from gearing.strip.kinds import kinds
from gearing.workshop.consumables import KINDS, ROLES, SURFACES, Item, questions
from sums.base import Model, Problem
from sums.entry import Line
from workshop.authentication import MemberRequest

from . import services
from .models import HouseTerms, LearntName, MeasuredMachine

router = Router(tags=["shelf"])
PROBLEMS = {404: Problem, 409: Problem, 422: Problem, 503: Problem}
Kind = Literal["lubricant", "fluid", "locker", "retainer", "cleaner"]
Surface = Literal["metal", "nylon", "acetal", "friction", "oneway", "rubber", "electric", "paint"]
Role = Literal["", "oil", "grease", "moly", "film", "low", "medium"]
Key = Annotated[str, Field(pattern=r"^[a-z0-9-]{1,40}$")]


class BottleState(Model):
    """Something on the shelf as a device knew it."""

    key: str = ""
    name: Annotated[str, Field(max_length=60)] = ""
    kind: Annotated[str, Field(max_length=20)] = ""
    suits: Annotated[list[str], Field(max_length=20)] = Field(default_factory=list)
    never: Annotated[list[str], Field(max_length=20)] = Field(default_factory=list)
    not_with: Annotated[list[str], Field(max_length=20)] = Field(default_factory=list)
    viscosity: Annotated[str, Field(max_length=30)] = ""
    note: Annotated[str, Field(max_length=200)] = ""
    handle: int = 0
    full: int = 0
    role: Annotated[str, Field(max_length=20)] = ""


class BottleIn(Model):
    """Something for the shelf: what it is for, what it must not touch, how long it cures."""

    key: Annotated[str, Field(pattern=r"^[a-z0-9-]{0,40}$")] = Field(
        default="", description="Of the thing to correct, generic ones too; empty for a new one"
    )
    name: Annotated[str, Field(min_length=2, max_length=60)]
    kind: Kind
    suits: Annotated[list[Surface], Field(max_length=8)] = Field(default_factory=list)
    never: Annotated[list[Surface], Field(max_length=8)] = Field(default_factory=list)
    not_with: Annotated[list[Key], Field(max_length=20)] = Field(default_factory=list)
    viscosity: Annotated[str, Field(max_length=30)] = ""
    note: Annotated[str, Field(max_length=200)] = ""
    handle: Annotated[int, Field(ge=0, le=10_000)] = Field(default=0, description="Minutes before a load")
    full: Annotated[int, Field(ge=0, le=100_000)] = Field(default=0, description="Minutes before it runs")
    role: Role = Field(default="", description="Which of its kind it is, whatever its name")
    based_on: BottleState | None = Field(default=None, description="What was known of it")


class BottleOut(Model):
    """Something on the shelf. Cure times in minutes: before a load, and before it runs."""

    key: str
    name: str
    kind: str
    suits: list[str]
    never: list[str]
    not_with: list[str]
    viscosity: str
    note: str
    handle: int
    full: int
    role: str


class PutAwayIn(Model):
    gone: bool


class SchoolOut(Model):
    key: str
    name: str
    why: str


class QuestionOut(Model):
    """A question on which good benches disagree, and the school followed here."""

    key: str
    asks: str
    schools: list[SchoolOut]
    chosen: str


class NameOut(Model):
    """A name learnt from a correction, and the kind of piece it stands for."""

    name: str
    kind: str
    kind_label: str
    who: str


class LearnIn(Model):
    """A correction of the kind of a piece: the line, and what it is."""

    line: Line
    kind: Annotated[str, Field(min_length=1, max_length=40)]
    piece: Annotated[int, Field(ge=0, le=99)] = 0


class TermsState(Model):
    """What the house charges."""

    currency: Annotated[str, Field(max_length=8)] = ""
    rate: Annotated[Decimal, Field(ge=0, lt=100_000, max_digits=7, decimal_places=2)] | None = Field(
        default=None, description="Of an hour; none where no work is charged"
    )
    tax: Annotated[Decimal, Field(ge=0, le=60, max_digits=4, decimal_places=2)] = Decimal(0)
    included: bool = Field(default=True, description="Whether prices and the rate are said with it")
    consumables: Annotated[Decimal, Field(ge=0, lt=100_000, max_digits=7, decimal_places=2)] | None = Field(
        default=None, description="Charged once for a unit that was opened; none where they are not charged"
    )


class TermsIn(TermsState):
    based_on: TermsState | None = None


class ShelfOut(Model):
    names: list[NameOut] = Field(description="What pieces are called here, learnt from corrections")
    bottles: list[BottleOut]
    questions: list[QuestionOut]
    kinds: list[str]
    roles: dict[str, list[str]] = Field(description="What there is of each kind that has several")
    surfaces: list[str]
    terms: TermsState


class FollowIn(Model):
    school: Annotated[str, Field(max_length=20)]
    based_on: Annotated[str, Field(max_length=20)] | None = Field(
        default=None, description="The school followed when this was chosen"
    )


@router.get("", response=ShelfOut)
def shelf(request: MemberRequest) -> ShelfOut:
    """What is at hand, and the house rules."""
    workshop = request.user.workshop_id or 0
    house = services.house_of(workshop)
    learnt = LearntName.objects.filter(workshop_id=workshop, gone=False).select_related("recorded_by")
    return ShelfOut(
        names=[_name(name) for name in learnt],
        bottles=[_out(item) for item in services.at_hand(workshop)],
        questions=[
            QuestionOut(
                key=question.key,
                asks=question.asks,
                schools=[SchoolOut(key=s.key, name=s.name, why=s.why) for s in question.schools],
                chosen=question.chosen(house).key,
            )
            for question in questions()
        ],
        kinds=list(KINDS),
        roles={kind: list(roles) for kind, roles in ROLES.items()},
        surfaces=list(SURFACES),
        terms=_terms(workshop),
    )


def _terms(workshop_id: int) -> TermsState:
    kept = HouseTerms.objects.filter(workshop_id=workshop_id).first()
    names = TermsState.model_fields
    return TermsState(**{name: getattr(kept, name) for name in names}) if kept else TermsState()


@router.put("/terms", response={200: ShelfOut, **PROBLEMS})
def keep_terms(request: MemberRequest, body: TermsIn) -> ShelfOut:
    """Say what the house charges."""
    based_on = body.based_on.model_dump() if body.based_on else None
    services.keep_terms(request.user, body.model_dump(exclude={"based_on"}), based_on)
    return shelf(request)


@router.put("/bottles/{bottle_id}", response={200: ShelfOut, **PROBLEMS})
def keep(request: MemberRequest, bottle_id: UUID, body: BottleIn) -> ShelfOut:
    """Put something on the shelf, or correct what stands there."""
    key = body.key or f"own-{bottle_id.hex[:12]}"
    based_on = body.based_on.model_dump(mode="json", exclude={"key"}) if body.based_on else None
    services.keep(
        request.user, bottle_id, key, body.model_dump(mode="json", exclude={"key", "based_on"}), based_on
    )
    return shelf(request)


@router.put("/{key}/gone", response={200: ShelfOut, **PROBLEMS})
def gone(request: MemberRequest, key: Key, body: PutAwayIn) -> ShelfOut:
    """Take something off the shelf, or bring it back."""
    services.put_away(request.user, key, body.gone)
    return shelf(request)


class MachineIn(Model):
    """What a machine does to a part, as its coupon showed it."""

    grows_mm: Annotated[float, Field(ge=-1, le=1)]
    shrinks_percent: Annotated[float, Field(ge=-5, le=10)]


class MachineOut(MachineIn):
    name: str
    who: str


class MachinesOut(Model):
    machines: list[MachineOut]


MachineName = Annotated[str, Path(min_length=2, max_length=40)]


def _machines(workshop: int) -> MachinesOut:
    kept = MeasuredMachine.objects.filter(workshop_id=workshop, gone=False).select_related("recorded_by")
    return MachinesOut(
        machines=[
            MachineOut(
                name=each.name,
                grows_mm=each.grows_mm,
                shrinks_percent=each.shrinks_percent,
                who=each.recorded_by.called,
            )
            for each in kept
        ]
    )


@router.get("/machines", response=MachinesOut)
def machines(request: MemberRequest) -> MachinesOut:
    """The workshop's machines that were measured, each in its material."""
    return _machines(request.user.workshop_id)


@router.put("/machines/{name}", response={200: MachinesOut, **PROBLEMS})
def measure_machine(request: MemberRequest, name: MachineName, body: MachineIn) -> MachinesOut:
    """Keep what a coupon showed of a machine; measured again, the newest stands."""
    services.keep_machine(request.user, name.strip(), body.grows_mm, body.shrinks_percent)
    return _machines(request.user.workshop_id)


@router.put("/machines/{name}/gone", response={200: MachinesOut, **PROBLEMS})
def machine_gone(request: MemberRequest, name: MachineName, body: PutAwayIn) -> MachinesOut:
    """A machine that is no longer here, or is again."""
    services.put_machine_away(request.user, name.strip(), body.gone)
    return _machines(request.user.workshop_id)


@router.put("/names", response={200: NameOut, **PROBLEMS})
def learn(request: MemberRequest, body: LearnIn) -> NameOut:
    """Learn what a piece is called from a correction of its kind."""
    return _name(services.learn(request.user, body.line, body.kind, body.piece))


@router.put("/names/{name}/gone", response={200: ShelfOut, **PROBLEMS})
def forget(request: MemberRequest, name: str, body: PutAwayIn) -> ShelfOut:
    """Forget a name that was learnt, or remember it again."""
    services.forget(request.user, name[:80], body.gone)
    return shelf(request)


TableName = Literal["stock_list", "price_list", "visit_list", "piece_list", "measurement_list", "order_list"]


class HeadingsIn(Model):
    """A table, or its first lines."""

    text: Annotated[str, Field(max_length=100_000)]


class HeadingOut(Model):
    head: str
    column: str = Field(description="What it is taken for; empty where it says nothing here")


class HeadingsOut(Model):
    """The headings of a table, and what a column of it can be."""

    headings: list[HeadingOut]
    columns: list[str]


class HeadingIn(Model):
    """What a heading is taken for from now on; empty for nothing."""

    heading: Annotated[str, Field(max_length=200)]
    column: Annotated[str, Field(max_length=20)]


@router.post("/headings/{table}", response={200: HeadingsOut, **PROBLEMS})
def headings(request: MemberRequest, table: TableName, body: HeadingsIn) -> HeadingsOut:
    """What the columns of a table are taken for here."""
    named = services.headings_of(request.user.workshop_id, table)
    found = heads_of(body.text.encode(), table, named)
    return HeadingsOut(
        headings=[HeadingOut(head=head, column=column) for head, column in found], columns=columns_of(table)
    )


@router.put("/headings/{table}", response={200: HeadingOut, **PROBLEMS})
def learn_heading(request: MemberRequest, table: TableName, body: HeadingIn) -> HeadingOut:
    """Take a heading for a column from now on."""
    services.learn_heading(request.user, table, body.heading, body.column)
    return HeadingOut(head=body.heading.strip(), column=body.column)


@router.put("/rules/{question}", response={200: ShelfOut, **PROBLEMS})
def follow(request: MemberRequest, question: str, body: FollowIn) -> ShelfOut:
    """Follow a school on one question."""
    services.follow(request.user, question[:20], body.school, body.based_on)
    return shelf(request)


def _name(learnt: LearntName) -> NameOut:
    kind = kinds().get(learnt.kind)
    return NameOut(
        name=learnt.name,
        kind=learnt.kind,
        kind_label=kind.label if kind else learnt.kind,
        who=learnt.recorded_by.called,
    )


def _out(item: Item) -> BottleOut:
    return BottleOut(
        key=item.key,
        name=item.name,
        kind=item.kind,
        suits=list(item.suits),
        never=list(item.never),
        not_with=list(item.not_with),
        viscosity=item.viscosity,
        note=item.note,
        handle=item.handle,
        full=item.full,
        role=item.role,
    )
