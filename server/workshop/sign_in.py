"""What holds up those who guess passwords, and not those whose own they are."""

from __future__ import annotations

import hashlib
import secrets
import threading
from collections.abc import Iterator
from contextlib import contextmanager
from datetime import timedelta
from typing import Any

from axes.models import AccessAttempt
from django.conf import settings
from django.contrib.auth.hashers import Argon2PasswordHasher
from django.db.models import F
from django.http import HttpRequest, HttpResponse
from django.utils import timezone

from .models import KnownDevice, Member
from .refusals import RefusedError

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
