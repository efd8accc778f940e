"""Disc springs, alone and stacked (Almen and László; DIN EN 16984)."""

from __future__ import annotations

from dataclasses import dataclass
from math import log, pi, sqrt

import numpy as np
from numpy.typing import NDArray

from ..data import table
from ..errors import GearingError

Curve = NDArray[np.float64]
STEPS = 601
"""Points of a force curve; between them it is straight to well under a newton."""


@dataclass(frozen=True, slots=True)
class Disc:
    """One disc, mm: outside, inside, thickness, and the height of its cone when free."""

    outside: float
    inside: float
    thickness: float
    cone: float

    def __post_init__(self) -> None:
        if not 0 < self.inside < self.outside or self.thickness <= 0:
            raise GearingError(
                "This is no disc.",
                code="not_a_disc",
                field="outside_mm",
                hint="Outside, hole, thickness, in this order.",
            )
        if self.cone <= 0:
            raise GearingError(
                "A flat washer is no spring.",
                code="flat_washer",
                field="cone_mm",
                hint="Its free height less its thickness: lay it on a flat and measure.",
            )


def disc_force(disc: Disc, travel: float) -> float:
    """Force of one disc pressed in by `travel`, N (DIN EN 16984, clause 7).

    ``F = 4E/(1-mu²) · t⁴/(K1·De²) · s/t · [(h0/t - s/t)(h0/t - s/2t) + 1]``.
    """
    row = table("fitting")["disc"]
    ratio = disc.outside / disc.inside
    k1 = (1 / pi) * ((ratio - 1) / ratio) ** 2 / ((ratio + 1) / (ratio - 1) - 2 / log(ratio))
    stiff = 4 * row["modulus"] / (1 - row["poisson"] ** 2)
    t, s, h = disc.thickness, travel, disc.cone
    return float(
        stiff * t**4 / (k1 * disc.outside**2) * (s / t) * ((h / t - s / t) * (h / t - s / (2 * t)) + 1)
    )


def snaps_at(disc: Disc) -> float | None:
    """Travel at which a tall disc snaps through, mm; None for one that presses flat.

    Where ``h0/t > sqrt(2)`` the force has a greatest value, at
    ``s = h0 - sqrt((h0² - 2t²)/3)`` (from the force above), and falls beyond.
    """
    over = disc.cone**2 - 2 * disc.thickness**2
    return disc.cone - sqrt(over / 3) if over > 0 else None


@dataclass(frozen=True, slots=True)
class DiscStack:
    """A stack as it lies: how many discs face the same way in each packet, and its packets in turn.

    Attributes
    ----------
    packets : tuple of int
        Discs of each packet, all one way; each next packet faces the other.
    free, flat : float
        Height free, and pressed flat, mm.
    travel_most : float
        Until it lies flat, or the weakest packet snaps through, mm.
    snaps : bool
        Whether its discs are so tall that they snap through.
    """

    packets: tuple[int, ...]
    free: float
    flat: float
    travel_most: float
    snaps: bool = False


def read_stack(facings: str, disc: Disc) -> DiscStack:
    """A stack from how it lies, ``(`` and ``)`` or ``<`` and ``>`` for the two ways of the dish.

    Raises
    ------
    GearingError
        If a sign is not known, none is given, or all face one way: that is one thick
        disc, not a spring with travel.

    Examples
    --------
    >>> read_stack("(())", Disc(8, 4.2, 0.4, 0.2)).packets
    (2, 2)
    """
    plain = facings.replace(" ", "").replace("<", "(").replace(">", ")")
    if not plain or set(plain) - {"(", ")"} or len(plain) > 60:
        raise GearingError(
            "Say how the discs lie.",
            code="disc_stack_unreadable",
            field="stack",
            hint="( and ) for the two ways, as they lie: ()() or (()).",
        )
    packets: list[int] = []
    last = ""
    for sign in plain:
        if sign == last:
            packets[-1] += 1
        else:
            packets.append(1)
        last = sign
    if len(packets) == 1 and len(plain) > 1:
        raise GearingError(
            f"All {len(plain)} face one way: that is one stiff disc, not a spring with travel.",
            code="discs_all_one_way",
            field="stack",
            hint="Turn every other one, or every other pair, over: ()() or (()).",
        )
    free = sum(disc.cone + many * disc.thickness for many in packets)
    flat = sum(packets) * disc.thickness
    if snaps_at(disc) is None:
        return DiscStack(tuple(packets), free, flat, free - flat)
    gives, _ = stack_curve(DiscStack(tuple(packets), free, flat, free - flat), disc)
    return DiscStack(tuple(packets), free, flat, float(gives[-1]), True)


def stack_curve(stack: DiscStack, disc: Disc) -> tuple[Curve, Curve]:
    """Travel (mm) and force (N) of a whole stack, both of shape (n,).

    Until its strongest packet lies flat; of discs that snap through, until the
    weakest packet does, since nothing holds it from there on.

    Parallel adds force, alternate adds travel: under one force each packet
    gives what one of its discs gives under its share.
    """
    snap = snaps_at(disc)
    travel = np.linspace(0.0, disc.cone if snap is None else snap, STEPS)
    single = np.array([disc_force(disc, float(s)) for s in travel])
    most = max(stack.packets) if snap is None else min(stack.packets)
    force = np.linspace(0.0, most * single[-1], STEPS)
    gives = sum((np.interp(force / many, single, travel) for many in stack.packets), np.zeros(STEPS))
    return gives, force


def stack_force(stack: DiscStack, disc: Disc, travel: float) -> float:
    """Force of a stack pressed in by `travel`, N.

    Raises
    ------
    GearingError
        If it would be pressed past flat.
    """
    if stack.snaps and travel > stack.travel_most + 1e-9:
        raise GearingError(
            f"These discs snap through past {stack.travel_most:.2f} mm of travel: no force holds them there.",
            code="discs_snap_through",
            field="turns",
            hint="Back the nut off, or take discs less tall than 1.4 times their thickness.",
        )
    if not 0 <= travel <= stack.travel_most + 1e-9:
        raise GearingError(
            f"Pressed past flat: it has {stack.travel_most:.2f} mm of travel.",
            code="pressed_past_flat",
            field="turns",
            hint="Back the nut off, or add a disc the other way.",
        )
    gives, force = stack_curve(stack, disc)
    return float(np.interp(travel, gives, force))
