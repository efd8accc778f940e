"""The standard sizes, as candidates with their share before measuring."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cache
from typing import Any

import numpy as np

from ..data import table
from ..geometry.gear import INCH

ROUNDED = 2e-4
"""How far a size kept to four decimals may stand off the exact one."""


@dataclass(frozen=True, slots=True)
class Size:
    """One standard tooth form a gear on the bench could have.

    Attributes
    ----------
    label : str
        As a technician says it: ``0.8 module``, ``32 DP``.
    module : float
        Normal module, mm.
    pressure_angle : float
        rad.
    depth : str
        ``full`` or ``stub``.
    addendum, dedendum : float
        In modules.
    share : float
        Share before any measurement; all sizes together make 1.
    """

    label: str
    module: float
    pressure_angle: float
    depth: str
    addendum: float
    dedendum: float
    share: float


def size_asked(label: str, module: float | None) -> str:
    """A size as it is asked for over a counter: a pitch as it is named, else the module.

    Examples
    --------
    >>> size_asked("32 DP", 0.79375), size_asked("0.8 module", 0.8)
    ('32 DP', '0.8')
    """
    return label if label.endswith("DP") or module is None else f"{module:.5g}"


@cache
def standard_sizes(field: str = "") -> tuple[Size, ...]:
    """Every standard size with its share in one kind of unit (see ``sizes.toml``)."""
    data = table("sizes")
    common: dict[str, float] = data["common"]
    favoured: dict[str, float] = data["field"].get(field, {})
    sizes = []
    for label, module, weight, system in _named_modules():
        for angle in data["pressure_angles"]:
            for depth in data["depths"]:
                sizes.append(
                    Size(
                        label,
                        module,
                        float(np.radians(angle["degrees"])),
                        depth["name"],
                        depth["addendum"],
                        _dedendum(data, depth, module, system),
                        weight
                        * common.get(label, 1.0)
                        * favoured.get(label, 1.0)
                        * angle[system]
                        * depth["weight"],
                    )
                )
    total = sum(size.share for size in sizes)
    return tuple(
        Size(s.label, s.module, s.pressure_angle, s.depth, s.addendum, s.dedendum, s.share / total)
        for s in sizes
    )


def label_of(module: float) -> str:
    """A module by the name of the standard size it is, or in mm if it is none.

    Examples
    --------
    >>> label_of(0.5292), label_of(0.8), label_of(0.655)
    ('48 DP', '0.8 module', '0.655 module')
    """
    for label, size, _, _ in _named_modules():
        if abs(module / size - 1) < ROUNDED:
            return label
    return f"{module:g} module"


@cache
def _named_modules() -> tuple[tuple[str, float, float, str], ...]:
    data, rows = table("sizes"), list[tuple[str, float, float, str]]()
    for series in ("series_1", "series_2"):
        weight = data["modules"][f"{series}_weight"]
        rows += [(f"{m:g} module", m, weight, "metric") for m in data["modules"][series]]
    pitches = data["diametral_pitches"]
    rows += [(f"{p} DP", INCH / p, pitches["weight"], "inch") for p in pitches["values"]]
    return tuple(rows)


def _dedendum(data: dict[str, Any], depth: dict[str, Any], module: float, system: str) -> float:
    pitches = data["diametral_pitches"]
    if system == "inch" and depth["name"] == "full" and INCH / module >= pitches["fine_from"]:
        return float(pitches["fine_dedendum"] + pitches["fine_dedendum_extra_in"] * INCH / module)
    return float(depth["dedendum"])
