"""Where a quantity that rises all the way from one end to the other reaches what is wanted."""

from __future__ import annotations

from collections.abc import Callable

import numpy as np
from numpy.typing import NDArray

from .involute import Real

HALVINGS = 60
"""Enough for the last digit of a double, whatever the bracket."""

AT_ONCE = 5
"""Halvings that one call answers: an array of places costs what a single one does."""


def crossing(
    short: Callable[[Real], NDArray[np.bool_] | bool | np.bool_],
    near: Real,
    far: Real,
    halvings: int = HALVINGS,
    *,
    at_once: int = AT_ONCE,
) -> Real:
    """The place between `near`, where it falls short, and `far`, where it does not, by bisection.

    Each round asks of many places at once: of 31, so that the bracket shrinks 32 times.

    A library's root finder would be quicker by steps that do not count here, and
    slower by its import, which takes most of what a sum on the command line may.

    Parameters
    ----------
    short : callable
        Of a place: whether it still falls short there. Monotone; arrays element by element, of places
        of any leading shape.
    near, far : float or ndarray
        The ends, in either order; of one shape.
    halvings : int
        The bracket shrinks by two to this power.
    at_once : int
        Halvings of one round; 1 where each place is dear and arrays gain nothing.

    Returns
    -------
    float or ndarray

    Examples
    --------
    >>> round(float(crossing(lambda x: x * x < 2, 0.0, 2.0)), 12)
    1.414213562373
    """
    parts = 2**at_once
    near, far = np.asarray(near, dtype=np.float64), np.asarray(far, dtype=np.float64)
    share = (np.arange(1, parts) / parts).reshape(-1, *[1] * near.ndim)
    for _ in range(-(-halvings // at_once)):
        part = (far - near) / parts
        below = np.asarray(short(near + (far - near) * share)).sum(axis=0)
        near, far = near + part * below, near + part * (below + 1)
    return np.asarray((near + far) / 2)
