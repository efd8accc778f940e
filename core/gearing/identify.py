"""Which standard gear gave these readings: inference, not a lookup.

Every standard size is weighed by how well it explains the readings, with
profile shift, tip trim and tooth thinning integrated over on a grid. "None of
these" is always one of the answers. See MacKay, Information Theory, Inference
and Learning Algorithms, ch. 28, for weighing models by their evidence.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import cache

import numpy as np
from numpy.typing import NDArray

from .errors import GearingError
from .gear import FEWEST_TEETH, MOST_TEETH, Gear
from .involute import Real
from .marks import Mark
from .measure import OVER_TIPS, span_over_teeth
from .sizes import Size, standard_sizes, table

Array = NDArray[np.float64]

CALIPER_ERROR = 0.02
"""Standard error of one caliper reading by hand, mm, unless the user says better."""

SMALLEST_MODULE, LARGEST_MODULE = 0.1, 4.0
"""Range over which a gear of no standard size is thought to lie, mm."""


@dataclass(frozen=True, slots=True)
class Probe:
    """One way of measuring: over the tips (`how`) or a span over `k` teeth."""

    kind: str
    how: str = "settled"
    k: int = 0

    def predict(self, gear: Gear) -> Real:
        """What this measurement reads on `gear`, mm."""
        if self.kind == "span":
            return span_over_teeth(gear, self.k)
        return OVER_TIPS[self.how](gear)


@dataclass(frozen=True, slots=True)
class Reading:
    """A probe with what it read and the standard error of that, mm."""

    probe: Probe
    value: float
    error: float = CALIPER_ERROR


@dataclass(frozen=True, slots=True)
class Candidate:
    """A size with its odds and the gear of that size that fits the readings best."""

    size: Size
    probability: float
    gear: Gear
    predicted: tuple[float, ...]
    off_by: tuple[float, ...]
    """Measured less predicted, in standard errors of each reading."""


@dataclass(frozen=True, slots=True)
class Identification:
    """All candidates, likeliest first; probabilities and `none` make 1."""

    teeth: int
    readings: tuple[Reading, ...]
    candidates: tuple[Candidate, ...]
    none: float
    cloud: Cloud

    def by_label(self) -> dict[str, float]:
        """Odds of each size whatever its pressure angle and depth, likeliest first."""
        odds: dict[str, float] = {}
        for candidate in self.candidates:
            label = candidate.size.label
            odds[label] = odds.get(label, 0.0) + candidate.probability
        return dict(sorted(odds.items(), key=lambda item: -item[1]))


@dataclass(frozen=True, slots=True)
class Cloud:
    """Every gear still in play with its weight: candidates × shift × trim × thinning."""

    sizes: tuple[Size, ...]
    gears: Gear
    weights: Array


def identify(
    teeth: int, readings: list[Reading], *, field: str = "", mark: Mark | None = None
) -> Identification:
    """Rank the standard sizes that could have given `readings`.

    Parameters
    ----------
    teeth : int
        Counted teeth.
    readings : list of Reading
        At least one.
    field : str
        Kind of unit, for what is usual there; empty for none.
    mark : Mark, optional
        What is moulded or stamped on the gear.

    Raises
    ------
    GearingError
        If there is nothing to go by, or a count no gear here has.
    """
    if not FEWEST_TEETH <= teeth <= MOST_TEETH:
        raise GearingError(
            f"{teeth} teeth cannot be read here.",
            field="teeth",
            hint=f"Count again, marking the tooth you start at: {FEWEST_TEETH} to {MOST_TEETH}.",
        )
    if not readings:
        raise GearingError(
            "One reading is needed.", field="readings", hint="Close the caliper over the tips."
        )
    sizes = _within_reach(standard_sizes(field), teeth, readings)
    cloud_gears, prior = _field_of_gears(sizes, teeth)
    shares = np.array([s.share * _mark_factor(mark, s, teeth) for s in sizes])
    likelihood = _likelihood(cloud_gears, readings, prior.shape)
    none_prior = table("sizes")["none"]
    listed = 1 - none_prior["off_list"] - none_prior["nonsense"]
    weights = likelihood * prior * listed
    if sizes:
        weights *= (shares / _mark_mean(mark, field, teeth))[:, None, None, None]
    off_list = none_prior["off_list"] * _off_list_evidence(teeth, readings)
    nonsense = none_prior["nonsense"] * float(np.prod([1 / (r.value * np.log(40)) for r in readings]))
    total = float(weights.sum()) + off_list + nonsense
    weights = weights / total
    candidates = [_candidate(size, cloud_gears, weights[i], i, readings) for i, size in enumerate(sizes)]
    candidates.sort(key=lambda c: -c.probability)
    none = (off_list + nonsense) / total
    cloud = Cloud(sizes, cloud_gears, weights)
    return Identification(teeth, tuple(readings), tuple(candidates), none, cloud)


def _within_reach(sizes: tuple[Size, ...], teeth: int, readings: list[Reading]) -> tuple[Size, ...]:
    """Sizes whose readings could come near, so that the fine grid stays small."""
    if not sizes:
        return sizes
    shift, _ = _shift_grid(teeth)
    trim = max(table("sizes")["trim"]["modules"])
    thin = max(table("sizes")["thinning"]["modules"])
    column = _columns(sizes)
    keep = np.ones(len(sizes), dtype=bool)
    for reading in readings:
        low = reading.probe.predict(_gears(column, teeth, float(shift.min()), trim, thin))
        high = reading.probe.predict(_gears(column, teeth, float(shift.max()), 0.0, 0.0))
        slack = 6 * reading.error
        keep &= (reading.value > low - slack) & (reading.value < high + slack)
    return tuple(size for size, near in zip(sizes, keep, strict=True) if near)


def _columns(sizes: tuple[Size, ...]) -> Array:
    rows = [(s.module, s.pressure_angle, s.addendum, s.dedendum) for s in sizes]
    return np.array(rows, dtype=np.float64).reshape(-1, 4)


def _gears(columns: Array, teeth: int, shift: Real, trim: Real, thin: Real) -> Gear:
    """Gears of every size; `trim` and `thin` are in modules."""
    shape = (-1,) if np.ndim(shift) == 0 else (-1, 1, 1, 1)
    module, alpha, addendum, dedendum = (columns[:, i].reshape(shape) for i in range(4))
    return Gear(teeth, module, alpha, shift, 0.0, addendum, dedendum, trim * module, thin * module)


def _field_of_gears(sizes: tuple[Size, ...], teeth: int) -> tuple[Gear, Array]:
    """Every size at every shift, trim and thinning, with the share of each."""
    data = table("sizes")
    shift, shift_share = _shift_grid(teeth)
    trim, thin = (np.array(data[key]["modules"]) for key in ("trim", "thinning"))
    trim_share, thin_share = (np.array(data[key]["shares"]) for key in ("trim", "thinning"))
    gears = _gears(_columns(sizes), teeth, shift[:, None, None], trim[:, None], thin)
    share = shift_share[:, None, None] * trim_share[:, None] * thin_share
    return gears, np.broadcast_to(share, (len(sizes), *share.shape))


@cache
def _shift_grid(teeth: int) -> tuple[Array, Array]:
    """Profile shifts and their shares for this count (see ``sizes.toml``)."""
    data = table("sizes")["shift"]
    grid = np.arange(data["lowest"], data["highest"] + data["step"] / 2, data["step"])
    if teeth < data["small_below"]:
        wanted = (data["small_below"] - teeth) / data["small_below"]
        plain, spread = data["small_plain"], data["small_spread"]
    else:
        wanted, plain, spread = 0.0, data["plain"], data["plain_spread"]
    share = np.exp(-0.5 * ((grid - wanted) / spread) ** 2)
    share *= (1 - plain) / share.sum()
    share[np.abs(grid).argmin()] += plain
    return grid, share


def _likelihood(gears: Gear, readings: list[Reading], shape: tuple[int, ...]) -> Array:
    """Density of all readings together on each gear of the field."""
    logs = np.zeros(shape)
    # The grid steps over shifts coarser than a good reading: its own width is added.
    grain = table("sizes")["shift"]["step"] * 2 * np.asarray(gears.module) / np.sqrt(12)
    for reading in readings:
        width = reading.error if reading.probe.kind == "span" else np.hypot(reading.error, grain)
        off = (reading.value - reading.probe.predict(gears)) / width
        logs = logs - 0.5 * off * off - np.log(width * np.sqrt(2 * np.pi))
    return np.exp(logs)


def _off_list_evidence(teeth: int, readings: list[Reading]) -> float:
    """Density of the readings if the gear is of no standard size: any module, any usual angle."""
    guess = readings[0].value / (teeth + 2)
    if readings[0].probe.kind == "span":
        guess = readings[0].value / (np.pi * (readings[0].probe.k - 0.5))
    steps = np.log(guess) + np.linspace(-0.4, 0.4, 1601)
    module = np.exp(steps)[:, None]
    gears = Gear(teeth, module, np.radians([14.5, 20.0, 25.0]))
    logs = np.zeros((len(steps), 3))
    for reading in readings:
        off = (reading.value - reading.probe.predict(gears)) / reading.error
        logs = logs - 0.5 * off * off - np.log(reading.error * np.sqrt(2 * np.pi))
    spread = np.log(LARGEST_MODULE / SMALLEST_MODULE)
    share = np.array([0.15, 0.7, 0.15])
    return float((np.exp(logs) * share).sum() * (steps[1] - steps[0]) / spread)


def _mark_factor(mark: Mark | None, size: Size, teeth: int) -> float:
    """How much the mark speaks for a size."""
    if mark is None:
        return 1.0
    data = table("sizes")["mark"]
    if mark.module is not None and abs(mark.module / size.module - 1) < 0.005:
        return float(data["named"])
    number = float(size.label.split()[0])
    bare = [n for n in mark.bare if n != teeth]
    return float(data["bare_number"]) if number in bare else 1.0


def _mark_mean(mark: Mark | None, field: str, teeth: int) -> float:
    """Keeps the sizes' shares summing to 1 under a mark, so that none-of-these is weighed fairly."""
    return sum(s.share * _mark_factor(mark, s, teeth) for s in standard_sizes(field))


def _candidate(size: Size, field: Gear, weights: Array, index: int, readings: list[Reading]) -> Candidate:
    best = np.unravel_index(int(weights.argmax()), weights.shape)
    shift = float(np.asarray(field.profile_shift)[best[0], 0, 0])
    trim = float(np.asarray(field.tip_trim)[index, 0, best[1], 0])
    thin = float(np.asarray(field.thinning)[index, 0, 0, best[2]])
    gear = Gear(
        field.teeth, size.module, size.pressure_angle, shift, 0.0, size.addendum, size.dedendum, trim, thin
    )
    predicted = tuple(float(r.probe.predict(gear)) for r in readings)
    off_by = tuple((r.value - p) / r.error for r, p in zip(readings, predicted, strict=True))
    return Candidate(size, float(weights.sum()), gear, predicted, off_by)
