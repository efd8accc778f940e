"""A client to be timed, and how a figure is taken and printed."""

from __future__ import annotations

import http.client
import json
import time
from collections.abc import Callable
from copy import copy
from dataclasses import dataclass
from typing import Any
from urllib.parse import urlencode

from demo import DEMO_MEMBER, DEMO_PASSWORD

from ..paths import HOST
from .report import REPORT, Spent

ROUNDS = 80


@dataclass
class Desk:
    """A signed-in client on one kept connection; of the sample bench, or of one of its own called `bench`."""

    port: int
    bench: str = ""

    def __post_init__(self) -> None:
        self.line = http.client.HTTPConnection(HOST, self.port)
        self.cookies: dict[str, str] = {}
        self.ask("GET", "/api/session")
        if self.bench:
            own = {"bench": self.bench, "called": "Wren", "username": "wren", "password": DEMO_PASSWORD}
            self._door("/set-up", own)
        else:
            self._door("/sign-in", {"username": DEMO_MEMBER, "password": DEMO_PASSWORD})

    def _door(self, path: str, said: dict[str, str]) -> None:
        said = {**said, "csrfmiddlewaretoken": self.cookies["csrftoken"]}
        self._send("POST", path, urlencode(said), "application/x-www-form-urlencoded")

    def cookie(self) -> Any:
        """What lets a browser in as the same member."""
        name = "sessionid"
        return {"name": name, "value": self.cookies[name], "url": f"http://{HOST}:{self.port}"}

    def beside(self) -> Desk:
        """The same member on a connection of its own."""
        other = copy(self)
        other.line, other.cookies = http.client.HTTPConnection(HOST, self.port), dict(self.cookies)
        return other

    def ask(self, method: str, path: str, body: Any = None) -> Any:
        """One request; anything but success ends the bench."""
        text = self._send(method, path, json.dumps(body) if body is not None else None, "application/json")
        return json.loads(text)

    def _send(self, method: str, path: str, body: str | None, kind: str) -> bytes:
        headers = {
            "Cookie": "; ".join(f"{name}={value}" for name, value in self.cookies.items()),
            "X-CSRFToken": self.cookies.get("csrftoken", ""),
            "Content-Type": kind,
        }
        try:
            self.line.request(method, path, body, headers)
            answer = self.line.getresponse()
        except ConnectionError:
            # The server drops a connection that rested for two seconds; the next call opens it again.
            self.line.close()
            self.line.request(method, path, body, headers)
            answer = self.line.getresponse()
        text = answer.read()
        for cookie in answer.headers.get_all("Set-Cookie") or []:
            name, _, value = cookie.split(";")[0].partition("=")
            self.cookies[name] = value
        if answer.status not in (200, 302):
            raise SystemExit(f"{method} {path} answered {answer.status}: {text[:300]!r}")
        return text


def timed(run: Callable[[], object], rounds: int = ROUNDS) -> Spent:
    """Seconds of one call, after five that are not counted."""
    for _ in range(5):
        run()
    taken = []
    for _ in range(rounds):
        began = time.perf_counter()
        run()
        taken.append(time.perf_counter() - began)
    return Spent.of(taken)


def told(what: str, note: str, ok: bool) -> None:
    """A line without a time."""
    REPORT.add(what, None, note, ok)


def row(what: str, seconds: float, note: str, ok: bool) -> None:
    """A line with one."""
    REPORT.add(what, seconds, note, ok)
