"""The kinds of piece a unit is made of, their verbs and the words for them."""

from __future__ import annotations

import re
from collections.abc import Iterator, Mapping, Sequence
from contextlib import contextmanager
from contextvars import ContextVar
from dataclasses import dataclass
from functools import cache
from types import MappingProxyType

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
def _by_words() -> dict[tuple[str, ...], str]:
    return {tuple(name.split()): kind.key for kind in kinds().values() for name in kind.words}


Names = Mapping[tuple[str, ...], str]
"""Kinds by the words of their names."""

_TAUGHT: ContextVar[Names] = ContextVar("names a workshop has taught", default=MappingProxyType({}))


@contextmanager
def taught(names: Mapping[str, str]) -> Iterator[None]:
    """Lines are read with the names a workshop has taught, before the shipped ones.

    Examples
    --------
    >>> with taught({"widget": "bush"}):
    ...     named_at(["brass", "widgets"], 1)
    ('bush', 1)
    >>> named_at(["widgets"], 0) is None
    True
    """
    token = _TAUGHT.set({tuple(name.split()): kind for name, kind in names.items() if kind in kinds()})
    try:
        yield
    finally:
        _TAUGHT.reset(token)


LONGEST_NAME = 4
"""Words in the longest name of a piece."""


def named_at(words: Sequence[str], at: int) -> tuple[str, int] | None:
    """The kind that the words from `at` on name, and how many they are: the longest name that fits.

    Plural or not, hyphenated or not.

    Examples
    --------
    >>> named_at(["planet", "carrier", "screws"], 0), named_at(["e-clips"], 0), named_at(["red"], 0)
    (('carrier', 2), ('circlip', 1), None)
    """
    for many in range(min(LONGEST_NAME, len(words) - at), 0, -1):
        said = words[at : at + many]
        # What is no plain word parts a name.
        if not all(word.replace("-", "").isalpha() for word in said):
            continue
        whole = " ".join(said).lower()
        for form in dict.fromkeys((whole.replace("-", " "), whole.replace("-", ""))):
            for singular in (form, form.removesuffix("s"), form.removesuffix("es"), _y(form)):
                words_of = tuple(singular.split())
                if kind := _TAUGHT.get().get(words_of) or _by_words().get(words_of):
                    return kind, many
    return None


def _y(plural: str) -> str:
    return f"{plural[:-3]}y" if plural.endswith("ies") else plural


def kind_of_word(word: str) -> str | None:
    """Kind that a single word or a name of several names, plural or not; None if it names none.

    Examples
    --------
    >>> kind_of_word("Bearings"), kind_of_word("set screw"), kind_of_word("red")
    ('bearing', 'setscrew', None)
    """
    words = word.split()
    named = named_at(words, 0)
    return named[0] if named and named[1] == len(words) else None


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
