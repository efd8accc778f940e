"""Routes of the Workshop page: members and codes, sign-ins, backups, versions."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated, Any, Literal
from uuid import UUID

import django
from django.conf import settings
from django.db import connection
from ninja import Router
from pydantic import Field

from sums.base import Model, Problem
from watched.journal import troubles

from .. import backups, services
from ..authentication import MemberRequest
from ..client import address_for_others
from ..models import OWNER, ROLES, Member
from ..refusals import RefusedError
from ..sessions import open_sessions

router = Router(tags=["workshop"])
PROBLEMS = {403: Problem, 404: Problem, 409: Problem, 422: Problem, 503: Problem}
Role = Literal["owner", "member", "reader"]


class MemberOut(Model):
    id: int
    username: str
    called: str
    role: str
    active: bool
    last_seen: datetime | None


class CodeOut(Model):
    """A code that may still be used; its text is known only to whoever made it."""

    id: UUID
    called: str
    role: str
    for_member: str
    expires_at: datetime


class SignInOut(Model):
    """An open sign-in."""

    id: UUID
    member: str
    device: str
    address: str
    since: datetime
    last_seen: datetime
    this_one: bool


class BackupOut(Model):
    name: str
    made_at: datetime
    megabytes: float
    kind: str
    visits: int
    photos: int


class VersionOut(Model):
    what: str
    version: str


class RequestTrouble(Model):
    """A request of this workshop's that failed or was slow; what was said in it is kept nowhere."""

    at: datetime
    id: str = Field(description="What the failure was called where it was shown")
    who: str
    method: str
    route: str
    status: int
    ms: float
    error: str = Field(description="Which error, and where in the program; empty for what was only slow")


class RoleOut(Model):
    key: str
    says: str


class WorkshopOut(Model):
    """The workshop as its members see it; backups only who decides on the machine."""

    name: str
    sample: bool
    has_sample: bool
    may_keep: bool = Field(description="Whether this member decides on members and codes")
    may_run: bool = Field(description="Whether this member decides on backups and the sample")
    roles: list[RoleOut]
    members: list[MemberOut]
    codes: list[CodeOut]
    sign_ins: list[SignInOut]
    backups: list[BackupOut]
    backup_overdue: bool
    backup_running: bool
    troubles: list[RequestTrouble]
    versions: list[VersionOut]


class CodeIn(Model):
    role: Role = "member"
    called: Annotated[str, Field(max_length=60)] = ""


class NewCodeOut(Model):
    """A code, shown this once, and where it is typed in."""

    text: str
    address: str
    expires_at: datetime


class MemberIn(Model):
    role: Role
    active: bool = True


class PasswordIn(Model):
    old: Annotated[str, Field(max_length=400)]
    new: Annotated[str, Field(min_length=1, max_length=400)]


@router.get("/workshop", response={200: WorkshopOut, **PROBLEMS})
def workshop(request: MemberRequest) -> WorkshopOut:
    """Members, codes, sign-ins, backups and versions."""
    me = request.user
    owner = me.role == OWNER
    members = list(me.workshop.members.order_by("first_name", "username"))
    seen = open_sessions(members if owner else [me])
    last: dict[int, datetime] = {}
    for session in seen:
        last.setdefault(session.member_id, session.last_seen)
    runs = services.keeps_the_machine(me)
    kept = backups.kept() if runs else []
    return WorkshopOut(
        name=me.workshop.name,
        sample=me.workshop.sample,
        has_sample=services.has_sample(),
        may_keep=owner,
        may_run=runs,
        roles=[RoleOut(key=key, says=says) for key, says in ROLES.items()],
        members=[_member(member, last.get(member.pk)) for member in members],
        codes=[
            CodeOut(
                id=code.id,
                called=code.called,
                role=code.role,
                for_member=code.member.called if code.member else "",
                expires_at=code.expires_at,
            )
            for code in (services.open_codes().filter(workshop=me.workshop) if owner else [])
        ],
        sign_ins=[
            SignInOut(
                id=session.id,
                member=session.member.called,
                device=session.device,
                address=session.address,
                since=session.since,
                last_seen=session.last_seen,
                this_one=session.session_key == request.session.session_key,
            )
            for session in seen
        ],
        backups=[
            BackupOut(
                name=backup.path.name,
                made_at=backup.made_at,
                megabytes=round(backup.size / 1e6, 1),
                kind=backup.about.kind if backup.about else "unreadable",
                visits=backup.about.visits if backup.about else 0,
                photos=backup.about.photos if backup.about else 0,
            )
            for backup in kept
        ],
        backup_overdue=runs and backups.overdue(kept),
        backup_running=runs and backups.being_made(),
        troubles=_troubles(me.workshop_id, members) if runs else [],
        versions=_versions(),
    )


def _troubles(workshop_id: int, members: list[Member]) -> list[RequestTrouble]:
    called = {member.pk: member.called for member in members}
    return [
        RequestTrouble(
            at=said["at"],
            id=said["id"],
            who=called.get(said["member"], ""),
            method=said["method"],
            route=said["route"],
            status=said["status"],
            ms=said["ms"],
            error=said.get("error", ""),
        )
        for said in troubles(workshop_id)
    ]


@router.post("/workshop/codes", response={200: NewCodeOut, **PROBLEMS})
def make_code(request: MemberRequest, body: CodeIn) -> NewCodeOut:
    """A one-time code for a new member."""
    return _new_code(request, *services.make_code(request.user, body.role, body.called))


@router.delete("/workshop/codes/{code_id}", response={200: WorkshopOut, **PROBLEMS})
def take_code_back(request: MemberRequest, code_id: UUID) -> WorkshopOut:
    """A code given out by mistake opens nothing any more."""
    services.take_code_back(request.user, code_id)
    return workshop(request)


@router.put("/workshop/members/{member_id}", response={200: WorkshopOut, **PROBLEMS})
def change_member(request: MemberRequest, member_id: int, body: MemberIn) -> WorkshopOut:
    """Give a member another role, or bar them."""
    services.change_member(request.user, member_id, body.role, body.active)
    return workshop(request)


@router.post("/workshop/members/{member_id}/reset", response={200: NewCodeOut, **PROBLEMS})
def reset(request: MemberRequest, member_id: int) -> NewCodeOut:
    """A one-time code by which a member sets a new password."""
    return _new_code(request, *services.make_code(request.user, "member", "", member_id))


@router.put("/workshop/password", response={200: WorkshopOut, **PROBLEMS})
def change_password(request: MemberRequest, body: PasswordIn) -> WorkshopOut:
    """Change one's own password; sign-ins on other devices end."""
    services.change_password(request, request.user, body.old, body.new)
    return workshop(request)


@router.delete("/workshop/sign-ins/{session_id}", response={200: WorkshopOut, **PROBLEMS})
def end_sign_in(request: MemberRequest, session_id: UUID) -> WorkshopOut:
    """End a sign-in, one's own or as owner anybody's."""
    services.end_session(request.user, session_id)
    return workshop(request)


@router.post("/workshop/backups", response={200: WorkshopOut, **PROBLEMS})
def back_up(request: MemberRequest) -> WorkshopOut:
    """Make a backup now."""
    if not services.keeps_the_machine(request.user):
        raise RefusedError(403, "owner", "Only an owner may do this.", "Ask an owner of the workshop.")
    backups.begin()
    return workshop(request)


def _new_code(request: MemberRequest, code: Any, text: str) -> NewCodeOut:
    shown = "-".join(text[at : at + 4] for at in range(0, len(text), 4))
    return NewCodeOut(
        text=shown, address=address_for_others(request, f"/code?code={shown}"), expires_at=code.expires_at
    )


def _member(member: Member, seen: datetime | None) -> MemberOut:
    return MemberOut(
        id=member.pk,
        username=member.username,
        called=member.called,
        role=member.role,
        active=member.is_active,
        last_seen=seen or member.last_login,
    )


def _versions() -> list[VersionOut]:
    database = ".".join(map(str, connection.mysql_version[:3]))  # type: ignore[attr-defined]
    return [
        VersionOut(what="Dentado", version=settings.VERSION),
        VersionOut(what="Django", version=django.get_version()),
        VersionOut(what="MariaDB", version=database),
    ]
