"""How many teeth a gear had when not all of them are there to be counted.

Each route gives odds over whole numbers; routes that agree are multiplied,
and routes that contradict each other are named, never averaged.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from math import asin, ceil, cos, erf, floor, hypot, pi, sin, sqrt

from ..data import table
from ..errors import GearingError
from ..geometry.gear import FEWEST_TEETH, MOST_TEETH

MESH_OPENING = 0.03
"""How far shafts stand apart beyond the closest mesh, in modules: the usual backlash."""

LOOSE_MESH = 0.05
"""How uncertain that and the profile shifts are together, in modules."""

AGREE = 0.02
"""Overlap of two routes' odds (Bhattacharyya) below which they contradict each other."""

CERTAIN = 0.95
"""Odds from which a count is called certain."""

DOUBTED = 0.05
"""Odds a route gives the first count below which it is said to speak for another."""

LEAST_ODDS = 0.001

SLIPPED = 1e-4
"""Odds that a route says what has nothing to do with the gear."""

EDGE = 0.9995
"""Chord over diameter from which the arc sine is so steep that a hundredth is several teeth."""


@dataclass(frozen=True, slots=True)
class Route:
    """One way to the count.

    Attributes
    ----------
    name : str
        As said on screen.
    estimate, error : float
        Teeth, not rounded, and its standard error.
    odds : Mapping
        Whole counts with their odds, likeliest first.
    times : int
        How often it was gone.
    """

    name: str
    estimate: float
    error: float
    odds: Mapping[int, float]
    times: int = 1


@dataclass(frozen=True, slots=True)
class Count:
    """All routes together; `against` names those that contradict each other."""

    odds: Mapping[int, float]
    routes: tuple[Route, ...]
    against: tuple[str, ...]

    @property
    def certain(self) -> bool:
        """Whether the first count may be taken: nothing against it, and not on one word alone."""
        return (
            next(iter(self.odds.values())) >= CERTAIN
            and not self.against
            and not self.doubters
            and sum(route.times for route in self.routes) > 1
        )

    @property
    def doubters(self) -> tuple[Route, ...]:
        """Routes that speak for another count than the first, without quite ruling it out."""
        first = next(iter(self.odds))
        return tuple(route for route in self.routes if route.odds.get(first, 0.0) < DOUBTED)


def from_chord(
    pitches: int, chord: float, over_tips: float, *, chord_error: float = 0.03, tips_error: float = 0.03
) -> Route:
    """From the chord between like edges of two tips `pitches` apart.

    ``C = da·sin(n·pi/z)``, so ``z = n·pi/asin(C/da)``.

    Parameters
    ----------
    pitches : int
        Pitches between the two tips.
    chord, over_tips : float
        The chord and the tip diameter, mm.

    Raises
    ------
    GearingError
        If the chord is no chord of that circle.

    Examples
    --------
    >>> next(iter(from_chord(4, 12.93, 22.0).odds))
    20
    """
    if over_tips * EDGE < chord <= over_tips:
        raise GearingError(
            "The chord spans the whole gear, where it tells one count from no other.",
            code="chord_spans_gear",
            field="chord.chord",
            hint="Read a shorter one: over a third of the gear or less.",
        )
    if not 0 < chord < over_tips:
        raise GearingError(
            "The chord is longer than the gear is wide.",
            code="chord_too_long",
            field="chord.chord",
            hint="Read the chord between like edges of two standing teeth, and the diameter over the tips.",
        )
    angle = asin(chord / over_tips)
    estimate = pitches * pi / angle
    slope = estimate / angle / sqrt(1 - (chord / over_tips) ** 2) / over_tips
    error = slope * hypot(chord_error, tips_error * chord / over_tips)
    return _route(f"chord over {pitches} pitches", estimate, error)


def from_mate(
    distance: float, module: float, mate_teeth: int, *, helix: float = 0.0, error: float = 0.05
) -> Route:
    """From the distance between shafts and the mate: ``z = 2a·cos(beta)/mn - z_mate``.

    The working distance stands a little off the closest, and shifts move it:
    both are allowed for.

    Examples
    --------
    >>> next(iter(from_mate(35.05, 1.0, 50).odds))
    20
    """
    both = 2 * (distance - MESH_OPENING * module) * cos(helix) / module
    spread = 2 * hypot(error, LOOSE_MESH * module) / module
    if both <= mate_teeth + FEWEST_TEETH - 1:
        raise GearingError(
            "The mate alone fills this distance.",
            code="mate_fills_distance",
            field="mate.distance",
            hint="Check the distance, the module and the count of the mate.",
        )
    return _route(f"distance to {mate_teeth} teeth", both - mate_teeth, spread)


def from_turns(turns: float, mate_turns: float, mate_teeth: int, *, error: float = 0.05) -> Route:
    """From turning: this gear makes `turns` while its mate makes `mate_turns`.

    ``z = z_mate · mate_turns / turns``; `error` is that of each count of turns.

    Examples
    --------
    >>> next(iter(from_turns(3.6, 1.0, 54, error=0.02).odds))
    15
    """
    if turns <= 0 or mate_turns <= 0:
        raise GearingError(
            "Turns are counted from one up.",
            code="turns_below_one",
            field="turns.turns",
            hint="Turn further and count again.",
        )
    estimate = mate_teeth * mate_turns / turns
    return _route("turns counted", estimate, estimate * hypot(error / turns, error / mate_turns))


def from_sector(pitches: int, angle: float, *, error: float = 0.017) -> Route:
    """From a run of standing teeth: `pitches` of them fill `angle` (rad): ``z = 2·pi·n/angle``."""
    if not 0 < angle < 2 * pi:
        raise GearingError(
            "A sector is part of a turn.",
            code="sector_out_of_range",
            field="sector.angle",
            hint="Give the angle in degrees, below 360.",
        )
    estimate = 2 * pi * pitches / angle
    return _route(f"sector of {pitches} pitches", estimate, estimate * error / angle)


def miscounted(teeth: int, counted: int) -> float:
    """Odds that someone who counts a gear of `teeth` by eye says `counted`.

    Mostly right, less so the more teeth there are, and if wrong mostly by one:
    the tooth begun with is counted twice, or passed over (``sizes.toml``).
    """
    row = table("sizes")["count"]
    wrong = min(row["wrong"] + row["wrong_per_tooth"] * max(0, teeth - row["from"]), row["most_wrong"])
    off = abs(counted - teeth)
    if off == 0:
        return float(1 - wrong)
    shares = row["off_by"]
    if off <= len(shares):
        return float(wrong * shares[off - 1] / 2)
    # Anything: a tooth missed at every turn of the head, another gear, a slip of the pen.
    return float(wrong * (1 - sum(shares)) / MOST_TEETH)


def from_counts(counts: Mapping[int, float]) -> Route:
    """Counts made by eye, with how often each was made: evidence with an error rate, never certainty.

    Whoever counted wrong once may do so again for the same reason, so that
    each further count that says the same weighs less (``again`` in ``sizes.toml``).
    """
    again = float(table("sizes")["count"]["again"])
    reach = len(table("sizes")["count"]["off_by"])
    tried = {z for counted in counts for z in range(counted - reach, counted + reach + 1)}
    weights = {}
    for z in sorted(z for z in tried if FEWEST_TEETH <= z <= MOST_TEETH):
        weight = 1.0
        for counted, times in counts.items():
            weight *= miscounted(z, counted) ** (1 + again * (times - 1))
        weights[z] = weight
    whole = sum(weights.values())
    odds = {z: w / whole for z, w in sorted(weights.items(), key=lambda item: -item[1])}
    mean = sum(z * p for z, p in odds.items())
    spread = sqrt(sum(p * (z - mean) ** 2 for z, p in odds.items()))
    return Route("counted by eye", mean, spread, odds, int(sum(counts.values())))


def together(routes: list[Route]) -> Count:
    """Odds of each count by all routes, and the routes that contradict each other.

    Raises
    ------
    GearingError
        If there is no route to go by.
    """
    if not routes:
        raise GearingError(
            "There is nothing to count by yet.",
            code="nothing_counted",
            field="routes",
            hint="Give a chord, the distance to the mate, turns, or a sector of standing teeth.",
        )
    counts = {z for route in routes for z in route.odds}
    odds = {z: _product(routes, z) for z in counts}
    whole = sum(odds.values())
    shares = {
        z: p / whole for z, p in sorted(odds.items(), key=lambda item: -item[1]) if p / whole > LEAST_ODDS
    }
    against = [
        f"{route.name} says {_says(route)}, {other.name} says {_says(other)}"
        for at, route in enumerate(routes)
        for other in routes[at + 1 :]
        if _overlap(route, other) < AGREE
    ]
    return Count(shares, tuple(routes), tuple(against))


def _product(routes: list[Route], teeth: int) -> float:
    share = 1.0
    for route in routes:
        share *= max(route.odds.get(teeth, 0.0), SLIPPED)
    return share


def _overlap(first: Route, second: Route) -> float:
    return sum(sqrt(p * second.odds.get(z, 0.0)) for z, p in first.odds.items())


def _says(route: Route) -> str:
    return str(next(iter(route.odds)))


def _route(name: str, estimate: float, error: float) -> Route:
    """Odds of the whole numbers about an estimate, as a bell gives them."""
    if not FEWEST_TEETH - 1 <= estimate <= MOST_TEETH + 1:
        raise _no_gear(name, estimate)
    spread = max(error, 0.05)
    low, high = max(FEWEST_TEETH, floor(estimate - 4 * spread)), min(MOST_TEETH, ceil(estimate + 4 * spread))
    odds = {
        z: _bell(z + 0.5, estimate, spread) - _bell(z - 0.5, estimate, spread) for z in range(low, high + 1)
    }
    whole = sum(odds.values())
    if not whole > 0:
        raise _no_gear(name, estimate)
    ranked = sorted(((z, p / whole) for z, p in odds.items()), key=lambda item: -item[1])
    return Route(name, estimate, error, {z: p for z, p in ranked if p > LEAST_ODDS})


def _bell(x: float, mean: float, spread: float) -> float:
    return 0.5 * (1 + erf((x - mean) / spread / sqrt(2)))


def chord_of(teeth: int, pitches: int, over_tips: float) -> float:
    """The chord a count would give, mm: what to expect before reading it."""
    return over_tips * sin(pitches * pi / teeth)


def _no_gear(name: str, estimate: float) -> GearingError:
    return GearingError(
        f"By the {name} this gear would have {estimate:.3g} teeth.",
        code="count_out_of_range",
        field="teeth",
        hint="Read again: one of the figures is far off.",
    )
