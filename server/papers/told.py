"""What a report tells: the visit in plain words, without anything that is only the bench's own."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from datetime import date
from decimal import Decimal
from uuid import UUID

from gearing.diagnosis import faults
from gearing.strip.entry import short_name
from gearing.workshop.stages import FILED
from gearing.workshop.units import conditions, symptoms, unit_kind
from orders import costs
from visits.mapping import entry_of, found_of, gear_of, live_pins
from visits.models import Photo, Piece, Visit
from visits.proving import results_of
from workshop.models import Member

MOST_PHOTOS = 10


@dataclass(frozen=True, slots=True)
class ToldPhoto:
    """A picture, what it shows, and where its pins are, in shares of its width and height."""

    id: UUID
    says: str
    pins: tuple[tuple[float, float], ...]


@dataclass(frozen=True, slots=True)
class ToldCheck:
    name: str
    band: str
    says: str
    held: bool


@dataclass(frozen=True, slots=True)
class Told:
    """A report, ready to be shown."""

    workshop: str
    unit: str
    kind: str
    model: str
    owner: str
    number: int
    came: date
    done: date | None
    complaint: str
    heard: tuple[str, ...]
    cause: str
    handed_back: str
    found: tuple[tuple[str, str], ...]
    renewed: tuple[str, ...]
    cleaned: tuple[str, ...]
    instead: tuple[tuple[str, str], ...]
    gears: tuple[tuple[str, str], ...]
    checks: tuple[ToldCheck, ...]
    costs: tuple[tuple[str, str], ...]
    total: str
    to_watch: str
    again: date | None
    cautions: tuple[str, ...]
    photos: tuple[ToldPhoto, ...]

    @property
    def headline(self) -> str:
        """The one thing its owner wants to know."""
        if self.handed_back:
            return f"{self.unit} goes back not mended"
        if self.renewed:
            return f"{self.unit} is mended: {_listed(self.renewed)} new"
        return f"{self.unit} is mended"


def told(member: Member, visit: Visit) -> Told:
    """The report of a visit as its record stands."""
    pieces = list(
        Piece.objects.filter(step__visit=visit, step__number__isnull=False, taken_back=False)
        .select_related("step")
        .prefetch_related("ticks", "pins")
        .order_by("step__number", "at")
    )
    names = {piece.id: short_name(entry_of(piece)) for piece in pieces}
    known = faults()
    kind = unit_kind(visit.unit.kind)
    bill = costs.bill_of(member, visit)
    money = costs.terms_of(visit.unit.workshop_id).currency
    priced = [(line.what, _money(line.amount, money)) for line in bill.lines]
    if bill.work:
        priced.append(("work", _money(bill.work, money)))
    return Told(
        workshop=visit.unit.workshop.name,
        unit=visit.unit.label,
        kind=kind.label,
        model=visit.unit.model,
        owner=visit.unit.owner_label,
        number=visit.number,
        came=visit.recorded_at.date(),
        done=_filed_on(visit),
        complaint=visit.complaint,
        heard=tuple(
            [symptoms().get(key, key) for key in visit.symptoms]
            + [conditions().get(key, key) for key in visit.conditions]
        ),
        cause=known[visit.cause].name if visit.cause in known else "",
        handed_back=visit.handed_back,
        found=tuple((names[piece.id], said) for piece in pieces if (said := found_of(piece))),
        renewed=tuple(names[piece.id] for piece in pieces if _went(piece, "new")),
        cleaned=tuple(names[piece.id] for piece in pieces if piece.verdict == "clean"),
        instead=tuple((names[piece.id], piece.instead) for piece in pieces if piece.instead),
        gears=tuple(
            (names[piece.id], f"{int(gear.teeth)} teeth, {float(gear.module):.3g} module")
            for piece in pieces
            for gear in map(gear_of, live_pins(piece))
            if gear
        ),
        checks=tuple(
            ToldCheck(
                result.name,
                result.band,
                _went_so(result.value, result.unit, result.outcome, result.note),
                result.outcome == "met",
            )
            for result in results_of(visit).values()
        ),
        costs=tuple(priced),
        total=_money(bill.total, money) if priced else "",
        to_watch=visit.to_watch,
        again=visit.look_again_on,
        cautions=_cautions(visit, kind.notice),
        photos=_photos(visit, names),
    )


def _filed_on(visit: Visit) -> date | None:
    """When it was filed last; None while it is not. What is looked at later moves nothing."""
    if visit.stage != FILED:
        return None
    moves = visit.changes.filter(verb="stage").order_by("-id")
    last = next((move for move in moves if (move.after or {}).get("stage") == FILED), None)
    return last.at.date() if last else visit.changed_at.date()


def _went(piece: Piece, outcome: str) -> bool:
    return any(tick.outcome == outcome and not tick.undone for tick in piece.ticks.all())


def _went_so(value: float | None, unit: str, outcome: str, note: str) -> str:
    figure = f"{value:g} {unit}" if value is not None else ""
    return ", ".join(part for part in (figure, outcome if outcome != "met" else "", note) if part)


def _cautions(visit: Visit, notice: str) -> tuple[str, ...]:
    decided = visit.decision if isinstance(visit.decision, Mapping) else {}
    said = [notice, *(str(each) for each in decided.get("cautions", ()))]
    return tuple(dict.fromkeys(each for each in said if each))


def _photos(visit: Visit, names: Mapping[UUID, str]) -> tuple[ToldPhoto, ...]:
    """Those with pins first: they show what was found."""
    kept = list(visit.photos.select_related("step").prefetch_related("step__pieces"))
    kept.sort(key=lambda photo: (not photo.marks, photo.recorded_at))
    return tuple(
        ToldPhoto(photo.id, _shows(photo, names), tuple(_pins(photo))) for photo in kept[:MOST_PHOTOS]
    )


def _shows(photo: Photo, names: Mapping[UUID, str]) -> str:
    if photo.step is None:
        return "as it came"
    pieces = [names[piece.id] for piece in photo.step.pieces.all() if piece.id in names]
    return f"step {photo.step.number}: {_listed(pieces)}" if pieces else f"step {photo.step.number}"


def _pins(photo: Photo) -> list[tuple[float, float]]:
    return [(float(mark.get("x", 0)), float(mark.get("y", 0))) for mark in photo.marks]


def _money(amount: Decimal | None, currency: str) -> str:
    return "not priced" if amount is None else f"{amount:.2f} {currency}".strip()


def _listed(names: tuple[str, ...] | list[str]) -> str:
    unique = list(dict.fromkeys(names))
    if len(unique) > 3:
        return f"{', '.join(unique[:3])} and {len(unique) - 3} more"
    return ", ".join(unique[:-1]) + (" and " if len(unique) > 1 else "") + unique[-1] if unique else ""
