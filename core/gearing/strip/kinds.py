"""The kinds of piece a unit is made of, their verbs and the words for them."""

from __future__ import annotations

import re
from collections.abc import Iterable, Iterator, Mapping, Sequence
from contextlib import contextmanager
from contextvars import ContextVar
from dataclasses import dataclass
from functools import cache
from itertools import takewhile

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


class Names(dict[str, str]):
    """Kinds by their names, and the words a name of several begins with."""

    def __init__(self, named: Iterable[tuple[str, str]]) -> None:
        super().__init__((" ".join(name.split()), kind) for name, kind in named)
        self.begins = frozenset(name.split()[0] for name in self if " " in name)


@cache
def _shipped() -> Names:
    return Names((name, kind.key) for kind in kinds().values() for name in kind.words)


_TAUGHT: ContextVar[Names | None] = ContextVar("names a workshop has taught", default=None)


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
    token = _TAUGHT.set(Names((name, kind) for name, kind in names.items() if kind in kinds()))
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
    # What is no plain word parts a name.
    said = list(takewhile(_is_plain, words[at : at + LONGEST_NAME]))
    known = [names for names in (_TAUGHT.get(), _shipped()) if names]
    for many in range(len(said), 0, -1):
        whole = " ".join(said[:many]).lower()
        parted, joined = " ".join(whole.replace("-", " ").split()), whole.replace("-", "")
        for form in (parted, joined) if parted != joined else (whole,):
            first, *more = form.split(maxsplit=1)
            # Every word of a line is asked: most begin no longer name.
            if more and not any(first in names.begins for names in known):
                continue
            for singular in _singulars(form):
                if kind := next((names[singular] for names in known if singular in names), ""):
                    return kind, many
    return None


def _is_plain(word: str) -> bool:
    return word.isalpha() or word.replace("-", "").isalpha()


def _singulars(form: str) -> list[str]:
    """What a word may be the plural of, itself first."""
    if not form.endswith("s"):
        return [form]
    singular = [form, form[:-1]]
    if form.endswith("es"):
        singular.append(form[:-2])
    if form.endswith("ies"):
        singular.append(f"{form[:-3]}y")
    return singular


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
