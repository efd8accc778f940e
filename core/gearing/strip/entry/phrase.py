"""Which piece a phrase names: its head, and what only says where it sits.

The last noun before a preposition, a comma, a size or a word of state names the
piece: in *motor screws with washers* screws, in *bearing 10x15x4 rough centre
shaft* the bearing. Names of several words are known as wholes.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from ..kinds import kinds, named_at
from .lexicon import closes, is_place, is_position, is_preposition

COMMA = ","
"""In a phrase: what a comma or a bracket parts."""

FIELD = ""
"""In a phrase: where a size or another field was taken out."""

TEETH = "z"
"""In a phrase: where a count of teeth was taken out; it belongs to the toothed thing beside it."""


JOINING = frozenset({"and", "with", "plus", "as"})
"""Prepositions that add a thing: what follows may be what is named."""


@dataclass(frozen=True, slots=True)
class PhraseReading:
    """Kinds a phrase can name: the likeliest, others it speaks of, nearest first, and those in its name."""

    kind: str
    others: tuple[str, ...] = ()
    within: tuple[str, ...] = ()


def read_phrase(words: Sequence[str]) -> PhraseReading:
    """The kind of piece named by words in order, with :data:`COMMA`, :data:`FIELD` and :data:`TEETH` between.

    Examples
    --------
    >>> read_phrase(["bearing", FIELD, "rough", "centre", "shaft"])
    PhraseReading(kind='bearing', others=('shaft',), within=('bearing',))
    >>> read_phrase("motor screws with washers".split()).kind, read_phrase(["planet", "carrier"]).kind
    ('screw', 'carrier')
    """
    named: list[str] = []
    beyond: list[str] = []
    at = _after_a_leading_place(words)
    closed = False
    places: list[str] = []
    begun = at
    while at < len(words):
        word = words[at]
        if not named and at > begun and is_preposition(word) and word.lower() not in JOINING:
            # What has no known name is not what it lies by: a wozzit by the motor is no motor.
            closed = True
        if word in (COMMA, FIELD):
            closed = closed or bool(named)
            at += 1
            continue
        if word == TEETH:
            at += 1
            # A count just before a toothed thing is that thing's: "motor 15t pinion".
            follows = named_at(words, at)
            if named and not (follows and kinds()[follows[0]].teeth):
                closed = True
            continue
        whole = named_at(words, at)
        # A drive pin is one name, though drive alone says where.
        compound = whole and whole[1] > 1 and is_position(word)
        if named and closes(word) and not compound and not (named[-1] == "unit" and is_position(word)):
            # Behind a unit it tells its parts: gearbox top half.
            closed = True
            at += 1
            continue
        if noun := named_at(words, at):
            kind, used = noun
            if at + used < len(words) and is_place(words[at + used]):
                places.append(kind)
                at += used + 1
                continue
            (beyond if closed else named).append(kind)
            at += used
            continue
        at += 1
    if not named:
        named = places[-1:]
    others = dict.fromkeys([*named[-2::-1], *beyond])
    head = named[-1] if named else ""
    return PhraseReading(head, tuple(kind for kind in others if kind != head), tuple(named))


def _after_a_leading_place(words: Sequence[str]) -> int:
    """*Under the cover, a spring*: what comes before the comma is where."""
    if words and is_preposition(words[0]) and COMMA in words:
        return list(words).index(COMMA) + 1
    return 0
