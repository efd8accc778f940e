"""What clicks how often in a simple train, by its own arithmetic: nothing of it is shared with Dentado."""

from __future__ import annotations

import re
from dataclasses import dataclass

from ..asking import DeviceError

PLANETS = 3
_PAIR = re.compile(r"(\d{1,3}):(\d{1,3})[bfi]?")
_WORM = re.compile(r"w(\d):(\d{1,3})")
_SET = re.compile(r"p(\d{1,3})/(\d{1,3})/(\d{1,3})")


@dataclass(frozen=True, slots=True)
class Wheel:
    """A wheel, its shaft, and how often its one bad tooth clicks for a turn of the shaft turned."""

    what: str
    teeth: int
    shaft: int
    per_turn: float


def wheels_of(line: str) -> dict[str, list[Wheel]]:
    """The wheels of a train by the shaft that is turned: pairs, worms, and sets with the ring held.

    Raises
    ------
    DeviceError
        If the line is none of these.
    """
    speeds, wheels = [1.0], []
    for stage in (part.strip() for part in line.split("|")):
        drive, shaft = speeds[-1], len(speeds)
        if match := _WORM.fullmatch(stage):
            starts, teeth = map(int, match.groups())
            speeds.append(drive * starts / teeth)
            wheels += [Wheel("worm", starts, shaft, drive), Wheel("wheel", teeth, shaft + 1, speeds[-1])]
        elif match := _PAIR.fullmatch(stage):
            first, second = map(int, match.groups())
            speeds.append(drive * first / second)
            wheels += [Wheel("gear", first, shaft, drive), Wheel("gear", second, shaft + 1, speeds[-1])]
        elif match := _SET.fullmatch(stage):
            sun, planet, ring = map(int, match.groups())
            carrier = drive * sun / (sun + ring)
            speeds.append(carrier)
            # Seen from the carrier each planet meets a tooth of the sun, and one of the ring, once a turn.
            turned = (drive - carrier) * sun / planet
            wheels += [
                Wheel("sun", sun, shaft, PLANETS * (drive - carrier)),
                Wheel("planet", planet, shaft + 1, 2 * turned),
                Wheel("ring", ring, shaft + 1, PLANETS * carrier),
            ]
        else:
            raise DeviceError(
                f"{stage or 'nothing'} is no stage known here: pairs, worms and simple sets are"
            )
    if any(not speed for speed in speeds):
        raise DeviceError("a wheel without teeth does not turn")
    return {
        str(n): [Wheel(w.what, w.teeth, w.shaft, w.per_turn / speed) for w in wheels]
        for n, speed in enumerate(speeds, 1)
    }
