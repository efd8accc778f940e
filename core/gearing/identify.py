"""Which standard gear gave these readings: inference, not a lookup.

Every standard size is weighed by how well it explains the readings, with
profile shift, tip trim and tooth thinning integrated over: cut into cells,
and within each cell by the linear-Gaussian formula. "None of these" is always
one of the answers. See MacKay, Information Theory, Inference and Learning
Algorithms, ch. 28, for weighing models by their evidence.
"""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass, replace

import numpy as np

from .errors import GearingError
from .gear import FEWEST_TEETH, MOST_TEETH, Gear
from .involute import Real
from .marks import Mark
from .prior import Array, Cells, Prior, usual
from .probes import Probe
from .sizes import Size, table

CALIPER_ERROR = 0.02
"""Standard error of one caliper reading by hand, mm, unless the user says better."""

STEADY_ERROR = 0.005
"""What repeating a reading does not average away: the jaws, the zero, the hand's habit, mm."""

SMALLEST_MODULE, LARGEST_MODULE = 0.1, 4.0
"""Range over which a gear of no standard size is thought to lie, mm."""

SLACK = 6.0
"""Reading errors within which a size is kept in play."""


@dataclass(frozen=True, slots=True)
class Reading:
    """A probe with what it read and the standard error of that, mm.

    `scatter` is the standard deviation of repeated readings, `times` their number.
    """

    probe: Probe
    value: float
    error: float = CALIPER_ERROR
    scatter: float = 0.0
    times: int = 1


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
class Cloud:
    """Every gear still in play with its weight: sizes × shift × trim × thinning."""

    sizes: tuple[Size, ...]
    gears: Gear
    weights: Array
    cells: tuple[Cells, Cells, Cells]


@dataclass(frozen=True, slots=True)
class Identification:
    """All candidates, likeliest first; probabilities and `none` make 1.

    `evidence` is the density of the readings, to weigh one tooth count against another.
    """

    teeth: int
    readings: tuple[Reading, ...]
    candidates: tuple[Candidate, ...]
    none: float
    evidence: float
    cloud: Cloud

    def by_label(self) -> dict[str, float]:
        """Odds of each size whatever its pressure angle and depth, likeliest first."""
        odds: dict[str, float] = {}
        for candidate in self.candidates:
            label = candidate.size.label
            odds[label] = odds.get(label, 0.0) + candidate.probability
        return dict(sorted(odds.items(), key=lambda item: -item[1]))


def pooled(readings: Iterable[Reading]) -> list[Reading]:
    """Repeated readings as one each: their mean, its error, and their scatter.

    The error of the mean falls with the number, but not below what repeating
    cannot mend (:data:`STEADY_ERROR`).
    """
    by_probe: dict[Probe, list[Reading]] = {}
    for reading in readings:
        by_probe.setdefault(reading.probe, []).append(reading)
    together = []
    for probe, same in by_probe.items():
        if len(same) == 1:
            together.append(same[0])
            continue
        values = np.array([reading.value for reading in same])
        error = max(reading.error for reading in same)
        steady = min(STEADY_ERROR, error)
        alone = np.sqrt(error**2 - steady**2)
        mean_error = float(np.hypot(alone / np.sqrt(len(same)), steady))
        scatter = float(values.std(ddof=1))
        together.append(Reading(probe, float(values.mean()), mean_error, scatter, len(same)))
    return together


def identify(
    teeth: int,
    readings: list[Reading],
    *,
    field: str = "",
    mark: Mark | None = None,
    prior: Prior | None = None,
) -> Identification:
    """Rank the standard sizes that could have given `readings`.

    Parameters
    ----------
    teeth : int
        Counted teeth.
    readings : list of Reading
        At least one; repeated ones are pooled.
    field : str
        Kind of unit, for what is usual there; empty for none.
    mark : Mark, optional
        What is moulded or stamped on the gear.
    prior : Prior, optional
        In place of the usual one of `field`.

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
    thought = prior or usual(field)
    taken = pooled(readings)
    cells = (thought.shifts(teeth), thought.trims, thought.thinnings)
    sizes = _within_reach(thought.sizes, teeth, taken, cells)
    gears = _field_of_gears(sizes, teeth, cells)
    logs, moved = _likelihood(gears, taken, cells)
    listed = 1 - thought.off_list - thought.nonsense
    weights = np.exp(logs) * _shares(cells) * listed
    if sizes:
        swayed = np.array([s.share * _mark_factor(mark, s, teeth) for s in sizes])
        whole = sum(s.share * _mark_factor(mark, s, teeth) for s in thought.sizes)
        weights *= (swayed / whole)[:, None, None, None]
    off_list = thought.off_list * _off_list_evidence(teeth, taken)
    nonsense = thought.nonsense * float(np.prod([1 / (r.value * np.log(40)) for r in taken]))
    total = float(weights.sum()) + off_list + nonsense
    weights = weights / total
    candidates = [_candidate(size, gears, weights[i], i, taken, moved) for i, size in enumerate(sizes)]
    candidates.sort(key=lambda c: -c.probability)
    none = (off_list + nonsense) / total
    cloud = Cloud(sizes, gears, weights, cells)
    return Identification(teeth, tuple(taken), tuple(candidates), none, total, cloud)


def _within_reach(
    sizes: tuple[Size, ...], teeth: int, readings: list[Reading], cells: tuple[Cells, Cells, Cells]
) -> tuple[Size, ...]:
    """Sizes whose readings could come near, so that the fine field stays small."""
    if not sizes:
        return sizes
    shift, trim, thin = cells
    column = _columns(sizes)
    keep = np.ones(len(sizes), dtype=bool)
    for reading in readings:
        low_gear = _gears(column, teeth, float(shift.middle.min()), trim.middle.max(), thin.middle.max())
        high_gear = _gears(column, teeth, float(shift.middle.max()), 0.0, 0.0)
        slack = SLACK * np.hypot(reading.error, reading.probe.looseness(low_gear))
        low = np.nan_to_num(reading.probe.predict(low_gear), nan=-np.inf)
        high = np.nan_to_num(reading.probe.predict(high_gear), nan=np.inf)
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


def _field_of_gears(sizes: tuple[Size, ...], teeth: int, cells: tuple[Cells, Cells, Cells]) -> Gear:
    """Every size at the middle of every cell."""
    shift, trim, thin = (each.middle for each in cells)
    return _gears(_columns(sizes), teeth, shift[:, None, None], trim[:, None], thin)


def _shares(cells: tuple[Cells, Cells, Cells]) -> Array:
    shift, trim, thin = (each.share for each in cells)
    return shift[:, None, None] * trim[:, None] * thin


def _slope(values: Array, axis: int, middle: Array) -> Array | float:
    """How a prediction changes along one unknown; zero if it does not depend on it."""
    if values.ndim < 4 or values.shape[axis] == 1:
        return 0.0
    # A value met exactly may stand on the middle of a cell: nudged apart, the slope is the same.
    return np.asarray(np.gradient(values, middle + 1e-9 * np.arange(len(middle)), axis=axis))


def _likelihood(
    gears: Gear, readings: list[Reading], cells: tuple[Cells, Cells, Cells]
) -> tuple[Array, tuple[Array, Array, Array]]:
    """Log density of all readings in each cell, and where within the cell they point.

    Within a cell the unknowns ``u`` are taken as bells of the cell's own
    spread and predictions as linear: readings then have covariance
    ``D + G·C·Gᵀ``, whose inverse and determinant follow from a 3 × 3 matrix
    (Woodbury; Golub and Van Loan, Matrix Computations, 2.1.4).
    """
    shape = (np.size(gears.module), *(len(each.middle) for each in cells))
    scale = [
        (each.width / np.sqrt(12)).reshape([-1 if axis == at else 1 for axis in range(1, 4)])
        for at, each in enumerate(cells, start=1)
    ]
    square: Real = np.zeros(shape)
    fixed: Real = np.zeros(shape)
    pulls: list[Real] = [np.zeros(shape) for _ in range(3)]
    matrix = [[np.ones(shape) if i == j else np.zeros(shape) for j in range(3)] for i in range(3)]
    for reading in readings:
        predicted = np.asarray(reading.probe.predict(gears))
        width = np.hypot(reading.error, reading.probe.looseness(gears))
        off = (reading.value - predicted) / width
        square = square + off * off
        fixed = fixed + np.log(width)
        lean = [_slope(predicted, at, cells[at - 1].middle) * scale[at - 1] / width for at in (1, 2, 3)]
        for i in range(3):
            pulls[i] = pulls[i] + lean[i] * off
            for j in range(i, 3):
                matrix[i][j] = matrix[i][j] + lean[i] * lean[j]
    (a, b, c), (_, d, e), (_, _, f) = matrix
    minors = (d * f - e * e, c * e - b * f, b * e - c * d, a * f - c * c, b * c - a * e, a * d - b * b)
    determinant = a * minors[0] + b * minors[1] + c * minors[2]
    p, q, r = pulls
    steps = (
        (minors[0] * p + minors[1] * q + minors[2] * r) / determinant,
        (minors[1] * p + minors[3] * q + minors[4] * r) / determinant,
        (minors[2] * p + minors[4] * q + minors[5] * r) / determinant,
    )
    explained = p * steps[0] + q * steps[1] + r * steps[2]
    logs = -0.5 * (square - explained + np.log(determinant)) - fixed
    logs = logs - 0.5 * len(readings) * np.log(2 * np.pi)
    moved = tuple(np.asarray(step * size) for step, size in zip(steps, scale, strict=True))
    return np.nan_to_num(logs, nan=-np.inf), (moved[0], moved[1], moved[2])


def _off_list_evidence(teeth: int, readings: list[Reading]) -> float:
    """Density of the readings if the gear is of no standard size: any module, any usual angle."""
    unit = np.asarray(readings[0].probe.predict(Gear(teeth, 1.0))) - (
        readings[0].probe.size if readings[0].probe.kind in ("pins", "bore") else 0.0
    )
    guess = max(readings[0].value / max(float(np.nan_to_num(unit, nan=teeth)), 1e-6), 1e-3)
    steps = np.log(guess) + np.linspace(-0.4, 0.4, 1601)
    module = np.exp(steps)[:, None]
    gears = Gear(teeth, module, np.radians([14.5, 20.0, 25.0]))
    logs = np.zeros((len(steps), 3))
    for reading in readings:
        width = np.hypot(reading.error, reading.probe.looseness(gears))
        off = (reading.value - reading.probe.predict(gears)) / width
        logs = logs - 0.5 * off * off - np.log(width * np.sqrt(2 * np.pi))
    spread = np.log(LARGEST_MODULE / SMALLEST_MODULE)
    share = np.array([0.15, 0.7, 0.15])
    return float((np.exp(np.nan_to_num(logs, nan=-np.inf)) * share).sum() * (steps[1] - steps[0]) / spread)


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


def _candidate(
    size: Size,
    field: Gear,
    weights: Array,
    index: int,
    readings: list[Reading],
    moved: tuple[Array, Array, Array],
) -> Candidate:
    """The size with its likeliest cell, and within that the gear the readings point to."""
    at = np.unravel_index(int(weights.argmax()), weights.shape)
    shift, trim, thin = (
        float(np.broadcast_to(step, (len(step), *weights.shape))[(index, *at)]) for step in moved
    )
    middle = Gear(field.teeth, size.module, size.pressure_angle, 0.0, 0.0, size.addendum, size.dedendum)
    gear = replace(
        middle,
        profile_shift=float(np.asarray(field.profile_shift)[at[0], 0, 0]) + shift,
        tip_trim=max(0.0, float(np.asarray(field.tip_trim)[index, 0, at[1], 0]) + trim * size.module),
        thinning=max(0.0, float(np.asarray(field.thinning)[index, 0, 0, at[2]]) + thin * size.module),
    )
    predicted = tuple(float(r.probe.predict(gear)) for r in readings)
    errors = [float(np.hypot(r.error, r.probe.looseness(gear))) for r in readings]
    off_by = tuple((r.value - p) / e for r, p, e in zip(readings, predicted, errors, strict=True))
    return Candidate(size, float(weights.sum()), gear, predicted, off_by)
