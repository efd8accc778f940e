"""What is advised for a visit by all that its record, the drawer and the suppliers' lists know."""

from __future__ import annotations

from collections.abc import Sequence
from uuid import UUID

from django.utils import timezone

from drawer.models import StockItem
from gearing.decision.offer_line import offer_line
from gearing.decision.replacement import ReplacementPart, compare
from gearing.diagnosis import faults
from gearing.inspection.findings import Finding, in_words
from gearing.rebuild import build_plan, minutes_left
from gearing.strip.entry import short_name
from shelf.services import house_of
from sums.base import here
from sums.decide import DecideIn, DecideOut, decide_unit
from sums.decide.request import DonorIn, FailedIn, MateSaid, OfferIn, StockIn, UnitIn
from suppliers.models import CatalogueItem
from workshop.models import Member

from . import services
from .mapping import entry_of, gear_of, live_pins, removed
from .models import Piece, SourceOffer, Visit
from .offered import to_be_had

MOST_OFFERS, MOST_OF_A_PIECE = 60, 8
NEAR_MODULE = 0.02
"""How far off a module in the drawer may be, as a share, to be looked at."""


def jotted_for(visit: Visit) -> list[SourceOffer]:
    """What was jotted down that can be had."""
    return list(visit.offers.filter(taken_back=False)[:MOST_OFFERS])


def plan_minutes(member: Member, visit: Visit) -> float:
    """Minutes of the visit's rebuild, cures included."""
    plan = build_plan(services.removed_pieces(visit), services.bench_of(member, visit)).steps
    left = minutes_left(list(plan), frozenset())
    return left[0] if left else 0.0


def advised_for(member: Member, visit: Visit) -> DecideOut | None:
    """What is advised; none where nothing failed."""
    return advised_by(visit, jotted_for(visit), plan_minutes(member, visit))


def advised_by(visit: Visit, jotted: Sequence[SourceOffer], minutes: float) -> DecideOut | None:
    """The same, from what was looked up already."""
    asked = _asked(visit, jotted, minutes)
    return here(decide_unit, asked) if asked else None


def _asked(visit: Visit, jotted: Sequence[SourceOffer], minutes: float) -> DecideIn | None:
    """The decision as the core is asked for it; none where nothing failed."""
    failed: list[FailedIn] = []
    mates: dict[str, MateSaid] = {}
    stock: list[StockIn] = []
    listed: dict[UUID, CatalogueItem] = {}
    for step in visit.steps.filter(number__isnull=False).with_record():
        for piece, off in zip(step.live_pieces, removed(step), strict=True):
            name = _name(piece)
            if off.renewed:
                failed.append(
                    FailedIn(
                        piece=name, finding=_finding(piece), count=max(1, off.entry.count), condemned=True
                    )
                )
                stock += _in_drawer(visit, piece, name)
                listed |= {item.id: item for item in to_be_had(visit, piece)[:MOST_OF_A_PIECE]}
            if off.renewed and piece.mate_id:
                mate = piece.mate
                mates[_name(mate)] = MateSaid(piece=_name(mate), finding=_finding(mate) or mate.verdict)
    if not failed:
        return None
    said = [offer_line(offer.line) for offer in jotted]
    promised = visit.promised_on
    return DecideIn(
        unit=UnitIn(
            kind=visit.unit.kind,
            new_price=float(visit.unit.new_price) if visit.unit.new_price is not None else None,
            age_years=visit.unit.age_years,
        ),
        failed=failed,
        mates=list(mates.values()),
        cause=faults()[visit.cause].name if visit.cause in faults() else "",
        offers=[
            OfferIn(
                what=each.what[:200],
                price=float(each.price) if each.price is not None else None,
                days=each.days,
                contains=[part[:200] for part in each.contains],
            )
            for each in said
            if not each.donor
        ]
        + [_offered(item) for item in listed.values()],
        donors=[
            DonorIn(
                what=each.what[:200],
                price=float(each.price) if each.price is not None else None,
                state=each.state[:200],
            )
            for each in said
            if each.donor
        ],
        stock=stock,
        house=dict(house_of(visit.unit.workshop_id)),
        minutes=minutes,
        promised_days=max(0, (promised - timezone.localdate()).days) if promised else None,
    )


def _offered(item: CatalogueItem) -> OfferIn:
    days = item.days if item.days is not None else item.supplier.usual_days
    return OfferIn(
        what=item.what,
        price=float(item.price) if item.price is not None else None,
        days=days,
        contains=item.contains,
    )


def _name(piece: Piece) -> str:
    """A piece as it would be asked for: its name, its teeth, what it is of."""
    entry = entry_of(piece)
    teeth = "/".join(map(str, entry.teeth))
    counted = f" {teeth}t" if teeth and "/" not in teeth else f" {teeth}" if teeth else ""
    return f"{short_name(entry)}{counted} {entry.material}".strip()[:200]


def _finding(piece: Piece) -> str:
    kind = entry_of(piece).kind
    seen = [
        in_words(
            kind,
            Finding(
                str(row.get("what", "")),
                tuple(row.get("teeth") or ()),
                str(row.get("face") or ""),
                float(row.get("mm") or 0),
                float(row.get("radius") or 0),
            ),
        )
        for row in piece.findings
    ]
    return ", ".join(each for each in [piece.finding, *seen] if each)[:200]


def _in_drawer(visit: Visit, piece: Piece, name: str) -> list[StockIn]:
    """Gears in the drawer that could serve, and what would have to be changed of each."""
    made = []
    for pin in live_pins(piece):
        gear = gear_of(pin)
        if gear is None:
            continue
        module = float(gear.module)
        bore, width = pin.request.get("bore_mm") or 0.0, pin.request.get("width_mm") or 0.0
        wanted = ReplacementPart(int(gear.teeth), module, bore=float(bore), width=float(width))
        there = StockItem.objects.filter(
            workshop_id=visit.unit.workshop_id,
            gone=False,
            teeth=gear.teeth,
            module_mm__range=(module * (1 - NEAR_MODULE), module * (1 + NEAR_MODULE)),
        )
        for kept in there[:10]:
            part = ReplacementPart(
                kept.teeth,
                float(kept.module_mm),
                bore=float(kept.bore_mm or 0),
                width=float(kept.width_mm or 0),
            )
            fit = compare(wanted, part)
            if fit.verdict in ("fits", "unknown"):
                made.append(StockIn(what=name, fits="yes"))
            elif fit.verdict == "change":
                says = ", ".join(each.says for each in fit.fields if each.verdict == "change")
                made.append(StockIn(what=name, fits=f"with a change: {says}"[:200]))
    return made
