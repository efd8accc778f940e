"""What clicks how often, and from a count of clicks which gear or bearing carries the damage."""

from __future__ import annotations

from dataclasses import dataclass
from fractions import Fraction
from math import exp, hypot, pi, sqrt

import numpy as np

from ..sizes import table
from .model import Belt, Mesh, Planetary, Worm
from .solve import Solution


@dataclass(frozen=True, slots=True)
class Carrier:
    """Something that could be damaged.

    Attributes
    ----------
    what : str
        ``gear``, ``planet``, ``worm`` or ``bearing``.
    name : str
    shaft : str
    per_turn : float
        Clicks for one turn of the shaft turned.
    spread : float
        How far off that may be, as a share: a bearing's balls are not counted from outside.
    stage : int
        From 1; 0 for a bearing.
    """

    what: str
    name: str
    shaft: str
    per_turn: float
    spread: float = 0.0
    stage: int = 0


@dataclass(frozen=True, slots=True)
class Suspect:
    """A carrier with its odds; `carrier` None for none of these."""

    carrier: Carrier | None
    odds: float


def carriers(found: Solution, turned: str) -> list[Carrier]:
    """Every gear and bearing with how often it would click per turn of a shaft.

    A damaged tooth is met once for each turn of its gear relative to the gear
    it runs with; a planet's is met by sun and ring both.
    """
    base = found.speeds[turned]
    if not base:
        return []
    made: list[Carrier] = []
    for n, one in enumerate(found.train.couplings, 1):
        made += [
            Carrier(what, name, shaft, float(abs(speed / base)), 0.0, n)
            for what, name, shaft, speed in _toothed(one, found)
        ]
    return [one for one in made if one.per_turn] + _bearings(found, turned)


def _toothed(one: object, found: Solution) -> list[tuple[str, str, str, Fraction]]:
    speeds = found.speeds
    match one:
        case Mesh() | Belt():
            mate = "ring" if isinstance(one, Mesh) and one.kind == "internal" else "gear"
            return [
                ("gear", f"gear of {one.teeth_1} on shaft {one.first}", one.first, speeds[one.first]),
                (
                    "gear",
                    f"{mate} of {one.teeth_2} on shaft {one.second}",
                    one.second,
                    speeds[one.second],
                ),
            ]
        case Worm():
            return [
                ("worm", f"worm on shaft {one.first}, one thread", one.first, speeds[one.first]),
                ("gear", f"wheel of {one.teeth} on shaft {one.second}", one.second, speeds[one.second]),
            ]
        case Planetary():
            sun = speeds[one.sun] - speeds[one.carrier]
            ring = speeds[one.ring] - speeds[one.carrier]
            planet = sun * Fraction(one.teeth_sun, one.teeth_planet)
            return [
                ("gear", f"sun of {one.teeth_sun}", one.sun, one.planets * sun),
                ("planet", f"planet of {one.teeth_planet}", one.carrier, 2 * planet),
                ("gear", f"ring of {one.teeth_ring}", one.ring, one.planets * ring),
            ]
    return []


def _bearings(found: Solution, turned: str) -> list[Carrier]:
    """Outer and inner race of a rolling bearing on each shaft, its balls not known."""
    row = table("train")["bearing"]
    base = float(found.speeds[turned])
    made = []
    for shaft, speed in found.speeds.items():
        if not speed:
            continue
        turns = abs(float(speed) / base)
        for part in ("outer", "inner"):
            rates = [float(row[part]) * balls * turns for balls in row["balls"]]
            middle = float(np.mean(rates))
            spread = float(np.std(rates)) / middle + float(row["spread"])
            made.append(Carrier("bearing", f"bearing of shaft {shaft}, {part} race", shaft, middle, spread))
    return made


def suspects(found: Solution, turned: str, clicks: float, turns: float) -> list[Suspect]:
    """Who clicks, by odds that sum to 1, with none of these among them.

    Half a click may be missed at each end of the count; on top of that a share
    for an unsteady hand (Bayes, with the shares of ``train.toml`` before counting).
    """
    prior = table("train")["clicks"]
    counted, error = clicks / turns, 0.5 / turns
    rated: list[tuple[Carrier | None, float]] = []
    for one in carriers(found, turned):
        sigma = hypot(error, float(prior["share"]) * counted, one.spread * one.per_turn)
        away = (counted - one.per_turn) / sigma
        rated.append((one, float(prior[one.what]) * exp(-away * away / 2) / (sigma * sqrt(2 * pi))))
    # Anything else is as likely anywhere up to twice what was counted.
    rated.append((None, float(prior["none"]) / max(2 * counted, 2 * error)))
    total = sum(weight for _, weight in rated)
    return sorted((Suspect(one, weight / total) for one, weight in rated), key=lambda s: -s.odds)
