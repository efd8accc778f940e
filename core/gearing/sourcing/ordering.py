"""An order on its way: what it waits for, when it is late, and the words that go to whoever sent it."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import date, timedelta
from decimal import Decimal

from .money import cents

GRACE_DAYS = 2
"""Days after the one expected before it is worth asking: a parcel is a day late as often as not."""

ASK_AGAIN_DAYS = 4
"""Days after asking before it is worth asking again."""


@dataclass(frozen=True, slots=True)
class LineStanding:
    """One line of an order: how many were ordered, came right, went back, and will not come.

    What went back is still owed unless it was cancelled too.
    """

    what: str
    count: int
    came: int = 0
    cancelled: int = 0

    @property
    def owed(self) -> int:
        return max(0, self.count - self.came - self.cancelled)


@dataclass(frozen=True, slots=True)
class OrderStanding:
    """How an order stands.

    Attributes
    ----------
    key : str
        ``basket``, ``awaited``, ``late``, ``part`` for one that came in part, ``here`` or ``cancelled``.
    says : str
        The same in words.
    owed : tuple of str
        What has not come.
    late_days : int
        Days past the one expected; 0 if it is not late.
    chase_on : date or None
        When it is worth asking after it.
    """

    key: str
    says: str
    owed: tuple[str, ...] = ()
    late_days: int = 0
    chase_on: date | None = None


def expected_on(sent: date, days: Iterable[int | None], usual: int | None = None) -> date | None:
    """When an order should be here: as late as its slowest line; None where nothing is known.

    Examples
    --------
    >>> expected_on(date(2026, 11, 27), [4, None], usual=6)
    datetime.date(2026, 12, 3)
    """
    known = [each if each is not None else usual for each in days]
    said = [each for each in known if each is not None]
    return sent + timedelta(days=max(said)) if said else None


def order_standing(
    lines: Sequence[LineStanding],
    today: date,
    *,
    sent_on: date | None,
    expected: date | None,
    chased_on: date | None = None,
) -> OrderStanding:
    """How an order stands today.

    Parameters
    ----------
    lines : sequence of LineStanding
    today, sent_on, expected, chased_on : date
        `sent_on` is None while it is a basket, `expected` where nobody said when it comes.

    Returns
    -------
    OrderStanding
    """
    owed = tuple(_many(line.what, line.owed) for line in lines if line.owed)
    if sent_on is None:
        return OrderStanding(
            "basket", f"{len(owed)} in the basket" if owed else "nothing in the basket", owed
        )
    came = sum(line.came for line in lines)
    if not owed:
        return OrderStanding("here", "all here") if came else OrderStanding("cancelled", "cancelled")
    late = (today - expected).days if expected else 0
    chase = _chase_on(sent_on, expected, chased_on)
    if late > 0:
        asked = f", asked {_ago(chased_on, today)}" if chased_on else ""
        return OrderStanding("late", f"{_days(late)} late{asked}", owed, late, chase)
    when = _due(expected, today) if expected else "no day said"
    if came:
        return OrderStanding("part", f"{came} came, {len(owed)} to come, {when}", owed, 0, chase)
    return OrderStanding("awaited", when, owed, 0, chase)


def _chase_on(sent: date, expected: date | None, chased: date | None) -> date:
    first = (expected + timedelta(days=GRACE_DAYS)) if expected else sent + timedelta(days=UNSAID_DAYS)
    return max(first, chased + timedelta(days=ASK_AGAIN_DAYS)) if chased else first


UNSAID_DAYS = 14
"""Days after which an order for which no day was said is asked after."""


def _due(expected: date, today: date) -> str:
    days = (expected - today).days
    return "due today" if days == 0 else "due tomorrow" if days == 1 else f"due in {days} days"


def _ago(day: date, today: date) -> str:
    days = (today - day).days
    return "today" if days <= 0 else "yesterday" if days == 1 else f"{days} days ago"


def _days(many: int) -> str:
    return "1 day" if many == 1 else f"{many} days"


def _many(what: str, count: int) -> str:
    return what if count == 1 else f"{count}x {what}"


def waits_note(name: str, owed: Sequence[str], supplier: str, expected: date | None) -> str:
    """What a visit waits for, said from the order itself.

    Examples
    --------
    >>> waits_note("A12", ["spur wheel 57t"], "Harbour Gears", date(2026, 12, 3))
    'A12: spur wheel 57t from Harbour Gears, due 3 Dec'
    """
    due = f", due {day(expected)}" if expected else ""
    listed = ", ".join(owed)
    rest = f" from {supplier}{due}"
    room = LONGEST_NOTE - len(name) - len(rest) - 2
    return f"{name}: {listed if len(listed) <= room else listed[: room - 2] + ' …'}{rest}"


LONGEST_NOTE = 200


def day(when: date) -> str:
    """A day as a bench says it: ``3 Dec``."""
    return f"{when.day} {when:%b}"


@dataclass(frozen=True, slots=True)
class BasketSum:
    """What a basket comes to: `unknown` counts lines without a price, which are not in the sum.

    `to_free` is what is missing until nothing is paid for the post, None where that cannot be reached.
    """

    goods: Decimal
    postage: Decimal
    total: Decimal
    unknown: int
    to_free: Decimal | None


def basket_sum(
    lines: Iterable[tuple[int, Decimal | None]],
    postage: Decimal | None = None,
    free_from: Decimal | None = None,
) -> BasketSum:
    """What an order costs: its post once, however many visits share it; nothing from a sum on.

    Parameters
    ----------
    lines : iterable of (count, price)
        Price of one, None where it is not known.
    """
    told = list(lines)
    goods = cents(sum((count * price for count, price in told if price is not None), Decimal(0)))
    free = free_from is not None and goods >= free_from
    post = Decimal(0) if free or postage is None or not told else cents(postage)
    missing = free_from - goods if free_from is not None and post else None
    return BasketSum(goods, post, goods + post, sum(price is None for _, price in told), missing)


def share_of_postage(postage: Decimal, goods: Sequence[Decimal]) -> list[Decimal]:
    """The post shared among what it carried, by price, to the cent and with none lost.

    Examples
    --------
    >>> share_of_postage(Decimal("1.00"), [Decimal(1), Decimal(1), Decimal(1)])
    [Decimal('0.34'), Decimal('0.33'), Decimal('0.33')]
    """
    if not goods:
        return []
    whole = sum(goods)
    parts = [each / whole if whole else Decimal(1) / len(goods) for each in goods]
    shares = [(postage * part).quantize(Decimal("0.01"), rounding="ROUND_DOWN") for part in parts]
    left = int((postage - sum(shares)) * 100)
    order = sorted(range(len(goods)), key=lambda n: shares[n] - postage * parts[n])
    for n in order[:left]:
        shares[n] += Decimal("0.01")
    return shares


def return_words(
    name: str, supplier: str, what: str, count: int, *, number: str = "", wrong: Sequence[str] = ()
) -> str:
    """The words that go with a part that is sent back.

    Parameters
    ----------
    wrong : sequence of str
        Each way in which it is not what was ordered: ``31 for 30: another ratio and shaft distance``.
    """
    part = f"{number} ({what})" if number and number != what else what
    reason = "; ".join(wrong) or "it is not what was ordered"
    return (
        f"To {supplier}: of our order {name}, {_many(part, count)} came wrong: {reason}. "
        "We send it back. Please send the right one, or credit it."
    )


def chase_words(name: str, supplier: str, owed: Sequence[str], sent: date, expected: date | None) -> str:
    """The words that ask after an order."""
    due = f", expected {day(expected)}," if expected else ""
    return (
        f"To {supplier}: our order {name} of {day(sent)}{due} has not come: {', '.join(owed)}. When will it?"
    )
