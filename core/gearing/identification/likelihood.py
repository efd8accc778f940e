"""How well a gear explains its readings, with what cannot be seen integrated over."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from ..geometry.gear import Gear, helix_from_tips
from ..geometry.involute import Real
from ..measuring.readings import Clues, Reading
from .prior import Array, Cells

SMALLEST_MODULE, LARGEST_MODULE = 0.1, 4.0
"""Range over which a gear of no standard size is thought to lie, mm."""


def _slope(values: Array, axis: int, middle: Array) -> Array | float:
    """How a prediction changes along one unknown; zero if it does not depend on it."""
    if values.ndim < 4 or values.shape[axis] == 1:
        return 0.0
    # A value met exactly may stand on the middle of a cell: nudged apart, the slope is the same.
    return np.asarray(np.gradient(values, middle + 1e-9 * np.arange(len(middle)), axis=axis))


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
    return np.nan_to_num(logs, nan=-np.inf), Pointed(moved, matrix, scale), tilt


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


def off_list_evidence(teeth: int, readings: list[Reading], clues: Clues) -> float:
    """Density of the readings if the gear is of no standard size: any module, any usual angle."""
    first, plain = readings[0], Gear(teeth, 1.0)
    if clues.tip_helix:
        plain = replace(plain, helix_angle=helix_from_tips(plain, clues.tip_helix))
    beyond = first.probe.method.adds * first.probe.size
    unit = float(np.nan_to_num(first.probe.predict(replace(plain, module=1e3)), nan=1e3 * teeth)) / 1e3
    guess = max((first.value - beyond) / max(unit, 1e-6), 1e-3)
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
