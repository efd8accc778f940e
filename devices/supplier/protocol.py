"""What is asked of a supplier, line by line (``docs/formats/supplier.md``)."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

from ..asking import DeviceError, read_json

VERSION = "DENTADO-SUPPLIER 1"
WHAT = "supplier"
WAIT = 3.0
"""Seconds a bench waits for an answer: a screen is never held up by one that is slow."""

LONGEST_ANSWER = 262_144
MOST_OFFERS, MOST_LINES = 60, 200
DEAREST = 99_999.99


@dataclass(frozen=True, slots=True)
class Offered:
    """One thing the supplier has. None where it does not say."""

    number: str
    what: str
    price: str | None = None
    days: int | None = None
    stock: int | None = None
    teeth: int | None = None
    module: float | None = None
    contains: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True)
class Confirmed:
    """What became of one line of an order: how many are sent now, how many later and in how many days."""

    number: str
    now: int
    later: int
    days: int | None
    price: str | None
    refused: str


@dataclass(frozen=True, slots=True)
class OrderAnswer:
    """What became of an order."""

    key: str
    reference: str
    lines: tuple[Confirmed, ...]


def read_offers(said: str) -> list[Offered]:
    """The offers of an answer.

    Raises
    ------
    DeviceError
        If any of it is not what was agreed: one that lies is not believed by half.
    """
    rows = read_json(said, WHAT).get("offers")
    if not isinstance(rows, list) or len(rows) > MOST_OFFERS:
        raise DeviceError("the supplier sent no offers")
    return [_offered(row) for row in rows]


def read_order(said: str, key: str) -> OrderAnswer:
    """What became of the order of that key.

    Raises
    ------
    DeviceError
        If it is another's, or not what was agreed.
    """
    frame = read_json(said, WHAT)
    rows = frame.get("lines")
    if frame.get("key") != key or not isinstance(rows, list) or len(rows) > MOST_LINES:
        raise DeviceError("the supplier confirmed another order")
    return OrderAnswer(key, _text(frame.get("reference"), 60), tuple(_confirmed(row) for row in rows))


def _offered(row: Any) -> Offered:
    if not isinstance(row, dict) or not _text(row.get("number"), 60) or not _text(row.get("what"), 200):
        raise DeviceError("the supplier sent an offer without a number or a name")
    contains = row.get("contains") or []
    if not isinstance(contains, list) or len(contains) > 60:
        raise DeviceError("the supplier sent a set that cannot be read")
    module = row.get("module")
    if module is not None and not (isinstance(module, int | float) and 0.01 <= module <= 50):
        raise DeviceError("the supplier sent a module that cannot be")
    return Offered(
        _text(row["number"], 60),
        _text(row["what"], 200),
        _price(row.get("price")),
        _whole(row.get("days"), 730),
        _whole(row.get("stock"), 1_000_000),
        _whole(row.get("teeth"), 1000),
        module,
        tuple(_text(part, 200) for part in contains),
    )


def _confirmed(row: Any) -> Confirmed:
    if not isinstance(row, dict) or not _text(row.get("number"), 60):
        raise DeviceError("the supplier confirmed a line without a number")
    now, later = _whole(row.get("now"), 9999) or 0, _whole(row.get("later"), 9999) or 0
    return Confirmed(
        _text(row["number"], 60),
        now,
        later,
        _whole(row.get("days"), 730),
        _price(row.get("price")),
        _text(row.get("refused"), 200),
    )


def _text(said: Any, most: int) -> str:
    return " ".join(said.split())[:most] if isinstance(said, str) else ""


def _whole(said: Any, most: int) -> int | None:
    if said is None:
        return None
    if isinstance(said, bool) or not isinstance(said, int) or not 0 <= said <= most:
        raise DeviceError("the supplier sent a number that cannot be")
    return said


def _price(said: Any) -> str | None:
    """Money comes as text, so that no cent is lost on the way."""
    if said is None:
        return None
    if not isinstance(said, str):
        raise DeviceError("the supplier sent a price that is no amount")
    whole, _, part = said.partition(".")
    if not (whole.isdecimal() and whole.isascii() and (not part or (part.isdecimal() and len(part) <= 2))):
        raise DeviceError("the supplier sent a price that is no amount")
    if not 0 < float(said) <= DEAREST:
        raise DeviceError("the supplier sent a price that cannot be")
    return said
