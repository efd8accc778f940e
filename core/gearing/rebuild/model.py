"""What a rebuild is made of: the pieces it puts back, what became of each, and the steps it is led by."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field

from ..strip.entry import Entry, name_of
from ..strip.order import StripStep
from ..workshop.consumables import Item, shipped

OUTCOMES: dict[str, str] = {
    "in": "went back in",
    "new": "a new one went in",
    "spare": "kept as a spare",
    "off": "written off",
}
"""What can become of a piece that was counted out."""


@dataclass(frozen=True, slots=True)
class Verdict:
    """What was found of a piece; `renews` where a new one goes in for it."""

    key: str
    label: str
    renews: bool = False


VERDICTS = {
    verdict.key: verdict
    for verdict in (
        Verdict("", "not looked at"),
        Verdict("keep", "keep"),
        Verdict("clean", "clean"),
        Verdict("replace", "replace", True),
        Verdict("pair", "replace with mate", True),
    )
}


@dataclass(frozen=True, slots=True)
class Removed:
    """A piece as it came off.

    Attributes
    ----------
    step : int
        Its number in the strip, from 1.
    entry : Entry
    verdict : str
        ``keep``, ``clean``, ``replace``, ``pair`` (replace with its mate) or empty.
    gear : str
        What the gear was read as; empty if not read.
    answered : int
        How many of the piece are accounted for already.
    instead : Entry, optional
        Another piece that goes in its place, such as a longer screw under a thicker part.
    worked : tuple of (str, str)
        What was worked out for it, and the caution that belongs to each.
    at : int
        Its place among the pieces of its step, from 0.
    mate : str
        Name of the gear it is replaced with; empty for none.
    came_with : str
        Name of the order its new one came with; empty for none.
    """

    step: int
    entry: Entry
    verdict: str = ""
    gear: str = ""
    answered: int = 0
    instead: Entry | None = None
    worked: tuple[tuple[str, str], ...] = ()
    at: int = 0
    mate: str = ""
    came_with: str = ""

    @property
    def key(self) -> str:
        """Its name in the plan: ``piece:7``, and ``piece:7.2`` for the second of a step."""
        return f"piece:{self.step}.{self.at + 1}" if self.at else f"piece:{self.step}"

    @property
    def renewed(self) -> bool:
        """Whether a new one goes in its place: the plan fits it, and it has to be got."""
        dead = self.verdict in VERDICTS and VERDICTS[self.verdict].renews
        return not self.entry.shut and (dead or self.entry.discard or self.instead is not None)


@dataclass(frozen=True, slots=True)
class Remark:
    """A line under a build step. `tone` is ``plain``, ``mind``, ``mark``, ``dry`` or ``check``."""

    tone: str
    text: str


@dataclass(frozen=True, slots=True)
class StepMark:
    """What the technician said of a step put in between: struck, moved behind another, or done."""

    struck: bool = False
    after: str = ""
    done: bool = False


@dataclass(frozen=True, slots=True)
class PlanContext:
    """What the plan has to know besides the pieces.

    Attributes
    ----------
    unit : str
        Key of the kind of unit.
    house : mapping
        School chosen for each question of ``schools.toml``.
    shelf : tuple of Item
    marks : mapping
        What was said of steps put in between, by their key.
    pace : float
        How many times the usual minutes such a rebuild takes here.
    """

    unit: str = "other"
    house: Mapping[str, str] = field(default_factory=dict)
    shelf: tuple[Item, ...] = field(default_factory=shipped)
    marks: Mapping[str, StepMark] = field(default_factory=dict)
    pace: float = 1.0


@dataclass(frozen=True, slots=True)
class PlanStep:
    """One screen of the rebuild.

    Attributes
    ----------
    key : str
        Stable name: ``piece:7``, ``turn:7``, ``mesh:5`` …
    kind : str
        ``piece`` or the rule that put it in.
    step, at : int
        Number of the strip step it goes back to, and the piece of that; of the piece it follows otherwise.
    title, done : str
        ``Seat the second wheel, new``; and the word once it is: ``Seated``.
    outcome : str
        What a plain "next" records of the piece: ``in`` or ``new``; empty for the others.
    remarks : tuple of Remark
    rule : str
        The rule's name in words; empty for pieces.
    minutes, cure : float
        Work, and waiting that begins with it before the unit may run.
    tightening : tuple of int
        Turn of each screw round the cover; empty where it does not matter.
    """

    key: str
    kind: str
    step: int
    title: str
    done: str
    outcome: str = ""
    remarks: tuple[Remark, ...] = ()
    rule: str = ""
    minutes: float = 0.0
    cure: float = 0.0
    tightening: tuple[int, ...] = ()
    at: int = 0


@dataclass(frozen=True, slots=True)
class Plan:
    """The steps in order, and those of the rules that were struck."""

    steps: tuple[PlanStep, ...]
    struck: tuple[PlanStep, ...]


@dataclass(frozen=True, slots=True)
class LeftOver:
    """A piece counted out and not yet answered for."""

    step: int
    name: str
    count: int


def left_over(removed: list[Removed]) -> list[LeftOver]:
    """Every piece not accounted for, in the order it came off. What stayed shut never came off."""
    return [
        LeftOver(piece.step, name_of(piece.entry), piece.entry.owed - piece.answered)
        for piece in sorted(removed, key=lambda piece: (piece.step, piece.at))
        if piece.answered < piece.entry.owed
    ]


def steps_of(removed: Sequence[Removed]) -> list[StripStep]:
    """The strip that the pieces came off in."""
    by_step: dict[int, list[Entry]] = {}
    for piece in sorted(removed, key=lambda piece: (piece.step, piece.at)):
        by_step.setdefault(piece.step, []).append(piece.entry)
    return [StripStep(number, first, tuple(beside)) for number, (first, *beside) in by_step.items()]


def capital(text: str) -> str:
    """With its first letter large, as a sentence begins."""
    return text[:1].upper() + text[1:]
