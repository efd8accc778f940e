"""A supplier's list as a file: any delimiter, decimal mark and encoding; refused by line, with the reason."""

from __future__ import annotations

import csv
import io
import re
from collections.abc import Iterator
from dataclasses import dataclass
from decimal import Decimal
from functools import cache

from ..data import table
from ..errors import GearingError
from .money import decimal_mark, read_money

LONGEST_NUMBER, LONGEST_WORDS = 60, 200
MOST_TEETH, LARGEST_MODULE = 1000, 50.0
_DELIMITERS = ";\t,|"
_MARKS = {b"\xef\xbb\xbf": "utf-8-sig", b"\xff\xfe": "utf-16", b"\xfe\xff": "utf-16"}
"""What a file of each encoding begins with."""

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
class ListRefusal:
    """A line that is not taken, as it stands, and why."""

    line: int
    text: str
    why: str


@dataclass(frozen=True, slots=True)
class PriceList:
    """What a file says: what is taken, what is not, and how it was read."""

    rows: tuple[PriceRow, ...]
    refused: tuple[ListRefusal, ...]
    columns: dict[str, str]
    passed_over: tuple[str, ...]
    encoding: str
    delimiter: str
    mark: str


def read_price_list(content: bytes) -> PriceList:
    """Read a supplier's list.

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
    limits = table("price_list")["limits"]
    if len(content) > limits["bytes"]:
        raise _no_list("The file is too large for a list.", "Send it in parts.")
    text, encoding = _decoded(content)
    lines = text.splitlines()
    if len(lines) > limits["lines"]:
        raise _no_list(f"The list has {len(lines)} lines.", f"Send at most {limits['lines']} at once.")
    start = next((n for n, line in enumerate(lines) if line.strip()), None)
    if start is None:
        raise _no_list("The file is empty.", "Send a list with a heading: number; what; price.")
    delimiter = max(_DELIMITERS, key=lines[start].count)
    rows = list(csv.reader(io.StringIO("\n".join(lines[start:])), delimiter=delimiter))
    heads = rows[0]
    columns = _columns(heads)
    if "what" not in columns or not {"number", "price"} & set(columns):
        raise _no_list(
            f"The heading says {', '.join(filter(None, map(str.strip, heads)))[:120] or 'nothing'}.",
            "It needs a column for what it is, and one for its number or price: number; what; price.",
        )
    read = _Reader(columns, _mark_of(rows[1:], columns), limits)
    taken: dict[str, PriceRow] = {}
    refused: list[ListRefusal] = []
    for n, cells in enumerate(rows[1:], start + 2):
        if not any(cell.strip() for cell in cells):
            continue
        try:
            row = read.row(n, cells)
            if row.number in taken:
                raise _bad(f"{row.number} stands in line {taken[row.number].line} already.")
            taken[row.number] = row
        except GearingError as error:
            refused.append(ListRefusal(n, delimiter.join(cells)[:200], str(error)))
    named = set(columns.values())
    return PriceList(
        tuple(taken.values()),
        tuple(refused),
        {key: heads[at].strip() for key, at in columns.items()},
        tuple(head.strip() for at, head in enumerate(heads) if at not in named and head.strip()),
        encoding,
        delimiter,
        read.mark,
    )


def _decoded(content: bytes) -> tuple[str, str]:
    encoding = next((name for begins, name in _MARKS.items() if content.startswith(begins)), "utf-8")
    try:
        text = content.decode(encoding)
    except UnicodeDecodeError:
        text, encoding = content.decode("cp1252", "replace"), "cp1252"
    if "\0" in text or sum(not char.isprintable() and not char.isspace() for char in text[:4000]) > 20:
        raise _no_list("This is no text file.", "Save the sheet as CSV and send that.")
    return text, encoding


def _no_list(problem: str, hint: str) -> GearingError:
    return GearingError(problem, code="no_price_list", field="file", hint=hint)


@cache
def _headings() -> dict[str, str]:
    return {word: key for key, words in table("price_list")["columns"].items() for word in words}


def _columns(heads: list[str]) -> dict[str, int]:
    """Where each thing stands, by the words of the heading."""
    found: dict[str, int] = {}
    for at, head in enumerate(heads):
        word = " ".join(re.sub(r"[^\w]+", " ", head.lower()).split())
        bare = re.sub(r"\b(?:mm|eur|usd|gbp|in|per|each|pcs)\b", " ", word)
        key = _headings().get(word) or _headings().get(" ".join(bare.split()))
        if key:
            found.setdefault(key, at)
    return found


def _mark_of(rows: list[list[str]], columns: dict[str, int]) -> str:
    at = columns.get("price")
    return "" if at is None else decimal_mark([row[at] for row in rows if at < len(row)])


@dataclass(frozen=True, slots=True)
class _Reader:
    columns: dict[str, int]
    mark: str
    limits: dict[str, float]

    def row(self, line: int, cells: list[str]) -> PriceRow:
        said = {key: cells[at].strip() if at < len(cells) else "" for key, at in self.columns.items()}
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
