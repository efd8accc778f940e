"""What a train does in the unit it sits in: way, retrieve, transit, pull, turns a day, turns a count."""

from __future__ import annotations

from dataclasses import dataclass
from math import pi, sqrt

from ..data import table
from ..errors import GearingError

MINUTES = 60.0
MM_A_KM = 1e6

NESTED = sqrt(3) / 2
"""Height of a next layer of line in diameters, lying in the grooves of the one below."""


@dataclass(frozen=True, slots=True)
class Row:
    """One line of the answer. `how` says what it assumed."""

    label: str
    value: float
    unit: str
    how: str = ""


def road_speed(rpm: float, travel: float) -> float:
    """Speed over the ground, km/h, at `travel` mm a turn."""
    return rpm * travel * MINUTES / MM_A_KM


def car(final: float, wheel: float, kv: float = 0.0, volts: float = 0.0, load: float = 0.85) -> list[Row]:
    """Final drive, way for a turn of the motor, and speed.

    Parameters
    ----------
    final : float
        Turns of the motor for one of the wheel.
    wheel : float
        Rolling diameter, mm.
    kv, volts : float
        Motor constant, rpm per volt, and voltage; 0 if not known.
    load : float
        Share of the unloaded speed that is left under way.
    """
    travel = pi * wheel / final
    rows = [Row("final drive", final, ": 1"), Row("way for a motor turn", travel, "mm")]
    if kv and volts:
        rpm = kv * volts * load
        rows += [
            Row("motor, under way", rpm, "rpm", f"{load:.0%} of the unloaded speed".replace("%", " %")),
            Row("speed", road_speed(rpm, travel), "km/h"),
        ]
    return rows


def reel(final: float, full: float, bare: float, fill: float = 1.0) -> list[Row]:
    """Line taken up for a turn of the crank at so much of the spool filled.

    Parameters
    ----------
    final : float
        Turns of the crank for one of the spool (less than 1).
    full, bare : float
        Diameter of the line's surface on a full and on a bare spool, mm.
    fill : float
        Share of the line that lies on it: its volume, so the surface follows the root.

    Raises
    ------
    GearingError
        If the bare spool is thicker than the full one.
    """
    if not 0 < bare < full:
        raise GearingError(
            "The bare spool is thicker than the full one.",
            code="spool_reversed",
            field="use.bare_mm",
            hint="Swap the two.",
        )
    rows = []
    for label, share in (("full", 1.0), ("half full", 0.5), ("nearly bare", 0.1), ("as filled now", fill)):
        surface = sqrt(bare * bare + share * (full * full - bare * bare))
        rows.append(
            Row(f"line a crank turn, {label}", pi * surface / final, "mm", f"level at {surface:.1f} mm")
        )
    return [Row("spool turns a crank turn", 1 / final, ""), *rows]


def servo(
    final: float, rpm: float, travel: float = 60.0, arm: float = 0.0, torque: float = 0.0, load: float = 0.8
) -> list[Row]:
    """Transit time, and torque and force at the arm.

    Parameters
    ----------
    final : float
        Turns of the motor for one of the arm.
    rpm : float
        Motor, unloaded.
    travel : float
        Degrees of the transit asked for.
    arm : float
        Hole used on the arm, mm from its shaft; 0 if not known.
    torque : float
        At the output, stalled, N·m; 0 if not known.
    """
    seconds = travel / 360 * final / (rpm * load / 60)
    rows = [Row(f"transit of {travel:g}°", seconds, "s", f"at {load:.0%} of {rpm:g} rpm".replace("%", " %"))]
    if torque:
        rows.append(Row("torque at the arm, stalled", torque * 100, "N·cm"))
    if torque and arm:
        rows.append(Row(f"pull at {arm:g} mm", torque / (arm / 1000), "N"))
    return rows


def winch(
    final: float, rpm: float, drum: float, line: float, layers: int = 3, torque: float = 0.0
) -> list[Row]:
    """Speed and pull of a drum by the layer of line it winds.

    Parameters
    ----------
    drum, line : float
        Bare drum and line diameter, mm. The first layer lies on the drum, each
        next in the grooves of the one below.
    torque : float
        At the drum, N·m; 0 if not known.
    """
    rows = []
    for layer in range(1, layers + 1):
        across = drum + line + 2 * (layer - 1) * line * NESTED
        speed = pi * across * rpm / final / 60
        rows.append(Row(f"line speed, layer {layer}", speed, "mm/s", f"winding at {across:.1f} mm"))
        if torque:
            rows.append(Row(f"pull, layer {layer}", torque / (across / 2000), "N"))
    return rows


def tracking(final: float, worm: float, steps: float = 0.0) -> list[Row]:
    """A drive that follows the sky: turns of the motor a day, and the error that comes round.

    Parameters
    ----------
    final : float
        Turns of the motor for one of the axis.
    worm : float
        Teeth of the wheel on the axis for one start: the worm turns so often a day.
    steps : float
        Steps of the motor a turn; 0 if it is none.
    """
    day = float(table("train")["sky"]["day"])
    rows = [
        Row("motor turns a sidereal day", final, ""),
        Row("motor", final / day * 60, "rpm"),
        Row("worm turns once in", day / worm, "s", "the periodic error comes round with it"),
    ]
    if steps:
        rows.append(Row("one step on the sky", 360 * 3600 / (final * steps), "″"))
    return rows


def counter(final: float, units: float) -> list[Row]:
    """A counting train: turns of the driven shaft for each unit it counts.

    Parameters
    ----------
    final : float
        Turns of the driven shaft for one of the wheel that counts.
    units : float
        Units that wheel counts in a turn: ten figures, mostly.
    """
    return [
        Row("turns a unit", final / units, ""),
        Row("units a turn", units / final, ""),
        Row("turns for a whole wheel", final, ""),
    ]
