"""Between the stored record and the core: entries, gears and removed pieces."""

from __future__ import annotations

from functools import cache
from math import radians
from typing import Any
from uuid import UUID

from django.apps import apps
from django.db import models
from django.db.models import Prefetch
from django.http import Http404
from pydantic import TypeAdapter

from gearing.geometry.gear import Gear
from gearing.inspection.findings import Finding, in_words
from gearing.rebuild import Removed
from gearing.strip.entry import Entry, parse, short_name
from gearing.strip.kinds import kinds
from gearing.strip.order import StripStep

_ENTRY = TypeAdapter(Entry)


class RecordQuerySet(models.QuerySet[Any]):
    """Queries that know how a record is read."""

    def get_or_404(self, *, id: UUID) -> Any:
        """The one with this id, or an answer the front end understands."""
        row = self.filter(id=id).first()
        if row is None:
            raise Http404
        return row

    def with_record(self) -> RecordQuerySet:
        """Steps with all that is shown of them, in a fixed number of queries."""
        return self.prefetch_related(
            Prefetch("pieces", self._pieces()), "pieces__pins", "pieces__ticks", "pieces__worked", "photos"
        )

    @staticmethod
    def _pieces() -> models.QuerySet[Any]:
        return apps.get_model("visits", "Piece").objects.select_related("mate")


def entry_to_json(entry: Entry) -> dict[str, Any]:
    """An entry as stored with its piece."""
    stored: dict[str, Any] = _ENTRY.dump_python(entry, mode="json", exclude_defaults=True)
    return stored


def entry_of(piece: Any) -> Entry:
    """What a piece's line said when it was recorded; a kind no longer known reads as other by its words."""
    kept = piece.entry
    if kept.get("kind") not in kinds():
        kept = {**kept, "kind": "other", "words": kept.get("words") or str(kept.get("kind", ""))}
    return _ENTRY.validate_python(kept)


def gear_of(pin: Any) -> Gear | None:
    """The gear a pinned reading was concluded to be; None for a part that is drawn otherwise."""
    chosen, teeth = pin.chosen, pin.request["teeth"]
    form = pin.request.get("form", "")
    if form in ("wheel", "bevel"):
        return Gear(teeth, chosen["pitch_mm"])
    if form:
        return None
    return Gear(
        teeth=teeth,
        module=chosen["module_mm"],
        pressure_angle=radians(chosen["pressure_angle_deg"]),
        profile_shift=chosen["profile_shift"],
        helix_angle=radians(chosen.get("helix_angle_deg", 0.0)),
        addendum=chosen["addendum"],
        dedendum=chosen["dedendum"],
    )


def read_as(pin: Any) -> str:
    """What a pinned reading says, in a few words."""
    teeth, label = pin.request["teeth"], pin.chosen["label"]
    match pin.request.get("form", ""):
        case "rack":
            return f"{label} rack"
        case "worm":
            return f"{label} worm, {teeth} start{'s' if teeth > 1 else ''}"
    return f"{label}, {teeth} teeth"


def mark_fresh(step: Any, made: list[Any]) -> None:
    """Spare the look-ups of what a step just made cannot have yet."""
    for piece in made:
        piece._prefetched_objects_cache = {
            "pins": _none("GearReading"), "ticks": _none("Tick"), "worked": _none("KeptCalculation"),
        }  # fmt: skip
    pieces = step.pieces.all()
    pieces._result_cache, pieces._prefetch_done = made, True
    step._prefetched_objects_cache = {"photos": _none("Photo"), "pieces": pieces}


@cache
def _none(model: str) -> Any:
    """None of them: one answer for all, since it is only read."""
    return apps.get_model("visits", model).objects.none()


def strip_step(step: Any) -> StripStep:
    """A step as the core sees its order."""
    first, *beside = (entry_of(piece) for piece in step.live_pieces)
    return StripStep(step.number, first, tuple(beside))


def live_pins(piece: Any) -> list[Any]:
    """The readings that stand, by rim. Filters in memory: they are prefetched."""
    return sorted((pin for pin in piece.pins.all() if not pin.superseded), key=lambda pin: pin.rim)


def live_ticks(piece: Any) -> list[Any]:
    """The counts that stand."""
    return [tick for tick in piece.ticks.all() if not tick.undone]


def live_work(piece: Any) -> list[Any]:
    """What was worked out for it and stands."""
    return [calculation for calculation in piece.worked.all() if not calculation.taken_back]


def renewed(piece: Any, entry: Entry) -> bool:
    """Whether a new one goes in the place of a piece, by the rule the plan goes by."""
    instead = parse(piece.instead) if piece.instead else None
    return Removed(0, entry, piece.verdict, instead=instead).renewed


def removed(step: Any) -> list[Removed]:
    """The pieces of a step as the rebuild sees them."""
    return [_removed(step, piece) for piece in step.live_pieces]


def removed_pieces(visit: Any) -> list[Removed]:
    """What the core needs to know of every piece that came off."""
    return [
        piece for step in visit.steps.filter(number__isnull=False).with_record() for piece in removed(step)
    ]


def _removed(step: Any, piece: Any) -> Removed:
    gears = [read_as(pin) for pin in live_pins(piece)]
    return Removed(
        step=step.number,
        at=piece.at,
        entry=entry_of(piece),
        verdict=piece.verdict,
        gear=" and ".join(gears),
        answered=sum(tick.count for tick in live_ticks(piece)),
        instead=parse(piece.instead) if piece.instead else None,
        mate=short_name(entry_of(piece.mate)) if piece.mate_id else "",
        came_with=piece.came_with,
        worked=tuple((calculation.says, calculation.mind) for calculation in live_work(piece)),
    )


def found_of(piece: Any) -> str:
    """What was found of a piece, in words and as it was picked."""
    kind = entry_of(piece).kind
    seen = [
        in_words(
            kind,
            Finding(
                str(row.get("what", "")),
                tuple(row.get("teeth") or ()),
                str(row.get("face") or ""),
                float(row.get("mm") or 0),
                float(row.get("radius") or 0),
            ),
        )
        for row in piece.findings
    ]
    return ", ".join(each for each in [piece.finding, *seen] if each)[:200]
