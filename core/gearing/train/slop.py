"""Lost motion: each stage's play carried to the output, and what measured play leaves to explain."""

from __future__ import annotations

from dataclasses import dataclass
from math import asin, degrees, hypot

from ..errors import GearingError
from .solve import Solution

UNREAD = 0.35
"""How far off a backlash that was only assumed may be, as a share."""


@dataclass(frozen=True, slots=True)
class StagePlay:
    """Backlash of one stage.

    Attributes
    ----------
    shaft : str
        The shaft it is given at, other side of the mesh held.
    angle : float
        Free turn there, rad.
    error : float
        rad.
    name : str
    """

    shaft: str
    angle: float
    error: float = 0.0
    name: str = ""


@dataclass(frozen=True, slots=True)
class Share:
    """What one stage adds at the output, rad."""

    name: str
    angle: float
    error: float


@dataclass(frozen=True, slots=True)
class Slop:
    """The budget at one shaft; angles rad.

    Attributes
    ----------
    shares : tuple of Share
        By stage, in order.
    teeth, teeth_error : float
        All stages together.
    measured, measured_error : float or None
    rest, rest_error : float or None
        What the teeth do not explain; below zero they explain more than there is.
    verdict, check : str
        What that says, and the check that would tell.
    """

    shares: tuple[Share, ...]
    teeth: float
    teeth_error: float
    measured: float | None
    measured_error: float | None
    rest: float | None
    rest_error: float | None
    verdict: str
    check: str


def angle_of_play(play: float, radius: float) -> float:
    """Free turn, rad, from the movement measured at a radius, ``asin(p/r)``.

    Raises
    ------
    GearingError
        If the movement is more than the radius.
    """
    if not 0 < play < radius:
        raise GearingError(
            "The play cannot be more than the radius it was measured at.",
            field="play_mm",
            hint="Measure nearer to the shaft, or check the radius.",
        )
    return asin(play / radius)


def slop(
    found: Solution,
    plays: list[StagePlay],
    at: str,
    measured: float | None = None,
    measured_error: float = 0.0,
) -> Slop:
    """Carry every stage's play to shaft `at`.

    Raises
    ------
    GearingError
        If a play is given at a shaft that stands still.
    """
    shares = []
    for play in plays:
        speed = found.speeds.get(play.shaft)
        if not speed:
            raise GearingError(
                f"Shaft {play.shaft} does not turn with this train.",
                field="plays",
                hint="Give each play at a shaft that turns.",
            )
        carried = abs(float(found.speeds[at] / speed))
        shares.append(
            Share(play.name or f"at shaft {play.shaft}", play.angle * carried, play.error * carried)
        )
    teeth = sum(share.angle for share in shares)
    error = hypot(*(share.error for share in shares))
    if measured is None:
        return Slop(tuple(shares), teeth, error, None, None, None, None, "", "")
    rest, rest_error = measured - teeth, hypot(error, measured_error)
    verdict, check = _says(shares, measured, rest, rest_error)
    return Slop(tuple(shares), teeth, error, measured, measured_error, rest, rest_error, verdict, check)


def _says(shares: list[Share], measured: float, rest: float, error: float) -> tuple[str, str]:
    largest = max(shares, key=lambda share: share.angle)
    if rest > 2 * error:
        part = f"The teeth explain {100 * (1 - rest / measured):.0f} % of it; "
        return part + f"{degrees(rest):.2f}° is bearings, bores, pins or case.", (
            "Hold the last gear by its teeth and move the arm: what is left there is bore, pin or spline. "
            "Then rock each shaft sideways in its bearings."
        )
    if rest < -2 * error:
        return (
            "There is less play than the teeth alone should leave: one backlash is smaller than given.",
            f"Measure the backlash of {largest.name} again, mate held.",
        )
    return (
        f"The teeth explain all of it, most of it {largest.name}.",
        f"Hold the driver of {largest.name} and feel its mate: that alone should show "
        f"{degrees(largest.angle):.2f}° at the output.",
    )
