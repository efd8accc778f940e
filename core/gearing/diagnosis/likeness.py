"""How much a complaint's words are like those of complaints whose cause is known.

What :mod:`.hear` understands are things said; this weighs the bare words, so that a way of
saying that nobody listed still leans to what it was said of before. Naive Bayes over words and
the pieces of words, weighted by how few complaints they are in (Manning, Raghavan and Schütze,
Introduction to Information Retrieval, 6.2, 6.4 and 13.3).
"""

from __future__ import annotations

import re
from collections import Counter
from dataclasses import dataclass
from functools import cache

import numpy as np
from numpy.typing import NDArray

from ..data import table
from .tables import faults

Array = NDArray[np.float64]

PIECES = (3, 4)
"""Letters of the pieces a word is taken in: *strip*, *stripped* and *strips* share most of theirs."""

WEIGHT, HALF = 2.0, 4
"""Power of the likeness beside what was understood, and the words that have half of it: a long complaint
leans more than two words do. Fitted, as the next, on 186 complaints that had taught nothing."""

MISLEAD = 0.1
"""How often the words of a complaint tell nothing of its cause."""

SPREAD = 0.05
"""What each fault is smoothed by, in complaints of one word."""

WHOLE, DENIES = "=", "!"
"""Begin a term that is a whole word, and a word that is denied."""

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
        whole = f" {said} "
        met.update(whole[at : at + many] for many in PIECES for at in range(len(whole) - many + 1))
    return met


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
    return (*described, *(("", words, (fault,)) for fault, rows in said["as_said"].items() for words in rows))


@dataclass(frozen=True)
class _Learnt:
    """What the examples teach: `rare` weighs each term, `leans` has shape (terms, faults)."""

    at: dict[str, int]
    rare: Array
    leans: Array

    def weighed(self, met: Counter[str]) -> tuple[list[int], Array]:
        """The known terms of a text, and the weight of each: together of length 1."""
        known = [(self.at[term], many) for term, many in met.items() if term in self.at]
        places = [at for at, _ in known]
        weights = (1 + np.log(np.array([many for _, many in known], dtype=float))) * self.rare[places]
        return places, weights / max(float(np.linalg.norm(weights)), 1e-9)


@cache
def _learnt() -> _Learnt:
    known = {key: n for n, key in enumerate(faults())}
    rows = [(terms(text), causes) for _, text, causes in examples()]
    within = Counter(term for met, _ in rows for term in met)
    met_in = np.array(list(within.values()), dtype=float)
    learnt = _Learnt(
        {term: n for n, term in enumerate(within)},
        1 + np.log((1 + len(rows)) / (1 + met_in)),
        np.zeros((len(within), len(known))),
    )
    for met, causes in rows:
        places, weights = learnt.weighed(met)
        for cause in causes:
            learnt.leans[places, known[cause]] += weights / len(causes)
    smooth = learnt.leans + SPREAD
    usual = smooth.sum(axis=1, keepdims=True) / smooth.sum()
    return _Learnt(learnt.at, learnt.rare, np.log(smooth / smooth.sum(axis=0)) - np.log(usual))


def likeness(text: str) -> Array:
    """Log of how much likelier each fault is by the words of a complaint alone, all else being alike.

    Words never met count nothing; of those met, the rarer count more. That the words mislead stays
    possible, so that a check can still speak against them.

    Returns
    -------
    ndarray, shape (faults,)
        In the order of the faults' data; zero where the words tell nothing.
    """
    learnt, met = _learnt(), terms(text)
    places, weights = learnt.weighed(met)
    words = sum(term.startswith(WHOLE) for term in met if term in learnt.at)
    lean = WEIGHT * words / (words + HALF) * weights @ learnt.leans[places]
    odds = np.exp(lean - lean.max())
    return np.asarray(np.log((1 - MISLEAD) * len(odds) * odds / odds.sum() + MISLEAD))
