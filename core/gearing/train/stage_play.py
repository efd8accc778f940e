"""The play of one stage, from whatever was measured on it, and whether its gears can stand where they do."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from ..geometry.gear import FEWEST_TEETH, Gear
from ..mesh import Pair
from ..mesh.interference import interferes
from ..mesh.verdict import band_for, verdict_of
from .lost_motion import UNREAD, StagePlay
from .model import Belt, Coupling, Mesh, Planetary, Worm


@dataclass(frozen=True, slots=True)
class StageMeasured:
    """What was measured on a stage; None where it was not.

    Attributes
    ----------
    module, backlash, distance : float or None
        mm; backlash at the pitch circle, of a set in each of its meshes.
    turn, error : float or None
        Free turn of the second gear with the first held, and its error, rad.
    """

    module: float | None = None
    backlash: float | None = None
    distance: float | None = None
    turn: float | None = None
    error: float | None = None


def stage_play(coupling: Coupling, number: int, known: StageMeasured) -> tuple[StagePlay, bool] | None:
    """A stage's play, and whether it was assumed; None where nothing is known of it.

    The free turn if it was measured, else the backlash, else what the shaft
    distance leaves, else what is usual for the module.
    """
    name = f"stage {number}"
    if not coupling.equations():
        return None
    if known.turn is not None:
        return StagePlay(number, known.turn, known.error or 0.0, name), False
    arms = _arms(coupling)
    if not arms or not known.module:
        return None
    usual = band_for("metal")
    backlash, assumed = known.backlash, known.backlash is None
    if backlash is None and (stands := verdict_where_it_stands(coupling, known)) is not None:
        backlash, assumed = max(stands[1], 0.0), False
    if backlash is None:
        backlash = (usual.low + usual.high) / 2 * known.module
    shaft, teeth = arms[0]
    # The arcs of all meshes add; the stage opens by them at the pitch circle.
    angle = len(arms) * backlash / (known.module * teeth / 2)
    error = known.error if known.error is not None else (UNREAD * angle if assumed else 0.0)
    return StagePlay(number, angle, error, name, shaft), assumed


def _arms(coupling: Coupling) -> list[tuple[str, int]]:
    """By mesh of a stage: the shaft its backlash turns at a pitch radius, and the teeth there.

    Of a set the sun: with ring and carrier held it is free by what its own mesh
    and those of the planet leave, all at its pitch circle (of stepped planets
    taken as of one module and one radius).
    """
    match coupling:
        case Mesh() | Belt():
            return [(coupling.second, coupling.teeth_2)]
        case Worm():
            return [(coupling.second, coupling.teeth)]
        case Planetary():
            return [(coupling.sun, coupling.teeth_sun)] * (3 if coupling.paired else 2)
    return []


def verdict_where_it_stands(coupling: Coupling, known: StageMeasured) -> tuple[str, float] | None:
    """Verdict and backlash (mm) of unshifted gears at the distance measured; None where that was not."""
    if not isinstance(coupling, Mesh) or coupling.kind not in ("external", "internal"):
        return None
    if not known.module or not known.distance or min(coupling.teeth_1, coupling.teeth_2) < FEWEST_TEETH:
        return None
    module, a = known.module, known.distance
    pair = Pair(Gear(coupling.teeth_1, module), Gear(coupling.teeth_2, module), coupling.kind == "internal")
    low, high = pair.limits
    if not low < a < high:
        return ("jammed" if (a <= low) != pair.internal else "skipping"), 0.0
    clear = min(float(c) for c in pair.clearances(a))
    play = float(pair.backlash(a))
    contact = float(np.minimum(pair.contact_ratio(a), pair.cut_contact_ratio(a)))
    runs_in = bool(interferes(pair, a))
    return verdict_of(play, contact, clear, runs_in, module, band_for("metal")), play


def wanted_distance(mesh: Mesh, module: float) -> float:
    """Where two unshifted gears stand without play, ``m(z2 ± z1)/2``, mm."""
    return (mesh.teeth_2 + (-1 if mesh.kind == "internal" else 1) * mesh.teeth_1) * module / 2
