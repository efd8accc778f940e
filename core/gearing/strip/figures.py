"""What a piece looks like in the row: its shape and true measures, for drawing."""

from __future__ import annotations

import re
from collections.abc import Mapping
from dataclasses import dataclass
from functools import lru_cache

import numpy as np

from ..data import table
from ..errors import GearingError
from ..geometry.gear import INCH, Gear, checked, tip_radius
from ..geometry.outline import tooth_outline
from ..lengths import read_length
from .entry import Entry
from .kinds import kinds

ASSUMED_MODULE = 0.5
"""Module a gear is drawn at until it is read, mm."""

DISCS = ("bearing", "washer", "bush", "seal")
"""Figures with a hole and an outside."""

MOST_TEETH_DRAWN = 160
"""Above this a gear in the row is drawn as circles: its teeth would be finer than the line."""


@dataclass(frozen=True, slots=True)
class Toothed:
    """One toothed rim of a figure.

    Attributes
    ----------
    teeth : int
    tip_radius : float
        mm.
    tooth : tuple of (float, float)
        One tooth's outline, mm; empty for a plain circle.
    read : bool
        Whether the size was read, or only assumed for the drawing.
    """

    teeth: int
    tip_radius: float
    tooth: tuple[tuple[float, float], ...]
    read: bool


@dataclass(frozen=True, slots=True)
class Figure:
    """A piece as a drawing. Lengths mm; zero where not known.

    Attributes
    ----------
    shape : str
        Which figure of the line style to draw.
    length, diameter : float
        Of a shank, shaft or spring; outside diameter of a disc.
    bore, thickness : float
        Of a disc.
    head : str
    head_width, head_height : float
    drive : str
    rims : tuple of Toothed
        Largest first.
    """

    shape: str
    length: float = 0.0
    diameter: float = 0.0
    bore: float = 0.0
    thickness: float = 0.0
    head: str = ""
    head_width: float = 0.0
    head_height: float = 0.0
    drive: str = ""
    rims: tuple[Toothed, ...] = ()


def figure_of(entry: Entry, read: Mapping[int, Gear] | None = None) -> Figure:
    """The figure of a piece; `read` holds the gears found so far, by place in ``entry.teeth``."""
    shape = kinds()[entry.kind].drawn
    if entry.fastener and shape in ("screw", "nut"):
        return _fastener(entry, shape)
    if entry.teeth:
        rims = sorted(_rims(entry, read or {}), key=lambda rim: -rim.tip_radius)
        return Figure("gear", rims=tuple(rims))
    across = _measures(entry.size)
    if shape in DISCS and len(across) >= 2:
        thickness = across[2] if len(across) > 2 else 0.0
        return Figure(shape, bore=min(across[:2]), diameter=max(across[:2]), thickness=thickness)
    if shape in ("shaft", "spring") and len(across) >= 2:
        return Figure(shape, diameter=min(across[:2]), length=max(across[:2]))
    return Figure(shape)


def _fastener(entry: Entry, shape: str) -> Figure:
    fastener = entry.fastener
    assert fastener is not None
    head = fastener.head or ("headless" if entry.kind == "setscrew" else "cap")
    outline = table("fasteners")["heads"][head]
    return Figure(
        shape,
        length=fastener.length_mm or 0.0,
        diameter=fastener.diameter,
        head=head,
        head_width=outline["width"] * fastener.diameter,
        head_height=outline["height"] * fastener.diameter,
        drive=fastener.drive,
    )


def _rims(entry: Entry, read: Mapping[int, Gear]) -> list[Toothed]:
    known = next(iter(read.values()), None)
    module = float(known.module) if known else module_said(entry) or ASSUMED_MODULE
    rims = []
    for at, teeth in enumerate(entry.teeth):
        gear = read.get(at) or Gear(teeth, module)
        rims.append(_rim(gear, at in read))
    return rims


def module_said(entry: Entry) -> float:
    """The module its teeth were said to be of, mm; 0 if that was not said.

    Examples
    --------
    >>> from .entry import parse
    >>> round(module_said(parse("spur 54t 32 pitch")), 3), module_said(parse("idler 23t"))
    (0.794, 0.0)
    """
    number, _, system = entry.module.partition(" ")
    if not number:
        return 0.0
    return INCH / float(number) if system == "DP" else float(number)


@lru_cache(maxsize=512)
def _rim(gear: Gear, read: bool) -> Toothed:
    radius = float(tip_radius(gear))
    tooth: tuple[tuple[float, float], ...] = ()
    if gear.teeth <= MOST_TEETH_DRAWN:
        try:
            points = np.round(tooth_outline(checked(gear), 4, 3), 3)
            tooth = tuple((float(x), float(y)) for x, y in points)
        except GearingError:
            tooth = ()
    return Toothed(int(gear.teeth), radius, tooth, read)


def _measures(size: str) -> list[float]:
    """The numbers in ``5x10x4``, mm; empty if any is no length."""
    try:
        return [read_length(part).mm for part in re.split("[x×]", size)] if size else []
    except GearingError:
        return []
