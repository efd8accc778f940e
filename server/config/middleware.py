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


# MariaDB's own errors that pass by themselves or are the disk's, not the query's: too many
# connections, shutting down, lock wait, deadlock, disk or table full, read-only, killed.
PASSING = frozenset({1021, 1040, 1053, 1114, 1158, 1159, 1160, 1161, 1205, 1213, 1290, 1317, 1927})


def lost(error: Exception) -> bool:
    """Whether the database is away, and not the query wrong. Codes from 2000 are the connection's."""
    code = error.args[0] if error.args else 2000
    return isinstance(error, InterfaceError) or not isinstance(code, int) or code >= 2000 or code in PASSING


class LostDatabase:
    """Turns a lost connection into a 503 the front end waits out."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        return self.get_response(request)

    def process_exception(self, request: HttpRequest, error: Exception) -> HttpResponse | None:
        if not isinstance(error, OperationalError | InterfaceError) or not lost(error):
            return None
        return JsonResponse(LOST, status=503) if request.path.startswith("/api/") else away(request)
