"""Taking photos in: checked, turned upright, re-encoded, stripped of their place."""

from __future__ import annotations

import io
from typing import Any
from uuid import UUID

from django.conf import settings
from django.core.files.base import ContentFile
from django.core.files.uploadedfile import UploadedFile
from django.db import transaction
from PIL import Image, ImageOps, UnidentifiedImageError

from gearing.errors import GearingError
from workshop.models import Member
from workshop.writing import write

from ..models import Photo, Piece
from .base import own_visit, remember, taken

FORMATS = ("JPEG", "PNG", "WEBP")
LARGEST_SIDE = 2400
SMALL_SIDE = 480
QUALITY = 85


def add_photo(
    member: Member, visit_id: UUID, photo_id: UUID, upload: UploadedFile, step_id: UUID | None
) -> Photo:
    """Keep a photo with the visit, and with a step if one is named.

    Raises
    ------
    GearingError
        If it is no picture, or too large to be one.
    """
    known = Photo.objects.filter(id=photo_id).first()
    if known:
        if known.visit_id != own_visit(member, visit_id).id:
            raise taken("photo")
        return known
    own_visit(member, visit_id)
    picture = read_picture(upload)
    large, small = _encoded(picture, LARGEST_SIDE), _encoded(picture, SMALL_SIDE)
    with transaction.atomic():
        visit = own_visit(member, visit_id, lock=True)
        # Sent twice at once, the first to get the lock made it.
        if known := Photo.objects.filter(id=photo_id, visit=visit).first():
            return known
        step = visit.steps.get_or_404(id=step_id) if step_id else None
        photo = Photo(id=photo_id, visit=visit, step=step, recorded_by=member)
        photo.width, photo.height = large.size
        photo.image.save(f"{photo_id}.jpg", ContentFile(_jpeg(large)), save=False)
        photo.small.save(f"{photo_id}-small.jpg", ContentFile(_jpeg(small)), save=False)
        photo.save(force_insert=True)
        remember(visit, member, "photo", photo_id, after={"step": str(step_id) if step_id else None})
    return photo


@write
def mark_photo(member: Member, visit_id: UUID, photo_id: UUID, marks: list[dict[str, Any]]) -> Photo:
    """Set the pins and arrows of a photo.

    Raises
    ------
    GearingError
        If a mark belongs to a piece of another visit.
    """
    visit = own_visit(member, visit_id, lock=True)
    photo: Photo = Photo.objects.filter(visit=visit).get_or_404(id=photo_id)
    pieces = {mark["piece"] for mark in marks if mark.get("piece")}
    if pieces and Piece.objects.filter(id__in=pieces, step__visit=visit).count() != len(pieces):
        raise GearingError(
            "That piece is not of this visit.", field="marks", hint="Pick a piece of the row for each pin."
        )
    if photo.marks != marks:
        before, photo.marks = photo.marks, marks
        photo.save(update_fields=["marks"])
        remember(visit, member, "photo marked", photo_id, before={"marks": before}, after={"marks": marks})
    return photo


def read_picture(upload: UploadedFile) -> Image.Image:
    """Decode an upload that may be anything.

    Raises
    ------
    GearingError
        If it is not a JPEG, PNG or WebP picture of sensible size.
    """
    if (upload.size or 0) > settings.PHOTO_MOST_BYTES:
        raise _refused(f"The file is larger than {settings.PHOTO_MOST_BYTES >> 20} MB.")
    try:
        picture = Image.open(upload, formats=FORMATS)
        # The header gives the size before anything is unpacked.
        if picture.width * picture.height > settings.PHOTO_MOST_PIXELS:
            raise _refused("The picture has far too many pixels.")
        picture.load()
        return ImageOps.exif_transpose(picture).convert("RGB")
    except (UnidentifiedImageError, OSError, SyntaxError, ValueError, Image.DecompressionBombError) as error:
        if isinstance(error, GearingError):
            raise
        raise _refused("This file is not a picture Dentado can read.") from error


def _refused(problem: str) -> GearingError:
    return GearingError(problem, field="file", hint="Take it again as a JPEG, PNG or WebP photo.")


def _encoded(picture: Image.Image, side: int) -> Image.Image:
    copy = picture.copy()
    copy.thumbnail((side, side), Image.Resampling.LANCZOS)
    return copy


def _jpeg(picture: Image.Image) -> bytes:
    """The pixels alone: a fresh JPEG carries no metadata of the old file."""
    out = io.BytesIO()
    picture.save(out, "JPEG", quality=QUALITY, optimize=True)
    return out.getvalue()
