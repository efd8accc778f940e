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
from itertools import product

import numpy as np

from .errors import GearingError
from .gear import FEWEST_TEETH, MOST_TEETH, Gear, helix_from_tips
from .involute import Real
from .marks import Mark
from .prior import Array, Cells, Prior, usual
from .probes import INTERNAL, Probe
from .sizes import Size, table

CALIPER_ERROR = 0.02
"""Standard error of one caliper reading by hand, mm, unless the user says better."""

STEADY_ERROR = 0.005
"""What repeating a reading does not average away: the jaws, the zero, the hand's habit, mm."""

HELIX_ERROR = float(np.radians(1.0))
"""Standard error of a helix angle read along the tips with a bevel or from an inked print, rad."""

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
class Clues:
    """What is known of a gear besides counts and caliper readings.

    Attributes
    ----------
    mark : Mark, optional
        What is moulded or stamped on it.
    tip_helix : float
        Helix angle read along the tips, rad; 0 for straight teeth.
    helix_error : float
        Its standard error, rad.
    pressure_angle : float
        Pressure angle it seems to have, rad; 0 if nothing speaks for one.
    angle_from : str
        How that is known: ``eye``, ``gauge`` (held against a rack) or ``told``.
    """

    mark: Mark | None = None
    tip_helix: float = 0.0
    helix_error: float = HELIX_ERROR
    pressure_angle: float = 0.0
    angle_from: str = "eye"


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
    """Every gear still in play with its weight: sizes × shift × trim × thinning.

    `tilted` are the same gears with the helix one standard error steeper, for
    helical gears; the readings move them `tilt` (mean and standard deviation)
    of that way.
    """

    sizes: tuple[Size, ...]
    gears: Gear
    weights: Array
    cells: tuple[Cells, Cells, Cells]
    tilted: Gear | None = None
    tilt: tuple[Array, Array] | None = None

    def forecast(self, probe: Probe) -> tuple[Array, Array]:
        """What each gear would read, and the standard error of what it leaves open, mm."""
        shape = self.weights.shape
        reading = np.broadcast_to(np.asarray(probe.predict(self.gears)), shape)
        loose = np.broadcast_to(np.asarray(probe.looseness(self.gears)), shape)
        if self.tilted is not None and self.tilt is not None:
            lean = np.asarray(probe.predict(self.tilted)) - reading
            reading, loose = reading + lean * self.tilt[0], np.hypot(loose, lean * self.tilt[1])
        return np.nan_to_num(reading), np.nan_to_num(loose)


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

    @property
    def internal(self) -> bool:
        """Whether the readings were taken inside a ring."""
        return self.readings[0].probe.kind in INTERNAL

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
    clues: Clues = Clues(),
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
    clues : Clues
        Mark, helix and pressure angle.
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
    sizes = _within_reach(thought.sizes, teeth, taken, cells, clues)
    gears = _field_of_gears(sizes, teeth, cells, clues.tip_helix)
    steeper = clues.tip_helix + clues.helix_error
    tilted = _field_of_gears(sizes, teeth, cells, steeper) if clues.tip_helix else None
    logs, moved, tilt = _likelihood(gears, taken, cells, tilted)
    listed = 1 - thought.off_list - thought.nonsense
    weights = np.exp(logs) * _shares(cells) * listed
    if sizes:
        swayed = np.array([s.share * _speaks_for(clues, s, teeth) for s in sizes])
        whole = sum(s.share * _speaks_for(clues, s, teeth) for s in thought.sizes)
        weights *= (swayed / whole)[:, None, None, None]
    off_list = thought.off_list * _off_list_evidence(teeth, taken, clues)
    nonsense = thought.nonsense * float(np.prod([1 / (r.value * np.log(40)) for r in taken]))
    total = float(weights.sum()) + off_list + nonsense
    weights = weights / total
    cloud = Cloud(sizes, gears, weights, cells, tilted, tilt)
    candidates = [_candidate(i, cloud, taken, moved) for i in range(len(sizes))]
    candidates.sort(key=lambda c: -c.probability)
    none = (off_list + nonsense) / total
    return Identification(teeth, tuple(taken), tuple(candidates), none, total, cloud)


def _within_reach(
    sizes: tuple[Size, ...],
    teeth: int,
    readings: list[Reading],
    cells: tuple[Cells, Cells, Cells],
    clues: Clues,
) -> tuple[Size, ...]:
    """Sizes whose readings could come near, so that the fine field stays small."""
    if not sizes:
        return sizes
    shift, trim, thin = (each.middle for each in cells)
    helices = {clues.tip_helix}
    if clues.tip_helix:
        helices = {max(0.0, clues.tip_helix + n * clues.helix_error) for n in (-3, 3)}
    column = _columns(sizes)
    ends = [
        _gears(column, teeth, x, gone * float(trim.max()), gone * float(thin.max()), helix)
        for x, gone, helix in product((float(shift.min()), float(shift.max())), (0.0, 1.0), helices)
    ]
    keep = np.ones(len(sizes), dtype=bool)
    for reading in readings:
        slack = SLACK * np.hypot(reading.error, reading.probe.looseness(ends[0]))
        reads = np.array([reading.probe.predict(end) for end in ends])
        low = np.nan_to_num(reads, nan=-np.inf).min(axis=0)
        high = np.nan_to_num(reads, nan=np.inf).max(axis=0)
        keep &= (reading.value > low - slack) & (reading.value < high + slack)
    return tuple(size for size, near in zip(sizes, keep, strict=True) if near)


def _columns(sizes: tuple[Size, ...]) -> Array:
    rows = [(s.module, s.pressure_angle, s.addendum, s.dedendum) for s in sizes]
    return np.array(rows, dtype=np.float64).reshape(-1, 4)


def _gears(columns: Array, teeth: int, shift: Real, trim: Real, thin: Real, tip_helix: float) -> Gear:
    """Gears of every size; `trim` and `thin` are in modules."""
    shape = (-1,) if np.ndim(shift) == 0 else (-1, 1, 1, 1)
    module, alpha, addendum, dedendum = (columns[:, i].reshape(shape) for i in range(4))
    straight = Gear(teeth, module, alpha, shift, 0.0, addendum, dedendum, trim * module, thin * module)
    return replace(straight, helix_angle=helix_from_tips(straight, tip_helix)) if tip_helix else straight


def _field_of_gears(
    sizes: tuple[Size, ...], teeth: int, cells: tuple[Cells, Cells, Cells], tip_helix: float
) -> Gear:
    """Every size at the middle of every cell."""
    shift, trim, thin = (each.middle for each in cells)
    return _gears(_columns(sizes), teeth, shift[:, None, None], trim[:, None], thin, tip_helix)


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
    gears: Gear, readings: list[Reading], cells: tuple[Cells, Cells, Cells], tilted: Gear | None
) -> tuple[Array, list[Array], tuple[Array, Array] | None]:
    """Log density of all readings in each cell, and where within the cell they point.

    Within a cell the unknowns ``u`` are taken as bells of the cell's own
    spread and predictions as linear: readings then have covariance
    ``D + G·C·Gᵀ``, whose inverse and determinant follow from a matrix as small
    as the unknowns are many (Woodbury; Golub and Van Loan, Matrix Computations,
    2.1.4). The helix of helical gears is one more of them, in one cell.
    """
    shape = (np.size(gears.module), *(len(each.middle) for each in cells))
    scale = [
        (each.width / np.sqrt(12)).reshape([-1 if axis == at else 1 for axis in range(1, 4)])
        for at, each in enumerate(cells, start=1)
    ]
    many = 3 if tilted is None else 4
    square: Real = np.zeros(shape)
    fixed: Real = np.zeros(shape)
    pulls: list[Real] = [np.zeros(shape) for _ in range(many)]
    matrix: list[list[Real]] = [
        [np.ones(shape) if i == j else np.zeros(shape) for j in range(many)] for i in range(many)
    ]
    for reading in readings:
        predicted = np.asarray(reading.probe.predict(gears))
        width = np.hypot(reading.error, reading.probe.looseness(gears))
        off = (reading.value - predicted) / width
        square = square + off * off
        fixed = fixed + np.log(width)
        lean = [_slope(predicted, at, cells[at - 1].middle) * scale[at - 1] / width for at in (1, 2, 3)]
        if tilted is not None:
            lean.append((np.asarray(reading.probe.predict(tilted)) - predicted) / width)
        for i in range(many):
            pulls[i] = pulls[i] + lean[i] * off
            for j in range(i, many):
                matrix[i][j] = matrix[i][j] + lean[i] * lean[j]
    steps, pivots = _solve(matrix, pulls)
    explained = sum(pull * step for pull, step in zip(pulls, steps, strict=True))
    logs = -0.5 * (square - explained + sum(np.log(pivot) for pivot in pivots)) - fixed
    logs = logs - 0.5 * len(readings) * np.log(2 * np.pi)
    moved = [np.asarray(step * size) for step, size in zip(steps, scale, strict=False)]
    tilt = (np.asarray(steps[3]), np.asarray(1 / np.sqrt(pivots[3]))) if tilted is not None else None
    return np.nan_to_num(logs, nan=-np.inf), moved, tilt


def _solve(matrix: list[list[Real]], pulls: list[Real]) -> tuple[list[Real], list[Real]]:
    """Solve a small symmetric system in every cell at once; the steps and the pivots.

    Gaussian elimination without interchange, safe since the matrix is positive
    definite (Golub and Van Loan, 4.2.1). Only the upper half of `matrix` is read.
    """
    many = len(pulls)
    upper = [row[:] for row in matrix]
    right = pulls[:]
    for i in range(many):
        for j in range(i + 1, many):
            factor = upper[i][j] / upper[i][i]
            right[j] = right[j] - factor * right[i]
            for k in range(j, many):
                upper[j][k] = upper[j][k] - factor * upper[i][k]
    steps: list[Real] = [0.0] * many
    for i in reversed(range(many)):
        known = right[i]
        for k in range(i + 1, many):
            known = known - upper[i][k] * steps[k]
        steps[i] = known / upper[i][i]
    return steps, [upper[i][i] for i in range(many)]


def _off_list_evidence(teeth: int, readings: list[Reading], clues: Clues) -> float:
    """Density of the readings if the gear is of no standard size: any module, any usual angle."""
    first, plain = readings[0], Gear(teeth, 1.0)
    if clues.tip_helix:
        plain = replace(plain, helix_angle=helix_from_tips(plain, clues.tip_helix))
    beyond = {"pins": first.probe.size, "bore": first.probe.size / 2, "between": -first.probe.size}
    unit = float(np.nan_to_num(first.probe.predict(replace(plain, module=1e3)), nan=1e3 * teeth)) / 1e3
    guess = max((first.value - beyond.get(first.probe.kind, 0.0)) / max(unit, 1e-6), 1e-3)
    steps = np.log(guess) + np.linspace(-0.4, 0.4, 1601)
    module = np.exp(steps)[:, None]
    gears = replace(plain, module=module, pressure_angle=np.radians([14.5, 20.0, 25.0]))
    logs = np.zeros((len(steps), 3))
    for reading in readings:
        width = np.hypot(reading.error, reading.probe.looseness(gears))
        off = (reading.value - reading.probe.predict(gears)) / width
        logs = logs - 0.5 * off * off - np.log(width * np.sqrt(2 * np.pi))
    spread = np.log(LARGEST_MODULE / SMALLEST_MODULE)
    share = np.array([0.15, 0.7, 0.15])
    return float((np.exp(np.nan_to_num(logs, nan=-np.inf)) * share).sum() * (steps[1] - steps[0]) / spread)


def _speaks_for(clues: Clues, size: Size, teeth: int) -> float:
    """How much likelier the mark and the look of the flanks make a size."""
    factor, data, mark = 1.0, table("sizes"), clues.mark
    if clues.pressure_angle and abs(size.pressure_angle - clues.pressure_angle) < np.radians(1.0):
        factor *= float(data["clue"][clues.angle_from])
    if mark is None:
        return factor
    if mark.module is not None and abs(mark.module / size.module - 1) < 0.005:
        return factor * float(data["mark"]["named"])
    number = float(size.label.split()[0])
    bare = [n for n in mark.bare if n != teeth]
    return factor * float(data["mark"]["bare_number"]) if number in bare else factor


def _candidate(index: int, cloud: Cloud, readings: list[Reading], moved: list[Array]) -> Candidate:
    """The size with its likeliest cell, and within that the gear the readings point to."""
    size, field, weights = cloud.sizes[index], cloud.gears, cloud.weights[index]
    at = [int(n) for n in np.unravel_index(int(weights.argmax()), weights.shape)]
    here = (index, at[0], at[1], at[2])
    shift, trim, thin = (float(np.broadcast_to(step, cloud.weights.shape)[here]) for step in moved)
    helix = 0.0
    if cloud.tilted is not None and cloud.tilt is not None:
        flat, steep = (
            float(np.broadcast_to(each.helix_angle, cloud.weights.shape)[here])
            for each in (field, cloud.tilted)
        )
        helix = flat + (steep - flat) * float(np.broadcast_to(cloud.tilt[0], cloud.weights.shape)[here])
    gear = Gear(
        field.teeth,
        size.module,
        size.pressure_angle,
        float(np.asarray(field.profile_shift)[at[0], 0, 0]) + shift,
        helix,
        size.addendum,
        size.dedendum,
        max(0.0, float(np.asarray(field.tip_trim)[index, 0, at[1], 0]) + trim * size.module),
        max(0.0, float(np.asarray(field.thinning)[index, 0, 0, at[2]]) + thin * size.module),
    )
    predicted = tuple(float(r.probe.predict(gear)) for r in readings)
    errors = [float(np.hypot(r.error, r.probe.looseness(gear))) for r in readings]
    off_by = tuple((r.value - p) / e for r, p, e in zip(readings, predicted, errors, strict=True))
    return Candidate(size, float(weights.sum()), gear, predicted, off_by)
