"""A pair over every distance at which its teeth can touch: what a drag runs along."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from .interference import dug
from .pair import Pair
from .verdict import Band, verdicts

STEPS = 161
"""Distances at which it is worked out."""

DUG_EVERY = 4
"""Of these, how many to one at which tips are followed through their mate; between them it is read off."""

BEYOND = 0.35
"""How far past no play it goes into the jam, in modules."""

Floats = NDArray[np.float64]


@dataclass(frozen=True, slots=True)
class Curve:
    """Arrays of one length by distance, mm: from the jam to where the teeth lose each other."""

    distance: Floats
    backlash: Floats
    contact_ratio: Floats
    clearance: Floats
    verdict: NDArray[np.str_]


def curve(pair: Pair, module: float, band: Band, overlap: float = 0.0) -> Curve:
    """The pair from :data:`BEYOND` in the jam to where it loses the teeth.

    Parameters
    ----------
    overlap : float
        Overlap ratio of helical teeth, which carries besides the transverse one.
    """
    low, high = pair.limits
    jam = pair.zero_backlash_distance - pair.sign * BEYOND * module
    near, far = sorted((jam, low if pair.internal else high))
    distance = np.linspace(max(near, low * 1.00001), far - 1e-6, STEPS)
    backlash, contact = np.asarray(pair.backlash(distance)), np.asarray(pair.contact_ratio(distance))
    carries = np.minimum(contact, pair.cut_contact_ratio(distance)) + overlap
    clearance = np.asarray(np.minimum(*pair.clearances(distance)))
    some = distance[::DUG_EVERY]
    interferes = np.interp(distance, some, dug(pair, some)) > 0
    judged = verdicts(backlash, carries, clearance, interferes, module, band)
    return Curve(distance, backlash, contact, clearance, judged)
