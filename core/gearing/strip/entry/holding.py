"""What a fastener holds, as its words say."""

from __future__ import annotations

from ..kinds import named_at
from .lexicon import is_article, is_preposition
from .model import Entry

_HOLDING = frozenset(
    {"of", "for", "holding", "holds", "hold", "that", "which", "to", "on", "in", "into", "from", "off"}
)
"""Behind a fastener's name these lead to what it holds; *by*, *near* and the like only say where."""


def held_by(entry: Entry) -> tuple[str, ...]:
    """The words for what a fastener holds; empty where they do not say.

    Examples
    --------
    >>> from .grammar import parse
    >>> held_by(parse("2 M3x8 motor screws")), held_by(parse("screw of the tab by the motor"))
    (('motor',), ('tab',))
    >>> held_by(parse("M3x3 set screw pinion")), held_by(parse("screws that hold the gearbox half"))
    (('pinion',), ('gearbox', 'half'))
    """
    words = entry.words.lower().replace(",", " , ").split()
    named = next(
        (
            (at, at + noun[1])
            for at in range(len(words))
            if (noun := named_at(words, at)) and noun[0] == entry.kind
        ),
        None,
    )
    if named is None:
        return _object(words)
    end = named[1]
    while end < len(words) and (more := named_at(words, end)) and more[0] == entry.kind:
        # A nyloc nut: both words name the nut.
        end += more[1]
    before, behind = words[: named[0]], words[end:]
    if any(named_at(before, at) for at in range(len(before))):
        return tuple(before)
    while behind and (behind[0] in _HOLDING or behind[0] == "," or is_article(behind[0])):
        behind = behind[1:]
    return _object(behind)


def _object(words: list[str]) -> tuple[str, ...]:
    """The words up to the next preposition or comma."""
    end = next((at for at, word in enumerate(words) if word == "," or is_preposition(word)), len(words))
    return tuple(words[:end])
