"""What is bought for several pieces at once, and another unit in place of all of it."""

from __future__ import annotations

from collections.abc import Sequence

from ..data import table
from ..workshop.consumables import school
from .asked import Asked, DonorSaid
from .choice import Choice, offered_as, price_of, together
from .had_new import DONOR_MINUTES

SPARES = 0.08
"""Share of its price that an old unit is worth as spares."""

UNIT_MINUTES, UNIT_HOLDS = 12.0, 0.97
ELECTRIC = ("motor", "board", "pot")


def wholes_of(asked: Asked, best: Sequence[Choice]) -> list[Choice]:
    """One thing bought for several that failed: a set, a sub-assembly, a donor."""
    made = []
    for offer in asked.offers:
        covered = [n for n, piece in enumerate(asked.failed) if offer.covers(piece.piece)]
        if offer.is_unit or not covered or not (offer.is_set or offer.is_assembly):
            continue
        if len(covered) < 2 and not offer.is_assembly:
            continue
        rest = [way for n, way in enumerate(best) if n not in covered]
        saved = 0.7 if offer.is_assembly else 1.0
        whole = Choice(
            "subassembly" if offer.is_assembly else "set",
            f"Fit the {offer.what}",
            (offer.what,),
            *price_of(offer, 1),
            asked.minutes * saved,
            offer.days,
            0.96 if offer.is_assembly else 0.94,
            (
                offered_as(offer),
                f"it serves {len(covered)} of what failed" if len(covered) > 1 else "it comes ready built",
            ),
            along=("grease",),
        )
        made.append(together([whole, *rest]))
    if len(asked.failed) > 1:
        for donor in asked.donors:
            if all(donor.gives(piece.piece) for piece in asked.failed):
                made.append(_whole_donor(donor, asked))
    return made


def _whole_donor(donor: DonorSaid, asked: Asked) -> Choice:
    share = float(table("decide")["ways"][f"donor_{donor.quality}"])
    low, high = (donor.price, donor.price) if donor.price is not None else (5.0, 25.0)
    return Choice(
        "donor",
        f"Make one of two: all from the {donor.what}",
        (donor.what,),
        low,
        high,
        asked.minutes + 1.5 * DONOR_MINUTES,
        3.0 if donor.price else 0.0,
        0.93 * share,
        (f"{len(asked.failed)} pieces from one donor", f"it is {donor.state or 'not looked over yet'}"),
    )


def units_of(asked: Asked) -> list[Choice]:
    """Another unit, and the old one kept for spares."""
    offered = [offer for offer in asked.offers if offer.is_unit]
    made = []
    for offer in offered:
        price = offer.price if offer.price is not None else asked.new_price or 40.0
        made.append(_unit(asked, price, offer.days, offer.what))
    if not offered and asked.new_price:
        made.append(_unit(asked, asked.new_price, 4.0, "the unit"))
    return made


def _unit(asked: Asked, price: float, days: float, what: str) -> Choice:
    electric = [piece.name for piece in asked.failed if piece.piece.sort in ELECTRIC]
    reasons = [f"a new one costs {price:g}"]
    spare = SPARES * price
    if electric and asked.kind == "servo" and school("servo", asked.house).key == "replace":
        reasons.append(
            f"past its gears ({', '.join(electric)}) this house replaces a servo and keeps the rest as spares"
        )
        spare += 0.5 * price
    if asked.age >= 5:
        reasons.append(f"it is {asked.age:g} years old: the next piece is not far")
    return Choice(
        "unit",
        f"Replace {what if what == 'the unit' else f'it by the {what}'}, keep the old one for spares",
        (what,),
        max(0.0, price - spare),
        max(0.0, price - spare),
        UNIT_MINUTES,
        days,
        UNIT_HOLDS,
        tuple(reasons),
        along=("what is worth keeping comes off the old one",),
    )
