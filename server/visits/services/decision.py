"""What can be had for a visit, what its unit is worth, and what was decided."""

from __future__ import annotations

from typing import Any
from uuid import UUID

from gearing.decision.offer_line import offer_line
from workshop.models import Member
from workshop.transactions import write

from ..models import SourceOffer, Unit, Visit
from .base import own_visit, remember, settle, taken
from .visits import set_fields

OF_UNIT = ("new_price", "age_years")


@write
def jot_offer(member: Member, visit_id: UUID, offer_id: UUID, line: str) -> Visit:
    """Keep what can be had, as it was jotted down; the same id again changes nothing.

    Raises
    ------
    GearingError
        If the line names nothing.
    """
    visit = own_visit(member, visit_id, lock=True)
    offer_line(line)
    known: SourceOffer | None = SourceOffer.objects.filter(id=offer_id).first()
    if known and known.visit_id != visit.id:
        raise taken("offer")
    if known is None:
        SourceOffer.objects.create(id=offer_id, visit=visit, line=line.strip(), recorded_by=member)
        remember(visit, member, "offer", offer_id, after={"offer": line.strip()})
    elif known.taken_back:
        known.taken_back = False
        known.save(update_fields=["taken_back"])
        remember(visit, member, "offer", offer_id, after={"offer": known.line})
    return visit


@write
def take_offer_back(member: Member, visit_id: UUID, offer_id: UUID) -> Visit:
    """It cannot be had after all."""
    visit = own_visit(member, visit_id, lock=True)
    offer: SourceOffer = SourceOffer.objects.filter(visit=visit).get_or_404(id=offer_id)
    if not offer.taken_back:
        offer.taken_back = True
        offer.save(update_fields=["taken_back"])
        remember(visit, member, "offer", offer_id, before={"offer": offer.line}, after={"taken_back": True})
    return visit


@write
def say_worth(
    member: Member, visit_id: UUID, said: dict[str, Any], based_on: dict[str, Any] | None = None
) -> Visit:
    """What a new one costs, how old this one is, and when it was promised."""
    visit = own_visit(member, visit_id, lock=True)
    unit: Unit = Unit.objects.select_for_update().get(id=visit.unit_id)
    before = {**{name: getattr(unit, name) for name in OF_UNIT}, "promised_on": visit.promised_on}
    fields = settle(visit, visit.id, based_on, said, before)
    if fields == before:
        return visit
    for name in OF_UNIT:
        setattr(unit, name, fields[name])
    unit.save(update_fields=[*OF_UNIT])
    unit.refresh_from_db(fields=OF_UNIT)
    visit.promised_on, visit.unit = fields["promised_on"], unit
    visit.save(update_fields=["promised_on"])
    remember(visit, member, "worth", visit.id, before=_plain(before), after=_plain(fields))
    return visit


def _plain(fields: dict[str, Any]) -> dict[str, Any]:
    return {name: None if value is None else str(value) for name, value in fields.items()}


@write
def choose(member: Member, visit_id: UUID, decision: dict[str, Any] | None) -> Visit:
    """Keep what was decided, and why; none leaves it open again."""
    return set_fields(own_visit(member, visit_id, lock=True), member, "decided", None, decision=decision)
