"""What clicks how often, and from a count of clicks which gear or bearing carries the damage."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, replace
from fractions import Fraction
from math import exp, hypot, pi, sqrt

import numpy as np

from ..data import table
from .model import Belt, Coupling, Differential, Mesh, Planetary, Worm
from .solve import Solution

NAMED = 0.15
"""Odds from which a suspect is named."""


@dataclass(frozen=True, slots=True)
class Carrier:
    """Something that could be damaged.

    Attributes
    ----------
    what : str
        ``gear``, ``planet``, ``worm``, ``belt`` or ``bearing``.
    name : str
    shaft : str
    per_turn : float
        Clicks for one turn of the shaft turned.
    spread : float
        How far off that may be, as a share: a bearing's balls are not counted from outside.
    stage : int
        From 1; 0 for a bearing.
    other_per_turn : float
        Clicks where the damage is of the other kind: a planet or an idler runs
        on both flanks, one against each mate, and clicks once for each that is
        hurt. 0 if there is no other kind.
    other : str
        Which that is.
    """

    what: str
    name: str
    shaft: str
    per_turn: float
    spread: float = 0.0
    stage: int = 0
    other_per_turn: float = 0.0
    other: str = ""


@dataclass(frozen=True, slots=True)
class Bearing:
    """A rolling bearing whose balls were counted; diameters mm, 0 if not measured."""

    shaft: str
    balls: int
    ball: float = 0.0
    pitch: float = 0.0


@dataclass(frozen=True, slots=True)
class Suspect:
    """A carrier with its odds; `carrier` None for none of these."""

    carrier: Carrier | None
    odds: float

    @property
    def named(self) -> bool:
        """Whether it is worth a look."""
        return self.carrier is not None and self.odds >= NAMED


def carriers(solution: Solution, turned: str, bearings: Sequence[Bearing] = ()) -> list[Carrier]:
    """Every gear and bearing with how often it would click per turn of a shaft.

    A damaged tooth is met once for each turn of its gear relative to what it
    runs with. A gear that two stages share, an idler, is listed once.
    """
    base = solution.speeds[turned]
    if not base:
        return []
    made: dict[tuple[str, int, str], Carrier] = {}
    for n, coupling in enumerate(solution.train.couplings, 1):
        for each in _toothed(coupling, solution, n):
            if not each.per_turn:
                continue
            scaled = replace(
                each,
                per_turn=each.per_turn / abs(float(base)),
                other_per_turn=each.other_per_turn / abs(float(base)),
            )
            gear = isinstance(coupling, Mesh) and each.what == "gear"
            key = (each.shaft, 0, each.name) if gear else (each.shaft, n, each.name)
            if key in made:
                first = made[key]
                made[key] = replace(
                    first, name=first.name.replace("gear of", "idler of"),
                    other_per_turn=2 * first.per_turn, other="both flanks",
                )  # fmt: skip
            else:
                made[key] = scaled
    return list(made.values()) + _bearings(solution, turned, {bearing.shaft: bearing for bearing in bearings})


def _toothed(coupling: Coupling, solution: Solution, n: int) -> list[Carrier]:
    """What has teeth in a stage, its clicks in the unit of the speeds."""
    speeds = solution.speeds

    def gear(name: str, shaft: str, turns: Fraction, what: str = "gear") -> Carrier:
        return Carrier(what, name, shaft, float(abs(turns)), 0.0, n)

    match coupling:
        case Mesh():
            mate = "ring" if coupling.kind == "internal" else "gear"
            return [
                gear(
                    f"gear of {coupling.teeth_1} on shaft {coupling.first}",
                    coupling.first,
                    speeds[coupling.first],
                ),
                gear(
                    f"{mate} of {coupling.teeth_2} on shaft {coupling.second}",
                    coupling.second,
                    speeds[coupling.second],
                ),
            ]
        case Belt():
            wheel, what = ("sprocket", "chain") if coupling.chain else ("pulley", "belt")
            made = [
                gear(
                    f"{wheel} of {coupling.teeth_1} on shaft {coupling.first}",
                    coupling.first,
                    speeds[coupling.first],
                ),
                gear(
                    f"{wheel} of {coupling.teeth_2} on shaft {coupling.second}",
                    coupling.second,
                    speeds[coupling.second],
                ),
            ]
            if coupling.links:
                round_ = speeds[coupling.first] * Fraction(coupling.teeth_1, coupling.links)
                hurt = gear(f"{what} of {coupling.links}, one tooth", coupling.first, 2 * round_, "belt")
                made.append(replace(hurt, other_per_turn=hurt.per_turn / 2, other="at one of them only"))
            return made
        case Worm():
            return [
                gear(
                    f"worm on shaft {coupling.first}, one thread",
                    coupling.first,
                    speeds[coupling.first],
                    "worm",
                ),
                gear(
                    f"wheel of {coupling.teeth} on shaft {coupling.second}",
                    coupling.second,
                    speeds[coupling.second],
                ),
            ]
        case Planetary():
            return _of_set(coupling, solution, gear)
        case Differential():
            return _of_differential(coupling, solution, gear)
    return []


def _of_set(planetary: Planetary, solution: Solution, gear: Callable[..., Carrier]) -> list[Carrier]:
    speeds = solution.speeds
    sun, ring = (speeds[shaft] - speeds[planetary.carrier] for shaft in (planetary.sun, planetary.ring))
    inner, outer = planetary.planet_turns(speeds[planetary.sun], speeds[planetary.carrier])
    made = [gear(f"sun of {planetary.teeth_sun}", planetary.sun, planetary.planets * sun)]
    if planetary.stepped:
        # Each of the two gears on a planet meets one mate only.
        made.append(
            gear(f"planet of {planetary.teeth_planet}, at the sun", planetary.carrier, inner, "planet")
        )
        made.append(
            gear(f"planet of {planetary.teeth_outer}, at the ring", planetary.carrier, outer, "planet")
        )
    else:
        turning = [(planetary.teeth_planet, inner)] + (
            [(planetary.teeth_outer, outer)] if planetary.paired else []
        )
        for teeth, turns in turning:
            both = gear(f"planet of {teeth}", planetary.carrier, 2 * turns, "planet")
            made.append(replace(both, other_per_turn=both.per_turn / 2, other="one flank only"))
    return [*made, gear(f"ring of {planetary.teeth_ring}", planetary.ring, planetary.planets * ring)]


def _of_differential(
    differential: Differential, solution: Solution, gear: Callable[..., Carrier]
) -> list[Carrier]:
    """The bevels of a differential turn in each other only where its sides differ."""
    speeds = solution.speeds
    side = speeds[differential.left] - speeds[differential.case]
    counted = f" of {differential.teeth_side}" if differential.teeth_side else ""
    made = [
        gear(f"side gear{counted} on shaft {shaft}", shaft, differential.pinions * side)
        for shaft in (differential.left, differential.right)
    ]
    if differential.teeth_pinion:
        turns = 2 * side * Fraction(differential.teeth_side, differential.teeth_pinion)
        both = gear(f"differential pinion of {differential.teeth_pinion}", differential.case, turns, "planet")
        made.append(replace(both, other_per_turn=both.per_turn / 2, other="one flank only"))
    return made


def _bearings(solution: Solution, turned: str, known: Mapping[str, Bearing]) -> list[Carrier]:
    """Races, cage and balls of a rolling bearing on each shaft, inner race turning.

    Per turn of the shaft, with ball to pitch diameter ``q`` and no contact
    angle: outer ``n(1 - q)/2``, inner ``n(1 + q)/2``, cage ``(1 - q)/2``, a ball
    with both races ``(1/q - q)`` (Harris, Rolling Bearing Analysis).
    """
    row = table("train")["bearing"]
    base = float(solution.speeds[turned])
    made = []
    for shaft, speed in solution.speeds.items():
        if not speed:
            continue
        turns = abs(float(speed) / base)
        bearing = known.get(shaft)
        counts = np.array([bearing.balls] if bearing else row["balls"], dtype=float)
        measured = bool(bearing and bearing.ball and bearing.pitch)
        q = bearing.ball / bearing.pitch if bearing and measured else float(row["ball_to_pitch"])
        # How far off q is when only assumed carries into each rate.
        unread = 0.0 if measured else float(row["spread"])
        rates = {
            "outer race": counts * (1 - q) / 2,
            "inner race": counts * (1 + q) / 2,
            "cage": np.full(1, (1 - q) / 2),
            "a ball": np.full(1, 1 / q - q),
        }
        slope = {
            "outer race": q / (1 - q), "inner race": q / (1 + q), "cage": q / (1 - q),
            "a ball": (1 / q + q) / (1 / q - q),
        }  # fmt: skip
        for part, each in rates.items():
            middle = float(np.mean(each))
            spread = hypot(float(np.std(each)) / middle, unread * slope[part])
            name = f"bearing of shaft {shaft}, {part}"
            other = (middle * turns / 2, "one race only") if part == "a ball" else (0.0, "")
            made.append(Carrier("bearing", name, shaft, middle * turns, spread, 0, *other))
    return made


def suspects(
    solution: Solution, turned: str, clicks: float, turns: float, bearings: Sequence[Bearing] = ()
) -> list[Suspect]:
    """Who clicks, by odds that sum to 1, with none of these among them.

    Half a click may be missed at each end of the count; on top of that a share
    for an unsteady hand (Bayes, with the shares of ``train.toml`` before counting).
    """
    prior = table("train")["clicks"]
    counted, error = clicks / turns, 0.5 / turns
    rated: list[tuple[Carrier | None, float]] = []
    for carrier in carriers(solution, turned, bearings):
        ways = [rate for rate in (carrier.per_turn, carrier.other_per_turn) if rate]
        odds = 0.0
        for rate in ways:
            sigma = hypot(error, float(prior["share"]) * counted, carrier.spread * rate)
            away = (counted - rate) / sigma
            odds += exp(-away * away / 2) / (sigma * sqrt(2 * pi)) / len(ways)
        part = float(prior["part"][carrier.name.rpartition(", ")[2]]) if carrier.what == "bearing" else 1.0
        rated.append((carrier, float(prior[carrier.what]) * part * odds))
    # Anything else is as likely anywhere up to twice what was counted.
    rated.append((None, float(prior["none"]) / max(2 * counted, 2 * error)))
    total = sum(weight for _, weight in rated)
    return sorted((Suspect(carrier, weight / total) for carrier, weight in rated), key=lambda s: -s.odds)
