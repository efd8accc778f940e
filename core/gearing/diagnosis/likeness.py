"""How much a complaint's words are like those of complaints whose cause is known.

What :mod:`.hear` understands are things said; this weighs the bare words, so that a way of
saying that nobody listed still leans to what it was said of before. Naive Bayes over the
words' beginnings (Manning, Raghavan and Schütze, Introduction to Information Retrieval, 13.3),
weighed low, since words come together and would count twice.
"""

from __future__ import annotations

import re
from collections import Counter
from functools import cache

import numpy as np
from numpy.typing import NDArray

from ..data import table
from .tables import faults

Array = NDArray[np.float64]

BEGINNING = 4
"""Letters of a word that count: *strip*, *strips* and *stripped* alike."""

WEIGHT = 0.25
"""Power of the likeness beside what was understood. Fitted on 176 complaints that neither had seen."""

SPREAD = 1.0
"""Complaints' worth of the usual share that each fault's words are smoothed by."""

_WORD = re.compile(r"[a-z]+")


@cache
def _bare() -> frozenset[str]:
    return frozenset(table("said")["bare"])


def beginnings(text: str) -> frozenset[str]:
    """The words that tell something, by their beginnings.

    Examples
    --------
    >>> sorted(beginnings("The planets are cracked, and it's cracking"))
    ['crac', 'plan']
    """
    words = _WORD.findall(text.lower().replace("’", "").replace("'", ""))
    return frozenset(word[:BEGINNING] for word in words if word not in _bare())


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


@cache
def _ratios() -> dict[str, Array]:
    """Log of how much oftener each word is said of each fault than of any, shape (faults,)."""
    keys = list(faults())
    many = np.zeros(len(keys))
    counted: dict[str, Array] = {}
    everywhere: Counter[str] = Counter()
    at = {key: n for n, key in enumerate(keys)}
    for _, text, causes in examples():
        theirs = [at[cause] for cause in causes]
        many[theirs] += 1 / len(causes)
        for word in beginnings(text):
            everywhere[word] += 1
            counted.setdefault(word, np.zeros(len(keys)))[theirs] += 1 / len(causes)
    total = len(examples())
    return {
        word: np.log((said + SPREAD * everywhere[word] / total) / (many + SPREAD))
        - np.log(everywhere[word] / total)
        for word, said in counted.items()
    }


def likeness(words: frozenset[str]) -> Array:
    """Log weight of each fault by the words of a complaint.

    Parameters
    ----------
    words : frozenset of str
        As :func:`beginnings` gives them; those never met count nothing.

    Returns
    -------
    ndarray, shape (faults,)
        In the order of the faults' data; zero where the words tell nothing.
    """
    known = _ratios()
    return WEIGHT * sum((known[word] for word in sorted(words) if word in known), np.zeros(len(faults())))
