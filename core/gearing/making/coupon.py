"""A coupon that tells what a machine does: made as drawn, measured, and what follows from it."""

from __future__ import annotations

import numpy as np
from manifold3d import CrossSection, FillRule, Manifold

from ..errors import GearingError
from .section import circle

OUTSIDE, HEIGHT, SLOT, DEPTH, THICK = 40.0, 24.0, 10.0, 12.0, 4.0
"""Of the plate, of the slot in its upper edge, and how thick it is, mm."""

HOLE, HOLE_AT = 6.0, (-12.0, -5.0)
"""A hole that a shaft is tried in, mm, and where it stands from the middle."""

MOST_GROWTH, MOST_SHRINKAGE = 1.0, 0.1
"""Beyond these it is no growth or shrinkage but a slip of the caliper."""


def coupon_section() -> CrossSection:
    """The coupon as it is drawn: nothing is allowed for, so that it shows what would have to be."""
    half, low = OUTSIDE / 2, -HEIGHT / 2
    slot, floor = SLOT / 2, HEIGHT / 2 - DEPTH
    right = [(half, low), (half, -low), (slot, -low), (slot, floor)]
    plate = np.array([*right, *((-x, y) for x, y in reversed(right))])
    hole = CrossSection([circle(HOLE / 2)], FillRule.Positive).translate(HOLE_AT)
    return CrossSection([plate], FillRule.Positive) - hole


def coupon_solid() -> Manifold:
    """The same drawn out along z, mm."""
    return coupon_section().extrude(THICK)


def allowance(outside: float, slot: float) -> tuple[float, float]:
    """What a machine does to a part, by what its coupon measures.

    A wall that comes out by g makes the outside wider by 2g and the slot narrower by as much; what shrinks,
    shrinks both by their share. Two readings, two unknowns.

    Parameters
    ----------
    outside, slot : float
        Across the plate and within the slot, as made, mm.

    Returns
    -------
    grows, shrinks : float
        As :class:`.blank.Process` takes them: mm to each side, and a share.

    Raises
    ------
    GearingError
        If no machine does that.

    Examples
    --------
    >>> tuple(round(figure, 4) for figure in allowance(39.98, 9.87))
    (0.05, 0.003)
    """
    stays = (outside + slot) / (OUTSIDE + SLOT)
    grows, shrinks = (outside - OUTSIDE * stays) / 2, 1 - stays
    if abs(grows) > MOST_GROWTH or abs(shrinks) > MOST_SHRINKAGE:
        raise GearingError(
            f"{outside:g} mm outside and {slot:g} mm in the slot do not go together.",
            code="no_coupon",
            field="outside_mm",
            hint=f"It was drawn {OUTSIDE:g} mm across, its slot {SLOT:g} mm: measure both again.",
        )
    return grows, shrinks
