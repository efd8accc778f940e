"""What can be done about what failed, weighed by what it is expected to cost.

Each way of treating each piece is made up, priced and given a chance that it
holds; ways for the unit as a whole (a set, a sub-assembly, a donor, another
unit) stand beside the best of the single ones. The expected cost of an option
is its price and work, plus the same again and some trouble times the chance
that it fails, plus what waiting past a promise costs.
"""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import replace

from ..workshop.units import unit_kind, unit_kinds
from .asked import Asked
from .causes import by_load
from .choice import Choice, offered_as, price_of, together
from .single import ways_of
from .whole import units_of, wholes_of
from .words import piece_words

TROUBLE, TROUBLE_SHARE = 4.0, 0.15
"""What having it back costs: so much, and a share of a new unit's price."""

LEFT_IN, LEFT_IN_SHARE = 14.0, 0.25
"""What a piece that was left in costs once it goes: itself, and a share for what it takes along."""

LATE_DAY, LATE_ONCE, WAIT_DAY = 0.8, 4.0, 0.06
"""What a day past the promise costs, being late at all, and a day of waiting within it."""

IRREPLACEABLE = 120.0
"""What a unit is taken to be worth that cannot be had again."""

UNSURE = 0.15
"""Share of the range of a price that counts against it: what nobody was asked is dearer as often as not."""

AGE_SHARE, MOST_AGED = 0.015, 0.2
"""Share of a new unit's price by which a year of age lessens a repair, and at most: the next piece goes."""


def decide(asked: Asked) -> list[Choice]:
    """What can be done, the best first."""
    single = [ways_of(piece, asked) for piece in asked.failed]
    choices: list[Choice] = []
    if single:
        best = [min(ways, key=lambda way: _cost(way, asked)) for ways in single]
        lead = max(range(len(best)), key=lambda n: _cost(best[n], asked))
        # The gravest piece is treated each way there is, the others the way that is best for each.
        others = [way for n, way in enumerate(best) if n != lead]
        choices += [_as_pair(together([way, *others]), [way, *others], asked) for way in single[lead]]
        choices += wholes_of(asked, best)
        choices += _with_cause_gone(asked, single[lead], others)
    choices += units_of(asked) + _regeared(asked)
    # Two offers of the same for the same money are one choice.
    made: dict[tuple[str, str, float, float], Choice] = {}
    for choice in choices:
        weighed = replace(
            choice,
            expected=_cost(choice, asked),
            cautions=_cautions(choice, asked),
            along=tuple(dict.fromkeys([*choice.along, *asked.discards]))
            if choice.key not in UNOPENED
            else choice.along,
        )
        key = (weighed.key, weighed.label, weighed.least, weighed.most)
        if key not in made or weighed.expected < made[key].expected:
            made[key] = weighed
    return sorted(made.values(), key=lambda choice: choice.expected)


DRIVERS = frozenset(["pinion", "worm", "sun"])
"""Words for the smaller gear of a pair."""


def _as_pair(whole: Choice, ways: Sequence[Choice], asked: Asked) -> Choice:
    """Two new gears of which one drives the other are a pair, bought one by one or not."""
    gears = [piece.piece for piece in asked.failed if piece.piece.sort == "gear"]
    meshing = len(gears) == len(ways) == 2 and sum(bool(gear.own & DRIVERS) for gear in gears) == 1
    if meshing and all(way.key in ("gear", "pair") for way in ways):
        return replace(whole, key="pair")
    return whole


UNOPENED = ("leave", "unit")
"""Choices for which the unit is not put together again: nothing is needed that is never used twice."""

_GEARING = re.compile(
    r"\b(?:over|under)-?\s?geared|\bgear(?:ing|ed)\b.*\b(?:tall|short|high|low)"
    r"|\b(?:larger|bigger|smaller) (?:wheels?|tyres?|sprockets?|prop|propeller|drum)\b"
)
DRIVEN = ("gear", "motor")


def _regeared(asked: Asked) -> list[Choice]:
    """Other gearing, where gearing was the cause: a new gear alone dies as the old one did."""
    if not _GEARING.search(asked.cause.lower()) or not any(p.piece.sort in DRIVEN for p in asked.failed):
        return []
    return [
        Choice(
            "regear",
            "Fit other gearing: another pinion and what it drives",
            ("pinion", *(piece.name for piece in asked.failed)),
            6.0,
            18.0,
            asked.minutes + 10,
            5.0,
            0.92,
            ("the gearing was the cause: the same again dies the same way", "Regear names the pair"),
            along=("grease",),
        )
    ]


def _with_cause_gone(asked: Asked, ways: Sequence[Choice], others: Sequence[Choice]) -> list[Choice]:
    """What failed new, and what let it fail with it, where that is named and can be had."""
    if not by_load(asked.cause):
        return []
    named = piece_words(asked.cause).own
    made = []
    for offer in asked.offers:
        if offer.is_unit or any(offer.covers(piece.piece) for piece in asked.failed):
            continue
        if not any(each.sort in HOLDS_GEARS and each.own & named for each in offer.pieces):
            continue
        for way in ways:
            if way.key not in ("gear", "pair", "set", "part", "stock"):
                continue
            least, most = price_of(offer, 1)
            cured = Choice(
                "upgrade",
                f"Fit the {offer.what}",
                (offer.what,),
                least,
                most,
                CAUSE_MINUTES,
                offer.days,
                1.0,
                (offered_as(offer), "it goes in with what it let fail, or the same comes back"),
            )
            whole = together([replace(way, holds=max(way.holds, CURED)), cured, *others])
            made.append(replace(whole, key="upgrade"))
    return made


HOLDS_GEARS = ("plate", "case", "frame", "bearing", "bush")
"""Classes of pieces that keep gears in mesh, or do not."""

CAUSE_MINUTES, CURED = 15.0, 0.92


def _cost(choice: Choice, asked: Asked) -> float:
    value = asked.new_price or (IRREPLACEABLE if asked.no_longer_made else 40.0)
    work = choice.minutes * asked.rate
    again = choice.middle + work + TROUBLE + TROUBLE_SHARE * value
    if choice.key == "leave":
        # What was left in is mended then, with what it has damaged by then.
        again += LEFT_IN + LEFT_IN_SHARE * value
    cost = choice.middle + work + (1 - choice.holds) * again + UNSURE * (choice.most - choice.least)
    if choice.key != "unit" and asked.new_price:
        cost += min(AGE_SHARE * asked.age, MOST_AGED) * asked.new_price
    late = choice.days - asked.promised if asked.promised is not None else 0.0
    if late > 0:
        cost += LATE_ONCE + LATE_DAY * late
    return cost + WAIT_DAY * choice.days


def _cautions(choice: Choice, asked: Asked) -> tuple[str, ...]:
    """What law and licence say, and what the work needs."""
    made = list(choice.cautions)
    notice = unit_kind(asked.kind).notice if asked.kind in unit_kinds() else ""
    if notice:
        made.append(notice)
    text = choice.label.lower()
    if choice.key in ("mend", "make", "sibling") and any(
        word in text
        for word in ("ream", "drill", "press", "file", "abrasive", "straighten", "make", "change")
    ):
        made.append("Vice and eye protection.")
    if any(
        word in " ".join((text, *choice.along)).lower()
        for word in ("compound", "threadlocker", "bond", "solder", "adhesive")
    ):
        made.append("Ventilation, gloves; let it cure before a load.")
    return tuple(made)
