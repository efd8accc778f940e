"""A table of what lies in a drawer, from a sheet or a paste: read by its headings, refused by line."""

from __future__ import annotations

import re
from collections.abc import Mapping
from dataclasses import dataclass, replace
from decimal import Decimal

from ..errors import GearingError
from ..lengths import read_length
from .money import read_money
from .stock_line import MOST_COUNT, StockLine, stock_line
from .text_table import RowRefusal, TextTable, no_column, read_table

LONGEST = {"place": 60, "source": 120, "material": 60, "number": 60}
MOST_TEETH = 1000


@dataclass(frozen=True, slots=True)
class StockRow:
    """One line of the table: what it puts in, the part's number, and Dentado's own id if it has one."""

    line: int
    said: StockLine
    number: str = ""
    id: str = ""


@dataclass(frozen=True, slots=True)
class StockList:
    """What a table says: what is taken, what is not, and how it was read."""

    rows: tuple[StockRow, ...]
    refused: tuple[RowRefusal, ...]
    table: TextTable


def read_stock_list(content: bytes, named: Mapping[str, str] | None = None) -> StockList:
    """Read a table of pieces for the drawer; `named` as in :func:`.text_table.read_table`.

    Raises
    ------
    GearingError
        If it is no table of text, or no column says what a line is of.

    Examples
    --------
    >>> listed = read_stock_list(b"teeth;module;count;place\\n31;0,8;4;R3\\n")
    >>> listed.rows[0].said.teeth, listed.rows[0].said.module, listed.rows[0].said.count
    (31, '0.8', 4)
    """
    read = read_table(content, "stock_list", named)
    if "what" not in read.columns and "teeth" not in read.columns:
        raise no_column(
            read,
            "It needs a column for what it is, or for teeth and module: what; count; place; price.",
        )
    mark = read.mark("price")
    rows: list[StockRow] = []
    refused: list[RowRefusal] = []
    for line, cells in read.rows:
        try:
            rows.append(_row(line, read.said(cells), mark))
        except GearingError as error:
            refused.append(read.refused(line, cells, str(error)))
    return StockList(tuple(rows), tuple(refused), read)


def _row(line: int, said: dict[str, str], mark: str) -> StockRow:
    teeth = _whole(said.get("teeth", ""), "teeth", MOST_TEETH) or 0
    what = " ".join(said.get("what", "").split())
    if not what and not teeth:
        raise _bad("It does not say what it is.")
    known = stock_line(what) if what else StockLine("", "gear")
    return StockRow(
        line,
        replace(
            known,
            what=what[:200] if what else f"gear {teeth}t",
            kind="gear" if teeth and known.kind == "other" else known.kind,
            teeth=teeth or known.teeth,
            module=_size(said.get("module", "")) or known.module,
            bore=_size(said.get("bore", "")) or known.bore,
            width=_size(said.get("width", "")) or known.width,
            material=said.get("material", "")[: LONGEST["material"]] or known.material,
            place=said.get("place", "")[: LONGEST["place"]] or known.place,
            source=said.get("source", "")[: LONGEST["source"]] or known.source,
            count=_count(said.get("count", ""), known.count),
            least=_whole(said.get("least", ""), "pieces", MOST_COUNT),
            price=_price(said.get("price", ""), mark) if said.get("price") else known.price,
        ),
        said.get("number", "")[: LONGEST["number"]],
        said.get("id", ""),
    )


def _count(text: str, usual: int) -> int:
    many = _whole(text, "pieces", MOST_COUNT)
    return usual if many is None else many


def _whole(text: str, what: str, most: int) -> int | None:
    if not text or text in ("-", "?"):
        return None
    match = re.fullmatch(r"(\d+)(?:[.,]0+)?\s*(?:x|pcs|stk|st)?\.?", text.strip(), re.I)
    if not match:
        raise _bad(f"{text[:40]!r} is no number of {what}.")
    if int(match[1]) > most:
        raise _bad(f"{match[1]} {what} cannot be meant.")
    return int(match[1])


def _size(text: str) -> str:
    """A size as the drawer's line has it: ``0.8``, ``48 DP``, ``5``."""
    if not text or text == "-":
        return ""
    if "/" in text:
        # A fraction is of an inch.
        return f"{read_length(text, field='').mm:.4f}".rstrip("0")
    match = re.fullmatch(r"(?:m|mod(?:ule)?)?\s*(\d+(?:[.,]\d+)?)\s*(dp|mm|in)?", text.strip(), re.I)
    if not match or float(match[1].replace(",", ".")) == 0:
        raise _bad(f"{text[:40]!r} is no size.")
    unit = (match[2] or "").lower()
    return match[1].replace(",", ".") + (f" {unit}" if unit in ("dp", "in") else "")


def _price(text: str, mark: str) -> Decimal | None:
    price = read_money(text, mark)
    if price > Decimal("99999.99"):
        raise _bad(f"{price} is no price for a part: have two columns run together?")
    return price or None


def _bad(why: str) -> GearingError:
    return GearingError(why, code="bad_line", field="file")
