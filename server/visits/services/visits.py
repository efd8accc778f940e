"""Opening a visit and moving it through its stages."""

from __future__ import annotations

from typing import Any
from uuid import UUID

from django.db.models import Max

from gearing.errors import GearingError
from gearing.rebuild import left_over
from gearing.workshop.stages import FILED, Standing, check_stage
from gearing.workshop.units import unit_kind, unit_kinds
from workshop.models import Member
from workshop.transactions import write

from ..first_shape import CHECKS
from ..mapping import removed_pieces
from ..models import Unit, Visit
from ..proving import proof_of
from .again import count_use, make_reminders
from .base import own_visit, remember, settle, taken
from .pace import keep_what_it_took

UNIT_FIELDS = ("kind", "label", "model", "owner_label")
VISIT_FIELDS = ("complaint", "use_so_far", "symptoms", "conditions")


@write
def open_visit(member: Member, visit_id: UUID, unit_id: UUID, fields: dict[str, Any]) -> Visit:
    """Take a unit in. The unit is made if its id is new; one that was here before stays as it is recorded.

    Raises
    ------
    GearingError
        If the kind of unit is unknown or an id belongs elsewhere.
    """
    if fields["kind"] not in unit_kinds():
        raise GearingError(
            "Pick what kind of unit it is.",
            code="no_unit_kind",
            field="kind",
            hint="Other geared unit will do.",
        )
    unit, made = Unit.objects.select_for_update().get_or_create(
        id=unit_id,
        defaults={
            "workshop_id": member.workshop_id,
            "recorded_by": member,
            **{field: fields[field] for field in UNIT_FIELDS},
        },
    )
    if unit.workshop_id != member.workshop_id:
        raise taken("unit")
    # Looked for under the unit's lock: sent twice at once, the second finds what the first made.
    known = Visit.objects.filter(id=visit_id).select_related("unit").first()
    if known:
        if known.unit_id != unit.id:
            raise taken("visit")
        return known
    last = unit.visits.aggregate(last=Max("number"))["last"] or 0
    visit = Visit.objects.create(
        id=visit_id,
        unit=unit,
        number=last + 1,
        recorded_by=member,
        **{field: fields[field] for field in VISIT_FIELDS},
    )
    remember(visit, member, "opened", visit.id, after={"unit": str(unit.id), "new_unit": made})
    count_use(visit)
    return visit


def standing(visit: Visit, stage: str = FILED) -> Standing:
    """How far the visit has come, for the rules of the stages; the proof is only asked for to file it."""
    pieces = removed_pieces(visit)
    return Standing(
        steps=len(pieces),
        unanswered=sum(left.count for left in left_over(pieces)),
        checks_left=len(proof_of(visit).open) if stage == FILED and not visit.handed_back else 0,
    )


@write
def enter_stage(member: Member, visit_id: UUID, stage: str, based_on: str | None = None) -> Visit:
    """Move the visit to a stage, forward or back.

    Raises
    ------
    GearingError
        If the ground for that stage is not laid.
    """
    visit = own_visit(member, visit_id, lock=True)
    check_stage(stage, standing(visit, stage))
    base = None if based_on is None else {"stage": based_on}
    filed = stage == FILED and visit.stage != FILED
    visit = set_fields(visit, member, "stage", base, stage=stage)
    if filed:
        _to_be_fetched(member, visit)
        keep_what_it_took(visit)
        make_reminders(member, visit)
    return visit


FETCHED = {"waits_for": "owner", "waits_note": "ready to fetch"}


def _to_be_fetched(member: Member, visit: Visit) -> None:
    """What is filed is done here: it waits for its owner, unless it was said to wait for something."""
    if visit.waits_for == "me":
        note = "ready to fetch, not mended" if visit.handed_back else FETCHED["waits_note"]
        set_fields(visit, member, "waits", None, **{**FETCHED, "waits_note": note})


@write
def wait_for(
    member: Member, visit_id: UUID, waits_for: str, note: str, based_on: dict[str, Any] | None = None
) -> Visit:
    """Say what the visit waits for."""
    visit = own_visit(member, visit_id, lock=True)
    return set_fields(visit, member, "waits", based_on, waits_for=waits_for, waits_note=note)


@write
def set_check(member: Member, visit_id: UUID, check: str, done: bool) -> Visit:
    """Tick or untick one of the checks that prove the unit.

    Raises
    ------
    GearingError
        If that is no check of this kind of unit.
    """
    visit = own_visit(member, visit_id, lock=True)
    # A device of an earlier version still says the sentence.
    check = CHECKS.get(check, check)
    if check not in unit_kind(visit.unit.kind).prove:
        raise GearingError(
            "That check is not one of this unit's.",
            code="unknown_check",
            field="check",
            hint="Reload the page.",
        )
    kept = [c for c in visit.checks_done if c != check]
    return set_fields(visit, member, "check", None, checks_done=[*kept, check] if done else kept)


@write
def note_to_watch(member: Member, visit_id: UUID, text: str, based_on: str | None = None) -> Visit:
    """Keep what to watch and when to open it next."""
    visit = own_visit(member, visit_id, lock=True)
    base = None if based_on is None else {"to_watch": based_on}
    return set_fields(visit, member, "to watch", base, to_watch=text)


@write
def follow_guide(member: Member, visit_id: UUID, guide_id: UUID | None) -> Visit:
    """Take an earlier visit's row as the guide, or none.

    Raises
    ------
    GearingError
        If the visit would guide itself, or the other has no row.
    """
    visit = own_visit(member, visit_id, lock=True)
    guide = own_visit(member, guide_id) if guide_id else None
    if guide and (guide.id == visit.id or not guide.steps.filter(number__isnull=False).exists()):
        raise GearingError(
            "That visit has no row to go by.",
            code="no_guide",
            field="guide_id",
            hint="Pick one whose strip was recorded.",
        )
    if visit.guide_id != (guide.id if guide else None):
        before = str(visit.guide_id or "")
        visit.guide = guide
        visit.save(update_fields=["guide"])
        remember(
            visit, member, "guide", visit.id, before={"guide": before}, after={"guide": str(guide_id or "")}
        )
    return visit


def set_fields(
    visit: Visit, member: Member, verb: str, based_on: dict[str, Any] | None, **mine: Any
) -> Visit:
    """Write fields of a visit with a line of history, unless others changed the same meanwhile."""
    before = {name: getattr(visit, name) for name in mine}
    fields = settle(visit, visit.id, based_on, mine, before)
    if before == fields:
        return visit
    for name, value in fields.items():
        setattr(visit, name, value)
    visit.save(update_fields=[*fields])
    remember(visit, member, verb, visit.id, before=before, after=fields)
    return visit
