"""How hard a tooth is bent, as a rough guide."""

from __future__ import annotations

from math import cos

import numpy as np

from ..geometry.gear import Gear, reference_diameter
from ..geometry.outline import tooth_outline


def lewis_stress(gear: Gear, width: float, torque_nmm: float) -> float:
    """Bending stress at the foot of one tooth that carries all of the load at its tip, N/mm².

    ``F·6·h/(b·s²)`` at the place of the outline where the beam is weakest: Lewis's beam of constant strength
    (1892) found on the tooth as it is, not from a table of form factors. A guide only: no notch, no shock.
    """
    force = torque_nmm / (float(reference_diameter(gear)) / 2) / cos(float(gear.helix_angle))
    tooth = tooth_outline(gear, 60, 60)
    side = tooth[len(tooth) // 2 + 1 :]
    half, up = np.abs(side[:, 0]), side[:, 1]
    arm = up.max() - up
    root = np.hypot(*side.T).min()
    # Within the space the outline runs along the root circle: that is no foot of this tooth.
    mine = (np.hypot(*side.T) > root + 1e-3 * float(gear.module)) & (half > 0) & (arm > 0)
    return float((6 * force * arm[mine] / (width * (2 * half[mine]) ** 2)).max())
