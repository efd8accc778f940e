"""The gauges as the screen draws them."""

from __future__ import annotations

from gearing.gauges import CARD, Drive, gauges

from ..entry import figure_out
from .response import DriveOut, GaugesOut, MeasureOut, RackOut, ScrewOut


def all_gauges() -> GaugesOut:
    """Every gauge."""
    found = gauges()
    return GaugesOut(
        card_width_mm=CARD[0],
        card_height_mm=CARD[1],
        racks=[
            RackOut(label=r.label, pitch_mm=r.pitch, depth_mm=r.depth, points=[[x, y] for x, y in r.points])
            for r in found.racks
        ],
        screws=[ScrewOut(label=s.label, figure=figure_out(s.figure)) for s in found.screws],
        hexes=[MeasureOut(label=m.label, size_mm=m.size) for m in found.hexes],
        rounds=[MeasureOut(label=m.label, size_mm=m.size) for m in found.rounds],
        shims=[MeasureOut(label=m.label, size_mm=m.size) for m in found.shims],
        stars=[_drive(one) for one in found.stars],
        crosses=[_drive(one) for one in found.crosses],
    )


def _drive(drive: Drive) -> DriveOut:
    return DriveOut(label=drive.label, size_mm=drive.size, points=[[x, y] for x, y in drive.points])
