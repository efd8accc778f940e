"""Routes for who is signed in, and the words every screen shares."""

from django.conf import settings
from django.http import HttpRequest
from django.views.decorators.csrf import ensure_csrf_cookie
from ninja import Router
from ninja.decorators import decorate_view

from gearing.rebuild import OUTCOMES, VERDICTS
from gearing.strip.entry.runs import SURROUNDINGS
from gearing.strip.kinds import kinds
from gearing.workshop.stages import STAGES, WAITS
from gearing.workshop.units import conditions, symptoms, unit_kinds
from sums.base import Model

from .. import services

router = Router(tags=["workshop"])


class Session(Model):
    """Who is signed in; empty for nobody. `key` tells one member from another on a shared device."""

    member: str
    workshop: str
    key: str
    role: str
    sample: bool
    version: str


NOBODY = Session(member="", workshop="", key="", role="", sample=False, version="")


class Word(Model):
    """A key and what it is called on screen."""

    key: str
    label: str


class UnitKindOut(Word):
    power: str
    notice: str


class PieceKindOut(Word):
    off: str
    on: str


class VerdictOut(Model):
    """What can be found of a piece; `renews` where a new one goes in for it."""

    key: str
    label: str
    renews: bool


class Vocabulary(Model):
    """The words the screens share, all from the core's data."""

    stages: list[Word]
    waits: list[Word]
    outcomes: list[Word]
    verdicts: list[VerdictOut]
    units: list[UnitKindOut]
    pieces: list[PieceKindOut]
    symptoms: list[Word]
    conditions: list[Word]
    surroundings: list[Word]


def session_of(request: HttpRequest) -> Session:
    """Who asks."""
    member = request.user
    if not member.is_authenticated:
        return NOBODY
    return Session(
        member=member.called,
        workshop=member.workshop.name,
        key=str(member.pk),
        role=member.role,
        sample=member.workshop.sample,
        version=settings.VERSION,
    )


@router.get("/session", response=Session, auth=None)
@decorate_view(ensure_csrf_cookie)
def who(request: HttpRequest) -> Session:
    """Who is signed in on this device."""
    return session_of(request)


@router.delete("/session", response=Session)
def sign_out(request: HttpRequest) -> Session:
    """Sign out."""
    services.sign_out(request)
    return NOBODY


@router.get("/vocabulary", response=Vocabulary)
def vocabulary(request: HttpRequest) -> Vocabulary:
    """Stages, kinds, symptoms and the other words of the bench."""
    return Vocabulary(
        stages=_words(STAGES),
        waits=_words(WAITS),
        outcomes=_words(OUTCOMES),
        verdicts=[VerdictOut(key=v.key, label=v.label, renews=v.renews) for v in VERDICTS.values()],
        units=[
            UnitKindOut(key=u.key, label=u.label, power=u.power, notice=u.notice)
            for u in unit_kinds().values()
        ],
        pieces=[PieceKindOut(key=k.key, label=k.label, off=k.off, on=k.on) for k in kinds().values()],
        symptoms=_words(symptoms()),
        conditions=_words(conditions()),
        surroundings=_words(SURROUNDINGS),
    )


def _words(table: dict[str, str]) -> list[Word]:
    return [Word(key=key, label=label) for key, label in table.items()]
