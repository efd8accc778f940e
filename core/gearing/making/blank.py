"""What is to be made: the gear, its body and its bore, and how it will be made."""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import cache

from ..data import table
from ..errors import GearingError
from ..geometry.gear import Gear

BORE_SHAPES = ("round", "D", "hex", "square", "keyed", "splined")


@dataclass(frozen=True, slots=True)
class Bore:
    """The hole for the shaft.

    Attributes
    ----------
    size : float
        Diameter, mm; across the flats of a hexagon or a square; over the splines of a splined one.
    shape : str
        One of :data:`BORE_SHAPES`.
    flat : float
        Of a D: from the flat to the far side, mm. Of a keyed one: from the bottom of the keyway to the
        far side. 0 for what is usual.
    splines : int
        Of a splined one.
    """

    size: float
    shape: str = "round"
    flat: float = 0.0
    splines: int = 6


@dataclass(frozen=True, slots=True)
class Process:
    """What a way of making does to a part.

    Attributes
    ----------
    grows : float
        How far a wall comes out beyond its line, mm, to each side.
    shrinks : float
        How much smaller all of it comes out, as a share.
    """

    key: str
    label: str
    grows: float = 0.0
    shrinks: float = 0.0


AS_DRAWN = Process("exact", "As drawn")


@dataclass(frozen=True, slots=True)
class Blank:
    """A gear as it is to be made.

    Attributes
    ----------
    gear : Gear
        Scalar fields, checked; read as a ring with `internal`.
    width : float
        Of its face, mm.
    internal : bool
    bore : Bore, optional
        None for none, and for a ring.
    rim : float
        Of a ring: how thick it is beyond the roots, mm; 0 for three modules.
    boss_diameter, boss_length : float
        Beyond the face on one side, mm; 0 for none.
    set_screw : float
        Diameter of a hole across the boss (the face, without one), mm; 0 for none.
    second, second_width : Gear and float
        Another rim on top of the first, as of a cluster; None for none.
    tip_rounding : float
        Radius that the corners of the tips are rounded to, mm.
    web : float
        Thickness between hub and rim, mm; 0 for as thick as the face.
    marks : int
        Dots on the face by its first tooth, to set it by.
    process : Process
    """

    gear: Gear
    width: float
    internal: bool = False
    bore: Bore | None = None
    rim: float = 0.0
    boss_diameter: float = 0.0
    boss_length: float = 0.0
    set_screw: float = 0.0
    second: Gear | None = None
    second_width: float = 0.0
    tip_rounding: float = 0.0
    web: float = 0.0
    marks: int = 0
    process: Process = AS_DRAWN


@cache
def processes() -> dict[str, Process]:
    """The ways of making of ``data/processes.toml``."""
    return {
        key: Process(key, row["label"], float(row["grows_mm"]), float(row["shrinks_percent"]) / 100)
        for key, row in table("processes").items()
    }


def named_process(said: str, grows: float | None = None, shrinks_percent: float | None = None) -> Process:
    """A way of making by its key or its name, empty for none; figures of one's own go before its.

    Raises
    ------
    GearingError
        If it is not known.
    """
    word = said.strip().lower() or "exact"
    process = next((each for each in processes().values() if word in (each.key, each.label.lower())), None)
    if process is None:
        raise GearingError(
            f"“{said[:30]}” is no way of making known here.",
            code="unknown_process",
            field="process",
            hint=f"One of: {', '.join(processes())}; or give its growth and shrinkage yourself.",
        )
    if grows is None and shrinks_percent is None:
        return process
    return replace(
        process,
        label=process.label if process.grows or process.shrinks else "By your figures",
        grows=process.grows if grows is None else grows,
        shrinks=process.shrinks if shrinks_percent is None else shrinks_percent / 100,
    )
