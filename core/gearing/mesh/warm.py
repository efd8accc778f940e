"""What warmth and moisture do to a mesh, and how to set it cold (VDI 2736-2, working backlash)."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

from ..errors import GearingError
from ..sizes import table
from .pair import Pair

AIR = ("dry", "room", "wet")


@dataclass(frozen=True, slots=True)
class Climate:
    """The materials of both gears and the housing, and what they go from and to.

    Attributes
    ----------
    first, second, housing : str
        Materials of ``mesh.toml``.
    set_at, runs_at : float
        Temperatures, °C.
    set_air, runs_air : str
        ``dry`` (as moulded), ``room`` or ``wet``: what plastic has drunk.
    """

    first: str
    second: str
    housing: str
    set_at: float = 20.0
    runs_at: float = 60.0
    set_air: str = "room"
    runs_air: str = "room"


@dataclass(frozen=True, slots=True)
class Warmed:
    """Backlash as set and as run, mm, and how much each member takes of it or gives."""

    cold: float
    warm: float
    first: float
    second: float
    housing: float
    set_distance: float
    set_backlash: float


def growth(material: str, climate: Climate) -> float:
    """By what share a part grows from the setting to the running.

    Raises
    ------
    GearingError
        If the material or the air is not known.
    """
    row = _material(material)
    drunk = {"dry": 0.0, "room": row.get("room", 0.0), "wet": row.get("wet", 0.0)}
    for air in (climate.set_air, climate.runs_air):
        if air not in drunk:
            raise GearingError(
                f"“{air}” is no air known here.", field="air", hint=f"One of: {', '.join(AIR)}."
            )
    warmth = float(row["expansion"]) * 1e-6 * (climate.runs_at - climate.set_at)
    return warmth + float(drunk[climate.runs_air] - drunk[climate.set_air])


def _material(name: str) -> dict[str, Any]:
    materials: dict[str, dict[str, Any]] = table("mesh")["materials"]
    if name not in materials:
        raise GearingError(
            f"“{name}” is no material known here.", field="material", hint=f"One of: {', '.join(materials)}."
        )
    return materials[name]


def warmed(pair: Pair, distance: float, climate: Climate, wanted: float) -> Warmed:
    """Backlash cold and warm at `distance`, and the distance to set cold for `wanted` backlash warm.

    A gear that grows by a share ``e`` takes ``r_w·e`` of the distance, a housing
    that grows gives ``a·e``; what is left acts on the cold gears.
    """
    one, two = (float(r) for r in pair.working_radii(distance))
    s = pair.sign
    grown = growth(climate.first, climate), growth(climate.second, climate), growth(climate.housing, climate)
    # A ring that grows gives room; a gear takes it.
    takes = (s * one * grown[0], two * grown[1], distance * grown[2])
    opens = (takes[2] - takes[0] - takes[1]) * s

    def play(opened: float) -> float:
        return float(pair.backlash(distance + s * opened))

    cold = play(0.0)
    first, second, housing = (play(part) - cold for part in (-takes[0] * s, -takes[1] * s, takes[2] * s))
    target = pair.distance_for(wanted)
    scale = 1 + grown[2] - (s * one * grown[0] + two * grown[1]) / distance
    set_distance = target / scale
    set_play = float(pair.backlash(set_distance))
    return Warmed(cold, play(opens), first, second, housing, set_distance, set_play)
