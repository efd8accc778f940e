"""Every request counted and kept under a number; the counts are shown to whoever has the token."""

from __future__ import annotations

import re
import time
from collections.abc import Callable
from hmac import compare_digest
from uuid import uuid4

from django.conf import settings
from django.http import HttpRequest, HttpResponse
from django.utils.functional import LazyObject, empty

from sums.apart import worked

from .journal import entered, request_id, where
from .measures import counted, exposition

PATH = "/metrics"
_KIND = re.compile(r"<(?:\w+:)?(\w+)>")
"""Django's places in a pattern; they are written as the API's document has them."""


class Watched:
    """Outermost but for ``/health``: what goes wrong further in is seen here as it was answered."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        if request.path == PATH:
            return _metrics(request)
        began, worked_before = time.perf_counter(), time.thread_time()
        worked.set(0.0)
        number = uuid4().hex[:12]
        held = request_id.set(number)
        try:
            answer = self.get_response(request)
        finally:
            request_id.reset(held)
        spent = time.perf_counter() - began
        answer["X-Request-Id"] = number
        if request.path.startswith("/assets/"):
            return answer
        route = _route(request)
        counted(request.method or "", route, answer.status_code, spent)
        entered(
            {
                "id": number,
                "method": request.method,
                "route": route,
                "status": answer.status_code,
                "ms": round(1000 * spent, 1),
                "worked_ms": round(1000 * (time.thread_time() - worked_before + worked.get()), 1),
                **asked_by(request),
            },
            failed=where(request.failed_by) if hasattr(request, "failed_by") else "",
        )
        return answer


def _route(request: HttpRequest) -> str:
    """The pattern that was met: a path has ids in it, and tokens."""
    match = request.resolver_match
    if match is None:
        return "none"
    return "page" if match.url_name == "page" else _KIND.sub(r"{\1}", f"/{match.route}")


def asked_by(request: HttpRequest) -> dict[str, int | None]:
    """Member and workshop by number, where they were asked for anyway: nothing is looked up for the log."""
    member = request.__dict__.get("user")
    if member is None or (isinstance(member, LazyObject) and member.__dict__.get("_wrapped", empty) is empty):
        return {"member": None, "workshop": None}
    return {"member": getattr(member, "pk", None), "workshop": getattr(member, "workshop_id", None)}


def _metrics(request: HttpRequest) -> HttpResponse:
    """In the OpenMetrics format; without its token there is no such page."""
    said = request.headers.get("Authorization", "").removeprefix("Bearer ").encode()
    if not settings.METRICS_TOKEN or not compare_digest(said, settings.METRICS_TOKEN.encode()):
        return HttpResponse("Not found.", status=404, content_type="text/plain")
    text, kind = exposition()
    return HttpResponse(text, content_type=kind)
