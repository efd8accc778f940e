"""One answer for a database that cannot be reached: say so, keep what was typed."""

from collections.abc import Callable

from django.db import InterfaceError, OperationalError
from django.http import HttpRequest, HttpResponse, JsonResponse

from door.views import away

LOST = {
    "problem": "The record cannot be reached just now.",
    "field": "",
    "hint": "What you entered is kept on this device and is sent again by itself.",
}


class LostDatabase:
    """Turns a lost connection into a 503 the front end waits out."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        return self.get_response(request)

    def process_exception(self, request: HttpRequest, error: Exception) -> HttpResponse | None:
        if not isinstance(error, OperationalError | InterfaceError):
            return None
        return JsonResponse(LOST, status=503) if request.path.startswith("/api/") else away(request)
