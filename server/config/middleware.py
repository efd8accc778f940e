"""What every answer has in common, and one answer for a database or a disk that gives out."""

import errno
import logging
import zlib
from collections.abc import Callable, Iterable, Iterator
from uuid import uuid4

from django.conf import settings
from django.db import DatabaseError, InterfaceError, OperationalError
from django.http import HttpRequest, HttpResponse, JsonResponse
from django.utils.cache import patch_vary_headers
from django.utils.text import compress_string

from accounts.views import database_unreachable
from watched.journal import request_id
from watched.middleware import asked_by
from workshop.files import StorageUnreachableError
from workshop.transactions import NO_MAJORITY

from .turns import learn

log = logging.getLogger("dentado")

LOST = {
    "problem": "The record cannot be reached just now.",
    "field": "",
    "hint": "What you entered is kept on this device and is sent again by itself.",
    "code": "away",
}
ALONE = {
    "problem": "This part of the bench's cluster is cut off from the majority.",
    "field": "",
    "hint": "It writes nothing, lest the record part in two. What you entered is sent again by itself.",
    "code": "cut_off",
}
FULL = {
    "problem": "The disk of the bench's machine is full.",
    "field": "",
    "hint": "Make room on it. What you entered is kept on this device and is sent again by itself.",
    "code": "disk_full",
}

AWAY = {
    "problem": "The place where photos and sounds are kept cannot be reached.",
    "field": "",
    "hint": "What you took is kept on this device and is sent again by itself.",
    "code": "storage_away",
}

# MariaDB's own errors that pass by themselves or are the disk's, not the query's: too many
# connections, shutting down, lock wait, deadlock, disk or table full, read-only, killed.
PASSING = frozenset({1021, 1040, 1053, 1114, 1158, 1159, 1160, 1161, 1205, 1213, 1290, 1317, 1927})
NO_ROOM = frozenset({1021, 1114})
NO_ROOM_SAYS = ("No space left on device", "Got error 28 ", "Errcode: 28")
"""MariaDB passes the system's own ENOSPC on under several codes."""


def lost(error: Exception) -> bool:
    """Whether the database is away, and not the query wrong. Codes from 2000 are the connection's."""
    code = error.args[0] if error.args else 2000
    return isinstance(error, InterfaceError) or not isinstance(code, int) or code >= 2000 or code in PASSING


def out_of_reach(error: Exception) -> dict[str, str] | None:
    """What to say if the database is away or there is no room; None for any other failure."""
    if isinstance(error, OSError) and error.errno in (errno.ENOSPC, errno.EDQUOT):
        return FULL
    if isinstance(error, DatabaseError) and _no_room(error):
        return FULL
    if isinstance(error, StorageUnreachableError):
        return AWAY
    if isinstance(error, OperationalError) and error.args[:1] == (NO_MAJORITY,):
        return ALONE
    if isinstance(error, OperationalError | InterfaceError) and lost(error):
        return LOST
    return None


def _no_room(error: DatabaseError) -> bool:
    return bool(error.args) and (error.args[0] in NO_ROOM or any(word in str(error) for word in NO_ROOM_SAYS))


def unforeseen(request: HttpRequest, error: Exception) -> dict[str, str]:
    """What to say of a failure of ours; the request's number stands beside it in the log."""
    number = request_id.get() or uuid4().hex[:12]
    request.failed_by = error  # type: ignore[attr-defined]
    log.error("request %s failed", number, exc_info=error)
    return {
        "problem": "Something broke on the server.",
        "field": "",
        "hint": f"Nothing was written. It stands in the log under {number}.",
        "code": "broken",
    }


class LostDatabase:
    """Turns a lost connection or a full disk into a 503 the front end waits out."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        return self.get_response(request)

    def process_exception(self, request: HttpRequest, error: Exception) -> HttpResponse | None:
        says = out_of_reach(error)
        if says is None:
            return None
        return (
            JsonResponse(says, status=503)
            if request.path.startswith("/api/")
            else database_unreachable(request)
        )


class Headers:
    """What a page of the bench may use of the device, and that nobody keeps a copy of the record."""

    POLICY = "microphone=(self), camera=(self), " + ", ".join(
        f"{name}=()"
        for name in (
            "accelerometer", "display-capture", "geolocation", "gyroscope", "midi", "payment",
            "usb",
        )
    )  # fmt: skip

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        answer = self.get_response(request)
        answer["Permissions-Policy"] = self.POLICY
        if "Cache-Control" not in answer and not request.path.startswith("/assets/"):
            answer["Cache-Control"] = "no-store"
        return answer


class InTurn:
    """What is found out of whose a session is, the next request's turn goes by."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        answer = self.get_response(request)
        if workshop := asked_by(request)["workshop"]:
            cookie = request.COOKIES.get(settings.SESSION_COOKIE_NAME, "")
            learn(cookie, request.headers.get("Authorization", ""), workshop)
        return answer


def _compressed(parts: Iterable[bytes]) -> Iterator[bytes]:
    """Each part as soon as it comes."""
    press = zlib.compressobj(wbits=zlib.MAX_WBITS | 16)
    for part in parts:
        yield press.compress(part) + press.flush(zlib.Z_SYNC_FLUSH)
    yield press.flush()


class Compressed:
    """JSON goes out compressed, and a page that is drawn as it goes; pictures are so already.

    Not the forms: what is typed beside their secret could be guessed at by how short they become.
    """

    WORTH = 800

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        answer = self.get_response(request)
        kind = answer.get("Content-Type", "")
        if not kind.startswith("text/html" if answer.streaming else "application/json"):
            return answer
        patch_vary_headers(answer, ("Accept-Encoding",))
        if "gzip" not in request.headers.get("Accept-Encoding", "") or answer.has_header("Content-Encoding"):
            return answer
        if answer.streaming:
            # Of the uncompressed: a browser would wait for what never comes.
            del answer["Content-Length"]
            answer.streaming_content = _compressed(answer.streaming_content)  # type: ignore[attr-defined]
        elif len(answer.content) >= self.WORTH:
            answer.content = compress_string(answer.content)
            answer["Content-Length"] = str(len(answer.content))
        else:
            return answer
        answer["Content-Encoding"] = "gzip"
        return answer
