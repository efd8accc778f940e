"""Which standard gear gave these readings: inference, not a lookup.

Every standard size is weighed by how well it explains the readings, with
profile shift, tip trim and tooth thinning integrated over: cut into cells,
and within each cell by the linear-Gaussian formula. "None of these" is always
one of the answers. See MacKay, Information Theory, Inference and Learning
Algorithms, ch. 28, for weighing models by their evidence.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, fields, replace
from functools import cached_property

import numpy as np
from numpy.typing import NDArray

from ..data import table
from ..errors import GearingError
from ..geometry.gear import FEWEST_TEETH, MOST_TEETH, Gear
from ..geometry.involute import Real
from ..measuring.marks import SAME_SIZE
from ..measuring.methods import INTERNAL, Probe, predict_all
from ..measuring.readings import NO_CLUES, Clues, Reading, pooled
from .field import field_in_reach, listed_at_most
from .likelihood import Pointed, likelihood, off_list_evidence
from .prior import Array, Prior, usual
from .standard_sizes import Size

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


@dataclass(frozen=True)
class Swarm:
    """The gears that matter of a :class:`Cloud`, in a row, each where the readings point.

    Attributes
    ----------
    gears : Gear
        Fields of shape (n,).
    size : ndarray
        Index into the cloud's sizes.
    weight : ndarray
    firm : list of lists of ndarray
        Inverse covariance of what is left open of shift, trim and thinning within the cell, as
        multiples of `scale`; upper half.
    scale : list of ndarray
        Spread of each of them before reading, in modules.
    tilted : Gear or None
        The same a standard error of the helix steeper.
    """

    gears: Gear
    size: NDArray[np.int64]
    weight: Array
    firm: list[list[Array]]
    scale: list[Array]
    tilted: Gear | None = None

    @cached_property
    def bent(self) -> Gear:
        """As they are, and below that a little along each unknown, shape (4, n): readings bend."""
        gears, along = self.gears, NUDGE * np.eye(4)[1:, :, None]
        module = np.asarray(gears.module)
        return replace(
            gears,
            profile_shift=gears.profile_shift + along[0],
            tip_trim=gears.tip_trim + along[1] * module,
            thinning=gears.thinning + along[2] * module,
        )

    def forecasts(self, probes: Sequence[Probe]) -> tuple[Array, Array]:
        """What each gear reads by each probe, and the standard error of what it leaves open, mm: (m, n)."""
        bent = predict_all(probes, self.bent, (4, len(self.weight)))
        readings, lean = bent[:, 0], (bent[:, 1:] - bent[:, :1]) / NUDGE
        spread = self._left_open(lean)
        if self.tilted is not None:
            spread += (predict_all(probes, self.tilted, self.weight.shape) - readings) ** 2
        loose = np.array([probe.looseness(self.gears) for probe in probes])
        variance = np.where(np.isnan(spread), 0.0, np.maximum(spread, 0.0)) + loose**2
        return np.where(np.isnan(readings), 0.0, readings), np.sqrt(variance)

    def _left_open(self, lean: Array) -> Array:
        """Variance of what changes by `lean` along the unknowns, shape (m, 3, n): ``leanᵀ·firm⁻¹·lean``.

        By elimination in all gears at once (Golub and Van Loan, Matrix Computations, 4.1.2).
        """
        left = [lean[:, i] * self.scale[i] for i in range(3)]
        rows = [row[:] for row in self.firm]
        spread = np.zeros(left[0].shape)
        for i in range(3):
            spread += left[i] ** 2 / rows[i][i]
            for j in range(i + 1, 3):
                factor = rows[i][j] / rows[i][i]
                left[j] = left[j] - factor * left[i]
                for k in range(j, 3):
                    rows[j][k] = rows[j][k] - factor * rows[i][k]
        return spread


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
    pointed: Pointed
    tilted: Gear | None = None
    tilt: tuple[Array, Array] | None = None

    @cached_property
    def shares(self) -> Array:
        """Odds of each size."""
        return np.asarray(self.weights.sum(axis=(1, 2, 3)))

    @cached_property
    def labels(self) -> tuple[list[str], NDArray[np.int64]]:
        """What the sizes are called, and which of these each gear of the swarm is."""
        names = sorted({size.label for size in self.sizes})
        place = {name: n for n, name in enumerate(names)}
        return names, np.array([place[size.label] for size in self.sizes], dtype=np.int64)[self.swarm.size]

    @cached_property
    def swarm(self) -> Swarm:
        """The gears that carry nearly all the weight."""
        heavy = self.weights > LIGHT * self.weights.max(initial=0.0)
        at = np.nonzero(heavy)

        def of(field: Real) -> Array:
            return _at(field, at)

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

        firm = [[of(each) for each in row] for row in self.pointed.matrix]
        scale = [of(each) for each in self.pointed.scale]
        helix, tilted = of(self.gears.helix_angle), None
        if self.tilted is not None and self.tilt is not None:
            steeper = of(self.tilted.helix_angle) - helix
            mean, spread = (of(each) for each in self.tilt)
            helix = helix + steeper * mean
            tilted = row(self.gears, helix + steeper * spread)
        return Swarm(row(self.gears, helix), at[0].astype(np.int64), self.weights[at], firm, scale, tilted)


@dataclass(frozen=True)
class Identification:
    """The odds of every size, of which those of the candidates and `none` make 1.

    `evidence` is the density of the readings, to weigh one tooth count against another.
    """

    teeth: int
    readings: tuple[Reading, ...]
    none: float
    evidence: float
    cloud: Cloud

    @cached_property
    def candidates(self) -> tuple[Candidate, ...]:
        """Those of the size that leads by its odds first, with its likeliest angle and depth at the head."""
        odds = self.by_label()
        found = _candidates(self.cloud, list(self.readings))
        return tuple(sorted(found, key=lambda c: (-odds[c.size.label], c.size.label, -c.probability)))

    @property
    def internal(self) -> bool:
        """Whether the readings were taken inside a ring."""
        return self.readings[0].probe.kind in INTERNAL

    def by_label(self) -> dict[str, float]:
        """Odds of each size whatever its pressure angle and depth, likeliest first."""
        odds: dict[str, float] = {}
        for size, share in zip(self.cloud.sizes, self.cloud.shares.tolist(), strict=True):
            odds[size.label] = odds.get(size.label, 0.0) + share
        return dict(sorted(odds.items(), key=lambda item: (-item[1], item[0])))


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
    play = field_in_reach(thought, teeth, taken, clues)
    logs, pointed, tilt = likelihood(play.gears, taken, play.cells, play.tilted)
    listed = 1 - thought.off_list - thought.nonsense
    weights = np.exp(logs) * play.shares * listed
    if play.sizes:
        weights *= _swayed(thought, clues, teeth)[play.of_prior, None, None, None]
    off_list = thought.off_list * off_list_evidence(teeth, taken, clues)
    nonsense = thought.nonsense * float(np.prod([1 / (r.value * np.log(40)) for r in taken]))
    # A gear that cannot give such a reading at all says nothing, and is no candidate.
    weights, off_list = np.nan_to_num(weights, nan=0.0), float(np.nan_to_num(off_list))
    total = float(weights.sum()) + off_list + nonsense
    if not 0 < total < np.inf:
        weights, off_list, nonsense, total = np.zeros(weights.shape), 0.0, 1.0, 1.0
    weights = weights / total
    cloud = Cloud(play.sizes, play.gears, weights, pointed, play.tilted, tilt)
    none = (off_list + nonsense) / total
    return Identification(teeth, tuple(taken), none, total, cloud)


def evidence_at_most(
    teeth: int, readings: list[Reading], *, field: str = "", clues: Clues = NO_CLUES
) -> float:
    """What the evidence of an identification stays below in which a listed size is the likelier; cheap."""
    if clues.tip_helix:
        return np.inf
    thought = usual(field, clues.pointed)
    listed = 1 - thought.off_list - thought.nonsense
    return 2 * listed * listed_at_most(thought, teeth, pooled(readings), _swayed(thought, clues, teeth))


def _swayed(thought: Prior, clues: Clues, teeth: int) -> Array:
    """Share of each size by what is known besides readings; they make 1."""
    shares = thought.size_shares
    if clues.mark or clues.pressure_angle or clues.said or clues.mate:
        shares = shares * [_speaks_for(clues, size, teeth) for size in thought.sizes]
    return np.asarray(shares / shares.sum())


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


def _at(field: Real, places: tuple[NDArray[np.int64], ...]) -> Array:
    """Values of a field of (size, shift, trim, thinning) at `places`; it may be one along any of them."""
    values = np.asarray(field, dtype=np.float64)
    wide = values.shape if values.ndim else (1,) * len(places)
    index = tuple(place if many > 1 else 0 for place, many in zip(places, wide, strict=True))
    return np.broadcast_to(values[index if values.ndim else ()], places[0].shape)


def _candidates(cloud: Cloud, readings: list[Reading]) -> list[Candidate]:
    """Each size with its likeliest cell, and within that the gear the readings point to."""
    field, shape = cloud.gears, cloud.weights.shape
    if not shape[0]:
        return []
    flat = cloud.weights.reshape(shape[0], -1)
    here = (np.arange(shape[0]), *np.unravel_index(flat.argmax(axis=1), shape[1:]))

    def of(each: Real) -> Array:
        return _at(each, here)

    module, (shift, trim, thin) = of(field.module), (of(step) for step in cloud.pointed.moved[:3])
    helix = np.zeros(shape[0])
    if cloud.tilted is not None and cloud.tilt is not None:
        flat_way = of(field.helix_angle)
        helix = flat_way + (of(cloud.tilted.helix_angle) - flat_way) * of(cloud.tilt[0])
    best = Gear(
        field.teeth,
        module,
        of(field.pressure_angle),
        of(field.profile_shift) + shift,
        helix,
        of(field.addendum),
        of(field.dedendum),
        np.maximum(of(field.tip_trim) + trim * module, 0.0),
        np.maximum(of(field.thinning) + thin * module, 0.0),
    )
    predicted = np.stack([np.broadcast_to(r.probe.predict(best), module.shape) for r in readings], axis=-1)
    errors = np.stack([np.hypot(r.error, r.probe.looseness(best)) for r in readings], axis=-1)
    off_by = (np.array([r.value for r in readings]) - predicted) / errors
    return [
        Candidate(
            size,
            probability,
            Gear(field.teeth, *row),
            tuple(reads),
            tuple(off),
        )
        for size, probability, row, reads, off in zip(
            cloud.sizes,
            cloud.shares.tolist(),
            np.stack([np.asarray(getattr(best, name)) for name in COLUMNS], axis=-1).tolist(),
            predicted.tolist(),
            off_by.tolist(),
            strict=True,
        )
    ]


COLUMNS = [each.name for each in fields(Gear)][1:]
"""What a gear is besides its teeth, in the order it is made of."""
