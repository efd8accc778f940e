"""Steps as the API says them, kept ready in memory until something of them changes."""

from __future__ import annotations

import json
from datetime import datetime, timedelta
from uuid import UUID

from django.http import HttpResponse
from ninja.responses import NinjaJSONEncoder

from workshop.lru_cache import LruCache

from .models import Step, Visit
from .schemas import step_out, visit_head

MOST_CHARACTERS = 24_000_000
"""About as many bytes of memory are kept for steps, in each process."""

OVERLAP = timedelta(seconds=2)
"""Clocks of two servers of one record differ by less. What is said twice does no harm."""

Key = tuple[UUID, datetime]

_kept: LruCache[Key, str] = LruCache(MOST_CHARACTERS, len)


def visit_json(visit: Visit, since: datetime | None = None) -> str:
    """A visit as the API's ``VisitOut``; with `since`, of its steps only those that changed from then on."""
    rows = visit.steps.values_list("id", "number", "changed_at")
    if since is None:
        found = rows.filter(number__isnull=False)
    else:
        found = rows.filter(changed_at__gte=since - OVERLAP)
    gone = [step_id for step_id, number, _ in found if number is None]
    head = visit_head(visit, gone, whole=since is None)
    text = json.dumps(head.model_dump(), cls=NinjaJSONEncoder)
    steps = _said([(step_id, changed_at) for step_id, number, changed_at in found if number is not None])
    return f'{text[:-1]}, "steps": [{", ".join(steps)}]}}'


def _said(keys: list[Key]) -> list[str]:
    said = {step_id: _kept.get((step_id, changed_at)) for step_id, changed_at in keys}
    missing = [step_id for step_id, text in said.items() if text is None]
    if missing:
        for step in Step.objects.filter(id__in=missing, number__isnull=False).with_record():
            said[step.id] = made = json.dumps(step_out(step).model_dump(), cls=NinjaJSONEncoder)
            # Under the stamp it was read with: it may have changed since the keys were.
            _kept.put((step.id, step.changed_at), made)
    return [text for text in said.values() if text is not None]


def visit_answer(visit: Visit, since: datetime | None = None) -> HttpResponse:
    """The same as an answer of the API."""
    return HttpResponse(visit_json(visit, since), content_type="application/json; charset=utf-8")
