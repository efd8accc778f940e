"""The ``fit`` sum: does this gear fit in place of that one."""

from __future__ import annotations

from gearing.decision.replacement import Fit, compare

from .request import FitIn
from .response import FieldFitOut, FitOut

SAYS = {
    "fits": "fits",
    "unknown": "may fit: not all is known of it",
    "change": "fits with a change",
    "not": "does not fit",
}


def fit_part(request: FitIn) -> FitOut:
    """Compare a part with the gear it is to replace."""
    return fit_out(compare(request.wanted.part(), request.part.part()))


def fit_out(fit: Fit) -> FitOut:
    """A comparison as the screen shows it."""
    return FitOut(
        verdict=fit.verdict,
        says=SAYS[fit.verdict],
        fields=[FieldFitOut(field=f.field, verdict=f.verdict, says=f.says) for f in fit.fields],
    )
