"""What a visit costs: parts, consumables and work, an estimate before it, and the limit its owner set.

Money is decimal. Amounts are rounded to the cent once, where they are said: each line by itself, the
tax on the sum, never on what was rounded before.
"""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from decimal import Decimal

from ..errors import GearingError
from .money import cents

LONGEST_CURRENCY = 8
SPREAD = Decimal("0.3")
"""How far work is off its estimate either way, as a share: a seized screw, or none. Bench judgement."""

MOST_TAX = Decimal(60)


@dataclass(frozen=True, slots=True)
class Terms:
    """How a house charges.

    Attributes
    ----------
    currency : str
        As it is written behind an amount; empty where nobody charges.
    rate : Decimal or None
        Of an hour's work; None for a club that charges none.
    tax : Decimal
        Percent.
    included : bool
        Whether prices and the rate are said with the tax in them.
    consumables : Decimal or None
        Charged once for a unit that was opened, for grease, cleaner and locker; None where they are not.
    """

    currency: str = ""
    rate: Decimal | None = None
    tax: Decimal = Decimal(0)
    included: bool = True
    consumables: Decimal | None = None

    @property
    def opened(self) -> tuple[BillLine, ...]:
        """What a unit that was opened is charged, whatever was done in it."""
        return (BillLine("grease, cleaner, locker", 1, self.consumables),) if self.consumables else ()


@dataclass(frozen=True, slots=True)
class BillLine:
    """One line: `each` is None where the price is not known, and the line is not in the sum."""

    what: str
    count: int = 1
    each: Decimal | None = None
    credited: Decimal = Decimal(0)

    @property
    def amount(self) -> Decimal | None:
        return None if self.each is None else cents(self.count * self.each - self.credited)


@dataclass(frozen=True, slots=True)
class Bill:
    """Lines and what they come to. `work` is None where the house charges none."""

    lines: tuple[BillLine, ...]
    work: Decimal | None
    net: Decimal
    tax: Decimal
    total: Decimal
    unpriced: int


def bill(lines: Iterable[BillLine], minutes: float, terms: Terms) -> Bill:
    """What it comes to.

    Parameters
    ----------
    lines : iterable of BillLine
    minutes : float
        Worked.
    terms : Terms

    Raises
    ------
    GearingError
        If the tax is no share that is charged anywhere.

    Examples
    --------
    >>> made = bill([BillLine("spur", 2, Decimal("4.50"))], 30, Terms("EUR", Decimal(24), Decimal(20), False))
    >>> made.work, made.net, made.tax, made.total
    (Decimal('12.00'), Decimal('21.00'), Decimal('4.20'), Decimal('25.20'))
    """
    if not 0 <= terms.tax <= MOST_TAX:
        raise GearingError(
            f"{terms.tax} % is no tax.", code="no_tax", field="tax", hint=f"From 0 to {MOST_TAX} percent."
        )
    told = tuple(lines)
    work = None if terms.rate is None else cents(terms.rate * Decimal(str(minutes)) / 60)
    amounts = [line.amount for line in told]
    whole = sum((amount for amount in amounts if amount is not None), work or Decimal(0))
    if terms.included:
        tax = cents(whole * terms.tax / (100 + terms.tax))
        return Bill(told, work, whole - tax, tax, whole, sum(amount is None for amount in amounts))
    tax = cents(whole * terms.tax / 100)
    return Bill(told, work, whole, tax, whole + tax, sum(amount is None for amount in amounts))


def estimate(parts: Sequence[Decimal], minutes: float, terms: Terms) -> tuple[Decimal, Decimal]:
    """From what to what it will come, before anything is done: a range, since work is a guess.

    Parameters
    ----------
    parts : sequence of Decimal
        Least and most of what is bought.

    Examples
    --------
    >>> estimate([Decimal(4), Decimal(9)], 60, Terms("EUR", Decimal(30)))
    (Decimal('25.00'), Decimal('48.00'))
    >>> estimate([Decimal(4), Decimal(9)], 60, Terms("EUR", Decimal(30), consumables=Decimal(2)))
    (Decimal('27.00'), Decimal('50.00'))
    """
    least, most = parts
    ends = []
    for amount, share in ((least, 1 - SPREAD), (most, 1 + SPREAD)):
        work = Decimal(0) if terms.rate is None else terms.rate * Decimal(str(minutes)) / 60 * share
        whole = amount + work + (terms.consumables or 0)
        ends.append(whole if terms.included else whole * (100 + terms.tax) / 100)
    # What is a guess is not said to the cent.
    return ends[0].quantize(Decimal(1), "ROUND_FLOOR") + Decimal("0.00"), ends[1].quantize(
        Decimal(1), "ROUND_CEILING"
    ) + Decimal("0.00")


def passed_by(limit: Decimal | None, total: Decimal) -> Decimal:
    """By how much a limit is passed; 0 while it is not, or where there is none."""
    return max(Decimal(0), total - limit) if limit is not None else Decimal(0)
