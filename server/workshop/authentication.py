"""Who may ask the API, and who may write by it."""

from __future__ import annotations

import re
from typing import Any

from django.http import HttpRequest
from ninja.security import HttpBearer, SessionAuth

from .models import READER, Member
from .refusals import RefusedError
from .sessions import note_use
from .tokens import member_by_token

READS = re.compile(
    r"^/api/(sums/|devices/|practice|session$|workshop/(password|second-factor)$|drawer/(search|counts)$"
    r"|visits/[^/]+/pieces/[^/]+/look$)"
)
"""What only works something out, or is a member's own: readers may ask it by any method."""

WRITES_AS = "X-Dentado-Member"
"""Header in which a device says whose entries it sends; they are never taken as another's."""


class MemberRequest(HttpRequest):
    """A request whose user is known to be a member: the API's auth has seen to it."""

    user: Member


class ByToken(HttpBearer):
    """A program of a member's, by its token: it may what the member may, but for the workshop's own keys."""

    def authenticate(self, request: HttpRequest, token: str) -> Any:
        member = member_by_token(request, token)
        _readers_only_read(request, member)
        # As if signed in: services and routes ask no further.
        request.user = member
        return member


def _readers_only_read(request: HttpRequest, member: Member) -> None:
    if member.role == READER and request.method not in ("GET", "HEAD") and not READS.match(request.path):
        raise RefusedError(
            403,
            "reader",
            "You may look at everything here, but change nothing.",
            "Ask an owner of the workshop to make you a member.",
        )


class SignedIn(SessionAuth):
    """Members only; readers read; and what a device kept for one member is not taken from another."""

    def authenticate(self, request: HttpRequest, key: str | None) -> Any:
        member = request.user
        if not member.is_authenticated:
            return None
        member_id = request.headers.get(WRITES_AS)
        if member_id and member_id != str(member.pk):
            raise RefusedError(
                409,
                "another_member",
                "This was recorded by another member.",
                "It waits on this device until they sign in here.",
            )
        _readers_only_read(request, member)
        note_use(request, member)
        return member
