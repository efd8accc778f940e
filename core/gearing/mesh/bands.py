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


def verdict_of(backlash: float, contact: float, clearance: float, module: float, band: Band) -> str:
    """``jammed``, ``tight``, ``right``, ``loose`` or ``skipping``; lengths mm, contact with any overlap."""
    if clearance < 0 or backlash < -1e-6:
        return "jammed"
    if contact < 1:
        return "skipping"
    if backlash < band.tight * module:
        return "tight"
    if contact < table("mesh")["contact"]["least"] or backlash > band.loose * module:
        return "loose"
    return "right"


def judge_mesh(found: Mesh, module: float, band: Band, overlap: float = 0.0) -> Judged:
    """Judge a mesh by its backlash in modules, its contact and its clearances."""
    contact = found.contact_ratio + overlap
    clearance = min(found.tip_clearance_1, found.tip_clearance_2)
    verdict = verdict_of(found.backlash, contact, clearance, module, band)
    aim = f"{band.low * module:.3f} to {band.high * module:.3f} mm"
    has = f"{found.backlash:.3f} mm of backlash"
    match verdict:
        case "jammed" if clearance < 0:
            reason = found.troubles[0]
        case "jammed":
            into = f"{-found.backlash:.3f} mm into each other"
            reason = f"The flanks are {into}: open the distance."
        case "skipping":
            reason = f"A tooth leaves before the next arrives (contact ratio {contact:.2f})."
        case "tight":
            reason = f"{has}; {aim} is right. Warm or shunted, it binds and eats the bearing."
        case "loose" if found.backlash > band.loose * module:
            reason = f"{has}; {aim} is right. Teeth meet near their tips and strip."
        case "loose":
            reason = f"One tooth carries alone (contact ratio {contact:.2f}): it knocks, then skips."
        case _:
            reason = f"{has}, within {aim}."
            if found.backlash < band.low * module:
                reason = f"{has}: on the tight side of {aim}."
            elif found.backlash > band.high * module:
                reason = f"{has}: on the loose side of {aim}."
    return Judged(verdict, reason)
