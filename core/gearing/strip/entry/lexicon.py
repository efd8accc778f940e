"""The words of a line besides those that name a piece: verbs, numbers, and what closes a name."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cache

from ...data import table


@dataclass(frozen=True, slots=True)
class Verb:
    """What was done with a piece, and how it is turned when it goes back.

    Attributes
    ----------
    key : str
        As it is said: ``lift out``.
    on, done : str
        Verb going back, and what is said once it is in; empty for what is usual of the piece.
    ambiguous : bool
        Whether its word may be part of a name: *split* pin.
    """

    key: str
    on: str = ""
    done: str = ""
    ambiguous: bool = False


@cache
def verbs() -> dict[str, Verb]:
    """All verbs by what is said."""
    rows = table("lexicon")["verbs"].items()
    return {
        key: Verb(key, row.get("on", ""), row.get("done", ""), row.get("ambiguous", False))
        for key, row in rows
    }


@cache
def _particles() -> frozenset[str]:
    return frozenset(key.split()[1] for key in verbs() if " " in key)


def number_of_word(word: str) -> int | None:
    """``four`` as a number; None for a word that is none."""
    numbers: dict[str, int] = table("lexicon")["numbers"]
    return numbers.get(word.lower())


@cache
def _closers() -> frozenset[str]:
    return frozenset(word for words in table("lexicon")["closers"].values() for word in words) - _places()


@cache
def _places() -> frozenset[str]:
    return frozenset(table("lexicon")["closers"]["places"])


@cache
def _articles() -> frozenset[str]:
    return frozenset(table("lexicon")["closers"]["articles"])


def closes(word: str) -> bool:
    """Whether a word after a piece's name says no more of what it is."""
    return word.lower() in _closers()


def is_preposition(word: str) -> bool:
    return word.lower() in table("lexicon")["closers"]["prepositions"]


def is_place(word: str) -> bool:
    """Whether a word makes the noun before it a place: motor *side*."""
    return word.lower() in _places()


def is_article(word: str) -> bool:
    return word.lower() in _articles()


def leading_verb(words: list[str]) -> tuple[Verb, int] | None:
    """The verb a line begins with, and how many words it takes.

    A word that may be part of a name is a verb only where an article or a number follows.

    Examples
    --------
    >>> leading_verb(["lift", "out", "the", "rotor"])[1], leading_verb(["split", "pin"])
    (2, None)
    """
    if not words:
        return None
    pair = " ".join(words[:2]).lower()
    if len(words) > 2 and pair in verbs():
        return verbs()[pair], 2
    verb = verbs().get(words[0].lower())
    if verb is None or len(words) < 2:
        return None
    follows = words[1]
    if verb.ambiguous and not (is_article(follows) or number_of_word(follows) or follows[:1].isdigit()):
        return None
    return verb, 1


def split_verb(words: list[str]) -> tuple[Verb, int] | None:
    """A verb said round its piece, *lift* the rotor *out*, and where its second word stands.

    Examples
    --------
    >>> split_verb(["pull", "pin", "out"])[1], split_verb(["lift", "lever"])
    (2, None)
    """
    for at, word in enumerate(words[2:], 2):
        if word.lower() in _particles() and (verb := verbs().get(f"{words[0]} {word}".lower())):
            return verb, at
    return None


def is_state(word: str) -> bool:
    """Whether a word tells how a piece was found or sits: *worn*, *pressed*."""
    return word.lower() in table("lexicon")["closers"]["states"]


def is_position(word: str) -> bool:
    return word.lower() in table("lexicon")["closers"]["positions"]


def colours_in(text: str) -> str:
    """The colours a text names, in the order said: ``red, black``."""
    colours = table("lexicon")["wires"]["colours"]
    said = [word.strip(",/()").lower() for part in text.split() for word in part.split("/")]
    return ", ".join(dict.fromkeys(word for word in said if word in colours))
