"""Routes of what leaves the bench: the sheet, papers, the owner's link, reminders."""

from __future__ import annotations

from datetime import datetime
from typing import Literal
from uuid import UUID

from django.http import HttpResponse
from django.utils import timezone
from ninja import Router
from pydantic import Field

from gearing.strip.comparison import by_step
from sums.base import Model, Problem
from sums.sheet import SheetOut, sheet_out
from visits.mapping import strip_step
from visits.models import ReportLink
from visits.services.base import own_visit
from workshop.authentication import MemberRequest
from workshop.client import address_for_others
from workshop.codes import code_of

from .feed import feed_token, reminders_of
from .link import make_link, revoke_link, token_of
from .pdf import labels_of, read_of, report_of, sheet_of_visit, steps_of, versions_of

router = Router(tags=["papers"])
PROBLEMS = {404: Problem, 409: Problem, 422: Problem, 503: Problem}
Paper = Literal["a4", "letter"]


class VisitSheet(SheetOut):
    """The exploded sheet of a visit."""

    versions: list[str] = Field(description="In what it differs from the row it was stripped by")


class FeedOut(Model):
    address: str


class SharedLink(Model):
    """A link by which an owner reads the report."""

    id: UUID
    address: str
    code: str = Field(description="The address as a QR code, a data URI")
    expires_at: datetime
    by: str


@router.get("/visits/{visit_id}/sheet", response={200: VisitSheet, **PROBLEMS})
def sheet(request: MemberRequest, visit_id: UUID) -> VisitSheet:
    """The row as an exploded drawing, with its table."""
    visit = own_visit(request.user, visit_id)
    kept = steps_of(visit)
    versions = versions_of(visit)
    made = sheet_out([strip_step(step) for step in kept], read_of(kept), by_step(versions))
    return VisitSheet(**made.model_dump(), versions=[difference.says for difference in versions])


@router.get("/visits/{visit_id}/sheet.pdf", include_in_schema=False)
def sheet_paper(request: MemberRequest, visit_id: UUID, paper: Paper = "a4") -> HttpResponse:
    """The sheet on paper."""
    visit = own_visit(request.user, visit_id)
    return _pdf(sheet_of_visit(visit, paper), f"{visit.unit.label} sheet")


@router.get("/visits/{visit_id}/report.pdf", include_in_schema=False)
def report_paper(request: MemberRequest, visit_id: UUID, paper: Paper = "a4") -> HttpResponse:
    """The report on paper."""
    visit = own_visit(request.user, visit_id)
    return _pdf(report_of(request.user, visit, paper), f"{visit.unit.label} report")


@router.get("/visits/{visit_id}/labels.pdf", include_in_schema=False)
def labels_paper(request: MemberRequest, visit_id: UUID, paper: Paper = "a4") -> HttpResponse:
    """Labels at 1:1 with a code that opens the visit."""
    visit = own_visit(request.user, visit_id)
    address = address_for_others(request, f"/visits/{visit.id}")
    return _pdf(labels_of(visit, address, paper), f"{visit.unit.label} labels")


@router.get("/visits/{visit_id}/links", response={200: list[SharedLink], **PROBLEMS})
def links(request: MemberRequest, visit_id: UUID) -> list[SharedLink]:
    """Links to the report that still open."""
    visit = own_visit(request.user, visit_id)
    live = visit.report_links.filter(revoked=False, expires_at__gt=timezone.now())
    return [_link(request, link) for link in live.select_related("recorded_by")]


@router.put("/visits/{visit_id}/links/{link_id}", response={200: SharedLink, **PROBLEMS})
def share(request: MemberRequest, visit_id: UUID, link_id: UUID) -> SharedLink:
    """Let whoever has the link read the report, and nothing else."""
    return _link(request, make_link(request.user, visit_id, link_id))


@router.delete("/visits/{visit_id}/links/{link_id}", response={200: list[SharedLink], **PROBLEMS})
def revoke(request: MemberRequest, visit_id: UUID, link_id: UUID) -> list[SharedLink]:
    """The link opens nothing any more."""
    revoke_link(request.user, visit_id, link_id)
    return links(request, visit_id)


@router.get("/reminders.ics", include_in_schema=False)
def reminders(request: MemberRequest) -> HttpResponse:
    """What is to be looked at again, and what was promised, as a calendar."""
    answer = HttpResponse(
        reminders_of(request.user, timezone.now()), content_type="text/calendar; charset=utf-8"
    )
    answer["Content-Disposition"] = 'attachment; filename="reminders.ics"'
    return answer


@router.get("/reminders", response={200: FeedOut, **PROBLEMS})
def feed(request: MemberRequest) -> FeedOut:
    """The address a calendar can follow: private, good until the password is changed."""
    return FeedOut(address=address_for_others(request, f"/calendar/{feed_token(request.user)}"))


def _link(request: MemberRequest, link: ReportLink) -> SharedLink:
    address = address_for_others(request, f"/report/{token_of(link)}")
    code = code_of(address, 5)
    return SharedLink(
        id=link.id, address=address, code=code, expires_at=link.expires_at, by=link.recorded_by.called
    )


def _pdf(made: bytes, name: str) -> HttpResponse:
    answer = HttpResponse(made, content_type="application/pdf")
    plain = "".join(
        letter if letter.isascii() and (letter.isalnum() or letter in " -_") else "_" for letter in name
    )
    answer["Content-Disposition"] = f'inline; filename="{plain}.pdf"'
    return answer
