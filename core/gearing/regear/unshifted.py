"""Unshifted pairs of one size, whole tables at a time.

With no shift the thicknesses at the working circles leave a closed form,
``j = 2a(inv(alpha_w) - inv(alpha))``, which serves thousands of pairs at once.
"""

from __future__ import annotations

import numpy as np

from ..involute import Real, inv


def close_distance(first: Real, second: Real, module: float) -> Real:
    """Distance without play, ``m(z1 + z2)/2``, mm."""
    return module * (np.asarray(first) + second) / 2


def backlash_at(distance: Real, close: Real, alpha: float) -> Real:
    """Circumferential backlash at the working circles, mm; minus where jammed, nan where no flanks meet."""
    a = np.asarray(distance, dtype=np.float64)
    cosine = np.asarray(close) * np.cos(alpha) / a
    working = np.arccos(np.where(cosine <= 1, cosine, np.nan))
    return 2 * a * (inv(working) - inv(alpha))


def distance_with(backlash: float, close: Real, alpha: float) -> Real:
    """Distance at which the backlash is as wanted, mm."""
    near = np.asarray(close, dtype=np.float64)
    far = near * 1.2 + backlash
    for _ in range(45):
        middle = (near + far) / 2
        short = backlash_at(middle, close, alpha) < backlash
        near, far = np.where(short, middle, near), np.where(short, far, middle)
    return (near + far) / 2


def contact_at(distance: Real, first: Real, second: Real, module: float, alpha: float) -> Real:
    """Transverse contact ratio of full-depth teeth, over their involutes alone."""
    a = np.asarray(distance, dtype=np.float64)
    bases = close_distance(first, second, module) * np.cos(alpha)
    along = np.sqrt(np.maximum(a * a - bases * bases, 0.0))

    def beyond(teeth: Real) -> Real:
        tip, base = module * (np.asarray(teeth) + 2) / 2, module * np.asarray(teeth) * np.cos(alpha) / 2
        length: Real = np.sqrt(tip * tip - base * base)
        return length

    reach = np.minimum(beyond(first), along) + np.minimum(beyond(second), along)
    ratio: Real = (reach - along) / (np.pi * module * np.cos(alpha))
    return ratio
