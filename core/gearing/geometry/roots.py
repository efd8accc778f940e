"""Where a quantity that rises all the way from one end to the other reaches what is wanted."""

from __future__ import annotations

from collections.abc import Callable

import numpy as np
from numpy.typing import NDArray

from .involute import Real

HALVINGS = 60
"""Enough for the last digit of a double, whatever the bracket."""


def crossing(
    short: Callable[[Real], NDArray[np.bool_] | bool | np.bool_],
    near: Real,
    far: Real,
    halvings: int = HALVINGS,
) -> Real:
    """The place between `near`, where it falls short, and `far`, where it does not, by bisection.

    A library's root finder would be quicker by steps that do not count here, and
    slower by its import, which takes most of what a sum on the command line may.

    Parameters
    ----------
    short : callable
        Of a place: whether it still falls short there. Monotone; arrays element by element.
    near, far : float or ndarray
        The ends, in either order; of one shape.
    halvings : int
        The bracket shrinks by two to this power.

    Returns
    -------
    float or ndarray

    Examples
    --------
    >>> round(float(crossing(lambda x: x * x < 2, 0.0, 2.0)), 12)
    1.414213562373
    """
    for _ in range(halvings):
        middle = (near + far) / 2
        below = short(middle)
        near, far = np.where(below, middle, near), np.where(below, far, middle)
    return (near + far) / 2
