"""The supplier that answers over the line, as the server speaks to it. Simulated unless another is set."""

from __future__ import annotations

import json
from collections.abc import Mapping
from decimal import Decimal

from django.conf import settings

from devices.asking import DeviceError, ask
from devices.supplier.protocol import (
    LONGEST_ANSWER,
    WAIT,
    WHAT,
    Offered,
    OrderAnswer,
    read_offers,
    read_order,
)
from gearing.errors import GearingError
from gearing.sourcing import PriceRow


def find(words: str, *, teeth: int = 0, module: float = 0.0) -> list[PriceRow]:
    """What the supplier has, by words and by tooth.

    Raises
    ------
    GearingError
        If it does not answer in time, or answers what was not agreed.
    """
    asked = {"words": words, "teeth": teeth or None, "module": module or None}
    try:
        return [_row(n, offer) for n, offer in enumerate(read_offers(_ask("FIND", asked)))]
    except DeviceError as error:
        raise _said(error, "What is on the lists here is shown all the same.") from error


def order(key: str, lines: list[tuple[str, int]]) -> OrderAnswer:
    """Order by the supplier's numbers. The same key again is the same order, never a second one.

    Raises
    ------
    GearingError
        If it does not answer in time, or answers what was not agreed: it may have been taken all the same.
    """
    asked = {"key": key, "lines": [{"number": number, "count": count} for number, count in lines]}
    try:
        return read_order(_ask("ORDER", asked), key)
    except DeviceError as error:
        raise _said(error, "The basket is kept. Send it again: it is never taken twice.") from error


def _ask(verb: str, asked: Mapping[str, object]) -> str:
    return ask(settings.SUPPLIER, f"{verb} {json.dumps(asked)}", what=WHAT, longest=LONGEST_ANSWER, wait=WAIT)


def _row(n: int, offer: Offered) -> PriceRow:
    price = None if offer.price is None else Decimal(offer.price)
    return PriceRow(
        n + 1,
        offer.number,
        offer.what,
        price,
        offer.days,
        offer.stock,
        offer.teeth,
        offer.module,
        offer.contains,
    )


def _said(error: DeviceError, hint: str) -> GearingError:
    text = str(error)
    return GearingError(f"{text[:1].upper()}{text[1:200]}.", code="no_supplier", field="supplier", hint=hint)
