"""A supplier's list as a file: any delimiter, decimal mark and encoding; refused by line, with the reason."""

from __future__ import annotations

import re
from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from decimal import Decimal

from ..data import table
from ..errors import GearingError
from .money import read_money
from .text_table import RowRefusal, no_column, read_table

LONGEST_NUMBER, LONGEST_WORDS = 60, 200
MOST_TEETH, LARGEST_MODULE = 1000, 50.0
_PARTS = re.compile(r"[;,+/]| and ")


@dataclass(frozen=True, slots=True)
class PriceRow:
    """One thing a supplier has. None where the list does not say.

    Attributes
    ----------
    line : int
        Where it stands in the file, from 1.
    number : str
        The supplier's own; its words where the list has none.
    what : str
    price : Decimal or None
        Of one.
    days, stock, teeth : int or None
    module : float or None
        mm.
    contains : tuple of str
        The pieces of a set.
    """

    line: int
    number: str
    what: str
    price: Decimal | None = None
    days: int | None = None
    stock: int | None = None
    teeth: int | None = None
    module: float | None = None
    contains: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True)
class PriceList:
    """What a file says: what is taken, what is not, and how it was read."""

    rows: tuple[PriceRow, ...]
    refused: tuple[RowRefusal, ...]
    columns: dict[str, str]
    passed_over: tuple[str, ...]
    encoding: str
    delimiter: str
    mark: str


def read_price_list(content: bytes, named: Mapping[str, str] | None = None) -> PriceList:
    """Read a supplier's list; `named` as in :func:`.text_table.read_table`.

    Raises
    ------
    GearingError
        If it is no table of text, or no column says what a line is of.

    Examples
    --------
    >>> listed = read_price_list("Art.-Nr.;Bezeichnung;Preis\\nA1;Zahnradsatz;12,50\\n".encode("cp1252"))
    >>> listed.rows[0].number, listed.rows[0].price, listed.delimiter, listed.mark
    ('A1', Decimal('12.50'), ';', ',')
    """
    read = read_table(content, "price_list", named)
    if "what" not in read.columns or not {"number", "price"} & set(read.columns):
        raise no_column(
            read,
            "It needs a column for what it is, and one for its number or price: number; what; price.",
        )
    reader = _Reader(read.mark("price"), table("price_list")["limits"])
    taken: dict[str, PriceRow] = {}
    refused: list[RowRefusal] = []
    for n, cells in read.rows:
        try:
            row = reader.row(n, read.said(cells))
            if row.number in taken:
                raise _bad(f"{row.number} stands in line {taken[row.number].line} already.")
            taken[row.number] = row
        except GearingError as error:
            refused.append(read.refused(n, cells, str(error)))
    return PriceList(
        tuple(taken.values()),
        tuple(refused),
        read.headed(),
        read.passed_over(),
        read.encoding,
        read.delimiter,
        reader.mark,
    )


@dataclass(frozen=True, slots=True)
class _Reader:
    mark: str
    limits: dict[str, float]

    def row(self, line: int, said: dict[str, str]) -> PriceRow:
        what = " ".join(said["what"].split())[:LONGEST_WORDS]
        if not what:
            raise _bad("It does not say what it is.")
        number = said.get("number") or what
        if len(number) > LONGEST_NUMBER:
            number = number[:LONGEST_NUMBER]
        return PriceRow(
            line,
            number,
            what,
            self._price(said.get("price", "")),
            self._whole(said.get("days", ""), "days", int(self.limits["days"])),
            self._whole(said.get("stock", ""), "stock", 1_000_000),
            self._whole(said.get("teeth", ""), "teeth", MOST_TEETH),
            _module(said.get("module", "")),
            tuple(_parts(said.get("contains", ""))),
        )

    def _price(self, text: str) -> Decimal | None:
        if not text:
            return None
        price = read_money(text, self.mark)
        if price == 0:
            raise _bad("A price of 0: leave it empty where it is not known.")
        if price > Decimal(str(self.limits["dearest"])):
            raise _bad(f"{price} is no price for a part: have two columns run together?")
        return price

    def _whole(self, text: str, what: str, most: int) -> int | None:
        match = re.fullmatch(r"(?:ab|from|>|~|ca\.?)?\s*(\d+)(?:[.,]0+)?\s*\+?\s*(\D*)", text)
        if not text or text.lower() in ("-", "?", "n/a"):
            return None
        if not match:
            raise _bad(f"{text[:40]!r} is no number of {what}.")
        many = int(match[1]) * (7 if what == "days" and match[2].lower().startswith(("w", "week")) else 1)
        if many > most:
            raise _bad(f"{many} {what} cannot be meant.")
        return many


def _module(text: str) -> float | None:
    """Millimetres of ``0,8``, ``m0.8`` or ``32 DP``."""
    if not text or text == "-":
        return None
    match = re.fullmatch(r"(?:m|mod(?:ule)?)?\s*(\d+(?:[.,]\d+)?)\s*(dp|mm)?", text.strip(), re.I)
    size = float(match[1].replace(",", ".")) if match else 0.0
    module = 25.4 / size if match and size and (match[2] or "").lower() == "dp" else size
    if not 0.01 <= module <= LARGEST_MODULE:
        raise _bad(f"{text[:40]!r} is no module or pitch.")
    return round(module, 4)


def _bad(why: str) -> GearingError:
    return GearingError(why, code="bad_line", field="file")


def _parts(text: str) -> Iterator[str]:
    return (" ".join(part.split())[:LONGEST_WORDS] for part in _PARTS.split(text) if part.strip())
