"""Faults, observations and checks, as the data has them."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from functools import cache
from typing import Literal

from ..data import table
from ..errors import GearingError

EVERYWHERE = "all"
Picture = Literal[
    "turn", "count", "push", "rock", "sideways", "hold", "roll", "wheels", "screws", "press", "warm", "smell",
    "pull", "apart", "worm", "marks", "power", "ratio", "motor", "look", "flat", "paper", "mesh", "level",
    "stack", "measure", "spin", "plate",
]  # fmt: skip
"""What hands do in a check, as it is drawn beside it."""


@dataclass(frozen=True, slots=True)
class Observation:
    """Something a unit does or shows.

    Attributes
    ----------
    key, says, sort : str
        `sort` is ``sound``, ``motion``, ``look`` or ``when``.
    words : tuple of str
        How it is said.
    usual : float
        How often it is said of a unit where nothing of it is so.
    against : tuple of str
        What it cannot be together with.
    """

    key: str
    says: str
    sort: str
    words: tuple[str, ...]
    usual: float
    against: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class Fault:
    """Something that can be wrong.

    Attributes
    ----------
    key, name : str
    common : float
        How often it is met, relative to the others.
    units : tuple of str
        Kinds of unit it is usual in.
    shows : mapping
        How often each observation is made of it.
    excludes : tuple of str
        Observations that all but rule it out.
    then : str
        What it damages next.
    together : tuple of str
        Faults it comes with, cause and damage.
    pieces : tuple of str
        Words of the pieces concerned.
    stop : bool
        Whether running on does harm.
    named : tuple of str
        Words by which a complaint names it outright.
    """

    key: str
    name: str
    common: float
    units: tuple[str, ...]
    shows: Mapping[str, float]
    excludes: tuple[str, ...]
    then: str
    together: tuple[str, ...]
    pieces: tuple[str, ...]
    stop: bool
    named: tuple[str, ...] = ()

    def usual_in(self, unit: str) -> bool:
        return EVERYWHERE in self.units or unit in self.units


@dataclass(frozen=True, slots=True)
class Check:
    """Something to try.

    Attributes
    ----------
    key, name, how : str
    minutes, risk : float
    when : str
        How far the unit must be: ``closed``, ``opened`` or ``stripped``.
    powered : bool
    units : tuple of str
        Kinds of unit it can be made on; empty for all.
    answers : mapping
        Key of each answer to its words, in order.
    usual : str
        The answer where nothing of it is wrong.
    points : mapping
        The faults each answer speaks for.
    sure : float
        How often those give it.
    quiet : float
        How often what it does not touch gives the usual answer.
    number : str
        What is read, where it takes a figure; `edges` part the answers.
    draw : str
        The picture that shows how.
    by : str
        ``clicks`` or ``play`` where it can be counted or measured against the train; else empty.
    """

    key: str
    name: str
    how: str
    minutes: float
    risk: float
    when: str
    powered: bool
    units: tuple[str, ...]
    answers: Mapping[str, str]
    usual: str
    points: Mapping[str, tuple[str, ...]]
    sure: float
    quiet: float
    number: str
    edges: tuple[float, ...]
    draw: Picture
    by: str

    def answer_of(self, given: str | float) -> str:
        """The key of an answer: as tapped, as worded, or by the figure read.

        Raises
        ------
        GearingError
            If it is none of this check's.
        """
        if isinstance(given, str):
            text = given.strip()
            if text in self.answers:
                return text
            worded = next((key for key, label in self.answers.items() if label == text.lower()), None)
            if worded:
                return worded
            try:
                given = float(text.replace(",", "."))
            except ValueError:
                given = text
        if self.number and isinstance(given, int | float):
            at = sum(given >= edge for edge in self.edges)
            return list(self.answers)[at]
        raise GearingError(
            f"“{given}” is no answer to “{self.name}”.",
            code="unknown_answer",
            field="checks",
            hint=f"One of: {', '.join(self.answers.values())}"
            + (f", or the {self.number} read." if self.number else "."),
        )

    def odds(self, fault: str) -> dict[str, float]:
        """How often each answer comes where that is the fault; for one it does not know, the usual."""
        theirs = [answer for answer, points in self.points.items() if fault in points]
        others = [answer for answer in self.answers if answer not in theirs]
        if not theirs:
            rest = (1 - self.quiet) / max(1, len(self.answers) - 1)
            return {answer: self.quiet if answer == self.usual else rest for answer in self.answers}
        made = {answer: self.sure / len(theirs) for answer in theirs}
        # What is missed mostly looks as if nothing were wrong.
        shares = {answer: MISSED if answer == self.usual else 1.0 for answer in others}
        whole = sum(shares.values()) or 1.0
        made |= {answer: (1 - self.sure) * share / whole for answer, share in shares.items()}
        return made


QUIET = 0.9
"""How often a check that a fault does not touch gives the usual answer, where the data does not say."""

MISSED = 4.0
"""How much likelier a missed fault looks sound than like another."""

USUAL = 0.04
"""How often something is said of a unit that has nothing to do with it."""

SURE = 0.8
"""How often a fault gives the answer that speaks for it, where the data does not say."""


@dataclass(frozen=True, slots=True)
class Answered:
    """A check that was made, and its answer."""

    check: str
    answer: str


def is_piece(name: str, piece: str) -> bool:
    """Whether a piece of a row is what a fault's `pieces` speak of: whole words, one or several.

    Examples
    --------
    >>> is_piece("drive pins", "pin"), is_piece("pinion", "pin")
    (True, False)
    """
    words = name.lower().split()
    return all(each in words or f"{each}s" in words for each in piece.split())


@dataclass(frozen=True, slots=True)
class Seen:
    """A piece as it was looked over: its name, and whether it is done for or sound."""

    name: str
    dead: bool

    def concerns(self, fault: Fault) -> bool:
        """Whether the fault is one of such a piece."""
        return any(is_piece(self.name, piece) for piece in fault.pieces)


@cache
def observations() -> dict[str, Observation]:
    """All observations by key, in the order of the data."""
    return {
        key: Observation(
            key,
            row["says"],
            row["sort"],
            tuple(row["words"]),
            row.get("usual", USUAL),
            tuple(row.get("against", ())),
        )
        for key, row in table("observations").items()
    }


@cache
def faults() -> dict[str, Fault]:
    """All faults by key, in the order of the data."""
    return {
        key: Fault(
            key,
            row["name"],
            row["common"],
            tuple(row["in"]),
            row["shows"],
            tuple(row.get("not", ())),
            row.get("then", ""),
            tuple(row.get("with", ())),
            tuple(row["pieces"]),
            row.get("stop", False),
            tuple(row.get("named", ())),
        )
        for key, row in table("faults").items()
    }


@cache
def checks() -> dict[str, Check]:
    """All checks by key, in the order of the data."""
    return {
        key: Check(
            key,
            row["name"],
            row["how"],
            row["minutes"],
            row.get("risk", 0),
            row["when"],
            row.get("powered", False),
            tuple(row.get("in", ())),
            row["answers"],
            row["usual"],
            {answer: tuple(points) for answer, points in row["points"].items()},
            row.get("sure", SURE),
            row.get("quiet", QUIET),
            row.get("number", ""),
            tuple(row.get("edges", ())),
            row["draw"],
            row.get("by", ""),
        )
        for key, row in table("checks").items()
    }
