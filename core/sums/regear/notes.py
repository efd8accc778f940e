"""What an answer took for granted of the pinions."""

from __future__ import annotations

from math import radians

import numpy as np

from gearing.regear.pairs import UNDERCUT_BELOW, Pairs, usual_shift


def cut_note(pinions: list[int], spurs: list[int], module: float, angle: float, cut: str) -> str:
    """How pinions of few teeth were taken as cut, and how far off the other way would be; empty for none."""
    few = [teeth for teeth in pinions if teeth < UNDERCUT_BELOW]
    if not few:
        return ""
    teeth, spur = min(few), spurs[len(spurs) // 2]
    shift = float(usual_shift(teeth))
    plain, shifted = (
        float(Pairs(np.array(teeth), np.array(spur), module, radians(angle), x).close) for x in (0.0, shift)
    )
    says = f"{teeth} teeth with {shift:+.2f} stand {shifted - plain:.2f} mm farther out on {spur}"
    if cut == "shifted":
        return f"Pinions below {UNDERCUT_BELOW} teeth are taken as shifted out of undercut: {says}."
    return (
        f"Pinions are taken as cut without shift. Below {UNDERCUT_BELOW} teeth many are shifted: {says}. "
        "Read one over the tips, and take them as shifted if it is wider than teeth plus two."
    )
