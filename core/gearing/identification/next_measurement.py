"""The next measurement worth taking, and what it would read.

The worth of a measurement is the expected fall in uncertainty over the sizes
(in bits): the mutual information between size and reading.
"""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from ..geometry.gear import FEWEST_TEETH, Gear
from ..measuring.methods import Probe
from ..measuring.predict import USUAL_PIN, span_counts
from ..measuring.readings import CALIPER_ERROR
from .identify import Identification
from .information import mixed_gains
from .prior import Array
from .size_answer import SETTLED

LEAST_WORTH = 0.005
"""Bits below which a further reading is not worth the walk to the caliper."""

KNIFE_FROM = 0.5
"""Module from which the points of a caliper reach the bottom of a space, mm."""

LEADERS = 3
"""How many of the leading candidates say which spans are open."""

LEAST_SHARE = 1e-3
"""Odds below which a size is left out of the forecast."""

USUAL_MATE = 40
"""Teeth of a mate where none is known."""

WEAK = 1.0
"""Standard errors apart below which a reading is a weak one."""

MOST_REPEATS = 12
"""More repeated readings than this nobody takes."""

PARTED = 3.0
"""Standard errors between two means from which readings are said to part them."""


@dataclass(frozen=True, slots=True)
class Advice:
    """One measurement, what it is worth, and what each leading size would read.

    Attributes
    ----------
    probe : Probe
    worth : float
        Expected fall in uncertainty, bits.
    expected : tuple of (str, float)
        Size label and the reading it predicts, mm, likeliest first.
    apart : float
        Distance between the two leading predictions, in standard errors of the forecast.
    again : bool
        Whether this reading was taken before and is to be repeated.
    """

    probe: Probe
    worth: float
    expected: tuple[tuple[str, float], ...]
    apart: float
    again: bool

    @property
    def settles(self) -> bool:
        """Whether it is likely to leave one size alone."""
        return self.apart >= PARTED

    @property
    def weak(self) -> bool:
        """Whether it will hardly help."""
        return self.apart < WEAK


@dataclass(frozen=True, slots=True)
class Reachable:
    """What can be taken on this very gear.

    Attributes
    ----------
    width : float
        Its face width, mm; 0 if not known.
    missing : frozenset of int
        Teeth that are gone, from 0.
    loose_root : float
        What its roots leave open besides the usual, in modules.
    """

    width: float = 0.0
    missing: frozenset[int] = frozenset()
    loose_root: float = 0.0

    def takes(self, probe: Probe, gear: Gear) -> bool:
        """Whether jaws find what they need on `gear`.

        A span needs that many teeth side by side, and on helical teeth a face
        at least ``W·sin beta_b`` wide (ISO 21771, 7.4.2); over tips there must
        be two opposite each other.
        """
        z = int(gear.teeth)
        if probe.kind == "span" and _longest_run(z, self.missing) < probe.k:
            return False
        if probe.kind in ("tips", "narrow") and self.missing:
            across = [z // 2] if z % 2 == 0 else [z // 2, z // 2 + 1]
            return any(
                n not in self.missing and all((n + by) % z not in self.missing for by in across)
                for n in range(z)
            )
        if probe.kind == "span" and self.width and float(gear.helix_angle):
            lean = np.sin(float(gear.helix_angle)) * np.cos(float(gear.pressure_angle))
            return self.width >= float(probe.predict(gear)) * abs(float(lean))
        return True


ANY_REACH = Reachable()
"""A whole gear as wide as need be."""


def _longest_run(teeth: int, missing: frozenset[int]) -> int:
    """Most teeth side by side that are all there."""
    if not missing:
        return teeth
    longest = run = 0
    for n in range(2 * teeth):
        run = 0 if n % teeth in missing else run + 1
        longest = max(longest, run)
    return min(longest, teeth)


def mate_to_weigh(teeth: int, *, inside: bool = False) -> int:
    """Teeth of a usual mate, so that its distance can be weighed before the mate is counted."""
    return max(teeth // 3, FEWEST_TEETH) if inside else USUAL_MATE


def next_measurement(
    identification: Identification, *, error: float = CALIPER_ERROR, mate: int = 0
) -> Advice | None:
    """The measurement with the largest expected gain, or None if none is worth taking.

    Parameters
    ----------
    identification : Identification
        Where things stand.
    error : float
        Standard error of the coming reading, mm.
    mate : int
        Teeth of a mate whose distance could be measured; 0 for none.
    """
    return next(iter(next_measurements(identification, error=error, mate=mate)), None)


def next_measurements(
    identification: Identification,
    *,
    error: float = CALIPER_ERROR,
    mate: int = 0,
    reach: Reachable = ANY_REACH,
) -> list[Advice]:
    """All measurements worth taking, the largest expected gain first; see :func:`next_measurement`."""
    if settled_by_odds(identification):
        return []
    return worth_taking(weighed(identification, error=error, mate=mate, reach=reach))


def settled_by_odds(identification: Identification) -> bool:
    """Whether one size has nearly all the odds, or there is none: no measurement parts anything then."""
    odds = identification.by_label()
    return not odds or next(iter(odds.values())) >= SETTLED


def weighed(
    identification: Identification,
    *,
    error: float = CALIPER_ERROR,
    mate: int = 0,
    reach: Reachable = ANY_REACH,
) -> list[Advice]:
    """Every measurement that can be taken, worth it or not."""
    choice = _Choice.of(identification)
    if choice is None:
        return []
    return _weigh(identification, choice, _probes(identification, mate, reach), error)


def worth_taking(offers: Iterable[Advice]) -> list[Advice]:
    """Those of some worth, the best first."""
    return sorted(
        (advice for advice in offers if advice.worth >= LEAST_WORTH), key=lambda advice: -advice.worth
    )


def readings_to_part(offers: Iterable[Advice]) -> tuple[Probe, int] | None:
    """The span that parts the two leading sizes best, and how often it would have to be read.

    For when no single reading is worth taking. None if the sizes leave the span the same.

    Parameters
    ----------
    offers : iterable of Advice
        All that was :func:`weighed`.
    """
    spans = (offer for offer in offers if offer.probe.kind == "span")
    best = max(spans, key=lambda offer: offer.apart, default=None)
    if best is None or best.apart < 1e-3:
        return None
    return best.probe, int(np.ceil((PARTED / best.apart) ** 2))


def _probes(identification: Identification, mate: int = 0, reach: Reachable = ANY_REACH) -> list[Probe]:
    """What can be reached on this gear, readings taken before included: they may be repeated.

    No jaws reach two roots of an odd count: across from a space stands a tooth.
    """
    before = [reading.probe for reading in identification.readings]
    whole = identification.teeth % 2 == 0 and identification.candidates[0].size.module >= KNIFE_FROM
    if identification.internal:
        pin = round(USUAL_PIN * float(identification.candidates[0].gear.module), 1)
        offered = [Probe("inside"), Probe("between", size=pin)] + [
            Probe("floor", loose=reach.loose_root)
        ] * whole
        offered += [Probe("ring mate", k=mate)] * (FEWEST_TEETH <= mate < identification.teeth)
        return offered + [probe for probe in before if probe not in offered]
    spans = sorted({k for c in identification.candidates[:LEADERS] for k in span_counts(c.gear)})
    offered = [Probe("tips"), Probe("tips", "largest")] + [Probe("root", loose=reach.loose_root)] * whole
    offered += [Probe("span", k=k) for k in spans]
    offered += [Probe("mate", k=mate)] * (mate >= FEWEST_TEETH)
    offered += [probe for probe in before if probe not in offered]
    return [probe for probe in offered if reach.takes(probe, identification.candidates[0].gear)]


@dataclass(frozen=True, slots=True)
class _Choice:
    """The sizes a reading is to part, likeliest first, and the gears in play of each.

    Attributes
    ----------
    names : list of str
    kept : ndarray of bool
        Which gears of the swarm are of one of them.
    place : ndarray of int
        Of those, which size each is.
    share : ndarray
        Their odds; they make 1.
    """

    names: list[str]
    kept: NDArray[np.bool_]
    place: NDArray[np.int64]
    share: Array

    @staticmethod
    def of(identification: Identification) -> _Choice | None:
        """None where there are not two sizes to part."""
        names, labels = identification.cloud.labels
        weight = identification.cloud.swarm.weight
        share = weight / weight.sum()
        odds = np.bincount(labels, share, len(names))
        order = [n for n in np.argsort(-odds) if odds[n] > LEAST_SHARE]
        if len(order) < 2:
            return None
        kept = np.isin(labels, order)
        place = np.zeros(len(names), dtype=np.int64)
        place[order] = np.arange(len(order))
        return _Choice([names[n] for n in order], kept, place[labels[kept]], share[kept] / share[kept].sum())


def _weigh(
    identification: Identification, choice: _Choice, probes: list[Probe], error: float
) -> list[Advice]:
    """Mutual information between size and each of these readings, on all the gears still in play."""
    if not probes:
        return []
    readings, loose = identification.cloud.swarm.forecasts(probes)
    readings, spread = readings[:, choice.kept], np.hypot(loose[:, choice.kept], error)
    belongs = choice.place == np.arange(len(choice.names))[:, None]
    share = belongs * choice.share
    share /= share.sum(axis=1, keepdims=True)
    mean = readings @ share.T
    wide = np.sqrt(np.maximum((readings**2 + spread**2) @ share.T - mean**2, error**2))
    apart = np.abs(mean[:, 0] - mean[:, 1]) / np.hypot(wide[:, 0], wide[:, 1])
    gains = mixed_gains(choice.place, choice.share, readings, spread)
    before = [taken.probe for taken in identification.readings]
    return [
        Advice(probe, gain, tuple(zip(choice.names[:4], reads, strict=False)), off, probe in before)
        for probe, gain, reads, off in zip(
            probes, gains.tolist(), mean[:, :4].tolist(), apart.tolist(), strict=True
        )
    ]
