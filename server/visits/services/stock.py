"""Pieces between a visit and the drawer: taken for it, put back, kept of a unit that is not mended."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import replace
from decimal import Decimal
from uuid import UUID, uuid5

from django.db.models import F, Func, IntegerField, Value

from drawer import services as drawer
from gearing.errors import GearingError
from gearing.sourcing import StockLine
from gearing.sourcing.salvage import Salvage, salvage
from gearing.workshop.stages import FILED
from workshop.models import Member
from workshop.transactions import write

from ..mapping import entry_of, gear_of, live_pins, removed
from ..models import Piece, Tick, Visit
from .base import own_visit, remember
from .visits import set_fields

WRITTEN_OFF = {"key": "salvage", "label": "Written off: kept what was worth it", "reason": ""}


@write
def take_from_drawer(
    member: Member, visit_id: UUID, piece_id: UUID, movement_id: UUID, kept_id: UUID, *, back: bool = False
) -> Visit:
    """Take one from the drawer for a piece, or put it back: the plan says where it is from."""
    visit = own_visit(member, visit_id, lock=True)
    piece: Piece = Piece.objects.filter(step__visit=visit, taken_back=False).get_or_404(id=piece_id)
    kept = drawer.move(member, kept_id, movement_id, 1 if back else -1, visit=visit.id, piece=piece.id)
    name = "" if back else f"drawer {kept.place}".strip()[:12]
    if piece.came_with != name:
        before, piece.came_with = piece.came_with, name
        piece.save(update_fields=["came_with"])
        remember(visit, member, "came", piece.id, before={"came_with": before}, after={"came_with": name})
    return visit


def worth_keeping(visit: Visit) -> list[tuple[Piece, Salvage]]:
    """The row of a visit, each piece with whether it is worth a place in the drawer."""
    pieces = [
        (piece, off)
        for step in visit.steps.filter(number__isnull=False).with_record()
        for piece, off in zip(step.live_pieces, removed(step), strict=True)
        if not off.entry.shut
    ]
    judged = salvage(off for _, off in pieces)
    return [(piece, each) for (piece, _), each in zip(pieces, judged, strict=True)]


@write
def write_off(
    member: Member, visit_id: UUID, keep: Mapping[UUID, int], place: str, prices: Mapping[UUID, Decimal]
) -> Visit:
    """Write the unit off: what is kept goes into the drawer as from a donor, all else is written off.

    Every piece counted out is answered for, and the visit is filed. Sent twice it is the same as once.

    Raises
    ------
    GearingError
        If a piece is not of this row, or more of it would be kept than came off.
    """
    visit = own_visit(member, visit_id, lock=True)
    row = worth_keeping(visit)
    unknown = set(keep) - {piece.id for piece, _ in row}
    if unknown:
        raise GearingError(
            "A piece to be kept is not in this row.",
            code="unknown_piece",
            field="keep",
            hint="Reload the page.",
        )
    for piece, each in row:
        count = keep.get(piece.id, 0)
        if count > each.count:
            raise GearingError(
                f"{each.count} of {each.what} came off.",
                code="too_many_counted",
                field="keep",
                hint="Keep no more than there are.",
            )
        if count:
            _keep(member, visit, piece, each, count, place, prices.get(piece.id))
        _answer(member, visit, piece, count)
    decision = {**WRITTEN_OFF, "cautions": []}
    visit = set_fields(visit, member, "decided", None, decision=decision)
    return set_fields(visit, member, "stage", None, stage=FILED)


def _keep(
    member: Member, visit: Visit, piece: Piece, each: Salvage, count: int, place: str, price: Decimal | None
) -> None:
    gear = next((gear for gear in map(gear_of, live_pins(piece)) if gear), None)
    entry = entry_of(piece)
    said = StockLine(
        each.what,
        each.kind,
        count,
        place=place,
        source=f"donor: {visit.unit.label}",
        price=price,
        teeth=entry.teeth[0] if len(entry.teeth) == 1 else 0,
        module=entry.module,
        bore=entry.bore,
        width=entry.width,
        material=entry.material,
    )
    module = Decimal(str(gear.module)).quantize(Decimal("0.0001")) if gear else None
    if gear:
        said = replace(said, teeth=int(gear.teeth))
    drawer.put_in(member, uuid5(visit.id, str(piece.id)), said, donor=visit.id, module=module)


def _answer(member: Member, visit: Visit, piece: Piece, kept: int) -> None:
    """Kept as spares, the rest written off; what was answered for already stays so."""
    answered = sum(tick.count for tick in piece.ticks.all() if not tick.undone)
    owed = entry_of(piece).count - answered
    for outcome, count in (("spare", min(kept, owed)), ("off", owed - min(kept, owed))):
        if count > 0:
            Tick.objects.get_or_create(
                id=uuid5(piece.id, f"{outcome}"),
                defaults={"piece": piece, "outcome": outcome, "count": count, "recorded_by": member},
            )


def also_in(member: Member, teeth: int, module: float, most: int = 12) -> Sequence[Piece]:
    """Pieces of any unit that were read as the same gear: where it sits as well, the last read first."""
    near = (module * (1 - SAME_SIZE), module * (1 + SAME_SIZE))
    found = Piece.objects.filter(
        step__visit__workshop_id=member.workshop_id,
        taken_back=False,
        pins__superseded=False,
        pins__taken_back=False,
    ).select_related("step__visit__unit")
    read = Func(F("pins__request"), Value("$.is.teeth"), function="JSON_VALUE", output_field=IntegerField())
    made = []
    for piece in (
        found.annotate(read_teeth=read).filter(read_teeth=teeth).order_by("-pins__recorded_at")[: 4 * most]
    ):
        gear = next((gear for gear in map(gear_of, live_pins(piece)) if gear), None)
        if gear and near[0] <= float(gear.module) <= near[1] and piece not in made:
            made.append(piece)
    return made[:most]


SAME_SIZE = 0.003
