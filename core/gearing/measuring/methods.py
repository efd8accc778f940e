"""The ways of measuring a gear: one table, from which requests, predictions, drawings and screens follow.

Adding one is an entry of :data:`METHODS` and the function that says what it reads.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from math import isfinite

import numpy as np
from numpy.typing import NDArray

from ..errors import GearingError
from ..geometry.gear import FEWEST_TEETH, Gear, root_radius, tip_radius
from ..geometry.internal import between_pins, farthest_distance, inside_roots, inside_tips, ring_tip_radius
from ..geometry.involute import Real
from ..mesh import closest_distance
from . import jaws
from .jaws import Hold
from .predict import over_pins_reading, over_tips_largest, over_tips_settled, span_over_teeth, tip_chord

USUAL_OPENING = 0.03
"""How far a working centre distance stands off the closest, in modules: the usual backlash."""

LOOSE_MATE = 0.03
"""How uncertain that is, in modules: bores, cases and the fitter differ."""

LOOSE_ROOT = 0.06
"""How far a reading between roots strays from the basic rack, in modules.

The clearance is whatever the cutter had: 0.2 to 0.4 modules are met (ISO 53
has 0.25 and 0.4, ANSI B6.7 0.2 and a bit).
"""


LOOSE_MOULDED = 0.1
"""How much further the roots of a moulded gear stray: fillets are full and clearances the mould maker's."""

TO_THE_ROOT = frozenset({"root", "floor"})
"""Ways of measuring that reach the bottom of a space."""


@dataclass(frozen=True, slots=True)
class Probe:
    """One measurement: a way of measuring, and what has to be known to take it.

    Attributes
    ----------
    kind : str
        A key of :data:`METHODS`.
    how : str
        ``settled`` or ``largest``, where a way has both.
    k : int
        Teeth spanned, pitches of a chord, or teeth of the mate.
    size : float
        Diameter of the pins or of the bore, mm.
    loose : float
        What this very gear leaves open besides what its kind of measurement does, in modules.
    """

    kind: str
    how: str = "settled"
    k: int = 0
    size: float = 0.0
    loose: float = 0.0

    @property
    def method(self) -> Method:
        return METHODS[self.kind]

    def predict(self, gear: Gear) -> Real:
        """What this measurement reads on `gear`, mm; fields may be arrays."""
        return self.method.reads(gear, self)

    def looseness(self, gear: Gear) -> Real:
        """Standard error of what the gear itself leaves open, besides the caliper's, mm."""
        return float(np.hypot(self.method.loose, self.loose)) * np.asarray(gear.module)

    @property
    def name(self) -> str:
        """As a technician says it."""
        return self.method.says.format(how=self.how, k=self.k, size=self.size)


@dataclass(frozen=True, slots=True)
class Number:
    """A count that a way of measuring needs: what it is called, the least, and what to say without it."""

    label: str
    least: int
    problem: str
    hint: str


@dataclass(frozen=True, slots=True)
class Method:
    """A way of measuring.

    Attributes
    ----------
    label : str
        Its name on a list.
    says : str
        Its name with what was set, by ``{how}``, ``{k}`` and ``{size}``.
    reads : callable
        The reading on a gear, mm, of a gear and a :class:`Probe`; fields may be arrays.
    lie : callable
        Where the caliper goes, of a gear, a :class:`Probe` and the reading; scalar gears only.
    number, pins, bore : Number, bool
        What has to be known to take it: a count, the diameter of pins, the bore.
    hows : tuple of str
        Where the gear can be read at its smallest and its largest.
    internal : bool
        Whether it is taken inside a ring.
    loose : float
        Standard error the gear itself leaves, in modules.
    why_loose : str
        What leaves it.
    mate : bool
        Whether it is a distance to a mate, which may not be at hand.
    adds : float
        Share of the size of pins or bore that stands in the reading besides the gear.
    """

    label: str
    says: str
    reads: Callable[[Gear, Probe], Real]
    lie: Callable[[Gear, Probe, float], Hold]
    number: Number | None = None
    pins: bool = False
    bore: bool = False
    hows: tuple[str, ...] = ()
    internal: bool = False
    loose: float = 0.0
    why_loose: str = ""
    mate: bool = False
    adds: float = 0.0


def root_reading(gear: Gear) -> Real:
    """Pointed jaws from root to the most opposite root: ``2·rf``, odd counts ``2·rf·cos(pi/2z)``, mm."""
    odd = np.asarray(gear.teeth) % 2 == 1
    return 2 * root_radius(gear) * np.where(odd, np.cos(np.pi / (2 * gear.teeth)), 1.0)


def _over_tips(gear: Gear, probe: Probe) -> Real:
    return over_tips_settled(gear) if probe.how == "settled" else over_tips_largest(gear)


def _mate_distance(gear: Gear, probe: Probe) -> Real:
    return closest_distance(gear, probe.k) + USUAL_OPENING * gear.module


def _ring_distance(gear: Gear, probe: Probe) -> Real:
    return farthest_distance(gear, probe.k) - USUAL_OPENING * gear.module


def _known(reading: float, instead: float) -> float:
    """A reading that cannot be (a pin too thin) is drawn at the tips."""
    return reading if isfinite(reading) else instead


_SPANNED = Number(
    "teeth in the span",
    2,
    "A span needs the number of teeth between the jaws.",
    "Count the teeth the jaws close over: 2 or more.",
)
_PITCHES = Number(
    "pitches in the chord",
    1,
    "A chord needs the number of pitches between the two tips.",
    "Count the spaces between them.",
)
_NO_MATE = ("A distance needs the tooth count of the mate.", "Count the mate's teeth: 4 or more.")
_ROOTS, _SHAFTS = "roots are cut to differing depths", "shafts stand a little off"

METHODS: dict[str, Method] = {
    "tips": Method(
        "Over the tips",
        "over tips, {how}",
        _over_tips,
        lambda g, p, w: jaws.over_tips(g, w, settled=p.how == "settled"),
        hows=("settled", "largest"),
    ),
    "span": Method(
        "Span over teeth",
        "span over {k} teeth",
        lambda g, p: span_over_teeth(g, p.k),
        lambda g, p, w: jaws.span(g, w, p.k),
        _SPANNED,
    ),
    "root": Method(
        "Root diameter",
        "root diameter",
        lambda g, p: root_reading(g),
        lambda g, p, w: jaws.between_spaces(g, w, float(root_radius(g))),
        loose=LOOSE_ROOT,
        why_loose=_ROOTS,
    ),
    "pins": Method(
        "Over pins",
        "over pins of {size:.2f} mm",
        lambda g, p: over_pins_reading(g, p.size),
        lambda g, p, w: jaws.over_pins(g, _known(w, 2 * float(tip_radius(g))), p.size),
        pins=True,
        adds=1.0,
    ),
    "narrow": Method(
        "Tip to tip, narrow jaws",
        "tip to tip, narrow jaws",
        lambda g, p: over_tips_largest(g),
        lambda g, p, w: jaws.over_tips(g, w, settled=False, narrow=True),
    ),
    "bore": Method(
        "Tip to far side of bore",
        "tip to far side of the bore",
        lambda g, p: tip_radius(g) + p.size / 2,
        lambda g, p, w: jaws.to_bore(g, p.size),
        bore=True,
        adds=0.5,
    ),
    "chord": Method(
        "Chord between two tips",
        "tip chord over {k} pitches",
        lambda g, p: tip_chord(g, p.k),
        lambda g, p, w: jaws.chord(g, p.k),
        _PITCHES,
    ),
    "mate": Method(
        "Centre distance to its mate",
        "centre distance to {k} teeth",
        _mate_distance,
        lambda g, p, w: jaws.to_mate(w),
        Number("teeth of the mate", FEWEST_TEETH, *_NO_MATE),
        loose=LOOSE_MATE,
        why_loose=_SHAFTS,
        mate=True,
    ),
    "inside": Method(
        "Tip to tip, inside",
        "tip to tip, inside",
        lambda g, p: inside_tips(g),
        lambda g, p, w: jaws.inside(g, w, 0.0, on_tips=True),
        internal=True,
    ),
    "between": Method(
        "Between pins",
        "between pins of {size:.2f} mm",
        lambda g, p: between_pins(g, p.size),
        lambda g, p, w: jaws.inside(g, _known(w, 2 * float(ring_tip_radius(g))), p.size),
        pins=True,
        internal=True,
        adds=-1.0,
    ),
    "floor": Method(
        "Root to root, inside",
        "root to root, inside",
        lambda g, p: inside_roots(g),
        lambda g, p, w: jaws.inside(g, w, 0.0),
        internal=True,
        loose=LOOSE_ROOT,
        why_loose=_ROOTS,
    ),
    "ring mate": Method(
        "Centre distance to its pinion",
        "centre distance to {k} teeth",
        _ring_distance,
        lambda g, p, w: jaws.to_mate(w),
        Number("teeth of the pinion", FEWEST_TEETH, *_NO_MATE),
        internal=True,
        loose=LOOSE_MATE,
        why_loose=_SHAFTS,
        mate=True,
    ),
}

INTERNAL = frozenset(key for key, method in METHODS.items() if method.internal)
"""Kinds that are taken inside a ring with internal teeth; all others on external teeth."""


def predict_all(probes: Sequence[Probe], gear: Gear, shape: tuple[int, ...]) -> NDArray[np.float64]:
    """What each of `probes` reads on a gear whose fields make `shape`, mm; shape (m, \\*shape)."""
    reads = np.empty((len(probes), *shape))
    spans = [n for n, probe in enumerate(probes) if probe.kind == "span"]
    if spans:
        # Of spans many are asked at once, and all but the count is worked out for all of them.
        counts = np.array([probes[n].k for n in spans])
        reads[spans] = span_over_teeth(gear, counts.reshape(-1, *(1 for _ in shape)))
    for n, probe in enumerate(probes):
        if probe.kind != "span":
            reads[n] = probe.predict(gear)
    return reads


def hold(gear: Gear, probe: Probe) -> Hold:
    """How the caliper meets `gear` for a measurement; scalar gears only.

    Raises
    ------
    GearingError
        If it does not: pins that touch no flank, a span past the teeth.
    """
    held = probe.method.lie(gear, probe, float(probe.predict(gear)))
    if not all(map(isfinite, (held.turn, held.left, held.right, held.height, *sum(held.marks, ())))):
        raise GearingError(
            f"This gear cannot be measured {probe.name}.",
            code="cannot_be_held",
            field="show",
            hint="Take a pin that lies on the flanks, or another measurement.",
        )
    return held
