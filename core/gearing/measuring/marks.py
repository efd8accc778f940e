"""What a mark moulded or stamped on a gear may mean.

A number may be a tooth count, a module, a diametral pitch or just a mould
number, so a mark is evidence and never the answer.
"""

from __future__ import annotations

import re
from dataclasses import dataclass

from ..geometry.gear import FEWEST_TEETH, INCH, MOST_TEETH

_NUMBER = r"(\d{1,4}(?:[.,]\d{1,4})?)"
_TEETH = re.compile(rf"\b{_NUMBER}\s*(?:t|th|teeth|z)\b", re.I)
_PITCH = re.compile(rf"\b{_NUMBER}\s*(?:dp|p)\b", re.I)
_MODULE = re.compile(rf"\b(?:m|mod|module)\s*{_NUMBER}\b|\b{_NUMBER}\s*(?:m|mod|module)\b", re.I)
_BARE = re.compile(rf"(?<![\w.,]){_NUMBER}(?![\w.,])")


SAME_SIZE = 0.005
"""How far apart, as a share, two sizes may lie and still be one as it is marked."""


@dataclass(frozen=True, slots=True)
class Mark:
    """A mark, read.

    Attributes
    ----------
    text : str
    teeth : int or None
        Count it names outright.
    module : float or None
        Module it names outright, mm; a diametral pitch is turned into one.
    bare : tuple of float
        Numbers without a letter: a count, a size or a mould number.
    """

    text: str
    teeth: int | None
    module: float | None
    bare: tuple[float, ...]

    def names_other_count(self, *counts: int | None) -> bool:
        """Whether it names a count, and none of these."""
        return bool(self.teeth) and self.teeth not in counts

    def names_other_size(self, module: float) -> bool:
        """Whether it names a size, and not this one."""
        return bool(self.module) and abs(float(self.module or 0) / module - 1) > SAME_SIZE


def read_mark(text: str) -> Mark:
    """Read the mark on a gear; what is not understood is left out.

    Examples
    --------
    >>> read_mark("0.6M 31T").module, read_mark("0.6M 31T").teeth
    (0.6, 31)
    >>> read_mark("24 M1").bare
    (24.0,)
    """
    rest = text[:60]
    teeth = module = None
    if match := _TEETH.search(rest):
        count = _value(match.group(1))
        teeth = int(count) if FEWEST_TEETH <= count <= MOST_TEETH else None
        rest = _without(rest, match)
    if match := _MODULE.search(rest):
        module = _value(match.group(1) or match.group(2)) or None
        rest = _without(rest, match)
    elif match := _PITCH.search(rest):
        pitch = _value(match.group(1))
        module = INCH / pitch if pitch else None
        rest = _without(rest, match)
    bare = tuple(_value(number) for number in _BARE.findall(rest))
    return Mark(text.strip(), teeth, module, bare)


def _without(text: str, match: re.Match[str]) -> str:
    return text[: match.start()] + " " + text[match.end() :]


def _value(text: str) -> float:
    return float(text.replace(",", "."))
