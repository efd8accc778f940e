"""Counts left open, found from what was measured."""

from __future__ import annotations

from gearing.errors import GearingError
from gearing.train.line import has_open_counts
from gearing.train.open_counts import Measured, fill_in, measured_on

from .request import KnownIn, TrainIn
from .response import FilledOut


def fill(request: TrainIn) -> list[FilledOut]:
    """The fillings of a line with open counts, the likeliest first; none where all were counted.

    Raises
    ------
    GearingError
        If nothing was measured, or no filling agrees with what was.
    """
    if not has_open_counts(request.line):
        return []
    fillings = fill_in(request.line, _measured(request.known or KnownIn()))
    if not fillings:
        raise GearingError(
            "No counts agree with what was measured.",
            code="no_filling",
            field="known",
            hint="Count the turns again over more of them, or check the other counts.",
        )
    tail = request.line.partition(";")[2]
    return [
        FilledOut(
            line=filling.line + (f" ;{tail}" if tail else ""),
            counts=list(filling.counts),
            ratio=filling.ratio,
            off=filling.off,
        )
        for filling in fillings
    ]


def _measured(known: KnownIn) -> Measured:
    return measured_on(
        known.ratio or 0.0,
        known.ratio_error or 0.0,
        (known.turns_in, known.turns_out) if known.turns_in and known.turns_out else None,
        [(row.number, row.distance_mm, row.error_mm, row.module_mm) for row in known.distances],
    )
