"""Sums in a process of their own: none can hold up the record, nor outlive its time.

``python -m sums.apart`` answers one line of JSON with one line of JSON. The
server keeps a few of them; one that takes too long is ended and replaced, and
what it held of memory and processor goes with it.
"""

from __future__ import annotations

import json
import os
import subprocess
import sys
import threading
import traceback
from contextlib import suppress
from queue import Empty, LifoQueue
from selectors import EVENT_READ, DefaultSelector
from typing import Any

from pydantic import ValidationError

from gearing.errors import GearingError

from .base import Problem, here, problem_of

SECONDS = 6.0
"""Of work for one sum. Ordinary ones take hundredths."""

WAIT = 20.0
"""For a place in line when all are at work."""

STARTS_WITHIN = 60.0
"""For a helper to come up on a busy machine: it is not the sum's time."""

READY = b"ready\n"

AT_ONCE = 2


class TooLongError(GearingError):
    """A sum that did not end in its time."""


class _Helper:
    """One process and its pipes."""

    def __init__(self) -> None:
        self.process = subprocess.Popen(
            [sys.executable, "-m", "sums.apart"], stdin=subprocess.PIPE, stdout=subprocess.PIPE
        )
        assert self.process.stdin and self.process.stdout
        self._in, self._out = self.process.stdin, self.process.stdout
        self._up = False

    def ask(self, name: str, request: str, seconds: float) -> dict[str, Any]:
        """The answer to one sum. Raises TimeoutError, or EOFError if the process died of it."""
        if not self._up:
            self._up = self._line(STARTS_WITHIN) == READY
        try:
            self._in.write(json.dumps([name, request]).encode() + b"\n")
            self._in.flush()
        except BrokenPipeError as error:
            raise EOFError from error
        answer: dict[str, Any] = json.loads(self._line(seconds))
        return answer

    def _line(self, seconds: float) -> bytes:
        with DefaultSelector() as selector:
            selector.register(self._out, EVENT_READ)
            if not selector.select(seconds):
                raise TimeoutError
        line = self._out.readline()
        if not line:
            raise EOFError
        return line

    def end(self) -> None:
        self.process.kill()
        self.process.wait()
        for pipe in (self._in, self._out):
            # What was still to be written to it is nobody's any more.
            with suppress(OSError):
                pipe.close()


class Apart:
    """A few helpers, started when first needed."""

    def __init__(self, at_once: int = AT_ONCE, seconds: float = SECONDS) -> None:
        self._free: LifoQueue[_Helper | None] = LifoQueue()
        self._seconds = seconds
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
            helper = helper or _Helper()
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

    def close(self) -> None:
        """End all that are not at work."""
        while True:
            try:
                helper = self._free.get_nowait()
            except Empty:
                return
            if helper:
                helper.end()


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


def serve() -> None:
    """Answer line by line until standard input ends."""
    end_with_parent()
    from . import SUMS

    # All at once, so that no sum waits for its own.
    list(SUMS.values())
    # Whatever is worked out, a step being recorded goes first.
    os.nice(10)
    sys.stdout.buffer.write(READY)
    sys.stdout.buffer.flush()
    for line in sys.stdin.buffer:
        name, request = json.loads(line)
        answer, problem = answer_to(name, request)
        said = {"answer": answer} if problem is None else {"problem": problem.model_dump()}
        sys.stdout.buffer.write(json.dumps(said).encode() + b"\n")
        sys.stdout.buffer.flush()


def end_with_parent() -> None:
    """Standard input ends with whoever asks; a sum in mid-work would not notice before its end."""
    import ctypes
    import signal

    ctypes.CDLL(None).prctl(1, signal.SIGKILL)


_lock = threading.Lock()
_apart: Apart | None = None


def apart() -> Apart:
    """The helpers of this process."""
    global _apart  # noqa: PLW0603 - one set a process, started when first needed
    with _lock:
        _apart = _apart or Apart()
        return _apart


if __name__ == "__main__":
    serve()
