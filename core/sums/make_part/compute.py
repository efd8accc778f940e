"""The ``make-part`` sum: a worm, wheel, bevel, pulley or sprocket as a file that a machine takes."""

from __future__ import annotations

import base64

import numpy as np

from gearing.data import table
from gearing.forms.facts import facts, remarks
from gearing.making import PartBlank, drawn_part, part_outlines, part_solid, written
from gearing.making.section import thinned

from .request import MakePartIn
from .response import MakePartOut, PartFact

SHOWN = 0.02
"""How far what is drawn on a screen may stand off, mm."""


def make_part(request: MakePartIn) -> MakePartOut:
    """Lay it out for its process and write the file."""
    blank = request.blank()
    body, says = part_solid(blank), _says(blank)
    file = written(drawn_part(blank, f"{says}, true size in mm"), request.format)
    box = body.bounding_box()
    outside = request.worm_outside_mm or 0.0
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
        notes=[*_notes(blank), *remarks(blank.part, blank.size, outside=outside, hand=request.hand)],
        outline=[
            thinned(np.vstack([each, each[:1]]), SHOWN).round(3).tolist() for each in part_outlines(blank)
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
