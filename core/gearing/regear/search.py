"""Which pinion and spur for a target, and what it does to the motor."""

from __future__ import annotations

from dataclasses import dataclass
from math import log, pi

import numpy as np
from numpy.typing import NDArray

from ..errors import GearingError
from ..mesh.verdict import Band, aimed, verdicts
from ..train.applications import road_speed
from .holes import nearest_hole
from .pairs import Pairs, usual_shift

MOST_PAIRS = 60 * 120
WANTS = ("keep", "speed", "ratio", "cooler")

EXACT, CLOSE = 0.003, 0.02
"""Shares a final drive may miss its target by. Bench judgement."""

# What a pair that misses costs against one that is off target by so much (natural log of the ratio).
NOT_IN_STOCK = 0.06
NOT_HUNTING = 0.004
PLAY_OFF = 0.02


@dataclass(frozen=True, slots=True)
class Drive:
    """A motor through a pair and what follows, to a wheel or sprocket.

    Attributes
    ----------
    pinion, spur : int
    wheel : float
        Rolling diameter of the wheel, or of the sprocket's track, mm.
    reduction : float
        Turns of the spur shaft for one of the wheel.
    """

    pinion: int
    spur: int
    wheel: float
    reduction: float = 1.0

    @property
    def final(self) -> float:
        """Turns of the motor for one of the wheel."""
        return self.spur / self.pinion * self.reduction

    @property
    def travel(self) -> float:
        """Way for one turn of the motor, mm."""
        return pi * self.wheel / self.final


@dataclass(frozen=True, slots=True)
class Stocked:
    """A count that can be had, and whether it lies in the drawer."""

    teeth: int
    in_stock: bool = False


@dataclass(frozen=True, slots=True)
class Target:
    """``keep`` the speed, a ``speed`` in km/h, a final ``ratio``, or a motor so many per cent ``cooler``."""

    want: str = "keep"
    value: float = 0.0


@dataclass(frozen=True, slots=True)
class RegearChoice:
    """One pair that could be fitted. Lengths mm.

    Attributes
    ----------
    final : float
    travel : float
        For one turn of the motor.
    speed : float
        km/h; 0 where the motor is not known.
    load : float
        Motor torque for the same push, as a share of the present.
    off : float
        By what share the final drive misses the target.
    distance, backlash, contact : float
    hole : int
        From 1; 0 for a slot or none.
    fits : bool
    hunts, in_stock : bool
    reason : str
    """

    pinion: int
    spur: int
    final: float
    travel: float
    speed: float
    load: float
    off: float
    distance: float
    backlash: float
    contact: float
    hole: int
    fits: bool
    hunts: bool
    in_stock: bool
    reason: str

    @property
    def exact(self) -> bool:
        """Whether nobody would feel what it is off by."""
        return abs(self.off) < EXACT

    @property
    def close(self) -> bool:
        """Whether it does what was asked for, near enough."""
        return abs(self.off) < CLOSE


@dataclass(frozen=True, slots=True)
class RegearSearch:
    """The choices, best first, and every pair as a point: distance, speed or travel, and whether it fits."""

    target: float
    choices: list[RegearChoice]
    distances: NDArray[np.float64]
    travels: NDArray[np.float64]
    fits: NDArray[np.bool_]


def wanted_final(present: Drive, wheel: float, target: Target, rpm: float) -> float:
    """The final drive that meets the target.

    Raises
    ------
    GearingError
        If the target is not known, or needs the motor's speed.
    """
    if target.want == "keep":
        return present.final * wheel / present.wheel
    if target.want == "cooler":
        if not 0 < target.value < 90:
            raise GearingError(
                "Cooler by how much?", code="no_share", field="target.value", hint="15 for 15 % less torque."
            )
        return present.final * wheel / present.wheel / (1 - target.value / 100)
    if target.value <= 0:
        raise GearingError(
            "Say the target.",
            code="no_target",
            field="target.value",
            hint="A speed in km/h, or a final drive.",
        )
    if target.want == "ratio":
        return target.value
    if target.want != "speed":
        raise GearingError(
            f"“{target.want}” is no target.",
            code="unknown_target",
            field="target.want",
            hint=f"One of: {', '.join(WANTS)}.",
        )
    if rpm <= 0:
        raise GearingError(
            "A speed needs the motor.",
            code="motor_needed",
            field="kv",
            hint="Give its constant (rpm per volt) and the voltage.",
        )
    return road_speed(rpm, pi * wheel) / target.value


def regear(
    present: Drive,
    wheel: float,
    reduction: float,
    target: Target,
    pinions: list[Stocked],
    spurs: list[Stocked],
    *,
    module: float,
    alpha: float,
    band: Band,
    slot: tuple[float, float] | None = None,
    holes: NDArray[np.float64] | None = None,
    rpm: float = 0.0,
    shifted: bool = False,
    most: int = 24,
) -> RegearSearch:
    """Every pair on hand, ranked for the target.

    With `shifted`, pinions of few teeth are taken as cut out of undercut.

    A slot is set to the middle of the band where it reaches so far, and to its
    end where it nearly does; a plate by the hole whose play comes nearest.

    Raises
    ------
    GearingError
        If there is nothing to choose from, or too much.
    """
    if not pinions or not spurs or len(pinions) * len(spurs) > MOST_PAIRS:
        raise GearingError(
            "Say which pinions and spurs could be fitted.",
            code="no_gears_to_fit",
            field="pinions",
            hint=f"At most {MOST_PAIRS} pairs of them.",
        )
    final = wanted_final(present, wheel, target, rpm)
    z1 = np.array([gear.teeth for gear in pinions])[:, None]
    z2 = np.array([gear.teeth for gear in spurs])[None, :]
    x1 = usual_shift(z1) if shifted else np.zeros(z1.shape)
    # Where a pair stands depends on the sum of its counts and on the shift alone, and few of these differ.
    shift_of, row = np.unique(x1, return_inverse=True)
    sums_of, place = np.unique(z1 + z2, return_inverse=True)
    key = place.reshape(z1.size, z2.size) * len(shift_of) + row.reshape(-1, 1)
    used, of = np.unique(key.ravel(), return_inverse=True)
    sums, shifts = sums_of[used // len(shift_of)], shift_of[used % len(shift_of)]
    pairs = Pairs(sums, np.zeros(sums.shape), module, alpha, shifts)
    middle = (band.low + band.high) / 2 * module
    index = np.zeros(sums.shape, dtype=int) - 1
    set_at = pairs.distance_with(middle)
    if holes is not None:
        index, _ = nearest_hole(pairs, holes, band.tight * module, middle)
        set_at = np.where(index >= 0, holes[index], set_at)
    elif slot is not None:
        set_at = np.clip(set_at, *slot)
    shape = (len(pinions), len(spurs))
    hole, away = (index + 1)[of].reshape(shape), set_at[of].reshape(shape)
    play = pairs.backlash(set_at)[of].reshape(shape)
    contact = Pairs(z1, z2, module, alpha, x1).contact(away)
    judged = verdicts(play, contact, 0.0, False, module, band)
    fits = (judged == "right") & ((hole > 0) if holes is not None else True)
    finals = z2 / z1 * reduction
    off = finals / final - 1
    hunts = np.gcd(z1, z2) == 1
    stocked = (
        np.array([p.in_stock for p in pinions])[:, None] & np.array([s.in_stock for s in spurs])[None, :]
    )
    within = aimed(play, module, band) == "within"
    cost = (
        np.abs(np.log(finals / final)) + NOT_IN_STOCK * ~stocked + NOT_HUNTING * ~hunts + PLAY_OFF * ~within
    )
    order = np.lexsort((cost.ravel(), ~fits.ravel()))[:most]
    travels = pi * wheel / finals
    choices = []
    for flat in order:
        i, k = divmod(int(flat), len(spurs))
        choices.append(
            RegearChoice(
                pinion=int(z1[i, 0]),
                spur=int(z2[0, k]),
                final=float(finals[i, k]),
                travel=float(travels[i, k]),
                speed=road_speed(rpm, float(travels[i, k])),
                load=float((wheel / finals[i, k]) / (present.wheel / present.final)),
                off=float(off[i, k]),
                distance=float(away[i, k]),
                backlash=float(play[i, k]),
                contact=float(contact[i, k]),
                hole=int(hole[i, k]),
                fits=bool(fits[i, k]),
                hunts=bool(hunts[i, k]),
                in_stock=bool(stocked[i, k]),
                reason=_reason(str(judged[i, k]), float(play[i, k]), holes is not None and hole[i, k] == 0),
            )
        )
    return RegearSearch(final, choices, away, travels, fits)


def _reason(verdict: str, play: float, no_hole: bool) -> str:
    """Why a pair does not go in; empty if it does."""
    if no_hole:
        return "too close: it binds at every hole"
    return {
        "jammed": "too close: the slot does not open so far",
        "tight": "too close: the slot does not open so far",
        "skipping": "too far: the teeth skip",
        "loose": f"too far: {play:.2f} mm of play",
    }.get(verdict, "")


def change(load: float) -> str:
    """What a motor load says.

    Examples
    --------
    >>> change(1.2), change(0.9)
    ('20 % more torque: about 44 % more heat', '10 % less torque: about 19 % less heat')
    """
    if abs(log(load)) < 0.005:
        return "the motor works as before"
    heat = load * load
    more = "more" if load > 1 else "less"
    return f"{abs(load - 1):.0%} {more} torque: about {abs(heat - 1):.0%} {more} heat".replace("%", " %")
