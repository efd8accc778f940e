"""What is on paper of a visit: its sheet, its report, its labels."""

from __future__ import annotations

from django.utils import timezone

from gearing.sheet import parts_of, sheet_of
from gearing.sheet.layout import GearsRead
from gearing.strip.comparison import Difference, by_step, lay_beside
from visits.mapping import gear_of, live_pins, strip_step
from visits.models import Step, Visit
from workshop.models import Member

from .labels import Label, labels_pdf
from .report import report_pdf, small_jpeg
from .sheet import sheet_pdf
from .told import told

MOST_PLACES = 40


def steps_of(visit: Visit) -> list[Step]:
    """The row with all that is drawn of it."""
    return list(visit.steps.filter(number__isnull=False).with_record())


def read_of(steps: list[Step]) -> GearsRead:
    """The gears read so far, by piece and rim."""
    return {
        (step.number or 0, piece.at): {pin.rim: gear for pin in live_pins(piece) if (gear := gear_of(pin))}
        for step in steps
        for piece in step.live_pieces
    }


def versions_of(visit: Visit) -> tuple[Difference, ...]:
    """In what this row differs from the one it was stripped by."""
    if visit.guide is None:
        return ()
    theirs = [strip_step(step) for step in steps_of(visit.guide)]
    mine = [strip_step(step) for step in steps_of(visit)]
    return lay_beside(theirs, mine).differences


def sheet_of_visit(visit: Visit, paper: str) -> bytes:
    """The exploded sheet."""
    kept = steps_of(visit)
    steps, read = [strip_step(step) for step in kept], read_of(kept)
    unit = visit.unit
    title = f"{unit.label}, {unit.model}" if unit.model else unit.label
    notes = [f"{len(steps)} steps in the order they came off, drawn {timezone.localdate():%d %b %Y}."]
    versions = versions_of(visit)
    if versions:
        notes.append("Otherwise than the row before: " + "; ".join(each.says for each in versions))
    otherwise = by_step(versions)
    foot = f"{unit.workshop.name} · {title} · visit {visit.number}"
    drawing, parts = sheet_of(steps, read, otherwise), parts_of(steps, read, otherwise)
    return sheet_pdf(title, foot, drawing, parts, notes, paper)


def report_of(member: Member, visit: Visit, paper: str) -> bytes:
    """The report for the owner."""
    said = told(member, visit)
    pictures = {}
    for photo in visit.photos.filter(id__in=[each.id for each in said.photos]):
        try:
            with photo.image.open() as opened:
                pictures[str(photo.id)] = small_jpeg(opened)
        except (FileNotFoundError, OSError):
            # A picture that is gone leaves the report as it is.
            continue
    return report_pdf(said, pictures, paper)


def labels_of(visit: Visit, address: str, paper: str) -> bytes:
    """For the unit, its tray, its box, and each place its pieces lie in."""
    unit = visit.unit
    who = " · ".join(part for part in (unit.owner_label, f"visit {visit.number}") if part)
    labels = [Label(unit.label, what, who) for what in ("unit", "tray", "box", "bag")]
    places: dict[str, list[str]] = {}
    for step in steps_of(visit):
        for entry in strip_step(step).entries:
            if entry.place:
                places.setdefault(entry.place, []).append(str(step.number))
    labels += [
        Label(place, f"step{'s' if len(steps) > 1 else ''} {', '.join(steps)}", unit.label)
        for place, steps in sorted(places.items())[:MOST_PLACES]
    ]
    return labels_pdf(labels, address, paper)
