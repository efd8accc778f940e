"""A train typed as one line.

    12:60 | 14:48 | 10:40

Stages follow each other, each on the shaft of the one before. ``12:60`` is an
external pair, ``12:60i`` drives a ring from inside, ``14:42b`` is a bevel pair,
``w1:40`` a worm of one start, ``belt 20:40`` and ``chain 11:18`` say so, and
``p12/18/48`` is a planetary set, sun in, ring held, carrier out; ``p12/18/48
sun>ring`` drives the sun and takes the ring, so that the carrier is held.
"""

from __future__ import annotations

import re
from fractions import Fraction

from ..errors import GearingError
from .model import Belt, Coupling, Mesh, Planetary, Train, Worm, check_count

LONGEST_LINE = 400
MOST_STAGES = 30
MEMBERS = ("sun", "ring", "carrier")

_PAIR = re.compile(r"^(belt|chain)?\s*(\d{1,4})\s*:\s*(\d{1,4})\s*([ibf]?)$", re.I)
_WORM = re.compile(r"^w\s*(\d{1,2})\s*:\s*(\d{1,4})\s*(left|right)?$", re.I)
_SET = re.compile(r"^p\s*(\d{1,4})/(\d{1,4})/(\d{1,4})(?:\s*x\s*(\d))?(?:\s+(\w+)\s*>\s*(\w+))?$", re.I)
_KIND = {"": "external", "i": "internal", "b": "bevel", "f": "face"}


def read_train(line: str) -> Train:
    """The train of one line; shaft ``1`` is driven at one turn, the last is the output.

    Raises
    ------
    GearingError
        Naming the stage that is not understood and how to write it.

    Examples
    --------
    >>> [shaft for shaft in read_train("12:60 | w1:40").shafts()]
    ['1', '2', '3']
    """
    if len(line) > LONGEST_LINE:
        raise GearingError("This line is too long for a train.", field="line", hint="At most 30 stages.")
    stages = [stage.strip() for stage in line.split("|")]
    if not any(stages) or len(stages) > MOST_STAGES:
        raise GearingError(
            "Say the train as pairs.",
            field="line",
            hint="12:60 | 14:48 | 10:40, driver first; at most 30 stages.",
        )
    couplings: list[Coupling] = []
    held: set[str] = set()
    for number, stage in enumerate(stages, 1):
        coupling, stands = _stage(stage, number)
        couplings.append(coupling)
        held |= stands
    return Train(tuple(couplings), {"1": Fraction(1)}, frozenset(held))


def _stage(stage: str, number: int) -> tuple[Coupling, set[str]]:
    into, out = str(number), str(number + 1)
    if found := _PAIR.match(stage):
        first, second = check_count(int(found[2])), check_count(int(found[3]))
        if found[1]:
            return Belt(into, out, first, second), set()
        kind = _KIND[found[4].lower()]
        if kind == "internal" and second <= first:
            raise GearingError(
                f"Stage {number}: a ring has more teeth than what turns in it.",
                field="line",
                hint=f"{second} cannot go round {first}: swap them, or leave the i away.",
            )
        return Mesh(into, out, first, second, kind), set()
    if found := _WORM.match(stage):
        starts, teeth = check_count(int(found[1]), 1, 20), check_count(int(found[2]))
        return Worm(into, out, starts, teeth, (found[3] or "right").lower()), set()
    if found := _SET.match(stage):
        return _planetary(found, number, into, out)
    raise GearingError(
        f"Stage {number}, “{stage[:30]}”, is not understood.",
        field="line",
        hint="12:60, 12:60i for a ring, 14:42b for bevels, w1:40, belt 20:40, p12/18/48.",
    )


def _planetary(found: re.Match[str], number: int, into: str, out: str) -> tuple[Coupling, set[str]]:
    sun, planet, ring = (check_count(int(found[n])) for n in (1, 2, 3))
    source, target = (found[5] or "sun").lower(), (found[6] or "carrier").lower()
    if source not in MEMBERS or target not in MEMBERS or source == target:
        raise GearingError(
            f"Stage {number}: say which member drives and which is taken.",
            field="line",
            hint="Two of sun, ring and carrier, like sun>carrier; the third is held.",
        )
    third = next(member for member in MEMBERS if member not in (source, target))
    names = {source: into, target: out, third: f"{number} {third}"}
    made = Planetary(names["sun"], names["ring"], names["carrier"], sun, planet, ring, int(found[4] or 3))
    return made, {names[third]}
