"""Working a job of fitting out."""

from __future__ import annotations

from typing import Any

import numpy as np

from gearing.assembly.discs import Disc, disc_force, read_stack, snaps_at, stack_curve, stack_force
from gearing.assembly.friction import FrictionStack, working_faces
from gearing.assembly.press import interference, press_fit
from gearing.assembly.shims import NEAR_SIDE, Pack, Shimmed, choose_shims
from gearing.data import table
from gearing.errors import GearingError
from gearing.rebuild.tighten import crosswise

from .request import DiscsIn, FittingIn, FrictionIn, PressIn, ShimsIn, TightenIn, TorsionIn
from .response import FitRow, FittingOut, ShimSet, fitting_out

POINTS = 41


def fit_together(request: FittingIn) -> FittingOut:
    """Work out one job of fitting."""
    match request.work:
        case ShimsIn() as work:
            return _shims(work)
        case DiscsIn() as work:
            return _discs(work)
        case FrictionIn() as work:
            return _friction(work)
        case PressIn() as work:
            return _press(work)
        case TorsionIn() as work:
            return _torsion(work)
        case TightenIn() as work:
            return _tighten(work)


def _shims(work: ShimsIn) -> FittingOut:
    packs = [Pack(pack.thickness_mm, pack.count) for pack in work.packs]
    stacks = choose_shims(work.play_mm, work.low_mm, work.high_mm, packs, work.left_mm)
    best = stacks[0]
    said = " and ".join(
        f"{' + '.join(f'{t:g}' for t in side)} mm {where}".strip()
        for side, where in (
            (best.left, "left" if work.left_mm is not None else ""),
            (best.right, "right"),
        )
        if side
    )
    return fitting_out(
        says=(
            f"Shim {said}: {best.play:.2f} mm of end play is left." if said else "No shim: the play is right."
        )
        + _off_side(best, work),
        mind="Measure again with it together, pushed both ways: grease and a seal hide play.",
        rows=[
            FitRow(label="end play measured", value=work.play_mm, unit="mm"),
            FitRow(
                label="left after", value=best.play, unit="mm", how=f"{work.low_mm:g} to {work.high_mm:g}"
            ),
        ],
        shims=[
            ShimSet(
                left_mm=list(stack.left),
                right_mm=list(stack.right),
                play_mm=round(stack.play, 4),
                side_off_mm=round(sum(stack.left) - work.left_mm, 4) if work.left_mm is not None else 0.0,
            )
            for stack in stacks
        ],
    )


def _off_side(best: Shimmed, work: ShimsIn) -> str:
    """Where the side that matters is not reached: by how much it is off, and what is lacking."""
    if work.left_mm is None or best.side_error <= NEAR_SIDE:
        return ""
    has = sum(best.left)
    return (
        f" The left cannot be reached: {has:.2f} mm there where {work.left_mm:.2f} is wanted. "
        f"A shim of {abs(work.left_mm - has):.2f} mm is lacking; without it the part stands so far off."
    )


def _discs(work: DiscsIn) -> FittingOut:
    disc = Disc(work.outside_mm, work.inside_mm, work.thickness_mm, work.cone_mm)
    stack = read_stack(work.stack, disc)
    travel = work.turns * work.nut_pitch_mm
    force = stack_force(stack, disc, travel)
    home = stack.travel_most / work.nut_pitch_mm
    gives, forces = stack_curve(stack, disc)
    snap = snaps_at(disc)
    end = "to where it snaps through" if stack.snaps else "to flat"
    says = f"{work.stack}: {work.turns:g} turns from touching press it {travel:.2f} mm, {force:.0f} N."
    if snap is not None:
        says += f" Its discs are tall: past {stack.travel_most:.2f} mm they snap through."
    return fitting_out(
        says=says,
        mind="Springs leave at eye height: eye protection, and a cloth over the stack.",
        rows=[
            FitRow(label="force", value=force, unit="N"),
            FitRow(label="travel", value=travel, unit="mm", how=f"of {stack.travel_most:.2f} {end}"),
            FitRow(label=f"turns {end}", value=home, unit="", how="never run it so far"),
            FitRow(label="height free", value=stack.free, unit="mm"),
            *(
                [
                    FitRow(
                        label="one disc, most",
                        value=disc_force(disc, snap),
                        unit="N",
                        how=f"at {snap:.2f} mm of its {disc.cone:g}; it falls from there",
                    )
                ]
                if snap is not None
                else []
            ),
            FitRow(
                label="one disc, flat",
                value=disc_force(disc, disc.cone),
                unit="N",
                how="" if snap is None else "held flat by force, past its snap",
            ),
        ],
        packets=stack.packets,
        curve=_thinned(gives, forces),
        at=[travel, force],
        ends="snaps through" if stack.snaps else "flat",
    )


def _thinned(travel: np.ndarray[Any, Any], force: np.ndarray[Any, Any]) -> list[list[float]]:
    """As many points of a curve as are worth drawing, its end among them."""
    chosen = np.linspace(0, len(travel) - 1, POINTS).round().astype(int)
    made: list[list[float]] = np.round(np.stack([travel[chosen], force[chosen]], axis=1), 4).tolist()
    return made


def _friction(work: FrictionIn) -> FittingOut:
    if not work.washers and work.faces is None:
        raise GearingError(
            "Say how the washers lie, or how many faces rub.",
            code="washer_stack_unreadable",
            field="washers",
            hint="kfefk",
        )
    faces = working_faces(work.washers) if work.washers else (work.faces or 1)
    known = table("fitting")["friction"]["faces"]
    if work.friction is None and work.material not in known:
        raise GearingError(
            f"“{work.material}” is not known here.",
            code="unknown_material",
            field="material",
            hint=f"One of: {', '.join(known)}.",
        )
    rub = work.friction or float(known[work.material])
    stack = FrictionStack(faces, rub, work.outside_mm, work.inside_mm)
    rows = [
        FitRow(label="faces that rub", value=faces, unit=""),
        FitRow(
            label="friction", value=rub, unit="", how=work.material if work.friction is None else "as said"
        ),
        FitRow(label="mean radius", value=stack.mean_radius, unit="mm"),
    ]
    force = work.force_n
    curve: list[list[float]] = []
    at: list[float] = []
    ends = ""
    if work.spring is not None:
        force, curve, at, ends = _pressed(work, rows)
    if force is None and work.torque_nmm is None:
        raise GearingError(
            "Give the force, the spring, or the slip torque wanted.",
            code="no_force",
            field="force_n",
            hint="In newtons.",
        )
    if force is not None:
        torque = stack.slip_torque(force)
        more = FrictionStack(faces + 1, rub, work.outside_mm, work.inside_mm).slip_torque(force) - torque
        rows += [
            FitRow(label="slip torque", value=torque, unit="N·mm"),
            FitRow(label="one more rubbing face adds", value=more, unit="N·mm"),
            FitRow(label="a plain washer under the spring adds", value=0.0, unit="N·mm", how="preload only"),
        ]
        says = f"Slips at {torque:.0f} N·mm: {faces} faces, {force:.0f} N."
    else:
        force = stack.force_for(work.torque_nmm or 0.0)
        rows.append(FitRow(label="force for it", value=force, unit="N"))
        says = f"For {work.torque_nmm:g} N·mm press {faces} faces with {force:.0f} N."
    return fitting_out(
        says=says,
        mind="A start only: friction moves by a third with grease and bedding. Measure at the output.",
        rows=rows,
        curve=curve,
        at=at,
        ends=ends,
    )


def _pressed(work: FrictionIn, rows: list[FitRow]) -> tuple[float, list[list[float]], list[float], str]:
    """Force of the spring as set: from touching, or backed off from home."""
    spring = work.spring
    assert spring is not None
    if work.back_off_turns is not None:
        disc = Disc(spring.outside_mm, spring.inside_mm, spring.thickness_mm, spring.cone_mm)
        home = read_stack(spring.stack, disc).travel_most / spring.nut_pitch_mm
        spring = spring.model_copy(update={"turns": max(home - work.back_off_turns, 0.0)})
    sprung = _discs(spring)
    rows += [row for row in sprung.rows if row.label in ("force", "travel")]
    return sprung.at[1], sprung.curve, sprung.at, sprung.ends


def _press(work: PressIn) -> FittingOut:
    if work.shaft_mm and work.bore_mm:
        least = most = work.shaft_mm - work.bore_mm
        how = "as measured"
    else:
        least, most = interference(work.diameter_mm, work.grade)
        how = f"H7/{work.grade}, ISO 286-2"
    fit = press_fit(
        work.diameter_mm,
        work.length_mm,
        work.hub_mm,
        work.hub_material,
        work.shaft_material,
        least,
        most,
        work.hollow_mm,
    )
    if fit.most <= 0:
        says = "It is loose at every size: retaining compound, or another shaft."
    elif fit.least <= 0:
        says = f"From loose to {fit.push_most:.0f} N: measure both before pressing."
    else:
        says = f"Press with {fit.push_least:.0f} to {fit.push_most:.0f} N."
    if fit.yields:
        says += (
            f" The {fit.yields} yields: {fit.pressure:.0f} N/mm² where it stands {fit.stands:.0f}. "
            f"At most {1000 * fit.interference_stood:.0f} µm, a thicker hub, or a retaining compound."
        )
    return fitting_out(
        says=says,
        mind="Press square in a vice, eye protection; when filing to fit, try it every few strokes.",
        rows=[
            FitRow(label="interference, least", value=fit.least * 1000, unit="µm", how=how),
            FitRow(label="interference, most", value=fit.most * 1000, unit="µm"),
            FitRow(label="push, least", value=fit.push_least, unit="N"),
            FitRow(label="push, most", value=fit.push_most, unit="N", how="friction 0.12"),
            FitRow(label="pressure, most", value=fit.pressure, unit="N/mm²"),
            FitRow(
                label="pressure it stands",
                value=fit.stands,
                unit="N/mm²",
                how=f"until the {fit.weakest} yields",
            ),
        ],
    )


def _torsion(work: TorsionIn) -> FittingOut:
    preload = work.turns * work.rate_nmm
    return fitting_out(
        says=f"Pre-turn it {work.turns:g} turns, {preload:.0f} N·mm; hold it until the next piece keeps it.",
        mind="A wound spring lets go at once: eye protection, fingers clear.",
        rows=[FitRow(label="preload", value=preload, unit="N·mm", how="turns × rate")],
    )


def _tighten(work: TightenIn) -> FittingOut:
    order = crosswise(work.screws)
    passes = 1 if work.screws < 3 else 3
    return fitting_out(
        says=(
            "One after the other."
            if passes == 1
            else f"Crosswise as numbered, in {passes} passes: to touch, to half, home."
        ),
        mind="Into plastic: turn back until it drops into its own thread, and stop at snug.",
        rows=[FitRow(label="passes", value=passes, unit="")],
        order=order,
    )
