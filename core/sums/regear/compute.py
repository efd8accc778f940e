"""Ranking every pair on hand for a target."""

from __future__ import annotations

from math import pi, radians

import numpy as np

from gearing.regear import Drive, RegearSearch, Stocked, Target, regear
from gearing.regear.search import change
from gearing.train.applications import road_speed
from gearing.workshop.safety import caution

from .notes import cut_note
from .request import RegearIn
from .response import ChoiceOut, PointOut, RegearOut

MOST_POINTS = 1500


def regear_drive(request: RegearIn) -> RegearOut:
    """Rank every pair for the target."""
    wheel = request.new_wheel_mm or request.wheel_mm
    reduction = request.new_reduction or request.reduction
    present = Drive(request.pinion, request.spur, request.wheel_mm, request.reduction)
    rpm = request.kv * request.volts * request.load
    holes = _holes(request)
    stock = {*request.stock, request.pinion, request.spur}
    search = regear(
        present,
        wheel,
        reduction,
        Target(request.target.want, request.target.value),
        [Stocked(teeth, teeth in stock) for teeth in request.pinions],
        [Stocked(teeth, teeth in stock) for teeth in request.spurs],
        module=request.module_mm,
        alpha=radians(request.pressure_angle_deg),
        band=request.chosen_band(),
        slot=(request.slot.least_mm, request.slot.most_mm) if request.slot and holes is None else None,
        holes=holes,
        rpm=rpm,
        shifted=request.pinions_cut == "shifted",
    )
    left = Drive(request.pinion, request.spur, wheel, reduction)
    load = (left.wheel / left.final) / (present.wheel / present.final)
    fitting = int(search.fits.sum())
    return RegearOut(
        target_final_drive=search.target,
        target_value=_speed(rpm, pi * wheel / search.target) or pi * wheel / search.target,
        present_final_drive=present.final,
        present_travel_mm=present.travel,
        present_speed_km_h=_speed(rpm, present.travel),
        unchanged_final_drive=left.final,
        unchanged_load=load,
        unchanged_says=change(load),
        choices=[
            ChoiceOut(
                pinion=choice.pinion,
                spur=choice.spur,
                final_drive=choice.final,
                travel_mm=choice.travel,
                speed_km_h=_speed(rpm, choice.travel),
                load=choice.load,
                load_says=change(choice.load),
                off=choice.off,
                close=choice.close,
                distance_mm=choice.distance,
                hole=choice.hole or None,
                backlash_mm=choice.backlash if np.isfinite(choice.backlash) else None,
                contact_ratio=choice.contact,
                fits=choice.fits,
                hunts=choice.hunts,
                in_stock=choice.in_stock,
                reason=choice.reason,
            )
            for choice in search.choices
        ],
        points=_points(search, rpm),
        axis="km/h" if rpm else "mm",
        slot_mm=[request.slot.least_mm, request.slot.most_mm] if request.slot else [],
        holes_mm=[] if holes is None else [round(float(a), 3) for a in holes],
        fitting=fitting,
        says=_says(search, fitting),
        caution=caution("regear"),
        note=cut_note(
            request.pinions, request.spurs, request.module_mm, request.pressure_angle_deg, request.pinions_cut
        ),
    )


def _holes(request: RegearIn) -> np.ndarray[tuple[int], np.dtype[np.float64]] | None:
    if request.distances_mm:
        return np.array(sorted(request.distances_mm))
    return request.plate.plate().distances() if request.plate else None


def _speed(rpm: float, travel: float) -> float | None:
    return road_speed(rpm, travel) if rpm else None


def _points(search: RegearSearch, rpm: float) -> list[PointOut]:
    """Every pair that fits, and as many of the others as the chart bears, evenly picked."""
    away, travel, fits = (
        search.distances.ravel(),
        np.broadcast_to(search.travels, search.fits.shape).ravel(),
        search.fits.ravel(),
    )
    ok, not_ok = np.flatnonzero(fits), np.flatnonzero(~fits)
    room = max(MOST_POINTS - len(ok), 0)
    step = max(1, -(-len(not_ok) // room)) if room else len(not_ok) + 1
    chosen = np.concatenate([ok[:MOST_POINTS], not_ok[::step] if room else not_ok[:0]])
    values = road_speed(rpm, travel[chosen]) if rpm else travel[chosen]
    return [
        PointOut(distance_mm=distance, value=value, fits=fit)
        for distance, value, fit in zip(
            away[chosen].round(3).tolist(),
            np.asarray(values).round(3).tolist(),
            fits[chosen].tolist(),
            strict=True,
        )
    ]


def _says(search: RegearSearch, fitting: int) -> str:
    if not fitting:
        return "None of these fits the slot or the holes: other counts, or another plate."
    best = search.choices[0]
    where = f", hole {best.hole}" if best.hole else f" at {best.distance:.2f} mm"
    stock = "" if best.in_stock else "; not in stock"
    miss = "on target" if best.exact else f"{best.off:+.1%} off".replace("%", " %")
    return f"{best.pinion} on {best.spur}{where}: {miss}{stock}."
