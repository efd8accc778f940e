"""Meshing two gears and saying what comes of it."""

from __future__ import annotations

from dataclasses import replace
from math import degrees, radians

import numpy as np

from gearing.errors import within
from gearing.geometry.gear import Gear
from gearing.mesh import Engagement, Pair, mesh_at
from gearing.mesh.curve import curve
from gearing.mesh.helix import mate_by_hand, overlap_ratio
from gearing.mesh.misalignment import enough_width, gap_of_tilt, over_a_turn, width_in_mesh
from gearing.mesh.paper import strips
from gearing.mesh.thermal import Climate, warmed
from gearing.mesh.verdict import Band, judge_mesh, least_contact, tighter_than_will_do

from ..gear import draw
from .request import ClimateIn, PairIn
from .response import AskewOut, BandOut, CurveOut, PairOut, StripOut, WarmOut

SHOWN_STRIPS = 8


def mesh_pair(request: PairIn) -> PairOut:
    """Mesh two gears and say what comes of it."""
    first, second = _gears(request)
    pair = Pair(first, second, request.internal)
    meshing = mesh_at(pair, request.centre_distance_mm)
    module, band = float(first.module), request.chosen_band()
    width = _width(request)
    overlap = overlap_ratio(first, width or 0.0)
    judged = judge_mesh(meshing, module, band, overlap)
    return PairOut(
        ratio=f"{meshing.ratio.numerator} : {meshing.ratio.denominator}",
        ratio_decimal=float(meshing.ratio),
        says=_says(float(meshing.ratio), request.internal),
        direction="same" if request.internal else "opposite",
        internal=request.internal,
        zero_backlash_centre_distance_mm=meshing.zero_backlash_distance,
        centre_distance_mm=meshing.distance,
        working_pressure_angle_deg=degrees(meshing.working_pressure_angle),
        backlash_mm=meshing.backlash,
        normal_backlash_mm=meshing.normal_backlash,
        backlash_turn_of_gear_1_deg=degrees(meshing.turn_1),
        backlash_turn_of_gear_2_deg=degrees(meshing.turn_2),
        movement_mm=meshing.turn_2 * request.radius_mm if request.radius_mm else None,
        contact_ratio=meshing.contact_ratio,
        cut_contact_ratio=meshing.cut_contact_ratio,
        contact_least=least_contact(),
        overlap_ratio=overlap,
        tip_clearance_1_mm=meshing.tip_clearance_1,
        tip_clearance_2_mm=meshing.tip_clearance_2,
        tip_clearance_mm=min(meshing.tip_clearance_1, meshing.tip_clearance_2),
        total_contact_ratio=meshing.contact_ratio + overlap,
        working_depth_mm=meshing.working_depth,
        skips_at_mm=meshing.skips_at if np.isfinite(meshing.skips_at) else None,
        verdict=judged.verdict,
        reason=judged.reason,
        troubles=list(meshing.troubles),
        notes=list(meshing.notes),
        hunts=meshing.hunts,
        turns_to_meet_again=meshing.turns_to_meet_again,
        band=_band(band, pair, module),
        curve=_curve(pair, module, band, overlap),
        paper=[
            StripOut(
                name=strip.name,
                fold=strip.fold,
                thickness_mm=strip.thickness,
                distance_mm=strip.distance,
                backlash_mm=strip.backlash,
                held_by=strip.held_by,
                verdict=strip.verdict,
            )
            for strip in strips(pair, module, band)[:SHOWN_STRIPS]
        ],
        warm=_warm(pair, meshing, module, band, request.climate),
        askew=_askew(request, pair, meshing, width, module, band),
        first=draw(first),
        second=draw(second, request.internal),
        # The outline's tooth stands up: a quarter turn lays it on the line of
        # centres; the second gear meets it with a space, half a pitch on. A
        # ring's outline is of its space, which takes the tooth as it is.
        phase_1_deg=-90.0,
        phase_2_deg=-90.0 if request.internal else 90.0 + 180.0 / request.second.teeth,
    )


def _gears(request: PairIn) -> tuple[Gear, Gear]:
    """Both gears, their helix hands as they must be to run on parallel shafts."""
    with within("first"):
        first = request.first.gear()
    with within("second"):
        second = request.second.gear()
    return first, mate_by_hand(first, second, internal=request.internal, known=request.hands_known)


def _says(ratio: float, internal: bool) -> str:
    way = "the same way" if internal else "the other way"
    if ratio < 1:
        return f"One turn of the first turns the second {1 / ratio:.3f} times, {way}."
    return f"{ratio:.3f} turns of the first turn the second once, {way}."


def _width(request: PairIn) -> float | None:
    if not request.width_1_mm or not request.width_2_mm:
        return None
    return width_in_mesh(request.width_1_mm, request.width_2_mm, request.offset_mm)


def _band(band: Band, pair: Pair, module: float) -> BandOut:
    asked = np.array([band.low, band.high, (band.low + band.high) / 2]) * module
    low, high, middle = (None if np.isnan(at) else float(at) for at in pair.distances_for(asked))
    return BandOut(
        says=band.says,
        tight_mm=band.tight * module,
        low_mm=band.low * module,
        high_mm=band.high * module,
        loose_mm=band.loose * module,
        source=band.source,
        low_distance_mm=low,
        high_distance_mm=high,
        set_at_mm=middle,
    )


def _curve(pair: Pair, module: float, band: Band, overlap: float) -> CurveOut:
    """The pair from a jam to where it loses the teeth."""
    along = curve(pair, module, band, overlap)
    return CurveOut(
        distance_mm=along.distance.round(5).tolist(),
        backlash_mm=along.backlash.round(5).tolist(),
        contact_ratio=along.contact_ratio.round(4).tolist(),
        tip_clearance_mm=along.clearance.round(4).tolist(),
        verdict=along.verdict.tolist(),
    )


def _warm(
    pair: Pair, meshing: Engagement, module: float, band: Band, request: ClimateIn | None
) -> WarmOut | None:
    if request is None:
        return None
    climate = Climate(
        request.first,
        request.second,
        request.housing,
        request.set_at_c,
        request.runs_at_c,
        request.set_air,
        request.runs_air,
    )
    made = warmed(pair, meshing.distance, climate, (band.low + band.high) / 2 * module)
    return WarmOut(
        cold_mm=made.cold,
        warm_mm=made.warm,
        first_mm=made.first,
        second_mm=made.second,
        housing_mm=made.housing,
        verdict=judge_mesh(replace(meshing, backlash=made.warm), module, band).verdict,
        set_distance_mm=made.set_distance,
        set_backlash_mm=made.set_backlash,
    )


def _askew(
    request: PairIn, pair: Pair, meshing: Engagement, width: float | None, module: float, band: Band
) -> AskewOut:
    turned = over_a_turn(pair, meshing.distance, request.runout_mm) if request.runout_mm else None
    gap = gap_of_tilt(width, radians(request.tilt_deg)) if width and request.tilt_deg else None
    says = ""
    if gap is not None:
        says = f"One end carries while the other stands {gap:.3f} mm apart" + (
            ", more than the backlash: it binds there." if gap > meshing.backlash else "."
        )
    narrow = min(request.width_1_mm or 0.0, request.width_2_mm or 0.0)
    return AskewOut(
        width_mm=width,
        width_share=width / narrow if width and narrow else None,
        width_enough=enough_width(width, narrow) if width and narrow else None,
        tilt_gap_mm=gap,
        tilt_says=says,
        turn_deg=turned.angles.tolist() if turned else [],
        turn_backlash_mm=turned.backlash.round(5).tolist() if turned else [],
        least_mm=turned.least if turned else None,
        most_mm=turned.most if turned else None,
        tight_at_deg=turned.tight_at if turned else None,
        turn_tight=tighter_than_will_do(turned.least, module, band) if turned else None,
    )
