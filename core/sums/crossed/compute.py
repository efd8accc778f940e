"""The ``crossed`` sum: worm and wheel, or a bevel pair, by their simple theory."""

from __future__ import annotations

from math import degrees, radians

from gearing.data import table
from gearing.mesh.crossed import bevel_pair, wheel_backlash, worm_pair

from .request import BevelPairIn, CrossedIn, WormPairIn
from .response import CrossedOut, FigureRow


def cross_pair(request: CrossedIn) -> CrossedOut:
    """Judge a pair on crossing shafts."""
    pair = request.pair
    return _worm(pair) if isinstance(pair, WormPairIn) else _bevel(pair)


def _worm(request: WormPairIn) -> CrossedOut:
    friction = request.friction or float(table("mesh")["worm"]["friction"])
    alpha = radians(request.pressure_angle_deg)
    pair = worm_pair(
        request.starts, request.teeth, request.module_mm, request.worm_diameter_mm, alpha, friction
    )
    holds = pair.backwards <= 0
    rows = [
        FigureRow(label="ratio", value=pair.ratio, unit=": 1"),
        FigureRow(label="shaft distance", value=pair.distance, unit="mm"),
        FigureRow(label="lead angle", value=degrees(pair.lead_angle), unit="°"),
        FigureRow(label="lead", value=pair.lead, unit="mm", how="way of a thread for a turn"),
        FigureRow(label="contact ratio", value=pair.contact_ratio, unit="", how="in the middle plane"),
        FigureRow(label="efficiency", value=100 * pair.efficiency, unit="%", how=f"friction {friction:g}"),
        FigureRow(label="driven by the wheel", value=100 * max(pair.backwards, 0.0), unit="%"),
    ]
    if request.axial_play_mm:
        turn = degrees(wheel_backlash(request.axial_play_mm, request.teeth, request.module_mm))
        rows.append(FigureRow(label="play at the wheel", value=turn, unit="°", how="of the worm's end play"))
    return CrossedOut(
        rows=rows,
        says=(
            "It holds by itself, greased so and unshaken: never trust a load to it alone."
            if holds
            else "The wheel can drive the worm: something else has to hold."
        ),
        holds=holds,
        diameters_mm=[request.worm_diameter_mm, request.module_mm * request.teeth],
        cones_deg=[],
        shims_mm=[],
        lead_angle_deg=degrees(pair.lead_angle),
        theory="Judged in the middle plane, as a rack on a gear; the wheel's throat and the bearing of the "
        "flanks across it are not.",
    )


def _bevel(request: BevelPairIn) -> CrossedOut:
    pair = bevel_pair(
        request.first,
        request.second,
        request.module_mm,
        radians(request.pressure_angle_deg),
        radians(request.shaft_angle_deg),
    )
    play = sum(
        s * p for s, p in zip((request.shim_1_mm, request.shim_2_mm), pair.backlash_per_mm, strict=True)
    )
    rows = [
        FigureRow(label="ratio", value=pair.ratio, unit=": 1"),
        FigureRow(label="cone angle, first", value=degrees(pair.cones[0]), unit="°"),
        FigureRow(label="cone angle, second", value=degrees(pair.cones[1]), unit="°"),
        FigureRow(label="cone distance", value=pair.cone_distance, unit="mm", how="crossing to large end"),
        FigureRow(label="contact ratio", value=pair.contact_ratio, unit="", how="virtual gears, back cones"),
    ]
    rows += [
        FigureRow(
            label=f"0.1 mm more behind the {name}",
            value=each / 10,
            unit="mm of play",
            how="moves it in, towards the crossing",
        )
        for name, each in zip(("first", "second"), pair.backlash_per_mm, strict=True)
    ]
    if request.shim_1_mm or request.shim_2_mm:
        does = "closes" if play < 0 else "opens"
        rows.append(
            FigureRow(label="these shims change the play by", value=play, unit="mm", how=f"which {does} it")
        )
    return CrossedOut(
        rows=rows,
        says="Shim the smaller until the large ends lie flush, then the larger until the play is right: "
        "more behind it closes, less opens.",
        holds=False,
        diameters_mm=[request.module_mm * request.first, request.module_mm * request.second],
        cones_deg=[degrees(cone) for cone in pair.cones],
        lead_angle_deg=None,
        shims_mm=[request.shim_1_mm, request.shim_2_mm],
        theory="Straight teeth, judged on the back cones; a curved tooth and its bearing pattern are not.",
    )
