"""Who may come in, who may write, and which sign-ins are open."""

from __future__ import annotations

import hashlib
import re
import secrets
import threading
from collections.abc import Iterator
from contextlib import contextmanager
from datetime import timedelta
from typing import Any

from axes.models import AccessAttempt
from django.conf import settings
from django.contrib.auth.hashers import Argon2PasswordHasher
from django.contrib.auth.signals import user_logged_in
from django.contrib.sessions.models import Session
from django.db.models import F
from django.dispatch import receiver
from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from ninja.security import SessionAuth

from .client import device_name
from .models import READER, KnownDevice, Member, SeenSession
from .refusals import RefusedError

READS = re.compile(
    r"^/api/(sums/|devices/|practice|session$|workshop/password$|drawer/(search|counts)$"
    r"|visits/[^/]+/pieces/[^/]+/look$)"
)
"""What only works something out, or is a member's own: readers may ask it by any method."""

WRITES_AS = "X-Dentado-Member"
"""Header in which a device says whose entries it sends; they are never taken as another's."""

SEEN_EVERY = timedelta(minutes=10)
COOKIE = "dentado_device"
DEVICE_TRIES = 20
NAMES_AT_ONCE = 30
"""Names that may be tried in vain from one address before it rests as a whole."""

_hashing = threading.BoundedSemaphore(2)
HASH_WAIT = 8.0


@contextmanager
def hashing() -> Iterator[None]:
    """Room to hash a password: each takes 100 MB, so that few run at a time, and the rest wait."""
    if not _hashing.acquire(timeout=HASH_WAIT):
        raise RefusedError(429, "busy", "Too many sign-ins at once.", "Wait a moment, then try again.")
    try:
        yield
    finally:
        _hashing.release()


class FewAtATime(Argon2PasswordHasher):
    """Django's Argon2, not more than two in a process."""

    def encode(self, password: str, salt: str) -> str:
        with hashing():
            return super().encode(password, salt)

    def verify(self, password: str, encoded: str) -> bool:
        with hashing():
            return super().verify(password, encoded)


class SignedIn(SessionAuth):
    """Members only; readers read; and what a device kept for one member is not taken from another."""

    def authenticate(self, request: HttpRequest, key: str | None) -> Any:
        member = request.user
        if not member.is_authenticated:
            return None
        told = request.headers.get(WRITES_AS)
        if told and told != str(member.pk):
            raise RefusedError(
                409,
                "another_member",
                "This was recorded by another member.",
                "It waits on this device until they sign in here.",
            )
        if member.role == READER and request.method not in ("GET", "HEAD") and not READS.match(request.path):
            raise RefusedError(
                403,
                "reader",
                "You may look at everything here, but change nothing.",
                "Ask an owner of the workshop to make you a member.",
            )
        _note(request, member)
        return member


def _note(request: HttpRequest, member: Member) -> None:
    """When the sign-in was last used, written down now and then."""
    now = timezone.now()
    if now.timestamp() - request.session.get("seen", 0) < SEEN_EVERY.total_seconds():
        return
    request.session["seen"] = int(now.timestamp())
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
        _note(request, user)


def open_sessions(members: Any) -> list[SeenSession]:
    """Sign-ins of these members that have not ended, last used first."""
    seen = list(
        SeenSession.objects.filter(member__in=members).select_related("member").order_by("-last_seen")
    )
    alive = set(
        Session.objects.filter(
            session_key__in=[one.session_key for one in seen], expire_date__gt=timezone.now()
        ).values_list("session_key", flat=True)
    )
    return [one for one in seen if one.session_key in alive]


def end_sessions(found: Any, but: str = "") -> None:
    """End sign-ins; `but` is the key of one that stays."""
    keys = [key for key in found.values_list("session_key", flat=True) if key != but]
    Session.objects.filter(session_key__in=keys).delete()
    SeenSession.objects.filter(session_key__in=keys).delete()


def remember_device(request: HttpRequest, answer: HttpResponse, member: Member) -> None:
    """After a sign-in: this device is known from now on."""
    KnownDevice.objects.filter(member=member, last_seen__lt=timezone.now() - timedelta(days=400)).delete()
    token = secrets.token_urlsafe(32)
    KnownDevice.objects.filter(digest=_digest(request.COOKIES.get(COOKIE, ""))).delete()
    KnownDevice.objects.create(member=member, digest=_digest(token))
    answer.set_cookie(
        COOKIE,
        token,
        max_age=400 * 86_400,
        httponly=True,
        secure=settings.SESSION_COOKIE_SECURE,
        samesite="Lax",
        path="/sign-in",
    )


def known_device(request: HttpRequest, credentials: dict[str, Any] | None = None) -> bool:
    """Whether this device has signed in as that name before, and has not failed too often since.

    So others' wrong tries, which rest the name for an address, never shut a
    member out of the device that lies on their own bench.
    """
    token = request.COOKIES.get(COOKIE, "")
    name = (credentials or {}).get("username") or request.POST.get("username", "")
    if not token or not name:
        return False
    return KnownDevice.objects.filter(
        digest=_digest(token), member__username=name, failures__lt=DEVICE_TRIES
    ).exists()


def note_failure(request: HttpRequest) -> None:
    """A wrong try on a known device counts for that device."""
    if token := request.COOKIES.get(COOKIE, ""):
        KnownDevice.objects.filter(digest=_digest(token)).update(failures=F("failures") + 1)


def address_rests(request: HttpRequest) -> bool:
    """Whether too many different names were tried in vain from this address of late."""
    since = timezone.now() - timedelta(hours=settings.AXES_COOLOFF_TIME)
    tried = AccessAttempt.objects.filter(
        ip_address=request.META.get("REMOTE_ADDR", ""), attempt_time__gt=since
    )
    return tried.values("username").distinct().count() >= NAMES_AT_ONCE


def _digest(token: str) -> str:
    return hashlib.sha256(token.encode()).hexdigest()
