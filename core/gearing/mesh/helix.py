"""What helix angles ask of a pair on parallel shafts."""

from __future__ import annotations

from dataclasses import replace
from math import pi, radians

import numpy as np

from ..errors import GearingError
from ..geometry.gear import Gear

ALIKE = radians(0.5)
"""How far two helix angles that were read may differ and still be one, rad."""


def overlap_ratio(gear: Gear, width: float) -> float:
    """``epsilon_beta = b·sin(|beta|)/(pi·mn)`` over a width in mesh, mm (ISO 21771-1)."""
    return width * abs(float(np.sin(gear.helix_angle))) / (pi * float(gear.module))


def mate_by_hand(first: Gear, second: Gear, *, internal: bool, known: bool) -> Gear:
    """The second gear with its helix as it must be to run beside the first on parallel shafts.

    Parameters
    ----------
    known : bool
        Whether its hand was seen; if not, only the size of its angle was.

    Raises
    ------
    GearingError
        If the two angles are not of one size, or their hands do not go together.
    """
    wanted = (1.0 if internal else -1.0) * np.asarray(first.helix_angle)
    if not known:
        second = replace(second, helix_angle=float(np.copysign(second.helix_angle, wanted)))
    if not np.isclose(wanted, second.helix_angle, atol=ALIKE):
        raise GearingError(
            "On parallel shafts the helix angles must be equal and of "
            f"{'the same' if internal else 'opposite'} hand.",
            code="helix_mismatch",
            field="second.helix_angle_deg",
            hint="Left-hand counts as minus. Other hands run on crossed shafts only.",
        )
    return second
