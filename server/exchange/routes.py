"""Routes of the record in and out."""

from __future__ import annotations

from dataclasses import asdict
from pathlib import Path
from typing import Annotated, Literal
from uuid import UUID, uuid4

from django.conf import settings
from django.http import HttpRequest, StreamingHttpResponse
from django.utils import timezone
from ninja import File, Router, UploadedFile
from pydantic import Field

from gearing.record import read_record_list
from shelf.services import headings_of
from sums.base import Model, Problem
from workshop.authentication import MemberRequest
from workshop.refusals import RefusedError

from . import bringing, sheets
from .progress import progress_of, silent, telling
from .reading import Record, bad, preview, take_in
from .writing import exported

router = Router(tags=["record"])
PROBLEMS = {403: Problem, 404: Problem, 422: Problem, 503: Problem}
MOST_BYTES = 2 * 2**30
KEPT_SECONDS = 24 * 3600


Part = Annotated[str, Field(max_length=40)]
Name = Annotated[str, Field(max_length=150)]


class RecordPartOut(Model):
    """A unit of the record, or the workshop's own tables, against what is here."""

    id: str
    label: str
    state: Literal["new", "more", "same", "differs"]
    new: int
    same: int
    differs: list[str]


class RecordPreviewOut(Model):
    """What an export holds; nothing was written yet."""

    token: UUID
    workshop: str
    made_at: str
    members: dict[str, str]
    parts: list[RecordPartOut]


class RecordTakeIn(Model):
    token: UUID
    parts: Annotated[list[Annotated[str, Field(max_length=40)]], Field(max_length=100_000)]
    members: Annotated[
        dict[Annotated[str, Field(max_length=150)], Annotated[str, Field(max_length=150)]],
        Field(max_length=500),
    ] = Field(
        default_factory=dict, description="Sign-in names of the file, and those of here that stand for them"
    )


class RecordTakenOut(Model):
    rows: int


class ProgressOut(Model):
    """How far a record has come; nothing of nothing where it has not begun."""

    done: int
    total: int


ListName = Literal["visit_list", "piece_list", "measurement_list", "order_list"]
MOST_SHOWN = 50


class RecordListIn(Model):
    """A table as it was pasted, or the text of a file."""

    text: Annotated[str, Field(max_length=4_000_000)]
    take: bool = Field(default=False, description="Without it the table is only looked at")


class RecordListLine(Model):
    line: int
    what: str


class RefusedListLine(Model):
    line: int
    text: str
    why: str


class RecordListOut(Model):
    """What taking a table adds, or added."""

    taken: bool
    new: int
    same: int
    refused: int
    rows: list[RecordListLine] = Field(description="The first of what is new")
    refusals: list[RefusedListLine]


@router.post("/record/lists/{name}", response={200: RecordListOut, **PROBLEMS})
def bring_in(request: MemberRequest, name: ListName, body: RecordListIn) -> RecordListOut:
    """Look at a table of visits, pieces, measurements or what to order, or add what is new of it."""
    listed = read_record_list(name, body.text.encode(), headings_of(request.user.workshop_id, name))
    found = (bringing.bring_in if body.take else bringing.look_at)(request.user, name, listed)
    return RecordListOut(
        taken=body.take,
        new=len(found.new),
        same=found.same,
        refused=len(found.refused),
        rows=[RecordListLine(line=line, what=what) for line, what in found.new[:MOST_SHOWN]],
        refusals=[RefusedListLine(line=r.line, text=r.text, why=r.why) for r in found.refused[:MOST_SHOWN]],
    )


@router.get("/record/{name}.csv", include_in_schema=False)
def as_sheet(
    request: MemberRequest, name: Literal["visits", "pieces", "measurements", "orders", "offers"]
) -> StreamingHttpResponse:
    """A table of the record, for a sheet; sent as it is read."""
    answer = StreamingHttpResponse(
        sheets.written(name, request.user.workshop_id), content_type="text/csv; charset=utf-8"
    )
    answer["Content-Disposition"] = f'attachment; filename="{name}.csv"'
    return answer


@router.get("/record", include_in_schema=False)
def whole(
    request: MemberRequest, unit: UUID | None = None, token: UUID | None = None
) -> StreamingHttpResponse:
    """The record of the workshop as one file, or of one unit; sent as it is read, its progress by `token`."""
    told = telling(request.user.pk, token) if token else silent
    name = "unit" if unit else "workshop"
    answer = StreamingHttpResponse(
        exported(request.user.workshop, [unit] if unit else None, told), content_type="application/zip"
    )
    day = timezone.localdate().isoformat()
    answer["Content-Disposition"] = f'attachment; filename="dentado-{name}-{day}.zip"'
    return answer


@router.get("/record/progress/{token}", response={200: ProgressOut, **PROBLEMS})
def progress(request: MemberRequest, token: UUID) -> ProgressOut:
    """How far the record has come that goes out or in under this token."""
    done, total = progress_of(request.user.pk, token)
    return ProgressOut(done=done, total=total)


@router.post("/record/preview", response={200: RecordPreviewOut, **PROBLEMS})
def look(request: MemberRequest, file: File[UploadedFile]) -> RecordPreviewOut:
    """What is new, the same and different in an export; it is kept for a day to be taken in."""
    if (file.size or 0) > MOST_BYTES:
        raise bad("This file is far too large.", hint="Up to 2 GB; larger ones by ./dentado import.")
    token = uuid4()
    path = _kept(request, token)
    path.parent.mkdir(parents=True, exist_ok=True)
    _clear(path.parent)
    with path.open("wb") as out:
        for chunk in file.chunks():
            out.write(chunk)
    try:
        record = Record(path)
        parts = preview(request.user, record)
    except Exception:
        path.unlink(missing_ok=True)
        raise
    return RecordPreviewOut(
        token=token,
        workshop=record.manifest.workshop,
        made_at=record.manifest.made_at.isoformat(),
        members=record.manifest.members,
        parts=[RecordPartOut(**asdict(part), state=part.state) for part in parts],
    )


@router.post("/record/take", response={200: RecordTakenOut, **PROBLEMS})
def take(request: MemberRequest, body: RecordTakeIn) -> RecordTakenOut:
    """Take in what is new of the chosen parts; doing it twice is the same as once."""
    path = _kept(request, body.token)
    if not path.exists():
        raise RefusedError(404, "not_here", "That file is no longer here.", "Look at it once more.")
    told = telling(request.user.pk, body.token)
    return RecordTakenOut(rows=take_in(request.user, Record(path), body.parts, body.members, told))


def _kept(request: HttpRequest, token: UUID) -> Path:
    """Where an upload lies until it is taken in: each member's own."""
    return Path(settings.VAR) / "imports" / f"{request.user.pk}-{token}.zip"


def _clear(folder: Path) -> None:
    """What was looked at and left goes after a day."""
    now = timezone.now().timestamp()
    for old in folder.glob("*.zip"):
        if now - old.stat().st_mtime > KEPT_SECONDS:
            old.unlink(missing_ok=True)
