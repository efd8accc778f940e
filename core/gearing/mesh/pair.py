"""The geometry of a pair at any distance, external or internal (ISO 21771-1, clause 5).

Distances may be arrays, so that a drag, a turn with an eccentric gear or a
whole plate of holes is one call.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property

import numpy as np
from numpy.typing import NDArray

from ..errors import GearingError
from ..geometry.gear import (
    Gear,
    base_helix_angle,
    base_pitch,
    base_radius,
    root_radius,
    tip_radius,
    tooth_half_angle,
    transverse_pressure_angle,
    undercut,
)
from ..geometry.internal import ring_root_radius, ring_tip_radius, space_of
from ..geometry.involute import Real, inv, inverse_inv
from ..geometry.outline import form_radius
from ..geometry.roots import crossing

ONE_PITCH = 1e-3
"""Share by which two base pitches may differ and still be one: a rounded diametral pitch."""


@dataclass(frozen=True)
class Pair:
    """Two gears on parallel shafts. With `internal` the second is a ring round the first.

    Attributes
    ----------
    first, second : Gear
        Scalar fields.
    internal : bool
    """

    first: Gear
    second: Gear
    internal: bool = False

    def __post_init__(self) -> None:
        if not np.isclose(base_pitch(self.first), base_pitch(self.second), rtol=ONE_PITCH):
            raise GearingError(
                "The two gears differ in pitch: they will not run together.",
                code="pitches_differ",
                field="second.module",
                hint="Compare module and pressure angle of both; read the doubtful one again.",
            )
        if self.internal and self.second.teeth - self.first.teeth < 1:
            raise GearingError(
                "A ring has more teeth than what turns in it.",
                code="ring_too_small",
                field="second.teeth",
                hint="Swap the two, or read the ring again.",
            )

    @cached_property
    def sign(self) -> int:
        """+1 outside, -1 inside: what the second gear's radii count in the distance."""
        return -1 if self.internal else 1

    @cached_property
    def bases(self) -> float:
        """``rb2 ± rb1``, mm."""
        first, second = float(base_radius(self.first)), float(base_radius(self.second))
        return second - first if self.internal else second + first

    @cached_property
    def tips(self) -> tuple[float, float]:
        """Tip radii, mm."""
        second = ring_tip_radius(self.second) if self.internal else tip_radius(self.second)
        return float(tip_radius(self.first)), float(second)

    @cached_property
    def roots(self) -> tuple[float, float]:
        """Root radii, mm."""
        second = ring_root_radius(self.second) if self.internal else root_radius(self.second)
        return float(root_radius(self.first)), float(second)

    @cached_property
    def zero_backlash_distance(self) -> float:
        """Distance at which both flanks touch, mm.

        ``inv(alpha_w) = inv(alpha_t) + 2·tan(alpha_n)(x2 ± x1)/(z2 ± z1)``, with
        any thinning of the teeth taken off.

        Raises
        ------
        GearingError
            If the teeth are too thin to touch on both flanks at any distance.
        """
        first, second, s = self.first, self.second, self.sign
        shift = 2 * np.tan(first.pressure_angle) * (second.profile_shift + s * first.profile_shift)
        thinner = (second.thinning / second.module + first.thinning / first.module) * s
        involute = float(
            inv(transverse_pressure_angle(first)) + (shift - thinner) / (second.teeth + s * first.teeth)
        )
        if involute <= 0:
            raise GearingError(
                "These teeth are too thin to touch on both flanks at any distance.",
                code="teeth_too_thin",
                field="profile_shift",
                hint="Check the profile shift of both gears.",
            )
        return float(self.bases / np.cos(inverse_inv(involute)))

    @cached_property
    def limits(self) -> tuple[float, float]:
        """Distances between which the flanks can meet at all, mm."""
        if self.internal:
            return self.bases, self.roots[1] - self.tips[0]
        return self.bases, self.tips[0] + self.tips[1]

    def working_angle(self, distance: Real) -> Real:
        """``cos(alpha_w) = (rb2 ± rb1)/a``, rad."""
        return np.arccos(np.minimum(self.bases / np.asarray(distance), 1.0))

    def working_radii(self, distance: Real) -> tuple[Real, Real]:
        """Working pitch radii, mm."""
        a = np.asarray(distance)
        share = a / (self.second.teeth + self.sign * self.first.teeth)
        return share * self.first.teeth, share * self.second.teeth

    @cached_property
    def _flanks(self) -> tuple[tuple[float, float, float], ...]:
        """Of each: share of the distance, base radius by that, and half angle at the base, rad."""
        whole = self.second.teeth + self.sign * self.first.teeth
        teeth = (self.first, 1), (space_of(self.second) if self.internal else self.second, self.sign)
        return tuple(
            (
                float(sign * gear.teeth / whole),
                float(base_radius(gear) * whole / gear.teeth),
                float(tooth_half_angle(gear, base_radius(gear))),
            )
            for gear, sign in teeth
        )

    def backlash(self, distance: Real) -> Real:
        """Circumferential backlash at the working circles, ``p_w - s_w1 - s_w2``, mm; minus where jammed.

        With ``s = 2·r(psi_b - inv(alpha))``, since a tooth narrows from its base as the involute
        opens. Of a ring it is the space less the tooth in it.
        """
        a = np.asarray(distance)
        left: Real = 0.0 if self.internal else np.pi / float(self.second.teeth + self.first.teeth)
        for share, base, half in self._flanks:
            left = left + share * (inv(np.arccos(np.minimum(base / a, 1.0))) - half)
        return 2 * a * left

    def normal_backlash(self, distance: Real) -> Real:
        """``j·cos(alpha_wt)·cos(beta_b)``, along the normal, mm."""
        along = np.minimum(self.bases / np.asarray(distance), 1.0) * self._tilt
        return self.backlash(distance) * along

    @cached_property
    def _tilt(self) -> float:
        """``cos(beta_b)``."""
        return float(np.cos(base_helix_angle(self.first)))

    @cached_property
    def _ways(self) -> tuple[float, float]:
        """From each base circle to where the tip lies, along the line of action, mm."""
        return beyond(self.first, self.tips[0]), beyond(self.second, self.tips[1])

    @cached_property
    def _pitch(self) -> float:
        """Transverse base pitch, mm."""
        return float(base_pitch(self.first))

    def contact_ratio(self, distance: Real) -> Real:
        """Transverse contact ratio, over the involutes alone.

        ``[sqrt(ra1² - rb1²) ± sqrt(ra2² - rb2²) ∓ a·sin(alpha_w)]/p_b``; a tip
        that reaches below the mate's involute finds nothing to run on there, so
        neither length counts beyond the other's base circle (ISO 21771-1, 5.6).
        """
        between = np.asarray(distance) * np.sin(self.working_angle(distance))
        way_1, way_2 = self._ways
        if self.internal:
            along = way_1 - np.maximum(way_2 - between, 0.0)
        else:
            along = np.minimum(way_1, between) + np.minimum(way_2, between) - between
        return along / self._pitch

    @cached_property
    def undercuts(self) -> tuple[bool, bool]:
        """Whether a rack cutter takes off part of the involute of each; a ring is cut from inside."""
        return undercut(self.first), not self.internal and undercut(self.second)

    @cached_property
    def _begins(self) -> tuple[float, float]:
        """From each base circle to where a cut flank begins, along the line of action, mm; 0 if whole."""
        return tuple(  # type: ignore[return-value]
            beyond(gear, form_radius(gear)) if cut else 0.0
            for gear, cut in zip((self.first, self.second), self.undercuts, strict=True)
        )

    def cut_contact_ratio(self, distance: Real) -> Real:
        """Contact ratio where both were cut by a rack: what undercut took off carries nothing."""
        between = np.asarray(distance) * np.sin(self.working_angle(distance))
        way_1, way_2 = self._ways
        begin_1, begin_2 = self._begins
        if self.internal:
            along = way_1 - np.maximum(way_2 - between, begin_1)
        else:
            along = np.minimum(way_1, between - begin_2) + np.minimum(way_2, between - begin_1) - between
        return along / self._pitch

    def clearances(self, distance: Real) -> tuple[Real, Real]:
        """Tip of the first to the root of the second, and the other way, mm."""
        a = np.asarray(distance)
        if self.internal:
            return self.roots[1] - self.tips[0] - a, self.tips[1] - self.roots[0] - a
        return a - self.tips[0] - self.roots[1], a - self.tips[1] - self.roots[0]

    def working_depth(self, distance: Real) -> Real:
        """How far the teeth reach into each other, mm."""
        if self.internal:
            return np.asarray(distance) + self.tips[0] - self.tips[1]
        return self.tips[0] + self.tips[1] - np.asarray(distance)

    @cached_property
    def skips_at(self) -> float:
        """Distance at which one pair leaves just as the next enters (contact ratio 1), mm.

        Of a ring it is the nearer distance. nan if the teeth never overlap so far.
        """
        close, (low, high) = self.zero_backlash_distance, self.limits
        open_end = low if self.internal else high
        ends = np.linspace(close, open_end, 400)[:-1]
        short = np.flatnonzero(self.contact_ratio(ends) < 1.0)
        if not short.size:
            return float("nan")
        if short[0] == 0:
            return close
        inside, outside = float(ends[short[0] - 1]), float(ends[short[0]])
        return float(crossing(lambda distance: self.contact_ratio(distance) >= 1.0, inside, outside))

    def distance_for(self, backlash: float) -> float:
        """Distance at which the circumferential backlash is `backlash`, mm.

        Raises
        ------
        GearingError
            If the teeth lose each other before they have so much.
        """
        distance = float(self.distances_for(np.asarray(backlash, dtype=np.float64)))
        if np.isnan(distance):
            most = float(self.backlash(self.limits[0 if self.internal else 1]))
            raise GearingError(
                f"These teeth never have {backlash:.3f} mm of backlash.",
                code="backlash_out_of_reach",
                field="backlash_mm",
                hint=f"At most {most:.3f} mm, where they lose each other.",
            )
        return distance

    def distances_for(self, backlash: NDArray[np.float64]) -> NDArray[np.float64]:
        """The same for several at once; nan where the teeth lose each other before they have so much."""
        far = self.limits[0 if self.internal else 1]
        ends = np.full_like(backlash, self.zero_backlash_distance), np.full_like(backlash, far)
        at = crossing(lambda distance: self.backlash(distance) < backlash, *ends)
        return np.where(self.backlash(far) < backlash, np.nan, at)


def beyond(gear: Gear, radius: float) -> float:
    """Length of the line of action from the base circle to `radius`, mm."""
    rb = float(base_radius(gear))
    return float(np.sqrt(max(radius * radius - rb * rb, 0.0)))
