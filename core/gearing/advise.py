"""The next measurement worth taking, and what it would read.

The worth of a measurement is the expected fall in uncertainty over the sizes
(in bits): the mutual information between size and reading. See Lindley, On a
measure of the information provided by an experiment, 1956.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from .identify import CALIPER_ERROR, Identification, Probe
from .measure import span_counts

SETTLED = 0.95
"""Odds from which a size is called settled."""

LEAST_WORTH = 0.1
"""Bits below which a further reading is not worth the walk to the caliper."""


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
        Distance between the two leading predictions, in reading errors.
    """

    probe: Probe
    worth: float
    expected: tuple[tuple[str, float], ...]
    apart: float


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


def _probes(found: Identification) -> list[Probe]:
    spans = sorted({k for c in found.candidates[:3] for k in span_counts(c.gear)})
    taken = {reading.probe for reading in found.readings}
    offered = [Probe("tips", "settled"), Probe("tips", "largest")] + [Probe("span", k=k) for k in spans]
    return [probe for probe in offered if probe not in taken]


def _weigh(found: Identification, probe: Probe, error: float) -> Advice | None:
    """Mutual information between size and this reading, each size's forecast taken as a bell."""
    cloud = found.cloud
    forecast = np.broadcast_to(probe.predict(cloud.gears), cloud.weights.shape)
    odds: dict[str, float] = {}
    means: dict[str, float] = {}
    squares: dict[str, float] = {}
    for i, size in enumerate(cloud.sizes):
        weight = cloud.weights[i]
        odds[size.label] = odds.get(size.label, 0.0) + float(weight.sum())
        means[size.label] = means.get(size.label, 0.0) + float((weight * forecast[i]).sum())
        squares[size.label] = squares.get(size.label, 0.0) + float((weight * forecast[i] ** 2).sum())
    labels = [label for label in sorted(odds, key=lambda key: -odds[key]) if odds[label] > 1e-3]
    if len(labels) < 2:
        return None
    share = np.array([odds[label] for label in labels])
    mean = np.array([means[label] for label in labels]) / share
    spread = np.array([squares[label] for label in labels]) / share - mean**2
    sigma = np.sqrt(np.maximum(spread, 0.0) + error**2)
    share = share / share.sum()
    at = np.linspace((mean - 4 * sigma).min(), (mean + 4 * sigma).max(), 400)
    each = np.exp(-0.5 * ((at[:, None] - mean) / sigma) ** 2) / (sigma * np.sqrt(2 * np.pi))
    mixed = each @ share
    step = at[1] - at[0]
    with np.errstate(divide="ignore", invalid="ignore"):
        gain = np.where(each > 0, each * np.log2(each / mixed[:, None]), 0.0)
    worth = float((gain.sum(axis=0) * step) @ share)
    expected = tuple(zip(labels[:4], mean[:4].tolist(), strict=True))
    apart = abs(expected[0][1] - expected[1][1]) / float(np.hypot(sigma[0], sigma[1]))
    return Advice(probe, worth, expected, apart)
