"""``/health``: whether process, database and disk are well. No sign-in, no detail, whatever host is asked."""

from __future__ import annotations

import os
import shutil
from collections.abc import Callable

from django.conf import settings
from django.db import Error, connection
from django.http import HttpRequest, HttpResponse, JsonResponse

ROOM = 50 * 2**20
"""Bytes that must be free: below it the next photo or the next day's log may find no room."""


class Health:
    """First of all middleware: it must answer though hosts, proxies or TLS are set up otherwise."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        if request.path != "/health" or request.method not in ("GET", "HEAD"):
            return self.get_response(request)
        well = _database() and _disk()
        answer = JsonResponse({"well": well}, status=200 if well else 503)
        answer["Cache-Control"] = "no-store"
        answer["Content-Length"] = str(len(answer.content))
        return answer


def _database() -> bool:
    try:
        with connection.cursor() as cursor:
            cursor.execute("SELECT 1")
            return bool(cursor.fetchone() == (1,))
    except Error:
        # A broken connection is not kept for the next who asks.
        connection.close()
        return False


def _disk() -> bool:
    settings.MEDIA_ROOT.mkdir(parents=True, exist_ok=True)
    return shutil.disk_usage(settings.MEDIA_ROOT).free > ROOM and os.access(settings.MEDIA_ROOT, os.W_OK)
