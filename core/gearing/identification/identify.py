"""Which standard gear gave these readings: inference, not a lookup.

Every standard size is weighed by how well it explains the readings, with
profile shift, tip trim and tooth thinning integrated over: cut into cells,
and within each cell by the linear-Gaussian formula. "None of these" is always
one of the answers. See MacKay, Information Theory, Inference and Learning
Algorithms, ch. 28, for weighing models by their evidence.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import cached_property
from itertools import product

import numpy as np
from numpy.typing import NDArray

from ..data import table
from ..errors import GearingError
from ..geometry.gear import FEWEST_TEETH, MOST_TEETH, Gear, helix_from_tips
from ..geometry.involute import Real
from ..measuring.marks import SAME_SIZE
from ..measuring.methods import INTERNAL, Probe
from ..measuring.readings import NO_CLUES, Clues, Reading, pooled
from .likelihood import Pointed, likelihood, off_list_evidence
from .prior import Array, Cells, Prior, usual
from .standard_sizes import Size

SLACK = 6.0
"""Reading errors within which a size is kept in play."""


LIGHT = 1e-4
"""Share of the heaviest cell's weight below which one no longer matters to what comes next."""

NUDGE = 1e-3
"""Step, in modules, by which a prediction's slope is felt."""


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
class Swarm:
    """The gears that matter of a :class:`Cloud`, in a row, each where the readings point.

    Attributes
    ----------
    gears : Gear
        Fields of shape (n,).
    size : ndarray
        Index into the cloud's sizes.
    weight : ndarray
    open : ndarray, shape (n, 3, 3)
        Covariance left of shift, trim and thinning within the cell, in modules.
    tilted : Gear or None
        The same a standard error of the helix steeper.
    """

    gears: Gear
    size: NDArray[np.int64]
    weight: Array
    open: Array
    tilted: Gear | None = None

    def forecast(self, probe: Probe) -> tuple[Array, Array]:
        """What each gear would read, and the standard error of what it leaves open, mm."""
        gears = self.gears
        reading = np.broadcast_to(np.asarray(probe.predict(gears), dtype=np.float64), self.weight.shape)
        module = np.asarray(gears.module)
        # Both ways along each unknown: a reading over tips or pins bends.
        bent = (
            replace(gears, profile_shift=gears.profile_shift + NUDGE),
            replace(gears, tip_trim=gears.tip_trim + NUDGE * module),
            replace(gears, thinning=gears.thinning + NUDGE * module),
        )
        lean = np.stack([(np.asarray(probe.predict(gear)) - reading) / NUDGE for gear in bent], axis=-1)
        spread = np.einsum("ni,nij,nj->n", lean, self.open, lean)
        if self.tilted is not None:
            spread = spread + (np.asarray(probe.predict(self.tilted)) - reading) ** 2
        loose = np.asarray(probe.looseness(gears))
        return np.nan_to_num(reading), np.sqrt(np.nan_to_num(np.maximum(spread, 0.0)) + loose**2)


@dataclass(frozen=True)
class Cloud:
    """Every gear still in play with its weight: sizes × shift × trim × thinning.

    `tilted` are the same gears with the helix one standard error steeper, for
    helical gears; the readings move them `tilt` (mean and standard deviation)
    of that way. `pointed` says where in their cells they lie.
    """

    sizes: tuple[Size, ...]
    gears: Gear
    weights: Array
    cells: tuple[Cells, Cells, Cells]
    pointed: Pointed
    tilted: Gear | None = None
    tilt: tuple[Array, Array] | None = None

    @cached_property
    def swarm(self) -> Swarm:
        """The gears that carry nearly all the weight."""
        shape = self.weights.shape
        heavy = self.weights > LIGHT * self.weights.max(initial=0.0)
        at = np.nonzero(heavy)

        def of(field: Real) -> Array:
            return np.asarray(np.broadcast_to(np.asarray(field, dtype=np.float64), shape)[at])

        def row(gear: Gear, helix: Real) -> Gear:
            shift, trim, thin = (of(step) for step in self.pointed.moved[:3])
            module = of(gear.module)
            return Gear(
                gear.teeth,
                module,
                of(gear.pressure_angle),
                of(gear.profile_shift) + shift,
                helix,
                of(gear.addendum),
                of(gear.dedendum),
                np.maximum(of(gear.tip_trim) + trim * module, 0.0),
                np.maximum(of(gear.thinning) + thin * module, 0.0),
            )

        matrix = np.zeros((len(at[0]), 3, 3))
        scale = np.stack([of(each) for each in self.pointed.scale], axis=-1)
        for i in range(3):
            for j in range(i, 3):
                matrix[:, i, j] = matrix[:, j, i] = of(self.pointed.matrix[i][j])
        left = np.linalg.inv(matrix) * scale[:, :, None] * scale[:, None, :]
        helix, tilted = of(self.gears.helix_angle), None
        if self.tilted is not None and self.tilt is not None:
            steeper = of(self.tilted.helix_angle) - helix
            mean, spread = (of(each) for each in self.tilt)
            helix = helix + steeper * mean
            tilted = row(self.gears, helix + steeper * spread)
        return Swarm(row(self.gears, helix), at[0].astype(np.int64), self.weights[at], left, tilted)


@dataclass(frozen=True, slots=True)
class Identification:
    """All candidates, those of the likeliest size first; probabilities and `none` make 1.

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


def identify_disputed(
    counts: Sequence[int], readings: list[Reading], *, field: str = "", clues: Clues = NO_CLUES
) -> list[tuple[Identification, float]]:
    """The gear by each of several counts with its odds, likeliest first: the one the readings speak for."""
    each = [identify(teeth, readings, field=field, clues=clues) for teeth in dict.fromkeys(counts)]
    whole = sum(identification.evidence for identification in each) or 1.0
    ranked = sorted(each, key=lambda identification: -identification.evidence)
    return [(identification, identification.evidence / whole) for identification in ranked]


def identify(
    teeth: int,
    readings: list[Reading],
    *,
    field: str = "",
    clues: Clues = NO_CLUES,
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
            code="tooth_count_out_of_range",
            field="teeth",
            hint=f"Count again, marking the tooth you start at: {FEWEST_TEETH} to {MOST_TEETH}.",
        )
    if not readings:
        raise GearingError(
            "One reading is needed.",
            code="no_reading",
            field="readings",
            hint="Close the caliper over the tips.",
        )
    thought = prior or usual(field, clues.pointed)
    taken = pooled(readings)
    cells = (thought.shifts(teeth), thought.trims, thought.thinnings)
    sizes = _within_reach(thought.sizes, teeth, taken, cells, clues)
    gears = _field_of_gears(sizes, teeth, cells, clues.tip_helix)
    steeper = clues.tip_helix + clues.helix_error
    tilted = _field_of_gears(sizes, teeth, cells, steeper) if clues.tip_helix else None
    logs, pointed, tilt = likelihood(gears, taken, cells, tilted)
    listed = 1 - thought.off_list - thought.nonsense
    weights = np.exp(logs) * _shares(cells) * listed
    if sizes:
        swayed = np.array([s.share * _speaks_for(clues, s, teeth) for s in sizes])
        whole = sum(s.share * _speaks_for(clues, s, teeth) for s in thought.sizes)
        weights *= (swayed / whole)[:, None, None, None]
    off_list = thought.off_list * off_list_evidence(teeth, taken, clues)
    nonsense = thought.nonsense * float(np.prod([1 / (r.value * np.log(40)) for r in taken]))
    # A gear that cannot give such a reading at all says nothing, and is no candidate.
    weights, off_list = np.nan_to_num(weights, nan=0.0), float(np.nan_to_num(off_list))
    total = float(weights.sum()) + off_list + nonsense
    if not 0 < total < np.inf:
        weights, off_list, nonsense, total = np.zeros(weights.shape), 0.0, 1.0, 1.0
    weights = weights / total
    cloud = Cloud(sizes, gears, weights, cells, pointed, tilted, tilt)
    candidates = [_candidate(i, cloud, taken, pointed.moved) for i in range(len(sizes))]
    # The size that leads by its odds stands first, with the angle and depth likeliest of it.
    odds: dict[str, float] = {}
    for each in candidates:
        odds[each.size.label] = odds.get(each.size.label, 0.0) + each.probability
    candidates.sort(key=lambda c: (-odds[c.size.label], c.size.label, -c.probability))
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


def _speaks_for(clues: Clues, size: Size, teeth: int) -> float:
    """How much likelier the mark and the look of the flanks make a size."""
    factor, data, mark = 1.0, table("sizes"), clues.mark
    if clues.pressure_angle and abs(size.pressure_angle - clues.pressure_angle) < np.radians(1.0):
        factor *= float(data["clue"][clues.angle_from])
    if clues.said and _same(clues.said, size):
        factor *= float(data["said"]["line"])
    if clues.mate and _same(clues.mate, size):
        factor *= 1 + (float(data["said"]["mate"]) - 1) * clues.mate_sure
    if mark is None:
        return factor
    if mark.module is not None and _same(mark.module, size):
        return factor * float(data["mark"]["named"])
    number = float(size.label.split()[0])
    bare = [n for n in mark.bare if n != teeth]
    return factor * float(data["mark"]["bare_number"]) if number in bare else factor


def _same(module: float, size: Size) -> bool:
    return abs(module / size.module - 1) < SAME_SIZE


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
