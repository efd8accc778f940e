"""What the rows of open visits hold for a day, worked out once for as long as they stay as they are."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Iterable
from dataclasses import dataclass, field
from uuid import UUID

from django.db.models import Count, Exists, F, Func, IntegerField, OuterRef, Sum

from gearing.rebuild import VERDICTS, usual_minutes
from visits.models import GearReading, Piece, Step, Tick
from workshop.lru_cache import LruCache

MOST_KEPT = 2_000
"""Rows whose work is kept, in each process: those of a few hundred benches' open visits."""


@dataclass(slots=True)
class RowWork:
    """What one visit's row holds.

    Attributes
    ----------
    unlooked, unread : int
        Pieces not looked over; dead gears that were not read.
    left, whole : float
        Minutes to put back what is not back yet, and all of it.
    shares : set of str
        Drives and lubricants that its pieces take.
    """

    unlooked: int = 0
    unread: int = 0
    left: float = 0.0
    whole: float = 0.0
    shares: set[str] = field(default_factory=set)


NOTHING = RowWork()
DEAD = frozenset(key for key, verdict in VERDICTS.items() if verdict.renews)

_kept: LruCache[tuple[UUID, int, int], RowWork] = LruCache(MOST_KEPT)


def rows_of(visit_ids: Iterable[UUID]) -> dict[UUID, RowWork]:
    """What each of these visits' rows holds; those without a row are not among them.

    A row is as it was while its steps bear the same stamps: they change with all that is shown of them.
    """
    ids = set(visit_ids)
    if not ids:
        return {}
    # Not the newest stamp alone: of two servers one's clock may be behind.
    stamps = Step.objects.filter(visit__in=ids).order_by().values("visit").annotate(
        n=Count("id"),
        sums=Sum(Func(F("changed_at"), function="CRC32", output_field=IntegerField())),
    )  # fmt: skip
    keys = {each["visit"]: (each["visit"], each["n"], int(each["sums"])) for each in stamps}
    known = {visit_id: _kept.get(key) for visit_id, key in keys.items()}
    made = _worked_out([visit_id for visit_id, work in known.items() if work is None])
    for visit_id, work in made.items():
        _kept.put(keys[visit_id], work)
    return {visit_id: work or made[visit_id] for visit_id, work in known.items()}


def _worked_out(visit_ids: list[UUID]) -> dict[UUID, RowWork]:
    """Each kind of piece as the rebuild's plan takes it."""
    made: dict[UUID, RowWork] = defaultdict(RowWork, {visit_id: RowWork() for visit_id in visit_ids})
    if not visit_ids:
        return made
    back = Tick.objects.filter(piece=OuterRef("id"), undone=False)
    read = GearReading.objects.filter(piece=OuterRef("id"), superseded=False, taken_back=False)
    rows = (
        Piece.objects.filter(taken_back=False, step__number__isnull=False, step__visit__in=visit_ids)
        .order_by()
        .values_list(
            "step__visit",
            "verdict",
            "entry__is__kind",
            "entry__is__count",
            "entry__is__teeth",
            "entry__is__fastener__drive",
            "entry__is__lubricant",
            Exists(back),
            Exists(read),
        )
    )
    for visit_id, verdict, kind, count, teeth, drive, lubricant, is_back, is_read in rows:
        work, takes = made[visit_id], usual_minutes(str(kind), int(count or 1))
        work.unlooked += not verdict
        work.unread += verdict in DEAD and teeth is not None and not is_read
        work.whole += takes
        work.left += 0.0 if is_back else takes
        work.shares |= {str(word) for word in (drive, lubricant) if word}
    return made
