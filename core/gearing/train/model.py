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
    """A toothed belt or a chain: both shafts turn the same way.

    `links` are the belt's own teeth or the chain's links; 0 if not counted.
    """

    first: str
    second: str
    teeth_1: int
    teeth_2: int
    chain: bool = False
    links: int = 0

    def shafts(self) -> tuple[str, ...]:
        return self.first, self.second

    def equations(self) -> list[Equation]:
        return [{self.first: Fraction(self.teeth_1), self.second: Fraction(-self.teeth_2)}]


@dataclass(frozen=True, slots=True)
class Planetary:
    """Sun, planets and ring about one axis; any member may be held, driven or free.

    ``ws - wc = i0·(wr - wc)`` (Willis), with the basic ratio by the planets:
    plain ``-zr/zs``; stepped, two gears on one planet, ``-zr·zp/(zs·zq)``;
    paired, two planets in mesh between sun and ring, ``+zr/zs``
    (Müller, Die Umlaufgetriebe).

    Attributes
    ----------
    teeth_planet : int
        Of what meets the sun.
    teeth_outer : int
        Of what meets the ring, where that is another gear; 0 for plain planets.
    paired : bool
        Whether the two are planets in mesh with each other; else both are one piece.
    """

    sun: str
    ring: str
    carrier: str
    teeth_sun: int
    teeth_planet: int
    teeth_ring: int
    planets: int = 3
    teeth_outer: int = 0
    paired: bool = False

    def shafts(self) -> tuple[str, ...]:
        return self.sun, self.ring, self.carrier

    @property
    def stepped(self) -> bool:
        return bool(self.teeth_outer) and not self.paired

    @property
    def meets_ring(self) -> int:
        """Teeth of the planet that runs in the ring."""
        return self.teeth_outer or self.teeth_planet

    def equations(self) -> list[Equation]:
        zs, zr = Fraction(self.teeth_sun), Fraction(self.teeth_ring)
        if self.stepped:
            zs, zr = zs * self.teeth_outer, zr * self.teeth_planet
        elif self.paired:
            zr = -zr
        return [{self.sun: zs, self.ring: zr, self.carrier: -(zs + zr)}]

    def planet_turns(self, sun: Fraction, carrier: Fraction) -> tuple[Fraction, Fraction]:
        """Turns, in the carrier, of what meets the sun and of what meets the ring."""
        inner = -(sun - carrier) * Fraction(self.teeth_sun, self.teeth_planet)
        if self.paired:
            return inner, -inner * Fraction(self.teeth_planet, self.teeth_outer)
        return inner, inner

    def troubles(self) -> list[str]:
        """Why this set cannot be built: counts that do not close, planets that collide or do not go in."""
        closes = self._does_not_close()
        said = [closes] if closes else []
        if not self._goes_in():
            said.append(
                f"{self.planets} planets spaced evenly do not go in: {self._sum_said()} is no whole number."
            )
        if (run := self._run_together()) is not None:
            said.append(f"{self.planets} planets of {run} teeth run into each other.")
        return said

    def _does_not_close(self) -> str:
        zs, zp, zr = self.teeth_sun, self.teeth_planet, self.teeth_ring
        if self.paired:
            # Sun, both planets and their centres are a triangle.
            to_inner, to_outer, between = zs + zp, zr - self.teeth_outer, zp + self.teeth_outer
            if (
                abs(to_outer - to_inner) < between < to_outer + to_inner
                and to_outer >= zs + self.teeth_outer + 2
            ):
                return ""
            return (
                f"Planets of {zp} and {self.teeth_outer} teeth do not reach from a sun of {zs} "
                f"to a ring of {zr}: one of the counts is off."
            )
        wanted = zs + zp + self.meets_ring
        if zr == wanted:
            return ""
        set_of = f"sun {zs} and planet {zp}" + (f" with {self.teeth_outer}" if self.stepped else "")
        why = "one of the counts is off, or the teeth are shifted"
        if self.stepped:
            why += ", or the two meshes are not of one module"
        return f"An unshifted ring for {set_of} has {wanted} teeth, not {zr}: {why}."

    def _sum_said(self) -> str:
        zs, zr = self.teeth_sun, self.teeth_ring
        if self.stepped:
            share = gcd(self.teeth_planet, self.teeth_outer)
            whole = f"({zs} × {self.teeth_outer} + {zr} × {self.teeth_planet})"
            return f"{whole} / ({self.planets} × {share})" if share > 1 else f"{whole} / {self.planets}"
        return f"({zr} - {zs}) / {self.planets}" if self.paired else f"({zs} + {zr}) / {self.planets}"

    def _goes_in(self) -> bool:
        """Evenly spaced planets find tooth and space both at the sun and at the ring."""
        zs, zr = self.teeth_sun, self.teeth_ring
        if self.stepped:
            whole = zs * self.teeth_outer + zr * self.teeth_planet
            return whole % (self.planets * gcd(self.teeth_planet, self.teeth_outer)) == 0
        return ((zr - zs) if self.paired else (zs + zr)) % self.planets == 0

    def _run_together(self) -> int | None:
        """Teeth of the planets that collide with their neighbours; None if none do."""
        if self.planets == 1:
            return None
        widest = self.teeth_planet if self.paired else max(self.teeth_planet, self.meets_ring)
        between = (self.teeth_sun + self.teeth_planet) * sin(pi / self.planets)
        return widest if between <= widest + 2 else None

    @property
    def in_phase(self) -> bool:
        """Whether all planets meet the sun in the same phase."""
        return self.teeth_sun % self.planets == 0


@dataclass(frozen=True, slots=True)
class Differential:
    """``w_left + w_right = 2·w_case``; tooth counts of its bevels where they were counted, else 0."""

    case: str
    left: str
    right: str
    teeth_pinion: int = 0
    teeth_side: int = 0
    pinions: int = 2

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
        for number, coupling in enumerate(self.couplings, 1):
            shafts = coupling.shafts()
            twice = next((shaft for shaft in shafts if shafts.count(shaft) > 1), None)
            if twice is not None:
                raise GearingError(
                    f"Shaft “{twice}” is named twice in stage {number}: it cannot turn against itself.",
                    code="shaft_named_twice",
                    field=f"couplings.{number - 1}",
                    hint="Give each member of a stage a shaft of its own; a joint makes two turn as one.",
                    where=(twice,),
                )

    def shafts(self) -> tuple[str, ...]:
        """Every shaft, in the order met."""
        return tuple(dict.fromkeys(shaft for coupling in self.couplings for shaft in coupling.shafts()))


def check_count(teeth: int, least: int = 1, most: int = 2000) -> int:
    """A tooth count, start count or groove count that can be.

    Raises
    ------
    GearingError
        If it cannot.
    """
    if not least <= teeth <= most:
        raise GearingError(
            f"{teeth} teeth cannot be worked with here.",
            code="tooth_count_out_of_range",
            field="line",
            hint=f"Between {least} and {most}.",
        )
    return teeth
