"""The gauges as the screen draws them."""

from __future__ import annotations

from gearing.gauges import CARD, DriveGauge, gauges

from ..entry import figure_out
from .response import DriveOut, GaugesOut, MeasureOut, RackOut, ScrewOut


def all_gauges() -> GaugesOut:
    """Every gauge."""
    shown = gauges()
    return GaugesOut(
        card_width_mm=CARD[0],
        card_height_mm=CARD[1],
        racks=[
            RackOut(label=r.label, pitch_mm=r.pitch, depth_mm=r.depth, points=[[x, y] for x, y in r.points])
            for r in shown.racks
        ],
        screws=[ScrewOut(label=s.label, figure=figure_out(s.figure)) for s in shown.screws],
        hexes=[MeasureOut(label=m.label, size_mm=m.size) for m in shown.hexes],
        rounds=[MeasureOut(label=m.label, size_mm=m.size) for m in shown.rounds],
        shims=[MeasureOut(label=m.label, size_mm=m.size) for m in shown.shims],
        stars=[_drive(drive) for drive in shown.stars],
        crosses=[_drive(drive) for drive in shown.crosses],
    )


def _drive(drive: DriveGauge) -> DriveOut:
    return DriveOut(label=drive.label, size_mm=drive.size, points=[[x, y] for x, y in drive.points])
