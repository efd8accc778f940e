"""How well a gear explains its readings, with what cannot be seen integrated over."""

from __future__ import annotations

from dataclasses import dataclass, fields, replace
from functools import cache, lru_cache
from math import prod

import numpy as np

from ..geometry.gear import Gear, helix_from_tips
from ..geometry.involute import Real
from ..measuring.methods import Probe
from ..measuring.readings import Clues, Reading
from .prior import Array, Cells

SMALLEST_MODULE, LARGEST_MODULE = 0.1, 4.0
"""Range over which a gear of no standard size is thought to lie, mm."""

NUDGED = 1e-9
"""By how much cells whose middles are one value are nudged apart."""

BEYOND = 9.0
"""Standard errors of the first reading from which a module of no list has no weight left: e⁻⁴⁰."""


def _turned(field: Real) -> Real:
    """From (size, shift, trim, thinning) to (trim, thinning, size, shift), or back; nothing is moved.

    Numpy is quick along long axes, and of trims and thinnings there are few.
    """
    values = np.asarray(field)
    if not values.ndim:
        return field
    return values.reshape((1,) * (4 - values.ndim) + values.shape).transpose(2, 3, 0, 1)


def _turned_gears(gears: Gear) -> Gear:
    """Laid out anew: what is worked out from views of unlike order is laid out in neither."""
    each = (_turned(getattr(gears, field.name)) for field in fields(Gear)[1:])
    return Gear(gears.teeth, *(np.ascontiguousarray(of) if np.ndim(of) else of for of in each))


def _slope(values: Array, unknown: int, middle: Array) -> Array | float:
    """How a prediction changes along shift, trim or thinning (0, 1, 2); zero if it does not depend on it.

    `values` as :func:`_turned` lays them; `middle` of shift may differ from size to size.
    """
    axis, shape = (3, 0, 1)[unknown], values.shape
    if values.ndim < 4 or shape[axis] == 1 or not values.size:
        return 0.0
    if middle.ndim == 2:
        return _along_shift(values, middle)
    steep = _gradient(middle.tobytes())
    if axis == 3:
        return np.asarray(values.reshape(-1, shape[3]) @ steep.T).reshape(shape)
    rows = values.reshape(*shape[:axis], shape[axis], -1)
    return np.asarray((steep @ rows).reshape(shape))


def _along_shift(values: Array, middle: Array) -> Array:
    """The same where each size has shifts of its own: as ``numpy.gradient``, to second order within."""
    step = np.diff(middle + NUDGED * np.arange(middle.shape[1]))
    rise = np.diff(values) / step
    before, after = step[:, :-1], step[:, 1:]
    slope = np.empty(values.shape)
    slope[..., 1:-1] = (before * rise[..., 1:] + after * rise[..., :-1]) / (before + after)
    slope[..., 0], slope[..., -1] = rise[..., 0], rise[..., -1]
    return slope


@lru_cache(maxsize=256)
def _gradient(middle: bytes) -> Array:
    """What takes values at the middles of cells to their slopes there: ``numpy.gradient`` as a matrix."""
    at = np.frombuffer(middle)
    # A value met exactly may stand on the middle of a cell: nudged apart, the slope is the same.
    return np.asarray(np.gradient(np.eye(len(at)), at + NUDGED * np.arange(len(at)), axis=0))


@dataclass(frozen=True, slots=True)
class Pointed:
    """Where in each cell the readings point.

    Attributes
    ----------
    moved : list of ndarray
        How far from the cell's middle, by unknown, in its own unit.
    matrix : list of lists of ndarray
        Inverse covariance of what is then left open, in units of `scale`; upper half.
    scale : list of ndarray
        Spread of each unknown within its cell before reading.
    """

    moved: list[Array]
    matrix: list[list[Real]]
    scale: list[Array]


def likelihood(
    gears: Gear, readings: list[Reading], cells: tuple[Cells, Cells, Cells], tilted: Gear | None
) -> tuple[Array, Pointed, tuple[Array, Array] | None]:
    """Log density of all readings in each cell, and where within the cell they point.

    Within a cell the unknowns ``u`` are taken as bells of the cell's own
    spread and predictions as linear: readings then have covariance
    ``D + G·C·Gᵀ``, whose inverse and determinant follow from a matrix as small
    as the unknowns are many (Woodbury; Golub and Van Loan, Matrix Computations,
    2.1.4). The helix of helical gears is one more of them, in one cell.
    """
    shape = (np.size(gears.module), *(each.middle.shape[-1] for each in cells))
    gears, tilted = _turned_gears(gears), _turned_gears(tilted) if tilted is not None else None
    spreads = [each.width / np.sqrt(12) for each in cells]
    scale = [spreads[0], spreads[1][:, None, None, None], spreads[2][:, None, None]]
    many = 3 if tilted is None else 4
    # Each grows only along what the readings depend on: a span knows nothing of the tips.
    square: Real = 0.0
    fixed: Real = 0.0
    pulls: list[Real] = [0.0] * many
    matrix: list[list[Real]] = [[float(i == j) for j in range(many)] for i in range(many)]
    for reading in readings:
        predicted = np.asarray(reading.probe.predict(gears))
        width = np.hypot(reading.error, reading.probe.looseness(gears))
        off = (reading.value - predicted) / width
        square = square + off * off
        fixed = fixed + np.log(width)
        lean = [_slope(predicted, n, cells[n].middle) * scale[n] / width for n in range(3)]
        if tilted is not None:
            lean.append((np.asarray(reading.probe.predict(tilted)) - predicted) / width)
        for i in range(many):
            pulls[i] = pulls[i] + lean[i] * off
            for j in range(i, many):
                matrix[i][j] = matrix[i][j] + lean[i] * lean[j]
    steps, pivots = _solve(matrix, pulls)
    explained = sum(pull * step for pull, step in zip(pulls, steps, strict=True))
    logs = -0.5 * (square - explained + np.log(prod(pivots))) - fixed
    logs = np.broadcast_to(logs - 0.5 * len(readings) * np.log(2 * np.pi), (*shape[2:], *shape[:2])).copy()
    logs[np.isnan(logs)] = -np.inf
    moved = [np.asarray(_turned(step * size)) for step, size in zip(steps, scale, strict=False)]
    tilt = None
    if tilted is not None:
        tilt = (np.asarray(_turned(steps[3])), np.asarray(_turned(1 / np.sqrt(pivots[3]))))
    back = [[_turned(each) for each in row] for row in matrix]
    return (
        np.ascontiguousarray(_turned(logs)),
        Pointed(moved, back, [np.asarray(_turned(each)) for each in scale]),
        tilt,
    )


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


@lru_cache(maxsize=512)
def _off_list_reads(teeth: int, tip_helix: float, probe: Probe) -> tuple[Array, float]:
    """What plain gears of module 1 read by the angles off the list, and a large one of 20° by its module.

    The same whatever the caliper said, and asked again at every figure.
    """
    plain = Gear(teeth, 1.0)
    if tip_helix:
        plain = replace(plain, helix_angle=helix_from_tips(plain, tip_helix))
    large = float(np.nan_to_num(probe.predict(replace(plain, module=1e3)), nan=1e3 * teeth)) / 1e3
    return np.asarray(probe.predict(replace(plain, pressure_angle=OFF_LIST_ANGLES))), large


def _off(reading: Reading, teeth: int, tip_helix: float, module: Array) -> tuple[Array, Array]:
    """By how many standard errors gears of many modules miss a reading, and that error, mm."""
    probe, gears = reading.probe, Gear(teeth, module, OFF_LIST_ANGLES)
    width = np.hypot(reading.error, probe.looseness(gears))
    if not probe.method.adds:
        # Without pins or a bore gears read as their module is.
        return np.asarray(
            (reading.value - _off_list_reads(teeth, tip_helix, probe)[0] * module) / width
        ), width
    if tip_helix:
        gears = replace(gears, helix_angle=helix_from_tips(Gear(teeth, 1.0), tip_helix))
    return np.asarray((reading.value - probe.predict(gears)) / width), width


def off_list_evidence(teeth: int, readings: list[Reading], clues: Clues) -> float:
    """Density of the readings if the gear is of no standard size: any module, any usual angle."""
    first, helix = readings[0], clues.tip_helix
    beyond = first.probe.method.adds * first.probe.size
    unit = _off_list_reads(teeth, helix, first.probe)[1]
    guess = max((first.value - beyond) / max(unit, 1e-6), 1e-3)
    module = guess * _around()[:, None]
    near = (np.abs(_off(first, teeth, helix, module)[0]) < BEYOND).any(axis=1)
    logs = np.zeros((int(near.sum()), len(OFF_LIST_ANGLES)))
    for reading in readings:
        off, width = _off(reading, teeth, helix, module[near])
        logs = logs - 0.5 * off * off - np.log(width * np.sqrt(2 * np.pi))
    spread = np.log(LARGEST_MODULE / SMALLEST_MODULE)
    share = np.array([0.15, 0.7, 0.15])
    return float((np.exp(np.nan_to_num(logs, nan=-np.inf)) * share).sum() * APART / spread)


OFF_LIST_ANGLES = np.radians([14.5, 20.0, 25.0])
"""Pressure angles of gears of no standard size, rad."""

APART = 0.0005
"""Logarithm of the step from module to module off the list."""


@cache
def _around() -> Array:
    """Modules about a guess, as shares of it."""
    return np.asarray(np.exp(np.arange(-800, 801) * APART))
