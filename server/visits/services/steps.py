"""Recording the strip."""

from __future__ import annotations

from uuid import UUID

from django.db.models import Max

from gearing.strip.entry import Entry, read_line
from gearing.strip.kinds import taught
from shelf.services import names_of
from workshop.models import Member
from workshop.transactions import write

from ..mapping import entry_to_json, mark_fresh
from ..models import Photo, Piece, Step
from .base import own_visit, remember, settle, taken


@write
def record_step(
    member: Member,
    visit_id: UUID,
    step_id: UUID,
    line: str,
    photo_ids: list[UUID] | None = None,
    based_on: str | None = None,
) -> Step:
    """Lay a piece down in the row, or reword one that lies there.

    The same id with the same line is the same step; with another line it is
    that step corrected, and the history keeps what it was. `based_on` is the
    line as the device knew it, empty for a new step: one that comes again after
    others corrected it takes nothing of that back.

    Raises
    ------
    GearingError
        If the line is empty or too long, or the id belongs to another visit.
    RefusedError
        If others reworded it meanwhile.
    """
    with taught(names_of(member.workshop_id or 0)):
        entries = read_line(line)
    visit = own_visit(member, visit_id, lock=True, bare=True)
    step = Step.objects.filter(id=step_id).prefetch_related("pieces").first()
    if step is None:
        last = Step.objects.filter(visit=visit).aggregate(last=Max("number"))["last"] or 0
        step = Step.objects.create(
            id=step_id, visit=visit, number=last + 1, line=line.strip(), recorded_by=member
        )
        made = Piece.objects.bulk_create(
            Piece(id=piece_id(step_id, at), step=step, at=at, entry=entry_to_json(entry), recorded_by=member)
            for at, entry in enumerate(entries)
        )
        remember(visit, member, "laid down", step_id, after={"line": step.line})
        mark_fresh(step, made)
    elif step.visit_id != visit.id:
        raise taken("step")
    elif step.line != line.strip() and based_on != "":
        base = None if based_on is None else {"line": based_on}
        settle(visit, step_id, base, {"line": line.strip()}, {"line": step.line})
        before, step.line = step.line, line.strip()
        step.save(update_fields=["line"])
        _reword(step, entries, member)
        step = visit.steps.with_record().get(id=step_id)
        remember(visit, member, "reworded", step_id, before={"line": before}, after={"line": step.line})
    if photo_ids:
        pictures = Photo.objects.filter(id__in=photo_ids, visit=visit)
        Step.touch([step.id, *pictures.values_list("step_id", flat=True)])
        pictures.update(step=step)
        step = visit.steps.with_record().get(id=step_id)
    return step


def piece_id(step_id: UUID, at: int) -> UUID:
    """The id of a piece: the first shares its step's, the next count on from it.

    A device can so speak of each before it is sent.
    """
    return UUID(int=(step_id.int + at) % 2**128)


def _reword(step: Step, entries: tuple[Entry, ...], member: Member) -> None:
    """The pieces of a corrected line: each stays in its place with what was found of it; none is deleted."""
    known = {piece.at: piece for piece in step.pieces.all()}
    for at, entry in enumerate(entries):
        if piece := known.pop(at, None):
            piece.entry, piece.taken_back = entry_to_json(entry), False
            piece.save(update_fields=["entry", "taken_back"])
        else:
            Piece.objects.create(
                id=piece_id(step.id, at), step=step, at=at, entry=entry_to_json(entry), recorded_by=member
            )
    Piece.objects.filter(id__in=[piece.id for piece in known.values()]).update(taken_back=True)
    Step.touch([step.id])


@write
def set_undone(member: Member, visit_id: UUID, step_id: UUID, undone: bool) -> Step:
    """Take a step back, or bring it back to the end of the row.

    Steps after it keep their numbers, so that "after 3" still means the same.
    """
    visit = own_visit(member, visit_id, lock=True)
    step = visit.steps.with_record().get_or_404(id=step_id)
    if undone == (step.number is None):
        return step
    before = step.number
    if undone:
        step.number = None
    else:
        step.number = (visit.steps.aggregate(last=Max("number"))["last"] or 0) + 1
    step.save(update_fields=["number"])
    verb = "taken back" if undone else "brought back"
    remember(visit, member, verb, step_id, before={"number": before}, after={"number": step.number})
    return step
