"""The ways of measuring a gear, each with what it would read and what it leaves open."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from ..geometry.gear import Gear, root_radius, tip_radius
from ..geometry.internal import between_pins, farthest_distance, inside_roots, inside_tips
from ..geometry.involute import Real
from ..mesh import closest_distance
from .predict import (
    over_pins_reading,
    over_tips_largest,
    over_tips_settled,
    span_over_teeth,
    tip_chord,
)

USUAL_OPENING = 0.03
"""How far a working centre distance stands off the closest, in modules: the usual backlash."""

LOOSE_MATE = 0.03
"""How uncertain that is, in modules: bores, cases and the fitter differ."""

LOOSE_ROOT = 0.06
"""How far a reading between roots strays from the basic rack, in modules.

The clearance is whatever the cutter had: 0.2 to 0.4 modules are met (ISO 53
has 0.25 and 0.4, ANSI B6.7 0.2 and a bit).
"""

INTERNAL = frozenset({"inside", "floor", "between", "ring mate"})
"""Kinds that are taken inside a ring with internal teeth; all others on external teeth."""


@dataclass(frozen=True, slots=True)
class Probe:
    """One way of measuring.

    Attributes
    ----------
    kind : str
        ``tips`` (flat jaws), ``narrow`` (blades, tip to tip), ``bore`` (tip to the
        far wall of the bore), ``root``, ``span``, ``pins``, ``chord`` or ``mate``;
        in a ring ``inside`` (tip to tip), ``floor`` (root to root), ``between``
        (pins) or ``ring mate``.
    how : str
        ``settled`` or ``largest``, for ``tips``.
    k : int
        Teeth spanned, pitches of a chord, or teeth of the mate.
    size : float
        Diameter of the pins or of the bore, mm.
    """

    kind: str
    how: str = "settled"
    k: int = 0
    size: float = 0.0

    def predict(self, gear: Gear) -> Real:
        """What this measurement reads on `gear`, mm; fields may be arrays."""
        match self.kind:
            case "tips":
                return over_tips_settled(gear) if self.how == "settled" else over_tips_largest(gear)
            case "narrow":
                return over_tips_largest(gear)
            case "bore":
                return tip_radius(gear) + self.size / 2
            case "root":
                return root_reading(gear)
            case "span":
                return span_over_teeth(gear, self.k)
            case "pins":
                return over_pins_reading(gear, self.size)
            case "chord":
                return tip_chord(gear, self.k)
            case "mate":
                return closest_distance(gear, self.k) + USUAL_OPENING * gear.module
            case "inside":
                return inside_tips(gear)
            case "floor":
                return inside_roots(gear)
            case "between":
                return between_pins(gear, self.size)
            case "ring mate":
                return farthest_distance(gear, self.k) - USUAL_OPENING * gear.module
        raise ValueError(f"no such probe: {self.kind}")

    def looseness(self, gear: Gear) -> Real:
        """Standard error of what the gear itself leaves open, besides the caliper's, mm."""
        loose = {"root": LOOSE_ROOT, "floor": LOOSE_ROOT, "mate": LOOSE_MATE, "ring mate": LOOSE_MATE}
        share = loose.get(self.kind, 0.0)
        return share * gear.module

    @property
    def name(self) -> str:
        """As a technician says it."""
        match self.kind:
            case "tips":
                return f"over tips, {self.how}"
            case "narrow":
                return "tip to tip, narrow jaws"
            case "bore":
                return "tip to far side of the bore"
            case "root":
                return "root diameter"
            case "span":
                return f"span over {self.k} teeth"
            case "pins":
                return f"over pins of {self.size:.2f} mm"
            case "chord":
                return f"tip chord over {self.k} pitches"
            case "inside":
                return "tip to tip, inside"
            case "floor":
                return "root to root, inside"
            case "between":
                return f"between pins of {self.size:.2f} mm"
            case _:
                return f"centre distance to {self.k} teeth"


def root_reading(gear: Gear) -> Real:
    """Pointed jaws from root to the most opposite root: ``2·rf``, odd counts ``2·rf·cos(pi/2z)``, mm."""
    odd = np.asarray(gear.teeth) % 2 == 1
    return 2 * root_radius(gear) * np.where(odd, np.cos(np.pi / (2 * gear.teeth)), 1.0)
