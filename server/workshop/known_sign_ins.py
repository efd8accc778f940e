"""Who is signed in, and who there is to sign in, known without asking the record anew for every request.

Workers keep what the record said of a session and its member under a state that they all share: a few
bytes in a file, and others after every change of a session, a member or a workshop. So a sign-out, or a
member let go, holds for every worker of the machine before it is answered. Where others may write to the
same database (a cluster, a database of one's own choosing), nothing is kept.
"""

from __future__ import annotations

import json
import os
import secrets
import time
from collections.abc import Callable
from copy import copy
from pathlib import Path
from typing import Any, cast

from django.conf import settings
from django.contrib.auth import BACKEND_SESSION_KEY, HASH_SESSION_KEY, SESSION_KEY, get_user
from django.contrib.auth.middleware import AuthenticationMiddleware
from django.contrib.auth.models import AnonymousUser
from django.contrib.sessions.backends import db
from django.db import connection, transaction
from django.http import HttpRequest
from django.utils.functional import SimpleLazyObject

from .lru_cache import LruCache
from .models import Member

MOST = 2_000
KEPT_SECONDS = 10
"""So long a sign-in is known at most: whoever changes the tables by hand tells no worker."""

STATE_BYTES = 16

_sessions: LruCache[tuple[object, ...], str] = LruCache(MOST)
_members: LruCache[tuple[object, ...], Member] = LruCache(MOST)
_answers: LruCache[tuple[object, ...], dict[str, bool]] = LruCache(MOST)


def _state_file() -> Path:
    return Path(settings.VAR) / "sign-ins"


def _state() -> tuple[bytes, int] | None:
    """What all that is kept holds under, read before the record is; None where nothing may be kept."""
    if not settings.SIGN_INS_KNOWN or connection.in_atomic_block:
        return None
    try:
        state = _state_file().read_bytes()
    except FileNotFoundError:
        state = b""
    except OSError:
        return None
    if len(state) != STATE_BYTES:
        _renew(anew=True)
        return None
    return state, int(time.monotonic() // KEPT_SECONDS)


def _renew(*, anew: bool = False) -> None:
    """Another state, or if the disk takes none, none: what any worker keeps holds no more."""
    try:
        # In place: on a full disk what is there may still be written over.
        file = os.open(_state_file(), os.O_WRONLY | os.O_CLOEXEC | (os.O_CREAT if anew else 0), 0o644)
        try:
            os.pwrite(file, secrets.token_bytes(STATE_BYTES), 0)
        finally:
            os.close(file)
    except FileNotFoundError:
        return
    except OSError:
        _state_file().unlink(missing_ok=True)


def forget_sign_ins(**signal: Any) -> None:
    """A session, a member or a workshop has changed: once that is in the record, nothing known holds."""
    transaction.on_commit(_renew)


def asked_once(ask: Callable[[], dict[str, bool]]) -> dict[str, bool]:
    """What is asked of members and workshops alone, asked again only after one of them has changed."""
    state = _state()
    if state is None:
        return ask()
    known = _answers.get((*state, ask))
    if known is None:
        known = ask()
        _answers.put((*state, ask), known)
    return dict(known)


class SessionStore(db.SessionStore):
    """Django's sessions in the database, each read once while nothing changes."""

    def load(self) -> dict[str, Any]:
        """Its data; empty, and without a key, where there is no such session or it is over."""
        state = _state()
        if state is None:
            return super().load()
        key = (*state, self.session_key)
        known = _sessions.get(key)
        if known is not None:
            return json.loads(known)
        data = super().load()
        if self.session_key:
            _sessions.put(key, json.dumps(data))
        return data


class SignedInMember(AuthenticationMiddleware):
    """Django's, but that a member once proven by a session is taken as proven while nothing changes."""

    def process_request(self, request: HttpRequest) -> None:
        """The member, or nobody, looked for when first asked for."""
        super().process_request(request)
        request.user = cast("Member", SimpleLazyObject(lambda: _member(request)))


def _member(request: HttpRequest) -> Member | AnonymousUser:
    state = _state()
    session = request.session
    proof = [session.get(name) for name in (SESSION_KEY, BACKEND_SESSION_KEY, HASH_SESSION_KEY)]
    if state is None or None in proof:
        return get_user(request)
    key = (*state, *proof)
    known = _members.get(key)
    if known is not None:
        return _own(known)
    member = get_user(request)
    # Else the key that proved it was an old one, and the session has just been given another.
    if member.is_authenticated and not session.modified:
        _members.put(key, _own(member))
    return member


def _own(member: Member) -> Member:
    """Another of the same: what a request does to its own is no other's."""
    own = copy(member)
    own.workshop = copy(member.workshop)
    return own
