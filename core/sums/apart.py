"""Sums in a process of their own: none can hold up the record, nor outlive its time.

``python -m sums.apart FD`` is the stem: it has every sum loaded and what complaints
teach learnt, and for each connection handed to it over socket FD it branches off a
helper, which answers one line of JSON with one line of JSON. A helper that spends more
than its time is ended by the system and replaced, and what it held of memory and
processor goes with it.
"""

from __future__ import annotations

import json
import os
import signal
import socket
import subprocess
import sys
import threading
import time
import traceback
from contextlib import suppress
from contextvars import ContextVar
from queue import Empty, LifoQueue
from typing import Any

from pydantic import ValidationError

from gearing.errors import GearingError

from .base import Problem, here, problem_of

SECONDS = 6.0
"""Of processor time for one sum. Ordinary ones take hundredths."""

PATIENCE = 30.0
"""Waited for that by the clock, on a machine that is busy with other things."""

WAIT = 20.0
"""For a place in line when all are at work."""

STARTS_WITHIN = 60.0
"""For a helper to come up on a busy machine: it is not the sum's time."""

READY = b"ready\n"

AT_ONCE = 2

worked: ContextVar[float] = ContextVar("worked", default=0.0)
"""Seconds of processor time that sums have taken apart for whoever asks, so far."""


class TooLongError(GearingError):
    """A sum that did not end in its time."""


class Stem:
    """The process that helpers branch off from: what they share is loaded once.

    It lasts as long as anyone, a forked process too, has this end of its socket.
    """

    def __init__(self) -> None:
        self._asked, theirs = socket.socketpair(socket.AF_UNIX, socket.SOCK_SEQPACKET)
        with theirs:
            self._process = subprocess.Popen(
                [sys.executable, "-m", "sums.apart", str(theirs.fileno())],
                stdin=subprocess.DEVNULL,
                pass_fds=[theirs.fileno()],
            )

    def branch(self) -> socket.socket:
        """The near end of a new helper. Raises OSError if the stem is gone."""
        near, far = socket.socketpair()
        with far:
            try:
                socket.send_fds(self._asked, [b"+"], [far.fileno()])
            except OSError:
                near.close()
                raise
        return near

    def close(self) -> None:
        """For whoever began it, once no other needs it."""
        self._asked.close()
        self._process.wait()


class _Helper:
    """One process and the connection to it."""

    def __init__(self, near: socket.socket) -> None:
        self._near = near
        self._lines = near.makefile("rb")
        self._up = False

    def ask(self, name: str, request: str, seconds: float) -> dict[str, Any]:
        """The answer to one sum. Raises TimeoutError, or EOFError if the process ended over it."""
        if not self._up:
            self._up = self._line(STARTS_WITHIN) == READY
        try:
            self._near.sendall(json.dumps([name, request, seconds]).encode() + b"\n")
        except (BrokenPipeError, ConnectionResetError) as error:
            raise EOFError from error
        answer: dict[str, Any] = json.loads(self._line(PATIENCE))
        return answer

    def _line(self, seconds: float) -> bytes:
        self._near.settimeout(seconds)
        try:
            line = self._lines.readline()
        except ConnectionResetError as error:
            raise EOFError from error
        if not line:
            raise EOFError
        return line

    def end(self) -> None:
        """An idle one ends when it is left; one at work when its time is up."""
        for end in (self._lines, self._near):
            with suppress(OSError):
                end.close()


class Apart:
    """A few helpers, branched off when first needed: of the stem given, or of one of their own."""

    def __init__(self, at_once: int = AT_ONCE, seconds: float = SECONDS, stem: Stem | None = None) -> None:
        self._free: LifoQueue[_Helper | None] = LifoQueue()
        self._seconds = seconds
        self._stem, self._own = stem, False
        self._growing = threading.Lock()
        for _ in range(at_once):
            self._free.put(None)

    def compute(self, name: str, request: str) -> str:
        """The answer of a named sum, as JSON.

        Raises
        ------
        GearingError
            If the sum has no answer, or does not find it in its time.
        """
        try:
            helper = self._free.get(timeout=WAIT)
        except Empty:
            raise TooLongError(
                "Too many sums at once.", code="busy", hint="Wait a moment, then try again."
            ) from None
        try:
            helper = helper or self._branched()
            answer = helper.ask(name, request, self._seconds)
        except (TimeoutError, EOFError, ValueError) as error:
            if helper:
                helper.end()
                helper = None
            raise TooLongError(
                f"This sum was given up after {self._seconds:g} s.",
                code="given_up",
                hint="Ask for less at once: fewer open counts, gears, holes or pieces.",
            ) from error
        finally:
            self._free.put(helper)
        worked.set(worked.get() + answer["spent"])
        if "problem" in answer:
            problem = Problem(**answer["problem"])
            raise GearingError(
                problem.problem,
                code=problem.code,
                field=problem.field,
                hint=problem.hint,
                where=tuple(problem.where),
            )
        return str(answer["answer"])

    def _branched(self) -> _Helper:
        with self._growing:
            if self._stem:
                with suppress(OSError):
                    return _Helper(self._stem.branch())
            self._stem, self._own = Stem(), True
            return _Helper(self._stem.branch())

    def close(self) -> None:
        """End all that are not at work, and what they branched off from if it is theirs alone."""
        with suppress(Empty):
            while True:
                if helper := self._free.get_nowait():
                    helper.end()
        if self._stem and self._own:
            self._stem.close()


def answer_to(name: str, request: str) -> tuple[str | None, Problem | None]:
    """One sum, whatever it is given: its answer, or the problem. Nothing else leaves it.

    An answer that is not a number (a division by what rounded to zero, an
    overflow) is a problem of the input, not of whoever asked.
    """
    from . import SUMS

    wanted = SUMS[name]
    try:
        taken = wanted.takes.model_validate_json(request)
    except (ValidationError, GearingError) as error:
        return None, problem_of(error, wanted.takes)
    try:
        return here(wanted.compute, taken).model_dump_json(), None
    except GearingError as error:
        if error.__cause__ is not None:
            traceback.print_exception(error.__cause__)
        return None, problem_of(error, wanted.takes)


def serve(asked: socket.socket) -> None:
    """Branch off a helper for each connection that is handed over, until nobody is left to ask."""
    end_with_parent()
    # Whatever is worked out, a step being recorded goes first, and so does a server that starts.
    os.nice(5)
    from gearing.diagnosis.likeness import learn

    from . import SUMS

    # All at once, so that no sum waits for its own.
    list(SUMS.values())
    learn()
    # Nobody waits for those that end.
    signal.signal(signal.SIGCHLD, signal.SIG_IGN)
    while True:
        said, given, _, _ = socket.recv_fds(asked, 1, 1)
        if not said:
            return
        with socket.socket(fileno=given[0]) as far:
            if os.fork() == 0:
                asked.close()
                try:
                    _answer(far)
                finally:
                    os._exit(0)


def _answer(far: socket.socket) -> None:
    """Answer line by line until the other end is closed."""
    end_with_parent()
    far.sendall(READY)
    for line in far.makefile("rb"):
        name, request, seconds = json.loads(line)
        began = time.process_time()
        signal.setitimer(signal.ITIMER_PROF, seconds)
        answer, problem = answer_to(name, request)
        signal.setitimer(signal.ITIMER_PROF, 0)
        said: dict[str, Any] = {"answer": answer} if problem is None else {"problem": problem.model_dump()}
        far.sendall(json.dumps({**said, "spent": time.process_time() - began}).encode() + b"\n")


def end_with_parent() -> None:
    """Whoever branched it off may be killed in mid-work: no end of a socket tells of that."""
    import ctypes

    ctypes.CDLL(None).prctl(1, signal.SIGKILL)


_lock = threading.Lock()
_stem: Stem | None = None
_apart: Apart | None = None


def prepare() -> None:
    """Load the stem now, for all processes that will be forked of this one."""
    global _stem  # noqa: PLW0603 - one a server
    _stem = _stem or Stem()


def apart() -> Apart:
    """The helpers of this process."""
    global _apart  # noqa: PLW0603 - one set a process, started when first needed
    with _lock:
        _apart = _apart or Apart(stem=_stem)
        return _apart


if __name__ == "__main__":
    serve(socket.socket(fileno=int(sys.argv[1])))
