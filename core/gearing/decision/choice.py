"""One thing that can be done about what failed, and several of them as one."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace

from ..data import table
from .asked import OfferSaid


@dataclass(frozen=True, slots=True)
class Choice:
    """One thing that can be done. Money in the currency asked, `least` and `most` where it is a guess.

    Attributes
    ----------
    key : str
        ``leave``, ``clean``, ``mend``, ``gear``, ``part``, ``pair``, ``set``, ``subassembly``, ``case``,
        ``unit``, ``stock``, ``donor``, ``sibling``, ``make`` or ``upgrade``.
    label : str
    parts : tuple of str
        What goes in.
    minutes, days, holds : float
        Of work, until it is there, and the chance that it holds.
    reasons, cautions, along : tuple of str
        `along` is what has to be got with it.
    expected : float
        Expected cost, the trouble of doing it twice included.
    unasked : bool
        Nobody offers it: what it costs and whether it is to be had is a guess.
    """

    key: str
    label: str
    parts: tuple[str, ...] = ()
    least: float = 0.0
    most: float = 0.0
    minutes: float = 0.0
    days: float = 0.0
    holds: float = 0.9
    reasons: tuple[str, ...] = ()
    cautions: tuple[str, ...] = ()
    along: tuple[str, ...] = ()
    expected: float = 0.0
    unasked: bool = False

    @property
    def middle(self) -> float:
        return (self.least + self.most) / 2


def together(ways: Sequence[Choice]) -> Choice:
    """Several pieces' ways as one: the work to get to them is done once."""
    first, *others = ways
    if not others:
        return first
    return replace(
        first,
        label="; ".join([first.label, *(_lower(way.label) for way in others)]),
        parts=tuple(part for way in ways for part in way.parts),
        least=sum(way.least for way in ways),
        most=sum(way.most for way in ways),
        minutes=max(way.minutes for way in ways) + 5 * len(others),
        days=max(way.days for way in ways),
        holds=_all(way.holds for way in ways),
        reasons=tuple(dict.fromkeys(reason for way in ways for reason in way.reasons)),
        along=tuple(dict.fromkeys(each for way in ways for each in way.along)),
    )


def _all(chances: Iterable[float]) -> float:
    whole = 1.0
    for chance in chances:
        whole *= chance
    return whole


def _lower(text: str) -> str:
    return text[:1].lower() + text[1:]


def price_of(offer: OfferSaid, many: int) -> tuple[float, float]:
    """What it costs so often; a guess where it is not said."""
    if offer.price is not None:
        return offer.price * many, offer.price * many
    sort = offer.pieces[0].sort if offer.pieces else "other"
    least, most = table("decide")["price"].get(sort, (3, 15))
    return least * many, most * many


def offered_as(offer: OfferSaid) -> str:
    price = f"{offer.price:g}" if offer.price is not None else "its price not said"
    return f"{offer.what}: {price}, {'here at once' if not offer.days else f'{offer.days:g} days'}"
