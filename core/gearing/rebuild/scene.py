"""The whole of a rebuild as its single pieces have to know it."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field
from functools import cached_property

from ..strip.entry import Entry
from ..strip.kinds import kinds
from ..workshop.surroundings import Surrounding, surroundings
from .model import PlanContext, Removed, steps_of


@dataclass(frozen=True)
class Scene:
    """All pieces, last off first, on one bench."""

    pieces: Sequence[Removed]
    bench: PlanContext = field(default_factory=PlanContext)

    @cached_property
    def _where(self) -> dict[tuple[int, int], Surrounding]:
        return surroundings(steps_of(self.pieces), self.bench.unit)

    def where(self, piece: Removed) -> Surrounding | None:
        """The surroundings a piece runs in; None for what does not run."""
        return self._where.get((piece.step, piece.at))

    def runs(self, piece: Removed) -> str:
        """Key of its surroundings; empty for what does not run."""
        where = self.where(piece)
        return where.key if where else ""

    @cached_property
    def toothed(self) -> list[Removed]:
        """What turns the train."""
        return [piece for piece in self.pieces if kinds()[piece.entry.kind].meshes or piece.entry.teeth]

    @cached_property
    def _nth_toothed(self) -> dict[str, int]:
        return {piece.key: n for n, piece in enumerate(self.toothed)}

    @cached_property
    def named(self) -> list[tuple[Entry, frozenset[str]]]:
        """What came off, with the words that name it."""
        return [(piece.entry, frozenset(piece.entry.words.lower().split())) for piece in self.pieces]

    def meets(self, piece: Removed) -> list[Entry]:
        """The gears it is taken to run against: its neighbours in the row that run where it does."""
        at = self._nth_toothed.get(piece.key)
        if at is None:
            return []
        beside = self.toothed[max(0, at - 1) : at + 2]
        return [
            other.entry for other in beside if other is not piece and self.runs(other) == self.runs(piece)
        ]
