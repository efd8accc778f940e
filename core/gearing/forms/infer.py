"""Which size a toothed part is: every standard weighed by how well it explains the readings."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from gearing.data import table
from gearing.errors import GearingError
from gearing.identification.information import expected_gain
from gearing.identification.next_measurement import LEAST_WORTH
from gearing.identification.prior import Array
from gearing.identification.size_answer import SETTLED
from gearing.measuring.readings import CALIPER_ERROR

from .standards import Standard, of_pitch, standards
from .ways import Part, Way, ways

USUAL_RUN = 5
"""Pitches, threads or links an advised run is taken over, where the part has so many."""


@dataclass(frozen=True, slots=True)
class Taken:
    """One reading of a part, mm: the way, what was counted and measured beside it, the value."""

    way: Way
    value: float
    n: int = 0
    size: float = 0.0
    error: float = CALIPER_ERROR

    @property
    def name(self) -> str:
        """As a technician says it."""
        return self.way.name.format(n=self.n, size=self.size)

    def predict(self, part: Part, size: Standard) -> tuple[Array, Array]:
        """What it would read on a size, and the standard error of that, mm."""
        reads = np.asarray(self.way.reads(part, size, self.n, self.size), dtype=np.float64)
        loose = np.asarray(self.way.loose(part, size, self.n, self.size), dtype=np.float64)
        return reads, np.hypot(loose, self.error)


@dataclass(frozen=True, slots=True)
class Ranked:
    """A standard with its odds, and what it predicts for each reading."""

    size: Standard
    probability: float
    predicted: tuple[float, ...]
    off_by: tuple[float, ...]


@dataclass(frozen=True, slots=True)
class IdentifiedPart:
    """All sizes, likeliest first; probabilities and `none` make 1."""

    part: Part
    readings: tuple[Taken, ...]
    ranked: tuple[Ranked, ...]
    none: float


def identify_part(part: Part, readings: list[Taken]) -> IdentifiedPart:
    """Rank the standard sizes of a form.

    Raises
    ------
    GearingError
        If nothing was measured.
    """
    if not readings:
        raise GearingError(
            "One reading is needed.",
            code="no_reading",
            field="readings",
            hint="Take the first one on the list.",
        )
    sizes = standards(part.form)
    data = table("forms")["none"]
    weights = np.array([size.share * _density(part, readings, size) for size in sizes])
    weights = weights * (1 - data["off_list"] - data["nonsense"])
    span = float(np.log(data["largest"] / data["smallest"]))
    grid = np.log(data["smallest"]) + np.linspace(0, span, 20001)
    any_pitch = _density(part, readings, of_pitch(part.form, np.exp(grid)))
    none = data["off_list"] * float(any_pitch.mean())
    none += data["nonsense"] * float(np.prod([1 / (r.value * np.log(40)) for r in readings]))
    total = float(weights.sum()) + none
    ranked = [_rank(part, readings, size, w / total) for size, w in zip(sizes, weights, strict=True)]
    ranked.sort(key=lambda candidate: -candidate.probability)
    return IdentifiedPart(part, tuple(readings), tuple(ranked), none / total)


def _density(part: Part, readings: list[Taken], size: Standard) -> Array:
    logs = np.zeros(np.shape(size.pitch))
    for reading in readings:
        mean, error = reading.predict(part, size)
        logs = logs - 0.5 * ((reading.value - mean) / error) ** 2 - np.log(error * np.sqrt(2 * np.pi))
    return np.exp(logs)


def _rank(part: Part, readings: list[Taken], size: Standard, probability: float) -> Ranked:
    predictions = [reading.predict(part, size) for reading in readings]
    predicted = tuple(float(mean) for mean, _ in predictions)
    off_by = tuple(
        float((reading.value - mean) / error)
        for reading, (mean, error) in zip(readings, predictions, strict=True)
    )
    return Ranked(size, float(probability), predicted, off_by)


@dataclass(frozen=True, slots=True)
class NextWay:
    """The way worth taking next, over how many, and what each leading size would read."""

    way: Way
    n: int
    worth: float
    expected: tuple[tuple[str, float], ...]

    @property
    def name(self) -> str:
        return self.way.name.format(n=self.n, size=0.0)


def next_way(identified: IdentifiedPart, *, error: float = CALIPER_ERROR) -> NextWay | None:
    """The untaken way with the largest expected gain, or None if none is worth taking."""
    if not identified.ranked or identified.ranked[0].probability >= SETTLED or identified.none >= 0.5:
        return None
    leaders = [leader for leader in identified.ranked if leader.probability > 1e-3]
    share = np.array([leader.probability for leader in leaders])
    taken = {reading.way.key for reading in identified.readings}
    offers = []
    for way in ways(identified.part.form):
        if way.key in taken or way.with_size:
            continue
        n = _run(identified.part) if way.counts else 0
        predictions = [
            Taken(way, 0.0, n, error=error).predict(identified.part, leader.size) for leader in leaders
        ]
        mean = np.array([float(each) for each, _ in predictions])
        sigma = np.array([float(each) for _, each in predictions])
        worth = expected_gain(share / share.sum(), mean, sigma) if len(leaders) > 1 else 0.0
        expected = tuple((leader.size.label, float(m)) for leader, m in zip(leaders, mean, strict=True))
        offers.append(NextWay(way, n, worth, expected[:4]))
    best = max(offers, key=lambda offer: offer.worth, default=None)
    return best if best and best.worth >= LEAST_WORTH else None


def _run(part: Part) -> int:
    """A run the part has room for: a chord reaches at most half round."""
    return min(USUAL_RUN, part.teeth // 2) if part.form in ("wheel", "bevel") else USUAL_RUN
