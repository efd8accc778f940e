"""The standard sizes a toothed part may have."""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import cache

from gearing.data import table
from gearing.geometry.involute import Real
from gearing.identification.standard_sizes import standard_sizes

FORMS = ("rack", "worm", "wheel", "bevel", "pulley", "sprocket")


@dataclass(frozen=True, slots=True)
class Standard:
    """One size of a form. Lengths mm; fields may be arrays.

    Attributes
    ----------
    label : str
    pitch : float
        Module for racks, worms (axial), wheels (transverse) and bevels (at the
        large end); pitch of the belt or chain otherwise.
    share : float
        Share before any measurement; all sizes of a form together make 1.
    line : float
        Belts: twice the distance from the pulley's land to the pitch line.
    roller, inside : float
        Chains: diameter of the roller and width between the inner plates.
    groove_top, groove_depth : float
        Belts: width of a pulley's groove at its top, and its depth.
    groove_angle : float
        Between the sides of a groove, degrees; 0 where it is round.
    """

    label: str
    pitch: Real
    share: float = 1.0
    line: Real = 0.0
    roller: Real = 0.0
    inside: Real = 0.0
    groove_top: Real = 0.0
    groove_depth: Real = 0.0
    groove_angle: float = 0.0


@cache
def standards(form: str) -> tuple[Standard, ...]:
    """Every size of one of :data:`FORMS`."""
    if form in ("pulley", "sprocket"):
        rows = [Standard(**row) for row in table("forms")["belt" if form == "pulley" else "chain"]]
    else:
        shares: dict[tuple[str, float], float] = {}
        for size in standard_sizes():
            key = (size.label, size.module)
            shares[key] = shares.get(key, 0.0) + size.share
        rows = [Standard(label, module, share) for (label, module), share in shares.items()]
    total = sum(row.share for row in rows)
    return tuple(replace(row, share=row.share / total) for row in rows)


def of_pitch(form: str, pitch: Real) -> Standard:
    """A size of any pitch in the usual proportions, for parts that are of no standard."""
    listed = standards(form)
    middle = listed[len(listed) // 2]
    scale = pitch / middle.pitch
    return Standard(
        "", pitch, 1.0, middle.line * scale, middle.roller * scale, middle.inside * scale,
        middle.groove_top * scale, middle.groove_depth * scale, middle.groove_angle,
    )  # fmt: skip
