"""The field of gears that readings are weighed on: sizes × shift × trim × thinning, where it matters.

Of the whole field only what could come near the readings is laid out: the
sizes in reach, and of each a window of its shifts.
"""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from ..geometry.gear import Gear, helix_from_tips
from ..geometry.involute import Real
from ..measuring.methods import Probe
from ..measuring.readings import NO_CLUES, Clues, Reading
from .prior import Array, Cells, Prior, columns
from .standard_sizes import Size

SLACK, LEAN = 6.0, 3.0
"""Standard errors of a reading, and of the helix, within which a size is kept in play."""

WIDER = 4 / 3
"""How much further out the gears of such a size are still laid out."""


@dataclass(frozen=True)
class Field:
    """Gears at the middles of cells, of shape (size, shift, trim, thinning).

    Attributes
    ----------
    sizes : tuple of Size
    of_prior : ndarray of int
        Where in the prior each of them stands.
    gears : Gear
    cells : tuple of Cells
        Those of shift of shape (size, shift), those of trim and thinning of one dimension.
    tilted : Gear or None
        The same with the helix one standard error steeper, for helical gears.
    """

    sizes: tuple[Size, ...]
    of_prior: NDArray[np.int64]
    gears: Gear
    cells: tuple[Cells, Cells, Cells]
    tilted: Gear | None

    @property
    def shares(self) -> Array:
        """Share of each cell before any reading, of any one size."""
        shift, trim, thin = (each.share for each in self.cells)
        return np.asarray(shift[..., None, None] * trim[:, None] * thin)


def field_in_reach(prior: Prior, teeth: int, readings: list[Reading], clues: Clues) -> Field:
    """What of the prior could give `readings`, within :data:`SLACK` and :data:`LEAN`."""
    shifts, trims, thinnings = prior.shifts(teeth), prior.trims, prior.thinnings
    kept = _in_reach(prior, teeth, readings, clues)
    near = np.ones((len(kept), len(shifts.middle)), dtype=bool)
    # A helix said wrong by far outweighs any shift: of helical gears all are laid out.
    if not clues.tip_helix:
        about = _about(prior.columns[:, kept], teeth, readings, prior)
        # Where nothing comes near, the nearest still leads.
        near = about if about.any() else near
        kept, near = kept[near.any(axis=1)], near[near.any(axis=1)]
    window = _windows(near)
    cells = (Cells(*(each[window] for each in (shifts.middle, shifts.width, shifts.share))), trims, thinnings)
    sizes = tuple(prior.sizes[n] for n in kept)
    gears = _at_cells(sizes, teeth, cells, clues.tip_helix)
    tilted = _at_cells(sizes, teeth, cells, clues.tip_helix + clues.helix_error) if clues.tip_helix else None
    return Field(sizes, kept, gears, cells, tilted)


def _in_reach(prior: Prior, teeth: int, readings: list[Reading], clues: Clues) -> NDArray[np.int64]:
    """Which sizes of the prior could give `readings`, by the outermost gears of each."""
    tilt = (-LEAN, LEAN) if clues.tip_helix else (0.0,)
    helices = tuple(max(0.0, clues.tip_helix + n * clues.helix_error) for n in tilt)
    outer = [_outermost_reads(prior, teeth, helices, reading.probe) for reading in readings]
    beside = _beside(outer, readings, SLACK, (4 * len(helices), len(prior.sizes)))
    return np.flatnonzero(~np.logical_or(*beside).any(axis=0))


def listed_at_most(prior: Prior, teeth: int, readings: list[Reading], shares: Array) -> float:
    """What the density of `readings` stays below by all sizes of the prior, at a fraction of the work.

    At each shift gears read from the whole ones to those cut most; none reads nearer than the
    nearer end. A density of several readings is at most that of the one that lies farthest, times
    the greatest the others can have. Straight teeth only.

    Parameters
    ----------
    prior, teeth, readings
        As for :func:`field_in_reach`; readings pooled.
    shares : ndarray
        Share of each size of the prior; they make 1.

    Returns
    -------
    float
        Infinite where some gear cannot be read so, which says nothing of its neighbours.
    """
    kept, shift = _in_reach(prior, teeth, readings, NO_CLUES), prior.shifts(teeth)
    ends = _ends(prior.columns[:, kept], teeth, prior)
    coarse = max(float((each.width / each.middle.max()).max()) for each in (prior.trims, prior.thinnings))
    farthest, highest = np.zeros(()), np.ones(())
    for reading in readings:
        width = np.hypot(reading.error, reading.probe.looseness(ends))
        reads = np.broadcast_to(reading.probe.predict(ends), (2, len(kept), len(shift.middle)))
        low, high = reads.min(axis=0), reads.max(axis=0)
        beyond = np.maximum(np.maximum(low - reading.value, reading.value - high), 0.0)
        # What a cell leaves open; twice, for within it readings bend.
        rise = np.abs(np.diff(reads)).max(axis=(0, 2), initial=0.0)[:, None]
        blur = rise + (high - low) * coarse
        farthest = np.maximum(farthest, beyond**2 / (width**2 + blur**2 / 3))
        highest = highest / (width * np.sqrt(2 * np.pi))
    most = float((shares[kept, None] * shift.share * highest * np.exp(-0.5 * farthest)).sum())
    return np.inf if np.isnan(most) else most


@lru_cache(maxsize=64)
def _outermost(prior: Prior, teeth: int, helices: tuple[float, ...]) -> Gear:
    """Of every size those shifted most and least, whole and cut most, at each helix: (corner, size)."""
    corners = np.meshgrid(prior.shifts(teeth).middle[[0, -1]], (0.0, 1.0), helices)
    shift, cut, helix = (np.ravel(each)[:, None] for each in corners)
    return _cut(prior.columns, teeth, shift, cut, helix, prior)


@lru_cache(maxsize=512)
def _outermost_reads(prior: Prior, teeth: int, helices: tuple[float, ...], probe: Probe) -> tuple[Real, Real]:
    """What they read and how loosely: the same whatever the caliper said, asked again at every figure."""
    ends = _outermost(prior, teeth, helices)
    return probe.predict(ends), probe.looseness(ends)


def _cut(of: Array, teeth: int, shift: Array, cut: Array, helix: Real, prior: Prior) -> Gear:
    """Gears cut short and thinned by a share, `cut`, of the most that is thought of."""
    most = [each.middle.max() for each in (prior.trims, prior.thinnings)]
    return _gears(of, teeth, shift, cut * most[0], cut * most[1], helix)


def _ends(of: Array, teeth: int, prior: Prior) -> Gear:
    """Of each size at each shift the whole gear and the one cut most: (end, size, shift)."""
    cut = np.array([0.0, 1.0])[:, None, None]
    return _cut(of[..., None], teeth, prior.shifts(teeth).middle, cut, 0.0, prior)


def _about(of: Array, teeth: int, readings: list[Reading], prior: Prior) -> NDArray[np.bool_]:
    """Which shifts of each size the readings could come from, shape (size, shift); straight teeth only."""
    ends = _ends(of, teeth, prior)
    reads = [(reading.probe.predict(ends), reading.probe.looseness(ends)) for reading in readings]
    below, above = _beside(reads, readings, WIDER * SLACK, (2, of.shape[1], np.shape(ends.profile_shift)[-1]))
    # Within a cell a gear lies up to half a step off: what its neighbours could give, it could.
    return np.asarray(~(_all_about(below) | _all_about(above)).any(axis=0))


def _beside(
    reads: list[tuple[Real, Real]], readings: list[Reading], slack: float, shape: tuple[int, ...]
) -> tuple[NDArray[np.bool_], NDArray[np.bool_]]:
    """Whether gears between ends, the first axis of `shape`, read all less, and all more, than each reading.

    `reads` is what the ends would read and how loosely. By reading first; `slack` in its standard
    errors. An end that cannot be read so may be near for all that is known.
    """
    below, above = [], []
    for (predicted, loose), reading in zip(reads, readings, strict=True):
        room = slack * np.hypot(reading.error, loose)
        # A root knows nothing of how far the tips are cut: the same at all ends.
        off = np.broadcast_to(np.asarray(predicted) - reading.value, shape)
        below.append((off < -room).all(axis=0))
        above.append((off > room).all(axis=0))
    return np.stack(below), np.stack(above)


def _all_about(far: NDArray[np.bool_]) -> NDArray[np.bool_]:
    """Whether a cell and both its neighbours along the last axis are."""
    all_three = far.copy()
    all_three[..., 1:] &= far[..., :-1]
    all_three[..., :-1] &= far[..., 1:]
    return all_three


def _windows(near: NDArray[np.bool_]) -> NDArray[np.int64]:
    """For each row as many places in a row as the widest needs, two more at both ends for slopes."""
    many = near.shape[1]
    if not near.size:
        return np.zeros((near.shape[0], many), dtype=np.int64)
    first = near.argmax(axis=1) - 2
    last = many - near[:, ::-1].argmax(axis=1) + 1
    wide = min(int((last - first).max()) + 1, many)
    return np.asarray(np.clip(first, 0, many - wide)[:, None] + np.arange(wide))


def _gears(of: Array, teeth: int, shift: Real, trim: Real, thin: Real, tip_helix: Real) -> Gear:
    """Gears of sizes; `of` as :func:`~.prior.columns`, `trim` and `thin` in modules."""
    module, alpha, addendum, dedendum = of
    straight = Gear(teeth, module, alpha, shift, 0.0, addendum, dedendum, trim * module, thin * module)
    return (
        replace(straight, helix_angle=helix_from_tips(straight, tip_helix)) if np.any(tip_helix) else straight
    )


def _at_cells(
    sizes: tuple[Size, ...], teeth: int, cells: tuple[Cells, Cells, Cells], tip_helix: float
) -> Gear:
    """Every size at the middle of every cell."""
    shift, trim, thin = (each.middle for each in cells)
    of = columns(sizes)[..., None, None, None]
    return _gears(of, teeth, shift[..., None, None], trim[:, None], thin, tip_helix)
