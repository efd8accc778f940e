"""Sign-ins that are open: on what, from where, last used when; and ending them."""

from __future__ import annotations

from datetime import datetime, timedelta
from typing import Any

from django.contrib.auth.signals import user_logged_in
from django.contrib.sessions.models import Session
from django.db import DatabaseError
from django.dispatch import receiver
from django.http import HttpRequest
from django.utils import timezone

from .client import device_name
from .models import Member, SeenSession

SEEN_EVERY = timedelta(minutes=10)


def note_use(request: HttpRequest, member: Member) -> None:
    """When the sign-in was last used, written down now and then."""
    now = timezone.now()
    if now.timestamp() - request.session.get("seen", 0) < SEEN_EVERY.total_seconds():
        return
    try:
        _write_down(request, member, now)
    except DatabaseError:
        # A full disk keeps nobody from looking; it is written down another time.
        return
    request.session["seen"] = int(now.timestamp())


def _write_down(request: HttpRequest, member: Member, now: datetime) -> None:
    SeenSession.objects.update_or_create(
        session_key=request.session.session_key,
        defaults={
            "member": member,
            "device": device_name(request),
            "address": request.META.get("REMOTE_ADDR", "")[:45],
            "last_seen": now,
        },
    )


@receiver(user_logged_in)
def _came_in(sender: Any, request: HttpRequest, user: Member, **more: Any) -> None:
    if request is not None and request.session.session_key:
        request.session.pop("seen", None)
        note_use(request, user)


def open_sessions(members: Any) -> list[SeenSession]:
    """Sign-ins of these members that have not ended, last used first."""
    seen = list(
        SeenSession.objects.filter(member__in=members).select_related("member").order_by("-last_seen")
    )
    alive = set(
        Session.objects.filter(
            session_key__in=[session.session_key for session in seen], expire_date__gt=timezone.now()
        ).values_list("session_key", flat=True)
    )
    return [session for session in seen if session.session_key in alive]


def end_sessions(sessions: Any, but: str = "") -> None:
    """End sign-ins; `but` is the key of one that stays."""
    keys = [key for key in sessions.values_list("session_key", flat=True) if key != but]
    Session.objects.filter(session_key__in=keys).delete()
    SeenSession.objects.filter(session_key__in=keys).delete()
