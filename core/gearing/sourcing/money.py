"""Money as decimals: read as it is written, rounded once, at the end."""

from __future__ import annotations

import re
from decimal import ROUND_HALF_UP, Decimal

from ..errors import GearingError

CENT = Decimal("0.01")
_SIGNS = re.compile(r"[€$£\s\u00a0']|(?:EUR|USD|GBP|CHF|Fr\.)", re.I)
_PLAIN = re.compile(r"\d+(?:[.,]\d+)*")


def cents(amount: Decimal) -> Decimal:
    """An amount rounded to the hundredth, halves away from zero, as a till rounds.

    Examples
    --------
    >>> cents(Decimal("2.345")), cents(Decimal("-2.345"))
    (Decimal('2.35'), Decimal('-2.35'))
    """
    return amount.quantize(CENT, rounding=ROUND_HALF_UP)


def read_money(text: str, mark: str = "") -> Decimal:
    """An amount as it is written, in either way of writing decimals.

    Parameters
    ----------
    text : str
        With or without a currency's sign: ``1.234,50``, ``1,234.50``, ``12,5``.
    mark : str
        The decimal mark of the list it stands in; empty to take it from the text itself.

    Returns
    -------
    Decimal

    Raises
    ------
    GearingError
        If it is no amount, is below zero, or could be read in two ways.

    Examples
    --------
    >>> read_money("1.234,50 €"), read_money("1,234.50"), read_money("12,5"), read_money("9")
    (Decimal('1234.50'), Decimal('1234.50'), Decimal('12.5'), Decimal('9'))
    >>> read_money("1.234", ","), read_money("1.234", ".")
    (Decimal('1234'), Decimal('1.234'))
    """
    bare = _SIGNS.sub("", text)
    if not _PLAIN.fullmatch(bare):
        raise GearingError(
            f"{text.strip()[:40]!r} is no price.",
            code="no_price",
            field="price",
            hint="As in 12.50 or 12,50.",
        )
    mark = mark or decimal_mark([bare])
    if not mark and re.fullmatch(r"\d{1,3}[.,]\d{3}", bare):
        raise GearingError(
            f"{text.strip()[:40]} may be {bare[0]} and a bit, or over a thousand.",
            code="two_ways",
            field="price",
            hint="Write it with two decimals.",
        )
    whole, _, part = bare.rpartition(mark) if mark and mark in bare else (bare, "", "")
    digits = re.sub(r"[.,]", "", whole)
    return Decimal(f"{digits}.{part}" if part else digits)


def decimal_mark(texts: list[str]) -> str:
    """The mark that parts the decimals of some prices; empty where none of them tells.

    The last of two different marks is the decimal's; one followed by other than three digits is too, and
    one that stands twice is not.
    """
    for text in texts:
        marks: list[str] = re.findall(r"[.,]", text)
        if len(set(marks)) > 1:
            return marks[-1]
        if len(marks) == 1 and not re.search(r"[.,]\d{3}\D*$", text):
            return marks[0]
        if len(marks) > 1:
            return "," if marks[0] == "." else "."
    return ""
