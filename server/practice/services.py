"""All writes of practice. Each is one transaction and may be sent twice."""

from __future__ import annotations

import secrets
from typing import Any, TypeVar
from uuid import UUID

from django.http import Http404
from django.utils import timezone

from gearing.errors import GearingError
from workshop.models import Member
from workshop.transactions import write

from .models import PhotoRound, Round, SoundRound

Hidden = TypeVar("Hidden", SoundRound, PhotoRound)

MOST_READINGS = 30
"""More than this on one gear is not practice but despair."""


def own_round(member: Member, round_id: UUID, *, lock: bool = False) -> Round:
    """A round of this member.

    Raises
    ------
    Http404
        If there is none such.
    """
    rounds = Round.objects.select_for_update() if lock else Round.objects.all()
    round_: Round | None = rounds.filter(id=round_id, member=member).first()
    if round_ is None:
        raise Http404
    return round_


@write
def start(member: Member, round_id: UUID) -> Round:
    """Hand out a gear nobody has seen."""
    round_, _ = Round.objects.get_or_create(
        id=round_id, defaults={"member": member, "gear": secrets.token_hex(12)}
    )
    if round_.member_id != member.pk:
        raise Http404
    return round_


@write
def keep_reading(member: Member, round_id: UUID, reading_id: UUID, reading: dict[str, Any]) -> Round:
    """Add one reading; the same id again adds nothing.

    Raises
    ------
    GearingError
        If the gear was named already, or read far too often.
    """
    round_ = own_round(member, round_id, lock=True)
    if any(reading["id"] == str(reading_id) for reading in round_.readings):
        return round_
    if round_.score is not None:
        raise GearingError(
            "This gear is named already.", code="already_named", field="round", hint="Take another gear."
        )
    if len(round_.readings) >= MOST_READINGS:
        raise GearingError(
            "That is enough readings.",
            code="too_many_readings",
            field="readings",
            hint="Name the gear as it stands.",
        )
    round_.readings.append({"id": str(reading_id), **reading})
    round_.save(update_fields=["readings"])
    return round_


@write
def name(
    member: Member, round_id: UUID, teeth: int, size: str, many: int, score: int, result: dict[str, Any]
) -> Round:
    """Keep what the gear was called and what that scores. The first name stands.

    Raises
    ------
    GearingError
        If a reading came in between, so that the score no longer holds.
    """
    round_ = own_round(member, round_id, lock=True)
    if round_.score is None:
        if len(round_.readings) != many:
            raise GearingError(
                "A reading came in between.",
                code="reading_in_between",
                field="readings",
                hint="Name it again.",
            )
        round_.named_teeth, round_.named_size = teeth, size
        round_.score, round_.result, round_.named_at = score, result, timezone.now()
        round_.save(update_fields=["named_teeth", "named_size", "score", "result", "named_at"])
    return round_


def _own_of(kind: type[Hidden], member: Member, round_id: UUID) -> Hidden:
    round_: Hidden | None = kind._default_manager.filter(id=round_id, member=member).first()
    if round_ is None:
        raise Http404
    return round_


def _started(kind: type[Hidden], member: Member, round_id: UUID, field: str) -> Hidden:
    """A round of what nobody has seen: its name is drawn here, and `field` keeps it."""
    round_, _ = kind._default_manager.get_or_create(
        id=round_id, defaults={"member": member, field: secrets.token_hex(12)}
    )
    if round_.member_id != member.pk:
        raise Http404
    return round_


def _named(round_: Hidden, named: Any, right: bool) -> Hidden:
    """Keep what it was called. The first name stands: of two at once one meets a row that has none."""
    type(round_)._default_manager.filter(id=round_.id, right__isnull=True).update(
        named=named, right=right, named_at=timezone.now()
    )
    round_.refresh_from_db()
    return round_


def _score(kind: type[Hidden], member: Member) -> tuple[int, int]:
    """Rounds that were right, and all that were named."""
    named = kind._default_manager.filter(member=member, right__isnull=False)
    return named.filter(right=True).count(), named.count()


def own_sound_round(member: Member, round_id: UUID) -> SoundRound:
    """A round by ear of this member.

    Raises
    ------
    Http404
        If there is none such.
    """
    return _own_of(SoundRound, member, round_id)


@write
def start_sound(member: Member, round_id: UUID) -> SoundRound:
    """Hand out a unit nobody has opened."""
    return _started(SoundRound, member, round_id, "unit")


@write
def name_wheel(member: Member, round_id: UUID, name: str, right: bool) -> SoundRound:
    """Keep which wheel was named. The first name stands."""
    return _named(own_sound_round(member, round_id), name, right)


def sound_score(member: Member) -> tuple[int, int]:
    """Rounds by ear that were right, and all that were named."""
    return _score(SoundRound, member)


def own_photo_round(member: Member, round_id: UUID) -> PhotoRound:
    """A round by photo of this member.

    Raises
    ------
    Http404
        If there is none such.
    """
    return _own_of(PhotoRound, member, round_id)


@write
def start_photo(member: Member, round_id: UUID) -> PhotoRound:
    """Hand out a picture of a gear nobody has counted."""
    return _started(PhotoRound, member, round_id, "gear")


@write
def name_teeth(member: Member, round_id: UUID, teeth: int, right: bool) -> PhotoRound:
    """Keep how many teeth it was said to have. The first count stands."""
    return _named(own_photo_round(member, round_id), teeth, right)


def photo_score(member: Member) -> tuple[int, int]:
    """Rounds by photo that were right, and all that were named."""
    return _score(PhotoRound, member)
