"""What a request changed, said in its answer: the device that asked need not look again for its own doing."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from contextlib import contextmanager
from contextvars import ContextVar
from datetime import datetime
from uuid import UUID

from django.http import HttpRequest, HttpResponse

HEADER = "Dentado-Changed"
"""``visit before after``, several parted by commas: a device that stood at `before` now stands at `after`."""

_made: ContextVar[dict[UUID, tuple[str, str]] | None] = ContextVar("made", default=None)


def stamp(at: datetime) -> str:
    """An instant as the API's JSON says it.

    Examples
    --------
    >>> from datetime import UTC
    >>> stamp(datetime(2026, 3, 1, 12, 0, 0, 123456, tzinfo=UTC))
    '2026-03-01T12:00:00.123Z'
    """
    said = at.isoformat()
    return (said[:23] + said[26:] if at.microsecond else said).replace("+00:00", "Z")


def note_changed(visit_id: UUID, before: datetime, after: datetime) -> None:
    """A visit went from one stamp to the next; several in one request are one step."""
    made = _made.get()
    if made is not None:
        known = made.get(visit_id)
        first = known[0] if known and known[1] == stamp(before) else stamp(before)
        made[visit_id] = (first, stamp(after))


@contextmanager
def undone() -> Iterator[None]:
    """What changes within is not told: it is taken back."""
    before = _made.set(None)
    try:
        yield
    finally:
        _made.reset(before)


MOST_TOLD = 20
"""Visits that an answer speaks of; of more it says nothing, and who looks at one asks again."""


class SaysChanged:
    """Middleware: the header on answers that changed a visit."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        _made.set({})
        answer = self.get_response(request)
        made = _made.get()
        if made and len(made) <= MOST_TOLD and answer.status_code < 400:
            answer[HEADER] = ", ".join(f"{visit} {before} {after}" for visit, (before, after) in made.items())
        _made.set(None)
        return answer
