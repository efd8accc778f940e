"""Finding what the bench remembers: visits and units by words, page by page."""

from __future__ import annotations

from collections.abc import Mapping
from uuid import UUID

from django.db.models import Count, Exists, Max, OuterRef, Q, QuerySet, Subquery
from django.http import Http404

from gearing.workshop.stages import FILED
from workshop.models import Member
from workshop.paging import Paged
from workshop.services import owned
from workshop.transactions import write

from ..models import Photo, Unit, Visit

PER_PAGE = 50
MOST_WORDS = 6
LAST_TOUCHED = ("-changed_at", "id")
UNIT_TEXTS = ("label", "model", "owner_label")


PICKED = ("kind", "model", "owner_label")
"""What visits are picked by, besides words."""

MOST_KNOWN = 60
"""Values that are offered to pick from, those met most often first; beyond it words are the way."""


def known_of(member: Member) -> dict[str, list[tuple[str, int]]]:
    """Kinds, models and owners of the workshop's units, each with how many units, the most first."""
    units = Unit.objects.filter(workshop_id=member.workshop_id)
    return {
        name: list(
            units.exclude(**{name: ""})
            .values_list(name)
            .annotate(n=Count("id"))
            .order_by("-n", name)[:MOST_KNOWN]
        )
        for name in PICKED
    }


def find_visits(
    member: Member,
    words: str,
    state: str,
    unit_id: UUID | None = None,
    picked: Mapping[str, str] | None = None,
) -> Paged[Visit]:
    """Visits that speak of all the words, last touched first, each with its `pieces` and newest `photo`.

    `picked` are values of the unit's fields (`PICKED`) that must be exactly so; empty ones say nothing.
    """
    visits = Visit.objects.filter(workshop_id=member.workshop_id)
    if state != "all":
        visits = visits.filter(stage=FILED) if state == "filed" else visits.exclude(stage=FILED)
    if unit_id:
        visits = visits.filter(unit_id=unit_id)
    for name, value in (picked or {}).items():
        if value:
            visits = visits.filter(**{f"unit__{name}": value})
    for word in words.split()[:MOST_WORDS]:
        visits = visits.filter(Q(complaint__icontains=word) | _unit_says(word, "unit__"))
    newest = Photo.objects.filter(visit=OuterRef("pk")).order_by("-recorded_at").values("id")[:1]
    shown = (
        visits.select_related("unit")
        .annotate(pieces=Count("steps", filter=Q(steps__number__isnull=False)), photo=Subquery(newest))
        .order_by(*LAST_TOUCHED)
    )
    return Paged(shown, visits, PER_PAGE, visits.order_by(*LAST_TOUCHED))


def waiting_for_oneself(member: Member, known: list[Visit], total: int) -> int:
    """How many of `total` open visits wait for nothing but the bench's own hands; `known` are the first."""
    if len(known) == total:
        return sum(visit.waits_for == "me" for visit in known)
    return Visit.objects.filter(workshop_id=member.workshop_id, waits_for="me").exclude(stage=FILED).count()


def find_units(member: Member, words: str) -> Paged[Unit]:
    """Units that speak of all the words, last here first, with `many` visits and the one still open."""
    units: QuerySet[Unit] = Unit.objects.filter(workshop_id=member.workshop_id)
    visits = Visit.objects.filter(workshop_id=member.workshop_id)
    for word in words.split()[:MOST_WORDS]:
        units = units.filter(_unit_says(word))
        visits = visits.filter(_unit_says(word, "unit__"))
    # By the visits, which an index has in this order: a page of units is found without all of them.
    after = Q(changed_at__gt=OuterRef("changed_at")) | Q(
        changed_at=OuterRef("changed_at"), id__gt=OuterRef("id")
    )
    last = visits.exclude(Exists(Visit.objects.filter(after, unit=OuterRef("unit"))))
    still = Visit.objects.filter(unit=OuterRef("pk")).exclude(stage=FILED).order_by("-number")
    shown = units.annotate(
        many=Count("visits"), last=Max("visits__changed_at"), open_visit=Subquery(still.values("id")[:1])
    ).order_by("-last", "id")
    return Paged(shown, units, PER_PAGE, last.order_by(*LAST_TOUCHED), "unit_id")


def _unit_says(word: str, of: str = "") -> Q:
    """Whether a unit speaks of a word, from what leads to it by `of`."""
    said = Q()
    for name in UNIT_TEXTS:
        said |= Q(**{f"{of}{name}__icontains": word})
    return said


def own_unit(member: Member, unit_id: UUID) -> Unit:
    """A unit of the member's own workshop.

    Raises
    ------
    Http404
        If there is none such.
    """
    unit = Unit.objects.filter(workshop_id=member.workshop_id, id=unit_id).first()
    if unit is None:
        raise Http404
    return unit


@write
def forget_owner(member: Member, unit_id: UUID) -> int:
    """The owner of this unit is called by no name any more, on all units of the workshop that bear it.

    Returns
    -------
    int
        How many units that were.

    Raises
    ------
    RefusedError
        Unless the member owns the workshop.
    """
    owned(member)
    unit = own_unit(member, unit_id)
    if not unit.owner_label:
        return 0
    theirs = Unit.objects.filter(workshop_id=member.workshop_id, owner_label=unit.owner_label)
    return theirs.update(owner_label="")
