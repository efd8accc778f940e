"""A complaint in plain words, as observations: what is said to be so, and what is said not to be."""

from __future__ import annotations

import re
from collections import Counter
from collections.abc import Iterable
from dataclasses import dataclass
from functools import cache

from .tables import faults, observations

MOST_WORDS = 400
"""Words of a complaint that are heard: what is said first is what is meant."""

HOURS_OF_WEAR = 40.0
"""Hours from which a small drive counts as much used. Bench judgement."""

_WHINES = re.compile(r"\b(?:whin|howl|shrill|high pitch|sing)")

DENIALS = frozenset(
    ["no", "not", "never", "without", "isnt", "doesnt", "dont", "didnt", "wont", "neither", "nor", "hardly",
     "wasnt", "cant"]
)  # fmt: skip
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

    `mentions` are the pieces spoken of, in the words of the faults' `pieces`.
    """

    said: frozenset[str]
    denied: frozenset[str] = frozenset()
    named: frozenset[str] = frozenset()
    cleared: frozenset[str] = frozenset()
    mentions: frozenset[str] = frozenset()

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
    said: set[str] = set()
    denied: set[str] = set()
    named: set[str] = set()
    cleared: set[str] = set()
    mentions: set[str] = set()
    text = _plain(" ".join(words.lower().split()[:MOST_WORDS]))
    for clause in _CLAUSE.split(text):
        for key, pattern in _patterns().items():
            for match in pattern.finditer(clause):
                # Fine in the hand is something that was observed, not a thing that is cleared.
                well = bool(SOUND & set(match[0].split()))
                (denied if not well and _is_denied(clause, match) else said).add(key)
        for key, pattern in _names().items():
            for match in pattern.finditer(clause):
                (cleared if _is_denied(clause, match) else named).add(key)
        mentions.update(
            piece
            for piece, pattern in _pieces().items()
            if any(not _is_denied(clause, match) for match in pattern.finditer(clause))
        )
    for key in picked:
        said.update(name for name in PICKED.get(key, (key,)) if name in known)
    said |= _used(use)
    if "motor_races" in said and not _WHINES.search(text):
        # A motor that screams races; it is no gear that whines.
        said.discard("whining")
    if "count_jumps" in said:
        # Wheels of a counter that stay behind are driven.
        said.discard("no_drive")
    return Heard(
        frozenset(said),
        frozenset(denied - said),
        frozenset(named),
        frozenset(cleared - named),
        frozenset(mentions),
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
    "dead stop": "abrupt stop", "dead spot": "deadspot", "dead movement": "deadmovement",
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


@cache
def _names() -> dict[str, re.Pattern[str]]:
    """Faults by the words that name them outright."""
    return {
        key: re.compile("|".join(_phrase(_plain(words)) for words in fault.named))
        for key, fault in faults().items()
        if fault.named
    }


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
def _patterns() -> dict[str, re.Pattern[str]]:
    return {
        key: re.compile(
            "|".join(_phrase(_plain(words)) for words in sorted(each.words, key=len, reverse=True))
        )
        for key, each in observations().items()
    }


def _phrase(words: str) -> str:
    """Each word from its beginning, any of several parted by strokes, with up to two others between."""
    each = ("(?:" + "|".join(map(_begun, word.split("/"))) + ")" for word in words.split())
    return r"\b" + r"(?:\W+\w+){0,2}?\W+".join(each)


def _begun(word: str) -> str:
    """A word from its beginning; one of two letters or less is whole, or *on* would be heard in *only*."""
    return re.escape(word) + (r"\b" if word.isalpha() and len(word) <= SHORT else r"\w*")


SHORT = 2
