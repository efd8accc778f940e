"""Lengths as people write them: mm, decimal and fractional inch, comma decimals."""

from __future__ import annotations

import re
from dataclasses import dataclass

from .errors import GearingError
from .geometry.gear import INCH

LONGEST = 2000.0
"""Longest length taken, mm: nothing on a bench is longer."""

SHORTEST = 1e-4
"""Shortest one, mm: a tenth of a thousandth, finer than anything on a bench is made or read."""

NUMBER = r"\d{1,6}(?:[.,]\d{1,6})?|[.,]\d{1,6}"
_LENGTH = re.compile(
    rf"^\s*(?:(?P<whole>\d{{1,3}})[\s-])?(?:(?P<top>\d{{1,3}})/(?P<bottom>\d{{1,3}})|(?P<number>{NUMBER}))"
    r"\s*(?P<unit>mm|cm|in|inch|inches|\"|″|thou)?\s*$",
    re.I,
)
_TO_MM = {"mm": 1.0, "cm": 10.0, "thou": INCH / 1000, "in": INCH}


@dataclass(frozen=True, slots=True)
class Length:
    """A length with the words it came in, so that the unit typed is kept."""

    mm: float
    typed: str


def read_length(text: str, *, field: str = "length", inch: bool = False) -> Length:
    """Read a length; millimetres unless a unit or a fraction says otherwise.

    Parameters
    ----------
    text : str
        ``8.55``, ``2,5``, ``3/16``, ``1 1/4 in``, ``0.080in``, ``80 thou``.
    field : str
        Named in the error.
    inch : bool
        Take a bare number as inches, as in the length of an inch screw.

    Raises
    ------
    GearingError
        If it is not a length, or not one for a bench.

    Examples
    --------
    >>> round(read_length("3/16").mm, 4)
    4.7625
    >>> read_length("2,5").mm
    2.5
    """
    match = _LENGTH.match(text[:40])
    if not match:
        raise GearingError(
            f"“{text[:40].strip()}” is not a length.",
            code="not_a_length",
            field=field,
            hint="Type it as 8.55, 2,5, 3/16 or 0.080in.",
        )
    unit = _unit(match, inch)
    if match["top"]:
        bottom = int(match["bottom"])
        if not bottom:
            raise GearingError(
                "A fraction over zero has no size.",
                code="zero_fraction",
                field=field,
                hint="Type it as 3/16.",
            )
        value = int(match["top"]) / bottom + int(match["whole"] or 0)
    elif match["whole"]:
        raise GearingError(
            f"“{text.strip()}” holds two numbers.",
            code="two_numbers",
            field=field,
            hint="One reading at a time.",
        )
    else:
        value = float(match["number"].replace(",", "."))
    mm = value * _TO_MM[unit]
    if not SHORTEST <= mm <= LONGEST:
        raise GearingError(
            f"{text.strip()} is outside what a bench measures.",
            code="length_out_of_range",
            field=field,
            hint=f"Between {SHORTEST:.4f} and {LONGEST:g} mm. Check the unit and the decimal point.",
        )
    return Length(mm, text.strip())


def _unit(match: re.Match[str], inch: bool) -> str:
    named = (match["unit"] or "").lower()
    if named in ("mm", "cm", "thou"):
        return named
    if named or match["top"]:
        return "in"
    return "in" if inch else "mm"
