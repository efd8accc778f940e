"""What a measuring device shows or sends: one figure and its unit, whatever stands about it."""

from __future__ import annotations

import re
from dataclasses import dataclass

from ..errors import GearingError
from .typed import typed_reading

NEWTONS_IN_POUND = 4.4482216152605
GRAVITY = 9.80665
"""Standard acceleration, m/s² (ISO 80000-4): what a scale takes grams for."""

UNITS: dict[str, tuple[str, float, float]] = {
    "mm": ("mm", 1.0, 0.0),
    "in": ("mm", 25.4, 0.0),
    '"': ("mm", 25.4, 0.0),
    "µm": ("mm", 1e-3, 0.0),
    "um": ("mm", 1e-3, 0.0),
    "rpm": ("rpm", 1.0, 0.0),
    "r/min": ("rpm", 1.0, 0.0),
    "1/s": ("rpm", 60.0, 0.0),
    "hz": ("rpm", 60.0, 0.0),
    "°c": ("°C", 1.0, 0.0),
    "c": ("°C", 1.0, 0.0),
    "°f": ("°C", 5 / 9, -160 / 9),
    "f": ("°C", 5 / 9, -160 / 9),
    "n": ("N", 1.0, 0.0),
    "kn": ("N", 1e3, 0.0),
    "g": ("N", GRAVITY / 1e3, 0.0),
    "gf": ("N", GRAVITY / 1e3, 0.0),
    "kg": ("N", GRAVITY, 0.0),
    "kgf": ("N", GRAVITY, 0.0),
    "lb": ("N", NEWTONS_IN_POUND, 0.0),
    "lbf": ("N", NEWTONS_IN_POUND, 0.0),
    "oz": ("N", NEWTONS_IN_POUND / 16, 0.0),
    "ozf": ("N", NEWTONS_IN_POUND / 16, 0.0),
}
"""Units a display may show, in lower case: what it is kept in, times so much, plus so much (NIST SP 811)."""

LONGEST = 80
_FIGURE = re.compile(r"([+-]?)\s*(\d{1,7}(?:[.,]\d{1,5})?)\s*([^\s\d,;+-]{1,5}|1/s)?")
_SENT_BESIDE = re.compile(r"[A-Za-z,:= ]*")
"""What scales and indicators send before a figure: whether it is steady, gross, which register."""


@dataclass(frozen=True, slots=True)
class Shown:
    """A figure in the unit it is kept in: mm, rpm, °C or N."""

    value: float
    unit: str


def shown_reading(text: str) -> Shown:
    """The figure of a line that a device sent, in the unit it is kept in.

    A figure without a unit is a length, its unit told by its digits as of a caliper that types
    (:func:`~.typed.typed_reading`).

    Raises
    ------
    GearingError
        If there is no figure, more than one, or a unit no device here shows.

    Examples
    --------
    >>> shown_reading("26.18 mm"), shown_reading("ST,GS,+  102.0 g").unit, shown_reading("122 °F")
    (Shown(value=26.18, unit='mm'), 'N', Shown(value=50.0, unit='°C'))
    """
    said = text[:LONGEST].strip()
    beside = _SENT_BESIDE.match(said)
    match = _FIGURE.fullmatch(said[beside.end() if beside else 0 :])
    if match is None:
        raise _none(said)
    sign, figure, unit = match.groups()
    if not unit:
        # Indicators send leading noughts: R+00026.18.
        return Shown(typed_reading(sign + re.sub(r"^0+(?=\d)", "", figure))[0], "mm")
    known = UNITS.get(unit.lower())
    if known is None:
        raise _none(said)
    kept, times, plus = known
    return Shown(round(float(f"{sign}{figure.replace(',', '.')}") * times + plus, 6), kept)


def _none(said: str) -> GearingError:
    return GearingError(
        f"“{said[:40]}” is no reading.",
        code="no_reading",
        field="text",
        hint="A figure and its unit, as 26.18 mm, 1450 rpm, 41 °C or 12.5 N.",
    )
