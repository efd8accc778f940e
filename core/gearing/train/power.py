"""Torque and power through a train whose stages follow each other, with what each stage loses."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from math import atan, prod, radians

from ..errors import GearingError
from ..mesh.crossed import worm_efficiency
from ..sizes import table
from .model import Belt, Coupling, Differential, Joint, Mesh, Planetary, Train, Worm
from .solve import Solution


@dataclass(frozen=True, slots=True)
class StagePower:
    """One stage: its efficiency as it is driven, and driven the other way (zero: it holds)."""

    efficiency: float
    backwards: float


@dataclass(frozen=True, slots=True)
class Power:
    """Power through a train.

    Attributes
    ----------
    stages : tuple of StagePower
    torques : mapping
        Torque at each shaft passed, N·m, in the sense that drives it on.
    reactions : mapping
        Torque the held members take, N·m.
    efficiency, backwards : float
        Of the whole; zero: the output cannot drive the input.
    """

    stages: tuple[StagePower, ...]
    torques: Mapping[str, float]
    reactions: Mapping[str, float]
    efficiency: float
    backwards: float


def lead_angle(worm: Worm) -> float:
    """Lead angle of a worm, rad: as said, or ``atan(z1/q)`` with the usual diameter factor."""
    if worm.lead_angle_deg:
        return radians(worm.lead_angle_deg)
    return atan(worm.starts / float(table("train")["worm"]["diameter_factor"]))


def worm_power(worm: Worm) -> StagePower:
    """A worm driving, and driven."""
    alpha = radians(float(table("train")["worm"]["pressure_angle_deg"]))
    friction = float(table("mesh")["worm"]["friction"])
    forward, back = worm_efficiency(lead_angle(worm), alpha, friction)
    return StagePower(forward, max(back, 0.0))


def power(
    found: Solution, source: str, torque: float, efficiency: Mapping[int, float] | None = None
) -> Power:
    """Follow `torque` (N·m) from the driven shaft through the stages.

    `efficiency` overrides a stage's, by its number from 1.

    Raises
    ------
    GearingError
        If the train branches, so that how the load divides would have to be known.
    """
    at, load = source, torque
    told = efficiency or {}
    torques, reactions, stages = {source: torque}, {}, []
    for number, one in enumerate(found.train.couplings, 1):
        out = _out_of(one, at, found.train)
        forward, back = _stage(one, at, out, found, told.get(number))
        stages.append(StagePower(forward, back))
        speed_in, speed_out = found.speeds[at], found.speeds[out]
        if not speed_out:
            raise GearingError(
                f"Shaft {out} stands still: nothing passes there.", field="torque", hint="Let it turn."
            )
        passed = load * float(abs(speed_in / speed_out)) * forward
        if isinstance(one, Planetary):
            held = next(shaft for shaft in one.shafts() if shaft not in (at, out))
            sense = 1 if speed_in * speed_out > 0 else -1
            reactions[held] = abs(sense * passed - load)
        torques[out] = load = passed
        at = out
    return Power(
        tuple(stages),
        torques,
        reactions,
        prod(stage.efficiency for stage in stages),
        prod(stage.backwards for stage in stages),
    )


def _out_of(one: Coupling, at: str, train: Train) -> str:
    """The shaft the power leaves by."""
    shafts = [shaft for shaft in one.shafts() if shaft != at and shaft not in train.held]
    if at not in one.shafts() or len(shafts) != 1 or isinstance(one, Differential):
        raise GearingError(
            "Power is followed through stages one after the other only.",
            field="torque",
            hint="Leave the torque away, or ask for one branch by itself.",
        )
    return shafts[0]


def _stage(one: Coupling, at: str, out: str, found: Solution, told: float | None) -> tuple[float, float]:
    usual = table("train")["efficiency"]
    match one:
        case Worm():
            each = worm_power(one)
            if at != one.first:
                return (told or each.backwards), each.efficiency
            return (told or each.efficiency), each.backwards
        case Planetary():
            basic = told or float(usual["planetary"])
            return _planetary(one, at, out, found, basic), _planetary(one, out, at, found, basic)
        case Mesh():
            eta = told or float(usual[one.kind])
        case Belt():
            eta = told or float(usual["chain" if one.chain else "belt"])
        case Joint():
            eta = float(usual["joint"])
        case _:
            eta = float(usual["differential"])
    return eta, eta


def _planetary(one: Planetary, at: str, out: str, found: Solution, basic: float) -> float:
    """Efficiency of a set with one member held (Müller; VDI 2157).

    In the carrier's frame power goes from sun to ring or back; what it loses
    there, ``eta0^w``, shifts the torques, and with them the power that gets out.
    """
    if one.carrier not in (at, out):
        return basic
    speeds = found.speeds
    for sense in (1, -1):
        # Torque of the ring for one of the sun; the carrier takes both.
        ring = one.teeth_ring / one.teeth_sun * basic**sense
        torques = {one.sun: 1.0, one.ring: ring, one.carrier: -(1.0 + ring)}
        given = torques[at] * float(speeds[at])
        from_sun = given * torques[one.sun] * float(speeds[one.sun] - speeds[one.carrier]) > 0
        if from_sun == (sense == 1):
            return max(-torques[out] * float(speeds[out]) / given, 0.0)
    return basic
