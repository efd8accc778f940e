"""What warmth and moisture do to a mesh, and how to set it cold (VDI 2736-2, working backlash)."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Any

import numpy as np

from ..data import table
from ..errors import GearingError, within
from ..geometry.gear import Gear
from ..geometry.roots import crossing
from .pair import Pair
from .unlike import unlike

BISECTIONS = 40

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
                f"“{air}” is no air known here.",
                code="unknown_air",
                field="air",
                hint=f"One of: {', '.join(AIR)}.",
            )
    warmth = float(row["expansion"]) * 1e-6 * (climate.runs_at - climate.set_at)
    return warmth + float(drunk[climate.runs_air] - drunk[climate.set_air])


def _material(name: str) -> dict[str, Any]:
    materials: dict[str, dict[str, Any]] = table("mesh")["materials"]
    if name not in materials:
        raise GearingError(
            f"“{name}” is no material known here.",
            code="unknown_material",
            field="material",
            hint=f"One of: {', '.join(materials)}.",
        )
    return materials[name]


def warmed(pair: Pair, distance: float, climate: Climate, wanted: float) -> Warmed:
    """Backlash cold and warm at `distance`, and the distance to set cold for `wanted` backlash warm.

    Each part grows as a whole, gears in all their measures; where they grow
    unlike, so do their pitches, and the tightest teeth say what play is left.
    The parts by member are each member's growing alone.

    Raises
    ------
    GearingError
        If the warm gears no longer reach each other.
    """
    with within("climate"):
        grown = tuple(_grows(name, climate) for name in ("first", "second", "housing"))

    def play(at: float, first: float, second: float, housing: float) -> float:
        warm = unlike(
            _scaled(pair.first, first),
            _scaled(pair.second, second),
            at * (1 + housing),
            internal=pair.internal,
        )
        if warm is None:
            raise GearingError(
                "Warm, these gears no longer meet.",
                code="no_mesh_when_warm",
                field="climate.runs_at_c",
                hint="Check warmth and materials.",
            )
        return warm.least

    cold = float(pair.backlash(distance))
    # The parts by the pitch point, where they add up; pitch errors belong to no one member.
    first, second, housing = (_alone(pair, distance, *each) - cold for each in np.diag(grown))
    warm = play(distance, *grown)
    near, far = pair.zero_backlash_distance, pair.limits[0 if pair.internal else 1]
    # Wide enough that a setting beyond the cold band is found.
    near, far = near - pair.sign * (pair.sign * (far - near)) * 0.5, far - pair.sign * 1e-6

    def short(at: float) -> bool:
        try:
            return bool(play(float(at), *grown) < wanted)
        except GearingError:
            # Where they no longer meet warm: on the near side it is too close, on the far side too wide.
            return abs(float(at) - pair.bases) < abs(far - pair.bases)

    each = np.vectorize(short, otypes=[bool])
    set_distance = float(crossing(each, near, far, BISECTIONS, at_once=1))
    return Warmed(cold, warm, first, second, housing, set_distance, float(pair.backlash(set_distance)))


def _grows(name: str, climate: Climate) -> float:
    """Growth of one of the three; what is not known of it is said of it."""
    try:
        return growth(getattr(climate, name), climate)
    except GearingError as error:
        error.field = name if error.field == "material" else error.field
        raise


def _alone(pair: Pair, distance: float, first: float, second: float, housing: float) -> float:
    """Backlash at the pitch point with parts grown by these shares; cold where they no longer meet."""
    grown = unlike(
        _scaled(pair.first, first),
        _scaled(pair.second, second),
        distance * (1 + housing),
        internal=pair.internal,
    )
    return grown.pitch_point if grown else float(pair.backlash(distance))


def _scaled(gear: Gear, share: float) -> Gear:
    """The gear grown in all its measures."""
    grows = 1 + share
    return replace(
        gear, module=gear.module * grows, tip_trim=gear.tip_trim * grows, thinning=gear.thinning * grows
    )
