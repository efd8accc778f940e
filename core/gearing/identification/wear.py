"""How much of a tooth is gone, and whether the gear may stay."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from ..data import table
from ..geometry.gear import Gear, reference_diameter, tip_land, tooth_thickness
from ..measuring.predict import span_over_teeth
from ..measuring.readings import Reading
from .identify import Candidate, Identification

PLAIN_FROM = 17
"""Count from which teeth that are thin and short are taken for worn, not for cut with a minus shift."""

NO_SHIFT = 0.005
"""Profile shift below which a gear is called unshifted, as its candidate is."""


@dataclass(frozen=True, slots=True)
class Wear:
    """Wear of a gear against the same gear new.

    Attributes
    ----------
    lost : float
        Thickness lost at the reference circle, mm; negative if it measures thicker than new.
    flank : float
        The same for each flank, where both have run.
    share : float
        Of the new thickness.
    error : float
        Standard error of `lost`, mm.
    land, new_land : float
        Tip land left, and when new, mm.
    verdict : str
        ``keep``, ``watch`` or ``replace``.
    reasons : tuple of str
    """

    lost: float
    flank: float
    share: float
    error: float
    land: float
    new_land: float
    verdict: str
    reasons: tuple[str, ...]


def wear_from_span(new: Gear, k: int, measured: float, *, error: float, tip_lost: float = 0.0) -> Wear:
    """Wear from one span over `k` teeth.

    ``Δs = (W_new - W_measured)/cos(alpha)`` at the reference circle, halved
    where both flanks run.

    Parameters
    ----------
    new : Gear
        The gear as it was made: no thinning, no trim.
    measured : float
        The span read, mm.
    error : float
        Its standard error, mm.
    tip_lost : float
        What the tip radius has lost, mm.
    """
    cos = float(np.cos(new.pressure_angle))
    lost = (float(span_over_teeth(new, k)) - measured) / cos
    # Along the normal, as the span measures; the arc at the reference circle is 1/cos(beta) of it.
    across = float(reference_diameter(new)) / 2
    whole = float(tooth_thickness(new, across) * np.cos(new.helix_angle))
    worn = replace(new, tip_trim=tip_lost, thinning=max(lost, 0.0))
    land, new_land = float(tip_land(worn)), float(tip_land(new))
    verdict, reasons = _verdict(lost, lost / whole, error / cos, land, float(new.module))
    return Wear(lost, lost / 2, lost / whole, error / cos, land, new_land, verdict, reasons)


def _verdict(
    lost: float, share: float, error: float, land: float, module: float
) -> tuple[str, tuple[str, ...]]:
    """By the bands of ``wear.toml``: what is certain beyond the reading's error decides."""
    bands = table("wear")["tooth"]
    surely = share * (1 - 2 * error / lost) if lost > 0 else share
    if land < bands["land_replace"] * module:
        return "replace", (f"The tips are pointed: {max(land, 0):.2f} mm of land is left.",)
    if surely > bands["replace"]:
        return "replace", (f"{share:.0%} of the tooth is gone, {lost:.2f} ± {error:.2f} mm.",)
    reasons = []
    if share > bands["watch"]:
        reasons.append(f"{share:.0%} of the tooth is gone, {lost:.2f} ± {error:.2f} mm.")
    if land < bands["land_watch"] * module:
        reasons.append(f"The tips run thin: {land:.2f} mm of land is left.")
    if reasons:
        return "watch", tuple(reasons)
    if lost < -2 * error:
        return "watch", ("It measures thicker than new: the size, the shift or the reading is off.",)
    return "keep", ("No wear beyond what backlash takes and the caliper can tell.",)


def as_made(candidate: Candidate) -> Gear:
    """The candidate as it left the cutter: with the shift the readings speak for, whatever its count.

    But for what wear looks like: a gear of many teeth that seems cut thin is
    taken to have been cut plain, and worn.
    """
    gear = candidate.gear
    shift = float(gear.profile_shift)
    if gear.teeth >= PLAIN_FROM:
        shift = max(shift, 0.0)
    return replace(gear, profile_shift=shift if abs(shift) > NO_SHIFT else 0.0, tip_trim=0.0, thinning=0.0)


def wear_of(identification: Identification) -> Wear | None:
    """Wear of the leading candidate by its largest span; None if none was read."""
    spans = [reading for reading in identification.readings if reading.probe.kind == "span"]
    if not spans or not identification.candidates:
        return None
    span, best = max(spans, key=lambda reading: reading.probe.k), identification.candidates[0]
    lost = _tip_lost(best, identification.readings)
    return wear_from_span(as_made(best), span.probe.k, span.value, error=span.error, tip_lost=lost)


def _tip_lost(candidate: Candidate, readings: tuple[Reading, ...]) -> float:
    """What the tips lack of a new gear, by a reading over them; the candidate's own trim otherwise."""
    for reading in readings:
        if reading.probe.kind == "tips":
            new = float(reading.probe.predict(as_made(candidate)))
            return max(0.0, (new - reading.value) / 2)
    return float(candidate.gear.tip_trim)


def less_than_before(first: float, last: float, error: float = 0.02) -> float:
    """By how much a later reading is less than an earlier one, mm; 0 within what two readings scatter.

    Parameters
    ----------
    first, last : float
        Readings of the same kind, mm.
    error : float
        Standard error of one, mm; the difference of two scatters by root two of it.

    Examples
    --------
    >>> less_than_before(8.60, 8.45), less_than_before(8.60, 8.58)
    (0.15, 0.0)
    """
    less = first - last
    return round(less, 3) if less > error * 2**0.5 else 0.0
