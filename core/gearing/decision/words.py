"""What a piece is, what is found of it and what is offered for it, from a bench's words."""

from __future__ import annotations

import re
from dataclasses import dataclass
from functools import cache

from ..data import table

FILLERS = frozenset(
    ["the", "a", "an", "of", "for", "new", "and", "with", "in", "on", "set", "kit", "pair", "piece", "pieces",
     "spare", "original", "complete", "replacement", "matched", "full", "whole", "its", "from", "used", "one",
     "two", "three", "four", "five", "six", "steel", "brass", "nylon", "plastic", "acetal", "metal", "bronze",
     "hardened", "alloy", "aluminium", "ball", "upgrade", "reinforced", "stronger", "front", "rear", "left",
     "right", "cast", "machined", "moulded", "sintered", "cut",
     "them", "each", "pcs", "off", "ten"]
)  # fmt: skip
"""Words of a name that do not tell one piece from another."""

WHEEL = frozenset(["wheel", "gear"])

METALS = frozenset(
    ["steel", "brass", "metal", "bronze", "hardened", "alloy", "aluminium", "aluminum", "titanium"]
)
PLASTICS = frozenset(["nylon", "plastic", "acetal", "moulded", "pom", "delrin"])
_WORD = re.compile(r"[a-z0-9][a-z0-9.-]*")
_TEETH = re.compile(r"\b(\d{1,3})\s?(?:t|teeth|tooth)\b")
_SIZE = re.compile(r"[\d.]+(?:x[\d.]+)*(?:mm|t)?")


@dataclass(frozen=True, slots=True)
class PieceWords:
    """A piece as it was called: its class, the words that tell it from others, teeth if said."""

    name: str
    sort: str
    own: frozenset[str]
    teeth: frozenset[int]
    material: str

    def meant_by(self, other: PieceWords) -> bool:
        """Whether the two are the same piece; a count that differs makes it another version."""
        if self.teeth and other.teeth and not self.teeth & other.teeth:
            return False
        if self.sort != other.sort and "other" not in (self.sort, other.sort):
            return False
        if not self.own or not other.own:
            return self.sort == other.sort
        if "worm" in self.own and "worm" in other.own and bool(self.own & WHEEL) != bool(other.own & WHEEL):
            # What runs with a worm is called by its name.
            return False
        if self.own <= other.own or other.own <= self.own:
            return True
        # The *main spur* and the *spur gear* are one.
        mine, theirs = self.own - WHEEL, other.own - WHEEL
        return bool(mine and theirs) and (mine <= theirs or theirs <= mine)


@dataclass(frozen=True, slots=True)
class FindingWords:
    """What is found: a state of ``decide.toml``, and ``slight``, ``bad`` or empty for how much."""

    state: str
    degree: str


def piece_words(name: str) -> PieceWords:
    """A piece by its name.

    Examples
    --------
    >>> piece_words("spur 57t nylon").sort, sorted(piece_words("spur 57t nylon").own)
    ('gear', ['spur'])
    >>> piece_words("case bore").sort
    'case'
    """
    text = name.lower()
    words = [_one(word) for word in _WORD.findall(_TEETH.sub(" ", text))]
    own = frozenset(word for word in words if word not in FILLERS and not _SIZE.fullmatch(word))
    material = "metal" if METALS & set(words) else "plastic" if PLASTICS & set(words) else ""
    return PieceWords(name.strip(), class_of(text), own, frozenset(map(int, _TEETH.findall(text))), material)


def _one(word: str) -> str:
    return word[:-1] if len(word) > 3 and word.endswith("s") and not word.endswith(("ss", "us")) else word


def class_of(name: str) -> str:
    """The class of a piece: the noun that comes last decides, *pinion bearing* is a bearing."""
    text = name.lower()
    text = re.split(r"\b(?:of|for|on|in|behind|under|from)\b", text)[0] or text
    best, at = "other", -1
    for sort, pattern in _classes():
        for match in pattern.finditer(text):
            if match.end() > at:
                best, at = sort, match.end()
    return best


def finding_words(finding: str) -> FindingWords:
    """What is found of a piece.

    Examples
    --------
    >>> finding_words("three teeth gone").state, finding_words("slight wear")
    ('stripped', FindingWords(state='worn', degree='slight'))
    """
    text = f" {finding.lower()} "
    degrees = table("decide")["degree"]
    degree = next((key for key, words in degrees.items() if any(word in text for word in words)), "")
    for state, pattern in _states():
        if pattern.search(text):
            return FindingWords(state, degree)
    return FindingWords("any", degree)


@cache
def _classes() -> list[tuple[str, re.Pattern[str]]]:
    rows = table("decide")["classes"]
    return [
        (
            key,
            re.compile(r"\b(?:" + "|".join(sorted(map(re.escape, words), key=len, reverse=True)) + r")s?\b"),
        )
        for key, words in rows.items()
    ]


@cache
def _states() -> list[tuple[str, re.Pattern[str]]]:
    rows = table("decide")["states"]
    return [(key, re.compile(r"\b(?:" + "|".join(words) + ")")) for key, words in rows.items()]
