"""All writes of practice. Each is one transaction and may be sent twice."""

from __future__ import annotations

import secrets
from typing import Any
from uuid import UUID

from django.http import Http404
from django.utils import timezone

from gearing.errors import GearingError
from workshop.models import Member
from workshop.transactions import write

from .models import Round

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
    found: Round | None = rounds.filter(id=round_id, member=member).first()
    if found is None:
        raise Http404
    return found


@write
def start(member: Member, round_id: UUID) -> Round:
    """Hand out a gear nobody has seen."""
    found, _ = Round.objects.get_or_create(
        id=round_id, defaults={"member": member, "gear": secrets.token_hex(12)}
    )
    if found.member_id != member.pk:
        raise Http404
    return found


@write
def keep_reading(member: Member, round_id: UUID, reading_id: UUID, reading: dict[str, Any]) -> Round:
    """Add one reading; the same id again adds nothing.

    Raises
    ------
    GearingError
        If the gear was named already, or read far too often.
    """
    found = own_round(member, round_id, lock=True)
    if any(one["id"] == str(reading_id) for one in found.readings):
        return found
    if found.score is not None:
        raise GearingError(
            "This gear is named already.", code="already_named", field="round", hint="Take another gear."
        )
    if len(found.readings) >= MOST_READINGS:
        raise GearingError(
            "That is enough readings.",
            code="too_many_readings",
            field="readings",
            hint="Name the gear as it stands.",
        )
    found.readings.append({"id": str(reading_id), **reading})
    found.save(update_fields=["readings"])
    return found


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
    found = own_round(member, round_id, lock=True)
    if found.score is None:
        if len(found.readings) != many:
            raise GearingError(
                "A reading came in between.",
                code="reading_in_between",
                field="readings",
                hint="Name it again.",
            )
        found.named_teeth, found.named_size = teeth, size
        found.score, found.result, found.named_at = score, result, timezone.now()
        found.save(update_fields=["named_teeth", "named_size", "score", "result", "named_at"])
    return found
