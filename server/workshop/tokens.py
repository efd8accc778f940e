"""Tokens by which a member's own programs ask the API: made, seen and taken back on their page."""

from __future__ import annotations

import hashlib
import secrets
from datetime import timedelta
from typing import Any
from uuid import UUID

from django.db import DatabaseError
from django.http import HttpRequest
from django.utils import timezone

from .models import ApiToken, Member
from .refusals import RefusedError
from .transactions import write

BEGINS = "dnt_"
"""What every token begins with, so that one left lying about is known for what it is."""

SECRET_BYTES = 32
MOST = 20
"""Tokens of one member at a time."""

USED_EVERY = timedelta(minutes=10)

KEPT_APART = "/api/workshop"
"""Routes of members, sign-ins, backups and tokens: for a person at the screen, not for a program."""


@write
def make_token(member: Member, called: str) -> tuple[ApiToken, str]:
    """A token for a program of the member's.

    Returns
    -------
    token, text : ApiToken and str
        The text is shown once and not kept.

    Raises
    ------
    RefusedError
        With too many of them, or without a name.
    """
    if not called.strip():
        raise RefusedError(
            422, "unnamed", "Say what it is for.", "A word is enough: scale, site.", field="called"
        )
    if member.tokens.count() >= MOST:
        raise RefusedError(
            409, "many_tokens", f"There are {MOST} tokens already.", "Take back one that is no longer used."
        )
    text = BEGINS + secrets.token_urlsafe(SECRET_BYTES)
    return ApiToken.objects.create(member=member, called=called.strip(), digest=_digest(text)), text


@write
def take_token_back(member: Member, token_id: UUID) -> None:
    """It opens nothing any more; one that is gone already stays so."""
    member.tokens.filter(id=token_id).delete()


def tokens_of(member: Member) -> Any:
    """A member's tokens, the newest first."""
    return member.tokens.order_by("-made_at", "id")


def member_by_token(request: HttpRequest, text: str) -> Member:
    """Whose program it is that asks.

    Raises
    ------
    RefusedError
        If the token is none, was taken back, its member is barred, or it asks for what only a person may.
    """
    token = (
        ApiToken.objects.filter(digest=_digest(text), member__is_active=True)
        .select_related("member__workshop")
        .first()
    )
    if token is None:
        raise RefusedError(
            401,
            "no_token",
            "This token opens nothing.",
            "Make a new one on the Workshop page, and send it whole.",
        )
    if request.path.startswith(KEPT_APART):
        raise RefusedError(
            403,
            "person",
            "Members, sign-ins and backups are not for a program.",
            "Open the Workshop page instead.",
        )
    _note_use(token)
    return token.member


def _note_use(token: ApiToken) -> None:
    now = timezone.now()
    if token.used_at and now - token.used_at < USED_EVERY:
        return
    try:
        ApiToken.objects.filter(pk=token.pk).update(used_at=now)
    except DatabaseError:
        # A full disk keeps nobody from looking.
        return


def _digest(text: str) -> str:
    return hashlib.sha256(text.encode()).hexdigest()
