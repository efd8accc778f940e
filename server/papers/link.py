"""The link an owner reads the report by: signed, for a while, revocable, and good for nothing else."""

from __future__ import annotations

from datetime import timedelta
from uuid import UUID

from django.core import signing
from django.http import Http404
from django.utils import timezone

from visits.models import ReportLink
from visits.services.base import own_visit, remember, taken
from workshop.models import Member
from workshop.refusals import RefusedError
from workshop.transactions import write

SALT = "dentado.report"
LASTS = timedelta(days=90)
MOST_OPEN = 20


@write
def make_link(member: Member, visit_id: UUID, link_id: UUID) -> ReportLink:
    """Let whoever has the link read this report. The same id again is the same link.

    Raises
    ------
    RefusedError
        If far too many are open already.
    """
    visit = own_visit(member, visit_id, lock=True)
    known: ReportLink | None = ReportLink.objects.filter(id=link_id).first()
    if known:
        if known.visit_id != visit.id:
            raise taken("link")
        return known
    if visit.report_links.filter(revoked=False, expires_at__gt=timezone.now()).count() >= MOST_OPEN:
        raise RefusedError(
            409, "too_many_open", f"{MOST_OPEN} links to it are open.", "Take those back that nobody reads."
        )
    made: ReportLink = ReportLink.objects.create(
        id=link_id, visit=visit, recorded_by=member, expires_at=timezone.now() + LASTS
    )
    remember(visit, member, "report shared", link_id)
    return made


@write
def revoke_link(member: Member, visit_id: UUID, link_id: UUID) -> None:
    """The link opens nothing any more."""
    visit = own_visit(member, visit_id, lock=True)
    link: ReportLink = ReportLink.objects.filter(visit=visit).get_or_404(id=link_id)
    if not link.revoked:
        link.revoked = True
        link.save(update_fields=["revoked"])
        remember(visit, member, "report shared", link_id, after={"taken_back": True})


def token_of(link: ReportLink) -> str:
    """What the address holds: which link it is, signed."""
    return signing.dumps({"report": str(link.id)}, salt=SALT, compress=True)


def open_link(token: str) -> ReportLink:
    """The link of a token that still opens.

    Raises
    ------
    Http404
        If it is none, is over or was taken back.
    """
    try:
        said = signing.loads(token, salt=SALT)
        key = UUID(said["report"])
    except (signing.BadSignature, KeyError, TypeError, ValueError):
        raise Http404 from None
    link: ReportLink | None = (
        ReportLink.objects.filter(id=key, revoked=False, expires_at__gt=timezone.now())
        .select_related("visit__unit__workshop", "recorded_by")
        .first()
    )
    if link is None:
        raise Http404
    return link
