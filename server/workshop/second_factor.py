"""A second factor for members who want one: codes of an app on the phone, and spare ones on paper."""

from __future__ import annotations

import base64
import hashlib
import secrets
import time
from datetime import timedelta
from hmac import compare_digest
from urllib.parse import quote

from cryptography.hazmat.primitives.hashes import SHA1
from cryptography.hazmat.primitives.twofactor.totp import TOTP
from django.utils import timezone

from .models import Member, SecondFactor
from .refusals import RefusedError
from .transactions import write

STEP, DIGITS, SECRET_BYTES = 30, 6, 20
"""Seconds a code is good for, its figures, and the secret both sides know (RFC 6238, RFC 4226)."""

BESIDE = 1
"""Steps by which a phone's clock may be off."""

SPARES, SPARE_LETTERS, SPARE_LENGTH = 8, "abcdefghjkmnpqrstuvwxyz23456789", 10
TRIES, REST = 5, timedelta(minutes=5)


def needed(member: Member) -> bool:
    """Whether the password alone lets this member in no more."""
    return SecondFactor.objects.filter(member=member, on=True).exists()


def spares_left(member: Member) -> int:
    kept = SecondFactor.objects.filter(member=member, on=True).first()
    return len(kept.spares.split()) if kept else 0


@write
def begin(member: Member) -> tuple[str, str]:
    """A new secret, not yet asked for: it counts once a code of it was typed.

    Returns
    -------
    secret, address : str
        As one types it, and as a phone reads it from a square code.

    Raises
    ------
    RefusedError
        If there is one already, or for the sample bench, whose password all know.
    """
    if member.workshop.sample:
        raise RefusedError(
            409, "sample", "The sample bench is everybody's.", "Set up a bench of your own first."
        )
    kept, _ = SecondFactor.objects.select_for_update().get_or_create(member=member)
    if kept.on:
        raise RefusedError(409, "second_factor", "There is a second factor already.", "Take it away first.")
    kept.secret = base64.b32encode(secrets.token_bytes(SECRET_BYTES)).decode()
    kept.last_step = kept.failures = 0
    kept.save()
    label = quote(f"Dentado:{member.username}")
    return kept.secret, f"otpauth://totp/{label}?secret={kept.secret}&issuer=Dentado"


@write
def confirm(member: Member, code: str) -> list[str]:
    """From now on it is asked for. The spare codes are shown once.

    Raises
    ------
    RefusedError
        If the code is not the phone's, or none was begun.
    """
    kept = SecondFactor.objects.select_for_update().filter(member=member, on=False).first()
    if kept is None or not _of_phone(kept, code):
        raise _wrong()
    spares = ["".join(secrets.choice(SPARE_LETTERS) for _ in range(SPARE_LENGTH)) for _ in range(SPARES)]
    kept.on, kept.spares = True, " ".join(_digest(each) for each in spares)
    kept.save()
    return spares


@write
def met(member: Member, code: str) -> bool:
    """Whether the code is right; each is taken once, and after some wrong ones none for a while.

    Raises
    ------
    RefusedError
        While it rests.
    """
    kept = SecondFactor.objects.select_for_update().filter(member=member, on=True).first()
    if kept is None:
        return True
    if kept.rests_until and kept.rests_until > timezone.now():
        raise RefusedError(429, "rests", "Too many wrong codes.", "Wait five minutes, then try again.")
    right = _of_phone(kept, code) or _spare(kept, code)
    kept.failures = 0 if right else kept.failures + 1
    kept.rests_until = timezone.now() + REST if kept.failures >= TRIES else None
    if kept.rests_until:
        kept.failures = 0
    kept.save()
    return right


def take_away(member: Member, code: str) -> None:
    """The password alone is enough again.

    Raises
    ------
    RefusedError
        If the code is wrong: whoever found an open screen is not to take it away.
    """
    if not met(member, code):
        raise _wrong()
    forget(member)


def forget(member: Member) -> None:
    """By an owner's one-time code: who lost the phone and the paper comes in again."""
    SecondFactor.objects.filter(member=member).delete()


def _of_phone(kept: SecondFactor, code: str) -> bool:
    typed = code.replace(" ", "").encode()
    if len(typed) != DIGITS:
        return False
    codes = TOTP(base64.b32decode(kept.secret), DIGITS, SHA1(), STEP)
    now = int(time.time()) // STEP
    for step in range(now - BESIDE, now + BESIDE + 1):
        if step > kept.last_step and compare_digest(codes.generate(step * STEP), typed):
            kept.last_step = step
            return True
    return False


def _spare(kept: SecondFactor, code: str) -> bool:
    digest, left = _digest(code.strip().lower().replace(" ", "").replace("-", "")), kept.spares.split()
    if digest not in left:
        return False
    left.remove(digest)
    kept.spares = " ".join(left)
    return True


def _digest(text: str) -> str:
    return hashlib.sha256(text.encode()).hexdigest()


def _wrong() -> RefusedError:
    return RefusedError(
        422,
        "code",
        "This code is not right.",
        "Type the one the phone shows now; its clock must be right.",
        field="code",
    )
