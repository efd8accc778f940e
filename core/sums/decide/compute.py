"""The ``decide`` sum: mend, part, pair, set, donor or unit, weighed and with its reasons."""

from __future__ import annotations

from gearing.decision.asked import Asked, DonorSaid, FailedAs, OfferSaid, StockSaid
from gearing.decision.choice import Choice
from gearing.decision.options import decide
from gearing.workshop.units import kind_named

from .request import DecideIn
from .response import DecideOut, OptionOut

SHOWN = 12
USUAL_MINUTES, USUAL_RATE = 40.0, 0.35


def decide_unit(request: DecideIn) -> DecideOut:
    """What to do about what failed."""
    choices = decide(_asked(request))[:SHOWN]
    first = choices[0]
    return DecideOut(
        options=[_option(choice) for choice in choices],
        says=f"{first.label}.",
        rule=_rule(first, choices[1]) if len(choices) > 1 else "There is no other way.",
    )


def _asked(request: DecideIn) -> Asked:
    return Asked(
        failed=tuple(
            FailedAs(each.piece, each.finding, each.count, each.condemned) for each in request.failed
        ),
        kind=kind_named(request.unit.kind),
        new_price=request.unit.new_price or None,
        age=request.unit.age_years or 0.0,
        mates=tuple(FailedAs(each.piece, each.finding) for each in request.mates),
        cause=request.cause,
        offers=tuple(
            OfferSaid(each.what, each.price, each.days or 0.0, tuple(each.contains))
            for each in request.offers
        ),
        donors=tuple(DonorSaid(each.what, each.price, each.state) for each in request.donors),
        stock=tuple(StockSaid(each.what, each.fits) for each in request.stock),
        house=request.house,
        minutes=USUAL_MINUTES if request.minutes is None else request.minutes,
        promised=request.promised_days,
        discards=tuple(request.discards),
        rate=USUAL_RATE if request.rate_per_minute is None else request.rate_per_minute,
    )


def _option(choice: Choice) -> OptionOut:
    return OptionOut(
        key=choice.key,
        label=choice.label,
        parts=list(choice.parts),
        cost=[round(choice.least, 2), round(choice.most, 2)],
        minutes=choice.minutes,
        days=choice.days,
        holds=choice.holds,
        reasons=list(choice.reasons),
        cautions=list(choice.cautions),
        along=list(choice.along),
        expected=choice.expected,
    )


def _rule(first: Choice, second: Choice) -> str:
    """The one thing in which the first is most ahead of the second."""
    holds = first.holds - second.holds
    money = second.middle - first.middle
    if holds > 0.1 and (money <= 0 or holds > 0.25):
        return f"It holds {first.holds:.0%} against {second.holds:.0%}: {second.label.lower()} is done twice."
    if money > 1:
        return f"It costs about {first.middle:.0f} where “{second.label}” costs {second.middle:.0f}."
    if second.days - first.days > 2:
        return f"It is there {second.days - first.days:.0f} days sooner than “{second.label}”."
    if second.minutes - first.minutes > 10:
        return f"It is {second.minutes - first.minutes:.0f} minutes less work than “{second.label}”."
    return f"Little lies between it and “{second.label}”."
