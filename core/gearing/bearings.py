"""Ball bearings by what is marked on them, and what a measured one is called."""

from __future__ import annotations

import re
from dataclasses import dataclass
from functools import cache

from .data import table

ALIKE = 0.02
"""Within which a measured length is that of the list, mm."""


@dataclass(frozen=True, slots=True)
class BallBearing:
    """A bearing by its designation; lengths mm."""

    designation: str
    bore: float
    outside: float
    width: float

    @property
    def size(self) -> str:
        """As it is typed: ``5x11x4``."""
        return f"{self.bore:g}x{self.outside:g}x{self.width:g}"


@cache
def _marked() -> re.Pattern[str]:
    sizes, closed = table("bearings")["sizes"], table("bearings")["closed"]["marks"]
    names = "|".join(sorted(sizes, key=len, reverse=True))
    marks = "|".join(sorted(closed, key=len, reverse=True))
    return re.compile(rf"(?<![\w.])({names})(?:[\s-]?({marks}))?(?![\w.])", re.IGNORECASE)


def designated(words: str) -> BallBearing | None:
    """The bearing whose designation stands in words; None where none does.

    With shields or seals it is as wide as those make it.

    Examples
    --------
    >>> designated("bearing 685 2RS"), designated("608-ZZ").size, designated("rear cover")
    (BallBearing(designation='685 2RS', bore=5.0, outside=11.0, width=5.0), '8x22x7', None)
    """
    found = _marked().search(words)
    if found is None:
        return None
    name, mark = found[1].upper(), (found[2] or "").upper()
    bore, outside, *widths = table("bearings")["sizes"][name]
    width = widths[-1] if mark else widths[0]
    return BallBearing(" ".join(filter(None, (name, mark))), float(bore), float(outside), float(width))


def is_designation(words: str) -> bool:
    """Whether words are a designation and nothing else.

    Examples
    --------
    >>> is_designation("MR115 zz"), is_designation("685 cover")
    (True, False)
    """
    return _marked().fullmatch(words.strip()) is not None


def in_one_word(line: str) -> str:
    """A line that begins with a marked designation, its parts joined: the number is no count of pieces.

    Examples
    --------
    >>> in_one_word("685 2RS hub"), in_one_word("2x 685 2RS")
    ('685-2RS hub', '2x 685 2RS')
    """
    found = _marked().match(line.strip())
    return f"{found[1]}-{found[2]}{line.strip()[found.end() :]}" if found and found[2] else line


def called(bore: float, outside: float, width: float) -> str:
    """What a bearing of that size is called, with its shields where only those make it so wide.

    Examples
    --------
    >>> called(5, 11, 4), called(5, 11, 5), called(3, 8, 3), called(5, 11, 7)
    ('MR115', '685 ZZ', '693 or MR83 ZZ', '')
    """
    open_ones, closed = [], []
    for name, (own_bore, own_outside, *widths) in table("bearings")["sizes"].items():
        if abs(bore - own_bore) > ALIKE or abs(outside - own_outside) > ALIKE:
            continue
        if abs(width - widths[0]) <= ALIKE:
            open_ones.append(name)
        elif abs(width - widths[-1]) <= ALIKE:
            closed.append(f"{name} ZZ")
    return " or ".join(open_ones + closed)
