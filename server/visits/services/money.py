"""What a visit costs besides what was ordered, and what its owner said to it."""

from __future__ import annotations

from decimal import Decimal
from typing import Any
from uuid import UUID

from gearing.decision.offer_line import offer_line
from gearing.errors import GearingError
from workshop.models import Member
from workshop.transactions import write

from ..models import BillExtra, OwnerAnswer, Visit
from .base import own_visit, remember, taken
from .visits import set_fields

OWNER = "owner"


@write
def owner_said(member: Member, visit_id: UUID, answer_id: UUID, said: dict[str, Any]) -> Visit:
    """Keep what the owner said: who, how, up to how much. The visit that waited for it goes on.

    Raises
    ------
    GearingError
        If a yes has a limit of nothing.
    """
    visit = own_visit(member, visit_id, lock=True)
    if said["yes"] and said["limit"] is not None and said["limit"] <= 0:
        raise GearingError(
            "A limit of nothing is a no.",
            code="no_limit",
            field="limit",
            hint="Leave it empty where it may cost what it costs.",
        )
    known = OwnerAnswer.objects.filter(id=answer_id).first()
    if known and known.visit_id != visit.id:
        raise taken("answer")
    if known is None:
        OwnerAnswer.objects.create(id=answer_id, visit=visit, recorded_by=member, **said)
        after = {
            name: value if value is None or isinstance(value, bool) else str(value)
            for name, value in said.items()
        }
        remember(visit, member, "owner said", answer_id, after=after)
        if said["yes"] and visit.waits_for == OWNER:
            visit = set_fields(visit, member, "waits", None, waits_for="me", waits_note="the owner said yes")
    return visit


@write
def take_answer_back(member: Member, visit_id: UUID, answer_id: UUID) -> Visit:
    """It was not said so."""
    visit = own_visit(member, visit_id, lock=True)
    answer = OwnerAnswer.objects.filter(visit=visit, id=answer_id).first()
    if answer and not answer.taken_back:
        answer.taken_back = True
        answer.save(update_fields=["taken_back"])
        remember(visit, member, "owner said", answer_id, after={"taken_back": True})
    return visit


@write
def charge_extra(member: Member, visit_id: UUID, extra_id: UUID, line: str) -> Visit:
    """Charge something that was not ordered, as a line: ``grease, plastic-safe 2.50``.

    Raises
    ------
    GearingError
        If the line names nothing, or no price.
    """
    visit = own_visit(member, visit_id, lock=True)
    if offer_line(line).price is None:
        raise GearingError(
            "What it costs is not said.", code="no_price", field="line", hint="As in: grease 2.50."
        )
    known = BillExtra.objects.filter(id=extra_id).first()
    if known and known.visit_id != visit.id:
        raise taken("line")
    if known is None:
        BillExtra.objects.create(id=extra_id, visit=visit, line=line.strip(), recorded_by=member)
        remember(visit, member, "charged", extra_id, after={"line": line.strip()})
    return visit


@write
def drop_extra(member: Member, visit_id: UUID, extra_id: UUID) -> Visit:
    """It is not charged after all."""
    visit = own_visit(member, visit_id, lock=True)
    extra = BillExtra.objects.filter(visit=visit, id=extra_id).first()
    if extra and not extra.taken_back:
        extra.taken_back = True
        extra.save(update_fields=["taken_back"])
        remember(visit, member, "charged", extra_id, before={"line": extra.line}, after={"taken_back": True})
    return visit


@write
def say_worked(member: Member, visit_id: UUID, minutes: int | None) -> Visit:
    """How long it took; none to go by the plan again."""
    visit = own_visit(member, visit_id, lock=True)
    return set_fields(visit, member, "worked", None, worked_minutes=minutes)


@write
def ask_owner(member: Member, visit_id: UUID, note: str) -> Visit:
    """The visit stops with a question to its owner."""
    visit = own_visit(member, visit_id, lock=True)
    return set_fields(visit, member, "waits", None, waits_for=OWNER, waits_note=note[:200])


def limit_of(visit: Visit) -> Decimal | None:
    """Up to how much the owner said yes, last; None where nothing was said or it may cost what it costs."""
    last = visit.owner_answers.filter(taken_back=False).order_by("-recorded_at").first()
    return last.limit if last and last.yes else None
