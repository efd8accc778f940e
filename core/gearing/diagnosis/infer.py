"""From what was said and tried to what is wrong, with odds.

Each fault, each pair of faults that come together, and "something else" is
weighed by how often it is met and how well it explains what was said, denied,
left unsaid and found by checks. An observation may come of any fault present
or of none (noisy-or; Pearl, Probabilistic Reasoning in Intelligent Systems,
4.3.2). What was said is weighed by a power fitted on simulated complaints.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from functools import cache

import numpy as np
from numpy.typing import NDArray

from .hear import Heard
from .likeness import likeness
from .tables import Answered, Fault, Seen, checks, faults, observations

Array = NDArray[np.float64]

ELSEWHERE = 0.03
"""How often a fault is met in a kind of unit it is not usual in, against where it is."""

WITHOUT = 0.3
"""The same of the unit itself, where one that sits in it is spoken of."""

SOMETHING_ELSE = 0.03
"""Share of visits in which it is nothing of the list."""

ANYTHING = 0.1
"""How often something else shows any one thing."""

TOGETHER = 0.12
"""Share of a fault's visits in which one that comes with it is there too."""

BY_CHANCE = 0.015
"""The same for two that have nothing to do with each other."""

TEMPER = 1.1
"""Weight of what was said, so that stated odds come true on simulated complaints."""

HEARD = 0.7
"""The same where it was heard in words: they are mistaken more often than a list is."""

UNSAID = {"sound": 0.35, "motion": 0.35, "look": 0.12, "when": 0.2}
"""How often what is so is said at once, by sort."""

RULED_OUT = 0.12
"""What is left of a fault once something is seen that all but excludes it."""

FOUND_DEAD, FOUND_SOUND = 4.0, 0.3
"""How much likelier a fault is once a piece it concerns was found done for, and once all were found sound."""

MENTIONED = 2.5
"""How much likelier a fault is once one of its pieces is spoken of: owners look where it hurts."""

NOT_NAMED, CLEARED = 0.1, 0.25
"""What is left of the others once a complaint names a fault, and of one it says is sound: owners guess."""

NOT_SPOKEN = 0.08
"""What is left of the others once something was said of a piece that means one of a few faults."""

MISTAKEN = 0.05
"""How often what was said has nothing to do with it: so much of what was usual before stays, and a look at
the thing itself can speak against all that was said of it."""

LEAST_ELSE = 0.05
"""Something else stays at least so likely while nothing was tried that could have gone the other way."""

LIKELY = 14
"""Faults that are paired by chance."""


@dataclass(frozen=True, slots=True)
class Cause:
    """A fault with its odds, and what speaks for and against it."""

    fault: Fault
    probability: float
    speaks_for: tuple[str, ...]
    speaks_against: tuple[str, ...]


@dataclass(frozen=True)
class Diagnosis:
    """Causes, likeliest first, and what is left for something else.

    Attributes
    ----------
    hypotheses : ndarray of int, shape (n, 2)
        Faults weighed, alone (twice the same) and in pairs, by their place in the data.
    weights : ndarray, shape (n + 1,)
        Odds of each, something else last; they make 1.
    """

    unit: str
    heard: Heard
    answered: tuple[Answered, ...]
    causes: tuple[Cause, ...]
    something_else: float
    hypotheses: NDArray[np.int64]
    weights: Array

    @property
    def stop(self) -> bool:
        """Whether what is likely does harm by running on."""
        return sum(cause.probability for cause in self.causes if cause.fault.stop) > 0.5

    @property
    def says(self) -> str:
        """The answer as a sentence."""
        if not (self.heard.said or self.heard.named or self.heard.spoken or self.answered):
            return "Say what it does, or turn it by hand first."
        named = [cause for cause in self.causes[:2] if cause.probability >= WORTH_NAMING]
        if not named:
            first = self.causes[0]
            return f"Not clear yet, perhaps {first.fault.name}, {first.probability * 100:.0f} %."
        likely = "Most likely" if named[0].probability >= LIKELY_FROM else "Perhaps"
        said = [f"{cause.fault.name}, {cause.probability * 100:.0f} %" for cause in named]
        return f"{likely} {'; '.join(said)}."


WORTH_NAMING, LIKELY_FROM = 0.12, 0.3
"""Odds from which a fault is named, and called likely."""


def diagnose(
    unit: str,
    heard: Heard,
    answered: Sequence[Answered] = (),
    met: Mapping[str, float] | None = None,
    seen: Sequence[Seen] = (),
) -> Diagnosis:
    """What is wrong with a unit of a kind, with odds.

    Parameters
    ----------
    seen : sequence of Seen
        Pieces as they were looked over.
    met : mapping, optional
        How often a workshop found each fault in such units: counts that are added to the usual ones.
    """
    field = _field()
    within = heard.within or unit
    share = _shares(unit, within, met or {})
    seen_odds = _looked_over(seen)
    alone = np.arange(len(share))
    alike = likeness(heard.words, within)
    single = np.log(share) + field.said(alone, alone, heard, alike)
    pairs, together = _pairs(share, single + np.log(seen_odds))
    hypotheses = np.concatenate([np.stack([alone, alone], axis=1), pairs])
    before = np.concatenate([share, np.exp(together), [SOMETHING_ELSE]])
    logs = np.concatenate(
        [single, together + field.said(pairs[:, 0], pairs[:, 1], heard, alike), [field.something_else(heard)]]
    )
    by_words = np.exp(logs - logs.max())
    weights = (1 - MISTAKEN) * by_words / by_words.sum() + MISTAKEN * before / before.sum()
    weights[:-1] *= np.maximum(seen_odds[hypotheses[:, 0]], seen_odds[hypotheses[:, 1]])
    for each in answered:
        odds_of = field.answers(hypotheses[:, 0], hypotheses[:, 1], each.check)[each.answer]
        weights *= np.append(odds_of, _anything(each.check)[each.answer])
    weights /= weights.sum()
    if not answered and weights[-1] < LEAST_ELSE:
        # Words alone never make it certain: nothing was tried that could have gone the other way.
        weights[:-1] *= (1 - LEAST_ELSE) / weights[:-1].sum()
        weights[-1] = LEAST_ELSE
    many = len(share)
    odds = weights[:many].copy()
    np.add.at(odds, pairs[:, 0], weights[many:-1])
    np.add.at(odds, pairs[:, 1], weights[many:-1])
    # Written out for reading only as far as they are likely.
    mean = field.mean(odds)
    causes = tuple(
        Cause(field.faults[n], float(odds[n]), *_reasons(field, int(n), heard, answered, seen, mean))
        for n in np.argsort(-odds, kind="stable")[:NAMED]
    )
    return Diagnosis(unit, heard, tuple(answered), causes, float(weights[-1]), hypotheses, weights)


NAMED = 12
"""Causes written out."""


def _pairs(share: Array, single: Array) -> tuple[NDArray[np.int64], Array]:
    """Faults that come together, and the likeliest by chance, each pair once, with the log of its share."""
    field = _field()
    leading = [int(n) for n in np.argsort(-single)[:LIKELY]]
    prior: dict[tuple[int, int], float] = {}
    for n in leading:
        together = field.together[n]
        for other in together:
            pair = (min(n, other), max(n, other))
            prior[pair] = max(prior.get(pair, 0.0), float(share[n]) * TOGETHER / len(together))
    for at, n in enumerate(leading):
        for other in leading[at + 1 :]:
            pair = (min(n, other), max(n, other))
            by_chance = float(share[n] * share[other]) * BY_CHANCE / float(share.max())
            prior[pair] = max(prior.get(pair, 0.0), by_chance)
    return np.array(list(prior), dtype=np.int64).reshape(-1, 2), np.log(np.array(list(prior.values())))


def _shares(unit: str, within: str, met: Mapping[str, float]) -> Array:
    """How often each fault is met in such a unit, or one in it; the own counts added (Dirichlet)."""
    usual = np.array(
        [
            f.common * (1.0 if f.usual_in(within) else WITHOUT if f.usual_in(unit) else ELSEWHERE)
            for f in faults().values()
        ]
    )
    counted = STRENGTH * usual / usual.sum() + np.array([met.get(key, 0.0) for key in faults()])
    return np.asarray(counted / counted.sum())


def _looked_over(seen: Sequence[Seen]) -> Array:
    """How the odds of each fault change by what its pieces were found to be."""
    change = np.ones(len(faults()))
    for n, fault in enumerate(faults().values()) if seen else ():
        theirs = [piece.dead for piece in seen if piece.concerns(fault)]
        change[n] = FOUND_DEAD if any(theirs) else FOUND_SOUND if theirs else 1.0
    return change


STRENGTH = 60.0
"""Visits that the usual shares are worth against a workshop's own."""


@dataclass(frozen=True)
class _Field:
    """The tables as arrays: `shows` has shape (faults, observations)."""

    faults: tuple[Fault, ...]
    keys: tuple[str, ...]
    shows: Array
    excludes: Array
    usual: Array
    unsaid: Array
    together: tuple[tuple[int, ...], ...]
    at: Mapping[str, int]

    def chance(self, first: NDArray[np.int64], second: NDArray[np.int64]) -> Array:
        """How often each observation is made where both faults are there; one alone is given twice."""
        quiet = (1 - self.usual) * (1 - self.shows[first])
        quiet = np.where((first != second)[:, None], quiet * (1 - self.shows[second]), quiet)
        return np.asarray(1 - quiet)

    def said(self, first: NDArray[np.int64], second: NDArray[np.int64], heard: Heard, alike: Array) -> Array:
        """Log of how well faults explain what was said, denied and left unsaid, the likeness beside it."""
        if not len(first):
            return np.zeros(0)
        chance = self.chance(first, second)
        said = np.array([key in heard.said for key in self.keys])
        denied = np.array([key in heard.denied for key in self.keys])
        silence = np.log(1 - self.unsaid * (chance - self.usual))
        log = np.where(said, np.log(chance), np.where(denied, np.log(1 - chance), silence)).sum(axis=1)
        out = self.excludes[first] + np.where((first != second)[:, None], self.excludes[second], 0.0)
        log = _temper(heard) * (log + (out * said).sum(axis=1) * np.log(RULED_OUT))
        log = log + (alike[first] + alike[second]) / 2
        for n, fault in enumerate(self.faults):
            there = (first == n) | (second == n)
            if fault.key in heard.named:
                log = log + np.where(there, 0.0, np.log(NOT_NAMED))
            elif fault.key in heard.cleared:
                log = log + np.where(there, np.log(CLEARED), 0.0)
            elif heard.mentions.intersection(fault.pieces):
                log = log + np.where(there, np.log(MENTIONED), 0.0)
        for meant in heard.spoken:
            there = np.isin(first, [self.at[key] for key in meant]) | np.isin(
                second, [self.at[key] for key in meant]
            )
            log = log + np.where(there, 0.0, np.log(NOT_SPOKEN))
        return np.asarray(log)

    def something_else(self, heard: Heard) -> float:
        """The same for what is on no list, its own share with it."""
        log = _temper(heard) * (len(heard.said) * np.log(ANYTHING) + len(heard.denied) * np.log(1 - ANYTHING))
        log += len(heard.named) * np.log(NOT_NAMED) + len(heard.spoken) * np.log(NOT_SPOKEN)
        return float(np.log(SOMETHING_ELSE) + log)

    def answers(self, first: NDArray[np.int64], second: NDArray[np.int64], key: str) -> dict[str, Array]:
        """How often faults give each answer of a check: what either of two shows is seen."""
        one = _answer_table(key)
        check = checks()[key]
        both = {
            answer: odds[first] * odds[second]
            if answer == check.usual
            else 1 - (1 - odds[first]) * (1 - odds[second])
            for answer, odds in one.items()
        }
        whole = sum(both.values())
        return {
            answer: np.where(first == second, odds[first], both[answer] / whole)
            for answer, odds in one.items()
        }

    def mean(self, odds: Array) -> Array:
        """How often each thing is said, over all that it could be."""
        return np.asarray(odds @ (1 - (1 - self.usual) * (1 - self.shows)) / max(float(odds.sum()), 1e-12))


def _temper(heard: Heard) -> float:
    return HEARD if heard.words else TEMPER


@cache
def _field() -> _Field:
    known, seen = faults(), observations()
    at = {key: n for n, key in enumerate(known)}
    return _Field(
        tuple(known.values()),
        tuple(seen),
        np.array([[fault.shows.get(key, 0.0) for key in seen] for fault in known.values()]),
        np.array([[float(key in fault.excludes) for key in seen] for fault in known.values()]),
        np.array([each.usual for each in seen.values()]),
        np.array([UNSAID[each.sort] for each in seen.values()]),
        tuple(tuple(at[other] for other in fault.together) for fault in known.values()),
        at,
    )


@cache
def _answer_table(key: str) -> dict[str, Array]:
    """How often each fault gives each answer of a check."""
    rows = [checks()[key].odds(fault) for fault in faults()]
    return {answer: np.array([row[answer] for row in rows]) for answer in checks()[key].answers}


@cache
def _anything(key: str) -> dict[str, float]:
    """How often something else gives each answer: as one that the check does not know, or any at all."""
    check = checks()[key]
    return {answer: (odds + 1 / len(check.answers)) / 2 for answer, odds in check.odds("").items()}


def answer_odds(hypotheses: NDArray[np.int64], check: str) -> Array:
    """How often each hypothesis gives each answer of a check, shape (answers, hypotheses + 1).

    The last is something else.
    """
    odds = _field().answers(hypotheses[:, 0], hypotheses[:, 1], check)
    return np.stack([np.append(odds[answer], _anything(check)[answer]) for answer in odds])


def _reasons(
    field: _Field,
    n: int,
    heard: Heard,
    answered: Sequence[Answered],
    seen: Sequence[Seen],
    mean: Array,
) -> tuple[tuple[str, ...], tuple[str, ...]]:
    """What speaks for a fault and what against it, in words, the most telling first."""
    fault, known = field.faults[n], observations()
    chance = 1 - (1 - field.usual) * (1 - field.shows[n])
    speaks_for, against = [], []
    for at, key in enumerate(field.keys):
        shows, says = fault.shows.get(key, 0.0), known[key].says
        if key in heard.said:
            if key in fault.excludes:
                against.append(says)
            elif shows >= SHOWN:
                speaks_for.append((float(chance[at] / max(mean[at], 1e-9)), says))
            elif shows == 0 and known[key].sort != "when":
                against.append(says)
        elif key in heard.denied and shows >= SHOWN:
            against.append(f"no {says}")
        elif heard.said and shows >= EXPECTED and known[key].sort != "look":
            against.append(f"nobody said: {says}")
    if fault.key in heard.named or any(fault.key in meant for meant in heard.spoken):
        speaks_for.append((5.0, "it was named so"))
    if fault.key in heard.cleared:
        against.append("it was said to be sound")
    tried_for, tried_against = _reasons_tried(fault, answered, seen)
    ordered = [words for _, words in sorted([*speaks_for, *tried_for], key=lambda pair: -pair[0])]
    return tuple(ordered), (*against, *tried_against)


def _reasons_tried(
    fault: Fault, answered: Sequence[Answered], seen: Sequence[Seen]
) -> tuple[list[tuple[float, str]], list[str]]:
    """The same of checks made and of pieces looked over."""
    speaks_for: list[tuple[float, str]] = []
    against: list[str] = []
    for each in answered:
        check = checks()[each.check]
        words = f"{check.name[:1].lower()}{check.name[1:]}: {check.answers[each.answer]}"
        if fault.key in check.points.get(each.answer, ()):
            speaks_for.append((10.0, words))
        elif any(fault.key in points for points in check.points.values()):
            against.append(words)
    for piece in seen:
        if piece.concerns(fault):
            if piece.dead:
                speaks_for.append((8.0, f"{piece.name} was found done for"))
            elif not any(other.dead and other.concerns(fault) for other in seen):
                against.append(f"{piece.name} was found sound")
    return speaks_for, against


SHOWN, EXPECTED = 0.2, 0.6
"""How often a fault shows something for it to speak for the fault, and for its absence to be missed."""
