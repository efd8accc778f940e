"""The next measurement worth taking, and what it would read.

The worth of a measurement is the expected fall in uncertainty over the sizes
(in bits): the mutual information between size and reading. See Lindley, On a
measure of the information provided by an experiment, 1956.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import cache

import numpy as np

from .identify import Identification
from .measure import USUAL_PIN, span_counts
from .prior import Array
from .probes import Probe
from .readings import CALIPER_ERROR

SETTLED = 0.95
"""Odds from which a size is called settled."""

LEAST_WORTH = 0.005
"""Bits below which a further reading is not worth the walk to the caliper."""

LEADERS = 3
"""How many of the leading candidates say which spans are open."""

LEAST_SHARE = 1e-3
"""Odds below which a size is left out of the forecast."""

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


def next_measurement(found: Identification, *, error: float = CALIPER_ERROR) -> Advice | None:
    """The probe with the largest expected gain, or None if none is worth taking.

    Parameters
    ----------
    found : Identification
        Where things stand.
    error : float
        Standard error of the coming reading, mm.
    """
    odds = found.by_label()
    if not odds or next(iter(odds.values())) >= SETTLED:
        return None
    offers = [advice for probe in _probes(found) if (advice := _weigh(found, probe, error))]
    best = max(offers, key=lambda advice: advice.worth, default=None)
    return best if best and best.worth >= LEAST_WORTH else None


def readings_to_part(found: Identification, *, error: float = CALIPER_ERROR) -> tuple[Probe, int] | None:
    """The span that parts the two leading sizes best, and how often it would have to be read.

    For when no single reading is worth taking. None if the sizes leave the span the same.
    """
    offers = [_weigh(found, probe, error) for probe in _probes(found) if probe.kind == "span"]
    best = max((offer for offer in offers if offer), key=lambda offer: offer.apart, default=None)
    if best is None or best.apart < 1e-3:
        return None
    return best.probe, int(np.ceil((PARTED / best.apart) ** 2))


def _probes(found: Identification) -> list[Probe]:
    """What can be read with a caliper, readings taken before included: they may be repeated."""
    before = [reading.probe for reading in found.readings]
    if found.internal:
        pin = round(USUAL_PIN * float(found.candidates[0].gear.module), 1)
        offered = [Probe("inside"), Probe("floor"), Probe("between", size=pin)]
        return offered + [probe for probe in before if probe not in offered]
    spans = sorted({k for c in found.candidates[:LEADERS] for k in span_counts(c.gear)})
    offered = [Probe("tips"), Probe("tips", "largest"), Probe("root")]
    offered += [Probe("span", k=k) for k in spans]
    return offered + [probe for probe in before if probe not in offered]


@cache
def _quadrature() -> tuple[Array, Array]:
    """Nodes and weights of Gauss and Hermite, found once (Abramowitz and Stegun, 25.4.46)."""
    return np.polynomial.hermite_e.hermegauss(31)


def expected_gain(share: Array, mean: Array, sigma: Array) -> float:
    """Mutual information between a choice and a reading, bits.

    Parameters
    ----------
    share, mean, sigma : ndarray, shape (n,)
        Odds of each choice, and the bell its reading would lie in.
    """
    nodes, weight = _quadrature()
    at = mean[:, None] + sigma[:, None] * nodes
    each = np.exp(-0.5 * ((at[..., None] - mean) / sigma) ** 2) / (sigma * np.sqrt(2 * np.pi))
    own = np.exp(-0.5 * nodes**2) / (sigma[:, None] * np.sqrt(2 * np.pi))
    gain = np.log2(own / (each @ share)) @ (weight / weight.sum())
    return max(0.0, float(gain @ share))


def _weigh(found: Identification, probe: Probe, error: float) -> Advice | None:
    """Mutual information between size and this reading, each size's forecast taken as a bell."""
    share, mean, sigma, labels = _forecast(found, probe, error)
    if len(labels) < 2:
        return None
    worth = expected_gain(share, mean, sigma)
    expected = tuple(zip(labels[:4], mean[:4].tolist(), strict=True))
    apart = abs(expected[0][1] - expected[1][1]) / float(np.hypot(sigma[0], sigma[1]))
    again = probe in [reading.probe for reading in found.readings]
    return Advice(probe, worth, expected, apart, again)


def _forecast(found: Identification, probe: Probe, error: float) -> tuple[Array, Array, Array, list[str]]:
    """Share, mean and standard deviation of the coming reading by label, likeliest first."""
    cloud = found.cloud
    reading, loose = cloud.forecast(probe)
    weight = cloud.weights.sum(axis=(1, 2, 3))
    first = (cloud.weights * reading).sum(axis=(1, 2, 3))
    second = (cloud.weights * (reading**2 + loose**2)).sum(axis=(1, 2, 3))
    names = sorted({size.label for size in cloud.sizes})
    at = np.array([names.index(size.label) for size in cloud.sizes])
    odds, total, square = (
        np.bincount(at, each, len(names)).astype(np.float64) for each in (weight, first, second)
    )
    order = [n for n in np.argsort(-odds) if odds[n] > LEAST_SHARE]
    share: Array = odds[order]
    mean: Array = total[order] / share
    spread: Array = np.maximum(square[order] / share - mean**2, 0.0)
    return share / share.sum(), mean, np.sqrt(spread + error**2), [names[n] for n in order]
