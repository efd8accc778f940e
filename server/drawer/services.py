"""All writes to the drawer, and what is told of it by list."""

from __future__ import annotations

import re
from decimal import Decimal
from typing import Any
from uuid import UUID

from django.db.models import F, QuerySet, Sum
from django.http import Http404

from gearing.decision.replacement import compare
from gearing.errors import GearingError
from gearing.sourcing import StockLine
from sums.fit import PartIn
from workshop.merging import merge
from workshop.models import Member
from workshop.refusals import RefusedError, overtaken
from workshop.transactions import write

from .finding import MOST_FOUND
from .models import Arrival, Movement, StockItem

MOST_LEFT = 400
ONE_SIZE = 0.003
"""Share within which two module figures are one size: the base pitch a gear is cut to, see ``wear.toml``."""

FIELDS = (
    "teeth", "module_mm", "pressure_angle_deg", "bore_mm", "bore_shape", "width_mm", "boss", "material",
    "place", "count", "price", "source", "part_number",
)  # fmt: skip
DECIMALS = {"module_mm": 4, "pressure_angle_deg": 1, "bore_mm": 4, "width_mm": 4, "price": 2}
MOST_OF_ONE = 9999


@write
def keep(
    member: Member, kept_id: UUID, values: dict[str, Any], based_on: dict[str, Any] | None = None
) -> StockItem:
    """Put a gear in the drawer, or correct what is recorded of it.

    A count that was changed from `based_on` is a movement: what others took
    meanwhile stays taken.

    Raises
    ------
    GearingError
        If the id stands for a gear of another workshop.
    RefusedError
        If others corrected the same meanwhile.
    """
    mine = _as_stored(values)
    kept, made = StockItem.objects.select_for_update().get_or_create(
        id=kept_id, defaults={"workshop_id": member.workshop_id, "recorded_by": member, **mine}
    )
    if kept.workshop_id != member.workshop_id:
        raise _taken("gear")
    if made:
        return kept
    now = {field: getattr(kept, field) for field in FIELDS}
    base = None if based_on is None else _as_stored({**values, **based_on})
    if base is not None:
        mine["count"] = max(0, now["count"] + mine["count"] - base["count"])
        base["count"] = now["count"]
    merged, quarrel = merge(base, mine, now)
    if quarrel:
        raise overtaken(
            _says_of(mine, quarrel), _says_of(now, quarrel), kept.recorded_by.called, field=quarrel[0]
        )
    if merged != now:
        for field, value in merged.items():
            setattr(kept, field, value)
        kept.recorded_by = member
        kept.save()
    return kept


def _as_stored(values: dict[str, Any]) -> dict[str, Any]:
    """Values as their columns keep them, so that what comes back compares as the same."""
    stored = {field: values.get(field) for field in FIELDS}
    for field, places in DECIMALS.items():
        if stored[field] is not None:
            stored[field] = Decimal(str(stored[field])).quantize(Decimal(1).scaleb(-places))
    return stored


def _says_of(state: dict[str, Any], fields: list[str]) -> str:
    return ", ".join(f"{name.removesuffix('_mm').replace('_', ' ')} {_plain(state[name])}" for name in fields)


def _plain(value: Any) -> str:
    return (
        f"{float(value):g}"
        if isinstance(value, Decimal)
        else "unknown"
        if value in (None, "")
        else str(value)
    )


@write
def put_in(
    member: Member,
    kept_id: UUID,
    said: StockLine,
    *,
    donor: UUID | None = None,
    module: Decimal | None = None,
) -> StockItem:
    """Put in what a line says; the same id again changes nothing, unless it was used up meanwhile.

    Parameters
    ----------
    donor : UUID, optional
        The visit of the unit it was salvaged from.
    module : Decimal, optional
        mm, where it was read; else as the line has it.
    """
    length = _length_of(said.module) if module is None else module
    values = {
        "kind": said.kind[:20],
        "what": said.what,
        "teeth": said.teeth or None,
        "module_mm": length,
        "bore_mm": _length_of(said.bore),
        "width_mm": _length_of(said.width),
        "material": said.material[:60],
        "place": said.place[:60],
        "count": said.count,
        "price": said.price,
        "source": said.source,
        "least": said.least,
        "donor": donor,
    }
    item, _ = StockItem.objects.get_or_create(
        id=kept_id, defaults={"workshop_id": member.workshop_id, "recorded_by": member, **values}
    )
    if item.workshop_id != member.workshop_id:
        raise _taken("piece")
    return item


def _length_of(said: str) -> Decimal | None:
    """Millimetres of a size as a line has it, ``0.8 module`` or ``48 DP``; none where it is no size."""
    match = re.search(r"\d+(?:[.,]\d+)?", said)
    if not match or float(match[0].replace(",", ".")) == 0:
        return None
    size = Decimal(match[0].replace(",", "."))
    length = (
        Decimal("25.4") / size if "dp" in said.lower() else size * (Decimal("25.4") if "in" in said else 1)
    )
    return length.quantize(Decimal("0.0001")) if length < 5000 else None


@write
def set_least(member: Member, kept_id: UUID, least: int | None) -> StockItem:
    """Say how many there should always be."""
    item = StockItem.objects.select_for_update().filter(id=kept_id, workshop_id=member.workshop_id).first()
    if item is None:
        raise Http404
    item.least = least
    item.save(update_fields=["least", "changed_at"])
    return item


def low(member: Member) -> QuerySet[StockItem]:
    """What there is less of than there should be."""
    return StockItem.objects.filter(
        workshop_id=member.workshop_id, gone=False, least__isnull=False, count__lt=F("least")
    ).order_by("what", "teeth")


def of_donors(member: Member) -> QuerySet[StockItem]:
    """What is left of units that were salvaged, the last of them first."""
    return StockItem.objects.filter(
        workshop_id=member.workshop_id, gone=False, donor__isnull=False, count__gt=0
    ).order_by("donor", "what")


@write
def move(
    member: Member,
    kept_id: UUID,
    movement_id: UUID,
    by: int,
    *,
    visit: UUID | None = None,
    piece: UUID | None = None,
) -> StockItem:
    """Take pieces out or put some in, once for an id; what for, where it is for a visit.

    Raises
    ------
    RefusedError
        If more would be taken than are there.
    """
    item = StockItem.objects.select_for_update().filter(id=kept_id, workshop_id=member.workshop_id).first()
    if item is None:
        raise Http404
    known = Movement.objects.filter(id=movement_id).first()
    if known:
        if known.kept_id != item.id:
            raise _taken("movement")
        return item
    left = item.count + by
    if not 0 <= left <= MOST_OF_ONE:
        raise RefusedError(
            409,
            "none_left",
            f"There are {item.count} of these; they cannot become {left}.",
            "Count them, then correct what is recorded.",
            field="by",
        )
    Movement.objects.create(
        id=movement_id, kept=item, by=by, left=left, visit=visit, piece=piece, recorded_by=member
    )
    item.count = left
    item.save(update_fields=["count", "changed_at"])
    return item


@write
def set_gone(member: Member, kept_id: UUID, gone: bool) -> StockItem:
    """Say that a gear is used up, or that it is there after all."""
    item = StockItem.objects.select_for_update().filter(id=kept_id, workshop_id=member.workshop_id).first()
    if item is None:
        raise Http404
    item.gone = gone
    item.save(update_fields=["gone", "changed_at"])
    return item


@write
def check_arrival(
    member: Member,
    arrival_id: UUID,
    wanted: PartIn,
    measured: PartIn,
    accepted: bool,
    reason: str,
    *,
    visit: UUID | None = None,
    piece: UUID | None = None,
) -> Arrival:
    """Keep the check of a part that came, and what it was ordered for.

    A part that does not fit is taken in only with a reason.

    Raises
    ------
    GearingError
        If a part that does not fit is accepted without saying why.
    """
    fit = compare(wanted.part(), measured.part())
    known = Arrival.objects.filter(id=arrival_id, workshop_id=member.workshop_id).first()
    if known is None and accepted and fit.verdict == "not" and not reason.strip():
        bad = next(field for field in fit.fields if field.verdict == "not")
        raise GearingError(
            f"It does not fit: {bad.field} {bad.says}.",
            code="does_not_fit",
            field="reason",
            hint="Refuse it, or say why it is taken in all the same.",
        )
    values = {
        "workshop_id": member.workshop_id,
        "wanted": wanted.model_dump(mode="json"),
        "measured": measured.model_dump(mode="json"),
        "verdict": fit.verdict,
        "accepted": accepted,
        "reason": reason.strip(),
        "visit": visit,
        "piece": piece,
        "recorded_by": member,
    }
    arrival, _ = Arrival.objects.get_or_create(id=arrival_id, defaults=values)
    if arrival.workshop_id != member.workshop_id:
        raise _taken("arrival")
    return arrival


def arrivals(member: Member, visit: UUID | None, page: int = 1) -> QuerySet[Arrival]:
    """Parts that came, newest first: for one visit all, else by pages."""
    arrivals = Arrival.objects.filter(workshop_id=member.workshop_id)
    return arrivals.filter(visit=visit) if visit else arrivals[(page - 1) * MOST_FOUND : page * MOST_FOUND]


def _taken(what: str) -> GearingError:
    return GearingError(
        f"This {what} is already recorded in another place.",
        code="taken_id",
        field="id",
        hint="Reload the page; nothing was changed.",
    )


def counts_of(member: Member, module_mm: float) -> list[tuple[int, int]]:
    """Counts of one size at hand, and how many of each; two roundings of one pitch are one."""
    near = Decimal(str(module_mm)), Decimal(str(module_mm * ONE_SIZE))
    kept = StockItem.objects.filter(
        workshop_id=member.workshop_id, gone=False, module_mm__range=(near[0] - near[1], near[0] + near[1])
    )
    rows = kept.values("teeth").annotate(many=Sum("count")).order_by("teeth")
    return [(row["teeth"], row["many"]) for row in rows]
