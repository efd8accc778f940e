"""Whether a mesh is tight, right, loose or about to skip."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from ..data import table
from ..errors import GearingError
from ..geometry.involute import Real
from .at_distance import Engagement


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
class MeshJudged:
    """``jammed``, ``interferes``, ``tight``, ``right``, ``loose`` or ``skipping``, and why."""

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
        raise GearingError(
            f"There is no band “{name}”.",
            code="unknown_band",
            field="band",
            hint=f"One of: {', '.join(bands)}.",
        )
    return Band(**bands[name])


def own_band(low: float, high: float) -> Band:
    """A band of the technician's own, in modules; half of `low` is tight, twice `high` loose."""
    if not 0 < low < high:
        raise GearingError(
            "The band is upside down.",
            code="band_reversed",
            field="band_low",
            hint="The least first, then the most.",
        )
    return Band("your own", low / 2, low, high, 2 * high, "set here")


def verdicts(
    backlash: Real,
    contact: Real,
    clearance: Real,
    interferes: bool | NDArray[np.bool_],
    module: float,
    band: Band,
) -> NDArray[np.str_]:
    """``jammed``, ``interferes``, ``skipping``, ``tight``, ``right`` or ``loose`` for each mesh of many.

    The one home of this rule: what is dragged, set by paper, regeared or put
    in a hole is judged here. What cannot run decides before how much play there
    is. Lengths mm, nan where flanks no longer meet; contact with any overlap and
    without what undercut took off.
    """
    play = np.nan_to_num(np.asarray(backlash, dtype=np.float64), nan=-np.inf)
    least = least_contact()
    return np.select(
        [
            (np.asarray(clearance) < 0) | (play < -1e-6),
            np.asarray(interferes, dtype=bool),
            np.asarray(contact) < 1,
            play < band.tight * module,
            (np.asarray(contact) < least) | (play > band.loose * module),
        ],
        ["jammed", "interferes", "skipping", "tight", "loose"],
        "right",
    )


def tighter_than_will_do(backlash: float, module: float, band: Band) -> bool:
    """Whether a tight spot binds once it warms or a bearing gives."""
    return backlash < band.tight * module


def least_contact() -> float:
    """Contact ratio below which a tooth carries alone and knocks (``mesh.toml``)."""
    return float(table("mesh")["contact"]["least"])


def aimed(backlash: Real, module: float, band: Band) -> NDArray[np.str_]:
    """Where backlash lies against what is aimed for: ``under``, ``within`` or ``over`` for each."""
    play = np.asarray(backlash, dtype=np.float64)
    return np.select([play < band.low * module, play <= band.high * module], ["under", "within"], "over")


def verdict_of(
    backlash: float, contact: float, clearance: float, interferes: bool, module: float, band: Band
) -> str:
    """The verdict of one mesh; see :func:`verdicts`."""
    return str(verdicts(backlash, contact, clearance, interferes, module, band))


def judge_mesh(meshing: Engagement, module: float, band: Band, overlap: float = 0.0) -> MeshJudged:
    """Judge a mesh by what stops it, then by its backlash in modules and its contact."""
    contact = min(meshing.contact_ratio, meshing.cut_contact_ratio) + overlap
    clearance = min(meshing.tip_clearance_1, meshing.tip_clearance_2)
    verdict = verdict_of(meshing.backlash, contact, clearance, meshing.interferes, module, band)
    cut = ", the undercut taken off" if meshing.cut_contact_ratio < meshing.contact_ratio - 5e-3 else ""
    aim = f"{band.low * module:.3f} to {band.high * module:.3f} mm"
    has = f"{meshing.backlash:.3f} mm of backlash"
    match verdict:
        case "jammed" if clearance < 0:
            reason = meshing.troubles[0]
        case "jammed":
            into = f"{-meshing.backlash:.3f} mm into each other"
            reason = f"The flanks are {into}: open the distance."
        case "interferes":
            reason = next(said for said in reversed(meshing.troubles))
        case "skipping":
            reason = f"A tooth leaves before the next arrives (contact ratio {contact:.2f}{cut})."
        case "tight":
            reason = f"{has}; {aim} is right. Warm or shunted, it binds and eats the bearing."
        case "loose" if meshing.backlash > band.loose * module:
            reason = f"{has}; {aim} is right. Teeth meet near their tips and strip."
        case "loose":
            reason = f"One tooth carries alone (contact ratio {contact:.2f}{cut}): it knocks, then skips."
        case _:
            reason = {
                "under": f"{has}: on the tight side of {aim}.",
                "within": f"{has}, within {aim}.",
                "over": f"{has}: on the loose side of {aim}.",
            }[str(aimed(meshing.backlash, module, band))]
    return MeshJudged(verdict, reason)
