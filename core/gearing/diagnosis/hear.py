"""A complaint in plain words, as observations: what is said to be so, and what is said not to be."""

from __future__ import annotations

import re
from collections import Counter
from collections.abc import Iterable, Iterator
from dataclasses import dataclass, field
from functools import cache, cached_property

from ..data import table
from .likeness import DENIALS
from .tables import faults, observations

MOST_WORDS = 400
"""Words of a complaint that are heard: what is said first is what is meant."""

HOURS_OF_WEAR = 40.0
"""Hours from which a small drive counts as much used. Bench judgement."""

_WHINES = re.compile(r"\b(?:whin|howl|shrill|high pitch|sing)")

OWN_UNITS = ("servo", "winch")
"""Kinds of unit that sit in other units, and are spoken of by that name."""

_SPINS_OUT = re.compile(r"\b(?:freely|spin long|spin far|spin well)\b")

REACH = 3
"""Words before a thing said within which a denial speaks of it."""

_CLAUSE = re.compile(r"[.;,!?:()\n]|\b(?:but|though|although|yet|while|however)\b")

PICKED = {
    "chattering": ("rattling",),
    "binding": ("binds_tight",),
    "no_drive": ("no_drive", "motor_races"),
}
"""Symptoms picked from the list of units.toml that are called otherwise here."""


@dataclass(frozen=True, slots=True)
class Heard:
    """What was said: observations that are so, those said not to be, and faults named outright, so or not.

    `mentions` are the pieces spoken of, in the words of the faults' `pieces`; `spoken` what was said of a
    piece, as the faults any one of which it may be; `within` a unit of its own that the words speak of,
    as the servo in a car; `words` all that was said, as :func:`.likeness.likeness` takes it.
    """

    said: frozenset[str]
    denied: frozenset[str] = frozenset()
    named: frozenset[str] = frozenset()
    cleared: frozenset[str] = frozenset()
    mentions: frozenset[str] = frozenset()
    spoken: frozenset[frozenset[str]] = frozenset()
    within: str = ""
    words: str = ""

    @property
    def contradictions(self) -> list[tuple[str, str]]:
        """What cannot both be, as words."""
        known = observations()
        return [
            (known[key].says, known[other].says)
            for key in known
            if key in self.said
            for other in known[key].against
            if other in self.said
        ]


def hear(words: str = "", picked: Iterable[str] = (), use: str = "") -> Heard:
    """Observations in a complaint, with those picked from lists and what the use so far says.

    Parameters
    ----------
    words : str
        The complaint, of which the first :data:`MOST_WORDS` are heard.
    picked : iterable of str
        Keys of symptoms and conditions as ``units.toml`` has them, or of observations.
    use : str
        Hours, flights, trips, in words.

    Examples
    --------
    >>> heard = hear("Motor screams but the wheels don't move, no grinding. Gears look fine.")
    >>> sorted(heard.said), sorted(heard.denied)
    (['motor_races', 'no_drive', 'teeth_fine'], ['grinding'])
    """
    known = observations()
    text = _plain(" ".join(words.lower().split()[:MOST_WORDS]))
    taken = _Taken()
    for clause in _CLAUSE.split(text):
        taken.take(clause)
    said = taken.said | _used(use)
    for key in picked:
        said.update(name for name in PICKED.get(key, (key,)) if name in known)
    spoken = taken.spoken
    if "motor_races" in said and not _WHINES.search(text):
        # A motor that screams races; it is no gear that whines.
        said.discard("whining")
    if "again" in said:
        # What is stripped again and again is the damage: the cause is elsewhere.
        spoken = {meant for meant in spoken if not meant & STRIPPED}
    if "no_roll" in said and _SPINS_OUT.search(text):
        # What does not spin freely is driven all the same.
        said.discard("no_drive")
    if said & {"count_jumps", "stays_open"}:
        # Wheels of a counter that stay behind are driven; what does not come back was moved.
        said.discard("no_drive")
    return Heard(
        frozenset(said),
        frozenset(taken.denied - said),
        frozenset(taken.named),
        frozenset(taken.cleared - taken.named),
        frozenset(taken.mentions),
        frozenset(spoken),
        next((kind for kind in OWN_UNITS if re.search(rf"\b{kind}s?\b", text)), ""),
        text,
    )


@dataclass(slots=True)
class _Taken:
    """What was heard so far."""

    said: set[str] = field(default_factory=set)
    denied: set[str] = field(default_factory=set)
    named: set[str] = field(default_factory=set)
    cleared: set[str] = field(default_factory=set)
    mentions: set[str] = field(default_factory=set)
    spoken: set[frozenset[str]] = field(default_factory=set)

    def take(self, clause: str) -> None:
        """Hear one clause."""
        about = states_of(clause)
        whens = {key for key, each in observations().items() if each.sort == "when"}
        for key, pattern in _patterns().items():
            for match in pattern.finditer(clause):
                # A pinion that creeps is no load that does: it is said of the piece alone.
                if key in whens or not any(
                    of.start <= match.start() < of.end and key not in of.shown for of in about
                ):
                    # Fine in the hand is something that was observed, not a thing that is cleared.
                    well = bool(SOUND & set(match[0].split()))
                    (self.denied if not well and _is_denied(clause, match) else self.said).add(key)
        for key, pattern in _names().items():
            for match in pattern.finditer(clause):
                (self.cleared if _is_denied(clause, match) else self.named).add(key)
        self.spoken |= {of.meant for of in about if of.so}
        self.cleared |= {fault for of in about if not of.so for fault in of.meant}
        self.mentions.update(
            piece
            for piece, pattern in _pieces().items()
            if any(not _is_denied(clause, match) for match in pattern.finditer(clause))
        )


def _plain(text: str) -> str:
    """One way of writing a denial: *does not*, *doesn't* and *doesnt* alike."""
    bare = text.replace("’", "'").replace("'", "")
    return _APART.sub(lambda match: _JOINED[match[0]], bare)


_JOINED = {
    "does not": "doesnt", "do not": "dont", "did not": "didnt", "will not": "wont", "is not": "isnt",
    "can not": "cant", "cannot": "cant", "was not": "wasnt", "are not": "arent",
    "engine": "motor", "tires": "tyres",
    "gear box": "gearbox", "center": "centre",
    "dead stop": "abrupt stop", "stops dead": "abrupt stop", "stopped dead": "abrupt stop",
    "dead spot": "deadspot", "dead movement": "deadmovement",
    "dead band": "deadband",
    "dead zone": "deadband", "dead space": "deadmovement", "gears is": "gears are",
    "couldnt": "cant", "havent": "hasnt", "has not": "hasnt",
}  # fmt: skip
_APART = re.compile(r"\b(?:" + "|".join(_JOINED) + r")\b")


def _is_denied(clause: str, match: re.Match[str]) -> bool:
    """Whether the words before it deny it; a phrase that denies itself, *won't move*, is so."""
    if DENIALS & set(match[0].split()):
        return False
    before = clause[: match.start()].split()[-REACH:]
    behind = clause[match.end() :].split()[:REACH]
    return bool(DENIALS & set(before)) or bool(SOUND & set(behind))


SOUND = frozenset(["fine", "ok", "okay", "good", "intact", "perfect", "normal"])
"""Said just behind a thing, these clear it: *the lead looks fine*."""


def _used(use: str) -> set[str]:
    text = use.lower()
    hours = re.search(r"(\d+(?:[.,]\d+)?)\s*(?:h\b|hours?)", text)
    made = {"many_hours"} if hours and float(hours[1].replace(",", ".")) >= HOURS_OF_WEAR else set[str]()
    if re.search(r"\b(?:season|summer|year|thousand|tickets|trips)s?\b", text) and not re.search(
        r"\bone\b", text
    ):
        made.add("many_hours")
    if re.search(r"\b(?:new|first run|none)\b", text):
        made.add("new_unit")
    return made


OF = frozenset(["of", "on", "between", "and", "from", "in", "with", "to", "by", "for", "against", "off"])
ASIDE = 5
"""Words that a piece counts as further away where it only says whose, or where: *the joint of the motor*."""

STRIPPED = frozenset(["spur_stripped", "train_gear_stripped"])

NEAR, BEFORE_IT = 6, 3
"""Words between a piece and what is said behind it; said before it, each counts so many times."""


@dataclass(frozen=True, slots=True)
class SaidOfPiece:
    """What is said of a piece: the faults that may be meant, whether it is so, and where in the clause."""

    meant: frozenset[str]
    so: bool
    start: int
    end: int

    @property
    def shown(self) -> set[str]:
        """Observations that any of those faults shows."""
        return {key for fault in self.meant for key in faults()[fault].shows}


def states_of(clause: str) -> list[SaidOfPiece]:
    """What a clause says of pieces.

    Examples
    --------
    >>> [(sorted(of.meant), of.so) for of in states_of("the planets are cracked")]
    [(['planet_broken'], True)]
    >>> [of.so for of in states_of("the belt is not worn")]
    [False]
    """
    at = {word.start(): n for n, word in enumerate(_WORD.finditer(clause))}
    pieces, states, means = _spoken()
    there: dict[int, tuple[str, int]] = {}
    for piece, pattern in pieces:
        for match in pattern.finditer(clause):
            first = at.get(match.start(), 0)
            last = first + len(match[0].split())
            before = next((begun for begun, (_, end) in there.items() if end == first), None)
            if piece in BARE and before is not None:
                # A planet gear is a planet.
                there[before] = (there[before][0], last)
            # The longer name comes first: what is part of it is no piece of its own.
            elif not any(first < end and begun < last for begun, (_, end) in there.items()):
                there[first] = (piece, last)
    named = list(_WORD.findall(clause))
    aside = {begun for begun in there if OF & set(named[max(0, begun - 2) : begun])}
    found = []
    for state, pattern in states:
        for match in pattern.finditer(clause):
            spot = at.get(match.start(), 0)
            near = [
                (
                    (spot - last if spot >= last else BEFORE_IT * (begun - spot)) + ASIDE * (begun in aside),
                    means[piece][state],
                )
                for begun, (piece, last) in there.items()
                if state in means.get(piece, {}) and not begun <= spot < last
            ]
            if near and min(near)[0] <= NEAR:
                so = not _is_denied(clause, match)
                found.append(SaidOfPiece(frozenset(min(near)[1]), so, match.start(), match.end()))
    return found


BARE = frozenset(["gear"])
"""Said behind the name of a piece it adds nothing."""

_WORD = re.compile(r"[\w-]+")


class Phrases:
    """Phrases that are looked for in a clause: made ready when one of their first words is met.

    There are hundreds of them, and most are never said: to make all ready took the first complaint
    over a second.
    """

    def __init__(self, said: Iterable[str]) -> None:
        self.said = [_plain(words) for words in said]
        first = (each for words in self.said for each in words.split()[0].split("/"))
        self.begun = frozenset(each.removesuffix("=") for each in first)

    @cached_property
    def pattern(self) -> re.Pattern[str]:
        return re.compile("|".join(_phrase(words) for words in self.said))

    def finditer(self, clause: str) -> Iterator[re.Match[str]]:
        """Where they are said; each begins with one of its first words, or is not there."""
        met = any(word in clause for word in self.begun)
        return self.pattern.finditer(clause) if met else iter(())


@cache
def _spoken() -> tuple[list[tuple[str, Phrases]], list[tuple[str, Phrases]], dict[str, dict[str, list[str]]]]:
    """Pieces and states by their words, and what the two of them mean."""
    rows = table("states")
    made = [[(key, Phrases(words)) for key, words in rows[part].items()] for part in ("pieces", "states")]
    return made[0], made[1], rows["means"]


@cache
def _names() -> dict[str, Phrases]:
    """Faults by the words that name them outright."""
    return {key: Phrases(fault.named) for key, fault in faults().items() if fault.named}


@cache
def _pieces() -> dict[str, re.Pattern[str]]:
    """Pieces by their words, but for those that speak of too many faults to tell anything."""
    spoken_of = Counter(piece for fault in faults().values() for piece in fault.pieces)
    return {
        piece: re.compile(rf"\b{re.escape(piece)}s?\b")
        for piece, many in spoken_of.items()
        if many <= TELLING and piece not in VAGUE
    }


TELLING = 5
"""Faults that share a piece up to which its being mentioned tells something."""

VAGUE = frozenset(["output", "stop", "ring", "plate", "wheel hub", "nut", "friction", "small gear"])
"""Words of pieces that mean other things as well."""


@cache
def _patterns() -> dict[str, Phrases]:
    return {key: Phrases(sorted(each.words, key=len, reverse=True)) for key, each in observations().items()}


def _phrase(words: str) -> str:
    """Each word from its beginning, any of several parted by strokes, with up to two others between."""
    each = ("(?:" + "|".join(map(_begun, word.split("/"))) + ")" for word in words.split())
    return r"\b" + _BETWEEN.join(each)


def _begun(word: str) -> str:
    """A word from its beginning; whole if it ends in ``=`` or has two letters or less: *on* is no *only*."""
    if word.endswith("="):
        return re.escape(word[:-1]) + r"\b"
    return re.escape(word) + (r"\b" if word.isalpha() and len(word) <= SHORT else r"\w*")


_BETWEEN = rf"(?:\W+(?!(?:{'|'.join(sorted(DENIALS))})\b)\w+){{0,2}}?\W+"
"""Up to two other words; none of them denies what is said."""

SHORT = 2
