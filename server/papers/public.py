"""What is read without a sign-in: the report by its link, and the calendar that follows the reminders."""

from __future__ import annotations

from uuid import UUID

from django.http import Http404, HttpRequest, HttpResponse
from django.http.response import HttpResponseBase
from django.shortcuts import render
from django.utils import timezone
from django.views.decorators.http import require_safe

from accounts.page_look import page_look
from workshop.files import file_answer

from .feed import followed_by, reminders_of
from .link import open_link
from .pdf import report_of
from .told import told


@require_safe
def shared_report(request: HttpRequest, token: str) -> HttpResponseBase:
    """The page; a link that is over says so and shows nothing."""
    try:
        link = open_link(token)
    except Http404:
        return _kept_private(render(request, "papers/report.html", {"over": True, **page_look()}, status=410))
    context = {"told": told(link.recorded_by, link.visit), "token": token, **page_look()}
    return _kept_private(render(request, "papers/report.html", context))


@require_safe
def shared_pdf(request: HttpRequest, token: str) -> HttpResponseBase:
    """The same on paper."""
    link = open_link(token)
    answer = HttpResponse(report_of(link.recorded_by, link.visit, "a4"), content_type="application/pdf")
    answer["Content-Disposition"] = 'inline; filename="report.pdf"'
    return _kept_private(answer)


@require_safe
def shared_photo(request: HttpRequest, token: str, photo_id: UUID) -> HttpResponseBase:
    """A picture of the report, and no other."""
    link = open_link(token)
    shown = {photo.id for photo in told(link.recorded_by, link.visit).photos}
    photo = link.visit.photos.filter(id=photo_id).first()
    if photo is None or photo.id not in shown:
        raise Http404
    return _kept_private(file_answer(photo.image, "image/jpeg"))


def _kept_private(answer: HttpResponseBase) -> HttpResponseBase:
    """Nothing of it is kept on the way or found by a search."""
    answer["Cache-Control"] = "private, no-store"
    answer["X-Robots-Tag"] = "noindex"
    answer["Referrer-Policy"] = "no-referrer"
    return answer


@require_safe
def calendar_feed(request: HttpRequest, token: str) -> HttpResponseBase:
    """The reminders of whoever the address was made for."""
    made = reminders_of(followed_by(token), timezone.now())
    return _kept_private(HttpResponse(made, content_type="text/calendar; charset=utf-8"))
