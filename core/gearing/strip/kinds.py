"""The kinds of piece a unit is made of, their verbs and the words for them."""

from __future__ import annotations

import re
from dataclasses import dataclass
from functools import cache

from ..data import table


@dataclass(frozen=True, slots=True)
class Kind:
    """A kind of piece.

    Attributes
    ----------
    key, label : str
        Stable name, and the word on screen.
    words : tuple of str
        Words that name it in a line of quick entry.
    off, on, done : str
        Verb coming off, verb going back, and what is said once it is in.
    drawn : str
        Figure it is drawn as.
    caution, check : str
        Shown when it goes back; empty for most.
    teeth : str
        ``always`` has teeth though none were counted, ``named`` if its words say so; empty for none.
    meshes : bool
        Whether it runs in mesh: the train is turned after it, and it is greased on its teeth.
    """

    key: str
    label: str
    words: tuple[str, ...]
    off: str
    on: str
    done: str
    drawn: str
    caution: str = ""
    check: str = ""
    teeth: str = ""
    meshes: bool = False


@cache
def kinds() -> dict[str, Kind]:
    """All kinds by key, in the order of ``pieces.toml``."""
    return {
        key: Kind(
            key,
            row.get("label", key),
            tuple(row["words"]),
            row["off"],
            row["on"],
            row["done"],
            row["drawn"],
            row.get("caution", ""),
            row.get("check", ""),
            row.get("teeth", ""),
            row.get("meshes", False),
        )
        for key, row in table("pieces").items()
    }


@cache
def _by_word() -> dict[str, str]:
    return {word: kind.key for kind in kinds().values() for word in kind.words}


def kind_of_word(word: str) -> str | None:
    """Kind a single word names, plural or not; None if it names none.

    Examples
    --------
    >>> kind_of_word("Bearings"), kind_of_word("bushes"), kind_of_word("red")
    ('bearing', 'bush', None)
    """
    plain = word.lower().replace("-", "")
    for form in (plain, plain.removesuffix("s"), plain.removesuffix("es")):
        if form in _by_word():
            return _by_word()[form]
    return None


def kinds_named(words: list[str]) -> list[str]:
    """Kinds a run of words names, in order; two words may name one, as in ``set screw``.

    Examples
    --------
    >>> kinds_named(["set", "screw", "of", "the", "pinion"])
    ['setscrew', 'gear']
    """
    named = []
    at = 0
    while at < len(words):
        pair = kind_of_word("".join(words[at : at + 2])) if at + 1 < len(words) else None
        kind = pair or kind_of_word(words[at])
        if kind:
            named.append(kind)
        at += 2 if pair else 1
    return named


def minds(kind: str, caution: str) -> list[str]:
    """What to mind of a piece: by its kind, and by the words it was noted with.

    Examples
    --------
    >>> minds("washer", "small, rolls away")
    ['Easily lost: over a tray, a cloth round it.']
    """
    said = set(re.findall(r"[a-z]+", caution.lower()))
    own = [row["says"] for row in table("cautions").values() if said & set(row["words"])]
    return list(dict.fromkeys(said for said in (kinds()[kind].caution, *own) if said))
