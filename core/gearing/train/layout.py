"""Where the gears of a train typed as a line stand, end view, and turned so that they mesh.

All stages are drawn at one module, so that teeth compare; lengths in modules.
"""

from __future__ import annotations

from dataclasses import dataclass
from math import cos, radians, sin

from .model import Belt, Mesh, Planetary, Train, Worm

LEAN = 32.0
"""Degrees each next stage leans from the line, up and down in turn, so that shafts do not hide each other."""

BELT_APART = 1.35
"""Distance of two pulleys in sums of their radii."""


@dataclass(frozen=True, slots=True)
class Placed:
    """A gear in its place.

    Attributes
    ----------
    kind : str
        ``gear``, ``ring`` (teeth inside), ``pulley`` or ``worm``.
    teeth : int
        Starts of a worm.
    shaft : str
        Whose speed it turns at.
    x, y : float
        In modules.
    phase : float
        Turn of the outline (a tooth, or a ring's space, on the y axis), degrees,
        counter-clockwise.
    about : str
        Carrier a planet goes round with; empty otherwise.
    spin : str
        For a planet the name its own speed is found by; the shaft otherwise.
    stage : int
        From 1.
    """

    kind: str
    teeth: int
    shaft: str
    x: float
    y: float
    phase: float
    stage: int
    about: str = ""
    centre: tuple[float, float] = (0.0, 0.0)


def meshing_phase(phase: float, teeth: int, mate: int, towards: float) -> float:
    """Turn of a mate that meets a gear tooth in space, degrees.

    `towards` is the direction from the gear to the mate. The tooth of the gear
    that lies a share of a pitch past the line of centres has its space in the
    mate as far past it on the other side.
    """
    past = ((towards - 90.0 - phase) * teeth / 360.0) % 1.0
    return (towards + 90.0 + (past + 0.5) * 360.0 / mate) % 360.0


def ring_phase(phase: float, teeth: int, ring: int, towards: float) -> float:
    """Turn of a ring whose space meets the tooth of a gear inside it, degrees."""
    past = ((towards - 90.0 - phase) * teeth / 360.0) % 1.0
    return (towards - 90.0 - past * 360.0 / ring) % 360.0


def lay_out(train: Train) -> list[Placed]:
    """Every gear of a train whose stages follow each other."""
    placed: list[Placed] = []
    x = y = 0.0
    phase = 0.0
    for stage, one in enumerate(train.couplings, 1):
        lean = LEAN if stage % 2 else -LEAN
        match one:
            case Mesh():
                inside = one.kind == "internal"
                apart = (one.teeth_2 - one.teeth_1 if inside else one.teeth_1 + one.teeth_2) / 2
                # A ring's centre lies behind the gear that runs in it.
                towards = lean + 180.0 if inside else lean
                made = ring_phase if inside else meshing_phase
                placed.append(Placed("gear", one.teeth_1, one.first, x, y, phase, stage))
                phase = made(phase, one.teeth_1, one.teeth_2, lean)
                x, y = x + apart * cos(radians(towards)), y + apart * sin(radians(towards))
                kind = "ring" if inside else "gear"
                placed.append(Placed(kind, one.teeth_2, one.second, x, y, phase, stage))
            case Belt():
                apart = BELT_APART * (one.teeth_1 + one.teeth_2) / 2
                placed.append(Placed("pulley", one.teeth_1, one.first, x, y, phase, stage))
                x, y = x + apart * cos(radians(lean)), y + apart * sin(radians(lean))
                placed.append(Placed("pulley", one.teeth_2, one.second, x, y, phase, stage))
            case Worm():
                placed.append(Placed("worm", one.starts, one.first, x, y, 0.0, stage))
                y -= one.teeth / 2 + 4
                placed.append(Placed("gear", one.teeth, one.second, x, y, 0.0, stage))
                phase = 0.0
            case Planetary():
                placed += _set(one, x, y, phase, stage)
    return placed


def _set(one: Planetary, x: float, y: float, phase: float, stage: int) -> list[Placed]:
    """Sun in the middle, planets about it, the ring around all, on one axis."""
    made = [Placed("gear", one.teeth_sun, one.sun, x, y, phase, stage)]
    apart = (one.teeth_sun + one.teeth_planet) / 2
    first = 0.0
    for n in range(one.planets):
        towards = 90.0 + 360.0 * n / one.planets
        turned = meshing_phase(phase, one.teeth_sun, one.teeth_planet, towards)
        first = turned if n == 0 else first
        px, py = x + apart * cos(radians(towards)), y + apart * sin(radians(towards))
        made.append(
            Placed("gear", one.teeth_planet, f"{stage} planet", px, py, turned, stage, one.carrier, (x, y))
        )
    outer = ring_phase(first, one.teeth_planet, one.teeth_ring, 90.0)
    made.append(Placed("ring", one.teeth_ring, one.ring, x, y, outer, stage))
    return made
