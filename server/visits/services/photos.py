"""Taking photos in: checked, turned upright, re-encoded, stripped of their place."""

from __future__ import annotations

import io
import struct
import threading
from contextlib import suppress
from dataclasses import dataclass
from typing import Any
from uuid import UUID, uuid4

from django.conf import settings
from django.core.files.base import ContentFile
from django.core.files.storage import default_storage
from django.core.files.uploadedfile import UploadedFile
from django.db import DatabaseError
from PIL import Image, UnidentifiedImageError

from gearing.errors import GearingError
from workshop.files import StorageUnreachableError
from workshop.models import Member
from workshop.transactions import write

from ..models import Photo, Piece
from .base import own_visit, remember, settle, taken

FORMATS = ("JPEG", "PNG", "WEBP")
LARGEST_SIDE = 2400
SMALL_SIDE = 480
QUALITY = 85
WEBP_MOST_PIXELS = 16_000_000
"""Its decoder keeps several whole pictures at once."""

ORIENTATION = 0x0112
TURNS = {
    2: Image.Transpose.FLIP_LEFT_RIGHT, 3: Image.Transpose.ROTATE_180, 4: Image.Transpose.FLIP_TOP_BOTTOM,
    5: Image.Transpose.TRANSPOSE, 6: Image.Transpose.ROTATE_270, 7: Image.Transpose.TRANSVERSE,
    8: Image.Transpose.ROTATE_90,
}  # fmt: skip
"""EXIF 2.32, 4.6.4: how the camera was held."""

_decoding = threading.Lock()
"""One picture at a time in a process: each may take 200 MB until it is small."""


@dataclass(frozen=True, slots=True)
class Pictures:
    """A photo in its two kept sizes, as JPEG; `size` is the large one's in pixels."""

    large: bytes
    small: bytes
    size: tuple[int, int]


def add_photo(
    member: Member, visit_id: UUID, photo_id: UUID, upload: UploadedFile, step_id: UUID | None
) -> Photo:
    """Keep a photo with the visit, and with a step if one is named.

    Raises
    ------
    GearingError
        If it is no picture, or too large to be one.
    """
    visit = own_visit(member, visit_id)
    known: Photo | None = Photo.objects.filter(id=photo_id).first()
    if known:
        if known.visit_id != visit.id:
            raise taken("photo")
        return known
    if step_id:
        visit.steps.get_or_404(id=step_id)
    pictures = read_picture(upload)
    names: list[str] = []
    try:
        # Before the visit is locked, since a disk or a bucket may be slow; under names of its own,
        # since another may just be sent under the same id.
        sent = uuid4().hex[:8]
        for content, suffix in ((pictures.large, ""), (pictures.small, "-small")):
            name = Photo._meta.get_field("image").generate_filename(None, f"{photo_id}-{sent}{suffix}.jpg")
            names.append(default_storage.save(name, ContentFile(content)))
        photo = _record(member, visit_id, photo_id, step_id, pictures.size, names)
    except BaseException:
        with suppress(DatabaseError, StorageUnreachableError):
            _forget(names, Photo.objects.filter(id=photo_id).first())
        raise
    _forget(names, photo)
    return photo


def _forget(names: list[str], photo: Photo | None) -> None:
    """Files the record does not speak of are nobody's."""
    for name in {*names} - ({photo.image.name, photo.small.name} if photo else set()):
        default_storage.delete(name)


@write
def _record(
    member: Member,
    visit_id: UUID,
    photo_id: UUID,
    step_id: UUID | None,
    size: tuple[int, int],
    names: list[str],
) -> Photo:
    visit = own_visit(member, visit_id, lock=True)
    # Sent twice at once, the first to get the lock made it.
    known: Photo | None = Photo.objects.filter(id=photo_id).first()
    if known:
        if known.visit_id != visit.id:
            raise taken("photo")
        return known
    step = visit.steps.get_or_404(id=step_id) if step_id else None
    photo = Photo(id=photo_id, visit=visit, step=step, recorded_by=member)
    photo.width, photo.height = size
    photo.image.name, photo.small.name = names
    photo.save(force_insert=True)
    remember(visit, member, "photo", photo_id, after={"step": str(step_id) if step_id else None})
    return photo


@write
def mark_photo(
    member: Member,
    visit_id: UUID,
    photo_id: UUID,
    marks: list[dict[str, Any]],
    based_on: list[dict[str, Any]] | None = None,
) -> Photo:
    """Set the pins and arrows of a photo.

    Raises
    ------
    GearingError
        If a mark belongs to a piece of another visit.
    RefusedError
        If others marked it otherwise since the state that this was `based_on`.
    """
    visit = own_visit(member, visit_id, lock=True)
    photo: Photo = Photo.objects.filter(visit=visit).get_or_404(id=photo_id)
    pieces = {mark["piece"] for mark in marks if mark.get("piece")}
    if pieces and Piece.objects.filter(id__in=pieces, step__visit=visit).count() != len(pieces):
        raise GearingError(
            "That piece is not of this visit.",
            code="foreign_piece",
            field="marks",
            hint="Pick a piece of the row for each pin.",
        )
    base = None if based_on is None else {"marks": based_on}
    marks = settle(visit, photo_id, base, {"marks": marks}, {"marks": photo.marks})["marks"]
    if photo.marks != marks:
        before, photo.marks = photo.marks, marks
        photo.save(update_fields=["marks"])
        remember(visit, member, "photo marked", photo_id, before={"marks": before}, after={"marks": marks})
    return photo


def read_picture(upload: UploadedFile) -> Pictures:
    """Decode an upload that may be anything, one at a time, no larger than is kept.

    Raises
    ------
    GearingError
        If it is not a JPEG, PNG or WebP picture of sensible size.
    """
    if (upload.size or 0) > settings.PHOTO_MOST_BYTES:
        raise _refused(f"The file is larger than {settings.PHOTO_MOST_BYTES >> 20} MB.")
    with _decoding:
        try:
            picture = Image.open(upload, formats=FORMATS)
            # The header gives the size before anything is unpacked.
            most = WEBP_MOST_PIXELS if picture.format == "WEBP" else settings.PHOTO_MOST_PIXELS
            if picture.width * picture.height > most:
                raise _refused(f"The picture has more than {most // 1_000_000} megapixels.")
            return _encoded(picture)
        except (
            UnidentifiedImageError, OSError, SyntaxError, ValueError, EOFError, struct.error,
            Image.DecompressionBombError,
        ) as error:  # fmt: skip
            if isinstance(error, GearingError):
                raise
            raise _refused("This file is not a picture Dentado can read.") from error


def _refused(problem: str) -> GearingError:
    return GearingError(
        problem, code="no_picture", field="file", hint="Take it again as a JPEG, PNG or WebP photo."
    )


def _encoded(picture: Any) -> Pictures:
    """Both sizes as fresh JPEGs of the pixels alone. The large original is let go of as soon as may be."""
    turned = picture.getexif().get(ORIENTATION)
    # A JPEG is decoded at the size needed; other formats only whole.
    picture.draft("RGB", (LARGEST_SIDE, LARGEST_SIDE))
    picture.load()
    if picture.mode not in ("RGB", "L", "RGBA", "LA"):
        picture = picture.convert("RGB")
    picture.thumbnail((LARGEST_SIDE, LARGEST_SIDE), Image.Resampling.LANCZOS, reducing_gap=2.0)
    large = picture.convert("RGB")
    if turned in TURNS:
        large = large.transpose(TURNS[turned])
    small = large.copy()
    small.thumbnail((SMALL_SIDE, SMALL_SIDE), Image.Resampling.LANCZOS)
    return Pictures(_jpeg(large), _jpeg(small), large.size)


def _jpeg(picture: Image.Image) -> bytes:
    """The pixels alone: neither place nor comment nor anything else of the old file."""
    picture.info.clear()
    out = io.BytesIO()
    picture.save(out, "JPEG", quality=QUALITY, optimize=True)
    return out.getvalue()
