"""The play of a train: what the teeth explain of it, and what is left."""

from __future__ import annotations

from math import degrees, radians

import numpy as np

from gearing.geometry.gear import FEWEST_TEETH, Gear
from gearing.mesh import Pair
from gearing.mesh.interference import interferes
from gearing.mesh.verdict import band_for, verdict_of
from gearing.train import Belt, Mesh, Planetary, Solution, Source, Worm
from gearing.train.lost_motion import UNREAD, StagePlay, angle_of_play, played_at, slop
from gearing.train.model import Coupling

from .request import StageKnown, TrainIn
from .response import ShareOut, SlopOut


def play_out(request: TrainIn, solution: Solution, driven: str, output: str) -> SlopOut | None:
    """The budget at the output; None where nothing was said of play."""
    plays, assumed = [], set()
    for number, coupling in enumerate(solution.train.couplings, 1):
        made = _stage_play(coupling, request.stage(number), number)
        if made is None:
            continue
        if made[1]:
            assumed.add(made[0].name)
        plays.append(made[0])
    if not plays:
        return None
    measured = error = None
    if request.play:
        measured = angle_of_play(request.play.play_mm, request.play.radius_mm)
        error = request.play.error_mm / request.play.radius_mm
    motion = slop(solution, plays, output, measured, error or 0.0)
    felt = solution.turn(output, Source(driven))
    return SlopOut(
        shares=[
            ShareOut(
                name=share.name,
                deg=degrees(share.angle),
                error_deg=degrees(share.error),
                assumed=share.name in assumed,
                at=played_at(solution, share.stage),
            )
            for share in motion.shares
        ],
        teeth_deg=degrees(motion.teeth),
        teeth_error_deg=degrees(motion.teeth_error),
        measured_deg=degrees(measured) if measured is not None else None,
        measured_error_deg=degrees(error) if error is not None else None,
        rest_deg=degrees(motion.rest) if motion.rest is not None else None,
        rest_error_deg=degrees(motion.rest_error) if motion.rest_error is not None else None,
        input_deg=degrees(motion.teeth) / abs(float(felt)) if felt else None,
        beyond_teeth=motion.rest is not None and motion.rest > 2 * (motion.rest_error or 0.0),
        verdict=motion.verdict,
        check=motion.check,
    )


def _stage_play(coupling: Coupling, more: StageKnown, number: int) -> tuple[StagePlay, bool] | None:
    """The stage's play, and whether it was assumed; None where nothing is known of it."""
    name = f"stage {number}"
    if not coupling.equations():
        return None
    if more.turn_deg is not None:
        return StagePlay(number, radians(more.turn_deg), radians(more.error_deg or 0.0), name), False
    arms = _arms(coupling)
    if not arms or not more.module_mm:
        return None
    usual = band_for("metal")
    backlash, assumed = more.backlash_mm, more.backlash_mm is None
    if backlash is None and (set_at := mesh_of(coupling, more)) is not None:
        backlash, assumed = max(set_at[1], 0.0), False
    if backlash is None:
        backlash = (usual.low + usual.high) / 2 * more.module_mm
    teeth, meshes = arms[0][1], len(arms)
    # The arcs of all meshes add; the stage opens by them at the pitch circle.
    angle = meshes * backlash / (more.module_mm * teeth / 2)
    error = radians(more.error_deg) if more.error_deg is not None else (UNREAD * angle if assumed else 0.0)
    return StagePlay(number, angle, error, name, arms[0][0]), assumed


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


def mesh_of(coupling: Coupling, more: StageKnown) -> tuple[str, float] | None:
    """Verdict and backlash (mm) of unshifted gears at the distance measured; None where that was not."""
    if not isinstance(coupling, Mesh) or coupling.kind not in ("external", "internal"):
        return None
    if not more.module_mm or not more.distance_mm or min(coupling.teeth_1, coupling.teeth_2) < FEWEST_TEETH:
        return None
    module, a = more.module_mm, more.distance_mm
    pair = Pair(Gear(coupling.teeth_1, module), Gear(coupling.teeth_2, module), coupling.kind == "internal")
    low, high = pair.limits
    if not low < a < high:
        return ("jammed" if (a <= low) != pair.internal else "skipping"), 0.0
    clear = min(float(c) for c in pair.clearances(a))
    play = float(pair.backlash(a))
    contact = float(np.minimum(pair.contact_ratio(a), pair.cut_contact_ratio(a)))
    runs_in = bool(interferes(pair, a))
    return verdict_of(play, contact, clear, runs_in, module, band_for("metal")), play


def cannot_mesh(coupling: Coupling, more: StageKnown) -> str:
    """Why the counts cannot stand at the distance measured; empty if they can."""
    meshed = mesh_of(coupling, more)
    if (
        meshed is None
        or not isinstance(coupling, Mesh)
        or meshed[0] not in ("jammed", "interferes", "skipping")
    ):
        return ""
    counts = f"{coupling.teeth_1} and {coupling.teeth_2} teeth"
    if meshed[0] == "interferes":
        return (
            f"{counts} run into each other at {more.distance_mm:.2f} mm, "
            "whatever their play: count again, or look for trimmed tips."
        )
    close = (
        (coupling.teeth_2 + (-1 if coupling.kind == "internal" else 1) * coupling.teeth_1)
        * (more.module_mm or 0)
        / 2
    )
    does = "jam" if meshed[0] == "jammed" else "do not reach each other"
    return (
        f"{counts} of {more.module_mm:.4g} module want {close:.2f} mm: "
        f"at {more.distance_mm:.2f} mm they {does}. Count again, or read the size again."
    )
