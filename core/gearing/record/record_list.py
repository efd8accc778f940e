"""Tables of visits, pieces, measurements and orders from a sheet: read by their headings, refused by line."""

from __future__ import annotations

import re
from collections.abc import Callable, Mapping
from dataclasses import dataclass
from datetime import date
from decimal import Decimal

from ..data import table
from ..errors import GearingError
from ..lengths import read_length
from ..measuring.methods import METHODS
from ..sourcing.money import read_money
from ..sourcing.text_table import RowRefusal, TextTable, no_column, read_table
from ..workshop.units import unit_kinds

MOST_NUMBER = 10_000


@dataclass(frozen=True, slots=True)
class RecordRow:
    """A line of such a table; what a table has no column for is empty.

    Attributes
    ----------
    line : int
        In the file, from 1.
    id : str
        Dentado's own, where it wrote the table.
    unit, kind, model, owner, complaint, use, came_in : str
        Of a visit; `kind` by its key, empty for none.
    done : bool
        Of a visit: that it is done with.
    visit, step : int
        By their numbers; 0 for none.
    text : str
        Of a piece: the line as one would enter it. Of an order: what is wanted.
    rim : int
        From 0.
    teeth, over_teeth, count : int
    measured : str
        Which measurement, by its key.
    value, size, error : float
        mm; 0 for none.
    supplier : str
    price : Decimal or None
    order, reference : str
        Of what was sent: what its lines are held together by, and what the supplier calls it.
    sent_on, expected_on : date or None
        None where it is for the basket.
    came, cancelled : int
        Of `count`.
    """

    line: int
    id: str = ""
    unit: str = ""
    kind: str = ""
    model: str = ""
    owner: str = ""
    complaint: str = ""
    use: str = ""
    came_in: str = ""
    done: bool = False
    visit: int = 0
    step: int = 0
    text: str = ""
    rim: int = 0
    teeth: int = 0
    over_teeth: int = 0
    count: int = 1
    measured: str = ""
    value: float = 0.0
    size: float = 0.0
    error: float = 0.0
    supplier: str = ""
    price: Decimal | None = None
    order: str = ""
    reference: str = ""
    sent_on: date | None = None
    expected_on: date | None = None
    came: int = 0
    cancelled: int = 0


@dataclass(frozen=True, slots=True)
class RecordList:
    """What a table says: what is taken, what is not, and how it was read."""

    rows: tuple[RecordRow, ...]
    refused: tuple[RowRefusal, ...]
    table: TextTable


def read_record_list(kind: str, content: bytes, named: Mapping[str, str] | None = None) -> RecordList:
    """Read a table of ``visit_list``, ``piece_list``, ``measurement_list`` or ``order_list``.

    Raises
    ------
    GearingError
        If it is no table of text, or a column is missing that it cannot do without.

    Examples
    --------
    >>> read = read_record_list("visit_list", b"Unit;Kind;Complaint\\nWinch;servo;slips\\nReel;toaster;\\n")
    >>> read.rows[0].unit, read.rows[0].kind, read.rows[0].complaint
    ('Winch', 'servo', 'slips')
    >>> read.refused[0].line, read.refused[0].why.split(":")[0]
    (3, "'toaster' is no kind of unit")
    """
    read = read_table(content, kind, named)
    needed, row_of = KINDS[kind]
    missing = [words for words in needed if not any(word in read.columns for word in words.split("|"))]
    if missing:
        wanted = " and ".join(words.replace("|", " or ") for words in missing)
        raise no_column(read, f"It needs a column for {wanted}.")
    rows: list[RecordRow] = []
    refused: list[RowRefusal] = []
    for line, cells in read.rows:
        try:
            rows.append(row_of(line, read.said(cells), read))
        except GearingError as error:
            refused.append(read.refused(line, cells, str(error)))
    return RecordList(tuple(rows), tuple(refused), read)


def _visit(line: int, said: dict[str, str], _: TextTable) -> RecordRow:
    done = table("visit_list")["done"]["words"]
    return RecordRow(
        line,
        said.get("id", ""),
        _text(said, "unit", 80),
        _kind(said.get("kind", "")),
        _text(said, "model", 80, needed=False),
        _text(said, "owner", 80, needed=False),
        _text(said, "complaint", 2000, needed=False),
        _text(said, "use", 200, needed=False),
        said.get("came_in", "")[:40],
        said.get("stage", "").strip().lower() in done,
        _whole(said, "visit"),
    )


def _piece(line: int, said: dict[str, str], _: TextTable) -> RecordRow:
    text, count = said.get("line", "").strip(), _whole(said, "count")
    if not text:
        text = _text(said, "piece", 380)
        text = f"{count}x {text}" if count > 1 else text
    if len(text) > 400:
        raise _bad("The line is longer than a piece is described.")
    return RecordRow(
        line,
        said.get("id", ""),
        _text(said, "unit", 80),
        visit=_whole(said, "visit"),
        step=_whole(said, "step"),
        text=text,
    )


def _measurement(line: int, said: dict[str, str], _: TextTable) -> RecordRow:
    measured = (said.get("measured") or "tips").strip().lower()
    known = next((key for key, each in METHODS.items() if measured in (key, each.label.lower())), None)
    if known is None:
        raise _bad(f"{measured[:40]!r} is no measurement of a gear: one of {', '.join(METHODS)}.")
    step, teeth = _whole(said, "step"), _whole(said, "teeth")
    if not step or not teeth:
        raise _bad("It does not say of which step, or of how many teeth.")
    value = _length(said, "value")
    if not value:
        raise _bad("It says no value.")
    return RecordRow(
        line,
        said.get("id", ""),
        _text(said, "unit", 80),
        visit=_whole(said, "visit"),
        step=step,
        text=said.get("piece", "").strip(),
        rim=max(0, _whole(said, "rim") - 1),
        teeth=teeth,
        over_teeth=_whole(said, "over_teeth"),
        measured=known,
        value=value,
        size=_length(said, "size"),
        error=_length(said, "error"),
    )


def _order(line: int, said: dict[str, str], read: TextTable) -> RecordRow:
    price = read_money(said["price"], read.mark("price")) if said.get("price") else None
    count, sent_on = _whole(said, "count") or 1, _day(said, "sent_on")
    came, cancelled = _whole(said, "came"), _whole(said, "cancelled")
    if not sent_on and (came or cancelled):
        raise _bad("It says what came and not on which day it was sent.")
    if came + cancelled > count:
        raise _bad(f"{came} came and {cancelled} were cancelled, of {count}.")
    return RecordRow(
        line,
        said.get("id", ""),
        text=_text(said, "what", 200),
        count=count,
        supplier=_text(said, "supplier", 80),
        price=price,
        order=_text(said, "order", 40, needed=False),
        reference=_text(said, "reference", 60, needed=False),
        sent_on=sent_on,
        expected_on=_day(said, "expected_on"),
        came=came,
        cancelled=cancelled,
    )


_DAY_FIRST = re.compile(r"(\d{1,2})[./-](\d{1,2})[./-](\d{4})")


def _day(said: dict[str, str], key: str) -> date | None:
    """A day as 2026-11-03, or with the day first as 3.11.2026."""
    text = said.get(key, "").strip()[:40]
    if not text or text == "-":
        return None
    match = _DAY_FIRST.fullmatch(text)
    try:
        return date(int(match[3]), int(match[2]), int(match[1])) if match else date.fromisoformat(text[:10])
    except ValueError:
        raise _bad(f"{text!r} is no day: write it as 2026-11-03.") from None


def _kind(text: str) -> str:
    word = text.strip().lower()
    if not word:
        return ""
    for key, kind in unit_kinds().items():
        if word in (key.lower(), kind.label.lower()):
            return key
    names = ", ".join(kind.label for kind in unit_kinds().values())
    raise _bad(f"{text[:40]!r} is no kind of unit: {names}.")


def _text(said: dict[str, str], key: str, most: int, *, needed: bool = True) -> str:
    text = " ".join(said.get(key, "").split())
    if needed and not text:
        raise _bad(f"It says no {key}.")
    if len(text) > most:
        raise _bad(f"Its {key} is longer than {most} letters.")
    return text


def _whole(said: dict[str, str], key: str) -> int:
    text = said.get(key, "").strip()
    if not text or text == "-":
        return 0
    match = re.fullmatch(r"(\d+)(?:[.,]0+)?\s*x?", text)
    if not match or int(match[1]) > MOST_NUMBER:
        raise _bad(f"{text[:40]!r} is no number in the column {key.replace('_', ' ')}.")
    return int(match[1])


def _length(said: dict[str, str], key: str) -> float:
    text = said.get(key, "").strip()
    return float(read_length(text, field="").mm) if text and text != "-" else 0.0


def _bad(why: str) -> GearingError:
    return GearingError(why, code="bad_line", field="file")


_Reader = Callable[[int, dict[str, str], TextTable], RecordRow]
KINDS: Mapping[str, tuple[tuple[str, ...], _Reader]] = {
    "visit_list": (("unit",), _visit),
    "piece_list": (("unit", "line|piece"), _piece),
    "measurement_list": (("unit", "step", "teeth", "value"), _measurement),
    "order_list": (("supplier", "what"), _order),
}
"""Columns each cannot do without, and what reads a line of it."""
