"""Routes of photos: kept, marked, shown, and the links a second device joins by."""

from __future__ import annotations

from datetime import datetime
from math import ceil
from typing import Annotated, Any
from uuid import UUID

from django.http import Http404
from django.http.response import HttpResponseBase
from django.utils import timezone
from ninja import File, Form, Router
from ninja.files import UploadedFile
from pydantic import Field

from sums.base import Model, Problem
from workshop.authentication import MemberRequest
from workshop.client import NOT_SHARED, address_for_others, reaches_others
from workshop.codes import code_of
from workshop.files import file_answer

from .. import services
from ..join_token import token_of
from ..models import Join, Photo
from ..schemas import PhotoMark, PhotoOut, photo_out
from ..services.base import own_visit

router = Router(tags=["photos"])
PROBLEMS = {404: Problem, 409: Problem, 422: Problem, 503: Problem}


class PhotoIn(Model):
    step_id: UUID | None = None


class MarksIn(Model):
    marks: Annotated[list[PhotoMark], Field(max_length=40)]
    based_on: Annotated[list[PhotoMark], Field(max_length=40)] | None = None


class JoinedOut(Model):
    """A device that uses the link."""

    called: str
    address: str
    photos: int
    last_seen: datetime


class JoinOut(Model):
    """What a second device opens, as an address and as a code to scan, and who uses it."""

    id: UUID
    address: str
    code: str = Field(description="The address as a QR code, a data URI")
    minutes: int = Field(description="Until it is over")
    by: str
    alone: str = Field(description="Why no other device can open it; empty where they can")
    devices: list[JoinedOut]


@router.post("/visits/{visit_id}/photos/{photo_id}", response={200: PhotoOut, **PROBLEMS})
def add_photo(
    request: MemberRequest,
    visit_id: UUID,
    photo_id: UUID,
    file: File[UploadedFile],
    body: Form[PhotoIn],
) -> PhotoOut:
    """Keep a photo. Sending the same id again changes nothing."""
    return photo_out(services.add_photo(request.user, visit_id, photo_id, file, body.step_id))


@router.get("/photos/{photo_id}", response={200: Any, 404: Problem})
def photo(request: MemberRequest, photo_id: UUID, small: bool = False) -> HttpResponseBase:
    """The picture itself, for members of its workshop only. Small ones are kept on the devices."""
    photo = Photo.objects.filter(id=photo_id, visit__workshop_id=request.user.workshop_id).first()
    if photo is None:
        raise Http404
    return file_answer(photo.small if small else photo.image, "image/jpeg", through=small)


@router.put("/visits/{visit_id}/photos/{photo_id}/marks", response={200: PhotoOut, **PROBLEMS})
def mark(request: MemberRequest, visit_id: UUID, photo_id: UUID, body: MarksIn) -> PhotoOut:
    """Draw numbered pins and arrows on a photo."""
    based_on = None if body.based_on is None else _plain(body.based_on)
    return photo_out(services.mark_photo(request.user, visit_id, photo_id, _plain(body.marks), based_on))


def _plain(marks: list[PhotoMark]) -> list[dict[str, Any]]:
    return [mark.model_dump(mode="json", exclude_none=True) for mark in marks]


@router.put("/visits/{visit_id}/joins/{join_id}", response={200: JoinOut, **PROBLEMS})
def join(request: MemberRequest, visit_id: UUID, join_id: UUID) -> JoinOut:
    """Let a second device shoot into this visit for an hour, with no sign-in of its own."""
    return _join_out(request, services.make_join(request.user, visit_id, join_id))


@router.get("/visits/{visit_id}/joins", response={200: list[JoinOut], **PROBLEMS})
def joins(request: MemberRequest, visit_id: UUID) -> list[JoinOut]:
    """Links that are open, and the devices that use them."""
    visit = own_visit(request.user, visit_id)
    open_ones = visit.joins.filter(revoked=False, expires_at__gt=timezone.now()).select_related("recorded_by")
    return [_join_out(request, join) for join in open_ones]


@router.delete("/visits/{visit_id}/joins/{join_id}", response={200: list[JoinOut], **PROBLEMS})
def end_join(request: MemberRequest, visit_id: UUID, join_id: UUID) -> list[JoinOut]:
    """Take a link back; what came through it stays."""
    services.revoke_join(request.user, visit_id, join_id)
    return joins(request, visit_id)


def _join_out(request: MemberRequest, join: Join) -> JoinOut:
    address = address_for_others(request, f"/join/{token_of(join)}")
    code = code_of(address)
    return JoinOut(
        id=join.id,
        address=address,
        code=code,
        minutes=max(0, ceil((join.expires_at - timezone.now()).total_seconds() / 60)),
        by=join.recorded_by.called,
        alone="" if reaches_others(request) else NOT_SHARED,
        devices=[
            JoinedOut(
                called=device.called, address=device.address, photos=device.photos, last_seen=device.last_seen
            )
            for device in join.devices.order_by("-last_seen")
        ],
    )
