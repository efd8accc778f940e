"""Workshops, their members, and how they come in: all writes."""

from __future__ import annotations

import hashlib
import secrets
from datetime import timedelta
from typing import Any
from uuid import UUID

from django.contrib.auth import logout, update_session_auth_hash
from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError
from django.db.models import Q
from django.http import Http404, HttpRequest
from django.utils import timezone

from .models import OWNER, ROLES, SAMPLE, Code, Fact, Member, SeenSession, Workshop
from .refusals import RefusedError
from .second_factor import forget
from .sessions import end_sessions
from .transactions import write

CODE_LETTERS = "ABCDEFGHJKLMNPQRSTUVWXYZ23456789"
"""Without those that are read as one another."""

CODE_LENGTH = 12
CODE_LASTS = timedelta(days=3)
SAMPLE_REMOVED = "sample removed"


def sign_out(request: HttpRequest) -> None:
    """End the session."""
    SeenSession.objects.filter(session_key=request.session.session_key or "").delete()
    logout(request)


def has_own_members() -> bool:
    """Whether anybody works here but in the sample workshop."""
    return Member.objects.exclude(workshop__key=SAMPLE).exists()


def has_sample() -> bool:
    """Whether the sample workshop is here."""
    return Workshop.objects.filter(key=SAMPLE).exists()


@write
def found_workshop(name: str, members: dict[str, str], password: str, key: str | None = None) -> Workshop:
    """Set up a workshop with members (`username` to the name they are called); the first owns it."""
    workshop = Workshop.objects.create(name=name, key=key)
    for at, (username, called) in enumerate(members.items()):
        Member.objects.create_user(
            username,
            password=password,
            first_name=called,
            workshop=workshop,
            role="member" if at else OWNER,
        )
    return workshop


@write
def set_up_own(bench: str, username: str, called: str, password: str) -> Member:
    """The first bench of one's own, and its owner.

    Raises
    ------
    RefusedError
        If somebody was quicker.
    """
    # One row to queue on: two who set up at once do not both become the owner.
    Fact.objects.get_or_create(key="set up", defaults={"value": True})
    Fact.objects.select_for_update().get(key="set up")
    if has_own_members():
        raise RefusedError(409, "set_up", "This bench has an owner already.", "Ask them for a code.")
    workshop = found_workshop(bench, {username: called}, password)
    return workshop.members.get()


@write
def make_code(by: Member, role: str, called: str, member_id: int | None = None) -> tuple[Code, str]:
    """A one-time code for a new member, or for a member who forgot the password.

    Returns
    -------
    code, text : Code and str
        The text is shown once and not kept.
    """
    owned(by)
    member = _member(by, member_id) if member_id else None
    if role not in ROLES:
        raise RefusedError(422, "role", "There is no such role.", "Owner, member or reader.", field="role")
    if member:
        member.resets.filter(used_at=None).update(taken_back=True)
    text = "".join(secrets.choice(CODE_LETTERS) for _ in range(CODE_LENGTH))
    code = Code.objects.create(
        workshop=by.workshop,
        digest=_digest(text),
        role=role,
        called=called,
        member=member,
        made_by=by,
        expires_at=timezone.now() + CODE_LASTS,
    )
    return code, text


def open_code(text: str) -> Code | None:
    """The code that this is, if it may still be used."""
    return open_codes().filter(digest=_digest(text)).first()


def open_codes() -> Any:
    """Codes that are neither used, taken back nor over."""
    return Code.objects.filter(used_at=None, taken_back=False, expires_at__gt=timezone.now()).select_related(
        "member"
    )


@write
def use_code(text: str, username: str, called: str, password: str) -> Member:
    """Come in by a code, once.

    Raises
    ------
    RefusedError
        If it was used meanwhile.
    """
    code = open_codes().select_for_update().filter(digest=_digest(text)).first()
    if code is None:
        raise RefusedError(409, "code", "This code is used up or over.", "Ask an owner for a new one.")
    code.used_at = timezone.now()
    code.save(update_fields=["used_at"])
    if code.member:
        forget(code.member)
        _set_password(code.member, password)
        return code.member
    return Member.objects.create_user(
        username, password=password, first_name=called, workshop=code.workshop, role=code.role
    )


@write
def take_code_back(by: Member, code_id: UUID) -> None:
    """A code given out by mistake opens nothing any more."""
    owned(by)
    Code.objects.filter(id=code_id, workshop=by.workshop).update(taken_back=True)


@write
def change_member(by: Member, member_id: int, role: str, active: bool) -> Member:
    """Give a member another role, or bar them. What they recorded stays theirs.

    Raises
    ------
    RefusedError
        If the workshop would be left without an owner.
    """
    owned(by)
    Workshop.objects.select_for_update().get(pk=by.workshop_id)
    member = _member(by, member_id)
    others = by.workshop.members.filter(role=OWNER, is_active=True).exclude(pk=member.pk)
    if (role != OWNER or not active) and member.role == OWNER and not others.exists():
        raise RefusedError(
            409,
            "last_owner",
            "The workshop needs an owner.",
            "Make somebody else an owner first.",
            field="role",
        )
    if role not in ROLES:
        raise RefusedError(422, "role", "There is no such role.", "Owner, member or reader.", field="role")
    member.role, member.is_active = role, active
    member.save(update_fields=["role", "is_active"])
    if not active:
        end_sessions(member.sessions.all())
    return member


def change_password(request: HttpRequest, member: Member, old: str, new: str) -> None:
    """Change one's own password; sign-ins elsewhere end.

    Raises
    ------
    RefusedError
        If the old one is wrong or the new one is easily guessed.
    """
    if not member.check_password(old):
        raise RefusedError(422, "password", "The old password is wrong.", "Type it again.", field="old")
    try:
        validate_password(new, member)
    except ValidationError as error:
        raise RefusedError(
            422, "password", " ".join(error.messages), "Take a longer or a rarer one.", field="new"
        ) from error
    _set_password(member, new, stays=request.session.session_key or "")
    before = request.session.session_key
    update_session_auth_hash(request, member)
    SeenSession.objects.filter(session_key=before).update(session_key=request.session.session_key)


def _set_password(member: Member, password: str, stays: str = "") -> None:
    member.set_password(password)
    member.save(update_fields=["password"])
    end_sessions(member.sessions.all(), but=stays)
    # Who knew the old one may have made themselves a way in by it.
    member.tokens.all().delete()


@write
def end_session(by: Member, session_id: UUID) -> None:
    """End a sign-in: one's own, or as owner anybody's of the workshop."""
    own = Q(member=by) | (Q(member__workshop=by.workshop) if by.role == OWNER else Q(pk=None))
    session = SeenSession.objects.filter(own, id=session_id)
    if not session.exists():
        raise Http404
    end_sessions(session)


def owned(by: Member) -> None:
    """Raises
    ------
    RefusedError
        Unless the member owns the workshop.
    """
    if by.role != OWNER:
        raise RefusedError(403, "owner", "Only an owner may do this.", "Ask an owner of the workshop.")


def keeps_the_machine(member: Member) -> bool:
    """Whether a member decides on the installation as a whole: backups, the sample.

    Owners of a bench of one's own do; of the sample only while there is no other.
    """
    return member.role == OWNER and (not member.workshop.sample or not has_own_members())


def _member(by: Member, member_id: int) -> Member:
    member = by.workshop.members.select_for_update().filter(pk=member_id).first()
    if member is None:
        raise Http404
    return member


def _digest(text: str) -> str:
    plain = "".join(letter for letter in text.upper() if letter.isalnum())
    return hashlib.sha256(plain.encode()).hexdigest()
