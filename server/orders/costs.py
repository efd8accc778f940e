"""What a visit costs: what was ordered for it, its share of the post, extras, work."""

from __future__ import annotations

from collections import defaultdict
from decimal import Decimal
from uuid import UUID

from gearing.decision.offer_line import offer_line
from gearing.sourcing.bill import Bill, BillLine, Terms, bill, passed_by
from gearing.sourcing.ordering import share_of_postage
from shelf.models import HouseTerms
from visits import services as visits
from visits.advised import plan_minutes
from visits.models import Visit
from workshop.models import Member
from workshop.refusals import RefusedError

from .models import OrderLine


def terms_of(workshop_id: int) -> Terms:
    """What the house charges."""
    kept = HouseTerms.objects.filter(workshop_id=workshop_id).first()
    return Terms(kept.currency, kept.rate, kept.tax, kept.included, kept.consumables) if kept else Terms()


def minutes_of(member: Member, visit: Visit) -> float:
    """Minutes worked, or of the plan where nobody said."""
    if visit.worked_minutes is not None:
        return float(visit.worked_minutes)
    return STRIP_AND_BUILD * plan_minutes(member, visit)


STRIP_AND_BUILD = 2.0
"""What came apart in the time it takes to put it together: the strip, the cleaning and the look over."""


def bill_of(member: Member, visit: Visit, post: Decimal = Decimal(0)) -> Bill:
    """The bill as it stands today; `post` is what an order about to be sent adds to it."""
    extras = [line for _, line in extras_of(visit)]
    extras += [BillLine("share of the post", 1, post)] if post else []
    terms = terms_of(visit.unit.workshop_id)
    opened = terms.opened if visit.steps.filter(number__isnull=False).exists() else ()
    return bill([*_parts(visit), *opened, *extras], minutes_of(member, visit), terms)


def _parts(visit: Visit) -> list[BillLine]:
    """What was ordered for it, less what will not come, and its share of each order's post."""
    lines = list(OrderLine.objects.filter(visit=visit.id, taken_back=False).select_related("order__supplier"))
    made = [
        BillLine(line.what, line.count - line.cancelled, line.price)
        for line in lines
        if line.count > line.cancelled
    ]
    post = Decimal(0)
    orders = {line.order_id: line.order for line in lines if line.order.sent_on and line.order.postage}
    for order in orders.values():
        carried = list(order.lines.filter(taken_back=False))
        goods = [(line.price or Decimal(0)) * (line.count - line.cancelled) for line in carried]
        shares = share_of_postage(order.postage or Decimal(0), goods)
        post += sum(
            (share for line, share in zip(carried, shares, strict=True) if line.visit == visit.id), Decimal(0)
        )
    return [*made, BillLine("share of the post", 1, post)] if post else made


def extras_of(visit: Visit) -> list[tuple[UUID, BillLine]]:
    """What is charged besides, with the id it is taken back by."""
    rows = [(extra.id, offer_line(extra.line)) for extra in visit.extras.filter(taken_back=False)]
    return [(extra_id, BillLine(said.what, 1, said.price)) for extra_id, said in rows]


def within_limits(member: Member, lines: list[OrderLine], postage: Decimal | None) -> None:
    """Refuse to send what would pass a limit its owner set; the visit stops with the question.

    Parameters
    ----------
    postage : Decimal or None
        What the order's post will cost: each visit bears its share of it.

    Raises
    ------
    RefusedError
        Naming the unit, what it would come to, and what was agreed.
    """
    post: dict[UUID, Decimal] = defaultdict(Decimal)
    goods = [(line.price or Decimal(0)) * line.count for line in lines]
    for line, share in zip(lines, share_of_postage(postage or Decimal(0), goods), strict=True):
        if line.visit:
            post[line.visit] += share
    for visit_id, share in post.items():
        visit = Visit.objects.select_related("unit").get(id=visit_id)
        limit = visits.limit_of(visit)
        total = bill_of(member, visit, share).total
        over = passed_by(limit, total)
        if over:
            says = f"{visit.unit.label} comes to {total}, {over} over the {limit} that was agreed"
            visits.ask_owner(member, visit_id, f"{total} instead of {limit}: may it be?")
            raise RefusedError(
                409,
                "over_limit",
                f"{says}.",
                "Ask its owner, keep what is said in Source, and send it again.",
                field="lines",
            )
