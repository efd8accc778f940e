"""Gauges to hold the real part against: everything at true size, in mm."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from .data import table
from .identification.standard_sizes import Size, standard_sizes
from .lengths import read_length
from .strip.entry import parse
from .strip.figures import Figure, figure_of

CARD = (85.60, 53.98)
"""A bank card, width and height, mm: ISO/IEC 7810, format ID-1."""


@dataclass(frozen=True, slots=True)
class Rack:
    """A basic rack (ISO 53) as an open outline: x along the pitch line, y outward, mm."""

    label: str
    pitch: float
    depth: float
    points: tuple[tuple[float, float], ...]


@dataclass(frozen=True, slots=True)
class Measure:
    """One size to compare by eye: a hexagon, a disc or a bar."""

    label: str
    size: float


@dataclass(frozen=True, slots=True)
class Screw:
    """A screw as it is said, and as it is drawn."""

    label: str
    figure: Figure


@dataclass(frozen=True, slots=True)
class DriveGauge:
    """The end of a driver as a closed outline, mm; `size` is its largest width."""

    label: str
    size: float
    points: tuple[tuple[float, float], ...]


@dataclass(frozen=True, slots=True)
class Gauges:
    """All of them, in the order of ``gauges.toml``."""

    racks: tuple[Rack, ...]
    screws: tuple[Screw, ...]
    hexes: tuple[Measure, ...]
    rounds: tuple[Measure, ...]
    shims: tuple[Measure, ...]
    stars: tuple[DriveGauge, ...]
    crosses: tuple[DriveGauge, ...]


def rack_outline(size: Size, teeth: int) -> tuple[tuple[float, float], ...]:
    """The straight-flanked rack of a size (ISO 53, without root rounding).

    Returns
    -------
    tuple of (x, y)
        From the middle of a space to the middle of the last, pitch line at y = 0.
    """
    pitch = np.pi * size.module
    tan = float(np.tan(size.pressure_angle))
    top, bottom = size.addendum * size.module, -size.dedendum * size.module
    points = [(0.0, bottom)]
    for tooth in range(teeth):
        middle = (tooth + 0.5) * pitch
        for way in (-1, 1):
            at = [(middle + way * (pitch / 4 - y * tan), y) for y in (bottom, top)]
            points += at if way < 0 else at[::-1]
    points.append((teeth * pitch, bottom))
    return tuple((float(x), float(y)) for x, y in points)


def gauges() -> Gauges:
    """Every gauge of ``gauges.toml``.

    Examples
    --------
    >>> [rack.label for rack in gauges().racks][:2]
    ['0.3 module', '0.4 module']
    """
    data = table("gauges")
    plain = {
        s.label: s
        for s in standard_sizes()
        if s.depth == "full" and abs(np.degrees(s.pressure_angle) - 20) < 0.1
    }
    return Gauges(
        tuple(_rack(plain[label], data["rack_length"]) for label in data["racks"]),
        tuple(_screw(said) for said in data["screws"]),
        tuple(_measure(said) for said in data["hexes"]),
        tuple(_measure(said) for said in data["rounds"]),
        tuple(_measure(said) for said in data["shims"]),
        tuple(DriveGauge(row["label"], row["points"], _star(**row)) for row in data["stars"]),
        tuple(DriveGauge(row["label"], row["blade"], _cross(**row)) for row in data["crosses"]),
    )


def _rack(size: Size, length: float) -> Rack:
    pitch = float(np.pi * size.module)
    depth = (size.addendum + size.dedendum) * size.module
    return Rack(size.label, pitch, depth, rack_outline(size, int(length // pitch)))


def _star(label: str, points: float, hollows: float) -> tuple[tuple[float, float], ...]:
    """Six rounded lobes between the circle of the points and that of the hollows."""
    at = np.linspace(0, 2 * np.pi, 72, endpoint=False)
    radius = (points + hollows) / 4 + (points - hollows) / 4 * np.cos(6 * at)
    return tuple((float(r * np.sin(a)), float(r * np.cos(a))) for r, a in zip(radius, at, strict=True))


def _cross(label: str, blade: float, wing: float) -> tuple[tuple[float, float], ...]:
    """Four wings of one width, their ends on the blade's circle."""
    half, out = wing / 2, float(np.sqrt(blade**2 - wing**2)) / 2
    corner = [(-half, out), (half, out), (half, half)]
    return tuple(
        (x * c + y * s, y * c - x * s) for c, s in ((1, 0), (0, 1), (-1, 0), (0, -1)) for x, y in corner
    )


def _screw(said: str) -> Screw:
    return Screw(said.replace("x", " × "), figure_of(parse(f"{said} cap screw")))


def _measure(said: str) -> Measure:
    return Measure(said.replace("mm", " mm").replace("in", " in"), read_length(said).mm)
