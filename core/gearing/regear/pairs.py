"""Pairs of one size, whole tables at a time.

The thicknesses at the working circles grow with the distance as the circles
do, so that ``j = 2a(inv(alpha_w) - inv(alpha_0))``, with ``alpha_0`` the working
angle without play: a closed form that serves thousands of pairs at once.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from ..geometry.involute import Real, inv, inverse_inv

UNDERCUT_BELOW = 17
"""Count below which pinions are mostly cut with a shift (ISO 53, 20°)."""

Floats = NDArray[np.float64]


def usual_shift(teeth: Real) -> Floats:
    """The shift that just keeps a pinion from undercut, ``(17 - z)/17``; none from 17 teeth up."""
    return np.maximum((UNDERCUT_BELOW - np.asarray(teeth, dtype=np.float64)) / UNDERCUT_BELOW, 0.0)


@dataclass(frozen=True)
class Pairs:
    """Pinions on unshifted spurs. Fields may be arrays that broadcast together.

    Attributes
    ----------
    first, second : int
        Teeth.
    module, alpha : float
        mm and rad.
    shift : float
        Of the first.
    """

    first: Real
    second: Real
    module: float
    alpha: float
    shift: Real = 0.0

    @property
    def bases(self) -> Floats:
        """``rb1 + rb2``, mm."""
        both: Floats = self.module * (np.asarray(self.first) + self.second) / 2 * np.cos(self.alpha)
        return both

    @property
    def involute(self) -> Floats:
        """``inv(alpha_0) = inv(alpha) + 2x·tan(alpha)/(z1 + z2)`` (ISO 21771-1)."""
        both = np.asarray(self.first) + self.second
        opened: Floats = inv(self.alpha) + 2 * np.tan(self.alpha) * np.asarray(self.shift) / both
        return opened

    @property
    def close(self) -> Floats:
        """Distance without play, mm."""
        apart: Floats = self.bases / np.cos(inverse_inv(self.involute))
        return apart

    def widened(self) -> Pairs:
        """The same with an axis more at the end, for as many distances each."""

        def more(field: Real) -> Real:
            return np.asarray(field)[..., None] if np.ndim(field) else field

        return Pairs(more(self.first), more(self.second), self.module, self.alpha, more(self.shift))

    def backlash(self, distance: Real) -> Floats:
        """Circumferential backlash at the working circles, mm; minus jammed, nan where none meet."""
        a = np.asarray(distance, dtype=np.float64)
        cosine = self.bases / a
        working = np.arccos(np.where(cosine <= 1, cosine, np.nan))
        play: Floats = 2 * a * (inv(working) - self.involute)
        return play

    def distance_with(self, backlash: float) -> Floats:
        """Distance for a backlash, mm, by Newton's steps with ``dj/da = j/a + 2·tan(alpha_w)``."""
        a = self.close * (1 + 1e-9)
        for _ in range(6):
            working = np.arccos(self.bases / a)
            play = 2 * a * (inv(working) - self.involute)
            a = a + (backlash - play) / (play / a + 2 * np.tan(working))
        return a

    def contact(self, distance: Real) -> Floats:
        """Transverse contact ratio of full-depth teeth, over their involutes alone."""
        a = np.asarray(distance, dtype=np.float64)
        along = np.sqrt(np.maximum(a * a - self.bases * self.bases, 0.0))

        def beyond(teeth: Real, shift: Real) -> Floats:
            tip = self.module * (np.asarray(teeth) / 2 + 1 + shift)
            base = self.module * np.asarray(teeth) * np.cos(self.alpha) / 2
            length: Floats = np.sqrt(tip * tip - base * base)
            return length

        reach = np.minimum(beyond(self.first, self.shift), along) + np.minimum(
            beyond(self.second, 0.0), along
        )
        ratio: Floats = (reach - along) / (np.pi * self.module * np.cos(self.alpha))
        return ratio
