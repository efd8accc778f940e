"""Whether a mesh is tight, right, loose or about to skip."""

from __future__ import annotations

from dataclasses import dataclass

from ..errors import GearingError
from ..sizes import table
from .state import Mesh


@dataclass(frozen=True, slots=True)
class Band:
    """Backlash in modules: `low` to `high` is aimed for, `tight` and `loose` are the ends of what will do."""

    says: str
    tight: float
    low: float
    high: float
    loose: float
    source: str


@dataclass(frozen=True, slots=True)
class Judged:
    """``jammed``, ``tight``, ``right``, ``loose`` or ``skipping``, and why."""

    verdict: str
    reason: str


def band_for(name: str) -> Band:
    """A band of ``mesh.toml``.

    Raises
    ------
    GearingError
        If there is none of that name.
    """
    bands = table("mesh")["bands"]
    if name not in bands:
        raise GearingError(f"There is no band “{name}”.", field="band", hint=f"One of: {', '.join(bands)}.")
    return Band(**bands[name])


def own_band(low: float, high: float) -> Band:
    """A band of the technician's own, in modules; half of `low` is tight, twice `high` loose."""
    if not 0 < low < high:
        raise GearingError(
            "The band is upside down.", field="band_low", hint="The least first, then the most."
        )
    return Band("your own", low / 2, low, high, 2 * high, "set here")


def judge_mesh(found: Mesh, module: float, band: Band, overlap: float = 0.0) -> Judged:
    """Judge a mesh by its backlash in modules, its contact and its clearances."""
    share = found.backlash / module
    contact = found.contact_ratio + overlap
    least = table("mesh")["contact"]["least"]
    aim = f"{band.low * module:.3f} to {band.high * module:.3f} mm"
    has = f"{found.backlash:.3f} mm of backlash"
    if found.troubles and min(found.tip_clearance_1, found.tip_clearance_2) < 0:
        return Judged("jammed", found.troubles[0])
    if found.backlash < -1e-6:
        return Judged(
            "jammed", f"The flanks are {-found.backlash:.3f} mm into each other: open the distance."
        )
    if contact < 1:
        return Judged("skipping", f"A tooth leaves before the next arrives (contact ratio {contact:.2f}).")
    if share < band.tight:
        return Judged("tight", f"{has}; {aim} is right. Warm or shunted, it binds and eats the bearing.")
    if contact < least:
        return Judged(
            "loose", f"One tooth carries alone (contact ratio {contact:.2f}): a knock and it skips."
        )
    if share > band.loose:
        return Judged("loose", f"{has}; {aim} is right. Teeth meet near their tips and strip.")
    if share < band.low:
        return Judged("right", f"{has}: on the tight side of {aim}.")
    if share > band.high:
        return Judged("right", f"{has}: on the loose side of {aim}.")
    return Judged("right", f"{has}, within {aim}.")
