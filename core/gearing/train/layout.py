"""Where the gears of a train stand, end view and side view, and turned so that they mesh.

All stages are drawn at one module, so that teeth compare; lengths in modules.
"""

from __future__ import annotations

from dataclasses import dataclass
from math import acos, atan2, cos, degrees, radians, sin

from .model import Belt, Coupling, Mesh, Planetary, Train, Worm

LEAN = 32.0
"""Degrees each next stage leans from the line, up and down in turn, so that shafts do not hide each other."""

BELT_APART = 1.35
"""Distance of two pulleys in sums of their radii."""

PLANE, FACE = 9.0, 6.0
"""Distance of one stage's plane from the next in the side view, and the width a gear is drawn with."""

AWAY = 30.0
"""How far from the others a shaft stands that nothing ties to them."""


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
    stage, nth : int
        From 1; which count of its stage, from 0: planets share one.
    about : str
        Carrier a planet goes round with; empty otherwise.
    centre : tuple of float
        What a planet goes round.
    """

    kind: str
    teeth: int
    shaft: str
    x: float
    y: float
    phase: float
    stage: int
    nth: int
    about: str = ""
    centre: tuple[float, float] = (0.0, 0.0)


@dataclass(frozen=True, slots=True)
class Edge:
    """A gear or a shaft seen from the side: middle and half height across, from `left` to `right`."""

    kind: str
    name: str
    stage: int
    nth: int
    y: float
    half: float
    left: float
    right: float


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


@dataclass(slots=True)
class _Board:
    """Where shafts stand so far."""

    at: dict[str, tuple[float, float]]

    def first(self, shaft: str) -> tuple[float, float]:
        """Where a stage begins: where its shaft stands, or clear of all others."""
        if shaft not in self.at:
            right = max((x for x, _ in self.at.values()), default=-AWAY)
            self.at[shaft] = (right + AWAY, 0.0)
        return self.at[shaft]


def lay_out(train: Train) -> list[Placed]:
    """Every gear of a train, end view. A stage driven from its second shaft is laid from there."""
    board = _Board({})
    placed: list[Placed] = []
    for stage, coupling in enumerate(train.couplings, 1):
        lean = LEAN if stage % 2 else -LEAN
        match coupling:
            case Mesh():
                placed += _mesh(coupling, board, stage, lean)
            case Belt():
                placed += _two(
                    coupling,
                    "pulley",
                    BELT_APART * (coupling.teeth_1 + coupling.teeth_2) / 2,
                    board,
                    stage,
                    lean,
                )
            case Worm():
                x, y = board.first(coupling.first if coupling.second not in board.at else coupling.second)
                down = coupling.teeth / 2 + 4
                if coupling.second in board.at and coupling.first not in board.at:
                    y += down
                board.at.setdefault(coupling.first, (x, y))
                board.at.setdefault(coupling.second, (x, y - down))
                placed.append(Placed("worm", coupling.starts, coupling.first, x, y, 0.0, stage, 0))
                placed.append(Placed("gear", coupling.teeth, coupling.second, x, y - down, 0.0, stage, 1))
            case Planetary():
                placed += _set(coupling, board, stage)
            case _:
                x, y = board.first(
                    next((s for s in coupling.shafts() if s in board.at), coupling.shafts()[0])
                )
                for shaft in coupling.shafts():
                    board.at.setdefault(shaft, (x, y))
    return placed


def _mesh(coupling: Mesh, board: _Board, stage: int, lean: float) -> list[Placed]:
    inside = coupling.kind == "internal"
    apart = (coupling.teeth_2 - coupling.teeth_1 if inside else coupling.teeth_1 + coupling.teeth_2) / 2
    # A ring's centre lies behind the gear that runs in it.
    return _two(coupling, "ring" if inside else "gear", apart, board, stage, lean + 180.0 if inside else lean)


def _two(
    coupling: Mesh | Belt, kind: str, apart: float, board: _Board, stage: int, lean: float
) -> list[Placed]:
    """Two gears or pulleys, the one whose shaft stands already first."""
    backwards = coupling.second in board.at and coupling.first not in board.at
    x, y = board.first(coupling.second if backwards else coupling.first)
    turn = lean + 180.0 if backwards else lean
    other = x + apart * cos(radians(turn)), y + apart * sin(radians(turn))
    first, second = (other, (x, y)) if backwards else ((x, y), other)
    board.at.setdefault(coupling.first, first)
    board.at.setdefault(coupling.second, second)
    phase = 0.0
    if isinstance(coupling, Mesh):
        towards = lean - 180.0 if kind == "ring" else lean
        phase = (ring_phase if kind == "ring" else meshing_phase)(
            0.0, coupling.teeth_1, coupling.teeth_2, towards
        )
    return [
        Placed(
            "pulley" if kind == "pulley" else "gear", coupling.teeth_1, coupling.first, *first, 0.0, stage, 0
        ),
        Placed(kind, coupling.teeth_2, coupling.second, *second, phase, stage, 1),
    ]


def _set(planetary: Planetary, board: _Board, stage: int) -> list[Placed]:
    """Sun in the middle, planets about it, the ring around all, on one axis."""
    x, y = board.first(next((s for s in planetary.shafts() if s in board.at), planetary.sun))
    for shaft in planetary.shafts():
        board.at.setdefault(shaft, (x, y))
    made = [Placed("gear", planetary.teeth_sun, planetary.sun, x, y, 0.0, stage, 0)]
    out, turn = _outer_place(planetary)
    last = 0.0
    for n in range(planetary.planets):
        towards = 90.0 + 360.0 * n / planetary.planets
        inner = (planetary.teeth_sun + planetary.teeth_planet) / 2
        turned = meshing_phase(0.0, planetary.teeth_sun, planetary.teeth_planet, towards)
        spots = [(planetary.teeth_planet, inner, towards, turned, 1)]
        if planetary.paired:
            between = _direction((inner, towards), (out, towards + turn))
            turned = meshing_phase(turned, planetary.teeth_planet, planetary.teeth_outer, between)
        if planetary.teeth_outer:
            spots.append((planetary.teeth_outer, out, towards + turn, turned, 2))
        last = turned if n == 0 else last
        for teeth, apart, at, phase, nth in spots:
            px, py = x + apart * cos(radians(at)), y + apart * sin(radians(at))
            made.append(
                Placed("gear", teeth, planetary.carrier, px, py, phase, stage, nth, planetary.carrier, (x, y))
            )
    outer = ring_phase(last, planetary.meets_ring, planetary.teeth_ring, 90.0 + turn)
    made.append(
        Placed("ring", planetary.teeth_ring, planetary.ring, x, y, outer, stage, _ring_nth(planetary))
    )
    return made


def _ring_nth(planetary: Planetary) -> int:
    """Place of the ring among the counts of a set as they are typed."""
    return 3 if planetary.teeth_outer else 2


def _outer_place(planetary: Planetary) -> tuple[float, float]:
    """Where what meets the ring stands: distance from the axis, and degrees on from what meets the sun."""
    inner = (planetary.teeth_sun + planetary.teeth_planet) / 2
    if not planetary.paired:
        return inner, 0.0
    out, between = (
        (planetary.teeth_ring - planetary.teeth_outer) / 2,
        (planetary.teeth_planet + planetary.teeth_outer) / 2,
    )
    # Counts that do not close are drawn in line.
    cosine = (inner * inner + out * out - between * between) / (2 * inner * out) if out > 0 else 1.0
    return max(out, 0.0), degrees(acos(min(max(cosine, -1.0), 1.0)))


def _direction(here: tuple[float, float], there: tuple[float, float]) -> float:
    """Degrees from one point to another, both as distance and degrees."""
    (r, a), (q, b) = here, there
    return degrees(
        atan2(
            q * sin(radians(b)) - r * sin(radians(a)),
            q * cos(radians(b)) - r * cos(radians(a)),
        )
    )


def side_view(train: Train) -> list[Edge]:
    """The train cut open and folded flat, a plane for each stage, shafts lying across.

    Each next shaft lies above or below the one before by their true distance,
    towards the middle, as in a drawing of a gearbox.
    """
    height: dict[str, float] = {}
    planes: dict[str, list[float]] = {}
    edges: list[Edge] = []
    for stage, coupling in enumerate(train.couplings, 1):
        x = stage * PLANE
        radii = _radii(coupling)
        shafts = coupling.shafts()
        at = next((height[s] for s in shafts if s in height), 0.0)
        for shaft in shafts:
            apart = _apart(coupling) * (1 if at <= 0 else -1)
            if shaft not in height:
                height[shaft] = at if shaft == shafts[0] or len(shafts) == 3 else at + apart
            planes.setdefault(shaft, []).append(x)
        for shaft, half, kind, nth in radii:
            edges.append(Edge(kind, shaft, stage, nth, height[shaft], half, x - FACE / 2, x + FACE / 2))
    for shaft, where in planes.items():
        edges.append(
            Edge("shaft", shaft, 0, 0, height[shaft], 1.2, min(where) - PLANE / 2, max(where) + PLANE / 2)
        )
    return edges


def _apart(coupling: Coupling) -> float:
    match coupling:
        case Mesh():
            return (
                abs(
                    coupling.teeth_2 - coupling.teeth_1
                    if coupling.kind == "internal"
                    else coupling.teeth_1 + coupling.teeth_2
                )
                / 2
            )
        case Belt():
            return BELT_APART * (coupling.teeth_1 + coupling.teeth_2) / 2
        case Worm():
            return coupling.teeth / 2 + 4
    return 0.0


def _radii(coupling: Coupling) -> list[tuple[str, float, str, int]]:
    """Shaft, half height, kind and place among the counts of what is seen of a stage from the side."""
    match coupling:
        case Mesh():
            ring = "ring" if coupling.kind == "internal" else "gear"
            return [
                (coupling.second, coupling.teeth_2 / 2, ring, 1),
                (coupling.first, coupling.teeth_1 / 2, "gear", 0),
            ]
        case Belt():
            return [
                (coupling.first, coupling.teeth_1 / 2, "pulley", 0),
                (coupling.second, coupling.teeth_2 / 2, "pulley", 1),
            ]
        case Worm():
            return [(coupling.second, coupling.teeth / 2, "gear", 1), (coupling.first, 3.0, "worm", 0)]
        case Planetary():
            return [
                (coupling.ring, coupling.teeth_ring / 2, "ring", _ring_nth(coupling)),
                (coupling.sun, coupling.teeth_sun / 2, "gear", 0),
            ]
    return []
