"""Several things said in one line: each a piece of its own, counted back by itself."""

from __future__ import annotations

import re
from dataclasses import replace

from ..kinds import named_at
from .grammar import parse, reading_of
from .lexicon import colours_in, is_article, is_preposition, number_of_word
from .model import IN_PAIRS, Entry
from .threads import read_thread
from .tokens import SIGNS, Token, tidy, tokenize

_JOINS = frozenset({"with", "and", "plus", "&", "+"})
_COUNT = re.compile(r"\d+[x×]?", re.I)
_LENGTHS = frozenset({"long", "short", "longer", "shorter", "big", "small"})


def read_line(line: str) -> tuple[Entry, ...]:
    """The pieces of a line, in the order they are said; mostly one.

    What is marked, side, place, caution, is said of all of them.

    Examples
    --------
    >>> [(e.count, e.kind) for e in read_line("brushes 2 with springs")]
    [(2, 'brush'), (2, 'spring')]
    >>> [(e.count, e.words) for e in read_line("4 long and 2 short screws")]
    [(4, 'long screws'), (2, 'short screws')]
    >>> len(read_line("gear with a blue dot"))
    1
    >>> [(e.count, e.kind) for e in read_line("cover, 4x M3x10 cap; bearing, gear 41t")]
    [(1, 'cover'), (4, 'screw'), (1, 'bearing'), (1, 'gear')]
    """
    whole = parse(line)
    tokens = tokenize(tidy(line))
    body = 0
    while body < len(tokens) and not tokens[body].mark:
        body += 1
    parts = _parts([_again(token) for token in tokens[:body]])
    if len(parts) < 2:
        return (_twice(whole),)
    tail = " ".join(_again(token) for token in tokens[body:])
    made = [_twice(parse(f"{' '.join(words)} {tail}".strip())) for words in parts]
    return tuple(_beside(entry, made[0], words) for entry, words in zip(made, parts, strict=True))


def _beside(entry: Entry, first: Entry, words: list[str]) -> Entry:
    """A piece said after another: done with as that was, and where it is said in the plural, as many."""
    as_many = entry.count == 1 and _plural(words) and not _numbered(words)
    return replace(entry, verb=entry.verb or first.verb, count=first.count if as_many else entry.count)


def _parts(words: list[str]) -> list[list[str]]:
    """The words of each piece; a join parts only what both sides can name."""
    if lengths := _long_and_short(words):
        return lengths
    parts: list[list[str]] = [[]]
    for at, word in enumerate(words):
        rest = words[at + 1 :]
        coloured = at and colours_in(words[at - 1]) and rest and colours_in(rest[0])
        # A comma parts what is counted anew: cover, four screws.
        anew = rest and (_COUNT.fullmatch(rest[0]) or number_of_word(rest[0]) or read_thread(rest[0]))
        counted = word == "," and anew and rest[1:2] and rest[1].lower() not in _MEASURES
        # So does one before another thing in the plural: bolts, washers and nuts.
        listed = word == "," and _listed(parts[-1], rest)
        joins = (
            (counted or listed or (word.lower() in _JOINS and not coloured))
            and parts[-1]
            and _names(parts[-1])
        )
        if joins and _begins_a_piece(rest, word.lower()):
            parts.append([])
        else:
            parts[-1].append(word)
    if len(parts) < 2:
        return parts
    return [_unframed(part) for part in parts if part]


_MEASURES = frozenset(
    {
        "module",
        "mod",
        "dp",
        "pitch",
        "tooth",
        "teeth",
        "t",
        "start",
        "starts",
        "long",
        "wide",
        "bore",
        "mm",
        "of",
    }
)
"""Behind a number these say that it is a measure of what was named before."""


def _listed(before: list[str], rest: list[str]) -> bool:
    """*Bolts, washers and nuts*; *fork, spring and ball*: things in a row, each named at once."""
    named = named_at(rest, 0)
    if not named:
        return False
    follows = rest[named[1] : named[1] + 1]
    # Named and no more said of it, or its size: *bearing, shim, gear 41t*; not *gear, collar inward*.
    alone = (
        not follows or follows[0] in ("and", ",") or follows[0][:1].isdigit() or bool(read_thread(follows[0]))
    )
    return alone or (_plural(rest[:1]) and _plural(before[-1:]))


def _unframed(words: list[str]) -> list[str]:
    """Without the commas at its ends."""
    while words and words[0] == ",":
        words = words[1:]
    while words and words[-1] == ",":
        words = words[:-1]
    return words


def _long_and_short(words: list[str]) -> list[list[str]]:
    """``4 long and 2 short screws``: two lots of the same thing."""
    at = [
        n for n, word in enumerate(words[:-1])
        if (word.isdigit() or number_of_word(word)) and words[n + 1].lower() in _LENGTHS
    ]  # fmt: skip
    if len(at) != 2 or at[0] > 1 or at[1] - at[0] > 4:
        return []
    lead, after = words[: at[0]], words[at[1] + 2 :]
    between = [word for word in words[at[0] + 2 : at[1]] if word.lower() not in _JOINS and word != ","]
    if lead and not between and not after and _names(lead):
        lead, between = [], lead
    thing = between or after or ["screws"]
    rest = after if between else after[1:] and []
    return [
        [*lead, *words[at[0] : at[0] + 2], *thing, *rest],
        [*words[at[1] : at[1] + 2], *thing, *rest],
    ]


def _names(words: list[str]) -> bool:
    return (
        _set_by_hand(words)
        or bool(reading_of(" ".join(words)).kind)
        or any(read_thread(word) for word in words)
    )


def _set_by_hand(words: list[str]) -> bool:
    """Whether a piece of the line has its kind corrected: ``"thing" as bush``."""
    return "as" in words[1:FIRST_WORDS] and any(word.startswith('"') for word in words[:FIRST_WORDS])


FIRST_WORDS = 8
"""Words of a piece among which its correction stands, its fields before it."""


def _begins_a_piece(words: list[str], join: str) -> bool:
    """Whether words begin with a thing and not with a mark on one: *with springs*, not *with a blue dot*."""
    if _set_by_hand(words):
        return True
    for at, word in enumerate(words[:5]):
        if named_at(words, at) or read_thread(word):
            return True
        if is_preposition(word) or word == ",":
            return False
        if (
            is_article(word)
            and join == "with"
            and at == 0
            and not any(named_at(words, n) for n in range(1, 4))
        ):
            return False
    return False


def _twice(entry: Entry) -> Entry:
    """*Bearing top and bottom* is two of them; in *spring, hooks both ends* the hooks are."""
    words = entry.words.replace(",", " ").split()
    at = next((n for n in range(len(words)) if IN_PAIRS.match(" ".join(words[n:]))), None)
    if entry.count != 1 or at is None:
        return entry
    names = ((n, named_at(words[:at], n)) for n in range(at))
    its_own = any(named and named[0] == entry.kind and n + named[1] == at for n, named in names)
    return replace(entry, count=2) if at == 0 or its_own else entry


def _plural(words: list[str]) -> bool:
    return any(word.lower().endswith("s") and named_at([word], 0) for word in words)


def _numbered(words: list[str]) -> bool:
    return any(word[:1].isdigit() or number_of_word(word) for word in words[:2])


def _again(token: Token) -> str:
    text = f'"{token.text}"' if token.quoted else token.text
    return f"{SIGNS.get(token.mark, '')}{text}"
