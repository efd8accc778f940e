"""An offer, or a donor, as it is jotted down: ``gear set 9.50, 4 days: second wheel, third wheel``."""

from __future__ import annotations

import re
from dataclasses import dataclass
from decimal import Decimal

from ..errors import GearingError

_PRICE = re.compile(r"(?:[€$£]\s?)?(\d{1,7}(?:[.,]\d{1,2})?)(?:\s?(?:euros?|eur|€|\$|£))?", re.I)
_DAYS = re.compile(
    r"(\d{1,3})\s?(days?|d|weeks?|w|months?)\b|\b(tomorrow|today|at once|in stock|here)\b", re.I
)
_DONOR = re.compile(r"^\s*donor\b[:,]?\s*", re.I)
_DIMENSION = re.compile(r"\d[\d.,]*\s?(?:x|×|t\b|teeth|mm|module|dp|mm\b)|[a-z]\d|\d[\d.]*/\d", re.I)
UNIT_DAYS = {"d": 1, "w": 7, "m": 30}
LONGEST = 400


@dataclass(frozen=True, slots=True)
class OfferLine:
    """What a line says: an offer, or a donor and how it is."""

    what: str
    price: Decimal | None
    days: int | None
    contains: tuple[str, ...]
    donor: bool = False
    state: str = ""


def offer_line(line: str) -> OfferLine:
    """What a jotted line says. After a colon comes what it contains, or of a donor how it is.

    Raises
    ------
    GearingError
        If nothing is named.

    Examples
    --------
    >>> said = offer_line("gear set 9.50, 4 days: second wheel, third wheel")
    >>> said.what, said.price, said.days, said.contains
    ('gear set', Decimal('9.50'), 4, ('second wheel', 'third wheel'))
    >>> offer_line("bearing 5x11x4 2,20 in 2 weeks").days
    14
    >>> donor = offer_line("donor same winch 8: gears sound")
    >>> donor.donor, donor.what, donor.state
    (True, 'same winch', 'gears sound')
    """
    donor = bool(_DONOR.match(line))
    head, _, tail = _DONOR.sub("", line[:LONGEST]).partition(":")
    days, head = _taken_days(head)
    price, head = _taken_price(head)
    what = " ".join(re.sub(r"\b(?:in|for|at|each)\s*(?=[,;]|$)", " ", head).replace(";", ",").split()).strip(
        " ,"
    )
    what = re.sub(r"\s*,\s*(?:,\s*)*", ", ", what).strip(" ,")
    if not what:
        raise GearingError(
            "What is offered is not said.",
            code="no_offer",
            field="line",
            hint="As in: gear set 9.50, 4 days: second wheel, third wheel.",
        )
    parts = tuple(part.strip() for part in tail.split(",") if part.strip())
    return OfferLine(what, price, days, () if donor else parts, donor, tail.strip() if donor else "")


def _taken_days(text: str) -> tuple[int | None, str]:
    match = _DAYS.search(text)
    if not match:
        return None, text
    if match[3]:
        days = 1 if match[3].lower() == "tomorrow" else 0
    else:
        days = int(match[1]) * UNIT_DAYS[match[2][0].lower()]
    return days, text[: match.start()] + " " + text[match.end() :]


def _taken_price(text: str) -> tuple[Decimal | None, str]:
    """The last number that is no dimension of the piece."""
    sizes = [match.span() for match in _DIMENSION.finditer(text)]
    found = [
        match
        for match in _PRICE.finditer(text)
        if not any(
            start <= match.start() < end or match.start(1) <= start < match.end() for start, end in sizes
        )
        and (match.start() == 0 or not text[match.start() - 1].isalnum())
        and not text[match.end() : match.end() + 1].isalnum()
    ]
    if not found:
        return None, text
    last = found[-1]
    return Decimal(last[1].replace(",", ".")), f"{text[: last.start()]} {text[last.end() :]}"
