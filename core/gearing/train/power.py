"""Torque and power through a train, branched or not, with what each stage loses.

Every coupling passes torques in fixed proportion to its shafts, those of its
equation of speeds (virtual work); what it loses changes the proportion on the
side the power leaves by. With one shaft loaded the rest follows from each
shaft's balance, whatever branches run along unloaded.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from math import atan, radians

import numpy as np

from ..data import table
from ..errors import GearingError
from ..mesh.crossed import worm_efficiency
from .model import Belt, Coupling, Differential, Joint, Mesh, Planetary, Worm
from .solve import Solution

TURNS_ROUND = 8
"""How often which side drives is looked at anew before it is taken as it is."""

LOCKED = 1e-9
"""What a stage that locks is taken to pass, so that its balance can be written."""

NOTHING = 1e-9
"""Share of the whole below which a power is a rounding."""


@dataclass(frozen=True, slots=True)
class StagePower:
    """One stage: its efficiency as it is driven, and driven the other way (zero: it holds)."""

    efficiency: float
    backwards: float
    loaded: bool
    driver: str


@dataclass(frozen=True, slots=True)
class Power:
    """Power through a train with its output loaded, and nothing else.

    Attributes
    ----------
    stages : tuple of StagePower
    torques : mapping
        Torque that passes each shaft, N·m; zero where a branch runs along unloaded.
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


def worm_power(worm: Worm) -> tuple[float, float]:
    """Efficiency of a worm driving, and driven (zero: it locks)."""
    alpha = radians(float(table("train")["worm"]["pressure_angle_deg"]))
    friction = float(table("mesh")["worm"]["friction"])
    forward, back = worm_efficiency(lead_angle(worm), alpha, friction)
    return forward, max(back, 0.0)


def power(
    solution: Solution,
    source: str,
    torque: float,
    output: str,
    efficiency: Mapping[int, float] | None = None,
) -> Power:
    """Follow `torque` (N·m) from a driven shaft to the one that is loaded.

    `efficiency` overrides a stage's, by its number from 1. Where several shafts
    are driven, the others take or give what the balance asks of them.

    Raises
    ------
    GearingError
        If the train closes on itself, so that play and stiffness divide the load.
    """
    if solution.loops:
        raise GearingError(
            "This train closes on itself: how the load divides is up to play and stiffness.",
            code="closed_train",
            field="torque_nmm",
            hint="Leave the torque away, or ask for one way round by itself.",
        )
    measured = efficiency or {}
    ahead = _balance(solution, source, torque, output, measured, _drivers(solution, False))
    # The same the other way: every power turned round, so what drove is driven.
    back = _balance(solution, output, torque, source, measured, _drivers(solution, True))
    stages = tuple(
        StagePower(ahead.passed[n], back.passed[n], ahead.loaded[n], ahead.drivers[n])
        for n in range(len(solution.train.couplings))
    )
    return Power(stages, ahead.torques, ahead.reactions, ahead.whole, back.whole)


@dataclass(frozen=True, slots=True)
class _Flow:
    """One balance: by stage what it passed, whether it was loaded and which shaft drove it."""

    passed: list[float]
    loaded: list[bool]
    drivers: list[str]
    torques: Mapping[str, float]
    reactions: Mapping[str, float]
    whole: float


def _drivers(solution: Solution, reverse: bool) -> list[str]:
    """Which shaft of each coupling is nearer to what drives, for those that carry no load."""
    near = list(solution.train.driven)
    made: dict[int, str] = {}
    waiting = dict(enumerate(solution.train.couplings))
    while waiting:
        met = {n: next((s for s in near if s in c.shafts()), None) for n, c in waiting.items()}
        reached = {n: shaft for n, shaft in met.items() if shaft is not None}
        if not reached:
            made |= {n: c.shafts()[0] for n, c in waiting.items()}
            break
        for n, shaft in reached.items():
            shafts = waiting.pop(n).shafts()
            made[n] = next(s for s in reversed(shafts) if s != shaft) if reverse else shaft
            near += [s for s in shafts if s not in near and s not in solution.train.held]
    return [made[n] for n in sorted(made)]


def _balance(
    solution: Solution,
    source: str,
    torque: float,
    output: str,
    measured: Mapping[int, float],
    drivers: list[str],
) -> _Flow:
    """Torques of all couplings; which side of each drives is found by going round."""
    couplings = solution.train.couplings
    speed = {shaft: float(value) for shaft, value in solution.speeds.items()}
    shares = [_lossless(coupling) for coupling in couplings]
    on = _solve(solution, source, torque, output, shares)
    for _ in range(TURNS_ROUND):
        before = drivers
        drivers = [
            _driver(coupling, on[n], speed, drivers[n], torque * speed[source])
            for n, coupling in enumerate(couplings)
        ]
        shares = [
            _shares(coupling, drivers[n], speed, measured.get(n + 1)) for n, coupling in enumerate(couplings)
        ]
        on = _solve(solution, source, torque, output, shares)
        if drivers == before:
            break
    input_power = abs(torque * speed[source])
    torques = {shaft: sum(abs(torques_on.get(shaft, 0.0)) for torques_on in on) / 2 for shaft in speed}
    outside = on[-1]
    gives = sum(max(t * speed[s], 0.0) for s, t in outside.items())
    takes = sum(max(-t * speed[s], 0.0) for s, t in outside.items())
    passed, loaded = [], []
    for n, coupling in enumerate(couplings):
        powers = [t * speed[s] for s, t in on[n].items()]
        taken, passed_on = sum(max(-p, 0.0) for p in powers), sum(max(p, 0.0) for p in powers)
        loaded.append(taken > NOTHING * input_power)
        passed.append(
            _zero(passed_on / taken) if loaded[-1] else _alone(coupling, drivers[n], measured.get(n + 1))
        )
    return _Flow(
        passed,
        loaded,
        drivers,
        torques,
        {shaft: abs(outside[shaft]) for shaft in solution.train.held if shaft in outside},
        _zero(takes / gives) if gives else 0.0,
    )


def _zero(efficiency: float) -> float:
    """What is only there so that a balance could be written is nothing."""
    return efficiency if efficiency > 2 * LOCKED else 0.0


def _solve(
    solution: Solution, source: str, torque: float, output: str, shares: list[dict[str, float]]
) -> list[dict[str, float]]:
    """Torque of each coupling on its shafts, and last that from outside: every shaft is in balance."""
    shafts = list(solution.speeds)
    place = {shaft: n for n, shaft in enumerate(shafts)}
    outside = list(dict.fromkeys((*solution.train.driven, *sorted(solution.train.held), source, output)))
    bound = [n for n, share in enumerate(shares) if share]
    system = np.zeros((len(shafts) + 1, len(bound) + len(outside)))
    for column, n in enumerate(bound):
        for shaft, share in shares[n].items():
            system[place[shaft], column] = share
    for column, shaft in enumerate(outside, len(bound)):
        system[place[shaft], column] = 1.0
    system[-1, len(bound) + outside.index(source)] = 1.0
    right = np.zeros(len(shafts) + 1)
    right[-1] = torque if solution.speeds[source] >= 0 else -torque
    try:
        solved = np.linalg.solve(system, right)
    except np.linalg.LinAlgError:
        raise GearingError(
            f"No torque at shaft {source} balances this train.",
            code="no_balance",
            field="torque_nmm",
            hint="Leave the torque away, or take the shaft that is loaded as the output.",
        ) from None
    made: list[dict[str, float]] = [{} for _ in shares]
    for column, n in enumerate(bound):
        made[n] = {shaft: share * float(solved[column]) for shaft, share in shares[n].items()}
    made.append({shaft: float(solved[c]) for c, shaft in enumerate(outside, len(bound))})
    return made


def _lossless(coupling: Coupling) -> dict[str, float]:
    equations = coupling.equations()
    return {shaft: float(c) for shaft, c in equations[0].items()} if equations else {}


def _driver(
    coupling: Coupling, on: Mapping[str, float], speed: Mapping[str, float], before: str, input_power: float
) -> str:
    """The shaft a coupling takes power from; of a set, whose sun or ring rolls the other on."""
    frame = _frame(coupling)
    against = speed[frame] if frame else 0.0
    rolling = {s: t * (speed[s] - against) for s, t in on.items() if s != frame}
    least = min(rolling.values(), default=0.0)
    if least >= -NOTHING * abs(input_power):
        return before if before in rolling else next(iter(rolling), coupling.shafts()[0])
    return min(rolling, key=lambda shaft: rolling[shaft])


def _frame(coupling: Coupling) -> str:
    """The member whose turning is no rolling of teeth."""
    match coupling:
        case Planetary():
            return coupling.carrier
        case Differential():
            return coupling.case
    return ""


def _shares(
    coupling: Coupling, driver: str, speed: Mapping[str, float], measured: float | None
) -> dict[str, float]:
    """Torques of a coupling in proportion, what it loses taken off where the power leaves.

    Of a set with the losses of its carrier's frame, ``eta0`` (Müller; VDI 2157):
    where nothing rolls nothing is lost.
    """
    shares = _lossless(coupling)
    passes = _alone(coupling, driver, measured)
    frame = _frame(coupling)
    if not frame:
        return {shaft: c * (1.0 if shaft == driver else max(passes, LOCKED)) for shaft, c in shares.items()}
    if all(abs(speed[s] - speed[frame]) <= NOTHING * max(map(abs, speed.values())) for s in shares):
        return shares
    made = {s: c * (1.0 if s == driver else passes) for s, c in shares.items() if s != frame}
    return {**made, frame: -sum(made.values())}


def _alone(coupling: Coupling, driver: str, measured: float | None) -> float:
    """What a coupling passes on: as told, or the usual; of a set with its carrier held."""
    usual = table("train")["efficiency"]
    match coupling:
        case Worm():
            forward, back = worm_power(coupling)
            # A worm that locks does so whatever it passes on the other way.
            return (measured or forward) if driver == coupling.first else back and (measured or back)
        case Planetary():
            each = float(usual["planetary"])
            # Two planets one after the other are one more mesh.
            return measured or (each**1.5 if coupling.paired else each)
        case Mesh():
            return measured or float(usual[coupling.kind])
        case Belt():
            return measured or float(usual["chain" if coupling.chain else "belt"])
        case Joint():
            return float(usual["joint"])
        case _:
            return measured or float(usual["differential"])
