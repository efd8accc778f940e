"""Two gears that look alike: whether they would run together, and how badly not."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from ..data import table
from ..geometry.gear import Gear, base_pitch, base_radius, tip_radius
from ..mesh import beyond
from .identify import Candidate, Identification
from .next_measurement import USUAL_MATE
from .wear import as_made

LEAST_ODDS = 0.005
"""Odds below which a second size is not worth telling apart."""


@dataclass(frozen=True, slots=True)
class Mismatch:
    """A gear run with one of another pitch.

    Attributes
    ----------
    pitch_error : float
        Difference of the base pitches, mm, for each next tooth in contact.
    share : float
        The same as a share of the larger base pitch.
    teeth_in_contact : float
        Pairs that would share the load were the pitches alike.
    early : float
        By how much the next tooth strikes before the last has left (positive),
        or enters late (negative), mm along the line of action, over the contact.
    verdict : str
        ``runs``, ``badly`` or ``not``.
    reason : str
    """

    pitch_error: float
    share: float
    teeth_in_contact: float
    early: float
    verdict: str
    reason: str


def run_together(first: Gear, second: Gear) -> Mismatch:
    """Judge a pair of different base pitches at its nominal distance.

    Meshing gears must agree in base pitch (Litvin and Fuentes, Gear Geometry and
    Applied Theory, ch. 10); what they differ by is taken up by one pair
    carrying alone, by an early knock at entry, and by wear.
    """
    pitches = float(base_pitch(first)), float(base_pitch(second))
    error = pitches[0] - pitches[1]
    share = abs(error) / max(pitches)
    contact = _contact(first, second)
    early = abs(error) * max(contact - 1, 0.0)
    bands = table("wear")["mismatch"]
    if share <= bands["runs"]:
        verdict, reason = "runs", "The pitches agree to within what cutting leaves."
    elif share <= bands["badly"]:
        verdict = "badly"
        reason = (
            f"Each next tooth is {abs(error):.3f} mm out: one pair carries alone, "
            "it knocks at entry, whines and wears."
        )
    else:
        verdict = "not"
        reason = f"Each next tooth is {abs(error):.3f} mm out: tips ride on flanks and it jams or strips."
    return Mismatch(error, share, contact, early, verdict, reason)


def _contact(first: Gear, second: Gear) -> float:
    """Transverse contact ratio at the distance at which the reference circles touch."""
    distance = float(first.teeth * first.module + second.teeth * second.module) / 2
    bases = float(base_radius(first) + base_radius(second))
    if bases >= distance:
        return 0.0
    along = distance * float(np.sin(np.arccos(bases / distance)))
    reach = sum(beyond(gear, float(tip_radius(gear))) for gear in (first, second))
    return (reach - along) / float(base_pitch(first))


def leaders_together(identification: Identification) -> tuple[Candidate, Candidate, Mismatch] | None:
    """The two leading sizes and how they would run together; None where one stands alone."""
    first = identification.candidates[0] if identification.candidates else None
    second = next((c for c in identification.candidates if first and c.size.label != first.size.label), None)
    if not first or not second or second.probability < LEAST_ODDS:
        return None
    mate = next((r.probe.k for r in identification.readings if r.probe.method.mate), USUAL_MATE)
    return first, second, run_together(as_made(first), replace(as_made(second), teeth=mate))
