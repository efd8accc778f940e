"""The ``make-part`` sum: a worm, wheel, bevel, pulley or sprocket as a file that a machine takes."""

from __future__ import annotations

import base64

from gearing.data import table
from gearing.errors import GearingError
from gearing.forms.facts import facts, remarks
from gearing.making import (
    PartBlank,
    Running,
    drawn_part,
    part_outlines,
    part_stress,
    running,
    written,
)

from ..make import PartLine, shown
from .request import LEAST, MOST, MakePartIn
from .response import MakePartOut, PartFact, RunningOut


def make_part(request: MakePartIn) -> MakePartOut:
    """Lay it out for its process and write the file."""
    blank = request.blank()
    says = _says(blank)
    workpiece = drawn_part(blank, f"{says}, true size in mm")
    body, file = workpiece.body(), written(workpiece, request.format)
    box = body.bounding_box()
    outside = request.worm_outside_mm or 0.0
    meets = _running(request, blank)
    in_mesh = meets.contact if meets else None
    return MakePartOut(
        file=base64.b64encode(file).decode(),
        name=_name(blank, request.format),
        format=request.format,
        bytes=len(file),
        says=says,
        volume_mm3=float(body.volume()),
        across_mm=float(max(box[3] - box[0], box[4] - box[1])),
        facts=[
            PartFact(name=name, value=value) for name, value in facts(blank.part, blank.size, outside=outside)
        ],
        bending_n_mm2=part_stress(blank, request.torque_nmm, in_mesh) if request.torque_nmm else None,
        running=_said(meets) if meets else None,
        notes=[*_notes(blank), *remarks(blank.part, blank.size, outside=outside, hand=request.hand)],
        outline=[shown(each) for each in part_outlines(blank)],
    )


def _running(request: MakePartIn, blank: PartBlank) -> Running | None:
    """A wheel and a bevel are of a pair anyway; the others where their mate is known."""
    form, mate = blank.part.form, request.mate_teeth or 0
    if not mate and form not in ("wheel", "bevel"):
        return None
    if form == "worm" and not LEAST["wheel"] <= mate <= MOST["wheel"]:
        raise GearingError(
            f"No wheel of {mate} teeth is cut here.",
            code="out_of_range",
            field="mate_teeth",
            hint=f"From {LEAST['wheel']} to {MOST['wheel']}.",
        )
    return running(blank, mate, request.centre_distance_mm)


def _said(meets: Running) -> RunningOut:
    return RunningOut(
        distance_mm=meets.distance,
        contact=meets.contact,
        play_mm=meets.play,
        verdict=meets.verdict,
        reason=meets.reason,
        facts=[PartFact(name=name, value=value) for name, value in meets.facts],
        drawing=[
            PartLine(of=name, outline=line.round(3).tolist() if name == "shaft" else shown(line))
            for name, line in meets.drawing
        ],
    )


def _name(blank: PartBlank, form: str) -> str:
    size = "-".join(blank.size.label.replace(",", "").replace("/", "-").split())
    return f"{blank.part.form}-{blank.part.teeth}-{size}.{form}"


def _says(blank: PartBlank) -> str:
    part = blank.part
    what, counted = table("forms")["labels"][part.form], "start" if part.form == "worm" else "teeth"
    if part.form == "worm" and part.teeth > 1:
        counted = "starts"
    return f"{what}, {part.teeth} {counted}, {blank.size.label}"


SEEN = {
    "worm": "The outline is its side view; the thread is straight-sided along the axis (flank form A).",
    "wheel": "It is cut all round for this very worm; an outline is that of its middle plane only.",
    "bevel": "Straight teeth, after the equivalent spur gear (Tredgold); an outline shows it from above.",
    "sprocket": "Between the widest and the narrowest tooth of ISO 606. Break the edges of the tips.",
}


def _notes(blank: PartBlank) -> list[str]:
    process, notes = blank.process, [SEEN[blank.part.form]] if blank.part.form in SEEN else []
    if blank.part.form == "pulley" and not blank.size.groove_angle:
        notes.append(
            "Its grooves are slots such a belt runs in, not the standard's own arcs: try the belt first."
        )
    if blank.part.form == "bevel":
        notes.append("It runs with a mate made or cut alike, on shafts at right angles.")
    if process.grows or process.shrinks:
        notes.append(f"{process.label}: what it grows and shrinks by is allowed for. Measure the first one.")
    return notes
