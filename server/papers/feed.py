"""The private feed a calendar follows: signed for one member, over once the password is changed."""

from __future__ import annotations

from datetime import datetime

from django.core import signing
from django.http import Http404
from django.utils.crypto import salted_hmac

from gearing.workshop.stages import FILED
from visits.models import Reminder, Visit
from workshop.models import Member

from .calendar import CalendarDay, calendar_of

SALT = "dentado.calendar"
MOST_REMINDERS = 500


def reminders_of(member: Member, now: datetime) -> bytes:
    """What is to be looked at again, and what was promised."""
    found = Visit.objects.filter(workshop_id=member.workshop_id).select_related("unit")
    made = [
        CalendarDay(
            f"again-{visit.id}",
            visit.look_again_on,
            f"{visit.unit.label}: look at it again",
            visit.to_watch,
        )
        for visit in found.filter(look_again_on__isnull=False).order_by("-look_again_on")[:MOST_REMINDERS]
    ]
    made += [
        CalendarDay(f"reminder-{due.id}", due.on, f"{due.visit.unit.label}: {due.says}", due.visit.to_watch)
        for due in Reminder.objects.filter(
            visit__workshop_id=member.workshop_id, on__isnull=False, done=False
        ).select_related("visit__unit")[:MOST_REMINDERS]
        if due.on
    ]
    made += [
        CalendarDay(
            f"promised-{visit.id}", visit.promised_on, f"{visit.unit.label}: promised", visit.complaint
        )
        for visit in found.filter(promised_on__isnull=False).exclude(stage=FILED)[:MOST_REMINDERS]
    ]
    return calendar_of(made, member.workshop.name if member.workshop else "Dentado", now)


def feed_token(member: Member) -> str:
    """What the address holds: whose it is, and by which password it was made."""
    return signing.dumps({"member": member.pk, "by": _by(member)}, salt=SALT, compress=True)


def _by(member: Member) -> str:
    return salted_hmac(SALT, member.password).hexdigest()[:16]


def followed_by(token: str) -> Member:
    """Whose calendar an address follows.

    Raises
    ------
    Http404
        If it is none, or over.
    """
    try:
        said = signing.loads(token, salt=SALT)
        member = Member.objects.select_related("workshop").filter(pk=said["member"], is_active=True).first()
    except (signing.BadSignature, KeyError, TypeError, ValueError):
        raise Http404 from None
    if member is None or said.get("by") != _by(member):
        raise Http404
    return member
