"""What is advised for a visit by all that its record, the drawer and the suppliers' lists know."""

from __future__ import annotations

from collections.abc import Sequence
from uuid import UUID

from django.utils import timezone

from gearing.decision.offer_line import offer_line
from gearing.diagnosis import faults
from gearing.rebuild import build_plan, minutes_left
from gearing.strip.entry import short_name
from shelf.models import HouseTerms
from shelf.services import house_of
from sums.base import here
from sums.decide import DecideIn, DecideOut, decide_unit
from sums.decide.request import DonorIn, FailedIn, MateSaid, OfferIn, StockIn, UnitIn
from suppliers.models import CatalogueItem
from workshop.models import Member

from . import services
from .mapping import entry_of, found_of, removed
from .models import Piece, SourceOffer, Visit
from .offered import in_drawer, to_be_had

MOST_OFFERS, MOST_OF_A_PIECE = 60, 8


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
    discards: list[str] = []
    listed: dict[UUID, CatalogueItem] = {}
    for step in visit.steps.filter(number__isnull=False).with_record():
        for piece, off in zip(step.live_pieces, removed(step), strict=True):
            name = _name(piece)
            if off.renewed and off.entry.discard and not piece.verdict and off.instead is None:
                # It did not fail: it is only never used twice, and is got along with the rest.
                discards.append(name)
                continue
            if off.renewed:
                failed.append(
                    FailedIn(
                        piece=name, finding=found_of(piece), count=max(1, off.entry.count), condemned=True
                    )
                )
                stock += _in_drawer(visit, piece, name)
                listed |= {item.id: item for item in to_be_had(visit, piece)[:MOST_OF_A_PIECE]}
            if off.renewed and piece.mate_id:
                mate = piece.mate
                mates[_name(mate)] = MateSaid(piece=_name(mate), finding=found_of(mate) or mate.verdict)
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
        discards=discards[:MOST_OFFERS],
        rate_per_minute=_rate(visit.unit.workshop_id),
        promised_days=max(0, (promised - timezone.localdate()).days) if promised else None,
    )


def _rate(workshop_id: int) -> float | None:
    """What a minute of work counts here; the core's own where the house charges none."""
    terms = HouseTerms.objects.filter(workshop_id=workshop_id).first()
    return float(terms.rate) / 60 if terms and terms.rate is not None else None


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


def _in_drawer(visit: Visit, piece: Piece, name: str) -> list[StockIn]:
    """What lies in the drawer that could serve, and what would have to be changed of it."""
    return [
        StockIn(what=name, fits=f"with a change: {says}"[:200] if says else "yes")
        for _, says in in_drawer(visit, piece)
    ]
