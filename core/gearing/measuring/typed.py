"""What a caliper shows that types its reading as a keyboard does: millimetres or inches, by its digits."""

from __future__ import annotations

import re
from typing import Literal

from ..errors import GearingError
from ..lengths import read_length

INCH = 25.4
LARGEST = 1000.0

_SHOWN = re.compile(r"\s*([+-]?)(\d{1,4})(?:[.,](\d{1,5}))?\s*(mm|in|\")?\s*", re.IGNORECASE)
_FRACTION = re.compile(r"\s*(\d+\s+)?\d+/\d+\s*(in|\")?\s*", re.IGNORECASE)


def typed_reading(text: str) -> tuple[float, Literal["mm", "inch"]]:
    """Millimetres of a reading as it was typed, and the unit it was shown in.

    A display shows hundredths or thousandths of a millimetre, and half thousandths of an inch: with four
    places it is inches. What says its unit is taken at its word.

    Raises
    ------
    GearingError
        If it is no reading.

    Examples
    --------
    >>> typed_reading("26.40"), typed_reading("-0,02"), typed_reading("1/4")
    ((26.4, 'mm'), (-0.02, 'mm'), (6.35, 'inch'))
    >>> typed_reading("0.5510")[1], round(typed_reading("0.5510")[0], 3), typed_reading("12.345")
    ('inch', 13.995, (12.345, 'mm'))
    """
    if _FRACTION.fullmatch(text):
        return round(read_length(text.replace('"', ""), field="text").mm, 4), "inch"
    found = _SHOWN.fullmatch(text[:40])
    if found is None:
        raise GearingError(
            f"“{text[:40].strip()}” is no reading of a caliper.",
            code="no_reading",
            field="text",
            hint="Set it to send figures alone, as 26.40.",
        )
    sign, whole, places, said = found.groups()
    figure = float(f"{sign}{whole}.{places or 0}")
    unit = (said or "").lower()
    inches = unit in ("in", '"') or (not unit and len(places or "") >= 4)
    value = figure * INCH if inches else figure
    if abs(value) > LARGEST:
        raise GearingError(
            f"{value:g} mm is more than a caliper opens.",
            code="no_reading",
            field="text",
            hint="Read it once more.",
        )
    return round(value, 4), "inch" if inches else "mm"
