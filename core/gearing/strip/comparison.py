"""Two rows of one model laid beside each other: what is the same, what differs, what is next."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from difflib import SequenceMatcher

from .entry import Entry, chips, name_of
from .order import StripStep

COMPARED = ("count", "thread", "head", "drive", "teeth", "size", "material", "facing", "align", "lock")
"""Chips whose difference is one between versions; place and side are the technician's own."""


@dataclass(frozen=True, slots=True)
class Difference:
    """Something that was otherwise than last time. Step numbers are None where a row lacks it."""

    before: int | None
    now: int | None
    says: str

    @property
    def short(self) -> str:
        """What it was, in as few words as stand beside a piece: ``was M3 × 10``.

        Examples
        --------
        >>> Difference(1, 1, "cover: thread M3 × 12, was M3 × 10").short
        'was M3 × 10'
        >>> Difference(None, 4, "shim: not there last time").short
        'not there last time'
        """
        _, was, before = self.says.rpartition(", was ")
        return f"was {before}" if was else self.says.rpartition(": ")[2]


Versions = Mapping[int, Sequence[Difference]]
"""In what a row differs from another of its model, by its own steps."""


def by_step(differences: Iterable[Difference]) -> Versions:
    """Differences of pieces that are there, by their steps; what was not met this time has none."""
    made: dict[int, list[Difference]] = {}
    for difference in differences:
        if difference.now is not None:
            made.setdefault(difference.now, []).append(difference)
    return made


@dataclass(frozen=True, slots=True)
class RowComparison:
    """A guide's row beside the one being stripped.

    Attributes
    ----------
    matched : tuple of (int, int)
        Guide's step and the step it is here.
    next : int or None
        The guide's step to come next.
    differences : tuple of Difference
    """

    matched: tuple[tuple[int, int], ...]
    next: int | None
    differences: tuple[Difference, ...]


def lay_beside(guide: list[StripStep], row: list[StripStep]) -> RowComparison:
    """Match two rows by what their pieces are called and of which kind, in order.

    Ratcliff and Obershelp's matching, as in :mod:`difflib`. Steps of the guide
    after the last match are still to come, not missing.

    Examples
    --------
    >>> from .entry import parse
    >>> def said(*lines):
    ...     return [StripStep(n, parse(line)) for n, line in enumerate(lines, 1)]
    >>> beside = lay_beside(said("4x M3x10 cover", "cover", "wheel 31t"), said("4x M3x12 cover", "cover"))
    >>> beside.next, [difference.says for difference in beside.differences]
    (3, ['cover: thread M3 × 12, was M3 × 10'])
    """
    keys = [_key(step.entry) for step in guide], [_key(step.entry) for step in row]
    blocks = SequenceMatcher(None, *keys, autojunk=False).get_matching_blocks()
    matched = [(guide[b.a + n], row[b.b + n]) for b in blocks for n in range(b.size)]
    reached = max((before.number for before, _ in matched), default=0)
    seen = {before.number for before, _ in matched}, {now.number for _, now in matched}
    differences = [
        Difference(before.number, now.number, text)
        for before, now in matched
        for text in _otherwise(before.entry, now.entry)
    ]
    differences += [
        Difference(step.number, None, f"{name_of(step.entry)}: not met this time")
        for step in guide
        if step.number not in seen[0] and step.number < reached
    ]
    differences += [
        Difference(None, step.number, f"{name_of(step.entry)}: not there last time")
        for step in row
        if step.number not in seen[1]
    ]
    coming = next((step.number for step in guide if step.number > reached), None)
    pairs = tuple((before.number, now.number) for before, now in matched)
    return RowComparison(pairs, coming, tuple(differences))


def _key(entry: Entry) -> tuple[str, str]:
    return entry.kind, " ".join(sorted(entry.words.lower().replace(",", "").split()))


def _otherwise(before: Entry, now: Entry) -> list[str]:
    fields = ({chip.field: chip.value for chip in chips(entry)} for entry in (before, now))
    was, is_now = fields
    named = now.words or name_of(now)
    return [
        f"{named}: {field} {is_now.get(field, 'not noted')}, was {was.get(field, 'not noted')}"
        for field in COMPARED
        if was.get(field) != is_now.get(field)
    ]
