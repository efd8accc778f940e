"""A table as text: any delimiter, encoding and decimal mark, columns known by the words that head them."""

from __future__ import annotations

import csv
import io
import re
from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime
from decimal import Decimal
from functools import cache
from typing import Any

from ..data import table
from ..errors import GearingError
from .money import decimal_mark

_DELIMITERS = ";\t,|"
_MARKS = {b"\xef\xbb\xbf": "utf-8-sig", b"\xff\xfe": "utf-16", b"\xfe\xff": "utf-16"}
"""What a file of each encoding begins with."""


@dataclass(frozen=True, slots=True)
class RowRefusal:
    """A line that is not taken, as it stands, and why."""

    line: int
    text: str
    why: str


@dataclass(frozen=True, slots=True)
class TextTable:
    """A table that was read.

    Attributes
    ----------
    heads : list of str
    rows : list of (int, list of str)
        Each with its line in the file, from 1; empty ones left out.
    columns : dict of str to int
        Where each thing that is known stands.
    encoding, delimiter : str
    """

    heads: list[str]
    rows: list[tuple[int, list[str]]]
    columns: dict[str, int]
    encoding: str
    delimiter: str

    def headed(self) -> dict[str, str]:
        """The heading of each column that is known."""
        return {key: self.heads[at].strip() for key, at in self.columns.items()}

    def passed_over(self) -> tuple[str, ...]:
        """Headings that say nothing here."""
        named = set(self.columns.values())
        return tuple(head.strip() for at, head in enumerate(self.heads) if at not in named and head.strip())

    def said(self, cells: list[str]) -> dict[str, str]:
        """What a row says, by column; a sign that kept a cell from being a formula is taken off."""
        return {
            key: _undone(cells[at].strip()) if at < len(cells) else "" for key, at in self.columns.items()
        }

    def mark(self, column: str) -> str:
        """The decimal mark of a column; empty where it cannot be told."""
        at = self.columns.get(column)
        return "" if at is None else decimal_mark([cells[at] for _, cells in self.rows if at < len(cells)])

    def refused(self, line: int, cells: list[str], why: str) -> RowRefusal:
        return RowRefusal(line, self.delimiter.join(cells)[:200], why)


def read_table(content: bytes, kind: str, named: Mapping[str, str] | None = None) -> TextTable:
    """Read a table whose columns are those of ``data/<kind>.toml``.

    Parameters
    ----------
    named : mapping of str to str
        What a house takes headings for, by :func:`heading_word`; empty for what says nothing to it.

    Raises
    ------
    GearingError
        If it is no text, is too large, or is empty.
    """
    known: dict[str, Any] = table(kind)
    limits = known["limits"]
    if len(content) > limits["bytes"]:
        raise no_table("The file is too large for a list.", "Send it in parts.")
    text, encoding = _decoded(content)
    many = text.count("\n")
    if many > limits["lines"]:
        raise no_table(f"The list has {many} lines.", f"Send at most {limits['lines']} at once.")
    first = next((line for line in text.split("\n") if line.strip()), None)
    if first is None:
        raise no_table("The file is empty.", "Send a list with a heading: number; what; price.")
    delimiter = max(_DELIMITERS, key=first.count)
    reader = csv.reader(io.StringIO(text, newline=""), delimiter=delimiter)
    kept = []
    at = 1
    try:
        for cells in reader:
            if any(cell.strip() for cell in cells):
                kept.append((at, cells))
            at = reader.line_num + 1
    except csv.Error as error:
        raise no_table(f"Line {at} cannot be read as a table.", "Save the sheet as CSV again.") from error
    if not kept:
        raise no_table(
            "There is nothing between its marks.", "Send a list with a heading: number; what; price."
        )
    (_, heads), *rows = kept
    return TextTable(heads, rows, _columns(heads, kind, named or {}), encoding, delimiter)


def heads_of(content: bytes, kind: str, named: Mapping[str, str] | None = None) -> list[tuple[str, str]]:
    """Each heading of a table, and the column it is taken for; empty for one that says nothing.

    Raises
    ------
    GearingError
        As :func:`read_table`.

    Examples
    --------
    >>> heads_of(b"Teil;Anzahl;Regal\\nRad;4;R3\\n", "stock_list")
    [('Teil', 'what'), ('Anzahl', 'count'), ('Regal', '')]
    """
    read = read_table(content, kind, named)
    taken = {at: key for key, at in read.columns.items()}
    return [(head.strip(), taken.get(at, "")) for at, head in enumerate(read.heads)]


def _decoded(content: bytes) -> tuple[str, str]:
    encoding = next((name for begins, name in _MARKS.items() if content.startswith(begins)), "utf-8")
    try:
        text = content.decode(encoding)
    except UnicodeDecodeError:
        text, encoding = content.decode("cp1252", "replace"), "cp1252"
    if "\0" in text or sum(not char.isprintable() and not char.isspace() for char in text[:4000]) > 20:
        raise no_table("This is no text file.", "Save the sheet as CSV and send that.")
    return text, encoding


def no_table(problem: str, hint: str) -> GearingError:
    """The refusal of a file as a whole."""
    return GearingError(problem, code="no_price_list", field="file", hint=hint)


def no_column(read: TextTable, hint: str) -> GearingError:
    """The refusal of a table whose heading lacks what it needs."""
    said = ", ".join(filter(None, map(str.strip, read.heads)))[:120] or "nothing"
    return no_table(f"The heading says {said}.", hint)


@cache
def _headings(kind: str) -> dict[str, str]:
    return {word: key for key, words in table(kind)["columns"].items() for word in words}


def columns_of(kind: str) -> list[str]:
    """What a column of such a table can be."""
    return list(table(kind)["columns"])


def heading_word(head: str) -> str:
    """A heading as it is known again: without case, marks and spaces about it.

    Examples
    --------
    >>> heading_word(" Art.-Nr. "), heading_word("Unit_Price")
    ('art nr', 'unit price')
    """
    return " ".join(re.sub(r"[^\w]+|_", " ", head.lower()).split())


def _columns(heads: list[str], kind: str, named: Mapping[str, str]) -> dict[str, int]:
    """Where each thing stands: by what the house says of the heading, else by its words."""
    words = [heading_word(head) for head in heads]
    found: dict[str, int] = {}
    for at, word in enumerate(words):
        if key := named.get(word):
            found.setdefault(key, at)
    for at, word in enumerate(words):
        bare = re.sub(r"\b(?:mm|eur|usd|gbp|in|per|each|pcs)\b", " ", word)
        key = _headings(kind).get(word) or _headings(kind).get(" ".join(bare.split()))
        if key and word not in named:
            found.setdefault(key, at)
    return found


FORMULA = "=+-@\t\r"
"""What a sheet takes for the beginning of a formula (OWASP, CSV injection)."""


def defused(cell: str) -> str:
    """A cell that no sheet runs: one that begins like a formula is told to be text.

    Examples
    --------
    >>> defused("=1+1"), defused("spur 57t"), defused("-3")
    ("'=1+1", 'spur 57t', "'-3")
    """
    return f"'{cell}" if cell[:1] in FORMULA and cell else cell


def _undone(cell: str) -> str:
    return cell[1:] if cell[:1] == "'" and cell[1:2] in FORMULA and len(cell) > 1 else cell


def written_table(heads: Sequence[str], rows: Iterable[Iterable[object]]) -> Iterator[str]:
    """A table as CSV (RFC 4180), a line at a time, its cells plain and defused."""
    yield _line(heads)
    for cells in rows:
        yield _line([defused(_plain(cell)) for cell in cells])


def _plain(value: object) -> str:
    """A value as a sheet takes it: nothing for None, no trailing noughts, times to the minute."""
    match value:
        case None:
            return ""
        case bool():
            return "yes" if value else "no"
        case datetime():
            return value.isoformat(timespec="minutes")
        case Decimal():
            return format(value.normalize(), "f")
    return str(value)


def _line(cells: Sequence[str]) -> str:
    out = io.StringIO()
    csv.writer(out).writerow(cells)
    return out.getvalue()
