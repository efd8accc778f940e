"""The second device's own page: it shoots photos into one visit for a while, and nothing else opens to it."""

from __future__ import annotations

import hashlib
from typing import Any
from uuid import UUID, uuid5

from django.http import Http404, HttpRequest, HttpResponse, JsonResponse
from django.shortcuts import render
from django.views.decorators.http import require_http_methods, require_POST

from accounts.page_look import page_look
from gearing.errors import GearingError
from workshop.client import device_name
from workshop.refusals import RefusedError

from . import services
from .join_token import join_of
from .models import Join, Photo, Step

COOKIE = "dentado_joined"
"""Tells one joined device from another; it opens nothing."""


@require_http_methods(["GET", "POST"])
def joined(request: HttpRequest, token: str) -> HttpResponse:
    """The page. Without script it takes photos by its form, all at once; with it, one by one."""
    try:
        join = join_of(token)
    except Http404:
        return render(request, "visits/join.html", {"over": True, **page_look()}, status=410)
    sent, problem = 0, ""
    if request.method == "POST":
        for upload in request.FILES.getlist("photo"):
            try:
                # A form sent again sends the same pictures: they are known by what is in them.
                digest = hashlib.sha256(upload.read()).hexdigest()
                upload.seek(0)
                _keep(request, join, uuid5(join.id, digest), upload)
                sent += 1
            except (GearingError, RefusedError) as error:
                problem = f"{error.problem} {error.hint}"
    last = _last(join)
    context = {
        "visit": join.visit,
        "last": last,
        "sent": sent,
        "problem": problem,
        "token": token,
        **page_look(),
    }
    answer = render(request, "visits/join.html", context, status=422 if problem else 200)
    _known(request, answer, join)
    return answer


@require_POST
def joined_photo(request: HttpRequest, token: str, photo_id: UUID) -> HttpResponse:
    """One photo under the id that the device made for it; sent again it is the same photo."""
    try:
        join = join_of(token)
        upload = request.FILES.get("photo")
        if upload is None:
            raise GearingError(
                "No photo came with it.", code="no_photo", field="photo", hint="Pick it again."
            )
        photo = _keep(request, join, photo_id, upload)
    except Http404:
        return _says(
            410, "This code is over.", "Ask for a fresh one at the bench: Photo, then Phone.", "over"
        )
    except GearingError as error:
        return _says(422, error.problem, error.hint, "photo")
    except RefusedError as error:
        return _says(error.status, error.problem, error.hint, error.code)
    answer = JsonResponse({"id": str(photo.id)})
    _known(request, answer, join)
    return answer


def _says(status: int, problem: str, hint: str, code: str) -> JsonResponse:
    return JsonResponse({"problem": problem, "field": "", "hint": hint, "code": code}, status=status)


def _keep(request: HttpRequest, join: Join, photo_id: UUID, upload: Any) -> Photo:
    last = _last(join)
    return services.add_joined_photo(
        join,
        photo_id,
        upload,
        last.id if last else None,
        key=request.COOKIES.get(COOKIE, "")[:40],
        called=device_name(request),
        address=request.META.get("REMOTE_ADDR", "")[:45],
    )


def _known(request: HttpRequest, answer: HttpResponse, join: Join) -> None:
    key = request.COOKIES.get(COOKIE, "")[:40] or services.new_device_key()
    answer.set_cookie(COOKIE, key, max_age=86_400, httponly=True, samesite="Lax", path="/join/")
    services.note_device(join, key, device_name(request), request.META.get("REMOTE_ADDR", "")[:45])


def _last(join: Join) -> Step | None:
    step: Step | None = join.visit.steps.filter(number__isnull=False).order_by("-number").first()
    return step
