"""What is thought of a gear before it is measured, as tables that can be corrected."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from functools import cache, cached_property
from typing import Any

import numpy as np
from numpy.typing import NDArray

from ..data import table
from .standard_sizes import Size, standard_sizes

Array = NDArray[np.float64]


@dataclass(frozen=True)
class Cells:
    """A continuous unknown cut into cells, each with its middle, its width and its share.

    A cell of no width is a value that is met exactly, as an unshifted gear is.
    """

    middle: Array
    width: Array
    share: Array


@dataclass(frozen=True, eq=False)
class Prior:
    """Shares of everything a gear may be.

    Attributes
    ----------
    sizes : tuple of Size
        Standard sizes with their shares, which make 1.
    shifts : callable
        Profile shifts for a tooth count.
    trims, thinnings : Cells
        Tip trim and thinning of the teeth, in modules: both only ever reduce.
    off_list, nonsense : float
        Share of gears of no standard size, and of readings that fit nothing.
    """

    sizes: tuple[Size, ...]
    shifts: Callable[[int], Cells]
    trims: Cells
    thinnings: Cells
    off_list: float
    nonsense: float

    @cached_property
    def columns(self) -> Array:
        """See :func:`columns`."""
        return columns(self.sizes)

    @cached_property
    def size_shares(self) -> Array:
        """Share of each size."""
        return np.array([size.share for size in self.sizes])


def columns(sizes: tuple[Size, ...]) -> Array:
    """Module, angle, addendum and dedendum of each size, shape (4, sizes)."""
    rows = [(s.module, s.pressure_angle, s.addendum, s.dedendum) for s in sizes]
    return np.array(rows, dtype=np.float64).reshape(-1, 4).T


@cache
def usual(field: str = "", pointed: bool = False) -> Prior:
    """The prior of ``sizes.toml`` for one kind of unit, and for teeth seen to be `pointed`."""
    of = "_pointed" if pointed else ""
    data = table("sizes")
    none = data["none"]
    return Prior(
        standard_sizes(field),
        _usual_shifts,
        _one_sided(data[f"trim{of}"]),
        _one_sided(data[f"thinning{of}"]),
        none["off_list"],
        none["nonsense"],
    )


@cache
def _usual_shifts(teeth: int) -> Cells:
    """Unshifted exactly, or a bell about what the count asks for."""
    data = table("sizes")["shift"]
    step = data["step"]
    middle = np.arange(data["lowest"], data["highest"] + step / 2, step)
    if teeth < data["small_below"]:
        wanted = (data["small_below"] - teeth) / data["small_below"]
        plain, spread = data["small_plain"], data["small_spread"]
    else:
        wanted, plain, spread = 0.0, data["plain"], data["plain_spread"]
    share = np.exp(-0.5 * ((middle - wanted) / spread) ** 2)
    share *= (1 - plain) / share.sum()
    order = np.argsort(np.append(middle, 0.0), kind="stable")
    width = np.append(np.full(len(middle), step), 0.0)
    return Cells(np.append(middle, 0.0)[order], width[order], np.append(share, plain)[order])


def _one_sided(data: dict[str, Any]) -> Cells:
    """``none`` of it exactly, or evenly within each pair of ``edges``, by ``shares``."""
    edges = np.array(data["edges"])
    middle = np.append(0.0, (edges[1:] + edges[:-1]) / 2)
    width = np.append(0.0, np.diff(edges))
    return Cells(middle, width, np.append(data["none"], data["shares"]))
