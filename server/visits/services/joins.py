"""Links for a second device: given out, used, taken back."""

from __future__ import annotations

import secrets
from datetime import timedelta
from typing import Any
from uuid import UUID

from django.db.models import F
from django.http import Http404
from django.utils import timezone

from workshop.models import Member
from workshop.refusals import RefusedError
from workshop.transactions import write

from ..models import Join, JoinedDevice, Photo, Visit
from .base import own_visit, remember
from .photos import add_photo

LASTS = timedelta(hours=1)
MOST_OPEN = 20
"""Links open at once on a visit: more are of a program gone wrong, each with a code to be drawn."""
MOST_PHOTOS = 300
"""Photos through one link: more than an hour's work, and no way to fill a disk from outside."""


@write
def make_join(member: Member, visit_id: UUID, join_id: UUID) -> Join:
    """Let a second device shoot into this visit. The same id again is the same link.

    Raises
    ------
    RefusedError
        If far too many are open already.
    """
    visit = own_visit(member, visit_id, lock=True)
    if not Join.objects.filter(id=join_id).exists():
        _make_room(member, visit)
    join, made = Join.objects.get_or_create(
        id=join_id, defaults={"visit": visit, "recorded_by": member, "expires_at": timezone.now() + LASTS}
    )
    if join.visit_id != visit.id:
        raise Http404
    if made:
        remember(visit, member, "phone let in", join_id)
    return join


def _make_room(member: Member, visit: Visit) -> None:
    """Close the oldest that no phone ever opened where too many are open: of a screen that was shut."""
    open_ones = visit.joins.filter(revoked=False, expires_at__gt=timezone.now())
    if open_ones.count() < MOST_OPEN:
        return
    unused = open_ones.filter(devices__isnull=True).order_by("expires_at").first()
    if unused is None:
        raise RefusedError(
            409,
            "too_many_open",
            f"{MOST_OPEN} phones are let in already.",
            "Let one go, or wait: each is let in for an hour.",
        )
    unused.revoked = True
    unused.save(update_fields=["revoked"])
    remember(visit, member, "phone let go", unused.id)


def open_join(join_id: UUID) -> Join:
    """A link that still opens its visit.

    Raises
    ------
    Http404
        If it is over, taken back, or its maker no longer a member here.
    """
    join: Join | None = (
        Join.objects.filter(
            id=join_id, revoked=False, expires_at__gt=timezone.now(), recorded_by__is_active=True
        )
        .select_related("visit__unit", "recorded_by")
        .first()
    )
    if join is None or join.recorded_by.workshop_id != join.visit.unit.workshop_id:
        raise Http404
    return join


@write
def revoke_join(member: Member, visit_id: UUID, join_id: UUID) -> Join:
    """Take a link back: it opens nothing any more. What came through it stays."""
    visit = own_visit(member, visit_id, lock=True)
    join: Join = Join.objects.filter(visit=visit).get_or_404(id=join_id)
    if not join.revoked:
        join.revoked = True
        join.save(update_fields=["revoked"])
        remember(visit, member, "phone let go", join_id)
    return join


def add_joined_photo(
    join: Join, photo_id: UUID, upload: Any, step_id: UUID | None, *, key: str, called: str, address: str
) -> Photo:
    """Keep a photo that came through a link, in the name of who gave it out.

    Raises
    ------
    RefusedError
        If far too many came through it already.
    """
    if sum(join.devices.values_list("photos", flat=True)) >= MOST_PHOTOS:
        raise RefusedError(
            429, "too_many", "That is enough through one code.", "Ask for a fresh one at the bench."
        )
    known = Photo.objects.filter(id=photo_id).exists()
    photo = add_photo(join.recorded_by, join.visit_id, photo_id, upload, step_id)
    if not known and key:
        note_device(join, key, called, address)
        JoinedDevice.objects.filter(join=join, key=key).update(photos=F("photos") + 1)
    return photo


def note_device(join: Join, key: str, called: str, address: str) -> None:
    """A device that opened the link, with when it was last seen."""
    JoinedDevice.objects.update_or_create(join=join, key=key, defaults={"called": called, "address": address})


def new_device_key() -> str:
    return secrets.token_urlsafe(24)
