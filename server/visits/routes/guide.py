"""Routes of the guide: an earlier row of the same model laid beside the one being stripped."""

from __future__ import annotations

from uuid import UUID

from django.db.models import Case, Count, IntegerField, Q, Value, When
from ninja import Router

from gearing.strip.comparison import lay_beside
from gearing.strip.entry import strip_title
from sums.base import Model, Problem
from workshop.authentication import MemberRequest

from .. import services
from ..models import Visit
from ..row_seen import off_of
from ..services.base import own_visit

router = Router(tags=["guide"])
PROBLEMS = {404: Problem, 409: Problem, 422: Problem, 503: Problem}
MOST_GUIDES = 20
MOST_LOOKED_AT = 200


class GuideChoice(Model):
    """A visit that could guide this one; `same_unit` and `same_model` come first."""

    id: UUID
    label: str
    model: str
    number: int
    steps: int
    same_model: bool


class GuideStep(Model):
    """A step of the guide; `here` is the step it was met as."""

    id: UUID
    number: int
    line: str
    title: str
    photo: UUID | None
    here: int | None


class DifferenceOut(Model):
    before: int | None
    now: int | None
    says: str


class GuideOut(Model):
    """The guide's row, how far it is followed, and what differed; choices where there is none."""

    guide_id: UUID | None
    label: str
    steps: list[GuideStep]
    next: int | None
    differences: list[DifferenceOut]
    choices: list[GuideChoice]


class GuideIn(Model):
    guide_id: UUID | None


@router.get("/visits/{visit_id}/guide", response={200: GuideOut, **PROBLEMS})
def guide(request: MemberRequest, visit_id: UUID) -> GuideOut:
    """An earlier row beside this one."""
    return _out(own_visit(request.user, visit_id))


@router.put("/visits/{visit_id}/guide", response={200: GuideOut, **PROBLEMS})
def follow(request: MemberRequest, visit_id: UUID, body: GuideIn) -> GuideOut:
    """Go by an earlier row, or by none."""
    return _out(services.follow_guide(request.user, visit_id, body.guide_id))


def _out(visit: Visit) -> GuideOut:
    if visit.guide is None:
        return GuideOut(guide_id=None, label="", steps=[], next=None, differences=[], choices=_choices(visit))
    theirs = off_of(visit.guide)
    beside = lay_beside(theirs, off_of(visit))
    met = dict(beside.matched)
    steps = visit.guide.steps.filter(number__isnull=False).prefetch_related("photos")
    entries = {step.number: step.entries for step in theirs}
    return GuideOut(
        guide_id=visit.guide.id,
        label=f"{visit.guide.unit.label}, visit {visit.guide.number}",
        steps=[
            GuideStep(
                id=step.id,
                number=step.number,
                line=step.line,
                title=strip_title(*entries[step.number]),
                photo=next((photo.id for photo in step.photos.all()), None),
                here=met.get(step.number),
            )
            for step in steps
        ],
        next=beside.next,
        differences=[DifferenceOut(before=d.before, now=d.now, says=d.says) for d in beside.differences],
        choices=[],
    )


def _same(visit: Visit) -> Q:
    same = Q(unit_id=visit.unit_id)
    return same | Q(unit__model=visit.unit.model) if visit.unit.model else same


def _alike(visit: Visit) -> Q:
    return _same(visit) | Q(unit__kind=visit.unit.kind)


def like_it(visit: Visit) -> list[Visit]:
    """Visits with a row, the same unit first, then the same model, then the same kind."""
    with_row = (
        Visit.objects.filter(workshop_id=visit.unit.workshop_id)
        .exclude(id=visit.id)
        .filter(_alike(visit))
        .select_related("unit")
        .annotate(many=Count("steps", filter=Q(steps__number__isnull=False)))
        .filter(many__gt=0)
    )
    model = Case(When(_same(visit), then=Value(0)), default=Value(1), output_field=IntegerField())
    return list(with_row.order_by(model, "-changed_at")[:MOST_LOOKED_AT])


def _choices(visit: Visit) -> list[GuideChoice]:
    guides = []
    for other in like_it(visit):
        unit = other.unit
        same = unit.id == visit.unit_id or bool(unit.model and unit.model == visit.unit.model)
        guides.append(
            GuideChoice(
                id=other.id,
                label=unit.label,
                model=unit.model,
                number=other.number,
                steps=other.many,  # type: ignore[attr-defined]
                same_model=same,
            )
        )
    return sorted(guides, key=lambda guide: (not guide.same_model, -guide.steps))[:MOST_GUIDES]
