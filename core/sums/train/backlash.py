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


def play_out(request: TrainIn, found: Solution, driven: str, output: str) -> SlopOut | None:
    """The budget at the output; None where nothing was said of play."""
    plays, assumed = [], set()
    for number, one in enumerate(found.train.couplings, 1):
        made = _stage_play(one, request.stage(number), number)
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
    motion = slop(found, plays, output, measured, error or 0.0)
    felt = found.turn(output, Source(driven))
    return SlopOut(
        shares=[
            ShareOut(
                name=share.name,
                deg=degrees(share.angle),
                error_deg=degrees(share.error),
                assumed=share.name in assumed,
                at=played_at(found, share.stage),
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


def _stage_play(one: Coupling, more: StageKnown, number: int) -> tuple[StagePlay, bool] | None:
    """The stage's play, and whether it was assumed; None where nothing is known of it."""
    name = f"stage {number}"
    if not one.equations():
        return None
    if more.turn_deg is not None:
        return StagePlay(number, radians(more.turn_deg), radians(more.error_deg or 0.0), name), False
    arms = _arms(one)
    if not arms or not more.module_mm:
        return None
    usual = band_for("metal")
    backlash, assumed = more.backlash_mm, more.backlash_mm is None
    if backlash is None and (set_at := mesh_of(one, more)) is not None:
        backlash, assumed = max(set_at[1], 0.0), False
    if backlash is None:
        backlash = (usual.low + usual.high) / 2 * more.module_mm
    teeth, meshes = arms[0][1], len(arms)
    # The arcs of all meshes add; the stage opens by them at the pitch circle.
    angle = meshes * backlash / (more.module_mm * teeth / 2)
    error = radians(more.error_deg) if more.error_deg is not None else (UNREAD * angle if assumed else 0.0)
    return StagePlay(number, angle, error, name, arms[0][0]), assumed


def _arms(one: Coupling) -> list[tuple[str, int]]:
    """By mesh of a stage: the shaft its backlash turns at a pitch radius, and the teeth there.

    Of a set the sun: with ring and carrier held it is free by what its own mesh
    and those of the planet leave, all at its pitch circle (of stepped planets
    taken as of one module and one radius).
    """
    match one:
        case Mesh() | Belt():
            return [(one.second, one.teeth_2)]
        case Worm():
            return [(one.second, one.teeth)]
        case Planetary():
            return [(one.sun, one.teeth_sun)] * (3 if one.paired else 2)
    return []


def mesh_of(one: Coupling, more: StageKnown) -> tuple[str, float] | None:
    """Verdict and backlash (mm) of unshifted gears at the distance measured; None where that was not."""
    if not isinstance(one, Mesh) or one.kind not in ("external", "internal"):
        return None
    if not more.module_mm or not more.distance_mm or min(one.teeth_1, one.teeth_2) < FEWEST_TEETH:
        return None
    module, a = more.module_mm, more.distance_mm
    pair = Pair(Gear(one.teeth_1, module), Gear(one.teeth_2, module), one.kind == "internal")
    low, high = pair.limits
    if not low < a < high:
        return ("jammed" if (a <= low) != pair.internal else "skipping"), 0.0
    clear = min(float(c) for c in pair.clearances(a))
    play = float(pair.backlash(a))
    contact = float(np.minimum(pair.contact_ratio(a), pair.cut_contact_ratio(a)))
    runs_in = bool(interferes(pair, a))
    return verdict_of(play, contact, clear, runs_in, module, band_for("metal")), play


def cannot_mesh(one: Coupling, more: StageKnown) -> str:
    """Why the counts cannot stand at the distance measured; empty if they can."""
    found = mesh_of(one, more)
    if found is None or not isinstance(one, Mesh) or found[0] not in ("jammed", "interferes", "skipping"):
        return ""
    if found[0] == "interferes":
        return (
            f"{one.teeth_1} and {one.teeth_2} teeth run into each other at {more.distance_mm:.2f} mm, "
            "whatever their play: count again, or look for trimmed tips."
        )
    close = (one.teeth_2 + (-1 if one.kind == "internal" else 1) * one.teeth_1) * (more.module_mm or 0) / 2
    does = "jam" if found[0] == "jammed" else "do not reach each other"
    return (
        f"{one.teeth_1} and {one.teeth_2} teeth of {more.module_mm:.4g} module want {close:.2f} mm: "
        f"at {more.distance_mm:.2f} mm they {does}. Count again, or read the size again."
    )
