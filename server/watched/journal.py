"""The log of requests: one JSON object a line, who and how long, nothing of what was said."""

from __future__ import annotations

import json
import logging
from contextvars import ContextVar
from datetime import UTC, datetime
from pathlib import Path
from typing import Any

from django.conf import settings

REQUESTS, TROUBLES = logging.getLogger("dentado.requests"), logging.getLogger("dentado.troubles")
REQUESTS_FILE, TROUBLES_FILE = "requests.jsonl", "troubles.jsonl"
SLOW = 1.0
"""Seconds from which a request is one to look at."""

LOOKED_BACK = 512 * 1024
"""Bytes of the log that are looked through for what was slow or failed."""

request_id: ContextVar[str] = ContextVar("request_id", default="")
"""Of the request that is being answered: what a failure is called by, in the answer and in the log."""


class AsJson(logging.Formatter):
    """A record whose message is a dict, as a line of JSON."""

    def format(self, record: logging.LogRecord) -> str:
        return json.dumps(record.msg, separators=(",", ":"), ensure_ascii=False)


def entered(said: dict[str, Any], *, failed: str = "") -> None:
    """Keep one request; `failed` is which error and where, without its message."""
    said = {"at": datetime.now(UTC).isoformat(timespec="milliseconds"), **said}
    REQUESTS.info(said)
    if said["status"] >= 500 or said["ms"] >= 1000 * SLOW:
        TROUBLES.info({**said, "error": failed} if failed else said)


def where(error: BaseException) -> str:
    """Which error, and the last place of ours it came through: a message may quote what was sent."""
    trace, last = error.__traceback__, ""
    root = str(settings.ROOT)
    while trace:
        code = trace.tb_frame.f_code
        if code.co_filename.startswith(root) and "/.venv/" not in code.co_filename:
            last = f"{Path(code.co_filename).relative_to(root)}:{trace.tb_lineno} {code.co_name}"
        trace = trace.tb_next
    return f"{type(error).__name__} at {last}" if last else type(error).__name__


def troubles(workshop: int, most: int = 30) -> list[dict[str, Any]]:
    """What was slow or failed of a workshop's requests, the newest first."""
    found: list[dict[str, Any]] = []
    for path in (settings.LOGS / TROUBLES_FILE, settings.LOGS / f"{TROUBLES_FILE}.1"):
        for line in reversed(_lines(path)):
            try:
                said = json.loads(line)
            except ValueError:
                continue
            if said.get("workshop") == workshop:
                found.append(said)
            if len(found) == most:
                return found
    return found


def _lines(path: Path) -> list[str]:
    try:
        with path.open("rb") as file:
            file.seek(max(0, path.stat().st_size - LOOKED_BACK))
            return file.read().decode("utf-8", "replace").splitlines()
    except OSError:
        return []
