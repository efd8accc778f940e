"""What the terms of texts lean to, learnt from texts whose classes are known.

Two learners that err in other places: :class:`ByCount` from how often a term was met with each class
(naive Bayes; Manning, Raghavan and Schütze, Introduction to Information Retrieval, 13.2), :class:`ByFit` by
how well all terms of a text together tell its class (multinomial logistic regression; Bishop, Pattern
Recognition and Machine Learning, 4.3.4), by stochastic gradient descent (ibid., 3.1.3).
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Self

import numpy as np
from numpy.typing import NDArray

Places = NDArray[np.int64]
Weights = NDArray[np.float32]
Weighed = tuple[Places, Weights]
"""The known terms of a text, and the weight of each; together of length 1."""

MET_IN = 2
"""Texts a term must be in to be learnt of."""

SPREAD = 0.05
"""What each class is smoothed by, in texts of one term."""

PASSES, RATE, SLOWER = 5, 3.0, 0.6
"""Times the texts are gone through, the first step's size, and each pass's step to the one before: it ends
before it knows the texts by heart."""


@dataclass(frozen=True)
class KnownTerms:
    """Terms by their place, and how rare each is."""

    at: dict[str, int]
    rare: NDArray[np.float64]

    @classmethod
    def of(cls, texts: Sequence[Counter[str]]) -> Self:
        within = Counter(term for met in texts for term in met)
        often = {term: many for term, many in within.items() if many >= MET_IN}
        met_in = np.array(list(often.values()), dtype=float)
        return cls({term: n for n, term in enumerate(often)}, 1 + np.log((1 + len(texts)) / (1 + met_in)))

    def weighed(self, met: Counter[str]) -> Weighed:
        """The known terms of a text, weighed by how often they are met in it and how rarely at all."""
        known = [(self.at[term], many) for term, many in met.items() if term in self.at]
        places = np.array([at for at, _ in known], dtype=np.int64)
        weights = (1 + np.log(np.array([many for _, many in known], dtype=float))) * self.rare[places]
        return places, (weights / max(float(np.linalg.norm(weights)), 1e-9)).astype(np.float32)


@dataclass(frozen=True)
class ByCount:
    """How much likelier each term is in texts of a class than in any, as logs, shape (terms, classes)."""

    leans: Weights

    @classmethod
    def of(cls, texts: Sequence[Weighed], classes: Sequence[Sequence[int]], shape: tuple[int, int]) -> Self:
        """Learn from texts of one class or several, any of which may be meant."""
        met = np.zeros(shape)
        for (places, weights), meant in zip(texts, classes, strict=True):
            met[places[:, None], np.asarray(meant)] += weights[:, None] / len(meant)
        met += SPREAD
        usual = met.sum(axis=1, keepdims=True) / met.sum()
        return cls((np.log(met / met.sum(axis=0)) - np.log(usual)).astype(np.float32))

    def leaning(self, places: Places, weights: Weights) -> Weights:
        """Log of how much likelier each class is, all classes being as frequent."""
        return np.asarray(weights @ self.leans[places])


@dataclass(frozen=True)
class ByFit:
    """Coefficients of the terms, shape (terms, classes)."""

    coefficients: Weights

    @classmethod
    def of(cls, texts: Sequence[Weighed], classes: Sequence[Sequence[int]], shape: tuple[int, int]) -> Self:
        """Fit to the same; the same texts are always gone through in the same order."""
        coefficients = np.zeros(shape, dtype=np.float32)
        order = np.random.default_rng(1)
        for many in range(PASSES):
            step = RATE * SLOWER**many
            for n in order.permutation(len(texts)):
                places, weights = texts[n]
                theirs = coefficients[places]
                missed = -_softmax(weights @ theirs)
                missed[classes[n]] += 1 / len(classes[n])
                coefficients[places] = theirs + np.outer(step * weights, missed)
        return cls(coefficients)

    def leaning(self, places: Places, weights: Weights) -> Weights:
        """Log of the odds of each class, but for what is the same for all."""
        return np.asarray(weights @ self.coefficients[places])


def _softmax(logs: Weights) -> Weights:
    odds = np.exp(logs - logs.max())
    return np.asarray(odds / odds.sum())
