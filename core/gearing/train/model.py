"""What a train is made of. Each coupling gives linear equations in the speeds of its shafts.

Speeds are turns in a common unit of time, positive one way round as seen from
one end of the parallel shafts. Rational throughout: a ratio of tooth counts is
exact, and so is what follows from it.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from fractions import Fraction
from math import gcd, pi, sin

from ..errors import GearingError

Equation = Mapping[str, Fraction]
"""Coefficients of shaft speeds that sum to zero."""


@dataclass(frozen=True, slots=True)
class Mesh:
    """Two gears in mesh: external, internal, or on crossing shafts (bevel, face).

    Attributes
    ----------
    first, second : str
        Shafts.
    teeth_1, teeth_2 : int
    kind : str
        ``external``, ``internal`` (the second is the ring), ``bevel`` or ``face``.
        On crossing shafts the sign says only that the drive reverses through
        the pair.
    """

    first: str
    second: str
    teeth_1: int
    teeth_2: int
    kind: str = "external"

    def shafts(self) -> tuple[str, ...]:
        return self.first, self.second

    def equations(self) -> list[Equation]:
        """``z1·w1 + z2·w2 = 0``; internal pairs turn the same way."""
        sign = -1 if self.kind == "internal" else 1
        return [{self.first: Fraction(self.teeth_1), self.second: Fraction(sign * self.teeth_2)}]


@dataclass(frozen=True, slots=True)
class Worm:
    """A worm and its wheel: ``z1·w1 = ± z2·w2`` by the hand.

    Attributes
    ----------
    first, second : str
        Shafts of worm and wheel.
    starts, teeth : int
    hand : str
        ``right`` or ``left``.
    lead_angle_deg : float
        0 if not known.
    """

    first: str
    second: str
    starts: int
    teeth: int
    hand: str = "right"
    lead_angle_deg: float = 0.0

    def shafts(self) -> tuple[str, ...]:
        return self.first, self.second

    def equations(self) -> list[Equation]:
        sign = 1 if self.hand == "left" else -1
        return [{self.first: Fraction(self.starts), self.second: Fraction(sign * self.teeth)}]


@dataclass(frozen=True, slots=True)
class Belt:
    """A toothed belt or a chain: both shafts turn the same way."""

    first: str
    second: str
    teeth_1: int
    teeth_2: int
    chain: bool = False

    def shafts(self) -> tuple[str, ...]:
        return self.first, self.second

    def equations(self) -> list[Equation]:
        return [{self.first: Fraction(self.teeth_1), self.second: Fraction(-self.teeth_2)}]


@dataclass(frozen=True, slots=True)
class Planetary:
    """Sun, planets and ring about one axis; any member may be held, driven or free.

    ``ws·zs + wr·zr = wc·(zs + zr)`` (Willis).
    """

    sun: str
    ring: str
    carrier: str
    teeth_sun: int
    teeth_planet: int
    teeth_ring: int
    planets: int = 3

    def shafts(self) -> tuple[str, ...]:
        return self.sun, self.ring, self.carrier

    def equations(self) -> list[Equation]:
        zs, zr = Fraction(self.teeth_sun), Fraction(self.teeth_ring)
        return [{self.sun: zs, self.ring: zr, self.carrier: -(zs + zr)}]

    def troubles(self) -> list[str]:
        """Why this set cannot be built: counts that do not close, planets that collide or do not go in."""
        found = []
        if self.teeth_ring != self.teeth_sun + 2 * self.teeth_planet:
            wanted = self.teeth_sun + 2 * self.teeth_planet
            set_of = f"sun {self.teeth_sun} and planet {self.teeth_planet}"
            found.append(
                f"An unshifted ring for {set_of} has {wanted} teeth, not {self.teeth_ring}: "
                "one of the counts is off, or the teeth are shifted."
            )
        if (self.teeth_sun + self.teeth_ring) % self.planets:
            both = f"({self.teeth_sun} + {self.teeth_ring}) / {self.planets}"
            found.append(f"{self.planets} planets spaced evenly do not go in: {both} is no whole number.")
        between = (self.teeth_sun + self.teeth_planet) * sin(pi / self.planets)
        if self.planets > 1 and between <= self.teeth_planet + 2:
            found.append(f"{self.planets} planets of {self.teeth_planet} teeth run into each other.")
        return found

    @property
    def in_phase(self) -> bool:
        """Whether all planets meet the sun in the same phase."""
        return self.teeth_sun % self.planets == 0


@dataclass(frozen=True, slots=True)
class Differential:
    """``w_left + w_right = 2·w_case``."""

    case: str
    left: str
    right: str

    def shafts(self) -> tuple[str, ...]:
        return self.case, self.left, self.right

    def equations(self) -> list[Equation]:
        return [{self.case: Fraction(-2), self.left: Fraction(1), self.right: Fraction(1)}]


@dataclass(frozen=True, slots=True)
class Joint:
    """Two shafts that turn as one: rigid, or a friction joint that is not slipping."""

    first: str
    second: str
    slips: bool = False

    def shafts(self) -> tuple[str, ...]:
        return self.first, self.second

    def equations(self) -> list[Equation]:
        return [] if self.slips else [{self.first: Fraction(1), self.second: Fraction(-1)}]


Coupling = Mesh | Worm | Belt | Planetary | Differential | Joint


@dataclass(frozen=True, slots=True)
class Train:
    """A whole train. `driven` are shafts turned from outside, `held` those that stand still."""

    couplings: tuple[Coupling, ...]
    driven: Mapping[str, Fraction] = field(default_factory=dict)
    held: frozenset[str] = frozenset()

    def __post_init__(self) -> None:
        """Raises
        ------
        GearingError
            If one shaft is to be two members of the same coupling.
        """
        for number, one in enumerate(self.couplings, 1):
            shafts = one.shafts()
            twice = next((shaft for shaft in shafts if shafts.count(shaft) > 1), None)
            if twice is not None:
                raise GearingError(
                    f"Shaft “{twice}” is named twice in stage {number}: it cannot turn against itself.",
                    field=f"couplings.{number - 1}",
                    hint="Give each member of a stage a shaft of its own; a joint makes two turn as one.",
                    where=(twice,),
                )

    def shafts(self) -> tuple[str, ...]:
        """Every shaft, in the order met."""
        return tuple(dict.fromkeys(shaft for one in self.couplings for shaft in one.shafts()))


def hunts(teeth_1: int, teeth_2: int) -> bool:
    """Whether every tooth of one meets every tooth of the other."""
    return gcd(teeth_1, teeth_2) == 1


def turns_to_meet(teeth_1: int, teeth_2: int) -> int:
    """Turns of the first gear until the same two teeth meet again, ``lcm(z1, z2)/z1``."""
    return teeth_2 // gcd(teeth_1, teeth_2)


def check_count(teeth: int, least: int = 1, most: int = 2000) -> int:
    """A tooth count, start count or groove count that can be.

    Raises
    ------
    GearingError
        If it cannot.
    """
    if not least <= teeth <= most:
        raise GearingError(
            f"{teeth} teeth cannot be worked with here.", field="line", hint=f"Between {least} and {most}."
        )
    return teeth
