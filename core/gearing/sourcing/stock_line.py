"""What goes into the drawer, said as one says it: ``4x bearing 5x11x4 #R3 2.20 least 2``."""

from __future__ import annotations

import re
from dataclasses import dataclass
from decimal import Decimal

from ..errors import GearingError
from ..strip.entry import Entry, parse, short_name
from .money import read_money

CONSUMABLE = "consumable"
"""Kind of what is poured, smeared or sprayed: it is not counted back in."""

MOST_COUNT = 9999
_LEAST = re.compile(r"\b(?:least|min|at least|keep)\s+(\d{1,4})\b", re.I)
_FROM = re.compile(r"\bfrom\s+([^,#]+?)\s*(?=$|,|#|\bleast\b|\bmin\b)", re.I)
_PRICE = re.compile(
    r"(?:(?<=\s)|^)(?:[€$£]\s?)?(\d{1,5}[.,]\d{2})(?:\s?(?:€|\$|£|eur|each|ea))*(?=$|\s|,)", re.I
)
_FLUID = re.compile(
    r"\b(?:grease|oil|fluid|lubricant|thread ?lock|compound|cleaner|spray|glue|epoxy)\b", re.I
)


@dataclass(frozen=True, slots=True)
class StockLine:
    """What a line puts in the drawer. Zero and empty mean it was not said.

    Attributes
    ----------
    what, kind : str
        Name with its sizes; a key of :func:`gearing.strip.kinds.kinds`, or ``consumable``.
    count : int
    least : int or None
        How many there should always be.
    place, source : str
    price : Decimal or None
        Of one.
    teeth : int
    module, bore, width : str
        As said: ``0.8 module``, ``5``.
    material : str
    """

    what: str
    kind: str
    count: int = 1
    least: int | None = None
    place: str = ""
    source: str = ""
    price: Decimal | None = None
    teeth: int = 0
    module: str = ""
    bore: str = ""
    width: str = ""
    material: str = ""


def stock_line(line: str) -> StockLine:
    """What a line says.

    Raises
    ------
    GearingError
        If nothing is named.

    Examples
    --------
    >>> said = stock_line("4x bearing 5x11x4 #R3 2.20 least 2 from Harbour Gears")
    >>> said.what, said.count, said.place, said.price, said.least, said.source
    ('bearing 5x11x4', 4, 'R3', Decimal('2.20'), 2, 'Harbour Gears')
    >>> stock_line("grease, plastic-safe, 20 ml 6,40").kind
    'consumable'
    """
    rest, least, source, price = line, None, "", None
    if match := _LEAST.search(rest):
        least, rest = int(match[1]), _without(rest, match)
    if match := _FROM.search(rest):
        source, rest = match[1].strip()[:120], _without(rest, match)
    if prices := list(_PRICE.finditer(rest)):
        price, rest = read_money(prices[-1][1]), _without(rest, prices[-1])
    if _FLUID.search(rest):
        entry = parse(rest)
        words = re.sub(r"#\S+", " ", rest)
        what = re.sub(r"^\s*\d+\s?x\s+", "", " ".join(words.split()).strip(" ,"))
        return StockLine(_named(what), CONSUMABLE, max(1, entry.count), least, entry.place, source, price)
    entry = parse(rest)
    nothing = entry.kind == "other" and not entry.words.strip()
    return StockLine(
        _named("" if nothing else described(entry)),
        entry.kind,
        min(max(1, entry.count), MOST_COUNT),
        least,
        entry.place,
        source,
        price,
        entry.teeth[0] if len(entry.teeth) == 1 else 0,
        entry.module,
        entry.bore,
        entry.width,
        entry.material,
    )


def described(entry: Entry) -> str:
    """A piece as it lies in a drawer: its name and what it must be asked for by.

    Examples
    --------
    >>> described(parse("second wheel 31/12 nylon ^long boss down #B3"))
    'second wheel 31/12 nylon'
    """
    teeth = "/".join(map(str, entry.teeth))
    counted = f"{teeth}t" if teeth and "/" not in teeth else teeth
    thread = entry.fastener
    # Where a screw sat is no matter in a drawer.
    name = short_name(entry).partition(",")[0] if thread else short_name(entry)
    drive = f"{thread.drive}{thread.drive_size}" if thread else ""
    head = thread.head if thread else ""
    parts = [name, counted, entry.module, entry.size, head, drive, entry.material]
    said = [part for n, part in enumerate(parts) if part and (not n or part.lower() not in name.lower())]
    return " ".join(said)[:LONGEST]


LONGEST = 200


def _named(what: str) -> str:
    if not what.strip():
        raise GearingError(
            "What it is was not said.",
            code="no_stock",
            field="line",
            hint="As in: 4x bearing 5x11x4 #R3 2.20 least 2.",
        )
    return what.strip()[:LONGEST]


def _without(text: str, match: re.Match[str]) -> str:
    return f"{text[: match.start()]} {text[match.end() :]}"
