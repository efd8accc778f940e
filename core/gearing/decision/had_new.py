"""The same piece new, from wherever it can be had: drawer, offers, a donor, made, or a stronger one."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import dataclass

from ..data import table
from ..workshop.consumables import school
from .asked import Asked, DonorSaid, FailedAs, OfferSaid
from .causes import by_load
from .choice import Choice, offered_as, price_of
from .words import piece_words

MAKE_MINUTES, MAKE_DAYS, MAKE_COST = 60.0, 2.0, (2.0, 8.0)
DONOR_MINUTES = 25.0
CHANGED_MINUTES = 12.0
"""A bore reamed, a boss filed, a sleeve pressed in."""

HARD_TO_GET = 1.5
"""How much dearer a piece is that those who were asked do not have."""

HOUSE_PAIR = 0.55
"""What a single gear's chance is worth where the house replaces both."""


@dataclass(frozen=True, slots=True)
class _Wanted:
    """One piece to be had new: where it stands, what runs with it, what has to come along."""

    failed: FailedAs
    asked: Asked
    holds: float
    many: int
    mates: tuple[FailedAs, ...]
    mate: float
    notes: tuple[str, ...]

    @property
    def key(self) -> str:
        return {"gear": "gear", "case": "case"}.get(self.failed.piece.sort, "part")

    @property
    def along(self) -> tuple[str, ...]:
        return ("grease",) if self.failed.piece.sort == "gear" else ()

    @property
    def singles(self) -> list[OfferSaid]:
        """Offers of it alone; of a stronger one only where load is not the cause and there is no other."""
        alone = [
            offer
            for offer in self.asked.offers
            if offer.covers(self.failed.piece) and not (offer.is_unit or offer.is_set or offer.is_assembly)
        ]
        plain = [offer for offer in alone if not _is_stronger(self.failed, offer)]
        return plain if plain or _by_load(self.failed, self.asked) else alone


def new_ones(piece: FailedAs, asked: Asked, holds: float, many: int) -> list[Choice]:
    """The same piece, from wherever it can be had."""
    mates = tuple(_mates_of(piece, asked)) if piece.piece.sort == "gear" else ()
    wanted = _Wanted(piece, asked, holds, many, mates, *_beside(piece, asked, mates))
    made = [*_from_stock(wanted), *_offered_alone(wanted), *_offered_together(wanted)]
    if mates:
        made += _pairs(wanted)
    if not any(offer.covers(piece.piece) for offer in asked.offers):
        if not any(way.key == "stock" for way in made):
            made += _made(wanted)
        if not (made or asked.donors) or not (asked.offers or asked.donors):
            made.append(_looked_for(wanted))
    return [*made, *_donors(wanted)] or _in_a_whole(wanted) or [_looked_for(wanted)]


def _beside(piece: FailedAs, asked: Asked, mates: Sequence[FailedAs]) -> tuple[float, tuple[str, ...]]:
    """What its mate leaves of a single new gear's chance, and what is said of it."""
    ways = table("decide")["ways"]
    if piece.piece.sort != "gear" or piece.found.state in ("seat", "loose", "hard", "dry", "wet", "slack"):
        return 1.0, ()
    if not mates:
        return float(ways["mate_unknown"]), ()
    name = mates[0].name
    if any(_is_worn(each) for each in mates):
        return float(ways["mate_worn"]), (f"the {name} is worn too: a new gear on it wears to its shape",)
    if school("pair", asked.house).key == "both" and piece.found.state in ("worn", "pointed"):
        return HOUSE_PAIR, ("the house replaces both gears of a pair",)
    return 1.0, (f"the {name} is sound",)


def _from_stock(wanted: _Wanted) -> list[Choice]:
    ways = table("decide")["ways"]
    made = []
    for kept in wanted.asked.stock:
        if kept.verdict == "not" or not piece_words(kept.what).meant_by(wanted.failed.piece):
            continue
        change = kept.verdict == "change"
        share = float(ways["sibling" if change else "stock"])
        made.append(
            Choice(
                "stock",
                f"Fit the {kept.what} from the drawer" + (f" ({kept.fits})" if change else ""),
                (kept.what,),
                minutes=wanted.asked.minutes + (CHANGED_MINUTES if change else 0),
                holds=wanted.holds * wanted.mate * share,
                reasons=("it lies in the drawer", *wanted.notes),
                along=wanted.along,
            )
        )
    return made


def _offered_alone(wanted: _Wanted) -> list[Choice]:
    share = float(table("decide")["ways"]["sibling"])
    return [
        Choice(
            "sibling" if offer.is_sibling else wanted.key,
            f"Replace the {wanted.failed.name}",
            (offer.what,),
            *price_of(offer, wanted.many),
            minutes=wanted.asked.minutes + (CHANGED_MINUTES if offer.is_sibling else 0),
            days=offer.days,
            holds=wanted.holds * wanted.mate * (share if offer.is_sibling else 1.0),
            reasons=(offered_as(offer), *wanted.notes),
            along=wanted.along,
        )
        for offer in wanted.singles
    ]


def _offered_together(wanted: _Wanted) -> list[Choice]:
    """The piece in the set it is sold in."""
    made = []
    alone = bool(wanted.singles)
    for offer in wanted.asked.offers:
        if not offer.is_set or offer.is_unit or offer.is_assembly or not offer.covers(wanted.failed.piece):
            continue
        pair = len(offer.contains) == 2 and any(offer.covers(each.piece) for each in wanted.mates)
        better = 1.03 if wanted.failed.piece.sort == "gear" else 1.0
        made.append(
            Choice(
                "pair" if pair else "case" if wanted.failed.piece.sort == "case" else "set",
                f"Fit the {offer.what}",
                (offer.what,),
                *price_of(offer, 1),
                minutes=wanted.asked.minutes,
                days=offer.days,
                holds=min(0.97, wanted.holds * better),
                reasons=(
                    offered_as(offer),
                    "what runs with it is new as well" if alone else "sold only together",
                ),
                along=wanted.along,
            )
        )
    return made


def _in_a_whole(wanted: _Wanted) -> list[Choice]:
    """The piece in the sub-assembly it is sold in."""
    return [
        Choice(
            "subassembly",
            f"Fit the {offer.what}",
            (offer.what,),
            *price_of(offer, 1),
            minutes=wanted.asked.minutes,
            days=offer.days,
            holds=wanted.holds,
            reasons=(offered_as(offer), "sold only with what it sits in"),
        )
        for offer in wanted.asked.offers
        if offer.is_assembly and not offer.is_unit and offer.covers(wanted.failed.piece)
    ]


def _looked_for(wanted: _Wanted) -> Choice:
    """Nobody offers it, or nobody was asked: what such a piece usually costs."""
    least, most = table("decide")["price"].get(wanted.failed.piece.sort, (2, 12))
    asked_around = bool(wanted.asked.offers)
    dearer = wanted.many * (HARD_TO_GET if asked_around else 1.0)
    return Choice(
        wanted.key,
        f"Replace the {wanted.failed.name}",
        (wanted.failed.name,),
        least * dearer,
        most * dearer,
        wanted.asked.minutes,
        14.0 if asked_around else 5.0,
        wanted.holds * wanted.mate,
        (
            "its price is a guess: " + ("look elsewhere" if asked_around else "nobody was asked yet"),
            *wanted.notes,
        ),
        along=wanted.along,
        unasked=True,
    )


def _pairs(wanted: _Wanted) -> list[Choice]:
    """Both gears new, each offered by itself."""
    mate, offers = wanted.mates[0], wanted.asked.offers
    other = [
        offer
        for offer in offers
        if offer.covers(mate.piece) and not (offer.is_unit or offer.is_set or offer.is_assembly)
    ]
    both = [*wanted.singles[:1], *other[:1]]
    if (offers and not (wanted.singles and other)) or (wanted.asked.donors and not offers):
        return []
    guess = table("decide")["price"]["gear"]
    low = sum(price_of(offer, 1)[0] for offer in both) if both else 2 * guess[0]
    high = sum(price_of(offer, 1)[1] for offer in both) if both else 2 * guess[1]
    if any(_is_worn(each) for each in wanted.mates):
        why = f"the {mate.name} is worn too"
    elif school("pair", wanted.asked.house).key == "both":
        why = "the house replaces both gears of a pair"
    else:
        why = "a new gear on a sound mate lasts without it"
    return [
        Choice(
            "pair",
            f"Replace the {wanted.failed.name} and the {mate.name}",
            (wanted.failed.name, mate.name),
            low,
            high,
            wanted.asked.minutes,
            max((offer.days for offer in both), default=5.0),
            min(0.97, wanted.holds * 1.04),
            (why,),
            along=wanted.along,
            unasked=not both,
        )
    ]


def _made(wanted: _Wanted) -> list[Choice]:
    """A piece made from its reading, where none is sold."""
    piece = wanted.failed.piece
    if piece.sort not in ("gear", "spacer", "bush", "horn", "plate"):
        return []
    share = float(table("decide")["ways"]["make_metal" if piece.material == "metal" else "make_plastic"])
    return [
        Choice(
            "make",
            f"Make the {wanted.failed.name} from its reading",
            (wanted.failed.name,),
            *MAKE_COST,
            minutes=wanted.asked.minutes + MAKE_MINUTES,
            days=MAKE_DAYS,
            holds=wanted.holds * wanted.mate * share,
            reasons=("no longer sold: made from the reading, checked against its mate",),
        )
    ]


def _donors(wanted: _Wanted) -> list[Choice]:
    ways = table("decide")["ways"]
    worn = [mate for mate in wanted.mates if _is_worn(mate)]
    return [
        Choice(
            "donor",
            f"Take the {_all_of(donor, wanted.failed, worn)} from the {donor.what}",
            (donor.what,),
            *((donor.price, donor.price) if donor.price is not None else (3.0, 15.0)),
            minutes=wanted.asked.minutes + DONOR_MINUTES,
            days=3.0 if donor.price else 0.0,
            holds=wanted.holds
            * (1.0 if all(donor.gives(mate.piece) for mate in worn) else max(wanted.mate, 0.85))
            * float(ways[f"donor_{donor.quality}"]),
            reasons=(
                f"the donor is {donor.state or 'not looked over yet'}",
                "the rest of it stays as spares",
            ),
        )
        for donor in wanted.asked.donors
        if donor.gives(wanted.failed.piece)
    ]


def _all_of(donor: DonorSaid, piece: FailedAs, worn: Sequence[FailedAs]) -> str:
    """What a donor gives: the piece, and what is worn with it."""
    return " and the ".join([piece.name, *(mate.name for mate in worn if donor.gives(mate.piece))])


def stronger_ones(piece: FailedAs, asked: Asked, holds: float) -> list[Choice]:
    """A stronger piece in its place: it cures what came of load, and moves the break on where it did not."""
    made = []
    overload = _by_load(piece, asked)
    stronger = [
        offer
        for offer in asked.offers
        if not offer.is_unit and offer.covers(piece.piece) and _is_stronger(piece, offer)
    ]
    others = [offer for offer in asked.offers if offer.covers(piece.piece) and offer not in stronger]
    for offer in stronger if overload or others else [each for each in stronger if each.is_set]:
        share = 1.06 if overload else 0.97
        reason = (
            "the cause is load that the old one does not bear"
            if overload
            else "a harder gear moves the break to the next weakest"
        )
        worth = min(0.96, max(holds, 0.9) * share)
        made.append(
            Choice(
                "upgrade",
                f"Fit the {offer.what}",
                (offer.what,),
                *price_of(offer, max(1, piece.count)),
                asked.minutes,
                offer.days,
                worth,
                (offered_as(offer), reason),
                along=("grease",) if piece.piece.sort == "gear" else (),
            )
        )
    return made


def _by_load(piece: FailedAs, asked: Asked) -> bool:
    return by_load(asked.cause) or piece.found.state == "flexes"


def _is_stronger(piece: FailedAs, offer: OfferSaid) -> bool:
    """Whether what is offered is stronger than what failed."""
    return offer.betters(piece.piece) and (
        piece.piece.material != "metal"
        or any(word in offer.what.lower() for word in ("harden", "titan", "upgrade", "stiffer"))
    )


_SOUND = re.compile(r"\b(?:sound|good|fine|ok|okay|no wear|like new|as new|perfect)\b")


def _mates_of(piece: FailedAs, asked: Asked) -> list[FailedAs]:
    """Gears it may run against: those named as mates; of several failed none is its own."""
    return [mate for mate in asked.mates if mate.piece.sort == "gear" and mate.name != piece.name]


def _is_worn(mate: FailedAs) -> bool:
    return (
        not _SOUND.search(mate.finding.lower())
        and mate.found.state in ("worn", "pointed", "chipped", "stripped", "sector", "cracked", "broken")
        and (mate.found.degree != "slight")
    )
