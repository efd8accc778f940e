"""How much a complaint's words are like those of complaints whose cause is known.

What :mod:`.hear` understands are things said; this weighs the bare words, so that a way of
saying that nobody listed still leans to what it was said of before. A complaint is taken as its
words, their pieces and what they mean alike, each weighed by how few complaints it is in (Manning,
Raghavan and Schütze, Introduction to Information Retrieval, 6.2 and 6.4); :mod:`.learning` says
which of them lean where.
"""

from __future__ import annotations

import re
from collections import Counter
from functools import cache

import numpy as np
from numpy.typing import NDArray

from ..data import table
from .learning import ByCount, ByFit, KnownTerms
from .tables import faults

Array = NDArray[np.float64]

PIECES = (3, 4)
"""Letters of the pieces a word is taken in: *strip*, *stripped* and *strips* share most of theirs."""

COUNTED, FITTED, HALF = 0.8, 0.9, 4
"""Powers of what was counted and of what was fitted, beside what was understood, and the words that have half
of the first: a long complaint leans more than two words do. Chosen on complaints held back in turn."""

MISLEAD = 0.3
"""How often the words of a complaint tell nothing of its cause."""

WHOLE, DENIES, MEANS, OF = "=", "!", "~", "@"
"""Begin a term that is a whole word, a word that is denied, what several words mean alike, a kind of unit."""

DENIALS = frozenset(
    ["no", "not", "never", "without", "isnt", "doesnt", "dont", "didnt", "wont", "neither", "nor", "hardly",
     "wasnt", "arent", "cant", "nothing", "none"]
)  # fmt: skip
DENIED = 2
"""Words behind a denial that it is taken to speak of."""

_WORD = re.compile(r"[a-z0-9]+")


@cache
def _bare() -> frozenset[str]:
    return frozenset(table("said")["bare"])


def terms(text: str) -> Counter[str]:
    """The words that tell something, whole and in pieces, and how often each is met; marked where denied.

    Examples
    --------
    >>> sorted(terms("It's a nut"))
    [' nu', ' nut', '=nut', 'nut', 'nut ', 'ut ']
    >>> "=!play" in terms("there is no play")
    True
    >>> terms("it grinds")["~grit"], terms("it never grinds")["~!grit"]
    (1, 1)
    """
    met: Counter[str] = Counter()
    denied = 0
    for word in _WORD.findall(_joined(text)):
        if word in DENIALS:
            denied = DENIED + 1
        so, denied = denied in (0, DENIED + 1), max(0, denied - 1)
        if word in _bare():
            continue
        said = word if so else DENIES + word
        met[WHOLE + said] += 1
        met.update(MEANS + (meant if so else DENIES + meant) for meant in _alike().get(word, ()))
        whole = f" {said} "
        met.update(whole[at : at + many] for many in PIECES for at in range(len(whole) - many + 1))
    return met


@cache
def _alike() -> dict[str, list[str]]:
    """What each word means, in the names of the groups it is in."""
    meant: dict[str, list[str]] = {}
    for group, words in table("alike").items():
        for word in words:
            meant.setdefault(word, []).append(group)
    return meant


def _joined(text: str) -> str:
    return text.lower().replace("’", "").replace("'", "")


@cache
def examples() -> tuple[tuple[str, str, tuple[str, ...]], ...]:
    """Complaints with the kind of unit, empty for any, and the faults to look for first."""
    said = table("said")
    described = [
        (kind, words, tuple(causes))
        for kind, rows in said["complaints"].items()
        for words, causes in rows.items()
    ]
    as_said = [("", words, (fault,)) for fault, rows in said["as_said"].items() for words in rows]
    by_name = [("", fault.name, (key,)) for key, fault in faults().items()]
    return (*described, *as_said, *by_name)


@cache
def _learnt() -> tuple[KnownTerms, ByCount, ByFit]:
    at = {key: n for n, key in enumerate(faults())}
    rows = [
        (_with_kind(terms(text), kind), [at[cause] for cause in causes]) for kind, text, causes in examples()
    ]
    known = KnownTerms.of([met for met, _ in rows])
    weighed = [known.weighed(met) for met, _ in rows]
    causes = [meant for _, meant in rows]
    return (
        known,
        ByCount.of(weighed, causes, (len(known.at), len(at))),
        ByFit.of(weighed, causes, (len(known.at), len(at))),
    )


def _with_kind(met: Counter[str], kind: str) -> Counter[str]:
    return Counter({**met, OF + kind: 1}) if kind else met


def learn() -> None:
    """Learn now what the first complaint would else wait for."""
    _learnt()


def likeness(text: str, unit: str = "") -> Array:
    """Log of how much likelier each fault is by the words of a complaint alone, all else being alike.

    Words never met count nothing; of those met, the rarer count more. That the words mislead stays
    possible, so that a check can still speak against them.

    Parameters
    ----------
    unit : str
        The kind of unit it is said of, if known.

    Returns
    -------
    ndarray, shape (faults,)
        In the order of the faults' data; zero where the words tell nothing.
    """
    (known, counted, fitted), met = _learnt(), terms(text)
    if not any(term.startswith((WHOLE, MEANS)) for term in met if term in known.at):
        return np.zeros(len(faults()))
    words = sum(term.startswith(WHOLE) for term in met)
    lean = COUNTED * words / (words + HALF) * counted.leaning(*known.weighed(met))
    lean += FITTED * fitted.leaning(*known.weighed(_with_kind(met, unit)))
    odds = np.exp(lean - lean.max())
    return np.asarray(np.log((1 - MISLEAD) * len(odds) * odds / odds.sum() + MISLEAD))
