"""One line asked, one line answered, over TCP (``docs/formats/caliper.md``)."""

from __future__ import annotations

import re
from dataclasses import dataclass

from ..asking import DeviceError

VERSION = "DENTADO-CALIPER 1"
WHAT = "caliper"
LARGEST = 1000.0
"""What a caliper at a bench opens to, mm."""

HOLDS = ("tips", "span", "root", "pins", "chord", "bore", "width")


@dataclass(frozen=True, slots=True)
class JawSetting:
    """How the jaws are set: the kind, settled or largest over the tips, and a count or a diameter."""

    kind: str
    how: str = "settled"
    number: float = 0.0

    def __str__(self) -> str:
        match self.kind:
            case "tips":
                return f"tips {self.how}"
            case "span" | "chord":
                return f"{self.kind} {self.number:.0f}"
            case "pins":
                return f"pins {self.number:g}"
        return self.kind


def read_hold(words: list[str]) -> JawSetting:
    """A hold as it stands in a line.

    Raises
    ------
    DeviceError
        If it is none.
    """
    kind, *rest = words or [""]
    if kind not in HOLDS:
        raise DeviceError(f"hold one of: {', '.join(HOLDS)}")
    if kind == "tips":
        return JawSetting(kind, "largest" if rest == ["largest"] else "settled")
    if kind in ("span", "chord", "pins"):
        try:
            number = float(rest[0])
        except (IndexError, ValueError):
            raise DeviceError(f"{kind} needs a number") from None
        if not 0 < number <= 500:
            raise DeviceError(f"{kind} of {number:g} cannot be held")
        return JawSetting(kind, number=number)
    return JawSetting(kind)


def read_value(said: str) -> float:
    """Millimetres from ``26.18 mm`` or ``1.0307 in``.

    Raises
    ------
    DeviceError
        If it is no reading.
    """
    match = re.fullmatch(r"(\d{1,4}(?:\.\d{1,5})?)\s*(mm|in)", said)
    if not match or float(match.group(1)) <= 0:
        raise DeviceError(f"the caliper sent no reading: “{said[:40]}”")
    length = float(match.group(1)) * (25.4 if match.group(2) == "in" else 1.0)
    if length > LARGEST:
        raise DeviceError(f"the caliper shows {length:g} mm, which none opens to")
    return length
