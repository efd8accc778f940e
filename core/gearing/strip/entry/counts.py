"""Numbers of a line: how many of a piece there are, and how many teeth it has."""

from __future__ import annotations

import re

from ...geometry.gear import FEWEST_TEETH, MOST_TEETH
from ..kinds import kinds, named_at
from .lexicon import is_article, number_of_word
from .reader import LineReader

MOST_OF_A_KIND = 999

_COUNT = re.compile(r"^(\d{1,3})[x×*]$|^[x×](\d{1,3})$")
BARE_COUNT = re.compile(r"^\d{1,3}$")
TEETH_COUNT = re.compile(r"^\d{1,4}t(?:/\d{1,4}t?)*$", re.I)
_TEETH_PLAIN = re.compile(r"^\d{1,4}(?:/\d{1,4})*$")
TEETH_WORDS = frozenset({"tooth", "teeth", "t", "toothed"})
_TEETH_JOINED = re.compile(r"^(\d{1,4}(?:/\d{1,4})*)-?(?:tooth|teeth|toothed)$", re.I)


def number_said(reader: LineReader, words: list[str]) -> int:
    """``four``, ``both``, ``a pair of``: how many words say how many there are."""
    at = 1 if len(words) > 2 and is_article(words[0]) and number_of_word(words[1]) else 0
    number = number_of_word(words[at]) if at < len(words) - 1 else None
    # A one-way bearing is no bearing counted.
    if number is None or named_at(words, at) or words[at + 1].lower() in ("inch", "start", "starts"):
        return 0
    reader.set(count=number)
    at += 1
    return at + (1 if at < len(words) - 1 and words[at].lower() == "of" else 0)


def teeth_in_words(reader: LineReader, text: str, following: str) -> int:
    """``20 tooth``, ``31/12 teeth``, ``20-tooth``: a count of teeth, not of pieces."""
    joined = _TEETH_JOINED.match(text)
    said = joined[1] if joined else text
    if not joined and (following.lower() not in TEETH_WORDS or not _TEETH_PLAIN.match(text)):
        return 0
    return (1 if joined else 2) if _has_teeth(reader, said) else 0


def pieces_counted(reader: LineReader, text: str, following: str, *, first: bool) -> int:
    if reader.entry.count != 1:
        return 0
    if match := _COUNT.match(text):
        number, used = int(match[1] or match[2]), 1
    elif first and BARE_COUNT.match(text) and following:
        number, used = int(text), 2 if following.lower() in ("x", "×", "off") else 1
    elif (
        BARE_COUNT.match(text)
        and _said_in_plural(reader, int(text))
        and following[:1].lower() not in ("x", "×")
    ):
        number, used = int(text), 1
    elif (word := number_of_word(text)) and _said_in_plural(reader, word) and not _names_on(following):
        number, used = word, 1
    else:
        return 0
    if not 1 <= number <= MOST_OF_A_KIND:
        return 0
    reader.set(count=number)
    return used


def _names_on(following: str) -> bool:
    """Whether the next word names a thing of its own: *board wires, two screws*."""
    return bool(named_at([following], 0)) if following else False


def _said_in_plural(reader: LineReader, number: int) -> bool:
    """``washers 5``: a number behind things named in the plural counts them; of toothed things only the few.

    A gear of three teeth there is not: ``planets 3`` are three of them, ``wheels 32`` have 32 teeth.
    """
    last, at = "", 0
    while at < len(reader.phrase):
        named = named_at(reader.phrase, at)
        if named:
            toothed = kinds()[named[0]].teeth == "always" and number >= FEWEST_TEETH
            last = "" if toothed else reader.phrase[at + named[1] - 1]
        at += named[1] if named else 1
    return last.endswith("s") and not reader.beyond


def teeth_counted(reader: LineReader, text: str, context: frozenset[str]) -> bool:
    if reader.entry.teeth:
        return False
    # Number wheel 4 of 20 teeth: where a count says that it is one, another number is a name.
    plain = "toothed" in context and "counted" not in context and _TEETH_PLAIN.match(text)
    if not (TEETH_COUNT.match(text) or plain):
        return False
    return _has_teeth(reader, text)


def _has_teeth(reader: LineReader, text: str) -> bool:
    """Take tooth counts such as ``31/12t``, if they are counts of teeth and none were said yet."""
    if reader.entry.teeth:
        return False
    counts = tuple(int(n.rstrip("tT")) for n in text.split("/"))
    if len(counts) > 4 or not all(FEWEST_TEETH <= n <= MOST_TEETH for n in counts):
        return False
    reader.set(teeth=counts)
    return True
