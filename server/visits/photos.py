"""Routes of photos: kept, marked, shown, and shot by a second device that joined by a code."""

from __future__ import annotations

from typing import Annotated, Any
from uuid import UUID, uuid4

import segno
from django.core import signing
from django.http import FileResponse, Http404, HttpRequest, HttpResponse
from django.shortcuts import render
from ninja import File, Form, Router
from ninja.files import UploadedFile
from pydantic import Field

from door.views import look_of_the_door
from gearing.errors import GearingError
from sums.base import Model, Problem
from workshop.models import Member
from workshop.requests import MemberRequest

from . import services
from .models import Photo
from .services.base import own_visit
from .shapes import PhotoMark, PhotoOut, photo_out

router = Router(tags=["photos"])
PROBLEMS = {404: Problem, 422: Problem, 503: Problem}
JOINED_FOR = 60
"""Minutes a second device may shoot into a visit on one code."""
SALT = "dentado.join"


class PhotoIn(Model):
    step_id: UUID | None = None


class MarksIn(Model):
    marks: Annotated[list[PhotoMark], Field(max_length=40)]


class JoinOut(Model):
    """What a second device opens, as an address and as a code to scan."""

    address: str
    code: str = Field(description="The address as a QR code, a data URI")
    minutes: int


@router.post("/visits/{visit_id}/photos/{photo_id}", response={200: PhotoOut, **PROBLEMS})
def add_photo(
    request: MemberRequest,
    visit_id: UUID,
    photo_id: UUID,
    file: File[UploadedFile],
    given: Form[PhotoIn],
) -> PhotoOut:
    """Keep a photo. Sending the same id again changes nothing."""
    return photo_out(services.add_photo(request.user, visit_id, photo_id, file, given.step_id))


@router.get("/photos/{photo_id}", response={200: Any, 404: Problem})
def photo(request: MemberRequest, photo_id: UUID, small: bool = False) -> FileResponse:
    """The picture itself, for members of its workshop only."""
    found = Photo.objects.filter(id=photo_id, visit__unit__workshop_id=request.user.workshop_id).first()
    if found is None:
        raise Http404
    answer = FileResponse((found.small if small else found.image).open(), content_type="image/jpeg")
    answer["Cache-Control"] = "private, max-age=31536000, immutable"
    return answer


@router.put("/visits/{visit_id}/photos/{photo_id}/marks", response={200: PhotoOut, **PROBLEMS})
def mark(request: MemberRequest, visit_id: UUID, photo_id: UUID, given: MarksIn) -> PhotoOut:
    """Draw numbered pins and arrows on a photo."""
    marks = [one.model_dump(mode="json", exclude_none=True) for one in given.marks]
    return photo_out(services.mark_photo(request.user, visit_id, photo_id, marks))


@router.post("/visits/{visit_id}/join", response={200: JoinOut, **PROBLEMS})
def join(request: MemberRequest, visit_id: UUID) -> JoinOut:
    """Let a second device shoot into this visit for an hour, with no sign-in of its own."""
    visit = own_visit(request.user, visit_id)
    told = signing.dumps({"visit": str(visit.id), "member": request.user.pk}, salt=SALT, compress=True)
    address = request.build_absolute_uri(f"/join/{told}")
    code = segno.make(address, error="m").svg_data_uri(scale=6, border=2, dark="#1e2930", light="#fbf8f1")
    return JoinOut(address=address, code=code, minutes=JOINED_FOR)


def joined(request: HttpRequest, told: str) -> HttpResponse:
    """The second device's one page: a picture goes to the piece laid down last. Nothing else opens."""
    try:
        said = signing.loads(told, salt=SALT, max_age=JOINED_FOR * 60)
        member = Member.objects.get(pk=said["member"], is_active=True)
        visit = own_visit(member, UUID(said["visit"]))
    except (signing.BadSignature, Member.DoesNotExist, Http404):
        return render(request, "visits/join.html", {"over": True, **look_of_the_door()}, status=410)
    sent, problem = 0, ""
    if request.method == "POST":
        step = visit.steps.filter(number__isnull=False).order_by("-number").first()
        for upload in request.FILES.getlist("photo")[:MOST_AT_ONCE]:
            try:
                services.add_photo(member, visit.id, uuid4(), upload, step.id if step else None)
                sent += 1
            except GearingError as error:
                problem = f"{error.problem} {error.hint}"
    last = visit.steps.filter(number__isnull=False).order_by("-number").first()
    context = {"visit": visit, "last": last, "sent": sent, "problem": problem, **look_of_the_door()}
    return render(request, "visits/join.html", context, status=422 if problem else 200)


MOST_AT_ONCE = 12
