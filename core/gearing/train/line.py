"""A train typed as one line.

    12:60 | 14:48 | 10:40

Stages follow each other, each on the shaft of the one before. ``12:60`` is an
external pair, ``12:60i`` drives a ring from inside, ``14:42b`` is a bevel pair,
``w1:40`` a worm of one start, ``belt 20:40`` and ``chain 11:18`` say so (``belt
20:40/90`` with the belt's own teeth), and ``p12/18/48`` is a planetary set, sun
in, ring held, carrier out; ``p12/18/48 sun>ring`` drives the sun and takes the
ring, so that the carrier is held. ``p12/18+14/44`` has stepped planets, 18 at
the sun and 14 at the ring on one piece; ``p12/14:13/48`` pairs of planets, 14
at the sun in mesh with 13 at the ring.

Shafts can be named, where the stages do not follow each other, and what is
driven and held is then said after a semicolon::

    sun-ring-arm p12/18/48 | motor-ring 15:60 ; drive sun 100 ; drive motor -40
"""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import dataclass, replace
from fractions import Fraction
from math import isnan

import numpy as np
import numpy.typing as npt

from ..errors import GearingError
from .model import Belt, Coupling, Differential, Joint, Mesh, Planetary, Train, Worm, check_count

Floats = npt.NDArray[np.float64]

LONGEST_LINE = 600
MOST_STAGES = 30
MEMBERS = ("sun", "ring", "carrier")
HINT = (
    "12:60, 12:60i for a ring, 14:42b for bevels, w1:40, belt 20:40, p12/18/48, "
    "p12/18+14/44 for stepped planets, p12/14:13/48 for pairs; ? for a count not known."
)

_NAMES = re.compile(r"^([A-Za-z]\w{0,15}(?:-[A-Za-z]\w{0,15}){1,2})\s+(.+)$")
_PAIR = re.compile(r"^(\d{1,4}|\?)\s*:\s*(\d{1,4}|\?)\s*([ibf]?)$", re.I)
_BELT = re.compile(r"^(belt|chain)\s*(\d{1,4}|\?)\s*:\s*(\d{1,4}|\?)(?:\s*/\s*(\d{1,4}))?$", re.I)
_WORM = re.compile(r"^w\s*(\d{1,2})\s*:\s*(\d{1,4}|\?)\s*(left|right)?(?:\s*lead\s*([\d.,]{1,6}))?$", re.I)
_SET = re.compile(
    r"^p\s*(\d{1,4}|\?)\s*/\s*(\d{1,4}|\?)(?:\s*([+:])\s*(\d{1,4}|\?))?\s*/\s*(\d{1,4}|\?)"
    r"(?:\s*x\s*(\d))?(?:\s+(\w+)\s*>\s*(\w+))?$",
    re.I,
)
_PLAIN = re.compile(r"^(joint|slip)$", re.I)
_DIFF = re.compile(r"^diff(?:\s*(\d{1,4})\s*/\s*(\d{1,4})(?:\s*x\s*(\d))?)?$", re.I)
_SAID = re.compile(r"^(drive|hold)\s+(\w{1,16}(?:\s(?:sun|ring|carrier))?)(?:\s+(-?[\d.,/]{1,12}))?$", re.I)
_COUNTS = ((_PAIR, (1, 2)), (_BELT, (2, 3)), (_WORM, (1, 2)), (_SET, (1, 2, 4, 5)), (_DIFF, (1, 2)))
"""Which groups of each form are counts, in the order they are typed."""
_KIND = {"": "external", "i": "internal", "b": "bevel", "f": "face"}
_LETTER = {kind: letter for letter, kind in _KIND.items()}


@dataclass(frozen=True, slots=True)
class Stage:
    """One stage as said; a count of 0 was left open.

    Attributes
    ----------
    form : str
        ``external``, ``internal``, ``bevel``, ``face``, ``belt``, ``chain``, ``worm``,
        ``planetary``, ``diff``, ``joint`` or ``slip``.
    counts : tuple of int
        Of a set sun, planet, ring, and last what meets the ring where that is another gear.
    names : tuple of str
        Shafts, where they were named.
    more : tuple of str
        Hand and lead of a worm; planets, source, target and ``+`` or ``:`` of a set;
        a belt's own teeth; pinions of a differential.
    """

    form: str
    counts: tuple[int, ...] = ()
    names: tuple[str, ...] = ()
    more: tuple[str, ...] = ()

    @property
    def internal(self) -> bool:
        return self.form == "internal"

    def with_count(self, place: int, count: int) -> Stage:
        return replace(self, counts=(*self.counts[:place], count, *self.counts[place + 1 :]))

    def text(self) -> str:
        """As it would be typed."""
        said = [str(count) if count else "?" for count in self.counts]
        match self.form:
            case "worm":
                hand, lead = self.more
                body = f"w{said[0]}:{said[1]}" + (" left" if hand == "left" else "")
                body += f" lead {lead}" if lead else ""
            case "planetary":
                planets, source, target, sign = self.more
                outer = f"{sign}{said[3]}" if sign else ""
                body = f"p{said[0]}/{said[1]}{outer}/{said[2]}" + (f" x{planets}" if planets != "3" else "")
                body += "" if (source, target) == ("sun", "carrier") else f" {source}>{target}"
            case "belt" | "chain":
                body = f"{self.form} {said[0]}:{said[1]}" + (f"/{self.more[0]}" if self.more else "")
            case "diff" if self.counts:
                body = f"diff {said[0]}/{said[1]}" + (f" x{self.more[0]}" if self.more[0] != "2" else "")
            case "diff" | "joint" | "slip":
                body = self.form
            case _:
                body = f"{said[0]}:{said[1]}{_LETTER[self.form]}"
        return f"{'-'.join(self.names)} {body}" if self.names else body


def read_train(line: str) -> Train:
    """The train of one line; unless it says otherwise shaft ``1`` is driven at one turn.

    Raises
    ------
    GearingError
        Naming the stage that is not understood and how to write it.

    Examples
    --------
    >>> [shaft for shaft in read_train("12:60 | w1:40").shafts()]
    ['1', '2', '3']
    """
    body, *said = line.split(";")
    couplings: list[Coupling] = []
    held: set[str] = set()
    stages = read_stages(body)
    for number, stage in enumerate(stages, 1):
        if not all(stage.counts):
            raise GearingError(
                f"Stage {number}: a count is left open.",
                code="open_count",
                field="line",
                hint="Give a measured ratio, turns at both ends, or the shaft distance, and it is found.",
            )
        coupling, stands = _coupling(stage, number)
        couplings.append(coupling)
        held |= stands
    driven: dict[str, Fraction] = {}
    for clause in said:
        verb, shaft, speed = _said(clause)
        if verb == "hold":
            held.add(shaft)
        else:
            driven[shaft] = speed
            held.discard(shaft)
    first = couplings[0].shafts()[0] if stages[0].names else "1"
    return Train(tuple(couplings), driven or {first: Fraction(1)}, frozenset(held))


def read_stages(line: str) -> list[Stage]:
    """The stages of a line as said, counts left open among them.

    Raises
    ------
    GearingError
        Naming the stage that is not understood.
    """
    if len(line) > LONGEST_LINE:
        raise GearingError(
            "This line is too long for a train.",
            code="line_too_long",
            field="line",
            hint="At most 30 stages.",
        )
    stages = [stage.strip() for stage in _stages(line).split("|")]
    if not any(stages) or len(stages) > MOST_STAGES:
        raise GearingError(
            "Say the train as pairs.",
            code="no_train",
            field="line",
            hint="12:60 | 14:48 | 10:40, driver first; at most 30 stages.",
        )
    return [_read(stage, number) for number, stage in enumerate(stages, 1)]


def count_spots(line: str) -> list[list[tuple[int, int]]]:
    """Where the counts of each stage stand in a line, start and end, in the order they are typed.

    Examples
    --------
    >>> count_spots("12:60 | a-b-c p12/?/48")
    [[(0, 2), (3, 5)], [(15, 17), (18, 19), (20, 22)]]
    """
    spots: list[list[tuple[int, int]]] = []
    at = 0
    for part in _stages(line).split("|"):
        body = part.strip()
        start = at + part.index(body)
        if named := _NAMES.match(body):
            start, body = start + named.start(2), named[2]
        counted = next(((m, groups) for form, groups in _COUNTS if (m := form.match(body.strip()))), None)
        spots.append([_spot(counted[0], n, start) for n in counted[1] if counted[0][n]] if counted else [])
        at += len(part) + 1
    return spots


def _spot(match: re.Match[str], group: int, start: int) -> tuple[int, int]:
    return start + match.start(group), start + match.end(group)


def _stages(line: str) -> str:
    """The stages, without what is said of them after the semicolon."""
    return line.split(";", maxsplit=1)[0]


def next_stage_at(line: str) -> int:
    """Where another stage would be typed: behind the last, before the semicolon."""
    return len(_stages(line).rstrip())


def has_open_counts(line: str) -> bool:
    """Whether a count was left open, as a question mark."""
    return "?" in _stages(line)


def _read(text: str, number: int) -> Stage:
    names: tuple[str, ...] = ()
    body = text
    if named := _NAMES.match(text):
        names, body = tuple(named[1].split("-")), named[2].strip()
    stage = _form(body, number)
    needs = 3 if stage.form in ("planetary", "diff") else 2
    if (names and len(names) != needs) or (not names and stage.form in ("diff", "joint", "slip")):
        raise GearingError(
            f"Stage {number}: name its {needs} shafts.",
            code="shafts_unnamed",
            field="line",
            hint="sun-ring-arm p12/18/48, case-left-right diff, hub-wheel joint.",
        )
    if len(set(names)) != len(names):
        raise GearingError(
            f"Stage {number}: a shaft is named twice.",
            code="shaft_named_twice",
            field="line",
            hint="Each is another.",
        )
    return replace(stage, names=names)


def _form(body: str, number: int) -> Stage:
    if match := _PAIR.match(body):
        counts = _count(match[1]), _count(match[2])
        form = _KIND[match[3].lower()]
        if form == "internal" and all(counts) and counts[1] <= counts[0]:
            raise GearingError(
                f"Stage {number}: a ring has more teeth than what turns in it.",
                code="ring_too_small",
                field="line",
                hint=f"{counts[1]} cannot go round {counts[0]}: swap them, or leave the i away.",
            )
        return Stage(form, counts)
    if match := _BELT.match(body):
        links = (str(check_count(int(match[4]))),) if match[4] else ()
        return Stage(match[1].lower(), (_count(match[2]), _count(match[3])), (), links)
    if match := _WORM.match(body):
        starts = check_count(int(match[1]), 1, 20)
        lead = (match[4] or "").replace(",", ".")
        if lead and not 0 < _number(lead, number) < 60:
            raise GearingError(
                f"Stage {number}: that lead angle cannot be.",
                code="lead_out_of_range",
                field="line",
                hint="In degrees.",
            )
        return Stage("worm", (starts, _count(match[2])), (), ((match[3] or "right").lower(), lead))
    if match := _SET.match(body):
        return _set(match, number)
    if match := _DIFF.match(body):
        if not match[1]:
            return Stage("diff")
        pinions = str(check_count(int(match[3] or 2), 1, 6))
        return Stage("diff", (_count(match[1]), _count(match[2])), (), (pinions,))
    if match := _PLAIN.match(body):
        return Stage(match[1].lower())
    raise GearingError(
        f"Stage {number}, “{body[:30]}”, is not understood.", code="not_understood", field="line", hint=HINT
    )


def _set(match: re.Match[str], number: int) -> Stage:
    """A planetary set: plain, stepped (``+``) or paired (``:``)."""
    source, target = (match[7] or "sun").lower(), (match[8] or "carrier").lower()
    if source not in MEMBERS or target not in MEMBERS or source == target:
        raise GearingError(
            f"Stage {number}: say which member drives and which is taken.",
            code="members_unclear",
            field="line",
            hint="Two of sun, ring and carrier, like sun>carrier; the third is held.",
        )
    counts = tuple(_count(match[n]) for n in (1, 2, 5))
    if all(counts) and counts[2] <= counts[0]:
        raise GearingError(
            f"Stage {number}: the sun is larger than the ring.",
            code="ring_too_small",
            field="line",
            hint="Sun, planet, ring, in this order: p12/18/48.",
        )
    planets = str(check_count(int(match[6] or 3), 1, 9))
    outer = (_count(match[4]),) if match[3] else ()
    return Stage("planetary", (*counts, *outer), (), (planets, source, target, match[3] or ""))


def _count(text: str) -> int:
    return 0 if text == "?" else check_count(int(text))


def _number(text: str, number: int) -> float:
    try:
        return float(text)
    except ValueError:
        raise GearingError(
            f"Stage {number}: “{text}” is no number.", code="not_a_number", field="line", hint=HINT
        ) from None


def _said(text: str) -> tuple[str, str, Fraction]:
    """``drive sun 100`` or ``hold arm``."""
    match = _SAID.match(text.strip())
    try:
        speed = Fraction((match[3] or "1").replace(",", ".")) if match else Fraction(0)
    except (ValueError, ZeroDivisionError):
        match = None
    if not match or (match[1].lower() == "hold" and match[3]):
        raise GearingError(
            f"“{text.strip()[:30]}” is not understood.",
            code="not_understood",
            field="line",
            hint="After the stages: ; drive sun 100 ; hold arm.",
        )
    return match[1].lower(), match[2], speed


def _coupling(stage: Stage, number: int) -> tuple[Coupling, set[str]]:
    into, out = str(number), str(number + 1)
    names = stage.names or (into, out)
    first, second, *_ = (*stage.counts, 0, 0)
    match stage.form:
        case "planetary":
            return _planetary(stage, number, into, out)
        case "diff":
            counted = (first, second, int(stage.more[0])) if stage.counts else ()
            return Differential(names[0], names[1], names[2], *counted), set()
        case "joint" | "slip":
            return Joint(names[0], names[1], stage.form == "slip"), set()
        case "worm":
            hand, lead = stage.more
            return Worm(names[0], names[1], first, second, hand, float(lead or 0)), set()
        case "belt" | "chain":
            links = int(stage.more[0]) if stage.more else 0
            return Belt(names[0], names[1], first, second, stage.form == "chain", links), set()
    return Mesh(names[0], names[1], first, second, stage.form), set()


def _planetary(stage: Stage, number: int, into: str, out: str) -> tuple[Coupling, set[str]]:
    planets, source, target, sign = stage.more
    zs, zp, zr, *outer = stage.counts
    members, stands = stage.names, set()
    if not members:
        third = next(member for member in MEMBERS if member not in (source, target))
        shafts = {source: into, target: out, third: f"{number} {third}"}
        members, stands = (shafts["sun"], shafts["ring"], shafts["carrier"]), {shafts[third]}
    sun, ring, carrier = members
    return Planetary(sun, ring, carrier, zs, zp, zr, int(planets), sum(outer), sign == ":"), stands


def stage_ratio(stage: Stage) -> float | None:
    """Turns in for one out, by itself; None where it cannot be built or has no single way through."""
    ratio = float(stage_ratios(stage, [np.array(float(count)) for count in stage.counts]))
    return None if isnan(ratio) else ratio


def stage_ratios(stage: Stage, z: Sequence[Floats]) -> Floats:
    """The same for arrays of counts in place of the stage's own; NaN where it cannot be built.

    Parameters
    ----------
    z : sequence of ndarray
        In the order of `Stage.counts`, of shapes that broadcast.
    """
    match stage.form:
        case "internal":
            return np.where(z[1] > z[0], z[1] / z[0], np.nan)
        case "belt" | "chain":
            return z[1] / z[0]
        case "external" | "bevel" | "face" | "worm":
            return -z[1] / z[0]
        case "planetary":
            return _set_ratios(stage, z)
    return np.array(np.nan)


def _set_ratios(stage: Stage, z: Sequence[Floats]) -> Floats:
    """Of a planetary set by its basic ratio, sun to ring with the carrier held."""
    _, source, target, sign = stage.more
    if sign == ":":
        basic, closes = z[2] / z[0], z[2] > z[0]
    elif sign == "+":
        basic, closes = -z[2] * z[1] / (z[0] * z[3]), z[2] > z[0]
    else:
        basic, closes = -z[2] / z[0], z[2] == z[0] + 2 * z[1]
    ways = {("sun", "carrier"): 1 - basic, ("sun", "ring"): basic, ("ring", "carrier"): 1 - 1 / basic}
    ratio = ways[source, target] if (source, target) in ways else 1 / ways[target, source]
    return np.where(closes, ratio, np.nan)
