"""What a reading would tell: mutual information between a choice and a figure not yet read, bits.

See Lindley, On a measure of the information provided by an experiment, 1956.
"""

from __future__ import annotations

from functools import cache

import numpy as np
from numpy.typing import NDArray

from .prior import Array

WIDE = 4.0
"""Standard deviations to which a bell is drawn."""

MOST_STEPS = 1500
"""Places between the least and the most a reading could be."""


@cache
def _quadrature() -> tuple[Array, Array]:
    """Nodes and weights of Gauss and Hermite, found once (Abramowitz and Stegun, 25.4.46)."""
    return np.polynomial.hermite_e.hermegauss(31)


def expected_gain(share: Array, mean: Array, sigma: Array) -> float:
    """Mutual information between a choice and a reading, bits.

    Parameters
    ----------
    share, mean, sigma : ndarray, shape (n,)
        Odds of each choice, and the bell its reading would lie in.
    """
    nodes, weight = _quadrature()
    at = mean[:, None] + sigma[:, None] * nodes
    each = np.exp(-0.5 * ((at[..., None] - mean) / sigma) ** 2) / (sigma * np.sqrt(2 * np.pi))
    own = np.exp(-0.5 * nodes**2) / (sigma[:, None] * np.sqrt(2 * np.pi))
    gain = np.log2(own / (each @ share)) @ (weight / weight.sum())
    return max(0.0, float(gain @ share))


def mixed_gains(choice: NDArray[np.int64], share: Array, mean: Array, sigma: Array) -> Array:
    """The same of several readings, where each choice is many bells: a mixture, not one of them.

    Full and stub teeth of one size, shifted and plain, lie apart; a bell over
    all of them hides what a reading would tell.

    Parameters
    ----------
    choice : ndarray of int, shape (n,)
        Which choice each bell belongs to, from 0.
    share : ndarray, shape (n,)
        Odds of each bell; they make 1.
    mean, sigma : ndarray, shape (m, n)
        Middle and spread of each bell on each of `m` readings.

    Returns
    -------
    ndarray, shape (m,)
    """
    least, most = sigma.min(axis=1), sigma.max(axis=1)
    step = np.maximum(np.maximum(least / 2, np.ptp(mean, axis=1) / MOST_STEPS), 1e-9)
    low = mean.min(axis=1) - WIDE * most
    at = (mean - low[:, None]) / step[:, None]
    places = at.astype(np.int64)
    beyond = (at - places) * share
    many = int(np.ceil((mean.max(axis=1) + WIDE * most - low) / step).max()) + 2
    # Bells of nearly one width are laid on together.
    width = np.rint(2 * np.log2(sigma / least[:, None])).astype(np.int64)
    readings, choices, widths = len(mean), int(choice.max()) + 1, int(width.max()) + 1

    def laid(where: NDArray[np.int64], what: Array, shape: tuple[int, ...]) -> Array:
        flat = np.bincount(where.ravel(), what.ravel(), int(np.prod(shape)))
        return np.asarray(flat, dtype=np.float64).reshape(shape)

    row = np.arange(readings)[:, None] * widths + width
    weight = np.broadcast_to(share, mean.shape) + 1e-300
    total = laid(row, weight, (readings, widths))
    with np.errstate(invalid="ignore"):
        spread = np.sqrt(laid(row, sigma**2 * weight, (readings, widths)) / total)
    bells = _bells(np.where(total > 0, spread, 1.0) / step[:, None], many)
    # Between two places a bell is laid on both, so that its middle is kept.
    slots, shape = (row * choices + choice) * many + places, (readings, widths, choices, many)
    spikes = laid(slots, share - beyond, shape) + laid(slots + 1, beyond, shape)
    # Round the end nothing comes: the outermost bells end within.
    waves = np.einsum("mwcf,mwf->mcf", np.fft.rfft(spikes), np.fft.rfft(bells))
    density = np.maximum(np.fft.irfft(waves, many), 0.0)
    whole, of = density.sum(axis=1, keepdims=True), density.sum(axis=2, keepdims=True)
    with np.errstate(divide="ignore", invalid="ignore"):
        gain = density * np.log2(density / (of * whole))
    return np.asarray(np.maximum(0.0, np.nansum(gain, axis=(1, 2))))


def _bells(spread: Array, many: int) -> Array:
    """Bells of `spread` steps about the first of `many` places that lie in a ring; each makes 1."""
    at = np.arange(many)
    off = np.minimum(at, many - at) / spread[..., None]
    bell = np.where(off <= WIDE, np.exp(-0.5 * off**2), 0.0)
    return np.asarray(bell / bell.sum(axis=-1, keepdims=True))
