"""The ``make`` sum: a gear as a file that a machine takes."""

from __future__ import annotations

import base64
from dataclasses import replace

import numpy as np

from gearing.errors import GearingError
from gearing.geometry.gear import Gear, tip_land, undercut
from gearing.making import (
    AS_DRAWN,
    Blank,
    body_fineness,
    drawn_gear,
    lewis_stress,
    ring_stress,
    section_of,
    true_outline,
    written,
)
from gearing.making.fineness import fineness
from gearing.making.section import Points, thinned
from gearing.measuring.predict import span_counts, span_over_teeth, usual_span

from ..gear import GearIn
from ..pair import PairIn, mesh_pair
from .request import MakeIn
from .response import MakeOut, MeshOut, PartLine

SHOWN = 0.0001
"""How far what is drawn on a screen may stand off, in its size: a tenth of a pixel."""

COARSE = 0.005
"""A tolerance that is said among the notes, mm."""

LEAST_LAND = 0.2
"""Of a tip, in modules, below which it breaks or rolls over."""


def make_gear(request: MakeIn) -> MakeOut:
    """Lay it out for its process and write the file."""
    blank = request.blank()
    workpiece, section, tolerance = drawn_gear(blank, request.format)
    file = written(workpiece, request.format)
    gear, process = blank.gear, blank.process
    spans = [] if blank.internal else span_counts(gear)
    span = (usual_span(gear) if usual_span(gear) in spans else spans[0]) if spans else None
    return MakeOut(
        file=base64.b64encode(file).decode(),
        name=_name(blank, request.format),
        format=request.format,
        bytes=len(file),
        tip_diameter_mm=2 * section.tip,
        root_diameter_mm=2 * section.root,
        span_mm=float(span_over_teeth(gear, span)) if span else None,
        span_teeth=span,
        volume_mm3=float(workpiece.body().volume()),
        tolerance_mm=tolerance,
        grows_mm=process.grows,
        shrinks_percent=100 * process.shrinks,
        bending_n_mm2=_bending(request, blank),
        mesh=_mesh(request),
        notes=[*_notes(blank), *_how_fine(blank)],
        outline=[shown(each) for each in section.outlines()],
    )


def shown(outline: Points) -> list[list[float]]:
    """A closed outline as fine as a screen shows it."""
    closed = np.vstack([outline, outline[:1]])
    fine: list[list[float]] = thinned(closed, SHOWN * float(np.ptp(closed, axis=0).max())).round(4).tolist()
    return fine


def _name(blank: Blank, form: str) -> str:
    gear = blank.gear
    kind = "ring" if blank.internal else "gear"
    hand = "" if not gear.helix_angle else "-right" if gear.helix_angle > 0 else "-left"
    return f"{kind}-{int(gear.teeth)}-m{float(gear.module):.3g}{hand}.{form}"


def _bending(request: MakeIn, blank: Blank) -> float | None:
    if not request.torque_nmm:
        return None
    stress = ring_stress if blank.internal else lewis_stress
    return stress(blank.gear, blank.width, request.torque_nmm)


def _mesh(request: MakeIn) -> MeshOut | None:
    if request.mate is None:
        return None
    made = request.gear.model_copy(update={"thinning_mm": request.gear.thinning_mm + request.backlash_mm})
    other = GearIn(**request.mate.model_dump())
    first, second = (other, made) if request.internal else (made, other)
    pair = mesh_pair(
        PairIn(
            first=first,
            second=second,
            internal=request.internal,
            # Whichever hand the mate is said to be of: it has to be that which runs with this one.
            hands_known=False,
            centre_distance_mm=request.centre_distance_mm,
        )
    )
    return MeshOut(
        centre_distance_mm=pair.centre_distance_mm,
        backlash_mm=pair.backlash_mm,
        contact_ratio=pair.contact_ratio,
        verdict=pair.verdict,
        reason=pair.reason,
        drawing=_drawing(request, other.gear(), pair.centre_distance_mm),
    )


def _drawing(request: MakeIn, other: Gear, apart: float) -> list[PartLine]:
    """Both as they will be, a tooth of the one in a gap of the other, the mate above."""
    finished = replace(request.blank(), process=AS_DRAWN)
    mate, tolerance = Blank(other, finished.width), fineness(finished, finished.gear)
    lines = [("part", each) for each in section_of(finished, tolerance=tolerance).outlines()]
    its = true_outline(other, fineness(mate, other))
    if not request.internal:
        # Upside down its tooth points at ours: half a pitch on, a gap does.
        turn = np.pi + np.pi / float(other.teeth)
        its = its @ np.array([[np.cos(turn), np.sin(turn)], [-np.sin(turn), np.cos(turn)]])
    return [
        PartLine(of=name, outline=shown(line))
        for name, line in [*lines, ("mate", its + np.array([0.0, apart]))]
    ]


def _how_fine(blank: Blank) -> list[str]:
    """What is to be known of its body before its file is asked for, whichever is drawn now."""
    try:
        tolerance = body_fineness(blank)
    except GearingError:
        return ["Too long and fine for a body: it can be had as an outline (DXF, SVG)."]
    if tolerance < COARSE:
        return []
    return [
        f"A body of it is laid out within {1000 * tolerance:.2g} µm: finer, it would be no use to a machine."
    ]


def _notes(blank: Blank) -> list[str]:
    gear, process, notes = blank.gear, blank.process, []
    if not blank.internal and undercut(gear):
        notes.append("The feet are undercut, as a rack would cut them: a profile shift makes them stronger.")
    if not blank.internal and float(tip_land(gear)) < LEAST_LAND * float(gear.module):
        notes.append("The tips are thin: they break or roll over. Less shift, or a tip trimmed.")
    if process.grows or process.shrinks:
        allowed = [
            f"{process.grows:+.3g} mm to each side" if process.grows else "",
            f"{100 * process.shrinks:g} % of shrinkage" if process.shrinks else "",
        ]
        words = " and ".join(each for each in allowed if each)
        notes.append(
            f"{process.label}: laid out for {words}. Make one tooth or a short face first and measure it."
        )
    if float(gear.helix_angle):
        notes.append("Its hand matters as much as its angle: its mate on parallel shafts has the other.")
    return notes
