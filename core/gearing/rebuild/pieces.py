"""The pieces a rebuild puts back, and what became of each."""

from __future__ import annotations

from dataclasses import dataclass

from ..entry import Entry, name_of

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
    one.key: one
    for one in (
        Verdict("", "not looked at"),
        Verdict("keep", "keep"),
        Verdict("clean", "clean"),
        Verdict("replace", "replace", True),
        Verdict("pair", "replace with its mate", True),
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
    """

    step: int
    entry: Entry
    verdict: str = ""
    gear: str = ""
    answered: int = 0
    instead: Entry | None = None
    worked: tuple[tuple[str, str], ...] = ()

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
class LeftOver:
    """A piece counted out and not yet answered for."""

    step: int
    name: str
    count: int


def left_over(removed: list[Removed]) -> list[LeftOver]:
    """Every piece not accounted for, in the order it came off. What stayed shut never came off."""
    return [
        LeftOver(piece.step, name_of(piece.entry), piece.entry.owed - piece.answered)
        for piece in sorted(removed, key=lambda piece: piece.step)
        if piece.answered < piece.entry.owed
    ]
