"""Routes of practice by photo: a gear in a picture, counted by eye and by the photo count."""

from __future__ import annotations

import base64
from typing import Annotated
from uuid import UUID

from django.http import HttpResponse
from ninja import Router
from pydantic import Field

from instruments import camera
from sums.apart import apart
from sums.base import Model, Problem
from sums.photo_count import PhotoCountIn, PhotoCountOut
from workshop.authentication import MemberRequest
from workshop.refusals import RefusedError

from . import services
from .models import PhotoRound

router = Router(tags=["practice"])
PROBLEMS = {404: Problem, 409: Problem, 422: Problem}
MOST_TEETH = 400


class PhotoRoundOut(Model):
    """A picture to be counted. All but the first once a count was named."""

    id: UUID
    named: int | None
    right: bool | None
    teeth: int | None
    missing: int | None = Field(description="Teeth broken off, counted among the teeth")
    says: str
    won: int = Field(description="Of the rounds gone by, how many were right")
    played: int


class PhotoCountedOut(Model):
    """What the photo count makes of the same picture."""

    counted: PhotoCountOut
    says: str


class TeethIn(Model):
    teeth: Annotated[int, Field(ge=1, le=MOST_TEETH)]


@router.put("/photos/{round_id}", response={200: PhotoRoundOut, **PROBLEMS})
def start(request: MemberRequest, round_id: UUID) -> PhotoRoundOut:
    """Take a picture."""
    return _out(services.start_photo(request.user, round_id))


@router.get("/photos/{round_id}/picture", response={200: bytes, **PROBLEMS})
def picture(request: MemberRequest, round_id: UUID) -> HttpResponse:
    """The picture, to be looked at."""
    round_ = services.own_photo_round(request.user, round_id)
    return HttpResponse(camera.photo(round_.gear), content_type="image/jpeg")


@router.put("/photos/{round_id}/name", response={200: PhotoRoundOut, **PROBLEMS})
def name(request: MemberRequest, round_id: UUID, body: TeethIn) -> PhotoRoundOut:
    """Say how many teeth it has, with those broken off, and see."""
    round_ = services.own_photo_round(request.user, round_id)
    right = camera.truth(round_.gear).teeth == body.teeth
    return _out(services.name_teeth(request.user, round_id, body.teeth, right))


@router.get("/photos/{round_id}/counted", response={200: PhotoCountedOut, **PROBLEMS})
def counted(request: MemberRequest, round_id: UUID) -> PhotoCountedOut:
    """How the photo count does, once a count was named."""
    round_ = services.own_photo_round(request.user, round_id)
    if round_.right is None:
        raise RefusedError(409, "not_named", "This picture is not counted yet.", "Name a count first.")
    asked = PhotoCountIn(image=base64.b64encode(camera.photo(round_.gear)).decode())
    seen = PhotoCountOut.model_validate_json(apart().compute("photo-count", asked.model_dump_json()))
    return PhotoCountedOut(counted=seen, says=_verdict(seen, camera.truth(round_.gear).teeth))


def _out(round_: PhotoRound) -> PhotoRoundOut:
    truth = camera.truth(round_.gear) if round_.right is not None else None
    won, played = services.photo_score(round_.member)
    return PhotoRoundOut(
        id=round_.id,
        named=round_.named,
        right=round_.right,
        teeth=truth.teeth if truth else None,
        missing=truth.missing if truth else None,
        says=_says(truth) if truth else "",
        won=won,
        played=played,
    )


def _says(truth: camera.PhotographedTruth) -> str:
    """What was in it."""
    gone = f", {truth.missing} of them broken off" if truth.missing else ""
    return f"{truth.material} on {truth.ground}, looked at {truth.tilt:.0f}° askew{gone}."


def _verdict(counted: PhotoCountOut, teeth: int) -> str:
    if counted.teeth is None:
        return f"The photo count would not say: {counted.refused}"
    said = "was right" if counted.teeth == teeth else f"said {counted.teeth}"
    return f"The photo count {said}, {100 * counted.sure:.0f} % sure."
