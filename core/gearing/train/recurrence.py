"""What meets what in a train, how often, and after how long all of it comes round again."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from fractions import Fraction
from math import gcd, lcm, pi

from .model import Belt, Coupling, Differential, Mesh, Planetary, Train, Worm
from .solve import Solution

LONGEST_HOME = 10**9
"""Turns beyond which marks coming together again is of no use to anyone."""


def hunts(teeth_1: int, teeth_2: int) -> bool:
    """Whether every tooth of one meets every tooth of the other."""
    return gcd(teeth_1, teeth_2) == 1


def turns_to_meet(teeth_1: int, teeth_2: int) -> int:
    """Turns of the first gear until the same two teeth meet again, ``lcm(z1, z2)/z1``."""
    return teeth_2 // gcd(teeth_1, teeth_2)


@dataclass(frozen=True, slots=True)
class Meeting:
    """Two toothed members that meet.

    Attributes
    ----------
    first, second : str
        As they are called: ``sun``, ``planet``, ``worm``, ``belt``.
    teeth_1, teeth_2 : int
        Starts of a worm.
    passing : Fraction
        Teeth of each that pass in the unit of time the speeds are in.
    """

    first: str
    second: str
    teeth_1: int
    teeth_2: int
    passing: Fraction

    @property
    def round(self) -> int:
        """Teeth that pass until each has met all it ever meets, ``lcm(z1, z2)``."""
        return self.teeth_1 * turns_to_meet(self.teeth_1, self.teeth_2)

    @property
    def time(self) -> Fraction | None:
        """In the unit of the speeds; None if they stand in each other."""
        return self.round / self.passing if self.passing else None


def meetings(coupling: Coupling, speeds: Mapping[str, Fraction]) -> list[Meeting]:
    """What meets what in a coupling, at these speeds.

    A belt whose own teeth were not counted is taken to bring the same teeth of
    its pulleys together as often as a mesh would.
    """
    match coupling:
        case Mesh():
            passing = abs(speeds[coupling.first]) * coupling.teeth_1
            mate = "ring" if coupling.kind == "internal" else "gear"
            return [Meeting("gear", mate, coupling.teeth_1, coupling.teeth_2, passing)]
        case Belt():
            passing = abs(speeds[coupling.first]) * coupling.teeth_1
            what, wheel = ("chain", "sprocket") if coupling.chain else ("belt", "pulley")
            if not coupling.links:
                return [Meeting(wheel, wheel, coupling.teeth_1, coupling.teeth_2, passing)]
            both = (coupling.teeth_1, coupling.teeth_2)
            return [Meeting(wheel, what, teeth, coupling.links, passing) for teeth in both]
        case Worm():
            passing = abs(speeds[coupling.first]) * coupling.starts
            return [Meeting("worm", "wheel", coupling.starts, coupling.teeth, passing)]
        case Planetary():
            sun = abs(speeds[coupling.sun] - speeds[coupling.carrier]) * coupling.teeth_sun
            ring = abs(speeds[coupling.ring] - speeds[coupling.carrier]) * coupling.teeth_ring
            made = [
                Meeting("sun", "planet", coupling.teeth_sun, coupling.teeth_planet, sun),
                Meeting("ring", "planet", coupling.teeth_ring, coupling.meets_ring, ring),
            ]
            if coupling.paired:
                made.insert(1, Meeting("planet", "planet", coupling.teeth_planet, coupling.teeth_outer, sun))
            return made
        case Differential(teeth_side=side, teeth_pinion=pinion) if side and pinion:
            passing = abs(speeds[coupling.left] - speeds[coupling.case]) * side
            return [Meeting("side gear", "pinion", side, pinion, passing)]
    return []


def turns_home(solution: Solution, driven: str) -> int | None:
    """Turns of a driven shaft after which every shaft and planet stands as it began; None if never in use."""
    unit = solution.speeds[driven]
    speeds = [speed / unit for speed in solution.speeds.values()]
    for coupling in solution.train.couplings:
        if isinstance(coupling, Planetary):
            planets = coupling.planet_turns(solution.speeds[coupling.sun], solution.speeds[coupling.carrier])
            speeds += [turns / unit for turns in planets]
    turns = lcm(*(speed.denominator for speed in speeds))
    return turns if turns <= LONGEST_HOME else None


def turns_to_run_in(train: Train, solution: Solution, driven: str) -> int | None:
    """Turns of a driven shaft until each tooth has met every one it ever meets; None if nothing meets."""
    needed = [
        meeting.time * abs(solution.speeds[driven])
        for coupling in train.couplings
        for meeting in meetings(coupling, solution.speeds)
        if meeting.time is not None
    ]
    most = max(needed, default=Fraction(0))
    return -(-most.numerator // most.denominator) or None


def ends(number: int, coupling: Coupling, solution: Solution) -> tuple[str, str]:
    """The shafts a stage takes in and gives out by: as a chain has them, else first and last that turn."""
    shafts = coupling.shafts()
    if str(number) in shafts and str(number + 1) in shafts:
        return str(number), str(number + 1)
    moving = [shaft for shaft in shafts if shaft not in solution.train.held]
    return (moving[0], moving[-1]) if len(moving) > 1 else (shafts[0], shafts[-1])


def passing(coupling: Coupling, solution: Solution, driven: str) -> tuple[float, float]:
    """Tooth meetings, and way along the pitch line in modules, for one turn of a driven shaft.

    Of a worm the way is its wheel's; of a set that of the sun's mesh.
    """
    unit = solution.speeds[driven]
    speed = {shaft: float(solution.speeds[shaft] / unit) for shaft in coupling.shafts()}
    match coupling:
        case Mesh() | Belt():
            teeth = abs(speed[coupling.first]) * coupling.teeth_1
        case Worm():
            wheel = abs(speed[coupling.second]) * coupling.teeth * pi
            return abs(speed[coupling.first]) * coupling.starts, wheel
        case Planetary():
            teeth = abs(speed[coupling.sun] - speed[coupling.carrier]) * coupling.teeth_sun
        case _:
            return 0.0, 0.0
    return teeth, teeth * pi
